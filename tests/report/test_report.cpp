// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed to a client: the report of a visit as page and as PDF, whatever the visit came to.
#include "english.h"
#include "support.h"

#include "report/report.h"

#include "report/certificate.h"
#include "report/live_plots.h"
#include "report/settings_card.h"
#include "report/visit_plots.h"
#include "simlab/habits.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include <QBuffer>

#include <QDir>
#include <QFile>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QXmlStreamReader>

#include <cmath>
#include <limits>

namespace report_test {

using namespace lamp;

namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();
/// A4 in points, and the margins that the program leaves (mm).
constexpr double kPoints = 72 / 25.4, kWide = 210 * kPoints, kHigh = 297 * kPoints, kSide = 14 * kPoints, kTop = 12 * kPoints;

const VisitRecord &visited()
{
    static const VisitRecord record = [] {
        auto bench = std::move(sim::makeBench("wled-wide", 5)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        VisitHooks hooks;
        hooks.wallClock = [] { return fromIsoTime("2026-11-27T10:00:00Z"); };
        Visit visit(*bench, plan, hooks, {});
        return visit.run().value();
    }();
    return record;
}

QByteArray outputOf(const QString &program, const QStringList &arguments)
{
    QProcess p;
    p.start(program, arguments);
    return p.waitForStarted() && p.waitForFinished() ? p.readAllStandardOutput() : QByteArray();
}

/// What numbers that are none are written as.
const QRegularExpression kNoNumber("\\b(nan|inf)\\b", QRegularExpression::CaseInsensitiveOption);

/// A word on a page, in points from its top left.
struct Word {
    QString text;
    double left, top, right, bottom;
    int page;
};

std::vector<Word> wordsOf(const QString &pdf)
{
    std::vector<Word> all;
    int page = 0;
    const QString html = QString::fromUtf8(outputOf("pdftotext", {"-bbox", pdf, "-"}));
    static const QRegularExpression item("<page |<word xMin=\"([^\"]*)\" yMin=\"([^\"]*)\" xMax=\"([^\"]*)\" yMax=\"([^\"]*)\">([^<]*)</word>");
    for (auto it = item.globalMatch(html); it.hasNext();) {
        const auto m = it.next();
        if (m.captured(0).startsWith("<page")) {
            ++page;
        } else {
            all.push_back(
                {m.captured(5), m.captured(1).toDouble(), m.captured(2).toDouble(), m.captured(3).toDouble(), m.captured(4).toDouble(), page});
        }
    }
    return all;
}

} // namespace

class TestReport : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    QString pdfOf(const VisitRecord &record)
    {
        const QString file = m_dir.filePath("report.pdf");
        QFile f(file);
        if (f.open(QIODevice::WriteOnly)) {
            const Bytes pdf = reportPdf(record);
            f.write(reinterpret_cast<const char *>(pdf.data()), qint64(pdf.size()));
        }
        return file;
    }

private Q_SLOTS:
    void initTestCase() { loadFonts(); }

    // Common practice of what is handed to a client: one page where it can be, nothing outside the margins.
    void aVisitFitsOnOnePage()
    {
        const auto words = wordsOf(pdfOf(visited()));
        QVERIFY(words.size() > 150);
        for (const Word &w : words) {
            QVERIFY2(w.left >= kSide - 1 && w.right <= kWide - kSide + 1 && w.top >= kTop - 3 && w.bottom <= kHigh - kTop + 3,
                     qPrintable(QStringLiteral("%1 at %2 to %3, %4 to %5").arg(w.text).arg(w.left).arg(w.right).arg(w.top).arg(w.bottom)));
            QCOMPARE(w.page, 1);
        }
    }

    // Of a check one picture says what drifted: white as it was left and as it is, both within the chart, with how bright each was.
    void aCheckShowsThenAndNow()
    {
        VisitRecord r = visited();
        r.plan.task = Task::Check;
        const XYZ now = r.calibrated.white;
        EarlierState left;
        left.at = fromIsoTime("2026-10-01T09:00:00Z");
        left.white = xyzOf({chromaticity(now).x + 0.02, chromaticity(now).y - 0.01}, 131.4);
        r.plan.earlier = left;
        const plot::Plot p = thenAndNowPlot(r);
        const Uv was = uvOf(chromaticity(left.white));
        const auto square = std::find_if(p.series.begin(), p.series.end(), [](const plot::Series &s) { return s.mark == plot::Mark::Square; });
        QVERIFY(square != p.series.end() && square->points.size() == 1);
        QVERIFY(std::abs(square->points[0].x - was.u) < 1e-12 && std::abs(square->points[0].y - was.v) < 1e-12);
        QVERIFY(was.u > p.x.from && was.u < p.x.to && was.v > p.y.from && was.v < p.y.to);
        const auto says = [&](const QString &words) {
            return std::any_of(p.legend.begin(), p.legend.end(), [&](const std::string &l) { return QString::fromStdString(l).contains(words); });
        };
        QVERIFY(says("131.4 cd/m²") && says(QString::number(now.b, 'f', 1) + " cd/m²") && says("1.5"));
        // Without an earlier one there is none to show.
        r.plan.earlier.reset();
        const plot::Plot alone = thenAndNowPlot(r);
        QVERIFY(std::none_of(alone.series.begin(), alone.series.end(), [](const plot::Series &s) { return s.mark == plot::Mark::Square; }));
    }

    // A certificate: one page, each figure by both scopes; what is not known is a dash, and no verdict.
    void aCertificateIsOnePageByBothScopes()
    {
        VisitRecord r = visited();
        CertificateFacts facts{{"Saltmarsh Cartographic", {}}, "Avocet, chart desk", "Drawing office", r.finished + std::chrono::days{28}};
        const Bytes pdf = certificatePdf(r, facts);
        const QString file = m_dir.filePath("certificate.pdf");
        QFile f(file);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(reinterpret_cast<const char *>(pdf.data()), qint64(pdf.size()));
        f.close();
        if (const QString pictures = qEnvironmentVariable("LAMP_PICTURES"); !pictures.isEmpty()) {
            QVERIFY(QProcess::execute("pdftoppm", {"-r", "90", "-png", "-singlefile", file, pictures + "/certificate"}) == 0);
        }
        const auto words = wordsOf(file);
        QVERIFY(words.size() > 150);
        for (const Word &w : words) {
            QCOMPARE(w.page, 1);
            QVERIFY2(w.left >= kSide - 1 && w.right <= kWide - kSide + 1 && w.bottom <= kHigh - kTop + 3, qPrintable(w.text));
        }
        QString html = QString::fromStdString(certificateHtml(r, facts));
        for (const char *said : {"Saltmarsh Cartographic", "Avocet, chart desk", "Drawing office", "signature", "Last certified", "in x and in y"}) {
            QVERIFY2(html.contains(QString::fromLatin1(said)), said);
        }
        // JCGM 106:2012, 8.3, by each scope: 1.8 ± 0.1 passes a limit of 2 as the instrument sees it, ± 0.5 leaves it open for the observer.
        r.checks = {check("colour-mean", 1.8, 2, {0.1, 0.5}, Scope::Instrument, "ΔE00")};
        html = QString::fromStdString(certificateHtml(r, facts));
        const QString row = html.mid(html.indexOf("<b>1.80</b>"), 400);
        QVERIFY2(row.contains("± 0.10") && row.contains("± 0.50"), qPrintable(row));
        QVERIFY(row.indexOf("pass") > 0 && row.indexOf("pass") < row.indexOf("± 0.50"));
        QVERIFY(row.indexOf("undecided") > row.indexOf("± 0.50"));
        r.checks = {check("colour-mean", 1.8, 2, {0.1, std::numeric_limits<double>::quiet_NaN()}, Scope::Instrument, "ΔE00")};
        html = QString::fromStdString(certificateHtml(r, facts));
        QVERIFY(html.contains("<td align=\"right\">–</td>") && !html.contains(QRegularExpression("\\bnan\\b")));
        // A name that would be markup is none; a room that was not read is said to be so.
        facts.display = "<b>Avocet</b>";
        r.roomLux.reset();
        html = QString::fromStdString(certificateHtml(r, facts));
        QVERIFY(!html.contains("<b>Avocet</b>") && html.contains("not read"));
    }

    // The studio's name and mark stand above all, and cost no second page.
    void nameAndMarkStandOnTop()
    {
        Letterhead head{"Saltmarsh Cartographic", {}};
        QImage mark(600, 200, QImage::Format_RGB32);
        mark.fill(QColor(40, 40, 40));
        QByteArray png;
        QBuffer buffer(&png);
        QVERIFY(buffer.open(QIODevice::WriteOnly) && mark.save(&buffer, "PNG"));
        head.mark = {png.begin(), png.end()};
        const Bytes pdf = reportPdf(visited(), head);
        const QString file = m_dir.filePath("head.pdf");
        QFile f(file);
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(reinterpret_cast<const char *>(pdf.data()), qint64(pdf.size()));
        f.close();
        const auto words = wordsOf(file);
        QCOMPARE(words.back().page, 1);
        const auto name = std::find_if(words.begin(), words.end(), [](const Word &w) { return w.text == "Saltmarsh"; });
        QVERIFY(name != words.end());
        const double top = name->top;
        QVERIFY(std::all_of(words.begin(), words.end(), [top](const Word &w) { return w.top >= top - 12; }));
        QVERIFY(name->right < kWide - kSide + 1);
        QVERIFY(QString::fromStdString(reportHtml(visited(), head)).count("data:image/png") == 5); // four charts and the mark
        // Either alone does; a mark that is none is left out; a name is text, whatever it holds.
        QVERIFY(letterheadHtml({}, {}).isEmpty() && letterheadHtml({{}, {1, 2, 3}}, {}).isEmpty());
        QVERIFY(letterheadHtml({"<b>Plover & Sons</b>", {}}, {}).contains("&lt;b&gt;Plover &amp; Sons"));
    }

    // Charts lie within the margins too: what the page shows beyond them is white.
    void nothingIsPrintedIntoTheMargins()
    {
        VisitRecord long_ = visited();
        for (int i = 0; i < 30; ++i) {
            long_.warnings.push_back(say("room-too-bright", decimal(900 + i, 0)));
        }
        for (const VisitRecord &r : {visited(), long_}) {
            const QString file = pdfOf(r);
            outputOf("pdftoppm", {"-r", "60", "-gray", "-png", file, m_dir.filePath("page")});
            int pages = 0;
            for (const QString &name : QDir(m_dir.path()).entryList({"page*.png"})) {
                const QImage page(m_dir.filePath(name));
                QVERIFY(!page.isNull());
                ++pages;
                const double dot = page.width() / 210.0; // pixels a millimetre
                for (int y = 0; y < page.height(); ++y) {
                    for (int x = 0; x < page.width(); ++x) {
                        const bool beyond = x < 13 * dot || x > (210 - 13) * dot;
                        QVERIFY2(!beyond || qGray(page.pixel(x, y)) > 250,
                                 qPrintable(QStringLiteral("%1: %2, %3 mm").arg(name).arg(x / dot).arg(y / dot)));
                    }
                }
                QFile::remove(m_dir.filePath(name));
            }
            QVERIFY(pages >= 1);
        }
    }

    // The verdict by both scopes stands first, before everything else, each figure with limit and verdict.
    void theVerdictStandsOnTopInBothScopes()
    {
        const QString text = QString::fromUtf8(outputOf("pdftotext", {"-layout", pdfOf(visited()), "-"}));
        const auto at = [&](const char *words) { return text.indexOf(QLatin1String(words)); };
        QVERIFY2(text.section('\n', 0, 1).contains("Within tolerance"), qPrintable(text.left(300)));
        QVERIFY(at("as Tern sees it") > 0 && at("for the standard observer") > 0);
        QVERIFY(at("Mean difference") > at("as Tern sees it") && at("Mean difference") < at("Worksheet"));
        const QStringList lines = text.split('\n');
        for (const Check &c : visited().checks) {
            const QString name = QString::fromStdString(english(say(c.code)));
            const auto line = std::find_if(lines.begin(), lines.end(), [&](const QString &l) { return l.startsWith(name + ","); });
            QVERIFY2(line != lines.end(), qPrintable(name));
            QVERIFY2(line->contains(QString::number(c.value, 'f', 2)) && line->contains("pass")
                         && line->contains(QString::number(c.value + c.k2.absolute, 'f', 2)),
                     qPrintable(*line));
        }
    }

    // Numbers of a column stand under each other by their last digit.
    void figuresAreAligned()
    {
        const auto words = wordsOf(pdfOf(visited()));
        std::vector<double> ends;
        for (const Check &c : visited().checks) {
            const QString limit = QString::number(c.limit, 'f', 1);
            const auto it =
                std::find_if(words.begin(), words.end(), [&](const Word &w) { return w.text == limit && w.left > 150 && w.top < kHigh / 4; });
            QVERIFY2(it != words.end(), qPrintable(limit));
            ends.push_back(it->right);
        }
        const auto [least, most] = std::minmax_element(ends.begin(), ends.end());
        QVERIFY2(*most - *least < 1.5, qPrintable(QStringLiteral("%1 to %2").arg(*least).arg(*most)));
    }

    // Judged against the standard observer that figure comes first, and the instrument's beside it.
    void theOtherScopeComesFirstWhereItDecides()
    {
        VisitRecord r = visited();
        for (Check &c : r.checks) {
            c = check(c.code, c.value, c.limit, c.k2, Scope::Absolute, c.unit);
        }
        r.reasons.clear();
        for (const Check &c : r.checks) {
            r.reasons.push_back(c.sentence(r.instrument.model));
        }
        const QString html = QString::fromStdString(reportHtml(r));
        QVERIFY(html.indexOf("for the standard observer") < html.indexOf("as Tern sees it"));
        QVERIFY(html.contains("undecided")); // white by a colorimeter is not known to 1.5
    }

    // A missing value is never a good value: what was not read is said so, in no place as zero.
    void whatIsMissingIsNoZero()
    {
        VisitRecord r = visited();
        r.verification = {};
        r.verification.mean = r.verification.max = r.verification.p95 = kNaN;
        r.gray = {};
        r.gray.mean = r.gray.max = r.gray.gammaMean = kNaN;
        r.checks.clear();
        r.reasons = {say("no-profile-could-judged")};
        r.verdict = Verdict::Undecided;
        const QString html = QString::fromStdString(reportHtml(r));
        QVERIFY(html.contains("Undecided"));
        static const QRegularExpression images("src=\"data:[^\"]*\"");
        QString said = html;
        said.remove(images);
        QVERIFY2(!said.contains(kNoNumber), qPrintable(said.mid(int(said.indexOf(kNoNumber)) - 80, 160)));
        QVERIFY2(!said.contains("mean 0.00"), "what was not read is 0.00");
        // With one figure that cannot be worked out the table has a dash for it.
        VisitRecord half = visited();
        half.checks[0].k2.absolute = kNaN;
        QVERIFY(QString::fromStdString(reportHtml(half)).contains(QStringLiteral(">–<")));
        QVERIFY(!pdfOf(r).isEmpty());
        QVERIFY(wordsOf(pdfOf(r)).size() > 30);
    }

    // A visit that stopped at once, one of an earlier version without most of it: reports all the same.
    void anEmptyRecordHasAReport()
    {
        const VisitRecord nothing;
        const QString html = QString::fromStdString(reportHtml(nothing));
        QVERIFY(html.contains("Undecided") || html.contains("Out of tolerance"));
        QVERIFY2(!html.contains("Within tolerance"), "nothing was read, and it passed");
        QVERIFY(wordsOf(pdfOf(nothing)).size() > 3);
        QVERIFY(!settingsCardPdf(nothing, std::nullopt).empty());
    }

    // Source: XML 1.0; a page that browsers read is at least as well formed as that, its pictures have words, its language is said.
    void thePageIsWellFormed()
    {
        VisitRecord r = visited();
        r.display.model = "<Dunlin> & \"sons\"";
        r.plan.by = "a <b>keeper</b>";
        r.warnings = {verbatim("tags </td></table> & ampersands"), verbatim(std::string("control \x01 signs"))};
        QString html = QString::fromStdString(reportHtml(r));
        QVERIFY(html.startsWith("<!DOCTYPE html>"));
        html.remove("<!DOCTYPE html>");
        html.replace("&nbsp;", "&#160;");
        static const QRegularExpression empty("<(meta|img|br)([^>]*?)/?>");
        html.replace(empty, "<\\1\\2/>");
        QXmlStreamReader xml(html);
        int pictures = 0;
        bool language = false;
        while (!xml.atEnd()) {
            if (xml.readNext() == QXmlStreamReader::StartElement) {
                if (xml.name() == QLatin1String("img")) {
                    ++pictures;
                    QVERIFY(!xml.attributes().value("alt").isEmpty());
                }
                language = language || (xml.name() == QLatin1String("html") && xml.attributes().value("lang") == QLatin1String("en"));
            }
        }
        QVERIFY2(
            !xml.hasError(),
            qPrintable(
                QStringLiteral("%1, line %2: %3").arg(xml.errorString()).arg(xml.lineNumber()).arg(html.mid(int(xml.characterOffset()) - 60, 120))));
        QCOMPARE(pictures, 4);
        QVERIFY(language);
    }

    // Each verdict says itself, and what is not within is said in words of its own.
    void whatFailsIsSaid()
    {
        VisitRecord r = visited();
        r.checks[0] = check(r.checks[0].code, 9.5, 2, {0.1, 0.4}, Scope::Instrument, "ΔE00");
        r.verdict = overall(r.checks);
        QCOMPARE(r.verdict, Verdict::Fail);
        r.reasons.push_back(say("target-beyond-panel", decimal(300, 0), decimal(240, 0), decimal(60, 0), decimal(240, 0)));
        const QString html = QString::fromStdString(reportHtml(r));
        QVERIFY(html.contains("Out of tolerance") && html.contains("<b>fail</b>") && html.contains("9.50"));
        QVERIFY(html.contains("300"));
    }

    // What people may take home of every kind of simulated display, good and bad: no page without words, none with figures that are none.
    void reportsOfManyDisplays_data()
    {
        QTest::addColumn<QString>("habit");
        for (const char *habit : {"healthy", "clipping", "crushed-blacks", "deaf-lut", "zones", "power-limited", "saturated"}) {
            QTest::newRow(habit) << habit;
        }
    }
    void reportsOfManyDisplays()
    {
        QFETCH(QString, habit);
        sim::BenchOptions options;
        options.habit = habit.toStdString();
        auto bench = std::move(sim::makeBench("qd", 3, options)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Print proof");
        plan.tolerance = *builtInTolerance("strict");
        VisitHooks hooks;
        hooks.wallClock = [] { return fromIsoTime("2026-11-27T10:00:00Z"); };
        Visit visit(*bench, plan, hooks, {});
        (void)visit.run();
        const VisitRecord &r = visit.record();
        const QString text = QString::fromUtf8(outputOf("pdftotext", {"-layout", pdfOf(r), "-"}));
        QVERIFY(text.contains("Worksheet"));
        QVERIFY2(!text.contains(kNoNumber) && !text.contains("-0.00 ") && !text.contains("1970"), qPrintable(text));
        for (const Message &m : r.warnings) {
            const QString said = QString::fromStdString(english(m)).section(' ', 0, 2);
            QVERIFY2(QString(text).replace(QRegularExpression("\\s+"), " ").contains(said), qPrintable(said));
        }
    }

    // Every chart of a visit draws what it is given and says its axes; an empty one says why it is.
    void chartsOfAVisitHaveNamesAndUnits()
    {
        for (auto *plotOf : {grayPlot, tonePlot, coloursPlot, gamutPlot, warmUpPlot, responsePlot, grayPathPlot, readColoursPlot, verifyingPlot}) {
            const plot::Plot p = plotOf(visited());
            QVERIFY2(!p.title.empty() && !p.x.name.empty() && !p.y.title().empty(), p.title.c_str());
            QVERIFY2(p.x.to > p.x.from && p.y.to > p.y.from, p.title.c_str());
            QVERIFY2(!p.series.empty() || !p.bars.empty(), p.title.c_str());
            for (const plot::Series &s : p.series) {
                for (const plot::Point &point : s.points) {
                    QVERIFY2(std::isfinite(point.x) && std::isfinite(point.y), p.title.c_str());
                }
            }
            const plot::Plot none = plotOf(VisitRecord{});
            QVERIFY2(none.x.to > none.x.from && none.y.to > none.y.from, p.title.c_str());
            QVERIFY2(plot::readingsOf(none).empty(), p.title.c_str());
        }
    }
};

LAMP_GUI_TEST(report, TestReport)

} // namespace report_test
#include "test_report.moc"
