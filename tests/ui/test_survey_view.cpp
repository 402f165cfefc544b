// SPDX-License-Identifier: GPL-3.0-or-later
// Measuring a display beside its visits, in the window: each kind, its charts, stopping and going on.
#include "support.h"

#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/diagnosis/diagnosis_view.h"
#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/parts/plot_widget.h"
#include "app/reports/report_button.h"
#include "app/shell/main_window.h"
#include "app/survey/room_typed.h"
#include "app/survey/survey_view.h"
#include "app/survey/uniformity_map.h"
#include "app/visit/visit_controller.h"
#include "report/report.h"
#include "visit/visit.h"

#include <QApplication>
#include <QDir>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSettings>
#include <QTableWidget>
#include <QTemporaryDir>

namespace survey_view_test {

using namespace lamp;
using namespace lamp::app;

namespace {
constexpr int kSlow = 120000; // ms; machines are shared
}

class TestSurveyView : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<MainWindow> m_window;
    [[nodiscard]] SurveyView *view() const { return m_window->survey(); }
    [[nodiscard]] SurveyRunner &runner() const { return m_window->visits()->surveys(); }
    void measure(SurveyKind kind)
    {
        view()->choose(kind);
        view()->startOrStop();
        QVERIFY(runner().running());
        QTRY_VERIFY_WITH_TIMEOUT(!runner().running(), kSlow);
        QTRY_VERIFY_WITH_TIMEOUT(view()->folder().contains(text(surveyKindName(kind))), kSlow);
        QVERIFY(runner().record()->complete);
    }
    static QString text(const std::string &s) { return QString::fromStdString(s); }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        QCoreApplication::setOrganizationName("lamp-test");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, m_dir.path());
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        {
            auto store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
            for (const char *bird : {"curlew", "godwit"}) {
                DisplayEntry d;
                d.roomId = store->studio().addRoom(bird).value();
                d.name = QString::fromLatin1(bird);
                d.model = bird;
                d.bench = QStringLiteral("sim:") + bird;
                QVERIFY(store->studio().add(d, fromIsoTime("2031-01-01T00:00:00Z")).ok());
            }
        }
        m_window = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        m_window->show();
        m_window->openStore();
        m_window->setSpeed(0);
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
        m_window->selectDisplay(m_window->store()->studio().displays().front().id);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_M, Qt::ControlModifier);
        QTRY_VERIFY(view()->isVisible());
    }
    void cleanupTestCase() { m_window.reset(); }

    void beforeAnythingIsMeasured()
    {
        QVERIFY(view()->plots().empty() && !view()->map()->isVisible() && !view()->modes()->isVisible());
        QVERIFY(labels(*view()).contains("curlew"));
    }

    void grays()
    {
        measure(SurveyKind::Gray);
        QCOMPARE(view()->plots().size(), size_t(3));
        picture(*m_window, "survey-gray");
        QVERIFY(view()->words().contains("for the standard observer"));
        for (const PlotWidget *p : view()->plots()) {
            QVERIFY(!p->plot().series.empty() && p->plot().series.front().points.size() >= 15);
        }
        QVERIFY(QFile::exists(view()->folder() + "/measurement.json") && QFile::exists(view()->folder() + "/readings.txt"));
        const QString file = m_dir.filePath("grays.html");
        auto *report = view()->findChild<ReportButton *>();
        QVERIFY(report->isEnabled() && report->isVisible());
        report->write(file);
        QVERIFY(m_window->findChild<Banner *>()->message().contains(file));
        QFile page(file);
        QVERIFY(page.open(QIODevice::ReadOnly));
        const QByteArray html = page.readAll();
        QVERIFY(html.contains("Grays, measured") && html.count("<img") == 3);
    }

    void sweeps()
    {
        measure(SurveyKind::Saturation);
        QCOMPARE(view()->plots().size(), size_t(2));
        picture(*m_window, "survey-saturation");
        QCOMPARE(view()->plots().back()->plot().bars.size(), size_t(24));
    }

    void uniformity()
    {
        measure(SurveyKind::Uniformity);
        QVERIFY(view()->map()->isVisible());
        picture(*m_window, "survey-uniformity");
        QVERIFY(view()->map()->accessibleDescription().count(';') == 8);
        QVERIFY(view()->plots().empty()); // what was drawn of another kind is gone
        QVERIFY(view()->words().contains("centre"));
    }

    void modes()
    {
        measure(SurveyKind::Modes);
        QVERIFY(view()->modes()->isVisible());
        picture(*m_window, "survey-modes");
        QCOMPARE(view()->modes()->rowCount(), 4);
        QVERIFY(view()->modes()->item(0, 0)->text().startsWith("factory"));
        int named = 0;
        for (int i = 0; i < 4; ++i) {
            named += view()->modes()->item(i, 0)->font().bold() ? 1 : 0;
            QVERIFY(view()->modes()->item(i, 7)->text().contains(" : 1"));
        }
        QCOMPARE(named, 1);
        QCOMPARE(m_window->visits()->simulatedBench(m_window->currentDisplay())->describeDisplay()->mode, std::string("factory"));
    }

    // What was measured is kept with the display, and shown again as it was.
    void whatIsKeptIsShownAgain()
    {
        QListWidget *kept = view()->kept();
        QVERIFY(kept->isVisible() && kept->count() >= 4);
        const QString modes = view()->words();
        int grays = -1;
        for (int i = 0; i < kept->count(); ++i) {
            grays = kept->item(i)->text().startsWith("Grays") ? i : grays;
        }
        QVERIFY(grays >= 0);
        kept->setCurrentRow(grays);
        QVERIFY(view()->words().contains("for the standard observer") && !view()->modes()->isVisible());
        QCOMPARE(view()->plots().size(), size_t(3));
        kept->setCurrentRow(0);
        QCOMPARE(view()->words(), modes);
        QVERIFY(view()->modes()->isVisible() && view()->plots().empty());
        picture(*m_window, "survey-kept");
    }

    // A day in the room: read by the instrument, then one that was written down.
    void theRoomOverADay()
    {
        measure(SurveyKind::Room);
        QCOMPARE(view()->plots().size(), size_t(2));
        picture(*m_window, "survey-room");
        QVERIFY(view()->words().contains("lx") && view()->words().contains("Nothing was changed"));
        QCOMPARE(m_window->visits()->simulatedBench(m_window->currentDisplay())->view().room.daylightLux, 0.0); // its window is gone again
        view()->typeRoom();
        auto *dialog = view()->findChild<RoomTyped *>();
        QVERIFY(dialog != nullptr);
        auto *lines = dialog->findChild<QPlainTextEdit *>();
        lines->setPlainText("08:00, 40\nlater, 50\n");
        dialog->accept();
        QVERIFY(dialog->isVisible() && labels(*dialog).contains("Line 2"));
        picture(*dialog, "room-typed");
        lines->setPlainText("08:00, 40\n12:00, 500\n16:00, 60\n");
        dialog->accept();
        QTRY_VERIFY(view()->words().contains("From 08:00 to 16:00"));
        QVERIFY(QFile::exists(view()->folder() + "/measurement.json"));
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }

    // Stopped in the middle: what was read is kept and shown, and it is gone on with.
    void stoppedAndGoneOnWith()
    {
        view()->choose(SurveyKind::Gray);
        m_window->setSpeed(60);
        view()->startOrStop();
        QTRY_VERIFY_WITH_TIMEOUT(runner().record() && runner().record()->readings.size() >= 10, kSlow);
        view()->startOrStop();
        QTRY_VERIFY_WITH_TIMEOUT(!runner().running(), kSlow);
        const size_t before = runner().record()->readings.size();
        QVERIFY(!runner().record()->complete);
        QPushButton *on = nullptr;
        for (QPushButton *b : view()->findChildren<QPushButton *>()) {
            on = QString(b->text()).remove('&').contains("Go on") ? b : on;
        }
        QVERIFY(on != nullptr && on->isVisible());
        m_window->setSpeed(0);
        QTRY_VERIFY_WITH_TIMEOUT(QDir(view()->folder()).exists("measurement.json"), kSlow);
        on->click();
        QVERIFY(runner().running());
        QTRY_VERIFY_WITH_TIMEOUT(!runner().running(), kSlow);
        QVERIFY(runner().record()->complete);
        QVERIFY(runner().record()->readings.size() > before);
        QVERIFY(!on->isVisible());
    }

    // One instrument at a time; and what is measured stays the display's that it was begun on.
    void oneAtATime()
    {
        view()->choose(SurveyKind::Gray);
        m_window->setSpeed(60);
        view()->startOrStop();
        QVERIFY(runner().running());
        m_window->startVisit(Task::Check);
        QVERIFY(!m_window->runner()->running());
        QVERIFY(m_window->findChild<Banner *>()->message().contains("in use"));
        const auto displays = m_window->store()->studio().displays();
        const qint64 measured = runner().displayId(), other = displays.front().id == measured ? displays.back().id : displays.front().id;
        m_window->selectDisplay(other);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_M, Qt::ControlModifier);
        QTRY_VERIFY(view()->isVisible());
        QCOMPARE(runner().displayId(), measured);
        QVERIFY(!labels(*view()).contains("godwit"));
        view()->startOrStop();
        QTRY_VERIFY_WITH_TIMEOUT(!runner().running(), kSlow);
        m_window->setSpeed(0);
    }

    // What is wrong with it: nothing to compare with; nothing wrong; ramps lost; stopped. A display's own visit, on its own bench.
    void whatIsWrong()
    {
        DiagnosisView *page = m_window->diagnosis();
        const auto look = [&] {
            page->startOrStop();
            QTRY_VERIFY_WITH_TIMEOUT(!m_window->visits()->diagnoses().running(), kSlow);
            QCoreApplication::processEvents();
        };
        QTest::keyClick(m_window->windowHandle(), Qt::Key_D, Qt::ControlModifier);
        QTRY_VERIFY(page->isVisible());
        look();
        QVERIFY(m_window->findChild<Banner *>()->message().contains("no finished visit"));
        const auto display = m_window->store()->studio().display(m_window->currentDisplay());
        const auto bench = m_window->visits()->benchFor(*display).simulated;
        bench->skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        VisitHooks hooks;
        hooks.wallClock = [] { return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()); };
        Visit visit(*bench, plan, hooks, {});
        QVERIFY(visit.run());
        VisitRecord record = visit.record();
        record.id = "before";
        QVERIFY(m_window->store()->visits().finish(record, display->id).ok());
        look();
        QVERIFY2(page->words().contains("Nothing is wrong"), qPrintable(page->words()));
        (void)bench->resetLut();
        look();
        QVERIFY2(page->words().contains("ramps are not loaded") && page->words().contains("Apply the display's profile"), qPrintable(page->words()));
        QVERIFY(QFile::exists(page->folder() + "/diagnosis.json") && QFile::exists(page->folder() + "/readings.txt"));
        picture(*m_window, "diagnosis");
        page->findChild<ReportButton *>()->write(m_dir.filePath("diagnosis.pdf"));
        QVERIFY(QFile(m_dir.filePath("diagnosis.pdf")).size() > 5000);
        // One instrument at a time, here as well; and it can be stopped, with what was read.
        m_window->setSpeed(60);
        page->startOrStop();
        QVERIFY(m_window->visits()->diagnoses().running());
        m_window->startVisit(Task::Check);
        QVERIFY(!m_window->runner()->running());
        QTest::qWait(300);
        page->startOrStop();
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->visits()->diagnoses().running(), kSlow);
        m_window->setSpeed(0);
    }

    void fitsAndAddsNoColour()
    {
        QVERIFY2(m_window->width() <= 1280 && m_window->height() <= 760,
                 qPrintable(QStringLiteral("%1 x %2").arg(m_window->width()).arg(m_window->height())));
        measure(SurveyKind::Contrast);
        const QImage image = view()->grab().toImage();
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QRgb p = image.pixel(x, y);
                const int most = std::max({qRed(p), qGreen(p), qBlue(p)}), least = std::min({qRed(p), qGreen(p), qBlue(p)});
                QVERIFY2(most - least <= 2, qPrintable(QStringLiteral("%1, %2").arg(x).arg(y)));
            }
        }
    }

    // The simulated bench of this display takes no such signal, and its instrument lies on the screen: both are said, and nothing is kept.
    void whatTheBenchCannotDoIsSaid()
    {
        const int before = view()->kept()->count();
        for (const SurveyKind kind : {SurveyKind::Hdr, SurveyKind::Angles}) {
            view()->choose(kind);
            view()->startOrStop();
            QTRY_VERIFY_WITH_TIMEOUT(!runner().running(), kSlow);
            const QString expected = kind == SurveyKind::Hdr ? QStringLiteral("takes no") : QStringLiteral("lying on the screen");
            QTRY_VERIFY2_WITH_TIMEOUT(m_window->findChild<Banner *>()->message().contains(expected),
                                      qPrintable(m_window->findChild<Banner *>()->message()), kSlow);
        }
        QCOMPARE(view()->kept()->count(), before);
    }

    void aSignalOfHighDynamicRange()
    {
        for (const DisplayEntry &d : m_window->store()->studio().displays()) {
            if (d.name == QStringLiteral("godwit")) {
                m_window->selectDisplay(d.id);
            }
        }
        QTest::keyClick(m_window->windowHandle(), Qt::Key_M, Qt::ControlModifier);
        measure(SurveyKind::Hdr);
        QCOMPARE(view()->plots().size(), size_t(4));
        picture(*m_window, "survey-hdr");
        QVERIFY2(view()->words().contains("behind the signal"), qPrintable(view()->words()));
        for (const PlotWidget *p : view()->plots()) {
            QVERIFY(p->height() >= 120 && p->width() >= 240);
        }
        QCOMPARE(m_window->visits()->simulatedBench(m_window->currentDisplay())->describeDisplay()->signal, Signal::Sdr);
    }
};

LAMP_WINDOW_TEST(survey_view, TestSurveyView)

} // namespace survey_view_test
#include "test_survey_view.moc"
