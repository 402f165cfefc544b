// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/look.h"
#include "app/studio/open_studio.h"
#include "app/visit/visit_controller.h"

#include <QMainWindow>

class QLabel;
class QStackedWidget;
class QTreeView;

namespace lamp::app {

class Background;
class Banner;
class BenchPanel;
class BringIn;
class CardView;
class FileDesk;
class InstalledPanel;
class PlacesModel;
class ProgressBar;
class ReadingPanel;
class ReportPage;
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
    void openStore(bool demo);
    void startVisit(Task task);
    void selectDisplay(qint64 id);
    void setSpeed(double speed);
    /// Lays files on the desk: profiles, readings.
    void openFiles(const QStringList &files);

    [[nodiscard]] Worksheet *worksheet() const { return m_worksheet; }
    [[nodiscard]] VisitRunner *runner() const { return &m_visits->runner(); }
    [[nodiscard]] VisitController *visits() const { return m_visits; }
    [[nodiscard]] Store *store() const { return m_studio->store(); }
    [[nodiscard]] ReadingPanel *reading() const { return m_reading; }
    [[nodiscard]] BenchPanel *bench() const { return m_bench; }
    [[nodiscard]] FileDesk *desk() const { return m_desk; }
    [[nodiscard]] InstalledPanel *installed() const { return m_installed; }
    [[nodiscard]] QString statusText() const;
    [[nodiscard]] bool fillingDemo() const { return m_studio->filling(); }
    [[nodiscard]] qint64 currentDisplay() const { return m_display; }

protected:
    void closeEvent(QCloseEvent *event) override;
    void dragEnterEvent(QDragEnterEvent *event) override;
    void dropEvent(QDropEvent *event) override;
    bool eventFilter(QObject *watched, QEvent *event) override;

private:
    void layOut();
    void buildMenus();
    void connectPages();
    void connectStudio();
    void connectVisits();
    void reloadPlaces();
    void showCard();
    /// Shows a visit that is kept; not the running one.
    void showRecord(const RecordPtr &record);
    void showKept(const QString &visitId);
    /// Goes to the running visit, wherever one is, with its question.
    void showRunning();
    void visitBegun(const RecordPtr &record, bool simulated);
    void visitEnded(const RecordPtr &record, bool whole);
    /// The way to the running visit, where something else is shown, and whether it waits.
    void tellOfVisit();
    void toggleReport();
    void addDisplay();
    void passVisitOn();
    void installProfile(const Bytes &profile);
    bool handleKey(QKeyEvent *event);
    void setSurround(Surround surround);
    [[nodiscard]] bool visitShown() const;
    [[nodiscard]] bool onWorksheet() const;

    Banner *m_banner;
    InstalledPanel *m_installed;
    OpenStudio *m_studio;
    VisitController *m_visits;
    Background *m_background;
    PlacesModel *m_placesModel;
    QTreeView *m_places;
    QStackedWidget *m_stack;
    Welcome *m_welcome;
    CardView *m_card;
    Worksheet *m_worksheet;
    FileDesk *m_desk;
    BringIn *m_bringIn;
    ReportPage *m_report;
    ReadingPanel *m_reading;
    BenchPanel *m_bench;
    ProgressBar *m_progress;
    RecordPtr m_shown;
    bool m_showsVisit = false; ///< the worksheet shows the running visit, not one from the card
    qint64 m_display = 0;
};

} // namespace lamp::app
