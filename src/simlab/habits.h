// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "simlab/sim_bench.h"

#include <functional>
#include <string>
#include <vector>

namespace lamp::sim {

/// Something that displays and instruments do beside the usual: wrong settings, wrong wiring, tables of their own, faults.
struct Habit {
    const char *name; ///< "clipping", "crushed-blacks", ...
    const char *code; ///< of the finding, or of the error, that should name it; empty for "healthy"
    /// Gives it to a display or an instrument, as strongly as the numbers say. \param between uniform, from and to
    std::function<void(PanelSpec &, MeterSpec &, const std::function<double(double, double)> &between)> give;
};
const std::vector<Habit> &habits();

/// The same by name and seed. \return an error that lists the names where there is no such habit
Status giveHabit(const std::string &name, std::uint64_t seed, PanelSpec &panel, MeterSpec &meter);

} // namespace lamp::sim
