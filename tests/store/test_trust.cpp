// SPDX-License-Identifier: GPL-3.0-or-later
// A studio's file is input like any other: what is none of ours stays byte for byte as it is, and what a file says of itself is
// not obeyed. Heads of files by their published formats: PDF (ISO 32000-1, 7.5.2), PNG (ISO/IEC 15948, 5.2), ZIP (APPNOTE 4.3.7),
// SQLite (Database File Format, 1.2 and 1.3).
#include "cli/command.h"
#include "english.h"
#include "support.h"

#include "base/file_name.h"
#include "store/packed.h"
#include "store/store.h"
#include "store/studio_file.h"
#include "store/transfer.h"
#include "visit/whole_visit.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>

namespace trust_test {

using namespace lamp;
using lamptest::cli;

namespace {

void writeBytes(const QString &path, const QByteArray &content)
{
    QFile file(path);
    QVERIFY(file.open(QIODevice::WriteOnly));
    QCOMPARE(file.write(content), content.size());
}

QByteArray bytesOf(const QString &path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// Names and content of all files in a folder.
QByteArray picture(const QString &folder)
{
    QCryptographicHash hash(QCryptographicHash::Sha256);
    for (const QFileInfo &f : QDir(folder).entryInfoList(QDir::AllEntries | QDir::Hidden | QDir::System | QDir::NoDotAndDotDot, QDir::Name)) {
        hash.addData(f.fileName().toUtf8());
        hash.addData(f.isFile() ? bytesOf(f.filePath()) : QByteArray("folder"));
    }
    return hash.result();
}

/// Runs statements on a file as another program would.
void statements(const QString &path, const QStringList &all)
{
    {
        QSqlDatabase db = QSqlDatabase::addDatabase("QSQLITE", "other");
        db.setDatabaseName(path);
        QVERIFY(db.open());
        for (const QString &sql : all) {
            QSqlQuery q(db);
            QVERIFY2(q.exec(sql), qPrintable(sql + ": " + q.lastError().text()));
        }
    }
    QSqlDatabase::removeDatabase("other");
}

} // namespace

class TestTrust : public QObject {
    Q_OBJECT

private:
    std::unique_ptr<QTemporaryDir> m_dir;
    QString path(const char *name = "studio.sqlite") const { return m_dir->filePath(name); }

    void makeStudio(const QString &where)
    {
        auto store = Store::open(where);
        QVERIFY2(store.ok(), store ? "" : english(store.error()).c_str());
        const qint64 room = store.value()->studio().addRoom("Proofing booth").value();
        DisplayEntry d;
        d.name = "Knot, left";
        d.model = "Knot 14";
        d.serial = "K1";
        d.technology = "wled";
        d.roomId = room;
        d.bench = "sim:knot";
        QVERIFY(store.value()->studio().add(d, fromIsoTime("2031-03-01T08:00:00Z")).ok());
    }

    /// Neither opened nor looked at, and told why; file and folder stay as they are.
    void isRefused(const QString &file, const char *code)
    {
        const QByteArray before = picture(m_dir->path());
        for (const auto &opened : {Store::open(file), Store::look(file)}) {
            QVERIFY2(!opened.ok(), qPrintable(file));
            QVERIFY2(opened.error().code == code, (opened.error().code + ": " + english(opened.error())).c_str());
        }
        QVERIFY2(picture(m_dir->path()) == before, qPrintable(file));
    }

private Q_SLOTS:
    void init() { m_dir = std::make_unique<QTemporaryDir>(); }

    void filesOfOtherKindsStayAsTheyAre_data()
    {
        QTest::addColumn<QByteArray>("content");
        QTest::newRow("empty") << QByteArray();
        QTest::newRow("pdf") << QByteArray("%PDF-1.7\n%\xE2\xE3\xCF\xD3\n1 0 obj\n<<>>\nendobj\n");
        QTest::newRow("json") << QByteArray("{\"schema\": \"dutiful-lamp/visit/1\"}");
        QTest::newRow("png") << QByteArray("\x89PNG\r\n\x1A\n").append(200, '\0');
        QTest::newRow("zip") << QByteArray("PK\x03\x04").append(300, 'z');
        QTest::newRow("text") << QByteArray("a letter to the drawing office\n").repeated(300);
        QTest::newRow("zeros") << QByteArray(9000, '\0');
        QTest::newRow("head alone") << QByteArray("SQLite format 3\0", 16).append(20, '\0');
    }
    void filesOfOtherKindsStayAsTheyAre()
    {
        QFETCH(QByteArray, content);
        writeBytes(path(), content);
        isRefused(path(), QByteArray(QTest::currentDataTag()) == "head alone" ? "damaged" : "not-a-studio");
    }

    void databasesOfOtherProgramsStayAsTheyAre()
    {
        const QString plain = path("plain.sqlite"), marked = path("marked.sqlite"), numbered = path("numbered.sqlite");
        statements(plain, {"CREATE TABLE song (id INTEGER PRIMARY KEY, title TEXT)", "INSERT INTO song (title) VALUES ('x')"});
        statements(marked, {"CREATE TABLE song (id INTEGER PRIMARY KEY)", "PRAGMA application_id = 1196444487"});
        statements(numbered, {"CREATE TABLE song (id INTEGER PRIMARY KEY)", "PRAGMA user_version = 13"});
        for (const QString &file : {plain, marked, numbered}) {
            isRefused(file, "not-a-studio");
        }
        QVERIFY(QDir(m_dir->path()).mkdir("folder"));
        isRefused(path("folder"), "not-a-studio");
        QVERIFY(!QFile::exists(path("none.sqlite")));
        QCOMPARE(Store::look(path("none.sqlite")).error().code, std::string("empty"));
        QVERIFY(!QFile::exists(path("none.sqlite"))); // looking makes nothing
    }

    void aTruncatedStudioStaysAsItIs()
    {
        makeStudio(path("whole.sqlite"));
        const QByteArray whole = bytesOf(path("whole.sqlite"));
        writeBytes(path(), whole.left(whole.size() / 3));
        const QByteArray before = bytesOf(path());
        for (const auto &opened : {Store::open(path()), Store::look(path())}) {
            QVERIFY(!opened.ok());
        }
        QCOMPARE(bytesOf(path()), before);
    }

    void whatAFileBringsBesideOurTablesIsRefused_data()
    {
        QTest::addColumn<QString>("statement");
        QTest::newRow("trigger") << "CREATE TRIGGER t AFTER INSERT ON visit BEGIN UPDATE display SET note = 'x'; END";
        QTest::newRow("trigger on at_work") << "CREATE TRIGGER t AFTER INSERT ON at_work BEGIN DELETE FROM measurement; END";
        QTest::newRow("view") << "CREATE VIEW v AS SELECT 1";
        QTest::newRow("endless view") << "CREATE VIEW v AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i FROM n";
        QTest::newRow("table") << "CREATE TABLE other (id INTEGER PRIMARY KEY)";
        QTest::newRow("column that is a statement")
            << "ALTER TABLE studio ADD COLUMN \"/* /* */ ' */ name, made_at) VALUES ($$x$$, 1); COMMIT; CREATE TABLE gone (x int); -- '\" TEXT";
        QTest::newRow("column that spells one of ours") << "ALTER TABLE studio RENAME COLUMN name TO \"name TEXT\"";
        QTest::newRow("column") << "ALTER TABLE display ADD COLUMN extra TEXT";
        QTest::newRow("index by an expression") << "CREATE INDEX i ON display (abs(bits))";
        QTest::newRow("virtual table") << "CREATE VIRTUAL TABLE words USING fts5(text)";
        QTest::newRow("dropped table") << "DROP TABLE picture";
    }
    void whatAFileBringsBesideOurTablesIsRefused()
    {
        QFETCH(QString, statement);
        makeStudio(path());
        statements(path(), {"PRAGMA journal_mode = DELETE", statement});
        isRefused(path(), "not-a-studio");
    }

    void aViewInPlaceOfATableIsRefused()
    {
        makeStudio(path());
        statements(path(), {"PRAGMA journal_mode = DELETE", "ALTER TABLE display_status RENAME TO hidden",
                            "CREATE VIEW display_status AS SELECT display_id, visit_id, finished_at, 0 AS verdict, due_at, white_de, colour_mean, "
                            "colour_max, drift_de, drift_days, drift_at FROM hidden"});
        isRefused(path(), "not-a-studio");
    }

    // SQLite, Atomic Commit, 5: a hot journal is played back when its file is opened, and a super-journal that it names is deleted.
    void aJournalOfAnotherProgramIsNotPlayedBack()
    {
        makeStudio(path());
        statements(path(), {"PRAGMA journal_mode = DELETE"});
        const QString precious = path("precious.txt");
        writeBytes(precious, "kept");
        const QByteArray name = precious.toUtf8();
        quint32 sum = 0;
        for (const char c : name) {
            sum += quint8(c);
        }
        const auto number = [](quint32 n) {
            QByteArray four(4, '\0');
            for (int i = 0; i < 4; ++i) {
                four[i] = char(n >> (24 - 8 * i));
            }
            return four;
        };
        const QByteArray magic("\xD9\xD5\x05\xF9\x20\xA1\x63\xD7", 8);
        QByteArray journal = magic + number(0) + number(1) + number(10) + number(512) + number(4096);
        journal.append(512 - journal.size(), '\0');
        journal += number(0x40000000 / 4096 + 1) + name + number(quint32(name.size())) + number(sum) + magic;
        writeBytes(path() + "-journal", journal);
        isRefused(path(), "not-a-studio");
        QCOMPARE(bytesOf(precious), QByteArray("kept"));
        // Set aside with its journal, it makes room for a new one.
        QVERIFY(Store::setAsideDamaged(path()).ok());
        QVERIFY(Store::open(path()).ok());
        QCOMPARE(bytesOf(precious), QByteArray("kept"));
    }

    void lookingWritesNothing()
    {
        makeStudio(path());
        const QByteArray file = bytesOf(path());
        {
            auto store = Store::look(path());
            QVERIFY2(store.ok(), store ? "" : english(store.error()).c_str());
            QCOMPARE(store.value()->studio().displays().size(), size_t(1));
            QVERIFY(!store.value()->studio().addRoom("Attic").ok()); // it cannot even be tried
            QVERIFY(store.value()->findings()->empty());
        }
        QCOMPARE(bytesOf(path()), file);
        const QByteArray before = picture(m_dir->path());
        for (const QStringList &command :
             std::initializer_list<QStringList>{{"store", "check"}, {"fleet", "due"}, {"fleet", "age"}, {"store", "studios"}}) {
            (void)cli(command + QStringList{"--store", path(), "--json"});
            QCOMPARE(bytesOf(path()), file);
        }
        QCOMPARE(picture(m_dir->path()), before);
    }

    void commandsLeaveWrongFilesAsTheyAre()
    {
        writeBytes(path(), "%PDF-1.7\n");
        const QByteArray before = picture(m_dir->path());
        QTemporaryDir out;
        writeBytes(out.filePath("r.csv"), "serial,name,model,room,technology\nK9,Knot,Knot 14,Booth,wled\n");
        const QString there = out.filePath("copy.sqlite");
        for (const QStringList &command : std::initializer_list<QStringList>{{"store", "check"},
                                                                             {"store", "backup", there},
                                                                             {"store", "take", there},
                                                                             {"store", "move", there},
                                                                             {"fleet", "due"},
                                                                             {"fleet", "age"},
                                                                             {"fleet", "export", out.filePath("all")},
                                                                             {"fleet", "import", out.filePath("r.csv")},
                                                                             {"fleet", "import", out.filePath("r.csv"), "--yes"}}) {
            const auto outcome = cli(command + QStringList{"--store", path()});
            QVERIFY2(outcome.status == 2, qPrintable(command.join(' ') + ": " + QString::number(outcome.status) + outcome.err));
            QVERIFY2(picture(m_dir->path()) == before, qPrintable(command.join(' ')));
            QVERIFY(!QFile::exists(there));
        }
    }

    void aPreviewOfAnImportLeavesTheFileAsItIs()
    {
        makeStudio(path());
        const QByteArray before = bytesOf(path());
        QTemporaryDir out;
        writeBytes(out.filePath("r.csv"), "serial,name,model,room,technology\nK9,Knot,Knot 14,Booth,wled\n");
        const auto preview = cli({"fleet", "import", out.filePath("r.csv"), "--store", path(), "--json"});
        QVERIFY2(preview.status == 0, preview.err.constData());
        QCOMPARE(bytesOf(path()), before);
        QCOMPARE(cli({"fleet", "import", out.filePath("r.csv"), "--store", path(), "--yes"}).status, 0);
        QCOMPARE(std::move(Store::look(path())).value()->studio().displays().size(), size_t(2));
    }

    void aCopyIsWholeOrNotThere()
    {
        makeStudio(path());
        auto store = std::move(Store::open(path())).value();
        writeBytes(path("taken.sqlite"), "another's");
        QVERIFY(!store->backUp(path("taken.sqlite")).ok());
        QCOMPARE(bytesOf(path("taken.sqlite")), QByteArray("another's"));
        QVERIFY(QFile::link(path("nowhere"), path("link.sqlite")));
        QVERIFY(!store->backUp(path("link.sqlite")).ok());
        QVERIFY(!QFile::exists(path("nowhere")));
        QVERIFY(!store::writtenAside(path("half.sqlite"), [&](const QString &aside) -> Status {
                     writeBytes(aside, "half");
                     return store::storageError(say("end-could-not-stored"));
                 }).ok());
        QVERIFY(!QFile::exists(path("half.sqlite")));
        QVERIFY(store->backUp(path("whole.sqlite")).ok());
        QVERIFY(QDir(m_dir->path()).entryList({"*.part-*"}, QDir::Files | QDir::Hidden).isEmpty());
        QCOMPARE(std::move(Store::look(path("whole.sqlite"))).value()->studio().displays().size(), size_t(1));
    }

    /// A finished visit whose mean is ten times its limit.
    static VisitRecord failing()
    {
        VisitRecord r;
        r.id = "v-failing";
        r.plan.target = builtInTargets().front();
        r.plan.tolerance = builtInTolerances().front();
        r.display.model = "Knot 14";
        r.started = r.finished = fromIsoTime("2031-03-04T09:00:00Z");
        r.checks = {check("colour-mean", 20, 2, {0.1, 0.2}, Scope::Instrument, "ΔE00")};
        r.verdict = overall(r.checks);
        return r;
    }

    void aVerdictIsWorkedOutNotBelieved()
    {
        const VisitRecord r = failing();
        QCOMPARE(r.verdict, Verdict::Fail);
        QVERIFY(wholeVisitFromJson(wholeVisitToJson(r)).ok());
        QJsonObject file = QJsonDocument::fromJson(QByteArray::fromStdString(wholeVisitToJson(r))).object();
        for (const bool checkToo : {false, true}) {
            QJsonObject record = file["record"].toObject();
            record["verdict"] = int(Verdict::Pass);
            if (checkToo) {
                QJsonArray checks = record["checks"].toArray(), one = checks[0].toArray();
                one[5] = int(Verdict::Pass);
                checks[0] = one;
                record["checks"] = checks;
            }
            file["record"] = record;
            const std::string lie = QJsonDocument(file).toJson().toStdString();
            QVERIFY(!wholeVisitFromJson(lie).ok());
            // What reads it all the same, from a studio, says what the figures say.
            const auto read = recordFromJson(QJsonDocument(record).toJson().toStdString());
            QVERIFY(read.ok());
            QCOMPARE(read->verdict, Verdict::Fail);
        }
        makeStudio(path());
        {
            auto store = std::move(Store::open(path())).value();
            QVERIFY(store->visits().finish(r, store->studio().displays().front().id).ok());
            QVERIFY(store->findings()->empty());
        }
        statements(path(), {"UPDATE visit SET verdict = 0", "UPDATE display_status SET verdict = 0"});
        auto store = std::move(Store::look(path())).value();
        const auto findings = store->findings();
        QVERIFY(findings.ok());
        QCOMPARE(findings->size(), size_t(1));
        QVERIFY(english(findings->front()).find("v-failing") != std::string::npos);
        store.reset();
        QCOMPARE(cli({"store", "check", "--store", path()}).status, 1);
    }

    // A program is offered at the computer where somebody entered it, and nowhere else.
    void aProgramForEveryComputerIsNotOffered()
    {
        makeStudio(path());
        statements(path(), {"UPDATE reach SET bench = 'touch /tmp/x', computer = ''"});
        QVERIFY(std::move(Store::look(path())).value()->studio().displays().front().bench.isEmpty());
        statements(path(), {"UPDATE reach SET bench = 'sim:knot', computer = ''"});
        QCOMPARE(std::move(Store::look(path())).value()->studio().displays().front().bench, QString("sim:knot"));
    }

    // Values that no instrument gives and times that no calendar has are not known, not a crash.
    void wildValuesAreNotKnown()
    {
        makeStudio(path());
        statements(path(), {"INSERT INTO history_entry (identity, display_id, happened_at, instrument, task, target, luminance, black, event, note) "
                            "VALUES (x'01', 1, -9223372036854775808, '', '', '', 9e999, -9e999, '', ''), "
                            "(x'02', 1, 9223372036854775807, '', '', '', 1e300, 0.1, '', '')"});
        auto store = std::move(Store::look(path())).value();
        const auto history = store->histories().written();
        QCOMPARE(history.size(), size_t(2));
        for (const HistoryEntry &e : history) {
            QVERIFY(!e.luminance && e.at == WallTime{});
        }
        store.reset();
        for (const QStringList &command : std::initializer_list<QStringList>{{"fleet", "age"}, {"fleet", "due"}, {"store", "check"}}) {
            QVERIFY2(cli(command + QStringList{"--store", path(), "--json"}).status >= 0, qPrintable(command.join(' ')));
        }
    }

    // zlib (RFC 1950) gains a factor of a thousand: what claims little and unpacks to much is refused before it is there.
    void whatUnpacksToMoreThanItSaysIsRefused()
    {
        const QByteArray much(40 * 1024 * 1024, '\0');
        QByteArray bomb = qCompress(much);
        QCOMPARE(store::inflate(bomb, much.size()).value_or(QByteArray()).size(), much.size());
        QVERIFY(!store::inflate(bomb, much.size() - 1));
        bomb.replace(0, 4, QByteArray("\0\0\x10\0", 4)); // says 4 KiB
        QVERIFY(!store::inflate(bomb, much.size()));
        QVERIFY(!store::inflate("abc", 10));
        QVERIFY(store::inflate(qCompress(QByteArray()), 10) == QByteArray());
        QVERIFY(!store::inflate(QByteArray("\0\0\0\x05garbage", 11), 10));
    }

    void namesOfFilesAreMadeByUs()
    {
        QCOMPARE(harmlessFileName("2031-03-04T09-12"), std::string("2031-03-04T09-12"));
        for (const char *name : {"../../x", "/etc/passwd", "..", ".", "", ".hidden", "a/b", "a\nb", "a\\b", "\xE2\x80\xAEgpj.exe", "~"}) {
            const std::string made = harmlessFileName(name);
            QVERIFY2(!made.empty() && made.front() != '.' && made.find('/') == std::string::npos && made.find("..") == std::string::npos, name);
            QVERIFY(std::all_of(made.begin(), made.end(), [](unsigned char c) { return c > 0x20 && c < 0x7F && c != '~' && c != '\\'; }));
        }
        QCOMPARE(harmlessFileName(std::string(5000, 'a')).size(), size_t(100));
    }

    void anExportStaysInItsFolder()
    {
        makeStudio(path());
        {
            auto store = std::move(Store::open(path())).value();
            VisitRecord r;
            r.id = "../../../escaped";
            r.plan.target = builtInTargets().front();
            r.plan.tolerance = builtInTolerances().front();
            r.display.model = "Knot 14";
            r.started = r.finished = fromIsoTime("2031-03-04T09:00:00Z");
            QVERIFY(store->visits().finish(r, store->studio().displays().front().id).ok());
        }
        QTemporaryDir out;
        QVERIFY(QDir(out.path()).mkpath("deep/er/all"));
        const auto done = cli({"fleet", "export", out.filePath("deep/er/all"), "--store", path()});
        QVERIFY2(done.status == 0, done.err.constData());
        QCOMPARE(QDir(out.path()).entryList(QDir::AllEntries | QDir::NoDotAndDotDot), QStringList{"deep"});
        QCOMPARE(QDir(out.filePath("deep/er")).entryList(QDir::AllEntries | QDir::NoDotAndDotDot), QStringList{"all"});
        QCOMPARE(QDir(out.filePath("deep/er/all/visits")).entryList(QDir::Files).size(), 1);
        // A folder with other things in it, and a link in the place of one of ours.
        writeBytes(out.filePath("deep/er/letter.txt"), "mine");
        QCOMPARE(cli({"fleet", "export", out.filePath("deep/er"), "--store", path()}).status, 2);
        QVERIFY(QDir(out.filePath("deep/er/all/visits")).removeRecursively());
        QVERIFY(QFile::link(out.filePath("deep"), out.filePath("deep/er/all/visits")));
        QVERIFY(cli({"fleet", "export", out.filePath("deep/er/all"), "--store", path()}).status != 0);
        QCOMPARE(QDir(out.filePath("deep")).entryList(QDir::Files).size(), 0);
    }
};

LAMP_TEST(trust, TestTrust)

} // namespace trust_test
#include "test_trust.moc"
