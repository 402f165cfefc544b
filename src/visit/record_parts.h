// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/correction.h"
#include "visit/record.h"

#include <nlohmann/json.hpp>

#include <array>

namespace lamp {

struct NamedDoubt {
    const char *name;
    Expanded FigureDoubt::*member;
};
inline constexpr std::array<NamedDoubt, 10> kDoubts{{{"white_x", &FigureDoubt::whiteX},
                                                     {"white_y", &FigureDoubt::whiteY},
                                                     {"luminance_cd_m2", &FigureDoubt::luminance},
                                                     {"black_cd_m2", &FigureDoubt::black},
                                                     {"white", &FigureDoubt::white},
                                                     {"luminance_percent", &FigureDoubt::luminancePercent},
                                                     {"gray_mean", &FigureDoubt::grayMean},
                                                     {"gray_max", &FigureDoubt::grayMax},
                                                     {"mean", &FigureDoubt::mean},
                                                     {"max", &FigureDoubt::max}}};

/// A matrix as records hold it.
nlohmann::json correctionJson(const MatrixCorrection &correction);

} // namespace lamp
