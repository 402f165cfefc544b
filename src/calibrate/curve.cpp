// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/curve.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>

namespace lamp {

MonotoneCubic::MonotoneCubic(std::vector<double> x, std::vector<double> y) : m_x(std::move(x)), m_y(std::move(y))
{
    if (m_x.size() < 2 || m_x.size() != m_y.size()) {
        throw std::logic_error("a curve needs two points or more");
    }
    for (size_t i = 1; i < m_y.size(); ++i) {
        m_y[i] = std::max(m_y[i], m_y[i - 1]);
    }
    const size_t n = m_x.size();
    std::vector<double> secant(n - 1);
    for (size_t i = 0; i + 1 < n; ++i) {
        secant[i] = (m_y[i + 1] - m_y[i]) / (m_x[i + 1] - m_x[i]);
    }
    m_slope.assign(n, 0);
    m_slope.front() = secant.front();
    m_slope.back() = secant.back();
    for (size_t i = 1; i + 1 < n; ++i) {
        if (secant[i - 1] * secant[i] > 0) {
            // Weighted harmonic mean (Fritsch and Butland 1984): monotone without further limiting.
            const double h0 = m_x[i] - m_x[i - 1], h1 = m_x[i + 1] - m_x[i];
            const double w0 = 2 * h1 + h0, w1 = h1 + 2 * h0;
            m_slope[i] = (w0 + w1) / (w0 / secant[i - 1] + w1 / secant[i]);
        }
    }
}

double MonotoneCubic::operator()(double x) const
{
    if (x <= m_x.front()) {
        return m_y.front();
    }
    if (x >= m_x.back()) {
        return m_y.back();
    }
    const auto upper = std::upper_bound(m_x.begin(), m_x.end(), x);
    const auto i = size_t(upper - m_x.begin()) - 1;
    const double h = m_x[i + 1] - m_x[i], t = (x - m_x[i]) / h;
    const double t2 = t * t, t3 = t2 * t;
    return m_y[i] * (2 * t3 - 3 * t2 + 1) + h * m_slope[i] * (t3 - 2 * t2 + t) + m_y[i + 1] * (-2 * t3 + 3 * t2) + h * m_slope[i + 1] * (t3 - t2);
}

double MonotoneCubic::inverse(double y) const
{
    if (y <= m_y.front()) {
        return m_x.front();
    }
    if (y >= m_y.back()) {
        // The first x that reaches the top, where the curve is flat there.
        size_t i = m_y.size() - 1;
        while (i > 0 && m_y[i - 1] >= m_y.back()) {
            --i;
        }
        return m_x[i];
    }
    double low = m_x.front(), high = m_x.back();
    for (int i = 0; i < 50; ++i) {
        const double mid = (low + high) / 2;
        ((*this)(mid) < y ? low : high) = mid;
    }
    return (low + high) / 2;
}

double perceptualRoot(double light)
{
    return std::copysign(std::pow(std::abs(light), 1 / 2.2), light);
}

double fromPerceptualRoot(double root)
{
    return std::copysign(std::pow(std::abs(root), 2.2), root);
}

ChannelCurve::ChannelCurve(const std::vector<double> &drive, const std::vector<double> &light)
{
    std::vector<double> roots(light.size());
    std::transform(light.begin(), light.end(), roots.begin(), perceptualRoot);
    m_root = MonotoneCubic(drive, roots);
}

double ChannelCurve::light(double drive) const
{
    return fromPerceptualRoot(m_root(drive));
}

double ChannelCurve::drive(double light) const
{
    return m_root.inverse(perceptualRoot(light));
}

void ChannelCurve::refine(std::vector<Sample> samples)
{
    std::sort(samples.begin(), samples.end(), [](const Sample &p, const Sample &q) { return p.drive < q.drive; });
    constexpr double curveSigma = 0.0035; // what interpolation between the first readings is worth, on the root scale
    std::vector<double> x{0}, d{0};
    for (const Sample &s : samples) {
        if (s.drive <= x.back() + 0.004) {
            continue;
        }
        const double root = perceptualRoot(s.light);
        const double slope = std::pow(std::max(std::abs(root), 0.01), -1.2) / 2.2; // d root / d light
        const double noise = s.sigma * slope;
        const double weight = curveSigma * curveSigma / (curveSigma * curveSigma + noise * noise);
        x.push_back(s.drive);
        d.push_back(weight * (root - m_root(s.drive)));
    }
    if (x.size() < 2) {
        return;
    }
    const auto correction = [&](double at) {
        if (at >= x.back()) {
            return d.back();
        }
        const size_t i = size_t(std::upper_bound(x.begin(), x.end(), at) - x.begin());
        const double t = (at - x[i - 1]) / (x[i] - x[i - 1]);
        return d[i - 1] * (1 - t) + d[i] * t;
    };
    // A dense copy of the curve, corrected; its own knots stay in it.
    std::vector<double> knots = m_root.xs();
    knots.insert(knots.end(), x.begin(), x.end());
    for (int i = 0; i <= 128; ++i) {
        knots.push_back(i / 128.0);
    }
    std::sort(knots.begin(), knots.end());
    std::vector<double> xs, ys;
    for (const double k : knots) {
        if (xs.empty() || k > xs.back() + 1e-6) {
            xs.push_back(k);
            ys.push_back(m_root(k) + correction(k));
        }
    }
    m_root = MonotoneCubic(xs, ys);
}

} // namespace lamp
