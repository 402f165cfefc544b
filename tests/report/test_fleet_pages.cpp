// SPDX-License-Identifier: GPL-3.0-or-later
// What goes out of a studio about all its displays: report as page, PDF and table, and what is due as a calendar; by random displays with names
// of all kinds, and against the formats' own rules.
#include "english.h"
#include "support.h"

#include "base/csv.h"
#include "report/due_calendar.h"
#include "report/fleet_report.h"
#include "report/report.h"

#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include <cmath>
#include <limits>
#include <random>
#include <set>

namespace fleet_pages_test {

using namespace lamp;

namespace {

const WallTime kToday = fromIsoTime("2031-03-04T00:00:00Z");
constexpr std::chrono::hours kDay{24};

/// Displays as studios have them, and as they name them.
std::vector<DueQuestion> displays(unsigned seed, int count)
{
    std::mt19937 random(seed);
    const std::vector<std::string> names{"Avocet, chart desk", "<b>Dunlin</b>", "Curlew & \"sons\"", "Straße; 屏幕",
                                         "a, b; c\\d",         "line\nbreak",   "🖥️ one"};
    const auto days = [&](int most) { return kDay * int(random() % unsigned(most + 1)); };
    std::vector<DueQuestion> all;
    for (int i = 0; i < count; ++i) {
        DueQuestion q;
        q.key = i + 1;
        q.serial = "SN-" + std::to_string(i);
        q.name = names[random() % names.size()] + " " + std::to_string(i);
        q.room = "room " + names[random() % names.size()];
        q.cadenceDays = 1 + int(random() % 200);
        if (random() % 6 != 0) {
            q.lastVisit = kToday - days(300);
            if (random() % 4 != 0) {
                q.verdict = Verdict(random() % 3);
            }
            HistoryEntry last;
            last.display = q.serial;
            last.at = *q.lastVisit;
            last.task = "check";
            if (random() % 2 == 0) {
                last.mean = double(random() % 300) / 100;
                last.luminance = 100 + double(random() % 60);
            }
            q.last = last;
            if (random() % 4 == 0) {
                q.event = *q.lastVisit + days(20);
            }
            if (random() % 3 == 0) {
                q.evidence = kToday + days(400) - kDay * 100;
            }
        }
        if (random() % 5 == 0) {
            q.assignment = kToday + days(40);
        }
        all.push_back(q);
    }
    return all;
}

/// Lines of a calendar with folded ones joined (RFC 5545, 3.1).
QStringList unfolded(const std::string &calendar)
{
    QString text = QString::fromStdString(calendar);
    text.replace("\r\n ", "").replace("\r\n\t", "");
    return text.split("\r\n", Qt::SkipEmptyParts);
}

} // namespace

class TestFleetPages : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase() { loadFonts(); }

    // By the rule itself, worked out here the long way: the earliest of the interval, the day before an assignment, an event, the evidence; what was
    // out of tolerance is due since then.
    void theEarliestReasonIsTheReason()
    {
        int reasons = 0;
        std::set<std::string> seen;
        for (const DueQuestion &q : displays(7, 3000)) {
            const Due due = dueOf(q, kToday);
            if (!q.lastVisit) {
                QCOMPARE(due.state, std::string("never"));
                QVERIFY(!due.due.has_value());
                continue;
            }
            std::vector<std::pair<WallTime, std::string>> all{{*q.lastVisit + kDay * q.cadenceDays, "interval"}};
            if (q.event && *q.event > *q.lastVisit) { // what was before the visit, it saw
                all.push_back({*q.event, "event"});
            }
            if (q.evidence) {
                all.push_back({std::max(*q.evidence, *q.lastVisit), "evidence"});
            }
            if (q.assignment && *q.assignment - *q.lastVisit > kDay * 7) {
                all.push_back({*q.assignment - kDay, "assignment"});
            }
            if (q.verdict == Verdict::Fail) {
                all = {{*q.lastVisit, "evidence"}};
            }
            const WallTime earliest = std::min_element(all.begin(), all.end())->first;
            QVERIFY(due.due.has_value());
            QCOMPARE(isoTime(*due.due).substr(0, 10), isoTime(earliest).substr(0, 10));
            QVERIFY2(std::any_of(all.begin(), all.end(), [&](const auto &a) { return a.second == due.why && a.first == earliest; }), due.why.c_str());
            seen.insert(due.why);
            ++reasons;
            // What is out of tolerance, or was judged and not told, is never called in order.
            if (q.verdict == Verdict::Fail) {
                QCOMPARE(due.state, std::string("out"));
            } else if (!q.verdict || *q.verdict == Verdict::Undecided) {
                QVERIFY2(due.state != "ok" && due.state != "due-soon", due.state.c_str());
            } else if (earliest < kToday) {
                QVERIFY2(due.state == "overdue" || due.state == "due", due.state.c_str());
            }
        }
        QVERIFY(reasons > 2000);
        QCOMPARE(int(seen.size()), 4);
    }

    // Source: RFC 4180. A row a display, whatever it is called; what is not known is empty, never nought.
    void theTableHasARowADisplay()
    {
        FleetReport report;
        report.since = kToday - kDay * 30;
        report.on = kToday;
        report.due = displays(3, 60);
        const auto rows = csvRows(fleetReportCsv(report), 1000);
        QVERIFY(rows.has_value());
        QCOMPARE(rows->size(), report.due.size() + 1);
        const auto &heading = rows->front().cells;
        const auto column = [&](const std::string &name) { return size_t(std::find(heading.begin(), heading.end(), name) - heading.begin()); };
        QVERIFY2(column("serial") < heading.size(), "no serial");
        std::map<std::string, const DueQuestion *> bySerial;
        for (const DueQuestion &q : report.due) {
            bySerial[q.serial] = &q;
        }
        for (size_t i = 1; i < rows->size(); ++i) {
            const auto &cells = rows->at(i).cells;
            QCOMPARE(cells.size(), heading.size());
            const auto it = bySerial.find(cells[column("serial")]);
            QVERIFY(it != bySerial.end());
            if (column("mean") < heading.size()) {
                QCOMPARE(cells[column("mean")].empty(), !(it->second->last && it->second->last->mean));
            }
            bySerial.erase(it);
        }
        QVERIFY(bySerial.empty());
    }

    void thePageIsWellFormedAndForgesNothing()
    {
        FleetReport report;
        report.on = kToday;
        report.since = kToday - kDay * 30;
        report.due = displays(5, 80);
        HistoryEntry done;
        done.display = "SN-1";
        done.at = kToday - kDay * 3;
        done.task = "full";
        done.note = "<script>alert(1)</script> & more";
        report.entries.push_back(done);
        QString html = QString::fromStdString(fleetReportHtml(report));
        QVERIFY(!html.contains("<script") && !html.contains("<b>Dunlin"));
        QVERIFY(html.contains("&lt;b&gt;Dunlin"));
        html.remove("<!DOCTYPE html>").replace("&nbsp;", "&#160;");
        html.replace(QRegularExpression("<(meta|img|br|hr)([^>]*?)/?>"), "<\\1\\2/>");
        QXmlStreamReader xml(html);
        while (!xml.atEnd()) {
            xml.readNext();
        }
        QVERIFY2(!xml.hasError(), qPrintable(QStringLiteral("%1 at %2").arg(xml.errorString(), html.mid(int(xml.characterOffset()) - 80, 160))));
        QVERIFY(!html.contains(QRegularExpression("\\b(nan|inf)\\b", QRegularExpression::CaseInsensitiveOption)));
    }

    // Every display stands in it, on as many pages as that takes, none beyond the margins.
    void thePdfHoldsAllOfThem()
    {
        FleetReport report;
        report.on = kToday;
        report.since = kToday - kDay * 30;
        report.due = displays(9, 140);
        QTemporaryDir dir;
        QFile file(dir.filePath("fleet.pdf"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        const Bytes pdf = fleetReportPdf(report);
        file.write(reinterpret_cast<const char *>(pdf.data()), qint64(pdf.size()));
        file.close();
        QProcess p;
        p.start("pdftotext", {"-bbox", file.fileName(), "-"});
        QVERIFY(p.waitForFinished());
        const QString boxes = QString::fromUtf8(p.readAllStandardOutput());
        const auto pages = boxes.count("<page ");
        QVERIFY(pages >= 3 && pages < 40);
        const auto page = QRegularExpression("<page width=\"([^\"]*)\" height=\"([^\"]*)\"").match(boxes);
        const double wide = page.captured(1).toDouble();
        std::set<QString> serials;
        static const QRegularExpression word("<word xMin=\"([^\"]*)\" yMin=\"[^\"]*\" xMax=\"([^\"]*)\" yMax=\"[^\"]*\">([^<]*)</word>");
        for (auto it = word.globalMatch(boxes); it.hasNext();) {
            const auto m = it.next();
            QVERIFY2(m.captured(1).toDouble() > 30 && m.captured(2).toDouble() < wide - 30, qPrintable(m.captured(0)));
            if (m.captured(3).startsWith("SN-")) {
                serials.insert(m.captured(3));
            }
        }
        QVERIFY2(serials.size() == report.due.size(), qPrintable(QStringLiteral("%1 of %2").arg(serials.size()).arg(report.due.size())));
    }

    // Source: RFC 5545: lines of 75 octets, ends of CR LF, texts escaped (3.3.11), each event with UID, DTSTAMP and a day; what is never due is none.
    void theCalendarKeepsItsRules()
    {
        const auto due = displays(11, 120);
        const std::string calendar = dueCalendar(due, kToday);
        size_t at = 0;
        while (at < calendar.size()) {
            const size_t end = calendar.find("\r\n", at);
            QVERIFY2(end != std::string::npos, "a line without its end");
            QVERIFY2(end - at <= 75, calendar.substr(at, end - at).c_str());
            at = end + 2;
        }
        const QStringList lines = unfolded(calendar);
        QCOMPARE(lines.front(), QString("BEGIN:VCALENDAR"));
        QCOMPARE(lines.back(), QString("END:VCALENDAR"));
        QVERIFY(lines.contains("VERSION:2.0"));
        QVERIFY(std::any_of(lines.begin(), lines.end(), [](const QString &l) { return l.startsWith("PRODID:"); }));
        QSet<QString> uids;
        int events = 0, open = 0;
        bool hasStamp = false, hasStart = false;
        for (const QString &l : lines) {
            if (l == "BEGIN:VEVENT") {
                ++events;
                ++open;
                hasStamp = hasStart = false;
            } else if (l == "END:VEVENT") {
                --open;
                QVERIFY(hasStamp && hasStart);
            } else if (l.startsWith("UID:")) {
                QVERIFY2(!uids.contains(l), qPrintable(l));
                uids.insert(l);
            } else if (l.startsWith("DTSTAMP")) {
                hasStamp = l.contains(QRegularExpression(":\\d{8}T\\d{6}Z$"));
            } else if (l.startsWith("DTSTART")) {
                hasStart = l.contains(QRegularExpression(":\\d{8}(T\\d{6}Z?)?$"));
            } else if (l.startsWith("SUMMARY")) {
                // Commas and semicolons stand behind a backslash, line breaks are \n.
                QVERIFY2(!QString(l).remove("\\\\").contains(QRegularExpression("(?<!\\\\)[;,]")), qPrintable(l));
            }
        }
        QCOMPARE(open, 0);
        QCOMPARE(uids.size(), events);
        int expected = 0;
        for (const DueQuestion &q : due) {
            expected += dueOf(q, kToday).due.has_value() || dueOf(q, kToday).state == "never";
        }
        QVERIFY2(events <= expected && events > expected / 2, qPrintable(QStringLiteral("%1 of %2").arg(events).arg(expected)));
        // The same displays make the same calendar: who imports it again has nothing twice.
        QSet<QString> again;
        for (const QString &l : unfolded(dueCalendar(due, kToday + kDay))) {
            if (l.startsWith("UID:")) {
                again.insert(l);
            }
        }
        QCOMPARE(again, uids);
        QVERIFY(unfolded(dueCalendar({}, kToday)).contains("END:VCALENDAR"));
    }
};

LAMP_GUI_TEST(fleet_pages, TestFleetPages)

} // namespace fleet_pages_test
#include "test_fleet_pages.moc"
