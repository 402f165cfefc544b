// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"
#include "profile/table_profile.h"
#include "visit/record.h"

namespace lamp {

/// How names of what was known of a display before its readings begin; they are no readings.
constexpr const char *kExpectedBefore = "expected before: ";

/// The profile of a display, by tables or by matrix as `kind` says, or as Auto finds that it needs.
/// \param matrix the display by primaries and curves \param grid nodes along each axis of a table profile
Result<Bytes> profileOf(const ShownDisplay &shown, const MatrixModel &matrix, const Ramps &ramps, const ProfileText &text, ProfileKind kind,
                        int grid);

/// The display that readings describe. \return an error that says which readings are missing: white, black, red, green
/// and blue at full drive, and some grays
Result<DisplayModel> displayModelOf(const ReadingSet &set);
/// Noise of a reading of which nobody says it: that of a middling colorimeter (common practice, no published source). \param white cd/m²
XYZ usualNoise(const XYZ &reading, double white);

/// Makes a visit of readings that were taken elsewhere: a profile, and a verdict by those readings that were kept out
/// of it (about every fifth). The stages that need a bench are skipped, and say so.
/// \param plan target, tolerance, kind of profile, name \param ramps that stood in front while reading; empty for none
Result<VisitRecord> visitFromReadings(const ReadingSet &set, VisitPlan plan, const Ramps &ramps, WallTime now);

/// Makes a profile's bytes anew from the readings and ramps that it carries. \param text what to put into it;
/// its readings are carried on
Result<Bytes> rebuiltProfile(const Profile &profile, ProfileText text, ProfileKind kind, int grid = 33);

} // namespace lamp
