// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/gauge.h"

#include "base/text.h"
#include "colour/spaces.h"
#include "colour/spectrum.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr int kMaxAttempts = 6;
constexpr double kLongestSettleS = 4;
constexpr int kMaxUnstable = 4;
constexpr double kShortestS = 0.1;
constexpr int kBelieved = 3; ///< so often in a row an instrument is saturated before it is given less time

/// What a person reads of a fault that only a person can mend.
Message howToMend(const Error &error)
{
    if (error.code == "not-connected") {
        return say("instrument-does-not-answer");
    }
    if (error.code == "cover-closed") {
        return say("cover-over-sensor-take");
    }
    return say("instrument-does-not-see");
}

constexpr double kMostDisplay = 20000; ///< cd/m²: brighter than any display is (the brightest reference monitors give 4,000)

/// Whether a chromaticity is one that light can have, with what filters may get wrong: between the spectral locus and the
/// line of purples (CIE 15), by the 2° observer.
bool canBeLight(const Chromaticity &c)
{
    constexpr double kMargin = 0.04;
    const auto &observer = colourMatching(Observer::Cie1931_2deg).xyz;
    // The locus from 420 to 700 nm is convex as seen from within but for what the margin covers: outside is where a
    // point lies beyond one of its sides.
    const int first = 8, last = 64;
    const auto at = [&](int i) { return chromaticity(XYZ(observer[size_t(i)])); };
    for (int i = first; i <= last; i += 4) {
        const Chromaticity a = at(i), b = i + 4 <= last ? at(i + 4) : at(first);
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        // The locus runs clockwise in x, y: inside lies to the right of each side.
        const double outside = length > 0 ? ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)) / length : -1;
        if (outside > kMargin) {
            return false;
        }
    }
    return true;
}

} // namespace

void Spending::start(double benchNow)
{
    m_readings = 0;
    m_benchStart = benchNow;
    m_start = std::chrono::steady_clock::now();
}

std::optional<Error> Spending::spent(double benchNow) const
{
    const double wall = std::chrono::duration<double>(std::chrono::steady_clock::now() - m_start).count();
    Message what;
    if (m_readings >= m_allowance.readings) {
        what = say("were-asked-for", say("count-readings", m_readings));
    } else if (benchNow - m_benchStart > m_allowance.benchS) {
        what = say("bench-time-has-passed", lasting(benchNow - m_benchStart));
    } else if (wall > m_allowance.wallS) {
        what = say("time-has-passed", lasting(wall));
    } else {
        return std::nullopt;
    }
    return Error{ErrorKind::Bench, say("more-than-work-needs", what), say("readings-kept"), say("see-whether-display-instrument"), "budget", false};
}

Error stoppedOnRequest()
{
    return {ErrorKind::Cancelled, say("stopped-on-request"), say("readings-kept"), {}, "cancelled", false};
}

double NoiseModel::sigma(double level, double integrationS) const
{
    const double t = std::max(integrationS, 0.05);
    const double shot = m_repeatability * std::sqrt(100 * std::max(level, 0.0) / t);
    const double dark = 0.2 * m_floor / std::sqrt(t);
    const double steady = kSteady * level;
    return std::sqrt(shot * shot + dark * dark + steady * steady);
}

double NoiseModel::integrationFor(double level, double relativeGoal) const
{
    double t = 1;
    while (t < 10 && sigma(level, t) > relativeGoal * level) {
        t *= 1.25;
    }
    return std::clamp(t, 0.5, 10.0);
}

Gauge::Gauge(Bench &bench, InstrumentInfo instrument, Hooks hooks, std::stop_token stop)
    : m_bench(bench), m_instrument(std::move(instrument)), m_noise(m_instrument), m_hooks(std::move(hooks)), m_stop(std::move(stop))
{
    m_own.start(m_bench.now());
}

Status Gauge::setCorrection(const std::string &technology)
{
    m_correction = technology;
    m_correctionSet = true;
    const Status s = m_bench.setCorrection(technology);
    // An instrument that knows no corrections has none set, which is what was asked for.
    return !s && technology.empty() && s.error().code == "unsupported" ? Status(Done{}) : s;
}

std::string Gauge::instrumentName() const
{
    return m_instrument.model + (m_instrument.serial.empty() ? "" : " " + m_instrument.serial);
}

Status Gauge::allowed()
{
    if (m_stop.stop_requested()) {
        return stoppedOnRequest();
    }
    const auto spent = (m_spending != nullptr ? *m_spending : m_own).spent(m_bench.now());
    return spent ? Status(*spent) : Status(Done{});
}

Status Gauge::place(const Place &place)
{
    const Status s = m_bench.place(place);
    if (s) {
        m_place = place;
    }
    // Where a bench cannot move the instrument it lies where it lies: on the screen.
    return !s && !place.desk && !place.from && s.error().code == "unsupported" ? Status(Done{}) : s;
}

Status Gauge::wait(double seconds, bool still)
{
    // In pieces, so that a request to stop is heard while a panel warms up.
    constexpr int kPiecesAPatch = 3;
    double left = seconds;
    for (int piecesDone = 1; left > 0; ++piecesDone) {
        if (const Status s = allowed(); !s) {
            return s;
        }
        if (m_shown && !still && piecesDone % kPiecesAPatch == 0) {
            Patch stirred = *m_shown;
            if ((piecesDone / kPiecesAPatch) % 2 == 1) {
                stirred.rgb = 0.97 * stirred.rgb;
            }
            if (const Status s = m_bench.show(stirred); !s) {
                return s;
            }
        }
        const double piece = std::min(left, 5.0);
        if (const Status s = m_bench.advance(piece); !s) {
            return s;
        }
        left -= piece;
    }
    return Done{};
}

Status Gauge::rest(double seconds)
{
    if (const Status s = present(patchOf({})); !s) {
        return s;
    }
    return wait(seconds, true);
}

Status Gauge::restoreInstrument()
{
    if (m_correctionSet) {
        if (const Status s = setCorrection(m_correction); !s) {
            return s;
        }
    }
    return place(m_place);
}

Status Gauge::recover(const Error &error, int attempt)
{
    const bool mendable = error.code == "not-connected" || error.code == "cover-closed" || error.code == "off-screen";
    Error told = error;
    if (mendable) {
        told.what = say("bench-says", howToMend(error), error.what);
    }
    if (m_hooks.onNote) {
        m_hooks.onNote(say("trying-again", told.paragraph(), attempt));
    }
    if (mendable && m_hooks.askToMend && !m_hooks.askToMend(told)) {
        return error;
    }
    // Longer each time: 1, 2, 4 ... s.
    if (const Status s = wait(std::ldexp(1.0, std::min(attempt - 1, 5))); !s) {
        return s;
    }
    noteAway(error);
    return showAgain();
}

void Gauge::noteAway(const Error &error)
{
    m_mustRestore = m_mustRestore || error.code == "not-connected" || error.code == "off-screen";
}

Status Gauge::present(const Patch &patch)
{
    if (m_gentle && m_shown) {
        // About as the eye sees it: the drive, not the light. Steps of a tenth, ten of them a second.
        constexpr double kStep = 0.1, kEachS = 0.1;
        const auto apart = [](const Drive &a, const Drive &b) { return std::max({std::abs(a.a - b.a), std::abs(a.b - b.b), std::abs(a.c - b.c)}); };
        const Drive from = m_shown->rgb, surroundFrom = m_shown->surround;
        const int steps = int(std::ceil(std::max(apart(from, patch.rgb), apart(surroundFrom, patch.surround)) / kStep - 1e-9));
        for (int i = 1; i < steps; ++i) {
            const double share = double(i) / steps;
            Patch between = patch;
            between.rgb = from + share * (patch.rgb - from);
            between.surround = surroundFrom + share * (patch.surround - surroundFrom);
            const Status shown = m_stop.stop_requested() ? Status(stoppedOnRequest()) : m_bench.show(between);
            if (const Status s = shown ? m_bench.advance(kEachS) : shown; !s) {
                return s;
            }
            m_shown = between;
        }
    }
    return m_bench.show(patch);
}

Status Gauge::showAgain()
{
    // Waiting may have changed what is shown, and whoever mended something may have shown something else.
    if (!m_shown) {
        return Done{};
    }
    const Status shown = m_bench.show(*m_shown);
    return shown ? m_bench.advance(m_settleS) : shown;
}

Result<Reading> Gauge::readRestored(ReadMode mode, double integrationS)
{
    if (m_mustRestore) {
        // A reading without the correction would be silently wrong: as long as it cannot be set, there is none.
        if (const Status s = restoreInstrument(); !s) {
            return s.error();
        }
        m_mustRestore = false;
    }
    return m_bench.read(mode, integrationS);
}

bool Gauge::mayBeDark(const Shot &shot) const
{
    if (shot.rgb.a <= 0.02 && shot.rgb.b <= 0.02 && shot.rgb.c <= 0.02) {
        return true;
    }
    // Without an expectation: what a dim display of 40 cd/m² would show, channels weighed as Rec. 709 does.
    const auto light = [](double v) { return std::pow(v, 2.4); };
    const double expected =
        shot.expectedY > 0 ? shot.expectedY : 40 * (0.21 * light(shot.rgb.a) + 0.72 * light(shot.rgb.b) + 0.07 * light(shot.rgb.c));
    return expected < 4 * m_instrument.floorCdM2 + 0.05;
}

std::optional<Message> Gauge::impossible(const Shot &shot, const Reading &reading) const
{
    const XYZ &xyz = reading.xyz;
    if (!xyz.vec().allFinite() || xyz.vec().minCoeff() < 0) {
        return say("answer-no-light");
    }
    if (shot.mode == ReadMode::Ambient) {
        return std::nullopt;
    }
    if (xyz.b > kMostDisplay) {
        return say("more-than-any-display", decimal(xyz.b, 0));
    }
    if (answersTheSame(shot, reading)) {
        return say("answers-the-same", decimal(xyz.b, 2));
    }
    const double floor = std::max(m_instrument.floorCdM2, 1e-3);
    if (!mayBeDark(shot) && xyz.b <= floor) {
        return say("reads-nothing", decimal(xyz.b, 3));
    }
    // In the dark noise makes any colour.
    if (xyz.vec().sum() > 30 * floor && xyz.b > 10 * floor && !canBeLight(chromaticity(xyz))) {
        const Chromaticity c = chromaticity(xyz);
        return say("x-y-colour-no", decimal(c.x, 3), decimal(c.y, 3));
    }
    return std::nullopt;
}

bool Gauge::answersTheSame(const Shot &shot, const Reading &reading) const
{
    // No two readings of patches far apart agree in all three to the last digit. In the dark digits run out, and what is crushed or clipped may
    // well read alike: there it has to be far from what is expected, too.
    constexpr double kAnother = 0.15, kDigits = 1, kFar = 3; // of drive; cd/m²; times
    const double y = reading.xyz.b;
    const bool far = shot.expectedY > kFar * y || (shot.expectedY > 0 && shot.expectedY < y / kFar);
    return m_answered && (m_answered->first.vec() - shot.rgb.vec()).cwiseAbs().maxCoeff() > kAnother && m_answered->second == reading.xyz
           && y > 3 * m_instrument.floorCdM2 && (y > kDigits || far);
}

Result<Reading> Gauge::readPlausibly(const Shot &shot)
{
    constexpr int kTries = 3;
    for (int attempt = 1;; ++attempt) {
        auto reading = readPatiently(shot);
        const auto why = reading ? impossible(shot, reading.value()) : std::nullopt;
        if (!why) {
            if (reading && shot.mode == ReadMode::Emission) {
                m_answered = {shot.rgb, reading->xyz};
            }
            return reading;
        }
        if (reading->integrationS >= 0) {
            // It was answered, so it is kept, as one that does not count.
            Reading odd = reading.value();
            odd.unstable = true;
            keep(odd, shot.rgb, shot.name + ", which cannot be", shot.mode);
        }
        const Message what = say("reads-while-shown", instrumentName(), *why,
                                 shot.rgb == Drive{1, 1, 1}
                                     ? say("full-white")
                                     : say("a-patch", decimal(100 * shot.rgb.a, 0), decimal(100 * shot.rgb.b, 0), decimal(100 * shot.rgb.c, 0)));
        if (attempt == kTries) {
            const bool same = why->code == "answers-the-same", units = why->code == "more-than-any-display";
            return Error{ErrorKind::Bench,
                         what,
                         say("readings-kept"),
                         say(same    ? "reconnect-instrument-or-restart"
                             : units ? "see-instrument-answers-cd"
                                     : "see-display-shows-patch"),
                         same    ? "stuck"
                         : units ? "units"
                                 : "implausible",
                         false};
        }
        if (m_hooks.onNote) {
            m_hooks.onNote(say("read-again", what));
        }
        const Status waited = wait(1), again = waited ? showAgain() : waited;
        if (!again) {
            return again.error();
        }
    }
}

Result<Reading> Gauge::readPatiently(const Shot &shot)
{
    double integration = shot.integrationS;
    for (int attempt = 1;; ++attempt) {
        if (const Status s = allowed(); !s) {
            return s.error();
        }
        (m_spending != nullptr ? *m_spending : m_own).addReading();
        auto reading = readRestored(shot.mode, integration);
        if (reading) {
            return reading;
        }
        const Error &e = reading.error();
        if (e.kind == ErrorKind::Cancelled || e.code == "gone" || e.code == "bad-reply" || e.code == "clock" || e.code == "budget") {
            return e;
        }
        if (e.code == "too-dark" && (mayBeDark(shot) || attempt > 2)) {
            // On a patch that is not dark this is what readPlausibly() does not believe.
            Reading zero;
            zero.t = m_bench.now();
            zero.lowLight = true;
            zero.integrationS = -1; // marks "saw nothing"
            return zero;
        }
        const bool shortest = e.code == "saturated" && integration > 0 && integration <= kShortestS;
        const bool known = e.retry || e.code == "too-dark" || e.code == "saturated" || e.code == "not-connected" || e.code == "cover-closed"
                           || e.code == "off-screen";
        if (!known || shortest || attempt >= kMaxAttempts) {
            Error last = e;
            last.kind = ErrorKind::Bench;
            last.what = say("who-says", instrumentName(), last.what);
            last.safe = say("readings-kept");
            last.todo = attempt > 1 ? say("did-not-recover-after", say("count-tries", attempt)) : say("check-instrument-then-go");
            return last;
        }
        if (e.code == "too-dark") {
            integration = 10;
        } else if (e.code == "saturated" && attempt >= kBelieved) {
            // Once or twice may be a fault that passes; a shorter time costs noise.
            integration = std::max(kShortestS, (integration > 0 ? integration : 1.0) / 4);
        }
        if (const Status s = recover(e, attempt); !s) {
            return s.error();
        }
    }
}

Measurement Gauge::keep(const Reading &reading, const Drive &rgb, const std::string &name, ReadMode mode)
{
    Measurement m;
    m.index = ++m_count;
    m.stage = m_stage;
    m.name = name;
    m.mode = mode;
    m.rgb = rgb;
    m.xyz = reading.xyz;
    m.spectrum = reading.spectrum;
    m.wanted = mode == ReadMode::Emission ? m_wanted : std::nullopt;
    m.tooDark = reading.integrationS < 0;
    m.lowLight = reading.lowLight;
    m.integrationS = std::max(0.0, reading.integrationS);
    m.superseded = reading.unstable;
    for (int c = 0; c < 3; ++c) {
        m.sigma[c] = m.tooDark ? std::max(m_instrument.floorCdM2, 1e-3) : m_noise.sigma(reading.xyz[c], m.integrationS);
    }
    if (m_matrix && mode == ReadMode::Emission && !m.tooDark) {
        m.xyz = corrected(m.xyz);
        m.sigma = XYZ((m_matrix->cwiseAbs2() * m.sigma.vec().cwiseAbs2()).cwiseSqrt());
    }
    m.t = reading.t;
    if (m_hooks.onState && mode == ReadMode::Emission) {
        DisplayState state;
        state.area = m_shown ? m_shown->area : m_area;
        state.at = m_shown ? m_shown->at : m_place.at;
        state.from = m_place.from;
        state.surround = m_shown ? m_shown->surround : Drive{};
        state.instrument = instrumentName();
        state.correction = m_correction;
        m_hooks.onState(state, m);
    }
    if (m_hooks.onReading) {
        m_hooks.onReading(m);
    }
    return m;
}

namespace {

/// Whether two readings of one patch say the same, noise, rounding and a little drift allowed for.
bool agree(const Measurement &p, const Measurement &q)
{
    for (int c = 0; c < 3; ++c) {
        const double apart = std::abs(p.xyz[c] - q.xyz[c]);
        if (!(apart <= std::max(5 * std::hypot(p.sigma[c], q.sigma[c]), 0.015 * std::max({p.xyz[c], q.xyz[c], 0.1 * p.xyz.b})))) {
            return false;
        }
    }
    return true;
}

} // namespace

Result<Measurement> Gauge::readAgreed(const Measurement &first, double expectedY, double relativeGoal)
{
    const auto aside = [this](const Measurement &m) {
        if (m_hooks.onSetAside) {
            m_hooks.onSetAside(m.index);
        }
    };
    const auto second = read(first.rgb, first.name + ", again", expectedY, relativeGoal);
    if (!second || agree(first, second.value())) {
        return second;
    }
    const auto third = read(first.rgb, first.name + ", once more", expectedY, relativeGoal);
    if (!third) {
        return third;
    }
    const bool withFirst = agree(first, third.value()), withSecond = agree(second.value(), third.value());
    if (!withFirst && !withSecond) {
        return Error{ErrorKind::Bench,
                     say("reads-one-after-other", instrumentName(), patchNamed(first.name), decimal(first.xyz.b, 2), decimal(second->xyz.b, 2),
                         decimal(third->xyz.b, 2)),
                     say("readings-kept"),
                     say("see-display-shows-patch-stands"),
                     "not-repeating",
                     false};
    }
    aside(withFirst ? second.value() : first);
    if (m_hooks.onNote) {
        m_hooks.onNote(say("reading-did-not-repeat", patchNamed(first.name)));
    }
    return third;
}

Patch Gauge::patchOf(const Drive &rgb) const
{
    Patch patch;
    patch.rgb = rgb;
    patch.area = m_area;
    patch.surround = m_surround;
    if (!m_place.desk) {
        patch.at = m_place.at;
    }
    return patch;
}

XYZ Gauge::corrected(const XYZ &xyz) const
{
    return m_matrix ? XYZ((*m_matrix * xyz.vec()).cwiseMax(0.0)) : xyz;
}

Result<XYZ> Gauge::glanceAtWhite(double expectedY)
{
    constexpr double kGood = 0.004; // relative: what somebody who turns a knob can make use of
    const Patch patch = patchOf({1, 1, 1});
    if (const Status s = m_stop.stop_requested() ? Status(stoppedOnRequest()) : present(patch); !s) {
        return s.error();
    }
    m_shown = patch;
    if (const Status s = m_bench.advance(m_settleS); !s) {
        return s.error();
    }
    const auto reading = readRestored(ReadMode::Emission, expectedY > 0 ? m_noise.integrationFor(expectedY, kGood) : 0);
    if (!reading) {
        noteAway(reading.error()); // nothing is mended here, but what comes next is not read without its correction
        return reading.error();
    }
    return corrected(reading->xyz);
}

Result<Measurement> Gauge::read(const Drive &rgb, const std::string &name, double expectedY, double relativeGoal, double integrationS)
{
    const Patch patch = patchOf(rgb);
    if (const Status s = allowed(); !s) {
        return s.error();
    }
    if (const Status s = present(patch); !s) {
        return s.error();
    }
    m_shown = patch;
    // Also where the drive is the one before: menu or ramps may have changed what it shows.
    if (const Status s = m_bench.advance(m_settleS); !s) {
        return s.error();
    }
    const double integration = integrationS > 0 ? integrationS : expectedY > 0 ? m_noise.integrationFor(expectedY, relativeGoal) : 0;
    const double shownAt = m_bench.now() - m_settleS;
    for (int round = 0;; ++round) {
        const double waited = m_bench.now() - shownAt;
        auto reading = readPlausibly({ReadMode::Emission, rgb, integration, expectedY, name});
        if (!reading) {
            return reading.error();
        }
        const bool last = reading->unstable && round + 1 >= kMaxUnstable;
        if (last) {
            reading.value().unstable = false; // it is the one that is used, and is kept as such
            if (m_hooks.onNote) {
                m_hooks.onNote(say("patch-never-stood-still", patchNamed(name)));
            }
        }
        Measurement m = keep(reading.value(), rgb, name, ReadMode::Emission);
        if (last) {
            return m;
        }
        if (!m.superseded) {
            if (round > 0) {
                // This panel is slower than assumed: remember it, so that the next patches need no second reading.
                m_settleS = std::min(kLongestSettleS, waited * 1.1);
            }
            return m;
        }
        if (const Status s = m_bench.advance(m_settleS); !s) {
            return s.error();
        }
    }
}

Result<Measurement> Gauge::readAmbient()
{
    const Place before = m_place;
    // Where it lies there already nobody is asked to lay it there.
    if (const Status s = before.desk ? Status(Done{}) : place({true, {}}); !s) {
        return s.error();
    }
    const auto reading = readPlausibly({ReadMode::Ambient, {}, 0, 0, "room light"});
    // Kept before anything else can fail.
    const auto kept =
        reading ? Result<Measurement>(keep(reading.value(), {}, "room light", ReadMode::Ambient)) : Result<Measurement>(reading.error());
    const Status back = before.desk ? Status(Done{}) : place(before);
    return kept && !back ? Result<Measurement>(back.error()) : kept;
}

} // namespace lamp
