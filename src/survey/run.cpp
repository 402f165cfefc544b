// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/run.h"

#include "colour/tone.h"

#include <algorithm>
#include <cmath>

namespace lamp {

Gauge::Hooks SurveyRun::gaugeHooks()
{
    Gauge::Hooks heard;
    heard.onReading = [this](const Measurement &m) {
        m_r.readings.push_back(m);
        if (m_hooks.onReading) {
            m_hooks.onReading(m, m_r);
        }
    };
    heard.onNote = m_hooks.onNote;
    heard.onSetAside = [this](int index) {
        for (Measurement &m : m_r.readings) {
            m.superseded = m.superseded || m.index == index;
        }
    };
    heard.onState = [this](DisplayState &state, Measurement &m) {
        state.mode = m_mode;
        state.signal = m_signal;
        for (const Control &c : m_controls) {
            state.controls[c.name] = c.value;
        }
        // Ramps that were found loaded cannot be read back from a bench.
        state.ramps = m_r.display.lutLoaded ? kUnknownRamps : "";
        state.cube = m_r.display.cubeLoaded ? kUnknownRamps : "";
        if (!m_r.display.lutLoaded) {
            m.behind = m.rgb; // nothing stands between
        }
        m.state = m_r.states.numberOf(state);
    };
    // Nobody sits beside an instrument that reads the room for a day.
    heard.askToMend = m_plan.kind == SurveyKind::Room ? nullptr : m_hooks.askToMend;
    return heard;
}

Status SurveyRun::connect()
{
    const auto hello = greetBoth(m_bench, m_plan.instrument);
    if (!hello) {
        return hello.error();
    }
    m_r.bench = hello.value();
    const auto instrument = m_bench.describeInstrument();
    if (!instrument) {
        return instrument.error();
    }
    m_r.instrument = instrument.value();
    if (const Status s = able(); !s) {
        return s;
    }
    auto display = m_plan.kind == SurveyKind::Room ? asItStands() : describeIn(m_bench, signalWanted());
    if (!display) {
        return display.error();
    }
    m_signalFound = display->found;
    m_signal = display->display.signal;
    m_r.display = std::move(display->display);
    m_mode = m_r.display.mode;
    m_controls = m_r.display.controls;
    m_start = m_bench.now();
    auto patches = surveyPatches(m_plan, m_r.display);
    if (!patches) {
        return patches.error();
    }
    m_r.patches = std::move(patches).value();
    // What is judged is the drive that the frame buffer has, not the one that was meant.
    const double codes = m_r.display.bits > 0 && m_r.display.bits <= 16 ? double((1 << m_r.display.bits) - 1) : 0;
    for (SurveyPatch &p : m_r.patches) {
        const auto rounded = [&](double v) { return codes > 0 ? std::round(v * codes) / codes : v; };
        p.rgb = {rounded(p.rgb.a), rounded(p.rgb.b), rounded(p.rgb.c)};
    }
    m_r.readingOf.assign(m_r.patches.size(), -1);
    if (m_plan.kind == SurveyKind::Hdr && m_r.display.lutLoaded) {
        m_r.warnings.push_back(say("hdr-ramps-loaded"));
    }
    double waits = 0;
    for (const SurveyPatch &p : m_r.patches) {
        waits += p.waitS + p.restS;
    }
    const double seconds = 2 * waits + 40.0 * double(m_r.patches.size()) + 2 * 3600;
    m_spending = Spending({int(6 * m_r.patches.size()) + 150, seconds, hello->virtualClock ? 3600.0 : seconds});
    m_spending.start(m_start);
    m_gauge = std::make_unique<Gauge>(m_bench, m_r.instrument, gaugeHooks(), m_stop);
    m_gauge->setSpending(&m_spending);
    m_gauge->setStage(surveyKindName(m_plan.kind));
    if (m_plan.kind == SurveyKind::Room) {
        return toDesk();
    }
    m_usualArea = std::min(0.1, m_r.display.maxPatchArea.value_or(0.1));
    m_gauge->setPatchArea(m_usualArea);
    m_r.correction = m_r.instrument.hasCorrection(m_r.display.technology) ? m_r.display.technology : "";
    if (m_r.correction.empty() && m_r.instrument.kind != "spectroradiometer") {
        m_r.warnings.push_back(say("instrument-no-correction-panel", m_r.display.technology));
    }
    if (const Status s = m_gauge->setCorrection(m_r.correction); !s) {
        return s;
    }
    if (const auto now = m_bench.describeInstrument()) {
        m_r.instrument.accuracy = now->accuracy; // belongs to the correction that is set
    }
    return m_gauge->place({});
}

Status SurveyRun::settle()
{
    // A white of high dynamic range warms a panel as nothing else does, and glares: it warms up in the ordinary signal.
    const Signal signal = m_signal;
    if (signal != Signal::Sdr && m_plan.waitForWarmUp) {
        if (const Status s = setSignal(Signal::Sdr); !s) {
            return s;
        }
    } else if (signal != m_signalFound) {
        if (const Status s = m_gauge->wait(kDisplaySwitches); !s) {
            return s;
        }
    }
    // How a panel warms up is what stability is there to see.
    if (!m_plan.waitForWarmUp || m_plan.kind == SurveyKind::Stability || m_plan.kind == SurveyKind::Room) {
        return Done{};
    }
    WarmUpOptions options;
    options.onProgress = [this](const WarmUp &, double left) {
        if (m_hooks.onProgress) {
            m_hooks.onProgress(say("waits-for-panel"), 0, left);
        }
    };
    const auto warm = warmUp(*m_gauge, options);
    if (!warm) {
        return warm.error();
    }
    m_r.warmUp = warm.value();
    m_white = warm->white.b;
    if (!warm->stable) {
        m_r.warnings.push_back(say("survey-not-stable", decimal(warm->ratePercentPerMinute, 2)));
    }
    if (signal != m_signal) {
        m_white = 0; // of the other signal
        return setSignal(signal);
    }
    return Done{};
}

Status SurveyRun::setMode(const std::string &mode)
{
    if (mode.empty() || mode == m_mode) {
        return Done{};
    }
    if (const Status s = m_bench.setMode(mode); !s) {
        return s;
    }
    m_changedMode = true;
    m_mode = mode;
    // A mode may have a menu of its own.
    if (const auto display = m_bench.describeDisplay()) {
        m_controls = display->controls;
    }
    return m_gauge->wait(kDisplaySwitches);
}

Status SurveyRun::setSignal(Signal signal)
{
    if (const Status s = m_bench.setSignal(signal); !s) {
        return s;
    }
    m_signal = signal;
    return m_gauge->wait(kDisplaySwitches);
}

Result<InSignal> SurveyRun::asItStands()
{
    auto display = m_bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    const Signal found = display->signal;
    return InSignal{std::move(display).value(), found};
}

Status SurveyRun::able() const
{
    // A bench that does not know of angles would answer as if nobody had moved.
    if (m_plan.kind == SurveyKind::Angles && !m_r.instrument.fromAfar) {
        return Error{ErrorKind::Input,
                     say("instrument-not-from-afar", modelAndSerial(m_r.instrument.model, m_r.instrument.serial)),
                     say("nothing-changed-display"),
                     say("angles-need-bench"),
                     "unsupported",
                     false};
    }
    return Done{};
}

double SurveyRun::expected(const Drive &rgb) const
{
    if (!(m_white > 0)) {
        return 0;
    }
    const auto light = [](const auto &of, const Drive &d) { return 0.2126 * of(d.a) + 0.7152 * of(d.b) + 0.0722 * of(d.c); };
    if (m_signal == Signal::Pq) {
        return std::clamp(light([](double v) { return pqLuminance(v); }, rgb), 1e-3, m_white);
    }
    return std::max(m_white * light([](double v) { return std::pow(v, 2.2); }, rgb), 1e-3);
}

Status SurveyRun::lay(const SurveyPatch &p)
{
    if (p.at == m_place.at && p.from == m_place.from) {
        return Done{};
    }
    Place place;
    place.at = p.at;
    place.from = p.from;
    if (const Status s = m_gauge->place(place); !s) {
        return s;
    }
    m_place = place;
    return Done{};
}

Status SurveyRun::readRoomLight(size_t i)
{
    if (!m_r.instrument.canReadAmbient()) {
        m_r.warnings.push_back(say("room-light-not-read"));
        return Done{};
    }
    if (const auto m = m_gauge->readAmbient(); !m) {
        return m.error();
    }
    m_r.readingOf[i] = int(m_r.readings.size()) - 1;
    return Done{};
}

Status SurveyRun::patch(size_t i)
{
    const SurveyPatch &p = m_r.patches[i];
    if (p.room) {
        return readRoomLight(i);
    }
    if (p.from && !m_r.instrument.fromAfar) {
        return Done{}; // what it cannot do is missing in the results
    }
    if (const Status s = setMode(p.mode); !s) {
        return s;
    }
    if (const Status s = lay(p); !s) {
        return s;
    }
    if (const Status s = p.restS > 0 ? m_gauge->rest(p.restS) : Status(Done{}); !s) {
        return s;
    }
    if (const Status s = p.waitS > 0 ? m_gauge->wait(p.waitS, p.still) : Status(Done{}); !s) {
        return s;
    }
    m_gauge->setPatchArea(p.area > 0 ? p.area : m_usualArea);
    m_gauge->setSurround(p.surround);
    auto m = m_gauge->read(p.rgb, p.name, expected(p.rgb), 0.0008, p.dark && m_plan.averageS > 0 ? m_plan.averageS : 0);
    if (!m) {
        return m.error();
    }
    if (m_white <= 0 && (p.name == "white" || p.name == "white from 0,0")) {
        m_white = m->xyz.b;
    }
    m_r.readingOf[i] = int(m_r.readings.size()) - 1;
    return Done{};
}

void SurveyRun::tell(size_t done)
{
    if (!m_hooks.onProgress) {
        return;
    }
    const size_t all = m_r.patches.size();
    double waits = 0, waited = 0;
    for (size_t i = 0; i < all; ++i) {
        (i < done ? waited : waits) += m_r.patches[i].waitS + m_r.patches[i].restS;
    }
    const double each = done > 3 ? std::clamp((m_bench.now() - m_begun - waited) / double(done), 0.5, 15.0) : 2.5;
    const double left = overTime() ? waits : each * double(all - done) + waits;
    m_hooks.onProgress(say("surveys-patch", say("patch-named", m_r.patches[std::min(done, all - 1)].name)), double(done) / double(all), left);
}

Status SurveyRun::plausible(size_t i) const
{
    // In a bright room black seen from afar may be as bright as white: that is the room's nature.
    if (m_r.of(i) == nullptr || m_r.patches[i].room || m_r.patches[i].from) {
        return Done{};
    }
    const bool dark = m_r.patches[i].rgb == Drive{} && m_r.patches[i].surround == Drive{};
    return dark && m_white > 0 ? darkEnough(m_r.of(i)->xyz.b, m_white) : Status(Done{});
}

Status SurveyRun::darkEnough(double black, double white) const
{
    constexpr double kClearly = 1.02;
    if (black > kClearly * white + m_r.instrument.floorCdM2) {
        return Error{ErrorKind::Bench,     say("black-brighter-than-white", decimal(black, 1), decimal(white, 2)),
                     say("readings-kept"), say("turn-inversion-off"),
                     "reversed",           false};
    }
    if (black > 0.5 * white) {
        return Error{ErrorKind::Bench,     say("black-as-bright-as-white", decimal(black, 1), decimal(white, 1)),
                     say("readings-kept"), say("see-that-patches-are-shown"),
                     "unchanging",         false};
    }
    return Done{};
}

Status SurveyRun::stillFollows()
{
    const auto error = [](Message what, Message todo, const char *code) {
        return Error{ErrorKind::Bench, std::move(what), say("readings-kept"), std::move(todo), code, false};
    };
    // Full light of a high dynamic range warms the panel: half of the signal tells as much.
    const Drive bright = m_signal == Signal::Sdr ? Drive{1, 1, 1} : Drive{0.5, 0.5, 0.5};
    m_gauge->setPatchArea(m_usualArea);
    m_gauge->setSurround({});
    const auto white = m_gauge->read(bright, "bright, to see whether readings follow", expected(bright), 0.002);
    const auto black = white ? m_gauge->read({}, "black, to see whether readings follow", 0, 0.02) : white;
    if (!black) {
        return black.error();
    }
    // Seen from afar in a bright room black may be nearly as bright as white; the same it never is.
    constexpr double kLeast = 0.05;
    if (const Status s = m_place.from ? Status(Done{}) : darkEnough(black->xyz.b, white->xyz.b); !s) {
        return s;
    }
    if (!(white->xyz.b - black->xyz.b > kLeast * white->xyz.b)) {
        return error(say("patches-read-alike-whatever", decimal(white->xyz.b, 2), decimal(black->xyz.b, 2)), say("check-instrument-lies-screen"),
                     "not-following");
    }
    const auto now = m_bench.describeDisplay();
    if (!now) {
        return now.error();
    }
    const std::string mode = m_mode.empty() ? m_r.display.mode : m_mode;
    if (now->model != m_r.display.model || now->serial != m_r.display.serial) {
        return error(say("display-is-another", modelAndSerial(m_r.display.model, m_r.display.serial), modelAndSerial(now->model, now->serial)),
                     say("connect-one-and-repeat"), "another-display");
    }
    return now->mode == mode ? Status(Done{}) : Status(error(say("mode-is-another", mode, now->mode), say("set-mode-and-repeat"), "another-mode"));
}

Status SurveyRun::readAll()
{
    m_begun = m_bench.now();
    // How a panel warms up begins at once.
    if (!overTime()) {
        // Where the first patch will be read, so that nobody has to lay the instrument twice.
        const auto first = std::ranges::find_if(m_r.patches, [&](const SurveyPatch &p) { return !p.room && (!p.from || m_r.instrument.fromAfar); });
        Status s = first != m_r.patches.end() ? setMode(first->mode) : Status(Done{});
        s = s && first != m_r.patches.end() ? lay(*first) : s;
        s = s ? stillFollows() : s;
        if (!s) {
            return s;
        }
    }
    for (size_t i = 0; i < m_r.patches.size(); ++i) {
        if (m_r.readingOf[i] >= 0) {
            continue;
        }
        if (m_stop.stop_requested()) {
            return stoppedOnRequest();
        }
        Status s = m_plan.kind == SurveyKind::Room ? room(i) : patch(i);
        s = s && m_plan.kind != SurveyKind::Room ? plausible(i) : s;
        if (!s) {
            return s;
        }
        tell(i + 1);
    }
    if (const Status s = readDoubtfulAgain(); !s) {
        return s;
    }
    if (const Status s = m_plan.kind == SurveyKind::Room ? Status(Done{}) : stillFollows(); !s) {
        return s;
    }
    m_r.complete = true;
    return Done{};
}

void SurveyRun::putBack(const Error *gone)
{
    // The calibration belongs to what was found: who cannot be given it back is told to set it.
    if (m_changedMode && m_mode != m_r.display.mode) {
        const auto back = gone != nullptr ? Status(*gone) : m_bench.setMode(m_r.display.mode);
        if (!back) {
            m_r.warnings.push_back(say("survey-mode-not-put-back", m_r.display.mode, back.error().what));
        }
    }
    for (const Control &c : m_r.display.controls) {
        if (m_turned && c.name == m_plan.follow->control) {
            const auto back = gone != nullptr ? Result<double>(*gone) : m_bench.setControl(c.name, c.value);
            if (!back) {
                m_r.warnings.push_back(say("survey-control-not-put-back", c.name, decimal(c.value, 0), back.error().what));
            }
        }
    }
    if (m_signal != m_signalFound) {
        const Status back = gone != nullptr ? Status(*gone) : m_bench.setSignal(m_signalFound);
        if (!back) {
            m_r.warnings.push_back(say("signal-not-put-back", signalName(m_signalFound), back.error().what));
        }
    }
    if (gone != nullptr) {
        return;
    }
    const bool away = m_plan.kind == SurveyKind::Room || m_place.from || m_place.at != std::array<double, 2>{0.5, 0.5};
    if (away && m_r.bench.automatic) {
        (void)m_bench.place({});
    }
}

Status SurveyRun::all(const SurveyRecord *earlier)
{
    m_r.plan = m_plan;
    m_r.started = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    Status status = connect();
    if (status) {
        status = settle();
    }
    if (status && earlier != nullptr) {
        status = takeOver(*earlier);
    }
    if (status) {
        status = readAll();
    }
    m_r.finished = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    m_r.benchSeconds = m_bench.now() - m_start;
    if (!status && status.error().code == "gone") {
        putBack(&status.error());
        return status;
    }
    m_bench.closing();
    putBack(nullptr);
    return status;
}

} // namespace lamp
