// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "colour/spaces.h"
#include "panels.h"
#include "plot/render.h"
#include "profile/table_profile.h"
#include "report/profile_plots.h"
#include "report/visit_plots.h"
#include "report/years_plots.h"

#include <QGuiApplication>
#include <QImage>
#include <QXmlStreamReader>

namespace plots_test {

using namespace lamp;

namespace {

Inspection seen(const Ramps &ramps = {})
{
    MatrixModel m;
    m.channels = rgbSpace("Display P3")->toXyz() * 120;
    for (auto &list : m.light) {
        for (int i = 0; i < 256; ++i) {
            list.push_back(std::pow(i / 255.0, 2.2));
        }
    }
    ProfileText text;
    text.description = "Knot";
    return inspect(writeMatrixProfile(m, ramps, text).value(), {});
}

constexpr int kWidth = 640, kHeight = 420;

/// Draws on paper and tells how many pixels are other than it, and whether all of them are neutral.
std::pair<int, bool> drawn(const plot::Plot &chart)
{
    QImage image(kWidth, kHeight, QImage::Format_RGB32);
    const plot::Tones tones;
    image.fill(tones.paper);
    QPainter p(&image);
    plot::draw(p, QRectF(0, 0, kWidth, kHeight), chart, tones);
    p.end();
    int marked = 0;
    bool neutral = true;
    for (int y = 0; y < image.height(); ++y) {
        for (int x = 0; x < image.width(); ++x) {
            const QColor c = image.pixelColor(x, y);
            marked += c != tones.paper ? 1 : 0;
            // Text may be smoothed by subpixels; on this platform it is not.
            neutral = neutral && c.red() == c.green() && c.green() == c.blue();
        }
    }
    return {marked, neutral};
}

plot::Plot line()
{
    plot::Plot p;
    p.title = "A \"line\", and more";
    p.x = {"drive", "%", 0, 100, {0, 50, 100}, 0};
    p.y = {"light", "", 0, 10, {0, 5, 10}, 0};
    p.series = {{"first", {{0, 1, {}, "a"}, {50, 4, 0.25, "b, with a comma"}, {75, 5, {}, ""}, {100, 9, {}, "c"}}}};
    p.limits = {{8, "limit"}};
    return p;
}

} // namespace

class TestPlots : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // How a display was: each day that something is known of stands at its months before today, and is read out with its day.
    void yearsOfADisplay()
    {
        const WallTime now = fromIsoTime("2031-06-15T00:00:00Z");
        const auto table = historyFromCsv("display,date,luminance_cd_m2,max_luminance_cd_m2,mean,gray_mean\n"
                                          "AV-1,2029-06-15,121,240,0.4,0.6\nAV-1,2030-06-15,119,,,\nAV-1,2031-05-15,,232,2.6,\n");
        QVERIFY2(table.ok(), table.ok() ? "" : english(table.error()).c_str());
        const plot::Plot light = luminanceYearsPlot(table->entries, now), difference = differenceYearsPlot(table->entries, now, 2);
        QCOMPARE(light.series.at(0).points.size(), size_t(2)); // a day that says nothing of it is left out, not drawn at nought
        LAMP_NEAR(light.series[0].points[0].x, -24, 0.05);
        LAMP_NEAR(light.series[0].points[1].x, -12, 0.05);
        LAMP_NEAR(light.series[0].points[1].y, 119, 0);
        QVERIFY2(light.series[0].points[1].text.find("2030-06-15") != std::string::npos, light.series[0].points[1].text.c_str());
        QCOMPARE(light.series.at(1).points.size(), difference.series.at(0).points.size());
        QCOMPARE(difference.series.at(1).points.size(), size_t(1));
        LAMP_NEAR(difference.limits.at(0).y, 2, 0);
        for (const plot::Plot &p : {light, difference}) {
            QVERIFY(p.x.from < -24 && p.x.to >= 0 && p.y.from == 0);
            QVERIFY(std::find(p.x.ticks.begin(), p.x.ticks.end(), 0.0) != p.x.ticks.end() && p.x.ticks.size() <= 6);
            for (const plot::Series &s : p.series) {
                for (const plot::Point &at : s.points) {
                    QVERIFY(at.x >= p.x.from && at.x <= p.x.to && at.y <= p.y.to);
                }
            }
        }
        // Forty years, and a single day.
        std::vector<HistoryEntry> many;
        for (int i = 0; i < 480; ++i) {
            HistoryEntry e = table->entries[0];
            e.at = now - std::chrono::days{i * 30};
            many.push_back(e);
        }
        QVERIFY(luminanceYearsPlot(many, now).x.ticks.size() < 30);
        QVERIFY(luminanceYearsPlot({table->entries[1]}, now).x.to > 0);
        QVERIFY(luminanceYearsPlot({}, now).series.at(0).points.empty());
    }

    // Whites beside the loci of daylight and black bodies; source of the daylight locus: CIE 15, D65 lies on it.
    void whiteBesideItsLoci()
    {
        const Chromaticity d65{0.31272, 0.32903}, pink{0.40, 0.30};
        const plot::Plot p = whitePlot(d65, Chromaticity{0.30, 0.31});
        const Uv uv = uvOf(d65);
        const auto nearest = [&](const plot::Series &s) {
            double least = 1;
            for (const plot::Point &at : s.points) {
                least = std::min(least, std::hypot(at.x - uv.u, at.y - uv.v));
            }
            return least;
        };
        QCOMPARE(p.series.size(), size_t(4));
        QVERIFY(nearest(p.series[1]) < 0.0015);                                 // daylight, drawn in steps
        QVERIFY(nearest(p.series[0]) > 0.0025 && nearest(p.series[0]) < 0.006); // black bodies pass it by some 0.003
        LAMP_NEAR(p.series[3].points.at(0).x, uv.u, 1e-9);
        QCOMPARE(whitePlot(d65, {}).series.size(), size_t(3));
        // Far from both: the chart grows to hold it.
        const plot::Plot far = whitePlot(pink, {});
        const Uv there = uvOf(pink);
        QVERIFY(there.u > far.x.from && there.u < far.x.to && there.v > far.y.from && there.v < far.y.to);
    }

    void framesMapValuesToPixels()
    {
        const plot::Plot chart = line();
        const plot::Frame f = plot::Frame::of(chart, QRectF(0, 0, 400, 300), {0, 10, 0, 100});
        QCOMPARE(f.at(0, 0), f.plot.bottomLeft());
        QCOMPARE(f.at(10, 100), f.plot.topRight());
        QCOMPARE(f.at(5, 50), f.plot.center());
        LAMP_NEAR(f.xAt(f.at(3, 0).x()), 3, 1e-9);
        LAMP_NEAR(f.yAt(f.at(0, 70).y()), 70, 1e-9);
        // Distances mean the same along both axes of a chromaticity frame, whatever the area's shape.
        for (const bool xy : {false, true}) {
            const plot::Plot diagram = chromaticityPlot("diagram", xy);
            const plot::Frame c = plot::Frame::of(diagram, QRectF(0, 0, 700, 300), plot::wholeOf(diagram));
            LAMP_NEAR(c.at(0.1, 0).x() - c.at(0, 0).x(), c.at(0, 0).y() - c.at(0, 0.1).y(), 1e-9);
        }
        // Source: CIE 15:2004, eq. 8.24: D65 (x 0.3127, y 0.3290) has u' 0.1978, v' 0.4683.
        const plot::Point d65 = chromaticityPoint({0.3127, 0.3290}, false);
        LAMP_NEAR(d65.x, 0.1978, 5e-5);
        LAMP_NEAR(d65.y, 0.4683, 5e-5);
        QCOMPARE(chromaticityPoint({0.3127, 0.3290}, true).x, 0.3127);
    }

    void valuesAreListedAndWritten()
    {
        const auto readings = plot::readingsOf(line());
        QCOMPARE(readings.size(), size_t(3)); // a step of the line without words is none
        QCOMPARE(readings[1].uncertainty, std::optional(0.25));
        // RFC 4180: what holds a comma or a quotation mark stands in quotation marks, which are doubled.
        QCOMPARE(plot::csvOf(line()), std::string("series,\"drive, %\",light,uncertainty (k = 2),text\nfirst,0,1,,a\n"
                                                  "first,50,4,0.25,\"b, with a comma\"\nfirst,100,9,,c\n"));
    }

    void viewsStayWithinTheWhole()
    {
        const plot::View whole{0, 100, 0, 10};
        const plot::View near = plot::magnified(whole, whole, 50, 4, 2);
        QCOMPARE(near.x1 - near.x0, 50.0);
        LAMP_NEAR((50 - near.x0) / 50, 0.5, 1e-12); // what was looked at stays where it is
        LAMP_NEAR((4 - near.y0) / 5, 0.4, 1e-12);
        QCOMPARE(plot::magnified(near, whole, 50, 4, 0.01), whole);
        QCOMPARE(plot::moved(near, whole, 99, -99).x1, 100.0);
        QCOMPARE(plot::moved(near, whole, 99, -99).y0, 0.0);
        plot::View deep = whole;
        for (int i = 0; i < 100; ++i) {
            deep = plot::magnified(deep, whole, 30, 3, 3);
        }
        LAMP_NEAR(deep.x1 - deep.x0, 0.1, 1e-6); // a thousandth of the whole
        for (const double nothing : {std::nan(""), 0.0, -1.0}) {
            QVERIFY(plot::magnified(near, whole, 50, 4, nothing) == near);
        }
    }

    void ticksAreRound()
    {
        QCOMPARE(plot::ticksBetween(0, 100), (std::vector<double>{0, 20, 40, 60, 80, 100}));
        QCOMPARE(plot::ticksBetween(3, 3).size(), size_t(0));
        for (double length = 1e-4; length < 1e5; length *= 1.7) {
            const size_t n = plot::ticksBetween(0.37 * length, 1.37 * length).size();
            QVERIFY2(n >= 3 && n <= 10, qPrintable(QString::number(n)));
        }
    }

    void filesHoldTheSameDrawing()
    {
        const QByteArray svg = plot::svgOf(line(), {640, 400}), pdf = plot::pdfOf(line(), {640, 400});
        QXmlStreamReader xml(svg);
        int paths = 0;
        while (!xml.atEnd()) {
            xml.readNext();
            paths += xml.isStartElement() && (xml.name() == QStringLiteral("polyline") || xml.name() == QStringLiteral("path")) ? 1 : 0;
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QVERIFY(paths >= 4 && svg.contains("drive, %"));
        QVERIFY(pdf.startsWith("%PDF-") && pdf.size() > 2000);
        const QImage image = plot::imageOf(line(), {320, 200}, 2);
        QCOMPARE(image.size(), QSize(640, 400));
    }

    void profilesAreDrawnAndReadOut()
    {
        const Inspection inspection = seen({{0, 0.45, 0.95}, {0, 0.5, 1}, {0, 0.5, 0.9}});
        const auto gamut = drawn(profileGamutPlot(inspection));
        QVERIFY(gamut.first > 1500 && gamut.second);
        const auto points = plot::readingsOf(profileGamutPlot(inspection));
        QCOMPARE(points.size(), size_t(4));
        QVERIFY(points[0].text.starts_with("red: ") && points[0].text.find("0.68") != std::string::npos);
        const auto other = plot::readingsOf(profileGamutPlot(inspection, true));
        QVERIFY(other[1].x != points[1].x);
        QCOMPARE(other[1].text, points[1].text);
        const auto tones = drawn(profileTonePlot(inspection));
        QVERIFY(tones.first > 1500 && tones.second);
        const auto light = plot::readingsOf(profileTonePlot(inspection));
        QVERIFY(std::any_of(light.begin(), light.end(), [](const auto &p) { return p.text == "green at 53 %: light 24.7 %"; }));
        const auto ramps = drawn(profileRampsPlot(inspection));
        QVERIFY(ramps.first > 1500 && ramps.second);
        QCOMPARE(plot::readingsOf(profileRampsPlot(inspection)).back().text, std::string("blue at 100 %: to 90.0 %"));
        // Without ramps it says so and reads nothing out.
        QVERIFY(plot::readingsOf(profileRampsPlot(seen())).empty() && !profileRampsPlot(seen()).empty.empty());
        QVERIFY(plot::readingsOf(profileTonePlot(Inspection{})).empty());
    }

    void screeningIsDrawn()
    {
        std::vector<Profile> profiles;
        for (int i = 0; i < 3; ++i) {
            const MadeUpPanel unit = additivePanel(i == 2 ? "sRGB" : "Adobe RGB (1998)", 120, 0.001);
            const DisplayModel model(primariesOf(unit), 0.02, readingsOf(unit, manyDrives()), 0);
            const ShownDisplay shown(model, {});
            profiles.push_back(std::move(Profile::open(writeMatrixProfile(shown.asMatrix({}), {}, {}).value())).value());
        }
        const Screening s = screen({&profiles[0], &profiles[1], &profiles[2]}, {"one", "two", "three"});
        const auto picture = drawn(screeningPlot(s));
        QVERIFY(picture.first > 1500 && picture.second);
        const auto points = plot::readingsOf(screeningPlot(s));
        QCOMPARE(points.size(), size_t(12));
        QVERIFY(std::any_of(points.begin(), points.end(), [](const auto &p) { return p.text.starts_with("three, green"); }));
    }
};

LAMP_GUI_TEST(plots, TestPlots)

} // namespace plots_test
#include "test_plots.moc"
