// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "plot/render.h"
#include "report/report.h"
#include "report/results.h"
#include "report/visit_plots.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QDir>
#include <QFile>
#include <QGuiApplication>
#include <QImage>
#include <QTemporaryDir>
#include <QTextDocument>

namespace exchange_test {

using namespace lamp;

namespace {

const VisitRecord &record()
{
    static const VisitRecord made = [] {
        auto bench = std::move(sim::makeBench("wled", 1)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        plan.by = "colour <keeper>";
        VisitHooks hooks;
        hooks.wallClock = [] { return fromIsoTime("2026-11-25T10:00:00Z"); };
        Visit visit(*bench, plan, hooks, {});
        return visit.run().value();
    }();
    return made;
}

QByteArray content(const std::filesystem::path &path)
{
    QFile f(QString::fromStdString(path.string()));
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray("missing");
}

} // namespace

class TestExchange : public QObject {
    Q_OBJECT

private:
    QTemporaryDir m_dir;
    std::filesystem::path at(const char *name) { return (m_dir.path() + '/' + name).toStdString(); }

private Q_SLOTS:
    void initTestCase() { loadFonts(); }

    void filesAreWrittenWholeOrNotAtAll()
    {
        QVERIFY(writeFile(at("a.txt"), std::string("old")).ok());
        // A folder where the file should be: it stays.
        QVERIFY(QDir(m_dir.path()).mkpath("b.txt/below"));
        const Status failed = writeFile(at("b.txt"), std::string("new"));
        QVERIFY(!failed.ok());
        QCOMPARE(failed.error().kind, ErrorKind::Storage);
        QVERIFY(english(failed.error().what).find("b.txt") != std::string::npos);
        QVERIFY(QDir(m_dir.filePath("b.txt/below")).exists());
        QVERIFY(writeFile(at("a.txt"), std::string("new")).ok());
        QCOMPARE(content(at("a.txt")), QByteArray("new"));
        QCOMPARE(QDir(m_dir.path()).entryList({"*.part"}, QDir::AllEntries | QDir::Hidden).size(), 0);
    }

    // Source: /dev/full of Linux answers every write with "no space left on device".
    void fullDiskIsNamed()
    {
        const Status s = writeFile("/dev/full", std::string(100000, 'x'));
        QVERIFY(!s.ok());
        QVERIFY2(english(s.error().what).find("No space left") != std::string::npos, english(s.error().what).c_str());
        QVERIFY(english(s.error().todo).find("Free some space") != std::string::npos);
    }

    void readingNamesTheFile()
    {
        QVERIFY(english(readFile(at("nowhere")).error().what).find("nowhere") != std::string::npos);
        QVERIFY(!readFile(m_dir.path().toStdString()).ok());
        QVERIFY(!prepareFolder("/proc/no/such/folder").ok());
        QVERIFY(prepareFolder(at("deep/er")).ok());
    }

    void journalKeepsEachReadingAtOnce()
    {
        ReadingJournal journal(at("journal.csv"));
        Measurement m;
        m.index = 7;
        m.name = "sky";
        QVERIFY(journal.append(m, record()).ok());
        QVERIFY(content(at("journal.csv")).contains("\nsky,0,0,0,0,0,0,7,"));
        const auto before = content(at("journal.csv")).count('\n');
        QVERIFY(journal.append(m, record()).ok());
        QCOMPARE(content(at("journal.csv")).count('\n'), before + 1);
        journal.discard();
        QVERIFY(!QFile::exists(m_dir.filePath("journal.csv")));
    }

    void resultsGoElsewhereWhereTheirFolderFails()
    {
        qputenv("XDG_STATE_HOME", m_dir.filePath("state").toUtf8());
        QVERIFY(writeFile(at("blocked"), std::string("a file, no folder")).ok());
        const auto kept = keepResults(at("blocked"), record(), ReportKind::Html);
        QVERIFY(kept.ok() && kept->problem);
        QVERIFY(english(kept->problem->safe).find("state/dutiful-lamp/rescued") != std::string::npos);
        const std::filesystem::path rescued = kept->folder;
        QVERIFY(content(rescued / "report.html").contains("Within tolerance"));
        QCOMPARE(content(rescued / "visit.json"), QByteArray::fromStdString(visitJson(record(), plainEnglish)));
    }

    // Source: CGATS.17-2009: keyword lines, BEGIN_DATA_FORMAT, counts; read back by Little CMS.
    void readingsAreCgats()
    {
        const std::string text = readingsToCgats(readingSet(record()));
        QVERIFY(text.starts_with("CGATS.17"));
        for (const char *word : {"ORIGINATOR", "NUMBER_OF_SETS", "BEGIN_DATA_FORMAT", "RGB_R", "XYZ_Y", "END_DATA"}) {
            QVERIFY2(text.find(word) != std::string::npos, word);
        }
        const auto back = readingsFromCgats(text);
        QVERIFY(back.ok());
        QCOMPARE(back->readings.size(), record().readings.size());
        for (size_t i = 0; i < back->readings.size(); ++i) {
            LAMP_NEAR(back->readings[i].xyz.b, record().readings[i].xyz.b, 1e-6);
            LAMP_NEAR(back->readings[i].rgb.c, record().readings[i].rgb.c, 1e-6);
        }
    }

    void reportSaysWhatTheRecordSays()
    {
        const std::string html = reportHtml(record());
        const VisitRecord r = record();
        QVERIFY(r.checks.size() >= 4);
        for (const Message &m : r.reasons) {
            const std::string reason = english(m);
            const bool tabled = std::any_of(r.checks.begin(), r.checks.end(), [&](const Check &c) { return c.sentence(r.instrument.model) == m; });
            QVERIFY2(tabled || html.find(reason.substr(0, 20)) != std::string::npos, reason.c_str());
        }
        QVERIFY(html.find("colour &lt;keeper&gt;") != std::string::npos);
        QVERIFY(html.find("<keeper>") == std::string::npos);
        QCOMPARE(QString::fromStdString(html).count("data:image/png"), 4);
        const Bytes pdf = reportPdf(record());
        QVERIFY(pdf.size() > 20000 && std::equal(pdf.begin(), pdf.begin() + 5, "%PDF-"));
        QTextDocument document;
        fillReport(document, record());
        QVERIFY(document.toPlainText().contains("Worksheet"));
    }

    void chartsPaintAndTellTheirPoints()
    {
        QImage image(500, 220, QImage::Format_RGB32);
        const std::vector<std::pair<plot::Plot, size_t>> plots{{grayPlot(record()), record().gray.grays.size()},
                                                               {coloursPlot(record()), record().verification.colours.size()},
                                                               {gamutPlot(record()), 4}};
        for (const auto &[chart, count] : plots) {
            image.fill(Qt::white);
            QPainter painter(&image);
            plot::draw(painter, image.rect(), chart, {});
            painter.end();
            const auto readings = plot::readingsOf(chart);
            QCOMPARE(readings.size(), count);
            const plot::Frame frame = plot::Frame::of(chart, image.rect(), plot::wholeOf(chart));
            for (size_t i = 0; i < readings.size(); ++i) {
                const QPointF at = frame.at(readings[i].x, readings[i].y);
                QVERIFY(QRectF(image.rect()).contains(at));
                QVERIFY(!readings[i].text.empty());
                QCOMPARE(readings[size_t(plot::nearest(readings, frame, at))].text, readings[i].text);
            }
            int dark = 0;
            for (int x = 0; x < image.width(); ++x) {
                for (int y = 0; y < image.height(); ++y) {
                    dark += qGray(image.pixel(x, y)) < 128 ? 1 : 0;
                }
            }
            QVERIFY(dark > 200);
        }
        // An empty record gives an empty chart and no crash.
        QPainter painter(&image);
        VisitRecord empty;
        empty.plan = record().plan;
        for (const auto &describe : {grayPlot, tonePlot, coloursPlot, gamutPlot}) {
            const plot::Plot chart = describe(empty);
            plot::draw(painter, image.rect(), chart, {});
            QVERIFY(plot::readingsOf(chart).empty());
        }
    }

    // Source: IEC 61966-2-1: L* 100 is (255, 255, 255); L* 53.585 is sRGB 128 (value from memory).
    void patchesOnScreenAreSrgb()
    {
        QCOMPARE(screenCodes({100, 0, 0}), (std::array{255, 255, 255}));
        QCOMPARE(screenCodes({0, 0, 0}), (std::array{0, 0, 0}));
        QVERIFY(std::abs(screenCodes({53.585, 0, 0})[1] - 128) <= 1);
    }
};

LAMP_GUI_TEST(exchange, TestExchange)

} // namespace exchange_test
#include "test_exchange.moc"
