// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

#include <limits>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Something to choose among others of its kind by the same tests: a display's mode, a display, a profile, an instrument.
struct Candidate {
    std::string name;
    double mean = std::numeric_limits<double>::quiet_NaN(), max = std::numeric_limits<double>::quiet_NaN(); ///< CIEDE2000
    double meanK2 = 0;                ///< expanded uncertainty of the mean; 0: not known
    std::optional<double> uniformity; ///< of the panel, CIEDE2000 from its centre; less is better
    std::optional<double> gamut;      ///< percent of the space that the work needs; more is better
    /// What would be left of it at the wanted white once it is calibrated, where that is known: cd/m², and white over black.
    std::optional<double> keptLuminance = {}, keptContrast = {};
    bool keptAtLeast = false; ///< black was not seen: that contrast is the least that it can be
};

/// The specialist's rule (common practice, no published source).
struct ChoiceRule {
    double limit = 5;        ///< a patch beyond it discards
    double equal = 0.2;      ///< means closer than that, or than their uncertainty, are equal
    double uniformity = 0.2; ///< the same of uniformities
};

struct Choice {
    struct Line {
        std::string name;
        bool discarded = false;
        bool equal = false; ///< its mean is as good as the best's
        Message why;        ///< in a sentence
    };
    std::optional<size_t> chosen; ///< of the candidates; nothing where none can be recommended
    /// Where none can be recommended as it is: the one to calibrate and profile in. Nothing where not all that were measured say what is kept.
    std::optional<size_t> toCalibrate;
    std::vector<Line> lines; ///< of each candidate, in their order
    Message reason;
};

/// Discards what has a patch over the limit or was not measured; of the rest those with the smallest mean and what is equal to it; of
/// these the most uniform, where all of them say how uniform they are; then the largest gamut, the same; then the smallest mean.
/// Where all are discarded for a patch over the limit, calibration and profile may still set that right: of what they cannot give back the
/// best has uniformity, contrast at the wanted white, gamut and luminance, in this order, a tenth of contrast and luminance being equal; then the
/// smallest mean (order and tenth are ours).
Choice choose(const std::vector<Candidate> &candidates, const ChoiceRule &rule = {});

} // namespace lamp
