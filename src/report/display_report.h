// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/display_evidence.h"
#include "report/beside_report.h"

namespace lamp {

/// How one display stands: verdict of its last visit in both scopes, what it did over the years, when it is due, its last visits one by one.
BesideReport displayReport(const DisplayEvidence &evidence);

} // namespace lamp
