// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/visit.h"

#include "colour/cct.h"
#include "colour/difference.h"
#include "gamut/gamut.h"
#include "measure/warm_up.h"

#include <algorithm>
#include <cmath>

namespace lamp {

/// How many readings an effort may spend where.
struct Visit::Budget {
    int moves;                 ///< of the menu, one reading each
    std::vector<double> grays; ///< drives read with linear ramps
    /// Drives read through the ramps, pass by pass: the first shows how the ramps do, the others lie in between and
    /// are spent only while there is something to correct.
    std::vector<std::vector<double>> passes;
    int mixtures; ///< colours beyond the primaries, where a panel's channels do not add up
    int colours;  ///< verification
    double goal;  ///< relative standard deviation wanted of a reading at white
};

namespace {

Error benchError(const std::string &what, const std::string &todo)
{
    return {ErrorKind::Bench, what, "Nothing was changed on the display.", todo, "bench", false};
}

/// Standard uncertainty (k = 1) of what all readings share, by how well the instrument is matched to the panel.
struct Systematic {
    double deltaE, luminancePercent;
};

bool matched(const VisitRecord &r)
{
    return !r.correction.empty() || r.instrument.kind == "spectroradiometer";
}

// docs/methods.md, "What readings share": a factory correction leaves the unit-to-unit spread of a technology; none
// leaves the filters' own error, which between backlights is common practice at 2 to 4 ΔE, no published source.
Systematic systematic(const VisitRecord &r)
{
    return matched(r) ? Systematic{0.2, 1.0} : Systematic{1.5, 3.0};
}

std::string whiteText(const XYZ &white)
{
    const Chromaticity c = chromaticity(white);
    return fixed(white.b, 1) + " cd/m², x " + fixed(c.x, 4) + ", y " + fixed(c.y, 4) + ", " + fixed(cctOf(c).kelvin, 0) + " K";
}

/// The relative noise that is as visible at a level as `atWhite` is at white: CIELAB's cube root makes the eye less
/// sensitive to the same share of less light.
double goalAt(double level, double white, double atWhite)
{
    return level >= white ? 0.4 * atWhite : atWhite * std::cbrt(white / std::max(level, 1e-4 * white));
}

Primaries scaledTo(const Primaries &found, const XYZ &white, const XYZ &black)
{
    // The menu scales each channel's light and keeps its colour: the same columns, stretched.
    const LinearRgb a = found.amounts(white);
    const auto column = [&](const XYZ &p, double amount) { return black + amount * (p - found.black); };
    return {column(found.red, a.a), column(found.green, a.b), column(found.blue, a.c), white, black};
}

} // namespace

Visit::Visit(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop)
    : m_bench(bench), m_hooks(std::move(hooks)), m_stop(std::move(stop))
{
    m_record.plan = std::move(plan);
}

void Visit::resume(VisitRecord record)
{
    m_record = std::move(record);
    m_resumed = true;
    m_secondsBefore = m_record.benchSeconds;
    for (StageLine &l : m_record.lines) {
        if (l.state == LineState::Running || l.state == LineState::Failed) {
            l = {};
        }
    }
    // Whatever was interrupted, the instrument has to lie in its place again and the panel to be warm.
    if (m_record.openStage().value_or(Stage::SignOff) <= Stage::Verify) {
        for (const Stage s : {Stage::Place, Stage::WarmUp}) {
            m_record.line(s) = {};
        }
    }
}

Visit::Budget Visit::budget() const
{
    Budget b;
    switch (m_record.plan.effort) {
    case Effort::Quick: b = {3, {0, 0.08, 0.18, 0.32, 0.52, 0.76}, {{0.12, 0.25, 0.5, 1}}, 8, 12, 0.0015}; break;
    case Effort::Standard:
        b = {5,
             {0, 0.04, 0.08, 0.13, 0.2, 0.28, 0.38, 0.5, 0.62, 0.75, 0.88},
             {{0.06, 0.11, 0.18, 0.27, 0.4, 0.58, 0.8, 1}, {0.09, 0.22, 0.48, 0.7, 1}, {0.14, 0.33, 0.6, 0.85, 1}},
             16,
             24,
             0.0010};
        break;
    case Effort::Thorough:
        b = {8,
             {0, 0.025, 0.05, 0.075, 0.1, 0.13, 0.16, 0.2, 0.24, 0.28, 0.33, 0.38, 0.44, 0.5, 0.56, 0.62, 0.69, 0.76, 0.83, 0.9, 0.95},
             {{0.03, 0.06, 0.09, 0.12, 0.16, 0.2, 0.25, 0.31, 0.38, 0.46, 0.55, 0.65, 0.76, 0.88, 1},
              {0.045, 0.075, 0.11, 0.14, 0.18, 0.23, 0.28, 0.35, 0.42, 0.5, 0.6, 0.7, 0.82, 1},
              {0.03, 0.06, 0.1, 0.15, 0.22, 0.32, 0.45, 0.6, 0.8, 1}},
             26,
             24,
             0.0006};
        break;
    }
    if (m_record.plan.task == Task::Refresh) {
        b.passes.resize(std::min<size_t>(b.passes.size(), 2));
    }
    return b;
}

bool Visit::usesLut() const
{
    return m_record.display.lut.has_value();
}

Answer Visit::ask(const Question &question)
{
    return m_hooks.ask ? m_hooks.ask(question) : Answer{};
}

void Visit::warn(const std::string &text)
{
    auto &all = m_record.warnings;
    if (std::find(all.begin(), all.end(), text) == all.end()) {
        all.push_back(text);
        if (m_hooks.onNote) {
            m_hooks.onNote(text);
        }
    }
}

void Visit::begin(Stage stage)
{
    StageLine &l = m_record.line(stage);
    l = {LineState::Running, "", m_hooks.wallClock ? m_hooks.wallClock() : WallTime{}, m_record.plan.by};
    if (m_gauge) {
        m_gauge->setStage(stageName(stage));
    }
    if (m_hooks.onStage) {
        m_hooks.onStage(stage, m_record);
    }
    tellProgress();
}

void Visit::finish(Stage stage, const std::string &summary)
{
    StageLine &l = m_record.line(stage);
    l.state = LineState::Done;
    l.summary = summary;
    l.at = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    m_record.benchSeconds = m_secondsBefore + m_bench.now() - m_clockStart;
    if (m_hooks.onStage) {
        m_hooks.onStage(stage, m_record);
    }
    tellProgress();
}

void Visit::skip(Stage stage, const std::string &why)
{
    StageLine &l = m_record.line(stage);
    l = {LineState::Skipped, why, m_hooks.wallClock ? m_hooks.wallClock() : WallTime{}, "program"};
    if (m_hooks.onStage) {
        m_hooks.onStage(stage, m_record);
    }
}

void Visit::tellProgress(double extraSeconds)
{
    if (!m_hooks.onProgress) {
        return;
    }
    // Readings still to come, stage by stage, at what a reading has taken so far.
    const Budget b = budget();
    const std::array<double, kStages> planned{0,
                                              1,
                                              0,
                                              0,
                                              4,
                                              5.0 + b.moves * 0.8,
                                              double(b.grays.size() + b.passes.front().size() + (b.passes.size() > 1 ? b.passes[1].size() : 0) + 4),
                                              0,
                                              b.colours + 2.0,
                                              0,
                                              0};
    double left = 0, all = 0;
    Stage at = Stage::SignOff;
    for (int i = kStages - 1; i >= 0; --i) {
        const LineState s = m_record.lines[size_t(i)].state;
        if (s == LineState::Pending || s == LineState::Running) {
            const double taken = s == LineState::Running ? double(std::count_if(m_record.readings.begin(), m_record.readings.end(),
                                                                                [&](const Measurement &m) { return m.stage == stageName(Stage(i)); }))
                                                         : 0;
            left += std::max(0.0, planned[size_t(i)] - taken);
            at = Stage(i);
        }
        all += planned[size_t(i)];
    }
    const double warm = m_record.warmUpSeconds;
    const auto taken = double(m_record.readings.size());
    const double each = taken > 8 ? std::clamp((m_bench.now() - m_clockStart - warm) / taken, 0.5, 8.0) : 2.5;
    m_hooks.onProgress({at, std::clamp(1 - left / all, 0.0, 1.0), left * each + extraSeconds});
}

Result<VisitRecord> Visit::run()
{
    if (!m_resumed) {
        m_record.started = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    }
    Status status = connect();
    if (status && m_resumed) {
        status = reapply();
    }
    while (status) {
        const auto open = m_record.openStage();
        if (!open) {
            break;
        }
        status = m_stop.stop_requested() ? Status(stoppedOnRequest()) : runStage(*open);
        if (!status) {
            StageLine &l = m_record.line(*open);
            l.state = LineState::Failed;
            l.summary = status.error().what;
        }
    }
    m_record.finished = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    m_record.benchSeconds = m_secondsBefore + m_bench.now() - m_clockStart;
    if (!status) {
        if (status.error().code != "gone") {
            m_bench.closing();
            putBack();
        }
        return status.error();
    }
    return m_record;
}

Status Visit::runStage(Stage stage)
{
    switch (stage) {
    case Stage::Prepare: return prepare();
    case Stage::RoomLight: return roomLight();
    case Stage::Target: return chooseTarget();
    case Stage::Place: return place();
    case Stage::WarmUp: return warmUpStage();
    case Stage::Trim: return trimStage();
    case Stage::Calibrate: return calibrateStage();
    case Stage::Profile: return profileStage();
    case Stage::Verify: return verifyStage();
    case Stage::Look:
    case Stage::SignOff: return closing(stage);
    }
    return Done{};
}

Status Visit::connect()
{
    const auto hello = m_bench.hello();
    if (!hello) {
        return hello.error();
    }
    m_record.bench = hello.value();
    m_clockStart = m_bench.now();
    if (!hello->hasDisplay || !hello->hasInstrument) {
        return benchError(std::string("The bench offers no ") + (hello->hasDisplay ? "instrument" : "display") + ".",
                          "Use a bench that has both, or pair it with a screen in the window.");
    }
    const auto instrument = chooseInstrument(hello->instruments);
    if (!instrument) {
        return instrument.error();
    }
    const auto display = m_bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    m_record.instrument = instrument.value();
    if (!m_resumed) {
        m_record.display = display.value();
    }
    for (const Control &c : display->controls) {
        m_record.controls[c.name] = c.value;
    }
    Gauge::Hooks hooks;
    hooks.onReading = [this](const Measurement &m) {
        m_record.readings.push_back(m);
        if (m_hooks.onReading) {
            m_hooks.onReading(m, m_record);
        }
        if (!m_warmingUp) {
            tellProgress();
        }
    };
    hooks.onNote = m_hooks.onNote;
    if (m_hooks.ask) {
        hooks.askToMend = [this](const Error &e) {
            return ask({Question::Kind::Mend, m_record.openStage().value_or(Stage::Verify), e.text(), "", 0}).goOn;
        };
    }
    m_gauge = std::make_unique<Gauge>(m_bench, m_record.instrument, std::move(hooks), m_stop);
    m_gauge->setCount(int(m_record.readings.size()));
    if (display->maxPatchArea) {
        m_gauge->setPatchArea(std::min(0.1, *display->maxPatchArea));
    }
    return Done{};
}

Result<InstrumentInfo> Visit::chooseInstrument(int count)
{
    const int wanted = m_record.plan.instrument;
    if (wanted >= count) {
        return Error{ErrorKind::Input,
                     "There is no instrument " + std::to_string(wanted) + ".",
                     "Nothing was changed on the display.",
                     "The bench has " + counted(count, "instrument") + ", counted from 0.",
                     "instrument",
                     false};
    }
    if (wanted >= 0 || count <= 1) {
        if (wanted >= 0) {
            if (const Status s = m_bench.selectInstrument(wanted); !s && !(wanted == 0 && s.error().code == "unsupported")) {
                return s.error();
            }
        }
        return m_bench.describeInstrument();
    }
    const auto display = m_bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    // A colorimeter that is corrected for this panel is quick and quiet; without one a spectroradiometer is right,
    // if slow; an uncorrected colorimeter comes last.
    int best = 0, bestRank = -1;
    for (int i = 0; i < count; ++i) {
        if (const Status s = m_bench.selectInstrument(i); !s) {
            return s.error();
        }
        const auto info = m_bench.describeInstrument();
        if (!info) {
            return info.error();
        }
        const bool spectral = info->kind == "spectroradiometer";
        const int rank = !spectral && info->hasCorrection(display->technology) ? 2 : (spectral ? 1 : 0);
        if (rank > bestRank) {
            bestRank = rank;
            best = i;
        }
    }
    if (const Status s = m_bench.selectInstrument(best); !s) {
        return s.error();
    }
    return m_bench.describeInstrument();
}

Status Visit::reapply()
{
    m_touched = true;
    if (!m_record.plan.mode.empty()) {
        if (const Status s = m_bench.setMode(m_record.plan.mode); !s) {
            return s;
        }
    }
    if (m_record.line(Stage::Prepare).state == LineState::Done) {
        if (const Status s = m_gauge->setCorrection(m_record.correction); !s) {
            return s;
        }
    }
    if (m_record.trim && m_record.line(Stage::Trim).state == LineState::Done) {
        for (const auto &[name, value] : m_record.trim->after) {
            const Control *c = m_record.display.control(name);
            if (c != nullptr && m_record.controls[name] != value) {
                if (const auto taken = turn(*c, value); !taken) {
                    return taken.error();
                }
            }
        }
    }
    if (!usesLut() || m_record.plan.task == Task::Check) {
        return Done{};
    }
    const bool calibrated = m_record.line(Stage::Calibrate).state == LineState::Done && !m_record.ramps.empty();
    return calibrated ? m_bench.setLut(m_record.ramps) : m_bench.resetLut();
}

void Visit::putBack()
{
    if (!m_touched) {
        return;
    }
    // What was found: the menu's values, the mode, and linear ramps. Ramps that were loaded before cannot be read
    // from a bench, so they cannot be brought back; the worksheet says so.
    for (const Control &c : m_record.display.controls) {
        if (m_record.controls.contains(c.name) && m_record.controls[c.name] != c.value && (m_record.bench.automatic || !c.byPerson)) {
            (void)m_bench.setControl(c.name, c.value);
        }
    }
    if (!m_record.plan.mode.empty() && !m_record.display.mode.empty()) {
        (void)m_bench.setMode(m_record.display.mode);
    }
    if (usesLut() && m_record.plan.task != Task::Check) {
        (void)m_bench.resetLut();
    }
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
            return benchError("Ramps from before are still loaded and cannot be taken off.", "Close the program that loads them, then start again.");
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
    options.maxMoves = budget().moves;
    options.hasLut = usesLut();
    options.turn = [this](const Control &c, double v) { return turn(c, v); };
    options.onNote = m_hooks.onNote;
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

Status Visit::setRamps(const Ramps &ramps)
{
    m_touched = true;
    m_record.ramps = ramps;
    return m_bench.setLut(ramps);
}

GrayAim Visit::aimFor(const Primaries &basis)
{
    // White first: the target's chromaticity at the luminance that every channel can give.
    const Chromaticity white = m_record.targetWhite();
    const Target &target = m_record.plan.target;
    double wanted = target.luminance.value().value_or(1e4);
    const LinearRgb needed = basis.amounts(xyzOf(white, wanted));
    double share = 1;
    for (int c = 0; c < 3; ++c) {
        share = std::min(share, 1 / std::max(needed[c], 1e-9));
    }
    m_record.aimLuminance = wanted * share;
    GrayAim aim{xyzOf(white, m_record.aimLuminance), basis.black, target.tone};
    if (!target.black.native) {
        const XYZ lifted = xyzOf(white, target.black.cdM2);
        const LinearRgb amounts = basis.amounts(lifted);
        if (std::min({amounts.a, amounts.b, amounts.c}) >= 0 && target.black.cdM2 > basis.black.b) {
            aim.black = lifted;
        } else if (target.black.cdM2 < basis.black.b) {
            warn("The panel's black is " + fixed(basis.black.b, 3) + " cd/m²; the target's " + fixed(target.black.cdM2, 3) + " lies below it.");
        }
    }
    aim.tone = aim.tone.withBlack(aim.black.b / aim.white.b);
    return aim;
}

Result<std::vector<GrayReading>> Visit::readGrays(const std::vector<double> &drives, const GrayAim &aim)
{
    std::vector<GrayReading> grays;
    const double goal = budget().goal;
    const int bits = m_record.display.bits;
    const double top = std::ldexp(1.0, bits) - 1;
    const int lutBits = usesLut() ? m_record.display.lut->bits : bits;
    for (const double wanted : drives) {
        const double v = std::round(wanted * top) / top; // a code that the frame buffer has
        const double level = std::max(aim.neutral(v).b, 0.02);
        const auto m = m_gauge->read({v, v, v}, "gray " + fixed(100 * v, 0) + " %", level, goalAt(level, 0.98 * aim.white.b, goal));
        if (!m) {
            return m.error();
        }
        grays.push_back({v, throughRamps(m_record.ramps, {v, v, v}, bits, lutBits), m->xyz, m->sigma});
    }
    return grays;
}

namespace {

/// Takes a slow drift out of readings: white read before and after tells how light changed in between, component
/// by component; readings are brought to the later state. Changes within the noise are left alone.
void takeOutDrift(std::vector<GrayReading> &grays, const XYZ &before, const XYZ &after, const XYZ &sigma)
{
    for (int c = 0; c < 3; ++c) {
        const double ratio = after[c] / before[c];
        if (std::abs(ratio - 1) < 3 * sigma[c] / before[c]) {
            continue;
        }
        for (size_t i = 0; i < grays.size(); ++i) {
            const double done = double(i + 1) / double(grays.size() + 1);
            grays[i].xyz[c] *= ratio / (1 + (ratio - 1) * done);
        }
    }
}

} // namespace

Status Visit::calibrateStage()
{
    begin(Stage::Calibrate);
    if (m_record.plan.task == Task::Check) {
        return measureAsItStands();
    }
    const Trim &t = *m_record.trim;
    const Primaries guess = scaledTo(t.primaries, t.white, t.primaries.black);
    GrayAim rough = aimFor(guess);
    auto grays = readGrays(budget().grays, rough);
    if (!grays) {
        return grays.error();
    }
    const auto white = m_gauge->read({1, 1, 1}, "white", t.white.b, 0.4 * budget().goal);
    if (!white) {
        return white.error();
    }
    std::vector<GrayReading> all = std::move(grays).value();
    takeOutDrift(all, t.white, white->xyz, white->sigma);
    all.push_back({1, {1, 1, 1}, white->xyz, white->sigma});
    const Primaries basis = scaledTo(t.primaries, white->xyz, all.front().xyz);
    if (basis.black.b > basis.white.b / 100) {
        warn("Black reads " + fixed(basis.black.b, 2) + " cd/m², more than a hundredth of white: light may leak in under the instrument.");
    }
    GrayModel model(basis, all);
    if (!usesLut() || m_record.plan.task == Task::Profile) {
        for (int c = 0; c < 3; ++c) {
            m_record.light[size_t(c)].clear();
            for (int i = 0; i <= 255; ++i) {
                const XYZ xyz = model.expect({i / 255.0, i / 255.0, i / 255.0});
                m_record.light[size_t(c)].push_back(basis.amounts(xyz)[c] / basis.amounts(basis.white)[c]);
            }
        }
        m_record.ramps = {};
        m_record.aimLuminance = basis.white.b;
        if (const Status s = readCalibratedPrimaries(false); !s) {
            return s;
        }
        m_record.calibrated.white = basis.white;
        m_record.calibrated.black = basis.black;
        if (const Status s = readMixtures(); !s) {
            return s;
        }
        std::vector<GrayInput> inputs;
        for (const GrayReading &g : all) {
            inputs.push_back({g.drive, g.xyz});
        }
        m_record.gray = judgeGrays(inputs, basis.white, basis.black, m_record.targetWhite(), m_record.plan.target.tone);
        finish(Stage::Calibrate, "Measured as it is; white " + whiteText(basis.white) + "; no ramps");
        return Done{};
    }
    return calibrateThroughLut(basis, model);
}

Status Visit::calibrateThroughLut(const Primaries &basis, GrayModel &model)
{
    const GrayAim aim = aimFor(basis);
    if (const Status s = refineGrays(model, aim); !s) {
        return s;
    }
    if (const Status s = readCalibratedPrimaries(false); !s) {
        return s;
    }
    m_record.calibrated.black = basis.black;
    if (aim.black.b > basis.black.b * 1.02) {
        // A lifted black has to be read as it is now.
        const auto black = m_gauge->read({0, 0, 0}, "black, lifted", aim.black.b);
        if (!black) {
            return black.error();
        }
        m_record.calibrated.black = black->xyz;
    }
    if (const Status s = readMixtures(); !s) {
        return s;
    }
    for (auto &list : m_record.light) {
        list.clear();
        for (int i = 0; i <= 1023; ++i) {
            list.push_back(aim.tone.value(i / 1023.0));
        }
    }
    finish(Stage::Calibrate, "White " + whiteText(m_record.calibrated.white) + "; gray ΔE00 mean " + fixed(m_record.gray.mean, 2) + ", max "
                                 + fixed(m_record.gray.max, 2) + "; the LUT's steps alone allow "
                                 + fixed(quantisationFloor(model, aim, *m_record.display.lut), 2));
    return Done{};
}

Status Visit::refineGrays(GrayModel &model, const GrayAim &aim)
{
    const Budget b = budget();
    for (size_t pass = 0; pass < b.passes.size(); ++pass) {
        if (const Status s = setRamps(model.ramps(aim, *m_record.display.lut)); !s) {
            return s;
        }
        const auto grays = readGrays(b.passes[pass], aim);
        if (!grays) {
            return grays.error();
        }
        std::vector<GrayInput> inputs;
        for (const GrayReading &g : *grays) {
            inputs.push_back({g.drive, g.xyz});
        }
        const XYZ white = grays->back().xyz;
        m_record.calibrated.white = white;
        m_record.gray = judgeGrays(inputs, white, aim.black, m_record.targetWhite(), m_record.plan.target.tone);
        const double whiteError = whiteDifference(white, m_record.targetWhite());
        const double luminanceError = std::abs(white.b / aim.white.b - 1);
        // Two readings of the same white differ by their noise: below that, another round only chases it.
        const bool good = m_record.gray.mean < 0.25 && whiteError < 0.12 && luminanceError < 0.002;
        if (good || pass + 1 == b.passes.size()) {
            return Done{};
        }
        model.refine(grays.value());
    }
    return Done{};
}

namespace {

const char *const kMixture = "mixture ";

/// Colours that tell how a panel mixes: secondaries, single channels half way, tints and shades between. Sorted so
/// that any first part of the list is a fair sample.
const std::array<Drive, 26> kMixtures{
    {{0, 1, 1},          {1, 0, 1},        {1, 1, 0},        {0.6, 0, 0},       {0, 0.6, 0},      {0, 0, 0.6},       {1, 0.6, 0.5},
     {0.5, 0.75, 1},     {0.45, 0.9, 0.4}, {0.8, 0.35, 0.7}, {0.75, 0.7, 0.25}, {0.3, 0.7, 0.7},  {0.85, 0.85, 0.6}, {0.35, 0.3, 0.55},
     {0.55, 0.35, 0.25}, {0.7, 0.9, 0.9},  {0.35, 0, 0},     {0, 0.35, 0},      {0, 0, 0.35},     {0.5, 0.5, 0},     {0, 0.5, 0.5},
     {0.5, 0, 0.5},      {0.95, 0.8, 0.9}, {0.25, 0.4, 0.3}, {0.9, 0.2, 0.15},  {0.2, 0.25, 0.85}}};

/// By how much red, green and blue miss white: 0 where the channels add up.
double departureFromSum(const Primaries &p)
{
    return (p.matrix().partialPivLu().solve((p.white - p.black).vec()) - Eigen::Vector3d::Ones()).cwiseAbs().maxCoeff();
}

std::vector<ColourSample> mixturesOf(const VisitRecord &r)
{
    std::vector<ColourSample> all;
    for (const Measurement &m : r.readings) {
        if (m.stage == stageName(Stage::Calibrate) && m.name.starts_with(kMixture) && !m.superseded) {
            all.push_back({m.rgb, m.xyz});
        }
    }
    return all;
}

} // namespace

Status Visit::readMixtures()
{
    const ProfileKind kind = m_record.plan.profileKind;
    const Primaries &p = m_record.calibrated;
    if (kind == ProfileKind::Matrix || (kind == ProfileKind::Auto && departureFromSum(p) < 0.012)) {
        return Done{};
    }
    const Budget b = budget();
    for (int i = 0; i < b.mixtures; ++i) {
        const Drive &d = kMixtures[size_t(i)];
        const double level = std::max(0.05, p.white.b * (0.2 * std::pow(d.a, 2.2) + 0.7 * std::pow(d.b, 2.2) + 0.1 * std::pow(d.c, 2.2)));
        const auto m = m_gauge->read(d, kMixture + std::to_string(i + 1), level, goalAt(level, p.white.b, b.goal));
        if (!m) {
            return m.error();
        }
    }
    return Done{};
}

Status Visit::readCalibratedPrimaries(bool whiteToo)
{
    Primaries &p = m_record.calibrated;
    struct Item {
        const char *name;
        Drive rgb;
        XYZ *into;
        double share;
    };
    std::vector<Item> items{{"red", {1, 0, 0}, &p.red, 0.2}, {"green", {0, 1, 0}, &p.green, 0.7}, {"blue", {0, 0, 1}, &p.blue, 0.08}};
    if (whiteToo) {
        items.insert(items.begin(), {"white", {1, 1, 1}, &p.white, 1});
        items.push_back({"black", {0, 0, 0}, &p.black, 0.001});
    }
    const double level = m_record.aimLuminance > 0 ? m_record.aimLuminance : 120;
    for (const Item &item : items) {
        const auto m = m_gauge->read(item.rgb, item.name, item.share * level, goalAt(item.share * level, level, budget().goal));
        if (!m) {
            return m.error();
        }
        *item.into = m->xyz;
    }
    return Done{};
}

Status Visit::measureAsItStands()
{
    const auto opened = m_record.plan.profileIn.empty() ? std::nullopt : std::optional(Profile::open(m_record.plan.profileIn));
    if (opened && !*opened) {
        return opened->error();
    }
    if (opened && usesLut() && !m_record.display.lutLoaded) {
        if (const auto ramps = opened->value().ramps(m_record.display.lut->entries)) {
            warn("The profile's ramps were not loaded; they were loaded for this check and stay loaded.");
            if (const Status s = setRamps(*ramps); !s) {
                return s;
            }
        }
    }
    if (const Status s = readCalibratedPrimaries(true); !s) {
        return s;
    }
    Primaries &p = m_record.calibrated;
    m_record.aimLuminance = p.white.b;
    const ToneCurve tone = m_record.plan.target.tone.withBlack(p.black.b / p.white.b);
    auto grays = readGrays(budget().passes.front(), {p.white, p.black, tone});
    if (!grays) {
        return grays.error();
    }
    std::vector<GrayInput> inputs;
    for (const GrayReading &g : *grays) {
        inputs.push_back({g.drive, g.xyz});
    }
    m_record.gray = judgeGrays(inputs, p.white, p.black, m_record.targetWhite(), m_record.plan.target.tone);
    for (auto &list : m_record.light) {
        list.clear();
        for (int i = 0; i <= 1023; ++i) {
            list.push_back(tone.value(i / 1023.0));
        }
    }
    finish(Stage::Calibrate, "As found: white " + whiteText(p.white) + "; gray ΔE00 mean " + fixed(m_record.gray.mean, 2));
    return Done{};
}

Status Visit::profileStage()
{
    if (m_record.plan.task == Task::Check && !m_record.plan.profileIn.empty()) {
        m_record.profile = m_record.plan.profileIn;
        skip(Stage::Profile, "The profile given: " + m_record.plan.profileInName);
        return Done{};
    }
    begin(Stage::Profile);
    if (m_record.plan.task == Task::Check) {
        warn("No profile was given to check: colours are judged as the display's own primaries with the target's tone curve would show them.");
    }
    const Primaries &p = m_record.calibrated;
    MatrixModel model{p.matrix(), p.black, m_record.light};
    const std::vector<ColourSample> mixtures = mixturesOf(m_record);
    std::optional<DisplayModel> mixing;
    if (!mixtures.empty()) {
        mixing.emplace(model, p.white, p.black, mixtures);
    }
    // White counts most: the matrix's columns are stretched so that they add up to it exactly.
    model.channels *= model.channels.partialPivLu().solve((p.white - p.black).vec()).asDiagonal();
    const bool table = wantsTable(mixing, model, mixtures);
    const double departure = departureFromSum(p);
    if (departure > 0.04 && !table) {
        warn("Red, green and blue do not add up to white (by " + fixed(100 * departure, 0)
             + " %): a profile by matrix and curves describes this panel only roughly.");
    }
    const ProfileText text{m_record.profileName(), "Free to use and pass on; made with Dutiful Lamp.",
                           m_hooks.wallClock ? m_hooks.wallClock() : WallTime{}, m_record.plan.iccVersion};
    const auto bytes = table ? writeTableProfile(*mixing, m_record.ramps, text) : writeMatrixProfile(model, m_record.ramps, text);
    if (!bytes) {
        return bytes.error();
    }
    m_record.profile = bytes.value();
    compareWithTargetGamut();
    describeGamut(table ? &*mixing : nullptr, model);
    finish(Stage::Profile, text.description + " (ICC " + std::to_string(text.version) + ", " + (table ? "tables" : "matrix") + "); shows "
                               + fixed(m_record.coverage["sRGB"], 1) + " % of sRGB, " + fixed(m_record.coverage["Adobe RGB (1998)"], 1)
                               + " % of Adobe RGB (1998)");
    return Done{};
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
        warn("The target asks for the gamut of " + space->name + "; the panel's primaries miss it by up to Δu′v′ " + fixed(worst, 3)
             + ". Ramps cannot move primaries: choose the display's own mode for that space, or let the profile do it.");
    }
}

bool Visit::wantsTable(const std::optional<DisplayModel> &mixing, const MatrixModel &matrix, const std::vector<ColourSample> &mixtures) const
{
    if (!mixing || m_record.plan.profileKind != ProfileKind::Auto) {
        return mixing && m_record.plan.profileKind == ProfileKind::Table;
    }
    // A table is taken where the mixtures show that it describes the panel clearly better.
    double sum = 0;
    for (const ColourSample &s : mixtures) {
        const auto lab = [&](const XYZ &xyz) { return measuredLab(xyz, mixing->white(), mixing->chad()); };
        sum += deltaE2000(lab(s.xyz), lab(matrix.evaluate(s.rgb)));
    }
    const double byMatrix = sum / double(mixtures.size());
    return byMatrix > 0.4 && mixing->crossValidated() < 0.7 * byMatrix;
}

void Visit::describeGamut(const DisplayModel *mixing, const MatrixModel &matrix)
{
    const AdditiveGamut additive = gamutOf(matrix.channels, matrix.black);
    const auto profile = Profile::open(m_record.profile);
    const double own = mixing != nullptr ? gamutVolume([&](const Drive &d) { return mixing->lab(d); }) : volumeOf(additive);
    for (const RgbSpace &space : rgbSpaces()) {
        const AdditiveGamut other = gamutOf(space);
        // A table holds a colour where its inverse and then its forward table give it back.
        m_record.coverage[space.name] =
            mixing == nullptr || !profile
                ? coveragePercent(additive, other)
                : coveragePercent([&](const Lab &l) { return deltaE2000(l, profile->colourOf(profile->driveFor(l))) < 1.0; }, other);
        m_record.volume[space.name] = 100 * own / volumeOf(other);
    }
}

Status Visit::verifyStage()
{
    begin(Stage::Verify);
    const auto profile = Profile::open(m_record.profile);
    if (!profile) {
        return profile.error();
    }
    const Budget b = budget();
    const std::vector<TestColour> colours = verificationColours(profile.value(), b.colours);
    const double level = m_record.calibrated.white.b;
    const auto before = m_gauge->read({1, 1, 1}, "white", level, 0.4 * b.goal);
    if (!before) {
        return before.error();
    }
    std::vector<VerifiedColour> readings;
    std::vector<double> times;
    for (const TestColour &c : colours) {
        const double expected = std::max(0.02, xyzOf(c.wanted, iccD50()).b * level);
        const auto m = m_gauge->read(c.rgb, c.name, expected, goalAt(expected, level, b.goal));
        if (!m) {
            return m.error();
        }
        readings.push_back({c, m->xyz, m->sigma, {}, 0, 0});
        times.push_back(m->t);
    }
    const auto after = m_gauge->read({1, 1, 1}, "white", level, 0.4 * b.goal);
    if (!after) {
        return after.error();
    }
    // White as it was when each colour was read; then all on the scale of the white after.
    for (size_t i = 0; i < readings.size(); ++i) {
        const double s = (times[i] - before->t) / std::max(1e-9, after->t - before->t);
        for (int c = 0; c < 3; ++c) {
            const double change = after->xyz[c] / before->xyz[c] - 1;
            if (std::abs(change) > 3 * after->sigma[c] / after->xyz[c]) {
                readings[i].xyz[c] *= (1 + change) / (1 + change * s);
            }
        }
    }
    const XYZ white = 0.5 * (before->xyz + after->xyz);
    const bool drifted = std::abs(after->xyz.b / before->xyz.b - 1) > 0.01;
    if (drifted) {
        warn("White moved by " + fixed(100 * (after->xyz.b / before->xyz.b - 1), 1) + " % while the colours were verified.");
    }
    m_record.verification = verify(std::move(readings), drifted ? after->xyz : white, profile->chad(), systematic(m_record).deltaE);
    judge();
    const Verification &v = m_record.verification;
    finish(Stage::Verify, counted(int(v.colours.size()), "colour") + ": ΔE00 mean " + fixed(v.mean, 2) + " ± " + fixed(2 * v.meanUncertainty, 2)
                              + ", max " + fixed(v.max, 2) + ", 95 % below " + fixed(v.p95, 2) + ": " + verdictName(m_record.verdict));
    return Done{};
}

void Visit::judge()
{
    const Tolerance &tolerance = m_record.plan.tolerance;
    const Verification &v = m_record.verification;
    const Systematic shared = systematic(m_record);
    const bool profileOnly = m_record.plan.task == Task::Profile;
    auto &checks = m_record.checks;
    checks.clear();
    checks.push_back(check("Mean difference", v.mean, tolerance.mean, 2 * v.meanUncertainty, "ΔE00"));
    checks.push_back(check("Largest difference", v.max, tolerance.max, 2 * v.maxUncertainty, "ΔE00"));
    const auto wantedLuminance = m_record.plan.target.luminance.value();
    const XYZ &white = m_record.calibrated.white;
    // A profile describes a state and judges nothing of it; white, luminance and gray are judged where they were aimed at.
    if (!profileOnly) {
        if (tolerance.whiteDeltaE > 0 && m_record.plan.target.white.chromaticity()) {
            checks.push_back(check("White", whiteDifference(white, m_record.targetWhite()), tolerance.whiteDeltaE, 2 * shared.deltaE, "ΔE00"));
        }
        if (tolerance.luminancePercent > 0 && wantedLuminance) {
            checks.push_back(
                check("Luminance", 100 * std::abs(white.b / *wantedLuminance - 1), tolerance.luminancePercent, 2 * shared.luminancePercent, "%"));
        }
        if (tolerance.grayMean > 0 && usesLut()) {
            checks.push_back(check("Gray mean", m_record.gray.mean, tolerance.grayMean, 2 * std::hypot(0.05, shared.deltaE / 2), "ΔE00"));
        }
        if (tolerance.grayMax > 0 && usesLut()) {
            checks.push_back(check("Gray largest", m_record.gray.max, tolerance.grayMax, 2 * std::hypot(0.15, shared.deltaE / 2), "ΔE00"));
        }
    }
    m_record.verdict = overall(checks);
    m_record.reasons.clear();
    for (const Check &c : checks) {
        m_record.reasons.push_back(c.sentence());
    }
    // A target that the panel cannot reach is a fail whatever the tolerance allows (cli contract).
    if (!profileOnly && wantedLuminance && m_record.plan.task != Task::Check && m_record.aimLuminance < *wantedLuminance * 0.98) {
        m_record.verdict = Verdict::Fail;
        m_record.reasons.push_back("The target asks for " + fixed(*wantedLuminance, 0) + " cd/m²; at the target white this panel reaches "
                                   + fixed(m_record.aimLuminance, 0) + " cd/m², " + fixed(*wantedLuminance - m_record.aimLuminance, 0)
                                   + " less. Nearest target: " + fixed(std::floor(m_record.aimLuminance), 0) + " cd/m².");
    } else if (!profileOnly && wantedLuminance && m_record.verdict != Verdict::Pass) {
        const double over = white.b - *wantedLuminance;
        if (std::abs(over) > *wantedLuminance * tolerance.luminancePercent / 100 && tolerance.luminancePercent > 0) {
            m_record.reasons.push_back(fixed(std::abs(over), 0) + " cd/m² too " + (over > 0 ? "bright" : "dim")
                                       + ": a full visit sets the brightness anew.");
        }
    }
    if (m_record.verdict == Verdict::Undecided && !matched(m_record)) {
        m_record.reasons.push_back("Give the instrument a correction for this kind of panel to decide it.");
    }
}

Status Visit::closing(Stage stage)
{
    if (!m_hooks.ask) {
        if (stage == Stage::SignOff) {
            begin(stage);
            finish(stage, "Verdict: " + verdictName(m_record.verdict) + " (" + m_record.plan.tolerance.name + ")");
        } else {
            skip(stage, "Nobody was there to look.");
        }
        return Done{};
    }
    begin(stage);
    const bool look = stage == Stage::Look;
    const Answer a = ask({Question::Kind::Confirm, stage,
                          look ? "Compare before and after on the screen with pictures you know. Eyes adapt: look away in between."
                               : "Sign off: from now on nobody touches the display's menu (" + menuText(m_record.controls) + ").",
                          "", 0});
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    finish(stage, look ? "Looked at, before and after" : "Signed off by " + m_record.plan.by + ": " + verdictName(m_record.verdict));
    return Done{};
}

} // namespace lamp
