// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/figures.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Takes over what is known of a figure's uncertainty.
void doubted(Figure &figure, const Expanded &k2)
{
    if (figure.value && std::isfinite(k2.instrument)) {
        figure.k2 = k2.instrument;
    }
    if (figure.value && std::isfinite(k2.absolute)) {
        figure.absoluteK2 = k2.absolute;
    }
}

/// Value, verdict and uncertainty by a check's code.
void judged(Figure &figure, const VisitRecord &r, const char *code, bool measured)
{
    const auto it = std::find_if(r.checks.begin(), r.checks.end(), [&](const Check &c) { return c.code == code; });
    if (measured && it != r.checks.end() && std::isfinite(it->value)) {
        figure.verdict = it->verdict;
        if (it->unit == "%" || it->unit == metricUnit(Metric::Ciede2000)) { // judged by another formula, they compare with no other visit's
            figure.value = it->value;
            doubted(figure, it->k2);
        }
    }
}

/// A value without a check of its own.
void plain(Figure &figure, double value, bool measured)
{
    if (!figure.value && measured && std::isfinite(value)) {
        figure.value = value;
    }
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
    plain(f.colourMean, r.verification.mean, verified);
    plain(f.colourMax, r.verification.max, verified);
    plain(f.grayMean, r.gray.mean, grays);
    plain(f.grayMax, r.gray.max, grays);
    plain(f.gamma, r.gray.gammaMean, grays && r.gray.gammaMean > 0);
    const FigureDoubt &d = r.doubt;
    for (const auto &[figure, k2] : {std::pair{&f.whiteX, &d.whiteX}, std::pair{&f.whiteY, &d.whiteY}, std::pair{&f.luminance, &d.luminance},
                                     std::pair{&f.white, &d.white}, std::pair{&f.black, &d.black}, std::pair{&f.grayMean, &d.grayMean},
                                     std::pair{&f.grayMax, &d.grayMax}, std::pair{&f.colourMean, &d.mean}, std::pair{&f.colourMax, &d.max}}) {
        doubted(*figure, *k2);
    }
    if (const SpaceCoverage *srgb = coverageOf(r.gamut, "sRGB")) {
        const auto known = [](double percent) { return std::isfinite(percent) ? std::optional(percent) : std::nullopt; };
        f.srgbPercent = known(srgb->coverage);
        f.volumePercent = known(srgb->volume);
    }
    return f;
}

} // namespace lamp
