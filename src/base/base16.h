// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"

#include <optional>

namespace lamp {

/// Bytes as two digits each, 0-9 and a-f (RFC 4648, base16, in small letters).
std::string base16(const Bytes &bytes);
/// \return nothing where a sign is no such digit, or one digit stands alone
std::optional<Bytes> fromBase16(const std::string &text);

} // namespace lamp
