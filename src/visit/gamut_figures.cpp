// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/gamut_figures.h"

#include "gamut/gamut.h"
#include "profile/display_gamut.h"

namespace lamp {

void describeGamut(VisitRecord &record, const Profile &profile, const ShownDisplay *shown, const MatrixModel &matrix)
{
    const AdditiveGamut additive = gamutOf(matrix.channels, matrix.black);
    const double own = shown != nullptr ? gamutVolume([&](const Drive &d) { return shown->lab(d); }) : volumeOf(additive);
    const std::vector<double> coverage = coverageBy(profile, rgbSpaces());
    for (size_t i = 0; i < coverage.size(); ++i) {
        const RgbSpace &space = rgbSpaces()[i];
        record.coverage[space.name] = coverage[i];
        record.volume[space.name] = 100 * own / volumeOf(gamutOf(space));
    }
}

} // namespace lamp
