// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <cstdint>
#include <optional>
#include <span>
#include <string>

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
/// CIELAB in single precision, where there are many.
struct ShortLab {
    float a = 0, b = 0, c = 0; ///< L*, a*, b*
};
/// The same of many of them, within 0.0005 of the ones above, in half their time. \param which pairs, by their numbers in both
/// \pre each number is less than both sizes
void deltaE2000(std::span<const ShortLab> reference, std::span<const ShortLab> sample, std::span<const std::uint32_t> which,
                std::span<float> differences);
/// ΔE_ITP (BT.2124) between two absolute tristimulus values in cd/m²; 1 is about a just noticeable difference.
double deltaEItp(const XYZ &reference, const XYZ &sample);

/// A formula to judge by.
enum class Metric {
    Ciede2000,
    Cie94, ///< graphic arts
    Cmc,   ///< 2:1, acceptability
    Itp    ///< of BT.2124, from absolute luminance
};
std::string metricName(Metric metric); ///< in files: "CIEDE2000", "CIE94", "CMC(2:1)", "ITP"
std::optional<Metric> metricFromName(const std::string &name);
std::string metricUnit(Metric metric); ///< behind a figure: "ΔE00", "ΔE94", "ΔE CMC", "ΔE ITP"

/// One formula between colours in CIELAB.
struct Difference {
    Metric metric = Metric::Ciede2000;
    RelXYZ white;                                        ///< that CIELAB is relative to
    Eigen::Matrix3d shown = Eigen::Matrix3d::Identity(); ///< takes XYZ relative to that white to what is shown, cd/m²; for ITP only
    [[nodiscard]] double operator()(const Lab &wanted, const Lab &is) const;
};

} // namespace lamp
