// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"

#include <functional>

namespace lamp {

/// The gamut of a device: the Lab (D50) of each drive.
using LabOf = std::function<Lab(const Drive &)>;

/// Volume of a gamut in cubic ΔE units of CIELAB: the surface of the RGB cube, cut into triangles and mapped to
/// Lab, closed by the divergence theorem. \param steps cuts along each edge of the cube
double gamutVolume(const LabOf &labOf, int steps = 14);

/// An additive display as a gamut: its colours are those with amounts of each channel between 0 and 1.
struct AdditiveGamut {
    Eigen::Matrix3d toPcs; ///< columns: channels adapted to D50, relative to white (Y = 1)
    RelXYZ black;          ///< in the same terms
    [[nodiscard]] Lab lab(const LinearRgb &light) const;
    [[nodiscard]] bool contains(const Lab &lab, double slack = 0.003) const;
};

AdditiveGamut gamutOf(const RgbSpace &space);
/// \param channels columns R - K, G - K, B - K in cd/m²
AdditiveGamut gamutOf(const Eigen::Matrix3d &channels, const XYZ &black);

/// The share of a space's volume in CIELAB that a display can show, in percent: cells of the space's cube, each
/// weighed with its volume in Lab. \param contains whether the display can show a colour
double coveragePercent(const std::function<bool(const Lab &)> &contains, const AdditiveGamut &space);
double coveragePercent(const AdditiveGamut &display, const AdditiveGamut &space);
/// The gamut's volume in cubic ΔE units.
double volumeOf(const AdditiveGamut &gamut);
/// The display's volume over the space's, in percent; may exceed 100.
double volumePercent(const AdditiveGamut &display, const AdditiveGamut &space);

} // namespace lamp
