// SPDX-License-Identifier: GPL-3.0-or-later
// What comes before anything is read of the display, and after everything.
#include "visit/preparation.h"

#include "colour/cct.h"
#include "judge/room_light.h"
#include "visit/verdict.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// What of a question's points the person left out; empty where nothing was.
Message leftOutOf(const Question &question, const Answer &answer)
{
    std::vector<Message> leftOut;
    for (const CheckPoint &p : question.points) {
        if (std::ranges::find(answer.leftOut, p.code) != answer.leftOut.end()) {
            leftOut.push_back(p.text);
        }
    }
    return leftOut.empty() ? Message{} : say("points-left-out", listed(leftOut));
}

} // namespace

Status Preparation::run()
{
    m_s.begin(Stage::Prepare);
    const VisitPlan &plan = m_s.record.plan;
    if (!plan.mode.empty() && plan.mode != m_s.record.display.mode) {
        const auto &modes = m_s.record.display.modes;
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
        m_s.touched = true;
        if (const Status s = m_s.bench.setMode(plan.mode); !s) {
            return s;
        }
    }
    compareWithOthers();
    Question question{Question::Kind::Confirm, Stage::Prepare, say("screen-clean-menu-factory"), "", 0};
    question.points = checklistOf(m_s.record);
    const bool silent = !m_s.record.bench.automatic && m_s.record.display.controls.empty();
    question.asksMenu = silent && m_s.hooks.ask && plan.task == Task::Full;
    question.menu = usableMenu(plan.menu);
    const Answer ready = m_s.ask(question);
    if (!ready.goOn) {
        return stoppedOnRequest();
    }
    if (question.asksMenu) {
        m_s.record.display.controls = usableMenu(ready.menu);
        for (const Control &c : m_s.record.display.controls) {
            m_s.record.controls[c.name] = c.value;
        }
    } else if (silent) {
        m_s.record.display.controls = question.menu; // stays known; where it stands now nobody said
    }
    std::vector<Message> summary{verbatim(modelAndSerial(m_s.record.display.model, m_s.record.display.serial))};
    if (plan.task == Task::Check) {
        summary.push_back(say("ramps-left"));
    } else if (m_s.usesLut()) {
        m_s.touched = true;
        if (m_s.record.display.lutLoaded) {
            m_s.warn(say("ramps-from-before-loaded"));
        }
        if (const Status s = m_s.bench.resetLut(); !s) {
            return s;
        }
        const auto now = m_s.bench.describeDisplay();
        if (!now) {
            return now.error();
        }
        if (now->lutLoaded) {
            return Error{
                ErrorKind::Bench, say("ramps-from-before-still"), say("nothing-changed-display"), say("close-program-loads-them"), "bench", false};
        }
        summary.push_back(say("ramps-linear"));
    } else {
        m_s.warn(say("display-no-video-lut"));
        summary.push_back(say("no-lut"));
    }
    if (const Status s = chooseCorrection(); !s) {
        return s;
    }
    summary.push_back(m_s.record.correction.empty() ? verbatim(m_s.record.instrument.model)
                                                    : say(m_s.record.matrix ? "instrument-corrected-by" : "instrument-corrected-for",
                                                          m_s.record.instrument.model, m_s.record.correction));
    if (const Message left = leftOutOf(question, ready); !left.empty()) {
        summary.push_back(left);
    }
    m_s.finish(Stage::Prepare, clauses(summary));
    return Done{};
}

std::vector<Control> Preparation::usableMenu(const std::vector<Control> &said)
{
    constexpr size_t kMost = 8;
    std::vector<Control> menu;
    for (Control c : said) {
        const bool sound = !c.name.empty() && std::isfinite(c.min) && std::isfinite(c.max) && c.max > c.min && std::isfinite(c.value) && c.step > 0
                           && c.step <= c.max - c.min;
        const bool twice = std::any_of(menu.begin(), menu.end(), [&](const Control &other) { return other.name == c.name; });
        if (sound && !twice && menu.size() < kMost) {
            c.byPerson = true;
            c.value = std::clamp(c.value, c.min, c.max);
            menu.push_back(c);
        }
    }
    return menu;
}

Status Preparation::chooseCorrection()
{
    const std::string &technology = m_s.record.display.technology;
    m_s.record.matrix = m_s.ownCorrection(m_s.record.instrument, m_s.record.display);
    if (m_s.record.matrix) {
        m_s.record.correction = m_s.record.matrix->name();
        for (const Message &doubt : doubts(*m_s.record.matrix)) {
            m_s.warn(say("correction-use-doubtful", doubt));
        }
        m_s.gauge->setMatrix(m_s.record.matrix->matrix);
        return m_s.gauge->setCorrection("");
    }
    m_s.record.correction = m_s.record.instrument.hasCorrection(technology) ? technology : "";
    if (m_s.record.correction.empty() && m_s.record.instrument.kind != "spectroradiometer" && m_s.reference < 0) {
        m_s.warn(say("instrument-no-correction-panel", technology));
    }
    if (const Status s = m_s.gauge->setCorrection(m_s.record.correction); !s) {
        return s;
    }
    // What it states of its accuracy belongs to the correction that is set. One that does not answer now is met when it reads.
    if (const auto now = m_s.bench.describeInstrument()) {
        m_s.record.instrument.accuracy = withCard(now.value(), m_s.record.plan.cards).accuracy;
    }
    return Done{};
}

void Preparation::compareWithOthers()
{
    VisitRecord &r = m_s.record;
    const std::string display = modelAndSerial(r.display.model, r.display.serial),
                      instrument = modelAndSerial(r.instrument.model, r.instrument.serial);
    if (r.plan.earlier && !r.plan.earlier->display.empty() && r.plan.earlier->display != display) {
        m_s.warn(say("earlier-of-another-display", r.plan.earlier->display));
        r.plan.earlier.reset();
        r.plan.menu.clear(); // it is that one's
    }
    if (!r.plan.matched) {
        return;
    }
    const Matched &like = *r.plan.matched;
    if (like.byEye) {
        m_s.warn(say("matched-by-eye", like.display, decimal(like.byEye->du, 4), decimal(like.byEye->dv, 4), decimal(like.byEye->luminancePercent, 1),
                     like.byEye->day));
    } else if (!like.technology.empty() && like.technology != r.display.technology) {
        m_s.warn(say("matched-another-technology", like.display));
    }
    if (!like.instrument.empty() && like.instrument != instrument) {
        m_s.warn(say("matched-another-instrument", like.display, like.instrument));
    }
}

Status RoomLight::run()
{
    if (!m_s.record.instrument.canReadAmbient()) {
        m_s.skip(Stage::RoomLight, say("instrument-cannot-read-room"));
        return Done{};
    }
    m_s.begin(Stage::RoomLight);
    if (!m_s.ask({Question::Kind::Confirm, Stage::RoomLight, say("lay-instrument-working-position"), "", 0}).goOn) {
        return stoppedOnRequest();
    }
    const auto m = m_s.gauge->readAmbient();
    if (!m) {
        if (m.error().code == "unsupported" || m.error().code == "bad-request") {
            m_s.skip(Stage::RoomLight, say("bench-cannot-read-room"));
            return Done{};
        }
        return m.error();
    }
    m_s.record.roomLux = m->xyz.b;
    judgeRoom();
    return Done{};
}

void RoomLight::judgeRoom()
{
    const double lux = *m_s.record.roomLux;
    const RoomLevel level = roomLevel(lux);
    const Measurement &m = m_s.record.readings.back();
    constexpr double kTooDarkToTell = 1; // lux: below it the colour of the light is mostly the instrument's noise
    const Message colour = lux < kTooDarkToTell || m.tooDark || m.lowLight ? say("too-dark-for-colour") : temperatureSaid(chromaticity(m.xyz));
    m_s.finish(Stage::RoomLight, say("room-light-said", decimal(lux, lux < 10 ? 1 : 0), colour, adviceOn(level)));
    if (level >= RoomLevel::High) {
        m_s.warn(say("room-bright-lux-desk", decimal(lux, 0)));
    }
    compareRoom(lux);
}

void RoomLight::compareRoom(double lux)
{
    // What is seen as the same light (common practice, no published source); darkness has no ratio.
    constexpr double kAlike = 1.5, kDark = 5;
    const auto &earlier = m_s.record.plan.earlier;
    if (!earlier || !earlier->roomLux || std::max(lux, *earlier->roomLux) < kDark) {
        return;
    }
    const double then = std::max(1.0, *earlier->roomLux), ratio = std::max(1.0, lux) / then;
    if (ratio > kAlike) {
        m_s.warn(say("room-brighter-than-then", decimal(ratio, 1), Day{earlier->at}, decimal(*earlier->roomLux, 0)));
    } else if (ratio < 1 / kAlike) {
        m_s.warn(say("room-darker-than-then", decimal(1 / ratio, 1), Day{earlier->at}, decimal(*earlier->roomLux, 0)));
    }
}

Status TargetChoice::run()
{
    m_s.begin(Stage::Target);
    Answer a = m_s.ask({Question::Kind::Target, Stage::Target, say("choose-what-display"), "", 0});
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    if (a.target) {
        m_s.record.plan.target = *a.target;
    }
    const Target &t = m_s.record.plan.target;
    const Message what =
        listed({t.white.named(), t.luminance.named(), t.tone.named(), t.black.native ? Message{} : say("black-of", decimal(t.black.cdM2, 2))});
    const auto wanted = t.luminance.value(), lux = m_s.record.roomLux;
    const bool aims = m_s.record.plan.task != Task::Profile;
    if (aims && wanted && lux && tooBrightInRoom(*wanted, *lux)) {
        m_s.warn(say("target-bright-for-room", decimal(*wanted, 0), decimal(*lux, 0), decimal(luminanceInRoom(*lux), 0)));
    }
    m_s.finish(Stage::Target, t.name.empty() ? what : say("who-says", shippedNamed(t.name), what));
    return Done{};
}

Status Placement::run()
{
    m_s.begin(Stage::Place);
    const Answer answer = m_s.ask({Question::Kind::Confirm, Stage::Place, say("cover-off-used-counterweight"), "", 0});
    if (!answer.goOn) {
        return stoppedOnRequest();
    }
    // The whole patch has to lie on the screen.
    const double margin = std::sqrt(m_s.gauge->patchArea()) / 2;
    for (double &share : m_s.record.plan.at = answer.at.value_or(m_s.record.plan.at)) {
        share = std::clamp(share, margin, 1 - margin);
    }
    if (const Status s = m_s.gauge->place({false, m_s.record.plan.at}); !s) {
        return s;
    }
    if (const auto &is = m_s.gauge->placed().at; is != m_s.record.plan.at) {
        m_s.warn(say("place-not-moved"));
        m_s.record.plan.at = is; // what is said of it is where it lies
    }
    // Where a bench lays it itself, or nobody is there to lay it anew, there is nothing to be learnt that later readings do not tell.
    if (m_s.record.bench.automatic || !m_s.hooks.ask) {
        m_s.finish(Stage::Place, placeSaid());
        return Done{};
    }
    return tryPlace();
}

Message Placement::placeSaid() const
{
    const auto &at = m_s.record.plan.at;
    return at == VisitPlan{}.at ? say("place-centre") : say("place-off-centre", decimal(100 * at[0], 0), decimal(100 * at[1], 0));
}

Status Placement::tryPlace()
{
    constexpr int kTries = 3;
    for (int i = 1;; ++i) {
        const Result<Message> wrong = whatIsWrong();
        if (!wrong) {
            return wrong.error();
        }
        if (wrong->code.empty()) {
            break;
        }
        if (i == kTries) {
            m_s.warn(wrong.value()); // as somebody wants it who saw it three times
            break;
        }
        if (!m_s.ask({Question::Kind::Mend, Stage::Place, wrong.value(), "", 0}).goOn) {
            return stoppedOnRequest();
        }
        if (const Status s = m_s.gauge->place({false, m_s.record.plan.at}); !s) {
            return s;
        }
    }
    m_s.finish(Stage::Place, m_s.record.plan.at == VisitPlan{}.at ? say("place-tried") : clauses({placeSaid(), say("place-tried")}));
    return Done{};
}

Result<Message> Placement::whatIsWrong()
{
    // White where it should lie, then black there with gray all around: an instrument that lies elsewhere sees the gray, one that does not lie flat
    // some of it and of the room. Common practice, no published source; zones of a backlight lift black by less.
    constexpr double kAround = 0.5, kElsewhere = 0.1, kLetsIn = 1.0 / 40;
    Gauge &gauge = *m_s.gauge;
    const auto white = gauge.read({1, 1, 1}, "white, placed", 0, 0.005);
    if (!white) {
        return white.error().code == "implausible" ? Result<Message>(say("place-sees-nothing")) : white.error();
    }
    gauge.setSurround({kAround, kAround, kAround});
    const auto black = gauge.read({0, 0, 0}, "black beside gray, placed", std::max(0.05, white->xyz.b / 500), 0.05);
    gauge.setSurround({});
    if (!black) {
        return black.error();
    }
    const double share = black->xyz.b / std::max(white->xyz.b, 1e-6);
    if (share > kElsewhere) {
        return say("place-not-on-patch", decimal(black->xyz.b, 1), decimal(white->xyz.b, 1));
    }
    return share > kLetsIn ? say("place-light-gets-in", decimal(black->xyz.b, 2), decimal(white->xyz.b, 0)) : Message{};
}

Status Closing::run()
{
    if (!m_s.hooks.ask) {
        if (stage() == Stage::SignOff) {
            m_s.begin(stage());
            m_s.finish(stage(), verdictSaid(m_s.record));
        } else {
            m_s.skip(stage(), say("nobody-looked"));
        }
        return Done{};
    }
    m_s.begin(stage());
    const bool look = stage() == Stage::Look;
    Question question{Question::Kind::Confirm, stage(),
                      look                          ? say("compare-before-after-screen")
                      : m_s.record.controls.empty() ? say("sign-off-no-menu")
                                                    : say("sign-off-from-now", menuSaid(m_s.record.controls)),
                      "", 0};
    if (!look) {
        question.points = signOffPoints(m_s.record);
    }
    const Answer a = m_s.ask(question);
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    m_s.record.lines.at(stage()).note = cutTo(shown(a.note), kLongestNote);
    std::vector<Message> ends{look ? say("looked-at") : say("signed-off-by", shippedNamed(m_s.record.plan.by), named(m_s.record.verdict))};
    if (const Message left = leftOutOf(question, a); !left.empty()) {
        ends.push_back(left);
    }
    m_s.finish(stage(), clauses(ends));
    return Done{};
}

} // namespace lamp
