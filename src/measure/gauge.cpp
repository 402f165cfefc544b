// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/gauge.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr int kMaxAttempts = 6;
constexpr double kLongestSettleS = 4;
constexpr int kMaxUnstable = 4;

/// What a person reads of a fault that only a person can mend.
std::string mendingWords(const Error &error)
{
    if (error.code == "not-connected") {
        return "The instrument does not answer: plug it in again. It gets its correction and place back by itself.";
    }
    if (error.code == "cover-closed") {
        return "The cover is over the sensor: take it off and lay the instrument back in its place.";
    }
    return "The instrument does not see the patch: lay it flat in the marked place.";
}

} // namespace

Error stoppedOnRequest()
{
    return {ErrorKind::Cancelled, "Stopped on request.", "All readings taken so far are kept.", "", "cancelled", false};
}

double NoiseModel::sigma(double level, double integrationS) const
{
    const double t = std::max(integrationS, 0.05);
    const double shot = m_repeatability * std::sqrt(100 * std::max(level, 0.0) / t);
    const double dark = 0.2 * m_floor / std::sqrt(t);
    const double steady = 0.0003 * level;
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
}

Status Gauge::setCorrection(const std::string &technology)
{
    m_correction = technology;
    m_correctionSet = true;
    const Status s = m_bench.setCorrection(technology);
    // An instrument that knows no corrections has none set, which is what was asked for.
    return !s && technology.empty() && s.error().code == "unsupported" ? Status(Done{}) : s;
}

Status Gauge::place(const Place &place)
{
    const Status s = m_bench.place(place);
    if (s) {
        m_place = place;
    }
    // Where a bench cannot move the instrument it lies where it lies: on the screen.
    return !s && !place.desk && s.error().code == "unsupported" ? Status(Done{}) : s;
}

Status Gauge::wait(double seconds)
{
    // In pieces, so that a request to stop is heard while a panel warms up.
    constexpr int kPiecesAPatch = 3;
    double left = seconds;
    for (int piecesDone = 1; left > 0; ++piecesDone) {
        if (m_stop.stop_requested()) {
            return stoppedOnRequest();
        }
        if (m_shown && piecesDone % kPiecesAPatch == 0) {
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
        told.what = mendingWords(error) + " (The bench says: " + error.what + ")";
    }
    if (m_hooks.onNote) {
        m_hooks.onNote(told.text() + " Trying again (" + std::to_string(attempt) + ").");
    }
    if (mendable && m_hooks.askToMend && !m_hooks.askToMend(told)) {
        return error;
    }
    // Longer each time: 1, 2, 4 ... s.
    if (const Status s = wait(std::ldexp(1.0, std::min(attempt - 1, 5))); !s) {
        return s;
    }
    m_mustRestore = m_mustRestore || error.code == "not-connected" || error.code == "off-screen";
    return Done{};
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

Result<Reading> Gauge::readPatiently(ReadMode mode, double integrationS, bool black)
{
    double integration = integrationS;
    for (int attempt = 1;; ++attempt) {
        if (m_stop.stop_requested()) {
            return stoppedOnRequest();
        }
        auto reading = readRestored(mode, integration);
        if (reading) {
            return reading;
        }
        const Error &e = reading.error();
        if (e.kind == ErrorKind::Cancelled || e.code == "gone" || e.code == "bad-reply") {
            return e;
        }
        if (e.code == "too-dark") {
            if (black || attempt > 1) {
                Reading zero;
                zero.t = m_bench.now();
                zero.lowLight = true;
                zero.integrationS = -1; // marks "saw nothing"
                return zero;
            }
            integration = 10;
            continue;
        }
        const bool known = e.retry || e.code == "saturated" || e.code == "not-connected" || e.code == "cover-closed" || e.code == "off-screen";
        if (!known || attempt >= kMaxAttempts) {
            Error last = e;
            last.kind = ErrorKind::Bench;
            last.safe = "All readings taken so far are kept.";
            last.todo = attempt > 1 ? "It did not recover after " + counted(attempt, "try", "tries")
                                          + ": check the instrument and its cable, then go on with the visit."
                                    : "Check the instrument, then go on with the visit.";
            return last;
        }
        if (e.code == "saturated") {
            integration = std::max(0.1, (integration > 0 ? integration : 1.0) / 4);
        }
        if (const Status s = recover(e, attempt); !s) {
            Error stop = s.error();
            return stop;
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
    m.tooDark = reading.integrationS < 0;
    m.integrationS = std::max(0.0, reading.integrationS);
    m.superseded = reading.unstable;
    for (int c = 0; c < 3; ++c) {
        m.sigma[c] = m.tooDark ? m_instrument.floorCdM2 : m_noise.sigma(reading.xyz[c], m.integrationS);
    }
    if (m_matrix && mode == ReadMode::Emission && !m.tooDark) {
        m.xyz = XYZ((*m_matrix * m.xyz.vec()).cwiseMax(0.0));
        m.sigma = XYZ((m_matrix->cwiseAbs2() * m.sigma.vec().cwiseAbs2()).cwiseSqrt());
    }
    m.t = reading.t;
    if (m_hooks.onReading) {
        m_hooks.onReading(m);
    }
    return m;
}

Result<Measurement> Gauge::read(const Drive &rgb, const std::string &name, double expectedY, double relativeGoal)
{
    Patch patch;
    patch.rgb = rgb;
    patch.area = m_area;
    if (!m_place.desk) {
        patch.at = m_place.at;
    }
    if (const Status s = m_bench.show(patch); !s) {
        return s.error();
    }
    m_shown = patch;
    // Also where the drive is the one before: menu or ramps may have changed what it shows.
    if (const Status s = m_bench.advance(m_settleS); !s) {
        return s.error();
    }
    const bool black = rgb.a <= 0.02 && rgb.b <= 0.02 && rgb.c <= 0.02;
    const double integration = expectedY > 0 ? m_noise.integrationFor(expectedY, relativeGoal) : 0;
    const double shownAt = m_bench.now() - m_settleS;
    for (int round = 0;; ++round) {
        const double waited = m_bench.now() - shownAt;
        const auto reading = readPatiently(ReadMode::Emission, integration, black);
        if (!reading) {
            return reading.error();
        }
        Measurement m = keep(reading.value(), rgb, name, ReadMode::Emission);
        if (!m.superseded) {
            if (round > 0) {
                // This panel is slower than assumed: remember it, so that the next patches need no second reading.
                m_settleS = std::min(kLongestSettleS, waited * 1.1);
            }
            return m;
        }
        if (round + 1 >= kMaxUnstable) {
            if (m_hooks.onNote) {
                m_hooks.onNote("The patch \"" + name + "\" never stood still; its last reading is used.");
            }
            m.superseded = false;
            return m;
        }
        if (const Status s = m_bench.advance(m_settleS); !s) {
            return s.error();
        }
    }
}

Result<Measurement> Gauge::readAmbient()
{
    if (const Status s = place({true, {}}); !s) {
        return s.error();
    }
    const auto reading = readPatiently(ReadMode::Ambient, 0, false);
    const Status back = place({});
    if (!reading) {
        return reading.error();
    }
    if (!back) {
        return back.error();
    }
    return keep(reading.value(), {}, "room light", ReadMode::Ambient);
}

} // namespace lamp
