// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "store/store.h"

#include <functional>
#include <stop_token>

namespace lamp::app {

/// The studios that there is something to look at in.
enum class Demo {
    None,  ///< one's own
    Desks, ///< four displays, visited on the spot (makeDemoDesks)
    Fleet  ///< a whole chart house with two years of visits (makeDemoFleet)
};

/// Fills an empty store with the demo's fleet, as tools/make_demo_fleet.cpp left it: thirty displays in six rooms, of each the last two
/// visits whole and the earlier ones' figures. Its days are told from today. Parameters as of makeDemoDesks().
Status makeDemoFleet(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop);

/// Fills an empty store with a small demo studio (data/demo-studio.json): rooms, displays, and past visits. The visits
/// are real ones on the simulated displays, run as fast as they go and dated back.
/// \param progress hears after each visit; may be empty
Status makeDemoDesks(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop);

} // namespace lamp::app
