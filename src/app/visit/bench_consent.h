// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace lamp::app {

/// Which bench commands a person at this computer has agreed to run. A studio's file may come from elsewhere, and a command
/// in it could be any program: it runs only after somebody here has read and accepted exactly that line. Kept with this
/// user's settings, never in the studio.
class BenchConsent {
public:
    [[nodiscard]] static bool given(const QString &command);
    static void give(const QString &command);
};

} // namespace lamp::app
