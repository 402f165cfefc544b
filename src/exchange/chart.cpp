// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/plot_frame.h"

#include "colour/spaces.h"

#include <cmath>

namespace lamp {

namespace {

/// A pleasant upper end for an axis.
double niceTop(double v)
{
    for (const double top : {0.5, 1.0, 2.0, 3.0, 5.0, 8.0, 12.0, 20.0, 40.0, 100.0}) {
        if (v <= top) {
            return top;
        }
    }
    return v;
}

} // namespace

QColor screenColour(const Lab &lab)
{
    static const Eigen::Matrix3d fromPcs = (adaptation(whiteOf(rgbSpace("sRGB")->white), iccD50()) * rgbSpace("sRGB")->toXyz()).inverse();
    const Eigen::Vector3d linear = fromPcs * xyzOf(lab, iccD50()).vec();
    const ToneCurve srgb{ToneKind::Srgb};
    const auto channel = [&](double v) { return int(std::lround(255 * srgb.inverse(std::clamp(v, 0.0, 1.0)))); };
    return {channel(linear[0]), channel(linear[1]), channel(linear[2])};
}

QString Chart::title() const
{
    switch (m_kind) {
    case Kind::GrayDifference: return QStringLiteral("Grays: difference from target");
    case Kind::Tone: return QStringLiteral("Tone: local gamma");
    case Kind::Colours: return QStringLiteral("Verified colours: difference");
    case Kind::Gamut: return QStringLiteral("Gamut in u′v′");
    }
    return {};
}

std::vector<ChartPoint> Chart::draw(QPainter &painter, const QRectF &area, const VisitRecord &record, const Tones &tones) const
{
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    std::vector<ChartPoint> points;
    switch (m_kind) {
    case Kind::GrayDifference: points = drawGray(painter, area, record, tones); break;
    case Kind::Tone: points = drawTone(painter, area, record, tones); break;
    case Kind::Colours: points = drawColours(painter, area, record, tones); break;
    case Kind::Gamut: points = drawGamut(painter, area, record, tones); break;
    }
    painter.restore();
    return points;
}

std::vector<ChartPoint> Chart::drawGray(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const
{
    const double limit = r.plan.tolerance.grayMax;
    const PlotFrame f(area, 0, 100, 0, niceTop(std::max(r.gray.max, limit) * 1.1));
    p.fillRect(QRectF(f.at(0, std::min(limit, f.y1)), f.at(100, 0)), t.band);
    f.axes(p, t, QStringLiteral("drive, %"), QStringLiteral("ΔE00"), {0, 25, 50, 75, 100}, {0, f.y1 / 2, f.y1}, 0, 1);
    f.limit(p, t, limit, QStringLiteral("limit %1").arg(plotNumber(limit, 1)));
    std::vector<ChartPoint> points;
    QPolygonF line;
    for (const GrayResult &g : r.gray.grays) {
        const QPointF at = f.at(100 * g.drive, g.deltaE);
        line << at;
        points.push_back(
            {at, QStringLiteral("gray %1 %: ΔE00 %2, %3 cd/m²").arg(plotNumber(100 * g.drive, 0), plotNumber(g.deltaE, 2), plotNumber(g.xyz.b, 2))});
    }
    p.setPen(QPen(t.soft, 1.2));
    p.drawPolyline(line);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    for (const QPointF &at : line) {
        p.drawRect(QRectF(at.x() - 3, at.y() - 3, 6, 6));
    }
    return points;
}

std::vector<ChartPoint> Chart::drawTone(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const
{
    double low = 9, high = 0;
    const XYZ &white = r.calibrated.white, &black = r.calibrated.black;
    const ToneCurve tone = r.plan.target.tone.withBlack(white.b > 0 ? black.b / white.b : 0);
    for (const GrayResult &g : r.gray.grays) {
        if (g.gamma > 0) {
            low = std::min(low, g.gamma);
            high = std::max(high, g.gamma);
        }
    }
    for (double v = 0.06; v < 0.97; v += 0.05) {
        const double gamma = gammaAt(v, tone.value(v));
        low = std::min(low, gamma);
        high = std::max(high, gamma);
    }
    const PlotFrame f(area, 0, 100, std::floor(low * 5 - 0.5) / 5, std::ceil(high * 5 + 0.5) / 5);
    f.axes(p, t, QStringLiteral("drive, %"), QStringLiteral("ln Y / ln v"), {0, 25, 50, 75, 100}, {f.y0, (f.y0 + f.y1) / 2, f.y1}, 0, 2);
    QPolygonF wanted;
    for (double v = 0.04; v < 0.98; v += 0.02) {
        wanted << f.at(100 * v, gammaAt(v, tone.value(v)));
    }
    p.setPen(QPen(t.ink, 1.2, Qt::DashLine));
    p.drawPolyline(wanted);
    std::vector<ChartPoint> points;
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    for (const GrayResult &g : r.gray.grays) {
        if (g.gamma <= 0) {
            continue;
        }
        const QPointF at = f.at(100 * g.drive, g.gamma);
        p.drawRect(QRectF(at.x() - 3, at.y() - 3, 6, 6));
        points.push_back({at, QStringLiteral("drive %1 %: gamma %2, wanted %3")
                                  .arg(plotNumber(100 * g.drive, 0), plotNumber(g.gamma, 3), plotNumber(gammaAt(g.drive, tone.value(g.drive)), 3))});
    }
    p.setPen(t.ink);
    p.drawText(f.plot.adjusted(0, 0, -4, 0), Qt::AlignRight | Qt::AlignBottom,
               QStringLiteral("dashed: target, ") + QString::fromStdString(tone.name()));
    return points;
}

std::vector<ChartPoint> Chart::drawColours(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const
{
    const auto &colours = r.verification.colours;
    const Tolerance &limits = r.plan.tolerance;
    const PlotFrame f(area, 0, double(std::max<size_t>(colours.size(), 1)), 0, niceTop(std::max(r.verification.max, limits.mean) * 1.15));
    f.axes(p, t, QStringLiteral("verification colours, in the order read"), QStringLiteral("ΔE00"), {}, {0, f.y1 / 2, f.y1}, 0, 1);
    std::vector<ChartPoint> points;
    for (size_t i = 0; i < colours.size(); ++i) {
        const VerifiedColour &c = colours[i];
        const QRectF bar(f.at(double(i) + 0.12, c.deltaE), f.at(double(i) + 0.88, 0));
        // A patch of the colour itself stands under its bar.
        p.setPen(QPen(t.soft, 0.7));
        p.setBrush(t.soft);
        p.drawRect(bar);
        p.setBrush(screenColour(c.colour.wanted));
        p.drawRect(QRectF(bar.left(), f.plot.bottom() + 3, bar.width(), 11));
        points.push_back({QPointF(bar.center().x(), bar.top()),
                          QStringLiteral("%1: ΔE00 %2 ± %3")
                              .arg(QString::fromStdString(c.colour.name), plotNumber(c.deltaE, 2), plotNumber(2 * c.uncertainty, 2))});
    }
    f.limit(p, t, limits.mean, QStringLiteral("limit of the mean %1").arg(plotNumber(limits.mean, 1)));
    f.limit(p, t, limits.max, QStringLiteral("limit of the largest %1").arg(plotNumber(limits.max, 1)));
    p.setPen(QPen(t.ink, 1.6));
    p.drawLine(f.at(0, r.verification.mean), f.at(f.x1, r.verification.mean));
    p.drawText(QRectF(f.plot.left() + 4, f.at(0, r.verification.mean).y() - 15, 160, 14), Qt::AlignLeft,
               QStringLiteral("mean %1").arg(plotNumber(r.verification.mean, 2)));
    return points;
}

std::vector<ChartPoint> Chart::drawGamut(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const
{
    const PlotFrame f = PlotFrame::chromaticity(area);
    f.locus(p, t);
    p.setPen(QPen(t.soft, 1.2, Qt::DashLine));
    p.drawPolygon(f.triangle(rgbSpace("sRGB")->primaries));
    p.setPen(QPen(t.soft, 1.2, Qt::DotLine));
    p.drawPolygon(f.triangle(rgbSpace("Adobe RGB (1998)")->primaries));
    const Primaries &c = r.calibrated;
    std::vector<ChartPoint> points;
    if (c.white.b > 0) {
        const std::array<Chromaticity, 3> own{chromaticity(c.red), chromaticity(c.green), chromaticity(c.blue)};
        p.setPen(QPen(t.ink, 2));
        p.drawPolygon(f.triangle(own));
        const std::array<const char *, 4> names{"red", "green", "blue", "white"};
        const std::array<Chromaticity, 4> all{own[0], own[1], own[2], chromaticity(c.white)};
        for (size_t i = 0; i < 4; ++i) {
            const Uv uv = uvOf(all[i]);
            points.push_back({f.at(uv.u, uv.v), QStringLiteral("%1: u′ %2, v′ %3").arg(names[i], plotNumber(uv.u, 4), plotNumber(uv.v, 4))});
        }
        const Uv target = uvOf(r.targetWhite());
        const QPointF at = f.at(target.u, target.v);
        p.setPen(QPen(t.ink, 1));
        p.drawLine(at - QPointF(7, 0), at + QPointF(7, 0));
        p.drawLine(at - QPointF(0, 7), at + QPointF(0, 7));
        p.drawEllipse(points.back().at, 3.5, 3.5);
    }
    p.setPen(t.soft);
    const double left = f.plot.right() + 14;
    QStringList legend{QStringLiteral("solid: this display"), QStringLiteral("dashed: sRGB"), QStringLiteral("dotted: Adobe RGB (1998)"),
                       QStringLiteral("cross: target white"), QStringLiteral("ring: white read")};
    for (const char *space : {"sRGB", "Display P3", "Adobe RGB (1998)", "Rec. 2020"}) {
        if (const auto it = r.coverage.find(space); it != r.coverage.end()) {
            legend << QStringLiteral("shows %1 % of %2").arg(plotNumber(it->second, 1), space);
        }
    }
    for (int i = 0; i < legend.size(); ++i) {
        p.drawText(QPointF(left, area.top() + 22 + 17 * i), legend[i]);
    }
    return points;
}

} // namespace lamp
