// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/visit.h"

#include "device/both_roles.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace lamp {

namespace {

Error benchError(Message what, Message todo)
{
    return {ErrorKind::Bench, std::move(what), say("nothing-changed-display"), std::move(todo), "bench", false};
}

} // namespace

Visit::Visit(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop) : m_s(bench, std::move(plan), std::move(hooks), std::move(stop))
{
    m_s.onProgress = [this](double extraSeconds) { tellProgress(extraSeconds); };
}

void Visit::resume(VisitRecord record)
{
    m_s.record = std::move(record);
    m_s.budget = budgetOf(m_s.record.plan.effort, m_s.record.plan.task);
    m_resumed = true;
    m_s.secondsBefore = m_s.record.benchSeconds;
    for (auto &[stage, l] : m_s.record.lines) {
        if (l.state == LineState::Running || l.state == LineState::Failed) {
            l = {};
        }
    }
    for (const Measurement &m : m_s.record.readings) {
        m_s.resumedAfter = std::max(m_s.resumedAfter, m.index);
    }
    // Whatever was interrupted, the instrument has to lie in its place again and the panel to be warm.
    if (m_s.record.plan.task != Task::Check && m_s.record.lines.open() == Stage::Profile) {
        // The profile comes from the display model, which is made of the calibration's readings.
        m_s.record.lines.at(Stage::Calibrate) = {};
    }
    if (m_s.record.lines.open().value_or(Stage::SignOff) <= Stage::Verify) {
        for (const Stage s : {Stage::Place, Stage::WarmUp}) {
            m_s.record.lines.at(s) = {};
        }
    }
    // The display may have changed meanwhile, and the bench's clock began anew: what the open stages had read is kept, but
    // neither used nor counted as spent.
    int left = 0;
    for (const auto &[stage, line] : m_s.record.lines) {
        if (line.state != LineState::Pending) {
            continue;
        }
        for (const Measurement &m : m_s.record.readings) {
            if (m.stage == stageName(stage) && !m.superseded) {
                m_s.setAside(m.index);
                ++left;
            }
        }
    }
    if (left > 0) {
        m_s.record.warnings.push_back(say("visit-was-interrupted", left));
    }
}

void Visit::tellProgress(double extraSeconds)
{
    if (!m_s.hooks.onProgress) {
        return;
    }
    // Readings still to come, stage by stage, at what a reading has taken so far.
    const VisitRecord &r = m_s.record;
    double left = 0, all = 0;
    Stage at = Stage::SignOff;
    const auto &stages = m_procedure->stages();
    for (auto work = stages.rbegin(); work != stages.rend(); ++work) {
        const Stage stage = (*work)->stage();
        const double planned = (*work)->planned();
        const LineState s = r.lines.find(stage)->state;
        if (s == LineState::Pending || s == LineState::Running) {
            const auto here = [&](const Measurement &m) { return m.stage == stageName(stage); };
            const double taken = s == LineState::Running ? double(std::count_if(r.readings.begin(), r.readings.end(), here)) : 0;
            left += std::max(0.0, planned - taken);
            at = stage;
        }
        all += planned;
    }
    const auto taken = double(r.readings.size());
    const double each = taken > 8 ? std::clamp((m_s.bench.now() - m_s.clockStart - r.warmUpSeconds) / taken, 0.5, 8.0) : 2.5;
    m_s.hooks.onProgress({at, std::clamp(1 - left / all, 0.0, 1.0), left * each + extraSeconds});
}

Result<VisitRecord> Visit::run()
{
    if (!m_resumed) {
        m_s.record.started = m_s.wallNow();
    }
    m_procedure = std::make_unique<Procedure>(m_s);
    Status status = connect();
    if (status && m_resumed) {
        status = reapply();
    }
    const auto &stages = m_procedure->stages();
    for (size_t i = 0; i < stages.size(); ++i) {
        const auto &work = stages[i];
        const LineState state = m_s.record.lines.at(work->stage()).state;
        if (!status || state == LineState::Done || state == LineState::Skipped) {
            continue;
        }
        status = m_s.stop.stop_requested() ? Status(stoppedOnRequest()) : work->run();
        if (!status) {
            StageLine &l = m_s.record.lines.at(work->stage());
            l.state = LineState::Failed;
            l.summary = status.error().what;
        }
        if (status && work->stage() == Stage::Verify && std::exchange(m_s.onceMore, false)) {
            i = calibrateAgain() - 1;
        }
    }
    m_s.record.finished = m_s.wallNow();
    m_s.record.benchSeconds = m_s.secondsBefore + m_s.bench.now() - m_s.clockStart;
    if (!status) {
        if (status.error().code != "gone") {
            m_s.bench.closing();
            putBack();
        }
        return status.error();
    }
    if (m_s.record.plan.task == Task::Check) {
        putBackSignal(); // it only looked
    }
    return m_s.record;
}

size_t Visit::calibrateAgain()
{
    for (const Measurement &m : m_s.record.readings) {
        if (m.stage == stageName(Stage::Verify) && !m.superseded) {
            m_s.setAside(m.index); // of a calibration that is made anew
        }
    }
    for (const Stage stage : {Stage::Calibrate, Stage::Profile, Stage::Verify}) {
        m_s.record.lines.at(stage) = {};
    }
    const auto &stages = m_procedure->stages();
    return size_t(std::find_if(stages.begin(), stages.end(), [](const auto &s) { return s->stage() == Stage::Calibrate; }) - stages.begin());
}

Status Visit::connect()
{
    const auto hello = m_s.bench.hello();
    if (!hello) {
        return hello.error();
    }
    m_s.record.bench = hello.value();
    m_s.clockStart = m_s.bench.now();
    // Several times what the slowest visit needs; a thorough one of a cold panel takes an hour and a half.
    m_s.spending = Spending({6 * m_s.budget.readings + 150, 6.0 * 3600, hello->virtualClock && !m_s.hooks.ask ? 1.0 * 3600 : 10.0 * 3600});
    m_s.spending.start(m_s.clockStart);
    if (!hello->hasDisplay || !hello->hasInstrument) {
        return benchError(say(hello->hasDisplay ? "bench-offers-no-instrument" : "bench-offers-no-display"), say("use-bench-both-or"));
    }
    const auto instrument = chooseInstrument(hello->instruments);
    if (!instrument) {
        return instrument.error();
    }
    // What is calibrated and profiled is what pictures without high dynamic range are shown by.
    const auto inSdr = describeIn(m_s.bench, Signal::Sdr);
    if (!inSdr) {
        return inSdr.error();
    }
    const DisplayInfo *display = &inSdr->display;
    if (inSdr->changed()) {
        m_s.touched = true;
        m_signalFound = inSdr->found;
        m_s.warn(say("visit-signal-set", signalName(inSdr->found)));
    }
    m_s.record.instrument = withCard(instrument.value(), m_s.record.plan.cards);
    if (!m_resumed) {
        m_s.record.display = *display;
    } else if (!m_s.record.readings.empty()) {
        const DisplayState *left = m_s.record.states.find(m_s.record.readings.back().state);
        if (left != nullptr && left->controls.contains(kTurnsByHand)) {
            m_s.turnsByHand = int(std::clamp(left->controls.at(kTurnsByHand), 0.0, 1e6));
        }
    }
    for (const Control &c : display->controls) {
        m_s.record.controls[c.name] = c.value;
    }
    if (m_s.record.plan.matrix) {
        if (const Message why = misfit(*m_s.record.plan.matrix, m_s.record.instrument, *display); !why.empty()) {
            return Error{ErrorKind::Input,
                         say("correction-given-does-not", why),
                         say("nothing-changed-display"),
                         say("use-where-made-or"),
                         "correction",
                         false};
        }
    }
    m_s.gauge = std::make_unique<Gauge>(m_s.bench, m_s.record.instrument, m_s.gaugeHooks(), m_s.stop);
    m_s.gauge->setCount(int(m_s.record.readings.size()));
    m_s.gauge->setSpending(&m_s.spending);
    m_s.gauge->setGentle(m_s.record.plan.gentle);
    if (display->maxPatchArea) {
        m_s.gauge->setPatchArea(std::min(0.1, *display->maxPatchArea));
    }
    if (const Status s = inSdr->changed() ? m_s.gauge->wait(kDisplaySwitches) : Status(Done{}); !s) {
        return s;
    }
    // A visit that goes on finds the instrument where it was laid, or lays it there.
    const bool laid = m_s.record.lines.find(Stage::Place) != nullptr && m_s.record.lines.isDone(Stage::Place);
    return laid && m_s.record.plan.at != VisitPlan{}.at ? m_s.gauge->place({false, m_s.record.plan.at}) : Status(Done{});
}

Result<InstrumentInfo> Visit::chooseInstrument(int count)
{
    const int wanted = m_s.record.plan.instrument;
    if (wanted >= count) {
        return Error{ErrorKind::Input,
                     say("no-such-instrument", wanted),
                     say("nothing-changed-display"),
                     say("bench-counted-from-0", say("count-instruments", count)),
                     "instrument",
                     false};
    }
    if (wanted >= 0 || count <= 1) {
        if (wanted >= 0) {
            if (const Status s = m_s.bench.selectInstrument(wanted); !s && !(wanted == 0 && s.error().code == "unsupported")) {
                return s.error();
            }
        }
        return m_s.bench.describeInstrument();
    }
    const auto display = m_s.bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    // A colorimeter that is corrected for this panel is quick and quiet; one that is not can be corrected here by a
    // spectroradiometer, which by itself is right, if slow; an uncorrected colorimeter comes last.
    int best = 0, bestRank = -1, spectral = -1;
    for (int i = 0; i < count; ++i) {
        if (const Status s = m_s.bench.selectInstrument(i); !s) {
            return s.error();
        }
        const auto info = m_s.bench.describeInstrument();
        if (!info) {
            return info.error();
        }
        const bool isSpectral = info->kind == "spectroradiometer";
        const bool given = m_s.ownCorrection(info.value(), display.value()).has_value();
        const int rank = given ? 3 : (!isSpectral && info->hasCorrection(display->technology) ? 2 : (isSpectral ? 0 : 1));
        if (isSpectral && spectral < 0) {
            spectral = i;
        }
        if (rank > bestRank) {
            bestRank = rank;
            best = i;
        }
    }
    if (bestRank == 1 && spectral >= 0) {
        // Somebody has to lay the instruments on the screen in turn.
        if (m_s.record.bench.automatic || m_s.hooks.ask) {
            m_s.reference = spectral;
        } else {
            best = spectral;
        }
    }
    m_s.instrumentIndex = best;
    if (const Status s = m_s.bench.selectInstrument(best); !s) {
        return s.error();
    }
    return m_s.bench.describeInstrument();
}

Status Visit::reapply()
{
    m_s.touched = true;
    if (!m_s.record.plan.mode.empty()) {
        if (const Status s = m_s.bench.setMode(m_s.record.plan.mode); !s) {
            return s;
        }
    }
    if (m_s.record.lines.isDone(Stage::Prepare)) {
        if (const Status s = m_s.gauge->setCorrection(m_s.record.matrix ? "" : m_s.record.correction); !s) {
            return s;
        }
        if (m_s.record.matrix) {
            m_s.gauge->setMatrix(m_s.record.matrix->matrix);
        }
    }
    if (m_s.record.trim && m_s.record.lines.isDone(Stage::Trim)) {
        for (const auto &[name, value] : m_s.record.trim->after) {
            const Control *c = m_s.record.display.control(name);
            if (c != nullptr && m_s.record.controls[name] != value) {
                if (const auto taken = m_s.turn(*c, value); !taken) {
                    return taken.error();
                }
            }
        }
    }
    if (!m_s.usesLut() || m_s.record.plan.task == Task::Check) {
        return Done{};
    }
    if (m_s.record.lines.isDone(Stage::Calibrate) && !m_s.record.ramps.empty()) {
        return m_s.bench.setLut(m_s.record.ramps);
    }
    m_s.record.ramps = {}; // those of an interrupted calibration are made anew
    return m_s.bench.resetLut();
}

void Visit::putBack()
{
    if (!m_s.touched) {
        return;
    }
    // What was found: the menu's values, the mode, and linear ramps. Ramps that were loaded before cannot be read
    // from a bench, so they cannot be brought back; the worksheet says so.
    for (const Control &c : m_s.record.display.controls) {
        if (m_s.record.controls.contains(c.name) && m_s.record.controls[c.name] != c.value && (m_s.record.bench.automatic || !c.byPerson)) {
            (void)m_s.bench.setControl(c.name, c.value);
        }
    }
    if (!m_s.record.plan.mode.empty() && !m_s.record.display.mode.empty()) {
        (void)m_s.bench.setMode(m_s.record.display.mode);
    }
    if (m_s.usesLut() && m_s.record.plan.task != Task::Check) {
        (void)m_s.bench.resetLut();
    }
    putBackSignal();
}

void Visit::putBackSignal()
{
    if (m_signalFound != Signal::Sdr) {
        if (const Status s = m_s.bench.setSignal(m_signalFound); !s) {
            m_s.warn(say("signal-not-put-back", signalName(m_signalFound), s.error().what));
        }
    }
}

} // namespace lamp
