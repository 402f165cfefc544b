// SPDX-License-Identifier: GPL-3.0-or-later
// Studios that somebody meddled with, by a seed: rows, schemas, bytes, journals. Whoever looks at one gets an answer or an error in time, the file
// stays as it is, nothing is written elsewhere, nothing that it holds is run, and no verdict becomes better. LAMP_SEEDS says how many (60; ./run fuzz
// takes 2,000), LAMP_SEED the first. Every tenth goes through the command line as well, every twentieth through the window.
#include "cli/command.h"
#include "english.h"
#include "support.h"

#include "app/parts/look.h"
#include "app/shell/main_window.h"
#include "simlab/sim_bench.h"
#include "store/along.h"
#include "store/registers.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"

#include <QApplication>
#include <QCryptographicHash>
#include <QElapsedTimer>
#include <QSettings>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>

#include <random>

namespace studio_mutations_test {

using namespace lamp;
using namespace lamp::app;
using lamptest::cli;

namespace {

QByteArray bytesOf(const QString &path)
{
    QFile f(path);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

QByteArray picture(const QString &folder)
{
    QCryptographicHash hash(QCryptographicHash::Sha256);
    for (const QFileInfo &f : QDir(folder).entryInfoList(QDir::AllEntries | QDir::Hidden | QDir::NoDotAndDotDot, QDir::Name)) {
        if (f.fileName().endsWith("-shm")) {
            continue; // the engine's own index of a log, made by whoever reads it
        }
        hash.addData(f.fileName().toUtf8());
        hash.addData(f.isFile() ? bytesOf(f.filePath()) : QByteArray("folder"));
    }
    return hash.result().toHex();
}

const std::vector<QVariant> &nasty()
{
    static const std::vector<QVariant> all{QVariant(),
                                           0,
                                           -1,
                                           1,
                                           2,
                                           99,
                                           std::numeric_limits<qint64>::min(),
                                           std::numeric_limits<qint64>::max(),
                                           1e308,
                                           -1e308,
                                           std::numeric_limits<double>::infinity(),
                                           "",
                                           "'; DROP TABLE visit; --",
                                           "\"); DELETE FROM reading; --",
                                           "$(touch RAN)",
                                           "`touch RAN`",
                                           "| touch RAN",
                                           "../../RAN",
                                           "/tmp/../RAN",
                                           "=cmd|' /C touch RAN'!A0",
                                           "{\"code\": 7}",
                                           "[",
                                           "\xE2\x80\xAE"
                                           "desrever",
                                           "\x1b]0;RAN\x07\x1b[2J",
                                           QString(70000, 'x'),
                                           QByteArray(),
                                           QByteArray(64, '\xFF'),
                                           QByteArray("\x00\x00\xFF\xFFx\x9C", 6),
                                           QByteArray::fromHex("7fffffff789c0300000000000001")};
    return all;
}

class Meddler {
public:
    Meddler(QString path, unsigned seed) : m_path(std::move(path)), m_random(seed) {}

    /// \return what was done
    QString meddle()
    {
        const int kind = below(10);
        return kind < 6 ? rows(1 + below(4)) : kind < 8 ? schema() : bytes();
    }

private:
    int below(int n) { return std::uniform_int_distribution<int>(0, std::max(0, n - 1))(m_random); }
    template <typename T> const T &any(const std::vector<T> &all) { return all[size_t(below(int(all.size())))]; }

    /// As another program would, that does not care for what the tables ask.
    QStringList statements(const std::function<QStringList(QSqlDatabase &)> &make)
    {
        QStringList done;
        {
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "meddler");
            db.setDatabaseName(m_path);
            if (db.open()) {
                for (const char *loose : {"PRAGMA foreign_keys = OFF", "PRAGMA ignore_check_constraints = ON", "PRAGMA writable_schema = ON"}) {
                    QSqlQuery(db).exec(QString::fromLatin1(loose));
                }
                done = make(db);
                QSqlQuery(db).exec("PRAGMA wal_checkpoint(TRUNCATE)");
            }
        }
        QSqlDatabase::removeDatabase("meddler");
        return done;
    }
    QString rows(int count)
    {
        static const std::vector<QString> tables{
            "studio", "room",         "person",         "instrument",    "display",      "reach",        "display_event", "picture",   "correction",
            "target", "tolerance",    "profile",        "ramps",         "visit",        "visit",        "finding",       "state",     "reading",
            "sheet",  "installation", "display_status", "history_entry", "room_outline", "display_spot", "measurement",   "assignment"};
        return statements([&](QSqlDatabase &db) {
                   QStringList done;
                   for (int i = 0; i < count; ++i) {
                       const QString table = any(tables);
                       const QSqlRecord columns = db.record(table);
                       const QString column = columns.fieldName(below(columns.count()));
                       QSqlQuery q(db);
                       if (below(8) == 0) {
                           q.exec(QStringLiteral("DELETE FROM %1").arg(table));
                           done << "delete " + table;
                           continue;
                       }
                       const QVariant value = any(nasty());
                       q.prepare(QStringLiteral("UPDATE OR IGNORE %1 SET %2 = ?%3").arg(table, column, below(2) == 0 ? " LIMIT 1" : ""));
                       if (q.lastError().isValid()) {
                           q.prepare(QStringLiteral("UPDATE OR IGNORE %1 SET %2 = ?").arg(table, column));
                       }
                       q.addBindValue(value);
                       q.exec();
                       done << table + '.' + column + " = " + value.toString().left(30);
                   }
                   return done;
               })
            .join("; ");
    }
    QString schema()
    {
        static const std::vector<QString> all{
            "CREATE TRIGGER t AFTER INSERT ON at_work BEGIN DELETE FROM visit; END",
            "CREATE TRIGGER t BEFORE UPDATE ON visit BEGIN UPDATE visit SET verdict = 0; END",
            "CREATE VIEW v AS SELECT * FROM visit",
            "CREATE VIEW endless AS WITH RECURSIVE c(x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM c) SELECT x FROM c",
            "ALTER TABLE visit ADD COLUMN \"x'); DROP TABLE reading; --\" TEXT",
            "ALTER TABLE display RENAME COLUMN name TO titel",
            "DROP TABLE finding",
            "DROP TABLE reading",
            "DROP INDEX display_uid",
            "CREATE TABLE song (id INTEGER PRIMARY KEY)",
            "CREATE INDEX other ON visit (task)",
            "CREATE VIRTUAL TABLE f USING fts5(x)",
            "UPDATE sqlite_schema SET sql = 'CREATE TABLE room (id INTEGER PRIMARY KEY, name TEXT)' WHERE name = 'room'",
            "UPDATE sqlite_schema SET rootpage = 3 WHERE name = 'visit'",
            "DELETE FROM sqlite_schema WHERE name = 'state'",
            "PRAGMA user_version = 0",
            "PRAGMA user_version = 7",
            "PRAGMA user_version = 13",
            "PRAGMA user_version = 99",
            "PRAGMA application_id = 1",
        };
        const QString sql = any(all);
        statements([&](QSqlDatabase &db) {
            QSqlQuery(db).exec(sql);
            return QStringList();
        });
        return sql;
    }
    QString bytes()
    {
        QFile f(m_path);
        if (!f.open(QIODevice::ReadWrite)) {
            return {};
        }
        switch (below(4)) {
        case 0: f.resize(below(int(f.size()))); return "cut off";
        case 1: {
            QFile journal(m_path + "-journal");
            (void)journal.open(QIODevice::WriteOnly);
            journal.write(QByteArray::fromHex("d9d505f920a163d7") + QByteArray(504, '\1'));
            return "a journal";
        }
        case 2: {
            QFile log(m_path + "-wal");
            (void)log.open(QIODevice::WriteOnly);
            log.write(QByteArray::fromHex("377f0682002de218") + QByteArray(4000, '\7'));
            return "a log";
        }
        default:
            for (int i = 0; i < 1 + below(20); ++i) {
                f.seek(below(int(f.size())));
                f.putChar(char(below(256)));
            }
            return "bytes";
        }
    }
    QString m_path;
    std::mt19937 m_random;
};

} // namespace

class TestStudioMutations : public QObject {
    Q_OBJECT

    QTemporaryDir m_base;
    QString m_failing; ///< the visit that fails

    [[nodiscard]] QString base() const { return m_base.filePath("studio.sqlite"); }

    /// Something of everything, with a visit that is finished and fails.
    void makeBase()
    {
        auto store = std::move(Store::open(base())).value();
        const qint64 room = store->studio().addRoom("Drawing office").value();
        for (int i = 0; i < 3; ++i) {
            DisplayEntry d;
            d.name = d.model = "Avocet 24";
            d.serial = i == 0 ? QString() : QStringLiteral("AV-%1").arg(i);
            d.technology = "wled";
            d.roomId = room;
            d.bench = "sim:avocet";
            QVERIFY(store->studio().add(d, fromIsoTime("2031-01-01T08:00:00Z")).ok());
        }
        auto bench = std::move(sim::makeBench("avocet", 3)).value();
        VisitPlan plan;
        plan.target = builtInTargets().front();
        plan.tolerance = *builtInTolerance("studio");
        plan.tolerance.mean = plan.tolerance.max = 0.001;
        plan.task = Task::Full;
        plan.effort = Effort::Quick;
        VisitHooks hooks;
        hooks.wallClock = [] { return fromIsoTime("2031-03-01T08:00:00Z"); };
        Visit visit(*bench, plan, hooks, {});
        QVERIFY(visit.run().ok());
        VisitRecord record = visit.record();
        record.id = "failing";
        QCOMPARE(record.verdict, Verdict::Fail);
        m_failing = "failing";
        const qint64 id = store->studio().displays().front().id;
        QVERIFY(store->visits().finish(record, id).ok());
        QVERIFY(store->visits().noteInstalled(id, record.profile, "dove", "DP-1", fromIsoTime("2031-03-01T09:00:00Z")).ok());
        HistoryEntry e;
        e.at = fromIsoTime("2031-02-01T08:00:00Z");
        e.luminance = 118;
        e.note = "lamp";
        QVERIFY(store->histories().add(id, {e}).ok());
        QVERIFY(store->histories().addAssignment({fromIsoTime("2031-04-01T00:00:00Z"), "Atlas", {}}, id).ok());
        QVERIFY(store->pictures().add(id, "a picture", "front", fromIsoTime("2031-03-01T08:00:00Z")).ok());
        const std::string measured =
            "{\"schema\": \"dutiful-lamp/measurement/1\", \"kind\": \"gray\", \"complete\": true, \"finished\": "
            "\"2031-03-02T08:00:00Z\", \"instrument\": {\"model\": \"Tern\", \"serial\": \"T-1\"}, \"display\": {\"model\": \"Avocet 24\", "
            "\"serial\": \"\"}}";
        QVERIFY(store->measurements().add(measured, id).ok());
        MatrixCorrection c;
        c.instrumentModel = "Tern";
        QVERIFY(store->aims().add(c).ok());
        Target house = builtInTargets().front();
        house.name = "House";
        QVERIFY(store->aims().keep(house).ok());
        DrawnPlan drawn;
        drawn.rooms[room] = {0.1, 0.2, 0.3, 0.25};
        drawn.displays[id] = {room, {0.5, 0.75}};
        QVERIFY(store->plans().setDrawn(drawn).ok());
        QVERIFY(store->findings()->empty());
    }

    /// Everything that only looks. What comes of it is an answer or an error.
    static void lookedAt(const QString &path, const QString &failing)
    {
        const auto store = Store::look(path);
        if (!store) {
            QVERIFY(!english(store.error()).empty());
            return;
        }
        Store &s = *store.value();
        const WallTime now = fromIsoTime("2031-03-10T08:00:00Z");
        (void)s.findings();
        for (const DisplayEntry &d : s.studio().displays()) {
            (void)s.studio().events(d.id);
            (void)s.histories().all(d.id);
            (void)s.pictures().of(d.id);
            for (const MeasurementEntry &m : s.measurements().of(d.id)) {
                (void)s.measurements().document(m.id);
            }
            for (const VisitEntry &v : s.visits().of(d.id)) {
                const auto record = s.visits().record(v.id);
                if (record && v.id == failing && !record->checks.empty()) {
                    // A figure beyond its limit never comes out as within it, whatever stands in the columns beside.
                    for (const Check &check : record->checks) {
                        QVERIFY(!(check.value > check.limit + check.uncertainty() && record->verdict == Verdict::Pass));
                    }
                }
            }
            (void)s.visits().installations(d.id);
        }
        (void)s.board().rooms();
        (void)s.board().displays();
        (void)dueByStatus(s, now);
        (void)registerOf(s);
        (void)s.aims().targets();
        (void)s.aims().corrections();
        (void)s.plans().drawn();
        (void)s.pictures().letterhead();
        (void)s.takeProblem();
    }

    void throughCommands(const QString &path, const QString &folder, const QString &out)
    {
        const QByteArray before = picture(folder);
        const std::vector<QStringList> commands{{"store", "check"},
                                                {"fleet", "due"},
                                                {"fleet", "age"},
                                                {"fleet", "export", out + "/export"},
                                                {"fleet", "report", "--out", out + "/report.html"},
                                                {"store", "backup", out + "/backup.sqlite"},
                                                {"store", "take", out + "/copy.sqlite"},
                                                {"store", "move", out + "/moved.sqlite"}}; // the last: it keeps others from writing meanwhile
        for (QStringList command : commands) {
            const auto done = cli(command << "--store" << path);
            QVERIFY2(done.status >= 0 && done.status <= 4, qPrintable(command.join(' ') + QString::number(done.status) + done.err));
            QVERIFY2(!done.err.contains("fault of the program"), qPrintable(command.join(' ') + done.err));
            QVERIFY2(!(done.out + done.err).contains('\x1b'), qPrintable(command.join(' ')));
            if (command[1] != "move") {
                QVERIFY2(picture(folder) == before, qPrintable(command.join(' ') + " changed what it looked at"));
            }
        }
        // A merge of such a copy: an answer or an error.
        const auto merged = cli({"store", "bring", path, "--store", base()});
        QVERIFY2(merged.status >= 0 && merged.status <= 4 && !merged.err.contains("fault of the program"), qPrintable(merged.err));
    }

    static void throughTheWindow(const QString &path)
    {
        MainWindow w(path);
        w.show();
        w.openStore();
        QTest::qWait(30);
        if (w.store() != nullptr) {
            for (const DisplayEntry &d : w.store()->studio().displays()) {
                w.selectDisplay(d.id);
                QTest::qWait(1);
            }
        }
    }

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        qputenv("XDG_CONFIG_HOME", m_base.filePath("config").toUtf8());
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, m_base.filePath("config"));
        makeBase();
    }

    // Each kind of row that somebody changed alone is found, and the command says so by its status.
    void everyRowIsChecked_data()
    {
        QTest::addColumn<QString>("sql");
        for (const char *sql : {"UPDATE visit SET verdict = 0",
                                "UPDATE visit SET luminance = luminance * 1.1",
                                "UPDATE visit SET colour_mean = 0.01",
                                "UPDATE display_status SET verdict = 0",
                                "UPDATE profile SET content = (SELECT content FROM sheet)",
                                "UPDATE profile SET size = size + 1",
                                "UPDATE ramps SET sha256 = randomblob(32)",
                                "UPDATE target SET content = replace(content, 'House', 'Horse') WHERE listed = 1",
                                "UPDATE tolerance SET content = '{}'",
                                "UPDATE correction SET content = '['",
                                "UPDATE reading SET y = y * 2 WHERE stage = 'verify'",
                                "DELETE FROM reading WHERE number = 7",
                                "UPDATE sheet SET content = zeroblob(20)",
                                "UPDATE measurement SET content = zeroblob(9)",
                                "UPDATE measurement SET removed_at = 1, content = zeroblob(9)",
                                "UPDATE measurement SET identity = zeroblob(32)",
                                "UPDATE picture SET content = x''",
                                "UPDATE history_entry SET luminance = 90",
                                "UPDATE display_event SET kind = 'stolen'",
                                "UPDATE display SET uid = '' WHERE id = 1",
                                "UPDATE studio SET uid = ''",
                                "UPDATE visit SET display_id = 99",
                                "UPDATE display SET retired_at = 1; UPDATE profile SET sha256 = zeroblob(32)"}) {
            QTest::newRow(sql) << QString::fromLatin1(sql);
        }
    }
    void everyRowIsChecked()
    {
        QFETCH(QString, sql);
        QTemporaryDir dir;
        const QString path = dir.filePath("studio.sqlite");
        QVERIFY(QFile::copy(base(), path));
        {
            QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "changer");
            db.setDatabaseName(path);
            QVERIFY(db.open());
            for (const QString &one : sql.split("; ")) {
                QSqlQuery q(db);
                QVERIFY2(q.exec(one) && q.numRowsAffected() > 0, qPrintable(q.lastError().text()));
            }
        }
        QSqlDatabase::removeDatabase("changer");
        const auto store = Store::look(path);
        QVERIFY2(store.ok(), store ? "" : english(store.error()).c_str());
        const auto findings = store.value()->findings();
        QVERIFY(findings.ok() && !findings->empty());
        QCOMPARE(cli({"store", "check", "--store", path}).status, 1);
    }

    // A whole visit from elsewhere whose differences are smaller than its readings give, or whose light was never read, is refused.
    void figuresAreHeldAgainstReadings()
    {
        const auto store = std::move(Store::look(base())).value();
        const VisitRecord real = store->visits().record(m_failing).value();
        QVERIFY(real.verification.colours.size() > 5);
        const auto honest = wholeVisitFromJson(wholeVisitToJson(real));
        QVERIFY2(honest.ok(), honest ? "" : english(honest.error()).c_str());
        const auto refused = [&](const std::function<void(VisitRecord &)> &lie) {
            VisitRecord r = real;
            lie(r);
            const auto read = wholeVisitFromJson(wholeVisitToJson(r));
            return !read;
        };
        QVERIFY(refused([](VisitRecord &r) { r.verification.mean = 0.01; }));
        QVERIFY(refused([](VisitRecord &r) { r.verification.max = r.verification.max / 3; }));
        QVERIFY(refused([](VisitRecord &r) {
            for (VerifiedColour &c : r.verification.colours) {
                c.deltaE /= 10;
            }
            r.verification.mean /= 10;
            r.verification.max /= 10;
        }));
        // With light that would give them, but that is not among the readings.
        QVERIFY(refused([](VisitRecord &r) {
            for (VerifiedColour &c : r.verification.colours) {
                c.xyz = XYZ(1.3 * c.xyz.vec());
            }
            r.verification = verify(r.verification.colours, r.verification.white, Profile::open(r.profile)->chad());
        }));
        // White, luminance and grays likewise.
        QVERIFY(!real.gray.grays.empty() && real.calibrated.white.b > 0);
        QVERIFY(refused([](VisitRecord &r) { r.calibrated.white = XYZ(1.2 * r.calibrated.white.vec()); }));
        QVERIFY(refused([](VisitRecord &r) { r.verification.white.xyz = XYZ(0.8 * r.verification.white.xyz.vec()); }));
        QVERIFY(refused([](VisitRecord &r) { r.gray.mean = r.gray.max = 0.01; }));
        QVERIFY(refused([](VisitRecord &r) { r.gray.grays.at(r.gray.grays.size() / 2).deltaE += 1; }));
        QVERIFY(refused([](VisitRecord &r) {
            GrayResult &g = r.gray.grays.at(r.gray.grays.size() / 2);
            g.xyz = XYZ(1.4 * g.xyz.vec());
        }));
        for (size_t i = 0; i < real.checks.size(); ++i) {
            QVERIFY2(refused([&](VisitRecord &r) { r.checks[i].value = r.checks[i].value > 1 ? r.checks[i].value / 2 : r.checks[i].value + 0.5; }),
                     real.checks[i].code.c_str());
        }
        QVERIFY(!refused([](VisitRecord &r) { r.verification.mean += 0.001; })); // rounding is no lie
    }

    void nothingIsBelievedThatIsNot_data()
    {
        const int seeds = qEnvironmentVariableIntValue("LAMP_SEEDS") > 0 ? qEnvironmentVariableIntValue("LAMP_SEEDS") : 60;
        const int first = qEnvironmentVariableIntValue("LAMP_SEED");
        constexpr int kAtOnce = 20;
        QTest::addColumn<int>("from");
        QTest::addColumn<int>("to");
        for (int seed = first; seed < first + seeds; seed += kAtOnce) {
            QTest::addRow("from seed %d on", seed) << seed << std::min(first + seeds, seed + kAtOnce);
        }
    }
    void nothingIsBelievedThatIsNot()
    {
        QFETCH(int, from);
        QFETCH(int, to);
        for (int seed = from; seed < to && !QTest::currentTestFailed(); ++seed) {
            QTemporaryDir dir, out;
            const QString path = dir.filePath("studio.sqlite");
            QVERIFY(QFile::copy(base(), path));
            const QString done = Meddler(path, unsigned(seed)).meddle();
            const QByteArray before = picture(dir.path());
            QElapsedTimer took;
            took.start();
            lookedAt(path, m_failing);
            QVERIFY2(
                picture(dir.path()) == before,
                qPrintable(
                    QStringLiteral("seed %1 (%2): looking changed it (%3)").arg(seed).arg(done, QDir(dir.path()).entryList(QDir::Files).join(' '))));
            if (seed % 10 == 0 && !QTest::currentTestFailed()) {
                throughCommands(path, dir.path(), out.path());
            }
            if (seed % 20 == 5 && !QTest::currentTestFailed()) {
                throughTheWindow(path);
            }
            QVERIFY2(!QFile::exists("RAN") && !QFile::exists(dir.filePath("RAN")) && !QFile::exists(out.filePath("RAN")), qPrintable(done));
            if (QTest::currentTestFailed()) {
                qWarning("seed %d: %s", seed, qPrintable(done));
            }
        }
    }
};

LAMP_WINDOW_TEST(studio_mutations, TestStudioMutations)

} // namespace studio_mutations_test
#include "test_studio_mutations.moc"
