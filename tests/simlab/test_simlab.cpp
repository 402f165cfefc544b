// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "colour/difference.h"
#include "colour/spaces.h"
#include "simlab/sim_bench.h"

namespace simlab_test {

using namespace lamp;
using sim::SimBench;

namespace {

std::unique_ptr<SimBench> bench(const std::string &name, std::uint64_t seed = 1)
{
    return std::move(sim::makeBench(name, seed)).value();
}

/// CIEDE2000 between two whites, the first being the reference.
double whiteDelta(const XYZ &a, const XYZ &b)
{
    const RelXYZ n = relativeTo(a, a.b);
    return deltaE2000(labOf(n, n), labOf(relativeTo(b, a.b), n));
}

} // namespace

class TestSimlab : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: sRGB-class panels cover about sRGB, wide ones come near Adobe RGB's
    // green and beyond sRGB's red.
    void technologiesHaveTheirGamuts()
    {
        const auto area = [](const std::array<Chromaticity, 3> &p) {
            return std::abs((p[1].x - p[0].x) * (p[2].y - p[0].y) - (p[2].x - p[0].x) * (p[1].y - p[0].y)) / 2;
        };
        const double srgb = area(rgbSpace("sRGB")->primaries), adobe = area(rgbSpace("Adobe RGB (1998)")->primaries);
        const auto own = [&](const std::string &name) {
            auto b = bench(name);
            b->skipTime(7200);
            return area({chromaticity(b->truth({1, 0, 0})), chromaticity(b->truth({0, 1, 0})), chromaticity(b->truth({0, 0, 1}))});
        };
        LAMP_NEAR(own("wled") / srgb, 1.0, 0.15);
        QVERIFY(own("wled-wide") > 0.9 * adobe);
        QVERIFY(own("qd") > adobe);
        QVERIFY(own("woled") > 1.1 * srgb);
    }

    void whiteIsAsSpecified()
    {
        auto b = bench("wled");
        b->skipTime(7200);
        QVERIFY(b->setControl("brightness", 100).ok());
        const XYZ white = b->truth({1, 1, 1});
        LAMP_NEAR(white.b, 300, 3);
        LAMP_NEAR(chromaticity(white).x, 0.307, 0.002);
        LAMP_NEAR(white.b / b->truth({0, 0, 0}).b, 1000, 60);
    }

    void lutRoundsTwice()
    {
        // 8-bit frame buffer before a 10-bit LUT: a drive between two codes shows as the nearer one, and the LUT's
        // output moves in steps of 1/1023.
        auto b = bench("wled");
        b->skipTime(7200);
        LAMP_NEAR(b->truth({100.3 / 255, 0, 0}).b, b->truth({100.0 / 255, 0, 0}).b, 1e-12);
        QVERIFY(b->truth({100.6 / 255, 0, 0}).b > b->truth({100.0 / 255, 0, 0}).b);
        const auto level = [&](double top) { QVERIFY(b->setLut({{0, top}, {0, 1}, {0, 1}}).ok()); };
        level(700.2 / 1023);
        const double below = b->truth({1, 0, 0}).b;
        level(700.4 / 1023);
        LAMP_NEAR(b->truth({1, 0, 0}).b, below, 1e-12);
        level(700.6 / 1023);
        QVERIFY(b->truth({1, 0, 0}).b > below);
    }

    void warmsUp()
    {
        auto b = bench("wled");
        const XYZ cold = b->truth({1, 1, 1});
        b->skipTime(7200);
        const XYZ warm = b->truth({1, 1, 1});
        QVERIFY(cold.b < 0.96 * warm.b);
        QVERIFY(uvDistance(chromaticity(cold), chromaticity(warm)) > 0.0005);
    }

    void factoryCorrectionFitsItsTechnologyOnly()
    {
        auto b = bench("wled");
        b->skipTime(7200);
        const XYZ truth = b->truth({1, 1, 1});
        QVERIFY(b->setCorrection("wled").ok());
        const double matched = whiteDelta(truth, b->seen({1, 1, 1}));
        QVERIFY(b->setCorrection("").ok());
        const double none = whiteDelta(truth, b->seen({1, 1, 1}));
        QVERIFY2(matched < 0.8, qPrintable(QString::number(matched)));
        QVERIFY2(none > 2 * matched && none > 1, qPrintable(QString::number(none)));
        QCOMPARE(b->setCorrection("lava").error().code, std::string("bad-request"));
    }

    void noiseFallsWithTheRootOfTime()
    {
        auto b = bench("wled");
        b->skipTime(7200);
        QVERIFY(b->show({{0.3, 0.3, 0.3}, 0.1, {0.5, 0.5}, {}}).ok());
        QVERIFY(b->advance(2).ok());
        const auto spread = [&](double integration) {
            double sum = 0, squares = 0;
            constexpr int n = 300;
            for (int i = 0; i < n; ++i) {
                const double y = b->read(ReadMode::Emission, integration)->xyz.b;
                sum += y;
                squares += y * y;
            }
            return std::sqrt(squares / n - sum / n * (sum / n));
        };
        LAMP_NEAR(spread(0.5) / spread(8.0), 4.0, 0.7);
    }

    void sameSeedSameReadings()
    {
        const auto read = [](std::uint64_t seed) {
            auto b = bench("qd", seed);
            (void)b->show({{1, 1, 1}, 0.1, {0.5, 0.5}, {}});
            (void)b->advance(5);
            return b->read(ReadMode::Emission, 1)->xyz;
        };
        QVERIFY(read(4) == read(4));
        QVERIFY(!(read(4) == read(5)));
    }

    void unsettledReadingsAreFlagged()
    {
        auto b = bench("wled");
        (void)b->show({{1, 1, 1}, 0.1, {0.5, 0.5}, {}});
        (void)b->advance(5);
        (void)b->show({{0, 0, 0}, 0.1, {0.5, 0.5}, {}});
        QVERIFY(b->read(ReadMode::Emission, 0.2)->unstable);
        (void)b->advance(2);
        QVERIFY(!b->read(ReadMode::Emission, 0.2)->unstable);
    }

    void roomLightAndBlackOfAnOled()
    {
        auto b = bench("woled");
        QVERIFY(b->place({true, {}}).ok());
        LAMP_NEAR(b->read(ReadMode::Ambient, 2)->xyz.b, 60, 4);
        QVERIFY(b->place({}).ok());
        (void)b->show({{0, 0, 0}, 0.1, {0.5, 0.5}, {}});
        (void)b->advance(2);
        QCOMPARE(b->read(ReadMode::Emission, 1).error().code, std::string("too-dark"));
    }

    // Additivity of light (Grassmann): without crosstalk red, green and blue add up to white; with it they do not.
    void channelsAddUpUnlessTheyTalk()
    {
        const auto departure = [](double crosstalk) {
            sim::PanelSpec spec;
            spec.crosstalk = crosstalk;
            spec.alreadyWarm = true;
            SimBench b(spec, {}, sim::MeterSpec{}, 1);
            const XYZ k = b.truth({0, 0, 0});
            const XYZ sum = b.truth({1, 0, 0}) + b.truth({0, 1, 0}) + b.truth({0, 0, 1}) - 2 * k;
            return b.truth({1, 1, 1}).b / sum.b - 1;
        };
        LAMP_NEAR(departure(0), 0, 1e-9);
        QVERIFY(departure(0.1) < -0.02);
    }

    void oledDimsLargeBrightPatchesAndLcdDoesNot()
    {
        auto oled = bench("woled"), lcd = bench("wled");
        QVERIFY(oled->truth({1, 1, 1}, 1.0).b < 0.6 * oled->truth({1, 1, 1}, 0.1).b);
        LAMP_NEAR(oled->truth({0.2, 0.2, 0.2}, 1.0).b / oled->truth({0.2, 0.2, 0.2}, 0.1).b, 1, 0.05);
        LAMP_NEAR(lcd->truth({1, 1, 1}, 1.0).b, lcd->truth({1, 1, 1}, 0.1).b, 1e-9);
        LAMP_NEAR(*oled->describeDisplay()->maxPatchArea, 0.12, 1e-9);
    }

    void controlsAreClampedRoundedAndMonotone()
    {
        auto b = bench("laptop");
        b->skipTime(7200);
        QCOMPARE(b->setControl("brightness", 52).value(), 50.0); // in fives
        QCOMPARE(b->setControl("brightness", -10).value(), 0.0);
        QVERIFY(!b->setControl("red", 50).ok()); // it has no gains
        double previous = 0;
        for (int v = 0; v <= 100; v += 10) {
            QVERIFY(b->setControl("brightness", v).ok());
            const double y = b->truth({1, 1, 1}).b;
            QVERIFY(y > previous);
            previous = y;
        }
    }

    void lampOnTheScreenAddsLight()
    {
        auto b = bench("wled");
        b->skipTime(7200);
        (void)b->show({{0.2, 0.2, 0.2}, 0.1, {0.5, 0.5}, {}});
        (void)b->advance(2);
        b->strayLight(1, 2, 3.0);
        const double quiet = b->read(ReadMode::Emission, 2)->xyz.b;
        LAMP_NEAR(b->read(ReadMode::Emission, 2)->xyz.b, quiet + 3, 0.1);
        LAMP_NEAR(b->read(ReadMode::Emission, 2)->xyz.b, quiet + 3, 0.1);
        LAMP_NEAR(b->read(ReadMode::Emission, 2)->xyz.b, quiet, 0.1);
    }

    void instrumentSeesOnlyThePatchItLiesOn()
    {
        auto b = bench("wled");
        (void)b->show({{1, 1, 1}, 0.04, {0.2, 0.2}, {}});
        (void)b->advance(2);
        QCOMPARE(b->read(ReadMode::Emission, 1).error().code, std::string("off-screen"));
        QVERIFY(b->place({false, {0.2, 0.25}}).ok());
        QVERIFY(b->read(ReadMode::Emission, 1).ok());
    }

    void faultsComeOnDemand()
    {
        auto b = bench("wled");
        b->failReadings(1, 2, "not-connected");
        (void)b->setCorrection("wled");
        QVERIFY(b->read(ReadMode::Emission, 1).ok());
        QCOMPARE(b->read(ReadMode::Emission, 1).error().code, std::string("not-connected"));
        QVERIFY(!b->read(ReadMode::Emission, 1).ok());
        QVERIFY(b->read(ReadMode::Emission, 1).ok());
    }

    void agedPanelIsDimmerAndYellower()
    {
        auto b = bench("wled");
        b->skipTime(7200);
        const XYZ young = b->truth({1, 1, 1});
        b->setAge(0.6);
        const XYZ old = b->truth({1, 1, 1});
        QVERIFY(old.b < 0.85 * young.b);
        QVERIFY(chromaticity(old).y > chromaticity(young).y);
    }
};

LAMP_TEST(simlab, TestSimlab)

} // namespace simlab_test
#include "test_simlab.moc"
