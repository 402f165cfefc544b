// SPDX-License-Identifier: GPL-3.0-or-later
// Calibrating: one model of the display, read where it is least sure, gives the ramps.
#include "visit/characterisation.h"

#include "colour/difference.h"
#include "colour/spread.h"
#include "profile/shown_display.h"
#include "visit/nature.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

std::string percent(double v)
{
    return fixed(100 * v, 0) + " %";
}

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

std::string patchNameOf(const Drive &d)
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

GrayAim Characterisation::aimFor(const DisplayModel &model)
{
    // White first: the target's chromaticity at the luminance that every channel can give.
    Chromaticity white = m_s.record.targetWhite();
    const Target &target = m_s.record.plan.target;
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
    m_s.record.aimWhite = white;
    m_s.record.aimLuminance = wanted * share;
    GrayAim aim{xyzOf(white, m_s.record.aimLuminance), black, target.tone};
    if (!target.black.native) {
        const XYZ lifted = xyzOf(white, target.black.cdM2);
        const LinearRgb amounts = basis.amounts(lifted);
        if (std::min({amounts.a, amounts.b, amounts.c}) >= 0 && target.black.cdM2 > black.b) {
            aim.black = lifted;
        } else if (target.black.cdM2 < black.b) {
            m_s.warn(say("panel-black-target-lies", decimal(black.b, 3), decimal(target.black.cdM2, 3)));
        }
    }
    aim.tone = aim.tone.withBlack(aim.black.b / aim.white.b);
    return aim;
}

Result<PanelReading> Characterisation::readPanel(const Drive &rgb, const XYZ &expected, Message why, double integrationS)
{
    m_s.tellNext(patchNameOf(rgb), std::move(why));
    const auto m = m_guard.readGuarded(rgb, patchNameOf(rgb), expected, integrationS);
    if (!m) {
        return m.error();
    }
    return m_guard.panelReading(*m);
}

Status Characterisation::firstLook()
{
    const Trim &t = *m_s.record.trim;
    const Primaries prior = t.primaries.turnedTo(t.white);
    const XYZ &black = prior.black;
    // What was read while trimming counts as far as the menu still stands where it stood then.
    std::vector<PanelReading> readings;
    if (!m_s.record.ramps.empty()) {
        if (const Status s = m_s.bench.resetLut(); !s) {
            return s;
        }
        m_s.record.ramps = {};
    }
    m_known.model.reset();
    bool blackKnown = false;
    for (const Measurement &m : m_s.record.readings) {
        // The last black of trimming was read at the settings that were left.
        const bool last = &m == &m_s.record.readings.back() && m.rgb == Drive{};
        const bool trimmed = m.stage == stageName(Stage::Trim) && (t.moves == 0 || last);
        if (m.mode == ReadMode::Emission && !m.superseded && !m_s.ofBefore(m) && (trimmed || m.xyz == t.white)) {
            readings.push_back(m_guard.panelReading(m));
            blackKnown = blackKnown || m.rgb == Drive{};
        }
    }
    if (!blackKnown) {
        const auto r = m_guard.firstBlack(black, t.white.b);
        if (!r) {
            return r.error();
        }
        readings.push_back(r.value());
    }
    std::vector<double> drives{0.12, 0.3, 0.6};
    if (m_guard.litBefore() || readings.size() < 2) {
        // White may have been read in the same light.
        std::erase_if(readings, [](const PanelReading &r) { return r.behind.b >= 1; });
        drives.push_back(1);
    }
    const auto grays = readFirstGrays(drives, black, t.white);
    if (!grays) {
        return grays.error();
    }
    readings.insert(readings.end(), grays->begin(), grays->end());
    m_known.model.emplace(prior, 0.02, readings, m_s.gauge->now());
    return probeEnds();
}

Result<std::vector<PanelReading>> Characterisation::readFirstGrays(const std::vector<double> &drives, const XYZ &black, const XYZ &white)
{
    constexpr double kFar = 1.8; // as a ratio of luminances: what tone curves that are no power laws stay within
    std::vector<Measurement> read;
    std::vector<double> exponents; // of each gray's light over its drive
    for (const double v : drives) {
        const Drive d = m_s.onFrameBuffer({v, v, v});
        m_s.tellNext(patchNameOf(d), say("why-first-grays"));
        const auto m = m_guard.readGuarded(d, patchNameOf(d), black + std::pow(v, 2.2) * (white - black));
        if (!m) {
            return m.error();
        }
        read.push_back(*m);
        const double share = std::max(1e-9, (m->xyz.b - black.b) / (white.b - black.b));
        exponents.push_back(d.a < 1 ? std::log(share) / std::log(d.a) : 2.2);
    }
    // There is no model yet that one of them could surprise, and a model that began with a wrong one is slow to doubt it.
    std::vector<double> sorted = exponents;
    std::nth_element(sorted.begin(), sorted.begin() + long(sorted.size() / 2), sorted.end());
    const double usual = sorted[sorted.size() / 2];
    std::vector<PanelReading> readings;
    for (size_t i = 0; i < read.size(); ++i) {
        Measurement &m = read[i];
        if (std::abs((exponents[i] - usual) * std::log(std::max(1e-3, m.rgb.a))) > std::log(kFar)) {
            const double level = std::max(0.02, black.b + std::pow(m.rgb.a, usual) * (white.b - black.b));
            m_s.tellNext(patchNameOf(m.rgb), say("why-far-from-others"));
            const auto agreed = m_s.gauge->readAgreed(m, level, m_s.noiseGoal(level));
            if (!agreed) {
                return agreed.error();
            }
            m = *agreed;
        }
        readings.push_back(m_guard.panelReading(m));
    }
    return readings;
}

std::vector<DesignTarget> Characterisation::designTargets() const
{
    // What the result is judged by: white, the grays in between, colours.
    std::vector<DesignTarget> targets{{m_s.behindRamps({1, 1, 1}), 0.2}};
    constexpr int kGrays = 24, kColours = 40;
    for (int i = 1; i < kGrays; ++i) {
        const double v = double(i) / kGrays;
        targets.push_back({m_s.behindRamps({v, v, v}), 0.5 / kGrays});
    }
    for (int i = 0; i < kColours; ++i) {
        targets.push_back({m_s.behindRamps(spread(i)), 0.3 / kColours});
    }
    return targets;
}

std::vector<Drive> Characterisation::candidatePatches() const
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
        d = m_s.onFrameBuffer(d);
    }
    return all;
}

int Characterisation::readingsLeft() const
{
    // Whatever the panel needed to warm up, a description worth having needs some readings.
    constexpr int kFewest = 12;
    int before = 0, here = 0;
    for (const Measurement &m : m_s.record.readings) {
        const bool calibrating = m.stage == stageName(Stage::Calibrate);
        // What had to be set aside is not held against the display, nor what an interruption made necessary twice.
        if (!m_s.isSetAside(m.index) && !(m_s.ofBefore(m) && (calibrating || m.stage == stageName(Stage::WarmUp)))) {
            ++(calibrating ? here : before);
        }
    }
    const int around = m_s.record.plan.effort == Effort::Quick ? 6 : 7; // whites and blacks of the verification, and what a last round may exceed
    return std::max(m_s.budget.readings - m_s.budget.colours - around - before, kFewest) - here;
}

Status Characterisation::readBatch(int count)
{
    constexpr std::array<double, 5> kTimes{0.5, 1, 2, 4, 8};
    const std::vector<Drive> patches = candidatePatches();
    std::vector<DesignCandidate> candidates;
    for (const Drive &d : patches) {
        const Drive behind = m_s.behindRamps(d);
        const XYZ xyz = m_known.model->evaluate(behind);
        DesignCandidate candidate{behind, {}};
        for (const double seconds : kTimes) {
            XYZ sigma;
            for (int c = 0; c < 3; ++c) {
                sigma[c] = m_s.gauge->noise().sigma(xyz[c], seconds);
            }
            candidate.times.push_back({seconds, sigma});
        }
        candidates.push_back(std::move(candidate));
    }
    std::vector<DesignChoice> chosen = nextReadings(*m_known.model, designTargets(), candidates, count, m_s.budget.secondsEach);
    // From dark to bright: the eye of whoever sits there, and slow pixels, like small steps.
    std::sort(chosen.begin(), chosen.end(), [&](const DesignChoice &p, const DesignChoice &q) {
        return m_known.model->evaluate(candidates[p.candidate].behind).b < m_known.model->evaluate(candidates[q.candidate].behind).b;
    });
    std::vector<PanelReading> readings;
    for (const DesignChoice &choice : chosen) {
        const Drive &behind = candidates[choice.candidate].behind;
        const double unsure = 2 * expectedError(*m_known.model, {{behind, 1}});
        const auto r = readPanel(patches[choice.candidate], m_known.model->evaluate(behind),
                                 say("why-tells-most", int(chosen.size()), decimal(unsure, 2)), choice.seconds);
        if (!r) {
            return r.error();
        }
        readings.push_back(r.value());
        if (m_guard.takeStartOver()) {
            return firstLook();
        }
    }
    std::erase_if(readings, [this](const PanelReading &r) { return m_s.isSetAside(r.number); });
    m_known.model->add(readings, m_s.gauge->now(), true);
    if (const Status s = m_guard.reviewOdd(); !s) {
        return s;
    }
    if (const Status s = m_guard.readWanted(); !s) {
        return s;
    }
    return m_guard.takeStartOver() ? firstLook() : Status(Done{});
}

Status Characterisation::run()
{
    m_s.begin(Stage::Calibrate);
    const bool again = m_known.model.has_value(); // then the panel has only moved on
    m_segment = m_s.settling.segments();
    if (const Status s = again ? watchDrift() : firstLook(); !s) {
        return s;
    }
    rememberNativeTones();
    judgeBlack();
    const bool ramps = m_s.usesLut() && m_s.record.plan.task != Task::Profile;
    if (again) {
        m_known.model->add({}, m_s.gauge->now(), true);
    }
    for (bool proven = !ramps;; proven = true) {
        if (ramps && m_s.usesLut()) {
            const Status made = makeRamps(), seen = made && !proven && !again ? seeRampsWork() : made;
            if (!seen) {
                return seen;
            }
        }
        m_s.record.expectedError = expectedError(*m_known.model, designTargets());
        // A wish is heard before the end as well.
        if (const Status s = m_guard.readWanted(); !s) {
            return s;
        }
        const int left = readingsLeft();
        // At least one round through the ramps shows whether they do what was meant.
        if (proven && (left <= 0 || m_s.record.expectedError < m_s.budget.goal)) {
            break;
        }
        if (proven && m_s.hooks.enough && m_s.hooks.enough()) {
            m_s.warn(say("stopped-reading-early", left, decimal(m_s.record.expectedError, 2)));
            break;
        }
        const Status watched = watchDrift(), read = watched ? readBatch(std::clamp(left - 1, 3, m_s.budget.batch)) : watched;
        if (!read) {
            return read;
        }
    }
    if (ramps && m_s.usesLut()) {
        if (const Status s = withoutDeafLut(); !s) {
            return s;
        }
    }
    nameReach(m_s, *m_known.model);
    nameMixtures(m_s, *m_known.model);
    if (!m_s.usesLut() || !ramps) {
        m_s.record.aimLuminance = m_known.model->white().b;
    }
    describeCalibration();
    return Done{};
}

Status Characterisation::makeRamps()
{
    const GrayPath path(*m_known.model, aimFor(*m_known.model), m_s.record.display.lut->entries);
    m_known.exactRamps = path.exact();
    m_s.record.quantisationFloor = path.quantisationFloor(m_s.record.display.lut->bits);
    return m_s.setRamps(path.rounded(m_s.record.display.lut->bits));
}

void Characterisation::rememberNativeTones()
{
    const Primaries p = m_known.model->primaries();
    const LinearRgb full = p.amounts(p.white);
    for (int c = 0; c < 3; ++c) {
        auto &list = m_s.record.nativeLight[size_t(c)];
        list.clear();
        for (int i = 0; i <= 255; ++i) {
            const double v = i / 255.0;
            // In steps of 1/65535: it is drawn, and nothing is worked out from it.
            list.push_back(std::round(65535 * std::max(0.0, p.amounts(m_known.model->evaluate({v, v, v}))[c] / full[c])) / 65535);
        }
    }
}

double Characterisation::roomTint() const
{
    const auto room = std::find_if(m_s.record.readings.begin(), m_s.record.readings.end(),
                                   [](const Measurement &m) { return m.mode == ReadMode::Ambient && !m.superseded && m.xyz.b > 5; });
    if (room == m_s.record.readings.end()) {
        return 0;
    }
    const Uv white = uvOf(chromaticity(m_known.model->white())), black = uvOf(chromaticity(m_known.model->black())),
             light = uvOf(chromaticity(room->xyz));
    const double du = light.u - white.u, dv = light.v - white.v, length = du * du + dv * dv;
    // Lights too much alike tell nothing.
    return length > 0.02 * 0.02 ? ((black.u - white.u) * du + (black.v - white.v) * dv) / length : 0;
}

void Characterisation::judgeBlack()
{
    constexpr double kRoomTint = 0.25; // of the way: panels' own blacks lie about white or on the blue side of it (common practice)
    const double black = m_known.model->black().b, white = m_known.model->white().b;
    const std::string &technology = m_s.record.display.technology;
    // Pixels that make their own light are black when off; a backlight leaks a few thousandths at most. Common
    // practice, no published source.
    const bool selfLit = technology == "woled" || technology == "qd-oled";
    const double most = std::max(selfLit ? white / 4000 : white / 400, 2 * m_s.record.instrument.floorCdM2);
    const double tinted = roomTint();
    if (black <= most && tinted > kRoomTint && black > std::max(white / 1500, 2 * m_s.record.instrument.floorCdM2)) {
        m_s.warn(say("black-reads-taken-colour", decimal(black, 3), decimal(100 * tinted, 0)));
    }
    if (black > most) {
        m_s.warn(say("black-reads-more-than", decimal(black, black < 1 ? 3 : 2), decimal(most, 3)));
    }
}

void Characterisation::describeCalibration()
{
    const bool ramps = !m_s.record.ramps.empty();
    const ShownDisplay shown(*m_known.model, ramps ? m_known.exactRamps : Ramps{});
    m_s.record.calibrated = {shown.evaluate({1, 0, 0}), shown.evaluate({0, 1, 0}), shown.evaluate({0, 0, 1}),
                             m_known.model->evaluate(m_s.behindRamps({1, 1, 1})), m_known.model->evaluate(m_s.behindRamps({0, 0, 0}))};
    const Primaries &p = m_s.record.calibrated;
    const ToneCurve tone = m_s.record.plan.target.tone.withBlack(p.black.b / p.white.b);
    m_s.record.light = shown.asMatrix(ramps ? tone.samples() : std::vector<double>{}).light;
    // What the model expects of the grays; verification reads them.
    std::vector<GrayInput> grays;
    for (int i = 1; i <= 20; ++i) {
        const double v = m_s.onFrameBuffer({i / 20.0, 0, 0}).a;
        grays.push_back({v, m_known.model->evaluate(m_s.behindRamps({v, v, v}))});
    }
    m_s.record.gray = judgeGrays(grays, p.white, p.black, m_s.record.targetWhite(), m_s.record.plan.target.tone);
    if (ramps) {
        m_s.finish(Stage::Calibrate, say("calibrated-summary", whiteSaid(p.white), decimal(m_s.record.gray.mean, 2),
                                         decimal(2 * m_s.record.expectedError, 2), decimal(m_s.record.quantisationFloor, 2)));
    } else {
        m_s.finish(Stage::Calibrate, say("measured-summary", whiteSaid(p.white)));
    }
}

} // namespace lamp
