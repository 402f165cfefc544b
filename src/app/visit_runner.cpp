// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit_runner.h"

#include <QUuid>

namespace lamp::app {

VisitRunner::VisitRunner(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::Measurement>();
    qRegisterMetaType<lamp::Stage>();
    qRegisterMetaType<lamp::Progress>();
    qRegisterMetaType<lamp::Question>();
    qRegisterMetaType<lamp::Error>();
    qRegisterMetaType<lamp::app::RecordPtr>();
    connect(this, &VisitRunner::workAsked, this, [this](const Question &q) {
        m_question = q;
        Q_EMIT asked(q);
    });
    connect(this, &VisitRunner::workChanged, this, [this](Stage s, const RecordPtr &r) {
        m_latest = r;
        Q_EMIT stageChanged(s, r);
    });
    const auto ended = [this](const RecordPtr &r) {
        m_latest = r;
        m_question.reset();
        m_running = false;
    };
    connect(this, &VisitRunner::workFinished, this, [this, ended](const RecordPtr &r) {
        ended(r);
        Q_EMIT finished(r);
    });
    connect(this, &VisitRunner::workFailed, this, [this, ended](const Error &e, const RecordPtr &r) {
        ended(r);
        Q_EMIT failed(e, r);
    });
}

VisitRunner::~VisitRunner()
{
    cancel();
}

void VisitRunner::start(BenchSource source, VisitPlan plan, const DisplayEntry &display, const QString &storePath, std::optional<VisitRecord> resume)
{
    m_running = true;
    m_paused = false;
    m_latest.reset();
    m_question.reset();
    m_displayId = display.id;
    m_thread = std::jthread([this, source = std::move(source), plan = std::move(plan), id = display.id, storePath, resume = std::move(resume)](
                                const std::stop_token &stop) mutable { work(stop, source, std::move(plan), id, storePath, std::move(resume)); });
}

void VisitRunner::answer(const Answer &answer)
{
    {
        const std::scoped_lock lock(m_mutex);
        m_answer = answer;
    }
    m_question.reset();
    m_condition.notify_all();
}

void VisitRunner::pause(bool on)
{
    m_paused = on;
    m_condition.notify_all();
}

void VisitRunner::cancel()
{
    m_thread.request_stop();
    m_condition.notify_all();
}

void VisitRunner::wait()
{
    if (m_thread.joinable()) {
        m_thread.join();
    }
}

Answer VisitRunner::waitForAnswer(const Question &question, const std::stop_token &stop)
{
    std::unique_lock lock(m_mutex);
    m_answer.reset();
    Q_EMIT workAsked(question, {});
    if (!m_condition.wait(lock, stop, [this] { return m_answer.has_value(); })) {
        return {false, {}, true};
    }
    return *m_answer;
}

void VisitRunner::waitWhilePaused(const std::stop_token &stop)
{
    std::unique_lock lock(m_mutex);
    m_condition.wait(lock, stop, [this] { return !m_paused; });
}

void VisitRunner::work(const std::stop_token &stop, const BenchSource &source, VisitPlan plan, qint64 displayId, const QString &storePath,
                       std::optional<VisitRecord> resume)
{
    const auto fail = [this](const Error &e, const VisitRecord &r) { Q_EMIT workFailed(e, std::make_shared<VisitRecord>(r), {}); };
    auto store = Store::open(storePath);
    if (!store) {
        fail(store.error(), {});
        return;
    }
    BenchClient::Options options;
    options.stop = stop;
    options.log = [this](const std::string &t) { Q_EMIT noted(QString::fromStdString(t)); };
    const auto opened = OpenedBench::open(source, m_speed, options);
    if (!opened) {
        fail(opened.error(), {});
        return;
    }
    std::string id = resume ? resume->id : QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    VisitHooks hooks;
    hooks.wallClock = [] { return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()); };
    hooks.onReading = [&](const Measurement &m, const VisitRecord &r) {
        if (const Status s = store.value()->addReading(id, m); !s) {
            Q_EMIT noted(QString::fromStdString(s.error().text()));
        }
        Q_EMIT readingTaken(m, std::make_shared<VisitRecord>(r));
        waitWhilePaused(stop);
    };
    hooks.onStage = [&](Stage s, const VisitRecord &r) {
        VisitRecord stored = r;
        stored.id = id;
        if (const Status written = store.value()->saveVisit(stored, displayId, VisitState::Running); !written) {
            Q_EMIT noted(QString::fromStdString(written.error().text()));
        }
        Q_EMIT workChanged(s, std::make_shared<VisitRecord>(std::move(stored)), {});
    };
    hooks.onProgress = [this](const Progress &p) { Q_EMIT progressed(p); };
    hooks.onNote = [this](const std::string &t) { Q_EMIT noted(QString::fromStdString(t)); };
    hooks.ask = [&](const Question &q) { return waitForAnswer(q, stop); };
    plan.offered = store.value()->corrections();
    Visit visit(opened->bench(), std::move(plan), hooks, stop);
    if (resume) {
        visit.resume(std::move(*resume));
    }
    auto result = visit.run();
    VisitRecord record = visit.record();
    record.id = id;
    if (result && record.matrix && record.matrix->made >= record.started) {
        if (const Status kept = store.value()->addCorrection(*record.matrix); !kept) {
            Q_EMIT noted(QString::fromStdString(kept.error().text()));
        }
    }
    const Status written = store.value()->saveVisit(record, displayId, result ? VisitState::Finished : VisitState::Running);
    if (!result) {
        fail(result.error(), record);
    } else if (!written) {
        fail(written.error(), record);
    } else {
        Q_EMIT workFinished(std::make_shared<VisitRecord>(std::move(record)), {});
    }
}

} // namespace lamp::app
