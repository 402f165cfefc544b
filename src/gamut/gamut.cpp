// SPDX-License-Identifier: GPL-3.0-or-later
#include "gamut/gamut.h"

#include "colour/cube_root.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Cells of a gamut's cube, cut evenly in the cube roots of light, which is roughly even to the eye. With light = v³ in each channel
/// dV = |det ∂Lab/∂XYZ|·|det toPcs|·27·(v_r·v_g·v_b)² dv, and |det ∂Lab/∂XYZ| = 116·500·200·f'(X/Xn)·f'(Y/Yn)·f'(Z/Zn)/(Xn·Yn·Zn),
/// f of CIE 15:2004, 8.3.
constexpr int kCuts = 36, kCells = kCuts * kCuts * kCuts;

/// v in the middle of a cell.
Eigen::Vector3d middleOf(int cell)
{
    const int r = cell / (kCuts * kCuts), g = cell / kCuts % kCuts, b = cell % kCuts;
    return (Eigen::Vector3d(r, g, b).array() + 0.5) / kCuts;
}

} // namespace

double gamutVolume(const LabOf &labOf, int steps)
{
    double sixfold = 0;
    // Six faces: one coordinate fixed at 0 or 1, the other two run. Orientation alternates so that normals point out.
    for (int axis = 0; axis < 3; ++axis) {
        for (int side = 0; side < 2; ++side) {
            const auto corner = [&](int i, int j) {
                Drive d;
                d[axis] = side;
                d[(axis + 1) % 3] = double(i) / steps;
                d[(axis + 2) % 3] = double(j) / steps;
                return labOf(d).vec();
            };
            const double sign = side == 1 ? 1 : -1;
            for (int i = 0; i < steps; ++i) {
                for (int j = 0; j < steps; ++j) {
                    const Eigen::Vector3d a = corner(i, j), b = corner(i + 1, j), c = corner(i + 1, j + 1), d = corner(i, j + 1);
                    sixfold += sign * (a.dot(b.cross(c)) + a.dot(c.cross(d)));
                }
            }
        }
    }
    return std::abs(sixfold) / 6;
}

Lab AdditiveGamut::lab(const LinearRgb &light) const
{
    return labOf(xyz(light), iccD50());
}

RelXYZ AdditiveGamut::xyz(const LinearRgb &light) const
{
    return RelXYZ(toPcs * light.vec() + black.vec());
}

bool AdditiveGamut::hasBody() const
{
    constexpr double kFlat = 1e-4;
    return toPcs.allFinite() && std::abs(toPcs.determinant()) > kFlat;
}

RelXYZ blackCompensated(const RelXYZ &xyz, const RelXYZ &black)
{
    const Eigen::Vector3d white = iccD50().vec();
    return RelXYZ((xyz.vec() - black.vec()).cwiseProduct(white).cwiseQuotient(white - black.vec()));
}

AdditiveGamut AdditiveGamut::blackCompensated() const
{
    AdditiveGamut g{toPcs, {}};
    for (int c = 0; c < 3; ++c) {
        g.toPcs.col(c) = lamp::blackCompensated(RelXYZ(toPcs.col(c) + black.vec()), black).vec();
    }
    return g;
}

AdditiveGamut gamutOf(const RgbSpace &space)
{
    return {adaptation(whiteOf(space.white), iccD50()) * space.toXyz(), {}};
}

AdditiveGamut gamutOf(const Eigen::Matrix3d &channels, const XYZ &black)
{
    const XYZ white(channels.rowwise().sum() + black.vec());
    const Eigen::Matrix3d toD50 = adaptation(relativeTo(white, white.b), iccD50()) / white.b;
    return {toD50 * channels, RelXYZ(toD50 * black.vec())};
}

GamutBody::GamutBody(const AdditiveGamut &gamut) : m_gamut(gamut)
{
    const RelXYZ white = iccD50();
    const auto slope = [](double t) { return t > 216.0 / 24389 ? 1 / (3 * cubeRoot(t * t)) : 24389.0 / 27 / 116; };
    const double scale = 116.0 * 500 * 200 / (white.a * white.b * white.c) * std::abs(gamut.toPcs.determinant()) * 27 / kCells;
    m_volumes.reserve(size_t(kCells));
    for (int i = 0; i < kCells; ++i) {
        const Eigen::Vector3d v = middleOf(i);
        const RelXYZ xyz = gamut.xyz(LinearRgb(v.array().cube()));
        m_volumes.push_back(scale * std::pow(v.prod(), 2) * slope(xyz.a / white.a) * slope(xyz.b / white.b) * slope(xyz.c / white.c));
        m_volume += m_volumes.back();
    }
}

double GamutBody::shownPercent(const AdditiveGamut &display) const
{
    if (!display.hasBody()) {
        return 0;
    }
    // The display's channels are straight in the space's light, so in a cell each goes from its middle by no more than half of its
    // width there: what lies between 0 and 1 is a part of that.
    const Eigen::Matrix3d toLight = display.toPcs.inverse(), channels = toLight * m_gamut.toPcs;
    const Eigen::Vector3d offset = toLight * (m_gamut.black.vec() - display.black.vec());
    double inside = 0;
    for (int i = 0; i < kCells; ++i) {
        const Eigen::Vector3d v = middleOf(i);
        const Eigen::Array3d light = (channels * v.array().cube().matrix() + offset).array();
        const Eigen::Array3d width = (channels.cwiseAbs() * (3 * v.array().square()).matrix() / kCuts).array();
        const auto part = [](const Eigen::Array3d &deep) { return (0.5 + deep).max(0.0).min(1.0).prod(); };
        inside += m_volumes[size_t(i)] * part(light / width) * part((1 - light) / width);
    }
    return 100 * std::min({inside, m_volume, volumeOf(display)}) / m_volume;
}

double GamutBody::shownPercent(const Depth &depth, double volume) const
{
    double inside = 0;
    for (int i = 0; i < kCells; ++i) {
        const double cell = m_volumes[size_t(i)];
        if (!(cell > 0)) {
            continue;
        }
        const double width = cubeRoot(cell);
        inside += cell * std::clamp(0.5 + depth(m_gamut.lab(LinearRgb(middleOf(i).array().cube()))) / width, 0.0, 1.0);
    }
    return 100 * std::min({inside, m_volume, volume}) / m_volume;
}

double volumeOf(const AdditiveGamut &gamut)
{
    return GamutBody(gamut).volume();
}

double coveragePercent(const AdditiveGamut &display, const AdditiveGamut &space)
{
    return GamutBody(space).shownPercent(display);
}

double volumePercent(const AdditiveGamut &display, const AdditiveGamut &space)
{
    return 100 * volumeOf(display) / volumeOf(space);
}

} // namespace lamp
