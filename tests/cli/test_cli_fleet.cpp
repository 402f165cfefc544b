// SPDX-License-Identifier: GPL-3.0-or-later
// The studio by the command line: bring in, what is due, ageing, agreement, report, copies.
#include "support.h"

#include "base/file.h"
#include "cli/command.h"

#include <QDir>
#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>

namespace cli_fleet_test {

using namespace lamp;
using namespace lamptest;

class TestCliFleet : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    QString path(const QString &name) const { return m_dir.filePath(name); }
    void write(const QString &name, const QString &text) const
    {
        QVERIFY(writeFile(std::filesystem::path(path(name).toStdString()), text.toStdString()).ok());
    }
    Outcome fleet(const QStringList &arguments) const
    {
        return cli(QStringList{"fleet"} + arguments + QStringList{"--store", path("studio.sqlite"), "--json"});
    }
    static QJsonObject bySerial(const QJsonObject &json, const QString &serial)
    {
        for (const auto d : json["displays"].toArray()) {
            if (d.toObject()["serial"].toString() == serial) {
                return d.toObject();
            }
        }
        return {};
    }

private Q_SLOTS:
    void initTestCase()
    {
        // Two displays, visited for real; the third is known by what was written down.
        for (const QString &name : {QStringLiteral("avocet"), QStringLiteral("dunlin")}) {
            const auto o = cli({"visit", "--bench", serve(name + " --warm"), "--target", "Photo", "--effort", "quick", "--report", "none", "--whole",
                                "--out", path(name)});
            QVERIFY2(o.status == 0, o.err.constData());
        }
        write("register.csv", "serial,name,room,interval_days\nAV-2207,Booth left,Booth,21\nK-9,Map desk,Drawing,14\n");
        QString history = "display,date,instrument,task,target,brightness,luminance_cd_m2,max_luminance_cd_m2,mean,max,event\n";
        for (int month = 1; month <= 12; ++month) {
            history += QStringLiteral("K-9,2025-%1-10,T-104,full,Photo,%2,120,%3,0.5,1.5,\n")
                           .arg(month, 2, 10, QChar('0'))
                           .arg(40 + month / 2)
                           .arg(300 - 2 * month);
        }
        history += "NEW-1,2026-01-05,T-104,check,Photo,50,112,,2.6,6.1,\n";
        write("history.csv", history);
    }

    void aPreviewChangesNothing()
    {
        const QStringList files{path("register.csv"), path("history.csv"), path("avocet/whole-visit.json"), path("dunlin/whole-visit.json")};
        auto o = fleet(QStringList{"import"} + files);
        QCOMPARE(o.status, 0);
        QCOMPARE(o.json()["done"], false);
        const QJsonArray told = o.json()["files"].toArray();
        QCOMPARE(told.size(), 4);
        QCOMPARE(told[1].toObject()["rows_new"].toInt(), 13);
        QCOMPARE(told[1].toObject()["displays"].toArray().size(), 1); // the register before it has brought the other
        QVERIFY(!QFile::exists(path("studio.sqlite")));               // not even an empty studio
        o = fleet(QStringList{"import", "--yes"} + files);
        QCOMPARE(o.json()["files"].toArray(), told); // what was said would happen has happened
        QCOMPARE(fleet({"due"}).json()["displays"].toArray().size(), 4);
        // A second time there is nothing new.
        o = fleet(QStringList{"import", "--yes"} + files);
        QCOMPARE(o.status, 0);
        for (const auto f : o.json()["files"].toArray()) {
            const QJsonObject file = f.toObject();
            QCOMPARE(file["rows_new"].toInt(), 0);
            QVERIFY(file["visit"].isNull() || file["visit"].toObject()["known"].toBool());
            for (const auto d : file["displays"].toArray()) {
                QCOMPARE(d.toObject()["what"], "same");
            }
        }
        const QJsonObject sound = cli({"store", "check", "--store", path("studio.sqlite"), "--json"}).json();
        QCOMPARE(sound["displays"].toInt(), 4);
        QCOMPARE(sound["visits"].toInt(), 2);
    }

    void oneFaultyFileLeavesAllAsItWas()
    {
        write("more.csv", "serial,name\nX-1,Another\n");
        write("bad.csv", "display,date\nX-1,31.12.2030\n");
        const auto o = fleet({"import", "--yes", path("more.csv"), path("bad.csv")});
        QCOMPARE(o.status, 2);
        QVERIFY(o.json()["error"].toObject()["message"].toString().contains("bad.csv"));
        QVERIFY(bySerial(fleet({"due"}).json(), "X-1").isEmpty());
        QCOMPARE(fleet({"import", path("nothing.csv")}).status, 2);
    }

    void whatIsDueAndWhy()
    {
        const QJsonObject json = fleet({"due", "--on", "2026-01-20"}).json();
        const QJsonObject desk = bySerial(json, "K-9"), fresh = bySerial(json, "NEW-1");
        QCOMPARE(desk["name"], "Map desk");
        QCOMPARE(desk["room"], "Drawing");
        QCOMPARE(desk["state"], "overdue");
        QCOMPARE(desk["due"], "2025-12-24");
        QCOMPARE(desk["why"], "interval");
        QCOMPARE(desk["last"].toObject()["date"], "2025-12-10");
        QCOMPARE(fresh["state"], "out");                       // a mean beyond 2
        QCOMPARE(bySerial(json, "AV-2207")["state"], "never"); // as of that day
        const QJsonObject today = fleet({"due"}).json();
        QCOMPARE(bySerial(today, "AV-2207")["state"], "ok");
        QCOMPARE(bySerial(today, "AV-2207")["last"].toObject()["verdict"], "pass");
        // An assignment brings it forward.
        QCOMPARE(fleet({"add", "--assignment", "Atlas proofs", "--on", QDate::currentDate().addDays(10).toString(Qt::ISODate), "--serial", "AV-2207"})
                     .status,
                 0);
        QCOMPARE(bySerial(fleet({"due", "--on", QDate::currentDate().addDays(1).toString(Qt::ISODate)}).json(), "AV-2207")["why"], "assignment");
        QCOMPARE(fleet({"due", "--on", "soon"}).status, 2);
        // Of files alone.
        const auto alone = cli({"fleet", "due", path("history.csv"), "--on", "2026-01-20", "--interval", "90", "--json"});
        QCOMPARE(alone.json()["displays"].toArray().size(), 2);
        QCOMPARE(bySerial(alone.json(), "K-9")["why"], "interval");
    }

    // Without a problem's file: the studio's own, what is due on that day.
    void aRoundOfTheStudio()
    {
        const auto run = fleet({"plan", "--on", "2026-01-20", "--hours", "6"});
        QVERIFY2(run.status == 0, run.out.constData());
        const QJsonObject json = run.json();
        QVERIFY(json["makespan_minutes"].toDouble() >= json["lower_bound_minutes"].toDouble() - 1e-6);
        QVERIFY(json["makespan_minutes"].toDouble() <= 360);
        QStringList visited;
        int warmUps = 0;
        for (const auto s : json["steps"].toArray()) {
            if (s.toObject()["what"] == "visit") {
                visited << s.toObject()["display"].toString();
                QVERIFY(!s.toObject()["instrument"].toString().isEmpty());
            }
            warmUps += s.toObject()["what"] == "warm-up" ? 1 : 0;
        }
        visited.sort();
        QCOMPARE(visited, (QStringList{"Booth left", "Dunlin 32", "Map desk", "NEW-1"}));
        QCOMPARE(warmUps, 4);
        QVERIFY(json["left"].toArray().isEmpty());
        // A day without room for all says who is left.
        const QJsonObject brief = fleet({"plan", "--on", "2026-01-20", "--hours", "0.6"}).json();
        QVERIFY(!brief["left"].toArray().isEmpty());
        QVERIFY(cli({"fleet", "plan", "--store", path("studio.sqlite"), "--on", "2026-01-20"}).out.contains("Map desk"));
        QCOMPARE(fleet({"plan", "--hours", "0"}).status, 2);
        QCOMPARE(fleet({"plan", "--on", "soon"}).status, 2);
    }

    // RFC 5545: lines end with CR LF and are no longer than 75 octets (3.1); a day is DATE without a time, its end the day after (3.6.1).
    void whatIsDueAsACalendar()
    {
        const auto run = fleet({"due", "--on", "2026-01-20", "--calendar", path("visits.ics")});
        QCOMPARE(run.status, 0);
        QFile file(path("visits.ics"));
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QByteArray text = file.readAll();
        QVERIFY(text.startsWith("BEGIN:VCALENDAR\r\n") && text.endsWith("END:VCALENDAR\r\n"));
        for (const QByteArray &line : text.split('\n')) {
            QVERIFY2(line.isEmpty() || (line.endsWith('\r') && line.size() <= 76), line.constData());
        }
        const QJsonArray displays = run.json()["displays"].toArray();
        QCOMPARE(QByteArray(text).replace("\r\n ", "").count("BEGIN:VEVENT"), displays.size());
        QCOMPARE(text.count("BEGIN:VALARM"), displays.size());
        const QByteArray whole = QByteArray(text).replace("\r\n ", "").replace("\r\n\t", "");
        for (const QJsonValue &d : displays) {
            // By its serial, so that taken in again it is the same entry; on its day, or today where that has passed.
            const QByteArray uid = "UID:display-" + d["serial"].toString().toUtf8() + "@dutiful-lamp\r\n";
            const qsizetype at = whole.indexOf(uid);
            if (d["serial"].toString().isEmpty()) {
                continue;
            }
            QVERIFY2(at > 0, uid.constData());
            const QByteArray event = whole.mid(at, whole.indexOf("END:VEVENT", at) - at);
            const QDate today(2026, 1, 20), due = QDate::fromString(d["due"].toString(), Qt::ISODate),
                                            day = due.isValid() ? std::max(due, today) : today;
            QVERIFY2(event.contains("DTSTART;VALUE=DATE:" + day.toString("yyyyMMdd").toLatin1()), event.constData());
            QVERIFY2(event.contains("DTEND;VALUE=DATE:" + day.addDays(1).toString("yyyyMMdd").toLatin1()), event.constData());
        }
        QCOMPARE(fleet({"due", "--calendar", path("no/such/folder/x.ics")}).status, 4);
    }

    void ageingAndAgreement()
    {
        const QJsonObject aged = fleet({"age", "--on", "2026-01-20"}).json(), desk = bySerial(aged, "K-9");
        QVERIFY(std::abs(desk["max_luminance"].toObject()["per_year"].toDouble() + 24) < 4); // 22 of 298 cd/m² in eleven months
        QCOMPARE(aged["instruments"].toArray()[0].toObject()["serial"], "T-104");
        // What is later than the day is told of; one that lies ahead as a whole is asked about its last day.
        const auto before = cli({"fleet", "age", path("history.csv"), "--on", "2025-06-01", "--json"});
        QVERIFY2(before.err.contains("rows are later than the day"), before.err.constData());
        QCOMPARE(bySerial(before.json(), "K-9")["last"], "2025-05-10");
        write("ahead.csv", "display,date,max_luminance_cd_m2\nF-1,2061-01-10,300\nF-1,2061-06-10,290\nF-1,2062-01-10,280\nF-1,2062-01-10,280\n");
        const auto ahead = cli({"fleet", "age", path("ahead.csv"), "--json"});
        QVERIFY(ahead.err.contains("its last day") && ahead.err.contains("1 row says the same"));
        QCOMPARE(ahead.json()["on"], "2062-01-10");
        QCOMPARE(bySerial(ahead.json(), "F-1")["max_luminance"].toObject()["readings"], 3);
        QCOMPARE(cli({"fleet", "due", path("ahead.csv"), "--json"}).json()["displays"].toArray().size(), 1);
        const auto day = [] { return QDateTime::currentDateTimeUtc().date().toString(Qt::ISODate); };
        const QString early = day(), said = fleet({"age"}).json()["on"].toString();
        QVERIFY(said == early || said == day()); // midnight may pass meanwhile
        const QJsonObject agreed = fleet({"agree"}).json(), pair = agreed["pairs"].toArray()[0].toObject();
        QCOMPARE(agreed["pairs"].toArray().size(), 1);
        const QJsonObject ofFiles = cli({"fleet", "agree", path("avocet"), path("dunlin/visit.json"), "--json"}).json();
        LAMP_NEAR(pair["mean"].toDouble(), ofFiles["pairs"].toArray()[0].toObject()["mean"].toDouble(), 0.02);
        QVERIFY(pair["mean"].toDouble() < 0.8 && pair["same_instrument"].toBool());
        const auto common = cli({"fleet", "common", path("avocet"), path("dunlin"), "--json"});
        QCOMPARE(common.json()["luminance_cd_m2"].toDouble(), 120.0);
        QCOMPARE(cli({"fleet", "agree", path("history.csv")}).status, 2);
        const auto one = cli({"fleet", "agree", path("avocet"), "--language", "en"}); // agrees with nobody
        QVERIFY2(one.status == 2 && one.err.contains("takes two of them"), one.err.constData());
        // Where neither shows any of the colours, nothing is known of how much of the other's it shows.
        write("far.csv", "L,a,b\n50,100,100\n");
        const auto none =
            cli({"fleet", "agree", path("avocet"), path("dunlin"), "--colours", path("far.csv"), "--json"}).json()["pairs"][0].toObject();
        QCOMPARE(none["colours"].toInt(), 0);
        for (const char *figure : {"mean", "max", "absolute_k2", "a_shows_percent_of_b", "b_shows_percent_of_a"}) {
            QVERIFY2(none[figure].isNull(), figure);
        }
    }

    void aVisitToADisplayKnownByItsSerialAlone()
    {
        write("alone.csv", "display,date,luminance_cd_m2\nDU-0312,2025-01-05,119\n");
        const QStringList store{"--store", path("other.sqlite"), "--json"};
        QCOMPARE(cli(QStringList{"fleet", "import", "--yes", path("alone.csv"), path("dunlin/whole-visit.json")} + store).status, 0);
        const QJsonObject due = cli(QStringList{"fleet", "due"} + store).json();
        QCOMPARE(due["displays"].toArray().size(), 1); // one display, not two
    }

    void reportsAndCopies()
    {
        for (const QString &name : {QStringLiteral("r.pdf"), QStringLiteral("r.html"), QStringLiteral("r.csv")}) {
            QCOMPARE(fleet({"report", "--out", path(name)}).status, 0);
        }
        QFile pdf(path("r.pdf")), html(path("r.html")), csv(path("r.csv"));
        QVERIFY(pdf.open(QIODevice::ReadOnly) && html.open(QIODevice::ReadOnly) && csv.open(QIODevice::ReadOnly));
        QVERIFY(pdf.readAll().startsWith("%PDF"));
        const QByteArray page = html.readAll();
        QVERIFY(page.contains("Map desk") && page.contains("AV-2207"));
        const QByteArray table = csv.readAll();
        QCOMPARE(table.count('\n'), 5); // a heading and four displays
        QVERIFY(table.contains("NEW-1"));
        QCOMPARE(fleet({"report", "--out", path("r.doc")}).status, 2);
        QVERIFY(fleet({"report", "--out", path("none/here.csv")}).status != 0);

        QCOMPARE(cli({"store", "backup", path("copy.sqlite"), "--store", path("studio.sqlite")}).status, 0);
        QCOMPARE(cli({"store", "backup", path("copy.sqlite"), "--store", path("studio.sqlite")}).status, 2); // never over another
        QCOMPARE(cli({"store", "check", "--store", path("copy.sqlite"), "--json"}).json()["visits"].toInt(), 2);
        QVERIFY(cli({"store", "check", "--store", path("absent.sqlite")}).status != 0);
        QVERIFY(!QFile::exists(path("absent.sqlite"))); // looking makes nothing
    }

    void whatIsExportedMakesTheStudioAgain()
    {
        QCOMPARE(fleet({"export", path("out")}).status, 0);
        const QDir visits(path("out/visits"));
        QStringList files{"import", "--yes", path("out/register.csv"), path("out/history.csv"), path("out/assignments.csv")};
        for (const QString &name : visits.entryList(QDir::Files)) {
            files << visits.filePath(name);
        }
        QCOMPARE(files.size(), 7);
        const auto o = cli(QStringList{"fleet"} + files + QStringList{"--store", path("again.sqlite")});
        QVERIFY2(o.status == 0, o.err.constData());
        const auto due = [&](const QString &store) { return cli({"fleet", "due", "--store", path(store), "--on", "2026-01-20", "--json"}).out; };
        QCOMPARE(due("again.sqlite"), due("studio.sqlite"));
        QVERIFY(readFile(std::filesystem::path(path("out/assignments.csv").toStdString())).value().find("Atlas proofs") != std::string::npos);
        QVERIFY(
            cli({"fleet", "import", path("out/assignments.csv"), "--store", path("again.sqlite"), "--language", "en"}).out.contains("1 assignment."));
        QCOMPARE(cli({"fleet", "export", path("out2"), "--store", path("again.sqlite")}).status, 0);
        QCOMPARE(readFile(std::filesystem::path(path("out2/assignments.csv").toStdString())).value(),
                 readFile(std::filesystem::path(path("out/assignments.csv").toStdString())).value());
        // A folder is walked, a shell's list of what lies in it may stand in any order, and what is no import lies there without harm.
        {
            QFile note(path("out/notes.txt"));
            QVERIFY(note.open(QIODevice::WriteOnly));
        }
        const auto whole = cli({"fleet", "import", "--yes", path("out"), "--store", path("walked.sqlite")});
        QVERIFY2(whole.status == 0, whole.err.constData());
        QCOMPARE(due("walked.sqlite"), due("studio.sqlite"));
        const auto turned = cli({"fleet", "import", "--yes", path("out/visits"), path("out/assignments.csv"), path("out/history.csv"),
                                 path("out/register.csv"), path("out/register.json"), "--store", path("turned.sqlite")});
        QVERIFY2(turned.status == 0, turned.err.constData());
        QCOMPARE(due("turned.sqlite"), due("studio.sqlite"));
        QVERIFY(QDir().mkdir(path("nothing")));
        // One that cannot be read is named, wherever it lies.
        QVERIFY(QDir().mkdir(path("faulty")));
        write("faulty/history.csv", "display,date,luminance_cd_m2\nDU-0312,2025-01-05,bright\n");
        const auto faulty = cli({"fleet", "import", "--yes", path("faulty"), "--store", path("walked.sqlite")});
        QVERIFY2(faulty.status == 2 && faulty.err.contains("history.csv"), faulty.err.constData());
        const auto nothing = cli({"fleet", "import", "--yes", path("nothing"), "--store", path("walked.sqlite"), "--language", "en"});
        QVERIFY2(nothing.status == 2 && nothing.err.contains("lies no register"), nothing.err.constData());
        const auto age = [&](const QString &store) { return cli({"fleet", "age", "--store", path(store), "--json", "--on", "2031-01-01"}).out; };
        QCOMPARE(age("again.sqlite"), age("studio.sqlite"));
    }
};

LAMP_TEST(cli_fleet, TestCliFleet)

} // namespace cli_fleet_test
#include "test_cli_fleet.moc"
