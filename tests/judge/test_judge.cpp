// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "colour/difference.h"
#include "judge/judgement.h"

#include <limits>
#include <numeric>
#include <random>

namespace judge_test {

using namespace lamp;

namespace {

const WallTime kNow = fromIsoTime("2026-11-25T12:00:00Z");

const Chromaticity kD65 = illuminantChromaticity(Illuminant::D65);

/// An additive sRGB display of 100 cd/m² with a few colours and grays.
struct AdditiveDisplay {
    Primaries panel;
    std::vector<VerifiedColour> colours;
    std::vector<GrayInput> grays;
    Eigen::Matrix3d chad;

    /// \param off how much too bright its grays and colours are, as a share
    explicit AdditiveDisplay(double off)
    {
        panel = {xyzOf({0.64, 0.33}, 21.3), xyzOf({0.30, 0.60}, 71.5), xyzOf({0.15, 0.06}, 7.2), {}, {}};
        panel.white = panel.red + panel.green + panel.blue;
        chad = adaptation(relativeTo(panel.white, panel.white.b), iccD50());
        for (int i = 0; i < 18; ++i) {
            const std::array<double, 3> l{0.1 + 0.15 * (i % 6), 0.2 + 0.25 * (i % 3), 0.15 + 0.2 * (i % 4)};
            const XYZ xyz = l[0] * panel.red + l[1] * panel.green + l[2] * panel.blue;
            colours.push_back({{"", measuredLab(xyz, panel.white, chad), {}}, (1 + off) * xyz, sigmaOf(xyz)});
        }
        for (const double v : {0.2, 0.4, 0.6, 0.8}) {
            grays.push_back({v, (1 + off) * ToneCurve{}.value(v) * panel.white, sigmaOf(ToneCurve{}.value(v) * panel.white)});
        }
    }
    void turn(const Eigen::Matrix3d &error)
    {
        panel.white = XYZ(error * panel.white.vec());
        for (VerifiedColour &c : colours) {
            c.xyz = XYZ(error * c.xyz.vec());
        }
        for (GrayInput &g : grays) {
            g.xyz = XYZ(error * g.xyz.vec());
        }
    }
    template <typename Normal> [[nodiscard]] AdditiveDisplay read(const Normal &normal) const
    {
        AdditiveDisplay d = *this;
        const auto noisy = [&](XYZ &xyz) {
            // As docs/methods.md says of noise: a part of it is the same in X, Y and Z.
            const double steady = NoiseModel::kSteady * normal();
            const XYZ sigma = sigmaOf(xyz);
            for (int c = 0; c < 3; ++c) {
                const double common = NoiseModel::kSteady * xyz[c];
                xyz[c] += steady * xyz[c] + std::sqrt(sigma[c] * sigma[c] - common * common) * normal();
            }
        };
        noisy(d.panel.white);
        for (VerifiedColour &c : d.colours) {
            noisy(c.xyz);
        }
        for (GrayInput &g : d.grays) {
            noisy(g.xyz);
        }
        return d;
    }
    [[nodiscard]] Verification verification() const { return verify(colours, {panel.white, sigmaOf(panel.white), {}}, chad); }
    [[nodiscard]] GrayJudgement gray() const { return judgeGrays(grays, panel.white, panel.black, kD65, {}); }

    /// A thousandth, as a visit reads, and a little of the dark.
    static XYZ sigmaOf(const XYZ &xyz) { return 0.001 * xyz + XYZ{0.002, 0.002, 0.002}; }
};

Accuracy accuracy(double xy, double luminance)
{
    Accuracy a;
    a.xy = xy;
    a.luminance = luminance;
    a.from = Accuracy::From::Stated;
    a.corrected = a.dated = true;
    return a;
}

FigureDoubt weighed(const Accuracy &a)
{
    const AdditiveDisplay d(0);
    Verification v = d.verification();
    GrayJudgement g = d.gray();
    return weigh({d.panel, {}, {}, kD65, 100.0, {}}, a, v, g);
}

/// A check as the instrument sees it.
Check seen(std::string code, double value, double limit, double k2)
{
    return check(std::move(code), value, limit, {k2, 4 * k2}, Scope::Instrument, "ΔE00");
}

} // namespace

class TestJudge : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Common practice, no published source: mean < 1 and max < 3 (strict); mean < 2 and every patch < 5 (studio);
    // relaxed is neither.
    void builtInTolerancesAreTheTrades()
    {
        LAMP_NEAR(builtInTolerance("strict")->mean, 1.0, 0);
        LAMP_NEAR(builtInTolerance("strict")->max, 3.0, 0);
        LAMP_NEAR(builtInTolerance("studio")->mean, 2.0, 0);
        LAMP_NEAR(builtInTolerance("studio")->max, 5.0, 0);
        // Each is stricter than the next, in every figure.
        const auto figures = [](const char *name) {
            const Tolerance t = *builtInTolerance(name);
            return std::array{t.mean, t.max, t.whiteDeltaE, t.luminancePercent, t.grayMean, t.grayMax};
        };
        const auto strict = figures("strict"), studio = figures("studio"), relaxed = figures("relaxed");
        for (size_t i = 0; i < strict.size(); ++i) {
            QVERIFY(strict[i] < studio[i] && studio[i] < relaxed[i]);
        }
        for (const Tolerance &t : builtInTolerances()) {
            QCOMPARE(toleranceToJson(toleranceFromJson(toleranceToJson(t)).value()), toleranceToJson(t));
        }
    }

    void badToleranceFilesNameTheField()
    {
        QVERIFY(toleranceFromJson(R"({"mean":1,"max":3})").ok());
        for (const auto &[text, field] :
             std::vector<std::pair<std::string, std::string>>{{R"({"max":3})", "mean"},
                                                              {R"({"mean":0,"max":3})", "mean"},
                                                              {R"({"mean":1,"max":"3"})", "max"},
                                                              {R"({"mean":1,"max":3,"metric":"CIE76"})", "metric"},
                                                              {R"({"mean":1,"max":3,"graymean":0.5})", "graymean"},
                                                              {R"({"mean":1,"max":3,"graymean":0.5})", "gray_mean"},
                                                              {R"({"mean":1000,"max":3})", "at most 100"},
                                                              {R"({"mean":1,"max":3,"luminance_percent":80})", "at most 50"},
                                                              {R"(7)", "should be an object"},
                                                              {R"({)", "JSON"}}) {
            const auto t = toleranceFromFile(text);
            QVERIFY(!t.ok());
            QVERIFY2(english(t.error().what).find(field) != std::string::npos, english(t.error().what).c_str());
        }
    }

    // What a studio keeps of earlier versions is still read: a visit that was judged by it must not be lost for a limit that nobody would enter
    // today.
    void whatIsKeptIsReadWhateverItsLimits()
    {
        const char *kept = R"({"mean":1,"max":150,"luminance_percent":80,"of_before":1})";
        QCOMPARE(toleranceFromJson(kept)->max, 150.0);
        QVERIFY(!toleranceFromFile(kept).ok());
    }

    // A comparison that cannot be made decides nothing, and is never a difference of 0.
    void whatCannotBeComparedIsUndecided()
    {
        const double nothing = std::numeric_limits<double>::quiet_NaN(), endless = std::numeric_limits<double>::infinity();
        for (const double v : {nothing, endless, -endless}) {
            QCOMPARE(seen("x", v, 2.0, 0.1).verdict, Verdict::Undecided);
            QCOMPARE(seen("x", 0.5, 2.0, v).verdict, Verdict::Undecided);
            QVERIFY(english(seen("x", v, 2.0, 0.1).sentence("Tern")).find("could not be determined") != std::string::npos);
        }
        QCOMPARE(overall({}), Verdict::Undecided);
        // A white of nothing, one colour that is no number, no colours at all.
        const Eigen::Matrix3d one = Eigen::Matrix3d::Identity();
        const std::vector<VerifiedColour> good(3, {{"gray", {50, 0, 0}, {0.5, 0.5, 0.5}}, {20, 21, 17}, {0.01, 0.01, 0.01}});
        QVERIFY(std::isfinite(verify(good, {{95, 100, 82}}, one).mean));
        QVERIFY(std::isnan(verify(good, {{0, 0, 0}}, one).mean) && std::isnan(verify(good, {{0, 0, 0}}, one).max));
        auto bad = good;
        bad[1].xyz.a = nothing;
        QVERIFY(std::isnan(verify(bad, {{95, 100, 82}}, one).max) && std::isnan(verify(bad, {{95, 100, 82}}, one).p95));
        QVERIFY(std::isnan(verify({}, {{95, 100, 82}}, one).mean));
        QVERIFY(std::isnan(judgeGrays({}, {95, 100, 82}, {}, {0.3127, 0.329}, {}).mean));
        const GrayJudgement grays =
            judgeGrays({{0.5, {20, 21, 17}}, {0.6, {nothing, nothing, nothing}}, {0.7, {40, 42, 35}}}, {95, 100, 82}, {}, {0.3127, 0.329}, {});
        QVERIFY(std::isnan(grays.mean) && std::isnan(grays.max));
        QVERIFY(std::isnan(whiteDifference({0, 0, 0}, {0.3127, 0.329})));
    }

    // Source: JCGM 106:2012, 8.3 (guarded acceptance and rejection).
    void decidesByTheGuardBand()
    {
        QCOMPARE(seen("x", 1.0, 2.0, 0.5).verdict, Verdict::Pass);
        QCOMPARE(seen("x", 1.6, 2.0, 0.5).verdict, Verdict::Undecided);
        QCOMPARE(seen("x", 2.4, 2.0, 0.5).verdict, Verdict::Undecided);
        QCOMPARE(seen("x", 2.6, 2.0, 0.5).verdict, Verdict::Fail);
        const Check pass = seen("a", 1, 2, 0.1), fail = seen("b", 3, 2, 0.1), open = seen("c", 2, 2, 0.1);
        QCOMPARE(overall({pass, open}), Verdict::Undecided);
        QCOMPARE(overall({pass, open, fail}), Verdict::Fail);
        QCOMPARE(overall({pass}), Verdict::Pass);
        QVERIFY(english(fail.sentence("Tern")).find("beyond") != std::string::npos);
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

    // Source: the issue of evidence in JCGM 106: a verdict names whose eyes it is by; the trade's figures for a white: 0.0012 in x
    // and y are some 2.7 ΔE00 at k = 2, 0.0008 some 1.8 (common practice, no published source).
    void statedAccuracyOfWhiteComesToTheTradesFigures()
    {
        for (const auto &[xy, expected] : {std::pair{0.0012, 2.7}, std::pair{0.0008, 1.8}}) {
            const FigureDoubt d = weighed(accuracy(xy, 0.02));
            LAMP_NEAR(d.white.absolute, expected, 0.2 * expected); // x and y astray by the same are not the same in ΔE for every split
            LAMP_NEAR(d.whiteX.absolute, 2 * xy, 0.15 * 2 * xy);
            LAMP_NEAR(d.luminancePercent.absolute, 4, 0.6);
            // What is the same for all colours cancels in them.
            QVERIFY(d.mean.absolute < 0.5 * d.white.absolute);
        }
    }

    // What each channel errs by itself makes up for the others in white, and shows in colours only. Drawn 4,000 times.
    void channelsErrBesideWhite()
    {
        const AdditiveDisplay d(0);
        std::mt19937_64 random(5);
        std::normal_distribution<double> normal;
        std::array<double, 2> white{}, red{};
        for (const double ratio : {0.0, 9.0}) {
            Accuracy a = accuracy(0.0012, 0.02);
            a.ownRatio = ratio;
            const InstrumentError error(a, d.panel);
            std::vector<double> whites, reds;
            const auto xOf = [](const Eigen::Vector3d &xyz) { return xyz[0] / xyz.sum(); };
            const Eigen::Vector3d w = (d.panel.red - d.panel.black + d.panel.green - d.panel.black + d.panel.blue - d.panel.black).vec();
            const Eigen::Vector3d r = (d.panel.red - d.panel.black).vec();
            for (int i = 0; i < 4000; ++i) {
                const Eigen::Matrix3d e = error.draw([&] { return normal(random); });
                whites.push_back(xOf(e * w) - xOf(w));
                reds.push_back(xOf(e * r) - xOf(r));
            }
            const auto spread = [](const std::vector<double> &v) {
                return std::sqrt(std::inner_product(v.begin(), v.end(), v.begin(), 0.0) / double(v.size()));
            };
            white[ratio > 0] = spread(whites);
            red[ratio > 0] = spread(reds);
        }
        LAMP_NEAR(white[0], 0.0012, 0.0001);
        LAMP_NEAR(white[1], 0.0012, 0.0001);
        QVERIFY2(red[1] > 1.5 * red[0], qPrintable(QStringLiteral("%1 %2").arg(red[0]).arg(red[1])));
    }

    // Source: JCGM 101:2008, 5.9 and 7: the interval holds 95 % of what the quantity may be. Drawn here again from outside: a display
    // that is read with noise, by an instrument whose errors are another draw of the same sizes.
    void intervalsHoldWhatIsThere()
    {
        std::mt19937_64 random(11);
        std::normal_distribution<double> normal;
        const Accuracy a = accuracy(0.0012, 0.02);
        int seenWhite = 0, trueWhite = 0, seenMean = 0, trueMean = 0, seenGray = 0, runs = 150;
        for (int i = 0; i < runs; ++i) {
            const AdditiveDisplay shown(0.05 * normal(random));
            const AdditiveDisplay read = shown.read([&] { return normal(random); });
            AdditiveDisplay truth = shown;
            truth.turn(InstrumentError(a, shown.panel).draw([&] { return normal(random); }));
            Verification v = read.verification(), seenV = shown.verification(), trueV = truth.verification();
            GrayJudgement g = read.gray(), seenG = shown.gray();
            const FigureDoubt d = weigh({read.panel, {}, {}, kD65, 100.0, {}}, a, v, g);
            const double white = whiteDifference(read.panel.white, kD65);
            seenWhite += std::abs(white - whiteDifference(shown.panel.white, kD65)) <= d.white.instrument;
            trueWhite += std::abs(white - whiteDifference(truth.panel.white, kD65)) <= d.white.absolute;
            seenMean += std::abs(v.mean - seenV.mean) <= d.mean.instrument;
            trueMean += std::abs(v.mean - trueV.mean) <= d.mean.absolute;
            seenGray += std::abs(g.mean - seenG.mean) <= d.grayMean.instrument;
        }
        qInfo("white %d, %d; colours %d, %d; grays %d of %d", seenWhite, trueWhite, seenMean, trueMean, seenGray, runs);
        for (const int held : {seenWhite, trueWhite, seenMean, trueMean, seenGray}) {
            QVERIFY2(held >= 0.9 * runs, qPrintable(QString::number(held))); // 95 % and what 150 runs leave open
        }
    }

    void accuracyGrowsAndIsNeverBetterThanAnInstrumentCanBe()
    {
        InstrumentInfo info;
        const WallTime now = fromIsoTime("2026-11-26T10:00:00Z");
        info.lastCertified = "2026-11-20";
        const double fresh = accuracyOf(info, true, {}, now).xy;
        LAMP_NEAR(fresh, 0.0012, 1e-5);
        info.lastCertified = "2022-11-20";
        QVERIFY(accuracyOf(info, true, {}, now).xy > 1.2 * fresh);
        // No date, a date to come, no date at all: some years are taken for granted, and it is said.
        for (const char *date : {"", "2031-01-01", "yesterday"}) {
            info.lastCertified = date;
            const Accuracy a = accuracyOf(info, true, {}, now);
            QVERIFY(!a.dated && a.xy > 1.05 * fresh);
        }
        info.lastCertified = "2026-11-20";
        info.accuracy = {1e-9, 0.0};
        QVERIFY(accuracyOf(info, true, {}, now).xy >= 0.0002 && accuracyOf(info, true, {}, now).luminance >= 0.002);
        info.accuracy = {0.003, std::nullopt};
        LAMP_NEAR(accuracyOf(info, true, {}, now).xy, 0.003, 1e-5);
        LAMP_NEAR(accuracyOf(info, true, {}, now).luminance, 0.02, 1e-4);
        QVERIFY(accuracyOf(info, false, {}, now).xy >= 0.006); // what it states is not of this light
        info.accuracy = {};
        MatrixCorrection matrix;
        matrix.made = now;
        matrix.residual = 0.1;
        const double good = accuracyOf(info, true, matrix, now).xy;
        LAMP_NEAR(good, 0.0009, 0.00005); // its reference's, and what making it adds
        matrix.residual = -1;
        QVERIFY(accuracyOf(info, true, matrix, now).xy > good);
    }

    // An instrument without a correction cannot judge by its own eyes; what a tolerance says comes back from its file.
    void scopeDecidesWhichUncertaintyCounts()
    {
        Findings f{0.4, 1, 0.1, 0.2, 0.3, 0.6, {}, true};
        for (Expanded FigureDoubt::*k2 : {&FigureDoubt::white, &FigureDoubt::luminancePercent, &FigureDoubt::grayMean, &FigureDoubt::grayMax,
                                          &FigureDoubt::mean, &FigureDoubt::max}) {
            f.doubt.*k2 = {0.1, 20};
        }
        Tolerance t = *builtInTolerance("studio");
        QCOMPARE(overall(judge(f, t)), Verdict::Pass);
        const std::string said = english(judge(f, t)[2].sentence("Tern"));
        QVERIFY2(said.find("as Tern sees it") != std::string::npos && said.find("up to 20.10 for the standard observer") != std::string::npos,
                 said.c_str());
        t.scope = Scope::Absolute;
        QCOMPARE(overall(judge(f, t)), Verdict::Undecided);
        QVERIFY(english(judge(f, t)[2].sentence("Tern")).find("± 0.10 as Tern sees it") != std::string::npos);
        QVERIFY(toleranceFromJson(toleranceToJson(t))->scope == Scope::Absolute);
        QVERIFY(!toleranceFromJson(R"({"mean":1,"max":3,"scope":"mine"})").ok());
        t.scope = Scope::Instrument;
        f.corrected = false;
        QCOMPARE(overall(judge(f, t)), Verdict::Undecided);
        f.grayMean = std::nullopt;
        QCOMPARE(judge(f, t).size(), size_t(5));
    }

    // A tolerance may name another formula: its figures, units and uncertainties are in that, and it comes back from its file.
    void tolerancesNameTheirFormula()
    {
        Tolerance t = *builtInTolerance("studio");
        QVERIFY(t.metric == Metric::Ciede2000);
        const AdditiveDisplay d(0.03);
        double before = 0;
        for (const Metric m : {Metric::Ciede2000, Metric::Cie94, Metric::Cmc, Metric::Itp}) {
            t.metric = m;
            QVERIFY(toleranceFromJson(toleranceToJson(t))->metric == m);
            QCOMPARE(judge({0.4, 1, 0.1, 0.2, 0.3, 0.6, {}, true}, t)[0].unit, metricUnit(m));
            Verification v = verify(d.colours, {d.panel.white, AdditiveDisplay::sigmaOf(d.panel.white), {}}, d.chad, m);
            GrayJudgement g = judgeGrays(d.grays, d.panel.white, d.panel.black, kD65, {}, m);
            double sum = 0;
            for (const VerifiedColour &c : v.colours) {
                const RelXYZ n = iccD50();
                sum += m == Metric::Cie94
                           ? deltaE94(c.colour.wanted, c.measured)
                           : (m == Metric::Cmc ? deltaECmc(c.colour.wanted, c.measured)
                                               : (m == Metric::Ciede2000
                                                      ? deltaE2000(c.colour.wanted, c.measured)
                                                      : deltaEItp(XYZ(d.chad.inverse() * xyzOf(c.colour.wanted, n).vec() * d.panel.white.b), c.xyz)));
            }
            LAMP_NEAR(v.mean, sum / double(v.colours.size()), 1e-6);
            const FigureDoubt k2 = weigh({d.panel, {}, {}, kD65, 100.0, {}}, accuracy(0.0012, 0.02), v, g);
            QVERIFY(k2.mean.instrument > 0 && k2.mean.instrument < v.mean && k2.grayMean.absolute > k2.grayMean.instrument);
            QVERIFY(std::abs(v.mean - before) > 0.01); // each formula says something else
            before = v.mean;
        }
        QVERIFY(!toleranceFromJson(R"({"mean":1,"max":3,"metric":"feeling"})").ok());
    }

    // A display without grays or colours has no figure of them: not known, never sure.
    void whatWasNotReadIsNotSure()
    {
        const AdditiveDisplay shown(0);
        Verification none;
        GrayJudgement noGrays;
        const FigureDoubt d = weigh({shown.panel, {}, {}, kD65, std::nullopt, {}}, accuracy(0.0012, 0.02), none, noGrays);
        for (const Expanded &k2 : {d.mean, d.max, d.grayMean, d.grayMax, d.luminancePercent}) {
            QVERIFY(std::isnan(k2.instrument) && std::isnan(k2.absolute));
        }
        QVERIFY(d.white.absolute > 0);
        // Black below the instrument's floor: sure that it sees none, not that there is none.
        Verification v = shown.verification();
        GrayJudgement g = shown.gray();
        const FigureDoubt dark = weigh({shown.panel, {}, {0.02, 0.02, 0.02}, kD65, 100.0, {ToneKind::Bt1886}}, accuracy(0.0012, 0.02), v, g);
        QVERIFY(dark.black.instrument == 0 && dark.black.absolute > 0.015 && dark.black.absolute < 0.021);
        // A display that shows no colours has no channels to get wrong one by one.
        Primaries gray = shown.panel;
        gray.red = gray.green = gray.blue = gray.white;
        QVERIFY(InstrumentError(accuracy(0.0012, 0.02), gray).draw([] { return 1.0; }).allFinite());
    }

    // Source: nearest-rank definition of a percentile: of 20 values the 95th is the 19th.
    // Source: one-sided tolerance factors for 95 % of a normal population with 95 % confidence, n = 10: 2.911, 20: 2.396, 30: 2.220
    // (NIST/SEMATECH e-Handbook, table A.7 of Natrella 1963; from memory).
    void mostColoursFollowTheToleranceFactors()
    {
        for (const auto &[n, factor] : {std::pair{10, 2.911}, std::pair{20, 2.396}, std::pair{30, 2.220}}) {
            Verification v;
            double mean = 0, square = 0;
            for (int i = 0; i < n; ++i) {
                VerifiedColour c;
                const double root = 0.5 + 0.02 * (i % 7) + 0.01 * (i % 3);
                c.deltaE = root * root;
                mean += root / n;
                square += root * root / n;
                v.colours.push_back(c);
            }
            const double deviation = std::sqrt((square - mean * mean) * n / (n - 1));
            LAMP_NEAR((std::sqrt(mostColoursWithin(v)) - mean) / deviation, factor, 0.002);
        }
        // Of a check that ended after four or five colours nothing is said of all others.
        Verification few;
        few.colours.resize(5);
        for (size_t i = 0; i < 5; ++i) {
            few.colours[i].deltaE = 0.3 + 0.4 * double(i);
        }
        QVERIFY(std::isnan(mostColoursWithin(few)));
        few.colours.push_back(few.colours.back());
        QVERIFY(std::isfinite(mostColoursWithin(few)));
        Verification one;
        one.colours.resize(7);
        one.colours[3].deltaE = std::nan("");
        QVERIFY(std::isnan(mostColoursWithin(one)));
        QVERIFY(std::isnan(mostColoursWithin({})));
    }

    void verificationReachesTheEndsOfTheGamut()
    {
        MatrixModel m;
        m.channels = rgbSpace("Display P3")->toXyz() * 120;
        m.black = XYZ(0.0005 * m.channels.rowwise().sum());
        for (auto &list : m.light) {
            for (int i = 0; i <= 255; ++i) {
                list.push_back(std::pow(i / 255.0, 2.2));
            }
        }
        const auto profile = Profile::open(writeMatrixProfile(m, {}, {"P3", "free", fromIsoTime("2026-11-25T09:12:30Z"), 4}).value());
        const auto coarse = [](const Drive &d) { return Drive(((255 * d.vec()).array().round() / 255).matrix()); };
        const Drive doubtful{0.2, 0.8, 0.5};
        const auto colours = verificationColours(*profile, {24, coarse, [&](const Drive &d) { return -(d.vec() - doubtful.vec()).norm(); }});
        QCOMPARE(colours.size(), size_t(24));
        double darkest = 100, chroma = 0, nearest = 1;
        int grays = 0;
        for (const TestColour &c : colours) {
            QVERIFY(deltaE2000(c.wanted, profile->colourOf(c.rgb)) < 0.15);
            const bool gray = c.rgb.a == c.rgb.b && c.rgb.b == c.rgb.c;
            grays += gray;
            darkest = gray ? std::min(darkest, c.wanted.a) : darkest;
            chroma = std::max(chroma, std::hypot(c.wanted.b, c.wanted.c));
            nearest = std::min(nearest, (c.rgb.vec() - doubtful.vec()).norm());
        }
        QCOMPARE(grays, 8);
        QVERIFY2(darkest < 3, qPrintable(QString::number(darkest)));
        QVERIFY2(chroma > 110, qPrintable(QString::number(chroma)));
        QVERIFY2(nearest < 0.25, qPrintable(QString::number(nearest))); // where the doubt is
        QCOMPARE(verificationColours(*profile, {12, coarse}).size(), size_t(12));
    }

    void percentileIsNearestRank()
    {
        const XYZ white = xyzOf({0.3127, 0.3290}, 100);
        const Eigen::Matrix3d chad = adaptation(relativeTo(white, 100), iccD50());
        std::vector<VerifiedColour> all;
        for (int i = 1; i <= 20; ++i) {
            const Lab wanted{50, 0, 0};
            const XYZ shown(chad.inverse() * xyzOf(Lab{50 + 0.1 * i, 0, 0}, iccD50()).vec() * 100);
            all.push_back({{"", wanted, {}}, shown, {}});
        }
        const Verification v = verify(all, {white}, chad);
        LAMP_NEAR(v.p95, v.colours[18].deltaE, 1e-12);
        LAMP_NEAR(v.max, v.colours[19].deltaE, 1e-12);
    }
};

LAMP_TEST(judge, TestJudge)

} // namespace judge_test
#include "test_judge.moc"
