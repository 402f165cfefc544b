// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <QString>

#include <functional>

namespace lamp::store {

/// Whom a server is asked as, "user@host:port" or "service NAME": one password goes with it, whatever the database. Empty for a file, and where the
/// place cannot be understood.
QString serverLogin(const QString &where);

/// A server's place with a password in it, for one connection. \pre the place has none
QString withPassword(const QString &where, const QString &password);

/// Lets a server's password be known for this run, in memory alone: it is used where a place holds none. Empty forgets it. From any thread.
void tellPassword(const QString &login, const QString &password);
/// What was told; empty where nothing was.
QString toldPassword(const QString &login);
/// Before a place is opened: where it is a server's that names no password, and none was told, a keyring is asked for it. Without one there is
/// ~/.pgpass, or the server asks for none.
void takePassword(const QString &where, const std::function<Result<QString>(const QString &login)> &keyring);

} // namespace lamp::store
