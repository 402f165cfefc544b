// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/habits.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace lamp::sim {

const std::vector<Habit> &habits()
{
    using Between = std::function<double(double, double)>;
    static const std::vector<Habit> all{
        {"healthy", "", [](PanelSpec &, MeterSpec &, const Between &) {}},
        {"clipping", "channels-flat-above",
         [](PanelSpec &p, MeterSpec &, const Between &between) {
             p.menu.contrastAt = std::round(between(80, 95));
             p.menu.stretched = {1, between(0, 1) < 0.5 ? 0.0 : 0.7, between(0.6, 1)};
         }},
        {"crushed-blacks", "shadows-crushed", [](PanelSpec &p, MeterSpec &, const Between &between) { p.signal.crushBelow = between(0.02, 0.08); }},
        {"swapped", "exchanged",
         [](PanelSpec &p, MeterSpec &, const Between &between) {
             p.signal.wires = between(0, 1) < 0.5 ? std::array<int, 3>{2, 1, 0} : std::array<int, 3>{1, 0, 2};
         }},
        {"reversed", "reversed", [](PanelSpec &p, MeterSpec &, const Between &) { p.signal.reversed = true; }},
        {"limited-range", "limited-range", [](PanelSpec &p, MeterSpec &, const Between &) { p.signal.limitedRange = true; }},
        {"deaf-lut", "ramps-do-nothing", [](PanelSpec &p, MeterSpec &, const Between &) { p.signal.lutIgnored = true; }},
        {"stuck", "stuck", [](PanelSpec &, MeterSpec &m, const Between &between) { m.stuckFrom = int(between(0, 40)); }},
        {"wrong-units", "units", [](PanelSpec &, MeterSpec &m, const Between &between) { m.unit = between(0, 1) < 0.5 ? 0.01 : 100; }},
        {"gray-only", "gray-only", [](PanelSpec &p, MeterSpec &, const Between &) { p.signal.grayOnly = true; }},
        {"saturated", "mixtures-saturated", [](PanelSpec &p, MeterSpec &, const Between &between) { p.signal.saturation = between(0.1, 0.3); }},
        {"hues-turned", "mixtures-turned",
         [](PanelSpec &p, MeterSpec &, const Between &between) { p.signal.hueTwistDeg = between(6, 14) * (between(0, 1) < 0.5 ? -1 : 1); }},
        {"zones", "zones-dim", [](PanelSpec &p, MeterSpec &, const Between &between) { p.zonesLeast = between(0.01, 0.2); }},
        {"power-limited", "white-dims-when-large",
         [](PanelSpec &p, MeterSpec &, const Between &between) {
             p.maxPatchArea = between(0.1, 0.2);
             p.tellsPatchArea = false;
         }},
    };
    return all;
}

Status giveHabit(const std::string &name, std::uint64_t seed, PanelSpec &panel, MeterSpec &meter)
{
    const auto &all = habits();
    const auto it = std::find_if(all.begin(), all.end(), [&](const Habit &h) { return name == h.name; });
    if (it == all.end()) {
        std::vector<Message> names;
        for (const Habit &h : all) {
            names.push_back(verbatim(h.name));
        }
        return Error{ErrorKind::Input, say("no-habit-called", name), {}, say("choose-one", listed(names)), "habit", false};
    }
    std::mt19937_64 random(seed * 131 + 7);
    it->give(panel, meter, [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); });
    return Done{};
}

} // namespace lamp::sim
