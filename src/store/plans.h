// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/connection.h"

#include <array>
#include <map>

namespace lamp {

/// Where rooms and displays stand on the studio's plan, as somebody drew it. What was not drawn is laid out by itself.
struct DrawnPlan {
    struct Outline {
        double x = 0, y = 0, width = 0, height = 0; ///< all in parts of the plan's width: down as across
        friend bool operator==(const Outline &, const Outline &) = default;
    };
    std::map<qint64, Outline> rooms; ///< by the room's number
    struct Spot {
        qint64 roomId = 0;              ///< that it stands in; of a display that was moved to another room it says nothing
        std::array<double, 2> middle{}; ///< shares of that room's width and height
        friend bool operator==(const Spot &, const Spot &) = default;
    };
    std::map<qint64, Spot> displays; ///< by the display's number
    friend bool operator==(const DrawnPlan &, const DrawnPlan &) = default;
};

namespace store {

/// The studio's plan.
class Plans {
public:
    explicit Plans(Connection &connection) : m_connection(connection) {}

    [[nodiscard]] DrawnPlan drawn() const;
    /// Keeps all of it in place of what was drawn before; an empty one lets all be laid out. \return an Input error where an outline lies outside the
    /// plan (0 to 1 across, 0 to 4 down) or is no outline, or a spot lies outside its room
    Status setDrawn(const DrawnPlan &plan);

private:
    Connection &m_connection;
};

} // namespace store
} // namespace lamp
