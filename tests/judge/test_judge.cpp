// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "fleet/cadence.h"
#include "judge/tolerance.h"
#include "judge/verification.h"

#include <limits>
#include <random>

using namespace lamp;

namespace {

const WallTime kNow = fromIsoTime("2026-11-25T12:00:00Z");

Upkeep visited(int daysAgo, Verdict verdict = Verdict::Pass)
{
    return {kNow - std::chrono::days{daysAgo}, verdict, 30};
}

} // namespace

class TestJudge : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: mean < 1 and max < 3 (strict); mean < 2 and every patch < 5 (studio);
    // mean < 1.5 and max < 4 (relaxed, not professional).
    void builtInTolerancesAreTheTrades()
    {
        LAMP_NEAR(builtInTolerance("strict")->mean, 1.0, 0);
        LAMP_NEAR(builtInTolerance("strict")->max, 3.0, 0);
        LAMP_NEAR(builtInTolerance("studio")->mean, 2.0, 0);
        LAMP_NEAR(builtInTolerance("studio")->max, 5.0, 0);
        LAMP_NEAR(builtInTolerance("relaxed")->mean, 1.5, 0);
        LAMP_NEAR(builtInTolerance("relaxed")->max, 4.0, 0);
        for (const Tolerance &t : builtInTolerances()) {
            QCOMPARE(toleranceToJson(toleranceFromJson(toleranceToJson(t)).value()), toleranceToJson(t));
        }
    }

    void badToleranceFilesNameTheField()
    {
        QVERIFY(toleranceFromJson(R"({"mean":1,"max":3})").ok());
        for (const auto &[text, field] : std::vector<std::pair<std::string, std::string>>{{R"({"max":3})", "mean"},
                                                                                          {R"({"mean":0,"max":3})", "mean"},
                                                                                          {R"({"mean":1,"max":"3"})", "max"},
                                                                                          {R"({"mean":1,"max":3,"metric":"CIE76"})", "metric"},
                                                                                          {R"(7)", "should be an object"},
                                                                                          {R"({)", "JSON"}}) {
            const auto t = toleranceFromJson(text);
            QVERIFY(!t.ok());
            QVERIFY2(english(t.error().what).find(field) != std::string::npos, english(t.error().what).c_str());
        }
    }

    // A comparison that cannot be made decides nothing, and is never a difference of 0.
    void whatCannotBeComparedIsUndecided()
    {
        const double nothing = std::numeric_limits<double>::quiet_NaN(), endless = std::numeric_limits<double>::infinity();
        for (const double v : {nothing, endless, -endless}) {
            QCOMPARE(check("x", v, 2.0, 0.1, "ΔE00").verdict, Verdict::Undecided);
            QCOMPARE(check("x", 0.5, 2.0, v, "ΔE00").verdict, Verdict::Undecided);
            QVERIFY(english(check("x", v, 2.0, 0.1, "ΔE00").sentence()).find("could not be determined") != std::string::npos);
        }
        QCOMPARE(overall({}), Verdict::Undecided);
        // A white of nothing, one colour that is no number, no colours at all.
        const Eigen::Matrix3d one = Eigen::Matrix3d::Identity();
        const std::vector<VerifiedColour> good(3, {{"gray", {50, 0, 0}, {0.5, 0.5, 0.5}}, {20, 21, 17}, {0.01, 0.01, 0.01}, {}, 0, 0});
        QVERIFY(std::isfinite(verify(good, {95, 100, 82}, one, 0.1).mean));
        QVERIFY(std::isnan(verify(good, {0, 0, 0}, one, 0.1).mean) && std::isnan(verify(good, {0, 0, 0}, one, 0.1).max));
        auto bad = good;
        bad[1].xyz.a = nothing;
        QVERIFY(std::isnan(verify(bad, {95, 100, 82}, one, 0.1).max) && std::isnan(verify(bad, {95, 100, 82}, one, 0.1).p95));
        QVERIFY(std::isnan(verify({}, {95, 100, 82}, one, 0.1).mean));
        QVERIFY(std::isnan(judgeGrays({}, {95, 100, 82}, {}, {0.3127, 0.329}, {}).mean));
        const GrayJudgement grays =
            judgeGrays({{0.5, {20, 21, 17}}, {0.6, {nothing, nothing, nothing}}, {0.7, {40, 42, 35}}}, {95, 100, 82}, {}, {0.3127, 0.329}, {});
        QVERIFY(std::isnan(grays.mean) && std::isnan(grays.max));
        QVERIFY(std::isnan(whiteDifference({0, 0, 0}, {0.3127, 0.329})));
    }

    // Source: JCGM 106:2012, 8.3 (guarded acceptance and rejection).
    void decidesByTheGuardBand()
    {
        QCOMPARE(check("x", 1.0, 2.0, 0.5, "ΔE00").verdict, Verdict::Pass);
        QCOMPARE(check("x", 1.6, 2.0, 0.5, "ΔE00").verdict, Verdict::Undecided);
        QCOMPARE(check("x", 2.4, 2.0, 0.5, "ΔE00").verdict, Verdict::Undecided);
        QCOMPARE(check("x", 2.6, 2.0, 0.5, "ΔE00").verdict, Verdict::Fail);
        const Check pass = check("a", 1, 2, 0.1, ""), fail = check("b", 3, 2, 0.1, ""), open = check("c", 2, 2, 0.1, "");
        QCOMPARE(overall({pass, open}), Verdict::Undecided);
        QCOMPARE(overall({pass, open, fail}), Verdict::Fail);
        QCOMPARE(overall({pass}), Verdict::Pass);
        QVERIFY(english(fail.sentence()).find("beyond") != std::string::npos);
    }

    // Source: the definition in IEC 61966-2-1: a gray at drive v of an sRGB display has Y = f(v); a perfect one has
    // no difference.
    void perfectGraysHaveNoDifference()
    {
        const XYZ white = xyzOf({0.3127, 0.3290}, 100), black{};
        std::vector<GrayInput> grays;
        const ToneCurve tone{ToneKind::Srgb};
        for (const double v : {0.1, 0.3, 0.5, 0.8}) {
            grays.push_back({v, tone.value(v) * white});
        }
        const GrayJudgement g = judgeGrays(grays, white, black, {0.3127, 0.3290}, tone);
        LAMP_NEAR(g.mean, 0, 1e-9);
        LAMP_NEAR(g.max, 0, 1e-9);
        grays[1].xyz = 1.02 * grays[1].xyz;
        QVERIFY(judgeGrays(grays, white, black, {0.3127, 0.3290}, tone).max > 0.1);
        // A pure power reads as its own exponent, black taken off.
        const XYZ lifted = xyzOf({0.3127, 0.3290}, 0.5);
        std::vector<GrayInput> power;
        for (const double v : {0.2, 0.5, 0.8}) {
            power.push_back({v, lifted + std::pow(v, 2.4) * (white - lifted)});
        }
        LAMP_NEAR(judgeGrays(power, white, lifted, {0.3127, 0.3290}, {ToneKind::Gamma, 2.4}).gammaMean, 2.4, 1e-9);
    }

    void whiteDifferenceIsZeroAtTheTargetOnly()
    {
        LAMP_NEAR(whiteDifference(xyzOf({0.3127, 0.3290}, 83), {0.3127, 0.3290}), 0, 1e-9);
        QVERIFY(whiteDifference(xyzOf({0.3180, 0.3290}, 83), {0.3127, 0.3290}) > 2);
    }

    // Source: GUM (JCGM 100:2008) 5.1: the stated spread of a difference agrees with the spread that the same noise
    // makes when drawn again and again.
    void statedUncertaintyAgreesWithDrawnNoise()
    {
        const XYZ white = xyzOf({0.3127, 0.3290}, 120);
        const Eigen::Matrix3d chad = adaptation(relativeTo(white, white.b), iccD50());
        const TestColour colour{"sky", {60, -6, -27}, {}};
        const XYZ shown(chad.inverse() * xyzOf(Lab{61, -4, -25}, iccD50()).vec() * white.b);
        const XYZ sigma{0.08, 0.08, 0.1};
        std::mt19937 random(3);
        std::normal_distribution<double> normal;
        double sum = 0, squares = 0;
        constexpr int n = 4000;
        double stated = 0;
        for (int i = 0; i < n; ++i) {
            XYZ noisy = shown;
            for (int c = 0; c < 3; ++c) {
                noisy[c] += sigma[c] * normal(random);
            }
            const Verification v = verify({{colour, noisy, sigma, {}, 0, 0}}, white, chad, 0);
            sum += v.mean;
            squares += v.mean * v.mean;
            stated = v.colours.front().uncertainty;
        }
        const double spread = std::sqrt(squares / n - sum / n * (sum / n));
        QVERIFY2(spread <= stated * 1.1 && spread >= stated * 0.4, qPrintable(QStringLiteral("%1 %2").arg(spread).arg(stated)));
    }

    // Source: nearest-rank definition of a percentile: of 20 values the 95th is the 19th.
    void percentileIsNearestRank()
    {
        const XYZ white = xyzOf({0.3127, 0.3290}, 100);
        const Eigen::Matrix3d chad = adaptation(relativeTo(white, 100), iccD50());
        std::vector<VerifiedColour> all;
        for (int i = 1; i <= 20; ++i) {
            const Lab wanted{50, 0, 0};
            const XYZ shown(chad.inverse() * xyzOf(Lab{50 + 0.1 * i, 0, 0}, iccD50()).vec() * 100);
            all.push_back({{"", wanted, {}}, shown, {}, {}, 0, 0});
        }
        const Verification v = verify(all, white, chad, 0.1);
        LAMP_NEAR(v.p95, v.colours[18].deltaE, 1e-12);
        LAMP_NEAR(v.max, v.colours[19].deltaE, 1e-12);
        LAMP_NEAR(v.meanUncertainty, 0.1, 1e-6);
    }

    // Common practice, no published source: every three to four weeks; the lamp tells how far along a display is.
    void lampsFillByTheirDueDate()
    {
        QCOMPARE(lampFill({{}, Verdict::Pass, 30}, kNow), LampFill::Hollow);
        QCOMPARE(lampFill(visited(3), kNow), LampFill::Full);
        QCOMPARE(lampFill(visited(25), kNow), LampFill::ThreeQuarters);
        QCOMPARE(lampFill(visited(31), kNow), LampFill::Half);
        QCOMPARE(lampFill(visited(40), kNow), LampFill::Crescent);
        QCOMPARE(lampFill(visited(3, Verdict::Fail), kNow), LampFill::Notched);
        QCOMPARE(english(lampState(visited(40), kNow)), std::string("overdue by 10 days"));
        QCOMPARE(english(lampState(visited(29), kNow)), std::string("due soon, in 1 day"));
        QCOMPARE(english(lampState({{}, Verdict::Pass, 30}, kNow)), std::string("never visited"));
        QCOMPARE(wordedDay(*dueDate(visited(5))), QString("20 December 2026"));
    }
};

QTEST_GUILESS_MAIN(TestJudge)
#include "test_judge.moc"
