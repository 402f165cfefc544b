// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/opened_bench.h"
#include "diagnose/examination.h"

#include <QObject>

#include <thread>

namespace lamp::app {

using ExaminationPtr = std::shared_ptr<const Examination>;
/// How it ended.
struct DiagnosisEnd {
    ExaminationPtr examination;
    std::optional<Error> error;  ///< why before its end; nothing where it is whole
    std::optional<Error> unkept; ///< why its files could not be written
    QString folder;              ///< where they are
};

/// Looks for what is wrong with a display, on a thread of its own, and tells by signals how it goes.
class DiagnosisRunner : public QObject {
    Q_OBJECT

public:
    explicit DiagnosisRunner(QObject *parent = nullptr);
    ~DiagnosisRunner() override { cancel(); }

    /// \param store whose newest calibrating visit of the display is compared with \param speed of a virtual clock, 0: as fast as it goes \pre not
    /// running()
    void start(BenchSource source, QString store, qint64 displayId, TestChoice tests, QString folder, double speed);
    /// Ends it in order; what was read is kept.
    void cancel() { m_thread.request_stop(); }
    [[nodiscard]] bool running() const { return m_running; }

Q_SIGNALS:
    void progressed(const QString &what, double fraction, double secondsLeft);
    /// Causes were weighed anew.
    void weighed(lamp::app::ExaminationPtr examination);
    void ended(const lamp::app::DiagnosisEnd &end);

    // From its thread to this object, which brings its own state up before it tells others.
    void workEnded(const lamp::app::DiagnosisEnd &end, QPrivateSignal);

private:
    [[nodiscard]] DiagnosisEnd examined(const std::stop_token &stop, const BenchSource &source, const QString &store, qint64 displayId,
                                        TestChoice tests, const QString &folder);
    std::atomic<bool> m_running{false};
    std::atomic<double> m_speed{0};
    std::jthread m_thread;
};

} // namespace lamp::app
