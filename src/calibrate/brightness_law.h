// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace lamp {

/// How a menu's brightness acts on white, as far as it was tried.
struct BrightnessLaw {
    std::string control;
    std::vector<std::pair<double, double>> steps; ///< value and cd/m² of white, both rising; two or more
    /// \param tried values with the luminance that white had there, each value once \param left the value at which white gives `white` cd/m² now
    /// \return nothing of fewer than two values, or where more of it gave less light
    static std::optional<BrightnessLaw> of(std::string control, std::vector<std::pair<double, double>> tried, double left, double white);
    /// cd/m² at a value, and the value for a luminance; within what was tried.
    [[nodiscard]] double luminance(double value) const;
    [[nodiscard]] double value(double luminance) const;
};

} // namespace lamp
