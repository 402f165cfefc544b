// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/visit_runner.h"

#include "app/parts/words.h"
#include "base/fault.h"
#include "report/files.h"
#include "visit/whole_visit.h"

#include <QUuid>

namespace lamp::app {

VisitRunner::VisitRunner(QObject *parent) : QObject(parent)
{
    qRegisterMetaType<lamp::Measurement>();
    qRegisterMetaType<lamp::Stage>();
    qRegisterMetaType<lamp::Progress>();
    qRegisterMetaType<lamp::NextReading>();
    qRegisterMetaType<lamp::Question>();
    qRegisterMetaType<lamp::WhiteStanding>();
    qRegisterMetaType<lamp::Error>();
    qRegisterMetaType<lamp::app::RecordPtr>();
    connect(this, &VisitRunner::workBegun, this, [this](const QString &id, const QString &owner) {
        m_visitId = id;
        m_owner = owner;
    });
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
        m_visitId.clear();
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
    m_thread = std::jthread([this, source = std::move(source), plan = std::move(plan), id = display.id, storePath,
                             resume = std::move(resume)](const std::stop_token &stop) mutable {
        // Nothing thrown may take the window along. What was read until then is in the studio, reading by reading.
        const Status done = catchFaults(
            [&]() -> Status {
                work(stop, source, std::move(plan), id, storePath, std::move(resume));
                return Done{};
            },
            [](Error e) -> Status {
                e.safe = say("what-stored-before-untouched"); // what was on its way may be lost
                return e;
            });
        if (!done) {
            Q_EMIT workFailed(done.error(), std::make_shared<VisitRecord>(), {});
        }
    });
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
    m_mayGlance = false;
    Q_EMIT workAsked(question, {});
    // A person who turns a control sees white move, some times a second at most.
    constexpr auto kPause = std::chrono::milliseconds(150);
    bool more = question.glance != nullptr;
    while (more && !stop.stop_requested() && !m_condition.wait_for(lock, stop, kPause, [this] { return m_answer.has_value(); })) {
        if (!m_mayGlance) {
            continue;
        }
        lock.unlock();
        more = !stop.stop_requested() && question.glance();
        lock.lock();
    }
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

namespace {

std::vector<InstrumentCard> cardsOf(Store &store)
{
    std::vector<InstrumentCard> cards;
    for (const InstrumentEntry &i : store.studio().instruments()) {
        cards.push_back({i.model.toStdString(),
                         i.serial.toStdString(),
                         i.certified ? isoTime(*i.certified).substr(0, 10) : std::string(),
                         {i.accuracyXy, i.accuracyLuminancePercent ? std::optional(*i.accuracyLuminancePercent / 100) : std::nullopt}});
    }
    return cards;
}

} // namespace

void VisitRunner::work(const std::stop_token &stop, const BenchSource &source, VisitPlan plan, qint64 displayId, const QString &storePath,
                       std::optional<VisitRecord> resume)
{
    const auto fail = [this](const Error &e, const VisitRecord &r) { Q_EMIT workFailed(e, std::make_shared<VisitRecord>(r), {}); };
    auto store = Store::open(storePath);
    if (!store) {
        fail(store.error(), {});
        return;
    }
    constexpr std::chrono::seconds kPatience{30}; // with a server that is started anew; nobody waits for this thread
    store.value()->setPatience(kPatience);
    BenchClient::Options options;
    options.stop = stop;
    options.log = [this](const Message &m) { Q_EMIT noted(worded(m)); };
    const auto opened = OpenedBench::open(source, m_speed, options);
    if (!opened) {
        fail(opened.error(), {});
        return;
    }
    const std::string id = resume ? resume->id : QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    if (resume) {
        if (const Status taken = store.value()->visits().take(QString::fromStdString(id)); !taken) {
            fail(taken.error(), {});
            return;
        }
    }
    Q_EMIT workBegun(QString::fromStdString(id), store.value()->owner(), {});
    std::vector<Measurement> unsaved; // readings that the store did not take: tried again with the next
    const auto save = [&](const States &states) {
        while (!unsaved.empty()) {
            if (const Status s = store.value()->visits().addReading(id, unsaved.front(), states); !s) {
                return s;
            }
            unsaved.erase(unsaved.begin());
        }
        return Status(Done{});
    };
    VisitHooks hooks;
    hooks.wallClock = [] { return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()); };
    hooks.onReading = [&](const Measurement &m, const VisitRecord &r) {
        unsaved.push_back(m);
        if (const Status s = save(r.states); !s) {
            Q_EMIT noted(worded(s.error()));
        }
        Q_EMIT readingTaken(m, std::make_shared<VisitRecord>(r));
        waitWhilePaused(stop);
    };
    hooks.onStage = [&](Stage s, const VisitRecord &r) {
        VisitRecord stored = r;
        stored.id = id;
        if (const Status written = store.value()->visits().save(stored, displayId, VisitState::Running); !written) {
            Q_EMIT noted(worded(written.error()));
        }
        Q_EMIT workChanged(s, std::make_shared<VisitRecord>(std::move(stored)), {});
    };
    hooks.onProgress = [this](const Progress &p) { Q_EMIT progressed(p); };
    hooks.onNext = [this](const NextReading &n) { Q_EMIT nextTold(n); };
    hooks.onNote = [this](const Message &m) { Q_EMIT noted(worded(m)); };
    hooks.onGlance = [this](const WhiteStanding &s) { Q_EMIT glanced(s); };
    m_enough = false;
    hooks.enough = [this] { return m_enough.load(); };
    m_again = kNone;
    hooks.again = [this] {
        const int number = m_again.exchange(kNone);
        return number == kNone ? std::nullopt : std::optional(number);
    };
    hooks.ask = [&](const Question &q) { return waitForAnswer(q, stop); };
    plan.offered = store.value()->aims().corrections();
    plan.cards = cardsOf(*store.value());
    Visit visit(opened->bench(), std::move(plan), hooks, stop);
    if (resume) {
        visit.resume(std::move(*resume));
    }
    // A fault in the middle ends the visit as a failing bench would: what it has is stored, and it can be gone on with.
    const auto result = catchFaults([&] { return visit.run(); }, [](Error e) -> decltype(visit.run()) { return e; });
    VisitRecord record = visit.record();
    record.id = id;
    end(*store.value(), record, displayId, save(record.states), result ? Status(Done{}) : Status(result.error()));
}

void VisitRunner::end(Store &store, VisitRecord &record, qint64 displayId, Status written, const Status &result)
{
    const auto fail = [this](const Error &e, const VisitRecord &r) { Q_EMIT workFailed(e, std::make_shared<VisitRecord>(r), {}); };
    const auto made = record.matrix && record.matrix->made >= record.started ? record.matrix : std::nullopt;
    const auto stored = [&](const std::function<Status()> &act) { return catchFaults(act, [](Error e) -> Status { return e; }); };
    if (result) {
        written = stored([&] { return store.visits().finish(record, displayId, made); });
    } else {
        const Status saved = stored([&] { return store.visits().save(record, displayId, VisitState::Running); });
        written = written ? saved : written;
        (void)stored([&] { return store.visits().release(QString::fromStdString(record.id)); });
    }
    Error error = result ? (written ? Error{} : written.error()) : result.error();
    if (!written) {
        // The studio's file cannot take it: all of it goes where it can be brought in from.
        const auto folder = rescueFolder();
        const bool rescued = folder && stored([&] { return writeFile(*folder / "whole-visit.json", wholeVisitToJson(record)); });
        error.what = result ? error.what : sentences({error.what, written.error().what});
        error.safe = rescued ? say("visit-rescued-in", (*folder / "whole-visit.json").string()) : say("no-other-place");
    }
    if (!result || !written) {
        fail(error, record);
    } else {
        Q_EMIT workFinished(std::make_shared<VisitRecord>(std::move(record)), {});
    }
}

} // namespace lamp::app
