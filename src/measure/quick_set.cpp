// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/quick_set.h"

#include <algorithm>

namespace lamp {

Result<Gauge> factoryGauge(Bench &bench, DisplayInfo &display, Gauge::Hooks hooks, std::stop_token stop)
{
    const auto hello = bench.hello();
    const auto shown = hello ? bench.describeDisplay() : Result<DisplayInfo>(hello.error());
    const auto instrument = shown ? bench.describeInstrument() : Result<InstrumentInfo>(shown.error());
    if (!instrument) {
        return instrument.error();
    }
    display = shown.value();
    Gauge gauge(bench, instrument.value(), std::move(hooks), std::move(stop));
    if (const Status s = gauge.setCorrection(instrument->hasCorrection(display.technology) ? display.technology : ""); !s) {
        return s.error();
    }
    if (display.maxPatchArea) {
        gauge.setPatchArea(std::min(gauge.patchArea(), *display.maxPatchArea));
    }
    return gauge;
}

namespace {

/// White, black and corners; six grays, and beside each two colours of its lightness.
const std::vector<Drive> &quickSet()
{
    static const std::vector<Drive> all = [] {
        std::vector<Drive> patches{{1, 1, 1}, {0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 0}, {0, 1, 1}, {1, 0, 1}};
        for (const double v : {0.1, 0.2, 0.35, 0.5, 0.65, 0.8}) {
            patches.insert(patches.end(), {{v, v, v}, {v, 0.5 * v, 0.7 * v}, {0.6 * v, v, 0.5 * v}});
        }
        return patches;
    }();
    return all;
}

} // namespace

int quickSetSize()
{
    return int(quickSet().size());
}

Result<ReadingSet> readQuickSet(Bench &bench, Gauge::Hooks hooks, std::stop_token stop)
{
    DisplayInfo display;
    auto ready = factoryGauge(bench, display, std::move(hooks), std::move(stop));
    if (!ready) {
        return ready.error();
    }
    Gauge &gauge = ready.value();
    if (display.lut) {
        if (const Status s = bench.resetLut(); !s) {
            return s.error();
        }
    }
    ReadingSet set;
    set.display = display.model;
    for (const Drive &d : quickSet()) {
        if (gauge.stopRequested()) {
            return stoppedOnRequest();
        }
        const auto m = gauge.read(d, "patch", 0);
        if (!m) {
            return m.error();
        }
        set.readings.push_back(m.value());
    }
    return set;
}

} // namespace lamp
