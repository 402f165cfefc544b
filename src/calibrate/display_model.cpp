// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/display_model.h"

#include "colour/difference.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace lamp {

namespace {

using Eigen::Matrix3d;
using Eigen::MatrixXd;
using Eigen::Vector3d;

// Correlation lengths, in drive and in seconds: how far a reading speaks for its neighbours.
constexpr double kCurveLength = 0.6, kKinkLength = 0.1, kInterplayLength = 0.8, kCommonLength = 0.5, kDriftLength = 500;
/// Share of the common light's own curve against its proportional part.
constexpr double kCommonBend = 0.15;
/// Drift is mostly of the light as a whole; this share (of variance) moves each component for itself.
constexpr double kDriftColour = 0.05;

/// Matérn correlations with smoothness 5/2 and 3/2 (Rasmussen and Williams 2006, eq. 4.17).
double matern52(double x)
{
    const double a = std::sqrt(5.0) * std::abs(x);
    return (1 + a + a * a / 3) * std::exp(-a);
}

double matern32(double x)
{
    const double a = std::sqrt(3.0) * std::abs(x);
    return (1 + a) * std::exp(-a);
}

double squaredExponential(double x)
{
    return std::exp(-0.5 * x * x);
}

/// Roughly even steps for the eye: a^(1/2.2), mirrored below zero so that noise around it stays unbiased.
double perceptualRoot(double light)
{
    return std::copysign(std::pow(std::abs(light), 1 / 2.2), light);
}

/// Slope of light over its perceptual root: a deviation on the perceptual scale times this is one of light.
double slopeAt(double light)
{
    return light > 0 ? 2.2 * std::pow(light, 1 - 1 / 2.2) : 0;
}

Vector3d floored(const Vector3d &column)
{
    // A component that is nearly missing in a primary is as uncertain as the primary is strong.
    return column.cwiseAbs() + Vector3d::Constant(0.05 * column.norm());
}

/// With a fourth number that counts for nothing.
Eigen::Vector4d filled(const Vector3d &v)
{
    return {v[0], v[1], v[2], 0};
}

constexpr int kKinds = 8;
const std::array<double Behaviour::*, kKinds> kMembers{&Behaviour::curve,  &Behaviour::kink,    &Behaviour::shift, &Behaviour::interplay,
                                                       &Behaviour::common, &Behaviour::product, &Behaviour::drift, &Behaviour::noise};
const std::array<std::vector<double>, kKinds> kChoices{{{0.01, 0.03, 0.08},
                                                        {0.0002, 0.0006, 0.002, 0.006, 0.015},
                                                        {0.0003, 0.001, 0.004, 0.015},
                                                        {0.0003, 0.001, 0.003, 0.01, 0.03, 0.1},
                                                        {0.001, 0.01, 0.05, 0.2, 0.6},
                                                        {0.0003, 0.001, 0.003, 0.01, 0.03, 0.1},
                                                        {0.0002, 0.0007, 0.002, 0.006},
                                                        {0.6, 0.8, 1.0, 1.4, 2.0}}};

/// How improbable a kind's strength is before any reading: a factor of five away from the usual is one sigma.
double improbability(const Behaviour &b)
{
    static const Behaviour usual;
    double sum = 0;
    for (const auto member : kMembers) {
        const double steps = std::log(b.*member / usual.*member) / std::log(5.0);
        sum += 0.5 * steps * steps;
    }
    const double noisier = std::log(b.noise) / 0.35;
    return sum + 0.5 * noisier * noisier;
}

Behaviour only(double Behaviour::*member)
{
    Behaviour b{0, 0, 0, 0, 0, 0, 0, 0};
    b.*member = 1;
    return b;
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
        Point p = point(r.behind);
        p.xyz = r.xyz.vec();
        p.t = r.t;
        m_points.push_back(p);
    }
}

DisplayModel::Point DisplayModel::point(const Drive &behind) const
{
    Point p;
    for (int c = 0; c < 3; ++c) {
        const double v = std::clamp(behind[c], 0.0, 1.0);
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
        const double least = r.behind.vec().minCoeff();
        if (least > brightest) {
            brightest = least;
            whiteLight = inverse * (r.xyz.vec() - black);
            for (int c = 0; c < 3; ++c) {
                whiteLight[c] = std::max(1e-6, whiteLight[c] / std::pow(r.behind[c], m_exponents[size_t(c)]));
            }
        }
    }
    for (int c = 0; c < 3; ++c) {
        double top = 0, bottom = 0;
        for (const PanelReading &r : m_readings) {
            const double least = r.behind.vec().minCoeff(), most = r.behind.vec().maxCoeff();
            const double light = (inverse * (r.xyz.vec() - black))[c] / whiteLight[c];
            if (least > 0.05 && most - least < 0.35 * most && light > 1e-4 && r.behind[c] < 0.97) {
                const double x = std::log(r.behind[c]), w = r.behind[c];
                top += w * x * std::log(light);
                bottom += w * x * x;
            }
        }
        if (bottom > 0) {
            m_exponents[size_t(c)] = std::clamp(top / bottom, 1.0, 4.0);
        }
    }
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
    const auto cost = [&](const Behaviour &b) {
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
    double best = cost(m_behaviour);
    const int rounds = n < 60 ? 2 : 1;
    for (int round = 0; round < rounds; ++round) {
        for (size_t kind = 0; kind < kKinds; ++kind) {
            for (const double value : kChoices[kind]) {
                Behaviour tried = m_behaviour;
                tried.*kMembers[kind] = value;
                if (value == m_behaviour.*kMembers[kind]) {
                    continue;
                }
                if (const double c = cost(tried); c < best) {
                    best = c;
                    m_behaviour = tried;
                }
            }
        }
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

void DisplayModel::tabulate()
{
    Behaviour still = m_behaviour;
    still.drift = 0;
    Point none;
    none.t = m_now;
    m_constant = filled(m_prior.black.vec() + posterior(none, still, true));
    Vector3d scale = Vector3d::Ones();
    for (size_t i = 0; i < m_points.size(); ++i) {
        const Vector3d w = m_weights.segment<3>(Eigen::Index(3 * i));
        const double k = std::pow(m_behaviour.drift, 2) * matern32((m_now - m_points[i].t) / kDriftLength);
        scale += k * (Vector3d::Constant(m_points[i].xyz.dot(w)) + kDriftColour * m_points[i].xyz.cwiseProduct(w));
    }
    m_scale = filled(scale);
    for (size_t c = 0; c < 3; ++c) {
        m_channelColours[c] = filled(m_columns.col(Eigen::Index(c)));
    }
    tabulateCurves();
    tabulateMixtures();
}

void DisplayModel::tabulateCurves()
{
    Behaviour single = m_behaviour;
    single.common = single.product = single.interplay = single.drift = 0;
    constexpr int stride = kSteps / kCoarse;
    for (size_t c = 0; c < 3; ++c) {
        // The power law steps finely; what readings add to it bends slowly.
        std::array<Vector3d, kCoarse + 1> added;
        for (int i = 0; i <= kCoarse; ++i) {
            Drive d;
            d[int(c)] = double(i) / kCoarse;
            Point p = point(d);
            p.constant = 0;
            added[size_t(i)] = posterior(p, single, true);
        }
        for (int i = 0; i <= kSteps; ++i) {
            const double light = std::pow(double(i) / kSteps, m_exponents[c]), t = double(i % stride) / stride;
            const auto k = std::min(size_t(i / stride), size_t(kCoarse - 1));
            const double share = i == kSteps ? 1 : t;
            m_curves[c][size_t(i)] << light * m_columns.col(Eigen::Index(c)) + added[k] + share * (added[k + 1] - added[k]), 0, light, slopeAt(light),
                perceptualRoot(light), double(i) / kSteps;
        }
    }
}

void DisplayModel::tabulateMixtures()
{
    Behaviour common = only(&Behaviour::common);
    common.common = m_behaviour.common;
    for (int i = 0; i <= kCommonSteps; ++i) {
        Point p;
        p.leastRoot = double(i) / kCommonSteps;
        p.least = std::pow(p.leastRoot, 2.2);
        p.leastSlope = slopeAt(p.least);
        m_common[size_t(i)] = filled(posterior(p, common, false));
    }
    for (size_t i = 0; i < 3; ++i) {
        Point p;
        p.pairs[i] = 1;
        m_pairs[i] = filled(posterior(p, common, false));
    }
    Behaviour product = only(&Behaviour::product);
    product.product = m_behaviour.product;
    for (size_t i = 0; i < 4; ++i) {
        Point p;
        p.products[i] = 1;
        m_products[i] = filled(posterior(p, product, false));
    }
    // Neighbours' influence in units of each channel's perceptual scale: the slope is taken out here and put back
    // when evaluated, so that a coarse grid holds it.
    Behaviour interplay = only(&Behaviour::interplay);
    interplay.interplay = m_behaviour.interplay;
    const Matrix3d inverse = m_columns.inverse();
    m_interplay.resize(size_t(kNodes * kNodes * kNodes));
    for (int r = 0; r < kNodes; ++r) {
        for (int g = 0; g < kNodes; ++g) {
            for (int b = 0; b < kNodes; ++b) {
                Point p;
                p.v = {r / (kNodes - 1.0), g / (kNodes - 1.0), b / (kNodes - 1.0)};
                p.slope = {1, 1, 1};
                m_interplay[size_t((r * kNodes + g) * kNodes + b)] = filled(inverse * posterior(p, interplay, false));
            }
        }
    }
}

namespace {

/// A position between the nodes of a table with equal steps from 0 to 1.
struct Between {
    size_t node;
    double part;
    Between(double at, int steps)
    {
        // In this order what is not a number counts as 0.
        const double where = std::max(0.0, std::min(at, 1.0)) * steps;
        const int below = std::min(int(where), steps - 1);
        node = size_t(below);
        part = where - below;
    }
};

} // namespace

DisplayModel::ChannelState DisplayModel::channelAt(int channel, double behind) const
{
    const auto &curve = m_curves[size_t(channel)];
    const Between at(behind, kSteps);
    return curve[at.node] + at.part * (curve[at.node + 1] - curve[at.node]);
}

XYZ DisplayModel::evaluate(const Drive &behind) const
{
    return evaluate(channelAt(0, behind.a), channelAt(1, behind.b), channelAt(2, behind.c));
}

XYZ DisplayModel::evaluate(const ChannelState &red, const ChannelState &green, const ChannelState &blue) const
{
    using Eigen::Vector4d;
    constexpr int light = 4, slope = 5, root = 6, drive = 7;
    Vector4d xyz = m_constant + red.head<4>() + green.head<4>() + blue.head<4>();
    const Between common(std::min({red[root], green[root], blue[root]}), kCommonSteps);
    xyz += m_common[common.node] + common.part * (m_common[common.node + 1] - m_common[common.node]);
    const double r = red[light], g = green[light], b = blue[light], least = std::min({r, g, b});
    xyz += (std::min(r, g) - least) * m_pairs[0] + (std::min(g, b) - least) * m_pairs[1] + (std::min(r, b) - least) * m_pairs[2];
    xyz += r * g * m_products[0] + g * b * m_products[1] + r * b * m_products[2] + r * g * b * m_products[3];
    // Between eight nodes: along blue, then green, then red.
    const Between atRed(red[drive], kNodes - 1), atGreen(green[drive], kNodes - 1), atBlue(blue[drive], kNodes - 1);
    const auto between = [](const Vector4d &p, const Vector4d &q, double t) { return Vector4d(p + t * (q - p)); };
    const Vector4d *corner = &m_interplay[(atRed.node * kNodes + atGreen.node) * kNodes + atBlue.node];
    const auto alongBlue = [&](size_t at) { return between(corner[at], corner[at + 1], atBlue.part); };
    const auto face = [&](size_t at) { return between(alongBlue(at), alongBlue(at + kNodes), atGreen.part); };
    const Vector4d neighbours = between(face(0), face(size_t(kNodes * kNodes)), atRed.part);
    xyz += red[slope] * neighbours[0] * m_channelColours[0] + green[slope] * neighbours[1] * m_channelColours[1]
           + blue[slope] * neighbours[2] * m_channelColours[2];
    return XYZ(Vector3d(xyz.cwiseProduct(m_scale).cwiseMax(0.0).head<3>()));
}

MatrixXd DisplayModel::covariance(const std::vector<Drive> &a, const std::vector<Drive> &b) const
{
    const auto pointsOf = [this](const std::vector<Drive> &drives) {
        std::vector<Point> points;
        for (const Drive &d : drives) {
            points.push_back(point(d));
            points.back().xyz = evaluate(d).vec();
        }
        return points;
    };
    const std::vector<Point> pa = pointsOf(a), pb = pointsOf(b);
    const MatrixXd wa = m_factor.matrixL().solve(crossKernel(m_points, pa)), wb = m_factor.matrixL().solve(crossKernel(m_points, pb));
    return crossKernel(pa, pb) - wa.transpose() * wb;
}

Drive DisplayModel::driveFor(const XYZ &xyz, const Drive &start) const
{
    const Matrix3d inverse = m_columns.inverse();
    const Vector3d black = evaluate({0, 0, 0}).vec();
    const auto roots = [&](const Vector3d &light) {
        const Vector3d a = inverse * (light - black);
        return Vector3d(perceptualRoot(a[0]), perceptualRoot(a[1]), perceptualRoot(a[2]));
    };
    const Vector3d wanted = roots(xyz.vec());
    Drive at = start, byPower;
    for (int c = 0; c < 3; ++c) {
        byPower[c] = std::clamp(std::pow(std::max(wanted[c], 0.0), 2.2 / m_exponents[size_t(c)]), 0.0, 1.0);
    }
    Vector3d r = roots(evaluate(at).vec()) - wanted;
    if (const Vector3d other = roots(evaluate(byPower).vec()) - wanted; other.squaredNorm() < r.squaredNorm()) {
        at = byPower;
        r = other;
    }
    for (int i = 0; i < 12 && r.cwiseAbs().maxCoeff() > 1e-6; ++i) {
        Matrix3d j;
        for (int c = 0; c < 3; ++c) {
            const double h = at[c] > 0.5 ? -1e-3 : 1e-3;
            Drive moved = at;
            moved[c] += h;
            j.col(c) = (roots(evaluate(moved).vec()) - wanted - r) / h;
        }
        const Vector3d step = j.partialPivLu().solve(-r);
        if (!step.allFinite()) {
            break; // channels that change nothing here
        }
        // A channel that stands at a wall and would be pushed through it is held.
        double length = 1;
        bool better = false;
        for (int halving = 0; halving < 5 && !better; ++halving, length /= 2) {
            Drive next;
            for (int c = 0; c < 3; ++c) {
                next[c] = std::clamp(at[c] + length * std::clamp(step[c], -0.3, 0.3), 0.0, 1.0);
            }
            const Vector3d tried = roots(evaluate(next).vec()) - wanted;
            if (tried.squaredNorm() < r.squaredNorm()) {
                at = next;
                r = tried;
                better = true;
            }
        }
        if (!better) {
            break;
        }
    }
    return at;
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

Primaries DisplayModel::primaries() const
{
    return {evaluate({1, 0, 0}), evaluate({0, 1, 0}), evaluate({0, 0, 1}), white(), black()};
}

namespace {

/// Takes a small change of XYZ at a colour to a vector whose length is about its CIEDE2000: the slopes of CIELAB, then
/// the formula's weights of lightness, chroma and hue (CIE 142-2001; the rotation of blues is left out).
Matrix3d felt(const XYZ &xyz, const XYZ &white)
{
    const RelXYZ n = relativeTo(white, white.b);
    const Lab lab = labOf(relativeTo(xyz, white.b), n);
    Matrix3d toLab;
    for (int c = 0; c < 3; ++c) {
        XYZ moved = xyz;
        const double h = 1e-4 * white[c];
        moved[c] += h;
        toLab.col(c) = (labOf(relativeTo(moved, white.b), n).vec() - lab.vec()) / h;
    }
    const double chroma = std::hypot(lab.b, lab.c);
    const double c7 = std::pow(chroma, 7), g = 0.5 * (1 - std::sqrt(c7 / (c7 + std::pow(25.0, 7))));
    const double l50 = (lab.a - 50) * (lab.a - 50);
    const double a = (1 + g) * lab.b, stretched = std::hypot(a, lab.c);
    const double ch = stretched > 1e-9 ? a / stretched : 1, sh = stretched > 1e-9 ? lab.c / stretched : 0;
    const double sl = 1 + 0.015 * l50 / std::sqrt(20 + l50), sc = 1 + 0.045 * stretched, sHue = 1 + 0.015 * stretched;
    Matrix3d weights;
    weights << 1 / sl, 0, 0, 0, (1 + g) * ch / sc, sh / sc, 0, -(1 + g) * sh / sHue, ch / sHue;
    return weights * toLab;
}

std::vector<Drive> drivesOf(const std::vector<DesignTarget> &targets)
{
    std::vector<Drive> all;
    for (const DesignTarget &t : targets) {
        all.push_back(t.behind);
    }
    return all;
}

} // namespace

double expectedError(const DisplayModel &model, const std::vector<DesignTarget> &targets)
{
    const std::vector<Drive> where = drivesOf(targets);
    const MatrixXd covariance = model.covariance(where, where);
    const XYZ white = model.white();
    double sum = 0, weights = 0;
    for (size_t i = 0; i < targets.size(); ++i) {
        const Matrix3d j = felt(model.evaluate(where[i]), white);
        const auto at = Eigen::Index(3 * i);
        sum += targets[i].weight * (j * covariance.block<3, 3>(at, at) * j.transpose()).trace();
        weights += targets[i].weight;
    }
    return std::sqrt(sum / weights);
}

std::vector<size_t> nextReadings(const DisplayModel &model, const std::vector<DesignTarget> &targets, const std::vector<DesignCandidate> &candidates,
                                 int count)
{
    std::vector<Drive> where;
    for (const DesignCandidate &c : candidates) {
        where.push_back(c.behind);
    }
    const XYZ white = model.white();
    MatrixXd across = model.covariance(drivesOf(targets), where), among = model.covariance(where, where);
    for (size_t i = 0; i < targets.size(); ++i) {
        const Matrix3d j = std::sqrt(targets[i].weight) * felt(model.evaluate(targets[i].behind), white);
        const MatrixXd rows = j * across.middleRows(Eigen::Index(3 * i), 3);
        across.middleRows(Eigen::Index(3 * i), 3) = rows;
    }
    std::vector<size_t> chosen;
    while (int(chosen.size()) < count) {
        size_t best = 0;
        double bestGain = -1;
        Matrix3d bestRoot = Matrix3d::Identity();
        for (size_t q = 0; q < candidates.size(); ++q) {
            const auto at = Eigen::Index(3 * q);
            Matrix3d s = among.block<3, 3>(at, at);
            for (int c = 0; c < 3; ++c) {
                s(c, c) += std::pow(model.behaviour().noise * candidates[q].sigma[c], 2) + 1e-14;
            }
            const Eigen::LLT<Matrix3d> factor(s);
            if (factor.info() != Eigen::Success) {
                continue; // it tells nothing that is not known already
            }
            const Matrix3d root = factor.matrixL();
            // The drop of the summed variances when this reading is added.
            const double gain = root.triangularView<Eigen::Lower>().solve(across.middleCols(at, 3).transpose()).squaredNorm();
            if (gain > bestGain) {
                bestGain = gain;
                best = q;
                bestRoot = root;
            }
        }
        if (bestGain < 0) {
            break;
        }
        const auto at = Eigen::Index(3 * best);
        const MatrixXd half = bestRoot.triangularView<Eigen::Lower>().solve(among.middleRows(at, 3));
        const MatrixXd halfAcross = bestRoot.triangularView<Eigen::Lower>().solve(across.middleCols(at, 3).transpose());
        across -= halfAcross.transpose() * half;
        among -= half.transpose() * half;
        chosen.push_back(best);
    }
    return chosen;
}

} // namespace lamp
