// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/tone.h"
#include "device/bench.h"
#include "model/display_model.h"

#include <array>
#include <vector>

namespace lamp {

/// What the grays of a display are to be, from black to white.
struct GrayAim {
    XYZ white;      ///< to be shown at full drive
    XYZ black;      ///< what is shown at zero drive: the panel's own, or lifted
    ToneCurve tone; ///< told the ratio of black to white

    /// Neutral gray of a drive: target white's chromaticity, Y(v) = Yk + (Yw - Yk)·f(v).
    [[nodiscard]] XYZ neutral(double drive) const;
};

/// The way of a display's grays from black to white that comes as near to an aim as the display can, and the ramps
/// that follow from it.
class GrayPath {
public:
    /// \param entries steps of drive at which the way is worked out, 2 or more
    GrayPath(const DisplayModel &model, const GrayAim &aim, int entries);

    /// What is wanted at a drive: neutral where every channel can follow, fading to the panel's own black below
    /// (docs/methods.md, "Grays near black").
    [[nodiscard]] XYZ goal(double drive) const;
    /// Drives behind the LUT that show it, before they are rounded to a LUT's codes.
    [[nodiscard]] const Ramps &exact() const { return m_exact; }
    /// Rounded to a LUT's bits. The codes of the three channels are chosen together so that the colour difference
    /// from what is wanted is least; every channel is non-decreasing, and takes no longer or shorter step than rounding
    /// forces unless that gains something that can be seen.
    [[nodiscard]] Ramps rounded(int bits) const;
    /// Mean CIEDE2000 that rounding to a LUT's bits forces on the grays even when all else is perfect.
    [[nodiscard]] double quantisationFloor(int bits) const;

private:
    [[nodiscard]] std::array<int, 3> bestCodes(const XYZ &wanted, const std::array<std::array<int, 2>, 3> &codes,
                                               const std::array<std::array<double, 2>, 3> &uneven, double top) const;
    [[nodiscard]] std::array<int, 3> bestWhite(const XYZ &wanted, const std::array<std::array<int, 2>, 3> &codes, const std::array<int, 3> &previous,
                                               int top) const;

    const DisplayModel &m_model;
    GrayAim m_aim;
    Primaries m_basis;
    double m_fade = 0; ///< share of light below which grays leave the neutral axis
    Ramps m_exact;
};

/// The drive behind a LUT: rounded to the frame buffer, linear between entries, rounded to the LUT's bits
/// (bench protocol, `display.describe`).
Drive throughRamps(const Ramps &ramps, const Drive &rgb, int frameBufferBits, int lutBits);

/// The same where nothing is rounded. \pre ramps are not empty
Drive throughCurves(const Ramps &ramps, const Drive &rgb);

/// Ramps that change nothing.
Ramps linearRamps(int entries);

} // namespace lamp
