// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "store/server.h"
#include "support.h"

#include "simlab/sim_bench.h"
#include "store/owner.h"
#include "store/packed.h"
#include "store/registers.h"
#include "store/store.h"
#include "visit/visit.h"

#include <QDir>
#include <QFile>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSet>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>

#include <bit>
#include <random>

namespace store_test {

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
    const qint64 room = store.studio().addRoom("Scanning room").value();
    DisplayEntry d;
    d.roomId = room;
    d.name = "Knot";
    d.model = "Knot 14";
    d.technology = "wled";
    d.bench = "sim:knot";
    return store.studio().add(d, fromIsoTime("2026-10-01T08:00:00Z")).value();
}

/// A record as versions up to 7 wrote it, with the sentences as messages: what a reader of today makes of it.
QJsonValue asMessages(QJsonObject record)
{
    const auto message = [](const QJsonValue &text) {
        return text.toString().isEmpty() ? QJsonObject{{"code", ""}} : QJsonObject{{"code", "verbatim"}, {"arguments", QJsonArray{text}}};
    };
    const auto each = [&](const QString &name, const auto &change) {
        QJsonArray all = record[name].toArray();
        for (QJsonValueRef v : all) {
            v = change(v);
        }
        record[name] = all;
    };
    each("reasons", message);
    each("warnings", message);
    size_t number = 0;
    each("lines", [&](const QJsonValue &v) {
        QJsonArray line = v.toArray();
        line[1] = message(line[1]);
        line.prepend(QString::fromStdString(stageName(allStages()[number++])));
        return line << QString(); // nobody wrote notes then
    });
    each("checks", [](const QJsonValue &v) {
        static const QMap<QString, QString> codes{
            {"Mean difference", "colour-mean"}, {"Largest difference", "colour-max"}, {"White", "white"},
            {"Luminance", "luminance"},         {"Gray mean", "gray-mean"},           {"Gray largest", "gray-max"}};
        QJsonArray check = v.toArray();
        check[0] = codes[check[0].toString()];
        return check << QJsonValue() << "instrument"; // against the standard observer nothing was known
    });
    // Uncertainties that were of two kinds in one are not taken for either.
    const QJsonArray none{0, 0, 0}, nothing{QJsonValue(), QJsonValue()};
    QJsonObject verification = record["verification"].toObject();
    verification.remove("mean_uncertainty");
    verification.remove("max_uncertainty");
    verification["white_sigma"] = verification["white_moved"] = none;
    const auto withoutDoubt = [&](QJsonObject of, const char *list, bool sigma) {
        QJsonArray all = of[list].toArray();
        for (QJsonValueRef v : all) {
            QJsonObject one = v.toObject();
            one.remove("uncertainty");
            one["k2"] = nothing;
            if (sigma) {
                one["sigma"] = none;
            }
            v = one;
        }
        of[list] = all;
        return of;
    };
    record["verification"] = withoutDoubt(verification, "colours", false);
    record["gray"] = withoutDoubt(record["gray"].toObject(), "grays", true);
    QJsonObject doubt;
    for (const char *figure :
         {"white_x", "white_y", "luminance_cd_m2", "black_cd_m2", "white", "luminance_percent", "gray_mean", "gray_max", "mean", "max"}) {
        doubt[figure] = nothing;
    }
    record["doubt"] = doubt;
    // One coverage was known then, with the display's black.
    QJsonObject gamut;
    const QJsonObject coverage = record["coverage"].toObject(), volume = record["volume"].toObject();
    for (auto it = coverage.begin(); it != coverage.end(); ++it) {
        gamut[it.key()] = QJsonArray{QJsonValue(), volume[it.key()], qRound(100 * it.value().toDouble()), QJsonValue(), QJsonValue()};
    }
    record.remove("coverage");
    record.remove("volume");
    record["gamut"] = gamut;
    QJsonObject plan = record["plan"].toObject(), tolerance = plan["tolerance"].toObject();
    // What plans did not say yet.
    plan["earlier"] = QJsonValue();
    plan["matched"] = QJsonValue();
    plan["perceptual_source"] = "Rec. 2020";
    tolerance["scope"] = "instrument";
    plan["tolerance"] = tolerance;
    record["plan"] = plan;
    if (record["trim"].isObject()) {
        QJsonObject trim = record["trim"].toObject();
        trim["advice"] = message(trim["advice"]);
        record["trim"] = trim;
    }
    return record;
}

} // namespace

class TestStore : public QObject {
    Q_OBJECT

private:
    std::unique_ptr<QTemporaryDir> m_dir;
    std::unique_ptr<TemporaryServer> m_server; ///< where these tests are run over a server (store_on_server)
    QString m_place;
    QString path() { return m_server ? m_place : m_dir->filePath("sub/studio.sqlite"); }

    /// SQL past the program, on the studio's file or another.
    template <typename Work> void raw(const Work &work, const QString &file = {})
    {
        {
            const QString where = file.isEmpty() ? path() : file;
            QSqlDatabase db = QSqlDatabase::addDatabase(store::dialectOf(where).driver(), "raw");
            QVERIFY(store::dialectOf(where).configure(db, where, store::Access::Write).ok());
            QVERIFY(db.open());
            QSqlQuery q(db);
            work(q);
        }
        QSqlDatabase::removeDatabase("raw");
    }

    void unpackFixture(int version = 6)
    {
        QVERIFY(QDir().mkpath(m_dir->filePath("sub")));
        QFile packed(QStringLiteral(LAMP_TESTS_DIR "/store/fixtures/studio-%1.sqlite.z").arg(version)), file(path());
        QVERIFY(packed.open(QIODevice::ReadOnly) && file.open(QIODevice::WriteOnly));
        file.write(qUncompress(packed.readAll()));
    }

private Q_SLOTS:
    void initTestCase()
    {
        if (qEnvironmentVariableIsSet("LAMP_STORE_ON_SERVER")) {
            m_server = std::make_unique<TemporaryServer>();
            QVERIFY(m_server->good());
        }
    }

    void init()
    {
        // What is so of files only: their damage, their size, and those of earlier versions.
        static const QSet<QByteArray> ofFiles{"olderSchemaIsBroughtUp",
                                              "fileOfBeforeOpensWithEverythingInIt",
                                              "fileOfVersionSevenOpensWithEverythingInIt",
                                              "fileOfVersionEightTakesHistories",
                                              "fileOfVersionNineKeepsLinesThatWereDone",
                                              "fileInUseByAnEarlierVersionIsLeftAlone",
                                              "visitTakesLittleRoom",
                                              "damageDeepInTheFileIsFoundInTheBackground",
                                              "newerSchemaIsLeftAlone",
                                              "damagedFileIsLeftAsItIsAndNeverOverwritten",
                                              "folderThatCannotBeMadeIsToldAsSuch"};
        m_dir = std::make_unique<QTemporaryDir>();
        if (m_server) {
            if (ofFiles.contains(QTest::currentTestFunction())) {
                QSKIP("of files");
            }
            m_place = m_server->newDatabase();
            QVERIFY(!m_place.isEmpty());
        }
    }

    void keepsAimsOfTheStudio()
    {
        {
            auto store = std::move(Store::open(path())).value();
            Target own = builtInTargets().front();
            QVERIFY(!store->aims().keep(own).ok()); // its name is built in
            own.name = "Dusk room";
            QVERIFY(store->aims().keep(own).ok());
            own.keepLuminance = true;
            QVERIFY(store->aims().keep(own).ok()); // in place of the one before
            Tolerance loose = builtInTolerances().front();
            loose.name.clear();
            QVERIFY(!store->aims().keep(loose).ok());
            loose.name = "courier";
            loose.max = 7.5;
            QVERIFY(store->aims().keep(loose).ok());
        }
        const auto store = std::move(Store::open(path())).value();
        QCOMPARE(store->aims().targets().size(), builtInTargets().size() + 1);
        QVERIFY(store->aims().target("Dusk room").keepLuminance);
        QCOMPARE(store->aims().target("nowhere").name, builtInTargets().front().name);
        QCOMPARE(store->aims().tolerances().back().max, 7.5);
        QCOMPARE(store->aims().tolerance("nowhere").name, std::string("studio"));
    }

    void keepsRoomsDisplaysVisitsAndReadings()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->visits().save(record("v1"), id, VisitState::Running).ok());
        for (int i = 1; i <= 5; ++i) {
            QVERIFY(store->visits().addReading("v1", reading(i)).ok());
        }
        QVERIFY(!store->visits().addReading("v1", reading(5)).ok()); // again: nothing is doubled, and nothing dropped without a word
        QCOMPARE(store->visits().interrupted().size(), size_t(0));   // somebody works on it
        QVERIFY(store->visits().release("v1").ok());
        QCOMPARE(store->visits().interrupted().size(), size_t(1));
        QVERIFY(store->visits().save(record("v1"), id, VisitState::Finished).ok());
        store.reset();

        store = std::move(Store::open(path())).value();
        QCOMPARE(store->studio().rooms().front().name, QString("Scanning room"));
        const DisplayEntry d = store->studio().displays().front();
        QCOMPARE(d.bench, QString("sim:knot"));
        const auto back = store->visits().record("v1");
        QVERIFY(back.ok());
        QCOMPARE(back->readings.size(), size_t(5));
        QCOMPARE(back->display.model, std::string("Knot \"14\""));
        const Measurement m = back->readings[2], wanted = reading(3);
        QVERIFY(m.xyz == wanted.xyz && m.rgb == wanted.rgb && m.sigma == wanted.sigma);
        QCOMPARE(m.name, wanted.name);
        QCOMPARE(m.t, wanted.t);
        QVERIFY(back->readings[1].superseded && !m.superseded);
        QVERIFY(store->visits().interrupted().empty());
        const Upkeep u = store->board().upkeep(d.id);
        QVERIFY(u.lastVisit && isoTime(*u.lastVisit) == "2026-11-01T08:30:00Z");
        QVERIFY(store->studio().setCadence(d.id, 14).ok());
        QCOMPARE(store->studio().display(d.id)->cadenceDays, 14);
        QVERIFY(!store->visits().record("nobody").ok());
    }

    void twoConnectionsWorkOnOneFile()
    {
        auto a = std::move(Store::open(path())).value(), b = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*a);
        QVERIFY(b->visits().save(record("v2"), id, VisitState::Running).ok());
        // A visit belongs to one: two that write into it would drop each other's readings.
        for (int i = 1; i <= 30; ++i) {
            QCOMPARE(b->visits().addReading("v2", reading(i)).ok(), true);
            const Status other = a->visits().addReading("v2", reading(100 + i));
            QVERIFY(!other.ok() && other.error().code == "owned");
        }
        QCOMPARE(a->visits().save(record("v2"), id, VisitState::Finished).error().code, std::string("owned"));
        QCOMPARE(a->visits().take("v2").error().code, std::string("owned"));
        QCOMPARE(a->visits().of(id).front().readings, 30);
        QVERIFY(a->visits().of(id).front().worked && a->visits().interrupted().empty());
        // Given up, it is anybody's; then the first has lost it.
        QVERIFY(b->visits().release("v2").ok());
        QCOMPARE(a->visits().interrupted().size(), size_t(1));
        QVERIFY(a->visits().take("v2").ok());
        QVERIFY(a->visits().addReading("v2", reading(31)).ok());
        QCOMPARE(b->visits().addReading("v2", reading(32)).error().code, std::string("owned"));
        // Its end is one act: what is not there yet is added, a correction with it.
        VisitRecord whole = record("v2");
        for (int i = 1; i <= 35; ++i) {
            whole.readings.push_back(reading(i));
        }
        QVERIFY(a->visits().finish(whole, id, MatrixCorrection{}).ok());
        QCOMPARE(a->visits().record("v2")->readings.size(), size_t(35));
        QVERIFY(!a->visits().of(id).front().worked);
    }

    // A process that is gone works on nothing any more, whatever it wrote.
    void visitsOfTheDeadAreFree()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->visits().save(record("v9"), id, VisitState::Running).ok());
        QStringList owner = store->owner().split('|');
        QCOMPARE(owner.size(), 4);
        const auto become = [&](const QString &who, qint64 lease) {
            raw([&](QSqlQuery &q) {
                q.prepare("UPDATE visit SET owner = ?, lease_until = ?");
                q.addBindValue(who);
                q.addBindValue(lease);
                QVERIFY(q.exec());
            });
        };
        const qint64 now = QDateTime::currentSecsSinceEpoch();
        become(owner[0] + "|" + owner[1] + "|1|x", now + 1000); // this process's number, but of another that began earlier
        QCOMPARE(store->visits().interrupted().size(), size_t(1));
        become("elsewhere/1|77|5|x", now + 60); // another computer: its lease tells
        QCOMPARE(store->visits().interrupted().size(), size_t(0));
        become("elsewhere/1|77|5|x", now - 1);
        QCOMPARE(store->visits().interrupted().size(), size_t(1));
        QVERIFY(store->visits().take("v9").ok());
    }

    void correctionsAreKeptTheNewestFirst()
    {
        auto store = std::move(Store::open(path())).value();
        MatrixCorrection c;
        c.instrumentModel = "Tern";
        c.technology = "qd";
        for (const char *made : {"2026-03-01T10:00:00Z", "2026-11-01T10:00:00Z", "2026-07-01T10:00:00Z"}) {
            c.made = fromIsoTime(made);
            QVERIFY(store->aims().add(c).ok());
        }
        const auto all = std::move(Store::open(path())).value()->aims().corrections();
        QCOMPARE(all.size(), size_t(3));
        QCOMPARE(isoTime(all.front().made), std::string("2026-11-01T10:00:00Z"));
        QCOMPARE(all.back().technology, std::string("qd"));
    }

    void readingsSetAsideLaterAreLoadedSo()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        VisitRecord r = record("v3");
        QVERIFY(store->visits().save(r, id, VisitState::Running).ok());
        QVERIFY(store->visits().addReading("v3", reading(1)).ok() && store->visits().addReading("v3", reading(3)).ok());
        r.setAside = {3};
        QVERIFY(store->visits().finish(r, id).ok());
        const auto back = store->visits().record("v3");
        QVERIFY(back.ok());
        QVERIFY(!back->readings[0].superseded && back->readings[1].superseded);
    }

    // Version 1 as the program's first commit made it, which had neither notes nor corrections nor owners.
    void olderSchemaIsBroughtUp()
    {
        QVERIFY(QDir().mkpath(m_dir->filePath("sub")));
        raw([&](QSqlQuery &q) {
            for (const char *sql :
                 {"CREATE TABLE room (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE)",
                  "CREATE TABLE display (id INTEGER PRIMARY KEY, room_id INTEGER NOT NULL REFERENCES room(id), name TEXT NOT NULL, model TEXT NOT "
                  "NULL, "
                  "serial TEXT NOT NULL, technology TEXT NOT NULL, bench TEXT NOT NULL, cadence_days INTEGER NOT NULL DEFAULT 28 CHECK (cadence_days "
                  "> 0))",
                  "CREATE TABLE visit (id TEXT PRIMARY KEY, display_id INTEGER NOT NULL REFERENCES display(id), state INTEGER NOT NULL, task TEXT "
                  "NOT "
                  "NULL, started TEXT NOT NULL, finished TEXT NOT NULL, verdict TEXT NOT NULL, record TEXT NOT NULL)",
                  "CREATE INDEX visit_of_display ON visit(display_id, finished)",
                  "CREATE TABLE reading (visit_id TEXT NOT NULL REFERENCES visit(id), number INTEGER NOT NULL, stage TEXT NOT NULL, name TEXT NOT "
                  "NULL, "
                  "mode INTEGER NOT NULL, r REAL, g REAL, b REAL, x REAL, y REAL, z REAL, sx REAL, sy REAL, sz REAL, integration_s REAL, bench_s "
                  "REAL, "
                  "too_dark INTEGER, superseded INTEGER, PRIMARY KEY (visit_id, number)) WITHOUT ROWID",
                  "INSERT INTO room (name) VALUES ('Scanning room')",
                  "INSERT INTO display (room_id, name, model, serial, technology, bench) VALUES (1, 'Knot', 'Knot 14', 'K1', 'wled', 'bench --usb')",
                  "INSERT INTO display (room_id, name, model, serial, technology, bench) VALUES (1, 'Knot again', 'Knot 14', 'K1', 'wled', "
                  "'sim:knot')",
                  "INSERT INTO visit VALUES ('v1', 1, 1, 'full', '2026-01-02T03:04:05Z', '2026-01-02T03:34:05Z', 'fail', '{\"id\":\"v1\", cut off')",
                  "INSERT INTO reading VALUES ('v1', 7, 'verify', 'sky', 0, 0.1, 0.2, 0.3, 10, 20, 30, 0.1, 0.2, 0.3, 1.5, 99, 0, 0)",
                  "PRAGMA user_version = 1"}) {
                QVERIFY2(q.exec(sql), qPrintable(q.lastError().text()));
            }
        });
        auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        Store &store = *opened.value();
        QCOMPARE(store.copyBefore(), path() + ".version-1");
        // What it held twice is kept twice; a third one would be refused.
        const auto displays = store.studio().displays();
        QCOMPARE(displays.size(), size_t(2));
        QCOMPARE(displays[0].bench, QString("bench --usb"));
        QCOMPARE(displays[1].bench, QString("sim:knot"));
        DisplayEntry third = displays[0];
        QCOMPARE(store.studio().add(third, {}).error().code, std::string("twin"));
        // A record that cannot be read stays what it is, with its readings, and its display's lamp knows of it.
        const auto visit = store.visits().of(displays[0].id).front();
        QCOMPARE(visit.readings, 1);
        QVERIFY(visit.verdict == Verdict::Fail && isoTime(visit.finished) == "2026-01-02T03:34:05Z");
        QCOMPARE(store.visits().record("v1").error().code, std::string("record"));
        QVERIFY(store.board().upkeep(displays[0].id).verdict == Verdict::Fail);
        raw([&](QSqlQuery &q) {
            QVERIFY(q.exec("SELECT content FROM sheet") && q.next());
            QCOMPARE(q.value(0).toByteArray(), QByteArray("{\"id\":\"v1\", cut off"));
            QVERIFY(q.exec("SELECT y, bench_s FROM reading WHERE number = 7") && q.next());
            QCOMPARE(q.value(0).toDouble(), 20.0);
        });
        QVERIFY(store.visits().interrupted().empty() && !store.takeProblem());
    }

    // tests/store/fixtures/studio-6.sqlite.z: made by this program's version of 26 November 2026 (schema 6): the demo studio, and a
    // display with a table profile, a visit cut off in the middle and one set aside; zlib with the size before it.
    void fileOfBeforeOpensWithEverythingInIt()
    {
        unpackFixture();
        struct Old {
            QString id;
            qint64 display;
            int state;
            QJsonValue record;
            QList<QVariantList> readings;
        };
        QList<Old> before;
        raw([&](QSqlQuery &q) {
            QVERIFY(q.exec("SELECT id, display_id, state, record FROM visit"));
            while (q.next()) {
                before.push_back({q.value(0).toString(),
                                  q.value(1).toLongLong(),
                                  q.value(2).toInt(),
                                  QJsonDocument::fromJson(q.value(3).toByteArray()).object(),
                                  {}});
            }
            for (Old &o : before) {
                q.prepare("SELECT number, stage, name, r, g, b, x, y, z, sx, sy, sz, integration_s, bench_s, too_dark, state, behind_r, wanted_b, "
                          "low_light "
                          "FROM reading WHERE visit_id = ? ORDER BY number");
                q.addBindValue(o.id);
                QVERIFY(q.exec());
                while (q.next()) {
                    QVariantList row;
                    for (int i = 0; i < 19; ++i) {
                        row << q.value(i);
                    }
                    o.readings << row;
                }
            }
        });
        QCOMPARE(before.size(), 7);

        auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        Store &store = *opened.value();
        for (const Old &o : before) {
            const auto record = store.visits().record(o.id);
            QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
            // What it was, and who its display is since there are identities.
            QJsonObject was = asMessages(o.record.toObject()).toObject();
            was["display_key"] = store.studio().display(o.display)->uid;
            QCOMPARE(was["display_key"].toString().size(), qsizetype(32));
            QCOMPARE(QJsonValue(QJsonDocument::fromJson(QByteArray::fromStdString(recordToJson(*record))).object()), QJsonValue(was));
            const auto entry = store.visits().entry(o.id);
            QVERIFY(entry && entry->displayId == o.display && int(entry->state) == o.state);
            QCOMPARE(entry->readings, int(o.readings.size()));
            QCOMPARE(record->readings.size(), size_t(o.readings.size()));
            QVERIFY(entry->figures == figuresOf(*record));
            for (size_t i = 0; i < record->readings.size(); ++i) {
                const Measurement &m = record->readings[i];
                const QVariantList &r = o.readings[qsizetype(i)];
                QCOMPARE(m.index, r[0].toInt());
                QCOMPARE(m.stage, r[1].toString().toStdString());
                QCOMPARE(m.name, r[2].toString().toStdString());
                QVERIFY(m.rgb == (Drive{r[3].toDouble(), r[4].toDouble(), r[5].toDouble()}));
                QVERIFY(m.xyz == (XYZ{r[6].toDouble(), r[7].toDouble(), r[8].toDouble()}));
                QVERIFY(m.sigma == (XYZ{r[9].toDouble(), r[10].toDouble(), r[11].toDouble()}));
                QVERIFY(m.integrationS == r[12].toDouble() && m.t == r[13].toDouble() && m.tooDark == r[14].toBool() && m.state == r[15].toInt());
                QVERIFY(m.behind ? m.behind->a == r[16].toDouble() : r[16].isNull());
                QVERIFY(m.wanted ? m.wanted->c == r[17].toDouble() : r[17].isNull());
                QVERIFY(m.lowLight == r[18].toBool() && (m.state == 0 || record->states.find(m.state)));
            }
        }
        // As the program of that day listed it.
        QCOMPARE(store.studio().count(), 5);
        const DisplayEntry whimbrel = *store.studio().find("Whimbrel 27", "WH-27-0031");
        QCOMPARE(whimbrel.bench, QString("bench-server --port 3 'a b'"));
        QCOMPARE(whimbrel.note, QString("Stands by the window;\nmoved in October"));
        QCOMPARE(whimbrel.screen, QString("DP-2"));
        QCOMPARE(whimbrel.cadenceDays, 9);
        QCOMPARE(store.visits().interrupted().front().id, QString("1c-cut-off"));
        QCOMPARE(store.visits().record("6b1f6a52-table-profile")->profile.size(), size_t(130140));
        QVERIFY(store.aims().target("Dusk room").keepLuminance);
        QCOMPARE(store.aims().tolerance("courier").max, 7.5);
        const Upkeep turnstone = store.board().upkeep(2);
        QVERIFY(turnstone.verdict == Verdict::Fail && isoTime(*turnstone.lastVisit) == "2026-11-23T09:05:40Z");
        const auto status = store.board().displays();
        QVERIFY(status[1].drift && *status[1].drift > 0.1 && status[1].driftDays == 209); // found by its check, seven months on
        QVERIFY(!status[0].drift && !status[3].upkeep.lastVisit);

        // The copy is the file of before, whole; opened once more, none is made.
        QCOMPARE(store.copyBefore(), path() + ".version-6");
        raw(
            [&](QSqlQuery &q) {
                QVERIFY(q.exec("SELECT (SELECT count(*) FROM visit), (SELECT count(*) FROM reading), (SELECT sum(length(record)) FROM visit)")
                        && q.next());
                QCOMPARE(q.value(0).toInt(), 7);
                qsizetype readings = 0;
                for (const Old &o : before) {
                    readings += o.readings.size();
                }
                QCOMPARE(q.value(1).toInt(), int(readings));
                QVERIFY(q.exec("PRAGMA user_version") && q.next() && q.value(0).toInt() == 6);
            },
            store.copyBefore());
        opened = Store::open(path());
        QVERIFY(opened.ok() && opened.value()->copyBefore().isEmpty());
    }

    // tests/store/fixtures/studio-8.sqlite.z: made by this program's version of 27 November 2026 (schema 8), the demo studio.
    void fileOfVersionEightTakesHistories()
    {
        unpackFixture(8);
        auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        Store &store = *opened.value();
        QCOMPARE(store.copyBefore(), path() + ".version-8");
        QCOMPARE(store.studio().count(), 4);
        const auto visited = store.histories().all();
        QCOMPARE(visited.size(), size_t(4)); // one visit to each
        for (const HistoryEntry &e : visited) {
            QVERIFY2(e.luminance && e.white && e.mean && !e.display.empty() && !e.instrument.empty(), historyToCsv({e}).c_str());
            QVERIFY(e.controls.contains("brightness") || e.controls.empty());
        }
        // And photographs.
        const auto id = store.pictures().add(1, "a picture", "its back", fromIsoTime("2026-11-27T12:00:00Z"));
        QVERIFY2(id.ok(), id ? "" : english(id.error()).c_str());
        QCOMPARE(store.pictures().of(1).front().words, QString("its back"));
    }

    // tests/store/fixtures/studio-9.sqlite.z: made by this program's version of 27 November 2026 (schema 9): a full visit, and
    // a check with the stages that a check no longer has.
    void fileOfVersionNineKeepsLinesThatWereDone()
    {
        unpackFixture(9);
        const auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        const auto visits = opened.value()->visits().of(1);
        QCOMPARE(visits.size(), size_t(2));
        for (const VisitEntry &v : visits) {
            const auto record = opened.value()->visits().record(v.id);
            QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
            QCOMPARE(std::distance(record->lines.begin(), record->lines.end()), std::ptrdiff_t(allStages().size()));
            QVERIFY(!record->lines.open());
            QVERIFY(record->lines.isDone(Stage::Trim) && !record->lines.isDone(Stage::Look));
            QCOMPARE(record->lines.at(Stage::Look).summary.code, std::string("nobody-looked"));
            QCOMPARE(record->lines.at(Stage::SignOff).summary.code, std::string("verdict-by-tolerance"));
        }
    }

    void historiesAreKeptOnceAndExactly()
    {
        auto store = std::move(Store::open(path())).value();
        const auto room = store->studio().addRoom("Booth").value();
        DisplayEntry d;
        d.roomId = room;
        d.name = "Left";
        d.serial = "AV-1";
        const auto id = store->studio().add(d, WallTime{}).value();
        const auto table =
            historyFromCsv("display,date,hours,instrument,task,target,brightness,red,luminance_cd_m2,white_x,white_y,coverage_srgb,event,note\n"
                           "AV-1,2031-03-04,1234.5,T-1,check,Photo,47,98,119.123456789,0.3127,0.329,99.1,,\"a, b\"\n"
                           "AV-1,2031-04-04,,,,,,,,,,,moved,\n");
        QVERIFY(table.ok());
        QCOMPARE(store->histories().fresh(id, table->entries), 2);
        QCOMPARE(store->histories().add(id, table->entries).value(), 2);
        QCOMPARE(store->histories().add(id, table->entries).value(), 0);
        QCOMPARE(historyToCsv(store->histories().all(id)), historyToCsv(table->entries));
        QVERIFY(store->histories().all(id + 1).empty());
        // The newest visit of it tells how the display stands: 119 cd/m² at its white pass.
        const Upkeep upkeep = store->board().upkeep(id);
        QCOMPARE(isoTime(upkeep.lastVisit.value()).substr(0, 10), std::string("2031-03-04"));
        QVERIFY(upkeep.verdict == Verdict::Pass);
        // A retired display's is kept, and not told of all.
        QVERIFY(store->studio().setRetired(id, true, WallTime{}).ok());
        QVERIFY(store->histories().all().empty());
        QCOMPARE(store->histories().all(id).size(), size_t(2));
        QVERIFY(store->histories().addAssignment({fromIsoTime("2031-05-01T00:00:00Z"), "Atlas", ""}, {}).ok());
        QCOMPARE(store->histories().assignments(fromIsoTime("2031-04-01T00:00:00Z")).size(), size_t(1));
        QVERIFY(store->histories().assignments(fromIsoTime("2031-06-01T00:00:00Z")).empty());
    }

    // Targets of the studio's own count in history as built-in ones do, and each display's own tolerance; one that nobody knows hides none before it.
    void ownTargetsAndTolerancesCount()
    {
        auto store = std::move(Store::open(path())).value();
        Target house = builtInTargets().front();
        house.name = "House";
        house.luminance = {LuminanceTarget::Kind::Value, 90, 0, 0};
        QVERIFY(store->aims().keep(house).ok());
        const auto room = store->studio().addRoom("Booth").value();
        const auto state = [&](const QString &serial, const char *csv, std::optional<Tolerance> judgedBy) {
            DisplayEntry d;
            d.roomId = room;
            d.name = d.model = d.serial = serial;
            const auto id = store->studio().add(d, WallTime{}).value();
            if (judgedBy) {
                VisitRecord r = record("v-" + serial.toStdString());
                r.plan.tolerance = *judgedBy;
                if (!store->visits().finish(r, id)) {
                    return std::string("no visit");
                }
            }
            if (!store->histories().add(id,
                                        historyFromCsv("display,date,target,luminance_cd_m2,mean\n" + serial.toStdString() + "," + csv)->entries)) {
                return std::string("no history");
            }
            AgeingQuestion q;
            q.on = fromIsoTime("2031-03-06T00:00:00Z");
            for (const DueQuestion &due : dueQuestions(*store, q)) {
                if (due.key == id) {
                    return dueOf(due, q.on).state;
                }
            }
            return std::string("none");
        };
        QCOMPARE(state("H-1", "2031-03-04,House,91,0.5\n", {}), std::string("ok"));
        QCOMPARE(state("H-2", "2031-03-04,House,120,0.5\n", {}), std::string("out")); // right for Photo, and a third too bright for its own
        QCOMPARE(state("P-1", "2031-03-04,Photo,120,0.5\n", {}), std::string("ok"));
        Tolerance loose = *builtInTolerance("studio"), tight = loose;
        loose.name = "Loose";
        loose.mean = 6;
        tight.name = "Tight";
        tight.mean = 0.4;
        QCOMPARE(state("L-1", "2031-03-04,Photo,120,4\n", loose), std::string("ok"));
        QCOMPARE(state("S-1", "2031-03-04,Photo,120,4\n", {}), std::string("out"));
        QCOMPARE(state("T-1", "2031-03-04,Photo,120,0.5\n", tight), std::string("out"));
        // What it aims at now counts, not what it aimed at before; a name that nobody knows is no target.
        AgeingQuestion q;
        q.on = fromIsoTime("2031-03-06T00:00:00Z");
        const auto rows = [](const char *last) {
            return historyFromCsv(std::string("display,date,target,luminance_cd_m2,max_luminance_cd_m2\nA,2030-01-04,Photo,120,200\n"
                                              "A,2030-07-04,Photo,120,198\nA,2031-03-04,")
                                  + last + ",90,195\n")
                ->entries;
        };
        QCOMPARE(ageingOf(rows("House"), ofStudio(*store, q)).displays.front().targetLuminance, std::optional(90.0));
        QCOMPARE(ageingOf(rows("House"), q).displays.front().targetLuminance, std::optional<double>());
        QCOMPARE(ageingOf(rows("Photo"), q).displays.front().targetLuminance, std::optional(120.0));
    }

    // A serial that two models share: each has its own history, and neither takes the other's.
    void twinsOfASerialKeepApart()
    {
        auto store = std::move(Store::open(path())).value();
        DisplayEntry d;
        d.roomId = store->studio().addRoom("Booth").value();
        d.name = d.model = "Avocet";
        d.serial = "7";
        const auto a = store->studio().add(d, WallTime{}).value();
        d.name = d.model = "Curlew";
        const auto b = store->studio().add(d, WallTime{}).value();
        const auto rows = historyFromCsv("display,date,luminance_cd_m2,mean\n7,2031-03-04,119,9\n")->entries;
        QCOMPARE(store->histories().add(a, rows).value(), 1);
        AgeingQuestion q;
        q.on = fromIsoTime("2031-03-05T00:00:00Z");
        q.tolerance = *builtInTolerance("studio");
        for (const DueQuestion &due : dueQuestions(*store, q)) {
            QCOMPARE(due.lastVisit.has_value(), due.key == a);
            QCOMPARE(dueOf(due, q.on).state, std::string(due.key == b ? "never" : "out"));
        }
        QVERIFY(!displayOfSerial(*store, "7").ok()); // a history that names it by that alone is refused
    }

    void cardsAreChangedAndMovesRemembered()
    {
        auto store = std::move(Store::open(path())).value();
        const auto booth = store->studio().addRoom("Booth").value(), desk = store->studio().addRoom("Desk").value();
        DisplayEntry a, b;
        a.roomId = b.roomId = booth;
        a.name = a.serial = "A";
        b.name = b.serial = "B";
        a.id = store->studio().add(a, WallTime{}).value();
        b.id = store->studio().add(b, WallTime{}).value();
        a.name = "Left of the door";
        a.cadenceDays = 14;
        a.roomId = desk;
        QVERIFY(store->studio().change(a, fromIsoTime("2031-03-04T10:00:00Z")).ok());
        const auto now = store->studio().display(a.id);
        QCOMPARE(now->name, a.name);
        QCOMPARE(now->cadenceDays, 14);
        QCOMPARE(now->roomId, desk);
        QCOMPARE(store->studio().events(a.id).back().kind, QStringLiteral("moved"));
        QCOMPARE(store->studio().search("door").size(), size_t(1));
        b.serial = "A"; // another's
        const Status twin = store->studio().change(b, WallTime{});
        QVERIFY(!twin.ok() && twin.error().code == "twin");
        QCOMPARE(store->studio().display(b.id)->serial, QStringLiteral("B"));
    }

    // tests/store/fixtures/studio-7.sqlite.z: made by this program's version of 26 November 2026 (schema 7), the demo studio. What is
    // found is a code by then, but the first files of that version held sentences.
    void fileOfVersionSevenOpensWithEverythingInIt()
    {
        unpackFixture(7);
        QStringList visits;
        QHash<QString, QString> records;
        raw([&](QSqlQuery &q) {
            QVERIFY(q.exec("SELECT uid, white_de, white_de_k2 FROM visit ORDER BY uid"));
            while (q.next()) {
                visits << q.value(0).toString() + q.value(1).toString() + q.value(2).toString();
            }
            QVERIFY(q.exec("UPDATE finding SET code = 'sentence', arguments = '[\"Ein Satz von früher.\"]' WHERE position = 0"));
        });
        QVERIFY(visits.size() == 4);
        auto opened = Store::open(path());
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        QCOMPARE(opened.value()->copyBefore(), path() + ".version-7");
        QStringList after;
        raw([&](QSqlQuery &q) {
            QVERIFY(q.exec("SELECT uid, white_de, white_de_k2, white_de_absolute_k2 FROM visit ORDER BY uid"));
            while (q.next()) {
                after << q.value(0).toString() + q.value(1).toString() + q.value(2).toString();
                QVERIFY(q.isNull(3)); // nobody had worked it out: not known, not 0
            }
            QVERIFY(q.exec("SELECT count(*) FROM finding WHERE code = 'verbatim'") && q.next() && q.value(0).toInt() == 4);
            QVERIFY(q.exec("PRAGMA user_version") && q.next() && q.value(0).toInt() == Store::schemaVersion());
        });
        QCOMPARE(after, visits);
        for (const QString &visit : visits) {
            const auto record = opened.value()->visits().record(visit.left(36));
            QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
            QVERIFY(!record->readings.empty() && !record->profile.empty());
            for (const Check &c : record->checks) {
                QVERIFY(std::isfinite(c.uncertainty()) && std::isnan(c.k2.absolute));
            }
            QVERIFY(english(record->reasons.front()).find("is within") != std::string::npos);
            // What it is judged by today does not change what was said then.
            QVERIFY(std::isnan(record->doubt.mean.absolute));
        }
        opened = Store::open(path());
        QVERIFY(opened.ok() && opened.value()->copyBefore().isEmpty());
    }

    // While an earlier version's window works on a visit nothing is changed under it.
    void fileInUseByAnEarlierVersionIsLeftAlone()
    {
        unpackFixture();
        raw([&](QSqlQuery &q) {
            q.prepare("UPDATE visit SET owner = ?, lease = 0 WHERE id = '1c-cut-off'");
            q.addBindValue(store::newOwner());
            QVERIFY(q.exec());
        });
        const auto store = Store::open(path());
        QVERIFY(!store.ok() && english(store.error().what).find("in progress") != std::string::npos);
        raw([&](QSqlQuery &q) {
            QVERIFY(q.exec("PRAGMA user_version") && q.next());
            QCOMPARE(q.value(0).toInt(), 6);
            QVERIFY(q.exec("SELECT length(record) FROM visit WHERE id = '1c-cut-off'") && q.next() && q.value(0).toInt() > 60000);
        });
    }

    void visitTakesLittleRoom()
    {
        // A visit of 75 readings with its matrix profile: at most 25 KB (this one has some 62; more are added).
        auto bench = sim::makeBench("wled", 11);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        VisitHooks hooks;
        hooks.wallClock = [] { return fromIsoTime("2026-11-26T08:00:00Z"); };
        auto made = Visit(*bench.value(), plan, hooks, {}).run();
        QVERIFY(made.ok() && made->profile.size() < 20000);
        VisitRecord r = made.value();
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        const auto size = [&] {
            qint64 pages = 0;
            raw([&](QSqlQuery &q) {
                QVERIFY(q.exec("PRAGMA page_count") && q.next());
                pages = q.value(0).toLongLong();
            });
            return 4096 * pages;
        };
        while (r.readings.size() < 75) {
            r.readings.push_back(r.readings[r.readings.size() / 2]);
            r.readings.back().index = int(r.readings.size());
        }
        const qint64 before = size();
        constexpr int kVisits = 40;
        for (int i = 0; i < kVisits; ++i) {
            r.id = std::to_string(i);
            // Nothing may be shared between these visits that real ones do not share.
            r.profile[r.profile.size() - 1] = std::uint8_t(i);
            for (auto &[key, ramps] : r.states.ramps) {
                ramps.r[1] = i / 1023.0;
            }
            for (Measurement &m : r.readings) {
                m.xyz.a *= 1.0001;
            }
            // What was verified are readings, as in any visit.
            for (VerifiedColour &c : r.verification.colours) {
                c.xyz.a *= 1.0001;
            }
            for (GrayResult &g : r.gray.grays) {
                g.xyz.a *= 1.0001;
            }
            QVERIFY(store->visits().finish(r, id).ok());
        }
        const double each = double(size() - before) / kVisits / 1000;
        qInfo("%.1f KB a visit", each);
        QVERIFY2(each <= 25, qPrintable(QString::number(each)));
    }

    void listsComeInPages()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        for (int i = 0; i < 25; ++i) {
            VisitRecord r = record("p" + std::to_string(i));
            r.started += std::chrono::hours{i};
            r.finished += std::chrono::hours{i};
            QVERIFY(store->visits().finish(r, id).ok());
        }
        QStringList seen;
        for (int offset = 0; offset < 30; offset += 10) {
            for (const VisitEntry &v : store->visits().of(id, {offset, 10})) {
                seen << v.id;
            }
        }
        QCOMPARE(seen.size(), 25);
        QCOMPARE(seen.front(), QString("p24")); // the newest first
        QCOMPARE(QSet<QString>(seen.begin(), seen.end()).size(), 25);
        QCOMPARE(isoTime(*store->board().upkeep(id).lastVisit), std::string("2026-11-02T08:30:00Z"));
        // One of earlier, brought in late, is not the last.
        VisitRecord early = record("early");
        early.finished = early.started = fromIsoTime("2025-01-01T00:00:00Z");
        early.verdict = Verdict::Fail;
        QVERIFY(store->visits().finish(early, id).ok());
        QVERIFY(store->board().upkeep(id).verdict == Verdict::Pass);
    }

    void displaysAreFoundMovedAndRetired()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        const WallTime now = fromIsoTime("2026-11-26T10:00:00Z");
        DisplayEntry d = *store->studio().display(id);
        d.name = "Größe 100%_x";
        d.serial = "S-2";
        d.note = "By the Window";
        const qint64 second = store->studio().add(d, now).value();
        const auto found = [&](const QString &words) {
            QStringList names;
            for (const DisplayEntry &e : store->studio().search(words)) {
                names << e.name;
            }
            return names;
        };
        QCOMPARE(found("window scanning"), QStringList{"Größe 100%_x"});
        QCOMPARE(found("GRÖSSE"), QStringList{"Größe 100%_x"}); // case folded as Unicode has it
        QCOMPARE(found("0%_X"), QStringList{"Größe 100%_x"});   // signs of patterns stand for themselves
        QCOMPARE(found("%"), QStringList{"Größe 100%_x"});
        QCOMPARE(found("knot").size(), 2);
        QVERIFY(found("nowhere").isEmpty());
        const qint64 proofing = store->studio().addRoom("Proofing booth").value();
        QVERIFY(store->studio().move(second, proofing, now).ok());
        QVERIFY(!store->studio().move(second, 99, now).ok());
        QCOMPARE(found("proofing"), QStringList{"Größe 100%_x"});
        QVERIFY(store->studio().setRetired(second, true, now + std::chrono::hours{1}).ok());
        QVERIFY(found("proofing").isEmpty());
        QCOMPARE(store->studio().count(), 1);
        QVERIFY(store->studio().display(second)->retired); // never deleted
        QCOMPARE(store->studio().add(d, now).error().code, std::string("twin"));
        const auto events = store->studio().events(second);
        QCOMPARE(events.size(), size_t(3));
        QCOMPARE(events[1].before + " > " + events[1].after, QString("Scanning room > Proofing booth"));
        QCOMPARE(events[2].kind, QString("retired"));
        int counted = 0;
        for (const RoomStatus &r : store->board().rooms()) {
            counted += r.displays;
        }
        QCOMPARE(counted, 1);
    }

    // A store that several computers share must not make one of them run what another one wrote into it.
    void commandsOfOtherComputersAreNotOffered()
    {
        auto store = std::move(Store::open(path())).value();
        DisplayEntry d = *store->studio().display(addDisplay(*store));
        d.serial = "S-3";
        d.bench = "bench --usb";
        const qint64 id = store->studio().add(d, {}).value();
        QCOMPARE(store->studio().display(id)->bench, QString("bench --usb"));
        raw([&](QSqlQuery &q) { QVERIFY(q.exec(QStringLiteral("UPDATE reach SET computer = 'elsewhere' WHERE display_id = %1").arg(id))); });
        QVERIFY(store->studio().display(id)->bench.isEmpty());
        QCOMPARE(store->studio().displays().front().bench, QString("sim:knot")); // runs no program
    }

    void instrumentsKeepTheirCards()
    {
        auto store = std::move(Store::open(path())).value();
        InstrumentEntry i;
        i.kind = "colorimeter";
        i.model = "Tern";
        i.serial = "T-1";
        i.accuracyXy = 0.002;
        QVERIFY(store->studio().keep(i).ok());
        i.certified = fromIsoTime("2025-05-01T00:00:00Z");
        QVERIFY(store->studio().keep(i).ok());
        const auto all = store->studio().instruments();
        QCOMPARE(all.size(), size_t(1));
        QVERIFY(all[0].accuracyXy == 0.002 && !all[0].accuracyLuminancePercent && all[0].certified && !all[0].made);
    }

    // What was not measured is not there, rather than 0.
    void figuresThatAreNotKnownAreNotThere()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->visits().save(record("v1"), id, VisitState::Running).ok());
        const VisitEntry v = *store->visits().entry("v1");
        QVERIFY(v.figures == VisitFigures{});
        Measurement m = reading(1);
        m.sigma.b = std::nan("");
        QVERIFY(store->visits().addReading("v1", m).ok());
        QVERIFY(std::isnan(store->visits().record("v1")->readings[0].sigma.b));
    }

    // What is gone from a visit is told, and never filled with something usual.
    void aVisitThatLostPartsIsNotShownAsWhole()
    {
        auto store = std::move(Store::open(path())).value();
        VisitRecord r = record("v1");
        r.readings = {reading(1), reading(2)};
        QVERIFY(store->visits().finish(r, addDisplay(*store)).ok());
        QVERIFY(store->visits().record("v1").ok());
        raw([&](QSqlQuery &q) { QVERIFY(q.exec("DELETE FROM reading WHERE number = 2")); });
        const auto back = store->visits().record("v1");
        QVERIFY(!back.ok());
        QVERIFY2(english(back.error().what).find("1 of its 2 readings") != std::string::npos, english(back.error().what).c_str());
    }

    // A reading that a crash follows has its state with it.
    void readingsComeWithTheirStates()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        QVERIFY(store->visits().save(record("v1"), id, VisitState::Running).ok());
        States states;
        DisplayState s;
        s.controls["brightness"] = 47;
        s.ramps = states.keyOf({{0, 0.5, 1}, {0, 0.4, 1}, {0, 0.3, 0.9}});
        Measurement m = reading(1);
        m.state = states.numberOf(s);
        QVERIFY(store->visits().addReading("v1", m, states).ok());
        s.mode = "sRGB";
        m = reading(2);
        m.state = states.numberOf(s);
        QVERIFY(store->visits().addReading("v1", m, states).ok());
        const auto back = store->visits().record("v1");
        QVERIFY(back.ok() && back->states.all == states.all);
        QCOMPARE(back->states.ramps.begin()->second.b, states.ramps.begin()->second.b);
        QCOMPARE(back->readings[1].state, 2);
    }

    void numbersArePackedWithoutLoss()
    {
        std::mt19937_64 random(7);
        std::uniform_real_distribution<double> any(-2, 2);
        std::vector<double> curve(1024), codes(256), wild(50), nothing;
        for (size_t i = 0; i < curve.size(); ++i) {
            curve[i] = onLightGrid(std::pow(double(i) / 1023, 2.2));
        }
        for (size_t i = 0; i < codes.size(); ++i) {
            codes[i] = std::round(1023 * std::pow(double(i) / 255, 0.9)) / 1023;
        }
        for (double &v : wild) {
            v = any(random);
        }
        wild.push_back(-0.0);
        wild.push_back(1e300);
        for (const auto &numbers : {curve, codes, wild, nothing, std::vector<double>{1, 0, 1, 0.2}}) {
            const QByteArray packed = store::packNumbers(numbers);
            const auto back = store::unpackNumbers(packed);
            // Bit by bit: -0 is not 0.
            QVERIFY(std::equal(back.begin(), back.end(), numbers.begin(), numbers.end(),
                               [](double a, double b) { return std::bit_cast<std::uint64_t>(a) == std::bit_cast<std::uint64_t>(b); }));
            // Bytes that are none of its own never do more than throw.
            for (int i = 0; i < 300; ++i) {
                QByteArray damaged = packed.left(qsizetype(random() % size_t(packed.size() + 1)));
                if (!damaged.isEmpty()) {
                    damaged[qsizetype(random() % size_t(damaged.size()))] = char(random());
                }
                try {
                    (void)store::unpackNumbers(damaged);
                } catch (const std::runtime_error &) {
                    continue;
                }
            }
        }
        QVERIFY(store::packNumbers(codes).size() < 300);
        QVERIFY(store::packNumbers(curve).size() < 3000);
    }

    // What goes wrong in the middle leaves nothing behind, and nobody locked out.
    void aBrokenActIsTakenBack()
    {
        auto a = std::move(Store::open(path())).value(), b = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*a);
        const auto add = [&] { return a->studio().addRoom("Half a room").ok() ? Status(Done{}) : Status(Error{}); };
        QVERIFY(!a->act([&]() -> Status {
                      (void)add();
                      return Error{};
                  }).ok());
        bool thrown = false;
        try {
            (void)a->act([&]() -> Status {
                (void)add();
                throw std::runtime_error("in the middle");
            });
        } catch (const std::runtime_error &) {
            thrown = true;
        }
        QVERIFY(thrown);
        QCOMPARE(b->studio().rooms().size(), size_t(1));
        QElapsedTimer waited;
        waited.start();
        QVERIFY(b->studio().setCadence(id, 9).ok());
        QVERIFY(waited.elapsed() < 4000); // the engine waits five seconds for a lock that is never given back
        QVERIFY(a->act([&]() -> Status { return add(); }).ok());
        QCOMPARE(b->studio().rooms().size(), size_t(2));
    }

    void uncleanEndIsNoticedAndForgotten()
    {
        auto store = std::move(Store::open(path())).value();
        addDisplay(*store);
        QVERIFY(!store->endedUncleanly());
        // Two at once, one of them closed: nobody was killed.
        QVERIFY(!std::move(Store::open(path())).value()->endedUncleanly());
        raw([&](QSqlQuery &q) {
            QStringList owner = store->owner().split('|');
            owner[2] = "1"; // another process of that number, which is gone
            q.prepare("INSERT INTO at_work (owner, opened_at) VALUES (?, 0)");
            q.addBindValue(owner.join('|'));
            QVERIFY(q.exec());
        });
        QVERIFY(std::move(Store::open(path())).value()->endedUncleanly());
        QVERIFY(Store::examine(path()).ok());
        QVERIFY(!std::move(Store::open(path())).value()->endedUncleanly());
    }

    void damageDeepInTheFileIsFoundInTheBackground()
    {
        {
            auto store = std::move(Store::open(path())).value();
            const qint64 id = addDisplay(*store);
            VisitRecord r = record("v1");
            for (int i = 1; i <= 2000; ++i) {
                r.readings.push_back(reading(i));
            }
            QVERIFY(store->visits().finish(r, id).ok());
        }
        {
            QFile file(path());
            QVERIFY(file.open(QIODevice::ReadWrite));
            file.seek(file.size() - 3 * 4096);
            file.write(QByteArray(4096, '\xA5'));
        }
        {
            auto store = std::move(Store::open(path())).value(); // opens: nobody waits for the whole file to be read
            const Status examined = Store::examine(path());
            QVERIFY(!examined.ok());
            QCOMPARE(examined.error().code, std::string("damaged"));
        }
        const auto refused = Store::open(path());
        QVERIFY(!refused.ok());
        QCOMPARE(refused.error().code, std::string("damaged"));
        const auto aside = Store::setAsideDamaged(path());
        QVERIFY(aside.ok() && QFile::exists(*aside) && !QFile::exists(path()));
        QVERIFY(std::move(Store::open(path())).value()->studio().displays().empty());
    }

    void installationsReplaceEachOther()
    {
        auto store = std::move(Store::open(path())).value();
        const qint64 id = addDisplay(*store);
        const WallTime now = fromIsoTime("2026-11-26T10:00:00Z");
        QVERIFY(store->visits().noteInstalled(id, {1, 2, 3}, "desk-4", "DP-1", now).ok());
        QVERIFY(store->visits().noteInstalled(id, {1, 2, 4}, "desk-4", "DP-1", now + std::chrono::hours{1}).ok());
        const auto all = store->visits().installations(id);
        QCOMPARE(all.size(), size_t(2));
        QVERIFY(!all[0].removed && all[1].removed == all[0].installed);
        // SHA-256 of the bytes 1 2 4, by sha256sum of GNU coreutils.
        QCOMPARE(all[0].profile, QString("d4b29a968c40173638ded8d174c86957afa211be479cee020dba5dfe127d91ca"));
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
        QVERIFY(english(store.error().what).find("newer") != std::string::npos);
        QVERIFY(QFile::exists(path()));
    }

    void damagedFileIsLeftAsItIsAndNeverOverwritten()
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
        for (const auto &store : {Store::open(path()), Store::look(path())}) {
            QVERIFY(!store.ok());
            QCOMPARE(store.error().code, std::string("damaged"));
        }
        const auto aside = Store::setAsideDamaged(path());
        QVERIFY(aside.ok());
        QFile kept(*aside);
        QVERIFY(kept.open(QIODevice::ReadOnly));
        QCOMPARE(kept.readAll(), damaged);
        QVERIFY(std::move(Store::open(path())).value()->studio().displays().empty());
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

LAMP_TEST(store, TestStore)

} // namespace store_test
#include "test_store.moc"
