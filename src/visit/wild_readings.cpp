// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/wild_readings.h"

#include <Eigen/Dense>

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <utility>

namespace lamp {

namespace {

constexpr size_t kFewest = 10; ///< readings; fewer cannot outvote one

/// Three channels that add up on black, by least absolute deviations.
class RoughDisplay {
public:
    RoughDisplay(const std::vector<const Measurement *> &readings, double exponent, double white) : m_exponent(exponent), m_white(white)
    {
        const auto n = Eigen::Index(readings.size());
        Eigen::MatrixXd design(n, 4), light(n, 3);
        for (Eigen::Index i = 0; i < n; ++i) {
            design.row(i) = amounts(readings[size_t(i)]->rgb).transpose();
            light.row(i) = readings[size_t(i)]->xyz.vec().transpose();
        }
        Eigen::VectorXd weight = Eigen::VectorXd::Ones(n);
        m_off.assign(readings.size(), 0);
        constexpr int kRounds = 40; // it has settled by then
        for (int round = 0; round < kRounds; ++round) {
            // A little of the unknown everywhere, so that channels that were never read alone stay finite.
            const Eigen::Matrix4d normal = design.transpose() * weight.asDiagonal() * design + 1e-9 * Eigen::Matrix4d::Identity();
            m_channels = normal.ldlt().solve(design.transpose() * weight.asDiagonal() * light);
            for (Eigen::Index i = 0; i < n; ++i) {
                const Eigen::Vector3d expected = (design.row(i) * m_channels).transpose();
                m_off[size_t(i)] = (light.row(i).transpose() - expected).cwiseAbs().maxCoeff() / scale(expected);
                weight[i] = 1 / (std::max(m_off[size_t(i)], 1e-3) * std::pow(scale(expected), 2));
            }
        }
    }

    /// How far each reading is off, 1: half of what is expected and 3 % of white.
    [[nodiscard]] const std::vector<double> &off() const { return m_off; }
    [[nodiscard]] double sum() const
    {
        double all = 0;
        for (const double o : m_off) {
            all += o;
        }
        return all;
    }
    [[nodiscard]] double luminance(const Drive &drive) const { return (amounts(drive).transpose() * m_channels)[1]; }

private:
    [[nodiscard]] Eigen::Vector4d amounts(const Drive &d) const
    {
        const auto power = [this](double drive) { return std::pow(std::clamp(drive, 0.0, 1.0), m_exponent); };
        return {1, power(d.a), power(d.b), power(d.c)};
    }
    [[nodiscard]] double scale(const Eigen::Vector3d &expected) const { return 0.5 * expected.cwiseAbs().maxCoeff() + 0.03 * m_white; }

    double m_exponent, m_white;
    Eigen::Matrix<double, 4, 3> m_channels = Eigen::Matrix<double, 4, 3>::Zero();
    std::vector<double> m_off;
};

double median(std::vector<double> values)
{
    const auto middle = values.begin() + long(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

} // namespace

std::vector<WildReading> wildReadings(const ReadingSet &set)
{
    std::vector<const Measurement *> readings;
    std::vector<size_t> at;
    std::vector<double> bright;
    for (size_t i = 0; i < set.readings.size(); ++i) {
        const Measurement &m = set.readings[i];
        if (m.mode == ReadMode::Emission && !m.superseded && m.xyz.vec().allFinite()) {
            readings.push_back(&m);
            at.push_back(i);
            if (m.rgb.vec().minCoeff() > 0.7) {
                bright.push_back(m.xyz.b);
            }
        }
    }
    if (readings.size() < kFewest || bright.empty()) {
        return {};
    }
    std::optional<RoughDisplay> best;
    for (const double exponent : {1.0, 1.8, 2.0, 2.2, 2.4, 2.8}) {
        RoughDisplay tried(readings, exponent, median(bright));
        if (!best || tried.sum() < best->sum()) {
            best = std::move(tried);
        }
    }
    constexpr double kTimesUsual = 8, kShare = 0.02;
    const double least = std::max(1.0, kTimesUsual * median(best->off()));
    std::vector<WildReading> wild;
    for (size_t i = 0; i < readings.size(); ++i) {
        if (best->off()[i] > least) {
            wild.push_back({at[i], std::max(0.0, best->luminance(readings[i]->rgb))});
        }
    }
    const bool single = wild.size() <= std::max<size_t>(1, size_t(kShare * double(readings.size())));
    return single ? wild : std::vector<WildReading>();
}

} // namespace lamp
