// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exchange/chart.h"

namespace lamp {

/// Plot area with axes, mapping values to pixels.
struct PlotFrame {
    QRectF plot;
    double x0, x1, y0, y1;
    bool inXy = false; ///< a chromaticity frame in x, y instead of u', v'

    PlotFrame(const QRectF &area, double left, double right, double low, double high)
        : plot(area.adjusted(44, 8, -10, -32)), x0(left), x1(right), y0(low), y1(high)
    {
    }
    /// A square one in u'v', where distances mean something, or in x, y; as large as the area lets it.
    static PlotFrame chromaticity(const QRectF &area, bool xy = false);

    [[nodiscard]] QPointF at(double x, double y) const
    {
        return {plot.left() + (x - x0) / (x1 - x0) * plot.width(), plot.bottom() - (y - y0) / (y1 - y0) * plot.height()};
    }
    [[nodiscard]] QPointF at(const Chromaticity &c) const;
    void axes(QPainter &p, const Tones &t, const QString &xName, const QString &yName, const std::vector<double> &xs, const std::vector<double> &ys,
              int xDecimals, int yDecimals) const;
    void limit(QPainter &p, const Tones &t, double y, const QString &name) const;
    /// The spectral locus with its axes, for a chromaticity frame.
    void locus(QPainter &p, const Tones &t) const;
    /// The triangle of three primaries.
    [[nodiscard]] QPolygonF triangle(const std::array<Chromaticity, 3> &primaries) const;
};

/// A number for people.
QString plotNumber(double v, int decimals);

} // namespace lamp
