// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/file_name.h"

namespace lamp {

std::string harmlessFileName(const std::string &text)
{
    constexpr size_t kMost = 100;
    std::string name;
    for (const char c : text.substr(0, kMost)) {
        const bool plain = (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' || c == '_';
        const bool dot = c == '.' && !name.empty() && name.back() != '.';
        name += plain || dot ? c : '_';
    }
    return name.empty() ? "_" : name;
}

} // namespace lamp
