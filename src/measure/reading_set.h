// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"

namespace lamp {

/// Readings of one display in one state, from wherever they come.
struct ReadingSet {
    std::vector<Measurement> readings; ///< in the order they were taken
    std::string display, instrument, correction, created;
    States states;                            ///< that readings were taken in
    std::map<std::string, std::string> facts; ///< further ones, by name: of a visit "task", "target", "tolerance", ...
    bool behindLut = false;                   ///< drives are those behind the video LUT; else nothing stood between
};

} // namespace lamp
