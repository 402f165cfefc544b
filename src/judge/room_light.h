// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

namespace lamp {

/// What light at the desk is for work on colour.
enum class RoomLevel { TooDim, Right, High, TooHigh };
/// \param lux at the working position. The steps (5, 64 and 200 lx) are common practice, no published source: what ISO 3664:2009 (32 lx) and
/// ISO 12646:2015 (64 lx) ask for is light on the screen's own face (figures from memory), which a reading at the desk does not tell
RoomLevel roomLevel(double lux);
/// What it is and what to do: "high: move the lamp, ..."
Message adviceOn(RoomLevel level);
/// The luminance in cd/m² that white may have in such light for those who let the screen follow the room, between 90 and 200. Common practice, no
/// published source, gives 90 for the dark, 100 for a dim office, 120 to 130 for a usual one, 150 or 200 for bright rooms; how many lux each of
/// them means is ours (docs/methods.md, "The room's light over a day"). \param lux at the working position
double luminanceInRoom(double lux);
/// Whether white is brighter than such a room bears, by more than a quarter: less is within what rooms and eyes differ by (common practice gives 80
/// to 120 cd/m² for one and the same dim room). Visits and answers both go by this. \param luminance of white, cd/m²
bool tooBrightInRoom(double luminance, double lux);

} // namespace lamp
