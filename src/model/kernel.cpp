// SPDX-License-Identifier: GPL-3.0-or-later
// How much two readings have to do with each other.
#include "model/kernel.h"

#include <algorithm>

namespace lamp {

using namespace kernels;
using Eigen::Matrix3d;
using Eigen::MatrixXd;
using Eigen::Vector3d;

DisplayModel::Point DisplayModel::point(const Drive &within) const
{
    Point p;
    for (int c = 0; c < 3; ++c) {
        const double v = std::clamp(within[c], 0.0, 1.0);
        p.v[size_t(c)] = v;
        p.light[size_t(c)] = std::pow(v, m_exponents[size_t(c)]);
        p.slope[size_t(c)] = slopeAt(p.light[size_t(c)]);
    }
    const auto &l = p.light;
    p.least = std::min({l[0], l[1], l[2]});
    p.leastRoot = perceptualRoot(p.least);
    p.leastSlope = slopeAt(p.least);
    p.pairs = {std::min(l[0], l[1]) - p.least, std::min(l[1], l[2]) - p.least, std::min(l[0], l[2]) - p.least};
    p.products = {l[0] * l[1], l[1] * l[2], l[0] * l[2], l[0] * l[1] * l[2]};
    p.t = m_now;
    return p;
}

Matrix3d DisplayModel::kernel(const Point &p, const Point &q, const Behaviour &b, bool fixedParts) const
{
    Matrix3d k = Matrix3d::Zero();
    if (fixedParts) {
        k.diagonal() += p.constant * q.constant * m_blackSigma.cwiseAbs2();
    }
    std::array<double, 3> pull{};
    for (size_t c = 0; c < 3; ++c) {
        pull[c] = p.v[c] * q.v[c] * squaredExponential((p.v[c] - q.v[c]) / kInterplayLength);
    }
    for (size_t c = 0; c < 3; ++c) {
        const Vector3d column = m_columns.col(Eigen::Index(c));
        const double distance = p.v[c] - q.v[c], slopes = p.slope[c] * q.slope[c];
        const double smooth = matern52(distance / kCurveLength);
        double along = 0;
        Vector3d apart = Vector3d::Zero();
        if (fixedParts) {
            const double lights = m_looseness * m_looseness * p.light[c] * q.light[c];
            along += 4 * lights;
            apart += lights * floored(column).cwiseAbs2();
        }
        if (slopes > 0) {
            const double p1 = pull[(c + 1) % 3], p2 = pull[(c + 2) % 3];
            along += slopes
                     * (b.curve * b.curve * smooth + b.kink * b.kink * matern32(distance / kKinkLength)
                        + b.interplay * b.interplay * squaredExponential(distance / kInterplayLength) * (p1 + p2 + p1 * p2));
            apart += slopes * b.shift * b.shift * smooth * floored(column).cwiseAbs2();
        }
        k += along * column * column.transpose();
        k.diagonal() += apart;
    }
    double common = b.common * b.common * p.least * q.least;
    if (p.leastSlope * q.leastSlope > 0) {
        common += std::pow(b.common * kCommonBend, 2) * p.leastSlope * q.leastSlope * matern52((p.leastRoot - q.leastRoot) / kCommonLength);
    }
    for (size_t i = 0; i < 3; ++i) {
        common += 0.25 * b.common * b.common * p.pairs[i] * q.pairs[i];
    }
    for (size_t i = 0; i < 4; ++i) {
        common += b.product * b.product * p.products[i] * q.products[i];
    }
    k.diagonal() += common * m_whiteLight.cwiseAbs2();
    const double drift = b.drift * b.drift * matern32((p.t - q.t) / kDriftLength);
    k += drift * p.xyz * q.xyz.transpose();
    k.diagonal() += kDriftColour * drift * p.xyz.cwiseProduct(q.xyz);
    return k;
}

MatrixXd DisplayModel::noise(double factor, const std::vector<size_t> &which) const
{
    const auto n = Eigen::Index(which.size());
    MatrixXd r = MatrixXd::Zero(3 * n, 3 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
        for (int c = 0; c < 3; ++c) {
            const double sigma = factor * m_readings[which[size_t(i)]].sigma[c];
            r(3 * i + c, 3 * i + c) = sigma * sigma + 1e-12 * m_whiteLight[c] * m_whiteLight[c];
        }
    }
    return r;
}

MatrixXd DisplayModel::crossKernel(const std::vector<Point> &a, const std::vector<Point> &b) const
{
    MatrixXd k(Eigen::Index(3 * a.size()), Eigen::Index(3 * b.size()));
    for (size_t i = 0; i < a.size(); ++i) {
        for (size_t j = 0; j < b.size(); ++j) {
            k.block<3, 3>(Eigen::Index(3 * i), Eigen::Index(3 * j)) = kernel(a[i], b[j], m_behaviour, true);
        }
    }
    return k;
}

} // namespace lamp
