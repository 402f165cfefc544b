// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/survey_runner.h"

#include <QElapsedTimer>

namespace lamp::app {

namespace {

SurveyNewsPtr newsOf(const SurveyRecord &record)
{
    return std::make_shared<const SurveyNews>(SurveyNews{std::make_shared<const SurveyRecord>(record), surveyResults(record)});
}

} // namespace

SurveyRunner::SurveyRunner(QObject *parent) : BesideRunner(parent)
{
    qRegisterMetaType<lamp::app::SurveyNewsPtr>();
    qRegisterMetaType<lamp::app::SurveyEnd>();
    connect(this, &SurveyRunner::workChanged, this, [this](const SurveyNewsPtr &news) {
        m_record = news->record;
        Q_EMIT changed(news);
    });
    connect(this, &SurveyRunner::workEnded, this, [this](const SurveyEnd &end) {
        finished();
        m_record = end.news->record;
        Q_EMIT ended(end);
    });
}

void SurveyRunner::start(BenchSource source, SurveyPlan plan, qint64 displayId, QString folder, double speed, SurveyPtr earlier)
{
    m_record.reset();
    begin(displayId, speed,
          [this, source = std::move(source), plan = std::move(plan), folder = std::move(folder),
           earlier = std::move(earlier)](const std::stop_token &stop) { Q_EMIT workEnded(measured(stop, source, plan, folder, earlier), {}); });
}

void SurveyRunner::take(SurveyRecord typed, qint64 displayId, QString folder)
{
    m_record.reset();
    begin(displayId, 0, [this, typed = std::move(typed), folder = std::move(folder)](const std::stop_token &) {
        const std::filesystem::path where = folder.toStdString();
        const Status ready = prepareFolder(where);
        End end;
        note(end, where, ready ? keepMeasurement(where, typed) : Result<KeptResults>(ready.error()));
        Q_EMIT workEnded({newsOf(typed), end.error, end.unkept, end.folder}, {});
    });
}

SurveyEnd SurveyRunner::measured(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const QString &folder,
                                 const SurveyPtr &earlier)
{
    SurveyRecord record;
    record.plan = plan;
    SurveyHooks hooks;
    QElapsedTimer told;
    hooks.onReading = [&](const Measurement &, const SurveyRecord &r) {
        constexpr qint64 kBetween = 150; // ms: more pictures nobody sees
        if (!told.isValid() || told.elapsed() >= kBetween) {
            told.start();
            Q_EMIT workChanged(newsOf(r), {});
        }
    };
    const End end = carryOut(
        stop, source, folder, hooks, record, [&](Bench &bench) { return runSurvey(bench, plan, hooks, stop, record, earlier.get()); },
        [&](const std::filesystem::path &where, bool) { return keepMeasurement(where, record); });
    return {newsOf(record), end.error, end.unkept, end.folder};
}

} // namespace lamp::app
