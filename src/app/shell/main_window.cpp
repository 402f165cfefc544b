// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"
#include "app/answers/answers_view.h"
#include "app/compare/compare_view.h"
#include "app/diagnosis/diagnosis_view.h"
#include "app/evidence/evidence_view.h"
#include "app/parts/pages.h"
#include "app/shell/frame.h"
#include "app/shell/help_menu.h"
#include "app/studio/places_view.h"
#include "app/studio/studio_desk.h"
#include "app/survey/survey_view.h"

#include "app/board/reminder.h"
#include "app/files/bring_in.h"
#include "app/files/file_desk.h"
#include "app/files/ranking.h"
#include "app/fleet/fleet_desk.h"
#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/profiles/installed_panel.h"
#include "app/reports/report_page.h"
#include "app/shell/key_filter.h"
#include "app/shell/progress_bar.h"
#include "app/shell/welcome.h"
#include "app/studio/card_view.h"
#include "app/studio/due_book.h"
#include "app/studio/photographs.h"
#include "app/visit/bench_panel.h"
#include "app/visit/reading_panel.h"
#include "app/visit/work_settings.h"
#include "app/visit/worksheet.h"
#include "desktop/notice.h"

#include <QAbstractSpinBox>
#include <QApplication>
#include <QCloseEvent>
#include <QFileDialog>
#include <QMenuBar>
#include <QSettings>
#include <QTimer>

namespace lamp::app {

MainWindow::MainWindow(QString storePath, QWidget *parent)
    : QMainWindow(parent), m_banner(new Banner), m_installed(new InstalledPanel), m_studio(new OpenStudio(std::move(storePath), *m_banner, this)),
      m_visits(new VisitController(*m_studio, *m_installed, *m_banner, *this)), m_visitDesk(new VisitDesk(*m_studio, *m_visits, *m_banner, this)),
      m_background(new Background(this)), m_lookAgain(new QTimer(this)), m_places(new PlacesView),
      m_register(new StudioDesk(*m_studio, *m_banner, *this)), m_stack(new Pages), m_welcome(new Welcome), m_card(new CardView),
      m_fleet(new FleetDesk(
          *m_studio, *m_stack, *m_banner, [this] { return currentDisplay(); }, this)),
      m_survey(new SurveyView(m_visits->surveys(), *m_banner, [this] { return store(); })),
      m_diagnosis(new DiagnosisView(m_visits->diagnoses(), *m_banner, [this] { return store(); })), m_answers(new AnswersView(*m_banner)),
      m_evidence(new EvidenceView(*m_banner, [this] { return store(); })), m_compare(new CompareView(*m_banner, [this] { return store(); })),
      m_desk(new FileDesk), m_bringIn(new BringIn(*m_studio, *m_desk, *m_background, *m_banner, this)),
      m_report(new ReportPage(*m_background, *m_banner)), m_progress(new ProgressBar)
{
    setWindowTitle(tr("Dutiful Lamp"));
    resize(1280, 760); // with its title bar it fits on a screen of 1280 by 800
    layOut();
    buildMenus();
    connectPages();
    connectStudio();
    connectVisits();
    restoreGeometry(QSettings().value(QStringLiteral("window/geometry")).toByteArray());
    m_frame->restore();
    auto *keys = new KeyFilter(*this);
    connect(keys, &KeyFilter::pressed, this, [this](int key, bool &taken) { taken = press(key); });
}

MainWindow::~MainWindow()
{
    m_studio->stop();
    m_visits->runner().cancel();
}

void MainWindow::layOut()
{
    using enum Pages::Beside;
    m_stack->add(m_welcome, Reading, "User guide");
    m_stack->add(m_card, Reading, "A display's card");
    m_stack->add(m_survey, Nothing, "Measuring beside visits");
    m_stack->add(m_diagnosis, Nothing, "What is wrong");
    m_stack->add(m_answers, Nothing, "What people ask");
    m_stack->add(m_compare, Nothing, "Side by side");
    m_stack->add(m_evidence, Nothing, "Evidence");
    m_stack->add(worksheet(), Reading, "A visit");
    m_stack->add(m_desk, Reading, "Files from elsewhere");
    m_stack->add(m_report, Nothing, "The verdict");
    m_card->addBelow(m_installed);
    m_frame = new Frame(*m_places, *m_banner, *m_stack, {reading(), bench()}, *m_progress);
    connect(m_frame, &Frame::filesDropped, this, &MainWindow::openFiles);
    setCentralWidget(m_frame);
}

void MainWindow::buildMenus()
{
    QMenu *studio = menuBar()->addMenu(tr("&Studio"));
    studio->addAction(tr("&Add a display…"), QKeySequence(tr("Ctrl+N")), m_register, &StudioDesk::addDisplay);
    studio->addSeparator();
    studio->addAction(tr("&Open profiles or readings…"), QKeySequence::Open, this,
                      [this] { openFiles(QFileDialog::getOpenFileNames(this, tr("Profiles or readings"))); });
    studio->addAction(tr("&Enter readings by hand…"), QKeySequence(tr("Ctrl+T")), this, [this] {
        if (store() != nullptr) {
            m_desk->typeReadings(*store(), currentDisplay());
        }
    });
    studio->addAction(tr("E&xport this visit…"), this, &MainWindow::passVisitOn);
    studio->addAction(tr("&Where it is kept…"), this, [this] { m_register->move(runner()->running() || m_background->busy()); });
    studio->addAction(tr("&Take a copy along…"), m_register, &StudioDesk::takeAlong);
    studio->addAction(tr("&Bring a copy home…"), m_register, &StudioDesk::bringHome);
    studio->addAction(tr("&Name and mark on reports…"), m_register, &StudioDesk::editLetterhead);
    studio->addAction(tr("&Settings…"), QKeySequence(tr("Ctrl+,")), this, [this] { WorkSettings(store(), this).exec(); });
    studio->addSeparator();
    studio->addAction(tr("&Quit"), QKeySequence::Quit, this, &QWidget::close);
    QMenu *fleet = menuBar()->addMenu(tr("Fl&eet"));
    m_fleet->addMenu(*fleet);
    QMenu *display = menuBar()->addMenu(tr("&Display"));
    display->addAction(tr("&Full visit"), QKeySequence(tr("F5")), this, [this] { startVisit(Task::Full); });
    display->addAction(tr("&Refresh"), QKeySequence(tr("F6")), this, [this] { startVisit(Task::Refresh); });
    display->addAction(tr("&Check"), QKeySequence(tr("F7")), this, [this] { startVisit(Task::Check); });
    display->addAction(tr("Ev&idence"), QKeySequence(tr("Shift+F2")), this, &MainWindow::showEvidence);
    display->addAction(tr("&Measure beside visits"), QKeySequence(tr("Ctrl+M")), this, &MainWindow::showSurvey);
    display->addAction(tr("&What is wrong?"), QKeySequence(tr("Ctrl+D")), this, &MainWindow::showDiagnosis);
    display->addAction(tr("What people as&k"), QKeySequence(tr("Ctrl+K")), this, &MainWindow::showAnswers);
    display->addAction(tr("&Side by side"), QKeySequence(tr("Ctrl+B")), this, &MainWindow::showCompare);
    display->addAction(tr("&Gamut as a body…"), QKeySequence(tr("Ctrl+Shift+G")), this, &MainWindow::showBody);
    display->addAction(tr("&Next profile of this computer's output"), QKeySequence(tr("F9")), this, [this] { m_installed->next(); });
    display->addAction(tr("Compare &before and after on this computer's output"), QKeySequence(tr("F8")), this,
                       [this] { m_installed->lookBothWays(); });
    display->addAction(tr("&Edit the display…"), QKeySequence(tr("Ctrl+E")), this, [this] { m_register->editDisplay(currentDisplay()); });
    display->addAction(tr("C&ard of the display"), QKeySequence(tr("F2")), this, [this] { showCard(); });
    display->addAction(tr("Running &visit"), QKeySequence(tr("F4")), m_visitDesk, &VisitDesk::showRunning);
    QMenu *view = menuBar()->addMenu(tr("S&urround"));
    for (const auto &[name, surround] : std::vector<std::pair<QString, Surround>>{
             {tr("&Dim"), Surround::Dim}, {tr("&Medium"), Surround::Medium}, {tr("&Bright"), Surround::Bright}}) {
        view->addAction(name, this, [this, surround = surround] { setSurround(surround); });
    }
    menuBar()->addMenu(new HelpMenu(
        [this] {
            const bool target = onWorksheet() && worksheet()->targetForm() != nullptr;
            return target ? QStringLiteral("The target") : m_stack->heading();
        },
        *m_banner, this));
}

void MainWindow::connectPages()
{
    connect(m_places, &PlacesView::chosen, this, [this] { showCard(); });
    connect(m_stack, &QStackedWidget::currentChanged, this, [this] { tellOfVisit(); });
    connect(m_fleet, &FleetDesk::displayWanted, this, [this](qint64 id) {
        m_places->mean(id);
        showCard();
    });
    connect(m_fleet, &FleetDesk::visitWanted, this, [this](qint64 id, Task task) {
        m_places->mean(id);
        m_visits->start(task, id);
    });
    // In the background: a session that does not answer must not hold the window.
    new Reminder([this] { return store(); }, m_studio->due(),
                 [](const QString &title, const QString &which) { (void)QtConcurrent::run([=] { return notify(title, which).ok(); }); }, this);
    connect(m_survey, &SurveyView::wanted, m_visits, &VisitController::survey);
    connect(m_survey, &SurveyView::typed, m_visits, &VisitController::typedRoom);
    connect(m_answers, &AnswersView::stepWanted, this, &MainWindow::takeStep);
    connect(m_diagnosis, &DiagnosisView::wanted, m_visits, &VisitController::diagnose);
    connect(m_fleet, &FleetDesk::matchWanted, this, [this](qint64 id, const QString &likeVisit) {
        m_places->mean(id);
        m_visits->startLike(id, likeVisit);
    });
    connect(m_card, &CardView::visitWanted, this, &MainWindow::startVisit);
    connect(m_card->photographs(), &Photographs::said, this, [this](const QString &words) { m_banner->say(words); });
    connect(m_card->photographs(), &Photographs::failed, this, [this](const Error &e) { m_banner->say(e); });
    connect(m_card->photographs(), &Photographs::putAway, this, [this](qint64 id) { m_register->photographPutAway(id, currentDisplay()); });
    connect(m_card, &CardView::recordWanted, this, [this](const QString &id) { m_banner->did(m_visitDesk->showKept(id)); });
    connect(m_card, &CardView::cadenceChanged, this, [this](int days) {
        if (m_banner->did(store()->studio().setCadence(currentDisplay(), days))) {
            reloadPlaces();
        }
    });
    connect(worksheet(), &Worksheet::reportWanted, this, &MainWindow::toggleReport);
    connect(worksheet(), &Worksheet::profileWanted, this,
            [this] { m_desk->layOpen(text(m_visitDesk->shown()->profileName()), m_visitDesk->shown()->profile); });
    connect(m_report, &ReportPage::backWanted, this, [this] { m_stack->setCurrentWidget(worksheet()); });
    connect(m_desk, &FileDesk::laid, this, [this] {
        m_banner->hide();
        m_stack->setCurrentWidget(m_desk);
    });
    connect(m_desk, &FileDesk::message, this, [this](const QString &words) { m_banner->say(words); });
    connect(m_desk, &FileDesk::working, m_progress, &ProgressBar::work);
    connect(m_desk, &FileDesk::installWanted, this, &MainWindow::installProfile);
    connect(m_bringIn, &BringIn::broughtIn, this, [this](const RecordPtr &record, qint64 display, bool made) {
        m_places->mean(display);
        reloadPlaces();
        m_visitDesk->showRecord(record);
        if (made) {
            m_visits->keep(record, display);
        }
    });
    connect(m_bringIn, &BringIn::status, m_progress, &ProgressBar::say);
    connect(m_background, &Background::begun, m_progress, &ProgressBar::work);
    connect(m_background, &Background::ended, this, [this] { m_progress->work({}); });
    connect(m_progress, &ProgressBar::cancelWorkWanted, this, [this] {
        m_desk->cancel();
        if (m_background->busy()) {
            m_background->cancel();
            m_desk->notBroughtIn();
        }
    });
    connect(m_background, &Background::failed, this, [this](const QString &why) { m_banner->say(tr("That could not be done: %1.").arg(why)); });
    connect(m_installed, &InstalledPanel::disturbed, this, [this](const QString &what) { m_banner->say(what); });
}

void MainWindow::connectStudio()
{
    connect(m_welcome, &Welcome::demoWanted, this, [this] {
        m_studio->chooseDemo();
        openStore(Demo::Fleet);
    });
    connect(m_welcome, &Welcome::emptyWanted, m_register, &StudioDesk::addDisplay);
    connect(m_welcome, &Welcome::thisScreenWanted, m_register, &StudioDesk::calibrateThisScreen);
    connect(m_register, &StudioDesk::visitWanted, this, [this] { startVisit(Task::Full); });
    connect(m_studio, &OpenStudio::changed, this, &MainWindow::reloadPlaces);
    const auto openAgain = [this] {
        m_places->mean(0);
        openStore();
    };
    connect(m_register, &StudioDesk::openWanted, this, openAgain);
    const DueBook *due = &m_studio->due();
    connect(due, &DueBook::changed, this, [this, due] {
        m_places->setDue(*due);
        m_card->setDue(due->due(currentDisplay()), due->on());
        if (m_stack->currentWidget() == m_report && m_visitDesk->shown()) { // what its documents say is due is what the list says
            m_report->setDue(certificateFacts(*store(), *due, *m_visitDesk->shown()).due);
        }
    });
    connect(due, &DueBook::failed, this, [this](const Error &error) { m_banner->say(error); });
    connect(m_studio, &OpenStudio::wanted, this, openAgain);
    connect(m_fleet, &FleetDesk::editWanted, m_register, &StudioDesk::editDisplays);
    connect(m_register, &StudioDesk::manyChanged, this, [this] {
        reloadPlaces();
        m_fleet->showAgain();
    });
    connect(m_register, &StudioDesk::changed, this, [this](qint64 id) {
        reloadPlaces();
        selectDisplay(id);
        showCard();
    });
    connect(m_studio, &OpenStudio::changedElsewhere, this, &MainWindow::lookAgain);
    m_lookAgain->setSingleShot(true);
    connect(m_lookAgain, &QTimer::timeout, this, [this] {
        if (m_lookOnceMore) {
            lookAgain();
        }
    });
    connect(m_studio, &OpenStudio::filled, this, [this] {
        m_progress->say({});
        if (m_stack->currentWidget() != worksheet()) { // where somebody began already, they stay
            showFirst();
        }
    });
}

void MainWindow::connectVisits()
{
    connect(m_visitDesk, &VisitDesk::worksheetWanted, this, [this] {
        m_stack->setCurrentWidget(worksheet());
        tellOfVisit();
    });
    connect(m_visitDesk, &VisitDesk::displayMeant, m_places, &PlacesView::mean);
    connect(m_visitDesk, &VisitDesk::cardWanted, this, &MainWindow::showCard);
    connect(m_visitDesk, &VisitDesk::waits, this, &MainWindow::tellOfVisit);
    connect(m_visitDesk, &VisitDesk::status, m_progress, &ProgressBar::say);
    m_progress->follow(*m_visits);
    connect(m_visits, &VisitController::finished, this, &MainWindow::reloadPlaces);
    connect(m_visits, &VisitController::failed, this, &MainWindow::reloadPlaces);
    connect(m_visits, &VisitController::kept, this, [this](const RecordPtr &record, qint64 displayId, const QString &message) {
        const auto display = store()->studio().display(displayId);
        if (m_visitDesk->shown() == record || !display) {
            m_banner->say(message);
            return;
        }
        m_banner->say(display->name + ": " + message, tr("Show"), [this, record, displayId] {
            selectDisplay(displayId);
            m_visitDesk->showRecord(record);
        });
    });
    connect(m_visits, &VisitController::setAside, this, [this] {
        reloadPlaces();
        showCard();
    });
    connect(m_progress, &ProgressBar::visitWanted, m_visitDesk, &VisitDesk::showRunning);
    new Ranking(
        *m_desk, *m_visits, *m_banner, [this] { return currentDisplay(); }, this);
}

void MainWindow::reloadPlaces()
{
    if (store() != nullptr) {
        if (m_banner->did(m_studio->due().look(*store(), wallNow()))) {
            m_banner->did(m_places->reload(*store(), m_studio->due()));
        }
    }
}

void MainWindow::selectDisplay(qint64 id)
{
    m_places->choose(id);
    if (m_stack->currentWidget() != m_card && currentDisplay() == id) {
        showCard();
    }
}

qint64 MainWindow::currentDisplay() const
{
    return m_places->current();
}

void MainWindow::openStore(Demo demo)
{
    m_card->photographs()->leave();
    if (!m_studio->open(demo)) {
        m_stack->setCurrentWidget(m_welcome);
        return;
    }
    m_visits->forgetBenches();
    if (m_studio->filling()) {
        m_progress->say(tr("Preparing the demo studio: simulated visits of the past months…"));
    }
    if (store()->studio().count() == 0 && !m_studio->filling()) {
        m_stack->setCurrentWidget(m_welcome);
    } else {
        showFirst();
    }
    m_visits->offerInterrupted();
}

void MainWindow::showFirst()
{
    if (store()->studio().count() == 1) {
        showCard();
    } else {
        m_fleet->showBoard();
    }
}

bool MainWindow::onWorksheet() const
{
    return m_stack->currentWidget() == worksheet();
}

void MainWindow::tellOfVisit()
{
    const bool away = runner()->running() && !m_visitDesk->showsRunning();
    const auto display = away && store() != nullptr && runner()->question() ? store()->studio().display(runner()->displayId()) : std::nullopt;
    m_progress->offerVisit(!away ? QString() : (display ? tr("%1 is waiting for you (F4)").arg(display->name) : tr("Go to the visit (F4)")));
}

void MainWindow::showCard()
{
    const auto display = store() != nullptr ? store()->studio().display(currentDisplay()) : std::nullopt;
    if (!display) {
        return;
    }
    if (runner()->running() && runner()->displayId() == currentDisplay()) {
        m_visitDesk->showRunning();
        return;
    }
    m_banner->did(m_studio->due().keepFresh(*store(), wallNow()));
    m_card->show(*display, *store(), m_studio->due().due(display->id), m_studio->due().on());
    if (const auto problem = store()->takeProblem()) {
        m_banner->say(*problem);
    }
    m_installed->choose(display->screen);
    m_stack->setCurrentWidget(m_card);
    m_visitDesk->showCardOf(*display);
    tellOfVisit();
}

void MainWindow::lookAgain()
{
    // One's own visit is shown as it goes on, and its demo as it fills. Somebody else's may write every second.
    constexpr int kBetween = 700;
    if (runner()->running() || m_studio->filling() || m_lookAgain->isActive()) {
        m_lookOnceMore = true;
        return;
    }
    m_lookOnceMore = false;
    m_lookAgain->start(kBetween);
    reloadPlaces();
    const bool writing = qobject_cast<QAbstractSpinBox *>(QApplication::focusWidget()) != nullptr; // what is being entered stays
    if (m_stack->currentWidget() == m_card && !writing) {
        showCard();
    } else if (m_stack->currentWidget() == m_evidence) {
        m_evidence->showAgain();
    } else {
        m_fleet->showAgain();
    }
}

void MainWindow::startVisit(Task task)
{
    m_visits->start(task, currentDisplay());
}

void MainWindow::toggleReport()
{
    if (m_stack->currentWidget() == m_report) {
        m_stack->setCurrentWidget(worksheet());
    } else if (m_visitDesk->shown() && !m_visitDesk->shown()->checks.empty()) {
        const VisitRecord &shown = *m_visitDesk->shown();
        m_report->show(m_visitDesk->shown(), certificateFacts(*store(), m_studio->due(), shown));
        m_stack->setCurrentWidget(m_report);
    }
}

void MainWindow::openFiles(const QStringList &files)
{
    if (!files.isEmpty()) {
        m_desk->open(files, store(), currentDisplay());
    }
}

void MainWindow::installProfile(const Bytes &profile)
{
    if (m_banner->did(m_installed->install(profile))) {
        m_banner->say(m_installed->words());
    }
}

void MainWindow::passVisitOn()
{
    if (!m_visitDesk->shown() || m_visitDesk->shown()->id.empty() || !onWorksheet()) {
        m_banner->say(tr("First open the visit to export: its line on the display's card."));
        return;
    }
    m_bringIn->passOn(m_visitDesk->shown(), this);
}

void MainWindow::setSpeed(double speed)
{
    m_progress->setSpeed(speed);
}

QString MainWindow::statusText() const
{
    return m_progress->words();
}

void MainWindow::setSurround(Surround surround)
{
    applySurround(*qApp, surround);
    QSettings().setValue(QStringLiteral("look/surround"), int(surround));
    reloadPlaces();
}

bool MainWindow::press(int key)
{
    if (onWorksheet() && m_visitDesk->press(key)) {
        return true;
    }
    if (key == Qt::Key_Escape && runner()->running()) {
        m_visits->pauseOrGoOn();
        return true;
    }
    if (key == Qt::Key_R && (onWorksheet() || m_stack->currentWidget() == m_report)) {
        toggleReport();
        return true;
    }
    return false;
}

void MainWindow::closeEvent(QCloseEvent *event)
{
    QSettings().setValue(QStringLiteral("window/geometry"), saveGeometry());
    m_frame->save();
    m_studio->stop();
    m_visits->stop();
    event->accept();
}

} // namespace lamp::app
