// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/beside_runner.h"
#include "diagnose/examination.h"

namespace lamp::app {

using ExaminationPtr = std::shared_ptr<const Examination>;
/// How it ended.
struct DiagnosisEnd : BesideEnd {
    ExaminationPtr examination;
};

/// Looks for what is wrong with a display.
class DiagnosisRunner : public BesideRunner {
    Q_OBJECT

public:
    explicit DiagnosisRunner(QObject *parent = nullptr);
    ~DiagnosisRunner() override { stop(); }

    /// \param place whose studio's newest calibrating visit of the display is compared with \param speed of a virtual clock, 0: as fast as it goes
    /// \pre not running()
    void start(BenchSource source, BesidePlace place, TestChoice tests, double speed);

Q_SIGNALS:
    /// Causes were weighed anew.
    void weighed(lamp::app::ExaminationPtr examination);
    void ended(const lamp::app::DiagnosisEnd &end);

    // From its thread to this object, which brings its own state up before it tells others.
    void workEnded(const lamp::app::DiagnosisEnd &end, QPrivateSignal);

private:
    [[nodiscard]] DiagnosisEnd examined(const std::stop_token &stop, const BenchSource &source, const BesidePlace &place, TestChoice tests);
};

} // namespace lamp::app
