// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/display_gamut.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

const Eigen::Vector3d kMiddle(50, 0, 0);

/// Hue in turns [0, 1), elevation towards white from -1 (black) to 1.
struct Direction {
    double hue, elevation, length;
};

Direction directionOf(const Lab &lab)
{
    const double chroma = std::hypot(lab.b, lab.c), dl = lab.a - kMiddle[0];
    double hue = std::atan2(lab.c, lab.b) / (2 * M_PI);
    hue -= std::floor(hue);
    return {hue, std::atan2(dl, chroma) / (M_PI / 2), std::hypot(dl, chroma)};
}

/// Sines and cosines of equal steps from `first` over `span`.
template <size_t Count> std::array<Eigen::Vector2d, Count> circle(double first, double span)
{
    std::array<Eigen::Vector2d, Count> all;
    for (size_t i = 0; i < Count; ++i) {
        const double angle = first + span * double(i);
        all[i] = {std::sin(angle), std::cos(angle)};
    }
    return all;
}

/// Along a ray from the origin to a triangle (Möller and Trumbore 1997); negative where it misses.
double along(const Eigen::Vector3d &ray, const std::array<Eigen::Vector3d, 3> &t)
{
    const Eigen::Vector3d e1 = t[1] - t[0], e2 = t[2] - t[0], p = ray.cross(e2);
    const double det = e1.dot(p);
    if (std::abs(det) < 1e-14) {
        return -1;
    }
    const Eigen::Vector3d s = -t[0];
    const double u = s.dot(p) / det;
    const Eigen::Vector3d q = s.cross(e1);
    const double v = ray.dot(q) / det, distance = e2.dot(q) / det;
    constexpr double slack = 1e-3;
    return u >= -slack && v >= -slack && u + v <= 1 + slack ? distance : -1;
}

} // namespace

const std::array<Eigen::Vector2d, GamutSurface::kAngles> &GamutSurface::elevations()
{
    static const auto all = circle<kAngles>(-M_PI / 2, M_PI / (kAngles - 1));
    return all;
}

const std::array<Eigen::Vector2d, GamutSurface::kHues> &GamutSurface::hues()
{
    static const auto all = circle<kHues>(0, 2 * M_PI / kHues);
    return all;
}

GamutSurface::GamutSurface(const std::vector<Lab> &lab, int grid) : m_reach(size_t(kHues * kAngles), 0.0)
{
    const auto corner = [&](int face, int i, int k) {
        // Faces: r = 0, r = 1, g = 0, ... with the two other drives i and k.
        std::array<int, 3> d{};
        const int axis = face / 2;
        d[size_t(axis)] = face % 2 == 0 ? 0 : grid - 1;
        d[size_t((axis + 1) % 3)] = i;
        d[size_t((axis + 2) % 3)] = k;
        return Eigen::Vector3d(lab[size_t((d[0] * grid + d[1]) * grid + d[2])].vec() - kMiddle);
    };
    for (int face = 0; face < 6; ++face) {
        for (int i = 0; i + 1 < grid; ++i) {
            for (int k = 0; k + 1 < grid; ++k) {
                const Eigen::Vector3d a = corner(face, i, k), b = corner(face, i + 1, k), c = corner(face, i, k + 1), d = corner(face, i + 1, k + 1);
                enter({a, b, d});
                enter({a, d, c});
            }
        }
    }
}

void GamutSurface::enter(const std::array<Eigen::Vector3d, 3> &corners)
{
    // The directions that the triangle covers; about the poles that is every hue.
    double low = 2, high = -2, first = 2, last = -2;
    std::array<double, 3> turns{};
    bool pole = false;
    for (size_t i = 0; i < 3; ++i) {
        const Direction d = directionOf(Lab(Eigen::Vector3d(corners[i] + kMiddle)));
        low = std::min(low, d.elevation);
        high = std::max(high, d.elevation);
        turns[i] = d.hue;
        pole = pole || std::hypot(corners[i][1], corners[i][2]) < 4;
    }
    for (double h : turns) {
        // Unrolled about the first corner.
        h -= std::round(h - turns[0]);
        first = std::min(first, h);
        last = std::max(last, h);
    }
    if (pole || last - first > 0.4) {
        first = 0;
        last = 1 - 1e-9;
        low = low < 0 ? -1 : low;
        high = high > 0 ? 1 : high;
    }
    constexpr double half = (kAngles - 1) / 2.0;
    const int from = std::max(0, int(std::floor((low + 1) * half))), to = std::min(kAngles - 1, int(std::ceil((high + 1) * half)));
    for (int h = int(std::floor(first * kHues)); h <= int(std::ceil(last * kHues)); ++h) {
        const int hue = ((h % kHues) + kHues) % kHues;
        for (int e = from; e <= to; ++e) {
            const Eigen::Vector2d &up = elevations()[size_t(e)], &round = GamutSurface::hues()[size_t(hue)];
            const double r = along({up[0], up[1] * round[1], up[1] * round[0]}, corners);
            at(hue, e) = std::max(at(hue, e), r);
        }
    }
}

double GamutSurface::reachAt(double hue, double elevation) const
{
    constexpr double half = (kAngles - 1) / 2.0;
    const double h = hue * kHues, e = std::clamp((elevation + 1) * half, 0.0, double(kAngles - 1));
    const int h0 = int(h) % kHues, h1 = (h0 + 1) % kHues, e0 = std::min(int(e), kAngles - 2);
    const double s = h - std::floor(h), t = e - e0;
    return (1 - s) * ((1 - t) * at(h0, e0) + t * at(h0, e0 + 1)) + s * ((1 - t) * at(h1, e0) + t * at(h1, e0 + 1));
}

double GamutSurface::reach(const Lab &towards) const
{
    const Direction d = directionOf(towards);
    return reachAt(d.hue, d.elevation);
}

bool GamutSurface::contains(const Lab &lab) const
{
    const Direction d = directionOf(lab);
    return d.length <= reachAt(d.hue, d.elevation);
}

Lab GamutSurface::nearest(const Lab &lab, double chromaWeight) const
{
    const Direction d = directionOf(lab);
    if (d.length <= reachAt(d.hue, d.elevation)) {
        return lab;
    }
    // The slice's outline as a line of points from black to white; the nearest point of its pieces.
    const double chroma = std::hypot(lab.b, lab.c);
    const Eigen::Vector2d wanted(lab.a, chromaWeight * chroma);
    Eigen::Vector2d best(50, 0), previous(0, 0);
    double bestDistance = 1e300;
    const double h = d.hue * kHues, s = h - std::floor(h);
    const int h0 = int(h) % kHues, h1 = (h0 + 1) % kHues;
    for (int e = 0; e < kAngles; ++e) {
        const double r = (1 - s) * at(h0, e) + s * at(h1, e);
        const Eigen::Vector2d &up = elevations()[size_t(e)];
        const Eigen::Vector2d point(50 + r * up[0], chromaWeight * r * up[1]);
        if (e > 0) {
            const Eigen::Vector2d piece = point - previous;
            const double t = std::clamp((wanted - previous).dot(piece) / std::max(piece.squaredNorm(), 1e-12), 0.0, 1.0);
            const Eigen::Vector2d on = previous + t * piece;
            if (const double distance = (on - wanted).squaredNorm(); distance < bestDistance) {
                bestDistance = distance;
                best = on;
            }
        }
        previous = point;
    }
    const double scale = chroma > 0 ? best[1] / chromaWeight / chroma : 0;
    return {best[0], scale * lab.b, scale * lab.c};
}

Lab GamutSurface::compressed(const Lab &lab, const GamutSurface &reference, double knee) const
{
    const Direction d = directionOf(lab);
    const double own = reachAt(d.hue, d.elevation), other = std::max(own, reference.reachAt(d.hue, d.elevation));
    const double start = knee * own;
    if (d.length <= start || other <= own * 1.0001) {
        return lab;
    }
    // y(x) = x / (1 + x·(1/y1 - 1/x1)) with slope 1 at the knee and y(x1) = y1 at the reference's boundary.
    const double x = std::min(d.length, other) - start, x1 = other - start, y1 = own - start;
    const double y = x / (1 + x * (1 / y1 - 1 / x1));
    const double scale = (start + y) / d.length;
    return {50 + scale * (lab.a - 50), scale * lab.b, scale * lab.c};
}

} // namespace lamp
