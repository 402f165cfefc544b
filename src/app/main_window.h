// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look.h"
#include "app/visit_runner.h"
#include "exchange/results.h"
#include "store/store.h"
#include "visit/whole_visit.h"

#include <QMainWindow>

#include <map>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QStackedWidget;
class QTextBrowser;
class QTreeWidget;
class QTreeWidgetItem;

namespace lamp::app {

class Background;
class BenchPanel;
class CardView;
class FileDesk;
class InstalledPanel;
class PatchWindow;
class QuickReader;
class ReadingPanel;
class Worksheet;

/// The program's window: places with their lamps at the side, card and worksheet in the middle, the reading and
/// the bench beside them, progress below.
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

    [[nodiscard]] Worksheet *worksheet() const { return m_worksheet; }
    [[nodiscard]] VisitRunner *runner() const { return m_runner; }
    [[nodiscard]] Store *store() const { return m_store.get(); }
    [[nodiscard]] ReadingPanel *reading() const { return m_reading; }
    [[nodiscard]] BenchPanel *bench() const { return m_bench; }
    [[nodiscard]] FileDesk *desk() const { return m_desk; }
    [[nodiscard]] InstalledPanel *installed() const { return m_installed; }
    /// Shows patches on a screen of this computer; null before the first display that has one.
    [[nodiscard]] const PatchWindow *patchWindow() const { return m_patch; }
    /// Lays files on the desk: profiles, readings.
    void openFiles(const QStringList &files);
    [[nodiscard]] QString statusText() const;
    [[nodiscard]] bool fillingDemo() const { return m_filling; }
    [[nodiscard]] qint64 currentDisplay() const { return m_display; }
    /// The simulated bench of a display that was looked at; null for others.
    [[nodiscard]] std::shared_ptr<sim::SimBench> simulatedBench(qint64 displayId) const
    {
        const auto it = m_benches.find(displayId);
        return it == m_benches.end() ? nullptr : it->second;
    }

protected:
    void closeEvent(QCloseEvent *event) override;
    void dragEnterEvent(QDragEnterEvent *event) override;
    void dropEvent(QDropEvent *event) override;
    bool eventFilter(QObject *watched, QEvent *event) override;

private:
    void buildCentre();
    void buildSide();
    void buildBottom();
    void buildMenus();
    void connectRunner();
    void reloadPlaces();
    void showCard();
    void showInterrupted();
    void offerFirstStart();
    void goOnWith(const VisitEntry &entry);
    void run(VisitPlan plan, std::optional<VisitRecord> resume);
    BenchSource benchFor(const DisplayEntry &display);
    /// The last visit of a display that was finished, if any.
    [[nodiscard]] std::optional<VisitRecord> lastVisit(qint64 display) const;
    void rankWithInstrument();
    /// Whether the instrument is at work, which is then said: two at once would read each other's patches.
    [[nodiscard]] bool atWork() const;
    /// The same, and says so where it is.
    bool busy();
    void banner(const QString &text, const QString &yes = {}, std::function<void()> onYes = {}, const QString &no = {},
                std::function<void()> onNo = {});
    void visitFinished(const RecordPtr &record);
    void visitFailed(const Error &error, const RecordPtr &record);
    /// Shows a visit that is kept; not the running one.
    void showRecord(const RecordPtr &record);
    /// Goes to the running visit, wherever one is, with its question.
    void showRunning();
    /// The way to the running visit, where something else is shown, and whether it waits.
    void tellOfVisit();
    /// What belongs to the end of a visit, however it ended.
    void visitEnded();
    /// Whether it may be run: a bench command that nobody here has agreed to is shown first, and `onYes` goes on.
    bool agreed(const BenchSource &source, std::function<void()> onYes);
    /// Writes a visit's files and keeps its profile, off the window's thread. \param displayId whose visit it is
    /// \param output of this computer that it belongs to, or empty
    void keep(const RecordPtr &record, qint64 displayId, const QString &output = {});
    void keptIn(const RecordPtr &record, qint64 displayId, const QString &output, const QString &folder, const Result<KeptResults> &kept);
    /// Says where the store could not do what it was asked to. \return whether it did
    bool did(const Status &status);
    void showReport();
    void addDisplay();
    void connectDesk();
    void bringIn(const ReadingSet &set, qint64 display, const QString &target);
    void passVisitOn();
    void bringVisitIn(const VisitRecord &record);
    /// Keeps a target, a tolerance or a correction in the studio.
    void bringAimIn(StudioFile kind, const std::string &json);
    void installProfile(const Bytes &profile);
    /// A display that is known from what was brought in, in the first room.
    Result<qint64> displayBroughtIn(DisplayEntry entry);
    void keepBroughtIn(VisitRecord made, qint64 display, const QString &name);
    void pauseOrGoOn();
    void cancelVisit();
    bool handleKey(QKeyEvent *event);
    void setSurround(Surround surround);
    void restoreState();
    [[nodiscard]] bool visitShown() const;

    QString m_storePath;
    std::unique_ptr<Store> m_store;
    VisitRunner *m_runner;
    QuickReader *m_quick;
    QTreeWidget *m_places;
    QStackedWidget *m_stack;
    QWidget *m_welcome;
    CardView *m_card;
    Worksheet *m_worksheet;
    FileDesk *m_desk;
    InstalledPanel *m_installed;
    QWidget *m_reportPage;
    QTextBrowser *m_report;
    ReadingPanel *m_reading;
    BenchPanel *m_bench;
    QWidget *m_bannerWidget;
    QLabel *m_bannerText, *m_status;
    QPushButton *m_bannerYes, *m_bannerNo, *m_pause, *m_cancel, *m_toVisit;
    Background *m_background;
    Background *m_examiner; ///< of the studio's file; apart, since other work must not push it aside
    std::stop_source m_stopExamining;
    std::function<void()> m_onYes, m_onNo;
    QProgressBar *m_progress;
    QComboBox *m_speed;
    QLabel *m_demoTime;
    PatchWindow *m_patch = nullptr;
    std::map<qint64, std::shared_ptr<sim::SimBench>> m_benches;
    RecordPtr m_shown;
    bool m_showsVisit = false; ///< the worksheet shows the running visit, not one from the card
    qint64 m_display = 0;
    std::jthread m_demoThread;
    bool m_filling = false;
};

} // namespace lamp::app
