// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "fleet/studio_round.h"

namespace lamp {

/// A round as a list to take along: when, who, what, with a box to tick at each visit. A4. Needs a QGuiApplication.
Bytes roundSheetPdf(const StudioRound &round);
/// The same for a browser.
std::string roundSheetHtml(const StudioRound &round);

} // namespace lamp
