// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey.h"

#include "colour/tone.h"
#include "device/both_roles.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr std::array<const char *, 10> kNames{"gray",      "saturation", "colours", "uniformity", "contrast",
                                              "stability", "hdr",        "angles",  "modes",      "room"};
constexpr double kSwitches = 5;                       // s that displays take to change over (common practice, no published source)
constexpr double kAgainPercent = 3, kAgainUv = 0.004; ///< how near white has to be for readings before an interruption to count

/// One run over the patches.
class Run {
public:
    Run(Bench &bench, const SurveyPlan &plan, const SurveyHooks &hooks, const std::stop_token &stop, SurveyRecord &record)
        : m_bench(bench), m_plan(plan), m_hooks(hooks), m_stop(stop), m_r(record)
    {
    }
    Status all(const SurveyRecord *earlier);

private:
    Status connect();
    [[nodiscard]] bool overTime() const { return m_plan.kind == SurveyKind::Stability || m_plan.kind == SurveyKind::Room; }
    Status settle();
    Status takeOver(const SurveyRecord &earlier);
    Status patch(size_t i);
    Status setMode(const std::string &mode);
    Status setSignal(Signal signal);
    [[nodiscard]] Signal signalWanted() const { return m_plan.kind == SurveyKind::Hdr ? m_plan.signal : Signal::Sdr; }
    /// What would have to be there, or an error that says what is missing.
    [[nodiscard]] Status able() const;
    Result<InSignal> asItStands();
    Status lay(const SurveyPatch &patch);
    [[nodiscard]] double expected(const Drive &rgb) const;
    Status readRoomLight(size_t i);
    /// Lays the instrument at the desk, where it stays.
    Status toDesk();
    /// A reading of the room, then what follows for a screen that is to follow.
    Status room(size_t i);
    Status follow(const RoomPoint &point);
    Status readAll();
    /// An error where a patch that should be dark is as bright as white: nothing that would be said of such readings is true.
    [[nodiscard]] Status plausible(size_t i) const;
    /// Leaves the display as it was found. \param gone why the bench can be asked no more; null where it can
    void putBack(const Error *gone);
    void tell(size_t done);
    Gauge::Hooks gaugeHooks();

    Bench &m_bench;
    const SurveyPlan &m_plan;
    const SurveyHooks &m_hooks;
    const std::stop_token &m_stop;
    SurveyRecord &m_r;
    std::unique_ptr<Gauge> m_gauge;
    Spending m_spending;
    std::string m_mode;
    std::vector<Control> m_controls; ///< of the menu in that mode
    Place m_place;
    Signal m_signalFound = Signal::Sdr, m_signal = Signal::Sdr;
    double m_usualArea = 0.1, m_white = 0, m_start = 0, m_begun = 0;
    bool m_changedMode = false, m_turned = false;
    std::optional<RoomFollower> m_follower;
    double m_lastRoomEnd = 0; ///< bench clock, s
    int m_missed = 0;         ///< readings of the room in a row that failed
};

Gauge::Hooks Run::gaugeHooks()
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

Status Run::connect()
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

Status Run::settle()
{
    // How a panel warms up is what stability is there to see.
    // A white of high dynamic range warms a panel as nothing else does, and glares: it warms up in the ordinary signal.
    const Signal signal = m_signal;
    if (signal != Signal::Sdr && m_plan.waitForWarmUp) {
        if (const Status s = setSignal(Signal::Sdr); !s) {
            return s;
        }
    } else if (signal != m_signalFound) {
        if (const Status s = m_gauge->wait(kSwitches); !s) {
            return s;
        }
    }
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

Status Run::takeOver(const SurveyRecord &earlier)
{
    const auto white = std::find_if(m_r.patches.begin(), m_r.patches.end(), [](const SurveyPatch &p) {
        return p.rgb == Drive{1, 1, 1} && p.at == std::array<double, 2>{0.5, 0.5};
    });
    const Measurement *before = white == m_r.patches.end() ? nullptr : earlier.named(white->name);
    const bool samePatches =
        std::equal(earlier.patches.begin(), earlier.patches.end(), m_r.patches.begin(), m_r.patches.end(),
                   [](const SurveyPatch &p, const SurveyPatch &q) { return p.name == q.name && p.rgb == q.rgb && p.at == q.at; });
    // What was read over time is of that time.
    if (before == nullptr || !samePatches || overTime() || m_plan.kind == SurveyKind::Hdr || earlier.display.serial != m_r.display.serial
        || earlier.display.model != m_r.display.model) {
        m_r.warnings.push_back(say("survey-begins-anew"));
        return Done{};
    }
    if (const Status s = setMode(white->mode); !s) {
        return s;
    }
    const auto now = m_gauge->read({1, 1, 1}, "white again", before->xyz.b);
    if (!now) {
        return now.error();
    }
    // Mode, menu, ramps, instrument and correction: readings of two states are not of one measurement, however alike white is.
    const DisplayState *stood = earlier.states.find(before->state), *stands = m_r.states.find(now->state);
    const bool alike = stood != nullptr && stands != nullptr && *stood == *stands && before->xyz.b > 0
                       && std::abs(now->xyz.b / before->xyz.b - 1) < kAgainPercent / 100
                       && uvDistance(chromaticity(now->xyz), chromaticity(before->xyz)) < kAgainUv;
    if (!alike) {
        m_r.warnings.push_back(say("survey-begins-anew"));
        return Done{};
    }
    // Those of before stand first, as they were read; what is read now is counted behind them.
    std::vector<Measurement> fresh = std::move(m_r.readings);
    m_r.readings = earlier.readings;
    m_r.readingOf = earlier.readingOf;
    // The bench's clock began anew: on this one they lie before its beginning, as far from each other as they were.
    constexpr double kAway = 60; // s
    const double back = m_start - kAway - earlier.readings.back().t;
    for (Measurement &m : m_r.readings) {
        m.t += back;
    }
    const auto shift = int(m_r.readings.size());
    States states = earlier.states;
    for (Measurement &m : fresh) {
        const DisplayState *state = m_r.states.find(m.state);
        m.state = state != nullptr ? states.numberOf(*state) : 0;
        m.index += shift;
        m_r.readings.push_back(m);
    }
    m_r.states = states;
    m_gauge->setCount(int(m_r.readings.size()));
    return Done{};
}

Status Run::setMode(const std::string &mode)
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
    return m_gauge->wait(kSwitches);
}

Status Run::setSignal(Signal signal)
{
    if (const Status s = m_bench.setSignal(signal); !s) {
        return s;
    }
    m_signal = signal;
    return m_gauge->wait(kSwitches);
}

Result<InSignal> Run::asItStands()
{
    auto display = m_bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    const Signal found = display->signal;
    return InSignal{std::move(display).value(), found};
}

Status Run::able() const
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

Status Run::toDesk()
{
    if (!m_r.instrument.canReadAmbient()) {
        return Error{
            ErrorKind::Bench, say("instrument-cannot-read-room"), say("nothing-changed-display"), say("room-can-be-typed"), "unsupported", false};
    }
    if (m_plan.follow) {
        const auto control = std::find_if(m_controls.begin(), m_controls.end(), [&](const Control &c) { return c.name == m_plan.follow->control; });
        if (control == m_controls.end()) {
            return Error{ErrorKind::Input, say("room-no-control", m_plan.follow->control), say("nothing-changed-display"), {}, "follow", false};
        }
        m_follower.emplace(*m_plan.follow, control->value);
    }
    return m_gauge->place({true, {}});
}

Status Run::room(size_t i)
{
    // Readings keep their distance, however long each of them takes.
    const double left = m_lastRoomEnd + m_r.patches[i].waitS - m_bench.now();
    if (i > 0 && left > 0) {
        if (const Status s = m_gauge->wait(left); !s) {
            return s;
        }
    }
    m_lastRoomEnd = m_bench.now();
    const auto m = m_gauge->readAmbient();
    if (!m) {
        // A day is not lost by a reading, nor by an instrument that is away over lunch: they are missing, which the result says. Where nothing was
        // read at all there is no day.
        constexpr int kMost = 5;
        const bool ends =
            m.error().code == "gone" || m.error().code == "stopped" || m.error().code == "unsupported" || m.error().code == "bad-request";
        if (ends || (++m_missed >= kMost && m_r.readings.empty())) {
            return m.error();
        }
        if (m_hooks.onNote) {
            m_hooks.onNote(m.error().paragraph());
        }
        return Done{};
    }
    m_missed = 0;
    if (!m_r.roomFrom) {
        m_r.roomFrom = localHours(m_hooks.wallClock ? m_hooks.wallClock() : WallTime{});
    }
    m_r.readingOf[i] = int(m_r.readings.size()) - 1;
    return m_follower ? follow(m_r.roomPoints().back()) : Status(Done{});
}

Status Run::follow(const RoomPoint &point)
{
    const auto control = std::find_if(m_controls.begin(), m_controls.end(), [&](const Control &c) { return c.name == m_plan.follow->control; });
    const auto value = m_follower->next(point, std::max(control->step, 1e-6));
    if (!value) {
        return Done{};
    }
    m_turned = true;
    const auto taken = m_bench.setControl(control->name, std::clamp(*value, control->min, control->max));
    if (!taken) {
        if (taken.error().code == "gone") {
            return taken.error();
        }
        // The day goes on without it; where the control stands is what it was last set to.
        m_follower.reset();
        m_r.warnings.push_back(say("room-follows-no-more", taken.error().what));
        return Done{};
    }
    control->value = taken.value();
    m_follower->took(taken.value());
    m_r.followed.push_back({point.hours, taken.value(), m_plan.follow->luminance(taken.value())});
    return Done{};
}

double Run::expected(const Drive &rgb) const
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

Status Run::lay(const SurveyPatch &p)
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

Status Run::readRoomLight(size_t i)
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

Status Run::patch(size_t i)
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

void Run::tell(size_t done)
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

Status Run::plausible(size_t i) const
{
    if (m_r.of(i) == nullptr || m_r.patches[i].room) {
        return Done{};
    }
    const Measurement &m = *m_r.of(i);
    if (m_r.patches[i].rgb == Drive{} && m_r.patches[i].surround == Drive{} && m_white > 0) {
        if (m.xyz.b > m_white + m_r.instrument.floorCdM2) {
            return Error{ErrorKind::Bench,     say("black-brighter-than-white", decimal(m.xyz.b, 1), decimal(m_white, 2)),
                         say("readings-kept"), say("turn-inversion-off"),
                         "reversed",           false};
        }
        if (m.xyz.b > 0.5 * m_white) {
            return Error{ErrorKind::Bench,     say("black-as-bright-as-white", decimal(m.xyz.b, 1), decimal(m_white, 1)),
                         say("readings-kept"), say("see-that-patches-are-shown"),
                         "unchanging",         false};
        }
    }
    return Done{};
}

Status Run::readAll()
{
    m_begun = m_bench.now();
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
    m_r.complete = true;
    return Done{};
}

void Run::putBack(const Error *gone)
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

Status Run::all(const SurveyRecord *earlier)
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

} // namespace

std::optional<SurveyKind> surveyKindFromName(const std::string &name)
{
    const auto it = std::find(kNames.begin(), kNames.end(), name);
    return it == kNames.end() ? std::nullopt : std::optional(SurveyKind(it - kNames.begin()));
}

std::string surveyKindName(SurveyKind kind)
{
    return kNames.at(size_t(kind));
}

const Measurement *SurveyRecord::of(size_t patch) const
{
    return patch < readingOf.size() && readingOf[patch] >= 0 ? &readings.at(size_t(readingOf[patch])) : nullptr;
}

const Measurement *SurveyRecord::named(const std::string &name) const
{
    for (size_t i = 0; i < patches.size(); ++i) {
        if (patches[i].name == name) {
            return of(i);
        }
    }
    return nullptr;
}

Accuracy SurveyRecord::accuracy() const
{
    return accuracyOf(instrument, !correction.empty() || instrument.kind == "spectroradiometer", {}, started);
}

Status runSurvey(Bench &bench, const SurveyPlan &plan, const SurveyHooks &hooks, const std::stop_token &stop, SurveyRecord &record,
                 const SurveyRecord *earlier)
{
    return Run(bench, plan, hooks, stop, record).all(earlier);
}

std::vector<RoomPoint> SurveyRecord::roomPoints() const
{
    std::vector<RoomPoint> points;
    for (const Measurement &m : readings) {
        if (m.mode != ReadMode::Ambient || m.superseded || !roomFrom) {
            continue;
        }
        RoomPoint p{*roomFrom + (m.t - readings.front().t) / 3600, std::max(m.xyz.b, 0.0), {}};
        if (!m.lowLight && !m.tooDark && m.xyz.a > 0 && m.xyz.b > 0 && m.xyz.c > 0) {
            p.xy = chromaticity(m.xyz);
        }
        points.push_back(p);
    }
    return points;
}

SurveyRecord typedRoom(const std::vector<RoomPoint> &points, const DisplayInfo &display, WallTime now)
{
    SurveyRecord r;
    r.plan.kind = SurveyKind::Room;
    r.display = display;
    r.roomFrom = points.front().hours;
    r.started = r.finished = now;
    r.complete = true;
    for (const RoomPoint &p : points) {
        Measurement m;
        m.index = int(r.readings.size()) + 1;
        m.stage = surveyKindName(SurveyKind::Room);
        m.name = "room " + std::to_string(m.index);
        m.mode = ReadMode::Ambient;
        m.t = 3600 * (p.hours - points.front().hours);
        m.xyz = p.xy ? xyzOf(*p.xy, p.lux) : XYZ{0, p.lux, 0}; // nothing but lux is known
        r.readingOf.push_back(int(r.readings.size()));
        r.patches.push_back({});
        r.patches.back().name = m.name;
        r.readings.push_back(std::move(m));
    }
    return r;
}

ReadingSet readingSet(const SurveyRecord &r)
{
    ReadingSet set;
    set.readings = r.readings;
    set.display = modelAndSerial(r.display.model, r.display.serial);
    set.instrument = modelAndSerial(r.instrument.model, r.instrument.serial);
    set.correction = r.correction;
    set.created = isoTime(r.finished != WallTime{} ? r.finished : r.started);
    set.states = r.states;
    set.facts["measurement"] = surveyKindName(r.plan.kind);
    return set;
}

} // namespace lamp
