// SPDX-License-Identifier: GPL-3.0-or-later
// The board: what a studio of thirty displays asks for today, in the window.
#include "support.h"

#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/board/board_view.h"
#include "app/board/plan_view.h"
#include "app/board/week_strip.h"
#include "app/fleet/fleet_desk.h"
#include "app/parts/look.h"
#include "app/parts/words.h"
#include "app/shell/main_window.h"
#include "app/studio/card_view.h"
#include "app/studio/due_book.h"
#include "app/studio/places_view.h"
#include "report/report.h"
#include "simlab/years.h"
#include "store/registers.h"

#include <QApplication>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPushButton>
#include <QSettings>
#include <QTableView>
#include <QTemporaryDir>

namespace board_test {

using namespace lamp;
using namespace lamp::app;

namespace {

WallTime daysAgo(int days)
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now()) - std::chrono::hours(24 * days);
}

/// Thirty displays in five rooms with two years of visits, by simulated years that end today.
void furnish(Store &store)
{
    const std::array<const char *, 5> rooms{"Scanning room", "Drawing office", "Proofing booth", "Plate room", "Survey launch"};
    const std::array<const char *, 9> birds{"Avocet", "Curlew", "Dunlin", "Godwit", "Knot", "Plover", "Sanderling", "Turnstone", "Whimbrel"};
    sim::YearsSpec spec;
    spec.displays = 30;
    spec.years = 2;
    const sim::Years years = sim::simulatedYears(spec);
    std::vector<HistoryEntry> history = historyFromCsv(years.csv)->entries;
    const auto shift = daysAgo(3) - fromIsoTime(years.end);
    std::vector<RegisterChange> changes;
    for (size_t i = 0; i < years.displays.size(); ++i) {
        RegisterEntry e;
        e.serial = years.displays[i].serial;
        e.name = std::string(birds[i % birds.size()]) + " " + std::to_string(1 + i / birds.size());
        e.room = rooms[i % rooms.size()];
        e.cadenceDays = std::array{14, 28, 28, 90}[i % 4];
        changes.push_back({RegisterChange::Kind::Add, e, 0, {}});
    }
    RegisterEntry fresh;
    fresh.serial = "NEW-1";
    fresh.name = "Oystercatcher";
    fresh.room = "Plate room";
    changes.push_back({RegisterChange::Kind::Add, fresh, 0, {}});
    QVERIFY(applyRegister(store, changes, daysAgo(800)).ok());
    std::map<std::string, std::vector<HistoryEntry>> rows;
    for (HistoryEntry &e : history) {
        e.at += shift;
        e.mean = 0.6;
        e.max = 1.9;
        rows[e.display].push_back(e);
    }
    rows["SIM-1-4"].back().max = 6.4; // one that was found out of tolerance
    for (const auto &[serial, list] : rows) {
        QVERIFY(store.histories().add(displayOfSerial(store, serial).value()->id, list).ok());
    }
}

} // namespace

class TestBoard : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<MainWindow> m_window;
    [[nodiscard]] QTableView *table() const { return m_window->fleet()->board()->findChild<QTableView *>(); }
    [[nodiscard]] QString cell(int row, int column) const { return table()->model()->index(row, column).data().toString(); }

private Q_SLOTS:
    void initTestCase()
    {
        QCoreApplication::setOrganizationName("lamp-test");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, m_dir.path());
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        {
            auto store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
            furnish(*store);
        }
        m_window = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        m_window->show();
        m_window->openStore();
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F3);
        QTRY_VERIFY(m_window->fleet()->board()->isVisible());
    }
    void cleanupTestCase() { m_window.reset(); }

    void tellsWhatToDoToday()
    {
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fleet()->board()->busy(), 60000);
        QCOMPARE(table()->model()->rowCount(), 31);
        picture(*m_window, "board");
        // The most urgent first; the one that was out of tolerance leads.
        QCOMPARE(cell(0, BoardModel::State), QStringLiteral("out of tolerance"));
        for (int row = 1; row < 31; ++row) {
            QVERIFY(table()->model()->index(row, BoardModel::State).data(BoardModel::kSortRole).toInt()
                    >= table()->model()->index(row - 1, BoardModel::State).data(BoardModel::kSortRole).toInt());
        }
        const QString said = labels(*m_window->fleet()->board());
        const auto &lines = m_window->fleet()->board()->model()->lines();
        const auto out = std::count_if(lines.begin(), lines.end(), [](const BoardLine &l) { return l.due.state == "out"; });
        QVERIFY(out >= 1);
        QVERIFY2(said.contains("31 displays") && said.contains(QStringLiteral("%1 out of tolerance").arg(out)), qPrintable(said));
        // What history says stands there with how sure it is; of the one that nobody visited nothing does.
        int rates = 0;
        for (int row = 0; row < 31; ++row) {
            rates += cell(row, BoardModel::Loss).contains(QStringLiteral("±")) ? 1 : 0;
            if (cell(row, BoardModel::Display).startsWith("Oystercatcher")) {
                QCOMPARE(cell(row, BoardModel::State), QStringLiteral("never visited"));
                QCOMPARE(cell(row, BoardModel::Loss), QStringLiteral("–"));
            }
        }
        QCOMPARE(rates, 30);
        int coming = 0;
        for (int week = 0; week < WeekStrip::kWeeks; ++week) {
            coming += m_window->fleet()->board()->weeks()->count(week);
        }
        QVERIFY(m_window->fleet()->board()->weeks()->count(0) >= 2 && coming > 15 && coming <= 31);
    }

    // Board, list and card say the same of every display, before history is worked out and after; some are due by it.
    void oneAnswerEverywhere()
    {
        const auto *places = m_window->findChild<PlacesView *>();
        const auto *card = m_window->findChild<CardView *>();
        const BoardModel *model = m_window->fleet()->board()->model();
        const auto everywhere = [&](const char *when) {
            const WallTime on = m_window->due().on();
            for (const BoardLine &l : model->lines()) {
                const QString said = app::text(dueSaid(l.due, on));
                m_window->selectDisplay(l.question.key);
                const QString listed = places->currentIndex().data().toString(), carded = labels(*card, false);
                QVERIFY2(listed.endsWith('\n' + said), qPrintable(when + listed + " / " + said));
                QVERIFY2(carded.contains(said), qPrintable(when + said + " / " + carded));
                QCOMPARE(carded.contains("Nothing to do."), l.due.state == "ok" && l.due.historyKnown);
            }
        };
        everywhere("after: ");
        const auto byHistory =
            std::ranges::count_if(model->lines(), [](const BoardLine &l) { return l.due.why == "evidence" && l.due.state != "out"; });
        QVERIFY(byHistory > 0);
        // Looked at anew, what history said stays until it says something else; where nothing is known of it that is said.
        DueBook fresh;
        QVERIFY(fresh.look(*m_window->store(), m_window->due().on()).ok());
        QVERIFY(fresh.busy() && !fresh.questions().front().historyKnown);
        QTRY_VERIFY_WITH_TIMEOUT(!fresh.busy(), 60000);
        for (const BoardLine &l : model->lines()) {
            QCOMPARE(fresh.due(l.question.key).state, l.due.state);
            QVERIFY(fresh.due(l.question.key).historyKnown);
        }
        QVERIFY(fresh.look(*m_window->store(), m_window->due().on()).ok());
        QVERIFY(fresh.busy() && fresh.questions().front().historyKnown);
        QTRY_VERIFY_WITH_TIMEOUT(!fresh.busy(), 60000);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F3);
        QTRY_VERIFY(m_window->fleet()->board()->isVisible());
    }

    void isSearchedAndSorted()
    {
        auto *search = m_window->fleet()->board()->findChild<QLineEdit *>();
        search->setFocus();
        QTest::keyClicks(search, "proofing");
        QCOMPARE(table()->model()->rowCount(), 6);
        for (int row = 0; row < 6; ++row) {
            QCOMPARE(cell(row, BoardModel::Room), QStringLiteral("Proofing booth"));
        }
        search->clear();
        table()->sortByColumn(BoardModel::HoldsUntil, Qt::AscendingOrder);
        QVERIFY(cell(0, BoardModel::HoldsUntil) != QStringLiteral("–")); // what is not known stands last
        QCOMPARE(cell(30, BoardModel::HoldsUntil), QStringLiteral("–"));
        table()->sortByColumn(BoardModel::State, Qt::AscendingOrder);
    }

    void leadsToTheCard()
    {
        table()->setFocus();
        table()->selectRow(0);
        const QString name = cell(0, BoardModel::Display).section(' ', 0, 1);
        QTest::keyClick(table(), Qt::Key_Return);
        QTRY_VERIFY(!m_window->fleet()->board()->isVisible());
        QVERIFY(labels(*m_window).contains(name));
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F3);
        QTRY_VERIFY(m_window->fleet()->board()->isVisible());
        QTRY_VERIFY_WITH_TIMEOUT(!m_window->fleet()->board()->busy(), 60000);
        // What was chosen stays chosen.
        QCOMPARE(table()->currentIndex().siblingAtColumn(BoardModel::Display).data().toString().section(' ', 0, 1), name);
    }

    // Neutral: no pixel of the board has a colour.
    void addsNoColour()
    {
        const QImage image = m_window->fleet()->board()->grab().toImage();
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QRgb p = image.pixel(x, y);
                const int most = std::max({qRed(p), qGreen(p), qBlue(p)}), least = std::min({qRed(p), qGreen(p), qBlue(p)});
                QVERIFY2(most - least <= 2, qPrintable(QStringLiteral("%1, %2").arg(x).arg(y)));
            }
        }
    }

    // The plan is drawn: by the pointer and by keys, kept, taken back, laid out by itself again; another window sees it.
    void thePlanIsDrawn()
    {
        BoardView *board = m_window->fleet()->board();
        PlanView *plan = board->plan();
        QTRY_VERIFY_WITH_TIMEOUT(!board->busy(), 60000);
        const auto named = [&](const char *words) {
            for (QPushButton *b : board->findChildren<QPushButton *>()) {
                if (b->text().remove('&') == QString::fromLatin1(words)) {
                    return b;
                }
            }
            return static_cast<QPushButton *>(nullptr);
        };
        QPushButton *draw = named("Draw the plan"), *undo = named("Undo"), *anew = named("Lay out by itself");
        QVERIFY(draw != nullptr && undo != nullptr && anew != nullptr && !undo->isVisible());
        const QString room = QStringLiteral("Plate room");
        QRectF before = plan->outlineOf(room);
        QVERIFY(!before.isEmpty());
        // Without drawing a drag moves nothing.
        const auto dragged = [&](const QPointF &from, const QPointF &by) {
            QTest::mousePress(plan, Qt::LeftButton, {}, from.toPoint());
            QMouseEvent move(QEvent::MouseMove, from + by, plan->mapToGlobal(from + by), Qt::NoButton, Qt::LeftButton, {});
            QApplication::sendEvent(plan, &move);
            QTest::mouseRelease(plan, Qt::LeftButton, {}, (from + by).toPoint());
        };
        dragged(before.topLeft() + QPointF(60, 10), {0, 80});
        QCOMPARE(plan->outlineOf(room), before);
        board->findChild<QLineEdit *>()->clear(); // the press searched for the room
        draw->click();
        QVERIFY(plan->arranging() && undo->isVisible() && !undo->isEnabled());
        QTest::qWait(50);
        before = plan->outlineOf(room); // the place is a little narrower now
        dragged(before.topLeft() + QPointF(60, 10), {0, 200});
        const QRectF moved = plan->outlineOf(room);
        QVERIFY2(std::abs(moved.top() - before.top() - 200) <= 8, qPrintable(QString::number(moved.top())));
        QVERIFY(std::abs(moved.width() - before.width()) < 1.5 && plan->height() >= int(moved.bottom()));
        // A corner makes it larger; a display is moved within it, never out of it.
        dragged(moved.bottomRight() - QPointF(3, 3), {-40, 56});
        QVERIFY(plan->outlineOf(room).height() > moved.height() + 40);
        const auto displays = m_window->store()->studio().displays();
        const auto inRoom = std::find_if(displays.begin(), displays.end(),
                                         [&](const DisplayEntry &d) { return plan->outlineOf(room).contains(plan->placeOf(d.id)); });
        QVERIFY(inRoom != displays.end());
        const QRectF spot = plan->placeOf(inRoom->id);
        dragged(spot.center(), {10, 60});
        QVERIFY(std::abs(plan->placeOf(inRoom->id).center().y() - spot.center().y() - 60) < 12);
        dragged(plan->placeOf(inRoom->id).center(), {2000, 2000});
        QVERIFY(plan->outlineOf(room).adjusted(-1, -1, 1, 1).contains(plan->placeOf(inRoom->id)));
        picture(*m_window, "board-drawn");
        // It is in the store, and a second window shows it.
        const DrawnPlan kept = m_window->store()->plans().drawn();
        QVERIFY(kept == plan->drawn() && kept.displays.contains(inRoom->id));
        // By keys: the next of them, to the right, wider.
        plan->setFocus();
        QTest::keyClick(plan, Qt::Key_PageDown);
        const DrawnPlan byPointer = plan->drawn();
        QTest::keyClick(plan, Qt::Key_Down);
        QTest::keyClick(plan, Qt::Key_Down, Qt::ShiftModifier);
        QVERIFY(!(plan->drawn() == byPointer));
        // Step by step back to where it began.
        int steps = 0;
        while (undo->isEnabled() && ++steps < 50) {
            undo->click();
        }
        QVERIFY(steps >= 5 && plan->drawn() == DrawnPlan{} && m_window->store()->plans().drawn() == DrawnPlan{});
        QCOMPARE(plan->outlineOf(room), before);
        // What somebody else drew is shown; laid out by itself it is gone, and can be taken back.
        QVERIFY(m_window->store()->plans().setDrawn(kept));
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F3);
        QVERIFY(plan->drawn() == kept);
        anew->click();
        QVERIFY(m_window->store()->plans().drawn() == DrawnPlan{});
        undo->click();
        QVERIFY(m_window->store()->plans().drawn() == kept);
        draw->click();
        QVERIFY(!plan->arranging() && !undo->isVisible());
        QVERIFY(m_window->store()->plans().setDrawn({}));
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F3);
        // What cannot be is refused, and nothing is changed: rooms off the plan, walls that cross, touch or fold back, next to no room, a box that is
        // larger than its corners, a corner outside.
        using Corners = std::vector<std::array<double, 2>>;
        for (const Corners &corners : {Corners{{0, 0}, {1, 1}, {1, 0}, {0, 1}}, Corners{{0, 0}, {1, 0}, {0.5, 0}, {1, 1}, {0, 1}},
                                       Corners{{0, 0}, {1, 1}}, Corners{{0, 0}, {1, 0}, {1, 1}, {0.5, 0}, {0, 1}}, Corners{{0, 0}, {1, 1}, {0.99, 1}},
                                       Corners{{0, 0}, {0.9, 0}, {0.9, 1}, {0, 1}}, Corners{{0, 0}, {1, 0}, {1, 1.2}, {0, 1}},
                                       Corners{{0, 0}, {1, 0}, {1, 0}, {1, 1}, {0, 1}}, Corners{{0, 0}, {1, 0}, {NAN, 1}}, Corners(30, {0.5, 0.5})}) {
            QVERIFY(!canBeOutline({0.1, 0.1, 0.4, 0.3, corners}));
        }
        for (const Corners &corners : {Corners{}, Corners{{0, 0}, {1, 0.5}, {0, 1}}, Corners{{0, 0}, {0.5, 0}, {0.5, 0.5}, {1, 0.5}, {1, 1}, {0, 1}},
                                       Corners{{0, 1}, {1, 1}, {1, 0}, {0.5, 0}, {0, 0}}}) {
            const DrawnPlan::Outline o{0.1, 0.1, 0.4, 0.3, corners};
            QVERIFY(canBeOutline(o) && outlineFrom(outlineText(o)) == o);
        }
        for (const char *text : {"", "[]", "{}", "[0.1,0.1,0.4]", "[0.1,0.1,0.4,0.3,[[0,0]]]", "[0.1,0.1,0.4,0.3,[[0]]]", "[0.1,0.1,0.4,0.3,7]",
                                 "[0.1,0.1,\"a\",0.3]", "[0.1,0.1,4,0.3]"}) {
            QVERIFY2(!outlineFrom(text), text);
        }
        DrawnPlan wrong;
        wrong.rooms[1] = {0.5, 0, 0.8, 0.2};
        QVERIFY(!m_window->store()->plans().setDrawn(wrong));
        wrong.rooms[1] = {0, 0, std::numeric_limits<double>::quiet_NaN(), 0.2};
        QVERIFY(!m_window->store()->plans().setDrawn(wrong));
        QVERIFY(m_window->store()->plans().drawn() == DrawnPlan{});
    }

    // A room that is no rectangle: corners are put into its walls by a double click, dragged in line with others, taken away again; its displays
    // stand within its walls. By keys as well, and every step back.
    void aRoomOfAnyOutline()
    {
        auto *board = m_window->findChild<app::BoardView *>();
        auto *plan = board->findChild<app::PlanView *>();
        QPushButton *draw = nullptr, *undo = nullptr;
        for (QPushButton *b : board->findChildren<QPushButton *>()) {
            draw = b->text().remove('&') == "Draw the plan" ? b : draw;
            undo = b->text().remove('&') == "Undo" ? b : undo;
        }
        draw->click();
        QTest::qWait(50);
        const auto dragged = [&](const QPointF &from, const QPointF &by) {
            QTest::mousePress(plan, Qt::LeftButton, {}, from.toPoint());
            QMouseEvent move(QEvent::MouseMove, from + by, plan->mapToGlobal(from + by), Qt::NoButton, Qt::LeftButton, {});
            QApplication::sendEvent(plan, &move);
            QTest::mouseRelease(plan, Qt::LeftButton, {}, (from + by).toPoint());
        };
        const QString room = QStringLiteral("Drawing office");
        const auto rooms = m_window->store()->studio().rooms();
        const qint64 id = std::find_if(rooms.begin(), rooms.end(), [&](const Room &r) { return r.name == room; })->id;
        const auto corners = [&] { return plan->drawn().rooms.at(id).corners; };
        dragged(plan->outlineOf(room).topLeft() + QPointF(60, 10), {0, 300}); // away from the others
        dragged(plan->outlineOf(room).bottomRight() - QPointF(3, 3), {0, 160});
        QVERIFY(corners().empty());
        QTest::mouseDClick(plan, Qt::LeftButton, {}, (plan->outlineOf(room).bottomRight() - QPointF(3, 3)).toPoint());
        QVERIFY(corners().empty()); // that corner makes the room larger
        // A piece is cut out of the upper right: a corner in the upper wall and one in the right wall, and the one between goes in.
        const QRectF box = plan->outlineOf(room);
        const QPointF inUpper(box.left() + 0.6 * box.width(), box.top()), inRight(box.right(), box.top() + 0.5 * box.height());
        QTest::mouseDClick(plan, Qt::LeftButton, {}, inUpper.toPoint());
        QTest::mouseDClick(plan, Qt::LeftButton, {}, inRight.toPoint());
        QCOMPARE(corners().size(), size_t(6));
        QCOMPARE(plan->outlineOf(room), box); // a corner in a wall moves nothing
        dragged(box.topRight(), QPointF(inUpper.x(), inRight.y()) - box.topRight() + QPointF(2, -3));
        QCOMPARE(corners().size(), size_t(6));
        const auto l = corners();
        QVERIFY(l[2][0] == l[1][0] && l[2][1] == l[3][1]); // in line with its neighbours
        QCOMPARE(plan->outlineOf(room), box);
        const QRectF cut(QPointF(inUpper.x() + 2, box.top()), QPointF(box.right(), inRight.y() - 2));
        int seen = 0;
        for (const DisplayEntry &d : m_window->store()->studio().displays()) {
            if (d.roomId == id) {
                const QRectF spot = plan->placeOf(d.id);
                QVERIFY(!spot.isEmpty() && !spot.intersects(cut) && box.contains(spot));
                ++seen;
            }
        }
        QVERIFY(seen > 0);
        picture(*m_window, "board-corners");
        // A display is not dragged through a wall; what cannot be a room is not made.
        const auto displays = m_window->store()->studio().displays();
        const qint64 display = std::find_if(displays.begin(), displays.end(), [&](const DisplayEntry &d) { return d.roomId == id; })->id;
        const QRectF stands = plan->placeOf(display);
        dragged(stands.center(), cut.center() - stands.center());
        QCOMPARE(plan->placeOf(display), stands);
        const auto before = plan->drawn();
        dragged(box.topLeft(), QPointF(box.width() + 40, 20)); // over the right wall
        QVERIFY(plan->drawn() == before);
        QVERIFY(m_window->store()->plans().drawn() == plan->drawn());
        // By keys: to a corner, up, one more behind it, and away with it.
        plan->setFocus();
        QTest::keyClick(plan, Qt::Key_PageDown, Qt::ControlModifier);
        const auto atKey = corners();
        QTest::keyClick(plan, Qt::Key_Up);
        QVERIFY(corners() != atKey);
        QTest::keyClick(plan, Qt::Key_Insert);
        QCOMPARE(corners().size(), size_t(7));
        QTest::keyClick(plan, Qt::Key_Delete);
        QCOMPARE(corners().size(), size_t(6));
        // A double click on a display that stands at a wall means the display.
        const auto undisturbed = plan->drawn();
        QTest::mouseDClick(plan, Qt::LeftButton, {}, plan->placeOf(display).center().toPoint());
        QVERIFY(plan->drawn() == undisturbed);
        // Three double clicks on corners leave three, and no more go.
        for (int i = 0; i < 5; ++i) {
            const QRectF now = plan->outlineOf(room);
            const auto &at = corners().front();
            QTest::mouseDClick(plan, Qt::LeftButton, {}, (now.topLeft() + QPointF(at[0] * now.width(), at[1] * now.height())).toPoint());
        }
        QVERIFY(corners().size() >= 3 && canBeOutline(plan->drawn().rooms.at(id)));
        for (int steps = 0; undo->isEnabled() && steps < 50; ++steps) {
            undo->click();
        }
        QVERIFY(plan->drawn() == DrawnPlan{} && m_window->store()->plans().drawn() == DrawnPlan{});
        draw->click();
    }
};

LAMP_WINDOW_TEST(board, TestBoard)

} // namespace board_test
#include "test_board.moc"
