// SPDX-License-Identifier: GPL-3.0-or-later
// What people do wrong in the middle of a visit, in the window: caught, said in words, and never a verdict that is not true. The mistakes are
// those of common practice, no published source.
#include "english.h"
#include "support.h"

#include "ui/views.h"

#include "app/board/board_view.h"
#include "app/shell/main_window.h"
#include "app/visit/menu_form.h"
#include "app/visit/worksheet.h"
#include "report/report.h"
#include "simlab/sim_bench.h"

#include <QApplication>
#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

#include <cmath>
#include <random>

namespace mistakes_test {

using namespace lamp;
using namespace lamp::app;

namespace {

/// What is done to a bench while it is measured on, and what the person then reads.
struct Mistake {
    const char *name;
    int afterReadings; ///< 0: before the visit begins
    std::function<void(sim::SimBench &)> act;
    QStringList words;      ///< each of them is read somewhere on the way or in the sheet
    bool asksToMend = true; ///< the visit waits for a person to put it right
};

std::vector<Mistake> mistakes()
{
    return {
        {"cover closed", 0, [](sim::SimBench &b) { b.failReadings(5, 2, "cover-closed"); }, {"cover"}},
        {"unplugged", 0, [](sim::SimBench &b) { b.failReadings(20, 2, "not-connected"); }, {"unplugged"}},
        {"moved off the patch", 0, [](sim::SimBench &b) { b.failReadings(12, 2, "off-screen"); }, {"patch"}},
        {"a lamp on the screen", 12, [](sim::SimBench &b) { b.strayLight(30, 4, 14); }, {}, false},
        {"brightness turned in the middle",
         28,
         [](sim::SimBench &b) {
             const Control *c = b.view().display.control("brightness");
             (void)b.setControl("brightness", c->value + 12);
         },
         {},
         false},
        {"ramps taken off by another program", 60, [](sim::SimBench &b) { (void)b.resetLut(); }, {}, false},
        {"asked again and again", 0, [](sim::SimBench &b) { b.failReadings(9, 2, "timeout"); }, {}, false},
    };
}

} // namespace

class TestMistakes : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    std::unique_ptr<MainWindow> window()
    {
        auto w = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        w->show();
        w->openStore(Demo::Desks);
        w->setSpeed(400);
        w->activateWindow();
        return w;
    }

    static qint64 idOf(const MainWindow &w, const QString &name)
    {
        for (const DisplayEntry &d : w.store()->studio().displays()) {
            if (d.name.startsWith(name)) {
                return d.id;
            }
        }
        return 0;
    }

    static QString said(const QWidget &w)
    {
        QString all;
        for (const QLabel *l : w.findChildren<QLabel *>()) {
            if (l->isVisible()) {
                all += l->text() + '\n';
            }
        }
        return all;
    }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        qputenv("XDG_STATE_HOME", m_dir.filePath("state").toUtf8());
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, m_dir.filePath("config"));
        auto w = window();
        QTRY_VERIFY_WITH_TIMEOUT(!w->fillingDemo(), 60000);
    }

    void mistakesAreCaughtAndExplained_data()
    {
        QTest::addColumn<int>("which");
        const auto all = mistakes();
        for (size_t i = 0; i < all.size(); ++i) {
            QTest::newRow(all[i].name) << int(i);
        }
    }

    void mistakesAreCaughtAndExplained()
    {
        QFETCH(int, which);
        const Mistake mistake = mistakes()[size_t(which)];
        auto w = window();
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        const qint64 avocet = idOf(*w, "Avocet");
        w->selectDisplay(avocet);
        QTest::qWait(20);
        const auto bench = w->visits()->simulatedBench(avocet);
        QVERIFY(bench != nullptr);
        if (mistake.afterReadings == 0) {
            mistake.act(*bench);
        }
        w->startVisit(Task::Full);
        bool done = mistake.afterReadings == 0, asked = false;
        QString heard;
        const auto deadline = QDeadlineTimer(120000);
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(4);
            const RecordPtr record = w->runner()->record();
            if (!done && record && int(record->readings.size()) >= mistake.afterReadings) {
                mistake.act(*bench);
                done = true;
            }
            if (const auto question = w->runner()->question()) {
                if (question->kind == Question::Kind::Mend) {
                    asked = true;
                    heard += said(*w);
                }
                w->worksheet()->goOn();
            }
        }
        QVERIFY2(!w->runner()->running(), "the visit does not end");
        QVERIFY(done);
        const RecordPtr record = w->runner()->record();
        heard += said(*w);
        for (const Message &m : record->warnings) {
            heard += QString::fromStdString(english(m)) + '\n';
        }
        QCOMPARE(asked, mistake.asksToMend);
        for (const QString &word : mistake.words) {
            QVERIFY2(heard.contains(word, Qt::CaseInsensitive), qPrintable(word + " is not in: " + heard));
        }
        // Whatever happened, what it says of the display is so: as a copy of the instrument without noise sees white and grays now.
        if (!record->lines.open() && record->verdict == Verdict::Pass) {
            const XYZ white = bench->seen({1, 1, 1});
            QVERIFY2(std::abs(white.b / *record->plan.target.luminance.value() - 1) < record->plan.tolerance.luminancePercent / 100 + 0.01,
                     qPrintable(QString::number(white.b)));
            QVERIFY2(whiteDifference(white, record->targetWhite()) < record->plan.tolerance.whiteDeltaE + 0.4, mistake.name);
            for (const double v : {0.2, 0.5, 0.8}) {
                const XYZ gray = bench->seen({v, v, v});
                const double wanted = white.b * std::pow(v, 2.2);
                QVERIFY2(std::abs(gray.b / wanted - 1) < 0.06, qPrintable(QStringLiteral("%1: %2 for %3").arg(v).arg(gray.b).arg(wanted)));
            }
        }
        // Nothing that was read is lost: each reading that is told of is in the studio.
        const auto entries = w->store()->visits().of(avocet);
        QVERIFY(!entries.empty());
        const auto kept = w->store()->visits().record(QString::fromStdString(record->id));
        QVERIFY(kept.ok());
        QCOMPARE(kept->readings.size(), record->readings.size());
        for (const VisitEntry &v : w->store()->visits().interrupted()) {
            (void)w->store()->visits().setState(v.id, VisitState::SetAside);
        }
    }

    // A menu that somebody turned since the last visit is told before anything is measured.
    void aTurnedMenuIsToldAtOnce()
    {
        auto w = window();
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        const qint64 avocet = idOf(*w, "Avocet");
        w->selectDisplay(avocet);
        QTest::qWait(20);
        const auto bench = w->visits()->simulatedBench(avocet);
        const double was = bench->view().display.control("brightness")->value;
        (void)bench->setControl("brightness", was + 17);
        w->startVisit(Task::Check);
        QTRY_VERIFY(w->runner()->question().has_value());
        const QString all = said(*w);
        QVERIFY2(all.contains(QStringLiteral("brightness is %1").arg(was + 17)), qPrintable(all));
        w->runner()->cancel();
        QTRY_VERIFY(!w->runner()->running());
        (void)bench->setControl("brightness", was);
        for (const VisitEntry &v : w->store()->visits().interrupted()) {
            (void)w->store()->visits().setState(v.id, VisitState::SetAside);
        }
    }

    // What a menu offers, as it is said: what is not ticked is not there, what was known is.
    void theMenuFormSaysWhatIsTicked()
    {
        MenuForm fresh({});
        QVERIFY(fresh.menu().empty());
        auto boxes = fresh.findChildren<QCheckBox *>();
        QCOMPARE(int(boxes.size()), 4);
        boxes[0]->setChecked(true);
        auto spins = fresh.findChildren<QDoubleSpinBox *>();
        QVERIFY(spins[0]->isEnabled() && !spins[2]->isEnabled());
        spins[0]->setValue(37);
        QCOMPARE(int(fresh.menu().size()), 1);
        QCOMPARE(fresh.menu()[0].name, std::string("brightness"));
        LAMP_NEAR(fresh.menu()[0].value, 37, 1e-9);
        spins[1]->setValue(20); // it goes no further than that
        LAMP_NEAR(fresh.menu()[0].max, 20, 1e-9);
        LAMP_NEAR(fresh.menu()[0].value, 20, 1e-9);
        MenuForm known({{"brightness", 0, 100, 1, 64, true}, {"hue", -50, 50, 0.5, 3.5, true}});
        QCOMPARE(int(known.menu().size()), 2);
        LAMP_NEAR(known.menu()[0].value, 64, 1e-9);
        QCOMPARE(known.menu()[1].name, std::string("hue"));
        LAMP_NEAR(known.menu()[1].value, 3.5, 1e-9);
        LAMP_NEAR(known.menu()[1].min, -50, 1e-9);
    }

    // The space bar held down, every key at once, other pages opened in the middle: the visit goes on as if nothing had been.
    void keysAtRandomDoNoHarm()
    {
        auto w = window();
        QVERIFY(QTest::qWaitForWindowActive(w.get()));
        const qint64 avocet = idOf(*w, "Avocet");
        w->selectDisplay(avocet);
        w->startVisit(Task::Check);
        std::mt19937 random(5);
        const std::vector<int> keys{Qt::Key_Space, Qt::Key_B,  Qt::Key_N,  Qt::Key_S,  Qt::Key_R,    Qt::Key_1,      Qt::Key_9, Qt::Key_Tab,
                                    Qt::Key_F2,    Qt::Key_F3, Qt::Key_F4, Qt::Key_Up, Qt::Key_Down, Qt::Key_Return, Qt::Key_X};
        const auto deadline = QDeadlineTimer(120000);
        int pressed = 0;
        while (w->runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(3);
            if (pressed < 400) {
                QTest::keyClick(w->windowHandle(), Qt::Key(keys[random() % keys.size()]));
                ++pressed;
            }
            if (w->runner()->paused()) {
                QTest::keyClick(w->windowHandle(), Qt::Key_Escape);
            }
            if (pressed >= 400 && w->runner()->question()) {
                w->worksheet()->goOn();
            }
        }
        QVERIFY(!w->runner()->running());
        const RecordPtr record = w->runner()->record();
        QVERIFY(!record->lines.open());
        QCOMPARE(record->plan.task, Task::Check);
        QVERIFY(record->readings.size() > 8);
    }
};

LAMP_WINDOW_TEST(mistakes, TestMistakes)

} // namespace mistakes_test
#include "test_mistakes.moc"
