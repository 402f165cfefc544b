// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/plans.h"

#include <QPolygonF>
#include <QRectF>

#include <optional>

namespace lamp::app {

/// A room's walls as they are drawn: its corners in pixels, in order round it. A rectangle has the four of its box.
QPolygonF shapeOf(const DrawnPlan::Outline &outline, const QRectF &area);
/// The other way: the box about some corners, and the corners in it where they are not the box's own. \param planWidth pixels
DrawnPlan::Outline outlineOf(const QPolygonF &shape, double planWidth);
/// Where an outline's box is drawn: half a pixel within, so that its lines are sharp.
QRectF boxOf(const DrawnPlan::Outline &outline, double planWidth);

/// Whether all of a rectangle stands in a room, touching its walls at most.
bool standsIn(const QPolygonF &shape, const QRectF &rect);
/// The first place in a room for something of that size, from the top, then from the left; null where there is none.
QRectF firstPlaceIn(const QPolygonF &shape, const QSizeF &size);
/// The corner that is meant by a place on the screen, or the wall, by the number of the corner that it begins at; nothing where none is near.
std::optional<int> cornerAt(const QPolygonF &shape, const QPointF &at);
std::optional<int> wallAt(const QPolygonF &shape, const QPointF &at);
/// The level wall that lies lowest and is long enough for a door; nothing where none is.
std::optional<QLineF> doorWallOf(const QPolygonF &shape);

} // namespace lamp::app
