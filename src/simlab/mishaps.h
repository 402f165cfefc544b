// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "simlab/sim_bench.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace lamp::sim {

/// Something that happens to a display, its instrument or its room after a visit.
struct Mishap {
    const char *name; ///< as a diagnosis should call it: "brightness-turned", ...; "healthy" for nothing
    /// What a display needs for it before it is visited.
    std::function<void(PanelSpec &)> prepare;
    using Between = std::function<double(double, double)>;
    /// Lets it happen, as strongly as the numbers say. \param ramps that the visit left loaded
    /// \return days that have gone by since the visit; nothing where it cannot happen to this display: it lacks the control or the mode
    std::function<std::optional<double>(SimBench &bench, const Ramps &ramps, const MeterSpec &meter, const Between &between)> happen;
};
const std::vector<Mishap> &mishaps();

} // namespace lamp::sim
