// SPDX-License-Identifier: GPL-3.0-or-later
// Calibrating and profiling: one model of the display, read where it is least sure, gives ramps and profile.
#include "model/design.h"
#include "visit/visit.h"

#include "colour/difference.h"
#include "visit/gamut_figures.h"
#include "visit/imported.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace lamp {

Budget budgetOf(Effort effort, Task task)
{
    Budget b{};
    switch (effort) {
    case Effort::Quick: b = {3, 44, 5, 12, 0.18, 0.0012}; break;
    case Effort::Standard: b = {4, 75, 7, 24, 0.11, 0.0009}; break;
    case Effort::Thorough: b = {6, 160, 12, 24, 0.06, 0.0006}; break;
    }
    if (task == Task::Refresh) {
        b.readings = b.readings * 3 / 4;
    }
    return b;
}

namespace {

/// The relative noise that is as visible at a level as `atWhite` is at white: CIELAB's cube root makes the eye less
/// sensitive to the same share of less light.
double goalAt(double level, double white, double atWhite)
{
    return level >= white ? 0.4 * atWhite : atWhite * std::cbrt(white / std::max(level, 1e-4 * white));
}

std::string percent(double v)
{
    return fixed(100 * v, 0) + " %";
}

std::string patchName(const Drive &d)
{
    const std::array<const char *, 3> names{"red ", "green ", "blue "};
    if (d.a == d.b && d.b == d.c) {
        return d.a <= 0 ? "black" : (d.a >= 1 ? "white" : "gray " + percent(d.a));
    }
    for (int c = 0; c < 3; ++c) {
        if (d[(c + 1) % 3] <= 0 && d[(c + 2) % 3] <= 0) {
            return names[size_t(c)] + percent(d[c]);
        }
    }
    return "colour " + fixed(100 * d.a, 0) + " " + fixed(100 * d.b, 0) + " " + fixed(100 * d.c, 0) + " %";
}

/// Points spread evenly over the cube of drives: an additive recurrence with the inverse powers of the plastic number's
/// cousin in three dimensions (Roberts 2018, "The unreasonable effectiveness of quasirandom sequences"; constant
/// from memory, the root of x^4 = x + 1).
Drive spread(int i)
{
    constexpr double g = 1.22074408460575947536;
    const auto part = [i](double step) {
        const double x = 0.5 + step * (i + 1);
        return x - std::floor(x);
    };
    return {part(1 / g), part(1 / (g * g)), part(1 / (g * g * g))};
}

} // namespace

Status Visit::setRamps(const Ramps &ramps)
{
    m_touched = true;
    m_record.ramps = ramps;
    return m_bench.setLut(ramps);
}

Drive Visit::behindRamps(const Drive &rgb) const
{
    return throughRamps(m_record.ramps, rgb, m_record.display.bits, usesLut() ? m_record.display.lut->bits : m_record.display.bits);
}

Drive Visit::onFrameBuffer(const Drive &rgb) const
{
    const double top = std::ldexp(1.0, m_record.display.bits) - 1;
    Drive d;
    for (int c = 0; c < 3; ++c) {
        d[c] = std::round(std::clamp(rgb[c], 0.0, 1.0) * top) / top;
    }
    return d;
}

double Visit::noiseGoal(double level) const
{
    const double white = m_record.aimLuminance > 0 ? m_record.aimLuminance : 120;
    return goalAt(level, 0.98 * white, m_budget.noise);
}

namespace {

/// The share of a luminance that a display can show at a chromaticity, at most 1.
double reachableShare(const DisplayModel &model, const Chromaticity &white, double luminance)
{
    const Primaries basis = model.primaries();
    const LinearRgb full = basis.amounts(model.white()), needed = basis.amounts(xyzOf(white, luminance));
    double share = 1;
    for (int c = 0; c < 3; ++c) {
        share = std::min(share, full[c] / std::max(needed[c], 1e-9));
    }
    // Where channels do not add up the sum above is only near: the most that the model really shows, by halving.
    const auto shows = [&](double s) {
        const XYZ aimed = xyzOf(white, luminance * s);
        const XYZ shown = model.evaluate(model.driveFor(aimed, {0.98, 0.98, 0.98}));
        return whiteDifference(shown, white) < 0.05 && std::abs(shown.b / aimed.b - 1) < 0.0005;
    };
    if (!shows(share) || share < 1) {
        double low = 0.9 * share, high = std::min(1.0, 1.05 * share);
        for (int i = 0; i < 12; ++i) {
            const double middle = (low + high) / 2;
            (shows(middle) ? low : high) = middle;
        }
        share = low;
    }
    return share;
}

/// On the way in u'v' from one white to another.
Chromaticity between(const Chromaticity &from, const Chromaticity &to, double t)
{
    const Uv a = uvOf(from), b = uvOf(to);
    return xyOf({a.u + t * (b.u - a.u), a.v + t * (b.v - a.v)});
}

} // namespace

GrayAim Visit::aimFor(const DisplayModel &model)
{
    // White first: the target's chromaticity at the luminance that every channel can give.
    Chromaticity white = m_record.targetWhite();
    const Target &target = m_record.plan.target;
    const double wanted = target.luminance.value().value_or(1e4);
    const XYZ black = model.black();
    const Primaries basis = model.primaries();
    double share = reachableShare(model, white, wanted);
    if (share < 0.999 && target.keepLuminance && target.luminance.value()) {
        const Chromaticity own = chromaticity(model.white());
        double low = 0, high = 1;
        for (int i = 0; i < 10; ++i) {
            const double middle = (low + high) / 2;
            (reachableShare(model, between(white, own, middle), wanted) < 0.999 ? low : high) = middle;
        }
        white = between(white, own, high);
        share = reachableShare(model, white, wanted);
    }
    m_record.aimWhite = white;
    m_record.aimLuminance = wanted * share;
    GrayAim aim{xyzOf(white, m_record.aimLuminance), black, target.tone};
    if (!target.black.native) {
        const XYZ lifted = xyzOf(white, target.black.cdM2);
        const LinearRgb amounts = basis.amounts(lifted);
        if (std::min({amounts.a, amounts.b, amounts.c}) >= 0 && target.black.cdM2 > black.b) {
            aim.black = lifted;
        } else if (target.black.cdM2 < black.b) {
            warn(say("panel-black-target-lies", decimal(black.b, 3), decimal(target.black.cdM2, 3)));
        }
    }
    aim.tone = aim.tone.withBlack(aim.black.b / aim.white.b);
    return aim;
}

Result<PanelReading> Visit::readPanel(const Drive &rgb, const XYZ &expected)
{
    const auto m = readGuarded(rgb, patchName(rgb), expected);
    if (!m) {
        return m.error();
    }
    return panelReading(*m);
}

Status Visit::firstLook()
{
    const Trim &t = *m_record.trim;
    const Primaries prior = t.primaries.turnedTo(t.white);
    const XYZ &black = prior.black;
    // What was read while trimming counts as far as the menu still stands where it stood then.
    std::vector<PanelReading> readings;
    if (!m_record.ramps.empty()) {
        if (const Status s = m_bench.resetLut(); !s) {
            return s;
        }
        m_record.ramps = {};
    }
    m_model.reset();
    bool blackKnown = false;
    for (const Measurement &m : m_record.readings) {
        const bool trimmed = m.stage == stageName(Stage::Trim) && t.moves == 0;
        if (m.mode == ReadMode::Emission && !m.superseded && !ofBefore(m) && (trimmed || m.xyz == t.white)) {
            readings.push_back(panelReading(m));
            blackKnown = blackKnown || m.rgb == Drive{};
        }
    }
    if (!blackKnown) {
        const auto r = firstBlack(black, t.white.b);
        if (!r) {
            return r.error();
        }
        readings.push_back(r.value());
    }
    std::vector<double> drives{0.12, 0.3, 0.6};
    if (m_litBefore || readings.size() < 2) {
        // White may have been read in the same light.
        std::erase_if(readings, [](const PanelReading &r) { return r.behind.b >= 1; });
        drives.push_back(1);
    }
    for (const double v : drives) {
        const Drive d = onFrameBuffer({v, v, v});
        const auto r = readPanel(d, black + std::pow(v, 2.2) * (t.white - black));
        if (!r) {
            return r.error();
        }
        readings.push_back(r.value());
    }
    m_model.emplace(prior, 0.02, readings, m_gauge->now());
    return Done{};
}

std::vector<DesignTarget> Visit::designTargets() const
{
    // What the result is judged by: white, the grays in between, colours.
    std::vector<DesignTarget> targets{{behindRamps({1, 1, 1}), 0.2}};
    constexpr int kGrays = 24, kColours = 40;
    for (int i = 1; i < kGrays; ++i) {
        const double v = double(i) / kGrays;
        targets.push_back({behindRamps({v, v, v}), 0.5 / kGrays});
    }
    for (int i = 0; i < kColours; ++i) {
        targets.push_back({behindRamps(spread(i)), 0.3 / kColours});
    }
    return targets;
}

std::vector<Drive> Visit::candidatePatches() const
{
    std::vector<Drive> all;
    constexpr int kGrays = 28, kMixtures = 36;
    for (int i = 0; i <= kGrays; ++i) {
        // Denser in the dark, where curves bend most.
        const double v = std::pow(double(i) / kGrays, 1.4);
        all.push_back({v, v, v});
    }
    for (const double v : {0.2, 0.4, 0.65, 1.0}) {
        all.insert(all.end(), {{v, 0, 0}, {0, v, 0}, {0, 0, v}});
    }
    for (const double v : {0.5, 1.0}) {
        all.insert(all.end(), {{v, v, 0}, {0, v, v}, {v, 0, v}});
    }
    for (int i = 0; i < kMixtures; ++i) {
        all.push_back(spread(100 + i));
    }
    for (Drive &d : all) {
        d = onFrameBuffer(d);
    }
    return all;
}

int Visit::readingsLeft() const
{
    // Whatever the panel needed to warm up, a description worth having needs some readings.
    constexpr int kFewest = 12;
    int before = 0, here = 0;
    for (const Measurement &m : m_record.readings) {
        const bool calibrating = m.stage == stageName(Stage::Calibrate);
        // What had to be set aside is not held against the display, nor what an interruption made necessary twice.
        if (!isSetAside(m.index) && !(ofBefore(m) && (calibrating || m.stage == stageName(Stage::WarmUp)))) {
            ++(calibrating ? here : before);
        }
    }
    return std::max(m_budget.readings - m_budget.colours - 2 - before, kFewest) - here;
}

Status Visit::readBatch(int count)
{
    const std::vector<Drive> patches = candidatePatches();
    std::vector<DesignCandidate> candidates;
    for (const Drive &d : patches) {
        const Drive behind = behindRamps(d);
        const XYZ xyz = m_model->evaluate(behind);
        const double level = std::max(xyz.b, 0.02);
        const double integration = m_gauge->noise().integrationFor(level, noiseGoal(level));
        XYZ sigma;
        for (int c = 0; c < 3; ++c) {
            sigma[c] = m_gauge->noise().sigma(xyz[c], integration);
        }
        candidates.push_back({behind, sigma});
    }
    std::vector<size_t> chosen = nextReadings(*m_model, designTargets(), candidates, count);
    // From dark to bright: the eye of whoever sits there, and slow pixels, like small steps.
    std::sort(chosen.begin(), chosen.end(),
              [&](size_t p, size_t q) { return m_model->evaluate(candidates[p].behind).b < m_model->evaluate(candidates[q].behind).b; });
    std::vector<PanelReading> readings;
    for (const size_t i : chosen) {
        const auto r = readPanel(patches[i], m_model->evaluate(candidates[i].behind));
        if (!r) {
            return r.error();
        }
        readings.push_back(r.value());
        if (m_startOver) {
            m_startOver = false;
            return firstLook();
        }
    }
    std::erase_if(readings, [this](const PanelReading &r) { return isSetAside(r.number); });
    m_model->add(readings, m_gauge->now(), true);
    return reviewOdd();
}

Status Visit::calibrateStage()
{
    begin(Stage::Calibrate);
    if (m_record.plan.task == Task::Check) {
        return measureAsItStands();
    }
    if (const Status s = firstLook(); !s) {
        return s;
    }
    rememberNativeTones();
    judgeBlack();
    const bool ramps = usesLut() && m_record.plan.task != Task::Profile;
    for (bool proven = !ramps;; proven = true) {
        if (ramps) {
            if (const Status s = makeRamps(); !s) {
                return s;
            }
        }
        m_record.expectedError = expectedError(*m_model, designTargets());
        const int left = readingsLeft();
        // At least one round through the ramps shows whether they do what was meant.
        if (proven && (left <= 0 || m_record.expectedError < m_budget.goal)) {
            break;
        }
        if (const Status s = readBatch(std::clamp(left, 3, m_budget.batch)); !s) {
            return s;
        }
    }
    if (!ramps) {
        m_record.aimLuminance = m_model->white().b;
    }
    describeCalibration();
    return Done{};
}

Status Visit::makeRamps()
{
    const GrayPath path(*m_model, aimFor(*m_model), m_record.display.lut->entries);
    m_exactRamps = path.exact();
    m_record.quantisationFloor = path.quantisationFloor(m_record.display.lut->bits);
    return setRamps(path.rounded(m_record.display.lut->bits));
}

void Visit::rememberNativeTones()
{
    const Primaries p = m_model->primaries();
    const LinearRgb full = p.amounts(p.white);
    for (int c = 0; c < 3; ++c) {
        auto &list = m_record.nativeLight[size_t(c)];
        list.clear();
        for (int i = 0; i <= 255; ++i) {
            const double v = i / 255.0;
            // In steps of 1/65535: it is drawn, and nothing is worked out from it.
            list.push_back(std::round(65535 * std::max(0.0, p.amounts(m_model->evaluate({v, v, v}))[c] / full[c])) / 65535);
        }
    }
}

double Visit::roomTint() const
{
    const auto room = std::find_if(m_record.readings.begin(), m_record.readings.end(),
                                   [](const Measurement &m) { return m.mode == ReadMode::Ambient && !m.superseded && m.xyz.b > 5; });
    if (room == m_record.readings.end()) {
        return 0;
    }
    const Uv white = uvOf(chromaticity(m_model->white())), black = uvOf(chromaticity(m_model->black())), light = uvOf(chromaticity(room->xyz));
    const double du = light.u - white.u, dv = light.v - white.v, length = du * du + dv * dv;
    // Lights too much alike tell nothing.
    return length > 0.02 * 0.02 ? ((black.u - white.u) * du + (black.v - white.v) * dv) / length : 0;
}

void Visit::judgeBlack()
{
    constexpr double kRoomTint = 0.25; // of the way: panels' own blacks lie about white or on the blue side of it (common practice)
    const double black = m_model->black().b, white = m_model->white().b;
    const std::string &technology = m_record.display.technology;
    // Pixels that make their own light are black when off; a backlight leaks a few thousandths at most. Common
    // practice, no published source.
    const bool selfLit = technology == "woled" || technology == "qd-oled";
    const double most = std::max(selfLit ? white / 4000 : white / 400, 2 * m_record.instrument.floorCdM2);
    const double tinted = roomTint();
    if (black <= most && tinted > kRoomTint && black > std::max(white / 1500, 2 * m_record.instrument.floorCdM2)) {
        warn(say("black-reads-taken-colour", decimal(black, 3), decimal(100 * tinted, 0)));
    }
    if (black > most) {
        warn(say("black-reads-more-than", decimal(black, black < 1 ? 3 : 2), decimal(most, 3)));
    }
}

std::optional<XYZ> Visit::roomWhite() const
{
    std::optional<XYZ> white;
    for (const Measurement &m : m_record.readings) {
        if (m.mode == ReadMode::Ambient && !m.superseded) {
            // Luminance of a perfect diffuser is illuminance over pi.
            white = XYZ(m.xyz.vec() / M_PI);
        }
    }
    return white;
}

void Visit::describeCalibration()
{
    const bool ramps = !m_record.ramps.empty();
    const ShownDisplay shown(*m_model, ramps ? m_exactRamps : Ramps{});
    m_record.calibrated = {shown.evaluate({1, 0, 0}), shown.evaluate({0, 1, 0}), shown.evaluate({0, 0, 1}), m_model->evaluate(behindRamps({1, 1, 1})),
                           m_model->evaluate(behindRamps({0, 0, 0}))};
    const Primaries &p = m_record.calibrated;
    const ToneCurve tone = m_record.plan.target.tone.withBlack(p.black.b / p.white.b);
    m_record.light = shown.asMatrix(ramps ? tone.samples() : std::vector<double>{}).light;
    // What the model expects of the grays; verification reads them.
    std::vector<GrayInput> grays;
    for (int i = 1; i <= 20; ++i) {
        const double v = onFrameBuffer({i / 20.0, 0, 0}).a;
        grays.push_back({v, m_model->evaluate(behindRamps({v, v, v}))});
    }
    m_record.gray = judgeGrays(grays, p.white, p.black, m_record.targetWhite(), m_record.plan.target.tone);
    if (ramps) {
        finish(Stage::Calibrate, say("calibrated-summary", whiteSaid(p.white), decimal(m_record.gray.mean, 2), decimal(2 * m_record.expectedError, 2),
                                     decimal(m_record.quantisationFloor, 2)));
    } else {
        finish(Stage::Calibrate, say("measured-summary", whiteSaid(p.white)));
    }
}

Status Visit::measureAsItStands()
{
    const auto opened = m_record.plan.profileIn.empty() ? std::nullopt : std::optional(Profile::open(m_record.plan.profileIn));
    if (opened && !*opened) {
        return opened->error();
    }
    if (opened && usesLut() && !m_record.display.lutLoaded) {
        if (const auto ramps = opened->value().ramps(m_record.display.lut->entries)) {
            warn(say("profile-ramps-not-loaded"));
            if (const Status s = setRamps(*ramps); !s) {
                return s;
            }
        }
    }
    Primaries &p = m_record.calibrated;
    const auto primaries = readPrimaries(*m_gauge, std::nullopt, m_record.aimLuminance > 0 ? m_record.aimLuminance : 120);
    if (!primaries) {
        return primaries.error();
    }
    p = primaries.value();
    m_record.aimLuminance = p.white.b;
    const ToneCurve tone = m_record.plan.target.tone.withBlack(p.black.b / p.white.b);
    const GrayAim aim{p.white, p.black, tone};
    std::vector<GrayInput> grays;
    for (const double wanted : {0.06, 0.12, 0.2, 0.3, 0.42, 0.56, 0.72, 0.88}) {
        const Drive d = onFrameBuffer({wanted, wanted, wanted});
        const XYZ neutral = aim.neutral(d.a);
        const double expected = std::max(0.02, neutral.b);
        auto m = m_gauge->read(d, patchName(d), expected, noiseGoal(expected));
        if (m) {
            const RelXYZ n = relativeTo(p.white, p.white.b);
            m = believed(m.value(), deltaE2000(labOf(relativeTo(neutral, p.white.b), n), labOf(relativeTo(m->xyz, p.white.b), n)), expected);
        }
        if (!m) {
            return m.error();
        }
        grays.push_back({d.a, m->xyz});
    }
    m_record.gray = judgeGrays(grays, p.white, p.black, m_record.targetWhite(), m_record.plan.target.tone);
    m_record.light.fill(tone.samples());
    finish(Stage::Calibrate, say("as-found-summary", whiteSaid(p.white), decimal(m_record.gray.mean, 2)));
    return Done{};
}

Status Visit::profileStage()
{
    if (m_record.plan.task == Task::Check && !m_record.plan.profileIn.empty()) {
        m_record.profile = m_record.plan.profileIn;
        skip(Stage::Profile, say("profile-given", m_record.plan.profileInName));
        return Done{};
    }
    begin(Stage::Profile);
    if (m_record.plan.task == Task::Check) {
        warn(say("no-profile-given-check"));
    }
    const std::optional<ShownDisplay> shown =
        m_model ? std::optional<ShownDisplay>(std::in_place, *m_model, m_record.ramps.empty() ? Ramps{} : m_exactRamps) : std::nullopt;
    const MatrixModel matrix = m_record.asMatrix();
    const bool table = shown && wantsTable(*shown, matrix);
    ProfileText text;
    text.description = m_record.profileName();
    text.created = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    text.version = m_record.plan.iccVersion;
    text.curves = m_record.plan.curves;
    text.roomWhite = roomWhite();
    text.display = m_record.display.model + (m_record.display.serial.empty() ? "" : " " + m_record.display.serial);
    if (m_model) {
        text.readings = readingsToCgats(modelReadings());
    }
    const auto bytes = table ? writeTableProfile(*shown, m_record.ramps, text, m_record.plan.grid) : writeMatrixProfile(matrix, m_record.ramps, text);
    if (!bytes || !Profile::open(bytes.value())) {
        return Error{ErrorKind::Bench,     say("readings-do-not-describe", m_gauge->instrumentName()),
                     say("readings-kept"), say("see-display-shows-what"),
                     "not-following",      false};
    }
    m_record.profile = bytes.value();
    compareWithTargetGamut();
    if (const auto profile = Profile::open(m_record.profile)) {
        describeGamut(m_record, *profile, table ? &*shown : nullptr, matrix);
    }
    finish(Stage::Profile, say("profile-gamut-summary", text.description, text.version, table ? say("by-tables") : say("by-matrix"),
                               decimal(m_record.coverage["sRGB"], 1), decimal(m_record.coverage["Adobe RGB (1998)"], 1)));
    return Done{};
}

ReadingSet Visit::modelReadings() const
{
    ReadingSet set;
    for (const PanelReading &r : m_model->readings()) {
        Measurement m;
        m.index = r.number;
        // Eight figures: a thousand times finer than any instrument, and the profile stays small.
        for (int c = 0; c < 3; ++c) {
            m.rgb[c] = withFigures(r.behind[c], 8);
            m.xyz[c] = withFigures(r.xyz[c], 8);
        }
        m.t = withFigures(r.t, 8);
        set.readings.push_back(m);
    }
    // What was known before, from trimming: no readings of this state, but a model needs them to begin with.
    const Primaries &p = m_model->prior();
    for (const auto &[name, drive, xyz] :
         {std::tuple{"red", Drive{1, 0, 0}, p.red}, std::tuple{"green", Drive{0, 1, 0}, p.green}, std::tuple{"blue", Drive{0, 0, 1}, p.blue},
          std::tuple{"white", Drive{1, 1, 1}, p.white}, std::tuple{"black", Drive{0, 0, 0}, p.black}}) {
        Measurement m;
        m.name = std::string(kExpectedBefore) + name;
        m.rgb = drive;
        m.xyz = xyz;
        m.superseded = true;
        set.readings.push_back(m);
    }
    set.display = m_record.display.model + " " + m_record.display.serial;
    set.instrument = m_record.instrument.model + " " + m_record.instrument.serial;
    set.correction = m_record.correction;
    set.created = isoTime(m_record.started);
    set.behindLut = true;
    return set;
}

bool Visit::wantsTable(const ShownDisplay &shown, const MatrixModel &matrix)
{
    const MatrixFit fit = matrixFit(shown, matrix);
    switch (m_record.plan.profileKind) {
    case ProfileKind::Auto: return fit.wantsTable();
    case ProfileKind::Table: return true;
    case ProfileKind::Matrix: break;
    }
    if (fit.mean > 0.5) {
        warn(say("red-green-blue-do", decimal(fit.mean, 1), decimal(fit.max, 1)));
    }
    return false;
}

void Visit::compareWithTargetGamut()
{
    const auto space = rgbSpace(m_record.plan.target.gamut);
    if (!space) {
        return;
    }
    const Primaries &p = m_record.calibrated;
    const std::array<Chromaticity, 3> own{chromaticity(p.red), chromaticity(p.green), chromaticity(p.blue)};
    double worst = 0;
    for (size_t c = 0; c < 3; ++c) {
        worst = std::max(worst, uvDistance(own[c], space->primaries[c]));
    }
    if (worst > 0.005) {
        warn(say("target-asks-gamut-panel", space->name, decimal(worst, 3)));
    }
}

} // namespace lamp
