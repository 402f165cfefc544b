// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/spaces.h"

#include "base/text.h"
#include "colour/cube_root.h"
#include "colour/spectrum.h"

#include <cmath>
#include <numbers>

namespace lamp {

namespace {

Chromaticity chromaticityOf(const Eigen::Vector3d &v)
{
    const double sum = v.sum();
    return sum > 0 ? Chromaticity{v[0] / sum, v[1] / sum} : Chromaticity{};
}

// CIE 15: f(t) of CIELAB with the linear part below (6/29)^3.
double labF(double t)
{
    return t > 216.0 / 24389 ? cubeRoot(t) : (24389.0 / 27 * t + 16) / 116;
}

double labInverseF(double f)
{
    return f > 6.0 / 29 ? f * f * f : (116 * f - 16) * 27 / 24389;
}

} // namespace

Chromaticity chromaticity(const XYZ &xyz)
{
    return chromaticityOf(xyz.vec());
}

Chromaticity chromaticity(const RelXYZ &xyz)
{
    return chromaticityOf(xyz.vec());
}

XYZ xyzOf(const Chromaticity &xy, double luminance)
{
    return {luminance * xy.x / xy.y, luminance, luminance * (1 - xy.x - xy.y) / xy.y};
}

RelXYZ whiteOf(const Chromaticity &xy)
{
    return RelXYZ(xyzOf(xy, 1.0).vec());
}

Uv uvOf(const Chromaticity &xy)
{
    const double d = -2 * xy.x + 12 * xy.y + 3;
    return {4 * xy.x / d, 9 * xy.y / d};
}

Chromaticity xyOf(const Uv &uv)
{
    const double d = 6 * uv.u - 16 * uv.v + 12;
    return {9 * uv.u / d, 4 * uv.v / d};
}

double uvDistance(const Chromaticity &p, const Chromaticity &q)
{
    const Uv a = uvOf(p), b = uvOf(q);
    return std::hypot(a.u - b.u, a.v - b.v);
}

RelXYZ iccD50()
{
    return {0.9642, 1.0, 0.8249};
}

RelXYZ relativeTo(const XYZ &xyz, double whiteY)
{
    return RelXYZ(xyz.vec() / whiteY);
}

Lab labOf(const RelXYZ &xyz, const RelXYZ &white)
{
    const double fx = labF(xyz.a / white.a), fy = labF(xyz.b / white.b), fz = labF(xyz.c / white.c);
    return {116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)};
}

RelXYZ xyzOf(const Lab &lab, const RelXYZ &white)
{
    const double fy = (lab.a + 16) / 116;
    return {white.a * labInverseF(fy + lab.b / 500), white.b * labInverseF(fy), white.c * labInverseF(fy - lab.c / 200)};
}

LCh lchOf(const Lab &lab)
{
    double h = std::atan2(lab.c, lab.b) * 180 / std::numbers::pi;
    if (h < 0) {
        h += 360;
    }
    return {lab.a, std::hypot(lab.b, lab.c), h};
}

Lab labOf(const LCh &lch)
{
    const double h = lch.c * std::numbers::pi / 180;
    return {lch.a, lch.b * std::cos(h), lch.b * std::sin(h)};
}

Luv luvOf(const RelXYZ &xyz, const RelXYZ &white)
{
    const double l = 116 * labF(xyz.b / white.b) - 16;
    if (xyz.vec().sum() <= 0) {
        return {0, 0, 0};
    }
    const Uv uv = uvOf(chromaticity(xyz)), n = uvOf(chromaticity(white));
    return {l, 13 * l * (uv.u - n.u), 13 * l * (uv.v - n.v)};
}

Eigen::Matrix3d adaptation(const RelXYZ &from, const RelXYZ &to, Adaptation kind)
{
    Eigen::Matrix3d m;
    if (kind == Adaptation::Bradford) {
        m << 0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296;
    } else {
        m << 0.7328, 0.4296, -0.1624, -0.7036, 1.6975, 0.0061, 0.0030, 0.0136, 0.9834;
    }
    const Eigen::Vector3d source = m * from.vec(), target = m * to.vec();
    return m.inverse() * target.cwiseQuotient(source).asDiagonal() * m;
}

Eigen::Matrix3d RgbSpace::toXyz() const
{
    Eigen::Matrix3d p;
    for (int i = 0; i < 3; ++i) {
        p.col(i) = whiteOf(primaries[size_t(i)]).vec();
    }
    const Eigen::Vector3d scale = p.inverse() * whiteOf(white).vec();
    return p * scale.asDiagonal();
}

std::vector<Drive> evenDrives(int nodes)
{
    std::vector<Drive> all;
    const double top = nodes - 1;
    for (int r = 0; r < nodes; ++r) {
        for (int g = 0; g < nodes; ++g) {
            for (int b = 0; b < nodes; ++b) {
                all.emplace_back(r / top, g / top, b / top);
            }
        }
    }
    return all;
}

const std::vector<RgbSpace> &rgbSpaces()
{
    // Whites are the four-decimal ones that each standard prints.
    constexpr Chromaticity d65{0.3127, 0.3290};
    static const std::vector<RgbSpace> spaces{
        {"sRGB", {{{0.64, 0.33}, {0.30, 0.60}, {0.15, 0.06}}}, d65, {ToneKind::Srgb}},                          // IEC 61966-2-1
        {"Display P3", {{{0.680, 0.320}, {0.265, 0.690}, {0.150, 0.060}}}, d65, {ToneKind::Srgb}},              // SMPTE EG 432-1
        {"DCI-P3", {{{0.680, 0.320}, {0.265, 0.690}, {0.150, 0.060}}}, {0.314, 0.351}, {ToneKind::Gamma, 2.6}}, // RP 431-2
        {"Adobe RGB (1998)", {{{0.64, 0.33}, {0.21, 0.71}, {0.15, 0.06}}}, d65, {ToneKind::Gamma, 563.0 / 256}},
        {"Rec. 709", {{{0.64, 0.33}, {0.30, 0.60}, {0.15, 0.06}}}, d65, {ToneKind::Bt1886}},        // BT.709, BT.1886
        {"Rec. 2020", {{{0.708, 0.292}, {0.170, 0.797}, {0.131, 0.046}}}, d65, {ToneKind::Bt1886}}, // BT.2020
        // NTSC 1953 with illuminant C (47 CFR 73.682, 1953).
        {"NTSC 1953", {{{0.67, 0.33}, {0.21, 0.71}, {0.14, 0.08}}}, {0.310, 0.316}, {ToneKind::Gamma, 2.2}},
    };
    return spaces;
}

std::optional<RgbSpace> rgbSpace(std::string_view name)
{
    for (const RgbSpace &space : rgbSpaces()) {
        if (lower(space.name) == lower(std::string(name))) {
            return space;
        }
    }
    return std::nullopt;
}

} // namespace lamp
