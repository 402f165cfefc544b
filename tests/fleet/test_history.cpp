// SPDX-License-Identifier: GPL-3.0-or-later
// Histories as they are kept in a spreadsheet. Sources: the command line's contract for the columns; ISO 8601 for dates, with Qt's reader
// as an independent one; RFC 4180 for the table.
#include "english.h"
#include "support.h"

#include "fleet/history.h"

#include <QDateTime>
#include <QTimeZone>

#include <random>

namespace history_test {

using namespace lamp;

namespace {

/// A table of one row: headings and cells beside display and date.
Result<HistoryTable> row(const std::string &headings, const std::string &cells)
{
    return historyFromCsv("display,date" + (headings.empty() ? "" : "," + headings) + "\nAV-1,2031-03-04" + (cells.empty() ? "" : "," + cells)
                          + "\n");
}

std::string fault(const Result<HistoryTable> &table)
{
    return table.ok() ? std::string() : english(table.error().what);
}

/// An entry with everything in it.
HistoryEntry whole(std::mt19937_64 &random)
{
    const auto number = [&](double least, double most) { return least + (most - least) * double(random() >> 11) / 9007199254740992.0; };
    HistoryEntry e;
    e.display = "AV-" + std::to_string(random() % 7);
    e.at = WallTime{std::chrono::seconds{1'900'000'000 + std::int64_t(random() % 300'000'000)}};
    e.hours = number(0, 60000);
    e.instrument = "T, \"1\"";
    e.task = "check";
    e.target = "Photo; dim";
    e.controls = {{"brightness", number(0, 100)}, {"red", 98}, {"green", 100}, {"blue", number(0, 100)}};
    e.luminance = number(60, 200);
    e.maxLuminance = number(200, 400);
    e.white = Chromaticity{number(0.28, 0.35), number(0.29, 0.36)};
    e.black = number(0, 1);
    e.grayMean = number(0, 3);
    e.mean = number(0, 3);
    e.max = number(0, 9);
    e.coverageSrgb = number(80, 100);
    e.coverageAdobe = number(60, 100);
    e.event = "moved";
    e.note = "by the window,\nsecond shelf";
    return e;
}

} // namespace

class TestHistory : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Against Qt's reader of ISO 8601: the same moment, whatever the zone.
    void momentsAreReadAsTheStandardHasThem_data()
    {
        QTest::addColumn<QString>("text");
        for (const char *text :
             {"2031-03-04T05:06:07Z", "2031-03-04T05:06:07+01:00", "2031-03-04T05:06:07-05:30", "2031-12-31T23:59:59Z", "2032-02-29T00:00:00Z",
              "2031-03-04T00:30:00+14:00", "1999-01-01T12:00:00Z", "2031-03-04T05:06Z", "2031-03-04T05:06:07.250Z"}) {
            QTest::newRow(text) << QString::fromLatin1(text);
        }
    }
    void momentsAreReadAsTheStandardHasThem()
    {
        QFETCH(QString, text);
        const auto own = timeOf(text.toStdString());
        QVERIFY(own);
        QCOMPARE(own->time_since_epoch().count(), QDateTime::fromString(text, Qt::ISODate).toSecsSinceEpoch());
    }

    void daysAreTheirBeginningsInUtc()
    {
        for (int i = 0; i < 4000; i += 13) {
            const QDate day = QDate(1990, 1, 1).addDays(7 * i % 20000);
            const auto own = timeOf(day.toString(Qt::ISODate).toStdString());
            QVERIFY2(own, qPrintable(day.toString(Qt::ISODate)));
            QCOMPARE(own->time_since_epoch().count(), QDateTime(day, QTime(0, 0), Qt::UTC).toSecsSinceEpoch());
        }
        QCOMPARE(timeOf("2031-03-04 05:06"), timeOf("2031-03-04T05:06:00Z"));
    }

    void whatIsNoDateIsNone_data()
    {
        QTest::addColumn<QString>("text");
        for (const char *text : {"", "2031", "2031-03", "04.03.2031", "3/4/2031", "2031-02-30", "2031-13-01", "2031-00-10", "2031-03-04T24:00",
                                 "2031-03-04T05:60", "2031-03-04T05:06:61", "2031-03-04T05", "2031-03-04X05:06", "2031-03-04T05:06:07+25:00",
                                 "2031-03-04T05:06:07+01", "1969-12-31", "2031-03-04T05:06:07Zulu", "yesterday", "2031-3-4"}) {
            QTest::newRow(text) << QString::fromLatin1(text);
        }
    }
    void whatIsNoDateIsNone()
    {
        QFETCH(QString, text);
        QVERIFY(!timeOf(text.toStdString()));
        if (!text.isEmpty()) {
            const auto table = historyFromCsv("display,date\nAV-1," + text.toStdString() + "\n");
            QVERIFY2(fault(table).find("line 2") != std::string::npos, fault(table).c_str());
        }
    }

    void everythingComesBackExactly()
    {
        std::mt19937_64 random(2031);
        std::vector<HistoryEntry> entries;
        for (int i = 0; i < 300; ++i) {
            entries.push_back(whole(random));
        }
        const auto back = historyFromCsv(historyToCsv(entries));
        QVERIFY2(back.ok(), fault(back).c_str());
        QVERIFY(back->unused.empty());
        QCOMPARE(back->entries.size(), entries.size());
        std::stable_sort(entries.begin(), entries.end(),
                         [](const HistoryEntry &a, const HistoryEntry &b) { return std::tie(a.display, a.at) < std::tie(b.display, b.at); });
        for (size_t i = 0; i < entries.size(); ++i) {
            const HistoryEntry &was = entries[i], &is = back->entries[i];
            QVERIFY(is.display == was.display && is.at == was.at && is.hours == was.hours && is.instrument == was.instrument);
            QVERIFY(is.task == was.task && is.target == was.target && is.controls == was.controls && is.luminance == was.luminance);
            QVERIFY(is.maxLuminance == was.maxLuminance && is.white->x == was.white->x && is.white->y == was.white->y && is.black == was.black);
            QVERIFY(is.grayMean == was.grayMean && is.mean == was.mean && is.max == was.max && is.coverageSrgb == was.coverageSrgb);
            QVERIFY(is.coverageAdobe == was.coverageAdobe && is.event == was.event && is.note == was.note);
        }
        QCOMPARE(historyToCsv(back->entries), historyToCsv(entries));
    }

    // A display that is named by its number begins with the sign of a comment: its rows are not comments.
    void displaysWithoutASerialAreNotLost()
    {
        HistoryEntry e;
        e.display = "#2";
        e.at = fromIsoTime("2031-03-04T00:00:00Z");
        e.luminance = 119;
        HistoryEntry next = e;
        next.luminance = 118;
        const auto back = historyFromCsv(historyToCsv({e, next}));
        QVERIFY(back.ok());
        QCOMPARE(back->entries.size(), size_t(2));
        QCOMPARE(back->entries[0].display, std::string("#2"));
    }

    // What is not known is not there, and not nought.
    void emptyCellsAreNotZero()
    {
        const auto table = row("hours,luminance_cd_m2,mean,black_cd_m2,brightness,event,white_x,white_y", ",,,,,,,");
        QVERIFY2(table.ok(), fault(table).c_str());
        const HistoryEntry &e = table->entries.at(0);
        QVERIFY(!e.hours && !e.luminance && !e.mean && !e.black && e.controls.empty() && e.event.empty() && !e.white);
        const auto zero = row("luminance_cd_m2,mean", "0,0");
        QVERIFY(zero.ok() && zero->entries[0].luminance == 0.0 && zero->entries[0].mean == 0.0);
        // A row may be shorter than the heading.
        QVERIFY(row("hours,mean", "12").ok());
    }

    void faultsNameLineAndColumn_data()
    {
        QTest::addColumn<QString>("headings");
        QTest::addColumn<QString>("cells");
        QTest::addColumn<QString>("says");
        QTest::newRow("a word") << "mean"
                                << "good"
                                << "mean";
        QTest::newRow("negative") << "luminance_cd_m2"
                                  << "-1"
                                  << "luminance_cd_m2";
        QTest::newRow("beyond 100 %") << "coverage_srgb"
                                      << "101"
                                      << "coverage_srgb";
        QTest::newRow("no number") << "hours"
                                   << "nan"
                                   << "hours";
        QTest::newRow("infinite") << "max"
                                  << "inf"
                                  << "max";
        QTest::newRow("an event of one's own") << "event"
                                               << "exploded"
                                               << "event";
        QTest::newRow("half a white") << "white_x"
                                      << "0.31"
                                      << "line 2";
        QTest::newRow("no colour") << "white_x,white_y"
                                   << "0.8,0.8"
                                   << "line 2";
        QTest::newRow("too many cells") << "mean"
                                        << "1,2,3"
                                        << "line 2";
        QTest::newRow("more than any light") << "max_luminance_cd_m2"
                                             << "1e9"
                                             << "max_luminance_cd_m2";
    }
    void faultsNameLineAndColumn()
    {
        QFETCH(QString, headings);
        QFETCH(QString, cells);
        QFETCH(QString, says);
        const auto table = row(headings.toStdString(), cells.toStdString());
        QVERIFY(!table.ok());
        QVERIFY2(fault(table).find(says.toStdString()) != std::string::npos, fault(table).c_str());
        QVERIFY(table.error().kind == ErrorKind::Input && !english(table.error().todo).empty());
    }

    void headingsAreTakenAsTheyAreMeant()
    {
        QVERIFY(!historyFromCsv("").ok() && !historyFromCsv("display\nAV-1\n").ok() && !historyFromCsv("date\n2031-03-04\n").ok());
        QVERIFY(!historyFromCsv("display,date,mean,mean\nAV-1,2031-03-04,1,2\n").ok()); // which of the two?
        const auto table = historyFromCsv("Serial of stand,Date,DISPLAY,Mean\n7,2031-03-04,AV-1,0.5\n");
        QVERIFY2(table.ok(), fault(table).c_str());
        QCOMPARE(table->unused, std::vector<std::string>({"Serial of stand"})); // told, not guessed
        QCOMPARE(table->entries[0].mean, std::optional(0.5));
        QVERIFY(historyFromCsv("display,date\n").ok()); // a heading only: nothing yet
    }

    // A spreadsheet that speaks German, and one that separates by tabs.
    void decimalCommasAndTabs()
    {
        const auto semicolons = historyFromCsv("display;date;luminance_cd_m2;white_x;white_y\nAV-1;2031-03-04;119,25;0,3127;0,329\n");
        QVERIFY2(semicolons.ok(), fault(semicolons).c_str());
        QCOMPARE(semicolons->entries[0].luminance, std::optional(119.25));
        LAMP_NEAR(semicolons->entries[0].white->y, 0.329, 1e-12);
        const auto tabs = historyFromCsv("display\tdate\tmean\nAV-1\t2031-03-04\t0,4\n");
        QVERIFY2(tabs.ok(), fault(tabs).c_str());
        QCOMPARE(tabs->entries[0].mean, std::optional(0.4));
    }

    void rowsOfOneDayStayInTheirOrder()
    {
        const auto table = historyFromCsv("display,date,mean\nB,2031-03-04,1\nA,2031-03-05,2\nA,2031-03-04,3\nA,2031-03-04,4\n");
        QVERIFY(table.ok());
        std::vector<double> means;
        for (const HistoryEntry &e : table->entries) {
            means.push_back(*e.mean);
        }
        QCOMPARE(means, (std::vector<double>{3, 4, 2, 1}));
        QVERIFY(!table->entries[0].calibrated());
        const auto tasks = row("task", "refresh");
        QVERIFY(tasks.ok() && tasks->entries[0].calibrated());
    }

    // Of whatever a file holds: an error in words, or rows; never a crash.
    void filesOfAnythingAreAnswered()
    {
        std::mt19937_64 random(7);
        const std::string signs = "display,date\n\";#\t-0123456789.eAV\r\xFF\xC3";
        int taken = 0;
        for (int i = 0; i < lamptest::repetitions(3000, 400); ++i) {
            std::string text = i % 2 == 0 ? "display,date,mean\n" : "";
            for (size_t n = random() % 120; n > 0; --n) {
                text += signs[random() % signs.size()];
            }
            const auto table = historyFromCsv(text);
            taken += table.ok() ? 1 : 0;
            if (table.ok()) {
                QVERIFY(historyFromCsv(historyToCsv(table->entries)).ok());
            } else {
                QVERIFY(!fault(table).empty());
            }
        }
        QVERIFY(taken > 0);
    }
};

LAMP_TEST(history, TestHistory)

} // namespace history_test
#include "test_history.moc"
