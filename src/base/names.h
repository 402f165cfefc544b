// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>

namespace lamp {

/// The value of an enumeration, counted from 0, that a table of its names has under a name; nothing for another name.
template <typename E, size_t N> std::optional<E> named(const std::array<const char *, N> &names, const std::string &name)
{
    for (size_t i = 0; i < N; ++i) {
        if (name == names[i]) {
            return E(i);
        }
    }
    return std::nullopt;
}

} // namespace lamp
