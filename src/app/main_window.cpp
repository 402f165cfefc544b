// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/main_window.h"

#include "app/add_display.h"
#include "app/background.h"
#include "app/bench_consent.h"
#include "app/bench_panel.h"
#include "app/card_view.h"
#include "app/demo_studio.h"
#include "app/file_desk.h"
#include "app/installed_panel.h"
#include "app/quick_reader.h"
#include "app/reading_panel.h"
#include "app/screen_bench.h"
#include "app/screening_view.h"
#include "app/words.h"
#include "app/work_settings.h"
#include "app/worksheet.h"
#include "exchange/report.h"
#include "exchange/results.h"
#include "visit/own_readings.h"
#include "visit/whole_visit.h"

#include <QApplication>
#include <QCloseEvent>
#include <QComboBox>
#include <QDesktopServices>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenuBar>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QPrintDialog>
#include <QPrinter>
#include <QProgressBar>
#include <QPushButton>
#include <QScreen>
#include <QSettings>
#include <QSpinBox>
#include <QSplitter>
#include <QStackedWidget>
#include <QStandardPaths>
#include <QTextBrowser>
#include <QTimer>
#include <QTreeWidget>
#include <QUrl>
#include <QUuid>
#include <QWindow>

#include <map>

namespace lamp::app {

namespace {

constexpr int kIdRole = Qt::UserRole + 1;

/// A file name without what file systems or people stumble over.
QString fileName(QString s)
{
    for (QChar &c : s) {
        if (!c.isLetterOrNumber() && c != '-' && c != '.') {
            c = '-';
        }
    }
    return s;
}

/// Whether what has the focus is typed into: then letters, digits and the space bar are its own.
bool takesLetters(const QWidget *w)
{
    const auto *box = qobject_cast<const QComboBox *>(w);
    return qobject_cast<const QLineEdit *>(w) != nullptr || qobject_cast<const QTextEdit *>(w) != nullptr
           || qobject_cast<const QPlainTextEdit *>(w) != nullptr || qobject_cast<const QAbstractSpinBox *>(w) != nullptr || box != nullptr;
}

/// The ramps that a visit left loaded.
std::optional<Ramps> rampsOf(const VisitRecord &record)
{
    const auto profile = Profile::open(record.profile);
    return profile && record.display.lut ? profile->ramps(record.display.lut->entries) : std::nullopt;
}

} // namespace

MainWindow::MainWindow(QString storePath, QWidget *parent)
    : QMainWindow(parent), m_storePath(std::move(storePath)), m_runner(new VisitRunner(this)), m_quick(new QuickReader(this)),
      m_places(new QTreeWidget), m_stack(new QStackedWidget), m_welcome(new QWidget), m_card(new CardView), m_worksheet(new Worksheet),
      m_desk(new FileDesk), m_installed(new InstalledPanel), m_reportPage(new QWidget), m_report(new QTextBrowser), m_reading(new ReadingPanel),
      m_bench(new BenchPanel), m_bannerWidget(new QFrame), m_bannerText(new QLabel), m_status(new QLabel), m_bannerYes(new QPushButton),
      m_bannerNo(new QPushButton), m_pause(new QPushButton(tr("Pause (Esc)"))), m_cancel(new QPushButton(tr("Cancel"))), m_toVisit(new QPushButton),
      m_background(new Background(this)), m_examiner(new Background(this)), m_progress(new QProgressBar), m_speed(new QComboBox),
      m_demoTime(new QLabel)
{
    setWindowTitle(tr("Dutiful Lamp"));
    resize(1280, 760); // with its title bar it fits on a screen of 1280 by 800
    buildSide();
    buildCentre();
    auto *right = new QWidget;
    auto *rightLayout = new QVBoxLayout(right);
    rightLayout->setContentsMargins(0, 0, 0, 0);
    rightLayout->addWidget(m_reading);
    rightLayout->addWidget(m_bench);
    rightLayout->addStretch(1);
    right->setFixedWidth(326);
    auto *centre = new QWidget;
    auto *centreLayout = new QVBoxLayout(centre);
    centreLayout->setContentsMargins(0, 0, 0, 0);
    centreLayout->addWidget(m_bannerWidget);
    centreLayout->addWidget(m_stack, 1);
    auto *splitter = new QSplitter;
    splitter->setObjectName(QStringLiteral("panes"));
    splitter->addWidget(m_places);
    splitter->addWidget(centre);
    splitter->setStretchFactor(1, 1);
    splitter->setSizes({250, 690});
    splitter->setChildrenCollapsible(false);
    auto *all = new QWidget;
    auto *allLayout = new QGridLayout(all);
    allLayout->setContentsMargins(8, 6, 8, 6);
    allLayout->setSpacing(8);
    allLayout->addWidget(splitter, 0, 0);
    allLayout->addWidget(right, 0, 1);
    allLayout->setColumnStretch(0, 1);
    setCentralWidget(all);
    buildBottom();
    buildMenus();
    connectRunner();
    connectDesk();
    setAcceptDrops(true);
    restoreState();
    qApp->installEventFilter(this);
}

MainWindow::~MainWindow()
{
    qApp->removeEventFilter(this);
    m_demoThread.request_stop();
    m_stopExamining.request_stop();
    m_runner->cancel();
}

void MainWindow::buildSide()
{
    m_places->setHeaderHidden(true);
    m_places->setIconSize({26, 26});
    m_places->setRootIsDecorated(false);
    m_places->setIndentation(10);
    m_places->setMinimumWidth(200);
    m_places->setAccessibleName(tr("Places"));
    connect(m_places, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem *item) {
        if (item != nullptr && item->data(0, kIdRole).isValid()) {
            m_display = item->data(0, kIdRole).toLongLong();
            showCard();
        }
    });
}

void MainWindow::buildCentre()
{
    // First start.
    auto *welcome = new QVBoxLayout(m_welcome);
    welcome->setContentsMargins(40, 40, 40, 40);
    auto *title = new QLabel(tr("A lamp for every display: full when it shows true."));
    QFont large = title->font();
    large.setPixelSize(24);
    title->setFont(large);
    title->setWordWrap(true);
    auto *words =
        new QLabel(tr("Look around in the demo studio, a chart house with four simulated displays, or begin with an empty studio of your own. "
                      "Nothing asks for an account or a network."));
    words->setWordWrap(true);
    auto *demo = new QPushButton(tr("Open the demo studio"));
    demo->setDefault(true);
    auto *empty = new QPushButton(tr("Begin with an empty studio"));
    for (QWidget *w : std::initializer_list<QWidget *>{title, words, demo, empty}) {
        welcome->addWidget(w, 0, w == demo || w == empty ? Qt::AlignLeft : Qt::Alignment());
    }
    welcome->addStretch(1);
    connect(demo, &QPushButton::clicked, this, [this] {
        m_storePath = QFileInfo(m_storePath).absolutePath() + QStringLiteral("/demo.sqlite");
        openStore(true);
    });
    connect(empty, &QPushButton::clicked, this, &MainWindow::addDisplay);
    // Report.
    auto *report = new QVBoxLayout(m_reportPage);
    report->setContentsMargins(0, 0, 0, 0);
    auto *buttons = new QHBoxLayout;
    auto *back = new QPushButton(tr("Back to the worksheet (R)")), *save = new QPushButton(tr("Save as PDF…")),
         *print = new QPushButton(tr("Print…"));
    for (QPushButton *b : {back, save, print}) {
        buttons->addWidget(b);
    }
    buttons->addStretch(1);
    report->addLayout(buttons);
    // Paper is white in every surround.
    m_report->setStyleSheet(QStringLiteral("background:rgb(255,255,255);color:rgb(20,20,20)"));
    report->addWidget(m_report, 1);
    connect(back, &QPushButton::clicked, this, [this] { m_stack->setCurrentWidget(m_worksheet); });
    connect(save, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getSaveFileName(this, tr("Save the report"),
                                                          fileName(text(m_shown->profileName())) + QStringLiteral(".pdf"), tr("PDF (*.pdf)"));
        if (!file.isEmpty()) {
            m_background->start(
                tr("Drawing the report…"),
                [file, record = m_shown] { return writeFile(std::filesystem::path(file.toStdString()), reportPdf(*record)); },
                [this, file](const Status &s) { banner(s ? tr("The report is in %1.").arg(file) : text(s.error().text())); });
        }
    });
    connect(print, &QPushButton::clicked, this, [this] {
        QPrinter printer;
        if (QPrintDialog dialog(&printer, this); dialog.exec() == QDialog::Accepted) {
            m_report->document()->print(&printer);
        }
    });
    for (QWidget *w : std::initializer_list<QWidget *>{m_welcome, m_card, m_worksheet, m_desk, m_reportPage}) {
        m_stack->addWidget(w);
    }
    // Banner above: what happened, and what to do about it.
    m_bannerWidget->setObjectName(QStringLiteral("sheet"));
    auto *bannerLayout = new QHBoxLayout(m_bannerWidget);
    m_bannerText->setWordWrap(true);
    m_bannerText->setTextInteractionFlags(Qt::TextSelectableByMouse);
    bannerLayout->addWidget(m_bannerText, 1);
    bannerLayout->addWidget(m_bannerYes);
    bannerLayout->addWidget(m_bannerNo);
    m_bannerWidget->hide();
    connect(m_bannerYes, &QPushButton::clicked, this, [this] {
        m_bannerWidget->hide();
        if (m_onYes) {
            const auto act = m_onYes;
            act();
        }
    });
    connect(m_bannerNo, &QPushButton::clicked, this, [this] {
        m_bannerWidget->hide();
        if (m_onNo) {
            const auto act = m_onNo;
            act();
        }
    });
    connect(m_card, &CardView::visitWanted, this, &MainWindow::startVisit);
    connect(m_card, &CardView::recordWanted, this, [this](const QString &id) {
        if (m_runner->running() && m_runner->visitId() == id) {
            showRunning();
            return;
        }
        auto record = m_store->visits().record(id);
        if (record) {
            showRecord(std::make_shared<VisitRecord>(std::move(record).value()));
        } else {
            banner(text(record.error().text()));
        }
    });
    connect(m_card, &CardView::cadenceChanged, this, [this](int days) {
        if (did(m_store->studio().setCadence(m_display, days))) {
            reloadPlaces();
        }
    });
    connect(m_worksheet, &Worksheet::answered, this, [this](const Answer &a) {
        m_bench->askFor({}, 0);
        m_runner->answer(a);
    });
    connect(m_worksheet, &Worksheet::reportWanted, this, &MainWindow::showReport);
    connect(m_worksheet, &Worksheet::profileWanted, this, [this] { m_desk->layOpen(text(m_shown->profileName()), m_shown->profile); });
}

void MainWindow::buildBottom()
{
    auto *bar = new QWidget;
    auto *layout = new QHBoxLayout(bar);
    layout->setContentsMargins(0, 0, 0, 0);
    m_progress->setRange(0, 1000);
    m_progress->setAccessibleName(tr("Progress of the visit"));
    m_status->setMinimumWidth(260);
    layout->addWidget(m_status, 1);
    layout->addWidget(m_progress, 1);
    layout->addWidget(m_toVisit);
    layout->addWidget(m_pause);
    layout->addWidget(m_cancel);
    layout->addWidget(m_demoTime);
    layout->addWidget(m_speed);
    for (const auto &[label, speed] : std::vector<std::pair<QString, double>>{{tr("as it is"), 1.0},
                                                                              {QStringLiteral("× 10"), 10.0},
                                                                              {QStringLiteral("× 60"), 60.0},
                                                                              {QStringLiteral("× 300"), 300.0},
                                                                              {tr("at once"), 0.0}}) {
        m_speed->addItem(label, speed);
    }
    m_speed->setCurrentIndex(3);
    m_speed->setAccessibleName(tr("Speed of demo time"));
    m_demoTime->setText(tr("Demo time"));
    connect(m_speed, &QComboBox::currentIndexChanged, this, [this] { m_runner->setSpeed(m_speed->currentData().toDouble()); });
    m_runner->setSpeed(m_speed->currentData().toDouble());
    connect(m_pause, &QPushButton::clicked, this, &MainWindow::pauseOrGoOn);
    connect(m_cancel, &QPushButton::clicked, this, &MainWindow::cancelVisit);
    connect(m_toVisit, &QPushButton::clicked, this, &MainWindow::showRunning);
    connect(m_stack, &QStackedWidget::currentChanged, this, &MainWindow::tellOfVisit);
    connect(m_background, &Background::begun, this, [this](const QString &what) { m_status->setText(what); });
    connect(m_background, &Background::ended, this, [this] { m_status->clear(); });
    connect(m_background, &Background::failed, this, [this](const QString &why) { banner(tr("That could not be done: %1.").arg(why)); });
    for (QWidget *w : std::initializer_list<QWidget *>{m_progress, m_pause, m_cancel, m_demoTime, m_speed, m_toVisit}) {
        w->hide();
    }
    centralWidget()->layout()->addWidget(bar);
    static_cast<QGridLayout *>(centralWidget()->layout())->addWidget(bar, 1, 0, 1, 2);
}

void MainWindow::buildMenus()
{
    QMenu *studio = menuBar()->addMenu(tr("&Studio"));
    studio->addAction(tr("&Add a display…"), QKeySequence(tr("Ctrl+N")), this, &MainWindow::addDisplay);
    studio->addSeparator();
    studio->addAction(tr("&Open profiles or readings…"), QKeySequence::Open, this,
                      [this] { openFiles(QFileDialog::getOpenFileNames(this, tr("Profiles or readings"))); });
    studio->addAction(tr("&Type readings in…"), QKeySequence(tr("Ctrl+T")), this, [this] {
        if (m_store) {
            m_desk->typeReadings(*m_store, m_display);
        }
    });
    studio->addAction(tr("&Pass this visit on…"), this, &MainWindow::passVisitOn);
    studio->addAction(tr("&Visits and profiles…"), QKeySequence(tr("Ctrl+,")), this, [this] { WorkSettings(m_store.get(), this).exec(); });
    studio->addSeparator();
    studio->addAction(tr("&Quit"), QKeySequence::Quit, this, &QWidget::close);
    QMenu *display = menuBar()->addMenu(tr("&Display"));
    display->addAction(tr("&Full visit"), QKeySequence(tr("F5")), this, [this] { startVisit(Task::Full); });
    display->addAction(tr("&Refresh"), QKeySequence(tr("F6")), this, [this] { startVisit(Task::Refresh); });
    display->addAction(tr("&Check"), QKeySequence(tr("F7")), this, [this] { startVisit(Task::Check); });
    display->addAction(tr("&Next profile of this computer's output"), QKeySequence(tr("F9")), this, [this] { m_installed->next(); });
    display->addAction(tr("&Before and after on this computer's output"), QKeySequence(tr("F8")), this, [this] { m_installed->lookBothWays(); });
    display->addAction(tr("Its &card"), QKeySequence(tr("F2")), this, [this] { showCard(); });
    display->addAction(tr("To the running &visit"), QKeySequence(tr("F4")), this, [this] { showRunning(); });
    QMenu *view = menuBar()->addMenu(tr("S&urround"));
    for (const auto &[name, surround] : std::vector<std::pair<QString, Surround>>{
             {tr("&Dim"), Surround::Dim}, {tr("&Medium"), Surround::Medium}, {tr("&Bright"), Surround::Bright}}) {
        view->addAction(name, this, [this, surround = surround] { setSurround(surround); });
    }
    QMenu *help = menuBar()->addMenu(tr("&Help"));
    help->addAction(tr("&Keys"), QKeySequence::HelpContents, this, [this] {
        banner(tr("Space goes on; digits choose a target; Escape pauses and goes on again; B switches before and after; R opens the report; "
                  "F5 full visit, F6 refresh, F7 check, F2 card, F4 the running visit; F8 before and after on this computer's output, F9 its next "
                  "profile; Enter on a line "
                  "of the worksheet opens or folds it."));
    });
    help->addAction(tr("&About"), this, [this] {
        banner(tr("Dutiful Lamp %1: calibrates, profiles and verifies displays. Licence GPL-3.0-or-later.").arg(QApplication::applicationVersion()));
    });
}

void MainWindow::connectRunner()
{
    connect(m_runner, &VisitRunner::readingTaken, this, [this](const Measurement &m, const RecordPtr &r) {
        m_reading->show(m, *r);
        if (visitShown()) {
            m_worksheet->showReading(r);
        }
    });
    connect(m_runner, &VisitRunner::stageChanged, this, [this](Stage, const RecordPtr &r) {
        if (visitShown()) {
            m_shown = r;
            m_worksheet->setRecord(r);
        }
    });
    connect(m_runner, &VisitRunner::progressed, this, [this](const Progress &p) {
        m_progress->setValue(int(p.fraction * 1000));
        m_status->setText(tr("%1: about %2 left").arg(text(stageTitle(p.stage)), text(spanText(p.secondsLeft))));
    });
    connect(m_runner, &VisitRunner::asked, this, [this](const Question &q) {
        m_status->setText(tr("%1: waiting for you").arg(text(stageTitle(q.stage))));
        if (m_patch != nullptr && m_patch->isVisible() && m_patch->screen() == screen()) {
            // The question would lie behind the patch; it comes back for the next reading.
            m_patch->hide();
            activateWindow();
        }
        if (visitShown()) {
            showRunning();
        } else {
            tellOfVisit();
        }
    });
    // While a visit waits, perhaps for hours, its owner is still there.
    auto *lease = new QTimer(this);
    connect(lease, &QTimer::timeout, this, [this] {
        if (m_store && m_runner->running() && !m_runner->visitId().isEmpty()) {
            (void)m_store->visits().renewLease(m_runner->visitId(), m_runner->owner());
        }
    });
    lease->start(20000);
    connect(m_runner, &VisitRunner::noted, this, [this](const QString &t) { banner(t); });
    connect(m_runner, &VisitRunner::finished, this, &MainWindow::visitFinished);
    connect(m_runner, &VisitRunner::failed, this, &MainWindow::visitFailed);
}

void MainWindow::restoreState()
{
    const QSettings settings;
    restoreGeometry(settings.value(QStringLiteral("window/geometry")).toByteArray());
    if (auto *panes = findChild<QSplitter *>(QStringLiteral("panes"))) {
        panes->restoreState(settings.value(QStringLiteral("window/panes")).toByteArray());
    }
}

void MainWindow::openStore(bool demo)
{
    const bool fresh = !QFileInfo::exists(m_storePath);
    auto opened = Store::open(m_storePath);
    if (!opened) {
        banner(text(opened.error().text()));
        m_stack->setCurrentWidget(m_welcome);
        return;
    }
    m_store = std::move(opened).value();
    m_benches.clear();
    if (!m_store->movedAside().isEmpty()) {
        banner(tr("The studio's file was damaged. It is kept as %1; a new one was begun.").arg(m_store->movedAside()));
    }
    if (!m_store->copyBefore().isEmpty()) {
        banner(tr("The studio's file is of this version now. As it was before it is kept as %1.").arg(m_store->copyBefore()));
    }
    if (m_store->endedUncleanly()) {
        m_examiner->start(
            {}, [path = m_storePath, stop = m_stopExamining.get_token()] { return Store::examine(path, stop); },
            [this](const Status &sound) { (void)did(sound); });
    }
    if (demo && (fresh || m_store->studio().displays().empty())) {
        m_filling = true;
        m_status->setText(tr("Preparing the demo studio: simulated visits of the past months…"));
        m_demoThread = std::jthread([this, path = m_storePath](const std::stop_token &stop) {
            auto own = Store::open(path);
            const auto reload = [this] {
                QMetaObject::invokeMethod(
                    this, [this] { reloadPlaces(); }, Qt::QueuedConnection);
            };
            const Status s = own ? makeDemoStudio(*own.value(), wallNow(), reload, stop) : Status(own.error());
            const QString problem = s ? QString() : text(s.error().text());
            QMetaObject::invokeMethod(
                this,
                [this, problem] {
                    m_filling = false;
                    m_status->clear();
                    if (!problem.isEmpty()) {
                        banner(problem);
                    }
                    reloadPlaces();
                    showCard();
                },
                Qt::QueuedConnection);
        });
    }
    reloadPlaces();
    if (m_store->studio().displays().empty() && !m_filling) {
        m_stack->setCurrentWidget(m_welcome);
    } else {
        showCard();
    }
    showInterrupted();
}

void MainWindow::reloadPlaces()
{
    const auto displays = m_store->studio().displays();
    const auto rooms = m_store->studio().rooms();
    std::map<qint64, Upkeep> upkeeps;
    for (const DisplayStatus &s : m_store->board().displays()) {
        upkeeps[s.displayId] = s.upkeep;
    }
    if (const auto problem = m_store->takeProblem()) {
        // What is shown stays: an unreadable studio is not an empty one.
        banner(text(problem->text()));
        return;
    }
    const QSignalBlocker blocker(m_places);
    m_places->clear();
    for (const Room &room : rooms) {
        auto *place = new QTreeWidgetItem(m_places, {room.name});
        QFont bold = font();
        bold.setBold(true);
        place->setFont(0, bold);
        place->setFlags(Qt::ItemIsEnabled);
        for (const DisplayEntry &d : displays) {
            if (d.roomId != room.id) {
                continue;
            }
            const Upkeep upkeep = upkeeps[d.id];
            const QString words = text(lampWords(upkeep, wallNow()));
            auto *item = new QTreeWidgetItem(place, {d.name + '\n' + words});
            const LampFill fill = lampFill(upkeep, wallNow());
            QIcon icon(lampPixmap(fill, 26, palette().color(QPalette::WindowText), devicePixelRatioF()));
            icon.addPixmap(lampPixmap(fill, 26, palette().color(QPalette::HighlightedText), devicePixelRatioF()), QIcon::Selected);
            item->setIcon(0, icon);
            item->setData(0, kIdRole, d.id);
            item->setData(0, Qt::AccessibleTextRole, d.name + ", " + words);
            if (d.id == m_display) {
                m_places->setCurrentItem(item);
            }
        }
    }
    m_places->expandAll();
    if (m_display == 0 && !displays.empty()) {
        selectDisplay(displays.front().id);
    }
}

void MainWindow::selectDisplay(qint64 id)
{
    for (int i = 0; i < m_places->topLevelItemCount(); ++i) {
        QTreeWidgetItem *room = m_places->topLevelItem(i);
        for (int k = 0; k < room->childCount(); ++k) {
            if (room->child(k)->data(0, kIdRole).toLongLong() == id) {
                m_display = id;
                m_places->setCurrentItem(room->child(k));
            }
        }
    }
}

bool MainWindow::visitShown() const
{
    return m_runner->running() && m_showsVisit && m_stack->currentWidget() == m_worksheet;
}

bool MainWindow::did(const Status &status)
{
    if (!status) {
        banner(text(status.error().text()));
    }
    return status.ok();
}

void MainWindow::showRecord(const RecordPtr &record)
{
    m_showsVisit = false;
    m_shown = record;
    m_worksheet->setQuestion({}, false, {});
    m_worksheet->setRecord(record);
    m_stack->setCurrentWidget(m_worksheet);
    tellOfVisit();
}

void MainWindow::tellOfVisit()
{
    m_toVisit->setVisible(m_runner->running() && !visitShown());
    const auto display = m_store && m_runner->question() ? m_store->studio().display(m_runner->displayId()) : std::nullopt;
    m_toVisit->setText(display ? tr("%1 waits for you (F4)").arg(display->name) : tr("To the visit (F4)"));
}

void MainWindow::showRunning()
{
    if (!m_runner->running()) {
        return;
    }
    const bool fresh = !visitShown();
    m_showsVisit = true;
    {
        const QSignalBlocker blocker(m_places);
        selectDisplay(m_runner->displayId());
    }
    m_display = m_runner->displayId();
    if (m_runner->record()) {
        m_shown = m_runner->record();
    }
    const auto bench = m_benches.find(m_runner->displayId());
    const bool simulated = bench != m_benches.end();
    if (fresh) {
        m_worksheet->setRecord(m_shown);
        m_bench->setBench(simulated ? bench->second : nullptr);
        m_stack->setCurrentWidget(m_worksheet);
    }
    tellOfVisit();
    const std::optional<Question> q = m_runner->question();
    m_worksheet->setTargets(m_store->aims().targets());
    m_worksheet->setQuestion(q, simulated, m_shown ? m_shown->plan.target : Target{});
    if (q && q->kind == Question::Kind::Control) {
        m_bench->askFor(text(q->control), q->value);
    }
    // A stray button elsewhere must not swallow the space bar.
    if (q && q->kind != Question::Kind::Target && q->kind != Question::Kind::Control) {
        m_worksheet->setFocus();
    }
}

void MainWindow::showCard()
{
    const auto display = m_store ? m_store->studio().display(m_display) : std::nullopt;
    if (!display) {
        return;
    }
    if (m_runner->running() && m_runner->displayId() == m_display) {
        showRunning();
        return;
    }
    m_showsVisit = false;
    m_card->show(*display, *m_store, wallNow());
    if (const auto problem = m_store->takeProblem()) {
        banner(text(problem->text()));
    }
    m_installed->choose(display->screen);
    m_stack->setCurrentWidget(m_card);
    const BenchSource source = benchFor(*display);
    m_bench->setBench(source.simulated);
    tellOfVisit();
}

bool MainWindow::agreed(const BenchSource &source, std::function<void()> onYes)
{
    const QString command = text(source.command);
    if (command.isEmpty() || BenchConsent::given(command)) {
        return true;
    }
    banner(
        tr("This display's bench is a program that this studio names and that nobody at this computer has agreed to run yet. Run exactly this "
           "line?\n%1")
            .arg(command),
        tr("Run it"),
        [command, go = std::move(onYes)] {
            BenchConsent::give(command);
            go();
        },
        tr("Do not run it"));
    return false;
}

std::optional<VisitRecord> MainWindow::lastVisit(qint64 display) const
{
    for (const VisitEntry &v : m_store->visits().of(display)) {
        if (v.state == VisitState::Finished) {
            auto record = m_store->visits().record(v.id);
            return record ? std::optional(std::move(record).value()) : std::nullopt;
        }
    }
    return std::nullopt;
}

BenchSource MainWindow::benchFor(const DisplayEntry &display)
{
    BenchSource source;
    if (!display.bench.startsWith(QStringLiteral("sim:"))) {
        source.command = display.bench.toStdString();
        QScreen *where = screen();
        for (QScreen *s : QGuiApplication::screens()) {
            where = s->name() == display.screen ? s : where;
        }
        if (m_patch != nullptr && !atWork()) {
            m_patch->moveTo(where);
        }
        if (m_patch == nullptr) {
            m_patch = new PatchWindow(where);
            connect(m_patch, &PatchWindow::escaped, this, [this] {
                m_quick->cancel();
                if (!m_runner->paused()) {
                    pauseOrGoOn();
                }
            });
        }
        auto x = waylandHere().isEmpty() ? XScreen::open() : Result<std::unique_ptr<XScreen>>(std::unique_ptr<XScreen>());
        source.screen = std::make_shared<ScreenBench>(m_patch, display.model, display.technology, x ? std::move(x).value() : nullptr);
        return source;
    }
    auto &bench = m_benches[display.id];
    if (!bench) {
        auto made = sim::makeBench(display.bench.mid(4).toStdString(), std::uint64_t(display.id) + 11);
        if (!made) {
            banner(text(made.error().text()));
            return source;
        }
        bench = std::move(made).value();
        // A display that was visited stands as it was left: menu trimmed, ramps loaded, warm.
        if (const auto record = lastVisit(display.id)) {
            for (const auto &[name, value] : record->controls) {
                (void)bench->setControl(name, value);
            }
            if (const auto ramps = rampsOf(*record)) {
                (void)bench->setLut(*ramps);
            }
            bench->skipTime(7200);
        }
    }
    source.simulated = bench;
    return source;
}

bool MainWindow::atWork() const
{
    return m_runner->running() || m_quick->running();
}

bool MainWindow::busy()
{
    if (atWork()) {
        banner(tr("The instrument is at work already; finish or cancel that first."));
        return true;
    }
    return false;
}

void MainWindow::startVisit(Task task)
{
    if (busy()) {
        return;
    }
    VisitPlan plan;
    plan.task = task;
    plan.target = builtInTargets().front();
    applyWorkSettings(plan, m_store.get());
    if (const auto record = lastVisit(m_display)) {
        plan.target = record->plan.target;
        if (task == Task::Check) {
            plan.profileIn = record->profile;
            plan.profileInName = record->profileName();
        }
    }
    run(std::move(plan), std::nullopt);
}

void MainWindow::run(VisitPlan plan, std::optional<VisitRecord> resume)
{
    const auto display = m_store ? m_store->studio().display(m_display) : std::nullopt;
    if (!display || busy()) {
        return;
    }
    m_bannerWidget->hide();
    const BenchSource source = benchFor(*display);
    if (!agreed(source, [this, plan, resume, id = m_display] {
            m_display = id;
            run(plan, resume);
        })) {
        return;
    }
    if (!source.simulated && source.command.empty()) {
        banner(tr(
            "No bench reaches this display: it is known from readings that were brought in. Bring in or type newer ones, or add it with a bench."));
        return;
    }
    if (m_patch != nullptr) {
        m_patch->begin();
    }
    m_bench->setBench(source.simulated);
    m_installed->watch(false);
    m_reading->clear();
    m_shown = resume ? std::make_shared<VisitRecord>(*resume) : [&] {
        auto blank = std::make_shared<VisitRecord>();
        blank->plan = plan;
        blank->display.model = display->model.toStdString();
        blank->started = wallNow();
        return blank;
    }();
    m_showsVisit = true;
    m_worksheet->setQuestion({}, false, {});
    m_worksheet->setRecord(m_shown);
    m_stack->setCurrentWidget(m_worksheet);
    m_worksheet->setFocus();
    for (QWidget *w : std::initializer_list<QWidget *>{m_progress, m_pause, m_cancel}) {
        w->show();
    }
    m_demoTime->setVisible(source.simulated != nullptr);
    m_speed->setVisible(source.simulated != nullptr);
    m_pause->setText(tr("Pause (Esc)"));
    m_progress->setValue(0);
    m_runner->start(source, std::move(plan), *display, m_storePath, std::move(resume));
}

void MainWindow::showInterrupted()
{
    const auto open = m_store->visits().interrupted();
    if (open.empty() || m_runner->running()) {
        return;
    }
    const VisitEntry &entry = open.front();
    const auto display = m_store->studio().display(entry.displayId);
    banner(
        tr("A %1 visit of %2, begun on %3, was interrupted after %4. Nothing is lost.")
            .arg(text(taskName(entry.task)), display ? display->name : tr("a display"), text(longDate(entry.started)),
                 text(counted(entry.readings, "reading"))),
        tr("Go on"), [this, entry] { goOnWith(entry); }, tr("Set aside"),
        [this, entry] {
            if (did(m_store->visits().setState(entry.id, VisitState::SetAside))) {
                reloadPlaces();
                showCard();
                showInterrupted();
            }
        });
}

void MainWindow::goOnWith(const VisitEntry &entry)
{
    auto record = m_store->visits().record(entry.id);
    if (!record) {
        banner(text(record.error().text()));
        return;
    }
    selectDisplay(entry.displayId);
    VisitPlan plan = record->plan;
    run(std::move(plan), std::move(record).value());
}

void MainWindow::banner(const QString &message, const QString &yes, std::function<void()> onYes, const QString &no, std::function<void()> onNo)
{
    m_bannerText->setText(message);
    m_bannerYes->setText(yes.isEmpty() ? tr("Close") : yes);
    m_bannerNo->setText(no);
    m_bannerNo->setVisible(!no.isEmpty());
    m_onYes = std::move(onYes);
    m_onNo = std::move(onNo);
    m_bannerWidget->show();
}

void MainWindow::visitEnded()
{
    for (QWidget *w : std::initializer_list<QWidget *>{m_progress, m_pause, m_cancel, m_demoTime, m_speed, m_toVisit}) {
        w->hide();
    }
    m_installed->watch(true);
    if (m_patch != nullptr) {
        m_patch->hide();
    }
}

void MainWindow::visitFinished(const RecordPtr &record)
{
    const qint64 id = m_runner->displayId();
    const bool here = m_showsVisit && m_stack->currentWidget() == m_worksheet;
    // A bench with a display of its own never uses the patch window.
    const bool ownScreen = m_patch != nullptr && m_patch->used();
    const QString output = ownScreen ? m_patch->screen()->name() : QString();
    visitEnded();
    m_status->setText(tr("Visit finished: %1").arg(text(verdictName(record->verdict))));
    if (here) {
        showRecord(record);
    }
    keep(record, id, output);
    reloadPlaces();
}

void MainWindow::keep(const RecordPtr &record, qint64 displayId, const QString &output)
{
    const QString home = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation);
    const QString folder =
        QStringLiteral("%1/dutiful-lamp/visits/%2-%3").arg(home, text(localDate(record->started)), fileName(text(record->id).left(8)));
    m_background->start(
        tr("Writing report, readings and profile…"), [record, folder] { return keepResults(folder.toStdString(), *record, ReportKind::Pdf); },
        [this, record, displayId, output, folder](const Result<KeptResults> &kept) { keptIn(record, displayId, output, folder, kept); });
}

void MainWindow::keptIn(const RecordPtr &record, qint64 displayId, const QString &output, const QString &folder, const Result<KeptResults> &kept)
{
    m_status->setText(tr("Visit finished: %1").arg(text(verdictName(record->verdict))));
    QString message =
        kept && !kept->problem ? tr("Report, readings and profile are in %1.").arg(folder) : text(kept ? kept->problem->text() : kept.error().text());
    if (record->plan.task != Task::Check && !record->profile.empty()) {
        const auto copy = Installation(DesktopFolders::ofUser()).keepCopy(record->profile);
        message += ' ' + (copy ? tr("The profile is installed as %1.").arg(text(copy->string())) : text(copy.error().text()));
        if (!output.isEmpty() && m_installed->hasOutput()) {
            // Its ramps are loaded already, and the profile belongs to them.
            const Status used = m_installed->install(record->profile, output);
            message += ' ' + (used ? m_installed->words() : text(used.error().text()));
            if (used) {
                const Status noted = m_store->visits().noteInstalled(displayId, record->profile, QSysInfo::machineHostName(), output, wallNow());
                message += noted ? QString() : ' ' + text(noted.error().text());
            }
        }
        if (const auto it = m_benches.find(displayId); it != m_benches.end() && record->display.lut) {
            message +=
                ' ' + (it->second->view().display.lutLoaded ? tr("Its ramps are loaded; the display confirms it.") : tr("Its ramps are not loaded."));
        }
    }
    const auto display = m_store->studio().display(displayId);
    const bool elsewhere = m_shown != record && display;
    banner(elsewhere ? display->name + ": " + message : message, elsewhere ? tr("Show it") : QString(),
           elsewhere ? std::function<void()>([this, record, displayId] {
               selectDisplay(displayId);
               showRecord(record);
           })
                     : std::function<void()>());
}

void MainWindow::visitFailed(const Error &error, const RecordPtr &record)
{
    const bool here = m_showsVisit && m_stack->currentWidget() == m_worksheet;
    m_worksheet->setQuestion({}, false, {});
    visitEnded();
    m_showsVisit = false;
    m_status->setText(error.kind == ErrorKind::Cancelled ? tr("Visit stopped; its readings are kept.") : tr("Visit stopped by a fault."));
    reloadPlaces();
    if (!record->id.empty() && !record->readings.empty()) {
        if (here) {
            m_shown = record;
            m_worksheet->setRecord(record);
        }
        const QString id = text(record->id);
        banner(
            text(error.text()), tr("Go on"),
            [this, id] {
                for (const VisitEntry &e : m_store->visits().interrupted()) {
                    if (e.id == id) {
                        goOnWith(e);
                        return;
                    }
                }
                banner(tr("This visit cannot be gone on with from here: it was ended, or another window works on it."));
            },
            tr("Set aside"),
            [this, id] {
                if (did(m_store->visits().setState(id, VisitState::SetAside))) {
                    showCard();
                }
            });
    } else {
        if (!record->id.empty()) {
            (void)m_store->visits().setState(text(record->id), VisitState::SetAside);
        }
        banner(text(error.text()));
        if (here) {
            showCard();
        }
    }
}

void MainWindow::showReport()
{
    if (!m_shown || m_shown->checks.empty()) {
        return;
    }
    if (m_stack->currentWidget() == m_reportPage) {
        m_stack->setCurrentWidget(m_worksheet);
        return;
    }
    fillReport(*m_report->document(), *m_shown);
    m_report->moveCursor(QTextCursor::Start);
    m_stack->setCurrentWidget(m_reportPage);
}

void MainWindow::addDisplay()
{
    if (!m_store) {
        openStore(false);
    }
    if (!m_store) {
        return;
    }
    AddDisplay dialog(*m_store, this);
    if (dialog.exec() == QDialog::Accepted) {
        const auto id = dialog.add();
        if (!id) {
            banner(text(id.error().text()));
            return;
        }
        reloadPlaces();
        selectDisplay(*id);
        showCard();
    }
}

void MainWindow::connectDesk()
{
    m_card->addBelow(m_installed);
    connect(m_desk, &FileDesk::laid, this, [this] {
        m_bannerWidget->hide();
        m_stack->setCurrentWidget(m_desk);
    });
    connect(m_desk, &FileDesk::message, this, [this](const QString &words) { banner(words); });
    connect(m_desk, &FileDesk::working, m_status, &QLabel::setText);
    connect(m_desk, &FileDesk::installWanted, this, &MainWindow::installProfile);
    connect(m_desk, &FileDesk::readingsBrought, this, &MainWindow::bringIn);
    connect(m_desk, &FileDesk::visitBrought, this, &MainWindow::bringVisitIn);
    connect(m_desk, &FileDesk::aimBrought, this, &MainWindow::bringAimIn);
    connect(m_desk->screening(), &ScreeningView::instrumentWanted, this, &MainWindow::rankWithInstrument);
    connect(m_quick, &QuickReader::progressed, m_desk->screening(), &ScreeningView::setProgress);
    const auto ended = [this] {
        m_desk->screening()->setProgress(0, 0);
        m_installed->watch(true);
        if (m_patch != nullptr) {
            m_patch->hide();
        }
    };
    connect(m_quick, &QuickReader::finished, this, [this, ended](const ReadingSet &set) {
        ended();
        m_desk->rankBy(set);
    });
    connect(m_quick, &QuickReader::failed, this, [this, ended](const Error &error) {
        ended();
        banner(error.kind == ErrorKind::Cancelled ? tr("Stopped. The profiles are not ranked by these readings.") : text(error.text()));
    });
    connect(m_installed, &InstalledPanel::disturbed, this, [this](const QString &what) { banner(what); });
}

void MainWindow::rankWithInstrument()
{
    if (m_quick->running()) {
        m_quick->cancel();
        return;
    }
    const auto display = m_store ? m_store->studio().display(m_display) : std::nullopt;
    if (busy()) {
        return;
    }
    const BenchSource source = display ? benchFor(*display) : BenchSource{};
    if (!source.reaches()) {
        banner(tr("Choose at the side the display that the profiles are for, one that a bench reaches."));
        return;
    }
    if (!agreed(source, [this] { rankWithInstrument(); })) {
        return;
    }
    banner(
        tr("Lay the instrument on %1, which has been on for half an hour. %2 patches follow, without ramps; they do not flash, but the screen "
           "changes every few seconds: look away if that is bad for you.")
            .arg(display->name)
            .arg(quickSetSize()),
        tr("Begin"),
        [this, source, id = display->id] {
            if (busy()) {
                return;
            }
            const auto last = lastVisit(id);
            m_desk->screening()->setProgress(0, quickSetSize());
            m_installed->watch(false);
            m_quick->start(source, m_runner->speed(), last ? rampsOf(*last) : std::nullopt);
        },
        tr("Not now"));
}

void MainWindow::openFiles(const QStringList &files)
{
    if (!files.isEmpty()) {
        m_desk->open(files, m_store.get(), m_display);
    }
}

void MainWindow::installProfile(const Bytes &profile)
{
    const Status s = m_installed->install(profile);
    banner(s ? m_installed->words() : text(s.error().text()));
}

Result<qint64> MainWindow::displayBroughtIn(DisplayEntry entry)
{
    const auto rooms = m_store->studio().rooms();
    const auto room = rooms.empty() ? m_store->studio().addRoom(tr("Elsewhere")) : Result<qint64>(rooms.front().id);
    if (!room) {
        return room;
    }
    entry.roomId = room.value();
    entry.note = tr("Known from what was brought in.");
    return m_store->studio().add(entry, wallNow());
}

void MainWindow::passVisitOn()
{
    if (!m_shown || m_shown->id.empty() || m_stack->currentWidget() != m_worksheet) {
        banner(tr("Open the visit that is to be passed on first: its line on the display's card."));
        return;
    }
    const QString file = QFileDialog::getSaveFileName(this, tr("Pass the visit on"), fileName(text(m_shown->profileName())) + QStringLiteral(".json"),
                                                      tr("Whole visit (*.json)"));
    if (!file.isEmpty()) {
        const Status s = writeFile(std::filesystem::path(file.toStdString()), wholeVisitToJson(*m_shown));
        banner(s ? tr("The visit, with its readings and its profile, is in %1. Another studio opens it with Ctrl+O.").arg(file)
                 : text(s.error().text()));
    }
}

void MainWindow::bringAimIn(StudioFile kind, const std::string &json)
{
    if (!m_store) {
        banner(tr("Open a studio first: what you aim at is kept in it."));
        return;
    }
    const auto keepIt = [this](const auto &read, const QString &words, const auto &into) {
        const Status kept = read ? into(read.value()) : Status(read.error());
        banner(kept ? words : text(kept.error().text()));
    };
    switch (kind) {
    case StudioFile::Target: {
        const auto target = targetFromJson(json);
        keepIt(target, target ? tr("The target \"%1\" can be chosen in visits from now on.").arg(text(target->name)) : QString(),
               [this](const Target &t) { return m_store->aims().keep(t); });
        break;
    }
    case StudioFile::Tolerance: {
        const auto tolerance = toleranceFromJson(json);
        keepIt(tolerance,
               tolerance ? tr("Visits can be judged by \"%1\" from now on: Studio, Visits and profiles.").arg(text(tolerance->name)) : QString(),
               [this](const Tolerance &t) { return m_store->aims().keep(t); });
        break;
    }
    default: {
        const auto matrix = correctionFromJson(json);
        keepIt(matrix,
               matrix ? tr("The correction of %1 %2 for %3 is offered in visits that it fits.")
                            .arg(text(matrix->instrumentModel), text(matrix->instrumentSerial), text(matrix->technology))
                      : QString(),
               [this](const MatrixCorrection &m) { return m_store->aims().add(m); });
    }
    }
}

void MainWindow::bringVisitIn(const VisitRecord &record)
{
    if (!m_store) {
        banner(tr("Open a studio first: a visit belongs to a display."));
        return;
    }
    if (const auto there = m_store->visits().entry(text(record.id))) {
        const auto of = m_store->studio().display(there->displayId);
        banner(tr("This visit of %1 is in the studio already.").arg(of ? of->name : text(record.display.model)));
        return;
    }
    const auto known = m_store->studio().find(text(record.display.model), text(record.display.serial));
    qint64 display = known ? known->id : 0;
    if (display == 0) {
        DisplayEntry d;
        d.name = d.model = text(record.display.model.empty() ? "Display" : record.display.model);
        d.serial = text(record.display.serial);
        d.technology = text(record.display.technology);
        const auto id = displayBroughtIn(d);
        if (!id) {
            banner(text(id.error().text()));
            return;
        }
        display = id.value();
    }
    if (!did(m_store->visits().finish(record, display))) {
        return;
    }
    m_display = display;
    reloadPlaces();
    showRecord(std::make_shared<VisitRecord>(record));
    banner(tr("The visit of %1 is in the studio now.").arg(text(longDate(record.started))));
}

void MainWindow::bringIn(const ReadingSet &set, qint64 display, const QString &target)
{
    VisitPlan plan;
    Asked asked;
    if (!target.isEmpty()) {
        asked.target = plan.target = m_store->aims().target(target.toStdString());
    }
    applyWorkSettings(plan, m_store.get());
    m_background->start(
        tr("Describing the display by its readings…"), [set, plan, asked] { return visitOfReadings(set, plan, asked, wallNow()); },
        [this, display, name = text(set.display)](Result<VisitRecord> made) {
            if (!made) {
                m_desk->notBroughtIn();
                banner(text(made.error().text()));
                return;
            }
            keepBroughtIn(std::move(made).value(), display, name);
        });
}

void MainWindow::keepBroughtIn(VisitRecord made, qint64 display, const QString &name)
{
    DisplayEntry entry;
    entry.name = name;
    entry.model = text(made.display.model);
    entry.serial = text(made.display.serial);
    entry.technology = made.display.technology.empty() ? QStringLiteral("unknown") : text(made.display.technology);
    const auto id = display != 0 ? Result<qint64>(display) : displayBroughtIn(entry);
    made.id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString();
    const Status kept = id ? m_store->visits().finish(made, id.value()) : Status(id.error());
    if (!kept) {
        m_desk->notBroughtIn();
        banner(text(kept.error().text()));
        return;
    }
    m_desk->broughtIn();
    m_display = id.value();
    reloadPlaces();
    const auto record = std::make_shared<const VisitRecord>(std::move(made));
    showRecord(record);
    keep(record, id.value());
}

void MainWindow::dragEnterEvent(QDragEnterEvent *event)
{
    if (event->mimeData()->hasUrls()) {
        event->acceptProposedAction();
    }
}

void MainWindow::dropEvent(QDropEvent *event)
{
    QStringList files;
    for (const QUrl &url : event->mimeData()->urls()) {
        if (url.isLocalFile()) {
            files << url.toLocalFile();
        }
    }
    openFiles(files);
}

void MainWindow::pauseOrGoOn()
{
    if (!m_runner->running()) {
        return;
    }
    const bool pause = !m_runner->paused();
    m_runner->pause(pause);
    m_pause->setText(pause ? tr("Go on (Esc)") : tr("Pause (Esc)"));
    if (pause) {
        m_status->setText(tr("Paused: the reading in hand is finished first."));
    }
}

void MainWindow::cancelVisit()
{
    m_runner->pause(false);
    m_runner->cancel();
    m_status->setText(tr("Stopping…"));
}

void MainWindow::setSpeed(double speed)
{
    const int index = m_speed->findData(speed);
    if (index >= 0) {
        m_speed->setCurrentIndex(index);
    }
    m_runner->setSpeed(speed);
}

QString MainWindow::statusText() const
{
    return m_status->text();
}

void MainWindow::setSurround(Surround surround)
{
    applySurround(*qApp, surround);
    QSettings().setValue(QStringLiteral("look/surround"), int(surround));
    reloadPlaces();
}

bool MainWindow::handleKey(QKeyEvent *event)
{
    if (event->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier)) {
        return false;
    }
    const bool sheet = m_stack->currentWidget() == m_worksheet;
    if (event->key() == Qt::Key_Space && sheet && m_runner->running() && m_runner->question()) {
        m_worksheet->goOn();
        return true;
    }
    if (event->key() >= Qt::Key_1 && event->key() <= Qt::Key_9 && sheet && m_worksheet->choose(event->key() - Qt::Key_0)) {
        return true;
    }
    if (event->key() == Qt::Key_Escape && m_runner->running()) {
        pauseOrGoOn();
        return true;
    }
    if (event->key() == Qt::Key_B && sheet) {
        m_worksheet->toggleLook();
        return true;
    }
    if (event->key() == Qt::Key_R && (sheet || m_stack->currentWidget() == m_reportPage)) {
        showReport();
        return true;
    }
    return false;
}

bool MainWindow::eventFilter(QObject *watched, QEvent *event)
{
    if (event->type() == QEvent::Polish || event->type() == QEvent::Show) {
        // Names come from files and devices: a label shows them as they are, unless it says that its text is marked up.
        auto *label = qobject_cast<QLabel *>(watched);
        if (label != nullptr && label->textFormat() == Qt::AutoText) {
            label->setTextFormat(Qt::PlainText);
        }
    }
    if (event->type() == QEvent::KeyPress && isActiveWindow() && QApplication::activeModalWidget() == nullptr) {
        const bool typing = takesLetters(QApplication::focusWidget());
        // Once for the window that gets the key, not again for every parent it is passed on to.
        if (!typing && watched == windowHandle()) {
            if (handleKey(static_cast<QKeyEvent *>(event))) {
                return true;
            }
        }
    }
    return QMainWindow::eventFilter(watched, event);
}

void MainWindow::closeEvent(QCloseEvent *event)
{
    QSettings settings;
    settings.setValue(QStringLiteral("window/geometry"), saveGeometry());
    if (auto *panes = findChild<QSplitter *>(QStringLiteral("panes"))) {
        settings.setValue(QStringLiteral("window/panes"), panes->saveState());
    }
    // Stop in order: what was measured is stored already, the visit is found again at the next start.
    m_demoThread.request_stop();
    m_runner->pause(false);
    m_runner->cancel();
    m_quick->cancel();
    while (m_runner->running() || m_quick->running()) {
        QApplication::processEvents(QEventLoop::ExcludeUserInputEvents, 50);
    }
    delete m_patch;
    m_patch = nullptr;
    event->accept();
}

} // namespace lamp::app
