// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/survey_runner.h"

#include "app/parts/words.h"
#include "report/results.h"

#include <QElapsedTimer>

namespace lamp::app {

namespace {

SurveyNewsPtr newsOf(const SurveyRecord &record)
{
    return std::make_shared<const SurveyNews>(SurveyNews{std::make_shared<const SurveyRecord>(record), surveyResults(record)});
}

} // namespace

SurveyRunner::SurveyRunner(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::app::SurveyNewsPtr>();
    qRegisterMetaType<lamp::app::SurveyEnd>();
    connect(this, &SurveyRunner::workChanged, this, [this](const SurveyNewsPtr &news) {
        m_record = news->record;
        Q_EMIT changed(news);
    });
    connect(this, &SurveyRunner::workEnded, this, [this](const SurveyEnd &end) {
        m_running = false;
        m_record = end.news->record;
        Q_EMIT ended(end);
    });
}

void SurveyRunner::start(BenchSource source, SurveyPlan plan, qint64 displayId, QString folder, double speed, SurveyPtr earlier)
{
    m_running = true;
    m_speed = speed;
    m_displayId = displayId;
    m_record.reset();
    m_thread = std::jthread([this, source = std::move(source), plan = std::move(plan), folder = std::move(folder),
                             earlier = std::move(earlier)](const std::stop_token &stop) { work(stop, source, plan, folder, earlier); });
}

void SurveyRunner::cancel()
{
    m_thread.request_stop();
}

void SurveyRunner::work(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const QString &folder,
                        const SurveyPtr &earlier)
{
    Q_EMIT workEnded(measured(stop, source, plan, folder, earlier), {});
}

SurveyEnd SurveyRunner::measured(const std::stop_token &stop, const BenchSource &source, const SurveyPlan &plan, const QString &folder,
                                 const SurveyPtr &earlier)
{
    SurveyRecord record;
    record.plan = plan;
    SurveyEnd end;
    BenchClient::Options options;
    options.stop = stop;
    auto opened = OpenedBench::open(source, m_speed, options);
    const std::filesystem::path where = folder.toStdString();
    const Status ready = opened ? prepareFolder(where) : Status(opened.error());
    if (!ready) {
        end.news = newsOf(record);
        end.error = ready.error();
        return end;
    }
    ReadingJournal journal(where / "readings.partial.csv");
    SurveyHooks hooks;
    hooks.wallClock = wallNow;
    hooks.onProgress = [this](const Message &what, double fraction, double left) { Q_EMIT progressed(text(what), fraction, left); };
    QElapsedTimer told;
    hooks.onReading = [&](const Measurement &m, const SurveyRecord &r) {
        if (const Status s = journal.append(m, [&] { return readingSet(r); }); !s) {
            end.unkept = s.error();
        }
        constexpr qint64 kBetween = 150; // ms: more pictures nobody sees
        if (!told.isValid() || told.elapsed() >= kBetween) {
            told.start();
            Q_EMIT workChanged(newsOf(r), {});
        }
    };
    const Status status = runSurvey(opened->bench(), plan, hooks, stop, record, earlier.get());
    end.news = newsOf(record);
    end.error = status ? std::nullopt : std::optional(status.error());
    if (!record.readings.empty()) {
        const auto kept = keepMeasurement(where, record);
        end.unkept = kept ? kept->problem : std::optional(kept.error());
        end.folder = text((kept ? kept->folder : where).string());
        if (kept) {
            journal.discard();
        }
    }
    return end;
}

} // namespace lamp::app
