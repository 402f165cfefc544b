// SPDX-License-Identifier: GPL-3.0-or-later
// The stages before anything is built: prepare, room light, target, place, warm-up, trim.
#include "visit/visit.h"

#include "colour/cct.h"
#include "colour/difference.h"
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
    if (const Status s = chooseCorrection(); !s) {
        return s;
    }
    finish(Stage::Prepare,
           summary + "; " + m_record.instrument.model
               + (m_record.correction.empty() ? "" : (m_record.matrix ? ", corrected by " : ", corrected for ") + m_record.correction));
    return Done{};
}

Status Visit::chooseCorrection()
{
    const std::string &technology = m_record.display.technology;
    m_record.matrix = ownCorrection(m_record.instrument, m_record.display);
    if (m_record.matrix) {
        m_record.correction = m_record.matrix->name();
        for (const std::string &doubt : doubts(*m_record.matrix)) {
            warn("The correction in use is doubtful. " + doubt);
        }
        m_gauge->setMatrix(m_record.matrix->matrix);
        return m_gauge->setCorrection("");
    }
    m_record.correction = m_record.instrument.hasCorrection(technology) ? technology : "";
    if (m_record.correction.empty() && m_record.instrument.kind != "spectroradiometer" && m_reference < 0) {
        warn("The instrument has no correction for this panel (" + technology
             + "): colours may be read a few ΔE wrong, and the uncertainty says so.");
    }
    return m_gauge->setCorrection(m_record.correction);
}

Result<FourColours> Visit::readFour(Gauge &gauge, XYZ &fifth)
{
    FourColours four;
    struct Item {
        const char *name;
        Drive rgb;
        XYZ *into;
        double share;
    };
    const double white = m_freshWhite ? m_freshWhite->b : 150;
    for (const Item &item :
         {Item{"white", {1, 1, 1}, &four.white, 1}, Item{"red", {1, 0, 0}, &four.red, 0.2}, Item{"green", {0, 1, 0}, &four.green, 0.7},
          Item{"blue", {0, 0, 1}, &four.blue, 0.08}, Item{"fifth colour", {0.85, 0.6, 0.5}, &fifth, 0.4}}) {
        const auto m = gauge.read(item.rgb, std::string(item.name) + ", for the correction", item.share * white, 0.0008);
        if (!m) {
            return m.error();
        }
        *item.into = m->xyz;
    }
    return four;
}

Status Visit::matchInstruments()
{
    // Ohno and Hardis: both instruments read red, green, blue and white of this very panel.
    XYZ fifth, referenceFifth;
    const auto seen = readFour(*m_gauge, fifth);
    if (!seen) {
        return seen.error();
    }
    const auto change = [&](int index, const std::string &what) -> Status {
        if (!ask({Question::Kind::Confirm, Stage::WarmUp, what, "", 0}).goOn) {
            return stoppedOnRequest();
        }
        return m_bench.selectInstrument(index);
    };
    if (const Status s = change(m_reference, "Lay the spectroradiometer in the marked place instead of the colorimeter."); !s) {
        return s;
    }
    const auto info = m_bench.describeInstrument();
    if (!info) {
        return info.error();
    }
    Gauge reference(m_bench, info.value(), gaugeHooks(), m_stop);
    reference.setSpending(&m_spending);
    reference.setStage(stageName(Stage::WarmUp));
    reference.setCount(int(m_record.readings.size()));
    reference.setPatchArea(m_gauge->patchArea());
    if (const Status s = reference.place({}); !s) {
        return s;
    }
    const auto truth = readFour(reference, referenceFifth);
    if (!truth) {
        return truth.error();
    }
    if (const Status s = change(m_instrumentIndex, "Lay the colorimeter back in the marked place."); !s) {
        return s;
    }
    m_gauge->setCount(int(m_record.readings.size()));
    if (const Status s = m_gauge->setCorrection(""); !s) {
        return s;
    }
    if (const Status s = m_gauge->place({}); !s) {
        return s;
    }
    const auto matrix = fourColourMatrix(truth.value(), seen.value());
    if (!matrix) {
        return matrix.error();
    }
    const RelXYZ n = relativeTo(truth->white, truth->white.b);
    const auto lab = [&](const Eigen::Vector3d &xyz) { return labOf(relativeTo(XYZ(xyz), truth->white.b), n); };
    MatrixCorrection c{matrix.value(),
                       m_record.instrument.model,
                       m_record.instrument.serial,
                       info->model,
                       info->serial,
                       m_record.display.technology,
                       m_record.display.model + " " + m_record.display.serial,
                       m_hooks.wallClock ? m_hooks.wallClock() : WallTime{},
                       deltaE2000(lab(referenceFifth.vec()), lab(matrix.value() * fifth.vec()))};
    const std::vector<std::string> against = doubts(c);
    if (!against.empty()) {
        warn("The correction made here was not used. " + against.front());
        return Done{};
    }
    m_gauge->setMatrix(c.matrix);
    if (m_freshWhite) {
        m_freshWhite = XYZ(c.matrix * m_freshWhite->vec());
    }
    m_record.correction = c.name();
    m_record.matrix = c;
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
    auto w = warmUp(*m_gauge, options);
    for (int turns = 0; !w && w.error().code == "saturated" && turns < 10; ++turns) {
        if (const Status s = dim(w.error()); !s) {
            return s;
        }
        w = warmUp(*m_gauge, options);
    }
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
    if (m_reference >= 0) {
        if (const Status s = matchInstruments(); !s) {
            return s;
        }
    }
    const std::string rate = fixed(std::abs(w->ratePercentPerMinute), 2) + " % a minute";
    if (!w->stable) {
        warn("The panel was not stable when it was measured: its luminance moved by " + rate + ".");
    }
    finish(Stage::WarmUp, std::string(w->stable ? "Stable" : "Not stable") + " after " + spanText(m_record.warmUpSeconds) + " ("
                              + counted(w->readings, "reading") + "), white at " + fixed(w->white.b, 1) + " cd/m²");
    return Done{};
}

Status Visit::dim(const Error &error)
{
    const bool mayTurn = m_record.plan.task == Task::Full;
    const Control *brightness = m_record.display.control("brightness");
    Error told = error;
    told.todo = mayTurn ? "Turn the display's brightness down in its menu, or use an instrument for brighter displays; then go on."
                        : "This kind of visit leaves the menu alone: make a full visit, turn the brightness down by hand, or use another instrument.";
    if (!mayTurn) {
        return told;
    }
    if (brightness != nullptr && (m_record.bench.automatic || !brightness->byPerson || m_hooks.ask)) {
        const double now = m_record.controls["brightness"], steps = std::floor((now - brightness->min) / 2 / brightness->step);
        if (steps < 1) {
            return told;
        }
        const auto taken = turn(*brightness, now - steps * brightness->step);
        if (!taken) {
            return taken.error();
        }
        if (!(*taken < now)) {
            return told;
        }
        warn("Full white blinded the instrument: brightness was turned down from " + fixed(now, 0) + " to " + fixed(*taken, 0) + ".");
    } else if (!m_hooks.ask || !ask({Question::Kind::Mend, Stage::WarmUp, told.text(), "", 0}).goOn) {
        return told;
    }
    for (const Measurement &m : m_record.readings) {
        if (m.stage == stageName(Stage::WarmUp) && !m.superseded) {
            setAside(m.index);
        }
    }
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

void Visit::judgePrimaries()
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
    const Primaries &p = m_record.trim->primaries;
    const auto area = [](const std::array<Chromaticity, 3> &c) {
        const Uv r = uvOf(c[0]), g = uvOf(c[1]), b = uvOf(c[2]);
        return std::abs((g.u - r.u) * (b.v - r.v) - (b.u - r.u) * (g.v - r.v)) / 2;
    };
    const auto pure = [&](const XYZ &xyz) { return chromaticity(xyz - p.black); };
    const double ratio = area({pure(p.red), pure(p.green), pure(p.blue)}) / area(rgbSpace("sRGB")->primaries);
    for (const Range &r : ranges) {
        if (m_record.display.technology == r.technology && (ratio < r.least || ratio > r.most)) {
            m_record.correctionDoubtful = true;
            warn("The panel says it is " + m_record.display.technology + ", but its gamut is " + fixed(ratio, 2)
                 + " times sRGB's, which that kind does not have: the instrument's correction may be for another kind of panel.");
        }
    }
}

Status Visit::turnUnseenMenu(Trim &t, const DisplayInfo &display, TrimOptions options)
{
    const auto wanted = m_record.plan.target.luminance.value();
    const bool asks = m_hooks.ask && !m_record.bench.automatic && m_record.display.controls.empty();
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
        ask({Question::Kind::Control, Stage::Trim,
             "White reads " + fixed(white, 1) + " cd/m². If the display has a menu, turn its brightness " + (aim < white ? "down" : "up")
                 + " until white is near " + fixed(aim, 0) + " cd/m², and nothing else; white is read again then. "
                 + (aim < white ? "Left as it is, the ramps take the rest off, which costs gray steps."
                                : "Left as it is, the target's luminance is not reached."),
             "brightness", aim});
        const auto read = m_gauge->read({1, 1, 1}, "white, brightness turned by hand", aim, 0.0006);
        if (!read) {
            return read.error();
        }
        if (std::abs(read->xyz.b / white - 1) < kUnturned) {
            break;
        }
        white = read->xyz.b;
        turned = true;
    }
    if (turned) {
        // What was read at another brightness tells nothing of the panel as it stands.
        for (const Measurement &m : m_record.readings) {
            if (m.stage == stageName(Stage::Trim) && !m.superseded) {
                setAside(m.index);
            }
        }
        options.freshWhite.reset();
        const auto again = trim(*m_gauge, display, m_record.plan.target, options);
        if (!again) {
            return again.error();
        }
        t = again.value();
        t.advice = "Brightness was set by hand; white then read " + fixed(t.white.b, 1) + " cd/m².";
    }
    return Done{};
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
    auto t = trim(*m_gauge, display, m_record.plan.target, options);
    if (!t) {
        return t.error();
    }
    if (mayTurn) {
        if (const Status s = turnUnseenMenu(t.value(), display, options); !s) {
            return s;
        }
    }
    m_record.trim = t.value();
    if (!mayTurn) {
        judgePrimaries();
        finish(Stage::Trim, "Controls untouched; white at " + whiteText(t->white));
        return Done{};
    }
    judgePrimaries();
    const double wanted = t->targetLuminance;
    m_record.aimLuminance = std::min(wanted, t->reachableLuminance);
    if (t->saturatedAbove) {
        warn("The instrument sees no more than about " + fixed(*t->saturatedAbove, 0)
             + " cd/m² of white; what the panel could show above that is not known.");
    } else if (t->reachableLuminance < wanted * 0.995) {
        const double short_ = wanted - t->reachableLuminance;
        warn("The panel cannot reach " + fixed(wanted, 0) + " cd/m² at the target white: it is " + fixed(short_, 0) + " cd/m² short; the nearest is "
             + fixed(t->reachableLuminance, 0) + " cd/m².");
    }
    if (t->reachableLuminance > wanted * 1.25 && usesLut()) {
        warn((display.controls.empty() ? "The panel was left brighter than " : "The controls cannot bring the panel down to ") + fixed(wanted, 0)
             + " cd/m²; the ramps take off " + fixed(100 * (1 - wanted / t->reachableLuminance), 0) + " %, which costs gray steps.");
    }
    finish(Stage::Trim, t->advice);
    return Done{};
}

} // namespace lamp
