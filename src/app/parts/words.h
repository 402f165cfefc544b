// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "desktop/installation.h"
#include "words/words.h"

#include <QString>

namespace lamp::app {

/// The core's texts are UTF-8.
inline QString text(const std::string &s)
{
    return QString::fromStdString(s);
}

/// What the core says, in the language in use.
inline QString text(const Message &message)
{
    return worded(message);
}
inline QString text(const Error &error)
{
    return worded(error);
}
inline QString number(double value, int places)
{
    return wordedNumber(value, places);
}

/// What tells displays of a room from each other: what stands behind a comma, where their names have one.
inline QString behindComma(const QString &name)
{
    const QString behind = name.section(QLatin1Char(','), 1).trimmed();
    return behind.isEmpty() ? name : behind;
}

/// Why ramps cannot be loaded in this session; empty in an X session.
inline QString waylandHere()
{
    return text(waylandLimits(qEnvironmentVariable("XDG_SESSION_TYPE").toStdString(), qEnvironmentVariable("WAYLAND_DISPLAY").toStdString()));
}

inline WallTime wallNow()
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

} // namespace lamp::app
