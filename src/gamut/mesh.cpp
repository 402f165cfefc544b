// SPDX-License-Identifier: GPL-3.0-or-later
#include "gamut/mesh.h"

#include <cmath>
#include <numbers>

namespace lamp {

namespace {

constexpr double kMiddle = 50;    // L*
constexpr double kFarthest = 300; // ΔE: no colour lies beyond

/// How far the surface is from the middle in a direction, by halving to 0.01 ΔE.
double reachOf(const std::function<double(const Lab &)> &depth, const std::array<double, 3> &direction)
{
    const auto at = [&](double r) { return Lab{kMiddle + r * direction[0], r * direction[1], r * direction[2]}; };
    double inside = 0, outside = kFarthest;
    while (outside - inside > 0.01) {
        const double r = (inside + outside) / 2;
        (depth(at(r)) >= 0 ? inside : outside) = r;
    }
    return inside;
}

} // namespace

double GamutMesh::volume() const
{
    // Each face with the origin makes two tetrahedra (divergence theorem).
    double sum = 0;
    for (const auto &f : faces) {
        const auto v = [&](int i) { return corners[size_t(f[size_t(i)])].vec(); };
        sum += v(0).dot(v(1).cross(v(2))) + v(0).dot(v(2).cross(v(3)));
    }
    return std::abs(sum) / 6;
}

GamutMesh meshOf(std::string name, const std::function<double(const Lab &)> &depth, int hues, int levels)
{
    GamutMesh mesh;
    mesh.name = std::move(name);
    if (!(depth({kMiddle, 0, 0}) >= 0)) {
        return mesh;
    }
    // Rings of hues from below to above, the poles as rings of one corner each.
    const auto ring = [&](int level) { return level == 0 ? 0 : 1 + (level - 1) * hues; };
    for (int level = 0; level < levels; ++level) {
        const bool pole = level == 0 || level + 1 == levels;
        const double elevation = std::numbers::pi * (double(level) / (levels - 1) - 0.5);
        for (int hue = 0; hue < (pole ? 1 : hues); ++hue) {
            const double h = 2 * std::numbers::pi * hue / hues;
            const std::array<double, 3> d{std::sin(elevation), std::cos(elevation) * std::cos(h), std::cos(elevation) * std::sin(h)};
            const double r = reachOf(depth, d);
            mesh.corners.push_back({kMiddle + r * d[0], r * d[1], r * d[2]});
        }
    }
    for (int level = 0; level + 1 < levels; ++level) {
        const auto corner = [&](int l, int hue) { return l == 0 ? 0 : l + 1 == levels ? int(mesh.corners.size()) - 1 : ring(l) + hue % hues; };
        for (int hue = 0; hue < hues; ++hue) {
            mesh.faces.push_back({corner(level, hue), corner(level, hue + 1), corner(level + 1, hue + 1), corner(level + 1, hue)});
        }
    }
    return mesh;
}

GamutMesh meshOf(const RgbSpace &space, int hues, int levels)
{
    const AdditiveGamut gamut = gamutOf(space);
    const Eigen::Matrix3d toLight = gamut.toPcs.inverse();
    return meshOf(
        space.name,
        [&](const Lab &lab) {
            const Eigen::Array3d light = toLight * (xyzOf(lab, iccD50()).vec() - gamut.black.vec());
            return std::min(light.minCoeff(), (1 - light).minCoeff());
        },
        hues, levels);
}

} // namespace lamp
