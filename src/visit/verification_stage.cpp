// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying and judging.
#include "visit/visit.h"

#include "colour/difference.h"
#include "visit/soundness.h"
#include "visit/systematic.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// What noise leaves open of the grays' mean and largest difference (k = 1).
struct GrayNoise {
    double mean = 0.05, max = 0.15; ///< where no grays were verified
};
GrayNoise grayNoise(const Verification &v)
{
    double sum = 0, most = 0;
    int n = 0;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            sum += c.uncertainty * c.uncertainty;
            most = std::max(most, c.uncertainty);
            ++n;
        }
    }
    return n > 0 ? GrayNoise{std::sqrt(sum) / n, most} : GrayNoise{};
}

} // namespace

std::vector<TestColour> Visit::coloursToVerify(const Profile &profile) const
{
    std::vector<TestColour> colours = verificationColours(profile, m_budget.colours);
    for (TestColour &c : colours) {
        if (c.wanted.b == 0 && c.wanted.c == 0) {
            // Neutrals are read on the gray axis itself: they judge the grays and the profile at once.
            const Drive d = onFrameBuffer({(c.rgb.a + c.rgb.b + c.rgb.c) / 3, 0, 0});
            c.rgb = {d.a, d.a, d.a};
            c.wanted = profile.colourOf(c.rgb);
        }
    }
    return colours;
}

Result<Measurement> Visit::readVerified(const TestColour &colour, const Profile &profile)
{
    const XYZ &white = m_record.calibrated.white;
    const XYZ expected = xyzOf(chromaticity(white), white.b * xyzOf(colour.wanted, iccD50()).b);
    const auto m = readGuarded(colour.rgb, colour.name, expected);
    return !m || m_model ? m : believed(m.value(), deltaE2000(colour.wanted, measuredLab(m->xyz, white, profile.chad())), expected.b);
}

Result<Measurement> Visit::believed(const Measurement &m, double oddBy, double level)
{
    constexpr double kOdd = 6; // ΔE00: what a display in use rarely shows, and a reading that went wrong does
    constexpr int kMost = 8;   // a display that is so everywhere is not read twice everywhere
    if (oddBy <= kOdd || m_doubted >= kMost) {
        return m;
    }
    ++m_doubted;
    return m_gauge->readAgreed(m, std::max(0.02, level), noiseGoal(std::max(0.02, level)));
}

Result<std::vector<Measurement>> Visit::readVerified(const std::vector<TestColour> &colours, const Profile &profile)
{
    std::vector<Measurement> all;
    for (const TestColour &c : colours) {
        const auto m = readVerified(c, profile);
        if (!m) {
            return m.error();
        }
        all.push_back(m.value());
    }
    // Those that were read shortly before light from outside was noticed are read again.
    for (size_t i = 0; i < colours.size(); ++i) {
        if (isSetAside(all[i].index)) {
            const auto m = readVerified(colours[i], profile);
            if (!m) {
                return m.error();
            }
            all[i] = m.value();
        }
    }
    return all;
}

namespace {

/// Takes what white did between two readings out of a reading in between or near: it is put on the scale of the second.
/// Changes within the noise are left alone.
XYZ withoutDrift(const Measurement &m, const Measurement &before, const Measurement &after)
{
    const double s = (m.t - before.t) / std::max(1e-9, after.t - before.t);
    XYZ xyz = m.xyz;
    for (int c = 0; c < 3; ++c) {
        const double change = after.xyz[c] / before.xyz[c] - 1;
        if (std::abs(change) > 3 * after.sigma[c] / after.xyz[c]) {
            xyz[c] *= (1 + change) / (1 + change * s);
        }
    }
    return xyz;
}

} // namespace

Status Visit::verifyStage()
{
    begin(Stage::Verify);
    const auto profile = Profile::open(m_record.profile);
    if (!profile) {
        return profile.error();
    }
    const std::vector<TestColour> colours = coloursToVerify(profile.value());
    const auto before = readGuarded({1, 1, 1}, "white", m_record.calibrated.white);
    if (!before) {
        return before.error();
    }
    const auto read = readVerified(colours, profile.value());
    if (!read) {
        return read.error();
    }
    const auto after = readGuarded({1, 1, 1}, "white", m_record.calibrated.white);
    if (!after) {
        return after.error();
    }
    std::vector<VerifiedColour> verified;
    for (size_t i = 0; i < colours.size(); ++i) {
        verified.push_back({colours[i], withoutDrift((*read)[i], *before, *after), (*read)[i].sigma, {}, 0, 0});
    }
    const bool drifted = std::abs(after->xyz.b / before->xyz.b - 1) > 0.01;
    if (drifted) {
        warn("White moved by " + fixed(100 * (after->xyz.b / before->xyz.b - 1), 1) + " % while the colours were verified.");
    }
    const XYZ white = drifted ? after->xyz : 0.5 * (before->xyz + after->xyz);
    m_record.verification = verify(std::move(verified), white, profile->chad(), systematic(m_record).deltaE);
    if (const Status s = readUndecided(profile.value(), *before, *after); !s) {
        return s;
    }
    if (m_record.plan.task != Task::Check) {
        judgeMeasuredState();
    }
    judge();
    const Verification &v = m_record.verification;
    finish(Stage::Verify, counted(int(v.colours.size()), "colour") + ": ΔE00 mean " + fixed(v.mean, 2) + " ± " + fixed(2 * v.meanUncertainty, 2)
                              + ", max " + fixed(v.max, 2) + ", 95 % below " + fixed(v.p95, 2) + ": " + verdictName(m_record.verdict));
    return Done{};
}

Status Visit::readUndecided(const Profile &profile, const Measurement &before, const Measurement &after)
{
    constexpr int kLongest = 6; // readings; each lasts as long as the instrument lets it
    const double limit = m_record.plan.tolerance.max, shared = systematic(m_record).deltaE;
    for (int i = 0; i < kLongest; ++i) {
        Verification &v = m_record.verification;
        const auto worst = std::max_element(v.colours.begin(), v.colours.end(),
                                            [](const VerifiedColour &p, const VerifiedColour &q) { return p.deltaE < q.deltaE; });
        const double margin = std::abs(v.max - limit);
        // Reading longer helps only where noise is what keeps it undecided.
        if (worst == v.colours.end() || margin > 2 * v.maxUncertainty || margin < 2 * shared || worst->uncertainty < 0.2 * shared) {
            return Done{};
        }
        const auto m = m_gauge->read(worst->colour.rgb, worst->colour.name + ", longer", std::max(0.02, worst->xyz.b), 1e-5);
        if (!m) {
            return m.error();
        }
        const XYZ again = withoutDrift(*m, before, after);
        for (int c = 0; c < 3; ++c) {
            const double a = 1 / std::pow(worst->sigma[c], 2), b = 1 / std::pow(m->sigma[c], 2);
            worst->xyz[c] = (a * worst->xyz[c] + b * again[c]) / (a + b);
            worst->sigma[c] = 1 / std::sqrt(a + b);
        }
        v = verify(std::move(v.colours), v.white, profile.chad(), shared);
    }
    return Done{};
}

void Visit::judgeMeasuredState()
{
    // White and grays as they were read now, with everything in place, not as they were expected.
    const Verification &v = m_record.verification;
    m_record.calibrated.white = v.white;
    std::vector<GrayInput> grays;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            grays.push_back({d.a, c.xyz});
        }
    }
    std::sort(grays.begin(), grays.end(), [](const GrayInput &p, const GrayInput &q) { return p.drive < q.drive; });
    m_record.gray = judgeGrays(grays, v.white, m_record.calibrated.black, m_record.targetWhite(), m_record.plan.target.tone);
}

void Visit::judge()
{
    const Tolerance &tolerance = m_record.plan.tolerance;
    const Verification &v = m_record.verification;
    const Systematic shared = systematic(m_record);
    const GrayNoise noise = grayNoise(v);
    const bool profileOnly = m_record.plan.task == Task::Profile;
    auto &checks = m_record.checks;
    checks.clear();
    checks.push_back(check("Mean difference", v.mean, tolerance.mean, 2 * v.meanUncertainty, "ΔE00"));
    checks.push_back(check("Largest difference", v.max, tolerance.max, 2 * v.maxUncertainty, "ΔE00"));
    const auto wantedLuminance = m_record.plan.target.luminance.value();
    const XYZ &white = m_record.calibrated.white;
    // A profile describes a state and judges nothing of it; white, luminance and gray are judged where they were aimed at.
    if (!profileOnly) {
        if (tolerance.whiteDeltaE > 0 && m_record.plan.target.white.chromaticity()) {
            checks.push_back(check("White", whiteDifference(white, m_record.targetWhite()), tolerance.whiteDeltaE, 2 * shared.deltaE, "ΔE00"));
        }
        if (tolerance.luminancePercent > 0 && wantedLuminance) {
            checks.push_back(
                check("Luminance", 100 * std::abs(white.b / *wantedLuminance - 1), tolerance.luminancePercent, 2 * shared.luminancePercent, "%"));
        }
        if (tolerance.grayMean > 0 && usesLut()) {
            checks.push_back(check("Gray mean", m_record.gray.mean, tolerance.grayMean, 2 * std::hypot(noise.mean, shared.deltaE / 2), "ΔE00"));
        }
        if (tolerance.grayMax > 0 && usesLut()) {
            checks.push_back(check("Gray largest", m_record.gray.max, tolerance.grayMax, 2 * std::hypot(noise.max, shared.deltaE / 2), "ΔE00"));
        }
    }
    m_record.verdict = overall(checks);
    m_record.reasons.clear();
    for (const Check &c : checks) {
        m_record.reasons.push_back(c.sentence());
    }
    // A target that the panel cannot reach is a fail whatever the tolerance allows (cli contract).
    if (!profileOnly && wantedLuminance && m_record.plan.task != Task::Check && m_record.aimLuminance < *wantedLuminance * 0.98) {
        m_record.verdict = Verdict::Fail;
        const bool blind = m_record.trim && m_record.trim->saturatedAbove;
        m_record.reasons.push_back("The target asks for " + fixed(*wantedLuminance, 0) + " cd/m²; at the target white this "
                                   + (blind ? "instrument could judge no more than " : "panel reaches ") + fixed(m_record.aimLuminance, 0)
                                   + " cd/m², " + fixed(*wantedLuminance - m_record.aimLuminance, 0)
                                   + " less. Nearest target: " + fixed(std::floor(m_record.aimLuminance), 0) + " cd/m².");
    } else if (!profileOnly && wantedLuminance && m_record.verdict != Verdict::Pass) {
        const double over = white.b - *wantedLuminance;
        if (std::abs(over) > *wantedLuminance * tolerance.luminancePercent / 100 && tolerance.luminancePercent > 0) {
            m_record.reasons.push_back(fixed(std::abs(over), 0) + " cd/m² too " + (over > 0 ? "bright" : "dim")
                                       + ": a full visit sets the brightness anew.");
        }
    }
    const double moved = m_record.aimWhite.y > 0 ? whiteDifference(xyzOf(m_record.aimWhite, 1), m_record.targetWhite()) : 0;
    if (moved > 0.3) {
        m_record.reasons.push_back(
            "The panel cannot show the target white at this luminance. As chosen, the luminance was kept and white was moved by ΔE00 "
            + fixed(moved, 1) + " towards the panel's own.");
    }
    if (m_record.verdict == Verdict::Undecided && !instrumentMatched(m_record)) {
        m_record.reasons.push_back("Give the instrument a correction for this kind of panel to decide it.");
    }
    judgeSoundness(m_record, m_hooks.wallClock ? m_hooks.wallClock() : WallTime{});
}

} // namespace lamp
