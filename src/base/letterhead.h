// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"

namespace lamp {

/// Whose report it is; either may be empty.
struct Letterhead {
    std::string name; ///< of the studio
    Bytes mark;       ///< PNG or JPEG
    bool operator==(const Letterhead &) const = default;
};

} // namespace lamp
