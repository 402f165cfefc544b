// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "desktop/installation.h"

#include <QString>

namespace lamp::app {

/// The core's texts are UTF-8.
inline QString text(const std::string &s)
{
    return QString::fromStdString(s);
}

/// Why ramps cannot be loaded in this session; empty in an X session.
inline QString waylandHere()
{
    return text(waylandSentence(qEnvironmentVariable("XDG_SESSION_TYPE").toStdString(), qEnvironmentVariable("WAYLAND_DISPLAY").toStdString()));
}

inline WallTime wallNow()
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

} // namespace lamp::app
