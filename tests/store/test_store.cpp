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
        QVERIFY(!store->addReading("v1", reading(5)).ok());     // again: nothing is doubled, and nothing dropped without a word
        QCOMPARE(store->interruptedVisits().size(), size_t(0)); // somebody works on it
        QVERIFY(store->releaseVisit("v1").ok());
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
        // A visit belongs to one: two that write into it would drop each other's readings.
        for (int i = 1; i <= 30; ++i) {
            QCOMPARE(b->addReading("v2", reading(i)).ok(), true);
            const Status other = a->addReading("v2", reading(100 + i));
            QVERIFY(!other.ok() && other.error().code == "owned");
        }
        QCOMPARE(a->saveVisit(record("v2"), id, VisitState::Finished).error().code, std::string("owned"));
        QCOMPARE(a->takeVisit("v2").error().code, std::string("owned"));
        QCOMPARE(a->visits(id).front().readings, 30);
        QVERIFY(a->visits(id).front().worked && a->interruptedVisits().empty());
        // Given up, it is anybody's; then the first has lost it.
        QVERIFY(b->releaseVisit("v2").ok());
        QCOMPARE(a->interruptedVisits().size(), size_t(1));
        QVERIFY(a->takeVisit("v2").ok());
        QVERIFY(a->addReading("v2", reading(31)).ok());
        QCOMPARE(b->addReading("v2", reading(32)).error().code, std::string("owned"));
        // Its end is one act: what is not there yet is added, a correction with it.
        VisitRecord whole = record("v2");
        for (int i = 1; i <= 35; ++i) {
            whole.readings.push_back(reading(i));
        }
        QVERIFY(a->finishVisit(whole, id, MatrixCorrection{}).ok());
        QCOMPARE(a->visit("v2")->readings.size(), size_t(35));
        QVERIFY(!a->visits(id).front().worked);
    }

    // A process that is gone works on nothing any more, whatever it wrote.
    void visitsOfTheDeadAreFree()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->saveVisit(record("v9"), id, VisitState::Running).ok());
        QStringList owner = store->owner().split('|');
        QCOMPARE(owner.size(), 4);
        const auto become = [&](const QString &who, qint64 lease) {
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "raw");
            db.setDatabaseName(path());
            QVERIFY(db.open());
            QSqlQuery q(db);
            q.prepare("UPDATE visit SET owner = ?, lease = ?");
            q.addBindValue(who);
            q.addBindValue(lease);
            QVERIFY(q.exec());
        };
        const qint64 now = QDateTime::currentSecsSinceEpoch();
        become(owner[0] + "|" + owner[1] + "|1|x", now + 1000); // this process's number, but of another that began earlier
        QCOMPARE(store->interruptedVisits().size(), size_t(1));
        become("elsewhere/1|77|5|x", now + 60); // another computer: its lease tells
        QCOMPARE(store->interruptedVisits().size(), size_t(0));
        become("elsewhere/1|77|5|x", now - 1);
        QCOMPARE(store->interruptedVisits().size(), size_t(1));
        QVERIFY(store->takeVisit("v9").ok());
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
        QVERIFY(store->finishVisit(r, id).ok());
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
            for (const char *column :
                 {"visit DROP COLUMN owner", "visit DROP COLUMN lease", "reading DROP COLUMN low_light", "reading DROP COLUMN spectrum",
                  "reading DROP COLUMN state", "reading DROP COLUMN behind_r", "reading DROP COLUMN behind_g", "reading DROP COLUMN behind_b",
                  "reading DROP COLUMN wanted_l", "reading DROP COLUMN wanted_a", "reading DROP COLUMN wanted_b"}) {
                QVERIFY(q.exec(QStringLiteral("ALTER TABLE %1").arg(column)));
            }
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
