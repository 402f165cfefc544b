// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "answer/answer.h"

namespace lamp::answers {

Counsel printsDark(const AskedAbout &about);
Counsel cast(const AskedAbout &about);
Counsel differ(const AskedAbout &about);
Counsel banding(const AskedAbout &about);
Counsel changed(const AskedAbout &about);
Counsel meter(const AskedAbout &about);
Counsel mode(const AskedAbout &about);

/// An answer that is open since the display was never visited.
Counsel neverVisited(const AskedAbout &about);
/// The newest document of a kind; null where there is none, or it is older than `since`.
const KnownDocument *newest(const AskedAbout &about, const std::string &kind, WallTime since = {});
/// A diagnosis of since the display's last calibration; null where there is none.
const KnownDocument *diagnosis(const AskedAbout &about);
/// The newest visit that left the display otherwise; null where there is none.
const VisitRecord *lastCalibration(const AskedAbout &about);
double daysBetween(WallTime from, WallTime to);

/// The menu's brightness for a luminance in cd/m², no nearer than it was tried: beyond what was tried, and between steps that lie far apart, no value
/// is said.
Message brightnessFor(const BrightnessLaw &law, double luminance);

} // namespace lamp::answers
