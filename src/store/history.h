// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/connection.h"

namespace lamp::store {

/// Brings a file of versions 1 to 6, which only SQLite knew, to the tables of schemaVersion(): rooms, displays, corrections, targets and
/// tolerances, visits with all that can be read of them; a record that cannot is kept as it is. Belongs in a transaction.
/// \return an error where a visit of the file is being worked on
Status intoTables(Connection &connection, int version);

} // namespace lamp::store
