// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/correction.h"

#include <optional>

namespace lamp {

/// How near an instrument comes to the CIE 1931 standard observer on the light of one display: standard uncertainties
/// (k = 1) of a white of 100 cd/m².
struct Accuracy {
    double xy = 0;         ///< of each of x and y
    double luminance = 0;  ///< relative, of Y
    double ownRatio = 0.5; ///< variance of what each channel of the display errs by itself over that of white, where it cancels
    enum class From { Stated, Class, Matrix };
    From from = From::Class;
    bool corrected = false; ///< whether it knows this kind of light; else differences between colours are its own, too
    double years = 0;       ///< since its certificate, or since the matrix was made
    bool dated = false;     ///< false: the certificate has no date, and `years` is taken for granted
};

/// From what the instrument states of itself, else from a matrix made for it (the residual it left, joined with its
/// reference's class), else from its class (data/instrument-accuracy.json: common practice, no published source); grown by
/// the years since. Never better than the best field instrument, whatever is stated.
/// \param corrected whether it is corrected for this display's light \param on the day of the visit
Accuracy accuracyOf(const InstrumentInfo &instrument, bool corrected, const std::optional<MatrixCorrection> &matrix, WallTime on);

} // namespace lamp
