// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"
#include "icc/icc.h"
#include "measure/gauge.h"

#include <string>
#include <vector>

namespace lamp {

/// A colour to verify with: what a picture asks for, and the drive with which it is shown.
struct TestColour {
    std::string name;
    Lab wanted; ///< D50, relative to white
    Drive rgb;  ///< before the LUT
};

/// The verification colours (data/verification.json), shown through a profile the way a colour-managed program
/// would; a colour outside the gamut is moved towards gray of its lightness until it fits.
/// \param count how many of them: grays and colours in the order of the file, thinned evenly
std::vector<TestColour> verificationColours(const Profile &profile, int count);

/// One colour as verified.
struct VerifiedColour {
    TestColour colour;
    XYZ xyz, sigma;         ///< as read, cd/m²
    Lab measured;           ///< D50, relative to the measured white
    double deltaE = 0;      ///< CIEDE2000
    double uncertainty = 0; ///< standard uncertainty from noise
};

/// What verification found.
struct Verification {
    std::vector<VerifiedColour> colours;
    XYZ white; ///< that they are relative to, cd/m²
    double mean = 0, max = 0, p95 = 0;
    double meanUncertainty = 0; ///< standard uncertainty (k = 1) of the mean: noise and the instrument's systematic part
    double maxUncertainty = 0;
};

/// Lab of a reading, D50, relative to a measured white and adapted by a profile's `chad`.
Lab measuredLab(const XYZ &xyz, const XYZ &white, const Eigen::Matrix3d &chad);

/// Takes what white did between two readings out of a reading in between or near: it is put on the scale of the second.
/// Changes within the noise are left alone.
XYZ withoutDrift(const Measurement &m, const Measurement &before, const Measurement &after);

/// Judges readings against what was wanted.
/// \param systematic standard uncertainty in ΔE00 that all colours share: the instrument's correction
Verification verify(std::vector<VerifiedColour> colours, const XYZ &white, const Eigen::Matrix3d &chad, double systematic);

/// Grays against the target white at the measured luminance, Y(v) = Yk + (Yw - Yk)·f(v) (cli contract).
struct GrayResult {
    double drive = 0;
    XYZ xyz;
    double deltaE = 0;
    double gamma = 0; ///< log-log slope through white, black taken off; 0 at the ends
};
struct GrayJudgement {
    std::vector<GrayResult> grays;
    double mean = 0, max = 0, gammaMean = 0;
};
struct GrayInput {
    double drive;
    XYZ xyz;
};
GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone);

/// CIEDE2000 between a measured white and the target's chromaticity at the same luminance.
double whiteDifference(const XYZ &white, const Chromaticity &target);

} // namespace lamp
