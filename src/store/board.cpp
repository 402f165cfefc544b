// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/board.h"

#include <map>

namespace lamp::store {

std::vector<DisplayStatus> Board::where(const QString &condition, const QVariantList &values) const
{
    std::vector<DisplayStatus> all;
    Rows rows = m_connection.read(
        QStringLiteral("SELECT d.id, d.room_id, d.cadence_days, s.finished_at, s.verdict, s.white_de, s.colour_mean, s.colour_max, s.drift_de, "
                       "s.drift_days, s.drift_at FROM display d LEFT JOIN display_status s ON s.display_id = d.id WHERE %1 ORDER BY d.id")
            .arg(condition),
        values);
    while (rows.next()) {
        DisplayStatus d;
        d.displayId = rows.integer(0);
        d.roomId = rows.integer(1);
        d.upkeep.cadenceDays = int(rows.integer(2));
        d.upkeep.lastVisit = rows.time(3);
        d.upkeep.verdict = rows.isNull(4) ? Verdict::Undecided : Verdict(std::clamp<qint64>(rows.integer(4), 0, 2));
        d.white = rows.maybeReal(5);
        d.colourMean = rows.maybeReal(6);
        d.colourMax = rows.maybeReal(7);
        d.drift = rows.maybeReal(8);
        d.driftDays = rows.isNull(9) ? std::nullopt : std::optional(int(rows.integer(9)));
        d.driftFound = rows.time(10);
        all.push_back(d);
    }
    return all;
}

std::vector<DisplayStatus> Board::displays(std::optional<qint64> roomId) const
{
    return roomId ? where(QStringLiteral("d.retired_at IS NULL AND d.room_id = ?"), {*roomId}) : where(QStringLiteral("d.retired_at IS NULL"), {});
}

Upkeep Board::upkeep(qint64 displayId) const
{
    const auto all = where(QStringLiteral("d.id = ?"), {displayId});
    return all.empty() ? Upkeep{} : all.front().upkeep;
}

std::vector<RoomStatus> Board::rooms() const
{
    // Displays first: another process may add a room with its displays meanwhile, but no display without its room.
    const std::vector<DisplayStatus> statuses = displays();
    std::vector<RoomStatus> all;
    std::map<qint64, size_t> byId;
    for (const Room &room : m_studio.rooms()) {
        byId[room.id] = all.size();
        all.push_back({room, 0});
    }
    for (const DisplayStatus &d : statuses) {
        if (const auto room = byId.find(d.roomId); room != byId.end()) {
            ++all[room->second].displays;
        }
    }
    return all;
}

} // namespace lamp::store
