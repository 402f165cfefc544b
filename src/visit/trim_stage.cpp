// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/trim_stage.h"

#include "visit/nature.h"

#include <algorithm>
#include <cmath>

namespace lamp {

void TrimStage::setReadingsAside()
{
    for (const Measurement &m : m_s.record.readings) {
        if (m.stage == stageName(Stage::Trim) && !m.superseded) {
            m_s.setAside(m.index);
        }
    }
}

Result<bool> TrimStage::lightChanged(const Trim &trimmed)
{
    // Black at the end against black at the beginning, by what the menu did to white: light from outside is the same in both.
    constexpr double kPauseS = 10, kLongestS = 240;
    const double share = trimmed.white.b / std::max(trimmed.primaries.white.b, 1e-6), expected = trimmed.primaries.black.b * share;
    const double floor = m_s.record.instrument.floorCdM2, since = m_s.gauge->now();
    const auto apart = [&](double a, double b) { return std::abs(a - b) > std::max({2 * floor, 1e-3 * trimmed.white.b, 0.6 * std::min(a, b)}); };
    double before = expected;
    // A hurried visit reads it a quarter as long: light from outside is far more than its noise.
    const double level = std::max(0.02, expected), noise = (m_s.record.plan.effort == Effort::Quick ? 2 : 1) * m_s.noiseGoal(level);
    for (bool first = true;; first = false) {
        m_s.tellNext("black", say("why-against-light"));
        const auto black = m_s.gauge->read({0, 0, 0}, "black", level, noise);
        if (!black) {
            return black.error();
        }
        if (!apart(black->xyz.b, before) || m_s.gauge->now() - since > kLongestS) {
            if (!first) {
                m_s.warn(say("light-from-outside-fell", decimal(m_s.gauge->now() - since, 0)));
            }
            return !first;
        }
        before = black->xyz.b;
        if (const Status s = m_s.gauge->wait(kPauseS); !s) {
            return s.error();
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
                 say(aim < white ? "turn-brightness-down" : "turn-brightness-up", decimal(white, 1), decimal(aim, 0)), "brightness", aim,
                 m_s.glancing()});
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
        setReadingsAside();
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
    const bool nobodyTurned = mayTurn && display.controls.empty() && !m_s.record.display.controls.empty();
    Target target = m_s.record.plan.target;
    const bool asFound = mayTurn && target.luminance.kind == LuminanceTarget::Kind::AsFound;
    if (asFound) {
        // The most that it gives at the wanted white while brightness stays where it is.
        std::erase_if(display.controls, [](const Control &c) { return c.name == "brightness"; });
        target.luminance.kind = LuminanceTarget::Kind::Maximum;
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
    auto t = trim(*m_s.gauge, display, target, options);
    if (!t) {
        return t.error();
    }
    const auto lit = lightChanged(t.value());
    if (!lit) {
        return lit.error();
    }
    if (*lit) {
        // What was trimmed in another light than the panel's own tells nothing of it.
        setReadingsAside();
        options.freshWhite.reset();
        for (Control &c : display.controls) {
            c.value = m_s.record.controls[c.name];
        }
        const MenuModel::Settings found = t->before;
        t = trim(*m_s.gauge, display, target, options);
        if (t) {
            t.value().before = found;
        }
        const auto again = t ? lightChanged(t.value()) : Result<bool>(t.error());
        if (!again) {
            return again.error();
        }
    }
    if (asFound && !nobodyTurned && t->moves == 0) {
        t.value().advice = say("brightness-as-found", decimal(t->white.b, 1));
    }
    if (nobodyTurned) {
        t.value().advice = say(m_s.usesLut() ? "controls-not-turned" : "controls-left-as-found");
    }
    if (mayTurn) {
        if (const Status s = turnUnseenMenu(t.value(), display, options); !s) {
            return s;
        }
    }
    m_s.record.trim = t.value();
    if (!mayTurn) {
        namePrimaries(m_s, t->primaries);
        m_s.finish(Stage::Trim, say("controls-untouched", whiteSaid(t->white)));
        return Done{};
    }
    namePrimaries(m_s, t->primaries);
    const double wanted = t->targetLuminance;
    m_s.record.aimLuminance = std::min(wanted, t->reachableLuminance);
    if (t->saturatedAbove) {
        m_s.warn(say("instrument-sees-no-more-than", decimal(*t->saturatedAbove, 0)));
    } else if (t->reachableLuminance < wanted * 0.995) {
        constexpr double kDim = 5; // cd/m²: no display in use is so dim at its brightest (common practice, no published source)
        if (t->white.b < kDim && wanted > 4 * t->white.b) {
            m_s.warn(say("units", m_s.gauge->instrumentName(), decimal(t->white.b, 2)));
        }
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
