// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

namespace lamp {

/// A display from one bench and an instrument from another, as one. Time is the instrument's.
class PairedBench : public Bench {
public:
    PairedBench(Bench &display, Bench &instrument) : m_display(display), m_instrument(instrument) {}

    Result<BenchInfo> hello() override
    {
        auto info = m_instrument.hello();
        if (info) {
            info.value().hasDisplay = true;
            // Whoever turns the menu of a screen beside the bench is a person.
            info.value().automatic = false;
        }
        return info;
    }
    Status advance(double seconds) override { return m_instrument.advance(seconds); }
    [[nodiscard]] double now() const override { return m_instrument.now(); }
    Result<DisplayInfo> describeDisplay() override { return m_display.describeDisplay(); }
    Status show(const Patch &patch) override
    {
        m_shown = patch;
        return m_display.show(patch);
    }
    Status setMode(const std::string &name) override { return m_display.setMode(name); }
    Status setSignal(Signal signal) override { return m_display.setSignal(signal); }
    Result<double> setControl(const std::string &name, double value) override { return m_display.setControl(name, value); }
    Status setLut(const Ramps &ramps) override { return m_display.setLut(ramps); }
    Status resetLut() override { return m_display.resetLut(); }
    Status setCube(const Cube &cube) override { return m_display.setCube(cube); }
    Result<InstrumentInfo> describeInstrument() override { return m_instrument.describeInstrument(); }
    Status selectInstrument(int index) override { return m_instrument.selectInstrument(index); }
    Status place(const Place &place) override { return m_instrument.place(place); }
    Status setCorrection(const std::string &technology) override { return m_instrument.setCorrection(technology); }
    void closing() override { m_instrument.closing(); }
    /// Shows the patch again where it was hidden meanwhile, by a question or a pause.
    Result<Reading> read(ReadMode mode, double integrationS) override
    {
        if (mode == ReadMode::Emission && m_shown && m_display.hidden()) {
            constexpr double kSettleS = 2; // any panel's liquid crystals have turned by then
            const Status shown = m_display.show(*m_shown), settled = shown ? m_instrument.advance(kSettleS) : shown;
            if (!settled) {
                return settled.error();
            }
        }
        return m_instrument.read(mode, integrationS);
    }

private:
    std::optional<Patch> m_shown;
    Bench &m_display, &m_instrument;
};

} // namespace lamp
