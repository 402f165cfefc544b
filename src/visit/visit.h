// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/procedure.h"

namespace lamp {

/// Takes one display through the procedure of its kind of visit. The same machine serves window and command line.
class Visit {
public:
    Visit(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop);
    Visit(const Visit &) = delete;
    Visit &operator=(const Visit &) = delete;

    /// Goes on with an interrupted visit instead of beginning a new one: finished stages are taken as they are
    /// after the display was brought back to where they left it.
    void resume(VisitRecord record);

    /// Works through the stages. On an error LUT, mode and controls are put back where the bench still answers;
    /// the record, with everything measured, is then found in record().
    Result<VisitRecord> run();
    [[nodiscard]] const VisitRecord &record() const { return m_s.record; }

private:
    Status connect();
    Result<InstrumentInfo> chooseInstrument(int count);
    Status reapply();
    /// Takes back what came after trimming. \return the number of the stage to go on with
    size_t calibrateAgain();
    void putBack();
    /// The signal that the display stood in, where a visit had to change it.
    void putBackSignal();
    Signal m_signalFound = Signal::Sdr;
    void tellProgress(double extraSeconds);

    Session m_s;
    std::unique_ptr<Procedure> m_procedure; ///< once it is known which
    bool m_resumed = false;
};

} // namespace lamp
