// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "desktop/x_server.h"
#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/before_after/look_screen.h"
#include "app/before_after/look_view.h"
#include "app/board/board_view.h"
#include "app/files/file_desk.h"
#include "app/files/import_view.h"
#include "app/fleet/fleet_desk.h"
#include "app/parts/background.h"
#include "app/parts/plot_widget.h"
#include "app/profiles/installed_panel.h"
#include "app/profiles/profile_view.h"
#include "app/profiles/screening_view.h"
#include "app/shell/guide.h"
#include "app/shell/main_window.h"
#include "app/studio/add_display.h"
#include "app/studio/card_view.h"
#include "app/studio/due_book.h"
#include "app/studio/figure_strip.h"
#include "app/visit/bench_consent.h"
#include "app/visit/bench_panel.h"
#include "app/visit/reading_panel.h"
#include "app/visit/screen_bench.h"
#include "app/visit/stage_charts.h"
#include "app/visit/trim_bars.h"
#include "app/visit/work_settings.h"
#include "app/visit/worksheet.h"
#include "base/parallel.h"
#include "report/files.h"
#include "report/report.h"
#include "report/visit_plots.h"
#include "visit/whole_visit.h"

#include <QApplication>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDir>
#include <QDropEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QProcess>
#include <QPushButton>
#include <QRegularExpression>
#include <QScopeGuard>
#include <QSemaphore>
#include <QSettings>
#include <QSlider>
#include <QSpinBox>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QThreadPool>
#include <QTimer>
#include <QTreeView>

#include <atomic>
#include <csignal>
#include <random>
#include <unistd.h>

namespace ui_test {

using namespace lamp;
using namespace lamp::app;

namespace {

std::unique_ptr<MainWindow> demoWindow(const QString &store)
{
    auto window = std::make_unique<MainWindow>(store);
    window->show();
    window->openStore(Demo::Desks);
    window->setSpeed(0);
    window->activateWindow();
    // It opens with what is to be done today; these begin at a display's card.
    if (!window->fillingDemo() && window->currentDisplay() != 0) {
        window->selectDisplay(window->currentDisplay());
    }
    return window;
}

/// Opens files and waits until they lie on the desk.
void openAndWait(MainWindow &w, const QStringList &files)
{
    w.openFiles(files);
    QTRY_VERIFY_WITH_TIMEOUT(!w.desk()->busy(), 20000);
}

qint64 idOf(const MainWindow &w, const QString &name)
{
    for (const DisplayEntry &d : w.store()->studio().displays()) {
        if (d.name.startsWith(name)) {
            return d.id;
        }
    }
    return 0;
}

/// The last visit of a display that made ramps.
VisitRecord calibrated(const MainWindow &w, const QString &name)
{
    for (const VisitEntry &v : w.store()->visits().of(idOf(w, name))) {
        if (v.task == Task::Full && v.state == VisitState::Finished) {
            return w.store()->visits().record(v.id).value();
        }
    }
    return {};
}

} // namespace

class TestUi : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_dir;
    QString store() { return m_dir.filePath("studio.sqlite"); }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        qputenv("XDG_STATE_HOME", m_dir.filePath("state").toUtf8());
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, m_dir.filePath("config"));
        auto w = demoWindow(store());
        QTRY_VERIFY_WITH_TIMEOUT(!w->fillingDemo(), 60000);
    }

    void demoStudioHasItsFourLamps()
    {
        auto w = demoWindow(store());
        QCOMPARE(w->store()->studio().rooms().size(), size_t(2));
        std::map<QString, LampFill> fills;
        for (const DisplayEntry &d : w->store()->studio().displays()) {
            fills[d.name.section(',', 0, 0)] = lampOf(w->due().due(d.id));
        }
        QCOMPARE(fills.size(), size_t(4));
        QCOMPARE(fills["Avocet"], LampFill::Full);
        QCOMPARE(fills["Turnstone"], LampFill::Notched);
        QCOMPARE(fills["Curlew"], LampFill::Crescent);
        QCOMPARE(fills["Dunlin"], LampFill::Hollow);
        w->selectDisplay(idOf(*w, "Turnstone"));
        // At a glance: what it shows, what of it does not hold, and how it came to that.
        const auto *card = w->findChild<CardView *>();
        const QString figures = card->figures()->text();
        QVERIFY2(figures.contains("target 120: fail") && figures.contains("within 2.0: pass") && figures.contains("Contrast"), qPrintable(figures));
        const auto &years = card->years()->plot().series.at(0).points;
        const auto entries = w->store()->histories().all(idOf(*w, "Turnstone"));
        QCOMPARE(years.size(), entries.size());
        QVERIFY(years.size() > 10);
        QVERIFY(card->years()->isVisible());
        QCOMPARE(years.back().y, *entries.back().luminance);
        picture(*w, "card-out-of-tolerance");
        w->selectDisplay(idOf(*w, "Dunlin")); // never visited: nothing to show
        QVERIFY(card->figures()->text().isEmpty() && !card->figures()->isVisible() && !card->years()->isVisible());
    }

    // The unvisited display, from cold to signed off, by keys alone.
    void wholeVisitWithTheKeyboard()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        auto *places = w->findChild<QTreeView *>();
        places->setFocus();
        for (int i = 0; i < 5 && w->currentDisplay() != idOf(*w, "Dunlin"); ++i) {
            QTest::keyClick(w->windowHandle(), Qt::Key_Down);
        }
        QCOMPARE(w->currentDisplay(), idOf(*w, "Dunlin"));
        picture(*w, "places-and-card");
        QTest::keyClick(w->windowHandle(), Qt::Key_F5);
        QVERIFY(w->runner()->running());
        bool targetSeen = false;
        int controls = 0;
        const auto deadline = QDeadlineTimer(60000);
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            const std::optional<Question> q = w->runner()->question();
            if (!q) {
                continue;
            }
            if (q->kind == Question::Kind::Target) {
                picture(*w, "target");
                QTest::keyClick(w->windowHandle(), Qt::Key_2);
                targetSeen = true;
            }
            if (q->kind == Question::Kind::Control && ++controls == 1) {
                // The first one is turned by hand, on the display's own menu, with the keyboard; white is seen to follow.
                const TrimBars *bars = w->worksheet()->charts()->bars();
                QSlider *slider = w->bench()->slider(QString::fromStdString(q->control));
                QVERIFY(slider != nullptr);
                QTRY_VERIFY_WITH_TIMEOUT(bars->isLive(), 20000);
                const double before = bars->standing()->luminance;
                const auto readings = w->runner()->record()->readings.size();
                slider->setValue((slider->value() + int(q->value)) / 2);
                QTRY_VERIFY_WITH_TIMEOUT(bars->standing()->luminance < 0.9 * before, 20000);
                QVERIFY(bars->standing()->shares);
                QVERIFY2(bars->text().contains("Brightness: down from 70 to") || bars->text().contains("brightness: down from 70 to"),
                         qPrintable(bars->text()));
                QVERIFY(bars->text().contains("target 90.0 cd/m²"));
                picture(*w, "trim");
                // What was only looked at is not kept.
                QCOMPARE(w->runner()->record()->readings.size(), readings);
                slider->setValue(int(q->value));
                QTest::keyClick(w->windowHandle(), Qt::Key_Return);
                QTRY_VERIFY(!w->runner()->question() || w->runner()->question()->control != q->control || w->runner()->question()->value != q->value);
                continue;
            }
            if (q->stage == Stage::SignOff) {
                auto *remarks = w->worksheet()->findChild<QPlainTextEdit *>();
                QVERIFY(remarks != nullptr && remarks->accessibleName() == "Remarks");
                QVERIFY2(labels(*w).contains("Due again on"), qPrintable(labels(*w)));
                remarks->setPlainText("Hood was missing; bring one.");
            }
            if (q->stage == Stage::Look) {
                const bool after = w->findChild<LookView *>()->showsAfter();
                picture(*w, "look-after");
                QTest::keyClick(w->windowHandle(), Qt::Key_B);
                QCOMPARE(w->findChild<LookView *>()->showsAfter(), !after);
                picture(*w, "look-before");
            }
            QTest::keyClick(w->windowHandle(), Qt::Key_Space);
        }
        QVERIFY2(!w->runner()->running(), qPrintable(w->statusText()));
        QVERIFY(targetSeen);
        QVERIFY(controls >= 1);
        const RecordPtr r = w->runner()->record();
        QVERIFY(r != nullptr);
        QCOMPARE(r->plan.target.name, std::string("Dim room"));
        QCOMPARE(r->verdict, Verdict::Pass);
        QVERIFY(!r->lines.open());
        QVERIFY(english(r->lines.at(Stage::SignOff).summary).find("Signed off") != std::string::npos);
        QCOMPARE(r->lines.at(Stage::SignOff).note, std::string("Hood was missing; bring one."));
        QVERIFY(r->lines.at(Stage::Look).note.empty());
        QVERIFY(w->worksheet()->row(Stage::SignOff)->summary().contains("Hood was missing"));
        QVERIFY(w->reading()->text().contains("cd/m²"));
        picture(*w, "worksheet-signed-off");
        // What the window says is what is kept.
        const auto stored = w->store()->visits().record(QString::fromStdString(r->id));
        QVERIFY(stored.ok());
        QCOMPARE(stored->readings.size(), r->readings.size());
        QVERIFY(w->worksheet()->row(Stage::Verify)->summary().contains("24 colours"));
        // Report, readings and profile are on the disk; the profile is installed and its ramps confirmed.
        QTRY_VERIFY_WITH_TIMEOUT(labels(*w).contains("the display confirms it"), 20000);
        QCOMPARE(QDir(m_dir.filePath("data/icc")).entryList({"*.icc"}).size(), 1);
        const QStringList visits = QDir(m_dir.filePath("data/dutiful-lamp/visits")).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
        QCOMPARE(visits.size(), 1);
        const QDir folder(m_dir.filePath("data/dutiful-lamp/visits/") + visits.front());
        QCOMPARE(folder.entryList(QDir::Files, QDir::Name), QStringList({"profile.icc", "ramps.csv", "readings.txt", "report.pdf", "visit.json"}));
        // R opens the report, and closes it again.
        QTest::keyClick(w->windowHandle(), Qt::Key_R);
        QTest::qWait(50);
        picture(*w, "report");
        QTest::keyClick(w->windowHandle(), Qt::Key_R);
        QCOMPARE(lampOf(w->due().due(idOf(*w, "Dunlin"))), LampFill::Full);
    }

    // F1 opens the guide where the work is; every place that it names is a heading of the guide.
    void guideOpensWhereTheWorkIs()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        w->selectDisplay(idOf(*w, "Avocet"));
        QTest::keyClick(w->windowHandle(), Qt::Key_F1);
        auto *guide = w->findChild<Guide *>();
        QVERIFY(guide != nullptr && guide->isVisible());
        QVERIFY(guide->headings().size() > 10);
        QTRY_COMPARE(guide->current(), QString("A display's card"));
        guide->hide();
        w->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(w.get(), 30000));
        QTRY_COMPARE(QApplication::activeWindow(), w.get());
        QTest::keyClick(w->windowHandle(), Qt::Key_F3);
        QTest::keyClick(w->windowHandle(), Qt::Key_F1);
        QVERIFY(w->findChild<BoardView *>()->isVisible());
        QTRY_VERIFY2(guide->current().startsWith("A fleet"), qPrintable(guide->current()));
        QVERIFY(!guide->showAt("No such place"));
        for (const char *heading : {"A fleet: register, history, what is due, how displays agree", "Files from elsewhere", "The target", "A visit",
                                    "A display's card", "The verdict", "User guide", "Keys"}) {
            QVERIFY2(guide->showAt(QString::fromUtf8(heading)), heading);
        }
        picture(*guide, "guide");
    }

    // What a stage has read so far is a chart that grows with each reading, and folds away with its stage.
    void chartsGrowWhileReading()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        w->selectDisplay(idOf(*w, "Dunlin"));
        const StageCharts *charts = w->worksheet()->charts();
        size_t warm = 0, grays = 0;
        const auto drawn = [](const PlotWidget *chart, size_t series) { return chart->plot().series.at(series).points.size(); };
        connect(w->runner(), &VisitRunner::readingTaken, this, [&](const Measurement &m, const RecordPtr &r) {
            const auto own = size_t(std::count_if(r->readings.begin(), r->readings.end(), [&](const Measurement &o) {
                return o.stage == m.stage && !o.superseded && o.rgb.a == o.rgb.b && o.rgb.b == o.rgb.c && !o.tooDark;
            }));
            if (m.stage == "warm-up" && charts->warmUp()->isVisible()) {
                QCOMPARE(drawn(charts->warmUp(), 0), own);
                warm = own;
                if (own == 12) {
                    picture(*w, "warm-up", false); // before the next reading
                }
            }
            if (m.stage == "calibrate" && charts->response()->isVisible()) {
                QCOMPARE(drawn(charts->response(), 1), own);
                if (grays != own && own == 14) {
                    picture(*w, "measuring", false);
                }
                grays = own;
            }
        });
        QTest::keyClick(w->windowHandle(), Qt::Key_F5);
        QVERIFY(w->runner()->running());
        const auto deadline = QDeadlineTimer(60000);
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            if (w->runner()->question()) {
                QTest::keyClick(w->windowHandle(), Qt::Key_Space);
            }
        }
        QVERIFY2(!w->runner()->running(), qPrintable(w->statusText()));
        QVERIFY2(warm >= 4 && grays >= 10, qPrintable(QStringLiteral("%1 %2").arg(warm).arg(grays)));
        QVERIFY(!charts->response()->isVisibleTo(w->worksheet()) && !charts->grayPath()->isVisibleTo(w->worksheet())); // judged: others say it
        QCOMPARE(size_t(charts->tries()->rowCount()), triesOf(*w->runner()->record()).size());
    }

    void chartsReadOutTheValueUnderThePointer()
    {
        auto w = demoWindow(store());
        w->selectDisplay(idOf(*w, "Dunlin"));
        const auto visits = w->store()->visits().of(idOf(*w, "Dunlin"));
        QVERIFY(!visits.empty());
        const auto record = std::make_shared<VisitRecord>(w->store()->visits().record(visits.front().id).value());
        PlotWidget chart;
        chart.resize(600, 220);
        chart.setPlot(coloursPlot(*record));
        chart.show();
        QVERIFY(QTest::qWaitForWindowExposed(&chart));
        chart.grab();
        bool found = false;
        for (int x = 0; x < 600 && !found; x += 4) {
            for (int y = 0; y < 220 && !found; y += 4) {
                found = chart.readOut(QPointF(x, y)).contains("light skin: ΔE00");
            }
        }
        QVERIFY(found);
        QVERIFY(chart.readOut(QPointF(-200, -200)).isEmpty());
    }

    // A chart is read without a pointer, magnified, and taken elsewhere.
    void chartsAreReadByKeysAndSaved()
    {
        auto w = demoWindow(store());
        const auto visits = w->store()->visits().of(idOf(*w, "Avocet"));
        const VisitRecord record = w->store()->visits().record(visits.front().id).value();
        PlotWidget chart;
        chart.resize(600, 260);
        chart.setPlot(grayPlot(record));
        chart.show();
        QVERIFY(QTest::qWaitForWindowActive(&chart));
        chart.setFocus();
        QVERIFY(chart.current().isEmpty());
        const auto readings = plot::readingsOf(chart.plot());
        QTest::keyClick(&chart, Qt::Key_Right);
        QTest::keyClick(&chart, Qt::Key_Right);
        QCOMPARE(chart.current().toStdString(), readings[1].text);
        QCOMPARE(chart.accessibleDescription(), chart.current());
        QTest::keyClick(&chart, Qt::Key_End);
        QCOMPARE(chart.current().toStdString(), readings.back().text);
        QTest::keyClick(&chart, Qt::Key_Plus);
        QTest::keyClick(&chart, Qt::Key_Plus);
        const plot::View whole = plot::wholeOf(chart.plot());
        QVERIFY(chart.view().x1 - chart.view().x0 < 0.6 * (whole.x1 - whole.x0));
        QVERIFY(chart.view().x0 < readings.back().x && chart.view().x1 > readings.back().x);
        picture(chart, "chart-magnified");
        const double before = chart.view().x0;
        QTest::keyClick(&chart, Qt::Key_Left, Qt::ControlModifier);
        QVERIFY(chart.view().x0 < before);
        QTest::keyClick(&chart, Qt::Key_0);
        QVERIFY(chart.view() == whole);
        QTemporaryDir dir;
        for (const char *file : {"a.svg", "a.pdf", "a.png", "a.csv"}) {
            QCOMPARE(chart.save(dir.filePath(file)), QString());
            QVERIFY(QFileInfo(dir.filePath(file)).size() > 100);
        }
        QVERIFY(chart.save(dir.filePath("a.doc")).contains(".svg"));
        QVERIFY(!chart.save(dir.filePath("no/such/folder.csv")).isEmpty());
        auto *menu = chart.menu();
        menu->actions().front()->trigger();
        auto *table = chart.findChild<QTableWidget *>();
        QVERIFY(table != nullptr && table->rowCount() == int(readings.size()));
        QCOMPARE(table->item(0, 4)->text().toStdString(), readings[0].text);
        delete menu;
    }

    // The patch window of a real screen shows what the bench is told to show, from another thread.
    void patchWindowShowsTheDrive()
    {
        PatchWindow window(QGuiApplication::primaryScreen());
        ScreenBench bench(&window, "Whimbrel", "wled", nullptr);
        QVERIFY(bench.hello()->hasDisplay && !bench.hello()->hasInstrument);
        QVERIFY(!bench.describeDisplay()->lut);
        QCOMPARE(bench.describeDisplay()->technology, std::string("wled"));
        QVERIFY(!bench.read(ReadMode::Emission, 1).ok());
        std::atomic<bool> done{false};
        std::jthread visit([&] {
            Patch patch;
            patch.rgb = {0.2, 0.6, 1.0};
            patch.area = 0.25;
            patch.surround = {0.1, 0.1, 0.1};
            done = bench.show(patch).ok();
        });
        QTRY_VERIFY(done);
        const QImage image = window.grab().toImage();
        QCOMPARE(image.pixelColor(image.rect().center()), QColor(51, 153, 255));
        QCOMPARE(image.pixelColor(image.width() * 26 / 100, image.height() / 2), QColor(51, 153, 255));
        QCOMPARE(image.pixelColor(image.width() * 24 / 100, image.height() / 2), QColor(26, 26, 26));
        QSignalSpy escaped(&window, &PatchWindow::escaped);
        QTest::keyClick(&window, Qt::Key_Escape);
        QCOMPARE(escaped.size(), 1);
        QVERIFY(!window.isVisible());
    }

    // Before and after are worked out from readings: afterwards grays are neutral and the picture nearer to itself.
    void beforeAndAfterComeFromTheReadings()
    {
        auto w = demoWindow(store());
        const auto visits = w->store()->visits().of(idOf(*w, "Dunlin"));
        const VisitRecord r = w->store()->visits().record(visits.front().id).value();
        const QImage picture = testPicture(240, 120), before = asShownBefore(picture, r), after = asShownAfter(picture, r);
        const auto chroma = [](const QImage &image) {
            // Along the gray ramp at the bottom.
            double sum = 0;
            for (int x = 40; x < image.width(); ++x) {
                const QColor c = image.pixelColor(x, image.height() - 4);
                sum += std::max({c.red(), c.green(), c.blue()}) - std::min({c.red(), c.green(), c.blue()});
            }
            return sum / (image.width() - 40);
        };
        QVERIFY(chroma(picture) < 0.01);
        QVERIFY(chroma(after) < 2.5);
        QVERIFY(chroma(before) > 2 * chroma(after));
        double was = 0, is = 0;
        for (int x = 0; x < picture.width(); x += 3) {
            for (int y = 0; y < picture.height(); y += 3) {
                was += std::abs(before.pixelColor(x, y).green() - picture.pixelColor(x, y).green());
                is += std::abs(after.pixelColor(x, y).green() - picture.pixelColor(x, y).green());
            }
        }
        QVERIFY(is < was);
        // Without readings there is nothing to show but the picture.
        QCOMPARE(asShownBefore(picture, {}), picture);
    }

    void readingPanelTellsWhatWasRead()
    {
        ReadingPanel panel;
        VisitRecord r;
        r.plan.target = *builtInTarget("Photo");
        Measurement m;
        m.index = 9;
        m.name = "white";
        m.rgb = {1, 1, 1};
        m.xyz = xyzOf({0.3127, 0.3290}, 132.44);
        m.sigma = {0.1, 0.1, 0.1};
        panel.show(m, r);
        QVERIFY(panel.text().contains("132.4 cd/m²"));
        QVERIFY(panel.text().contains("x 0.3127  y 0.3290"));
        QVERIFY(panel.text().contains("12.4 cd/m² above target"));
        QVERIFY(panel.text().contains("Δu′v′ 0.0000 from D65"));
        QVERIFY(panel.text().contains("± 0.20 cd/m²"));
        m.mode = ReadMode::Ambient;
        m.xyz = xyzOf({0.38, 0.38}, 51);
        panel.show(m, r);
        QVERIFY(panel.text().contains("51 lux"));
        QVERIFY(!panel.text().contains("target"));
        m = {};
        m.tooDark = true;
        m.sigma = {0.01, 0.01, 0.01};
        panel.show(m, r);
        QVERIFY(panel.text().contains("below 0.010 cd/m²"));
        QVERIFY(panel.text().contains("x –") && !panel.text().contains("0.0000")); // of no light there is no colour
        panel.clear();
        QVERIFY(panel.text().contains("No reading yet"));
        QCOMPARE(panel.accessibleName(), QString("Reading"));
    }

    void menuOfTheBenchTurnsTheDisplay()
    {
        BenchPanel panel;
        QVERIFY(panel.slider("brightness") == nullptr);
        std::shared_ptr<sim::SimBench> bench = std::move(sim::makeBench("avocet", 1)).value();
        panel.setBench(bench);
        panel.show();
        QSlider *brightness = panel.slider("brightness");
        QVERIFY(brightness != nullptr);
        brightness->setFocus();
        brightness->setValue(33);
        QCOMPARE(bench->describeDisplay()->control("brightness")->value, 33.0);
        QTest::keyClick(brightness, Qt::Key_Right);
        QCOMPARE(bench->describeDisplay()->control("brightness")->value, 34.0);
        // What the visit sets itself is seen on the menu.
        QVERIFY(bench->setControl("brightness", 61).ok());
        QTRY_COMPARE(brightness->value(), 61);
        panel.askFor("red", 97);
        QVERIFY(labels(panel).contains("red to 97"));
        panel.setBench(nullptr);
        QVERIFY(!panel.isVisible());
    }

    void lampsAreToldApartByShape()
    {
        std::vector<QImage> images;
        for (const LampFill fill :
             {LampFill::Full, LampFill::ThreeQuarters, LampFill::Half, LampFill::Crescent, LampFill::Hollow, LampFill::Notched}) {
            images.push_back(lampPixmap(fill, 26, Qt::black, 1).toImage());
        }
        for (size_t i = 0; i < images.size(); ++i) {
            for (size_t k = i + 1; k < images.size(); ++k) {
                int differing = 0;
                for (int x = 0; x < 26; ++x) {
                    for (int y = 0; y < 26; ++y) {
                        differing += std::abs(qAlpha(images[i].pixel(x, y)) - qAlpha(images[k].pixel(x, y))) > 100 ? 1 : 0;
                    }
                }
                QVERIFY2(differing > 12, qPrintable(QStringLiteral("%1 and %2: %3").arg(i).arg(k).arg(differing)));
            }
        }
    }

    void displayIsAddedByAForm()
    {
        auto w = demoWindow(store());
        AddDisplay form(*w->store(), w.get());
        auto *ok = form.findChild<QDialogButtonBox *>()->button(QDialogButtonBox::Ok);
        QVERIFY(!ok->isEnabled());
        const auto fields = form.findChildren<QLineEdit *>();
        QLineEdit *name = nullptr, *command = nullptr;
        for (QLineEdit *f : fields) {
            if (qobject_cast<QComboBox *>(f->parentWidget()) == nullptr) {
                (name == nullptr ? name : command) = f;
            }
        }
        QTest::keyClicks(name, "Sanderling, launch");
        QVERIFY(!ok->isEnabled()); // a bench command is still missing
        QTest::keyClicks(command, "meter-bench --usb");
        QVERIFY(ok->isEnabled());
        form.findChild<QComboBox *>()->setEditText("Survey launch");
        const auto id = form.add();
        QVERIFY(id.ok());
        const auto display = w->store()->studio().display(*id);
        QCOMPARE(display->bench, QString("meter-bench --usb"));
        QCOMPARE(w->store()->studio().rooms().back().name, QString("Survey launch"));
        // A bench that cannot be started says so on the window and loses nothing.
        w->openStore(Demo::Desks);
        w->selectDisplay(*id);
        w->startVisit(Task::Full);
        QTRY_VERIFY(!w->runner()->running());
        QTRY_VERIFY(labels(*w).contains("meter-bench --usb"));
    }

    void unpluggedInstrumentIsAskedForInTheWindow()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        w->selectDisplay(idOf(*w, "Curlew"));
        QTest::qWait(20);
        w->visits()->simulatedBench(idOf(*w, "Curlew"))->failReadings(12, 2, "not-connected");
        w->startVisit(Task::Check);
        bool asked = false;
        const auto deadline = QDeadlineTimer(60000);
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            const std::optional<Question> q = w->runner()->question();
            if (!q) {
                continue;
            }
            if (q->kind == Question::Kind::Mend) {
                asked = true;
                QVERIFY(labels(*w).contains("unplugged"));
                picture(*w, "mend");
            }
            QTest::keyClick(w->windowHandle(), Qt::Key_Space);
        }
        QVERIFY(asked);
        QVERIFY(!w->runner()->record()->lines.open());
    }

    void pauseHoldsAndCancelKeeps()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        w->selectDisplay(idOf(*w, "Avocet"));
        w->setSpeed(300);
        w->startVisit(Task::Check);
        while (w->runner()->running() && !(w->runner()->record() && w->runner()->record()->readings.size() >= 3)) {
            QTest::qWait(5);
            if (w->runner()->question()) {
                QTest::keyClick(w->windowHandle(), Qt::Key_Space);
            }
        }
        QTest::keyClick(w->windowHandle(), Qt::Key_Escape);
        QVERIFY(w->runner()->paused());
        QTest::qWait(300);
        const QString held = w->reading()->text();
        QTest::qWait(400);
        QCOMPARE(w->reading()->text(), held);
        for (QPushButton *b : w->findChildren<QPushButton *>()) {
            if (b->text() == "Cancel") {
                b->click();
            }
        }
        QTRY_VERIFY(!w->runner()->running());
        QVERIFY(labels(*w).contains("All readings taken so far are kept"));
        QCOMPARE(w->store()->visits().interrupted().size(), size_t(1));
        (void)w->store()->visits().setState(w->store()->visits().interrupted().front().id, VisitState::SetAside);
    }

    // A program killed in the middle: everything measured is found at the next start, and the visit goes on.
    void killedInTheMiddle()
    {
        QProcess child;
        child.setProcessChannelMode(QProcess::ForwardedErrorChannel);
        child.start(QCoreApplication::applicationFilePath(), {"ui", "--child", store(), "Avocet"});
        QVERIFY(child.waitForStarted());
        // The child writes a line for each reading; after forty it is killed without warning.
        int lines = 0;
        const auto deadline = QDeadlineTimer(60000);
        while (lines < 40 && !deadline.hasExpired() && child.waitForReadyRead(20000)) {
            lines += int(child.readAllStandardOutput().count('\n'));
        }
        QVERIFY(lines >= 40);
        ::kill(pid_t(child.processId()), SIGKILL);
        QVERIFY(child.waitForFinished());
        lines += int(child.readAllStandardOutput().count('\n'));

        auto w = demoWindow(store());
        const auto open = w->store()->visits().interrupted();
        QCOMPARE(open.size(), size_t(1));
        QVERIFY(open.front().readings >= lines);
        QVERIFY(labels(*w).contains("was interrupted after"));
        picture(*w, "interrupted");
        for (QPushButton *b : w->findChildren<QPushButton *>()) {
            if (b->isVisible() && b->text() == "Continue") {
                b->click();
                break;
            }
        }
        QVERIFY(w->runner()->running());
        const auto finish = QDeadlineTimer(60000);
        while (w->runner()->running() && !finish.hasExpired()) {
            QTest::qWait(5);
            if (w->runner()->question()) {
                w->worksheet()->goOn();
            }
        }
        const RecordPtr r = w->runner()->record();
        QCOMPARE(QString::fromStdString(r->id), open.front().id);
        QVERIFY(!r->lines.open());
        QVERIFY(r->readings.size() > size_t(open.front().readings));
        QVERIFY(w->store()->visits().interrupted().empty());
    }

    // Two programs on one store, killed at random moments: nothing that they told of is lost, nothing is doubled, and nobody is
    // offered to go on with what another one works on. LAMP_KILLS says how often (usual: 4).
    void twoProgramsAreKilledOnOneStore()
    {
        const int times = std::max(4, qEnvironmentVariableIntValue("LAMP_KILLS"));
        std::mt19937 random(11);
        int readings = 0, interrupted = 0;
        for (int i = 0; i < times; ++i) {
            std::array<QProcess, 2> programs;
            std::array<QString, 2> visits;
            std::array<int, 2> told{};
            const auto hear = [&](size_t k) {
                while (programs[k].canReadLine()) {
                    const QList<QByteArray> words = programs[k].readLine().trimmed().split(' ');
                    visits[k] = QString::fromLatin1(words.front());
                    told[k] = words.back().toInt();
                }
            };
            programs[0].start(QCoreApplication::applicationFilePath(), {"ui", "--child", store(), "Avocet"});
            programs[1].start(QCoreApplication::applicationFilePath(), {"ui", "--child", store(), "Turnstone"});
            QVERIFY(programs[0].waitForStarted() && programs[1].waitForStarted());
            const auto begun = QDeadlineTimer(30000);
            while ((visits[0].isEmpty() || visits[1].isEmpty()) && !begun.hasExpired()) {
                QTest::qWait(5);
                hear(0);
                hear(1);
            }
            QTest::qWait(int(random() % 900));
            programs[0].kill();
            QVERIFY(programs[0].waitForFinished());
            hear(0);
            auto opened = Store::open(store());
            QVERIFY(opened.ok() && opened.value()->endedUncleanly());
            for (const VisitEntry &v : opened.value()->visits().interrupted()) {
                QVERIFY2(v.id != visits[1], "a visit that another program works on is offered");
            }
            QTest::qWait(int(random() % 200));
            programs[1].kill();
            QVERIFY(programs[1].waitForFinished());
            hear(1);
            for (size_t k = 0; k < 2; ++k) {
                const auto entry = opened.value()->visits().entry(visits[k]);
                QVERIFY(entry && entry->state != VisitState::SetAside);
                const VisitRecord r = opened.value()->visits().record(visits[k]).value();
                QVERIFY2(int(r.readings.size()) >= told[k], qPrintable(QString("%1 of %2").arg(r.readings.size()).arg(told[k])));
                for (size_t n = 0; n < r.readings.size(); ++n) {
                    QCOMPARE(r.readings[n].index, int(n) + 1); // none is missing, none there twice
                    QVERIFY(r.readings[n].state == 0 || r.states.find(r.readings[n].state));
                }
                QCOMPARE(entry->readings, int(r.readings.size()));
                readings += entry->readings;
                if (entry->state == VisitState::Running) {
                    ++interrupted;
                    QVERIFY(opened.value()->visits().setState(visits[k], VisitState::SetAside).ok());
                }
            }
            QVERIFY(opened.value()->visits().interrupted().empty());
            QVERIFY(Store::examine(store()).ok());
        }
        qInfo("%d programs killed, %d visits cut off, %d readings found", 2 * times, interrupted, readings);
        QVERIFY(interrupted > 0);
    }

    void damagedStudioIsSetAsideWhenAskedTo()
    {
        const QString path = m_dir.filePath("damaged.sqlite");
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray(5000, 'x'));
        file.close();
        {
            MainWindow w(path); // a file that somebody named: it is left alone
            w.show();
            w.openStore();
            QVERIFY(labels(w).contains("not a studio"));
            QVERIFY(button(w, "Set aside") == nullptr || !button(w, "Set aside")->isVisible());
        }
        setStudioPlace(path);
        const auto back = qScopeGuard([] { QSettings(kOwnSettings, kOwnSettings).remove("studio/place"); });
        MainWindow w(path);
        w.show();
        w.openStore();
        QVERIFY(labels(w).contains("not a studio"));
        QCOMPARE(QFileInfo(path).size(), qint64(5000));
        QVERIFY(button(w, "Set aside") != nullptr);
        button(w, "Set aside")->click();
        QTRY_COMPARE(QDir(m_dir.path()).entryList({"damaged.sqlite.damaged-*"}).size(), 1);
        QTRY_VERIFY(w.store() != nullptr);
        picture(w, "first-start");
    }

    // From the first start to a running visit of one's own: only how the instrument is reached has to be entered.
    void theScreenInFrontOfMe()
    {
        MainWindow w(m_dir.filePath("first.sqlite"));
        w.show();
        w.openStore();
        w.setSpeed(0);
        w.activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&w));
        auto *begin = button(w, "in front of me");
        QVERIFY(begin != nullptr && begin->isVisible());
        QTimer::singleShot(100, this, [&] {
            auto *dialog = qobject_cast<QDialog *>(QApplication::activeModalWidget());
            QVERIFY(dialog != nullptr);
            for (QLineEdit *e : dialog->findChildren<QLineEdit *>()) {
                if (e->text().isEmpty()) { // what is left to be entered
                    e->setText(QStringLiteral(LAMP_CLI " serve --display avocet --warm"));
                }
            }
            dialog->findChild<QDialogButtonBox *>()->button(QDialogButtonBox::Ok)->click();
            if (dialog->isVisible()) {
                dialog->reject();
            }
        });
        begin->click();
        QTRY_VERIFY_WITH_TIMEOUT(w.runner()->running(), 20000);
        QVERIFY(!w.store()->studio().displays().front().name.isEmpty()); // as the screen calls itself
        w.runner()->cancel();
        QTRY_VERIFY_WITH_TIMEOUT(!w.runner()->running(), 60000);
    }

    // A visit waits for an answer while one looks at other displays and older visits; its question, its bench and its results
    // stay its own.
    void aWaitingVisitIsComeBackTo()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        const qint64 avocet = idOf(*w, "Avocet"), curlew = idOf(*w, "Curlew");
        w->selectDisplay(curlew);
        const size_t visits = w->store()->visits().of(curlew).size();
        w->startVisit(Task::Refresh);
        QTRY_VERIFY_WITH_TIMEOUT(w->runner()->question().has_value(), 20000);
        const auto waits = w->store()->visits().of(curlew).front();
        QVERIFY(waits.worked); // no other window may offer to go on with it
        // Elsewhere: another display's card, then one of its old worksheets.
        w->selectDisplay(avocet);
        QVERIFY(w->runner()->question().has_value());
        auto *back = button(*w, "F4");
        QVERIFY(back != nullptr);
        QVERIFY2(labels(*w->bench()).contains("Avocet"), qPrintable(labels(*w->bench())));
        auto *history = w->findChild<CardView *>()->findChild<QTableWidget *>();
        Q_EMIT history->cellActivated(0, 0);
        QVERIFY(labels(*w->worksheet()).contains("Avocet"));
        QVERIFY2(back->isVisible() && back->text().contains("Curlew"), qPrintable(back->text()));
        QTest::keyClick(w->windowHandle(), Qt::Key_Space); // answers nothing from there
        QVERIFY(w->runner()->question().has_value());
        picture(*w, "visit-waits-elsewhere");
        // Back by the key: the question stands there, and is answered.
        QTest::keyClick(w->windowHandle(), Qt::Key_F4);
        QCOMPARE(w->currentDisplay(), curlew);
        QVERIFY2(labels(*w->bench()).contains("Curlew"), qPrintable(labels(*w->bench())));
        QVERIFY(labels(*w->worksheet()).contains("Curlew"));
        QTest::keyClick(w->windowHandle(), Qt::Key_Space);
        const auto deadline = QDeadlineTimer(60000);
        bool left = false;
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            const auto q = w->runner()->question();
            if (!q) {
                continue;
            }
            if (q->stage == Stage::SignOff && !left) {
                // Away again while it ends: the results go to the display that was visited.
                left = true;
                w->selectDisplay(avocet);
                w->runner()->answer({});
            } else {
                QTest::keyClick(w->windowHandle(), Qt::Key_F4);
                w->worksheet()->goOn();
            }
        }
        QVERIFY(!w->runner()->running() && left);
        QCOMPARE(w->currentDisplay(), avocet); // nobody was carried away
        QTRY_VERIFY_WITH_TIMEOUT(labels(*w).contains("the display confirms it"), 20000);
        QVERIFY2(labels(*w).contains("Curlew, proof table: Report"), qPrintable(labels(*w)));
        QCOMPARE(w->store()->visits().of(curlew).size(), visits + 1);
        QVERIFY(w->visits()->simulatedBench(curlew)->view().display.lutLoaded);
        button(*w, "Show")->click();
        QCOMPARE(w->currentDisplay(), curlew);
        QVERIFY(labels(*w->worksheet()).contains("Curlew"));
    }

    // A studio's file may come from elsewhere: a program that it names runs only when somebody here has agreed to that line.
    // A display that is visited in one window is not visited in another without a word.
    void aDisplayIsVisitedInOneWindowAtATime()
    {
        auto first = demoWindow(store()), second = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(second.get()));
        const qint64 avocet = idOf(*first, "Avocet");
        first->selectDisplay(avocet);
        first->startVisit(Task::Check);
        QTRY_VERIFY(first->runner()->question().has_value());
        QTRY_VERIFY(first->store()->visits().workedOn(avocet).has_value());
        second->selectDisplay(idOf(*second, "Turnstone"));
        QVERIFY(!second->store()->visits().workedOn(idOf(*second, "Turnstone")));
        second->selectDisplay(avocet);
        second->startVisit(Task::Check);
        QVERIFY(!second->runner()->running());
        QVERIFY2(labels(*second).contains("is being visited in another window"), qPrintable(labels(*second)));
        button(*second, "Begin all the same")->click();
        QVERIFY(second->runner()->running());
        for (auto *w : {second.get(), first.get()}) {
            w->runner()->cancel();
            QTRY_VERIFY(!w->runner()->running());
        }
        QTRY_VERIFY(!first->store()->visits().workedOn(avocet));
        for (const VisitEntry &v : first->store()->visits().interrupted()) {
            QVERIFY(first->store()->visits().setState(v.id, VisitState::SetAside).ok());
        }
        second->startVisit(Task::Check); // nobody is at it any more
        QVERIFY(second->runner()->running());
        second->runner()->cancel();
        QTRY_VERIFY(!second->runner()->running());
        for (const VisitEntry &v : first->store()->visits().interrupted()) {
            QVERIFY(first->store()->visits().setState(v.id, VisitState::SetAside).ok());
        }
    }

    void aBenchCommandNeedsConsent()
    {
        auto w = std::make_unique<MainWindow>(m_dir.filePath("trap.sqlite"));
        w->show();
        w->openStore();
        const QString proof = m_dir.filePath("it-ran");
        DisplayEntry d;
        d.roomId = w->store()->studio().addRoom("Attic").value();
        d.name = "Trap";
        d.bench = QStringLiteral("touch '%1'; exit 3").arg(proof);
        const qint64 id = w->store()->studio().add(d, fromIsoTime("2026-10-01T08:00:00Z")).value();
        w->openStore();
        w->selectDisplay(id);
        w->startVisit(Task::Full);
        QVERIFY(!w->runner()->running());
        QVERIFY2(labels(*w).contains(d.bench), qPrintable(labels(*w)));
        picture(*w, "bench-consent");
        button(*w, "Do not run")->click();
        QTest::qWait(100);
        QVERIFY(!QFile::exists(proof));
        w->startVisit(Task::Full);
        button(*w, "Run")->click();
        QTRY_VERIFY_WITH_TIMEOUT(!w->runner()->running(), 20000);
        QVERIFY(QFile::exists(proof));
        // Exactly that line: another one is asked for anew.
        QVERIFY(BenchConsent::given(d.bench) && !BenchConsent::given(d.bench + ' '));
        // Unicode Standard Annex 9: signs that turn the direction of writing; zero-width ones; a line break. All are seen.
        QCOMPARE(BenchConsent::visible(QString::fromUtf8("serve \xE2\x80\xAE\xE2\x80\x8B\xC2\xA0x\ntouch y")),
                 QString("serve \\u{202E}\\u{200B}\\u{A0}x\\u{A}touch y"));
        QCOMPARE(BenchConsent::visible(QString::fromUtf8("/opt/Gerät/bench --usb 'a b'")), QString::fromUtf8("/opt/Gerät/bench --usb 'a b'"));
        QSettings().clear();
    }

    // Names that come from outside are shown as they are: markup in them forges nothing.
    void markupInNamesIsNoMarkup()
    {
        auto w = demoWindow(store());
        VisitRecord record = w->store()->visits().record(w->store()->visits().of(idOf(*w, "Avocet")).front().id).value();
        record.plan.tolerance.name = "</b><h1>Forged verdict</h1><b>";
        record.warnings = {verbatim("<h1>All is well</h1>")};
        record.display.model = "<h1>Reference</h1>";
        Worksheet sheet;
        sheet.setRecord(std::make_shared<VisitRecord>(record));
        const QString all = labels(sheet, false), html = QString::fromStdString(reportHtml(record));
        for (const char *forged : {"<h1>Forged", "<h1>All is"}) {
            QVERIFY2(!all.contains(forged) && !html.contains(forged), forged);
        }
        QVERIFY(!html.contains("<h1>Reference"));
        w->selectDisplay(idOf(*w, "Avocet"));
        for (const QLabel *label : w->findChildren<QLabel *>()) {
            QVERIFY2(label->textFormat() != Qt::AutoText || !label->isVisible(), qPrintable(label->text()));
        }
    }

    // Letters and digits belong to what is typed into, whatever the window shows.
    void keysAreNotTakenFromInputs()
    {
        auto w = demoWindow(store());
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        w->selectDisplay(idOf(*w, "Avocet"));
        const auto record =
            std::make_shared<VisitRecord>(w->store()->visits().record(w->store()->visits().of(idOf(*w, "Avocet")).front().id).value());
        w->worksheet()->setRecord(record);
        auto *spin = w->findChild<QSpinBox *>();
        spin->setFocus();
        spin->selectAll();
        QTest::keyClick(w->windowHandle(), Qt::Key_3);
        QCOMPARE(spin->value(), 3);
        auto *note = new QPlainTextEdit(w.get());
        note->setGeometry(300, 300, 200, 80);
        note->show();
        note->setFocus();
        for (const Qt::Key key : {Qt::Key_B, Qt::Key_R, Qt::Key_7, Qt::Key_Space}) {
            QTest::keyClick(w->windowHandle(), key);
        }
        QCOMPARE(note->toPlainText(), QString("br7 "));
        spin->setValue(28);
    }

    // At 1280 by 800, title bar included, in every view; sentences are whole.
    void theWindowFitsASmallScreen()
    {
        auto w = demoWindow(store());
        for (const char *name : {"Avocet", "Turnstone", "Curlew"}) {
            w->selectDisplay(idOf(*w, name));
            QTest::qWait(20);
            QVERIFY2(w->minimumSizeHint().height() <= 760 && w->minimumSizeHint().width() <= 1280, name);
        }
        QVERIFY(w->height() <= 760 && w->width() <= 1280);
        WorkSettings dialog(w->store(), w.get());
        dialog.show();
        QTest::qWait(50);
        for (const QLabel *label : dialog.findChildren<QLabel *>()) {
            if (label->wordWrap()) {
                QVERIFY2(label->height() >= label->heightForWidth(label->width()), qPrintable(label->text()));
            }
        }
        picture(dialog, "work-settings");
    }

    // Common practice, no published source: a surround without colour neither tires nor fools the eye.
    // Files dropped on the window are told apart by what they are: one profile is laid open.
    void aProfileIsLaidOpen()
    {
        auto w = demoWindow(store());
        const QString file = m_dir.filePath("dunlin.icc");
        const VisitRecord record = calibrated(*w, "Avocet");
        QVERIFY(writeFile(std::filesystem::path(file.toStdString()), record.profile).ok());
        QMimeData mime;
        mime.setUrls({QUrl::fromLocalFile(file)});
        QDragEnterEvent enter(QPoint(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(w->centralWidget(), &enter);
        QDropEvent drop(QPointF(400, 300), Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
        QCoreApplication::sendEvent(w->centralWidget(), &drop);
        QTRY_VERIFY_WITH_TIMEOUT(!w->desk()->busy(), 20000);
        QVERIFY(w->desk()->isVisible());
        QVERIFY(labels(*w->desk()).contains("describes a display"));
        QVERIFY(labels(*w->desk()).contains("Nothing wrong"));
        auto *tags = w->desk()->profile()->findChild<QTableWidget *>();
        QVERIFY(tags->rowCount() > 8);
        for (PlotWidget *plot : w->desk()->profile()->findChildren<PlotWidget *>()) {
            plot->grab();
            bool tells = false;
            for (int x = 40; x < plot->width() && !tells; x += 4) {
                for (int y = 24; y < plot->height() && !tells; y += 4) {
                    tells = !plot->readOut({double(x), double(y)}).isEmpty();
                }
            }
            QVERIFY2(tells, qPrintable(plot->accessibleName()));
        }
        picture(*w, "profile-laid-open");
        // One that was cut short says so and is not installed.
        Bytes cut(record.profile.begin(), record.profile.begin() + 700);
        w->desk()->profile()->show(ProfileView::look("cut.icc", cut, {}));
        QVERIFY(labels(*w->desk()).contains("fault"));
        for (QPushButton *b : w->desk()->profile()->findChildren<QPushButton *>()) {
            QVERIFY(!b->isEnabled());
        }
    }

    // What is worked out in the background can be given up: nothing comes of it, and the next piece is not held up.
    void backgroundWorkIsCancelled()
    {
        auto w = demoWindow(store());
        w->selectDisplay(idOf(*w, "Avocet"));
        const QString file = m_dir.filePath("cancelled.icc");
        QVERIFY(writeFile(std::filesystem::path(file.toStdString()), calibrated(*w, "Avocet").profile).ok());
        QVERIFY(button(*w, "Cancel") == nullptr);
        w->openFiles({file, file, file});
        QVERIFY(w->desk()->busy() && button(*w, "Cancel") != nullptr);
        button(*w, "Cancel")->click();
        QVERIFY(!w->desk()->busy() && button(*w, "Cancel") == nullptr);
        QTest::qWait(400);
        QVERIFY(!w->desk()->isVisible() && w->statusText().isEmpty());
        openAndWait(*w, {file});
        QVERIFY(w->desk()->isVisible() && w->desk()->currentWidget() == w->desk()->profile());
    }

    // What is cancelled stops: a view's work, far down in the tables of a profile, ends soon after, and so does a window that is closed.
    void whatIsCancelledStops()
    {
        std::atomic<int> ended = 0;
        const auto endless = [&ended] {
            const auto told = qScopeGuard([&ended] { ++ended; });
            for (;;) {
                inParallel(64, [](int) { std::this_thread::sleep_for(std::chrono::milliseconds(1)); });
            }
            return 0;
        };
        auto background = std::make_unique<app::Background>();
        int came = 0;
        const auto put = [&came](int) { ++came; };
        background->carryOut("file", endless, put);
        background->cancel();
        QTRY_COMPARE(ended.load(), 1);
        background->start("view", endless, put);
        background->start("newer view", endless, put);
        QTRY_COMPARE(ended.load(), 2);
        background.reset(); // waits for what is left
        QCOMPARE(ended.load(), 3);
        QCOMPARE(came, 0);
    }

    // Work that throws is told of, and a window that is closed meanwhile ends in order.
    void workThatThrowsIsToldOf()
    {
        auto background = std::make_unique<app::Background>();
        QStringList why;
        connect(background.get(), &app::Background::failed, this, [&why](const QString &w) { why << w; });
        const auto thrower = []() -> int { throw std::runtime_error("no room"); };
        background->carryOut("file", thrower, [](int) {});
        QTRY_COMPARE(why, QStringList{"no room"});
        background->carryOut("file", thrower, [](int) {});
        QThreadPool::globalInstance()->waitForDone();
        background.reset();
        QCOMPARE(why.size(), 1);
    }

    // A window that is closed as soon as a result has come does not wait for work that is done.
    void workThatIsDoneIsNotWaitedFor()
    {
        for (int i = 0; i < 200; ++i) {
            auto background = std::make_unique<app::Background>();
            QEventLoop loop;
            int came = 0;
            background->start(
                {}, [] { return std::pair(QString("before"), QString("after")); },
                [&](const std::pair<QString, QString> &) {
                    ++came;
                    background.reset(); // from within, as a view that is laid out anew
                    loop.quit();
                });
            loop.exec();
            QCOMPARE(came, 1);
        }
    }

    // Of views only the newest is wanted; a file that was asked for is made, and told of, whatever is begun after it.
    void newerWorkDropsNoFile()
    {
        QSemaphore gate;
        std::atomic<bool> olderTold = false;
        QThreadPool *pool = QThreadPool::globalInstance();
        const int threads = pool->maxThreadCount();
        pool->setMaxThreadCount(std::max(threads, 4)); // two wait at the gate
        app::Background background;
        const auto openAgain = qScopeGuard([&] {
            gate.release(3);
            pool->setMaxThreadCount(threads);
        });
        QStringList came;
        const auto put = [&came](const QString &which) { came << which; };
        background.carryOut(
            "file",
            [&gate](const std::stop_token &stop) {
                gate.acquire();
                return QString(stop.stop_requested() ? "no file" : "file");
            },
            put);
        background.start(
            "older view",
            [&](const std::stop_token &stop) {
                gate.acquire();
                olderTold = stop.stop_requested();
                return QString("older view");
            },
            put);
        background.start(
            "newer view", [] { return QString("newer view"); }, put);
        QTRY_COMPARE(came, QStringList{"newer view"});
        QVERIFY(background.busy());
        gate.release(2);
        QTRY_COMPARE(came, (QStringList{"newer view", "file"}));
        QTRY_VERIFY(olderTold);
        QVERIFY(!background.busy());
        background.carryOut(
            "cancelled file",
            [&gate] {
                gate.acquire();
                return QString("cancelled file");
            },
            put);
        background.cancel();
        gate.release();
        QTest::qWait(100);
        QCOMPARE(came.size(), 2);
        QVERIFY(!background.busy());
    }

    // Common practice, no published source: one of five profiles for a wide panel carried the sRGB gamut.
    void fiveProfilesAreScreened()
    {
        auto w = demoWindow(store());
        w->selectDisplay(idOf(*w, "Curlew"));
        QStringList files;
        for (int i = 0; i < 5; ++i) {
            MatrixModel m;
            m.channels = rgbSpace(i == 2 ? "sRGB" : "Adobe RGB (1998)")->toXyz() * (110 + 4 * i);
            m.channels.col(1) *= 1 + 0.003 * i;
            for (auto &list : m.light) {
                for (int k = 0; k < 64; ++k) {
                    list.push_back(std::pow(k / 63.0, 2.18 + 0.01 * i));
                }
            }
            ProfileText words;
            words.description = "Curlew 27, unit " + std::to_string(i + 1);
            files << m_dir.filePath(QStringLiteral("curlew-%1.icc").arg(i + 1));
            QVERIFY(writeFile(std::filesystem::path(files.back().toStdString()), writeMatrixProfile(m, {}, words).value()).ok());
        }
        openAndWait(*w, files);
        QVERIFY(w->desk()->currentWidget() == w->desk()->screening());
        QVERIFY2(labels(*w->desk()).contains("curlew-3.icc stands apart"), qPrintable(labels(*w->desk())));
        QVERIFY(w->desk()->screening()->screening().recommended != 2);
        rankWithTheInstrument(*w);
    }

private:
    /// The button of a widget whose text contains some words, or null.
    static QPushButton *button(const QWidget &in, const QString &words)
    {
        for (QPushButton *b : in.findChildren<QPushButton *>()) {
            if (b->isVisibleTo(&in) && b->text().contains(words)) {
                return b;
            }
        }
        return nullptr;
    }

    // Two minutes of the instrument on one's own unit: real errors beside the profiles, and its ramps loaded again.
    void rankWithTheInstrument(MainWindow &w)
    {
        auto *table = w.desk()->screening()->findChildren<QTableWidget *>().front();
        QVERIFY(table->isColumnHidden(4));
        button(*w.desk(), "measuring (")->click();
        QVERIFY(labels(w).contains("Put the instrument on Curlew"));
        w.setSpeed(0.0);
        button(w, "Start")->click();
        QVERIFY(button(*w.desk(), "Stop") != nullptr);
        QTRY_VERIFY_WITH_TIMEOUT(!table->isColumnHidden(4), 20000);
        QCOMPARE(table->item(5, 0)->text(), QString("no profile"));
        QVERIFY(button(*w.desk(), "Stop") == nullptr);
        QVERIFY(w.visits()->simulatedBench(w.currentDisplay())->view().display.lutLoaded);
        picture(w, "screening");
        // It can be stopped.
        w.setSpeed(60);
        button(*w.desk(), "measuring (")->click();
        button(w, "Start")->click();
        QTRY_VERIFY(labels(*w.desk()).contains("Reading"));
        button(*w.desk(), "Stop")->click();
        QTRY_VERIFY(button(*w.desk(), "Stop") == nullptr);
        QTRY_VERIFY(w.visits()->simulatedBench(w.currentDisplay())->view().display.lutLoaded);
    }

private Q_SLOTS:
    // Tables, ICC 2, a name and a role are chosen once, in the dialog, and hold for what is made from then on.
    void profilesAreMadeAsTheyAreWanted()
    {
        const auto applied = [] {
            VisitPlan plan;
            applyWorkSettings(plan, nullptr);
            return plan;
        };
        QCOMPARE(applied().profileKind, ProfileKind::Auto);
        auto w = demoWindow(store());
        {
            WorkSettings dialog(w->store(), w.get());
            const auto choose = [&](const QString &words) {
                for (QComboBox *box : dialog.findChildren<QComboBox *>()) {
                    box->setCurrentIndex(std::max(box->currentIndex(), box->findText(words)));
                }
            };
            choose("tables");
            choose("2");
            dialog.findChildren<QLineEdit *>().front()->setText("{display}, by tables");
            dialog.findChildren<QLineEdit *>().back()->setText("proof keeper");
            dialog.resize(640, 560);
            dialog.show();
            picture(dialog, "work-settings");
            const auto *buttons = dialog.findChild<QDialogButtonBox *>();
            QCOMPARE(buttons->style()->styleHint(QStyle::SH_DialogButtonBox_ButtonsHaveIcons, nullptr, buttons), 0); // they would be coloured
            dialog.accept();
        }
        const VisitPlan plan = applied();
        QCOMPARE(plan.profileKind, ProfileKind::Table);
        QCOMPARE(plan.iccVersion, 2);
        QCOMPARE(plan.by, std::string("proof keeper"));
        w->selectDisplay(idOf(*w, "Avocet"));
        w->setSpeed(0);
        w->startVisit(Task::Refresh);
        const auto deadline = QDeadlineTimer(60000);
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            if (w->runner()->question()) {
                w->worksheet()->goOn();
            }
        }
        const RecordPtr made = w->runner()->record();
        QVERIFY(made && !made->lines.open());
        QCOMPARE(made->plan.by, plan.by);
        const auto profile = Profile::open(made->profile);
        QVERIFY(profile.ok());
        for (QPushButton *b : w->worksheet()->row(Stage::Profile)->findChildren<QPushButton *>()) {
            if (b->text().contains("Inspect and install")) {
                b->click();
            }
        }
        QTRY_VERIFY_WITH_TIMEOUT(w->desk()->profile()->isVisible(), 20000);
        QCOMPARE(w->desk()->profile()->bytes(), made->profile);
        QVERIFY(profile->facts().tables);
        QCOMPARE(profile->facts().version, std::string("2.4"));
        QVERIFY2(profile->facts().description.find(", by tables") != std::string::npos, profile->facts().description.c_str());
        QSettings().clear();
        QCOMPARE(applied().iccVersion, 4);
    }

    // A target, a tolerance and a correction from elsewhere, as JSON: from then on they can be chosen, and are used.
    void aimsAreBroughtIn()
    {
        auto w = demoWindow(store());
        const auto bring = [&](const QString &name, const std::string &json) {
            const QString file = m_dir.filePath(name);
            QVERIFY(writeFile(std::filesystem::path(file.toStdString()), json).ok());
            openAndWait(*w, {file});
        };
        Target dusk = *builtInTarget("Photo");
        dusk.luminance.cdM2 = 96;
        bring("photo.json", targetToJson(dusk));
        QVERIFY2(labels(*w).contains("is the name of a built-in one"), qPrintable(labels(*w)));
        dusk.name = "Dusk room";
        bring("dusk.json", targetToJson(dusk));
        QVERIFY2(labels(*w).contains("\"Dusk room\" can be chosen"), qPrintable(labels(*w)));
        std::string wrong = targetToJson(dusk);
        wrong.replace(wrong.find("96.0"), 4, "-960");
        bring("wrong.json", wrong);
        QVERIFY2(labels(*w).contains("luminance.cd_m2"), qPrintable(labels(*w)));
        Tolerance loose = *builtInTolerance("studio");
        loose.name = "courier";
        loose.max = 7.5;
        bring("courier.json", toleranceToJson(loose));
        QVERIFY2(labels(*w).contains("judged by \"courier\""), qPrintable(labels(*w)));
        MatrixCorrection matrix;
        matrix.instrumentModel = "Tern";
        matrix.instrumentSerial = "5";
        matrix.technology = "wled";
        const size_t corrections = w->store()->aims().corrections().size();
        bring("matrix.json", correctionToJson(matrix));
        QCOMPARE(w->store()->aims().corrections().size(), corrections + 1);
        {
            WorkSettings dialog(w->store(), w.get());
            for (QComboBox *box : dialog.findChildren<QComboBox *>()) {
                box->setCurrentIndex(std::max(box->currentIndex(), box->findText("courier")));
            }
            QVERIFY2(labels(dialog, false).contains("largest 7.5"), qPrintable(labels(dialog, false)));
            dialog.accept();
        }
        w->selectDisplay(idOf(*w, "Avocet"));
        w->setSpeed(0);
        w->startVisit(Task::Full);
        const auto deadline = QDeadlineTimer(60000);
        bool offered = false;
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            if (const std::optional<Question> q = w->runner()->question()) {
                if (q->kind == Question::Kind::Target) {
                    offered = w->worksheet()->choose(int(builtInTargets().size()) + 1);
                    picture(*w, "own-target");
                }
                w->worksheet()->goOn();
            }
        }
        QVERIFY(offered);
        const RecordPtr made = w->runner()->record();
        QVERIFY(made && !made->lines.open());
        QCOMPARE(made->plan.target.name, std::string("Dusk room"));
        QCOMPARE(made->plan.tolerance.name, std::string("courier"));
        LAMP_NEAR(made->calibrated.white.b, 96, 2);
        QSettings().clear();
    }

    // A visit that another studio passed on: it goes to the display it belongs to, once.
    void aVisitIsBroughtIn()
    {
        auto w = demoWindow(store());
        const VisitRecord own = w->store()->visits().record(w->store()->visits().of(idOf(*w, "Dunlin")).front().id).value();
        const auto bring = [&](VisitRecord record, const QString &name) {
            const QString file = m_dir.filePath(name);
            QVERIFY(writeFile(std::filesystem::path(file.toStdString()), wholeVisitToJson(record)).ok());
            openAndWait(*w, {file});
        };
        const size_t displays = w->store()->studio().displays().size(), visits = w->store()->visits().of(idOf(*w, "Dunlin")).size();
        bring(own, "again.json");
        QVERIFY2(labels(*w).contains("is in the studio already"), qPrintable(labels(*w)));
        VisitRecord other = own;
        other.id = "from elsewhere";
        bring(other, "other.json");
        QTRY_VERIFY_WITH_TIMEOUT(labels(*w).contains("is in the studio now"), 20000);
        QCOMPARE(w->store()->visits().of(idOf(*w, "Dunlin")).size(), visits + 1);
        QCOMPARE(w->store()->visits().record("from elsewhere")->readings.size(), own.readings.size());
        other.id = "of a stranger";
        other.display.model = "Redshank 22";
        bring(other, "stranger.json");
        QTRY_COMPARE_WITH_TIMEOUT(w->store()->studio().displays().size(), displays + 1, 20000);
        QTRY_VERIFY(w->currentDisplay() == idOf(*w, "Redshank 22")); // the window has heard of it
        QCOMPARE(w->store()->visits().of(idOf(*w, "Redshank 22")).size(), size_t(1));
        QFile f(m_dir.filePath("stranger.json"));
        QVERIFY(f.resize(f.size() / 2));
        openAndWait(*w, {f.fileName()});
        QVERIFY2(labels(*w).contains("stranger.json") && labels(*w).contains("cannot be imported"), qPrintable(labels(*w)));
    }

    // A CSV of another tool becomes a visit with profile and verdict, kept in the studio.
    void readingsAreBroughtIn()
    {
        auto w = demoWindow(store());
        QString csv = "Patch;Red;Green;Blue;Lum;x;y\n";
        int n = 0;
        const auto add = [&](int r, int g, int b) {
            const Eigen::Vector3d light(std::pow(r / 255.0, 2.2), std::pow(g / 255.0, 2.25), std::pow(b / 255.0, 2.2));
            const XYZ xyz(rgbSpace("sRGB")->toXyz() * 118 * light + Eigen::Vector3d(0.09, 0.1, 0.13));
            const Chromaticity c = chromaticity(xyz);
            csv +=
                QStringLiteral("%1;%2;%3;%4;%5;%6;%7\n").arg(++n).arg(r).arg(g).arg(b).arg(xyz.b, 0, 'f', 4).arg(c.x, 0, 'f', 5).arg(c.y, 0, 'f', 5);
        };
        for (int i = 0; i <= 15; ++i) {
            add(17 * i, 17 * i, 17 * i);
        }
        for (int i = 0; i < 64; ++i) {
            add(85 * (i / 16), 85 * (i / 4 % 4), 85 * (i % 4));
        }
        const QString file = m_dir.filePath("meter.csv");
        QVERIFY(writeFile(std::filesystem::path(file.toStdString()), csv.toStdString()).ok());
        openAndWait(*w, {file});
        QVERIFY(w->desk()->currentWidget() == w->desk()->import());
        QVERIFY(labels(*w->desk()).contains("Nothing is unclear"));
        picture(*w, "import");
        auto *display = w->desk()->import()->findChildren<QComboBox *>().last();
        for (QComboBox *box : w->desk()->import()->findChildren<QComboBox *>()) {
            display = box->findText("a new display") >= 0 ? box : display;
        }
        display->setCurrentIndex(display->findText("a new display"));
        for (QComboBox *box : w->desk()->import()->findChildren<QComboBox *>()) {
            box->setCurrentIndex(std::max(box->currentIndex(), box->findText("a spectroradiometer")));
        }
        const size_t before = w->store()->studio().displays().size();
        QTest::mouseClick(w->desk()->import()->findChild<QPushButton *>(), Qt::LeftButton);
        QTRY_COMPARE_WITH_TIMEOUT(w->store()->studio().displays().size(), before + 1, 20000);
        const auto visits = w->store()->visits().of(idOf(*w, "meter.csv"));
        QCOMPARE(visits.size(), size_t(1));
        QCOMPARE(visits.front().readings, 80);
        QCOMPARE(visits.front().verdict, Verdict::Pass);
        const VisitRecord kept = w->store()->visits().record(visits.front().id).value();
        QVERIFY(Profile::open(kept.profile).ok());
        QTRY_VERIFY(w->worksheet()->isVisible());
        picture(*w, "worksheet-brought-in");
    }

    // A visit's own readings say what they were for: nothing has to be chosen, and the visit comes again of them.
    void ownReadingsAreBroughtIn()
    {
        auto w = demoWindow(store());
        auto bench = std::move(sim::makeBench("godwit", 1)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Video, dark room");
        plan.tolerance = *builtInTolerance("strict");
        const auto record = Visit(*bench, plan, {}, {}).run();
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        const QString file = m_dir.filePath("readings.txt");
        QVERIFY(writeFile(std::filesystem::path(file.toStdString()), readingsToCgats(readingSet(record.value()))).ok());
        openAndWait(*w, {file});
        ImportView *view = w->desk()->import();
        QVERIFY(w->desk()->currentWidget() == view);
        QVERIFY2(labels(*view).contains("the readings of a visit"), qPrintable(labels(*view)));
        picture(*w, "import-own");
        const auto boxes = view->findChildren<QComboBox *>();
        const auto target = std::find_if(boxes.begin(), boxes.end(), [](const QComboBox *b) { return b->findText("the visit's own target") >= 0; });
        QVERIFY(target != boxes.end());
        QCOMPARE((*target)->currentText(), QStringLiteral("the visit's own target"));
        // They are of a display that the studio does not know: they do not go to the one that is looked at.
        const size_t displays = w->store()->studio().displays().size(), visits = w->store()->visits().of(w->currentDisplay()).size();
        const qint64 shown = w->currentDisplay();
        QTest::mouseClick(view->findChild<QPushButton *>(), Qt::LeftButton);
        QTRY_COMPARE_WITH_TIMEOUT(w->store()->studio().displays().size(), displays + 1, 20000);
        QTRY_VERIFY(w->currentDisplay() != shown);
        QCOMPARE(w->store()->visits().of(shown).size(), visits);
        const auto all = w->store()->studio().displays();
        const auto entry =
            std::find_if(all.begin(), all.end(), [&](const DisplayEntry &d) { return d.serial.toStdString() == record->display.serial; });
        QVERIFY(entry != all.end());
        const qint64 display = entry->id;
        QCOMPARE(w->store()->visits().of(display).size(), size_t(1));
        const VisitRecord kept = w->store()->visits().record(w->store()->visits().of(display).front().id).value();
        QCOMPARE(kept.plan.target.name, std::string("Video, dark room"));
        QCOMPARE(kept.plan.tolerance.name, std::string("strict"));
        std::string reasons;
        for (const VisitRecord *r : {&kept, &record.value()}) {
            for (const Message &m : r->reasons) {
                reasons += english(m) + '\n';
            }
        }
        QVERIFY2(kept.verdict == record->verdict, reasons.c_str());
        LAMP_NEAR(kept.verification.mean, record->verification.mean, 0.05);
        picture(*w, "worksheet-own");
    }

    void readingsAreTypedIn()
    {
        auto w = demoWindow(store());
        w->desk()->typeReadings(*w->store(), w->currentDisplay());
        TypedReadings *typed = w->desk()->typed();
        auto fields = typed->findChildren<QLineEdit *>();
        fields.removeIf([](const QLineEdit *f) { return qobject_cast<QComboBox *>(f->parent()) != nullptr; });
        QCOMPARE(fields.size(), 3);
        ReadingSet got;
        connect(typed, &TypedReadings::wanted, this, [&](const ReadingSet &set) { got = set; });
        QPushButton *take = nullptr, *back = nullptr, *make = nullptr;
        for (QPushButton *b : typed->findChildren<QPushButton *>()) {
            (b->text().contains("Accept") ? take : (b->text().contains("Back") ? back : make)) = b;
        }
        const auto type = [&](const QString &y, const QString &x, const QString &cy) {
            fields[0]->setText(y);
            fields[1]->setText(x);
            fields[2]->setText(cy);
            take->click();
        };
        type("119,5", "0.3127", "0,3290");
        QCOMPARE(typed->typed().readings.size(), size_t(1));
        LAMP_NEAR(typed->typed().readings[0].xyz.b, 119.5, 1e-9);
        type("bright", "0.3", "0.3");
        QCOMPARE(typed->typed().readings.size(), size_t(1));
        QVERIFY(labels(*typed).contains("no valid number"));
        type("1", "0.8", "0.8");
        QVERIFY(labels(*typed).contains("less than 1"));
        picture(*w, "typed-readings");
        back->click();
        QCOMPARE(typed->typed().readings.size(), size_t(0));
        QCOMPARE(fields[0]->text(), QString("119.5"));
        const MatrixModel panel{rgbSpace("sRGB")->toXyz() * 120, {0.1, 0.1, 0.12}, {}};
        QVERIFY(!make->isEnabled());
        for (int i = 0; take->isEnabled() && i < 60; ++i) {
            // The patch's own drive is what the heading says.
            const QRegularExpression numbers("red (\\d+) %, green (\\d+) %, blue (\\d+) %");
            const auto match = numbers.match(labels(*typed));
            QVERIFY(match.hasMatch());
            Eigen::Vector3d light;
            for (int c = 0; c < 3; ++c) {
                light[c] = std::pow(match.captured(c + 1).toDouble() / 100, 2.2);
            }
            const XYZ xyz(panel.channels * light + panel.black.vec());
            const Chromaticity c = chromaticity(xyz);
            type(QString::number(xyz.b, 'f', 4), QString::number(c.x, 'f', 5), QString::number(c.y, 'f', 5));
        }
        QVERIFY(make->isEnabled());
        // What was typed is still there after the window was closed in the middle.
        {
            TypedReadings later;
            later.begin(*w->store(), w->currentDisplay());
            QCOMPARE(later.typed().readings.size(), size_t(24));
            QVERIFY(later.typed().readings[7].xyz == typed->typed().readings[7].xyz);
        }
        make->click();
        QCOMPARE(got.readings.size(), size_t(24));
        // It is used up only when a visit has been made of it.
        QTRY_COMPARE_WITH_TIMEOUT(typed->typed().readings.size(), size_t(0), 20000);
        QVERIFY(!QFile::exists(m_dir.filePath("data/dutiful-lamp/typed-readings.json")));
    }

    // On a real X server (dummy driver): a profile is installed from the window, seen in use, pushed out of use by other
    // tools, and that is told.
    void aProfileIsInstalledAndWatched()
    {
        XServer server;
        const bool started = server.start();
        if (!started && ::getuid() != 0) {
            QSKIP("An X server cannot be started here without the administrator's rights.");
        }
        QVERIFY2(started, qPrintable(server.log()));
        qputenv("DISPLAY", server.display().toUtf8());
        qputenv("XDG_CONFIG_HOME", m_dir.filePath("config").toUtf8());
        qunsetenv("WAYLAND_DISPLAY");
        qunsetenv("XDG_SESSION_TYPE");
        {
            auto w = demoWindow(store());
            w->selectDisplay(idOf(*w, "Avocet"));
            QVERIFY(w->installed()->hasOutput());
            QVERIFY(labels(*w).contains("No profile is installed"));
            const VisitRecord record = calibrated(*w, "Avocet");
            const QString file = m_dir.filePath("avocet.icc");
            QVERIFY(writeFile(std::filesystem::path(file.toStdString()), record.profile).ok());
            openAndWait(*w, {file});
            for (QPushButton *b : w->desk()->profile()->findChildren<QPushButton *>()) {
                if (b->text().contains("Install")) {
                    b->click();
                }
            }
            QVERIFY2(labels(*w).contains("is the profile in use") && labels(*w).contains("ramps are loaded"), qPrintable(labels(*w)));
            QVERIFY(!server.tool("xprop", {"-root", "_ICC_PROFILE"}).contains("not found"));
            w->selectDisplay(idOf(*w, "Curlew"));
            w->selectDisplay(idOf(*w, "Avocet"));
            picture(*w, "installed");
            server.tool("xrandr", {"--output", "DUMMY0", "--gamma", "1:0.9:0.8"});
            QVERIFY(w->installed()->look().has_value());
            QVERIFY2(labels(*w).contains("Other ramps are loaded"), qPrintable(labels(*w)));
            // It is told without a look at the card, too.
            button(*w->installed(), "pply")->click();
            openAndWait(*w, {file});
            QVERIFY(!w->installed()->isVisible());
            server.tool("xprop", {"-root", "-remove", "_ICC_PROFILE"});
            QTRY_VERIFY_WITH_TIMEOUT(labels(*w).contains("it was removed"), 10000);
            QVERIFY(!w->installed()->look()->inUse);
            w->selectDisplay(idOf(*w, "Curlew"));
            lookBothWays(*w, server);
            rampsOfARealScreen(server);
        }
        qunsetenv("DISPLAY");
    }

private:
    // Before and after, by key, on the X server; xprop and xrandr are the witnesses. Afterwards all is as it was found.
    void lookBothWays(MainWindow &w, const XServer &server)
    {
        button(*w.installed(), "pply")->click(); // again
        server.tool("xrandr", {"--output", "DUMMY0", "--gamma", "1:0.8:1"});
        const auto hasProfile = [&] { return !server.tool("xprop", {"-root", "_ICC_PROFILE"}).contains("not found"); };
        const auto gamma = [&] {
            const QByteArray all = server.tool("xrandr", {"--verbose"});
            const qsizetype at = all.indexOf("Gamma:");
            return all.mid(at, all.indexOf('\n', at) - at).simplified();
        };
        const QByteArray found = gamma();
        w.installed()->lookBothWays();
        LookScreen *look = w.installed()->lookScreen();
        QVERIFY2(look != nullptr, qPrintable(w.installed()->words()));
        QVERIFY(QTest::qWaitForWindowExposed(look));
        QVERIFY(look->showsAfter() && hasProfile());
        look->resize(1280, 800);
        const QByteArray after = gamma();
        QVERIFY2(after != found, after.constData());
        // The picture is converted beside the window's thread: it has come when there are colours.
        const auto colours = [look] {
            const QImage grabbed = look->grab().toImage();
            QSet<QRgb> all;
            for (int y = 0; y < grabbed.height(); y += 20) {
                for (int x = 0; x < grabbed.width(); x += 20) {
                    all.insert(grabbed.pixel(x, y));
                }
            }
            return all.size();
        };
        QTRY_VERIFY_WITH_TIMEOUT(colours() > 60, 20000);
        const QImage shownAfter = look->grab().toImage();
        QTest::keyClick(look, Qt::Key_Space);
        QVERIFY(!look->showsAfter() && !hasProfile());
        QCOMPARE(gamma(), QByteArray("Gamma: 1.0:1.0:1.0"));
        QVERIFY(look->grab().toImage() != shownAfter);
        picture(*look, "before-and-after");
        QTest::keyClick(look, Qt::Key_B);
        QVERIFY(look->showsAfter() && hasProfile());
        QTest::keyClick(look, Qt::Key_Escape);
        QTRY_VERIFY(w.installed()->lookScreen() == nullptr);
        QCOMPARE(gamma(), found);
        QVERIFY(hasProfile());
    }

    // The gamma ramps of an output are the LUT of the screen that it carries.
    void rampsOfARealScreen(const XServer &server)
    {
        PatchWindow window(QGuiApplication::primaryScreen());
        ScreenBench bench(&window, "Whimbrel", "wled", std::move(XScreen::open(server.display().toStdString())).value(), "DUMMY0");
        QVERIFY(bench.resetLut().ok());
        const auto plain = bench.describeDisplay();
        QVERIFY(plain->lut && plain->lut->entries >= 256 && !plain->lutLoaded);
        Ramps warm = linearRamps(plain->lut->entries);
        for (double &v : warm.b) {
            v *= 0.8;
        }
        QVERIFY(bench.setLut(warm).ok());
        QVERIFY(bench.describeDisplay()->lutLoaded);
        const auto x = std::move(XScreen::open(server.display().toStdString())).value();
        QVERIFY(rampDifference(x->ramps(x->outputs()->front()).value(), warm) < 0.001);
        QVERIFY(bench.resetLut().ok());
        QVERIFY(!bench.describeDisplay()->lutLoaded);
    }

private Q_SLOTS:
    void theInterfaceAddsNoColour()
    {
        for (const Surround s : {Surround::Dim, Surround::Medium, Surround::Bright}) {
            applySurround(*qApp, s);
            auto w = demoWindow(store());
            w->selectDisplay(idOf(*w, "Curlew"));
            QTest::qWait(100);
            const QImage image = w->grab().toImage();
            for (int y = 0; y < image.height(); y += 3) {
                for (int x = 0; x < image.width(); x += 3) {
                    const QColor c = image.pixelColor(x, y);
                    if (c.red() != c.green() || c.green() != c.blue()) {
                        QFAIL(qPrintable(QStringLiteral("colour %1 at %2, %3").arg(c.name()).arg(x).arg(y)));
                    }
                }
            }
            picture(*w, s == Surround::Medium ? "surround-medium" : (s == Surround::Bright ? "surround-bright" : "surround-dim"));
        }
        applySurround(*qApp, Surround::Dim);
    }
};

namespace {

/// The program that gets killed: a full visit on the display "Avocet", each reading told on standard output.
int child(const QString &store, const QString &display)
{
    MainWindow w(store);
    w.show();
    w.openStore();
    w.setSpeed(600);
    w.selectDisplay(idOf(w, display));
    QObject::connect(w.runner(), &VisitRunner::readingTaken, [&w](const Measurement &m, const RecordPtr &) {
        std::printf("%s %d\n", qPrintable(w.runner()->visitId()), m.index);
        std::fflush(stdout);
    });
    QObject::connect(w.runner(), &VisitRunner::asked, &w, [&] {
        QMetaObject::invokeMethod(
            &w, [&] { w.worksheet()->goOn(); }, Qt::QueuedConnection);
    });
    w.startVisit(Task::Full);
    return QApplication::exec();
}

} // namespace

int run(int argc, char **argv)
{
    WatchedApplication application(argc, argv);
    QApplication::setApplicationName("dutiful-lamp");
    QApplication::setOrganizationName("dutiful-lamp-test");
    loadFonts();
    applySurround(application, Surround::Dim);
    if (argc == 4 && QByteArray(argv[1]) == "--child") {
        return child(QString::fromLocal8Bit(argv[2]), QString::fromLocal8Bit(argv[3]));
    }
    TestUi test;
    const int failed = QTest::qExec(&test, argc, argv);
    application.report();
    return failed;
}

LAMP_TEST_BY(ui, &run)

} // namespace ui_test
#include "test_ui.moc"
