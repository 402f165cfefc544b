// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/difference.h"
#include "colour/spaces.h"
#include "icc/icc.h"
#include "judge/tolerance.h"
#include "measure/gauge.h"

#include <functional>
#include <string>
#include <vector>

namespace lamp {

/// A colour to verify with: what a picture asks for, and the drive with which it is shown.
struct TestColour {
    std::string name;
    Lab wanted; ///< D50, relative to white
    Drive rgb;  ///< before the LUT
};

/// How colours to verify with are chosen for a display.
struct ColourChoice {
    int count = 24;
    std::function<Drive(const Drive &)> onFrameBuffer; ///< the nearest drive that it has
    std::function<double(const Drive &)> doubt = {};   ///< how unsure a drive's colour is, in any unit; nothing where no model says
};
/// Colours to verify with: grays from L* 2 on, colours of memory, colours near the gamut's surface (data/verification.json); of what
/// lies between, half where the doubt is largest and half spread evenly, as nothing else is that a display is read with. A
/// colour of memory is shown as a colour-managed program would, moved towards gray of its lightness until it fits.
std::vector<TestColour> verificationColours(const Profile &profile, const ColourChoice &choice);

/// One colour as verified.
struct VerifiedColour {
    TestColour colour;
    XYZ xyz, sigma;    ///< as read, cd/m²
    Lab measured = {}; ///< D50, relative to the measured white
    double deltaE = 0; ///< by the verification's metric
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
    Metric metric = Metric::Ciede2000;
    std::vector<VerifiedColour> colours;
    WhiteRead white;                                    ///< that they are relative to
    Eigen::Matrix3d chad = Eigen::Matrix3d::Identity(); ///< of the profile that is verified; not kept with a visit, the profile has it
    double mean = 0, max = 0, p95 = 0;
};

/// What 95 % of all colours are within, with 95 % confidence, CIEDE2000: the one-sided tolerance limit of the root of the differences,
/// which is about normal (NIST/SEMATECH e-Handbook 7.2.6.3). \return not a number where fewer than six were compared: of so few the
/// limit is many times the largest, and says nothing (common practice, no published source)
double mostColoursWithin(const Verification &verification);

/// Lab of a reading, D50, relative to a measured white and adapted by a profile's `chad`.
Lab measuredLab(const XYZ &xyz, const XYZ &white, const Eigen::Matrix3d &chad);

/// Takes what white did between two readings out of a reading in between or near: it is put on the scale of the second.
/// Changes within the noise are left alone.
XYZ withoutDrift(const Measurement &m, const Measurement &before, const Measurement &after);

/// Compares readings with what was wanted.
Verification verify(std::vector<VerifiedColour> colours, const WhiteRead &white, const Eigen::Matrix3d &chad, Metric metric = Metric::Ciede2000);

/// The formula between colours relative to a display's white, adapted by a profile's `chad`.
Difference differenceOf(Metric metric, const XYZ &white, const Eigen::Matrix3d &chad);

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
    GrayAgainst(const XYZ &white, const XYZ &black, const Chromaticity &targetWhite, const ToneCurve &tone, Metric metric = Metric::Ciede2000);
    /// What it should be, cd/m².
    [[nodiscard]] XYZ wanted(double drive) const;
    /// Relative to the target white at the measured luminance.
    [[nodiscard]] double difference(const GrayInput &gray) const;

private:
    double m_white, m_black;
    Difference m_difference;
    ToneCurve m_curve;
};
GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone, Metric metric = Metric::Ciede2000);

/// Between a measured white and the target's chromaticity at the same luminance.
double whiteDifference(const XYZ &white, const Chromaticity &target, Metric metric = Metric::Ciede2000);

} // namespace lamp
