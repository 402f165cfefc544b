// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/session.h"

#include "colour/cct.h"

#include <algorithm>
#include <chrono>
#include <cmath>

namespace lamp {

namespace {

/// The relative noise that is as visible at a level as `atWhite` is at white: CIELAB's cube root makes the eye less
/// sensitive to the same share of less light.
double goalAt(double level, double white, double atWhite)
{
    return level >= white ? 0.5 * atWhite : atWhite * std::cbrt(white / std::max(level, 1e-4 * white));
}

} // namespace

Budget budgetOf(Effort effort, Task task)
{
    Budget b{};
    switch (effort) {
    case Effort::Quick: b = {3, 40, 5, 12, 0.18, 0.0014, 1.2}; break;
    case Effort::Standard: b = {4, 75, 7, 24, 0.11, 0.0015, 2}; break;
    case Effort::Thorough: b = {6, 138, 12, 24, 0.06, 0.00132, 2.5}; break;
    }
    if (task == Task::Refresh) {
        b.readings = b.readings * 3 / 4;
    }
    return b;
}

Message whiteSaid(const XYZ &white)
{
    const Chromaticity c = chromaticity(white);
    return say("white-said", decimal(white.b, 1), decimal(c.x, 4), decimal(c.y, 4), temperatureSaid(c));
}

Session::Session(Bench &theBench, VisitPlan plan, VisitHooks theHooks, std::stop_token theStop)
    : bench(theBench), hooks(std::move(theHooks)), stop(std::move(theStop))
{
    record.plan = std::move(plan);
    record.lines = Worklist(record.plan.task);
    budget = budgetOf(record.plan.effort, record.plan.task);
}

Answer Session::ask(const Question &question)
{
    if (!hooks.ask) {
        return {};
    }
    const auto since = std::chrono::steady_clock::now();
    const Answer a = hooks.ask(question);
    spending.excuse(std::chrono::steady_clock::now() - since);
    return a;
}

void Session::warn(Message text)
{
    auto &all = record.warnings;
    if (std::find(all.begin(), all.end(), text) == all.end()) {
        all.push_back(text);
        if (hooks.onNote) {
            hooks.onNote(text);
        }
    }
}

void Session::begin(Stage stage)
{
    StageLine &l = record.lines.at(stage);
    l = {LineState::Running, {}, wallNow(), record.plan.by};
    if (gauge) {
        gauge->setStage(stageName(stage));
    }
    if (hooks.onStage) {
        hooks.onStage(stage, record);
    }
    tellProgress();
}

void Session::finish(Stage stage, Message summary)
{
    StageLine &l = record.lines.at(stage);
    l.state = LineState::Done;
    l.summary = std::move(summary);
    l.at = wallNow();
    record.benchSeconds = secondsBefore + bench.now() - clockStart;
    if (hooks.onStage) {
        hooks.onStage(stage, record);
    }
    tellProgress();
}

void Session::skip(Stage stage, Message why)
{
    StageLine &l = record.lines.at(stage);
    l = {LineState::Skipped, std::move(why), wallNow(), "program"};
    if (hooks.onStage) {
        hooks.onStage(stage, record);
    }
}

void Session::tellProgress(double extraSeconds)
{
    if (onProgress) {
        onProgress(extraSeconds);
    }
}

void Session::tellNext(std::string patch, Message why)
{
    if (hooks.onNext) {
        const bool known = record.lines.open() == Stage::Calibrate;
        hooks.onNext({record.lines.open().value_or(Stage::Verify), std::move(patch), std::move(why), int(record.readings.size()),
                      known ? record.expectedError : 0, budget.goal});
    }
}

std::function<bool()> Session::glancing()
{
    constexpr double kLongestS = 1800; // in all, on the bench's clock: whoever left the desk is not watched for ever
    if (!hooks.onGlance || !gauge) {
        return {};
    }
    return [this, expected = 0.0]() mutable {
        const double since = bench.now();
        const auto white = glancedS < kLongestS ? gauge->glanceAtWhite(expected) : Result<XYZ>(stoppedOnRequest());
        glancedS += bench.now() - since;
        if (white) {
            expected = white->b;
            hooks.onGlance(standingOf(record, white.value()));
        }
        return white.ok(); // what is wrong is found, and told, by the reading that comes next
    };
}

Result<double> Session::turn(const Control &control, double value)
{
    touched = true;
    Answer a;
    if (control.byPerson) {
        a = ask({Question::Kind::Control, Stage::Trim, say("set-control-to", controlNamed(control.name), decimal(value, 0)), control.name, value,
                 glancing()});
        if (!a.goOn) {
            return stoppedOnRequest();
        }
    }
    if (control.byPerson && (!a.benchDoesIt || !record.bench.automatic)) {
        // A person turned it: believe the display where it can say what it stands at.
        const auto info = bench.describeDisplay();
        if (!info) {
            return info.error();
        }
        const Control *now = info->control(control.name);
        record.controls[control.name] = now != nullptr ? now->value : value;
    } else {
        const auto taken = bench.setControl(control.name, value);
        if (!taken) {
            return taken;
        }
        record.controls[control.name] = *taken;
    }
    return record.controls[control.name];
}

Status Session::setRamps(const Ramps &ramps)
{
    touched = true;
    record.ramps = ramps;
    return bench.setLut(ramps);
}

Drive Session::behindRamps(const Drive &rgb) const
{
    return throughRamps(record.ramps, rgb, record.display.bits, usesLut() ? record.display.lut->bits : record.display.bits);
}

Drive Session::onFrameBuffer(const Drive &rgb) const
{
    const double top = std::ldexp(1.0, record.display.bits) - 1;
    Drive d;
    for (int c = 0; c < 3; ++c) {
        d[c] = std::round(std::clamp(rgb[c], 0.0, 1.0) * top) / top;
    }
    return d;
}

double Session::noiseGoal(double level) const
{
    const double white = record.aimLuminance > 0 ? record.aimLuminance : 120;
    return goalAt(level, 0.98 * white, budget.noise);
}

std::optional<int> Session::wantedAgain()
{
    constexpr int kMost = 30; // readings on demand, so that no visit is without end
    if (!hooks.again || wishes >= kMost) {
        return {};
    }
    const auto wish = hooks.again();
    wishes += wish ? 1 : 0;
    return wish;
}

void Session::setAside(int index)
{
    record.setAside.push_back(index);
    for (Measurement &m : record.readings) {
        if (m.index == index) {
            m.superseded = true;
        }
    }
}

bool Session::isSetAside(int index) const
{
    return std::find(record.setAside.begin(), record.setAside.end(), index) != record.setAside.end();
}

Gauge::Hooks Session::gaugeHooks()
{
    Gauge::Hooks heard;
    heard.onReading = [this](const Measurement &m) {
        record.readings.push_back(m);
        if (hooks.onReading) {
            hooks.onReading(m, record);
        }
        if (!warmingUp) {
            tellProgress();
        }
    };
    heard.onNote = hooks.onNote;
    heard.onSetAside = [this](int index) { setAside(index); };
    heard.onState = [this](DisplayState &state, Measurement &m) {
        state.mode = record.plan.mode.empty() ? record.display.mode : record.plan.mode;
        state.controls = record.controls;
        if (turnsByHand > 0) {
            state.controls[kTurnsByHand] = turnsByHand;
        }
        // Ramps that were found loaded, and left so, cannot be read back from a bench.
        const bool unknown = record.ramps.empty() && record.display.lutLoaded && record.plan.task == Task::Check;
        state.ramps = unknown ? kUnknownRamps : record.states.keyOf(record.ramps);
        state.cube = record.display.cubeLoaded ? kUnknownRamps : "";
        if (record.matrix) {
            state.correction = record.matrix->name();
        }
        if (!unknown) {
            m.behind = behindRamps(m.rgb);
        }
        m.state = record.states.numberOf(state);
    };
    if (hooks.ask) {
        heard.askToMend = [this](const Error &e) {
            return ask({Question::Kind::Mend, record.lines.open().value_or(Stage::Verify), e.paragraph(), "", 0}).goOn;
        };
    }
    return heard;
}

std::optional<MatrixCorrection> Session::ownCorrection(const InstrumentInfo &instrument, const DisplayInfo &display) const
{
    if (record.plan.matrix) {
        return misfit(*record.plan.matrix, instrument, display).empty() ? record.plan.matrix : std::nullopt;
    }
    for (const MatrixCorrection &c : record.plan.offered) {
        if (misfit(c, instrument, display).empty() && doubts(c).empty()) {
            return c;
        }
    }
    return std::nullopt;
}

} // namespace lamp
