// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <QString>

namespace lamp {

/// Shows a notice on this desktop, and does not wait for anybody to read it. Source: Desktop Notifications Specification 1.2 (freedesktop.org), from
/// memory. Needs a QCoreApplication. \return an error where the session shows none; it takes a few seconds at the most
Status notify(const QString &title, const QString &body);

} // namespace lamp
