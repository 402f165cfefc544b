// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"
#include "icc/icc.h"
#include "judge/tolerance.h"
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
    XYZ xyz, sigma;    ///< as read, cd/m²
    Lab measured = {}; ///< D50, relative to the measured white
    double deltaE = 0; ///< CIEDE2000
    Expanded k2 = {};  ///< how sure the difference is (weigh(), uncertainty.h)
    /// Joins another reading of the same colour: both count, by how sure they are.
    void joinedWith(const XYZ &other, const XYZ &otherSigma);
};

/// White that colours are relative to, cd/m².
struct WhiteRead {
    XYZ xyz;
    XYZ sigma = {}; ///< standard deviation of what noise leaves open
    XYZ moved = {}; ///< the same of what the display did between the readings
};
/// Of one before and one after: what lies between them; the second where the display moved by more than 1 % in between.
WhiteRead whiteBetween(const Measurement &before, const Measurement &after);

/// What verification found.
struct Verification {
    std::vector<VerifiedColour> colours;
    WhiteRead white;                                    ///< that they are relative to
    Eigen::Matrix3d chad = Eigen::Matrix3d::Identity(); ///< of the profile that is verified; not kept with a visit, the profile has it
    double mean = 0, max = 0, p95 = 0;
};

/// Lab of a reading, D50, relative to a measured white and adapted by a profile's `chad`.
Lab measuredLab(const XYZ &xyz, const XYZ &white, const Eigen::Matrix3d &chad);

/// Takes what white did between two readings out of a reading in between or near: it is put on the scale of the second.
/// Changes within the noise are left alone.
XYZ withoutDrift(const Measurement &m, const Measurement &before, const Measurement &after);

/// Compares readings with what was wanted.
Verification verify(std::vector<VerifiedColour> colours, const WhiteRead &white, const Eigen::Matrix3d &chad);

/// Grays against the target white at the measured luminance, Y(v) = Yk + (Yw - Yk)·f(v) (cli contract).
struct GrayResult {
    double drive = 0;
    XYZ xyz, sigma;
    double deltaE = 0;
    double gamma = 0; ///< log-log slope through white, black taken off; 0 at the ends
    Expanded k2 = {}; ///< of the difference
};
struct GrayJudgement {
    std::vector<GrayResult> grays;
    double mean = 0, max = 0, gammaMean = 0;
};
struct GrayInput {
    double drive;
    XYZ xyz;
    XYZ sigma = {};
};
/// What a gray should be, and how far it is from that.
class GrayAgainst {
public:
    GrayAgainst(const XYZ &white, const XYZ &black, const Chromaticity &targetWhite, const ToneCurve &tone);
    /// What it should be, cd/m².
    [[nodiscard]] XYZ wanted(double drive) const;
    /// CIEDE2000, relative to the target white at the measured luminance.
    [[nodiscard]] double difference(const GrayInput &gray) const;

private:
    double m_white, m_black;
    RelXYZ m_target;
    ToneCurve m_curve;
};
GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone);

/// CIEDE2000 between a measured white and the target's chromaticity at the same luminance.
double whiteDifference(const XYZ &white, const Chromaticity &target);

} // namespace lamp
