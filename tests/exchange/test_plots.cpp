// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "colour/spaces.h"
#include "exchange/plot_frame.h"
#include "exchange/profile_chart.h"
#include "panels.h"
#include "profile/table_profile.h"

#include <QGuiApplication>
#include <QImage>

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

/// Draws on paper and tells how many pixels are other than it, and whether all of them are neutral.
template <typename Draw> std::pair<int, bool> drawn(const Draw &draw, std::vector<ChartPoint> &points)
{
    QImage image(640, 420, QImage::Format_RGB32);
    const Tones tones;
    image.fill(tones.paper);
    QPainter p(&image);
    points = draw(p, QRectF(0, 0, 640, 420), tones);
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

} // namespace

class TestPlots : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void framesMapValuesToPixels()
    {
        const PlotFrame f(QRectF(0, 0, 400, 300), 0, 10, 0, 100);
        QCOMPARE(f.at(0, 0), f.plot.bottomLeft());
        QCOMPARE(f.at(10, 100), f.plot.topRight());
        QCOMPARE(f.at(5, 50), f.plot.center());
        // Distances mean the same along both axes of a chromaticity frame, whatever the area's shape.
        for (const bool xy : {false, true}) {
            const PlotFrame c = PlotFrame::chromaticity(QRectF(0, 0, 700, 300), xy);
            LAMP_NEAR(c.at(0.1, 0).x() - c.at(0, 0).x(), c.at(0, 0).y() - c.at(0, 0.1).y(), 1e-9);
        }
        // Source: CIE 15:2004, eq. 8.24: D65 (x 0.3127, y 0.3290) has u' 0.1978, v' 0.4683.
        const PlotFrame uv = PlotFrame::chromaticity(QRectF(0, 0, 400, 400));
        const QPointF d65 = uv.at(Chromaticity{0.3127, 0.3290});
        LAMP_NEAR(d65.x(), uv.at(0.1978, 0.4683).x(), 0.1);
        LAMP_NEAR(d65.y(), uv.at(0.1978, 0.4683).y(), 0.1);
        const PlotFrame xy = PlotFrame::chromaticity(QRectF(0, 0, 400, 400), true);
        QCOMPARE(xy.at(Chromaticity{0.3127, 0.3290}), xy.at(0.3127, 0.3290));
        QCOMPARE(uv.triangle(rgbSpace("sRGB")->primaries).size(), 3);
    }

    void profilesAreDrawnAndReadOut()
    {
        const Inspection inspection = seen({{0, 0.45, 0.95}, {0, 0.5, 1}, {0, 0.5, 0.9}});
        std::vector<ChartPoint> points;
        const auto gamut = drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileGamut(p, a, inspection, t); }, points);
        QVERIFY(gamut.first > 1500 && gamut.second);
        QCOMPARE(points.size(), size_t(4));
        QVERIFY(points[0].text.contains("red") && points[0].text.contains("0.68"));
        std::vector<ChartPoint> other;
        (void)drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileGamut(p, a, inspection, t, true); }, other);
        QVERIFY(other[1].at != points[1].at);
        QCOMPARE(other[1].text, points[1].text);
        const auto tones = drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileTones(p, a, inspection, t); }, points);
        QVERIFY(tones.first > 1500 && tones.second);
        QVERIFY(std::any_of(points.begin(), points.end(), [](const ChartPoint &p) { return p.text == "green at 53 %: light 24.7 %"; }));
        const auto ramps = drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileRamps(p, a, inspection, t); }, points);
        QVERIFY(ramps.first > 1500 && ramps.second);
        QVERIFY(points.back().text.contains("blue at 100 %: to 90.0 %"));
        // Without ramps it says so and reads nothing out.
        const Inspection none = seen();
        (void)drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileRamps(p, a, none, t); }, points);
        QVERIFY(points.empty());
        (void)drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawProfileTones(p, a, Inspection{}, t); }, points);
        QVERIFY(points.empty());
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
        std::vector<ChartPoint> points;
        const auto picture = drawn([&](QPainter &p, const QRectF &a, const Tones &t) { return drawScreening(p, a, s, t); }, points);
        QVERIFY(picture.first > 1500 && picture.second);
        QCOMPARE(points.size(), size_t(12));
        QVERIFY(std::any_of(points.begin(), points.end(), [](const ChartPoint &p) { return p.text.startsWith("three: green"); }));
    }
};

QTEST_MAIN(TestPlots)
#include "test_plots.moc"
