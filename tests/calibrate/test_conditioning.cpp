// SPDX-License-Identifier: GPL-3.0-or-later
// What a reading does to the display model, against the textbook's formulas worked out here by plain matrices.
// Source: Rasmussen and Williams, Gaussian Processes for Machine Learning (2006), eq. 2.23 to 2.26; the update by one
// more observation is the Schur complement of the joint covariance (ibid., A.2).
#include "model/design.h"
#include "support.h"

#include "colour/difference.h"
#include "panels.h"

#include <Eigen/Dense>

namespace conditioning_test {

using namespace lamp;
using Eigen::Matrix3d;
using Eigen::MatrixXd;
using Eigen::Vector3d;

namespace {

const std::vector<Drive> kTargets{{0.5, 0.5, 0.5}, {0.9, 0.2, 0.1}, {0.2, 0.7, 0.4}, {0.33, 0.1, 0.8}};

DisplayModel sparse()
{
    const MadeUpPanel panel = additivePanel("Display P3", 120, 0.001, {2.15, 2.2, 2.25});
    return {primariesOf(panel), 0.02, readingsOf(panel, grays({0, 0.2, 0.6, 1})), 0};
}

/// Noise far above what drift could do between two readings, so that the formulas without drift hold.
XYZ coarse(const XYZ &xyz)
{
    return 0.01 * xyz + XYZ(0.01, 0.01, 0.01);
}

Matrix3d noiseOf(const DisplayModel &model, const XYZ &sigma)
{
    return Vector3d((model.behaviour().noise * sigma.vec()).cwiseAbs2()).asDiagonal();
}

} // namespace

class TestConditioning : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aReadingLowersTheCovarianceByTheSchurComplement()
    {
        for (const Drive &q : {Drive{0.4, 0.4, 0.4}, Drive{0.8, 0, 0}, Drive{0.3, 0.6, 0.5}}) {
            DisplayModel model = sparse();
            const XYZ expected = model.evaluate(q), sigma = coarse(expected);
            const MatrixXd before = model.covariance(kTargets, kTargets), across = model.covariance(kTargets, {q});
            const Matrix3d s = model.covariance({q}, {q}) + noiseOf(model, sigma);
            const MatrixXd wanted = before - across * s.inverse() * across.transpose();
            model.add({{q, expected, sigma, 0, 99}}, 0, false);
            const MatrixXd after = model.covariance(kTargets, kTargets);
            QVERIFY2((after - wanted).norm() < 0.03 * (before - wanted).norm() + 1e-9 * before.norm(),
                     qPrintable(QStringLiteral("%1 of %2").arg((after - wanted).norm()).arg((before - wanted).norm())));
            // It never makes anything less sure.
            QVERIFY(((before - after).diagonal().array() > -1e-9 * before.diagonal().maxCoeff()).all());
        }
    }

    void aReadingMovesThePredictionByTheGain()
    {
        DisplayModel model = sparse();
        const Drive q{0.3, 0.6, 0.5};
        const XYZ expected = model.evaluate(q), sigma = coarse(expected);
        const Vector3d off(0.4, -0.3, 0.5);
        const MatrixXd across = model.covariance(kTargets, {q});
        const Matrix3d s = model.covariance({q}, {q}) + noiseOf(model, sigma);
        const Eigen::VectorXd wanted = across * s.inverse() * off;
        std::vector<Vector3d> before;
        for (const Drive &t : kTargets) {
            before.push_back(model.evaluate(t).vec());
        }
        model.add({{q, XYZ(Vector3d(expected.vec() + off)), sigma, 0, 99}}, 0, false);
        for (size_t i = 0; i < kTargets.size(); ++i) {
            const Vector3d moved = model.evaluate(kTargets[i]).vec() - before[i];
            QVERIFY2(
                (moved - wanted.segment<3>(Eigen::Index(3 * i))).norm() < 0.05 * wanted.norm() + 0.004,
                qPrintable(QStringLiteral("target %1: %2 beside %3").arg(i).arg(moved.norm()).arg(wanted.segment<3>(Eigen::Index(3 * i)).norm())));
        }
    }

    void aForgottenReadingIsAsIfItHadNeverBeen()
    {
        DisplayModel model = sparse();
        const MatrixXd before = model.covariance(kTargets, kTargets);
        const XYZ gray = model.evaluate(kTargets[0]);
        model.add({{{0.7, 0.1, 0.9}, {50, 30, 80}, {0.5, 0.5, 0.5}, 0, 99}}, 0, false);
        QVERIFY((model.covariance(kTargets, kTargets) - before).norm() > 0.01 * before.norm());
        model.forget(model.readings().size() - 1);
        QVERIFY((model.covariance(kTargets, kTargets) - before).norm() < 1e-6 * before.norm());
        QVERIFY((model.evaluate(kTargets[0]) - gray).vec().norm() < 1e-9 * gray.vec().norm());
    }

    // The patch that is chosen is the one that trying them all out would choose.
    void theNextReadingIsTheBestOfAll()
    {
        const DisplayModel model = sparse();
        std::vector<DesignTarget> targets;
        for (const Drive &t : kTargets) {
            targets.push_back({t, 0.25});
        }
        std::vector<DesignCandidate> candidates;
        for (const Drive &d : {Drive{0.1, 0.1, 0.1}, Drive{0.45, 0.45, 0.45}, Drive{1, 0, 0}, Drive{0, 1, 0}, Drive{0, 0, 1}, Drive{0.9, 0.3, 0.1},
                               Drive{0.25, 0.7, 0.4}, Drive{0.3, 0.1, 0.75}, Drive{1, 1, 0}}) {
            candidates.push_back({d, {{1, coarse(model.evaluate(d))}}});
        }
        double least = 1e9;
        size_t best = 0;
        for (size_t i = 0; i < candidates.size(); ++i) {
            DisplayModel tried = model;
            tried.add({{candidates[i].behind, model.evaluate(candidates[i].behind), candidates[i].times[0].sigma, 0, 99}}, 0, false);
            const double e = expectedError(tried, targets);
            if (e < least) {
                least = e;
                best = i;
            }
        }
        const auto chosen = nextReadings(model, targets, candidates, 1, 1);
        QCOMPARE(chosen.size(), size_t(1));
        QVERIFY2(chosen.front().candidate == best,
                 qPrintable(QStringLiteral("chose %1, trying out says %2").arg(chosen.front().candidate).arg(best)));
        QVERIFY(least < expectedError(model, targets));
    }

    // Of two times for one patch the longer is taken where noise is what it would tell less by, the shorter where it would not.
    void readsNoLongerThanItTells()
    {
        const DisplayModel model = sparse();
        const std::vector<DesignTarget> targets{{{0.45, 0.45, 0.45}, 1}};
        const auto chosen = [&](double noise) {
            const XYZ at = model.evaluate(targets[0].behind);
            const auto sigma = [&](double seconds) { return XYZ(noise / std::sqrt(seconds) * at.vec()); };
            return nextReadings(model, targets, {{targets[0].behind, {{1, sigma(1)}, {8, sigma(8)}}}}, 1, 1).front().seconds;
        };
        QCOMPARE(chosen(1e-4), 1.0);
        QCOMPARE(chosen(0.3), 8.0);
    }
};

LAMP_TEST(conditioning, TestConditioning)

} // namespace conditioning_test
#include "test_conditioning.moc"
