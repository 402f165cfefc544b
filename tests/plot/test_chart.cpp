// SPDX-License-Identifier: GPL-3.0-or-later
// What a chart shows and how it is drawn, apart from what it is about: axes, looking nearer, reading out, files.
#include "support.h"

#include "base/csv.h"
#include "plot/render.h"

#include <QImage>
#include <QPainter>
#include <QProcess>
#include <QSvgRenderer>
#include <QTemporaryDir>

#include <cmath>
#include <limits>
#include <random>

namespace chart_test {

using namespace lamp;
using namespace lamp::plot;

namespace {

constexpr double kNaN = std::numeric_limits<double>::quiet_NaN(), kInfinite = std::numeric_limits<double>::infinity();

/// A line of five points with marks, read out.
Plot line(std::vector<double> ys = {1, 2, 3, 4, 5})
{
    Plot p;
    p.title = "Luminance over the months";
    p.x = {"time", "months", 0, double(ys.size()) - 1, {}, 0};
    p.y = {"luminance", "cd/m²", 0, 6, {0, 2, 4, 6}, 0};
    for (size_t i = 0; i < ys.size(); ++i) {
        p.x.ticks.push_back(double(i));
    }
    Series s;
    s.name = "Avocet";
    s.mark = Mark::Square;
    for (size_t i = 0; i < ys.size(); ++i) {
        s.points.push_back({double(i), ys[i], 0.1, "point " + std::to_string(i)});
    }
    p.series.push_back(s);
    return p;
}

QImage drawn(const Plot &p, const QSize &size = {400, 260}, const QRectF &area = {}, const Tones &tones = {})
{
    QImage image(size, QImage::Format_RGB32);
    image.fill(tones.paper);
    QPainter painter(&image);
    draw(painter, area.isNull() ? QRectF(QPointF(0, 0), QSizeF(size)) : area, p, tones);
    return image;
}

/// Whether anything but paper is in a rectangle.
bool inked(const QImage &image, const QRectF &where, int darkerThan = 250)
{
    const QRect r = where.toAlignedRect() & image.rect();
    for (int y = r.top(); y <= r.bottom(); ++y) {
        for (int x = r.left(); x <= r.right(); ++x) {
            if (qGray(image.pixel(x, y)) < darkerThan) {
                return true;
            }
        }
    }
    return false;
}

bool roundStep(double step)
{
    const double mantissa = step / std::pow(10.0, std::floor(std::log10(step) + 1e-9));
    const std::array<double, 4> round{1, 2, 5, 10};
    return std::any_of(round.begin(), round.end(), [&](double m) { return std::abs(mantissa - m) < 1e-6; });
}

} // namespace

class TestChart : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: an axis is read at steps of 1, 2 or 5 times a power of ten, three to eight of them.
    void ticksAreRoundAndFew()
    {
        std::mt19937_64 random(3);
        std::uniform_real_distribution<double> exponent(-6, 6), any(-1, 1);
        for (int i = 0; i < 5000; ++i) {
            const double from = any(random) * std::pow(10.0, exponent(random)), length = std::pow(10.0, exponent(random));
            if (length < 1e-9 * std::abs(from)) {
                continue;
            }
            const auto ticks = ticksBetween(from, from + length);
            const QString what = QStringLiteral("%1 to %2: %3 ticks").arg(from, 0, 'g', 12).arg(from + length, 0, 'g', 12).arg(ticks.size());
            QVERIFY2(ticks.size() >= 3 && ticks.size() <= 8, qPrintable(what));
            const double step = ticks[1] - ticks[0];
            for (size_t k = 0; k < ticks.size(); ++k) {
                QVERIFY2(ticks[k] >= from - 1e-6 * step && ticks[k] <= from + length + 1e-6 * step, qPrintable(what));
                QVERIFY(k == 0 || std::abs(ticks[k] - ticks[k - 1] - step) < 1e-6 * step);
            }
            if (step > 1e-6 * std::abs(from)) { // else what is left of the digits tells nothing of the step
                QVERIFY2(roundStep(step), qPrintable(what));
            }
        }
    }

    // Numbers from outside may be anything: every axis ends, and nothing is made of what is no number.
    void ticksOfAnythingEnd()
    {
        for (const auto &[from, to] : std::vector<std::pair<double, double>>{
                 {1, 1}, {2, 1}, {kNaN, 1}, {0, kNaN}, {-kInfinite, kInfinite}, {0, kInfinite}, {-1e308, 1e308}, {0, 5e-324}}) {
            const auto ticks = ticksBetween(from, to);
            QVERIFY(ticks.size() <= 10);
            for (const double t : ticks) {
                QVERIFY(std::isfinite(t));
            }
        }
        // So far out that the next whole number is the same number.
        QVERIFY(ticksBetween(1e18, 1e18 + 256).size() <= 10);
        QVERIFY(ticksBetween(1e300, std::nextafter(1e300, kInfinite)).size() <= 10);
        QVERIFY(ticksBetween(1, std::nextafter(1.0, 2.0)).size() <= 10);
        QVERIFY(ticksBetween(-1e16, -1e16 + 4).size() <= 10);
    }

    void nearerKeepsThePlaceAndStaysWithin()
    {
        const View whole{0, 10, -5, 5};
        std::mt19937_64 random(4);
        std::uniform_real_distribution<double> share(0, 1), factor(-2, 3);
        View view = whole;
        for (int i = 0; i < 3000; ++i) {
            const double x = view.x0 + share(random) * (view.x1 - view.x0), y = view.y0 + share(random) * (view.y1 - view.y0);
            const double f = std::exp(factor(random));
            const View next = magnified(view, whole, x, y, f);
            QVERIFY(next.x0 >= whole.x0 - 1e-9 && next.x1 <= whole.x1 + 1e-9 && next.y0 >= whole.y0 - 1e-9 && next.y1 <= whole.y1 + 1e-9);
            QVERIFY(next.x1 - next.x0 > 0.000999 * (whole.x1 - whole.x0) && next.y1 - next.y0 > 0.000999 * (whole.y1 - whole.y0));
            if (f > 1 && next.x1 - next.x0 > 0.002 * (whole.x1 - whole.x0)) {
                // Where it lay between the edges it lies still.
                LAMP_NEAR((x - next.x0) / (next.x1 - next.x0), (x - view.x0) / (view.x1 - view.x0), 1e-6);
                LAMP_NEAR((y - next.y0) / (next.y1 - next.y0), (y - view.y0) / (view.y1 - view.y0), 1e-6);
            }
            view = next;
        }
        for (const double f : {0.0, -1.0, kNaN}) {
            QVERIFY(magnified(view, whole, 1, 1, f) == view);
        }
        QVERIFY(magnified(view, whole, kNaN, 1, 2) == view);
        QVERIFY(magnified({4, 6, -1, 1}, whole, 5, 0, 1e-9) == whole);
    }

    void movingKeepsTheSize()
    {
        const View whole{0, 10, -5, 5}, part{2, 4, -1, 1};
        for (const auto &[right, up] : std::vector<std::pair<double, double>>{{0.5, 0}, {0, -0.5}, {100, 100}, {-100, -100}, {-0.3, 0.7}}) {
            const View v = moved(part, whole, right, up);
            LAMP_NEAR(v.x1 - v.x0, 2, 1e-9);
            LAMP_NEAR(v.y1 - v.y0, 2, 1e-9);
            QVERIFY(v.x0 >= whole.x0 && v.x1 <= whole.x1 && v.y0 >= whole.y0 && v.y1 <= whole.y1);
        }
        QVERIFY(moved(whole, whole, 0.4, 0.4) == whole);
    }

    // Source: RFC 4180, read back by the program's own reader of such files.
    void csvComesBack()
    {
        Plot p = line();
        p.series[0].name = "a, \"quoted\"\nname";
        p.series[0].points[1].uncertainty.reset();
        p.series[0].points[2].y = kNaN;
        p.bars.push_back({7, 0.125, {10, 20, 30}, 0.25, "a bar"});
        const auto rows = csvRows(csvOf(p), 100).value();
        QCOMPARE(int(rows.size()), 1 + 5 + 1);
        QCOMPARE(rows[0].cells.size(), size_t(5));
        QCOMPARE(rows[1].cells[0], p.series[0].name);
        QCOMPARE(rows[1].cells[1], std::string("0"));
        QCOMPARE(rows[2].cells[3], std::string()); // no uncertainty is no zero
        QCOMPARE(rows[3].cells[2], std::string()); // nor is a value that is none
        QCOMPARE(rows[6].cells[2], std::string("0.125"));
        QCOMPARE(rows[6].cells[4], std::string("a bar"));
    }

    void pointsAreReadOutInOrder()
    {
        Plot p = line();
        p.series[0].points[3].text.clear(); // only a step of the line
        p.bars.push_back({1, 4.5, {}, {}, "bar"});
        const auto all = readingsOf(p);
        QCOMPARE(int(all.size()), 5);
        QCOMPARE(all[0].text, std::string("point 0"));
        QCOMPARE(all[3].text, std::string("point 4"));
        QCOMPARE(all[4].text, std::string("bar"));
        const Frame frame = Frame::of(p, QRectF(0, 0, 400, 260), wholeOf(p));
        for (size_t i = 0; i < all.size(); ++i) {
            QCOMPARE(nearest(all, frame, frame.at(all[i].x, all[i].y)), int(i));
            LAMP_NEAR(frame.xAt(frame.at(all[i].x, all[i].y).x()), all[i].x, 1e-9);
            LAMP_NEAR(frame.yAt(frame.at(all[i].x, all[i].y).y()), all[i].y, 1e-9);
        }
        QCOMPARE(nearest(all, frame, {-500, -500}), -1);
        QCOMPARE(nearest({}, frame, {100, 100}), -1);
    }

    // What was not read stands nowhere on a chart, and no line is drawn across it.
    void aMissingValueIsAGap()
    {
        const Plot whole = line({3, 3, 3, 3, 3}), gap = line({3, 3, kNaN, 3, 3});
        const Frame frame = Frame::of(whole, QRectF(0, 0, 400, 260), wholeOf(whole));
        const auto between = [&](double from, double to) { return QRectF(frame.at(from, 3.2), frame.at(to, 2.8)).normalized(); };
        const QImage without = drawn(gap), with = drawn(whole);
        QVERIFY(inked(with, between(1.2, 1.8), 150) && inked(with, between(2.2, 2.8), 150));
        QVERIFY2(!inked(without, between(1.2, 2.8), 150), "a line crosses what is missing");
        QVERIFY(inked(without, between(0.2, 0.8), 150) && inked(without, between(3.2, 3.8), 150));
        // And infinite ones, and a series of nothing else.
        for (const auto &ys : {std::vector<double>{kInfinite, 1, -kInfinite}, std::vector<double>{kNaN, kNaN, kNaN}, std::vector<double>{}}) {
            Plot p = line(ys.empty() ? std::vector<double>{1, 2} : ys);
            if (ys.empty()) {
                p.series[0].points.clear();
            }
            QVERIFY(!drawn(p).isNull());
        }
    }

    // An axis without length, of one reading or of equal ones, is drawn all the same.
    void anAxisWithoutLengthIsDrawn()
    {
        for (const auto &[from, to] : std::vector<std::pair<double, double>>{{1, 1}, {2, 1}, {kNaN, 1}}) {
            Plot p = line();
            p.x.from = from;
            p.x.to = to;
            p.y.from = from;
            p.y.to = to;
            const Frame frame = Frame::of(p, QRectF(0, 0, 300, 200), wholeOf(p));
            QVERIFY(!drawn(p, {300, 200}).isNull());
            QVERIFY(std::isfinite(frame.at(1, 1).x()) && std::isfinite(frame.at(1, 1).y()));
        }
        QVERIFY(!drawn(line(), {20, 10}).isNull()); // smaller than its own axes
    }

    void nothingIsDrawnOutsideItsPlace()
    {
        Plot p = line({-50, 100, 3, 100, -50}); // far beyond its axis
        p.limits.push_back({4, "limit", Stroke::Dashed, false});
        p.limits.push_back({400, "far", Stroke::Dashed, false});
        p.band = {{-100.0, 100.0}};
        p.bars.push_back({2, 1000, {255, 0, 0}, {}, "high"});
        p.legend = {"one", "two"};
        for (const auto at : {Plot::Legend::None, Plot::Legend::TopLeft, Plot::Legend::BottomLeft, Plot::Legend::BottomRight}) {
            p.legendAt = at;
            const QRectF area(60, 50, 320, 220);
            const QImage image = drawn(p, {440, 330}, area);
            for (const QRectF &outside : {QRectF(0, 0, 440, 49), QRectF(0, 272, 440, 58), QRectF(0, 0, 59, 330), QRectF(382, 0, 58, 330)}) {
                QVERIFY2(!inked(image, outside), qPrintable(QStringLiteral("legend %1").arg(int(at))));
            }
        }
    }

    // Common practice of charts worth printing: names of axes stand clear of the lines that values are read by.
    void theAxisNameLiesAcrossNoLine()
    {
        Plot with = line(), bare = line();
        with.series.clear();
        bare.series.clear();
        bare.y.name = bare.y.unit = {};
        const QImage named = drawn(with), plain = drawn(bare);
        int first = 1000, last = -1;
        for (int y = 0; y < named.height(); ++y) {
            for (int x = 0; x < named.width(); ++x) {
                if (named.pixel(x, y) != plain.pixel(x, y)) {
                    first = std::min(first, y);
                    last = std::max(last, y);
                }
            }
        }
        QVERIFY(last > first);
        const Frame frame = Frame::of(with, QRectF(0, 0, 400, 260), wholeOf(with));
        for (const double y : with.y.ticks) {
            const double row = frame.at(0, y).y();
            QVERIFY2(row < first - 1 || row > last + 1, qPrintable(QStringLiteral("line at %1, name from %2 to %3").arg(row).arg(first).arg(last)));
        }
    }

    // Colour in a chart means a colour: only swatches have any.
    void onlySwatchesAreColoured()
    {
        Plot p = line();
        p.band = {{1.0, 2.0}};
        p.limits.push_back({4, "limit", Stroke::Dotted, true});
        p.bars.push_back({2, 3, {200, 30, 30}, 0.1, "red"});
        QImage image = drawn(p);
        int coloured = 0;
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QRgb c = image.pixel(x, y);
                coloured += std::max({qRed(c), qGreen(c), qBlue(c)}) - std::min({qRed(c), qGreen(c), qBlue(c)}) > 2;
            }
        }
        QVERIFY(coloured > 100);
        p.bars.clear();
        image = drawn(p);
        for (int y = 0; y < image.height(); ++y) {
            for (int x = 0; x < image.width(); ++x) {
                const QRgb c = image.pixel(x, y);
                QVERIFY(std::max({qRed(c), qGreen(c), qBlue(c)}) - std::min({qRed(c), qGreen(c), qBlue(c)}) <= 2);
            }
        }
    }

    // Source: WCAG 2.1, 1.4.11: what is needed to read a chart stands out from its ground by 3 to 1.
    void inksStandOutFromThePaper()
    {
        const auto luminance = [](const QColor &c) {
            const auto light = [](double v) { return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4); };
            return 0.2126 * light(c.redF()) + 0.7152 * light(c.greenF()) + 0.0722 * light(c.blueF());
        };
        const Tones paper;
        const auto ratio = [&](const QColor &c) { return (luminance(paper.paper) + 0.05) / (luminance(c) + 0.05); };
        QVERIFY(ratio(paper.ink) >= 4.5);
        QVERIFY(ratio(paper.soft) >= 3);
    }

    void aPartOfAnAxisHasTicksThatTellItApart()
    {
        Plot p = line();
        const QImage whole = drawn(p);
        QImage image(400, 260, QImage::Format_RGB32);
        image.fill(Qt::white);
        QPainter painter(&image);
        draw(painter, image.rect(), p, {}, {1.001, 1.009, 2.0, 2.01});
        painter.end();
        QVERIFY(image != whole);
        QVERIFY(inked(image, QRectF(0, 0, 43, 230), 200)); // numbers at the left
    }

    // Vector files are files of vectors, and say the same as the picture.
    void filesOfAChart()
    {
        QTemporaryDir dir;
        const Plot p = line();
        QSvgRenderer svg(svgOf(p, {480, 320}));
        QVERIFY(svg.isValid());
        QCOMPARE(svg.viewBox(), QRect(0, 0, 480, 320));
        // Source: CSS Values and Units, 5.2: 96 pixels are an inch; 480 of them 127 mm.
        QVERIFY2(svgOf(p, {480, 320}).left(400).contains("width=\"127mm\""), svgOf(p, {480, 320}).left(400));
        QVERIFY(!svgOf(p, {480, 320}).contains("<image"));
        const QByteArray pdf = pdfOf(p, {480, 320});
        QVERIFY(pdf.startsWith("%PDF") && !pdf.contains("/Subtype /Image"));
        QFile file(dir.filePath("chart.pdf"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(pdf);
        file.close();
        QProcess text;
        text.start("pdftotext", {file.fileName(), "-"});
        QVERIFY(text.waitForFinished());
        const QString words = QString::fromUtf8(text.readAllStandardOutput());
        QVERIFY2(words.contains("Luminance over the months") && words.contains("cd/m²") && words.contains("months"), qPrintable(words));
        const QImage one = imageOf(p, {480, 320}, 1), two = imageOf(p, {480, 320}, 2);
        QCOMPARE(one.size(), QSize(480, 320));
        QCOMPARE(two.size(), QSize(960, 640));
        // The same drawing: shrunk again it differs only by how edges are smoothed.
        const QImage small = two.scaled(480, 320, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
        double off = 0;
        for (int y = 0; y < 320; ++y) {
            for (int x = 0; x < 480; ++x) {
                off += std::abs(qGray(small.pixel(x, y)) - qGray(one.pixel(x, y)));
            }
        }
        QVERIFY2(off / (480 * 320) < 4, qPrintable(QString::number(off / (480 * 320))));
    }

    void anEmptyChartSaysWhy()
    {
        Plot p = line();
        p.series.clear();
        const QImage silent = drawn(p);
        p.empty = "Nothing was read yet";
        QVERIFY(drawn(p) != silent);
        p.series.push_back({});
        p.series[0].points = {{1, 1, {}, "a point"}};
        QVERIFY(drawn(p) != silent);
    }

    // Many values are drawn with less than all of their points: what stands out among them is not lost, in pixels or in a file.
    void aSpikeAmongManyIsSeen()
    {
        constexpr int kPoints = 20000, kSpike = 7777;
        Plot p;
        Series s;
        for (int i = 0; i < kPoints; ++i) {
            s.points.push_back({double(i), i == kSpike ? 0.9 : 0.05 * std::sin(i * 0.7), {}, {}});
        }
        p.series = {s};
        p.x = {"", "", 0, kPoints, {}, 0};
        p.y = {"", "", -1, 1, {}, 0};
        const QSize size(600, 322);
        const QImage picture = imageOf(p, size, 1);
        const Frame frame = Frame::of(p, QRectF(0, 22, size.width(), size.height() - 22), wholeOf(p));
        const QPointF top = frame.at(kSpike, 0.9), beside = frame.at(kSpike - 600, 0.6);
        const auto darkest = [&](const QPointF &at) {
            int least = 255;
            for (int dx = -2; dx <= 2; ++dx) {
                for (int dy = -2; dy <= 6; ++dy) {
                    least = std::min(least, qGray(picture.pixel(int(at.x()) + dx, int(at.y()) + dy)));
                }
            }
            return least;
        };
        QVERIFY2(darkest(top) < 160, qPrintable(QString::number(darkest(top))));
        QVERIFY(darkest(beside) > 240);
        // A file for print has all of them.
        QVERIFY(svgOf(p, size).size() > 10 * kPoints);
    }
};

LAMP_GUI_TEST(chart, TestChart)

} // namespace chart_test
#include "test_chart.moc"
