// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/display_model.h"

#include <vector>

namespace lamp {

/// A drive whose colour matters, and how much.
struct DesignTarget {
    Drive behind;
    double weight = 1;
};
/// A patch that could be read next, for as long as one of several times.
struct DesignCandidate {
    struct For {
        double seconds; ///< of integration
        XYZ sigma;      ///< noise that its reading would then have, cd/m²
    };
    Drive behind;
    std::vector<For> times;
};
/// A reading that was chosen: which candidate, for how long.
struct DesignChoice {
    size_t candidate;
    double seconds;
};

/// Expected root mean square CIEDE2000 of what the model says of the targets.
double expectedError(const DisplayModel &model, const std::vector<DesignTarget> &targets);

/// The readings that reduce the expected squared error at the targets most for the time they take, chosen one after the other
/// (docs/methods.md, "Which patch next").
/// \param each seconds that a reading costs beside its integration
std::vector<DesignChoice> nextReadings(const DisplayModel &model, const std::vector<DesignTarget> &targets,
                                       const std::vector<DesignCandidate> &candidates, int count, double each);

} // namespace lamp
