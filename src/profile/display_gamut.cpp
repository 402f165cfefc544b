// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/display_gamut.h"

#include "base/parallel.h"
#include "gamut/gamut.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

const Eigen::Vector3d kMiddle(50, 0, 0);

/// The unit vector (sine, cosine) of a place on the diamond |x| + |y| = 1.
Eigen::Vector2d onCircle(double y, double x)
{
    return Eigen::Vector2d(y, x).normalized();
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

GamutSurface::Direction GamutSurface::directionOf(const Lab &lab)
{
    const double square = lab.b * lab.b + lab.c * lab.c, dl = lab.a - kMiddle[0];
    const double around = std::abs(lab.b) + std::abs(lab.c);
    Direction d;
    d.chroma = std::sqrt(square);
    d.length = std::sqrt(square + dl * dl);
    d.elevation = d.length > 0 ? dl / (std::abs(dl) + d.chroma) : 0;
    if (around > 0) {
        // Quarters of a turn: +a to +b, +b to -a, -a to -b, -b to +a.
        const double share = 0.25 * std::abs(lab.c) / around;
        d.hue = lab.b >= 0 ? (lab.c >= 0 ? share : 1 - share) : (lab.c >= 0 ? 0.5 - share : 0.5 + share);
        d.hue = d.hue < 1 ? d.hue : 0;
    }
    return d;
}

const std::array<Eigen::Vector2d, GamutSurface::kAngles> &GamutSurface::elevations()
{
    static const auto all = [] {
        std::array<Eigen::Vector2d, kAngles> list;
        for (int i = 0; i < kAngles; ++i) {
            const double e = 2.0 * i / (kAngles - 1) - 1;
            list[size_t(i)] = onCircle(e, 1 - std::abs(e));
        }
        return list;
    }();
    return all;
}

const std::array<Eigen::Vector2d, GamutSurface::kHues> &GamutSurface::hues()
{
    static const auto all = [] {
        std::array<Eigen::Vector2d, kHues> list;
        for (int i = 0; i < kHues; ++i) {
            const double quarters = 4.0 * i / kHues, share = quarters - std::floor(quarters);
            const std::array<Eigen::Vector2d, 4> turned{onCircle(share, 1 - share), onCircle(1 - share, -share), onCircle(-share, share - 1),
                                                        onCircle(share - 1, share)};
            list[size_t(i)] = turned[size_t(quarters) % 4];
        }
        return list;
    }();
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
    std::array<std::vector<double>, 6> faces;
    inParallel(6, [&](int face) {
        std::vector<double> &reach = faces[size_t(face)];
        reach.assign(m_reach.size(), 0.0);
        for (int i = 0; i + 1 < grid; ++i) {
            for (int k = 0; k + 1 < grid; ++k) {
                const Eigen::Vector3d a = corner(face, i, k), b = corner(face, i + 1, k), c = corner(face, i, k + 1), d = corner(face, i + 1, k + 1);
                enter({a, b, d}, reach);
                enter({a, d, c}, reach);
            }
        }
    });
    for (const std::vector<double> &reach : faces) {
        for (size_t i = 0; i < reach.size(); ++i) {
            m_reach[i] = std::max(m_reach[i], reach[i]);
        }
    }
}

void GamutSurface::enter(const std::array<Eigen::Vector3d, 3> &corners, std::vector<double> &reach)
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
            double &most = reach[size_t(hue * kAngles + e)];
            most = std::max(most, r);
        }
    }
}

double GamutSurface::reach(const Direction &d) const
{
    constexpr double half = (kAngles - 1) / 2.0;
    const double h = d.hue * kHues, e = (d.elevation + 1) * half;
    const int h0 = std::min(int(h), kHues - 1), h1 = h0 + 1 < kHues ? h0 + 1 : 0, e0 = std::min(int(e), kAngles - 2);
    const double s = h - h0, t = e - e0;
    return (1 - s) * ((1 - t) * at(h0, e0) + t * at(h0, e0 + 1)) + s * ((1 - t) * at(h1, e0) + t * at(h1, e0 + 1));
}

bool GamutSurface::contains(const Lab &lab) const
{
    const Direction d = directionOf(lab);
    return d.length <= reach(d);
}

Lab GamutSurface::corner(int hue, int angle) const
{
    const Eigen::Vector2d &up = elevations()[size_t(angle)], &round = hues()[size_t(hue)];
    const double r = at(hue, angle);
    return {kMiddle[0] + r * up[0], r * up[1] * round[1], r * up[1] * round[0]};
}

GamutSurface::Spot GamutSurface::towards(const Direction &d, const Lab &lab) const
{
    const double h = d.hue * kHues, e = (d.elevation + 1) * (kAngles - 1) / 2.0;
    const int hue = std::min(int(h), kHues - 1), angle = std::min(int(e), kAngles - 2);
    const double scale = d.length > 0 ? reach(d) / d.length : 0;
    return {hue, angle, h - hue, e - angle, {kMiddle[0] + scale * (lab.a - kMiddle[0]), scale * lab.b, scale * lab.c}};
}

GamutSurface::Spot GamutSurface::nearest(const Direction &d, const Lab &lab, double chromaWeight) const
{
    // The slice's outline as a line of points from black to white; the nearest point of its pieces.
    Spot spot;
    spot.hue = std::min(int(d.hue * kHues), kHues - 1);
    spot.hueShare = d.hue * kHues - spot.hue;
    const double *r0 = &m_reach[size_t(spot.hue * kAngles)], *r1 = &m_reach[size_t((spot.hue + 1) % kHues * kAngles)];
    const auto &up = elevations();
    const Eigen::Vector2d wanted(lab.a - kMiddle[0], chromaWeight * d.chroma);
    const auto point = [&](int e) {
        const double r = r0[e] + spot.hueShare * (r1[e] - r0[e]);
        return Eigen::Vector2d(r * up[size_t(e)][0], chromaWeight * r * up[size_t(e)][1]);
    };
    // Every fourth point first, then all about the nearest, then the two pieces that end there.
    constexpr int kStride = 4;
    int near = 0;
    double least = 1e300;
    const auto look = [&](int e) {
        if (const double distance = (point(e) - wanted).squaredNorm(); distance < least) {
            least = distance;
            near = e;
        }
    };
    for (int e = 0; e < kAngles; e += kStride) {
        look(e);
    }
    for (int e = std::max(0, near - kStride + 1), last = std::min(kAngles - 1, near + kStride - 1); e <= last; ++e) {
        look(e);
    }
    Eigen::Vector2d best = point(near);
    spot.angle = std::min(near, kAngles - 2);
    spot.angleShare = near - spot.angle;
    for (int e = std::max(1, near); e <= std::min(kAngles - 1, near + 1); ++e) {
        const Eigen::Vector2d from = point(e - 1), piece = point(e) - from;
        const double t = std::clamp((wanted - from).dot(piece) / std::max(piece.squaredNorm(), 1e-12), 0.0, 1.0);
        const Eigen::Vector2d on = from + t * piece;
        if (const double distance = (on - wanted).squaredNorm(); distance < least) {
            least = distance;
            best = on;
            spot.angle = e - 1;
            spot.angleShare = t;
        }
    }
    const double scale = d.chroma > 0 ? best[1] / chromaWeight / d.chroma : 0;
    spot.lab = {kMiddle[0] + best[0], scale * lab.b, scale * lab.c};
    return spot;
}

std::optional<Lab> GamutSurface::compressed(const Direction &d, const Lab &lab, const GamutSurface &reference, double knee) const
{
    const double own = reach(d), other = std::max(own, reference.reach(d));
    const double start = knee * own;
    if (d.length >= other) {
        return std::nullopt;
    }
    if (d.length <= start || other <= own * 1.0001) {
        return lab;
    }
    // y(x) = x / (1 + x·(1/y1 - 1/x1)) with slope 1 at the knee and y(x1) = y1 at the reference's boundary.
    const double x = d.length - start, x1 = other - start, y1 = own - start;
    const double y = x / (1 + x * (1 / y1 - 1 / x1));
    const double scale = (start + y) / d.length;
    return Lab{50 + scale * (lab.a - 50), scale * lab.b, scale * lab.c};
}

GamutSurface surfaceOf(const Profile &profile, int grid)
{
    std::vector<Lab> colours;
    for (const Drive &d : evenDrives(grid)) {
        colours.push_back(profile.colourOf(d));
    }
    return {colours, grid};
}

std::vector<double> coverageBy(const Profile &profile, const std::vector<RgbSpace> &spaces)
{
    std::vector<double> all;
    if (profile.facts().tables) {
        // Straight pieces between the colours on a curved boundary lie inside it, by up to so many ΔE.
        constexpr double kInside = 1.5;
        const GamutSurface surface = surfaceOf(profile, 25);
        const auto contains = [&](const Lab &lab) {
            const GamutSurface::Direction d = GamutSurface::directionOf(lab);
            return d.length <= surface.reach(d) + kInside;
        };
        for (const RgbSpace &space : spaces) {
            all.push_back(coveragePercent(contains, gamutOf(space)));
        }
        return all;
    }
    const RelXYZ black = xyzOf(profile.colourOf({0, 0, 0}), iccD50());
    Eigen::Matrix3d columns;
    for (int c = 0; c < 3; ++c) {
        Drive d;
        d[c] = 1;
        columns.col(c) = (xyzOf(profile.colourOf(d), iccD50()) - black).vec();
    }
    constexpr double kFlat = 1e-4; // channels that span nothing
    for (const RgbSpace &space : spaces) {
        all.push_back(std::abs(columns.determinant()) > kFlat ? coveragePercent(AdditiveGamut{columns, black}, gamutOf(space)) : 0);
    }
    return all;
}

} // namespace lamp
