// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"
#include "visit/record.h"

#include <optional>

namespace lamp {

/// Whether readings are those of a visit of ours, with the states that they were taken in.
bool holdsVisit(const ReadingSet &set);

/// What a person asks of readings that are brought in. What is not asked is as the readings say: those of a visit know
/// its target and tolerance.
struct AskedOfReadings {
    std::optional<Target> target;
    std::optional<Tolerance> tolerance;
    Ramps ramps; ///< that the readings were taken through; empty where none, or where the readings say it
};

/// A visit made of readings. Those of a visit of ours make it again: readings of one state of the panel describe it,
/// those that verified judge the profile that comes of it. All others: visitFromReadings().
/// \param plan what profile to make; its target and tolerance stand where neither readings nor `asked` name one
/// \return an error where readings do not describe a display, or where what they say of their visit is damaged
Result<VisitRecord> visitOfReadings(const ReadingSet &set, VisitPlan plan, const AskedOfReadings &asked, WallTime now);

} // namespace lamp
