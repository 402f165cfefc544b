// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/difference.h"

#include "colour/spaces.h"
#include "colour/tone.h"

#include <array>
#include <cmath>
#include <numbers>

namespace lamp {

namespace {

constexpr double kDegree = std::numbers::pi / 180;

double square(double v)
{
    return v * v;
}

double seventh(double v)
{
    const double v2 = v * v;
    return v2 * v2 * v2 * v;
}

/// Rounding may make a sum of squares negative by a hair. What is not a number stays none: a difference that cannot be
/// worked out is never 0.
double notBelowZero(double v)
{
    return v < 0 ? 0 : v;
}

constexpr double k25to7 = 6103515625.0;

/// I, T, P of BT.2124: ICtCp of BT.2100 (PQ) with Ct halved.
Eigen::Vector3d itp(const XYZ &xyz)
{
    static const Eigen::Matrix3d lmsFromXyz = [] {
        Eigen::Matrix3d lmsFromRgb;
        lmsFromRgb << 1688, 2146, 262, 683, 2951, 462, 99, 309, 3688;
        return Eigen::Matrix3d(lmsFromRgb / 4096 * rgbSpace("Rec. 2020")->toXyz().inverse());
    }();
    const Eigen::Vector3d lms = lmsFromXyz * xyz.vec();
    const double l = pqSignal(lms[0]), m = pqSignal(lms[1]), s = pqSignal(lms[2]);
    return {(l + m) / 2, 0.5 * (6610 * l - 13613 * m + 7003 * s) / 4096, (17933 * l - 17390 * m - 543 * s) / 4096};
}

} // namespace

double deltaE76(const Lab &p, const Lab &q)
{
    return (p.vec() - q.vec()).norm();
}

double deltaE94(const Lab &p, const Lab &q)
{
    const double c1 = std::hypot(p.b, p.c), c2 = std::hypot(q.b, q.c);
    const double dl = p.a - q.a, dc = c1 - c2;
    const double dh2 = notBelowZero(square(p.b - q.b) + square(p.c - q.c) - dc * dc);
    const double sc = 1 + 0.045 * c1, sh = 1 + 0.015 * c1;
    return std::sqrt(dl * dl + square(dc / sc) + dh2 / (sh * sh));
}

double deltaECmc(const Lab &p, const Lab &q, double l, double c)
{
    const LCh p1 = lchOf(p);
    const double dl = p.a - q.a, dc = p1.b - std::hypot(q.b, q.c);
    const double dh2 = notBelowZero(square(p.b - q.b) + square(p.c - q.c) - dc * dc);
    const double sl = p.a < 16 ? 0.511 : 0.040975 * p.a / (1 + 0.01765 * p.a);
    const double sc = 0.0638 * p1.b / (1 + 0.0131 * p1.b) + 0.638;
    const double c4 = square(square(p1.b));
    const double f = std::sqrt(c4 / (c4 + 1900));
    const double t =
        p1.c >= 164 && p1.c <= 345 ? 0.56 + std::abs(0.2 * std::cos((p1.c + 168) * kDegree)) : 0.36 + std::abs(0.4 * std::cos((p1.c + 35) * kDegree));
    const double sh = sc * (f * t + 1 - f);
    return std::sqrt(square(dl / (l * sl)) + square(dc / (c * sc)) + dh2 / (sh * sh));
}

double deltaE2000(const Lab &p, const Lab &q)
{
    const double c7 = seventh((std::hypot(p.b, p.c) + std::hypot(q.b, q.c)) / 2);
    const double g = 1 + 0.5 * (1 - std::sqrt(c7 / (c7 + k25to7)));
    const double a1 = g * p.b, a2 = g * q.b;
    const double c1 = std::hypot(a1, p.c), c2 = std::hypot(a2, q.c);
    // Half the angle between the two hues gives dH without unwrapping: 2 sqrt(C1 C2) sin(dh/2).
    const double dot = a1 * a2 + p.c * q.c, cross = a1 * q.c - a2 * p.c;
    const double product = c1 * c2;
    // For hues less than a right angle apart sin(dh/2) = sin(dh) / 2cos(dh/2), which keeps its figures for neighbours,
    // where 1 - cos(dh) has none left.
    const double cosHue = product > 0 ? dot / product : 1.0;
    const double sinHalf =
        cosHue > 0 ? (product > 0 ? std::abs(cross) / product / (2 * std::sqrt((1 + cosHue) / 2)) : 0.0) : std::sqrt(notBelowZero((1 - cosHue) / 2));
    const double dH = std::copysign(2 * std::sqrt(product) * sinHalf, cross);
    const double dL = q.a - p.a, dC = c2 - c1;

    const double meanC = (c1 + c2) / 2;
    // The mean hue is the direction of the sum of the two unit vectors; where a chroma is 0 the other's hue counts.
    double hx, hy;
    if (product > 0) {
        hx = a1 / c1 + a2 / c2;
        hy = p.c / c1 + q.c / c2;
        if (hx * hx + hy * hy < 1e-24) { // opposite hues: Sharma et al. take (h1 + h2)/2 as the angles stand
            const double h1 = std::atan2(p.c, a1), h2 = std::atan2(q.c, a2);
            const double wrap = 2 * std::numbers::pi;
            const double mean = ((h1 < 0 ? h1 + wrap : h1) + (h2 < 0 ? h2 + wrap : h2)) / 2;
            hx = std::cos(mean);
            hy = std::sin(mean);
        }
    } else {
        hx = a1 + a2;
        hy = p.c + q.c;
    }
    const double norm = std::hypot(hx, hy);
    const double cosH = norm > 0 ? hx / norm : 1.0, sinH = norm > 0 ? hy / norm : 0.0;
    const double cos2 = cosH * cosH - sinH * sinH, sin2 = 2 * sinH * cosH;
    const double cos3 = cos2 * cosH - sin2 * sinH, sin3 = sin2 * cosH + cos2 * sinH;
    const double cos4 = cos2 * cos2 - sin2 * sin2, sin4 = 2 * sin2 * cos2;
    // cos(x - d) expanded, so that no further trigonometric call is needed.
    static const double c30 = std::cos(30 * kDegree), s30 = std::sin(30 * kDegree);
    static const double c6 = std::cos(6 * kDegree), s6 = std::sin(6 * kDegree);
    static const double c63 = std::cos(63 * kDegree), s63 = std::sin(63 * kDegree);
    const double t = 1 - 0.17 * (cosH * c30 + sinH * s30) + 0.24 * cos2 + 0.32 * (cos3 * c6 - sin3 * s6) - 0.20 * (cos4 * c63 + sin4 * s63);

    const double meanL50 = square((p.a + q.a) / 2 - 50);
    const double sl = 1 + 0.015 * meanL50 / std::sqrt(20 + meanL50);
    const double sc = 1 + 0.045 * meanC, sh = 1 + 0.015 * meanC * t;
    double hDegrees = std::atan2(sinH, cosH) / kDegree;
    if (hDegrees < 0) {
        hDegrees += 360;
    }
    const double m7 = seventh(meanC);
    const double dTheta = 60 * kDegree * std::exp(-square((hDegrees - 275) / 25));
    const double rt = -2 * std::sqrt(m7 / (m7 + k25to7)) * std::sin(dTheta);
    const double l = dL / sl, c = dC / sc, h = dH / sh;
    return std::sqrt(notBelowZero(l * l + c * c + h * h + rt * c * h));
}

double deltaEItp(const XYZ &p, const XYZ &q)
{
    return 720 * (itp(p) - itp(q)).norm();
}

namespace {

struct NamedMetric {
    Metric metric;
    const char *name, *unit;
};
constexpr std::array<NamedMetric, 4> kMetrics{{{Metric::Ciede2000, "CIEDE2000", "ΔE00"},
                                               {Metric::Cie94, "CIE94", "ΔE94"},
                                               {Metric::Cmc, "CMC(2:1)", "ΔE CMC"},
                                               {Metric::Itp, "ITP", "ΔE ITP"}}};

} // namespace

std::string metricName(Metric metric)
{
    return kMetrics[size_t(metric)].name;
}

std::string metricUnit(Metric metric)
{
    return kMetrics[size_t(metric)].unit;
}

std::optional<Metric> metricFromName(const std::string &name)
{
    for (const NamedMetric &m : kMetrics) {
        if (name == m.name) {
            return m.metric;
        }
    }
    return std::nullopt;
}

double Difference::operator()(const Lab &wanted, const Lab &is) const
{
    const auto light = [&](const Lab &lab) { return XYZ(shown * xyzOf(lab, white).vec()); };
    switch (metric) {
    case Metric::Ciede2000: return deltaE2000(wanted, is);
    case Metric::Cie94: return deltaE94(wanted, is);
    case Metric::Cmc: return deltaECmc(wanted, is);
    case Metric::Itp: return deltaEItp(light(wanted), light(is));
    }
    return std::nan("");
}

} // namespace lamp
