// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

#include <QColor>
#include <QPainter>
#include <QRectF>
#include <QString>

#include <optional>
#include <vector>

namespace lamp {

/// Neutral tones of a surround; everything that is no measurement is drawn with these.
struct Tones {
    QColor paper{255, 255, 255}, ink{20, 20, 20}, soft{120, 120, 120}, line{190, 190, 190}, band{236, 236, 236};
};

/// A point that a chart can read out under the pointer.
struct ChartPoint {
    QPointF at; ///< in the chart's own rectangle, pixels
    QString text;
};

/// A drawn chart: what it shows is decided by a record; it reads out the value nearest to the pointer. The same
/// drawing serves window and report. Drawn by hand because tolerance bands, patches in their own colours and one
/// vector output for screen and paper are wanted together.
class Chart {
public:
    enum class Kind { GrayDifference, Tone, Colours, Gamut };
    explicit Chart(Kind kind) : m_kind(kind) {}

    [[nodiscard]] QString title() const;
    /// Draws into a rectangle. \return the points that can be read out
    std::vector<ChartPoint> draw(QPainter &painter, const QRectF &area, const VisitRecord &record, const Tones &tones) const;

private:
    std::vector<ChartPoint> drawGray(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const;
    std::vector<ChartPoint> drawTone(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const;
    std::vector<ChartPoint> drawColours(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const;
    std::vector<ChartPoint> drawGamut(QPainter &p, const QRectF &area, const VisitRecord &r, const Tones &t) const;

    Kind m_kind;
};

/// The colour of a Lab value (D50) on an ordinary sRGB screen.
QColor screenColour(const Lab &lab);

} // namespace lamp
