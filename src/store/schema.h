// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/connection.h"

namespace lamp::store {

/// The schema's version that this program writes.
int schemaVersion();
/// The first version with tables that can be asked; what came before is brought up by intoTables() (history.h).
constexpr int kAskable = 7;
/// What is said where a file of an earlier version cannot be brought up.
inline const Message kNotBroughtUp = say("studio-file-could-not-brought");

/// The definitions of all tables and indexes, with the words that a dialect replaces.
const QStringList &definitions();
/// The tables that hold the studio, those that others point at first; not those of who works on it just now.
QStringList tableNames();
/// Makes the tables of schemaVersion() in an empty database.
Status makeTables(Connection &connection);

/// Brings a database to schemaVersion(): makes it where it is empty; of one of an earlier version a whole copy is kept
/// beside it first. A newer one is an error and is left alone. \return where the copy is, or nothing
Result<QString> bringUp(Connection &connection, const QString &path);

} // namespace lamp::store
