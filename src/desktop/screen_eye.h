// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/x_screen.h"
#include "device/bench.h"

namespace lamp {

/// A stand-in for an instrument on a screen of this computer: a simulated bench, whose panel shows what the X screen
/// shows, behind the output's gamma ramps. It offers the instrument only; whoever wants another patch or other ramps
/// has to put them onto the screen. So the way of a real screen's visit can be gone without an instrument.
class ScreenEye : public Bench {
public:
    /// \param bench that holds the panel and the instrument
    ScreenEye(std::unique_ptr<Bench> bench, std::unique_ptr<XScreen> x, XOutput output);

    Result<BenchInfo> hello() override;
    /// Looks at the screen first: what it shows is shown from now on.
    Status advance(double seconds) override;
    [[nodiscard]] double now() const override { return m_bench->now(); }
    Result<DisplayInfo> describeDisplay() override { return refused(); }
    Status show(const Patch &) override { return refused(); }
    Status setMode(const std::string &) override { return refused(); }
    Result<double> setControl(const std::string &, double) override { return refused(); }
    Status setLut(const Ramps &) override { return refused(); }
    Status resetLut() override { return refused(); }
    Result<InstrumentInfo> describeInstrument() override { return m_bench->describeInstrument(); }
    Status selectInstrument(int index) override { return m_bench->selectInstrument(index); }
    Status place(const Place &place) override;
    Status setCorrection(const std::string &technology) override { return m_bench->setCorrection(technology); }
    Result<Reading> read(ReadMode mode, double integrationS) override;

private:
    static Error refused();
    Status look();

    std::unique_ptr<Bench> m_bench;
    std::unique_ptr<XScreen> m_x;
    XOutput m_output;
    Place m_place;
    Patch m_seen;
    std::optional<Ramps> m_ramps;
};

/// The patch that an image holds: as far as the colour at a place reaches along its row and its column.
/// \param row, column through that place, of at least one pixel \param at 0..1, within the image
Patch patchOf(const std::vector<Drive> &row, const std::vector<Drive> &column, const std::array<double, 2> &at);

} // namespace lamp
