// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "diagnose/reference.h"

#include <functional>
#include <vector>

namespace lamp {

/// What stood on the screen, and how it was looked at.
struct Condition {
    Drive rgb; ///< before the LUT
    double area = 0.1;
    std::array<double, 2> at{0.5, 0.5};
    Drive surround;
    double stillS = 0;  ///< how long the picture had stood
    double t = 0;       ///< s since the examination began
    bool other = false; ///< read by another instrument than the usual one
    /// 0 at the centre, 1 in a corner.
    [[nodiscard]] double away() const { return ((at[0] - 0.5) * (at[0] - 0.5) + (at[1] - 0.5) * (at[1] - 0.5)) / 0.5; }
};

/// The way from a drive to a reading, as the last visit left it; a cause changes some of its links, two causes change both theirs.
struct Chain {
    using Step = std::function<void(Drive &)>;
    using Factor = std::function<double(const Condition &)>;

    const Reference *reference = nullptr;
    std::vector<Step> signal;                                             ///< what happens to a drive on its way to the LUT
    std::function<Drive(const Drive &)> ramps;                            ///< instead of those that were left
    std::vector<Step> loaded;                                             ///< what else stands in the LUT
    std::vector<Step> panel;                                              ///< what the display's electronics make of it
    Eigen::Vector3d gain = Eigen::Vector3d::Ones();                       ///< of the channels' light, black's included
    std::vector<std::function<Eigen::Vector3d(const Condition &)>> gains; ///< the same where they hang on the circumstances
    std::vector<Factor> dims;                                             ///< of all light
    std::vector<Factor> blackDims;                                        ///< of the light of black alone
    Factor onPatch;                                                       ///< share of the instrument's view that the patch fills; empty: all of it
    XYZ added;                                                            ///< light from outside, cd/m²
    /// What the usual instrument makes of a channel's light, over what it made of it at the visit: X, Y, Z by channel.
    Eigen::Matrix3d instrument = Eigen::Matrix3d::Ones();

    /// What would be read, cd/m².
    [[nodiscard]] XYZ operator()(const Condition &shown) const;
    /// The channels' light for a drive as the panel gets it, 0..1 of the most.
    [[nodiscard]] Eigen::Vector3d lightOf(const Drive &rgb) const;

private:
    [[nodiscard]] Drive atPanel(Drive rgb) const;
    [[nodiscard]] Eigen::Vector3d emission(const Drive &rgb, const Condition &shown) const;
};

} // namespace lamp
