// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/survey_runner.h"

#include <QElapsedTimer>

namespace lamp::app {

namespace {

SurveyNewsPtr newsOf(const SurveyRecord &record)
{
    return std::make_shared<const SurveyNews>(SurveyNews{std::make_shared<const SurveyRecord>(record), surveyResults(record)});
}

/// Of work that ended before it had anything to show.
SurveyNewsPtr emptyNews(const SurveyPlan &plan)
{
    auto record = std::make_shared<SurveyRecord>();
    record->plan = plan;
    return std::make_shared<const SurveyNews>(SurveyNews{std::move(record), {}});
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

void SurveyRunner::start(BenchSource source, SurveyPlan plan, BesidePlace place, double speed, SurveyPtr earlier)
{
    m_record.reset();
    begin(place.displayId, speed,
          [this, source = std::move(source), plan = std::move(plan), place, earlier = std::move(earlier)](const std::stop_token &stop) {
              Q_EMIT workEnded(catchFaults([&] { return measured(stop, source, plan, place, earlier); },
                                           [&](const Error &e) {
                                               return SurveyEnd{faulty(e, place), emptyNews(plan)};
                                           }),
                               {});
          });
}

void SurveyRunner::take(SurveyRecord typed, BesidePlace place)
{
    m_record.reset();
    begin(place.displayId, 0, [this, typed = std::move(typed), place](const std::stop_token &) {
        const auto kept = [&] {
            const std::filesystem::path where = place.folder.toStdString();
            const Status ready = prepareFolder(where);
            SurveyEnd end{{}, newsOf(typed)};
            note(end, where, ready ? keepMeasurement(where, typed) : Result<KeptResults>(ready.error()));
            keepInStudio(place, surveyJson(typed, end.news->results), end);
            return end;
        };
        Q_EMIT workEnded(catchFaults(kept, [&](const Error &e) { return SurveyEnd{faulty(e, place), emptyNews(typed.plan)}; }), {});
    });
}

SurveyEnd SurveyRunner::measured(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const BesidePlace &place,
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
    BesideEnd end = carryOut(
        stop, source, place, hooks, record, [&](Bench &bench) { return runSurvey(bench, plan, hooks, stop, record, earlier.get()); },
        [&](const std::filesystem::path &where, bool) { return keepMeasurement(where, record); });
    SurveyNewsPtr news = newsOf(record);
    if (!record.readings.empty()) {
        keepInStudio(place, surveyJson(record, news->results), end);
    }
    return {std::move(end), std::move(news)};
}

} // namespace lamp::app
