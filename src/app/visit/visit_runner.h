// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/opened_bench.h"
#include "store/store.h"
#include "visit/visit.h"

#include <QObject>

#include <atomic>
#include <condition_variable>
#include <mutex>
#include <optional>
#include <thread>

namespace lamp::app {

using RecordPtr = std::shared_ptr<const VisitRecord>;

/// Runs one visit on a thread of its own, stores everything at once, and tells the window by signals. Questions to
/// the person wait for answer(); pause() holds the visit before its next reading.
class VisitRunner : public QObject {
    Q_OBJECT

public:
    explicit VisitRunner(QObject *parent = nullptr);
    ~VisitRunner() override;

    /// Begins a visit, or goes on with a stored one. \pre not running()
    void start(BenchSource source, VisitPlan plan, const DisplayEntry &display, const QString &storePath, std::optional<VisitRecord> resume = {});
    [[nodiscard]] bool running() const { return m_running; }
    [[nodiscard]] bool paused() const { return m_paused; }
    [[nodiscard]] qint64 displayId() const { return m_displayId; }
    /// The visit's key in the store, and who it belongs to there; empty before the thread has said so.
    [[nodiscard]] QString visitId() const { return m_visitId; }
    [[nodiscard]] QString owner() const { return m_owner; }
    [[nodiscard]] RecordPtr record() const { return m_latest; }
    /// The question that waits, if any.
    [[nodiscard]] const std::optional<Question> &question() const { return m_question; }

    void answer(const Answer &answer);
    void pause(bool on);
    /// No more readings of the display than there are: profile and verification by what is known.
    void enough() { m_enough = true; }
    /// A reading of the stage at work once more. \param number its own, 0 for the last one
    void readAgain(int number) { m_again = number; }
    void cancel();
    /// Waits until the thread has ended.
    void wait();

    /// Bench seconds per second where the clock is virtual; 0: as fast as it goes.
    void setSpeed(double speed) { m_speed = speed; }
    [[nodiscard]] double speed() const { return m_speed; }
    /// White may be read while somebody turns the menu, since the question is seen beside it. To be said at each question; until then it may not.
    void letGlance(bool may) { m_mayGlance = may; }

Q_SIGNALS:
    void readingTaken(const lamp::Measurement &measurement, lamp::app::RecordPtr record);
    void stageChanged(lamp::Stage stage, lamp::app::RecordPtr record);
    void progressed(const lamp::Progress &progress);
    /// What is read next, and why.
    void nextTold(const lamp::NextReading &next);
    void noted(const QString &text);
    void asked(const lamp::Question &question);
    /// White while somebody turns the menu.
    void glanced(const lamp::WhiteStanding &standing);
    void finished(lamp::app::RecordPtr record);
    void failed(const lamp::Error &error, lamp::app::RecordPtr record);

    // From the visit's thread to this object, which brings its own state up before it tells the window.
    void workBegun(const QString &visitId, const QString &owner, QPrivateSignal);
    void workAsked(const lamp::Question &question, QPrivateSignal);
    void workChanged(lamp::Stage stage, lamp::app::RecordPtr record, QPrivateSignal);
    void workFinished(lamp::app::RecordPtr record, QPrivateSignal);
    void workFailed(const lamp::Error &error, lamp::app::RecordPtr record, QPrivateSignal);

private:
    void work(const std::stop_token &stop, const BenchSource &source, VisitPlan plan, qint64 displayId, const QString &storePath,
              std::optional<VisitRecord> resume);
    /// Stores how a visit ended, and says so. \param written whether its readings are stored \param result of the visit itself
    void end(Store &store, VisitRecord &record, qint64 displayId, Status written, const Status &result);
    Answer waitForAnswer(const Question &question, const std::stop_token &stop);
    void waitWhilePaused(const std::stop_token &stop);

    std::jthread m_thread;
    std::mutex m_mutex;
    std::condition_variable_any m_condition;
    std::optional<Answer> m_answer;
    std::optional<Question> m_question;
    RecordPtr m_latest;
    std::atomic<bool> m_paused{false}, m_running{false}, m_enough{false};
    std::atomic<bool> m_mayGlance{false}; ///< while the question that stands waits
    static constexpr int kNone = -1;
    std::atomic<int> m_again{kNone}; ///< number of a reading that somebody wants once more
    std::atomic<double> m_speed{60};
    qint64 m_displayId = 0;
    QString m_visitId, m_owner;
};

} // namespace lamp::app
