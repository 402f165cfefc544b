// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/diagnosis/diagnosis_runner.h"

#include "app/parts/words.h"
#include "report/results.h"
#include "store/visited.h"

namespace lamp::app {

namespace {

/// A display as its calibration left it.
Result<VisitedDisplay> lastVisit(const QString &store, qint64 displayId)
{
    auto opened = Store::look(store);
    auto display = opened ? asCalibrated(*opened.value(), displayId) : Result<std::optional<VisitedDisplay>>(opened.error());
    if (!display) {
        return display.error();
    }
    if (!display.value()) {
        return Error{
            ErrorKind::Input, say("diagnosis-no-earlier-visit"), say("nothing-changed-display"), say("visit-the-display-first"), "visit", false};
    }
    return std::move(*display.value());
}

} // namespace

DiagnosisRunner::DiagnosisRunner(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::app::ExaminationPtr>();
    qRegisterMetaType<lamp::app::DiagnosisEnd>();
    connect(this, &DiagnosisRunner::workEnded, this, [this](const DiagnosisEnd &end) {
        m_running = false;
        Q_EMIT ended(end);
    });
}

void DiagnosisRunner::start(BenchSource source, QString store, qint64 displayId, TestChoice tests, QString folder, double speed)
{
    m_running = true;
    m_speed = speed;
    m_thread = std::jthread([this, source = std::move(source), store = std::move(store), displayId, tests, folder = std::move(folder)](
                                const std::stop_token &stop) { Q_EMIT workEnded(examined(stop, source, store, displayId, tests, folder), {}); });
}

DiagnosisEnd DiagnosisRunner::examined(const std::stop_token &stop, const BenchSource &source, const QString &store, qint64 displayId,
                                       TestChoice tests, const QString &folder)
{
    Examination e;
    DiagnosisEnd end;
    const auto last = lastVisit(store, displayId);
    BenchClient::Options options;
    options.stop = stop;
    auto opened = last ? OpenedBench::open(source, m_speed, options) : Result<OpenedBench>(last.error());
    const std::filesystem::path where = folder.toStdString();
    const Status ready = opened ? prepareFolder(where) : Status(opened.error());
    if (!ready) {
        end.examination = std::make_shared<const Examination>(e);
        end.error = ready.error();
        return end;
    }
    ReadingJournal journal(where / "readings.partial.csv");
    ExaminationHooks hooks;
    hooks.wallClock = wallNow;
    hooks.onProgress = [this](const Message &what, double fraction, double left) { Q_EMIT progressed(text(what), fraction, left); };
    hooks.onWeighed = [this](const Examination &now) { Q_EMIT weighed(std::make_shared<const Examination>(now)); };
    hooks.onReading = [&](const Measurement &m, const Examination &now) {
        if (const Status s = journal.append(m, [&] { return readingSet(now); }); !s) {
            end.unkept = s.error();
        }
    };
    ExaminationPlan plan;
    plan.tests = tests;
    plan.now = wallNow();
    const Status status = examine(opened->bench(), last.value(), plan, hooks, stop, e);
    end.examination = std::make_shared<const Examination>(e);
    end.error = status ? std::nullopt : std::optional(status.error());
    if (!e.readings.empty()) {
        const auto kept = keepExamination(where, e, bool(status));
        end.unkept = kept ? kept->problem : std::optional(kept.error());
        end.folder = text((kept ? kept->folder : where).string());
        if (kept) {
            journal.discard();
        }
    }
    return end;
}

} // namespace lamp::app
