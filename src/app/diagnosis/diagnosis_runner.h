// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/beside_runner.h"
#include "diagnose/examination.h"

namespace lamp::app {

using ExaminationPtr = std::shared_ptr<const Examination>;
/// How it ended.
struct DiagnosisEnd {
    ExaminationPtr examination;
    std::optional<Error> error;  ///< why before its end; nothing where it is whole
    std::optional<Error> unkept; ///< why its files could not be written
    QString folder;              ///< where they are
};

/// Looks for what is wrong with a display.
class DiagnosisRunner : public BesideRunner {
    Q_OBJECT

public:
    explicit DiagnosisRunner(QObject *parent = nullptr);
    ~DiagnosisRunner() override { stop(); }

    /// \param store whose newest calibrating visit of the display is compared with \param speed of a virtual clock, 0: as fast as it goes \pre not
    /// running()
    void start(BenchSource source, QString store, qint64 displayId, TestChoice tests, QString folder, double speed);

Q_SIGNALS:
    /// Causes were weighed anew.
    void weighed(lamp::app::ExaminationPtr examination);
    void ended(const lamp::app::DiagnosisEnd &end);

    // From its thread to this object, which brings its own state up before it tells others.
    void workEnded(const lamp::app::DiagnosisEnd &end, QPrivateSignal);

private:
    [[nodiscard]] DiagnosisEnd examined(const std::stop_token &stop, const BenchSource &source, const QString &store, qint64 displayId,
                                        TestChoice tests, const QString &folder);
};

} // namespace lamp::app
