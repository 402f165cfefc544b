// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

namespace lamp::store {

/// What somebody may do with a studio on a server. The server itself sees to it, whatever program asks.
enum class Role {
    Read,      ///< look at everything
    Measure,   ///< and visit, measure, edit cards; not the studio's rooms, plan and name
    Administer ///< all that its owner may, upgrades too
};
std::optional<Role> roleFromName(const std::string &name); ///< "read", "measure", "administer", "none" is no role

/// Gives a user of the server a role in place of the one before; nothing: takes it away. \param user that the server knows
/// \pre the one who asks owns the studio, or administers it
/// \return an Input error where the studio is a file, or the server knows no such user
Status setRole(Store &store, const QString &user, std::optional<Role> role);

/// A studio of a server's database that whoever connects may look at.
struct ServerStudio {
    QString name;  ///< as in "...?studio=NAME"; empty for the database's own
    QString title; ///< as the studio calls itself
};
/// Those of a database, its own first: what the server shows to nobody else it does not show here. Makes nothing.
/// \return an Input error where the place is a file
Result<std::vector<ServerStudio>> studiosOn(const QString &where);

} // namespace lamp::store
