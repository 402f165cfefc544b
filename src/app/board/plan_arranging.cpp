// SPDX-License-Identifier: GPL-3.0-or-later
// Drawing the plan: rooms and displays are dragged, or moved by keys.
#include "app/board/plan_view.h"

#include <QKeyEvent>
#include <QMouseEvent>

#include <algorithm>
#include <cmath>

namespace lamp::app {

namespace {

constexpr double kSnap = 8;                         ///< pixels: edges that are meant to lie beside each other do
constexpr double kCorner = 14;                      ///< of a room, that makes it larger
constexpr double kLeastWide = 110, kLeastHigh = 56; ///< a room with its name and one display
constexpr double kDisplayWide = 100, kDisplayHigh = 26;
constexpr double kDeepest = 4; ///< of the plan, in its width (store/plans.h)

double snapped(double v)
{
    return kSnap * std::round(v / kSnap);
}

} // namespace

void PlanView::setDrawn(const DrawnPlan &plan)
{
    m_drawn = plan;
    relay();
}

void PlanView::setArranging(bool on)
{
    m_arranging = on;
    m_grip.reset();
    m_corner = -1;
    m_room = on && !m_rooms.empty() ? m_rooms.front().id : 0;
    if (on) {
        choose(0);
        setFocus();
    }
    update();
}

QRectF PlanView::outlineOf(const QString &room) const
{
    const auto it = std::find_if(m_rooms.begin(), m_rooms.end(), [&](const Place &r) { return r.name == room; });
    return it == m_rooms.end() ? QRectF() : it->area;
}

void PlanView::layOutDrawn(Place &r) const
{
    const DrawnPlan::Outline &o = m_drawn.rooms.at(r.id);
    wallIn(r, boxOf(o, std::max(1, width())), o);
    r.folded = false;
    standInRows(r);
    for (Spot &s : r.spots) {
        const auto spot = m_drawn.displays.find(s.id);
        if (spot != m_drawn.displays.end() && spot->second.roomId == r.id) {
            const QPointF middle(r.area.left() + spot->second.middle[0] * r.area.width(), r.area.top() + spot->second.middle[1] * r.area.height());
            const double wide = std::min(kDisplayWide, r.area.width());
            const QRectF there(middle.x() - wide / 2, middle.y() - kDisplayHigh / 2, wide, kDisplayHigh);
            s.area = r.plain || standsIn(r.shape, there) ? there : s.area; // a wall that was drawn through it sets it aside
        }
    }
    // Where they do not fit into a room that was drawn small, it folds.
    const bool fits = std::all_of(r.spots.begin(), r.spots.end(), [&](const Spot &s) {
        return !s.area.isEmpty() && s.area.bottom() <= r.area.bottom() + 1 && s.area.top() >= r.area.top();
    });
    if (!fits) {
        r.folded = true;
        standInRows(r);
    }
}

void PlanView::drawAll()
{
    const double w = std::max(1, width());
    for (const Place &r : m_rooms) {
        if (r.id != 0 && !r.area.isEmpty() && !m_drawn.rooms.contains(r.id)) {
            const double x = std::clamp((r.area.left() - 0.5) / w, 0.0, 1.0);
            m_drawn.rooms[r.id] = {x, (r.area.top() - 0.5) / w, std::min(1 - x, (r.area.width() + 1) / w), (r.area.height() + 1) / w};
        }
    }
}

PlanView::Place *PlanView::roomOf(qint64 id)
{
    const auto it = std::find_if(m_rooms.begin(), m_rooms.end(), [&](const Place &r) { return r.id == id && id != 0 && !r.area.isEmpty(); });
    return it == m_rooms.end() ? nullptr : &*it;
}

std::optional<PlanView::Grip> PlanView::gripAt(const QPointF &at) const
{
    for (const Place &r : m_rooms) {
        const auto corner = r.id == m_room && r.id != 0 ? cornerAt(r.shape, at) : std::nullopt;
        if (corner && !makesLarger(r, *corner)) {
            return Grip{Grip::What::Corner, r.id, r.id, at, r.area, false, *corner, r.shape};
        }
    }
    for (const Place &r : m_rooms) {
        if (r.id == 0 || !r.shape.containsPoint(at, Qt::OddEvenFill)) {
            continue;
        }
        for (const Spot &s : r.spots) {
            if (s.area.contains(at)) {
                return Grip{Grip::What::Display, s.id, r.id, at, s.area, false};
            }
        }
        const bool corner = at.x() > r.area.right() - kCorner && at.y() > r.area.bottom() - kCorner;
        return Grip{corner ? Grip::What::Size : Grip::What::Room, r.id, r.id, at, r.area, false};
    }
    return {};
}

void PlanView::drag(const Grip &grip, const QPointF &by)
{
    drawAll();
    if (grip.what == Grip::What::Display) {
        dragDisplay(grip, by);
        return;
    }
    if (grip.what == Grip::What::Corner) {
        dragCorner(grip, by);
        return;
    }
    const double w = std::max(1, width());
    DrawnPlan::Outline &o = m_drawn.rooms.at(grip.roomId);
    if (grip.what == Grip::What::Room) {
        o.x = std::clamp(snapped(grip.before.left() + by.x()) / w, 0.0, std::max(0.0, 1 - o.width));
        o.y = std::clamp(snapped(grip.before.top() + by.y()) / w, 0.0, kDeepest - o.height);
    } else {
        o.width = std::clamp(snapped(grip.before.width() + by.x()) / w, std::min(kLeastWide / w, 1 - o.x), 1 - o.x);
        o.height = std::clamp(snapped(grip.before.height() + by.y()) / w, kLeastHigh / w, std::max(kLeastHigh / w, kDeepest - o.y));
    }
    relay();
}

void PlanView::dragDisplay(const Grip &grip, const QPointF &by)
{
    const Place *room = roomOf(grip.roomId);
    if (room == nullptr) {
        return;
    }
    const QRectF &area = room->area;
    const QPointF middle = grip.before.center() + by;
    // The whole of it stays within its room.
    const double acrossHalf = std::min(0.5, grip.before.width() / 2 / area.width()), downHalf = std::min(0.5, kDisplayHigh / 2 / area.height());
    const double across = std::clamp((middle.x() - area.left()) / area.width(), acrossHalf, 1 - acrossHalf),
                 down = std::clamp((middle.y() - area.top()) / area.height(), downHalf, 1 - downHalf);
    QRectF there = grip.before;
    there.moveCenter({area.left() + across * area.width(), area.top() + down * area.height()});
    if (room->plain || standsIn(room->shape, there)) {
        m_drawn.displays[grip.id] = {grip.roomId, {across, down}};
        relay();
    }
}

bool PlanView::reshape(qint64 roomId, const QPolygonF &shape)
{
    const double w = std::max(1, width());
    const DrawnPlan::Outline changed = lamp::app::outlineOf(shape, w);
    if (!canBeOutline(changed) || changed.width * w < kLeastWide || changed.height * w < kLeastHigh) {
        return false;
    }
    drawAll();
    const QRectF before = boxOf(m_drawn.rooms.at(roomId), w), after = boxOf(changed, w);
    for (auto &[id, spot] : m_drawn.displays) {
        if (spot.roomId == roomId) {
            const double across = before.left() + spot.middle[0] * before.width(), down = before.top() + spot.middle[1] * before.height();
            spot.middle = {std::clamp((across - after.left()) / after.width(), 0.0, 1.0),
                           std::clamp((down - after.top()) / after.height(), 0.0, 1.0)};
        }
    }
    m_drawn.rooms[roomId] = changed;
    relay();
    return true;
}

void PlanView::dragCorner(const Grip &grip, const QPointF &by)
{
    constexpr double kInLine = 6; // pixels: corners that are meant to lie in line do
    const double w = std::max(1, width());
    QPolygonF shape = grip.shape;
    const auto placed = [&](double wanted, const auto &of, double most) {
        double at = snapped(wanted) + 0.5, least = kInLine;
        for (int i = 0; i < int(shape.size()); ++i) {
            if (i != grip.corner && std::abs(of(shape[i]) - wanted) < least) {
                least = std::abs(of(shape[i]) - wanted);
                at = of(shape[i]);
            }
        }
        return std::clamp(at, 0.5, most - 0.5);
    };
    const QPointF wanted = shape[grip.corner] + by;
    shape[grip.corner] = {placed(
                              wanted.x(), [](const QPointF &p) { return p.x(); }, w),
                          placed(
                              wanted.y(), [](const QPointF &p) { return p.y(); }, kDeepest * w)};
    reshape(grip.roomId, shape);
}

void PlanView::putCorner(const Place &room, int corner, const QPointF &at)
{
    const qint64 id = room.id;
    QPolygonF shape = room.shape;
    shape.insert(corner, at);
    if (reshape(id, shape)) {
        m_room = id;
        m_corner = corner;
        Q_EMIT arranged();
    }
}

void PlanView::takeCorner(const Place &room, int corner)
{
    const qint64 id = room.id;
    QPolygonF shape = room.shape;
    shape.remove(corner);
    if (reshape(id, shape)) {
        m_room = id;
        m_corner = -1;
        Q_EMIT arranged();
    }
}

void PlanView::changeCornersAt(const QPointF &at)
{
    if (displayAt(at) != 0) {
        return; // it stands at a wall, and is meant itself
    }
    // The chosen room's first: rooms lie wall to wall.
    std::vector<const Place *> order;
    for (const Place &r : m_rooms) {
        if (r.id != 0 && !r.area.isEmpty()) {
            order.insert(r.id == m_room ? order.begin() : order.end(), &r);
        }
    }
    for (const Place *r : order) {
        if (const auto corner = cornerAt(r->shape, at)) {
            if (!makesLarger(*r, *corner)) {
                takeCorner(*r, *corner);
            }
            return;
        }
        if (const auto wall = wallAt(r->shape, at)) {
            // On the wall itself, so that nothing moves yet.
            const QPointF from = r->shape[*wall], along = r->shape[(*wall + 1) % int(r->shape.size())] - from;
            const double share = QPointF::dotProduct(at - from, along) / std::max(1e-9, QPointF::dotProduct(along, along));
            putCorner(*r, *wall + 1, from + share * along);
            return;
        }
    }
}

void PlanView::mouseMoveEvent(QMouseEvent *event)
{
    if (m_grip && (event->buttons() & Qt::LeftButton) != 0) {
        const QPointF by = event->position() - m_grip->from;
        constexpr double kMeant = 3; // pixels: a press alone moves nothing
        if (m_grip->moved || by.manhattanLength() > kMeant) {
            m_grip->moved = true;
            drag(*m_grip, by);
        }
    }
}

void PlanView::mouseReleaseEvent(QMouseEvent *)
{
    if (m_grip && m_grip->moved) {
        Q_EMIT arranged();
    }
    m_grip.reset();
}

bool PlanView::arrangeByKey(QKeyEvent *event)
{
    if (m_rooms.empty()) {
        return false;
    }
    const Place *room = roomOf(m_room);
    if (room != nullptr && cornerByKey(*room, *event)) {
        return true;
    }
    if (event->key() == Qt::Key_PageUp || event->key() == Qt::Key_PageDown) {
        chooseNext(event->key() == Qt::Key_PageDown ? 1 : -1);
        return true;
    }
    QPointF by;
    switch (event->key()) {
    case Qt::Key_Left: by.setX(-kSnap); break;
    case Qt::Key_Right: by.setX(kSnap); break;
    case Qt::Key_Up: by.setY(-kSnap); break;
    case Qt::Key_Down: by.setY(kSnap); break;
    default: return false;
    }
    if (room == nullptr) {
        return true;
    }
    Grip grip{event->modifiers().testFlag(Qt::ShiftModifier) ? Grip::What::Size : Grip::What::Room, room->id, room->id, {}, room->area, false};
    const auto spot = std::find_if(room->spots.begin(), room->spots.end(), [&](const Spot &s) { return m_chosen != 0 && s.id == m_chosen; });
    if (spot != room->spots.end()) {
        grip.what = Grip::What::Display;
        grip.id = spot->id;
        grip.before = spot->area;
    } else if (m_corner >= 0 && m_corner < int(room->shape.size())) {
        grip.what = Grip::What::Corner;
        grip.corner = m_corner;
        grip.shape = room->shape;
    }
    drag(grip, by);
    Q_EMIT arranged();
    return true;
}

void PlanView::chooseNext(int step)
{
    std::vector<std::pair<qint64, qint64>> all;
    for (const Place &r : m_rooms) {
        all.emplace_back(r.id, 0);
        for (const Spot &s : r.spots) {
            if (!s.area.isEmpty()) {
                all.emplace_back(r.id, s.id);
            }
        }
    }
    const auto at = std::find(all.begin(), all.end(), std::pair{m_room, m_chosen});
    const auto count = std::ptrdiff_t(all.size());
    const auto next = at == all.end() ? 0 : (at - all.begin() + step + count) % count;
    m_room = all[size_t(next)].first;
    m_chosen = all[size_t(next)].second;
    m_corner = -1;
    update();
}

bool PlanView::cornerByKey(const Place &room, const QKeyEvent &event)
{
    const int count = int(room.shape.size()), corner = m_corner < count ? m_corner : -1;
    const bool step = event.modifiers().testFlag(Qt::ControlModifier);
    if (step && (event.key() == Qt::Key_PageDown || event.key() == Qt::Key_PageUp)) {
        m_corner = event.key() == Qt::Key_PageDown ? (corner + 1) % count : (corner <= 0 ? count : corner) - 1;
        m_chosen = 0;
        update();
        return true;
    }
    if (event.key() == Qt::Key_Insert) { // in the wall behind the chosen corner
        const int from = std::max(0, corner);
        putCorner(room, from + 1, (room.shape[from] + room.shape[(from + 1) % count]) / 2);
        return true;
    }
    if (event.key() == Qt::Key_Delete && corner >= 0) {
        takeCorner(room, corner);
        return true;
    }
    return false;
}

} // namespace lamp::app
