// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <stop_token>

namespace lamp::store {

/// Reads every row of a studio as those read it who use it, also of retired displays and of what was put away, and holds it against what it has to
/// be: checksums, identities, verdicts and figures by readings, statuses by visits. \return what is wrong, in sentences; of each kind of row the
/// first 20 are named and the rest counted
std::vector<Message> rowFindings(Store &store, const std::stop_token &stop);

} // namespace lamp::store
