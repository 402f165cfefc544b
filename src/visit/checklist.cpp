// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/checklist.h"

namespace lamp {

namespace {

using State = CheckPoint::State;

void compareMenu(std::vector<CheckPoint> &points, const VisitRecord &r)
{
    if (!r.plan.earlier) {
        return;
    }
    const EarlierState &earlier = *r.plan.earlier;
    // A full visit sets the menu itself; the others take it as it is.
    const bool sets = r.plan.task == Task::Full;
    if (!earlier.mode.empty() && !r.display.mode.empty() && earlier.mode != r.display.mode && r.plan.mode != earlier.mode) {
        points.push_back({"mode", say("point-mode-differs", r.display.mode, earlier.mode), say("point-mode-differs-why"), State::Differs});
    }
    bool compared = false, same = true;
    for (const Control &c : r.display.controls) {
        const auto then = earlier.controls.find(c.name);
        if (then == earlier.controls.end()) {
            continue;
        }
        compared = true;
        if (then->second != c.value) {
            same = false;
            points.push_back({c.name, say("point-control-differs", controlNamed(c.name), decimal(c.value, 0), decimal(then->second, 0)),
                              say(sets ? "point-control-set" : "point-control-differs-why"), State::Differs});
        }
    }
    if (compared && same) {
        points.push_back({"menu", say("point-menu-as-left"), say("point-menu-as-left-why", Day{earlier.at}), State::Good});
    }
}

/// What a kind of panel does by itself while it is measured, as it is called in codes of sentences.
std::string panelKind(const std::string &technology)
{
    if (technology == "woled" || technology == "qd-oled") {
        return "self-lit";
    }
    return technology == "projector" ? "projector" : (technology == "unknown" || technology.empty() ? "unknown" : "backlit");
}

} // namespace

std::vector<CheckPoint> signOffPoints(const VisitRecord &r)
{
    return {{"on-again", say("point-on-again"), say("point-on-again-" + panelKind(r.display.technology)), State::Asked}};
}

std::vector<CheckPoint> checklistOf(const VisitRecord &r)
{
    std::vector<CheckPoint> points;
    compareMenu(points, r);
    if (r.display.lut && r.plan.task != Task::Check) {
        points.push_back(r.display.lutLoaded ? CheckPoint{"ramps", say("point-ramps-loaded"), say("point-ramps-loaded-why"), State::Differs}
                                             : CheckPoint{"ramps", say("point-ramps-linear"), {}, State::Good});
    }
    if (r.plan.earlier && r.plan.earlier->warmUpSeconds && *r.plan.earlier->warmUpSeconds > 0) {
        points.push_back({"warm-up", say("point-warm-up-then", lasting(*r.plan.earlier->warmUpSeconds)), say("point-warm-up-then-why"), State::Good});
    }
    const auto ask = [&](const char *code, const char *text, const std::string &reason) {
        points.push_back({code, say(text), say(reason), State::Asked});
    };
    ask("clean", "point-clean", "point-clean-why");
    ask("automatics", "point-automatics", "point-automatics-why");
    ask("panel", "point-panel", "point-panel-" + panelKind(r.display.technology));
    ask("light", "point-no-light", "point-no-light-why");
    ask("clothes", "point-clothes", "point-clothes-why");
    return points;
}

} // namespace lamp
