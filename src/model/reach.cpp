// SPDX-License-Identifier: GPL-3.0-or-later
// Where a channel's light ends before its drive does (docs/methods.md, "Channels that end early").
#include "model/kernel.h"

#include <algorithm>
#include <cmath>
#include <optional>

namespace lamp {

namespace {

using kernels::perceptualRoot;

/// A channel's light in a near-neutral reading.
struct Lit {
    double drive, light, sigma; ///< light as a share of the brightest
    Drive mixture;              ///< of all channels, with this one as 1
    double t;                   ///< seconds
};

/// Whether two readings differ only by how bright they are, and the panel had no time to drift between them.
bool comparable(const Lit &p, const Lit &q)
{
    constexpr double kMixture = 0.03, kTogetherS = 150;
    return (p.mixture.vec() - q.mixture.vec()).cwiseAbs().maxCoeff() < kMixture && std::abs(p.t - q.t) < kTogetherS;
}

/// A power law over a reach, fitted to a channel's light.
struct Law {
    double scale = 1, exponent = 2.2, misfit = 0; ///< misfit: summed squares on the perceptual scale
    [[nodiscard]] double at(double within) const { return scale * std::pow(within, exponent); }
};

double within(double drive, const Reach &reach)
{
    return std::clamp((drive - reach.from) / (reach.to - reach.from), 0.0, 1.0);
}

Law lawOver(const std::vector<Lit> &all, const Reach &reach)
{
    double n = 0, sx = 0, sy = 0, sxx = 0, sxy = 0;
    for (const Lit &l : all) {
        const double u = within(l.drive, reach);
        if (u > 0.08 && l.light > 1e-4) {
            const double x = std::log(u), y = std::log(l.light), w = u;
            n += w;
            sx += w * x;
            sy += w * y;
            sxx += w * x * x;
            sxy += w * x * y;
        }
    }
    Law law;
    if (const double det = n * sxx - sx * sx; det > 1e-9) {
        law.exponent = std::clamp((n * sxy - sx * sy) / det, 1.0, 4.0);
        law.scale = std::exp((sy - law.exponent * sx) / n);
    }
    for (const Lit &l : all) {
        law.misfit += std::pow(perceptualRoot(l.light) - perceptualRoot(law.at(within(l.drive, reach))), 2);
    }
    return law;
}

/// The lowest drive from which on readings show it directly: drives that differ with the same light. Nothing where none do.
std::optional<Lit> flatFrom(const std::vector<Lit> &all, const Law &law)
{
    std::optional<Lit> lowest;
    for (const Lit &low : all) {
        for (const Lit &high : all) {
            const double apart = high.drive - low.drive;
            if (apart > 0.014 && comparable(low, high) && low.drive > 0.5 && low.light > 0 && high.light > 0) {
                const double rise = law.exponent * apart / high.drive, seen = std::abs(1 - low.light / high.light);
                const double noise = std::hypot(low.sigma / low.light, high.sigma / high.light);
                if (seen < std::max(0.03 * rise, 2.5 * noise) && rise > 8 * noise) {
                    lowest = !lowest || low.drive < lowest->drive ? low : lowest;
                }
            }
        }
    }
    return lowest;
}

/// The highest drive at which a reading shows nothing, where the law of a channel that begins at 0 would show something.
std::optional<double> darkUpTo(const std::vector<Lit> &all, const Law &whole)
{
    std::optional<double> highest;
    for (const Lit &l : all) {
        const double wanted = whole.at(l.drive);
        if (l.drive > 0.008 && l.drive < 0.2 && l.light < std::max(0.1 * wanted, 1.5 * l.sigma) && wanted > 5 * l.sigma) {
            highest = std::max(highest.value_or(0), l.drive);
        }
    }
    return highest;
}

/// The drive from which on a channel is flat: what lies highest below it is carried on, as steep as it comes, up to the flat light.
/// \param flat the lowest that is flat
double endOf(const std::vector<Lit> &all, const Lit &flat, const Law &whole)
{
    double light = 0, count = 0;
    for (const Lit &l : all) {
        if (l.drive >= flat.drive && comparable(l, flat)) {
            light += l.light;
            ++count;
        }
    }
    light /= count;
    const auto below = [&](double under) {
        const Lit *highest = nullptr;
        for (const Lit &l : all) {
            if (comparable(l, flat) && l.drive < under && l.light < light - std::max(3 * l.sigma, 0.002)
                && (highest == nullptr || l.drive > highest->drive)) {
                highest = &l;
            }
        }
        return highest;
    };
    const Lit *last = below(flat.drive);
    if (last == nullptr || !(last->light > 0)) {
        return flat.drive;
    }
    const Lit *before = below(last->drive - 0.04);
    double exponent = whole.exponent;
    if (before != nullptr && before->light > 0) {
        exponent = std::clamp(std::log(last->light / before->light) / std::log(last->drive / before->drive), 1.0, 4.0);
    }
    return std::min(flat.drive, last->drive * std::pow(light / last->light, 1 / exponent));
}

/// Where a channel begins and ends, if its readings say so.
Reach reachOf(std::vector<Lit> all)
{
    double most = 1e-9;
    for (const Lit &l : all) {
        most = std::max(most, l.light);
    }
    for (Lit &l : all) {
        l.light = std::max(0.0, l.light / most);
        l.sigma /= most;
    }
    constexpr double kMisfit = 0.0002; // summed squares on the perceptual scale that a bent curve may leave
    constexpr double kStep = 0.001;
    const Law whole = lawOver(all, {});
    const std::optional<Lit> flat = flatFrom(all, whole);
    const std::optional<double> dark = darkUpTo(all, whole);
    if (whole.misfit < kMisfit) {
        return {};
    }
    // Where no reading is dark enough to show it, what lies above tells it: a law that begins later leaves next to nothing of the misfit.
    constexpr double kNextToNothing = 0.1, kLatest = 0.06, kBendsSo = 0.016; // healthy panels' curves leave 0.15 and begin at 0.016 at most
    Reach best{0, flat ? endOf(all, *flat, whole) : 1};
    double least = lawOver(all, best).misfit;
    const double first = dark ? *dark - 0.002 : 0, before = least;
    for (double from = first; from <= first + kLatest; from += kStep) {
        if (const Law law = lawOver(all, {from, best.to}); law.misfit < least) {
            least = law.misfit;
            best.from = from;
        }
    }
    if (!dark && (least > kNextToNothing * before || best.from <= kBendsSo)) {
        best.from = 0;
    }
    return best;
}

} // namespace

Drive DisplayModel::within(const Drive &behind) const
{
    Drive d;
    for (int c = 0; c < 3; ++c) {
        d[c] = lamp::within(behind[c], m_reach[size_t(c)]);
    }
    return d;
}

Drive DisplayModel::beyond(const Drive &within) const
{
    Drive d;
    for (int c = 0; c < 3; ++c) {
        const Reach &r = m_reach[size_t(c)];
        d[c] = within[c] <= 0 ? 0 : r.from + within[c] * (r.to - r.from);
    }
    return d;
}

void DisplayModel::estimateReach()
{
    const Eigen::Matrix3d inverse = m_columns.inverse();
    Eigen::Vector3d black = m_prior.black.vec();
    for (const PanelReading &r : m_readings) {
        black = r.behind == Drive{} ? r.xyz.vec() : black;
    }
    for (int c = 0; c < 3; ++c) {
        // A channel by itself tells it most clearly, where a white subpixel joins in when all shine; grays are what there mostly is.
        const Eigen::Vector3d from = inverse.row(c).transpose();
        std::vector<Lit> grays, alone;
        for (const PanelReading &r : m_readings) {
            const double least = r.behind.vec().minCoeff(), top = r.behind.vec().maxCoeff(), own = r.behind[c];
            const bool gray = least > 0 && top - least<0.35 * top, single = own> 0 && r.behind.vec().sum() - own < 1e-6;
            if (gray || single) {
                (gray ? grays : alone)
                    .push_back({own, from.dot(r.xyz.vec() - black), std::sqrt(from.cwiseAbs2().dot(r.sigma.vec().cwiseAbs2())),
                                Drive(r.behind.vec() / own), r.t});
            }
        }
        const auto high = std::count_if(alone.begin(), alone.end(), [](const Lit &l) { return l.drive > 0.85; });
        const Reach byGrays = reachOf(grays);
        m_reach[size_t(c)] = high >= 3 ? Reach{byGrays.from, reachOf(alone).to} : byGrays;
    }
}

} // namespace lamp
