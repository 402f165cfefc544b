// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// What speaks against a verdict beside its figures, before it is signed off: a fault in the profile, as inspecting it
/// would tell, is never a pass; readings that the instrument itself called doubtful are told. \param now for the
/// profile's date
void judgeSoundness(VisitRecord &record, WallTime now);

} // namespace lamp
