// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/primaries.h"

namespace lamp {

Eigen::Matrix3d Primaries::matrix() const
{
    Eigen::Matrix3d m;
    m.col(0) = (red - black).vec();
    m.col(1) = (green - black).vec();
    m.col(2) = (blue - black).vec();
    return m;
}

LinearRgb Primaries::amounts(const XYZ &xyz) const
{
    return LinearRgb(matrix().partialPivLu().solve((xyz - black).vec()));
}

Primaries Primaries::scaled(const LinearRgb &factors, const XYZ &newWhite, const XYZ &newBlack) const
{
    const auto column = [&](const XYZ &p, double factor) { return newBlack + factor * (p - black); };
    return {column(red, factors.a), column(green, factors.b), column(blue, factors.c), newWhite, newBlack};
}

} // namespace lamp
