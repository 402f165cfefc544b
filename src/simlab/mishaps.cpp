// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/mishaps.h"

#include <algorithm>
#include <cmath>

namespace lamp::sim {

namespace {

using Between = Mishap::Between;

double standsAt(SimBench &bench, const std::string &control)
{
    const auto display = bench.describeDisplay();
    const Control *c = display ? display->control(control) : nullptr;
    return c != nullptr ? c->value : 0;
}

/// By so much, away from the end that it stands near.
/// \return whether it has such a control
bool turn(SimBench &bench, const std::string &control, double by)
{
    const double at = standsAt(bench, control);
    return bench.setControl(control, at + by > 100 || (at - by >= 0 && at > 60) ? at - by : at + by).ok();
}

/// So many days on, where it happened.
std::optional<double> daysOn(bool happened, double days)
{
    return happened ? std::optional(days) : std::nullopt;
}

Ramps scaledTo(Ramps ramps, const std::array<double, 3> &scale)
{
    if (ramps.empty()) {
        ramps = {{0, 1}, {0, 1}, {0, 1}};
    }
    for (int c = 0; c < 3; ++c) {
        for (double &v : ramps.channel(c)) {
            v *= scale[size_t(c)];
        }
    }
    return ramps;
}

/// A mode that it is not in; empty where it has none.
std::string otherMode(SimBench &bench)
{
    const auto display = bench.describeDisplay();
    if (display) {
        for (const std::string &mode : display->modes) {
            if (mode != display->mode) {
                return mode;
            }
        }
    }
    return {};
}

/// What happens in the display's electronics or its light.
template <typename Change> std::function<std::optional<double>(SimBench &, const Ramps &, const MeterSpec &, const Between &)> altered(Change change)
{
    return [change](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
        bench.alter([&](PanelSpec &p) { change(p, between); });
        return between(1, 60);
    };
}

std::vector<Mishap> ofSettings()
{
    const auto nothing = [](PanelSpec &) {};
    return {
        {"healthy", nothing, [](SimBench &, const Ramps &, const MeterSpec &, const Between &between) { return between(0, 60); }},
        {"brightness-turned", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             return daysOn(turn(bench, "brightness", std::round(between(10, 35))), between(0, 60));
         }},
        {"gains-turned", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             const std::array<const char *, 3> names{"red", "green", "blue"};
             const char *name = names[size_t(between(0, 2.999))];
             const double by = std::round(between(6, 20));
             return daysOn(turn(bench, name, by), between(0, 60));
         }},
        {"mode-changed",
         [](PanelSpec &p) {
             p.modes = {{"factory"}, {"vivid", {1, 0.93, 1.12}, 1.12}};
         },
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             return daysOn(bench.setMode(otherMode(bench)).ok(), between(0, 60));
         }},
        {"contrast-clipped", [](PanelSpec &p) { p.menu.contrastAt = 75; },
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             return daysOn(bench.setControl("contrast", std::round(between(82, 98))).ok(), between(0, 60));
         }},
        {"ramps-lost", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             (void)bench.resetLut();
             return between(0, 60);
         }},
        {"ramps-without-effect", nothing, altered([](PanelSpec &p, const Between &) { p.signal.lutIgnored = true; })},
        {"ramps-of-before", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             Ramps old;
             const std::array<double, 3> top{between(0.85, 1), between(0.85, 1), between(0.85, 1)};
             const std::array<double, 3> bend{between(0.85, 1.2), between(0.85, 1.2), between(0.85, 1.2)};
             for (int i = 0; i < 256; ++i) {
                 for (int c = 0; c < 3; ++c) {
                     old.channel(c).push_back(top[size_t(c)] * std::pow(i / 255.0, bend[size_t(c)]));
                 }
             }
             (void)bench.setLut(old);
             return between(0, 60);
         }},
        {"night-colours", nothing,
         [](SimBench &bench, const Ramps &ramps, const MeterSpec &, const Between &between) {
             // About what a black body's green and blue lack beside its red, in drive; programs have their own tables of it.
             const double warm = between(0.32, 0.57); // 4400 to 2800 K
             (void)bench.setLut(scaledTo(ramps, {1, 1 - 0.5 * warm, 1 - 1.05 * warm}));
             return between(0, 60);
         }},
    };
}

std::vector<Mishap> ofSignalAndPanel()
{
    const auto nothing = [](PanelSpec &) {};
    return {
        {"limited-range", nothing, altered([](PanelSpec &p, const Between &) { p.signal.limitedRange = true; })},
        {"channels-swapped", nothing, altered([](PanelSpec &p, const Between &between) {
             p.signal.wires = between(0, 1) < 0.5 ? std::array<int, 3>{2, 1, 0} : std::array<int, 3>{1, 0, 2};
         })},
        {"channel-missing", nothing, altered([](PanelSpec &p, const Between &between) { p.signal.broken[size_t(between(0, 2.999))] = true; })},
        {"reversed", nothing, altered([](PanelSpec &p, const Between &) { p.signal.reversed = true; })},
        {"gray-only", nothing, altered([](PanelSpec &p, const Between &) { p.signal.grayOnly = true; })},
        {"blacks-crushed", nothing, altered([](PanelSpec &p, const Between &between) { p.signal.crushBelow = between(0.03, 0.08); })},
        {"colours-processed", nothing, altered([](PanelSpec &p, const Between &between) {
             (between(0, 1) < 0.5 ? p.signal.saturation : p.signal.hueTwistDeg) = between(0.15, 0.3);
             p.signal.hueTwistDeg *= p.signal.saturation > 0 ? 1 : 50;
         })},
        {"few-levels", nothing, altered([](PanelSpec &p, const Between &between) { p.panelBits = between(0, 1) < 0.5 ? 5 : 6; })},
        {"dynamic-contrast", nothing, altered([](PanelSpec &p, const Between &between) { p.dynamicLeast = between(0.2, 0.6); })},
        {"zones-dim", nothing, altered([](PanelSpec &p, const Between &between) { p.zonesLeast = between(0.02, 0.2); })},
        {"power-limited", nothing, altered([](PanelSpec &p, const Between &between) {
             p.maxPatchArea = between(0.1, 0.2);
             p.tellsPatchArea = false;
         })},
        {"still-picture-dims", nothing, altered([](PanelSpec &p, const Between &between) {
             p.idleDimAfterS = between(10, 50);
             p.idleDimShare = between(0.1, 0.3);
         })},
        {"uneven", nothing, altered([](PanelSpec &p, const Between &between) { p.unevenness = between(0.2, 0.45); })},
        {"not-warm", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             const double now = bench.now();
             bench.alter([now](PanelSpec &p) {
                 p.alreadyWarm = false;
                 p.restS = now; // switched on just now
             });
             return between(1, 60);
         }},
        {"aged", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             const double years = between(1.5, 5);
             bench.alter([&](PanelSpec &p) {
                 p.age = years * between(0.07, 0.11);
                 p.yellow = 0;
             });
             return 365 * years;
         }},
        {"yellowed", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             const double years = between(2, 5);
             bench.alter([&](PanelSpec &p) {
                 p.age = years * between(0.04, 0.08);
                 p.yellow = years * between(0.1, 0.2);
             });
             return 365 * years;
         }},
    };
}

std::vector<Mishap> ofReading()
{
    const auto nothing = [](PanelSpec &) {};
    return {
        {"light-leak", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             bench.lamp(bench.now(), 1e9, between(0.4, 2));
             return between(1, 60);
         }},
        {"room-brighter", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             bench.setRoom({between(150, 600), between(3000, 6500)});
             return between(1, 60);
         }},
        {"wrong-correction", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &meter, const Between &between) {
             MeterSpec bare = meter;
             bare.corrections.clear();
             bench.setMeter(0, bare);
             return between(1, 60);
         }},
        {"instrument-worn", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &meter, const Between &between) {
             MeterSpec worn = meter;
             worn.unitScale *= between(0.82, 0.92);
             bench.setMeter(0, worn);
             return between(200, 900);
         }},
        {"instrument-moved", nothing,
         [](SimBench &bench, const Ramps &, const MeterSpec &, const Between &between) {
             bench.slip(between(0.12, 0.45));
             return between(1, 60);
         }},
    };
}

} // namespace

const std::vector<Mishap> &mishaps()
{
    static const std::vector<Mishap> all = [] {
        std::vector<Mishap> list = ofSettings();
        for (auto *more : {ofSignalAndPanel, ofReading}) {
            const std::vector<Mishap> some = more();
            list.insert(list.end(), some.begin(), some.end());
        }
        return list;
    }();
    return all;
}

} // namespace lamp::sim
