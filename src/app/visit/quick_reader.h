// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/opened_bench.h"
#include "measure/quick_set.h"

#include <QObject>

#include <optional>
#include <thread>

namespace lamp::app {

/// Takes the few readings that tell a good profile from a bad one, on a thread of its own, and tells by signals how it
/// goes.
class QuickReader : public QObject {
    Q_OBJECT

public:
    explicit QuickReader(QObject *parent = nullptr);
    ~QuickReader() override { cancel(); }

    /// \param after ramps to load again when the readings are taken; nothing leaves none loaded \pre not running()
    void start(BenchSource source, double speed, std::optional<Ramps> after);
    void cancel();
    [[nodiscard]] bool running() const { return m_running; }

Q_SIGNALS:
    void progressed(int taken, int of);
    void finished(const lamp::ReadingSet &set);
    /// Also when it was cancelled.
    void failed(const lamp::Error &error);

    // From its thread to this object, which brings its own state up before it tells others.
    void workFinished(const lamp::ReadingSet &set, QPrivateSignal);
    void workFailed(const lamp::Error &error, QPrivateSignal);

private:
    Result<ReadingSet> read(const std::stop_token &stop, const BenchSource &source, const std::optional<Ramps> &after);
    std::atomic<bool> m_running{false};
    std::atomic<double> m_speed{0};
    std::jthread m_thread;
};

} // namespace lamp::app
