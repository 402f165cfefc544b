// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

namespace lamp::store {

struct Transfer {
    Status status = Done{};
    qint64 rows = 0; ///< that were copied and found the same on the other side
};

/// Hears how many rows of how many are there.
using TransferProgress = std::function<void(qint64 rows, qint64 all)>;

/// What others may do in the studio while it is copied.
enum class Others {
    Wait, ///< nobody writes: what they wrote would stay behind in a place that is left
    Write ///< the copy is as of its beginning
};

/// Copies a whole studio to another place, whatever the engines: every table with the numbers that its rows have, in one
/// transaction there, as of one moment here; then reads both and compares every value. The place must be new or hold a studio
/// without rooms, displays and visits. Who works on visits just now is not copied. \return an error and an untouched place
/// where anything failed or differs, or it was stopped
Transfer copyStudio(Store &from, const QString &where, Others others, const TransferProgress &progress, const std::stop_token &stop);

} // namespace lamp::store
