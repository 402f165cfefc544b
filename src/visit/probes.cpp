// SPDX-License-Identifier: GPL-3.0-or-later
// What calibrating looks at beside the readings that its model asks for: where channels end, whether ramps do anything, how white moves.
#include "visit/characterisation.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kOffNearWhite = 0.025, kOffNearBlack = 0.5; ///< of a channel's light, from what the model expects

} // namespace

Status Characterisation::probeEnds()
{
    // A channel that ends before its drive does is flat there, and black that is crushed shows nothing: a gray near either end
    // tells, and where it is not as the model expects, its neighbours do.
    const auto gray = [](double v) { return Drive{v, v, v}; };
    const auto bright = probe({gray(0.94)}, say("why-bright-end"));
    if (!bright) {
        return bright.error();
    }
    if (bright->vec().cwiseAbs().maxCoeff() > kOffNearWhite) {
        if (const Status s = probeBrightEnd(*bright); !s) {
            return s;
        }
    }
    const auto dark = probe({gray(0.04)}, say("why-dark-end"));
    const bool off = dark && dark->vec().cwiseAbs().maxCoeff() > kOffNearBlack;
    const auto around = off ? probe({gray(0.02), gray(0.07)}, say("why-around-dark-end")) : dark;
    return around ? Status(Done{}) : Status(around.error());
}

Status Characterisation::probeBrightEnd(const LinearRgb &off)
{
    const auto found = [this] {
        const auto &reach = m_known.model->reach();
        return std::any_of(reach.begin(), reach.end(), [](const Reach &r) { return r.to < 1; });
    };
    const auto grays = probe({{0.97, 0.97, 0.97}, {0.88, 0.88, 0.88}, {0.8, 0.8, 0.8}}, say("why-around-bright-end"));
    if (!grays) {
        return grays.error();
    }
    if (!found()) {
        // Where the channels' light does not add up to gray, each has to be looked at by itself.
        for (int c = 0; c < 3; ++c) {
            std::vector<Drive> alone;
            for (const double v : {1.0, 0.96, 0.92, 0.86, 0.78}) {
                Drive d;
                d[c] = v;
                alone.push_back(d);
            }
            if (std::abs(off[c]) > kOffNearWhite) {
                if (const auto r = probe(alone, say("why-channel-alone")); !r) {
                    return r.error();
                }
            }
        }
    }
    // Just below each end its place is told best.
    std::vector<Drive> ends;
    for (const Reach &r : m_known.model->reach()) {
        const double v = r.to - 0.012;
        const bool near = std::any_of(ends.begin(), ends.end(), [&](const Drive &e) { return std::abs(e.a - v) < 0.01; });
        if (r.to < 1 && !near) {
            ends.push_back({v, v, v});
        }
    }
    const auto r = probe(ends, say("why-just-below-end"));
    return r ? Status(Done{}) : Status(r.error());
}

Result<LinearRgb> Characterisation::probe(const std::vector<Drive> &patches, const Message &why)
{
    LinearRgb off;
    for (const Drive &patch : patches) {
        const Drive d = m_s.onFrameBuffer(patch);
        const XYZ expected = m_known.model->evaluate(m_s.behindRamps(d));
        const Primaries p = m_known.model->primaries();
        const auto r = readPanel(d, expected, why);
        if (!r) {
            return r.error();
        }
        const LinearRgb seen = p.amounts(r->xyz), wanted = p.amounts(expected);
        for (int c = 0; c < 3; ++c) {
            off[c] = seen[c] / std::max(wanted[c], 1e-9) - 1;
        }
        m_known.model->add({r.value()}, m_s.gauge->now(), true);
    }
    return off;
}

Result<PanelReading> Characterisation::readWatchedWhite()
{
    const Drive full{1, 1, 1};
    const XYZ expected = m_known.model->evaluate(m_s.behindRamps(full)), whole = m_known.model->evaluate(full);
    m_s.tellNext("white", say("why-white-again"));
    const auto m = m_guard.readGuarded(full, "white", expected);
    if (!m) {
        return m.error();
    }
    XYZ without = m->xyz; // as it would be without ramps, which change from batch to batch
    for (int c = 0; c < 3; ++c) {
        without[c] *= whole[c] / std::max(expected[c], 1e-9);
    }
    m_s.settling.add(m->t, without, m->sigma.b / std::max(m->xyz.b, 1e-6), m_segment);
    return m_guard.panelReading(*m);
}

bool Characterisation::movesOn(double restS, bool known) const
{
    constexpr double kLuminance = 0.006, kUv = 0.0008, kEver = 3600, kSure = 1.5;
    // That it moves has to be seen; that it stands again, too.
    const auto much = [known](const Settling::Change &c, double goal) {
        return known ? c.bound() > goal : std::abs(c.mean) > std::max(goal, kSure * c.sigma);
    };
    const Settling::Ahead rest = m_s.settling.ahead(restS, kEver);
    return much(rest.luminance, kLuminance) || much(rest.chromaticity, kUv);
}

Status Characterisation::watchDrift()
{
    constexpr double kLongestS = 3600, kEachS = 5, kShortestStepS = 25, kLongestStepS = 200;
    double waited = 0;
    for (;;) {
        const auto white = readWatchedWhite();
        if (!white) {
            return white.error();
        }
        if (!m_s.isSetAside(white->number)) {
            m_known.model->add({white.value()}, m_s.gauge->now(), false);
        }
        const double rest = kEachS * double(std::max(0, readingsLeft()) + m_s.budget.colours);
        if (!m_s.record.plan.waitForWarmUp || !movesOn(rest, waited > 0) || m_s.record.warmUpSeconds > kLongestS) {
            break;
        }
        const double left = m_s.settling.waitFor(0.004, 0.0006, rest, kLongestS);
        if (waited == 0 && m_s.hooks.onNote) {
            m_s.hooks.onNote(say("panel-moves-on", decimal(100 * std::abs(m_s.settling.luminance(0, kLongestS).mean), 1), lasting(left)));
        }
        const double step = std::clamp(0.5 * left, kShortestStepS, kLongestStepS);
        m_s.tellProgress(left);
        if (const Status s = m_s.gauge->wait(step); !s) {
            return s;
        }
        waited += step;
        m_s.record.warmUpSeconds += step;
    }
    if (waited > 0) {
        m_s.warn(say("waited-while-moving", lasting(waited)));
    }
    return Done{};
}

Status Characterisation::withoutDeafLut()
{
    // Only where the readings do not fit together: each is held to be of the drive before the ramps instead.
    constexpr double kDoubtful = 0.4, kBetter = 0.4;
    if (m_s.record.expectedError < kDoubtful) {
        return Done{};
    }
    std::vector<PanelReading> readings;
    for (const Measurement &m : m_s.record.readings) {
        if (m.stage == stageName(Stage::Calibrate) && m.mode == ReadMode::Emission && !m.superseded && !m_s.isSetAside(m.index) && !m_s.ofBefore(m)) {
            readings.push_back(m_guard.panelReading(m));
            readings.back().behind = m.rgb;
        }
    }
    const Trim &t = *m_s.record.trim;
    DisplayModel deaf(t.primaries.turnedTo(t.white), 0.02, readings, m_s.gauge->now());
    if (!(expectedError(deaf, designTargets()) < kBetter * m_s.record.expectedError)) {
        return Done{};
    }
    m_known.model.emplace(std::move(deaf));
    const Status s = dropRamps();
    m_s.record.expectedError = expectedError(*m_known.model, designTargets());
    return s;
}

Status Characterisation::dropRamps()
{
    m_s.warn(say("ramps-do-nothing"));
    m_s.lutDoesNothing = true;
    m_known.exactRamps = {};
    m_s.record.ramps = {};
    m_s.record.quantisationFloor = 0;
    return m_s.bench.resetLut();
}

Status Characterisation::seeRampsWork()
{
    constexpr double kTells = 1.2; // ΔE00 between what ramps are to make and what is shown without: less does not tell
    constexpr int kSteps = 24;
    const XYZ white = m_known.model->white();
    const RelXYZ n = relativeTo(white, white.b);
    const auto lab = [&](const XYZ &xyz) { return labOf(relativeTo(xyz, white.b), n); };
    std::vector<std::pair<double, Drive>> grays;
    for (int i = 3; i <= kSteps; ++i) {
        const double v = double(i) / kSteps;
        const Drive d = m_s.onFrameBuffer({v, v, v});
        grays.emplace_back(deltaE2000(lab(m_known.model->evaluate(m_s.behindRamps(d))), lab(m_known.model->evaluate(d))), d);
    }
    std::sort(grays.begin(), grays.end(), [](const auto &p, const auto &q) { return p.first > q.first; });
    std::vector<int> taken;
    for (size_t i = 0; i < 2 && grays[i].first > kTells; ++i) {
        const Drive &d = grays[i].second;
        const XYZ meant = m_known.model->evaluate(m_s.behindRamps(d)), without = m_known.model->evaluate(d);
        const double level = std::max(0.02, meant.b);
        m_s.tellNext(patchNameOf(d), say("why-ramps-heeded"));
        const auto m = m_s.gauge->read(d, patchNameOf(d), level, m_s.noiseGoal(level));
        if (!m) {
            return m.error();
        }
        taken.push_back(m->index);
        if (deltaE2000(lab(m->xyz), lab(without)) > 0.4 * deltaE2000(lab(m->xyz), lab(meant))) {
            m_known.model->add({m_guard.panelReading(*m)}, m_s.gauge->now(), false);
            return Done{};
        }
    }
    if (taken.size() < 2) {
        return Done{};
    }
    // They say that they were taken through ramps, and were not.
    std::for_each(taken.begin(), taken.end(), [this](int index) { m_s.setAside(index); });
    return dropRamps();
}

} // namespace lamp
