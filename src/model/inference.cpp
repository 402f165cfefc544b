// SPDX-License-Identifier: GPL-3.0-or-later
// From readings to what the display does: a Gaussian process conditioned on them.
#include "base/stopping.h"
#include "model/kernel.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace lamp {

using namespace kernels;
using Eigen::Matrix3d;
using Eigen::MatrixXd;
using Eigen::Vector3d;

namespace {

constexpr int kKinds = 8;
const std::array<double Behaviour::*, kKinds> kMembers{&Behaviour::curve,  &Behaviour::kink,    &Behaviour::shift, &Behaviour::interplay,
                                                       &Behaviour::common, &Behaviour::product, &Behaviour::drift, &Behaviour::noise};
const std::array<std::vector<double>, kKinds> kChoices{{{0.01, 0.03, 0.08},
                                                        {0.0002, 0.0006, 0.002, 0.006, 0.015},
                                                        {0.0003, 0.001, 0.004, 0.015},
                                                        {0.0003, 0.001, 0.003, 0.01, 0.03, 0.1},
                                                        {0.001, 0.01, 0.05, 0.2, 0.6},
                                                        {0.0003, 0.001, 0.003, 0.01, 0.03, 0.1},
                                                        {0.0002, 0.0007, 0.002, 0.006, 0.02},
                                                        {0.6, 0.8, 1.0, 1.4, 2.0}}};

/// How improbable a kind's strength is before any reading: a factor of five away from the usual is one sigma.
double improbability(const Behaviour &b)
{
    static const Behaviour usual;
    double sum = 0;
    for (const auto member : kMembers) {
        if (b.*member > 0) { // none: what the readings cannot show
            const double steps = std::log(b.*member / usual.*member) / std::log(5.0);
            sum += 0.5 * steps * steps;
        }
    }
    const double noisier = std::log(b.noise) / 0.35;
    return sum + 0.5 * noisier * noisier;
}

} // namespace

DisplayModel::DisplayModel(const Primaries &prior, double looseness, const std::vector<PanelReading> &readings, double now)
    : m_prior(prior), m_looseness(looseness), m_columns(prior.matrix()), m_now(now)
{
    m_whiteLight = (prior.white - prior.black).vec().cwiseMax(1e-3);
    m_blackSigma = 0.3 * prior.black.vec() + 1e-4 * m_whiteLight;
    add(readings, now, true);
}

void DisplayModel::add(const std::vector<PanelReading> &readings, double now, bool again)
{
    m_readings.insert(m_readings.end(), readings.begin(), readings.end());
    m_now = now;
    if (again) {
        estimateReach();
        estimateExponents();
    }
    place();
    // Weighing costs most of a fit; it changes little once many readings have been weighed.
    if (again && (m_readings.size() < 50 || double(m_readings.size()) > 1.35 * double(m_weighedWith))) {
        weighBehaviour();
        m_weighedWith = m_readings.size();
    }
    solve();
    tabulate();
}

void DisplayModel::forget(size_t index)
{
    m_readings.erase(m_readings.begin() + long(index));
    place();
    solve();
    tabulate();
}

void DisplayModel::place()
{
    m_points.clear();
    for (const PanelReading &r : m_readings) {
        Point p = point(within(r.behind));
        p.xyz = r.xyz.vec();
        p.t = r.t;
        m_points.push_back(p);
    }
}

XYZ DisplayModel::priorMean(const Point &p) const
{
    return XYZ(p.constant * m_prior.black.vec() + m_columns * Vector3d(p.light[0], p.light[1], p.light[2]));
}

void DisplayModel::estimateExponents()
{
    // Near-neutral readings tell each channel's light; the slope of log light over log drive is the exponent.
    const Matrix3d inverse = m_columns.inverse();
    Vector3d whiteLight = Vector3d::Ones(), black = m_prior.black.vec();
    for (const PanelReading &r : m_readings) {
        if (r.behind.a <= 0 && r.behind.b <= 0 && r.behind.c <= 0) {
            black = r.xyz.vec();
        }
    }
    double brightest = 0;
    for (const PanelReading &r : m_readings) {
        const Drive d = within(r.behind);
        const double least = d.vec().minCoeff();
        if (least > brightest) {
            brightest = least;
            whiteLight = inverse * (r.xyz.vec() - black);
            for (int c = 0; c < 3; ++c) {
                whiteLight[c] = std::max(1e-6, whiteLight[c] / std::pow(d[c], m_exponents[size_t(c)]));
            }
        }
    }
    for (int c = 0; c < 3; ++c) {
        double top = 0, bottom = 0;
        for (const PanelReading &r : m_readings) {
            const Drive d = within(r.behind);
            const double least = d.vec().minCoeff(), most = d.vec().maxCoeff();
            const double light = (inverse * (r.xyz.vec() - black))[c] / whiteLight[c];
            if (least > 0.05 && most - least < 0.35 * most && light > 1e-4 && d[c] < 0.97) {
                const double x = std::log(d[c]), w = d[c];
                top += w * x * std::log(light);
                bottom += w * x * x;
            }
        }
        if (bottom > 0) {
            m_exponents[size_t(c)] = std::clamp(top / bottom, 1.0, 4.0);
        }
    }
}

void DisplayModel::weighBehaviour()
{
    // Many readings tell the kinds of behaviour no better than some of them, and would cost the cube of their number.
    constexpr size_t kMostWeighed = 110;
    std::vector<size_t> weighed;
    const size_t count = std::min(m_points.size(), kMostWeighed);
    for (size_t i = 0; i < count; ++i) {
        weighed.push_back(i * m_points.size() / count);
    }
    const auto n = Eigen::Index(count);
    std::array<MatrixXd, kKinds> parts; // of the covariance, one for each kind; the last is the noise
    MatrixXd fixedPart(3 * n, 3 * n);
    for (int kind = 0; kind < kKinds; ++kind) {
        parts[size_t(kind)].resize(3 * n, 3 * n);
    }
    for (Eigen::Index i = 0; i < n; ++i) {
        for (Eigen::Index j = 0; j <= i; ++j) {
            const Point &p = m_points[weighed[size_t(i)]], &q = m_points[weighed[size_t(j)]];
            fixedPart.block<3, 3>(3 * i, 3 * j) = kernel(p, q, Behaviour{0, 0, 0, 0, 0, 0, 0, 0}, true);
            for (size_t kind = 0; kind + 1 < kKinds; ++kind) {
                parts[kind].block<3, 3>(3 * i, 3 * j) = kernel(p, q, only(kMembers[kind]), false);
            }
        }
    }
    parts[kKinds - 1] = noise(1, weighed);
    Eigen::VectorXd residual(3 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const size_t k = weighed[size_t(i)];
        residual.segment<3>(3 * i) = (m_readings[k].xyz - priorMean(m_points[k])).vec();
    }
    // Readings of one moment, or without a time, tell nothing of drift: it would be one more scale of all light, and take over what is white's.
    const auto [first, last] = std::ranges::minmax_element(m_points, {}, &Point::t);
    const bool timed = last->t > first->t;
    const auto cost = [&](const Behaviour &b) {
        stopHere();
        // Minus the logarithm of the readings' joint density: each reading given those before it.
        MatrixXd k = fixedPart;
        for (size_t kind = 0; kind < kKinds; ++kind) {
            k.noalias() += std::pow(b.*kMembers[kind], 2) * parts[kind];
        }
        const Eigen::LLT<MatrixXd> factor(k);
        if (factor.info() != Eigen::Success) {
            return std::numeric_limits<double>::max(); // no behaviour of a display
        }
        const double logs = factor.matrixLLT().diagonal().array().log().sum();
        return 0.5 * factor.matrixL().solve(residual).squaredNorm() + logs + improbability(b);
    };
    // One kind at a time, as long as it helps: from what was weighed before, or from two ends, since kinds can stand in for each other
    // and the way from the usual may end where a display that does much besides is not understood.
    const auto descend = [&](Behaviour b, int rounds) {
        b.drift = !timed ? 0 : (b.drift > 0 ? b.drift : Behaviour().drift);
        double best = cost(b);
        for (int round = 0; round < rounds; ++round) {
            for (size_t kind = 0; kind < kKinds; ++kind) {
                if (!timed && kMembers[kind] == &Behaviour::drift) {
                    continue;
                }
                for (const double value : kChoices[kind]) {
                    Behaviour tried = b;
                    tried.*kMembers[kind] = value;
                    if (value == b.*kMembers[kind]) {
                        continue;
                    }
                    if (const double c = cost(tried); c < best) {
                        best = c;
                        b = tried;
                    }
                }
            }
        }
        return std::pair{best, b};
    };
    if (m_weighedWith == 0) {
        constexpr int kRounds = 3;
        const auto usual = descend({}, kRounds), strange = descend({0.03, 0.002, 0.004, 0.01, 0.2, 0.01, 0.0007, 1}, kRounds);
        m_behaviour = strange.first < usual.first ? strange.second : usual.second;
    } else {
        m_behaviour = descend(m_behaviour, n < 60 ? 2 : 1).second;
    }
}

void DisplayModel::solve()
{
    const auto n = Eigen::Index(m_points.size());
    std::vector<size_t> all(m_points.size());
    std::iota(all.begin(), all.end(), size_t(0));
    MatrixXd k = crossKernel(m_points, m_points) + noise(m_behaviour.noise, all);
    Eigen::VectorXd residual(3 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
        residual.segment<3>(3 * i) = (m_readings[size_t(i)].xyz - priorMean(m_points[size_t(i)])).vec();
    }
    m_factor.compute(k);
    // Readings at one drive without noise make the matrix singular: a little noise more than stated is assumed then.
    for (double jitter = 1e-12; m_factor.info() != Eigen::Success && jitter < 1; jitter *= 10) {
        MatrixXd eased = k;
        eased.diagonal().array() += jitter * std::max(1e-12, k.diagonal().mean());
        m_factor.compute(eased);
    }
    m_weights = m_factor.solve(residual);
}

Vector3d DisplayModel::posterior(const Point &p, const Behaviour &b, bool fixedParts) const
{
    Vector3d sum = Vector3d::Zero();
    for (size_t i = 0; i < m_points.size(); ++i) {
        sum += kernel(p, m_points[i], b, fixedParts) * m_weights.segment<3>(Eigen::Index(3 * i));
    }
    return sum;
}

MatrixXd DisplayModel::covariance(const std::vector<Drive> &a, const std::vector<Drive> &b) const
{
    const auto pointsOf = [this](const std::vector<Drive> &drives) {
        std::vector<Point> points;
        for (const Drive &d : drives) {
            points.push_back(point(within(d)));
            points.back().xyz = evaluate(d).vec();
        }
        return points;
    };
    const std::vector<Point> pa = pointsOf(a), pb = pointsOf(b);
    const MatrixXd wa = m_factor.matrixL().solve(crossKernel(m_points, pa)), wb = m_factor.matrixL().solve(crossKernel(m_points, pb));
    return crossKernel(pa, pb) - wa.transpose() * wb;
}

std::vector<double> DisplayModel::surprises() const
{
    // Leaving one out in closed form (Rasmussen and Williams 2006, eq. 5.12, here in blocks of three).
    const auto n = Eigen::Index(m_points.size());
    const MatrixXd inverse = m_factor.solve(MatrixXd::Identity(3 * n, 3 * n));
    std::vector<double> all;
    for (Eigen::Index i = 0; i < n; ++i) {
        const Vector3d w = m_weights.segment<3>(3 * i);
        all.push_back(w.dot(inverse.block<3, 3>(3 * i, 3 * i).ldlt().solve(w)));
    }
    return all;
}

double DisplayModel::surprise(const PanelReading &reading) const
{
    const std::vector<Drive> at{reading.behind};
    Matrix3d k = covariance(at, at);
    for (int c = 0; c < 3; ++c) {
        k(c, c) += std::pow(m_behaviour.noise * reading.sigma[c], 2);
    }
    const Vector3d d = (reading.xyz - evaluate(reading.behind)).vec();
    return d.dot(k.ldlt().solve(d));
}

} // namespace lamp
