// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <filesystem>
#include <string>

namespace lamp {

/// The desktop's colour management service, `org.freedesktop.ColorManager` on the system bus.
class ColourManager {
public:
    /// Whether the service is there (or can be started by the bus).
    [[nodiscard]] static bool present();
    /// Makes a profile the default of an output's device. \return a sentence about what was done, or an error
    static Result<Message> makeDefault(const std::string &output, const std::filesystem::path &profile);
};

} // namespace lamp
