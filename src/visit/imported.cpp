// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/imported.h"

#include "colour/difference.h"
#include "gamut/gamut.h"
#include "icc/cgats.h"
#include "visit/verdict.h"
#include "visit/wild_readings.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr size_t kMostInModel = 900; // a fit costs the cube of their number

Error missing(Message what)
{
    return unusable(say("readings-do-not-describe-display"), std::move(what), say("needed-black-white-red"), "readings");
}

bool usable(const Measurement &m)
{
    return m.mode == ReadMode::Emission && !m.superseded;
}

/// The mean of the readings at a drive; where there are none, what was known before; or nothing.
std::optional<XYZ> at(const ReadingSet &set, const Drive &drive)
{
    XYZ sum;
    int n = 0;
    for (const Measurement &m : set.readings) {
        if (usable(m) && (m.rgb.vec() - drive.vec()).cwiseAbs().maxCoeff() < 1e-4) {
            sum = sum + m.xyz;
            ++n;
        }
    }
    if (n > 0) {
        return (1.0 / n) * sum;
    }
    const auto before = std::find_if(set.readings.begin(), set.readings.end(),
                                     [&](const Measurement &m) { return m.name.rfind(kExpectedBefore, 0) == 0 && m.rgb == drive; });
    return before != set.readings.end() ? std::optional(before->xyz) : std::nullopt;
}

bool isGray(const Drive &d)
{
    return std::abs(d.a - d.b) < 1e-6 && std::abs(d.b - d.c) < 1e-6;
}

/// Noise of a reading whose instrument is not known: that of a middling colorimeter (common practice, no published
/// source); the model's own noise factor corrects it.
constexpr double kUsualNoise = 0.0015; ///< relative, of an instrument that does not say (common practice, no published source)

XYZ sigmaOf(const Measurement &m, double white)
{
    return usualNoise(m.xyz, white);
}

Result<DisplayModel> modelOf(const ReadingSet &set, const std::vector<bool> &leftOut)
{
    for (const Measurement &m : set.readings) {
        if (const DisplayState *state = set.states.find(m.state); state != nullptr && !state->ordinary()) {
            return missing(say("readings-of-another-signal"));
        }
    }
    const auto white = at(set, {1, 1, 1}), black = at(set, {0, 0, 0}), red = at(set, {1, 0, 0}), green = at(set, {0, 1, 0}),
               blue = at(set, {0, 0, 1});
    for (const auto &[what, reading] : {std::pair{"white", &white}, std::pair{"black", &black}, std::pair{"full red", &red},
                                        std::pair{"full green", &green}, std::pair{"full blue", &blue}}) {
        if (!*reading) {
            return missing(say("is-missing", patchNamed(what)));
        }
    }
    const Primaries prior{*red, *green, *blue, *white, *black};
    if (!(white->b > 10 * black->b) || !(white->b > 0.5) || std::abs(prior.matrix().determinant()) < 1e-6 * std::pow(white->b, 3)) {
        return missing(say("white-black-three-primaries"));
    }
    std::vector<PanelReading> readings;
    int grays = 0;
    for (size_t i = 0; i < set.readings.size(); ++i) {
        const Measurement &m = set.readings[i];
        if (usable(m) && !(i < leftOut.size() && leftOut[i])) {
            readings.push_back({m.rgb, m.xyz, sigmaOf(m, white->b), m.t, m.index});
            grays += isGray(m.rgb) && m.rgb.a > 0.02 && m.rgb.a < 0.98 ? 1 : 0;
        }
    }
    if (grays < 3) {
        return missing(say("too-few-grays", grays));
    }
    while (readings.size() > kMostInModel) {
        for (size_t i = readings.size(); i-- > 0 && readings.size() > kMostInModel;) {
            if (i % 2 == 1) {
                readings.erase(readings.begin() + long(i));
            }
        }
    }
    double last = 0;
    for (const PanelReading &r : readings) {
        last = std::max(last, r.t);
    }
    return DisplayModel(prior, 0.02, readings, last);
}

/// A reading's name; where it has none, its drive in percent.
Message nameOf(const Measurement &m)
{
    if (!m.name.empty()) {
        return patchNamed(m.name);
    }
    const Eigen::Vector3d d = (100 * m.rgb.vec()).array().round();
    return say("drive-in-percent", int(d[0]), int(d[1]), int(d[2]));
}

/// A set whose wild readings are superseded. \return an error where one of those that everything rests on is wild, and was read once only
Result<ReadingSet> withoutWild(ReadingSet set, const std::vector<WildReading> &wild)
{
    for (const WildReading &w : wild) {
        set.readings[w.at].superseded = true;
    }
    for (const WildReading &w : wild) {
        const Measurement &m = set.readings[w.at];
        const Eigen::Array3d d = m.rgb.vec().array();
        const bool needed = (d * (1 - d)).maxCoeff() < 1e-6 && (d.sum() < 1.5 || d.minCoeff() > 0.5);
        if (needed && !at(set, m.rgb)) {
            return missing(say("reading-is-wild-and-alone", m.index, nameOf(m), decimal(m.xyz.b, 2), decimal(w.expected, 2)));
        }
    }
    return set;
}

/// Those that judge: about every fifth of what is neither black, white nor a primary, and never so many that too few
/// grays are left.
std::vector<bool> keptOut(const ReadingSet &set)
{
    std::vector<bool> out(set.readings.size(), false);
    int grays = 0, colours = 0;
    for (size_t i = 0; i < set.readings.size(); ++i) {
        const Drive &d = set.readings[i].rgb;
        const bool corner = std::min({d.a, d.b, d.c}) == std::max({d.a, d.b, d.c}) ? (d.a < 0.02 || d.a > 0.98)
                                                                                   : (d.vec().array() * (1 - d.vec().array())).maxCoeff() < 1e-3;
        if (!usable(set.readings[i]) || corner) {
            continue;
        }
        out[i] = isGray(d) ? ++grays % 5 == 3 : ++colours % 5 == 3;
    }
    if (grays < 8) {
        for (size_t i = 0; i < out.size(); ++i) {
            out[i] = out[i] && !isGray(set.readings[i].rgb);
        }
    }
    return out;
}

class Import {
public:
    Import(const ReadingSet &set, const std::vector<WildReading> &wild, VisitPlan plan, WallTime now) : m_set(set), m_now(now)
    {
        for (const WildReading &w : wild) {
            const Measurement &m = set.readings[w.at];
            m_record.warnings.push_back(say("reading-is-wild", m.index, nameOf(m), decimal(m.xyz.b, 2), decimal(w.expected, 2)));
        }
        m_record.plan = std::move(plan);
        m_record.plan.task = Task::Profile;
        m_record.started = m_record.finished = now;
        m_record.display.model = set.display.empty() ? "Display" : set.display;
        m_record.instrument.model = set.instrument.empty() ? "unknown instrument" : set.instrument;
        m_record.correction = set.correction;
        m_record.readings = set.readings;
        for (Measurement &m : m_record.readings) {
            m.stage = stageName(Stage::Calibrate);
        }
        m_record.lines = Worklist(Task::Profile, {LineState::Skipped, say("readings-brought-from-elsewhere"), now, "program"});
        m_record.lines.at(Stage::SignOff) = {};
    }

    Result<VisitRecord> run(const Ramps &ramps)
    {
        const std::vector<bool> out = keptOut(m_set);
        const auto model = modelOf(m_set, out);
        if (!model) {
            return model.error();
        }
        const ShownDisplay shown(model.value(), {});
        describe(shown);
        ProfileText text;
        text.description = m_record.profileName();
        text.created = m_now;
        text.version = m_record.plan.iccVersion;
        text.curves = m_record.plan.curves;
        text.perceptualSource = m_record.plan.perceptualSource;
        text.display = m_record.display.model;
        text.readings = readingsToCgats(m_set);
        const auto bytes = profileOf(shown, shown.asMatrix({}), ramps, text, m_record.plan.profileKind, m_record.plan.grid);
        if (!bytes) {
            return bytes.error();
        }
        m_record.profile = bytes.value();
        m_record.ramps = ramps;
        const auto profile = Profile::open(m_record.profile);
        if (!profile) {
            return profile.error();
        }
        const Profile::Facts facts = profile->facts();
        m_record.gamut = coverageBy(*profile, rgbSpaces());
        done(Stage::Profile, say("profile-summary", text.description, facts.version, facts.tables ? say("by-tables") : say("by-matrix")));
        judge(*profile, out);
        judgeSoundness(m_record, m_now);
        return m_record;
    }

private:
    void done(Stage stage, Message summary) { m_record.lines.at(stage) = {LineState::Done, std::move(summary), m_now, "program"}; }

    void describe(const ShownDisplay &shown)
    {
        m_record.calibrated = {shown.evaluate({1, 0, 0}), shown.evaluate({0, 1, 0}), shown.evaluate({0, 0, 1}), shown.white(),
                               shown.evaluate({0, 0, 0})};
        m_record.aimLuminance = shown.white().b;
        m_record.aimWhite = chromaticity(shown.white());
        m_record.light = shown.asMatrix({}).light;
        std::vector<GrayInput> grays;
        for (int i = 1; i <= 20; ++i) {
            const double v = i / 20.0;
            const XYZ xyz = shown.evaluate({v, v, v});
            grays.push_back({v, xyz, kUsualNoise * xyz});
        }
        m_record.gray = judgeGrays(grays, shown.white(), m_record.calibrated.black, m_record.targetWhite(), m_record.plan.target.tone);
        done(Stage::Calibrate, say("readings-imported-summary", say("count-readings", int(m_set.readings.size())), decimal(shown.white().b, 1)));
    }

    void judge(const Profile &profile, const std::vector<bool> &out)
    {
        std::vector<VerifiedColour> colours;
        for (size_t i = 0; i < out.size(); ++i) {
            if (out[i]) {
                const Measurement &m = m_set.readings[i];
                const std::string name = m.name.empty() ? "reading " + std::to_string(m.index) : m.name;
                colours.push_back({{name, profile.colourOf(m.rgb), m.rgb}, m.xyz, sigmaOf(m, m_record.calibrated.white.b)});
            }
        }
        if (colours.size() < 3) {
            m_record.lines.at(Stage::Verify).summary = say("too-few-readings-keep");
            m_record.verdict = Verdict::Undecided;
            m_record.reasons = {say("too-few-readings-keep-some")};
            return;
        }
        // White is the model's, of many readings; no better than one of them is counted.
        const XYZ &white = m_record.calibrated.white;
        m_record.verification = verify(std::move(colours), {white, kUsualNoise * white, {}}, profile.chad());
        const Verification &v = m_record.verification;
        weighRecord(m_record);
        // A profile's: white, luminance and grays are not judged, nothing says that they were aimed at.
        judgeFigures(m_record);
        if (!m_record.instrumentMatched()) {
            m_record.reasons.push_back(say("nothing-says-what-instrument"));
        }
        m_record.warnings.push_back(say("profile-judged-readings-same"));
        done(Stage::Verify, say("kept-out-summary", say("count-readings", int(v.colours.size())), decimal(v.mean, 2),
                                decimal(m_record.doubt.mean.by(m_record.scope()), 2), decimal(v.max, 2), named(m_record.verdict)));
    }

    const ReadingSet &m_set;
    WallTime m_now;
    VisitRecord m_record;
};

} // namespace

Result<Bytes> profileOf(const ShownDisplay &shown, const MatrixModel &matrix, const Ramps &ramps, const ProfileText &text, ProfileKind kind, int grid)
{
    const bool table = kind == ProfileKind::Table || (kind == ProfileKind::Auto && matrixFit(shown, matrix).wantsTable());
    return table ? writeTableProfile(shown, ramps, text, grid) : writeMatrixProfile(matrix, ramps, text);
}

Result<DisplayModel> displayModelOf(const ReadingSet &set)
{
    const auto sane = withoutWild(set, wildReadings(set));
    return sane ? modelOf(*sane, {}) : Result<DisplayModel>(sane.error());
}

XYZ usualNoise(const XYZ &reading, double white)
{
    XYZ s;
    for (int c = 0; c < 3; ++c) {
        s[c] = std::hypot(kUsualNoise * reading[c], 3e-5 * white);
    }
    return s;
}

Result<VisitRecord> visitFromReadings(const ReadingSet &set, VisitPlan plan, const Ramps &ramps, WallTime now)
{
    const std::vector<WildReading> wild = wildReadings(set);
    const auto sane = withoutWild(set, wild);
    return sane ? Import(*sane, wild, std::move(plan), now).run(ramps) : Result<VisitRecord>(sane.error());
}

Result<Bytes> rebuiltProfile(const Profile &profile, ProfileText text, ProfileKind kind, int grid)
{
    const Profile::Facts facts = profile.facts();
    if (facts.readings.empty()) {
        return missing(say("profile-carries-no-readings"));
    }
    const auto set = readingsFromCgats(facts.readings);
    if (!set) {
        return set.error();
    }
    const auto ramps = profile.ramps(1024);
    auto model = displayModelOf(set.value());
    if (!model) {
        return model.error();
    }
    text.readings = facts.readings;
    // Readings behind the LUT see no ramps; the others were read through whatever stood there.
    const ShownDisplay shown(model.value(), set->behindLut && ramps ? *ramps : Ramps{});
    return profileOf(shown, shown.asMatrix({}), ramps.value_or(Ramps{}), text, kind, grid);
}

} // namespace lamp
