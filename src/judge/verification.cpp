// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/verification.h"

#include "base/embedded.h"
#include "base/quantile.h"
#include "colour/difference.h"
#include "colour/spread.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <limits>

namespace lamp {

namespace {

/// A colour as a colour-managed program shows it; one that does not fit loses chroma until it does.
TestColour fitted(const Profile &profile, std::string name, LCh lch)
{
    TestColour colour{std::move(name), labOf(lch), {}};
    for (int step = 0; step < 40; ++step) {
        colour.rgb = profile.driveFor(colour.wanted);
        if (deltaE2000(colour.wanted, profile.colourOf(colour.rgb)) < 0.1) {
            break;
        }
        lch.b *= 0.88;
        colour.wanted = labOf(lch);
    }
    return colour;
}

/// Of a list so many, spread over it with its first.
template <typename List> List thinned(const List &all, size_t count)
{
    List some;
    for (size_t i = 0; i < std::min(count, all.size()); ++i) {
        some.push_back(all[i * all.size() / std::min(count, all.size())]);
    }
    return some;
}

std::string named(const Drive &d)
{
    std::string name = "colour";
    for (int c = 0; c < 3; ++c) {
        name += ' ' + std::to_string(std::lround(100 * d[c]));
    }
    return name + " %";
}

/// Drives between those of the data: half where the doubt is largest, half evenly spread.
std::vector<Drive> between(const ColourChoice &choice, size_t count)
{
    constexpr int kFrom = 2000, kAmong = 80; // of the sequence that other readings take their patches from, a part of its own
    std::vector<Drive> all;
    for (int i = 0; i < kAmong; ++i) {
        all.push_back(choice.onFrameBuffer(spread(kFrom + i)));
    }
    const size_t doubted = choice.doubt ? count / 2 : 0;
    std::vector<Drive> some(all.begin(), all.begin() + long(count - doubted));
    std::vector<std::pair<double, size_t>> doubts;
    for (size_t i = some.size(); doubted > 0 && i < all.size(); ++i) {
        doubts.emplace_back(choice.doubt(all[i]), i);
    }
    std::sort(doubts.rbegin(), doubts.rend());
    for (size_t i = 0; i < doubts.size() && some.size() < count; ++i) {
        const Drive &d = all[doubts[i].second];
        // Not twice the same doubt.
        const bool near = std::any_of(some.begin(), some.end(), [&](const Drive &o) { return (o.vec() - d.vec()).norm() < 0.2; });
        if (!near) {
            some.push_back(d);
        }
    }
    return some;
}

} // namespace

std::vector<TestColour> verificationColours(const Profile &profile, const ColourChoice &choice)
{
    const auto data = nlohmann::json::parse(embedded("verification.json"));
    const auto share = [&](double of) { return size_t(std::lround(of * choice.count)); };
    const auto neutrals = thinned(data["neutrals"].get<std::vector<double>>(), share(8 / 24.0));
    const auto memory = thinned(data["memory"].get<std::vector<nlohmann::json>>(), share(4 / 24.0));
    const auto surface = thinned(data["surface"].get<std::vector<nlohmann::json>>(), share(6 / 24.0));
    std::vector<TestColour> colours;
    const auto add = [&](std::string name, const Drive &rgb) {
        const Drive d = choice.onFrameBuffer(rgb);
        colours.push_back({std::move(name), profile.colourOf(d), d});
    };
    for (const double lightness : neutrals) {
        // On the gray axis itself, where the grays are judged, too; darker than black none is.
        const Drive d = profile.driveFor({std::max(lightness, profile.colourOf({}).a + 1), 0, 0});
        const double v = (d.a + d.b + d.c) / 3;
        add("gray " + std::to_string(std::lround(lightness)), {v, v, v});
    }
    for (const auto &item : memory) {
        colours.push_back(
            fitted(profile, item["name"].get<std::string>(), {item["L"].get<double>(), item["C"].get<double>(), item["h"].get<double>()}));
    }
    for (const auto &item : surface) {
        const auto &rgb = item["rgb"];
        add(item["name"].get<std::string>(), {rgb[0].get<double>(), rgb[1].get<double>(), rgb[2].get<double>()});
    }
    const size_t left = size_t(std::max(0, choice.count - int(colours.size())));
    for (const Drive &d : between(choice, left)) {
        add(named(d), d);
    }
    return colours;
}

double mostColoursWithin(const Verification &verification)
{
    constexpr double kFewest = 6;
    const auto n = double(verification.colours.size());
    double mean = 0, square = 0;
    for (const VerifiedColour &c : verification.colours) {
        mean += std::sqrt(c.deltaE) / n;
        square += c.deltaE / n;
    }
    if (n < kFewest || !std::isfinite(mean)) {
        return std::numeric_limits<double>::quiet_NaN();
    }
    // k = t(0.95; n - 1, z(0.95)·√n)/√n of the non-central t distribution.
    constexpr double kCovered = 1.6448536269514722; // z(0.95)
    const double k = nonCentralTQuantile(n - 1, kCovered * std::sqrt(n), 0.95) / std::sqrt(n);
    const double deviation = std::sqrt(std::max(0.0, (square - mean * mean) * n / (n - 1)));
    return std::pow(mean + k * deviation, 2);
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

Difference differenceOf(Metric metric, const XYZ &white, const Eigen::Matrix3d &chad)
{
    return {metric, iccD50(), white.b * chad.inverse()};
}

Verification verify(std::vector<VerifiedColour> colours, const WhiteRead &white, const Eigen::Matrix3d &chad, Metric metric)
{
    Verification result;
    const Difference difference = differenceOf(metric, white.xyz, chad);
    result.metric = metric;
    result.white = white;
    result.chad = chad;
    std::vector<double> sorted;
    bool whole = !colours.empty();
    for (VerifiedColour &v : colours) {
        v.measured = measuredLab(v.xyz, white.xyz, chad);
        v.deltaE = difference(v.colour.wanted, v.measured);
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

GrayAgainst::GrayAgainst(const XYZ &white, const XYZ &black, const Chromaticity &targetWhite, const ToneCurve &tone, Metric metric)
    : m_white(white.b), m_black(black.b), m_difference{metric, whiteOf(targetWhite), white.b * Eigen::Matrix3d::Identity()},
      m_curve(tone.withBlack(black.b / white.b))
{
}

XYZ GrayAgainst::wanted(double drive) const
{
    return XYZ((m_black + (m_white - m_black) * m_curve.value(drive)) * m_difference.white.vec());
}

double GrayAgainst::difference(const GrayInput &gray) const
{
    const auto lab = [&](const XYZ &xyz) { return labOf(relativeTo(xyz, m_white), m_difference.white); };
    return m_difference(lab(wanted(gray.drive)), lab(gray.xyz));
}

GrayJudgement judgeGrays(const std::vector<GrayInput> &grays, const XYZ &white, const XYZ &black, const Chromaticity &targetWhite,
                         const ToneCurve &tone, Metric metric)
{
    GrayJudgement result;
    const GrayAgainst against(white, black, targetWhite, tone, metric);
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

double whiteDifference(const XYZ &white, const Chromaticity &target, Metric metric)
{
    const Difference difference{metric, whiteOf(target), white.b * Eigen::Matrix3d::Identity()};
    return difference({100, 0, 0}, labOf(relativeTo(white, white.b), difference.white));
}

} // namespace lamp
