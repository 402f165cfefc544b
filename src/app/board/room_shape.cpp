// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/room_shape.h"

#include <QLineF>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace lamp::app {

namespace {

constexpr double kNear = 7; ///< pixels that a pointer may miss by

QLineF wall(const QPolygonF &shape, int from)
{
    return {shape[from], shape[(from + 1) % int(shape.size())]};
}

double distance(const QLineF &wall, const QPointF &at)
{
    const QPointF along = wall.p2() - wall.p1(), from = at - wall.p1();
    const double length2 = QPointF::dotProduct(along, along);
    const double t = length2 > 0 ? std::clamp(QPointF::dotProduct(from, along) / length2, 0.0, 1.0) : 0;
    return QLineF(at, wall.p1() + t * along).length();
}

QPainterPath pathOf(const QPolygonF &shape)
{
    QPainterPath path;
    path.addPolygon(shape);
    path.closeSubpath();
    return path;
}

} // namespace

QRectF boxOf(const DrawnPlan::Outline &o, double w)
{
    return {o.x * w + 0.5, o.y * w + 0.5, o.width * w - 1, o.height * w - 1};
}

QPolygonF shapeOf(const DrawnPlan::Outline &outline, const QRectF &area)
{
    QPolygonF shape;
    for (const auto &[across, down] : outline.corners) {
        shape << area.topLeft() + QPointF(across * area.width(), down * area.height());
    }
    return !shape.isEmpty() ? shape : QPolygonF{area.topLeft(), area.topRight(), area.bottomRight(), area.bottomLeft()};
}

DrawnPlan::Outline outlineOf(const QPolygonF &shape, double w)
{
    const QRectF box = shape.boundingRect();
    DrawnPlan::Outline o{(box.left() - 0.5) / w, (box.top() - 0.5) / w, (box.width() + 1) / w, (box.height() + 1) / w, {}};
    bool plain = shape.size() == 4;
    for (const QPointF &p : shape) {
        const auto share = [](double v, double of) { return of > 0 ? std::clamp(v / of, 0.0, 1.0) : 0; };
        o.corners.push_back({share(p.x() - box.left(), box.width()), share(p.y() - box.top(), box.height())});
        for (double &v : o.corners.back()) {
            constexpr double kSame = 1e-6;
            v = v < kSame ? 0 : (v > 1 - kSame ? 1 : v);
            plain = plain && (v == 0 || v == 1);
        }
    }
    if (plain && canBeOutline(o)) {
        o.corners.clear();
    }
    return o;
}

bool standsIn(const QPolygonF &shape, const QRectF &rect)
{
    return pathOf(shape).contains(rect.adjusted(1, 1, -1, -1));
}

QRectF firstPlaceIn(const QPolygonF &shape, const QSizeF &size)
{
    constexpr double kStep = 6;
    const QRectF box = shape.boundingRect();
    const QPainterPath path = pathOf(shape);
    for (double y = box.top(); y + size.height() <= box.bottom(); y += kStep) {
        for (double x = box.left(); x + size.width() <= box.right(); x += kStep) {
            const QRectF place(QPointF(x, y), size);
            if (path.contains(place.adjusted(1, 1, -1, -1))) {
                return place;
            }
        }
    }
    return {};
}

std::optional<int> cornerAt(const QPolygonF &shape, const QPointF &at)
{
    for (int i = 0; i < int(shape.size()); ++i) {
        if (QLineF(shape[i], at).length() <= kNear) {
            return i;
        }
    }
    return std::nullopt;
}

std::optional<int> wallAt(const QPolygonF &shape, const QPointF &at)
{
    std::optional<int> nearest;
    double least = kNear;
    for (int i = 0; i < int(shape.size()); ++i) {
        if (const double d = distance(wall(shape, i), at); d <= least) {
            least = d;
            nearest = i;
        }
    }
    return nearest;
}

std::optional<QLineF> doorWallOf(const QPolygonF &shape)
{
    constexpr double kLong = 44, kLevel = 1;
    std::optional<QLineF> lowest;
    for (int i = 0; i < int(shape.size()); ++i) {
        const QLineF w = wall(shape, i);
        if (std::abs(w.dy()) <= kLevel && std::abs(w.dx()) >= kLong && (!lowest || w.y1() > lowest->y1())) {
            lowest = w.dx() > 0 ? w : QLineF(w.p2(), w.p1());
        }
    }
    return lowest;
}

} // namespace lamp::app
