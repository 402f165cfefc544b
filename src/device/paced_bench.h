// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <atomic>
#include <stop_token>

namespace lamp {

/// Lets a virtual clock pass no faster than a multiple of real time, so that a person can watch: after each call it
/// waits for the time that the call took, divided by the speed. The bench behind it knows nothing of this.
class PacedBench : public Bench {
public:
    /// \param speed bench seconds per wall second; 0 or less: as fast as it goes. Read anew at each call.
    PacedBench(Bench &inner, const std::atomic<double> &speed, std::stop_token stop);

    Result<BenchInfo> hello() override;
    Status advance(double seconds) override;
    [[nodiscard]] double now() const override { return m_inner.now(); }
    Result<DisplayInfo> describeDisplay() override;
    Status show(const Patch &patch) override;
    Status setMode(const std::string &name) override;
    Status setSignal(Signal signal) override;
    Result<double> setControl(const std::string &name, double value) override;
    Status setLut(const Ramps &ramps) override;
    Status resetLut() override;
    Status setCube(const Cube &cube) override;
    Result<InstrumentInfo> describeInstrument() override;
    Status selectInstrument(int index) override;
    Status place(const Place &place) override;
    Status setCorrection(const std::string &technology) override;
    void closing() override { m_inner.closing(); }
    Result<Reading> read(ReadMode mode, double integrationS) override;

private:
    template <typename F> auto paced(F call);

    Bench &m_inner;
    const std::atomic<double> &m_speed;
    std::stop_token m_stop;
};

} // namespace lamp
