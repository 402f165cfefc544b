// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/quick_reader.h"

#include "base/fault.h"

namespace lamp::app {

QuickReader::QuickReader(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::ReadingSet>();
    qRegisterMetaType<lamp::Error>();
    connect(this, &QuickReader::workFinished, this, [this](const ReadingSet &set) {
        m_running = false;
        Q_EMIT finished(set);
    });
    connect(this, &QuickReader::workFailed, this, [this](const Error &error) {
        m_running = false;
        Q_EMIT failed(error);
    });
}

void QuickReader::start(BenchSource source, double speed, std::optional<Ramps> after)
{
    m_running = true;
    m_speed = speed;
    m_thread = std::jthread([this, source = std::move(source), after = std::move(after)](const std::stop_token &stop) {
        const auto set = catchFaults([&] { return read(stop, source, after); }, [](Error e) -> Result<ReadingSet> { return e; });
        if (set) {
            Q_EMIT workFinished(set.value(), {});
        } else {
            Q_EMIT workFailed(set.error(), {});
        }
    });
}

void QuickReader::cancel()
{
    m_thread.request_stop();
}

Result<ReadingSet> QuickReader::read(const std::stop_token &stop, const BenchSource &source, const std::optional<Ramps> &after)
{
    BenchClient::Options options;
    options.stop = stop;
    auto opened = OpenedBench::open(source, m_speed, options);
    if (!opened) {
        return opened.error();
    }
    Bench &bench = opened->bench();
    Gauge::Hooks hooks;
    hooks.onReading = [this](const Measurement &m) { Q_EMIT progressed(m.index, quickSetSize()); };
    auto set = catchFaults([&] { return readQuickSet(bench, hooks, stop); }, [](Error e) -> Result<ReadingSet> { return e; });
    if (after) {
        bench.closing();
        if (const Status s = bench.setLut(*after); !s) {
            return s.error();
        }
    }
    return set;
}

} // namespace lamp::app
