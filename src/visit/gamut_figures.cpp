// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/gamut_figures.h"

#include "colour/difference.h"
#include "gamut/gamut.h"

namespace lamp {

void describeGamut(VisitRecord &record, const Profile &profile, const ShownDisplay *shown, const MatrixModel &matrix)
{
    const AdditiveGamut additive = gamutOf(matrix.channels, matrix.black);
    const double own = shown != nullptr ? gamutVolume([&](const Drive &d) { return shown->lab(d); }) : volumeOf(additive);
    for (const RgbSpace &space : rgbSpaces()) {
        const AdditiveGamut other = gamutOf(space);
        // A table holds a colour where its inverse and then its forward table give it back.
        record.coverage[space.name] =
            shown == nullptr ? coveragePercent(additive, other)
                             : coveragePercent([&](const Lab &l) { return deltaE2000(l, profile.colourOf(profile.driveFor(l))) < 1.0; }, other);
        record.volume[space.name] = 100 * own / volumeOf(other);
    }
}

} // namespace lamp
