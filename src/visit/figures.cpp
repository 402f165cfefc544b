// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/figures.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Value, uncertainty and verdict by a check's code.
void judged(Figure &figure, const VisitRecord &r, const char *code, bool measured)
{
    const auto it = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check &c) { return c.code == code; });
    if (measured && it != r.checks.end() && std::isfinite(it->value)) {
        figure = {it->value, it->uncertainty, it->verdict};
    }
}

/// A value without a check of its own.
void plain(Figure &figure, double value, bool measured)
{
    if (!figure.value && measured && std::isfinite(value)) {
        figure.value = value;
    }
}

/// What the noise of a reading leaves open of x, y and Y, k = 2: x = X/S, S = X + Y + Z, so dx = (dX - x·dS)/S and the
/// same for y; components are taken as independent (GUM, JCGM 100:2008, 5.1.2).
void noiseOfWhite(VisitFigures &f, const XYZ &white, const XYZ &sigma)
{
    const double sum = white.a + white.b + white.c;
    const Chromaticity c = chromaticity(white);
    const auto combined = [&](double dX, double dY, double dZ) { return 2 * std::sqrt(dX * dX + dY * dY + dZ * dZ); };
    f.whiteX.k2 = combined((1 - c.x) * sigma.a / sum, c.x * sigma.b / sum, c.x * sigma.c / sum);
    f.whiteY.k2 = combined(c.y * sigma.a / sum, (1 - c.y) * sigma.b / sum, c.y * sigma.c / sum);
    f.luminance.k2 = 2 * sigma.b;
}

} // namespace

VisitFigures figuresOf(const VisitRecord &r)
{
    VisitFigures f;
    const XYZ &white = r.calibrated.white, &black = r.calibrated.black;
    const bool read = white.b > 0 && white.a + white.b + white.c > 0;
    if (read) {
        const Chromaticity c = chromaticity(white);
        f.whiteX.value = c.x;
        f.whiteY.value = c.y;
        f.luminance.value = white.b;
        const auto &all = r.verification.colours;
        const auto it = std::find_if(all.begin(), all.end(), [](const VerifiedColour &v) { return v.colour.rgb == Drive{1, 1, 1}; });
        if (it != all.end() && it->sigma.b > 0) {
            noiseOfWhite(f, white, it->sigma);
        }
        f.black.value = black.b;
    }
    const bool verified = !r.verification.colours.empty(), grays = !r.gray.grays.empty();
    judged(f.white, r, "white", read);
    if (read && r.plan.target.white.chromaticity()) {
        plain(f.white, whiteDifference(white, r.targetWhite()), true);
    }
    Figure luminance;
    judged(luminance, r, "luminance", read);
    f.luminance.verdict = luminance.verdict;
    judged(f.colourMean, r, "colour-mean", verified);
    judged(f.colourMax, r, "colour-max", verified);
    judged(f.grayMean, r, "gray-mean", grays);
    judged(f.grayMax, r, "gray-max", grays);
    plain(f.grayMean, r.gray.mean, grays);
    plain(f.grayMax, r.gray.max, grays);
    plain(f.gamma, r.gray.gammaMean, grays && r.gray.gammaMean > 0);
    const auto named = [](const std::map<std::string, double> &all) {
        const auto it = all.find("sRGB");
        return it != all.end() && std::isfinite(it->second) ? std::optional(it->second) : std::nullopt;
    };
    f.srgbPercent = named(r.coverage);
    f.volumePercent = named(r.volume);
    return f;
}

} // namespace lamp
