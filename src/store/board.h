// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/tolerance.h"
#include "store/studio.h"

namespace lamp {

/// What a display's last finished visit left.
struct Upkeep {
    std::optional<WallTime> lastVisit; ///< its end
    Verdict verdict = Verdict::Pass;   ///< of that visit
    int cadenceDays = 28;              ///< wanted interval between visits, days; at least 1
};

/// How a display stands, as its last finished visit left it: no walk through its history is needed.
struct DisplayStatus {
    qint64 displayId = 0, roomId = 0;
    Upkeep upkeep;
    std::optional<double> white, colourMean, colourMax; ///< CIEDE2000, as of VisitFigures
    /// How far white had moved when it was last checked, CIEDE2000 relative to the white that it had been left with, in how
    /// many days, and when that was found.
    std::optional<double> drift;
    std::optional<int> driftDays;
    std::optional<WallTime> driftFound;
};

/// A room with how many displays stand in it.
struct RoomStatus {
    Room room;
    int displays = 0;
};

namespace store {

/// What the whole studio looks like now.
class Board {
public:
    Board(Connection &connection, const Studio &studio) : m_connection(connection), m_studio(studio) {}

    [[nodiscard]] std::vector<RoomStatus> rooms() const;
    /// Of all displays in use, by their number, or of those of one room.
    [[nodiscard]] std::vector<DisplayStatus> displays(std::optional<qint64> roomId = {}) const;
    /// Of one display, in use or not.
    [[nodiscard]] Upkeep upkeep(qint64 displayId) const;

private:
    [[nodiscard]] std::vector<DisplayStatus> where(const QString &condition, const QVariantList &values) const;
    Connection &m_connection;
    const Studio &m_studio;
};

} // namespace store
} // namespace lamp
