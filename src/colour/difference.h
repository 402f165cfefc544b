// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <span>

namespace lamp {

/// Euclidean distance in CIELAB (CIE 15:2004, eq. 8.16).
double deltaE76(const Lab &reference, const Lab &sample);
/// CIE 1994, graphic arts constants kL = kC = kH = 1, K1 = 0.045, K2 = 0.015 (CIE 116-1995). Not symmetric.
double deltaE94(const Lab &reference, const Lab &sample);
/// CMC(l:c) (BS 6923:1988). Not symmetric; l = 2, c = 1 judges acceptability.
double deltaECmc(const Lab &reference, const Lab &sample, double l = 2, double c = 1);
/// CIEDE2000 with kL = kC = kH = 1 (CIE 142-2001; Sharma, Wu and Dalal 2005, eq. 2 to 22).
double deltaE2000(const Lab &reference, const Lab &sample);
/// The same of many pairs at once, several times as fast, within 1e-9 of the one above. \param differences as many as there
/// are pairs; NaN where one has no partner
void deltaE2000(std::span<const Lab> reference, std::span<const Lab> sample, std::span<double> differences);
/// ΔE_ITP (BT.2124) between two absolute tristimulus values in cd/m²; 1 is about a just noticeable difference.
double deltaEItp(const XYZ &reference, const XYZ &sample);

} // namespace lamp
