// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/gamut_mapping.h"

#include "base/parallel.h"
#include "colour/cube_root.h"
#include "colour/even_hue.h"

#include <cmath>

namespace lamp {

namespace {

constexpr double kRootOffset = 0.017; // light that is added before the cube root, so that its slope stays finite at zero
constexpr double kKnee = 0.85;        // share of the way to the boundary that perceptual leaves alone
constexpr int kReferenceGrid = 33;
constexpr double kPressed = 3e-5, kNear = 1e-4; // light relative to white: how near pressed colours and those of the boundary are met

std::vector<Lab> evenly(const std::vector<Lab> &colours)
{
    std::vector<Lab> all;
    all.reserve(colours.size());
    for (const Lab &lab : colours) {
        all.push_back(evenHueOf(xyzOf(lab, iccD50())));
    }
    return all;
}

/// A space's gamut in steps that look alike, on the display's black.
std::vector<Lab> sourceColours(const RgbSpace &source, double black)
{
    const Eigen::Matrix3d columns = underD50(source);
    std::vector<Lab> all;
    for (const Drive &d : evenDrives(kReferenceGrid)) {
        const RelXYZ xyz(columns * d.vec().array().pow(2.2).matrix());
        all.push_back(evenHueOf((1 - black) * xyz + black * iccD50()));
    }
    return all;
}

} // namespace

double StoredLight::toRoot(double light)
{
    static const double zero = std::cbrt(kRootOffset), span = std::cbrt(1 + kRootOffset) - zero;
    return light >= 0 ? (cubeRoot(light + kRootOffset) - zero) / span : light / (3 * zero * zero * span);
}

double StoredLight::fromRoot(double root)
{
    static const double zero = std::cbrt(kRootOffset), span = std::cbrt(1 + kRootOffset) - zero;
    const double r = zero + root * span;
    return root >= 0 ? r * r * r - kRootOffset : root * 3 * zero * zero * span;
}

Eigen::Vector3d StoredLight::of(const Eigen::Vector3d &light)
{
    const Eigen::Vector3d root(toRoot(light[0]), toRoot(light[1]), toRoot(light[2]));
    return (65535 / (1 + kBelow + kAbove) * (root.array() + kBelow)).cwiseMax(0.0).cwiseMin(65535.0);
}

Eigen::Matrix3d underD50(const RgbSpace &space)
{
    const Eigen::Matrix3d columns = space.toXyz();
    return adaptation(RelXYZ(Eigen::Vector3d(columns.rowwise().sum())), iccD50()) * columns;
}

Lab withBlack(const Lab &lab, double from, double to)
{
    const RelXYZ w = iccD50();
    const double scale = (1 - to) / (1 - from);
    return labOf(scale * xyzOf(lab, w) + (1 - scale) * w, w);
}

GamutMapping::GamutMapping(const LightSpace &space, const std::vector<Lab> &forward, int grid, const RgbSpace &source, double black)
    : m_blackLightness(labOf(black * iccD50(), iccD50()).a), m_boundary(size_t(GamutSurface::kHues) * GamutSurface::kAngles)
{
    inParallel(2, [&](int i) {
        if (i == 0) {
            m_surface.emplace(evenly(forward), grid);
        } else {
            m_reference.emplace(sourceColours(source, black), kReferenceGrid);
        }
    });
    m_own.emplace(m_surface->seenFromCusps());
    m_reference.emplace(m_reference->seenFromCusps(&*m_own));
    inParallel(GamutSurface::kHues, [&](int hue) { fillBoundary(space, hue); });
}

void GamutMapping::fillBoundary(const LightSpace &space, int hue)
{
    LightSpace::Seeker seeker(space);
    for (int angle = 0; angle < GamutSurface::kAngles; ++angle) {
        const Lab even = m_surface->colourAt(GamutSurface::node(hue, angle));
        const Eigen::Vector3d light = seeker.lightFor(xyzOfEvenHue(even), kNear);
        m_boundary[size_t(hue * GamutSurface::kAngles + angle)] = StoredLight::of(light.cwiseMax(0.0).cwiseMin(1.0));
    }
}

Eigen::Vector3d GamutMapping::onBoundary(const GamutSurface::Spot &spot) const
{
    const auto of = [this](int hue) { return &m_boundary[size_t(hue % GamutSurface::kHues * GamutSurface::kAngles)]; };
    const Eigen::Vector3d *here = of(spot.hue) + spot.angle, *next = of(spot.hue + 1) + spot.angle;
    const double s = spot.hueShare, t = spot.angleShare;
    return (1 - s) * ((1 - t) * here[0] + t * here[1]) + s * ((1 - t) * next[0] + t * next[1]);
}

GamutMapping::Pair GamutMapping::unpressed(LightSpace::Seeker &seeker, const RelXYZ &xyz, const Lab &even, bool carried) const
{
    if (carried) {
        const Eigen::Vector3d on = StoredLight::of(seeker.lightFor(xyz, LightSpace::Seeker::kClose));
        return {on, on};
    }
    return {nearest(even, 0.6), nearest(even, 1.8)};
}

Eigen::Vector3d GamutMapping::pressed(LightSpace::Seeker &seeker, const RelXYZ &xyz, const Lab &even, bool carried) const
{
    const GamutSurface::Pressing pressing = m_own->pressing(m_own->towards(even), *m_reference, kKnee);
    if (pressing.beyond && !carried) {
        constexpr double kChromaWeight = 1;
        if (pressing.idle) {
            return nearest(even, kChromaWeight);
        }
        // First to the source's boundary, then with it.
        const Lab onSource = m_reference->colourAt(m_reference->nearest(even, kChromaWeight));
        const double scale = m_own->pressing(m_own->towards(onSource), *m_reference, kKnee).scale;
        return StoredLight::of(seeker.lightFor(xyzOfEvenHue(m_own->scaled(onSource, scale)), kNear));
    }
    if (pressing.scale == 1) {
        return StoredLight::of(seeker.lightFor(xyz, LightSpace::Seeker::kClose));
    }
    return StoredLight::of(seeker.lightFor(xyzOfEvenHue(m_own->scaled(even, pressing.scale)), kPressed));
}

Lab GamutMapping::expanded(const Lab &lab) const
{
    const Lab even = evenHueOf(xyzOf(lab, iccD50()));
    const double scale = m_own->expanding(m_own->towards(even), *m_reference, kKnee);
    if (scale == 1) {
        return lab;
    }
    Lab there = labOf(xyzOfEvenHue(m_own->scaled(even, scale)), iccD50());
    // A colour lies beyond this gamut's boundary by what the boundary's table is unsure by, and is moved far beyond the reference's where that
    // reaches much farther: no darker than black for all that, and no lighter than white.
    const double limit = std::clamp(there.a, m_blackLightness, 100.0), way = there.a - lab.a;
    return limit == there.a || std::abs(way) < 1e-9 ? there
                                                    : Lab(lab.vec() + std::clamp((limit - lab.a) / way, 0.0, 1.0) * (there.vec() - lab.vec()));
}

} // namespace lamp
