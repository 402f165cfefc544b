// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"
#include "store/store.h"

namespace lamp {

/// What something that comes from elsewhere says of the display that it is of.
struct NamedDisplay {
    std::string uid; ///< as this program writes it; empty where it does not say
    std::string model, serial, technology = "unknown";
};
NamedDisplay namedDisplay(const std::string &uid, const DisplayInfo &info);

/// Which display of the studio is meant: the one of its uid, else of its model and serial, else one of which a history told the serial alone.
/// Never one that merely fits: without a serial nothing but the uid tells.
[[nodiscard]] std::optional<DisplayEntry> displayNamed(Store &store, const NamedDisplay &named);
/// Displays that may be meant although nothing says so: of the same model, and without a serial like it. Empty where something says it.
[[nodiscard]] std::vector<DisplayEntry> displaysPossible(Store &store, const NamedDisplay &named);
/// By what a person types: a serial, "#…" (shortIdentity()) or a name. \return an error where there is none, or where several are called so
Result<DisplayEntry> displayCalled(Store &store, const std::string &called);
/// Adds a display that is new to the studio. \param room its name; made where it is new
Result<DisplayEntry> addNamed(Store &store, const NamedDisplay &named, const QString &room, const QString &note, WallTime now);
/// A name that tells a display from all others of a list: its own, with room and serial where another one is called so.
[[nodiscard]] QString tellingName(Store &store, const DisplayEntry &display);

} // namespace lamp
