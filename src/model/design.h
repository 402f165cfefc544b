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
/// A patch that could be read next.
struct DesignCandidate {
    Drive behind;
    XYZ sigma; ///< noise that its reading would have, cd/m²
};

/// Expected root mean square CIEDE2000 of what the model says of the targets.
double expectedError(const DisplayModel &model, const std::vector<DesignTarget> &targets);

/// The readings that together reduce the expected squared error at the targets most, chosen one after the other
/// (docs/methods.md, "Which patch next").
std::vector<size_t> nextReadings(const DisplayModel &model, const std::vector<DesignTarget> &targets, const std::vector<DesignCandidate> &candidates,
                                 int count);

} // namespace lamp
