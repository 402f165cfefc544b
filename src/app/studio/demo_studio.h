// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "store/store.h"

#include <functional>
#include <stop_token>

namespace lamp::app {

/// Fills an empty store with the demo studio (data/demo-studio.json): rooms, displays, and past visits. The visits
/// are real ones on the simulated displays, run as fast as they go and dated back.
/// \param progress hears after each visit; may be empty
Status makeDemoStudio(Store &store, WallTime now, const std::function<void()> &progress, const std::stop_token &stop);

} // namespace lamp::app
