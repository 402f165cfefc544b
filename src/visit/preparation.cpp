// SPDX-License-Identifier: GPL-3.0-or-later
// The stages before anything is built: prepare, room light, target, place, warm-up, trim.
#include "visit/visit.h"

#include "colour/cct.h"
#include "colour/difference.h"
#include "measure/warm_up.h"

#include <algorithm>
#include <cmath>

namespace lamp {

Message whiteSaid(const XYZ &white)
{
    const Chromaticity c = chromaticity(white);
    return say("white-is", decimal(white.b, 1), decimal(c.x, 4), decimal(c.y, 4), decimal(cctOf(c).kelvin, 0));
}

Status Visit::prepare()
{
    begin(Stage::Prepare);
    const VisitPlan &plan = m_record.plan;
    if (!plan.mode.empty() && plan.mode != m_record.display.mode) {
        const auto &modes = m_record.display.modes;
        if (std::find(modes.begin(), modes.end(), plan.mode) == modes.end()) {
            std::string all;
            for (const std::string &m : modes) {
                all += (all.empty() ? "\"" : ", \"") + m + '"';
            }
            return Error{ErrorKind::Input,
                         say("display-no-mode-called", plan.mode),
                         say("nothing-changed-display"),
                         all.empty() ? say("display-has-no-modes") : say("modes-are", all),
                         "mode",
                         false};
        }
        m_touched = true;
        if (const Status s = m_bench.setMode(plan.mode); !s) {
            return s;
        }
    }
    const Answer ready = ask({Question::Kind::Confirm, Stage::Prepare, say("screen-clean-menu-factory"), "", 0});
    if (!ready.goOn) {
        return stoppedOnRequest();
    }
    std::vector<Message> summary{verbatim(m_record.display.model + (m_record.display.serial.empty() ? "" : " " + m_record.display.serial))};
    if (plan.task == Task::Check) {
        summary.push_back(say("ramps-left"));
    } else if (usesLut()) {
        m_touched = true;
        if (m_record.display.lutLoaded) {
            warn(say("ramps-from-before-loaded"));
        }
        if (const Status s = m_bench.resetLut(); !s) {
            return s;
        }
        const auto now = m_bench.describeDisplay();
        if (!now) {
            return now.error();
        }
        if (now->lutLoaded) {
            return Error{
                ErrorKind::Bench, say("ramps-from-before-still"), say("nothing-changed-display"), say("close-program-loads-them"), "bench", false};
        }
        summary.push_back(say("ramps-linear"));
    } else {
        warn(say("display-no-video-lut"));
        summary.push_back(say("no-lut"));
    }
    if (const Status s = chooseCorrection(); !s) {
        return s;
    }
    summary.push_back(m_record.correction.empty() ? verbatim(m_record.instrument.model)
                                                  : say(m_record.matrix ? "instrument-corrected-by" : "instrument-corrected-for",
                                                        m_record.instrument.model, m_record.correction));
    finish(Stage::Prepare, clauses(summary));
    return Done{};
}

Status Visit::chooseCorrection()
{
    const std::string &technology = m_record.display.technology;
    m_record.matrix = ownCorrection(m_record.instrument, m_record.display);
    if (m_record.matrix) {
        m_record.correction = m_record.matrix->name();
        for (const Message &doubt : doubts(*m_record.matrix)) {
            warn(say("correction-use-doubtful", doubt));
        }
        m_gauge->setMatrix(m_record.matrix->matrix);
        return m_gauge->setCorrection("");
    }
    m_record.correction = m_record.instrument.hasCorrection(technology) ? technology : "";
    if (m_record.correction.empty() && m_record.instrument.kind != "spectroradiometer" && m_reference < 0) {
        warn(say("instrument-no-correction-panel", technology));
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
    const auto change = [&](int index, const Message &what) -> Status {
        if (!ask({Question::Kind::Confirm, Stage::WarmUp, what, "", 0}).goOn) {
            return stoppedOnRequest();
        }
        return m_bench.selectInstrument(index);
    };
    if (const Status s = change(m_reference, say("lay-spectroradiometer-marked-place")); !s) {
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
    if (const Status s = change(m_instrumentIndex, say("lay-colorimeter-back-marked")); !s) {
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
    const std::vector<Message> against = doubts(c);
    if (!against.empty()) {
        warn(say("correction-made-here-not", against.front()));
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
        skip(Stage::RoomLight, say("instrument-cannot-read-room"));
        return Done{};
    }
    begin(Stage::RoomLight);
    if (!ask({Question::Kind::Confirm, Stage::RoomLight, say("lay-instrument-working-position"), "", 0}).goOn) {
        return stoppedOnRequest();
    }
    const auto m = m_gauge->readAmbient();
    if (!m) {
        if (m.error().code == "unsupported" || m.error().code == "bad-request") {
            skip(Stage::RoomLight, say("bench-cannot-read-room"));
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
    Message words;
    if (lux < 5) {
        words = say("too-dim-some-light");
    } else if (lux <= 64) {
        words = say("right-photo-work");
    } else if (lux <= 200) {
        words = say("high-move-lamp-turn");
    } else {
        words = say("too-high-judge-colour");
    }
    const auto c = chromaticity(m_record.readings.back().xyz);
    finish(Stage::RoomLight, say("room-light-summary", decimal(lux, 0), decimal(cctOf(c).kelvin, 0), words));
    if (lux > 64) {
        warn(say("room-bright-lux-desk", decimal(lux, 0)));
    }
}

Status Visit::chooseTarget()
{
    begin(Stage::Target);
    Answer a = ask({Question::Kind::Target, Stage::Target, say("choose-what-display"), "", 0});
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    if (a.target) {
        m_record.plan.target = *a.target;
    }
    const Target &t = m_record.plan.target;
    const Message what =
        listed({t.white.named(), t.luminance.named(), t.tone.named(), t.black.native ? Message{} : say("black-of", decimal(t.black.cdM2, 2))});
    finish(Stage::Target, t.name.empty() ? what : say("who-says", shippedNamed(t.name), what));
    return Done{};
}

Status Visit::place()
{
    begin(Stage::Place);
    if (!ask({Question::Kind::Confirm, Stage::Place, say("cover-off-used-counterweight"), "", 0}).goOn) {
        return stoppedOnRequest();
    }
    if (const Status s = m_gauge->place({}); !s) {
        return s;
    }
    finish(Stage::Place, say("place-centre"));
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
        warn(say("panel-dims-itself-when", decimal(100 * area, 1)));
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
    const Message rate = say("percent-a-minute", decimal(std::abs(w->ratePercentPerMinute), 2));
    if (!w->stable) {
        warn(say("panel-not-stable-when", rate));
    }
    finish(Stage::WarmUp, say(w->stable ? "warm-up-stable" : "warm-up-not-stable", lasting(m_record.warmUpSeconds),
                              say("count-readings", w->readings), decimal(w->white.b, 1)));
    return Done{};
}

Status Visit::dim(const Error &error)
{
    const bool mayTurn = m_record.plan.task == Task::Full;
    const Control *brightness = m_record.display.control("brightness");
    Error told = error;
    told.todo = mayTurn ? say("turn-display-brightness-down") : say("kind-visit-leaves-menu");
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
        warn(say("full-white-blinded-instrument", decimal(now, 0), decimal(*taken, 0)));
    } else if (!m_hooks.ask || !ask({Question::Kind::Mend, Stage::WarmUp, told.paragraph(), "", 0}).goOn) {
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
        a = ask({Question::Kind::Control, Stage::Trim, say("set-control-to", controlNamed(control.name), decimal(value, 0)), control.name, value});
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
            warn(say("panel-says-but-gamut", m_record.display.technology, decimal(ratio, 2)));
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
             say(aim < white ? "turn-brightness-down" : "turn-brightness-up", decimal(white, 1), decimal(aim, 0)), "brightness", aim});
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
        t.advice = say("brightness-set-hand-white", decimal(t.white.b, 1));
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
            warn(say("display-own-controls-need"));
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
        finish(Stage::Trim, say("controls-untouched", whiteSaid(t->white)));
        return Done{};
    }
    judgePrimaries();
    const double wanted = t->targetLuminance;
    m_record.aimLuminance = std::min(wanted, t->reachableLuminance);
    if (t->saturatedAbove) {
        warn(say("instrument-sees-no-more-than", decimal(*t->saturatedAbove, 0)));
    } else if (t->reachableLuminance < wanted * 0.995) {
        const double short_ = wanted - t->reachableLuminance;
        warn(say("panel-cannot-reach-target", decimal(wanted, 0), decimal(short_, 0), decimal(t->reachableLuminance, 0)));
    }
    if (t->reachableLuminance > wanted * 1.25 && usesLut()) {
        warn(say(display.controls.empty() ? "panel-left-brighter" : "controls-leave-panel-brighter", decimal(wanted, 0),
                 decimal(100 * (1 - wanted / t->reachableLuminance), 0)));
    }
    finish(Stage::Trim, t->advice);
    return Done{};
}

} // namespace lamp
