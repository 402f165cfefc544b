// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "colour/types.h"

#include <array>
#include <string>
#include <vector>

namespace lamp {

/// A look-up table as a `.cube` file holds it ("Cube LUT Specification 1.0", 2013: names and order from memory).
struct Cube {
    std::string title;
    std::vector<std::string> comments; ///< lines of the header
    bool threeD = true;                ///< else three curves
    int size = 0;                      ///< nodes along each axis, or entries of a curve
    std::array<double, 3> low{0, 0, 0}, high{1, 1, 1};
    std::vector<Drive> values; ///< red fastest; size³ or size of them

    /// Between nodes by tetrahedra (3D) or straight lines (1D).
    [[nodiscard]] Drive apply(const Drive &in) const;
};

/// The error names the line.
Result<Cube> cubeFromText(const std::string &text);
std::string cubeToText(const Cube &cube);

} // namespace lamp
