// SPDX-License-Identifier: GPL-3.0-or-later
// What is known of a display as pictures, and the report of how it stands: charts against the record that they are of, the page by keys.
#include "support.h"

#include "ui/views.h"
#include "ui/watchdog.h"

#include "app/evidence/evidence_view.h"
#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/parts/plot_widget.h"
#include "app/reports/report_button.h"
#include "app/shell/main_window.h"
#include "colour/difference.h"
#include "report/display_report.h"
#include "report/evidence_plots.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "store/evidence.h"
#include "survey/results.h"
#include "visit/visit.h"

#include <QApplication>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>

namespace evidence_test {

using namespace lamp;
using namespace lamp::app;

namespace {

const WallTime kToday = fromIsoTime("2031-03-04T12:00:00Z");

VisitRecord visited()
{
    auto bench = std::move(sim::makeBench("curlew", 5)).value();
    bench->skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = Effort::Quick;
    plan.waitForWarmUp = false;
    VisitHooks hooks;
    hooks.wallClock = [] { return fromIsoTime("2031-03-01T09:00:00Z"); };
    Visit visit(*bench, plan, hooks, {});
    return visit.run().value();
}

const plot::Plot *titled(const std::vector<plot::Plot> &all, const std::string &title)
{
    const auto it = std::find_if(all.begin(), all.end(), [&](const plot::Plot &p) { return p.title == title; });
    return it == all.end() ? nullptr : &*it;
}

std::vector<HistoryEntry> years()
{
    std::vector<HistoryEntry> all;
    for (int month = 0; month < 24; ++month) {
        HistoryEntry e;
        e.at = fromIsoTime("2029-02-10T09:00:00Z") + std::chrono::hours(24 * 30 * month);
        e.task = month % 6 == 0 ? "full" : "check";
        e.luminance = 120 - 0.1 * month;
        e.maxLuminance = 300 * std::exp(-0.004 * month);
        e.white = Chromaticity{0.3127 + 1e-5 * month, 0.3290 + 2e-5 * month};
        e.mean = 0.4 + 0.01 * month;
        e.max = 1.0;
        e.grayMean = 0.3;
        e.black = 0.1;
        e.coverageSrgb = 99.0 - 0.02 * month;
        all.push_back(e);
    }
    return all;
}

} // namespace

class TestEvidence : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    VisitRecord m_record;
    qint64 m_display = 0, m_never = 0;
    std::unique_ptr<MainWindow> m_window;
    [[nodiscard]] EvidenceView *view() const { return m_window->evidence(); }

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        QCoreApplication::setOrganizationName("lamp-test");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, m_dir.path());
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        m_record = visited();
        QVERIFY(!m_record.gray.grays.empty() && !m_record.ramps.empty());
        auto store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        for (const char *name : {"Curlew", "Nobody's"}) {
            DisplayEntry d;
            d.roomId = store->studio().addRoom(name).value();
            d.name = QString::fromLatin1(name);
            d.model = name;
            d.serial = QStringLiteral("S-") + name[0];
            QVERIFY(store->studio().add(d, fromIsoTime("2029-01-01T00:00:00Z")).ok());
        }
        for (const DisplayEntry &d : store->studio().displays()) {
            (d.name == QStringLiteral("Curlew") ? m_display : m_never) = d.id;
        }
        QVERIFY(store->visits().finish(m_record, m_display).ok());
        QVERIFY(store->histories().add(m_display, years()).ok());
        store.reset();
        m_window = std::make_unique<MainWindow>(m_dir.filePath("studio.sqlite"));
        m_window->show();
        m_window->openStore();
        m_window->activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(m_window.get()));
    }
    void cleanupTestCase() { m_window.reset(); }

    // Y(v) = Yk + (Yw - Yk)·v^2.2 (the command line's contract), worked out here by itself.
    void lightIsOffByWhatTheContractSays()
    {
        const auto plots = evidencePlots(m_record, EvidenceOf::Light);
        const plot::Plot *off = titled(plots, "Light, from what is wanted");
        QVERIFY(off != nullptr && off->series.size() == 1);
        size_t seen = 0;
        for (const GrayResult &g : m_record.gray.grays) {
            if (g.drive <= 0 || g.drive >= 1) {
                continue;
            }
            const double black = m_record.calibrated.black.b, white = m_record.calibrated.white.b;
            const double wanted = black + (white - black) * std::pow(g.drive, 2.2);
            LAMP_NEAR(off->series[0].points.at(seen).y, 100 * (g.xyz.b / wanted - 1), 1e-6);
            ++seen;
        }
        QCOMPARE(seen, off->series[0].points.size());
        QVERIFY(titled(plots, "Light by drive") != nullptr);
    }

    // CIE 15:2004, 8.2.3: ΔE*ab² = ΔL*² + ΔC*² + ΔH*².
    void partsMakeUpTheDifference()
    {
        for (const VerifiedColour &c : m_record.verification.colours) {
            const LabParts p = labParts(c.colour.wanted, c.measured);
            LAMP_NEAR(std::sqrt(p.lightness * p.lightness + p.chroma * p.chroma + p.hue * p.hue), deltaE76(c.colour.wanted, c.measured), 1e-9);
        }
        const auto plots = evidencePlots(m_record, EvidenceOf::Colours);
        const plot::Plot *parts = titled(plots, "Differences in parts");
        QVERIFY(parts != nullptr && parts->series.size() == 3);
        QCOMPARE(parts->series[0].points.size(), m_record.verification.colours.size());
        // All of them are counted, each once.
        const plot::Plot *many = titled(plots, "How many are how far off");
        double counted = 0;
        for (size_t i = 0; i < many->series[0].points.size(); i += 2) {
            counted += many->series[0].points[i].y;
        }
        LAMP_NEAR(counted, double(m_record.verification.colours.size()), 1e-9);
        LAMP_NEAR(many->series.at(1).points.front().x, mostColoursWithin(m_record.verification), 1e-9);
    }

    // Ramps that halve the drive on a LUT of as many bits as the frame buffer leave 128 of 255 steps: the others become one with their neighbour.
    void bandsAreCounted()
    {
        VisitRecord r = m_record;
        r.display.bits = 8;
        r.display.lut = DisplayInfo::Lut{256, 8};
        r.ramps = {{0, 0.5}, {0, 0.5}, {0, 0.5}};
        const auto plots = evidencePlots(r, EvidenceOf::Ramps);
        const plot::Plot *bands = titled(plots, "Steps that become one");
        QVERIFY(bands != nullptr && bands->series.size() == 6);
        // 0..255 halved and rounded takes 129 values, 0 to 128: 255 steps, of which 128 lead to another.
        for (const size_t lost : {1, 3, 5}) {
            QCOMPARE(bands->series[lost].points.size(), size_t(255 - 128));
        }
        r.ramps = {{0, 1}, {0, 1}, {0, 1}};
        for (const size_t lost : {1, 3, 5}) {
            QVERIFY(titled(evidencePlots(r, EvidenceOf::Ramps), "Steps that become one")->series[lost].points.empty());
        }
    }

    void whiteIsKnownAsWellAsItSays()
    {
        const auto plots = evidencePlots(m_record, EvidenceOf::White);
        const plot::Plot *white = titled(plots, "White");
        QVERIFY(white != nullptr);
        const auto open =
            std::find_if(white->series.begin(), white->series.end(), [](const plot::Series &s) { return s.name == "left open, observer"; });
        QVERIFY(open != white->series.end());
        const Chromaticity centre = chromaticity(m_record.calibrated.white);
        for (const plot::Point &q : open->points) {
            const Chromaticity c = xyOf(Uv{q.x, q.y});
            LAMP_NEAR(std::pow((c.x - centre.x) / m_record.doubt.whiteX.absolute, 2) + std::pow((c.y - centre.y) / m_record.doubt.whiteY.absolute, 2),
                      1, 1e-6);
            QVERIFY(q.x > white->x.from && q.x < white->x.to && q.y > white->y.from && q.y < white->y.to); // all of it is in sight
        }
    }

    // Of what was not measured there is no chart, rather than an empty one.
    void whatWasNotMeasuredIsNotDrawn()
    {
        VisitRecord nothing;
        for (const EvidenceOf what : kEvidence) {
            QVERIFY(evidencePlots(nothing, what).empty());
        }
        QVERIFY(yearsEvidence({}, kToday, {}).empty());
        std::vector<HistoryEntry> one = years();
        for (HistoryEntry &e : one) {
            e.coverageSrgb.reset();
        }
        QCOMPARE(yearsEvidence(one, kToday, 2.0).size(), size_t(3));
        QCOMPARE(yearsEvidence(years(), kToday, 2.0).size(), size_t(4));
    }

    void thePageShowsTheNewestVisitFirst()
    {
        m_window->selectDisplay(m_display);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F2, Qt::ShiftModifier);
        QTRY_VERIFY(view()->isVisible());
        QCOMPARE(view()->sources()->count(), 2);
        QCOMPARE(view()->sources()->currentRow(), 1);
        QVERIFY(view()->title().contains(QStringLiteral("Grays")));
        QCOMPARE(view()->plots().size(), size_t(4));
        QVERIFY(view()->words().contains(QStringLiteral("for the standard observer")));
        for (const EvidenceOf what : kEvidence) {
            view()->choose(what);
            QVERIFY2(view()->plots().size() >= 2, qPrintable(view()->title()));
            for (PlotWidget *p : view()->plots()) {
                QVERIFY(p->isVisible() && p->width() > 200 && p->height() > 120);
                QTest::keyClick(p, Qt::Key_Right);
                QVERIFY2(!p->current().isEmpty(), p->plot().title.c_str());
            }
            picture(*m_window, QStringLiteral("evidence-%1").arg(int(what)));
        }
        view()->sources()->setCurrentRow(0);
        QCOMPARE(view()->plots().size(), size_t(4));
        QVERIFY(!view()->charts()->isEnabled());
        QVERIFY(view()->words().contains(QStringLiteral("25 visits")));
        picture(*m_window, "evidence-years");
    }

    void oneChartTakesThePage()
    {
        view()->sources()->setCurrentRow(1);
        view()->choose(EvidenceOf::Colours);
        PlotWidget *second = view()->plots().at(1);
        const int before = second->height();
        second->setFocus();
        view()->enlarge();
        QCOMPARE(view()->plots().size(), size_t(1));
        QCOMPARE(view()->plots().front(), second);
        QTRY_VERIFY(second->height() > 1.5 * before);
        QVERIFY(second->hasFocus());
        view()->enlarge();
        QCOMPARE(view()->plots().size(), size_t(4));
    }

    // Another window writes while the page is open: what is new is there to choose, what is looked at stays.
    void whatOthersAddIsThereToChoose()
    {
        view()->sources()->setCurrentRow(1);
        view()->choose(EvidenceOf::Colours);
        PlotWidget *first = view()->plots().front();
        first->setFocus();
        QTest::keyClick(first, Qt::Key_Plus);
        const QString title = view()->title();
        auto other = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        VisitRecord next = m_record;
        next.id = "next";
        next.started = next.finished = fromIsoTime("2031-03-03T09:00:00Z");
        QVERIFY(other->visits().finish(next, m_display).ok());
        QTRY_COMPARE_WITH_TIMEOUT(view()->sources()->count(), 3, 8000);
        QCOMPARE(view()->sources()->currentRow(), 2);
        QCOMPARE(view()->title(), title);
        // The years stay chosen as well, also when the page is left and come back to.
        view()->sources()->setCurrentRow(0);
        next.id = "after";
        QVERIFY(other->visits().finish(next, m_display).ok());
        QTRY_COMPARE_WITH_TIMEOUT(view()->sources()->count(), 4, 8000);
        QCOMPARE(view()->sources()->currentRow(), 0);
        QVERIFY(view()->words().contains(QStringLiteral("27 visits")));
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F2);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F2, Qt::ShiftModifier);
        QCOMPARE(view()->sources()->currentRow(), 0);
    }

    void aDisplayWithoutVisitsSaysSo()
    {
        m_window->selectDisplay(m_never);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F2, Qt::ShiftModifier);
        QCOMPARE(view()->sources()->count(), 1);
        QVERIFY(view()->plots().empty());
        QVERIFY(view()->words().contains(QStringLiteral("Nothing is known")));
        picture(*m_window, "evidence-none");
    }

    void theReportSaysHowItStands()
    {
        auto store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        AgeingQuestion question;
        question.on = kToday;
        question.tolerance = *builtInTolerance("studio");
        const auto found = displayEvidence(*store, m_display, question);
        QVERIFY(found.ok());
        QVERIFY(found->last && found->due && found->ageing);
        const BesideReport report = displayReport(found.value());
        QCOMPARE(report.table.size(), size_t(16)); // a heading and the last fifteen
        QVERIFY(report.plots.size() >= 4);
        const std::string html = besideReportHtml(report, {});
        for (const char *words : {"Curlew", "for the standard observer", "The most that it gives is", "left at"}) {
            QVERIFY2(html.find(words) != std::string::npos, words);
        }
        // What lies after the day that is asked about is not known on it.
        question.on = fromIsoTime("2030-01-01T00:00:00Z");
        const auto before = displayEvidence(*store, m_display, question);
        QVERIFY(before.ok() && !before->last && before->entries.size() < found->entries.size());
        const auto none = displayEvidence(*store, m_never, question);
        QVERIFY(none.ok() && !none->last && none->entries.empty());
        const std::string said = besideReportHtml(displayReport(none.value()), {});
        QVERIFY(said.find("No visit of it is kept") != std::string::npos);
        QVERIFY(!displayEvidence(*store, 4711, question).ok());
        m_window->selectDisplay(m_display);
        QTest::keyClick(m_window->windowHandle(), Qt::Key_F2, Qt::ShiftModifier);
        const QString file = m_dir.filePath("stands.pdf");
        view()->report()->write(file);
        QFile written(file);
        QVERIFY(written.open(QIODevice::ReadOnly));
        QCOMPARE(written.read(5), QByteArray("%PDF-"));
    }
};

LAMP_WINDOW_TEST(evidence, TestEvidence)

} // namespace evidence_test
#include "test_evidence.moc"
