// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "store/store.h"

#include <QDir>
#include <QFile>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QTemporaryDir>

using namespace lamp;

namespace {

VisitRecord record(const std::string &id)
{
    VisitRecord r;
    r.id = id;
    r.plan.target = builtInTargets().front();
    r.plan.tolerance = builtInTolerances().front();
    r.started = fromIsoTime("2026-11-01T08:00:00Z");
    r.finished = fromIsoTime("2026-11-01T08:30:00Z");
    r.verdict = Verdict::Pass;
    r.display.model = "Knot \"14\"";
    return r;
}

Measurement reading(int index)
{
    Measurement m;
    m.index = index;
    m.stage = "verify";
    m.name = "sky";
    m.rgb = {0.1, 0.2, 0.3};
    m.xyz = {10.125, 20.0625 + index, 30.5};
    m.sigma = {0.1, 0.2, 0.3};
    m.integrationS = 1.5;
    m.t = 99.25;
    m.superseded = index % 2 == 0;
    return m;
}

qint64 addDisplay(Store &store)
{
    const qint64 room = store.addRoom("Scanning room").value();
    DisplayEntry d;
    d.roomId = room;
    d.name = "Knot";
    d.model = "Knot 14";
    d.technology = "wled";
    d.bench = "sim:knot";
    return store.addDisplay(d).value();
}

} // namespace

class TestStore : public QObject {
    Q_OBJECT

private:
    std::unique_ptr<QTemporaryDir> m_dir;
    QString path() { return m_dir->filePath("sub/studio.sqlite"); }

private Q_SLOTS:
    void init() { m_dir = std::make_unique<QTemporaryDir>(); }

    void keepsAimsOfTheStudio()
    {
        {
            auto store = std::move(Store::open(path())).value();
            Target own = builtInTargets().front();
            QVERIFY(!store->keep(own).ok()); // its name is built in
            own.name = "Dusk room";
            QVERIFY(store->keep(own).ok());
            own.keepLuminance = true;
            QVERIFY(store->keep(own).ok()); // in place of the one before
            Tolerance loose = builtInTolerances().front();
            loose.name.clear();
            QVERIFY(!store->keep(loose).ok());
            loose.name = "courier";
            loose.max = 7.5;
            QVERIFY(store->keep(loose).ok());
        }
        const auto store = std::move(Store::open(path())).value();
        QCOMPARE(store->targets().size(), builtInTargets().size() + 1);
        QVERIFY(store->target("Dusk room").keepLuminance);
        QCOMPARE(store->target("nowhere").name, builtInTargets().front().name);
        QCOMPARE(store->tolerances().back().max, 7.5);
        QCOMPARE(store->tolerance("nowhere").name, std::string("studio"));
    }

    void keepsRoomsDisplaysVisitsAndReadings()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->saveVisit(record("v1"), id, VisitState::Running).ok());
        for (int i = 1; i <= 5; ++i) {
            QVERIFY(store->addReading("v1", reading(i)).ok());
        }
        QVERIFY(store->addReading("v1", reading(5)).ok()); // again: nothing doubled
        QCOMPARE(store->interruptedVisits().size(), size_t(1));
        QVERIFY(store->saveVisit(record("v1"), id, VisitState::Finished).ok());
        store.reset();

        store = std::move(Store::open(path())).value();
        QCOMPARE(store->rooms().front().name, QString("Scanning room"));
        const DisplayEntry d = store->displays().front();
        QCOMPARE(d.bench, QString("sim:knot"));
        const auto back = store->visit("v1");
        QVERIFY(back.ok());
        QCOMPARE(back->readings.size(), size_t(5));
        QCOMPARE(back->display.model, std::string("Knot \"14\""));
        const Measurement m = back->readings[2], wanted = reading(3);
        QVERIFY(m.xyz == wanted.xyz && m.rgb == wanted.rgb && m.sigma == wanted.sigma);
        QCOMPARE(m.name, wanted.name);
        QCOMPARE(m.t, wanted.t);
        QVERIFY(back->readings[1].superseded && !m.superseded);
        QVERIFY(store->interruptedVisits().empty());
        const Upkeep u = store->upkeep(d);
        QVERIFY(u.lastVisit && isoTime(*u.lastVisit) == "2026-11-01T08:30:00Z");
        QVERIFY(store->setCadence(d.id, 14).ok());
        QCOMPARE(store->display(d.id)->cadenceDays, 14);
        QVERIFY(!store->visit("nobody").ok());
    }

    void twoConnectionsWorkOnOneFile()
    {
        auto a = std::move(Store::open(path())).value(), b = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*a);
        QVERIFY(b->saveVisit(record("v2"), id, VisitState::Running).ok());
        for (int i = 1; i <= 30; ++i) {
            QVERIFY((i % 2 == 0 ? a : b)->addReading("v2", reading(i)).ok());
        }
        QCOMPARE(a->visits(id).front().readings, 30);
    }

    void correctionsAreKeptTheNewestFirst()
    {
        auto store = std::move(Store::open(path())).value();
        MatrixCorrection c;
        c.instrumentModel = "Tern";
        c.technology = "qd";
        for (const char *made : {"2026-03-01T10:00:00Z", "2026-11-01T10:00:00Z", "2026-07-01T10:00:00Z"}) {
            c.made = fromIsoTime(made);
            QVERIFY(store->addCorrection(c).ok());
        }
        const auto all = std::move(Store::open(path())).value()->corrections();
        QCOMPARE(all.size(), size_t(3));
        QCOMPARE(isoTime(all.front().made), std::string("2026-11-01T10:00:00Z"));
        QCOMPARE(all.back().technology, std::string("qd"));
    }

    void readingsSetAsideLaterAreLoadedSo()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        VisitRecord r = record("v3");
        QVERIFY(store->saveVisit(r, id, VisitState::Running).ok());
        QVERIFY(store->addReading("v3", reading(1)).ok() && store->addReading("v3", reading(3)).ok());
        r.setAside = {3};
        QVERIFY(store->saveVisit(r, id, VisitState::Finished).ok());
        const auto back = store->visit("v3");
        QVERIFY(back.ok());
        QVERIFY(!back->readings[0].superseded && back->readings[1].superseded);
    }

    void olderSchemaIsBroughtUp()
    {
        {
            auto store = std::move(Store::open(path())).value();
            addDisplay(*store);
        }
        {
            // Back to version 1, which had neither notes nor corrections nor screens.
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "old");
            db.setDatabaseName(path());
            QVERIFY(db.open());
            QSqlQuery q(db);
            QVERIFY(q.exec("ALTER TABLE display DROP COLUMN note"));
            QVERIFY(q.exec("ALTER TABLE display DROP COLUMN screen"));
            QVERIFY(q.exec("DROP TABLE correction"));
            QVERIFY(q.exec("DROP TABLE aim"));
            QVERIFY(q.exec("PRAGMA user_version = 1"));
            db.close();
        }
        QSqlDatabase::removeDatabase("old");
        auto store = Store::open(path());
        QVERIFY2(store.ok(), store.ok() ? "" : store.error().text().c_str());
        QCOMPARE(store.value()->displays().size(), size_t(1));
        QVERIFY(store.value()->movedAside().isEmpty());
    }

    void newerSchemaIsLeftAlone()
    {
        {
            auto store = std::move(Store::open(path())).value();
        }
        {
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "new");
            db.setDatabaseName(path());
            QVERIFY(db.open());
            QVERIFY(QSqlQuery(db).exec("PRAGMA user_version = 99"));
            db.close();
        }
        QSqlDatabase::removeDatabase("new");
        const auto store = Store::open(path());
        QVERIFY(!store.ok());
        QVERIFY(store.error().what.find("newer") != std::string::npos);
        QVERIFY(QFile::exists(path()));
    }

    void damagedFileIsSetAsideAndNeverOverwritten()
    {
        {
            auto store = std::move(Store::open(path())).value();
            addDisplay(*store);
        }
        QFile file(path());
        QVERIFY(file.open(QIODevice::ReadWrite));
        file.seek(100);
        file.write(QByteArray(3000, '\xA5'));
        file.close();
        const QByteArray damaged = [&] {
            QFile f(path());
            (void)f.open(QIODevice::ReadOnly);
            return f.readAll();
        }();
        const auto store = Store::open(path());
        QVERIFY2(store.ok(), store.ok() ? "" : store.error().text().c_str());
        const QString aside = store.value()->movedAside();
        QVERIFY(!aside.isEmpty());
        QFile kept(aside);
        QVERIFY(kept.open(QIODevice::ReadOnly));
        QCOMPARE(kept.readAll(), damaged);
        QVERIFY(store.value()->displays().empty());
    }

    void folderThatCannotBeMadeIsToldAsSuch()
    {
        QFile blocker(m_dir->filePath("file"));
        QVERIFY(blocker.open(QIODevice::WriteOnly));
        const auto store = Store::open(m_dir->filePath("file/studio.sqlite"));
        QVERIFY(!store.ok());
        QCOMPARE(store.error().kind, ErrorKind::Storage);
    }
};

QTEST_GUILESS_MAIN(TestStore)
#include "test_store.moc"
