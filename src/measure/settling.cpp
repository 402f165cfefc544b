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

/// What is said of one series: a mixture of the ways, each Gaussian.
struct Part {
    double logWeight = 0, misfit = 0, mean = 0, variance = 0;
};

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

namespace {

/// A series of readings, and what a way says of its change to come.
struct Series {
    VectorXd values, variance;
    double usual;
    [[nodiscard]] std::optional<Part> said(const MatrixXd &x, int levels, const VectorXd &ahead) const
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
        return Part{-0.5 * misfit - logs, misfit, along.dot(solved), std::max(0.0, left)};
    }
};

} // namespace

std::array<Settling::Change, 3> Settling::changes(double fromS, double toS) const
{
    std::vector<size_t> which;
    const size_t n = m_times.size(), dense = kMost / 2;
    for (size_t i = 0; i < n; ++i) {
        if (i + dense >= n || i % ((n - dense) / dense + 1) == 0) {
            which.push_back(i);
        }
    }
    const std::array<double, 3> usual{kUsualLuminance, kUsualUv, kUsualUv};
    std::array<Change, 3> all{{{0, usual[0], 0}, {0, usual[1], 0}, {0, usual[2], 0}}};
    if (which.empty()) {
        return all;
    }
    const auto rows = Eigen::Index(which.size());
    const int levels = *std::max_element(m_segments.begin(), m_segments.end()) + 1;
    std::array<Series, 3> series;
    for (size_t s = 0; s < 3; ++s) {
        const std::vector<double> &values = s == 0 ? m_logY : s == 1 ? m_u : m_v, &sigmas = s == 0 ? m_sigma : m_sigmaUv;
        series[s] = {VectorXd(rows), VectorXd(rows), usual[s]};
        for (Eigen::Index i = 0; i < rows; ++i) {
            series[s].values[i] = values[which[size_t(i)]];
            series[s].variance[i] = std::pow(sigmas[which[size_t(i)]], 2);
        }
        series[s].values.array() -= series[s].values.mean();
    }
    std::vector<std::array<Part, 3>> parts;
    std::vector<double> weights;
    double leastMisfit = std::numeric_limits<double>::max();
    for (const Way &way : ways()) {
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
        std::array<Part, 3> said{};
        double weight = std::log(way.weight), misfit = 0;
        for (size_t s = 0; s < 3; ++s) {
            const auto part = series[s].said(x, levels, ahead);
            if (!part) {
                return all;
            }
            said[s] = *part;
            weight += part->logWeight;
            misfit += part->misfit;
        }
        parts.push_back(said);
        weights.push_back(weight);
        leastMisfit = std::min(leastMisfit, misfit);
    }
    // Where none of the ways fits, what they say is worth less.
    const double unfit = std::max(1.0, leastMisfit / double(3 * rows));
    const double most = *std::max_element(weights.begin(), weights.end());
    double sum = 0;
    for (double &w : weights) {
        w = std::exp((w - most) / unfit);
        sum += w;
    }
    for (size_t s = 0; s < 3; ++s) {
        double mean = 0, square = 0;
        for (size_t i = 0; i < parts.size(); ++i) {
            const Part &p = parts[i][s];
            mean += weights[i] / sum * p.mean;
            square += weights[i] / sum * (p.mean * p.mean + unfit * p.variance);
        }
        all[s] = {mean, std::sqrt(std::max(0.0, square - mean * mean)), weights.front() / sum};
    }
    return all;
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
