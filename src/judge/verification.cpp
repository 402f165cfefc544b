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

void VerifiedColour::joinedWith(const XYZ &other, const XYZ &otherSigma)
{
    for (int c = 0; c < 3; ++c) {
        const double a = 1 / std::pow(sigma[c], 2), b = 1 / std::pow(otherSigma[c], 2);
        xyz[c] = (a * xyz[c] + b * other[c]) / (a + b);
        sigma[c] = 1 / std::sqrt(a + b);
    }
}

WhiteRead whiteBetween(const Measurement &before, const Measurement &after)
{
    const bool drifted = std::abs(after.xyz.b / before.xyz.b - 1) > 0.01;
    WhiteRead white{drifted ? after.xyz : 0.5 * (before.xyz + after.xyz), {}, {}};
    for (int c = 0; c < 3; ++c) {
        const double noise = std::hypot(before.sigma[c], after.sigma[c]), change = after.xyz[c] - before.xyz[c];
        white.sigma[c] = drifted ? after.sigma[c] : 0.5 * noise;
        // It stands half of what it went from where the readings say, at either end of the time between them.
        white.moved[c] = 0.5 * std::sqrt(std::max(0.0, change * change - noise * noise));
    }
    return white;
}

Verification verify(std::vector<VerifiedColour> colours, const WhiteRead &white, const Eigen::Matrix3d &chad)
{
    Verification result;
    result.white = white;
    result.chad = chad;
    std::vector<double> sorted;
    bool whole = !colours.empty();
    for (VerifiedColour &v : colours) {
        v.measured = measuredLab(v.xyz, white.xyz, chad);
        v.deltaE = deltaE2000(v.colour.wanted, v.measured);
        whole = whole && std::isfinite(v.deltaE);
        sorted.push_back(v.deltaE);
        result.mean += v.deltaE;
        result.max = std::max(result.max, v.deltaE);
    }
    const auto n = double(colours.size());
    if (!whole) {
        // One colour that could not be compared leaves mean and largest unknown.
        result.mean = result.max = result.p95 = std::numeric_limits<double>::quiet_NaN();
    } else {
        std::sort(sorted.begin(), sorted.end());
        result.mean /= n;
        // Nearest-rank percentile: the smallest value with at least 95 % of all at or below it.
        result.p95 = sorted[size_t(std::ceil(0.95 * n)) - 1];
    }
    result.colours = std::move(colours);
    return result;
}

GrayAgainst::GrayAgainst(const XYZ &white, const XYZ &black, const Chromaticity &targetWhite, const ToneCurve &tone)
    : m_white(white.b), m_black(black.b), m_target(whiteOf(targetWhite)), m_curve(tone.withBlack(black.b / white.b))
{
}

XYZ GrayAgainst::wanted(double drive) const
{
    return XYZ((m_black + (m_white - m_black) * m_curve.value(drive)) * m_target.vec());
}

double GrayAgainst::difference(const GrayInput &gray) const
{
    return deltaE2000(labOf(relativeTo(wanted(gray.drive), m_white), m_target), labOf(relativeTo(gray.xyz, m_white), m_target));
}

GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone)
{
    GrayJudgement result;
    const GrayAgainst against(white, black, targetWhite, tone);
    int gammas = 0;
    for (const GrayInput &g : grays) {
        GrayResult r{g.drive, g.xyz, g.sigma, against.difference(g), 0, {}};
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
