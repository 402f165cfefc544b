// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/survey_runner.h"

#include "app/parts/words.h"

#include <QElapsedTimer>

namespace lamp::app {

SurveyRunner::SurveyRunner(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::app::SurveyPtr>();
    qRegisterMetaType<std::optional<lamp::Error>>();
    connect(this, &SurveyRunner::workChanged, this, [this](const SurveyPtr &record) {
        m_record = record;
        Q_EMIT changed(record);
    });
    connect(this, &SurveyRunner::workEnded, this, [this](const SurveyPtr &record, const std::optional<Error> &error) {
        m_running = false;
        m_record = record;
        Q_EMIT ended(record, error);
    });
}

void SurveyRunner::start(BenchSource source, SurveyPlan plan, qint64 displayId, double speed, SurveyPtr earlier)
{
    m_running = true;
    m_speed = speed;
    m_displayId = displayId;
    m_record.reset();
    m_thread = std::jthread([this, source = std::move(source), plan = std::move(plan), earlier = std::move(earlier)](const std::stop_token &stop) {
        work(stop, source, plan, earlier);
    });
}

void SurveyRunner::cancel()
{
    m_thread.request_stop();
}

void SurveyRunner::work(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const SurveyPtr &earlier)
{
    auto record = std::make_shared<SurveyRecord>();
    record->plan = plan;
    BenchClient::Options options;
    options.stop = stop;
    auto opened = OpenedBench::open(source, m_speed, options);
    if (!opened) {
        Q_EMIT workEnded(record, opened.error(), {});
        return;
    }
    SurveyHooks hooks;
    hooks.wallClock = wallNow;
    hooks.onProgress = [this](const Message &what, double fraction, double left) { Q_EMIT progressed(text(what), fraction, left); };
    QElapsedTimer told;
    hooks.onReading = [&](const Measurement &, const SurveyRecord &r) {
        constexpr qint64 kBetween = 150; // ms: more pictures nobody sees
        if (!told.isValid() || told.elapsed() >= kBetween) {
            told.start();
            Q_EMIT workChanged(std::make_shared<const SurveyRecord>(r), {});
        }
    };
    const Status status = runSurvey(opened->bench(), plan, hooks, stop, *record, earlier.get());
    Q_EMIT workEnded(record, status ? std::nullopt : std::optional(status.error()), {});
}

} // namespace lamp::app
