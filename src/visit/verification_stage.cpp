// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying and judging.
#include "visit/verification_stage.h"

#include "base/quantile.h"
#include "colour/difference.h"
#include "model/design.h"
#include "visit/nature.h"
#include "visit/verdict.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace lamp {

namespace {

constexpr size_t kFewestOfCheck = 4;
constexpr double kSure = 0.98; ///< that what is left would not change a figure's verdict

bool isGrayColour(const TestColour &c)
{
    return c.rgb.a == c.rgb.b && c.rgb.b == c.rgb.c;
}

/// What tells most first: a gray of each part of the scale and a colour near each end of the gamut in turn, then the rest.
/// \param worst those that were most off the last time
void inOrderOfTelling(std::vector<TestColour> &colours, const std::vector<std::string> &worst)
{
    const auto rank = [&](const TestColour &c) -> std::ptrdiff_t {
        if (std::find(worst.begin(), worst.end(), c.name) != worst.end()) {
            return -1;
        }
        constexpr std::array<const char *, 9> first{"gray 43", "red", "gray 12", "light skin", "gray 78", "green", "gray 5", "blue", "sky"};
        const auto it = std::find(first.begin(), first.end(), c.name);
        return it - first.begin();
    };
    std::stable_sort(colours.begin(), colours.end(), [&](const TestColour &p, const TestColour &q) { return rank(p) < rank(q); });
}

/// The roots of differences, which are about normal, and what those of colours that were not read may be. Grays and other colours have
/// means of their own; how far they scatter about them is judged together, since a few tell little of it.
class Sample {
public:
    Sample(const std::vector<double> &of, const std::vector<double> &others) : m_n(double(of.size()))
    {
        constexpr double kLeast = 0.08; // of the deviation: a few that happen to agree prove no more
        double squares = 0;
        for (const auto *group : {&others, &of}) {
            m_mean = 0;
            for (const double d : *group) {
                m_mean += std::sqrt(d) / double(group->size());
            }
            for (const double d : *group) {
                squares += std::pow(std::sqrt(d) - m_mean, 2);
            }
        }
        m_freedom = double(of.size() + others.size()) - 2;
        m_deviation = std::max(kLeast, std::sqrt(squares / m_freedom));
    }
    [[nodiscard]] double count() const { return m_n; }
    /// What the largest of so many more stays below.
    [[nodiscard]] double largestOf(double more) const
    {
        return std::pow(std::max(0.0, m_mean + quantile(std::pow(kSure, 1 / more)) * m_deviation * std::sqrt(1 + 1 / m_n)), 2);
    }
    /// How far the mean of all may lie from that of those read, in the differences themselves.
    [[nodiscard]] double meanOff(double all) const { return quantile(kSure) * 2 * m_mean * m_deviation * std::sqrt(1 / m_n - 1 / all); }

private:
    [[nodiscard]] double quantile(double p) const { return studentQuantile(m_freedom, p); }
    double m_n, m_mean = 0, m_deviation = 0, m_freedom = 1;
};

/// Whether the verdict of a check's figures would hardly change if all colours were read. White and luminance are as they are.
bool certain(const VisitRecord &r, size_t colours, size_t grays)
{
    const Difference difference = differenceOf(r.plan.tolerance.metric, r.verification.white.xyz, r.verification.chad);
    std::vector<double> all, gray, other;
    for (const VerifiedColour &c : r.verification.colours) {
        all.push_back(difference(c.colour.wanted, c.measured));
        (isGrayColour(c.colour) ? gray : other).push_back(all.back());
    }
    if (gray.size() < 2 || other.size() < 2 || std::any_of(all.begin(), all.end(), [](double d) { return !std::isfinite(d); })) {
        return false;
    }
    const Sample ofGray(gray, other), ofOther(other, gray);
    bool passes = true, fails = false;
    for (const Check &c : r.checks) {
        const bool mean = c.code == "colour-mean" || c.code == "gray-mean", largest = c.code == "colour-max" || c.code == "gray-max";
        const bool ofGrays = c.code.starts_with("gray");
        const double u = c.uncertainty(), grayLeft = double(grays) - ofGray.count(), otherLeft = double(colours - grays) - ofOther.count();
        double more = 0, most = c.value;
        if (mean) {
            const double grayOff = grayLeft > 0 ? ofGray.meanOff(double(grays)) : 0;
            const double otherOff = otherLeft > 0 ? ofOther.meanOff(double(colours - grays)) : 0;
            more = ofGrays ? grayOff : std::max(grayOff, otherOff);
            most += more;
        } else if (largest) {
            most = std::max(most, grayLeft > 0 ? ofGray.largestOf(grayLeft) : 0);
            most = std::max(most, !ofGrays && otherLeft > 0 ? ofOther.largestOf(otherLeft) : 0);
        }
        passes = passes && ((!mean && !largest) || most + u < c.limit);
        fails = fails || c.value - more - u > c.limit;
    }
    return passes || fails;
}

} // namespace

std::vector<TestColour> VerificationStage::coloursToVerify(const Profile &profile) const
{
    ColourChoice choice{m_s.budget.colours, [this](const Drive &d) { return m_s.onFrameBuffer(d); }};
    if (m_known.model) {
        choice.doubt = [this](const Drive &d) { return expectedError(*m_known.model, {{m_s.behindRamps(d), 1}}); };
    }
    std::vector<TestColour> colours = verificationColours(profile, choice);
    // What an instrument hardly sees it cannot judge: its noise would leave the verdict open, whatever the display does.
    constexpr double kAboveFloor = 8;
    const double white = m_s.record.calibrated.white.b, least = kAboveFloor * m_s.record.instrument.floorCdM2;
    double darkest = 0;
    std::erase_if(colours, [&](const TestColour &c) {
        const bool unseen = isGrayColour(c) && white * xyzOf(c.wanted, iccD50()).b < least;
        darkest = unseen ? std::max(darkest, c.wanted.a) : darkest;
        return unseen;
    });
    if (darkest > 0) {
        m_s.warn(say("grays-too-dark-for-instrument", decimal(darkest, 0), decimal(least, 2)));
    }
    return colours;
}

double VerificationStage::longer(double luminance) const
{
    // Grays and white are judged one by one and closely: what noise adds to them would leave their verdict open.
    // A check, which reads few of them, reads them longer; elsewhere those that noise leaves undecided are read again.
    const bool check = m_s.record.plan.task == Task::Check, quick = m_s.record.plan.effort == Effort::Quick;
    const double level = std::max(0.02, luminance);
    return m_s.gauge->noise().integrationFor(level, (check ? 0.6 : (quick ? 1.2 : 0.9)) * m_s.noiseGoal(level));
}

Result<Measurement> VerificationStage::readVerified(const TestColour &colour, const Profile &profile)
{
    const XYZ &white = m_s.record.calibrated.white;
    const XYZ expected = xyzOf(chromaticity(white), white.b * xyzOf(colour.wanted, iccD50()).b);
    m_s.gauge->setWanted(colour.wanted);
    m_s.tellNext(colour.name, say("why-verified", decimal(colour.wanted.a, 1), decimal(colour.wanted.b, 1), decimal(colour.wanted.c, 1)));
    auto m = m_guard.readGuarded(colour.rgb, colour.name, expected, isGrayColour(colour) ? longer(expected.b) : 0);
    if (m && !m_known.model) {
        m = m_guard.believed(m.value(), deltaE2000(colour.wanted, measuredLab(m->xyz, white, profile.chad())), expected.b);
    }
    m_s.gauge->setWanted({});
    return m;
}

Status VerificationStage::readWanted(const std::vector<TestColour> &colours, std::vector<Measurement> &all, const Profile &profile)
{
    while (const auto wish = m_s.wantedAgain()) {
        const auto old = *wish == 0 ? all.end() - 1 : std::find_if(all.begin(), all.end(), [&](const Measurement &m) { return m.index == *wish; });
        if (old == all.end()) {
            continue; // not one of these
        }
        const auto again = readVerified(colours[size_t(old - all.begin())], profile);
        if (!again) {
            return again.error();
        }
        m_s.warn(say("read-again-as-asked", old->index));
        constexpr double kApart = 5;
        bool repeats = true;
        for (int c = 0; c < 3; ++c) {
            repeats = repeats && !(std::abs(again->xyz[c] - old->xyz[c]) > kApart * std::hypot(again->sigma[c], old->sigma[c]));
        }
        if (repeats) {
            // Both count, each by how surely it was read; the pair keeps the later number, by which it can be asked for again.
            VerifiedColour both{colours[size_t(old - all.begin())], old->xyz, old->sigma};
            both.joinedWith(again->xyz, again->sigma);
            const double t = (old->t + again->t) / 2;
            *old = again.value();
            old->xyz = both.xyz;
            old->sigma = both.sigma;
            old->t = t;
        } else {
            m_s.warn(say("reading-did-not-repeat", patchNamed(old->name)));
            m_s.setAside(old->index);
            *old = again.value();
        }
    }
    return Done{};
}

Result<std::vector<Measurement>> VerificationStage::readVerified(const std::vector<TestColour> &colours, const Profile &profile)
{
    std::vector<Measurement> all;
    for (const TestColour &c : colours) {
        const auto m = readVerified(c, profile);
        if (!m) {
            return m.error();
        }
        all.push_back(m.value());
        if (const Status s = readWanted(colours, all, profile); !s) {
            return s.error();
        }
    }
    // Those that were read shortly before light from outside was noticed are read again.
    for (size_t i = 0; i < colours.size(); ++i) {
        if (m_s.isSetAside(all[i].index)) {
            const auto m = readVerified(colours[i], profile);
            if (!m) {
                return m.error();
            }
            all[i] = m.value();
        }
    }
    return all;
}

Result<std::vector<Measurement>> VerificationStage::readUntilCertain(std::vector<TestColour> &colours, const Profile &profile,
                                                                     const Measurement &white)
{
    const auto &earlier = m_s.record.plan.earlier;
    inOrderOfTelling(colours, earlier ? earlier->worst : std::vector<std::string>{});
    const auto grays = size_t(std::count_if(colours.begin(), colours.end(), isGrayColour));
    std::vector<Measurement> all;
    std::vector<VerifiedColour> verified;
    for (const TestColour &c : colours) {
        const auto m = readVerified(c, profile);
        if (!m) {
            return m.error();
        }
        all.push_back(m.value());
        if (const Status s = readWanted(colours, all, profile); !s) {
            return s.error();
        }
        verified.clear();
        for (size_t i = 0; i < all.size(); ++i) {
            verified.push_back({colours[i], all[i].xyz, all[i].sigma});
        }
        if (all.size() < kFewestOfCheck || all.size() == colours.size()) {
            continue;
        }
        VisitRecord so_far = m_s.record;
        so_far.verification = verify(verified, {white.xyz, white.sigma, {}}, profile.chad());
        judgeMeasuredState(so_far);
        weighRecord(so_far);
        judgeFigures(so_far);
        if (certain(so_far, colours.size(), grays)) {
            const size_t left = colours.size() - all.size();
            colours.resize(all.size());
            // The sheet says of how many colours its figures are.
            m_s.warn(say("check-decided-after", int(all.size()), int(left)));
            break;
        }
    }
    return all;
}

Result<VerificationStage::Pass> VerificationStage::readPass(const Profile &profile)
{
    Pass pass;
    pass.colours = coloursToVerify(profile);
    pass.first = int(m_s.record.readings.size()) + 1;
    pass.rampsLoaded = displaySaysLoaded().value_or(false);
    const bool check = m_s.record.plan.task == Task::Check, quick = m_s.record.plan.effort == Effort::Quick;
    const XYZ &white = m_s.record.calibrated.white;
    const double seconds = m_s.gauge->noise().integrationFor(white.b, (quick && !check ? 1.0 : 0.9) * m_s.noiseGoal(white.b));
    const Measurement *standing = check ? standingWhite(m_s.record.readings) : nullptr;
    if (standing == nullptr) {
        m_s.tellNext("white", say("why-white-before"));
    }
    const auto before = standing != nullptr ? Result<Measurement>(*standing) : m_guard.readGuarded({1, 1, 1}, "white", white, seconds);
    if (!before) {
        return before.error();
    }
    if (!check && !quick) {
        if (const Status s = nameSurround(m_s, before.value()); !s) {
            return s.error();
        }
    }
    auto read = check ? readUntilCertain(pass.colours, profile, before.value()) : readVerified(pass.colours, profile);
    if (!read) {
        return read.error();
    }
    m_s.tellNext("white", say("why-white-after"));
    const auto after = m_guard.readGuarded({1, 1, 1}, "white", white, seconds);
    if (!after) {
        return after.error();
    }
    pass.read = std::move(read).value();
    pass.before = *before;
    pass.after = *after;
    return pass;
}

std::optional<bool> VerificationStage::displaySaysLoaded()
{
    const auto display = m_s.usesLut() && !m_s.record.ramps.empty() ? m_s.bench.describeDisplay() : Error{};
    return display ? std::optional(display->lutLoaded) : std::nullopt;
}

Result<bool> VerificationStage::rampsLost(const Pass &pass)
{
    if (!m_s.usesLut() || m_s.record.ramps.empty() || m_s.record.plan.task == Task::Check) {
        return false;
    }
    const XYZ &calibrated = m_s.record.calibrated.white;
    const auto off = [&](const XYZ &from, const XYZ &white) {
        return deltaE2000({100, 0, 0}, labOf(relativeTo(white, from.b), relativeTo(from, from.b)));
    };
    // The display says so, or white is rather what it is without ramps than what was calibrated.
    constexpr double kSeen = 0.6;
    const double moved = off(calibrated, pass.after.xyz);
    const bool said = pass.rampsLoaded && !displaySaysLoaded().value_or(true);
    const bool seen = m_known.model && moved > kSeen && 2 * off(m_known.model->white(), pass.after.xyz) < moved;
    if (!said && !seen) {
        return false;
    }
    if (const Status s = m_s.setRamps(m_s.record.ramps); !s) {
        return s.error();
    }
    m_s.tellNext("white, ramps loaded again", say("why-ramps-loaded-again"));
    const auto again = m_s.gauge->read({1, 1, 1}, "white, ramps loaded again", calibrated.b, m_s.noiseGoal(calibrated.b));
    if (!again) {
        return again.error();
    }
    m_s.setAside(again->index); // it tells of the ramps only, and is neither the white before nor the one after
    return said || 2 * off(calibrated, again->xyz) < moved;
}

Status VerificationStage::run()
{
    m_s.begin(Stage::Verify);
    const auto profile = Profile::open(m_s.record.profile);
    if (!profile) {
        return profile.error();
    }
    auto pass = readPass(profile.value());
    if (!pass) {
        return pass.error();
    }
    const auto lost = rampsLost(*pass);
    if (!lost) {
        return lost.error();
    }
    if (*lost) {
        // From which reading on they were gone nobody knows.
        for (const Measurement &m : m_s.record.readings) {
            if (m.stage == stageName(Stage::Verify) && m.index >= pass->first && !m_s.isSetAside(m.index)) {
                m_s.setAside(m.index);
            }
        }
        m_s.warn(say("ramps-lost-loaded-again"));
        pass = readPass(profile.value());
        if (!pass) {
            return pass.error();
        }
    }
    const auto &[colours, read, before, after, first, loaded] = *pass;
    std::vector<VerifiedColour> verified;
    for (size_t i = 0; i < colours.size(); ++i) {
        verified.push_back({colours[i], withoutDrift(read[i], before, after), read[i].sigma});
    }
    if (const double moved = after.xyz.b / before.xyz.b - 1; std::abs(moved) > 0.01) {
        m_s.warn(say("white-moved-while-colours", decimal(100 * moved, 1)));
    }
    const bool far = nameDrift(m_s, before, after), may = m_s.usesLut() && m_s.record.plan.task != Task::Profile;
    if (far && may && m_s.record.plan.waitForWarmUp && m_known.model && !std::exchange(m_repeated, true)) {
        // What was said of a calibration that is made anew no longer holds.
        std::erase_if(m_s.record.warnings,
                      [](const Message &w) { return w.code == "white-moved-since-calibrating" || w.code == "panel-still-moves"; });
        m_s.warn(say("calibrating-once-more"));
        m_s.record.warmUpStable = true;
        m_s.onceMore = true; // the line stays open: nothing is verified yet
        return Done{};
    }
    m_s.record.verification = verify(std::move(verified), whiteBetween(before, after), profile->chad());
    judgeMeasuredState(m_s.record);
    if (const Status s = readUndecided(before, after); !s) {
        return s;
    }
    judgeVisit(m_s.record, m_s.wallNow());
    const Verification &v = m_s.record.verification;
    std::vector<Message> summary{say("verified-summary", say("count-colours", int(v.colours.size())), decimal(v.mean, 2),
                                     decimal(m_s.record.doubt.mean.by(m_s.record.scope()), 2), decimal(v.max, 2), decimal(v.p95, 2),
                                     named(m_s.record.verdict))};
    if (const double most = mostColoursWithin(v); std::isfinite(most)) {
        summary.push_back(say("most-colours-within", decimal(most, 1)));
    }
    m_s.finish(Stage::Verify, clauses(summary));
    return Done{};
}

VerifiedColour *VerificationStage::keptOpenByNoise(const Check &check, const std::map<std::string, int> &readLonger)
{
    constexpr int kMostEach = 2; // what two long readings leave open is not this colour's noise
    // Reading longer helps only where noise is what keeps it undecided, not the instrument's accuracy.
    const double u = check.uncertainty(), margin = std::abs(check.value - check.limit);
    const double accuracy = std::sqrt(std::max(0.0, u * u - check.k2.instrument * check.k2.instrument));
    if (check.verdict != Verdict::Undecided || !(margin <= u) || margin < accuracy) {
        return nullptr;
    }
    // The worst of a largest difference; of a mean the one that noise tells least of.
    const bool largest = check.code.ends_with("max"), gray = check.code.starts_with("gray");
    VerifiedColour *one = nullptr;
    double most = 0;
    for (VerifiedColour &c : m_s.record.verification.colours) {
        const double counts = largest ? c.deltaE : c.k2.instrument;
        const auto already = readLonger.find(c.colour.name);
        if ((!gray || isGrayColour(c.colour)) && counts > most && (already == readLonger.end() || already->second < kMostEach)) {
            most = counts;
            one = &c;
        }
    }
    return one != nullptr && one->k2.instrument >= std::max(0.02, 0.2 * accuracy) ? one : nullptr;
}

Result<std::optional<Measurement>> VerificationStage::readLonger(const VerifiedColour &colour, const Measurement &before, const Measurement &after)
{
    constexpr int kTries = 2;
    for (int i = 0; i < kTries; ++i) {
        m_s.gauge->setWanted(colour.colour.wanted);
        m_s.tellNext(colour.colour.name, say("why-longer"));
        const auto read = m_s.gauge->read(colour.colour.rgb, colour.colour.name + ", longer", std::max(0.02, colour.xyz.b), 1e-5);
        m_s.gauge->setWanted({});
        if (!read) {
            return read.error();
        }
        Measurement m = *read;
        m.xyz = withoutDrift(m, before, after);
        bool repeats = true;
        for (int c = 0; c < 3; ++c) {
            constexpr double kApart = 5;
            repeats = repeats && !(std::abs(m.xyz[c] - colour.xyz[c]) > kApart * std::hypot(m.sigma[c], colour.sigma[c]));
        }
        if (repeats) {
            return std::optional(std::move(m));
        }
        m_s.setAside(m.index);
    }
    return std::optional<Measurement>();
}

Status VerificationStage::readUndecided(const Measurement &before, const Measurement &after)
{
    constexpr int kLongest = 8; // readings; each lasts as long as the instrument lets it
    std::map<std::string, int> read;
    for (int i = 0; i < kLongest; ++i) {
        weighRecord(m_s.record);
        judgeFigures(m_s.record);
        if (m_s.record.verdict == Verdict::Fail) {
            return Done{}; // whatever the others come to
        }
        VerifiedColour *noisy = nullptr;
        for (const Check &c : m_s.record.checks) {
            const bool ofColours = c.code.starts_with("colour") || c.code.starts_with("gray");
            noisy = noisy == nullptr && ofColours ? keptOpenByNoise(c, read) : noisy;
        }
        if (noisy == nullptr) {
            return Done{};
        }
        const auto longer = readLonger(*noisy, before, after);
        if (!longer) {
            return longer.error();
        }
        if (!*longer) {
            // What does not repeat makes nothing surer: the verdict stays open.
            m_s.warn(say("reading-did-not-repeat", patchNamed(noisy->colour.name)));
            return Done{};
        }
        ++read[noisy->colour.name];
        noisy->joinedWith((*longer)->xyz, (*longer)->sigma);
        Verification &v = m_s.record.verification;
        v = verify(std::move(v.colours), v.white, v.chad);
        judgeMeasuredState(m_s.record);
    }
    return Done{};
}

} // namespace lamp
