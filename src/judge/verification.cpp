// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/verification.h"

#include "base/embedded.h"
#include "colour/difference.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <limits>

namespace lamp {

std::vector<TestColour> verificationColours(const Profile &profile, int count)
{
    const auto list = nlohmann::json::parse(embedded("verification.json"));
    const int all = int(list.size());
    std::vector<TestColour> colours;
    for (int i = 0; i < std::min(count, all); ++i) {
        const auto &item = list[size_t(i * all / std::min(count, all))];
        LCh lch{item["L"].get<double>(), item["C"].get<double>(), item["h"].get<double>()};
        TestColour colour{item["name"].get<std::string>(), labOf(lch), {}};
        for (int step = 0; step < 40; ++step) {
            colour.rgb = profile.driveFor(colour.wanted);
            if (deltaE2000(colour.wanted, profile.colourOf(colour.rgb)) < 0.1) {
                break;
            }
            // Less chroma first; a neutral that still does not fit is too dark for this black, so lift it.
            if (lch.b > 1) {
                lch.b *= 0.88;
            } else {
                lch.b = 0;
                lch.a += 1;
            }
            colour.wanted = labOf(lch);
        }
        colours.push_back(colour);
    }
    return colours;
}

Lab measuredLab(const XYZ &xyz, const XYZ &white, const Eigen::Matrix3d &chad)
{
    return labOf(RelXYZ(chad * xyz.vec() / white.b), iccD50());
}

XYZ withoutDrift(const Measurement &m, const Measurement &before, const Measurement &after)
{
    const double s = (m.t - before.t) / std::max(1e-9, after.t - before.t);
    XYZ xyz = m.xyz;
    for (int c = 0; c < 3; ++c) {
        const double change = after.xyz[c] / before.xyz[c] - 1;
        if (std::abs(change) > 3 * after.sigma[c] / after.xyz[c]) {
            xyz[c] *= (1 + change) / (1 + change * s);
        }
    }
    return xyz;
}

Verification verify(std::vector<VerifiedColour> colours, const XYZ &white, const Eigen::Matrix3d &chad, double systematic)
{
    Verification result;
    result.white = white;
    std::vector<double> sorted;
    double noise = 0;
    bool whole = !colours.empty();
    for (VerifiedColour &v : colours) {
        v.measured = measuredLab(v.xyz, white, chad);
        v.deltaE = deltaE2000(v.colour.wanted, v.measured);
        // Sensitivity by differences in each component (GUM 5.1.4, note 2).
        double variance = 0;
        for (int c = 0; c < 3; ++c) {
            XYZ moved = v.xyz;
            moved[c] += v.sigma[c];
            variance += std::pow(deltaE2000(v.measured, measuredLab(moved, white, chad)), 2);
        }
        v.uncertainty = std::sqrt(variance);
        noise += variance;
        whole = whole && std::isfinite(v.deltaE) && std::isfinite(v.uncertainty);
        sorted.push_back(v.deltaE);
        result.mean += v.deltaE;
        if (v.deltaE >= result.max) {
            result.max = v.deltaE;
            result.maxUncertainty = std::hypot(v.uncertainty, systematic);
        }
    }
    const auto n = double(colours.size());
    if (!whole) {
        // One colour that could not be compared leaves mean and largest unknown.
        result.mean = result.max = result.p95 = result.meanUncertainty = result.maxUncertainty = std::numeric_limits<double>::quiet_NaN();
    } else {
        std::sort(sorted.begin(), sorted.end());
        result.mean /= n;
        // Nearest-rank percentile: the smallest value with at least 95 % of all at or below it.
        result.p95 = sorted[size_t(std::ceil(0.95 * n)) - 1];
        result.meanUncertainty = std::hypot(std::sqrt(noise) / n, systematic);
    }
    result.colours = std::move(colours);
    return result;
}

GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone)
{
    GrayJudgement result;
    const RelXYZ n = whiteOf(targetWhite);
    const ToneCurve curve = tone.withBlack(black.b / white.b);
    int gammas = 0;
    for (const GrayInput &g : grays) {
        GrayResult r{g.drive, g.xyz, 0, 0};
        const double y = (black.b + (white.b - black.b) * curve.value(g.drive)) / white.b;
        r.deltaE = deltaE2000(labOf(RelXYZ(y * n.vec()), n), labOf(relativeTo(g.xyz, white.b), n));
        const double light = (g.xyz.b - black.b) / (white.b - black.b);
        if (g.drive > 0.05 && g.drive < 0.97 && light > 0) {
            r.gamma = gammaAt(g.drive, light);
            result.gammaMean += r.gamma;
            ++gammas;
        }
        result.mean += r.deltaE;
        result.max = std::isfinite(r.deltaE) ? std::max(result.max, r.deltaE) : r.deltaE;
        result.grays.push_back(r);
    }
    result.mean /= double(grays.size()); // of none: not a number
    if (!std::isfinite(result.mean)) {
        result.max = result.mean;
    }
    if (gammas > 0) {
        result.gammaMean /= gammas;
    }
    return result;
}

double whiteDifference(const XYZ &white, const Chromaticity &target)
{
    const RelXYZ n = whiteOf(target);
    return deltaE2000({100, 0, 0}, labOf(relativeTo(white, white.b), n));
}

} // namespace lamp
