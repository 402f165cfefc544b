// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/settling.h"

#include "colour/spaces.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

namespace lamp {

namespace {

using Eigen::MatrixXd;
using Eigen::VectorXd;

// Time constants that panels warm up with, seconds, and how much is usually missing when cold (k = 1): backlights some per cent
// within ten minutes and less within the hour (common practice, no published source).
constexpr std::array<double, 3> kQuick{40, 90, 180};
constexpr std::array<double, 4> kSlow{300, 600, 1100, 2000};
constexpr std::array<double, 5> kRests{60, 120, 180, 240, 330}; ///< some begin to move only after a while
constexpr double kUsualLuminance = 0.05, kUsualUv = 0.003;
constexpr double kStill = 0.6;  ///< of the panels one comes to, so many are warm
constexpr double kRest = 0.002; ///< so many rest first: a panel that stands still is not held to be one of them, one that begins to move is
constexpr size_t kMost = 60;    ///< readings that are weighed: of more, the last ones and every other before

/// One way in which a panel may move.
struct Way {
    std::vector<double> taus;
    double weight;
    double restS = 0; ///< since the first reading, in which nothing moves yet
    [[nodiscard]] double decayed(double sinceFirst, size_t part) const { return std::exp(-std::max(0.0, sinceFirst - restS) / taus[part]); }
};

const std::vector<Way> &ways()
{
    static const std::vector<Way> all = [] {
        std::vector<Way> list{{{}, kStill}};
        const double each = (1 - kStill - kRest) / 3;
        for (const double quick : kQuick) {
            list.push_back({{quick}, each / kQuick.size()});
            for (const double slow : kSlow) {
                list.push_back({{quick, slow}, each / (kQuick.size() * kSlow.size())});
            }
        }
        for (const double slow : kSlow) {
            list.push_back({{slow}, each / kSlow.size()});
            for (const double rest : kRests) {
                list.push_back({{slow}, kRest / (kRests.size() * kSlow.size()), rest});
            }
        }
        return list;
    }();
    return all;
}

} // namespace

double Settling::Change::bound() const
{
    return std::abs(mean) + 1.28 * sigma; // nine of ten
}

void Settling::add(double t, const XYZ &white, double sigma, int segment)
{
    const Uv uv = uvOf(lamp::chromaticity(white));
    m_times.push_back(t);
    m_logY.push_back(std::log(std::max(white.b, 1e-6)));
    m_u.push_back(uv.u);
    m_v.push_back(uv.v);
    m_sigma.push_back(std::max(sigma, 2e-4));
    m_sigmaUv.push_back(0.25 * std::max(sigma, 2e-4)); // u' = 4X/(X + 15Y + 3Z): about a quarter of what X and Y vary by
    m_segments.push_back(segment);
}

Settling::Change Settling::luminance(double fromS, double toS) const
{
    return ahead(fromS, toS).luminance;
}

Settling::Change Settling::chromaticity(double fromS, double toS) const
{
    return ahead(fromS, toS).chromaticity;
}

Settling::Ahead Settling::ahead(double fromS, double toS) const
{
    const auto all = changes(fromS, toS);
    return {all[0], all[1].bound() > all[2].bound() ? all[1] : all[2]};
}

/// What a way says of one series.
struct SettlingPart {
    double logWeight = 0, misfit = 0, mean = 0, variance = 0;
};

/// The ways, with what each says of luminance, u' and v', and how probable it is.
struct Settling::Weighed {
    std::vector<std::array<SettlingPart, 3>> parts;
    std::vector<double> weights;
    double unfit = 1; ///< by how much the scatter is larger than noise, where none of the ways fits
};

namespace {

/// A series of readings, and what a way says of its change to come.
struct Series {
    VectorXd values, variance;
    double usual;
    [[nodiscard]] std::optional<SettlingPart> said(const MatrixXd &x, int levels, const VectorXd &ahead) const
    {
        // Levels of the segments are open; amplitudes are drawn from what is usual.
        VectorXd prior = VectorXd::Constant(x.cols(), usual * usual);
        prior.head(levels).setOnes();
        MatrixXd k = x * prior.asDiagonal() * x.transpose();
        k.diagonal() += variance;
        const Eigen::LLT<MatrixXd> factor(k);
        if (factor.info() != Eigen::Success) {
            return std::nullopt;
        }
        const VectorXd solved = factor.solve(values);
        const VectorXd along = x * prior.cwiseProduct(ahead);
        const double misfit = values.dot(solved), logs = factor.matrixLLT().diagonal().array().log().sum();
        const double left = ahead.dot(prior.cwiseProduct(ahead)) - along.dot(factor.solve(along));
        return SettlingPart{-0.5 * misfit - logs, misfit, along.dot(solved), std::max(0.0, left)};
    }
};

} // namespace

std::optional<Settling::Weighed> Settling::weighed(double fromS, double toS) const
{
    std::vector<size_t> which;
    const size_t n = m_times.size(), dense = kMost / 2;
    for (size_t i = 0; i < n; ++i) {
        if (i + dense >= n || i % ((n - dense) / dense + 1) == 0) {
            which.push_back(i);
        }
    }
    if (which.empty()) {
        return std::nullopt;
    }
    const auto rows = Eigen::Index(which.size());
    const int levels = *std::max_element(m_segments.begin(), m_segments.end()) + 1;
    std::array<Series, 3> series;
    for (size_t s = 0; s < 3; ++s) {
        const std::vector<double> &values = s == 0 ? m_logY : s == 1 ? m_u : m_v, &sigmas = s == 0 ? m_sigma : m_sigmaUv;
        series[s] = {VectorXd(rows), VectorXd(rows), s == 0 ? kUsualLuminance : kUsualUv};
        for (Eigen::Index i = 0; i < rows; ++i) {
            series[s].values[i] = values[which[size_t(i)]];
            series[s].variance[i] = std::pow(sigmas[which[size_t(i)]], 2);
        }
        series[s].values.array() -= series[s].values.mean();
    }
    Weighed all;
    double leastMisfit = std::numeric_limits<double>::max();
    for (size_t index = 0; index < ways().size(); ++index) {
        const Way &way = ways()[index];
        const auto columns = Eigen::Index(levels) + Eigen::Index(way.taus.size());
        MatrixXd x = MatrixXd::Zero(rows, columns);
        VectorXd ahead = VectorXd::Zero(columns);
        for (Eigen::Index i = 0; i < rows; ++i) {
            x(i, m_segments[which[size_t(i)]]) = 1;
        }
        for (size_t k = 0; k < way.taus.size(); ++k) {
            const auto at = Eigen::Index(levels) + Eigen::Index(k);
            const auto decayed = [&](double t) { return way.decayed(t - m_times.front(), k); };
            for (Eigen::Index i = 0; i < rows; ++i) {
                x(i, at) = decayed(m_times[which[size_t(i)]]);
            }
            ahead[at] = decayed(m_times.back() + toS) - decayed(m_times.back() + fromS);
        }
        std::array<SettlingPart, 3> said{};
        double weight = std::log(m_prior.empty() ? way.weight : m_prior[index]), misfit = 0;
        for (size_t s = 0; s < 3; ++s) {
            const auto part = series[s].said(x, levels, ahead);
            if (!part) {
                return std::nullopt;
            }
            said[s] = *part;
            weight += part->logWeight;
            misfit += part->misfit;
        }
        all.parts.push_back(said);
        all.weights.push_back(weight);
        leastMisfit = std::min(leastMisfit, misfit);
    }
    // Where none of the ways fits, what they say is worth less.
    all.unfit = std::max(1.0, leastMisfit / double(3 * rows));
    const double most = *std::max_element(all.weights.begin(), all.weights.end());
    double sum = 0;
    for (double &w : all.weights) {
        w = std::exp((w - most) / all.unfit);
        sum += w;
    }
    for (double &w : all.weights) {
        w /= sum;
    }
    return all;
}

std::array<Settling::Change, 3> Settling::changes(double fromS, double toS) const
{
    const auto w = weighed(fromS, toS);
    std::array<Change, 3> all{{{0, kUsualLuminance, 0}, {0, kUsualUv, 0}, {0, kUsualUv, 0}}};
    for (size_t s = 0; w && s < 3; ++s) {
        double mean = 0, square = 0;
        for (size_t i = 0; i < w->parts.size(); ++i) {
            const SettlingPart &p = w->parts[i][s];
            mean += w->weights[i] * p.mean;
            square += w->weights[i] * (p.mean * p.mean + w->unfit * p.variance);
        }
        all[s] = {mean, std::sqrt(std::max(0.0, square - mean * mean)), w->weights.front()};
    }
    return all;
}

void Settling::expect(const Settling &earlier)
{
    constexpr size_t kFewest = 4;
    constexpr double kMoved = 0.2; ///< so probable it has to be that it moved then
    constexpr double kAgain = 0.7; ///< of the ways it did
    const auto then = earlier.size() >= kFewest ? earlier.weighed(0, 1) : std::nullopt;
    if (!then || 1 - then->weights.front() < kMoved) {
        return;
    }
    m_prior.clear();
    for (size_t i = 0; i < ways().size(); ++i) {
        const double usual = ways()[i].weight, seen = then->weights[i] * (1 - kStill) / (1 - then->weights.front());
        m_prior.push_back(i == 0 ? kStill : (1 - kAgain) * usual + kAgain * seen);
    }
}

double Settling::ratio(double t, double at) const
{
    const auto first = size_t(std::find(m_segments.begin(), m_segments.end(), segments() - 1) - m_segments.begin());
    const auto logAt = [&](double when) {
        size_t i = first;
        while (i + 1 < m_times.size() && m_times[i + 1] < when) {
            ++i;
        }
        if (i + 1 >= m_times.size() || when <= m_times[i]) {
            return m_logY[i];
        }
        return m_logY[i] + (when - m_times[i]) / (m_times[i + 1] - m_times[i]) * (m_logY[i + 1] - m_logY[i]);
    };
    return first < m_times.size() ? std::exp(logAt(t) - logAt(at)) : 1;
}

double Settling::waitFor(double luminanceGoal, double uvGoal, double afterS, double longest) const
{
    constexpr double kEver = 3600;
    double wait = 0;
    for (double step = 15; wait < longest; step *= 1.35, wait += step) {
        const Ahead rest = ahead(wait + afterS, wait + kEver);
        if (std::abs(rest.luminance.mean) < luminanceGoal && std::abs(rest.chromaticity.mean) < uvGoal) {
            return wait;
        }
    }
    return longest;
}

} // namespace lamp
