// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/paced_bench.h"

#include <chrono>
#include <thread>

namespace lamp {

PacedBench::PacedBench(Bench &inner, const std::atomic<double> &speed, std::stop_token stop) : m_inner(inner), m_speed(speed), m_stop(std::move(stop))
{
}

template <typename F> auto PacedBench::paced(F call)
{
    const double before = m_inner.now();
    auto result = call();
    double left = m_inner.now() - before;
    // The speed may be turned while this waits.
    while (left > 0 && m_speed > 0 && !m_stop.stop_requested()) {
        const double speed = m_speed, piece = std::min(left, 0.03 * speed);
        std::this_thread::sleep_for(std::chrono::duration<double>(piece / speed));
        left -= piece;
    }
    return result;
}

Result<BenchInfo> PacedBench::hello()
{
    return m_inner.hello();
}

Status PacedBench::advance(double seconds)
{
    return paced([&] { return m_inner.advance(seconds); });
}

Result<DisplayInfo> PacedBench::describeDisplay()
{
    return m_inner.describeDisplay();
}

Status PacedBench::show(const Patch &patch)
{
    return paced([&] { return m_inner.show(patch); });
}

Status PacedBench::setMode(const std::string &name)
{
    return paced([&] { return m_inner.setMode(name); });
}

Status PacedBench::setSignal(Signal signal)
{
    return paced([&] { return m_inner.setSignal(signal); });
}

Result<double> PacedBench::setControl(const std::string &name, double value)
{
    return paced([&] { return m_inner.setControl(name, value); });
}

Status PacedBench::setLut(const Ramps &ramps)
{
    return paced([&] { return m_inner.setLut(ramps); });
}

Status PacedBench::resetLut()
{
    return paced([&] { return m_inner.resetLut(); });
}

Status PacedBench::setCube(const Cube &cube)
{
    return paced([&] { return m_inner.setCube(cube); });
}

Result<InstrumentInfo> PacedBench::describeInstrument()
{
    return m_inner.describeInstrument();
}

Status PacedBench::selectInstrument(int index)
{
    return m_inner.selectInstrument(index);
}

Status PacedBench::place(const Place &place)
{
    return paced([&] { return m_inner.place(place); });
}

Status PacedBench::setCorrection(const std::string &technology)
{
    return m_inner.setCorrection(technology);
}

Result<Reading> PacedBench::read(ReadMode mode, double integrationS)
{
    return paced([&] { return m_inner.read(mode, integrationS); });
}

} // namespace lamp
