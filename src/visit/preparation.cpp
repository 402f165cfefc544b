// SPDX-License-Identifier: GPL-3.0-or-later
// The stages before anything is built: prepare, room light, target, place, warm-up, trim.
#include "visit/visit.h"

#include "colour/cct.h"
#include "measure/warm_up.h"

#include <algorithm>
#include <cmath>

namespace lamp {

std::string whiteText(const XYZ &white)
{
    const Chromaticity c = chromaticity(white);
    return fixed(white.b, 1) + " cd/m², x " + fixed(c.x, 4) + ", y " + fixed(c.y, 4) + ", " + fixed(cctOf(c).kelvin, 0) + " K";
}

Status Visit::prepare()
{
    begin(Stage::Prepare);
    const VisitPlan &plan = m_record.plan;
    if (!plan.mode.empty() && plan.mode != m_record.display.mode) {
        const auto &modes = m_record.display.modes;
        if (std::find(modes.begin(), modes.end(), plan.mode) == modes.end()) {
            Error e{ErrorKind::Input,
                    "The display has no mode called \"" + plan.mode + "\".",
                    "Nothing was changed on the display.",
                    "Its modes are:",
                    "mode",
                    false};
            for (const std::string &m : modes) {
                e.todo += " \"" + m + "\"";
            }
            return e;
        }
        m_touched = true;
        if (const Status s = m_bench.setMode(plan.mode); !s) {
            return s;
        }
    }
    const Answer ready = ask({Question::Kind::Confirm, Stage::Prepare,
                              "Screen clean and on, menu at factory settings, automatic brightness, night colours, dynamic contrast and "
                              "power saving off, no light falling on the screen.",
                              "", 0});
    if (!ready.goOn) {
        return stoppedOnRequest();
    }
    std::string summary = m_record.display.model + (m_record.display.serial.empty() ? "" : " " + m_record.display.serial);
    if (plan.task == Task::Check) {
        summary += "; ramps left as they are";
    } else if (usesLut()) {
        m_touched = true;
        if (m_record.display.lutLoaded) {
            warn("Ramps from before were loaded; they were taken off before anything was measured.");
        }
        if (const Status s = m_bench.resetLut(); !s) {
            return s;
        }
        const auto now = m_bench.describeDisplay();
        if (!now) {
            return now.error();
        }
        if (now->lutLoaded) {
            return Error{ErrorKind::Bench,
                         "Ramps from before are still loaded and cannot be taken off.",
                         "Nothing was changed on the display.",
                         "Close the program that loads them, then start again.",
                         "bench",
                         false};
        }
        summary += "; ramps linear";
    } else {
        warn("This display has no video LUT: tone and white can only be described by the profile, not corrected.");
        summary += "; no video LUT";
    }
    const std::string &technology = m_record.display.technology;
    m_record.correction = m_record.instrument.hasCorrection(technology) ? technology : "";
    if (m_record.correction.empty() && m_record.instrument.kind != "spectroradiometer") {
        warn("The instrument has no correction for this panel (" + technology
             + "): colours may be read a few ΔE wrong, and the uncertainty says so.");
    }
    if (const Status s = m_gauge->setCorrection(m_record.correction); !s) {
        return s;
    }
    finish(Stage::Prepare,
           summary + "; " + m_record.instrument.model + (m_record.correction.empty() ? "" : ", corrected for " + m_record.correction));
    return Done{};
}

Status Visit::roomLight()
{
    if (!m_record.instrument.canReadAmbient()) {
        skip(Stage::RoomLight, "The instrument cannot read room light.");
        return Done{};
    }
    begin(Stage::RoomLight);
    if (!ask({Question::Kind::Confirm, Stage::RoomLight, "Lay the instrument at the working position, its diffuser facing the room.", "", 0}).goOn) {
        return stoppedOnRequest();
    }
    const auto m = m_gauge->readAmbient();
    if (!m) {
        if (m.error().code == "unsupported" || m.error().code == "bad-request") {
            skip(Stage::RoomLight, "The bench cannot read room light.");
            return Done{};
        }
        return m.error();
    }
    m_record.roomLux = m->xyz.b;
    judgeRoom();
    return Done{};
}

void Visit::judgeRoom()
{
    // ISO 3664:2009 asks for less than 32 lx, ISO 12646:2015 for less than 64 lx in front of a soft-proofing screen
    // (figures from memory).
    const double lux = *m_record.roomLux;
    std::string words;
    if (lux < 5) {
        words = "too dim: some light behind the screen spares the eyes";
    } else if (lux <= 64) {
        words = "right for photo work";
    } else if (lux <= 200) {
        words = "high: move the lamp, turn the screen or draw the blind";
    } else {
        words = "too high to judge colour: draw the blind, or choose a brighter target";
    }
    const auto c = chromaticity(m_record.readings.back().xyz);
    finish(Stage::RoomLight, fixed(lux, 0) + " lux at the desk, " + fixed(cctOf(c).kelvin, 0) + " K: " + words);
    if (lux > 64) {
        warn("The room is bright (" + fixed(lux, 0) + " lux at the desk): blacks look gray and prints will come out dark.");
    }
}

Status Visit::chooseTarget()
{
    begin(Stage::Target);
    Answer a = ask({Question::Kind::Target, Stage::Target, "Choose what the display is for.", "", 0});
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    if (a.target) {
        m_record.plan.target = *a.target;
    }
    const Target &t = m_record.plan.target;
    finish(Stage::Target, (t.name.empty() ? "" : t.name + ": ") + t.white.name() + ", " + t.luminance.name() + ", " + t.tone.name()
                              + (t.black.native ? "" : ", black " + fixed(t.black.cdM2, 2) + " cd/m²"));
    return Done{};
}

Status Visit::place()
{
    begin(Stage::Place);
    if (!ask({Question::Kind::Confirm, Stage::Place,
              "Cover off and used as counterweight; screen tilted back; instrument in the marked place, flat, no gap seen from the side. Never press "
              "on the panel.",
              "", 0})
             .goOn) {
        return stoppedOnRequest();
    }
    if (const Status s = m_gauge->place({}); !s) {
        return s;
    }
    finish(Stage::Place, "Centre of the screen");
    return Done{};
}

Status Visit::findPatchArea()
{
    // Pixels that make their own light may be dimmed when many of them shine; not every such display says from where on.
    const std::string &technology = m_record.display.technology;
    if (m_record.display.maxPatchArea || (technology != "woled" && technology != "qd-oled")) {
        return Done{};
    }
    double area = m_gauge->patchArea();
    for (int halving = 0; halving < 4; ++halving) {
        m_gauge->setPatchArea(area / 2);
        const auto m = m_gauge->read({1, 1, 1}, "white, smaller", m_freshWhite->b, 0.0006);
        if (!m) {
            return m.error();
        }
        if (m->xyz.b < 1.004 * m_freshWhite->b) {
            break;
        }
        area /= 2;
        m_freshWhite = m->xyz;
        warn("This panel dims itself when much of it shines: patches of " + fixed(100 * area, 1) + " % of the screen are used.");
    }
    m_gauge->setPatchArea(area);
    return Done{};
}

Status Visit::warmUpStage()
{
    begin(Stage::WarmUp);
    m_warmingUp = true;
    WarmUpOptions options;
    // Where nobody wants to wait, a minute still tells how far from stable the panel is.
    options.longestS = m_record.plan.waitForWarmUp ? 3600 : 70;
    options.onProgress = [this](const WarmUp &w, double left) {
        m_record.warmUpSeconds = w.seconds;
        tellProgress(left);
    };
    const double start = m_bench.now();
    const auto w = warmUp(*m_gauge, options);
    m_warmingUp = false;
    if (!w) {
        return w.error();
    }
    m_record.warmUpSeconds = m_bench.now() - start;
    m_record.warmUpStable = w->stable;
    m_freshWhite = w->white;
    if (const Status s = findPatchArea(); !s) {
        return s;
    }
    const std::string rate = fixed(std::abs(w->ratePercentPerMinute), 2) + " % a minute";
    if (!w->stable) {
        warn("The panel was not stable when it was measured: its luminance moved by " + rate + ".");
    }
    finish(Stage::WarmUp, std::string(w->stable ? "Stable" : "Not stable") + " after " + spanText(m_record.warmUpSeconds) + " ("
                              + counted(w->readings, "reading") + "), white at " + fixed(w->white.b, 1) + " cd/m²");
    return Done{};
}

Result<double> Visit::turn(const Control &control, double value)
{
    m_touched = true;
    Answer a;
    if (control.byPerson) {
        a = ask({Question::Kind::Control, Stage::Trim, "Set " + control.name + " to " + fixed(value, 0) + ".", control.name, value});
        if (!a.goOn) {
            return stoppedOnRequest();
        }
    }
    if (control.byPerson && (!a.benchDoesIt || !m_record.bench.automatic)) {
        // A person turned it: believe the display where it can say what it stands at.
        const auto info = m_bench.describeDisplay();
        if (!info) {
            return info.error();
        }
        const Control *now = info->control(control.name);
        m_record.controls[control.name] = now != nullptr ? now->value : value;
    } else {
        const auto taken = m_bench.setControl(control.name, value);
        if (!taken) {
            return taken;
        }
        m_record.controls[control.name] = *taken;
    }
    return m_record.controls[control.name];
}

Status Visit::trimStage()
{
    begin(Stage::Trim);
    DisplayInfo display = m_record.display;
    const bool mayTurn = m_record.plan.task == Task::Full;
    if (!mayTurn) {
        display.controls.clear();
    }
    if (!m_record.bench.automatic && !m_hooks.ask) {
        // Nobody there to turn the menu: only what software can set.
        std::erase_if(display.controls, [](const Control &c) { return c.byPerson; });
        if (mayTurn && display.controls.empty() && !m_record.display.controls.empty()) {
            warn("The display's own controls need a person's hand and nobody was asked: they were left as found.");
        }
    }
    for (Control &c : display.controls) {
        c.value = m_record.controls[c.name];
    }
    TrimOptions options;
    options.maxMoves = m_budget.moves;
    options.hasLut = usesLut();
    // A coarse LUT loses steps sooner.
    options.goodEnough = usesLut() && m_record.display.lut->bits >= 10 ? 0.02 : 0.012;
    options.freshWhite = m_freshWhite;
    options.turn = [this](const Control &c, double v) { return turn(c, v); };
    const auto t = trim(*m_gauge, display, m_record.plan.target, options);
    if (!t) {
        return t.error();
    }
    m_record.trim = t.value();
    if (!mayTurn) {
        finish(Stage::Trim, "Controls untouched; white at " + whiteText(t->white));
        return Done{};
    }
    const double wanted = t->targetLuminance;
    m_record.aimLuminance = std::min(wanted, t->reachableLuminance);
    if (t->reachableLuminance < wanted * 0.995) {
        const double short_ = wanted - t->reachableLuminance;
        warn("The panel cannot reach " + fixed(wanted, 0) + " cd/m² at the target white: it is " + fixed(short_, 0) + " cd/m² short; the nearest is "
             + fixed(t->reachableLuminance, 0) + " cd/m².");
    }
    if (t->reachableLuminance > wanted * 1.25 && usesLut()) {
        warn("The controls cannot bring the panel down to " + fixed(wanted, 0) + " cd/m²; the ramps take off "
             + fixed(100 * (1 - wanted / t->reachableLuminance), 0) + " %, which costs gray steps.");
    }
    finish(Stage::Trim, t->advice);
    return Done{};
}

} // namespace lamp
