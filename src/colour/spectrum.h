// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <array>
#include <string_view>
#include <vector>

namespace lamp {

/// A spectral distribution sampled at equal steps. Values are in the caller's unit; for emitted light
/// W·sr⁻¹·m⁻²·nm⁻¹, so that toXyz gives cd/m².
struct Spectrum {
    double startNm = 380;
    double stepNm = 5;
    std::vector<double> values;

    /// The value at a wavelength, linear between samples, 0 outside.
    [[nodiscard]] double at(double nm) const;
    [[nodiscard]] double endNm() const { return startNm + stepNm * double(values.empty() ? 0 : values.size() - 1); }
};

/// The grid on which observers are tabulated: 380 to 780 nm in steps of 5 nm.
constexpr int kObserverCount = 81;

enum class Observer { Cie1931_2deg, Cie1964_10deg };

/// Colour-matching functions of one observer (CIE 15, tables T.4 and T.5), 380 to 780 nm by 5 nm.
struct ColourMatching {
    std::array<Eigen::Vector3d, kObserverCount> xyz;
};
const ColourMatching &colourMatching(Observer observer);

/// Luminous efficacy constant K_m, lm/W (SI: 683 at 540 THz).
constexpr double kMaxLuminousEfficacy = 683.0;

/// Tristimulus values of a spectral radiance (CIE 15:2004, eq. 7.1), summed at the observer's 5 nm grid.
/// \param radiance W·sr⁻¹·m⁻²·nm⁻¹ \return Y in cd/m².
XYZ toXyz(const Spectrum &radiance, Observer observer = Observer::Cie1931_2deg);

/// CIE daylight of a correlated colour temperature in kelvin, 4000..25000 (CIE 15:2004, eq. 3.1 to 3.4),
/// normalised to 100 at 560 nm.
Spectrum daylightSpectrum(double cctK);
/// Chromaticity of CIE daylight, 4000..25000 K, on the daylight locus (CIE 15:2004, eq. 3.2 and 3.3).
Chromaticity daylightChromaticity(double cctK);

/// Planck's law, relative, 100 at 560 nm; c2 = 1.4388e-2 m·K (CIE 15). \param kelvin above 0.
Spectrum blackbodySpectrum(double kelvin);
/// Chromaticity of a Planckian radiator for the 2° observer.
Chromaticity planckianChromaticity(double kelvin);

enum class Illuminant { A, D50, D55, D65, D75, E, DCI };

/// Relative spectrum of an illuminant, 100 at 560 nm. DCI has no defined spectrum: programming error.
Spectrum illuminantSpectrum(Illuminant illuminant);
/// Chromaticity for the 2° observer: the values of CIE 15 table T.3 (E: 1/3; DCI: SMPTE RP 431-2).
Chromaticity illuminantChromaticity(Illuminant illuminant);
/// White point of an illuminant for an observer, relative (Y = 1), computed from its spectrum.
RelXYZ illuminantWhite(Illuminant illuminant, Observer observer);

} // namespace lamp
