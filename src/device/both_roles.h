// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

namespace lamp {

/// Greets a bench that has to offer a display and an instrument, and selects one of its instruments.
/// \param instrument its number; -1: the one that it starts with \return an error that says what it lacks; nothing was changed then
Result<BenchInfo> greetBoth(Bench &bench, int instrument);

constexpr double kDisplaySwitches = 5; ///< s that displays take to change over (common practice, no published source)

/// A display in a signal that was asked for.
struct InSignal {
    DisplayInfo display;        ///< as it is now
    Signal found = Signal::Sdr; ///< that it was set to before
    [[nodiscard]] bool changed() const { return found != display.signal; }
};
/// Describes the display, and sets it to a signal where it stands in another. The caller lets it settle, and sets it back.
/// \return an error, with the code "signal" where the display takes no such signal; then it stands as it did
Result<InSignal> describeIn(Bench &bench, Signal wanted);

} // namespace lamp
