// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/opened_bench.h"
#include "survey/results.h"

#include <QObject>

#include <thread>

namespace lamp::app {

using SurveyPtr = std::shared_ptr<const SurveyRecord>;
/// What was read so far, and what it comes to.
struct SurveyNews {
    SurveyPtr record;
    SurveyResults results;
};
using SurveyNewsPtr = std::shared_ptr<const SurveyNews>;
/// How it ended.
struct SurveyEnd {
    SurveyNewsPtr news;
    std::optional<Error> error;  ///< why before its end; nothing where it is whole
    std::optional<Error> unkept; ///< why its files could not be written
    QString folder;              ///< where they are
};

/// Takes a display through a measurement beside visits, on a thread of its own, and tells by signals how it goes.
class SurveyRunner : public QObject {
    Q_OBJECT

public:
    explicit SurveyRunner(QObject *parent = nullptr);
    ~SurveyRunner() override { cancel(); }

    /// Readings go into a journal in the folder as they are taken, and it holds the files in the end.
    /// \param speed of a virtual clock, 0: as fast as it goes \pre not running()
    void start(BenchSource source, SurveyPlan plan, qint64 displayId, QString folder, double speed, SurveyPtr earlier);
    /// Ends it in order; what was read is kept.
    void cancel();
    [[nodiscard]] bool running() const { return m_running; }
    [[nodiscard]] qint64 displayId() const { return m_displayId; }
    /// The newest, whole or not; null before the first.
    [[nodiscard]] const SurveyPtr &record() const { return m_record; }

Q_SIGNALS:
    void progressed(const QString &what, double fraction, double secondsLeft);
    void changed(lamp::app::SurveyNewsPtr news);
    void ended(const lamp::app::SurveyEnd &end);

    // From its thread to this object, which brings its own state up before it tells others.
    void workEnded(const lamp::app::SurveyEnd &end, QPrivateSignal);
    void workChanged(lamp::app::SurveyNewsPtr news, QPrivateSignal);

private:
    void work(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const QString &folder, const SurveyPtr &earlier);
    [[nodiscard]] SurveyEnd measured(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const QString &folder,
                                     const SurveyPtr &earlier);
    std::atomic<bool> m_running{false};
    std::atomic<double> m_speed{0};
    qint64 m_displayId = 0;
    SurveyPtr m_record;
    std::jthread m_thread;
};

} // namespace lamp::app
