// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/gamut_surface.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

const Eigen::Vector3d kMiddle(50, 0, 0);

/// The unit vector (cosine, sine) of a place on the diamond |x| + |y| = 1. \param round quarters of a turn, 0..4
Eigen::Vector2d onDiamond(double round)
{
    const double share = round - std::floor(round);
    const std::array<Eigen::Vector2d, 4> turned{{{1 - share, share}, {-share, 1 - share}, {share - 1, -share}, {share, share - 1}}};
    return turned[size_t(round) % 4].normalized();
}

Eigen::Vector2d hueOf(const GamutSurface::Spot &spot)
{
    return onDiamond((spot.hue + spot.hueShare) * 4 / GamutSurface::kHues);
}

/// (Chroma, lightness) of a unit step, from black (0, -1) over the gray's level to white.
Eigen::Vector2d elevationOf(double angle)
{
    const double up = 2 * angle / (GamutSurface::kAngles - 1) - 1;
    return Eigen::Vector2d(1 - std::abs(up), up).normalized();
}

struct UnitSteps {
    std::array<Eigen::Vector2d, GamutSurface::kHues> hues;
    std::array<Eigen::Vector2d, GamutSurface::kAngles> elevations;
    UnitSteps()
    {
        for (int i = 0; i < GamutSurface::kHues; ++i) {
            hues[size_t(i)] = hueOf({i, 0, 0, 0});
        }
        for (int i = 0; i < GamutSurface::kAngles; ++i) {
            elevations[size_t(i)] = elevationOf(i);
        }
    }
};

const UnitSteps &unitSteps()
{
    static const UnitSteps all;
    return all;
}

} // namespace

namespace {

/// The part of a direction that hangs on the gray it is seen from.
void elevate(GamutSurface::Direction &d, double up)
{
    constexpr int kMost = GamutSurface::kAngles - 1;
    d.length = std::sqrt(d.chroma * d.chroma + up * up);
    const double angle = d.length > 0 ? (1 + up / (std::abs(up) + d.chroma)) * (kMost / 2.0) : 0;
    d.angle = std::min(int(angle), kMost - 1);
    d.angleShare = angle - d.angle;
}

} // namespace

GamutSurface::Direction GamutSurface::directionOf(const Lab &lab)
{
    const double around = std::abs(lab.b) + std::abs(lab.c);
    Direction d;
    d.chroma = std::sqrt(lab.b * lab.b + lab.c * lab.c);
    elevate(d, lab.a - kMiddle[0]);
    if (around > 0) {
        // Quarters of a turn: +a to +b, +b to -a, -a to -b, -b to +a.
        const double share = 0.25 * std::abs(lab.c) / around;
        const double hue = kHues * (lab.b >= 0 ? (lab.c >= 0 ? share : 1 - share) : (lab.c >= 0 ? 0.5 - share : 0.5 + share));
        d.hue = int(hue) < kHues ? int(hue) : 0;
        d.hueShare = hue - int(hue);
    }
    return d;
}

GamutSurface::Direction GamutSurface::towards(const Lab &lab) const
{
    Direction d = directionOf(lab);
    elevate(d, lab.a - centreAt(d));
    return d;
}

Lab GamutSurface::scaled(const Lab &lab, double scale) const
{
    const double centre = centreAt(directionOf(lab));
    return {centre + scale * (lab.a - centre), scale * lab.b, scale * lab.c};
}

double GamutSurface::centreAt(const Spot &spot) const
{
    const size_t here = size_t(spot.hue), next = size_t(spot.hue + 1 < kHues ? spot.hue + 1 : 0);
    return m_centre[here] + spot.hueShare * (m_centre[next] - m_centre[here]);
}

/// A corner of a triangle of the surface.
struct GamutSurface::Corner {
    Eigen::Vector3d from; ///< the middle gray
    double hue = 0, angle = 0;
    bool pole = false; ///< so near the grays that its hue means nothing
};

GamutSurface::GamutSurface(const std::vector<Lab> &lab, int grid) : m_reach(size_t(kHues * kAngles), 0.0)
{
    m_centre.fill(kMiddle[0]);
    const auto corner = [&](int face, int i, int k) {
        // Faces: r = 0, r = 1, g = 0, ... with the two other drives i and k.
        std::array<int, 3> d{};
        const int axis = face / 2;
        d[size_t(axis)] = face % 2 == 0 ? 0 : grid - 1;
        d[size_t((axis + 1) % 3)] = i;
        d[size_t((axis + 2) % 3)] = k;
        const Lab &colour = lab[size_t((d[0] * grid + d[1]) * grid + d[2])];
        const Direction towards = directionOf(colour);
        return Corner{colour.vec() - kMiddle, towards.hue + towards.hueShare, towards.angle + towards.angleShare, towards.chroma < 4};
    };
    // Straight edges bulge in the table's coordinates, by less than this many of its steps.
    const double bulge = 8.0 / (grid - 1);
    std::vector<Corner> corners;
    for (int face = 0; face < 6; ++face) {
        corners.clear();
        for (int i = 0; i < grid * grid; ++i) {
            corners.push_back(corner(face, i / grid, i % grid));
        }
        for (int i = 0; i + 1 < grid; ++i) {
            for (int k = 0; k + 1 < grid; ++k) {
                const Corner *a = &corners[size_t(i * grid + k)], *b = a + grid, *c = a + 1, *d = b + 1;
                enter({a, b, d}, bulge);
                enter({a, d, c}, bulge);
            }
        }
    }
}

void GamutSurface::enter(const std::array<const Corner *, 3> &triangle, double bulge)
{
    // The directions that the triangle covers; about the poles that is every hue.
    double low = kAngles, high = 0, first = 2 * kHues, last = -2 * kHues;
    bool pole = false;
    Eigen::Matrix3d corners;
    for (int i = 0; i < 3; ++i) {
        const Corner &c = *triangle[size_t(i)];
        low = std::min(low, c.angle);
        high = std::max(high, c.angle);
        // Unrolled about the first corner.
        const double hue = c.hue - kHues * std::round((c.hue - triangle[0]->hue) / kHues);
        first = std::min(first, hue);
        last = std::max(last, hue);
        pole = pole || c.pole;
        corners.col(i) = c.from;
    }
    if (pole || last - first > 0.4 * kHues) {
        first = 0;
        last = kHues - 1;
        low = low < (kAngles - 1) / 2.0 ? 0 : low;
        high = high > (kAngles - 1) / 2.0 ? kAngles - 1 : high;
    }
    const int from = std::max(0, int(std::ceil(low - bulge))), to = std::min(kAngles - 1, int(std::floor(high + bulge)));
    const int left = int(std::ceil(first - bulge)), right = int(std::floor(last + bulge));
    if (from > to || left > right || std::abs(corners.determinant()) < 1e-9) {
        return;
    }
    // A ray's unit step as a mixture of the corners: inside the triangle none of them is negative, and their sum is one
    // over the distance.
    const Eigen::Matrix3d mixture = corners.inverse();
    const UnitSteps &unit = unitSteps();
    for (int h = left; h <= right; ++h) {
        const int hue = (h + kHues) % kHues;
        const Eigen::Vector2d &round = unit.hues[size_t(hue)];
        const Eigen::Vector3d outwards = mixture.col(1) * round[0] + mixture.col(2) * round[1];
        for (int e = from; e <= to; ++e) {
            const Eigen::Vector2d &up = unit.elevations[size_t(e)];
            const Eigen::Vector3d shares = mixture.col(0) * up[1] + outwards * up[0];
            const double sum = shares.sum();
            constexpr double slack = 1e-3;
            if (sum > 0 && shares.minCoeff() >= -slack * sum) {
                double &most = m_reach[size_t(hue * kAngles + e)];
                most = std::max(most, 1 / sum);
            }
        }
    }
}

double GamutSurface::reach(const Spot &spot) const
{
    const int next = spot.hue + 1 < kHues ? spot.hue + 1 : 0;
    const double s = spot.hueShare, t = spot.angleShare;
    const double *here = &m_reach[size_t(spot.hue * kAngles + spot.angle)], *there = &m_reach[size_t(next * kAngles + spot.angle)];
    return (1 - s) * ((1 - t) * here[0] + t * here[1]) + s * ((1 - t) * there[0] + t * there[1]);
}

double GamutSurface::reachFrom(const Slice &slice, double centre, const Eigen::Vector2d &up)
{
    // Where the ray leaves through the line of the slice: of two points on either side of it the one between.
    const auto side = [&](size_t e) { return (slice.lightness[e] - centre) * up[0] - slice.chroma[e] * up[1]; };
    double most = 0;
    for (size_t e = 0; e + 1 < size_t(kAngles); ++e) {
        const double from = side(e), to = side(e + 1);
        if (from * to > 0 || from == to) {
            continue;
        }
        const double t = from / (from - to);
        const double chroma = slice.chroma[e] + t * (slice.chroma[e + 1] - slice.chroma[e]);
        const double lightness = slice.lightness[e] + t * (slice.lightness[e + 1] - slice.lightness[e]) - centre;
        most = std::max(most, chroma * up[0] + lightness * up[1]);
    }
    return most;
}

GamutSurface GamutSurface::seenFromCusps(const GamutSurface *like) const
{
    GamutSurface seen = *this;
    seen.m_centre = like ? like->m_centre : cuspLightness();
    for (int hue = 0; hue < kHues; ++hue) {
        const Slice slice = sliceAt({hue, 0, 0, 0});
        for (int e = 0; e < kAngles; ++e) {
            const double centre = seen.m_centre[size_t(hue)] - m_centre[size_t(hue)];
            seen.m_reach[size_t(hue * kAngles + e)] = reachFrom(slice, centre, unitSteps().elevations[size_t(e)]);
        }
    }
    return seen;
}

std::array<double, GamutSurface::kHues> GamutSurface::cuspLightness() const
{
    // Not too near to white or black, so that what lies on the other side is seen from afar; joined smoothly, since the table's elevations
    // tell a cusp in steps.
    constexpr double kLeast = 35, kMost = 80;
    constexpr int kJoined = 3;
    std::array<double, kHues> own{}, joined{};
    for (int hue = 0; hue < kHues; ++hue) {
        const Slice slice = sliceAt({hue, 0, 0, 0});
        const auto cusp = std::max_element(slice.chroma.begin(), slice.chroma.end()) - slice.chroma.begin();
        own[size_t(hue)] = std::clamp(m_centre[size_t(hue)] + slice.lightness[size_t(cusp)], kLeast, kMost);
    }
    for (int hue = 0; hue < kHues; ++hue) {
        for (int near = -kJoined; near <= kJoined; ++near) {
            joined[size_t(hue)] += own[size_t((hue + near + kHues) % kHues)] / (2 * kJoined + 1);
        }
    }
    return joined;
}

bool GamutSurface::contains(const Lab &lab) const
{
    const Direction d = towards(lab);
    return d.length <= reach(d);
}

Lab GamutSurface::colourAt(const Spot &spot) const
{
    const Eigen::Vector2d up = elevationOf(spot.angle + spot.angleShare), round = hueOf(spot);
    const double r = reach(spot);
    return {centreAt(spot) + r * up[1], r * up[0] * round[0], r * up[0] * round[1]};
}

GamutSurface::Slice GamutSurface::sliceAt(const Spot &hue) const
{
    Slice slice;
    slice.at = hue;
    const double *here = &m_reach[size_t(hue.hue * kAngles)], *next = &m_reach[size_t((hue.hue + 1) % kHues * kAngles)];
    for (size_t e = 0; e < size_t(kAngles); ++e) {
        const double r = here[e] + hue.hueShare * (next[e] - here[e]);
        const Eigen::Vector2d &up = unitSteps().elevations[e];
        slice.lightness[e] = r * up[1];
        slice.chroma[e] = r * up[0];
    }
    return slice;
}

GamutSurface::Spot GamutSurface::Slice::nearest(int point, double wantedLightness, double wantedChroma, double weight) const
{
    const auto apart = [&](int e) { return Eigen::Vector2d(lightness[size_t(e)] - wantedLightness, weight * (chroma[size_t(e)] - wantedChroma)); };
    Spot spot = at;
    spot.angle = std::min(point, kAngles - 2);
    spot.angleShare = point - spot.angle;
    double least = 1e300;
    for (int e = std::max(1, point); e <= std::min(kAngles - 1, point + 1); ++e) {
        const Eigen::Vector2d from = apart(e - 1), piece = apart(e) - from;
        const double t = std::clamp(-from.dot(piece) / std::max(piece.squaredNorm(), 1e-12), 0.0, 1.0);
        if (const double distance = (from + t * piece).squaredNorm(); distance < least) {
            least = distance;
            spot.angle = e - 1;
            spot.angleShare = t;
        }
    }
    return spot;
}

GamutSurface::Spot GamutSurface::nearest(const Lab &lab, double chromaWeight) const
{
    const Direction d = directionOf(lab);
    const Slice slice = sliceAt(d);
    const double lightness = lab.a - centreAt(d);
    int point = 0;
    double least = 1e300;
    for (int e = 0; e < kAngles; ++e) {
        const double up = slice.lightness[size_t(e)] - lightness, out = chromaWeight * (slice.chroma[size_t(e)] - d.chroma);
        if (const double distance = up * up + out * out; distance < least) {
            least = distance;
            point = e;
        }
    }
    return slice.nearest(point, lightness, d.chroma, chromaWeight);
}

namespace {

/// y(x) = x / (1 + x·(1/y1 - 1/x1)): slope 1 at the knee and y(x1) = y1 at the reference's boundary.
struct Press {
    double start, x1, y1;
    [[nodiscard]] bool idle() const { return x1 <= y1 * 1.0001; }
    [[nodiscard]] double bend() const { return 1 / y1 - 1 / x1; }
};

Press pressBetween(const GamutSurface::Direction &d, double own, double other, double knee)
{
    // Near black and white, where all gamuts meet, what one reaches farther is less than what its table is unsure by.
    constexpr double kUnsure = 4; // ΔE
    const double chroma = d.length > 0 ? own * d.chroma / d.length : 0, share = chroma * chroma / (chroma * chroma + kUnsure * kUnsure);
    return {knee * own, share * std::max(0.0, other - own) + (1 - knee) * own, (1 - knee) * own};
}

} // namespace

GamutSurface::Pressing GamutSurface::pressing(const Direction &d, const GamutSurface &reference, double knee) const
{
    const Press p = pressBetween(d, reach(d), reference.reach(d), knee);
    const double x = d.length - p.start;
    if (p.idle() || x <= 0) {
        return {1, x >= p.x1, p.idle()};
    }
    // Beyond the reference's boundary it goes on straight.
    const double y = x < p.x1 ? x / (1 + x * p.bend()) : p.y1 + (x - p.x1) * p.y1 * p.y1 / (p.x1 * p.x1);
    return {(p.start + y) / d.length, x >= p.x1, false};
}

double GamutSurface::expanding(const Direction &d, const GamutSurface &reference, double knee) const
{
    const Press p = pressBetween(d, reach(d), reference.reach(d), knee);
    const double y = d.length - p.start;
    if (p.idle() || y <= 0) {
        return 1;
    }
    const double x = y < p.y1 ? y / (1 - y * p.bend()) : p.x1 + (y - p.y1) * p.x1 * p.x1 / (p.y1 * p.y1);
    return (p.start + x) / d.length;
}

} // namespace lamp
