// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a file is a studio of ours. A file may come from anybody: nothing in it is read by SQL before it was held against what
// this program writes, and no name of a table or column is ever taken from it.
#pragma once

#include "store/connection.h"

namespace lamp::store {

/// "LAMP" in ASCII, as SQLite keeps it at byte 68 of a file (SQLite, Database File Format, 1.3.15).
constexpr quint32 kApplicationId = 0x4C414D50;

/// What stands at a path, by the first hundred bytes; nothing is opened by the engine for it.
/// \return whether there is a file with content. An error with the code "not-a-studio" for another program's file, for one that an
/// engine would repair by a journal that this program never writes, and for what is no file; with "damaged" for one that ends
/// within its head
Result<bool> studioFileStands(const QString &path);

/// Holds the tables and indexes of an open file against those that this program makes: all of them, and no others, where the
/// file is of this version; of an earlier one only known names. Triggers, views and virtual tables are refused.
/// \return an error with the code "not-a-studio" that names the first difference
Status holdSchema(Connection &connection, int version);

/// Our own names of a table's columns and of those that order its rows.
struct TableShape {
    QStringList columns, key;
};
TableShape shapeOf(const QString &table);

Error notAStudio(const QString &path, const Message &why);

} // namespace lamp::store
