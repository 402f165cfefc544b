// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/design.h"

#include "colour/difference.h"
#include "colour/spaces.h"

#include <cmath>

namespace lamp {

namespace {

using Eigen::Matrix3d;
using Eigen::MatrixXd;

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

std::vector<DesignChoice> nextReadings(const DisplayModel &model, const std::vector<DesignTarget> &targets,
                                       const std::vector<DesignCandidate> &candidates, int count, double each)
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
    std::vector<DesignChoice> chosen;
    while (int(chosen.size()) < count) {
        DesignChoice best{};
        double bestGain = -1;
        Matrix3d bestRoot = Matrix3d::Identity();
        for (size_t q = 0; q < candidates.size(); ++q) {
            const auto at = Eigen::Index(3 * q);
            const Matrix3d told = across.middleCols(at, 3).transpose() * across.middleCols(at, 3);
            for (const DesignCandidate::For &time : candidates[q].times) {
                Matrix3d s = among.block<3, 3>(at, at);
                for (int c = 0; c < 3; ++c) {
                    s(c, c) += std::pow(model.behaviour().noise * time.sigma[c], 2) + 1e-14;
                }
                const Eigen::LLT<Matrix3d> factor(s);
                if (factor.info() != Eigen::Success) {
                    continue; // it tells nothing that is not known already
                }
                // The drop of the summed variances when this reading is added, tr(A S⁻¹ Aᵀ), for each second of it.
                const double gain = factor.solve(told).trace() / (each + time.seconds);
                if (gain > bestGain) {
                    bestGain = gain;
                    best = {q, time.seconds};
                    bestRoot = factor.matrixL();
                }
            }
        }
        if (bestGain < 0) {
            break;
        }
        const auto at = Eigen::Index(3 * best.candidate);
        const MatrixXd half = bestRoot.triangularView<Eigen::Lower>().solve(among.middleRows(at, 3));
        const MatrixXd halfAcross = bestRoot.triangularView<Eigen::Lower>().solve(across.middleCols(at, 3).transpose());
        across -= halfAcross.transpose() * half;
        among -= half.transpose() * half;
        chosen.push_back(best);
    }
    return chosen;
}

} // namespace lamp
