// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of the fleet in the window, on the demo's chart house: what to do today and in which order, which displays agree, which ends
// first, whether an instrument has moved.
#include "support.h"

#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/board/board_view.h"
#include "app/compare/gamut_view.h"
#include "app/fleet/ageing_view.h"
#include "app/fleet/eye_view.h"
#include "app/fleet/fleet_desk.h"
#include "app/fleet/group_view.h"
#include "app/fleet/pair_matrix.h"
#include "app/fleet/round_chart.h"
#include "app/fleet/round_view.h"
#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/parts/plot_widget.h"
#include "app/shell/main_window.h"
#include "report/report.h"

#include <QApplication>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QSpinBox>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTimer>

namespace fleet_views_test {

using namespace lamp;
using namespace lamp::app;

namespace {

constexpr int kSlow = 120000; // ms; machines are shared

qint64 idOf(MainWindow &w, const QString &name)
{
    for (const DisplayEntry &d : w.store()->studio().displays()) {
        if (d.name == name) {
            return d.id;
        }
    }
    return 0;
}

} // namespace

class TestFleetViews : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<MainWindow> m_window;
    void go(Qt::Key key, Qt::KeyboardModifiers with = Qt::NoModifier) { QTest::keyClick(m_window->windowHandle(), key, with); }

    /// The pair's gamuts are turned by keys and pointer, chosen and read out.
    void lookAtBodies(GroupView &group)
    {
        QPushButton *open = nullptr;
        for (QPushButton *b : group.findChildren<QPushButton *>()) {
            open = QString(b->text()).remove('&') == "Gamuts as bodies…" ? b : open;
        }
        QVERIFY(open != nullptr);
        QTimer::singleShot(0, this, [&] {
            auto *view = qobject_cast<GamutView *>(QApplication::activeModalWidget());
            QVERIFY(view != nullptr);
            QTRY_VERIFY_WITH_TIMEOUT(!view->busy(), kSlow);
            const auto boxes = view->findChildren<QComboBox *>();
            QCOMPARE(boxes.size(), 2);
            QVERIFY(boxes[0]->findText("sRGB") >= 0 && boxes[0]->findText("What all of them show") == 2);
            BodyWidget *body = view->body();
            picture(*view, "bodies");
            const QPointF middle(body->width() / 2.0, body->height() / 2.0);
            QVERIFY2(body->readOut(middle).contains("L*"), qPrintable(body->readOut(middle)));
            QVERIFY(body->readOut({2, 2}).isEmpty());
            const Lab before = body->colourAt(middle).value();
            const double turned = body->turned();
            QElapsedTimer timer;
            timer.start();
            for (int i = 0; i < 36; ++i) {
                QTest::keyClick(body, Qt::Key_Right);
                body->repaint();
            }
            qInfo("turned: %.1f ms a picture of %d x %d", double(timer.elapsed()) / 36, body->width(), body->height());
            QVERIFY(std::abs(std::remainder(body->turned() - turned - 180, 360)) < 1e-6);
            const Lab behind = body->colourAt(middle).value(); // the other side has the opposite hue
            QVERIFY2(before.b * behind.b + before.c * behind.c < 0, qPrintable(QString("%1 %2").arg(before.b).arg(behind.b)));
            QTest::mousePress(body, Qt::LeftButton, {}, middle.toPoint());
            QTest::mouseMove(body, middle.toPoint() + QPoint(40, 0));
            QTest::mouseRelease(body, Qt::LeftButton, {}, middle.toPoint() + QPoint(40, 0));
            QTest::keyClick(body, Qt::Key_Home);
            QCOMPARE(body->turned(), turned);
            boxes[1]->setCurrentIndex(0);
            QVERIFY(!labels(*view).contains("% of what"));
            view->reject();
        });
        open->click();
    }

    /// Two people match the pair by eye with the keys: kept, shown, and taken back.
    void matchByEye(GroupView &group)
    {
        QPushButton *eye = nullptr;
        for (QPushButton *b : group.findChildren<QPushButton *>()) {
            eye = QString(b->text()).remove('&') == "Match by eye…" ? b : eye;
        }
        QVERIFY(eye != nullptr && eye->isVisible());
        QTimer::singleShot(0, this, [&] {
            auto *view = qobject_cast<EyeView *>(QApplication::activeModalWidget());
            QVERIFY(view != nullptr && view->matching() != nullptr);
            auto *person = view->findChild<QLineEdit *>();
            QVERIFY(QTest::qWaitForWindowExposed(view));
            for (const char *who : {"first", "second"}) {
                person->setText(who);
                view->findChild<NeutralPatch *>()->setFocus();
                for (int i = 0; i < kEyeSettings; ++i) {
                    // As an instrument would: until the two are read alike, but for a step to the blue.
                    const QColor before = view->findChild<NeutralPatch *>()->patch();
                    QTest::keyClick(view, Qt::Key_Left, Qt::ShiftModifier);
                    QVERIFY(view->findChild<NeutralPatch *>()->patch() != before);
                    QTest::keyClick(view, Qt::Key_Space);
                }
                if (person->text() == "first") {
                    picture(*view, "by-eye");
                    QVERIFY(!labels(*view).contains(QStringLiteral("Δu′"))); // the second is not told what the first found
                }
            }
            QCOMPARE(view->matching()->settings().size(), size_t(2 * kEyeSettings));
            QVERIFY2(labels(*view).contains(QStringLiteral("Δu′")), qPrintable(labels(*view)));
            picture(*view, "by-eye-found");
            view->reject(); // not without asking: six settings would be gone
            QVERIFY(view->isVisible() && labels(*view).contains("would be lost"));
            view->accept();
        });
        eye->click();
        QVERIFY2(group.pairWords().contains("By eye"), qPrintable(group.pairWords()));
        QPushButton *undo = nullptr;
        for (QPushButton *b : m_window->findChildren<QPushButton *>()) {
            undo = b->text() == "Undo" && b->isVisible() ? b : undo;
        }
        QVERIFY(undo != nullptr);
        undo->click();
        QVERIFY2(!group.pairWords().contains("By eye"), qPrintable(group.pairWords()));
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }

private Q_SLOTS:
    void initTestCase()
    {
        QCoreApplication::setOrganizationName("lamp-test");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, m_dir.path());
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        m_window = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        m_window->show();
        m_window->openStore(Demo::Fleet);
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fillingDemo(), kSlow);
        QCOMPARE(m_window->store()->studio().count(), 30);
    }
    void cleanupTestCase() { m_window.reset(); }

    // What ships is whole: each display has its two years, and stands as of today.
    void theDemoIsOfToday()
    {
        int visited = 0;
        const WallTime now = std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
        for (const DisplayEntry &d : m_window->store()->studio().displays()) {
            const auto visits = m_window->store()->visits().of(d.id);
            const auto history = m_window->store()->histories().all(d.id);
            if (visits.empty()) {
                QCOMPARE(d.name, QStringLiteral("Dunlin, atlas wall"));
                continue;
            }
            ++visited;
            // The last two, and its last calibration: what it was left with is known of each.
            QVERIFY(visits.size() == 2 || visits.size() == 3);
            QVERIFY2(std::any_of(visits.begin(), visits.end(), [](const VisitEntry &v) { return v.task == Task::Full; }), qPrintable(d.name));
            QVERIFY2(history.size() >= 7, qPrintable(d.name));
            QVERIFY2(visits.front().finished < now && now - visits.front().finished < std::chrono::hours(24 * 150),
                     isoTime(visits.front().finished).c_str());
            QVERIFY(now - history.front().at > std::chrono::hours(24 * 600));
            const auto record = m_window->store()->visits().record(visits.front().id);
            QVERIFY(record.ok() && !record->profile.empty() && record->readings.size() >= 10);
        }
        QCOMPARE(visited, 29);
        // A laptop that is used in two places has been moved.
        const auto events = m_window->store()->studio().events(idOf(*m_window, "Knot, laptop"));
        QVERIFY(std::count_if(events.begin(), events.end(), [](const DisplayEvent &e) { return e.kind == "moved"; }) >= 1);
    }

    void boardOfTheChartHouse()
    {
        go(Qt::Key_F3);
        QTRY_VERIFY(m_window->fleet()->board()->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fleet()->board()->busy(), kSlow);
        picture(*m_window, "board");
        const auto &lines = m_window->fleet()->board()->model()->lines();
        const auto in = [&](const std::string &name) {
            return std::find_if(lines.begin(), lines.end(), [&](const BoardLine &l) { return l.question.name == name; })->due;
        };
        QCOMPARE(in("Curlew, colour desk").state, std::string("out")); // knocked out of its settings
        QCOMPARE(in("Dunlin, atlas wall").state, std::string("never"));
        QCOMPARE(in("Turnstone, archive").state, std::string("overdue"));
    }

    void whichDisplaysAgree()
    {
        m_window->selectDisplay(idOf(*m_window, "Curlew, proof table"));
        go(Qt::Key_G, Qt::ControlModifier);
        GroupView *group = m_window->fleet()->group();
        QTRY_VERIFY(group->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!group->busy() && group->matrix()->pairs().rowCount() > 0, kSlow);
        picture(*m_window, "agreement");
        // At first the room that one comes from: of the booth three displays were visited.
        QCOMPARE(group->matrix()->pairs().names(), (QStringList{"Curlew, proof table", "Curlew, proof wall", "Dunlin, press check"}));
        group->choose({idOf(*m_window, "Curlew, proof table"), idOf(*m_window, "Curlew, proof wall")});
        QTRY_VERIFY_WITH_TIMEOUT(!group->busy() && group->matrix()->pairs().rowCount() == 2, kSlow);
        const PairAgreement *pair = group->matrix()->pairs().pair(0, 1);
        QVERIFY(pair != nullptr && pair->colours > 300);
        QCOMPARE(pair, group->matrix()->pairs().pair(1, 0));
        QVERIFY(group->matrix()->pairs().pair(0, 0) == nullptr);
        // One was calibrated anew, the other two years ago: they do not match, and the page says what to do.
        QVERIFY2(pair->mean - pair->instrumentK2 > 1, qPrintable(QString::number(pair->mean)));
        QVERIFY2(group->pairWords().contains("do not match"), qPrintable(group->pairWords()));
        QVERIFY(pair->aShowsOfB > 0.5 && pair->aShowsOfB <= 1 && pair->bShowsOfA > 0.5 && pair->bShowsOfA <= 1);
        lookAtBodies(*group);
        matchByEye(*group);
        auto *list = group->findChild<QListWidget *>();
        list->item(0)->setCheckState(Qt::Unchecked); // one display is no pair
        QTRY_VERIFY_WITH_TIMEOUT(!group->busy(), kSlow);
        for (int i = 0; i < list->count(); ++i) {
            list->item(i)->setCheckState(Qt::Unchecked);
        }
        QTRY_COMPARE_WITH_TIMEOUT(group->matrix()->pairs().rowCount(), 0, kSlow);
        QVERIFY(!group->common().has_value());
    }

    void aTargetThatAllCanHold()
    {
        GroupView *group = m_window->fleet()->group();
        std::vector<qint64> office;
        for (const DisplayEntry &d : m_window->store()->studio().displays()) {
            if (d.name.startsWith("Avocet, ") || d.name.startsWith("Turnstone, l")) {
                office.push_back(d.id);
            }
        }
        group->choose(office);
        QTRY_VERIFY_WITH_TIMEOUT(!group->busy() && group->matrix()->pairs().rowCount() == int(office.size()), kSlow);
        QVERIFY(group->common().has_value());
        picture(*m_window, "common-target");
        // The panel that ages fast is the weakest, and it limits more the longer the target is to be held.
        QVERIFY2(group->commonWords().contains("Turnstone, lettering"), qPrintable(group->commonWords()));
        const auto left = [&] {
            double least = 1e9;
            for (const CommonLoss &l : group->common()->loses) {
                least = std::min(least, l.mostThen);
            }
            return least;
        };
        const double soon = left();
        group->findChild<QDoubleSpinBox *>()->setValue(48);
        QTRY_VERIFY_WITH_TIMEOUT(!group->busy() && group->common() && group->common()->months == 48, kSlow);
        QVERIFY2(left() < 0.8 * soon, qPrintable(QStringLiteral("%1 %2").arg(soon).arg(left())));
        const auto targets = m_window->store()->aims().targets().size();
        for (QPushButton *b : group->findChildren<QPushButton *>()) {
            if (b->text().contains("Keep")) {
                b->click();
            }
        }
        QCOMPARE(m_window->store()->aims().targets().size(), targets + 1);
        for (QPushButton *b : m_window->findChild<Banner *>()->findChildren<QPushButton *>()) {
            if (b->isVisible() && b->text() == "Undo") {
                b->click();
                break;
            }
        }
        QCOMPARE(m_window->store()->aims().targets().size(), targets);
    }

    void whichEndsFirst()
    {
        m_window->selectDisplay(idOf(*m_window, "Turnstone, lettering"));
        m_window->findChild<Banner *>()->hide();
        go(Qt::Key_L, Qt::ControlModifier);
        AgeingView *ageing = m_window->fleet()->ageing();
        QTRY_VERIFY(ageing->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!ageing->busy() && ageing->displays()->rowCount() > 0, kSlow);
        picture(*m_window, "ageing");
        QCOMPARE(ageing->displays()->rowCount(), 29);
        QVERIFY2(ageing->summary().contains("Turnstone, lettering"), qPrintable(ageing->summary()));
        QCOMPARE(ageing->displays()->item(ageing->displays()->currentRow(), 0)->text(), QStringLiteral("Turnstone, lettering"));
        // The instrument that wears is told from the one that does not.
        QCOMPARE(ageing->instruments()->rowCount(), 2);
        QStringList states;
        for (int row = 0; row < 2; ++row) {
            states << ageing->instruments()->item(row, 0)->text() + ": " + ageing->instruments()->item(row, 3)->text();
        }
        QVERIFY2(states.contains("Tern T-104: ageing"), qPrintable(states.join("; ")));
        QVERIFY2(!states.join(" ").contains("P-021: ageing"), qPrintable(states.join("; ")));
        // What is drawn is what is known: the target's luminance as a limit, and how it goes on.
        QVERIFY(!ageing->years()->plot().limits.empty() && ageing->years()->plot().series.size() >= 3);
        const int row = ageing->displays()->currentRow();
        ageing->displays()->setCurrentCell(row == 0 ? 1 : 0, 0);
        QVERIFY(ageing->years()->accessibleName().contains(ageing->displays()->item(row == 0 ? 1 : 0, 0)->text()));
    }

    // On a screen of 1280 by 800, with its title bar.
    void fitsOnASmallScreen()
    {
        for (const QWidget *page : std::initializer_list<const QWidget *>{m_window->fleet()->board(), m_window->fleet()->group(),
                                                                          m_window->fleet()->ageing(), m_window->fleet()->round()}) {
            QVERIFY2(page->minimumSizeHint().width() <= 1000,
                     qPrintable(QStringLiteral("%1: %2").arg(page->metaObject()->className()).arg(page->minimumSizeHint().width())));
        }
        QVERIFY2(m_window->width() <= 1280 && m_window->height() <= 760,
                 qPrintable(QStringLiteral("%1 x %2").arg(m_window->width()).arg(m_window->height())));
    }

    void aDaysRound()
    {
        go(Qt::Key_R, Qt::ControlModifier);
        RoundView *view = m_window->fleet()->round();
        QTRY_VERIFY(view->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!view->busy() && view->round().has_value(), kSlow);
        picture(*m_window, "round");
        const StudioRound round = *view->round();
        QVERIFY(round.keys.size() >= 4);
        QVERIFY(round.plan.makespan >= round.plan.lowerBound - 1e-6);
        const auto stopOf = [&](const QString &name) {
            return int(std::find(round.keys.begin(), round.keys.end(), idOf(*m_window, name)) - round.keys.begin());
        };
        // The kind of visit follows from how a display stands.
        QCOMPARE(round.tasks.at(size_t(stopOf("Curlew, colour desk"))), Task::Full);
        QCOMPARE(round.tasks.at(size_t(stopOf("Dunlin, atlas wall"))), Task::Full);
        QCOMPARE(round.tasks.at(size_t(stopOf("Turnstone, archive"))), Task::Refresh);
        // Two people with two instruments are done earlier.
        view->findChild<QSpinBox *>()->setValue(2);
        QTRY_VERIFY_WITH_TIMEOUT(!view->busy() && view->round() && view->round()->problem.people == 2, kSlow);
        QVERIFY(view->round()->plan.makespan < round.plan.makespan);
        // One that is not there today is taken out, and comes back.
        const size_t before = view->round()->keys.size();
        const auto gone = view->round()->keys.front();
        view->takeOut(0);
        QTRY_VERIFY_WITH_TIMEOUT(!view->busy() && view->round() && view->round()->keys.size() == before - 1, kSlow);
        QVERIFY(std::find(view->round()->keys.begin(), view->round()->keys.end(), gone) == view->round()->keys.end());
        for (QPushButton *b : m_window->findChild<Banner *>()->findChildren<QPushButton *>()) {
            if (b->isVisible() && b->text() == "Undo") {
                b->click();
                break;
            }
        }
        QCOMPARE(view->round()->keys.size(), before);
        // The list to take along holds every visit.
        QVERIFY(view->writeSheet(m_dir.filePath("round.html")).ok() && view->writeSheet(m_dir.filePath("round.pdf")).ok());
        QFile html(m_dir.filePath("round.html"));
        QVERIFY(html.open(QIODevice::ReadOnly));
        QCOMPARE(QString::fromUtf8(html.readAll()).count(QChar(0x2610)), int(before));
        // By keys: to a visit, and to its worksheet.
        view->chart()->setFocus();
        QTest::keyClick(view->chart(), Qt::Key_Right);
        QVERIFY(view->chart()->chosen() >= 0);
        const qint64 wanted = view->round()->keys[size_t(view->chart()->chosen())];
        QTest::keyClick(view->chart(), Qt::Key_Return);
        QTRY_VERIFY(m_window->runner()->running());
        QCOMPARE(m_window->runner()->displayId(), wanted);
        m_window->runner()->cancel();
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->runner()->running(), kSlow);
    }
};

LAMP_WINDOW_TEST(fleet_views, TestFleetViews)

} // namespace fleet_views_test
#include "test_fleet_views.moc"
