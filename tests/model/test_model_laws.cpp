// SPDX-License-Identifier: GPL-3.0-or-later
// Laws that any model of a display keeps, whatever it is told: the order of readings and the unit of light do not matter, what is told later counts
// as what is told at once, what it says of what it read is what it read, its covariances are ones. Sources: Rasmussen and Williams (2006), 2.2; a
// Gaussian process conditioned on its readings is a function of the set of them.
#include "support.h"

#include "panels.h"

#include <Eigen/Eigenvalues>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <random>

namespace model_laws_test {

using namespace lamp;

namespace {

struct Kind {
    const char *name;
    MadeUpPanel panel;
};

/// Displays that add up, and some that do not.
std::vector<Kind> kinds()
{
    const MadeUpPanel plain = additivePanel("Display P3", 120, 0.0008), bent = additivePanel("sRGB", 250, 0.002, {2.0, 2.3, 2.5});
    const MadeUpPanel white = [plain](const Drive &d) { return XYZ(plain(d).vec() + gammaLight(d).minCoeff() * Eigen::Vector3d(9, 4, 16)); };
    const MadeUpPanel talking = [plain](const Drive &d) { return XYZ(plain(d).vec() * (1 - 0.04 * gammaLight(d).prod())); };
    return {{"adds up", plain}, {"bent", bent}, {"white subpixel", white}, {"channels that take from each other", talking}};
}

DisplayModel modelOf(const MadeUpPanel &panel, const std::vector<PanelReading> &readings)
{
    return {primariesOf(panel), 0.02, readings, 0};
}

std::vector<Drive> anyDrives(int count, unsigned seed)
{
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> any(0, 1);
    std::vector<Drive> all;
    for (int i = 0; i < count; ++i) {
        all.push_back({any(random), any(random), any(random)});
    }
    return all;
}

/// Largest CIEDE2000 between two models over drives.
double apart(const DisplayModel &a, const DisplayModel &b, double scale = 1)
{
    double most = 0;
    for (const Drive &d : anyDrives(80, 3)) {
        most = std::max(most, differenceUnder(a.white(), a.evaluate(d), XYZ(b.evaluate(d).vec() / scale)));
    }
    return most;
}

} // namespace

class TestModelLaws : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void kinds_data()
    {
        QTest::addColumn<int>("kind");
        const auto all = kinds();
        for (size_t i = 0; i < all.size(); ++i) {
            QTest::newRow(all[i].name) << int(i);
        }
    }

    // Neither what is predicted nor how sure that is depends on which reading came first.
    void orderDoesNotMatter_data() { kinds_data(); }
    void orderDoesNotMatter()
    {
        QFETCH(int, kind);
        const Kind k = kinds()[size_t(kind)];
        auto readings = readingsOf(k.panel, manyDrives());
        for (PanelReading &r : readings) {
            r.t = 0; // time is told by each reading, not by its place
        }
        const DisplayModel first = modelOf(k.panel, readings);
        std::mt19937 random(2);
        std::shuffle(readings.begin(), readings.end(), random);
        const DisplayModel second = modelOf(k.panel, readings);
        QVERIFY2(apart(first, second) < 0.02, qPrintable(QString::number(apart(first, second))));
        const std::vector<Drive> at{{0.3, 0.6, 0.2}};
        const double one = first.covariance(at, at).trace(), two = second.covariance(at, at).trace();
        LAMP_NEAR(one / two, 1, 0.05);
    }

    // Twice the light, twice the model: no unit is built in. (Noise scales with it.)
    void theUnitOfLightDoesNotMatter_data() { kinds_data(); }
    void theUnitOfLightDoesNotMatter()
    {
        QFETCH(int, kind);
        const Kind k = kinds()[size_t(kind)];
        static constexpr double kScale = 4;
        auto readings = readingsOf(k.panel, manyDrives());
        const DisplayModel as = modelOf(k.panel, readings);
        for (PanelReading &r : readings) {
            r.xyz = XYZ(kScale * r.xyz.vec());
            r.sigma = XYZ(kScale * r.sigma.vec());
        }
        const MadeUpPanel brighter = [panel = k.panel](const Drive &d) { return XYZ(kScale * panel(d).vec()); };
        const DisplayModel scaled = modelOf(brighter, readings);
        QVERIFY2(apart(as, scaled, kScale) < 0.12, qPrintable(QString::number(apart(as, scaled, kScale))));
    }

    // What is told later is told. (The kinds of behaviour are weighed anew in both.)
    void toldLaterIsTold_data() { kinds_data(); }
    void toldLaterIsTold()
    {
        QFETCH(int, kind);
        const Kind k = kinds()[size_t(kind)];
        const auto readings = readingsOf(k.panel, manyDrives());
        const DisplayModel atOnce = modelOf(k.panel, readings);
        DisplayModel grown = modelOf(k.panel, {readings.begin(), readings.begin() + 12});
        for (size_t i = 12; i < readings.size(); i += 7) {
            const auto end = readings.begin() + long(std::min(i + 7, readings.size()));
            grown.add({readings.begin() + long(i), end}, 0, true);
        }
        QCOMPARE(grown.readings().size(), readings.size());
        QVERIFY2(apart(atOnce, grown) < 0.25, qPrintable(QString::number(apart(atOnce, grown))));
    }

    // Of what it read it says what it read, within the noise that it was told of.
    void whatWasReadIsSaid_data() { kinds_data(); }
    void whatWasReadIsSaid()
    {
        QFETCH(int, kind);
        const Kind k = kinds()[size_t(kind)];
        const auto readings = readingsOf(k.panel, manyDrives());
        const DisplayModel model = modelOf(k.panel, readings);
        for (const PanelReading &r : readings) {
            const double off = differenceUnder(model.white(), model.evaluate(r.behind), r.xyz);
            QVERIFY2(off < 0.15, qPrintable(QStringLiteral("%1 %2 %3: %4").arg(r.behind.a).arg(r.behind.b).arg(r.behind.c).arg(off)));
        }
    }

    // A covariance is symmetric, nowhere negative, and less where something was read.
    void covariancesAreCovariances_data() { kinds_data(); }
    void covariancesAreCovariances()
    {
        QFETCH(int, kind);
        const Kind k = kinds()[size_t(kind)];
        const auto readings = readingsOf(k.panel, manyDrives());
        const DisplayModel model = modelOf(k.panel, readings);
        const auto drives = anyDrives(15, 9);
        const Eigen::MatrixXd c = model.covariance(drives, drives);
        QVERIFY((c - c.transpose()).cwiseAbs().maxCoeff() < 1e-9 * c.cwiseAbs().maxCoeff() + 1e-12);
        const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> solver(0.5 * (c + c.transpose()));
        QVERIFY2(solver.eigenvalues().minCoeff() > -1e-6 * solver.eigenvalues().maxCoeff(),
                 qPrintable(QString::number(solver.eigenvalues().minCoeff())));
        // The mean of how unsure it is where it read, against where it did not, as shares of the light there.
        const auto unsure = [&](const std::vector<Drive> &at) {
            double sum = 0;
            for (const Drive &d : at) {
                sum += std::sqrt(std::max(0.0, model.covariance({d}, {d}).trace())) / model.evaluate(d).vec().norm();
            }
            return sum / double(at.size());
        };
        std::vector<Drive> read;
        for (const PanelReading &r : readings) {
            if (r.behind.vec().maxCoeff() > 0.3) {
                read.push_back(r.behind);
            }
        }
        std::vector<Drive> unread;
        for (const Drive &d : drives) {
            if (d.vec().maxCoeff() > 0.3) {
                unread.push_back(d);
            }
        }
        QVERIFY(unsure(read) < unsure(unread));
    }

    // The same reading many times is as good as one of them that has their noise, and no number is made of none.
    void theSameReadingManyTimes()
    {
        const MadeUpPanel panel = kinds()[0].panel;
        auto readings = readingsOf(panel, manyDrives());
        const DisplayModel once = modelOf(panel, readings);
        for (int i = 0; i < 12; ++i) {
            readings.push_back(readings[8]);
        }
        const DisplayModel often = modelOf(panel, readings);
        QVERIFY(apart(once, often) < 0.3);
        for (const Drive &d : anyDrives(60, 1)) {
            QVERIFY(often.evaluate(d).vec().allFinite());
        }
        for (const double s : often.surprises()) {
            QVERIFY(std::isfinite(s) && s >= 0);
        }
    }

    // The least that it takes: white, black and one gray. It says nothing that cannot be, and says how unsure it is.
    void threeReadingsAreEnoughToBegin()
    {
        const MadeUpPanel panel = kinds()[0].panel;
        const DisplayModel few = modelOf(panel, readingsOf(panel, {{1, 1, 1}, {0, 0, 0}, {0.5, 0.5, 0.5}}));
        const DisplayModel many = modelOf(panel, readingsOf(panel, manyDrives()));
        const std::vector<Drive> at{{0.2, 0.7, 0.4}};
        QVERIFY(few.covariance(at, at).trace() > 3 * many.covariance(at, at).trace());
        for (const Drive &d : anyDrives(60, 2)) {
            const XYZ xyz = few.evaluate(d);
            QVERIFY(xyz.vec().allFinite() && xyz.b > -0.1);
            QVERIFY2(differenceUnder(panel({1, 1, 1}), xyz, panel(d)) < 12, "far from any display");
        }
    }

    // Drives beyond 0 and 1 are held to them.
    void drivesAreHeldToTheirRange()
    {
        const MadeUpPanel panel = kinds()[1].panel;
        const DisplayModel model = modelOf(panel, readingsOf(panel, manyDrives()));
        QVERIFY((model.evaluate({1.5, 2, 9}).vec() - model.white().vec()).norm() < 1e-6 * model.white().b);
        QVERIFY((model.evaluate({-1, -0.2, -9}).vec() - model.black().vec()).norm() < 1e-6 * model.white().b);
    }
};

LAMP_TEST(model_laws, TestModelLaws)

} // namespace model_laws_test
#include "test_model_laws.moc"
