// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "answer/answer.h"
#include "app/parts/look.h"
#include "app/studio/open_studio.h"
#include "app/visit/visit_desk.h"

#include <QMainWindow>

class QTimer;

namespace lamp::app {

class Background;
class Banner;
class AnswersView;
class BenchPanel;
class BringIn;
class CardView;
class CompareView;
class FileDesk;
class FleetDesk;
class Frame;
class InstalledPanel;
class Pages;
class PlacesView;
class ProgressBar;
class ReadingPanel;
class ReportPage;
class StudioDesk;
class DiagnosisView;
class EvidenceView;
class SurveyView;
class Welcome;
class Worksheet;

/// The program's window: places with their lamps at the side, card and worksheet in the middle, the reading and the
/// bench beside them, progress below. It goes from page to page; what the pages show is owned by OpenStudio (what is
/// kept) and VisitController (what is measured).
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    explicit MainWindow(QString storePath, QWidget *parent = nullptr);
    ~MainWindow() override;

    /// Opens the store; where it is the demo's and new, fills it in the background.
    void openStore(Demo demo = Demo::None);
    void startVisit(Task task);
    void selectDisplay(qint64 id);
    void setSpeed(double speed);
    /// Lays files on the desk: profiles, readings.
    void openFiles(const QStringList &files);

    [[nodiscard]] Worksheet *worksheet() const { return m_visitDesk->worksheet(); }
    [[nodiscard]] VisitRunner *runner() const { return &m_visits->runner(); }
    [[nodiscard]] VisitController *visits() const { return m_visits; }
    [[nodiscard]] Store *store() const { return m_studio->store(); }
    [[nodiscard]] ReadingPanel *reading() const { return m_visitDesk->reading(); }
    [[nodiscard]] BenchPanel *bench() const { return m_visitDesk->bench(); }
    [[nodiscard]] FileDesk *desk() const { return m_desk; }
    [[nodiscard]] FleetDesk *fleet() const { return m_fleet; }
    [[nodiscard]] SurveyView *survey() const { return m_survey; }
    [[nodiscard]] DiagnosisView *diagnosis() const { return m_diagnosis; }
    [[nodiscard]] AnswersView *answers() const { return m_answers; }
    [[nodiscard]] CompareView *comparing() const { return m_compare; }
    [[nodiscard]] EvidenceView *evidence() const { return m_evidence; }
    [[nodiscard]] InstalledPanel *installed() const { return m_installed; }
    [[nodiscard]] DueBook &due() const { return m_studio->due(); }
    [[nodiscard]] QString statusText() const;
    [[nodiscard]] bool fillingDemo() const { return m_studio->filling(); }
    [[nodiscard]] qint64 currentDisplay() const;

protected:
    void closeEvent(QCloseEvent *event) override;

private:
    void showSurvey();
    void showDiagnosis();
    void showAnswers();
    void showCompare();
    void showEvidence();
    void showBody();
    /// What an answer says is next.
    void takeStep(qint64 display, const AnswerStep &step);
    void layOut();
    void buildMenus();
    void connectPages();
    void connectStudio();
    void connectVisits();
    void reloadPlaces();
    /// Shows anew what another window or workstation may have changed.
    void lookAgain();
    void showCard();
    /// What a studio is opened with: what it asks for today, or its only display.
    void showFirst();
    /// The way to the running visit, where something else is shown, and whether it waits.
    void tellOfVisit();
    void toggleReport();
    void passVisitOn();
    void installProfile(const Bytes &profile);
    [[nodiscard]] bool press(int key);
    void setSurround(Surround surround);
    [[nodiscard]] bool onWorksheet() const;

    Banner *m_banner;
    InstalledPanel *m_installed;
    OpenStudio *m_studio;
    VisitController *m_visits;
    VisitDesk *m_visitDesk;
    Background *m_background;
    QTimer *m_lookAgain; ///< runs while nothing is shown anew
    bool m_lookOnceMore = false;
    PlacesView *m_places;
    StudioDesk *m_register;
    Pages *m_stack;
    Frame *m_frame = nullptr;
    Welcome *m_welcome;
    CardView *m_card;
    FleetDesk *m_fleet;
    SurveyView *m_survey;
    DiagnosisView *m_diagnosis;
    AnswersView *m_answers;
    EvidenceView *m_evidence;
    CompareView *m_compare;
    FileDesk *m_desk;
    BringIn *m_bringIn;
    ReportPage *m_report;
    ProgressBar *m_progress;
};

} // namespace lamp::app
