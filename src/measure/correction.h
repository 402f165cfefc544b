// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "base/text.h"
#include "colour/spectrum.h"
#include "device/bench.h"

#include <string>
#include <vector>

namespace lamp {

/// Red, green, blue and white of one display, as one instrument reads them; cd/m².
struct FourColours {
    XYZ red, green, blue, white;
};

/// The 3 by 3 matrix that takes an instrument's tristimulus values of a display to a reference instrument's, by the
/// four-colour method (Ohno and Hardis, "Four-Color Matrix Method for Correction of Tristimulus Colorimeters", Fifth Color Imaging Conference, 1997;
/// ASTM E1455): from chromaticities of red, green, blue
/// and white, so that a display whose luminance moved between the two readings does no harm. White's luminance sets
/// the scale. \return an error where the primaries are too much alike.
Result<Eigen::Matrix3d> fourColourMatrix(const FourColours &reference, const FourColours &instrument);

/// The same computed from spectra: what an instrument with these three sensitivities would say of a display's red,
/// green, blue and white. \param display spectra in W·sr⁻¹·m⁻²·nm⁻¹ \param sensitivities of X, Y and Z
Result<Eigen::Matrix3d> matrixFromSpectra(const std::array<Spectrum, 4> &display, const std::array<Spectrum, 3> &sensitivities,
                                          Observer observer = Observer::Cie1931_2deg);

/// A correction made for one instrument on one kind of display, and what is known of how good it is.
struct MatrixCorrection {
    Eigen::Matrix3d matrix = Eigen::Matrix3d::Identity();
    std::string instrumentModel, instrumentSerial; ///< that it corrects
    std::string referenceModel, referenceSerial;   ///< that it was made with
    std::string technology, display;               ///< that it was made on
    WallTime made{};
    double residual = -1; ///< CIEDE2000 that it leaves on a colour it was not made of; negative where none was read

    /// "matrix by Plover P-017, 2026-11-25"
    [[nodiscard]] std::string name() const;
};

/// What speaks against a correction; empty where nothing does. Far from identity, badly conditioned,
/// or leaving more than it should on a fifth colour.
std::vector<Message> doubts(const MatrixCorrection &correction);

/// Why a correction does not fit an instrument and a display, or an empty message where it does.
Message misfit(const MatrixCorrection &correction, const InstrumentInfo &instrument, const DisplayInfo &display);

/// As JSON text, and back; the error names the field.
std::string correctionToJson(const MatrixCorrection &correction);
Result<MatrixCorrection> correctionFromJson(const std::string &json);

} // namespace lamp
