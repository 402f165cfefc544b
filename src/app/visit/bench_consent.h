// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace lamp::app {

/// Which bench commands a person at this computer has agreed to run. A studio's file may come from elsewhere, and a command
/// in it could be any program: it runs only after somebody here has read and accepted exactly that line. Kept with this
/// user's settings, for this computer alone, never in the studio.
class BenchConsent {
public:
    [[nodiscard]] static bool given(const QString &command);
    static void give(const QString &command);
    /// The line as it is agreed to, whole: what would steer or hide a part of it (controls, line breaks, signs that turn the
    /// direction of writing or take no room) stands as its number, "\\u{202E}".
    [[nodiscard]] static QString visible(const QString &command);
};

} // namespace lamp::app
