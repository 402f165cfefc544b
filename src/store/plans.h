// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/connection.h"

#include <array>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Where rooms and displays stand on the studio's plan, as somebody drew it. What was not drawn is laid out by itself.
struct DrawnPlan {
    struct Outline {
        double x = 0, y = 0, width = 0, height = 0; ///< all in parts of the plan's width: down as across
        /// Of a room that is no rectangle: shares of width and height, in order round it; the box above lies close about them.
        std::vector<std::array<double, 2>> corners = {};
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

/// Whether a room can have this outline: it lies on the plan (0 to 1 across, 0 to 4 down), and where it has corners of its own they are 3 to 24, its
/// walls meet nowhere else, and the room is not next to nothing.
bool canBeOutline(const DrawnPlan::Outline &outline);
/// An outline as text: [x, y, width, height], and a list of its corners where it has any.
std::string outlineText(const DrawnPlan::Outline &outline);
/// \return nothing for a text that is none
std::optional<DrawnPlan::Outline> outlineFrom(const std::string &text);

namespace store {

/// The studio's plan.
class Plans {
public:
    explicit Plans(Connection &connection) : m_connection(connection) {}

    [[nodiscard]] DrawnPlan drawn() const;
    /// Keeps all of it in place of what was drawn before; an empty one lets all be laid out. \return an Input error where an outline
    /// cannot be one, or a spot lies outside its room's box
    Status setDrawn(const DrawnPlan &plan);

private:
    Connection &m_connection;
};

} // namespace store
} // namespace lamp
