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
    const double w = std::max(1, width());
    r.area = QRectF(o.x * w + 0.5, o.y * w + 0.5, o.width * w - 1, o.height * w - 1);
    r.folded = false;
    standInRows(r);
    for (Spot &s : r.spots) {
        const auto spot = m_drawn.displays.find(s.id);
        if (spot != m_drawn.displays.end() && spot->second.roomId == r.id) {
            const QPointF middle(r.area.left() + spot->second.middle[0] * r.area.width(), r.area.top() + spot->second.middle[1] * r.area.height());
            const double wide = std::min(kDisplayWide, r.area.width());
            s.area = QRectF(middle.x() - wide / 2, middle.y() - kDisplayHigh / 2, wide, kDisplayHigh);
        }
    }
    // Where they do not fit into a room that was drawn small, it folds.
    const bool fits = std::all_of(r.spots.begin(), r.spots.end(),
                                  [&](const Spot &s) { return s.area.bottom() <= r.area.bottom() + 1 && s.area.top() >= r.area.top(); });
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

std::optional<PlanView::Grip> PlanView::gripAt(const QPointF &at) const
{
    for (const Place &r : m_rooms) {
        if (r.id == 0 || !r.area.contains(at)) {
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
    const double w = std::max(1, width());
    DrawnPlan::Outline &o = m_drawn.rooms.at(grip.roomId);
    if (grip.what == Grip::What::Display) {
        const auto room = std::find_if(m_rooms.begin(), m_rooms.end(), [&](const Place &r) { return r.id == grip.roomId; });
        const QRectF &area = room->area;
        const QPointF middle = grip.before.center() + by;
        // The whole of it stays within its room.
        const double acrossHalf = std::min(0.5, grip.before.width() / 2 / area.width()), downHalf = std::min(0.5, kDisplayHigh / 2 / area.height());
        m_drawn.displays[grip.id] = {grip.roomId,
                                     {std::clamp((middle.x() - area.left()) / area.width(), acrossHalf, 1 - acrossHalf),
                                      std::clamp((middle.y() - area.top()) / area.height(), downHalf, 1 - downHalf)}};
    } else if (grip.what == Grip::What::Room) {
        o.x = std::clamp(snapped(grip.before.left() + by.x()) / w, 0.0, std::max(0.0, 1 - o.width));
        o.y = std::clamp(snapped(grip.before.top() + by.y()) / w, 0.0, kDeepest - o.height);
    } else {
        o.width = std::clamp(snapped(grip.before.width() + by.x()) / w, std::min(kLeastWide / w, 1 - o.x), 1 - o.x);
        o.height = std::clamp(snapped(grip.before.height() + by.y()) / w, kLeastHigh / w, std::max(kLeastHigh / w, kDeepest - o.y));
    }
    relay();
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
    const auto room = std::find_if(m_rooms.begin(), m_rooms.end(), [&](const Place &r) { return r.id == m_room; });
    const bool back = event->key() == Qt::Key_PageUp, on = event->key() == Qt::Key_PageDown;
    if (back || on) { // from room to room, and through the displays of each
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
        const auto next = at == all.end() ? 0 : (at - all.begin() + (on ? 1 : count - 1)) % count;
        m_room = all[size_t(next)].first;
        m_chosen = all[size_t(next)].second;
        update();
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
    if (room == m_rooms.end() || room->id == 0 || room->area.isEmpty()) {
        return true;
    }
    Grip grip{event->modifiers().testFlag(Qt::ShiftModifier) ? Grip::What::Size : Grip::What::Room, room->id, room->id, {}, room->area, false};
    const auto spot = std::find_if(room->spots.begin(), room->spots.end(), [&](const Spot &s) { return m_chosen != 0 && s.id == m_chosen; });
    if (spot != room->spots.end()) {
        grip.what = Grip::What::Display;
        grip.id = spot->id;
        grip.before = spot->area;
    }
    drag(grip, by);
    Q_EMIT arranged();
    return true;
}

} // namespace lamp::app
