// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

namespace lamp {

/// Greets a bench that has to offer a display and an instrument, and selects one of its instruments.
/// \param instrument its number; -1: the one that it starts with \return an error that says what it lacks; nothing was changed then
Result<BenchInfo> greetBoth(Bench &bench, int instrument);

} // namespace lamp
