// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/trim_stage.h"

#include "colour/spaces.h"

#include <algorithm>
#include <cmath>

namespace lamp {

void TrimStage::judgePrimaries()
{
    // A correction for another kind of panel shows where the gamut is not one that the kind can have. Limits of the
    // triangle's area in u'v' against sRGB's: common practice, no published source.
    struct Range {
        const char *technology;
        double least, most;
    };
    constexpr std::array<Range, 7> ranges{{{"wled", 0.5, 1.2},
                                           {"wled-wide", 1.02, 1.8},
                                           {"qd", 1.05, 1.9},
                                           {"rgb-led", 1.05, 1.9},
                                           {"ccfl", 0.5, 1.6},
                                           {"woled", 0.95, 1.8},
                                           {"qd-oled", 1.1, 2.0}}};
    const Primaries &p = m_s.record.trim->primaries;
    const auto area = [](const std::array<Chromaticity, 3> &c) {
        const Uv r = uvOf(c[0]), g = uvOf(c[1]), b = uvOf(c[2]);
        return std::abs((g.u - r.u) * (b.v - r.v) - (b.u - r.u) * (g.v - r.v)) / 2;
    };
    const auto pure = [&](const XYZ &xyz) { return chromaticity(xyz - p.black); };
    const double ratio = area({pure(p.red), pure(p.green), pure(p.blue)}) / area(rgbSpace("sRGB")->primaries);
    for (const Range &r : ranges) {
        if (m_s.record.display.technology == r.technology && (ratio < r.least || ratio > r.most)) {
            m_s.record.correctionDoubtful = true;
            m_s.warn(say("panel-says-but-gamut", m_s.record.display.technology, decimal(ratio, 2)));
        }
    }
}

Status TrimStage::turnUnseenMenu(Trim &t, const DisplayInfo &display, TrimOptions options)
{
    const auto wanted = m_s.record.plan.target.luminance.value();
    const bool asks = m_s.hooks.ask && !m_s.record.bench.automatic && m_s.record.display.controls.empty();
    constexpr double kSpare = 1.08;     // so much more than is wanted costs the ramps no step that is seen
    constexpr double kUnturned = 0.005; // a white that moved less was not turned
    constexpr int kMost = 10;
    double white = t.white.b;
    bool turned = false;
    for (int i = 0; asks && wanted && i < kMost; ++i) {
        const double reach = t.reachableLuminance * white / t.white.b;
        if (reach >= *wanted && reach <= kSpare * *wanted) {
            break;
        }
        const double aim = 0.5 * (1 + kSpare) * *wanted * white / reach;
        m_s.ask({Question::Kind::Control, Stage::Trim,
                 say(aim < white ? "turn-brightness-down" : "turn-brightness-up", decimal(white, 1), decimal(aim, 0)), "brightness", aim});
        ++m_s.turnsByHand;
        const auto read = m_s.gauge->read({1, 1, 1}, "white, brightness turned by hand", aim, 0.0006);
        if (!read) {
            return read.error();
        }
        if (std::abs(read->xyz.b / white - 1) < kUnturned) {
            --m_s.turnsByHand; // it stands as it did
            break;
        }
        white = read->xyz.b;
        turned = true;
    }
    if (turned) {
        // What was read at another brightness tells nothing of the panel as it stands.
        for (const Measurement &m : m_s.record.readings) {
            if (m.stage == stageName(Stage::Trim) && !m.superseded) {
                m_s.setAside(m.index);
            }
        }
        options.freshWhite.reset();
        const auto again = trim(*m_s.gauge, display, m_s.record.plan.target, options);
        if (!again) {
            return again.error();
        }
        t = again.value();
        t.advice = say("brightness-set-hand-white", decimal(t.white.b, 1));
    }
    return Done{};
}

Status TrimStage::run()
{
    m_s.begin(Stage::Trim);
    DisplayInfo display = m_s.record.display;
    const bool mayTurn = m_s.record.plan.task == Task::Full;
    if (!mayTurn) {
        display.controls.clear();
    }
    if (!m_s.record.bench.automatic && !m_s.hooks.ask) {
        // Nobody there to turn the menu: only what software can set.
        std::erase_if(display.controls, [](const Control &c) { return c.byPerson; });
        if (mayTurn && display.controls.empty() && !m_s.record.display.controls.empty()) {
            m_s.warn(say("display-own-controls-need"));
        }
    }
    for (Control &c : display.controls) {
        c.value = m_s.record.controls[c.name];
    }
    TrimOptions options;
    options.maxMoves = m_s.budget.moves;
    options.hasLut = m_s.usesLut();
    // A coarse LUT loses steps sooner.
    options.goodEnough = m_s.usesLut() && m_s.record.display.lut->bits >= 10 ? 0.02 : 0.012;
    options.freshWhite = m_s.freshWhite;
    options.turn = [this](const Control &c, double v) { return m_s.turn(c, v); };
    auto t = trim(*m_s.gauge, display, m_s.record.plan.target, options);
    if (!t) {
        return t.error();
    }
    if (mayTurn) {
        if (const Status s = turnUnseenMenu(t.value(), display, options); !s) {
            return s;
        }
    }
    m_s.record.trim = t.value();
    if (!mayTurn) {
        judgePrimaries();
        m_s.finish(Stage::Trim, say("controls-untouched", whiteSaid(t->white)));
        return Done{};
    }
    judgePrimaries();
    const double wanted = t->targetLuminance;
    m_s.record.aimLuminance = std::min(wanted, t->reachableLuminance);
    if (t->saturatedAbove) {
        m_s.warn(say("instrument-sees-no-more-than", decimal(*t->saturatedAbove, 0)));
    } else if (t->reachableLuminance < wanted * 0.995) {
        const double short_ = wanted - t->reachableLuminance;
        m_s.warn(say("panel-cannot-reach-target", decimal(wanted, 0), decimal(short_, 0), decimal(t->reachableLuminance, 0)));
    }
    if (t->reachableLuminance > wanted * 1.25 && m_s.usesLut()) {
        m_s.warn(say(display.controls.empty() ? "panel-left-brighter" : "controls-leave-panel-brighter", decimal(wanted, 0),
                     decimal(100 * (1 - wanted / t->reachableLuminance), 0)));
    }
    m_s.finish(Stage::Trim, t->advice);
    return Done{};
}

} // namespace lamp
