// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/plot_frame.h"

#include "colour/spaces.h"
#include "colour/spectrum.h"

namespace lamp {

QString plotNumber(double v, int decimals)
{
    return QString::fromStdString(fixed(v, decimals));
}

PlotFrame PlotFrame::chromaticity(const QRectF &area, bool xy)
{
    QRectF square = area;
    const double side = std::min(area.width() - 54, area.height() - 40);
    square.setSize({side + 54, side + 40});
    PlotFrame f(square, 0, xy ? 0.85 : 0.65, 0, xy ? 0.85 : 0.65);
    f.inXy = xy;
    return f;
}

QPointF PlotFrame::at(const Chromaticity &c) const
{
    const Uv uv = uvOf(c);
    return inXy ? at(c.x, c.y) : at(uv.u, uv.v);
}

void PlotFrame::axes(QPainter &p, const Tones &t, const QString &xName, const QString &yName, const std::vector<double> &xs,
                     const std::vector<double> &ys, int xDecimals, int yDecimals) const
{
    p.setPen(QPen(t.line, 1));
    const QFontMetricsF metrics(p.font());
    for (const double y : ys) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(at(x0, y), at(x1, y));
        p.setPen(t.soft);
        p.drawText(QRectF(plot.left() - 44, at(x0, y).y() - 8, 39, 16), Qt::AlignRight | Qt::AlignVCenter, plotNumber(y, yDecimals));
    }
    for (const double x : xs) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(at(x, y0), at(x, y0) + QPointF(0, 4));
        p.setPen(t.soft);
        p.drawText(QRectF(at(x, y0).x() - 30, plot.bottom() + 4, 60, 14), Qt::AlignCenter, plotNumber(x, xDecimals));
    }
    p.setPen(t.soft);
    p.drawText(QRectF(plot.left(), plot.bottom() + 17, plot.width(), 15), Qt::AlignRight | Qt::AlignVCenter, xName);
    p.drawText(QRectF(plot.left() + 4, plot.top() - 7, plot.width(), 15), Qt::AlignLeft | Qt::AlignVCenter, yName);
}

void PlotFrame::limit(QPainter &p, const Tones &t, double y, const QString &name) const
{
    if (y <= y0 || y > y1) {
        return;
    }
    p.setPen(QPen(t.ink, 1.2, Qt::DashLine));
    p.drawLine(at(x0, y), at(x1, y));
    p.setPen(t.ink);
    p.drawText(QRectF(plot.left(), at(0, y).y() - 15, plot.width() - 4, 14), Qt::AlignRight | Qt::AlignVCenter, name);
}

void PlotFrame::locus(QPainter &p, const Tones &t) const
{
    const std::vector<double> marks = inXy ? std::vector<double>{0, 0.2, 0.4, 0.6, 0.8} : std::vector<double>{0, 0.2, 0.4, 0.6};
    axes(p, t, inXy ? QStringLiteral("x") : QStringLiteral("u′"), inXy ? QStringLiteral("y") : QStringLiteral("v′"), marks, marks, 1, 1);
    QPolygonF line;
    const ColourMatching &cmf = colourMatching(Observer::Cie1931_2deg);
    for (int i = 4; i <= 64; ++i) {
        line << at(lamp::chromaticity(XYZ(cmf.xyz[size_t(i)])));
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.line, 1.4));
    p.drawPolygon(line);
}

QPolygonF PlotFrame::triangle(const std::array<Chromaticity, 3> &primaries) const
{
    QPolygonF polygon;
    for (const Chromaticity &c : primaries) {
        polygon << at(c);
    }
    return polygon;
}

} // namespace lamp
