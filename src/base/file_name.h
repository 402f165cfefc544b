// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace lamp {

/// A name for a file made from a text that may come from anybody: letters and digits of ASCII, '-', '_' and single dots inside
/// stay, all else becomes '_'. At most 100 signs, never empty, never hidden, never a way to another folder.
std::string harmlessFileName(const std::string &text);

} // namespace lamp
