// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/display_model.h"

#include "calibrate/curve.h"
#include "colour/difference.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp {

namespace {

double sampledAt(const std::vector<double> &list, double drive)
{
    const double at = std::clamp(drive, 0.0, 1.0) * double(list.size() - 1);
    const size_t i = std::min(size_t(at), list.size() - 2);
    return list[i] + (at - double(i)) * (list[i + 1] - list[i]);
}

bool singleChannel(const Drive &d, int &channel)
{
    int lit = 0;
    for (int c = 0; c < 3; ++c) {
        if (d[c] > 0) {
            ++lit;
            channel = c;
        }
    }
    return lit == 1;
}

/// Errors in dark colours are seen more: weight of a residual in cd/m² at a level, as the slope of lightness.
double weightAt(double level, double white)
{
    return std::pow(std::max(level / white, 0.004), -2.0 / 3) / white;
}

} // namespace

DisplayModel::DisplayModel(const MatrixModel &start, const XYZ &white, const XYZ &black, const std::vector<ColourSample> &samples)
    : m_start(start), m_white(white), m_black(black), m_channels(start.channels), m_chad(adaptation(relativeTo(white, white.b), iccD50()))
{
    fitCurves(samples);
    choose(samples);
}

Eigen::Vector3d DisplayModel::lights(const Drive &rgb) const
{
    Eigen::Vector3d light;
    for (int c = 0; c < 3; ++c) {
        const double v = std::clamp(rgb[c], 0.0, 1.0);
        const auto &b = m_bend[size_t(c)];
        const double root = perceptualRoot(sampledAt(m_start.light[size_t(c)], v)) + v * (1 - v) * (b[0] + b[1] * v);
        light[c] = std::max(0.0, fromPerceptualRoot(root));
    }
    return light;
}

void DisplayModel::fitCurves(const std::vector<ColourSample> &samples)
{
    for (int c = 0; c < 3; ++c) {
        // One or two readings of a channel alone bend its curve; fewer unknowns than readings.
        std::vector<std::array<double, 2>> points;
        for (const ColourSample &s : samples) {
            int channel = 0;
            if (singleChannel(s.rgb, channel) && channel == c && s.rgb[c] < 1) {
                const Eigen::Vector3d p = m_channels.col(c);
                const double light = p.dot((s.xyz - m_black).vec()) / p.squaredNorm();
                const double v = s.rgb[c];
                points.push_back({v, (perceptualRoot(light) - perceptualRoot(sampledAt(m_start.light[size_t(c)], v))) / (v * (1 - v))});
            }
        }
        if (points.size() == 1) {
            m_bend[size_t(c)] = {points[0][1], 0};
        } else if (points.size() > 1) {
            double n = 0, sv = 0, svv = 0, sy = 0, svy = 0;
            for (const auto &[v, y] : points) {
                n += 1;
                sv += v;
                svv += v * v;
                sy += y;
                svy += v * y;
            }
            const double det = n * svv - sv * sv;
            m_bend[size_t(c)] = {(sy * svv - svy * sv) / det, (n * svy - sv * sy) / det};
        }
    }
}

DisplayModel::Terms DisplayModel::terms(Mixing mixing, const Eigen::Vector3d &l)
{
    if (mixing == Mixing::Additive) {
        return {};
    }
    if (mixing == Mixing::Minimum) {
        // Common light of two channels beyond that of all three, and the common light of all.
        const double all = l.minCoeff();
        Terms t(4);
        t << std::min(l[0], l[1]) - all, std::min(l[1], l[2]) - all, std::min(l[0], l[2]) - all, all;
        return t;
    }
    Terms t(7);
    t << l[0] * l[1], l[1] * l[2], l[0] * l[2], l[0] * l[1] * l[2], l[0] * l[1] * (l[0] - l[1]), l[1] * l[2] * (l[1] - l[2]),
        l[0] * l[2] * (l[0] - l[2]);
    return t;
}

XYZ DisplayModel::withTerms(Mixing mixing, const Eigen::MatrixXd &coefficients, const Drive &rgb) const
{
    const Eigen::Vector3d light = lights(rgb);
    Eigen::Vector3d xyz = m_channels * light + m_black.vec();
    if (mixing != Mixing::Additive) {
        xyz += coefficients.transpose() * terms(mixing, light);
    }
    return XYZ(xyz.cwiseMax(0.0));
}

Eigen::MatrixXd DisplayModel::fitTerms(Mixing mixing, const std::vector<ColourSample> &samples) const
{
    if (mixing == Mixing::Additive) {
        return {};
    }
    const Eigen::Index count = terms(mixing, Eigen::Vector3d::Zero()).size();
    Eigen::MatrixXd coefficients(count, 3);
    for (int component = 0; component < 3; ++component) {
        // Weighted normal equations; a small ridge keeps terms that no sample speaks of at zero.
        Eigen::MatrixXd a = 1e-7 * Eigen::MatrixXd::Identity(count, count);
        Eigen::VectorXd b = Eigen::VectorXd::Zero(count);
        for (const ColourSample &s : samples) {
            const Eigen::Vector3d light = lights(s.rgb);
            const Terms t = terms(mixing, light);
            const double residual = s.xyz[component] - m_black[component] - m_channels.row(component).dot(light);
            const double w = std::pow(weightAt(s.xyz[component], m_white[component]), 2) * m_white[component] * m_white[component];
            a += w * t * t.transpose();
            b += w * residual * t;
        }
        coefficients.col(component) = a.ldlt().solve(b);
    }
    return coefficients;
}

void DisplayModel::choose(const std::vector<ColourSample> &given)
{
    // White is the one mixture that must come out exactly: it counts many times.
    std::vector<ColourSample> samples = given;
    const ColourSample white{{1, 1, 1}, m_white};
    double best = 1e300;
    for (const Mixing mixing : {Mixing::Additive, Mixing::Product, Mixing::Minimum}) {
        double sum = 0;
        int n = 0;
        for (size_t out = 0; out < given.size(); ++out) {
            int channel = 0;
            if (singleChannel(given[out].rgb, channel)) {
                continue;
            }
            std::vector<ColourSample> rest = given;
            rest.erase(rest.begin() + long(out));
            rest.insert(rest.end(), 20, white);
            const XYZ expected = withTerms(mixing, fitTerms(mixing, rest), given[out].rgb);
            const auto toLab = [&](const XYZ &xyz) { return labOf(RelXYZ(m_chad * xyz.vec() / m_white.b), iccD50()); };
            sum += deltaE2000(toLab(given[out].xyz), toLab(expected));
            ++n;
        }
        const double mean = n > 0 ? sum / n : 0;
        // A richer description has to earn its terms.
        if (mean < 0.9 * best) {
            best = mean;
            m_mixing = mixing;
        }
    }
    m_crossValidated = best;
    samples.insert(samples.end(), 20, white);
    m_coefficients = fitTerms(m_mixing, samples);
}

XYZ DisplayModel::evaluate(const Drive &rgb) const
{
    return withTerms(m_mixing, m_coefficients, rgb);
}

Lab DisplayModel::lab(const Drive &rgb) const
{
    return labOf(RelXYZ(m_chad * evaluate(rgb).vec() / m_white.b), iccD50());
}

Drive DisplayModel::driveFor(const Lab &wanted, const Drive &start) const
{
    // Residual along lightness, chroma and hue of the wanted colour; outside the gamut the weights decide what gives.
    const double hue = std::atan2(wanted.c, wanted.b);
    const double ch = std::cos(hue), sh = std::sin(hue);
    const auto residual = [&](const Drive &d) {
        const Lab l = lab(d);
        const double da = l.b - wanted.b, db = l.c - wanted.c;
        return Eigen::Vector3d(l.a - wanted.a, 0.6 * (da * ch + db * sh), 1.6 * (-da * sh + db * ch));
    };
    Drive at = start;
    Eigen::Vector3d r = residual(at);
    double damping = 1e-3;
    for (int i = 0; i < 25 && r.squaredNorm() > 1e-6; ++i) {
        Eigen::Matrix3d j;
        for (int c = 0; c < 3; ++c) {
            // A step away from the nearer wall.
            const double h = at[c] > 0.5 ? -1e-4 : 1e-4;
            Drive moved = at;
            moved[c] += h;
            j.col(c) = (residual(moved) - r) / h;
        }
        // Channels that stand at a wall and would be pushed through it are held (projected Gauss-Newton).
        Eigen::Vector3d gradient = j.transpose() * r;
        Eigen::Matrix3d normal = j.transpose() * j;
        for (int c = 0; c < 3; ++c) {
            if ((at[c] <= 0 && gradient[c] > 0) || (at[c] >= 1 && gradient[c] < 0)) {
                normal.row(c).setZero();
                normal.col(c).setZero();
                normal(c, c) = 1;
                gradient[c] = 0;
            }
        }
        normal.diagonal() *= 1 + damping;
        const Eigen::Vector3d step = normal.ldlt().solve(-gradient);
        Drive next;
        for (int c = 0; c < 3; ++c) {
            next[c] = std::clamp(at[c] + step[c], 0.0, 1.0);
        }
        const Eigen::Vector3d tried = residual(next);
        if (tried.squaredNorm() < r.squaredNorm()) {
            const bool still = (next.vec() - at.vec()).cwiseAbs().maxCoeff() < 1e-6;
            at = next;
            r = tried;
            damping = std::max(1e-6, damping / 5);
            if (still) {
                break;
            }
        } else {
            damping *= 8;
            if (damping > 1e6) {
                break;
            }
        }
    }
    return at;
}

} // namespace lamp
