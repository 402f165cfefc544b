// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"

#include <QString>

namespace lamp::app {

/// The core's texts are UTF-8.
inline QString text(const std::string &s)
{
    return QString::fromStdString(s);
}

inline WallTime wallNow()
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

} // namespace lamp::app
