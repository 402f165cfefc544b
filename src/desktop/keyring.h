// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <QString>

namespace lamp {

/// Passwords in the desktop's keyring, by way of QtKeychain: what speaks the Secret Service (freedesktop.org) or the wallet of the desktop, never a
/// file of ours. Needs a QCoreApplication and its thread; while the keyring asks whether it may be opened, events go on being handled, for two
/// minutes at the most.
/// \param login whom a server is asked as ("user@host:port")
/// \return empty where the keyring holds none; an error where there is no keyring, or it was not opened
Result<QString> keptPassword(const QString &login);
Status keepPassword(const QString &login, const QString &password);
/// What is not there is forgotten already.
Status forgetPassword(const QString &login);

} // namespace lamp
