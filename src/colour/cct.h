// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "colour/types.h"

namespace lamp {

/// Correlated colour temperature in kelvin and Duv, the signed distance from the Planckian locus in CIE 1960 uv
/// (above the locus, greenish: positive).
struct Cct {
    double kelvin = 0;
    double duv = 0;
    /// Whether it says anything: near the locus (CIE 15:2004, 9.5: not beyond 5·10⁻²), and between 1,000 and 25,000 K, beyond which
    /// daylight and lamps do not go (common practice, no published source).
    [[nodiscard]] bool meaningful() const;
};

/// CCT and Duv of a chromaticity for the 2° observer: the nearest point of the Planckian locus in CIE 1960 uv
/// (CIE 15:2004, section 9.5), found by bracketing on a reciprocal scale; sound from 1000 to 50000 K.
Cct cctOf(const Chromaticity &xy);
/// "6503 K", or that there is no such temperature.
Message temperatureSaid(const Chromaticity &xy);
/// The chromaticity at a CCT and Duv: the inverse of cctOf.
Chromaticity chromaticityOf(const Cct &cct);

} // namespace lamp
