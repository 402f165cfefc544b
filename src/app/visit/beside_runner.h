// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/words.h"
#include "app/visit/opened_bench.h"
#include "base/fault.h"
#include "report/results.h"

#include <QObject>

#include <condition_variable>
#include <mutex>
#include <thread>

namespace lamp::app {

/// Where what was found beside visits is kept: files in a folder, and in the studio as the display's.
struct BesidePlace {
    QString folder, studio; ///< the studio's place; empty: nowhere else
    qint64 displayId = 0;
};
/// How such work ended.
struct BesideEnd {
    std::optional<Error> error;  ///< why before its end; nothing where it is whole
    std::optional<Error> unkept; ///< why it could not be written where it should be
    QString folder;              ///< where its files are
};

/// Work at a bench beside visits, on a thread of its own: it is opened, readings go into a journal as they are taken and into files at the end,
/// a person is asked where a fault needs one, and signals tell how it goes.
class BesideRunner : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;
    ~BesideRunner() override { stop(); }

    /// Ends it in order; what was read is kept.
    void cancel() { m_thread.request_stop(); }
    [[nodiscard]] bool running() const { return m_running; }
    [[nodiscard]] qint64 displayId() const { return m_displayId; }
    /// What is to become of the fault that was asked about: tried again, or the end of it.
    void answer(bool again);

Q_SIGNALS:
    void progressed(const QString &what, double fraction, double secondsLeft);
    void asked(const lamp::Error &fault);

protected:
    /// \param work on the thread; calls finished() at its end, on the window's \pre not running()
    void begin(qint64 displayId, double speed, std::function<void(const std::stop_token &)> work);
    void finished() { m_running = false; }
    /// Nothing of it goes on afterwards. Whoever derives calls it before its own parts go.
    void stop();
    /// Opens the bench, fills what the hooks need, works, keeps. \param work (Bench &) -> Status, fills the record \param keep (folder, whole) ->
    /// where it is kept
    template <typename Record, typename Hooks, typename Work, typename Keep>
    BesideEnd carryOut(const std::stop_token &stop, const BenchSource &source, const BesidePlace &place, Hooks &hooks, const Record &record,
                       Work work, Keep keep)
    {
        BesideEnd end;
        BenchClient::Options options;
        options.stop = stop;
        auto opened = OpenedBench::open(source, m_speed, options);
        const std::filesystem::path where = place.folder.toStdString();
        const Status ready = opened ? prepareFolder(where) : Status(opened.error());
        if (!ready) {
            end.error = ready.error();
            return end;
        }
        ReadingJournal journal(where / "readings.partial.csv");
        hooks.wallClock = wallNow;
        hooks.onProgress = [this](const Message &what, double fraction, double left) { Q_EMIT progressed(text(what), fraction, left); };
        hooks.askToMend = [this, &stop](const Error &fault) { return ask(fault, stop); };
        hooks.onReading = [&, told = hooks.onReading](const Measurement &m, const Record &r) {
            if (const Status s = journal.append(m, [&] { return readingSet(r); }); !s) {
                end.unkept = s.error();
            }
            if (told) {
                told(m, r);
            }
        };
        // After a fault of the program what was read is kept all the same.
        const Status status = catchFaults([&]() -> Status { return work(opened->bench()); }, [](Error e) -> Status { return e; });
        end.error = status ? std::nullopt : std::optional(status.error());
        const auto kept = [&] {
            return catchFaults([&]() -> Result<KeptResults> { return keep(where, bool(status)); }, [](Error e) -> Result<KeptResults> { return e; });
        };
        if (!record.readings.empty() && note(end, where, kept())) {
            journal.discard();
        }
        return end;
    }
    /// The end of work that a fault of the program cut off before it could say what became of it. Its journal stays in the folder.
    static BesideEnd faulty(const Error &fault, const BesidePlace &place) { return {fault, {}, place.folder}; }
    /// Says in an end where something was kept. \return whether it is on some disk
    static bool note(BesideEnd &end, const std::filesystem::path &folder, const Result<KeptResults> &kept);
    /// Keeps a document in the studio as well; where that cannot be, the end says so.
    static void keepInStudio(const BesidePlace &place, const std::string &document, BesideEnd &end);

private:
    /// On the thread: waits for answer().
    bool ask(const Error &fault, const std::stop_token &stop);
    std::atomic<bool> m_running{false};
    std::atomic<double> m_speed{0};
    qint64 m_displayId = 0;
    std::mutex m_mutex;
    std::condition_variable_any m_condition;
    std::optional<bool> m_answer;
    std::jthread m_thread;
};

} // namespace lamp::app
