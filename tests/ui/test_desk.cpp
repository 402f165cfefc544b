// SPDX-License-Identifier: GPL-3.0-or-later
// The desk for files from elsewhere, without the window around it.
#include "support.h"

#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/files/file_desk.h"
#include "app/files/import_view.h"
#include "app/profiles/profile_view.h"
#include "app/profiles/screening_view.h"
#include "colour/spaces.h"
#include "panels.h"
#include "report/files.h"
#include "visit/imported.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableWidget>
#include <QTemporaryDir>

namespace desk_test {

using namespace lamp;
using namespace lamp::app;

namespace {

ReadingSet readings(const MadeUpPanel &panel)
{
    ReadingSet set;
    const auto add = [&](const Drive &d) {
        Measurement m;
        m.index = int(set.readings.size()) + 1;
        m.name = "p" + std::to_string(m.index);
        m.rgb = d;
        m.xyz = panel(d);
        set.readings.push_back(m);
    };
    for (int i = 0; i <= 12; ++i) {
        add({i / 12.0, i / 12.0, i / 12.0});
    }
    for (int i = 0; i < 27; ++i) {
        add({i / 9 / 2.0, i / 3 % 3 / 2.0, i % 3 / 2.0});
    }
    return set;
}

Bytes profileOf(const MadeUpPanel &panel, const std::string &name)
{
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.profileName = name;
    return visitFromReadings(readings(panel), plan, {}, fromIsoTime("2026-11-01T00:00:00Z")).value().profile;
}

} // namespace

class TestDesk : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<Store> m_store;
    QString save(const QString &name, const Bytes &bytes) const
    {
        const QString path = m_dir.filePath(name);
        return writeFile(std::filesystem::path(path.toStdString()), bytes).ok() ? path : QString();
    }
    QString save(const QString &name, const std::string &text) const { return save(name, Bytes(text.begin(), text.end())); }

private Q_SLOTS:
    void initTestCase()
    {
        m_store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        DisplayEntry d;
        d.roomId = m_store->studio().addRoom("Drawing office").value();
        d.name = "Plover";
        QVERIFY(m_store->studio().add(d, fromIsoTime("2026-10-01T08:00:00Z")).ok());
    }

    void filesAreToldApartByWhatTheyAre()
    {
        FileDesk desk;
        QSignalSpy laid(&desk, &FileDesk::laid), said(&desk, &FileDesk::message);
        const auto open = [&](const QStringList &files, Store *store) {
            desk.open(files, store, 0);
            QTRY_VERIFY(!desk.busy());
        };
        const QString profile = save("a.bin", profileOf(additivePanel("Display P3", 120, 0.001), "one")); // no ending of a profile
        open({profile}, m_store.get());
        QCOMPARE(desk.currentWidget(), desk.profile());
        const QString csv = save("readings.dat", readingsToCsv(readings(additivePanel("sRGB", 100, 0.001))));
        open({csv}, m_store.get());
        QCOMPARE(desk.currentWidget(), desk.import());
        open({profile, profile}, m_store.get());
        QCOMPARE(desk.currentWidget(), desk.screening());
        QCOMPARE(laid.count(), 3);
        QCOMPARE(said.count(), 0);
        open({m_dir.filePath("nothing.icc")}, m_store.get());
        open({csv, csv}, m_store.get());
        open({save("junk.csv", std::string("a,b\n1\n"))}, m_store.get());
        open({csv}, nullptr);
        QCOMPARE(said.count(), 4);
        QVERIFY(said[0][0].toString().contains("nothing.icc"));
        QVERIFY(said[1][0].toString().contains("one file at a time"));
        QVERIFY(said[2][0].toString().contains("junk.csv"));
        QVERIFY(said[3][0].toString().contains("studio"));
        QCOMPARE(laid.count(), 3);
    }

    void chromaticitiesInEitherForm()
    {
        ProfileView view;
        view.resize(900, 700);
        view.show(ProfileView::look("one.icc", profileOf(additivePanel("Display P3", 120, 0.001), "one"), fromIsoTime("2026-11-25T00:00:00Z")));
        static_cast<QWidget &>(view).show();
        auto *gamut = view.findChildren<PlotWidget *>().front();
        const QImage before = gamut->grab().toImage();
        view.findChild<QCheckBox *>()->setChecked(true);
        QVERIFY(gamut->grab().toImage() != before);
        view.findChild<QCheckBox *>()->setChecked(false);
        QCOMPARE(gamut->grab().toImage(), before);
        // It carries its readings, so it can be made anew; nothing is wrong with it, so it can be installed.
        QSignalSpy install(&view, &ProfileView::installWanted), rebuild(&view, &ProfileView::rebuildWanted);
        for (QPushButton *b : view.findChildren<QPushButton *>()) {
            QVERIFY2(b->isEnabled(), qPrintable(b->text()));
            b->click();
        }
        QCOMPARE(install.count() + rebuild.count(), 2);
        // Bytes that are no profile: told, and nothing can be done with them.
        view.show(ProfileView::look("junk.icc", Bytes(300, 7), {}));
        QVERIFY(labels(view, false).contains("no ICC profile"));
        QVERIFY(!gamut->isVisible());
    }

    // The unit's own readings put the profile of its own kind first and tell what no profile would be like.
    void screeningRanksByReadings()
    {
        const MadeUpPanel wide = additivePanel("Adobe RGB (1998)", 120, 0.001), narrow = additivePanel("sRGB", 120, 0.001);
        ScreeningView view;
        view.show(ScreeningView::compare({"wide.icc", "narrow.icc", "also wide.icc", "broken.icc"},
                                         {profileOf(wide, "w"), profileOf(narrow, "n"), profileOf(wide, "w2"), Bytes(200, 1)}));
        QVERIFY(labels(view, false).contains("narrow.icc stands apart"));
        QVERIFY(labels(view, false).contains("broken.icc was left out"));
        auto *table = view.findChildren<QTableWidget *>().front();
        QCOMPARE(table->rowCount(), 3);
        QVERIFY(table->isColumnHidden(4));
        const auto errors = ScreeningView::rank(view.compared(), readings(wide));
        QVERIFY(errors.ok());
        view.showRanking(errors.value());
        QVERIFY(!table->isColumnHidden(4));
        QCOMPARE(table->rowCount(), 4);
        QCOMPARE(table->item(3, 0)->text(), QString("no profile"));
        const auto mean = [&](int row) { return table->item(row, 4)->text().section(',', 0, 0).toDouble(); };
        QVERIFY2(mean(0) < mean(1), qPrintable(table->item(0, 4)->text()));
        QVERIFY(mean(0) < mean(3));
        QVERIFY(!ScreeningView::rank(view.compared(), ReadingSet{}).ok());
        QSignalSpy opened(&view, &ScreeningView::profileWanted);
        Q_EMIT table->cellActivated(1, 0);
        QCOMPARE(opened.front().front().toString(), QString("narrow.icc"));
    }

    void columnsAreToldByHand()
    {
        FileDesk desk;
        QString csv = "a,b,c,X,Y,Z\n";
        const MadeUpPanel panel = additivePanel("sRGB", 100, 0.001);
        for (const Measurement &m : readings(panel).readings) {
            csv += QStringLiteral("%1,%2,%3,%4,%5,%6\n").arg(m.rgb.a).arg(m.rgb.b).arg(m.rgb.c).arg(m.xyz.a).arg(m.xyz.b).arg(m.xyz.c);
        }
        desk.open({save("odd.csv", csv.toStdString())}, m_store.get(), m_store->studio().displays().front().id);
        QTRY_VERIFY(!desk.busy());
        ImportView *view = desk.import();
        QVERIFY2(labels(*view, false).contains("Which column is the red drive"), qPrintable(labels(*view, false)));
        auto *make = view->findChild<QPushButton *>();
        QVERIFY(!make->isEnabled());
        auto *rows = view->findChild<QTableWidget *>();
        QTRY_VERIFY(rows->cellWidget(0, int(rows->columnCount()) - 1) != nullptr);
        for (int c = 0; c < 3; ++c) {
            auto *role = qobject_cast<QComboBox *>(rows->cellWidget(0, c));
            role->setCurrentIndex(int(Role::Red) + c);
            Q_EMIT role->activated(role->currentIndex());
        }
        QTRY_VERIFY(make->isEnabled());
        // White reads about 100.1, so whether it was scaled to 100 is no question.
        QVERIFY2(labels(*view, false).contains("Nothing is unclear"), qPrintable(labels(*view, false)));
        ReadingSet got;
        qint64 display = 0;
        connect(view, &ImportView::wanted, this, [&](const ReadingSet &set, qint64 id, const QString &) {
            got = set;
            display = id;
        });
        make->click();
        QCOMPARE(got.readings.size(), readings(panel).readings.size());
        LAMP_NEAR(got.readings[5].rgb.b, readings(panel).readings[5].rgb.b, 1e-5);
        QCOMPARE(display, m_store->studio().displays().front().id);
        QCOMPARE(got.display, std::string("Plover"));
        QVERIFY(got.correction.empty()); // nobody said what the instrument was
    }
};

int run(int argc, char **argv)
{
    WatchedApplication application(argc, argv);
    TestDesk test;
    const int failed = QTest::qExec(&test, argc, argv);
    application.report();
    return failed;
}

LAMP_TEST_BY(desk, &run)

} // namespace desk_test
#include "test_desk.moc"
