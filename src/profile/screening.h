// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "icc/icc.h"
#include "model/display_model.h"

namespace lamp {

/// A profile made elsewhere for the same model, beside the others.
struct ScreenedProfile {
    std::string name;
    Chromaticity white;                    ///< by `chad` undone
    std::array<Chromaticity, 3> primaries; ///< the same
    double gamma = 0;                      ///< of the grays, least squares on logarithms
    double nearness = 0;                   ///< mean CIEDE2000 from the others, the median of them
    double oddness = 0;                    ///< largest deviation over what units of one model differ by; above 1 it stands apart
    int group = 0;                         ///< profiles that agree share a number; 0 is the largest group
    std::vector<Message> reasons;          ///< why it stands apart
    [[nodiscard]] bool odd() const { return oddness > 1; }
};

struct Screening {
    std::vector<ScreenedProfile> profiles;
    Eigen::MatrixXd difference; ///< mean CIEDE2000 of each pair over a common grid of drives, white included
    int recommended = -1;       ///< index; negative where none can be recommended
    Message verdict;            ///< the outcome and its reason
};

/// Compares profiles made for the same model and names those that stand apart (docs/methods.md, "Profiles made
/// elsewhere"). \pre as many names as profiles
Screening screen(const std::vector<const Profile *> &profiles, const std::vector<std::string> &names);

/// What taking a profile that was made on another unit means.
Message strangersProfile();

/// How far a profile is from the truth on one's own unit.
struct RealError {
    std::string name;         ///< empty for "no profile"
    double mean = 0, max = 0; ///< CIEDE2000 over a grid of drives, relative to white
    double white = 0;         ///< CIEDE2000 between the white that it says and the unit's
};
/// \param unit the display, known from readings without ramps \return in the order of the profiles, then no profile
/// (what a program that takes the display for sRGB shows)
std::vector<RealError> realErrors(const std::vector<const Profile *> &profiles, const std::vector<std::string> &names, const DisplayModel &unit);

/// Which profile to take by real error, against no profile. \param errors as realErrors() gives them, at least
/// one profile and no profile \param screening of the same profiles
Message rankingVerdict(const std::vector<RealError> &errors, const Screening &screening);

} // namespace lamp
