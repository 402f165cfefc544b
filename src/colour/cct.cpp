// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/cct.h"

#include "base/golden_section.h"
#include "colour/spaces.h"
#include "colour/spectrum.h"

#include <cmath>
#include <vector>

namespace lamp {

namespace {

struct Point {
    double u, v;
};

/// CIE 1960 u, v: u = u', v = 2/3 v'.
Point uv60(const Chromaticity &xy)
{
    const Uv uv = uvOf(xy);
    return {uv.u, uv.v * 2 / 3};
}

Point locus(double mired)
{
    return uv60(planckianChromaticity(1e6 / mired));
}

constexpr double kFirstMired = 20, kLastMired = 1000, kStepMired = 5;

/// The locus at equal steps of reciprocal temperature, computed once.
const std::vector<Point> &locusTable()
{
    static const std::vector<Point> points = [] {
        std::vector<Point> all;
        for (double m = kFirstMired; m <= kLastMired; m += kStepMired) {
            all.push_back(locus(m));
        }
        return all;
    }();
    return points;
}

} // namespace

Cct cctOf(const Chromaticity &xy)
{
    const Point p = uv60(xy);
    const auto &table = locusTable();
    size_t best = 0;
    double bestDistance = 1e9;
    for (size_t i = 0; i < table.size(); ++i) {
        const double d = std::hypot(table[i].u - p.u, table[i].v - p.v);
        if (d < bestDistance) {
            bestDistance = d;
            best = i;
        }
    }
    // Golden-section search between the neighbours of the nearest table point.
    const double low = std::max(kFirstMired, kFirstMired + kStepMired * (double(best) - 1));
    const double high = std::min(kLastMired, kFirstMired + kStepMired * (double(best) + 1));
    const auto distance = [&](double m) {
        const Point q = locus(m);
        return std::hypot(q.u - p.u, q.v - p.v);
    };
    const double mired = leastBetween(low, high, 1e-4, distance);
    const Point q = locus(mired);
    // Above the locus means larger v on the side of green.
    const double sign = p.v >= q.v ? 1 : -1;
    return {1e6 / mired, sign * std::hypot(q.u - p.u, q.v - p.v)};
}

Chromaticity chromaticityOf(const Cct &cct)
{
    const double mired = 1e6 / cct.kelvin;
    const Point p = locus(mired), a = locus(mired - 0.01), b = locus(mired + 0.01);
    const double du = b.u - a.u, dv = b.v - a.v, length = std::hypot(du, dv);
    // The normal of the locus that points to larger v.
    double nu = -dv / length, nv = du / length;
    if (nv < 0) {
        nu = -nu;
        nv = -nv;
    }
    const double u = p.u + cct.duv * nu, v = p.v + cct.duv * nv;
    return xyOf(Uv{u, v * 1.5});
}

bool Cct::meaningful() const
{
    return kelvin > 1001 && kelvin <= 25000 && std::abs(duv) <= 0.05; // what lies beyond either end is found at the end
}

Message temperatureSaid(const Chromaticity &xy)
{
    const Cct cct = xy.y > 0 ? cctOf(xy) : Cct{};
    return cct.meaningful() ? say("kelvin", decimal(cct.kelvin, 0)) : say("no-colour-temperature");
}

} // namespace lamp
