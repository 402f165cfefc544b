// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/beside_runner.h"
#include "survey/results.h"

namespace lamp::app {

using SurveyPtr = std::shared_ptr<const SurveyRecord>;
/// What was read so far, and what it comes to.
struct SurveyNews {
    SurveyPtr record;
    SurveyResults results;
};
using SurveyNewsPtr = std::shared_ptr<const SurveyNews>;
/// How it ended.
struct SurveyEnd : BesideEnd {
    SurveyNewsPtr news;
};

/// Takes a display through a measurement beside visits.
class SurveyRunner : public BesideRunner {
    Q_OBJECT

public:
    explicit SurveyRunner(QObject *parent = nullptr);
    ~SurveyRunner() override { stop(); }

    /// Readings go into a journal in the folder as they are taken, and it holds the files in the end.
    /// \param speed of a virtual clock, 0: as fast as it goes \pre not running()
    void start(BenchSource source, SurveyPlan plan, BesidePlace place, double speed, SurveyPtr earlier);
    /// What somebody wrote down instead: it is kept like what was measured. \pre not running()
    void take(SurveyRecord typed, BesidePlace place);
    /// The newest, whole or not; null before the first.
    [[nodiscard]] const SurveyPtr &record() const { return m_record; }

Q_SIGNALS:
    void changed(lamp::app::SurveyNewsPtr news);
    void ended(const lamp::app::SurveyEnd &end);

    // From its thread to this object, which brings its own state up before it tells others.
    void workEnded(const lamp::app::SurveyEnd &end, QPrivateSignal);
    void workChanged(lamp::app::SurveyNewsPtr news, QPrivateSignal);

private:
    [[nodiscard]] SurveyEnd measured(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const BesidePlace &place,
                                     const SurveyPtr &earlier);
    SurveyPtr m_record;
};

} // namespace lamp::app
