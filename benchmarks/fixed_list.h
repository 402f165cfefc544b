// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/target.h"
#include "icc/icc.h"
#include "simlab/sim_bench.h"

namespace lamp {

/// What is usual without this program's method, written for comparison only: wait half an hour, trim, read ramps of
/// 17 steps of each channel and gray once for a second each, invert channel by channel, write a matrix profile.
struct FixedList {
    int readings = 0;
    Bytes profile;
};

/// Works on a display and leaves its ramps loaded. Readings that cannot be taken end it with an error.
Result<FixedList> calibrateByFixedList(sim::SimBench &bench, const Target &target);

} // namespace lamp
