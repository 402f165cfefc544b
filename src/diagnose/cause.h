// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/chain.h"

#include <optional>
#include <set>
#include <string>
#include <vector>

namespace lamp {

/// What can be known without light, each of which some causes explain.
enum class Fact {
    RampsGone,         ///< no ramps are loaded where some were left
    BrightnessTurned,  ///< the menu's brightness stands otherwise than it was left
    GainsTurned,       ///< the same of its gains
    OtherTurned,       ///< the same of another control
    ModeChanged,       ///< another of the display's own modes
    CorrectionChanged, ///< the instrument reads by another correction than at the visit
    OtherInstrument,   ///< another instrument than at the visit
    CertificateOld,    ///< the instrument's certificate is older than three years
    RoomBrighter,      ///< there is half as much light again at the desk
    ProfileOfAnother,  ///< the profile in use describes a display of other primaries
    ProfileOff         ///< the profile in use says of the display's colours what the last visit did not leave
};

/// What is known beside the readings.
struct Circumstances {
    VisitFacts then;                   ///< of the last visit
    std::string displayMode;           ///< now
    bool limitsPower = false;          ///< the display says itself that it dims large bright patches
    double daysSince = 0;              ///< since that visit
    std::optional<double> lux;         ///< at the desk, now
    std::set<Fact> known;              ///< that can be told here
    std::set<Fact> true_;              ///< of those, that are so
    std::optional<Ramps> profileRamps; ///< of the profile in use, where one was given
    [[nodiscard]] double years() const { return std::max(0.0, daysSince) / 365.25; }
};

/// A number of a cause that nobody knows beforehand: normal about a mean, within limits.
struct Unknown {
    double mean = 0, sigma = 1, least = -1e9, most = 1e9;
    std::vector<double> starts = {}; ///< to begin the search from; the mean where there is none
};

/// Something that can be wrong, or merely different. Each stands in a file of its own in causes/, which makes one; a new one is a file more.
struct Cause {
    std::string code;              ///< "brightness-turned"; its sentences are "cause-CODE" and "cure-CODE"
    double weight = 1;             ///< how often it comes, against the others (common practice, no published source)
    std::vector<Unknown> unknowns; ///< how strong it is
    int variants = 1;              ///< kinds of it, each as likely as the others
    std::set<Fact> explains;       ///< facts that go with it
    /// Puts it into a chain. \param values of its unknowns \param variant 0 to variants - 1
    std::function<void(Chain &, const Eigen::VectorXd &values, int variant)> apply;
    /// How strong it is, in a sentence; may be empty.
    std::function<Message(const Eigen::VectorXd &values, int variant)> detail = {};
};

/// All causes under circumstances: some know by them how strong they can be.
std::vector<Cause> allCauses(const Reference &reference, const Circumstances &circumstances);

} // namespace lamp
