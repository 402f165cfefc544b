// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/curve.h"
#include "calibrate/trim.h"

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

/// A gray that was read, with the drive of each channel behind the LUT.
struct GrayReading {
    double drive = 0;             ///< before the LUT
    std::array<double, 3> behind; ///< what each channel got behind the LUT
    XYZ xyz, sigma;
};

/// What the display's three channels do along the gray axis, and the ramps that follow from it.
class GrayModel {
public:
    /// \param basis the primaries in whose amounts grays are counted; \param grays read with linear ramps,
    /// black and white among them
    GrayModel(const Primaries &basis, const std::vector<GrayReading> &grays);

    /// Learns from grays read through ramps.
    void refine(const std::vector<GrayReading> &grays);

    /// Amounts of the channels that show the aim at a drive: neutral where every channel can follow, fading to the
    /// panel's own black below (docs/methods.md, "Grays near black").
    [[nodiscard]] LinearRgb wanted(const GrayAim &aim, double drive) const;

    /// The colour of those amounts: what the ramps try to show at a drive.
    [[nodiscard]] XYZ goal(const GrayAim &aim, double drive) const;

    /// Ramps to the aim with a LUT's entries and bits. The codes of the three channels are chosen together so that
    /// the colour difference from the aim is least; every channel is non-decreasing.
    [[nodiscard]] Ramps ramps(const GrayAim &aim, const DisplayInfo::Lut &lut) const;

    /// The colour that it expects of drives behind the LUT, near the gray axis.
    [[nodiscard]] XYZ expect(const std::array<double, 3> &behind) const;
    [[nodiscard]] const XYZ &black() const { return m_basis.black; }
    [[nodiscard]] LinearRgb amounts(const XYZ &xyz) const { return m_basis.amounts(xyz); }

private:
    Primaries m_basis;
    std::array<ChannelCurve, 3> m_curves;
};

/// The drive behind a LUT: rounded to the frame buffer, linear between entries, rounded to the LUT's bits
/// (bench protocol, `display.describe`).
std::array<double, 3> throughRamps(const Ramps &ramps, const Drive &rgb, int frameBufferBits, int lutBits);

/// Ramps that change nothing.
Ramps linearRamps(int entries);

/// Mean CIEDE2000 that rounding to the LUT's bits forces on the grays of this display even when all else is
/// perfect, over the entries of the LUT.
double quantisationFloor(const GrayModel &model, const GrayAim &aim, const DisplayInfo::Lut &lut);

} // namespace lamp
