// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/beside_runner.h"
#include "app/visit/opened_bench.h"
#include "app/visit/visit_runner.h"
#include "diagnose/examination.h"
#include "report/results.h"
#include "simlab/sim_bench.h"
#include "store/store.h"
#include "survey/survey.h"

#include <QObject>

#include <functional>
#include <map>

namespace lamp {
class Undisturbed;
}

namespace lamp::app {

class Background;
class Banner;
class InstalledPanel;
class OpenStudio;
class PatchWindow;
class QuickReader;
class DiagnosisRunner;
class SurveyRunner;

/// Owns what is measured with: the running visit and its display, whatever the window shows; the benches; the patches on
/// What a visit is to be made with, other than what the last one was.
struct VisitWish {
    std::optional<double> luminance = {}; ///< of the target, cd/m²
    std::string mode = {};                ///< the display's own
};

/// a screen of this computer. One instrument at a time.
class VisitController : public QObject {
    Q_OBJECT

public:
    VisitController(OpenStudio &studio, InstalledPanel &installed, Banner &banner, QWidget &window);
    ~VisitController() override;

    [[nodiscard]] VisitRunner &runner() const { return *m_runner; }
    [[nodiscard]] QuickReader &quick() const { return *m_quick; }
    [[nodiscard]] SurveyRunner &surveys() const { return *m_surveys; }
    [[nodiscard]] DiagnosisRunner &diagnoses() const { return *m_diagnoses; }
    /// Looks for what is wrong with a display, against the newest visit that calibrated it.
    void diagnose(qint64 displayId, TestChoice tests);
    /// Measures a display beside visits, as it stands. \param earlier one that was cut off, to go on with
    void survey(qint64 displayId, const SurveyPlan &plan, std::shared_ptr<const SurveyRecord> earlier = nullptr);
    /// Keeps a day's light that was read with another meter.
    void typedRoom(qint64 displayId, const std::vector<RoomPoint> &points);
    /// Begins a visit to a display, by its last one's target.
    void start(Task task, qint64 displayId, const VisitWish &wish = {});
    /// Begins a full visit that makes a display like another one, as a visit to that one left it.
    void startLike(qint64 displayId, const QString &visitId);
    /// Goes on with a visit that was interrupted.
    void goOnWith(const VisitEntry &entry);
    /// Says of the first visit that was interrupted, and offers to go on with it or to set it aside.
    void offerInterrupted();
    void pauseOrGoOn();
    void cancel();
    /// Stops in order; what was measured is stored already. Returns when it has ended.
    void stop();
    /// Whether the instrument is at work: two at once would read each other's patches.
    [[nodiscard]] bool atWork() const;
    /// Reads the few patches that rank profiles on a display. \param begin as the reading begins
    void rank(qint64 displayId, const std::function<void()> &begin);

    /// How a display's bench is reached from here.
    BenchSource benchFor(const DisplayEntry &display);
    /// The simulated bench of a display that was looked at; null for others.
    [[nodiscard]] std::shared_ptr<sim::SimBench> simulatedBench(qint64 displayId) const;
    /// Shows patches on a screen of this computer; null before the first display that has one.
    [[nodiscard]] PatchWindow *patchWindow() const { return m_patch; }
    void forgetBenches() { m_benches.clear(); }

    /// Writes a visit's files and keeps its profile, off the window's thread. \param displayId whose visit it is
    /// \param output of this computer that it belongs to, or empty
    void keep(const RecordPtr &record, qint64 displayId, const QString &output = {});

Q_SIGNALS:
    /// A visit begins; the record is what is known of it yet.
    void begun(lamp::app::RecordPtr record, bool simulated);
    void pausedChanged(bool paused);
    /// A visit came to its end, or was stopped; the record is what it came to.
    void finished(lamp::app::RecordPtr record, qint64 displayId);
    void failed(const lamp::Error &error, lamp::app::RecordPtr record, qint64 displayId);
    /// Its files were written: what is to be said of them.
    void kept(lamp::app::RecordPtr record, qint64 displayId, const QString &message);
    /// A visit was set aside.
    void setAside();
    void status(const QString &words);

private:
    void run(VisitPlan plan, std::optional<VisitRecord> resume, qint64 displayId);
    /// atWork(), and says so.
    bool busy();
    /// Whether it may be run: a bench command that nobody here has agreed to is shown first, and `onYes` goes on.
    bool agreed(const BenchSource &source, std::function<void()> onYes);
    std::shared_ptr<sim::SimBench> simulated(const DisplayEntry &display);
    std::shared_ptr<Bench> screenBench(const DisplayEntry &display);
    void ended();
    /// Asks the desktop to leave the screen on while a visit runs, and says so where it cannot.
    void keepTheScreenOn(const DisplayEntry &display);
    void visitFinished(const RecordPtr &record);
    void visitFailed(const Error &error, const RecordPtr &record);
    void offerAfterFault(const QString &message, const QString &visitId);
    void setVisitAside(const QString &visitId);
    [[nodiscard]] QString keptMessage(const VisitRecord &record, qint64 displayId, const QString &output, const QString &folder,
                                      const Result<KeptResults> &kept);

    OpenStudio &m_studio;
    InstalledPanel &m_installed;
    Banner &m_banner;
    QWidget &m_window;
    VisitRunner *m_runner;
    QuickReader *m_quick;
    SurveyRunner *m_surveys;
    DiagnosisRunner *m_diagnoses;
    /// What measures beside visits: made ready for a display. \param again what is to be done once a bench has been agreed to
    /// \return nothing where it cannot be, which has been said
    std::optional<BenchSource> readyBeside(const DisplayEntry &display, const std::function<void()> &again);
    /// What a display's menu offers, by the newest of its visits that knew it.
    [[nodiscard]] std::vector<Control> knownMenu(qint64 displayId) const;
    [[nodiscard]] BesidePlace besidePlace(const QString &kind, const DisplayEntry &display) const;
    Background *m_writer; ///< of results; apart, since other work must not push it aside
    PatchWindow *m_patch = nullptr;
    QString m_besides;                          ///< a visit of somebody else that a person was told of and began another beside
    std::unique_ptr<Undisturbed> m_undisturbed; ///< while patches stand on a screen of this computer
    std::map<qint64, std::shared_ptr<sim::SimBench>> m_benches;
};

/// The ramps that a visit left loaded.
std::optional<Ramps> rampsOf(const VisitRecord &record);

} // namespace lamp::app
