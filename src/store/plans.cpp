// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/plans.h"

#include <cmath>

namespace lamp::store {

namespace {

const Message kPlanNotKept = say("plan-could-not-be-kept");

bool isOutline(const DrawnPlan::Outline &o)
{
    constexpr double kSlack = 1e-9, kDeepest = 4;
    return std::isfinite(o.x + o.y + o.width + o.height) && o.x >= -kSlack && o.y >= -kSlack && o.width > 0 && o.height > 0
           && o.x + o.width <= 1 + kSlack && o.y + o.height <= kDeepest;
}

bool isSpot(const DrawnPlan::Spot &s)
{
    const auto inside = [](double v) { return v >= 0 && v <= 1; }; // false for what is no number
    return inside(s.middle[0]) && inside(s.middle[1]);
}

} // namespace

DrawnPlan Plans::drawn() const
{
    DrawnPlan plan;
    Rows rooms = m_connection.read(QStringLiteral("SELECT room_id, x, y, width, height FROM room_outline ORDER BY room_id"));
    while (rooms.next()) {
        const DrawnPlan::Outline o{rooms.real(1), rooms.real(2), rooms.real(3), rooms.real(4)};
        if (isOutline(o)) {
            plan.rooms[rooms.integer(0)] = o;
        }
    }
    Rows spots = m_connection.read(QStringLiteral("SELECT display_id, room_id, x, y FROM display_spot ORDER BY display_id"));
    while (spots.next()) {
        const DrawnPlan::Spot s{spots.integer(1), {spots.real(2), spots.real(3)}};
        if (isSpot(s)) {
            plan.displays[spots.integer(0)] = s;
        }
    }
    return plan;
}

Status Plans::setDrawn(const DrawnPlan &plan)
{
    const bool sound = std::all_of(plan.rooms.begin(), plan.rooms.end(), [](const auto &r) { return isOutline(r.second); })
                       && std::all_of(plan.displays.begin(), plan.displays.end(), [](const auto &d) { return isSpot(d.second); });
    if (!sound) {
        return Error{ErrorKind::Input, say("plan-cannot-be"), say("nothing-changed"), {}, "plan", false};
    }
    return m_connection.transaction([&]() -> Status {
        Status done = m_connection.change(QStringLiteral("DELETE FROM room_outline"), {}, kPlanNotKept);
        done = done ? m_connection.change(QStringLiteral("DELETE FROM display_spot"), {}, kPlanNotKept) : done;
        for (const auto &[room, o] : plan.rooms) {
            done = done ? m_connection.change(QStringLiteral("INSERT INTO room_outline (room_id, x, y, width, height) VALUES (?, ?, ?, ?, ?)"),
                                              {room, o.x, o.y, o.width, o.height}, kPlanNotKept)
                        : done;
        }
        for (const auto &[display, s] : plan.displays) {
            done = done ? m_connection.change(QStringLiteral("INSERT INTO display_spot (display_id, room_id, x, y) VALUES (?, ?, ?, ?)"),
                                              {display, s.roomId, s.middle[0], s.middle[1]}, kPlanNotKept)
                        : done;
        }
        return done;
    });
}

} // namespace lamp::store
