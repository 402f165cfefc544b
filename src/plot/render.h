// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"

#include <QByteArray>
#include <QColor>
#include <QPainter>
#include <QRectF>

namespace lamp::plot {

/// Neutral tones of a surround; everything that is no measurement is drawn with these.
struct Tones {
    QColor paper{255, 255, 255}, ink{20, 20, 20}, soft{120, 120, 120}, line{190, 190, 190}, band{236, 236, 236};
};

/// Where values stand on a drawing.
struct Frame {
    QRectF plot;
    View view;
    /// That of a chart in an area: room for its axes, and square where the chart is.
    static Frame of(const Plot &plot, const QRectF &area, const View &view);
    [[nodiscard]] QPointF at(double x, double y) const
    {
        return {plot.left() + (x - view.x0) / (view.x1 - view.x0) * plot.width(),
                plot.bottom() - (y - view.y0) / (view.y1 - view.y0) * plot.height()};
    }
    [[nodiscard]] double xAt(double pixel) const { return view.x0 + (pixel - plot.left()) / plot.width() * (view.x1 - view.x0); }
    [[nodiscard]] double yAt(double pixel) const { return view.y0 + (plot.bottom() - pixel) / plot.height() * (view.y1 - view.y0); }
};

/// Draws a chart, without its title: on the window, on paper, into a picture or an SVG alike.
void draw(QPainter &painter, const QRectF &area, const Plot &plot, const Tones &tones);
void draw(QPainter &painter, const QRectF &area, const Plot &plot, const Tones &tones, const View &view);

/// The value nearest to a place on a drawing, by its number in readingsOf(); -1 where none is near.
int nearest(const std::vector<Reading> &readings, const Frame &frame, const QPointF &at);

/// With its title, as a picture of its own on white paper.
QByteArray svgOf(const Plot &plot, const QSize &size);
QByteArray pdfOf(const Plot &plot, const QSize &size);
QImage imageOf(const Plot &plot, const QSize &size, double scale);

} // namespace lamp::plot
