// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/tone.h"
#include "colour/types.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace lamp {

/// x = X/(X+Y+Z), y = Y/(X+Y+Z); black has the chromaticity of nothing: {0, 0}.
Chromaticity chromaticity(const XYZ &xyz);
Chromaticity chromaticity(const RelXYZ &xyz);
/// Tristimulus values of a chromaticity at a luminance. \pre xy.y > 0
XYZ xyzOf(const Chromaticity &xy, double luminance);
/// The same relative to itself: Y = 1.
RelXYZ whiteOf(const Chromaticity &xy);

/// u' = 4x/(-2x+12y+3), v' = 9y/(-2x+12y+3) (CIE 15:2004, eq. 8.24) and back.
Uv uvOf(const Chromaticity &xy);
Chromaticity xyOf(const Uv &uv);
/// Euclidean distance in u'v'.
double uvDistance(const Chromaticity &p, const Chromaticity &q);

/// The D50 white of the ICC profile connection space: 0.9642, 1, 0.8249 (ICC.1, 7.2.16).
RelXYZ iccD50();

/// An absolute value on the scale where a white has Y = 1.
RelXYZ relativeTo(const XYZ &xyz, double whiteY);

/// CIELAB (CIE 15:2004, eq. 8.3 to 8.11) and back. \param white the reference white, Y = 1.
Lab labOf(const RelXYZ &xyz, const RelXYZ &white);
RelXYZ xyzOf(const Lab &lab, const RelXYZ &white);
/// CIELAB in polar form and back.
LCh lchOf(const Lab &lab);
Lab labOf(const LCh &lch);
/// CIELUV (CIE 15:2004, eq. 8.20 to 8.25).
Luv luvOf(const RelXYZ &xyz, const RelXYZ &white);

/// Linear chromatic adaptation transforms.
enum class Adaptation { Bradford, Cat02 };
/// 3 by 3 matrix that takes tristimulus values under one white to the other (ICC.1 Annex E for Bradford;
/// CIE 159:2004 for CAT02, full adaptation).
Eigen::Matrix3d adaptation(const RelXYZ &from, const RelXYZ &to, Adaptation kind = Adaptation::Bradford);

/// An additive RGB colour space: three primaries, a white, a tone curve.
struct RgbSpace {
    std::string name;
    std::array<Chromaticity, 3> primaries;
    Chromaticity white;
    ToneCurve tone;

    /// Columns are the tristimulus values of the primaries at full drive, summing to the white with Y = 1
    /// (SMPTE RP 177).
    [[nodiscard]] Eigen::Matrix3d toXyz() const;
};

/// Drives at equal steps from 0 to 1, red slowest, blue fastest. \param nodes along each axis, 2 or more
std::vector<Drive> evenDrives(int nodes);

/// The spaces the program knows: sRGB, Display P3, DCI-P3, Adobe RGB (1998), Rec. 709, Rec. 2020, NTSC 1953.
const std::vector<RgbSpace> &rgbSpaces();
/// By name in any case, or nothing.
std::optional<RgbSpace> rgbSpace(std::string_view name);

} // namespace lamp
