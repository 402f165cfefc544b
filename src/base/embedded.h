// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace lamp {

/// The content of a file below data/ that is built into the program, by its path there
/// (for example "targets.json"). An unknown path is a programming error and throws std::out_of_range.
std::string_view embedded(std::string_view path);

} // namespace lamp
