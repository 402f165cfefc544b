// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/room_light.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace lamp {

RoomLevel roomLevel(double lux)
{
    return lux < 5 ? RoomLevel::TooDim : (lux <= 64 ? RoomLevel::Right : (lux <= 200 ? RoomLevel::High : RoomLevel::TooHigh));
}

Message adviceOn(RoomLevel level)
{
    switch (level) {
    case RoomLevel::TooDim: return say("too-dim-some-light");
    case RoomLevel::Right: return say("right-photo-work");
    case RoomLevel::High: return say("high-move-lamp-turn");
    case RoomLevel::TooHigh: break;
    }
    return say("too-high-judge-colour");
}

double luminanceInRoom(double lux)
{
    static constexpr std::array<std::pair<double, double>, 5> kKnown{{{5, 90}, {32, 100}, {150, 125}, {500, 150}, {1500, 200}}};
    if (!(lux > kKnown.front().first)) {
        return kKnown.front().second;
    }
    const auto *above = std::find_if(kKnown.begin(), kKnown.end(), [lux](const auto &k) { return k.first >= lux; });
    if (above == kKnown.end()) {
        return kKnown.back().second;
    }
    // Eyes go by ratios of both.
    const auto &[l0, y0] = *(above - 1);
    const double share = std::log(lux / l0) / std::log(above->first / l0);
    return y0 * std::pow(above->second / y0, share);
}

bool tooBrightInRoom(double luminance, double lux)
{
    constexpr double kMore = 1.25;
    return luminance > kMore * luminanceInRoom(lux);
}

} // namespace lamp
