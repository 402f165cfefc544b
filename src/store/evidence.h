// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/display_evidence.h"
#include "store/store.h"

namespace lamp {

/// Gathers what is known of a display. Its ageing is worked out beside that of the others, whose instruments it shares.
/// \return an error where something could not be read, or there is no such display
Result<DisplayEvidence> displayEvidence(Store &store, qint64 displayId, const AgeingQuestion &question);

} // namespace lamp
