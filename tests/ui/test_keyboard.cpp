// SPDX-License-Identifier: GPL-3.0-or-later
// Whole visits by keys alone, and a chrome without colour.
#include "english.h"
#include "support.h"

#include "ui/views.h"

#include "app/board/board_view.h"
#include "app/fleet/fleet_desk.h"
#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/parts/pages.h"
#include "app/shell/frame.h"
#include "app/shell/main_window.h"
#include "app/shell/progress_bar.h"
#include "app/studio/places_view.h"
#include "app/visit/worksheet.h"
#include "report/report.h"

#include <QApplication>
#include <QCheckBox>
#include <QLabel>
#include <QMainWindow>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

namespace keyboard_test {

using namespace lamp;
using namespace lamp::app;

namespace {

/// How far a pixel is from a neutral.
int colourOf(QRgb pixel)
{
    const int r = qRed(pixel), g = qGreen(pixel), b = qBlue(pixel);
    return std::max({r, g, b}) - std::min({r, g, b});
}

} // namespace

class TestKeyboard : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<MainWindow> m_window;
    int m_pressed = 0;

    void press(int key)
    {
        ++m_pressed;
        QTest::keyClick(m_window->windowHandle(), Qt::Key(key));
    }
    /// Answers each question by the space bar; `before` may press others first.
    void goThrough(const std::function<void(const Question &)> &before = {}, const std::function<void()> &meanwhile = {})
    {
        for (int i = 0; i < 4000 && m_window->runner()->running(); ++i) {
            QTest::qWait(10);
            const auto q = m_window->runner()->question();
            if (!q) {
                if (meanwhile) {
                    meanwhile();
                }
                continue;
            }
            if (before) {
                before(*q);
            }
            press(Qt::Key_Space);
            QTRY_VERIFY(!m_window->runner()->question() || m_window->runner()->question()->stage != q->stage
                        || m_window->runner()->question()->control != q->control || m_window->runner()->question()->value != q->value);
        }
        QVERIFY(!m_window->runner()->running());
    }
    qint64 displayOf(const QString &name) const
    {
        for (const DisplayEntry &d : m_window->store()->studio().displays()) {
            if (d.name.startsWith(name)) {
                return d.id;
            }
        }
        return 0;
    }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        QCoreApplication::setOrganizationName("lamp-test");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, m_dir.path());
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        m_window = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        m_window->resize(1280, 760);
        m_window->show();
        m_window->openStore(Demo::Desks);
        m_window->setSpeed(0);
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fillingDemo(), 120000);
    }
    void cleanupTestCase() { m_window.reset(); }

    // A refresh: the key that begins it, and the space bar where a person is needed; twelve presses at the most.
    void aRefreshTakesFewKeys()
    {
        m_window->selectDisplay(displayOf("Avocet"));
        m_pressed = 0;
        press(Qt::Key_F6);
        QTRY_VERIFY(m_window->runner()->running());
        goThrough();
        const RecordPtr r = m_window->runner()->record();
        QVERIFY(r && !r->lines.open() && r->plan.task == Task::Refresh);
        QVERIFY2(m_pressed <= 12, qPrintable(QStringLiteral("%1 presses").arg(m_pressed)));
        qInfo("%d presses", m_pressed);
    }

    // What is left out at Prepare is told by a digit, and stands on the sheet; E ends the reading early.
    void digitsLeaveOutAndReadingIsStopped()
    {
        m_window->selectDisplay(displayOf("Avocet"));
        press(Qt::Key_F5);
        QTRY_VERIFY(m_window->runner()->running());
        bool seen = false, stopped = false, again = false;
        std::string lastStage;
        const auto told = connect(m_window->runner(), &VisitRunner::readingTaken, this,
                                  [stage = &lastStage](const Measurement &m, const RecordPtr &) { *stage = m.stage; });
        goThrough(
            [&](const Question &q) {
                if (q.stage == Stage::Prepare) {
                    // What the last visit left is known; five points are asked.
                    const QString all = labels(*m_window);
                    QVERIFY2(all.contains("The last time it stood still after"), qPrintable(all));
                    QVERIFY2(all.contains("menu stands as it was left") || all.contains("the last visit left"), qPrintable(all));
                    auto boxes = m_window->worksheet()->row(Stage::Prepare)->findChildren<QCheckBox *>();
                    QCOMPARE(boxes.size(), 5);
                    press(Qt::Key_5);
                    QVERIFY(!boxes[4]->isChecked() && boxes[0]->isChecked());
                    picture(*m_window, "prepare");
                    seen = true;
                    m_window->setSpeed(80); // slow enough to be stopped on a busy machine
                }
            },
            [&] {
                const RecordPtr r = m_window->runner()->record();
                if (!stopped && r && r->lines.open() == Stage::Calibrate) {
                    if (!again) {
                        again = lastStage == "calibrate";
                        if (again) {
                            press(Qt::Key_A); // the last reading once more
                        }
                        return;
                    }
                    press(Qt::Key_E);
                    auto buttons = m_window->worksheet()->row(Stage::Calibrate)->findChildren<QPushButton *>();
                    stopped = std::any_of(buttons.begin(), buttons.end(),
                                          [](const QPushButton *b) { return b->text().contains("(E)") && !b->isEnabled(); });
                    if (stopped) {
                        m_window->setSpeed(0);
                    }
                }
            });
        m_window->setSpeed(0);
        QVERIFY(seen && stopped);
        const RecordPtr r = m_window->runner()->record();
        QVERIFY(r && !r->lines.open());
        QVERIFY(english(r->lines.find(Stage::Prepare)->summary).find("left out: Dark, neutral clothes") != std::string::npos);
        QVERIFY(m_window->worksheet()->row(Stage::Prepare)->summary().contains("left out"));
        QVERIFY(std::any_of(r->warnings.begin(), r->warnings.end(), [](const Message &m) { return m.code == "stopped-reading-early"; }));
        disconnect(told);
        QVERIFY(again && std::any_of(r->warnings.begin(), r->warnings.end(), [](const Message &m) { return m.code == "read-again-as-asked"; }));
    }

    // The interface adds no colour: what is coloured are patches, pictures and charts of colours only.
    void theChromeIsNeutral_data()
    {
        QTest::addColumn<int>("surround");
        QTest::addColumn<int>("key");
        const std::array<std::pair<const char *, int>, 3> views{{{"card", Qt::Key_F2}, {"board", Qt::Key_F3}, {"guide", Qt::Key_F1}}};
        for (const int surround : {0, 1, 2}) {
            for (const auto &[name, key] : views) {
                QTest::addRow("%s, surround %d", name, surround) << surround << key;
            }
        }
    }
    void theChromeIsNeutral()
    {
        QFETCH(int, surround);
        QFETCH(int, key);
        applySurround(*qApp, Surround(surround));
        m_window->selectDisplay(displayOf("Curlew"));
        press(key);
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fleet()->board()->busy(), 20000);
        QTest::qWait(200);
        QImage seen = m_window->grab().toImage().convertToFormat(QImage::Format_RGB32);
        // Charts and pictures may have the colours of what they show.
        QPainter over(&seen);
        for (const QWidget *w : m_window->findChildren<QWidget *>()) {
            const QString kind = QString::fromLatin1(w->metaObject()->className());
            if (w->isVisible() && (kind.contains("PlotWidget") || kind.contains("LookView") || kind.contains("FigureStrip"))) {
                over.fillRect(QRect(w->mapTo(m_window.get(), QPoint()), w->size()), Qt::black);
            }
        }
        over.end();
        int coloured = 0, worst = 0;
        QPoint where;
        for (int y = 0; y < seen.height(); ++y) {
            for (int x = 0; x < seen.width(); ++x) {
                const int c = colourOf(seen.pixel(x, y));
                coloured += c > 2 ? 1 : 0;
                where = c > worst ? QPoint(x, y) : where;
                worst = std::max(worst, c);
            }
        }
        QVERIFY2(coloured == 0,
                 qPrintable(QStringLiteral("%1 pixels, the worst by %2 at %3, %4").arg(coloured).arg(worst).arg(where.x()).arg(where.y())));
        applySurround(*qApp, Surround::Dim);
    }

    // A wide page follows a narrow one with the reading beside it, and back: the window keeps its size, whatever either says for a moment.
    void pagesThatFollowEachOtherDoNotWidenTheWindow()
    {
        QMainWindow window;
        auto &places = *new PlacesView; // the window owns what it shows
        auto &banner = *new Banner;
        auto &pages = *new Pages;
        auto &progress = *new ProgressBar;
        auto *narrow = new QLabel("narrow"), *wide = new QLabel("wide"), *reading = new QLabel("reading");
        narrow->setMinimumWidth(500);
        wide->setMinimumWidth(930);
        pages.add(narrow, Pages::Beside::Reading, "User guide");
        pages.add(wide, Pages::Beside::Nothing, "User guide");
        window.setCentralWidget(new Frame(places, banner, pages, {reading}, progress));
        window.resize(1260, 700);
        window.show();
        QVERIFY(QTest::qWaitForWindowExposed(&window));
        for (int i = 0; i < 6; ++i) {
            pages.setCurrentWidget(i % 2 == 0 ? static_cast<QWidget *>(wide) : narrow);
            QCoreApplication::processEvents();
            QCOMPARE(window.width(), 1260);
            narrow->setMinimumWidth(900); // a long word, for a moment
            QCoreApplication::processEvents();
            QCOMPARE(window.width(), 1260);
            narrow->setMinimumWidth(500);
        }
    }
};

LAMP_WINDOW_TEST(keyboard, TestKeyboard)

} // namespace keyboard_test
#include "test_keyboard.moc"
