// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"

#include <array>
#include <functional>
#include <vector>

namespace lamp {

/// The gamut of a device: the Lab (D50) of each drive.
using LabOf = std::function<Lab(const Drive &)>;

/// Volume of a gamut in cubic ΔE units of CIELAB: the surface of the RGB cube, cut into triangles and mapped to
/// Lab, closed by the divergence theorem. \param steps cuts along each edge of the cube
double gamutVolume(const LabOf &labOf, int steps = 14);

/// A colour without the display's black: XYZ of it less black's, stretched so that white stays white.
/// \param black, xyz relative to a white of D50
RelXYZ blackCompensated(const RelXYZ &xyz, const RelXYZ &black);

/// An additive display as a gamut: its colours are those with amounts of each channel between 0 and 1.
struct AdditiveGamut {
    Eigen::Matrix3d toPcs; ///< columns: channels adapted to D50, relative to white (Y = 1)
    RelXYZ black;          ///< in the same terms
    [[nodiscard]] RelXYZ xyz(const LinearRgb &light) const;
    [[nodiscard]] Lab lab(const LinearRgb &light) const;
    /// The same with its black taken to zero.
    [[nodiscard]] AdditiveGamut blackCompensated() const;
    /// Whether its channels span anything.
    [[nodiscard]] bool hasBody() const;
};

AdditiveGamut gamutOf(const RgbSpace &space);
/// \param channels columns R - K, G - K, B - K in cd/m²
AdditiveGamut gamutOf(const Eigen::Matrix3d &channels, const XYZ &black);

/// A gamut as a body in CIELAB, in cells that are even to the eye, each with its volume in cubic ΔE units,
/// dV = |∂Lab/∂light| d light. For asking many displays about one space.
class GamutBody {
public:
    explicit GamutBody(const AdditiveGamut &gamut);
    [[nodiscard]] double volume() const { return m_volume; }
    /// The share of its volume that an additive display can show, in percent: of a cell that the display's boundary cuts, the
    /// part within. Never more than the ratio of the volumes.
    [[nodiscard]] double shownPercent(const AdditiveGamut &display) const;
    /// How deep within a gamut a colour lies, in ΔE; negative outside.
    using Depth = std::function<double(const Lab &colour)>;
    /// The same of any display. \param volume of it
    [[nodiscard]] double shownPercent(const Depth &depth, double volume) const;

private:
    AdditiveGamut m_gamut;
    std::vector<double> m_volumes;
    double m_volume = 0;
};

double volumeOf(const AdditiveGamut &gamut);
/// The share of a space's volume that an additive display can show; never more than the ratio of the volumes, nor than 100.
double coveragePercent(const AdditiveGamut &display, const AdditiveGamut &space);
/// The display's volume over the space's, in percent; may exceed 100.
double volumePercent(const AdditiveGamut &display, const AdditiveGamut &space);

/// The share of a space's triangle that lies in a display's, percent, in x, y or in u', v': areas of diagrams, which know nothing of
/// lightness. Not a number where it cannot be worked out. \param display, space primaries: red, green, blue
double areaPercent(const std::array<Chromaticity, 3> &display, const std::array<Chromaticity, 3> &space, bool uv);

} // namespace lamp
