// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "colour/types.h"

#include <array>
#include <string>
#include <vector>

namespace lamp {

/// Colours as a file lists them.
struct ColourTable {
    struct Row {
        size_t line = 0;                ///< of the file, or the row's number
        std::string name;               ///< empty where it says none
        std::array<double, 3> values{}; ///< drives 0..1, or L*, a*, b*
    };
    bool drives = false; ///< else CIELAB (D50, relative to white)
    std::vector<Row> rows;
};

/// CSV with headings `L`, `a`, `b` or `r`, `g`, `b` (0..1, or 0..255 where one is above 1) and, where wanted, `name`; CGATS with LAB_L ... or
/// RGB_R ... (0..100, or 0..255 where one is above 100). \return an error that names line and column of what cannot be read
Result<ColourTable> colourTable(const std::string &text);

} // namespace lamp
