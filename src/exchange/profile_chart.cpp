// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/profile_chart.h"

#include "colour/spaces.h"
#include "exchange/plot_frame.h"

#include <cmath>

namespace lamp {

namespace {

const std::array<const char *, 3> kChannels{"red", "green", "blue"};
/// Channels are told apart by their lines, since the interface adds no colour.
const std::array<Qt::PenStyle, 3> kLines{Qt::SolidLine, Qt::DashLine, Qt::DotLine};

void legend(QPainter &p, const Tones &t, const QPointF &from, const QStringList &lines)
{
    p.setPen(t.soft);
    for (int i = 0; i < lines.size(); ++i) {
        p.drawText(from + QPointF(0, 17 * i), lines[i]);
    }
}

/// Three curves over the drive, with their read-outs.
template <typename At> std::vector<ChartPoint> curves(QPainter &p, const PlotFrame &f, const Tones &t, const At &at, const QString &what)
{
    std::vector<ChartPoint> points;
    constexpr int kSteps = 255;
    for (size_t c = 0; c < 3; ++c) {
        QPolygonF line;
        for (int i = 0; i <= kSteps; ++i) {
            const double v = double(i) / kSteps, y = at(c, i);
            line << f.at(100 * v, 100 * y);
            if (i % 15 == 0) {
                points.push_back({line.back(), QStringLiteral("%1 at %2 %: %3 %4 %")
                                                   .arg(QString::fromLatin1(kChannels[c]), plotNumber(100 * v, 0), what, plotNumber(100 * y, 1))});
            }
        }
        p.setPen(QPen(t.ink, 1.4, kLines[c]));
        p.drawPolyline(line);
    }
    p.setPen(t.soft);
    legend(p, t, f.plot.topLeft() + QPointF(10, 26), {QStringLiteral("solid: red"), QStringLiteral("dashed: green"), QStringLiteral("dotted: blue")});
    return points;
}

} // namespace

std::vector<ChartPoint> drawProfileGamut(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t, bool xy)
{
    p.setRenderHint(QPainter::Antialiasing);
    const PlotFrame f = PlotFrame::chromaticity(area, xy);
    f.locus(p, t);
    p.setPen(QPen(t.soft, 1.2, Qt::DashLine));
    p.drawPolygon(f.triangle(rgbSpace("sRGB")->primaries));
    std::vector<ChartPoint> points;
    if (seen.facts) {
        p.setPen(QPen(t.ink, 2));
        p.drawPolygon(f.triangle(seen.facts->primaries));
        const auto tell = [&](const QString &name, const Chromaticity &c) {
            const Uv uv = uvOf(c);
            points.push_back({f.at(c), QStringLiteral("%1: x %2, y %3; u′ %4, v′ %5")
                                           .arg(name, plotNumber(c.x, 4), plotNumber(c.y, 4), plotNumber(uv.u, 4), plotNumber(uv.v, 4))});
        };
        for (size_t c = 0; c < 3; ++c) {
            tell(QString::fromLatin1(kChannels[c]), seen.facts->primaries[c]);
        }
        if (seen.facts->white) {
            tell(QStringLiteral("white"), *seen.facts->white);
            p.drawEllipse(points.back().at, 3.5, 3.5);
        }
    }
    legend(p, t, {f.plot.left() + 8, f.plot.bottom() - 44},
           {QStringLiteral("solid: this profile"), QStringLiteral("dashed: sRGB"), QStringLiteral("ring: white")});
    return points;
}

std::vector<ChartPoint> drawProfileTones(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t)
{
    p.setRenderHint(QPainter::Antialiasing);
    const PlotFrame f(area, 0, 100, 0, 100);
    f.axes(p, t, QStringLiteral("drive, %"), QStringLiteral("light, %"), {0, 25, 50, 75, 100}, {0, 50, 100}, 0, 0);
    if (seen.tone[0].empty()) {
        return {};
    }
    return curves(
        p, f, t, [&](size_t c, int i) { return seen.tone[c][size_t(i)]; }, QStringLiteral("light"));
}

std::vector<ChartPoint> drawProfileRamps(QPainter &p, const QRectF &area, const Inspection &seen, const Tones &t)
{
    p.setRenderHint(QPainter::Antialiasing);
    const PlotFrame f(area, 0, 100, 0, 100);
    f.axes(p, t, QStringLiteral("drive, %"), QStringLiteral("behind the ramps, %"), {0, 25, 50, 75, 100}, {0, 50, 100}, 0, 0);
    const auto ramps = seen.profile ? seen.profile->ramps(256) : std::nullopt;
    if (!ramps) {
        p.setPen(t.soft);
        p.drawText(f.plot, Qt::AlignCenter, QStringLiteral("It holds no calibration ramps."));
        return {};
    }
    return curves(
        p, f, t, [&](size_t c, int i) { return ramps->channel(int(c))[size_t(i)]; }, QStringLiteral("to"));
}

std::vector<ChartPoint> drawScreening(QPainter &p, const QRectF &area, const Screening &s, const Tones &t)
{
    p.setRenderHint(QPainter::Antialiasing);
    const PlotFrame f = PlotFrame::chromaticity(area);
    f.locus(p, t);
    std::vector<ChartPoint> points;
    for (size_t i = 0; i < s.profiles.size(); ++i) {
        const ScreenedProfile &one = s.profiles[i];
        p.setPen(QPen(t.ink, int(i) == s.recommended ? 2.4 : 1.2, one.odd() ? Qt::DashLine : Qt::SolidLine));
        p.drawPolygon(f.triangle(one.primaries));
        for (size_t c = 0; c < 3; ++c) {
            points.push_back({f.at(one.primaries[c]), QStringLiteral("%1: %2 x %3, y %4")
                                                          .arg(QString::fromStdString(one.name), QString::fromLatin1(kChannels[c]),
                                                               plotNumber(one.primaries[c].x, 4), plotNumber(one.primaries[c].y, 4))});
        }
        points.push_back(
            {f.at(one.white),
             QStringLiteral("%1: white x %2, y %3").arg(QString::fromStdString(one.name), plotNumber(one.white.x, 4), plotNumber(one.white.y, 4))});
        p.drawEllipse(points.back().at, 3, 3);
    }
    legend(p, t, {f.plot.left() + 0.62 * f.plot.width(), f.plot.bottom() - 52},
           {QStringLiteral("thick: recommended"), QStringLiteral("dashed: stands apart"), QStringLiteral("rings: whites")});
    return points;
}

} // namespace lamp
