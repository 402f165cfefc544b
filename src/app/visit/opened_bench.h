// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench_client.h"
#include "simlab/sim_bench.h"

#include <atomic>
#include <memory>

namespace lamp::app {

/// How a display's bench is reached.
struct BenchSource {
    std::shared_ptr<sim::SimBench> simulated; ///< a simulated bench inside the program
    std::string command;                      ///< or a bench command
    std::shared_ptr<Bench> screen;            ///< the display to pair with a bench that has only an instrument
    [[nodiscard]] bool reaches() const { return simulated || !command.empty(); }
};

/// A bench that is open for work on one thread; what stands behind it is owned or shared.
class OpenedBench {
public:
    /// \param speed of a virtual clock (PacedBench); outlives this \param options for a bench command
    static Result<OpenedBench> open(const BenchSource &source, const std::atomic<double> &speed, BenchClient::Options options);
    [[nodiscard]] Bench &bench() const { return m_front ? *m_front : *m_client; }

private:
    OpenedBench() = default;
    BenchSource m_source;
    std::unique_ptr<BenchClient> m_client;
    std::unique_ptr<Bench> m_front; ///< goes before what it stands in front of
};

} // namespace lamp::app
