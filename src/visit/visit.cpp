// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/visit.h"

#include <algorithm>
#include <chrono>
#include <cmath>

namespace lamp {

namespace {

Error benchError(Message what, Message todo)
{
    return {ErrorKind::Bench, std::move(what), say("nothing-changed-display"), std::move(todo), "bench", false};
}

} // namespace

Visit::Visit(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop)
    : m_bench(bench), m_hooks(std::move(hooks)), m_stop(std::move(stop))
{
    m_record.plan = std::move(plan);
    m_budget = budgetOf(m_record.plan.effort, m_record.plan.task);
}

void Visit::resume(VisitRecord record)
{
    m_record = std::move(record);
    m_budget = budgetOf(m_record.plan.effort, m_record.plan.task);
    m_resumed = true;
    m_secondsBefore = m_record.benchSeconds;
    for (StageLine &l : m_record.lines) {
        if (l.state == LineState::Running || l.state == LineState::Failed) {
            l = {};
        }
    }
    for (const Measurement &m : m_record.readings) {
        m_resumedAfter = std::max(m_resumedAfter, m.index);
    }
    // Whatever was interrupted, the instrument has to lie in its place again and the panel to be warm.
    if (m_record.plan.task != Task::Check && m_record.openStage() == Stage::Profile) {
        // The profile comes from the display model, which is made of the calibration's readings.
        m_record.line(Stage::Calibrate) = {};
    }
    if (m_record.openStage().value_or(Stage::SignOff) <= Stage::Verify) {
        for (const Stage s : {Stage::Place, Stage::WarmUp}) {
            m_record.line(s) = {};
        }
    }
    // The display may have changed meanwhile, and the bench's clock began anew: what the open stages had read is kept, but
    // neither used nor counted as spent.
    int left = 0;
    for (int i = 0; i < kStages; ++i) {
        if (m_record.lines[size_t(i)].state != LineState::Pending) {
            continue;
        }
        for (const Measurement &m : m_record.readings) {
            if (m.stage == stageName(Stage(i)) && !m.superseded) {
                setAside(m.index);
                ++left;
            }
        }
    }
    if (left > 0) {
        m_record.warnings.push_back(say("visit-was-interrupted", left));
    }
}

bool Visit::usesLut() const
{
    return m_record.display.lut.has_value();
}

Answer Visit::ask(const Question &question)
{
    if (!m_hooks.ask) {
        return {};
    }
    const auto since = std::chrono::steady_clock::now();
    const Answer a = m_hooks.ask(question);
    m_spending.excuse(std::chrono::steady_clock::now() - since);
    return a;
}

void Visit::warn(Message text)
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
    l = {LineState::Running, {}, m_hooks.wallClock ? m_hooks.wallClock() : WallTime{}, m_record.plan.by};
    if (m_gauge) {
        m_gauge->setStage(stageName(stage));
    }
    if (m_hooks.onStage) {
        m_hooks.onStage(stage, m_record);
    }
    tellProgress();
}

void Visit::finish(Stage stage, Message summary)
{
    StageLine &l = m_record.line(stage);
    l.state = LineState::Done;
    l.summary = std::move(summary);
    l.at = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    m_record.benchSeconds = m_secondsBefore + m_bench.now() - m_clockStart;
    if (m_hooks.onStage) {
        m_hooks.onStage(stage, m_record);
    }
    tellProgress();
}

void Visit::skip(Stage stage, Message why)
{
    StageLine &l = m_record.line(stage);
    l = {LineState::Skipped, std::move(why), m_hooks.wallClock ? m_hooks.wallClock() : WallTime{}, "program"};
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
    const Budget &b = m_budget;
    const std::array<double, kStages> planned{0, 1, 0, 0, 4, 4.0 + b.moves * 0.8, double(b.readings - b.colours - 13), 0, b.colours + 2.0, 0, 0};
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
    // Several times what the slowest visit needs; a thorough one of a cold panel takes an hour and a half.
    m_spending = Spending({6 * m_budget.readings + 150, 6.0 * 3600, hello->virtualClock && !m_hooks.ask ? 1.0 * 3600 : 10.0 * 3600});
    m_spending.start(m_clockStart);
    if (!hello->hasDisplay || !hello->hasInstrument) {
        return benchError(say(hello->hasDisplay ? "bench-offers-no-instrument" : "bench-offers-no-display"), say("use-bench-both-or"));
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
    if (m_record.plan.matrix) {
        if (const Message why = misfit(*m_record.plan.matrix, m_record.instrument, display.value()); !why.empty()) {
            return Error{ErrorKind::Input,
                         say("correction-given-does-not", why),
                         say("nothing-changed-display"),
                         say("use-where-made-or"),
                         "correction",
                         false};
        }
    }
    m_gauge = std::make_unique<Gauge>(m_bench, m_record.instrument, gaugeHooks(), m_stop);
    m_gauge->setCount(int(m_record.readings.size()));
    m_gauge->setSpending(&m_spending);
    if (display->maxPatchArea) {
        m_gauge->setPatchArea(std::min(0.1, *display->maxPatchArea));
    }
    return Done{};
}

Gauge::Hooks Visit::gaugeHooks()
{
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
    hooks.onSetAside = [this](int index) { setAside(index); };
    hooks.onState = [this](DisplayState &state, Measurement &m) {
        state.mode = m_record.plan.mode.empty() ? m_record.display.mode : m_record.plan.mode;
        state.controls = m_record.controls;
        // Ramps that were found loaded, and left so, cannot be read back from a bench.
        const bool unknown = m_record.ramps.empty() && m_record.display.lutLoaded && m_record.plan.task == Task::Check;
        state.ramps = unknown ? kUnknownRamps : m_record.states.keyOf(m_record.ramps);
        state.cube = m_record.display.cubeLoaded ? kUnknownRamps : "";
        if (m_record.matrix) {
            state.correction = m_record.matrix->name();
        }
        if (!unknown) {
            m.behind = behindRamps(m.rgb);
        }
        m.state = m_record.states.numberOf(state);
    };
    if (m_hooks.ask) {
        hooks.askToMend = [this](const Error &e) {
            return ask({Question::Kind::Mend, m_record.openStage().value_or(Stage::Verify), e.paragraph(), "", 0}).goOn;
        };
    }
    return hooks;
}

Result<InstrumentInfo> Visit::chooseInstrument(int count)
{
    const int wanted = m_record.plan.instrument;
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
    // A colorimeter that is corrected for this panel is quick and quiet; one that is not can be corrected here by a
    // spectroradiometer, which by itself is right, if slow; an uncorrected colorimeter comes last.
    int best = 0, bestRank = -1, spectral = -1;
    for (int i = 0; i < count; ++i) {
        if (const Status s = m_bench.selectInstrument(i); !s) {
            return s.error();
        }
        const auto info = m_bench.describeInstrument();
        if (!info) {
            return info.error();
        }
        const bool isSpectral = info->kind == "spectroradiometer";
        const bool given = ownCorrection(info.value(), display.value()).has_value();
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
        if (m_record.bench.automatic || m_hooks.ask) {
            m_reference = spectral;
        } else {
            best = spectral;
        }
    }
    m_instrumentIndex = best;
    if (const Status s = m_bench.selectInstrument(best); !s) {
        return s.error();
    }
    return m_bench.describeInstrument();
}

std::optional<MatrixCorrection> Visit::ownCorrection(const InstrumentInfo &instrument, const DisplayInfo &display) const
{
    if (m_record.plan.matrix) {
        return misfit(*m_record.plan.matrix, instrument, display).empty() ? m_record.plan.matrix : std::nullopt;
    }
    for (const MatrixCorrection &c : m_record.plan.offered) {
        if (misfit(c, instrument, display).empty() && doubts(c).empty()) {
            return c;
        }
    }
    return std::nullopt;
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
        if (const Status s = m_gauge->setCorrection(m_record.matrix ? "" : m_record.correction); !s) {
            return s;
        }
        if (m_record.matrix) {
            m_gauge->setMatrix(m_record.matrix->matrix);
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
    if (m_record.line(Stage::Calibrate).state == LineState::Done && !m_record.ramps.empty()) {
        return m_bench.setLut(m_record.ramps);
    }
    m_record.ramps = {}; // those of an interrupted calibration are made anew
    return m_bench.resetLut();
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

Status Visit::closing(Stage stage)
{
    if (!m_hooks.ask) {
        if (stage == Stage::SignOff) {
            begin(stage);
            finish(stage, say("verdict-by-tolerance", named(m_record.verdict), shippedNamed(m_record.plan.tolerance.name)));
        } else {
            skip(stage, say("nobody-looked"));
        }
        return Done{};
    }
    begin(stage);
    const bool look = stage == Stage::Look;
    const Answer a = ask({Question::Kind::Confirm, stage,
                          look                        ? say("compare-before-after-screen")
                          : m_record.controls.empty() ? say("sign-off-no-menu")
                                                      : say("sign-off-from-now", menuSaid(m_record.controls)),
                          "", 0});
    if (!a.goOn) {
        return stoppedOnRequest();
    }
    finish(stage, look ? say("looked-at") : say("signed-off-by", shippedNamed(m_record.plan.by), named(m_record.verdict)));
    return Done{};
}

} // namespace lamp
