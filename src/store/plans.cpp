// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/plans.h"

#include "base/json.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

using Json = nlohmann::json;
using Corner = std::array<double, 2>;

/// Twice the area to the left of a line from a to b and c; 0 where they lie in a line.
double turn(const Corner &a, const Corner &b, const Corner &c)
{
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
}

bool within(const Corner &p, const Corner &a, const Corner &b)
{
    return p[0] >= std::min(a[0], b[0]) && p[0] <= std::max(a[0], b[0]) && p[1] >= std::min(a[1], b[1]) && p[1] <= std::max(a[1], b[1]);
}

/// Whether two walls cross or touch.
bool meet(const Corner &a, const Corner &b, const Corner &c, const Corner &d)
{
    const double abc = turn(a, b, c), abd = turn(a, b, d), cda = turn(c, d, a), cdb = turn(c, d, b);
    const auto apart = [](double v, double w) { return (v > 0 && w < 0) || (v < 0 && w > 0); };
    return (apart(abc, abd) && apart(cda, cdb)) || (abc == 0 && within(c, a, b)) || (abd == 0 && within(d, a, b)) || (cda == 0 && within(a, c, d))
           || (cdb == 0 && within(b, c, d));
}

/// Walls that meet only where one ends and the next begins, and do not fold back.
bool wallsAreSound(const std::vector<Corner> &corners)
{
    const size_t n = corners.size();
    const auto at = [&](size_t i) -> const Corner & { return corners[i % n]; };
    for (size_t i = 0; i < n; ++i) {
        const Corner &a = at(i), &b = at(i + 1), &c = at(i + 2);
        const bool back = turn(a, b, c) == 0 && (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1]) <= 0;
        if (a == b || back) {
            return false;
        }
        for (size_t k = i + 2; k < n && k + 1 < i + n; ++k) {
            if (meet(a, b, at(k), at(k + 1))) {
                return false;
            }
        }
    }
    return true;
}

/// Corners of a room, as shares of the box about them.
bool areCorners(const std::vector<Corner> &corners)
{
    constexpr size_t kFewest = 3, kMost = 24;
    constexpr double kLeastArea = 0.05, kClose = 1e-6;
    double twice = 0;
    Corner least{1, 1}, most{0, 0};
    for (size_t i = 0; i < corners.size(); ++i) {
        const Corner &p = corners[i], &q = corners[(i + 1) % corners.size()];
        twice += p[0] * q[1] - p[1] * q[0];
        for (size_t c = 0; c < 2; ++c) {
            if (!(p[c] >= 0 && p[c] <= 1)) { // also what is no number
                return false;
            }
            least[c] = std::min(least[c], p[c]);
            most[c] = std::max(most[c], p[c]);
        }
    }
    const bool close = std::max(least[0], least[1]) <= kClose && std::min(most[0], most[1]) >= 1 - kClose;
    return corners.size() >= kFewest && corners.size() <= kMost && close && std::abs(twice) / 2 >= kLeastArea && wallsAreSound(corners);
}

} // namespace

bool canBeOutline(const DrawnPlan::Outline &o)
{
    constexpr double kSlack = 1e-9, kDeepest = 4;
    return std::isfinite(o.x + o.y + o.width + o.height) && o.x >= -kSlack && o.y >= -kSlack && o.width > 0 && o.height > 0
           && o.x + o.width <= 1 + kSlack && o.y + o.height <= kDeepest && (o.corners.empty() || areCorners(o.corners));
}

std::string outlineText(const DrawnPlan::Outline &o)
{
    Json j{o.x, o.y, o.width, o.height};
    if (!o.corners.empty()) {
        j.push_back(o.corners);
    }
    return j.dump();
}

std::optional<DrawnPlan::Outline> outlineFrom(const std::string &text)
{
    const auto j = parseJson(text);
    if (!j || !j->is_array() || j->size() < 4 || j->size() > 5) {
        return std::nullopt;
    }
    try {
        DrawnPlan::Outline o{(*j)[0].get<double>(), (*j)[1].get<double>(), (*j)[2].get<double>(), (*j)[3].get<double>(), {}};
        if (j->size() == 5) {
            o.corners = (*j)[4].get<std::vector<Corner>>();
        }
        return canBeOutline(o) ? std::optional(std::move(o)) : std::nullopt;
    } catch (const Json::exception &) {
        return std::nullopt;
    }
}

namespace store {

namespace {

const Message kPlanNotKept = say("plan-could-not-be-kept");

QString cornersText(const DrawnPlan::Outline &o)
{
    return o.corners.empty() ? QStringLiteral("") : QString::fromStdString(Json(o.corners).dump());
}

/// None of what is no list of corners.
std::vector<Corner> cornersFrom(const std::string &text)
{
    const auto j = text.empty() ? Result<Json>(Error{}) : parseJson(text);
    try {
        return j ? j->get<std::vector<Corner>>() : std::vector<Corner>();
    } catch (const Json::exception &) {
        return {};
    }
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
    Rows rooms = m_connection.read(QStringLiteral("SELECT room_id, x, y, width, height, corners FROM room_outline ORDER BY room_id"));
    while (rooms.next()) {
        DrawnPlan::Outline o{rooms.real(1), rooms.real(2), rooms.real(3), rooms.real(4)};
        o.corners = cornersFrom(rooms.text(5).toStdString());
        if (canBeOutline(o)) {
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
    const bool sound = std::all_of(plan.rooms.begin(), plan.rooms.end(), [](const auto &r) { return canBeOutline(r.second); })
                       && std::all_of(plan.displays.begin(), plan.displays.end(), [](const auto &d) { return isSpot(d.second); });
    if (!sound) {
        return Error{ErrorKind::Input, say("plan-cannot-be"), say("nothing-changed"), {}, "plan", false};
    }
    return m_connection.transaction([&]() -> Status {
        Status done = m_connection.change(QStringLiteral("DELETE FROM room_outline"), {}, kPlanNotKept);
        done = done ? m_connection.change(QStringLiteral("DELETE FROM display_spot"), {}, kPlanNotKept) : done;
        for (const auto &[room, o] : plan.rooms) {
            done = done ? m_connection.change(
                       QStringLiteral("INSERT INTO room_outline (room_id, x, y, width, height, corners) VALUES (?, ?, ?, ?, ?, ?)"),
                       {room, o.x, o.y, o.width, o.height, cornersText(o)}, kPlanNotKept)
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

} // namespace store
} // namespace lamp
