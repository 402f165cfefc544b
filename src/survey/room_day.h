// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "calibrate/brightness_law.h"
#include "colour/types.h"
#include "judge/room_light.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// The light at the desk at a time.
struct RoomPoint {
    double hours = 0; ///< of the day by the local clock; beyond 24 where the day after has come
    double lux = 0;
    std::optional<Chromaticity> xy; ///< nothing where it is not known
};

/// A part of a day in which one luminance does.
struct RoomSpan {
    double from = 0, to = 0; ///< hours
    double lux = 0;          ///< in the middle of its readings
    double luminance = 0;    ///< cd/m² that white may have then (luminanceInRoom)
};

/// What the room's light does over a day, and what follows for each school.
struct RoomDay {
    std::vector<RoomPoint> points;                    ///< in the order of time
    double lowest = 0, highest = 0, middle = 0;       ///< lux
    double right = 0;                                 ///< share of the time read that is right for photo work
    std::vector<std::pair<double, double>> tooBright; ///< hours from and to, above 64 lx
    std::vector<RoomSpan> spans;                      ///< for those who follow the room, each half an hour at the least where the day allows
    std::vector<std::pair<double, double>> unread;    ///< hours without readings, between those that are
    double warmest = 0, coolest = 0;                  ///< K, of what is bright enough to tell; 0 where nothing is
};

/// \param points in any order, of finite values \return nothing of fewer than three
std::optional<RoomDay> roomDay(std::vector<RoomPoint> points);

/// Readings that somebody wrote down: lines of a time (09:30, or hours with decimals) and lux, then x and y where known; comma, semicolon or tab;
/// with or without a heading (time, lux, x, y in any order). A time that goes back is of the next day. \return an error that names the line
Result<std::vector<RoomPoint>> roomPointsFrom(const std::string &text);

/// Decides, reading by reading, when a screen that is to follow the room is moved, and by how much: not for a cloud, not for what nobody sees, and
/// never by more than 5 % at once.
class RoomFollower {
public:
    /// \param value of the control as it stands
    RoomFollower(BrightnessLaw law, double value) : m_law(std::move(law)), m_value(value) {}
    /// \return the value that the control is to be set to now; nothing where it stays. \param step the control's own
    std::optional<double> next(const RoomPoint &point, double step = 1);
    /// What the control really was set to.
    void took(double value) { m_value = value; }

private:
    BrightnessLaw m_law;
    double m_value;
    bool m_moving = false;
    std::vector<RoomPoint> m_recent;
};

} // namespace lamp
