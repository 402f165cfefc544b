// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/base16.h"

namespace lamp {

std::string base16(const Bytes &bytes)
{
    constexpr const char *digits = "0123456789abcdef";
    std::string text;
    text.reserve(bytes.size() * 2);
    for (const auto b : bytes) {
        text += digits[b >> 4];
        text += digits[b & 15];
    }
    return text;
}

std::optional<Bytes> fromBase16(const std::string &text)
{
    const auto digit = [](char c) { return c >= '0' && c <= '9' ? c - '0' : (c >= 'a' && c <= 'f' ? c - 'a' + 10 : -1); };
    if (text.size() % 2 != 0) {
        return {};
    }
    Bytes bytes;
    bytes.reserve(text.size() / 2);
    for (size_t i = 0; i < text.size(); i += 2) {
        const int high = digit(text[i]), low = digit(text[i + 1]);
        if (high < 0 || low < 0) {
            return {};
        }
        bytes.push_back(std::uint8_t(high << 4 | low));
    }
    return bytes;
}

} // namespace lamp
