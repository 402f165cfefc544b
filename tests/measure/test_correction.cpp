// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "colour/difference.h"
#include "colour/spaces.h"
#include "measure/correction.h"
#include "simlab/panel.h"

namespace correction_test {

using namespace lamp;

namespace {

/// Sensitivities beside the colour-matching functions, as real filters have: shifted by some nanometres and tilted.
std::array<Spectrum, 3> filters(double shiftNm)
{
    const ColourMatching &cmf = colourMatching(Observer::Cie1931_2deg);
    std::array<Spectrum, 3> all;
    for (size_t c = 0; c < 3; ++c) {
        Spectrum exact{380, 5, {}};
        for (const Eigen::Vector3d &v : cmf.xyz) {
            exact.values.push_back(v[Eigen::Index(c)]);
        }
        all[c] = exact;
        for (size_t i = 0; i < all[c].values.size(); ++i) {
            const double nm = 380 + 5.0 * double(i);
            all[c].values[i] = exact.at(nm - shiftNm * (c == 1 ? -1 : 1)) * (1 + 0.0003 * (nm - 560));
        }
    }
    return all;
}

XYZ seenBy(const std::array<Spectrum, 3> &sensitivities, const Spectrum &s)
{
    XYZ sum;
    for (int i = 0; i < kObserverCount; ++i) {
        for (int c = 0; c < 3; ++c) {
            sum[c] += kMaxLuminousEfficacy * 5 * s.at(380 + 5.0 * i) * sensitivities[size_t(c)].at(380 + 5.0 * i);
        }
    }
    return sum;
}

Spectrum mixed(const std::array<Spectrum, 4> &of, double r, double g, double b)
{
    Spectrum s = of[0];
    for (size_t i = 0; i < s.values.size(); ++i) {
        s.values[i] = r * of[0].values[i] + g * of[1].values[i] + b * of[2].values[i];
    }
    return s;
}

/// A panel's red, green, blue and white, balanced to about 100 cd/m².
std::array<Spectrum, 4> panelSpectra(const char *technology)
{
    auto s = sim::typeSpectra(technology);
    Eigen::Matrix3d m;
    for (int c = 0; c < 3; ++c) {
        m.col(c) = toXyz(s[size_t(c)]).vec();
    }
    const Eigen::Vector3d amount = m.inverse() * xyzOf(illuminantChromaticity(Illuminant::D65), 100).vec();
    for (size_t c = 0; c < 3; ++c) {
        for (double &v : s[c].values) {
            v *= amount[Eigen::Index(c)];
        }
    }
    s[3] = mixed(s, 1, 1, 1);
    return s;
}

FourColours truthOf(const std::array<Spectrum, 4> &s)
{
    return {toXyz(s[0]), toXyz(s[1]), toXyz(s[2]), toXyz(s[3])};
}

FourColours seenOf(const std::array<Spectrum, 4> &s, const std::array<Spectrum, 3> &f)
{
    return {seenBy(f, s[0]), seenBy(f, s[1]), seenBy(f, s[2]), seenBy(f, s[3])};
}

double miss(const XYZ &truth, const XYZ &corrected)
{
    const RelXYZ n = relativeTo(xyzOf(illuminantChromaticity(Illuminant::D65), 100), 100);
    return deltaE2000(labOf(relativeTo(truth, 100), n), labOf(relativeTo(corrected, 100), n));
}

MatrixCorrection sample()
{
    MatrixCorrection c;
    c.matrix << 0.93, 0.04, 0.02, 0.04, 0.95, -0.01, 0.005, -0.01, 1.03;
    c.instrumentModel = "Tern";
    c.instrumentSerial = "T-104";
    c.referenceModel = "Plover";
    c.technology = "qd";
    c.made = fromIsoTime("2026-11-25T10:00:00Z");
    c.residual = 0.3;
    return c;
}

} // namespace

class TestCorrection : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Source: Ohno and Hardis 1997 (figures from memory: four-colour matrices bring colorimeters to within about
    // 0.001 in x and y for any colour of the display). On a display whose colours are sums the matrix is exact.
    void exactForEveryMixtureOfTheDisplay()
    {
        const auto f = filters(3);
        for (const char *technology : {"wled", "wled-wide", "qd", "rgb-led", "ccfl", "qd-oled"}) {
            const auto s = panelSpectra(technology);
            const auto m = fourColourMatrix(truthOf(s), seenOf(s, f));
            QVERIFY(m.ok());
            double before = 0;
            for (const std::array<double, 3> &mix : {std::array{0.5, 0.5, 0.5}, {0.9, 0.3, 0.2}, {0.1, 0.7, 0.3}, {0.2, 0.2, 0.8}, {1.0, 0.9, 0.0}}) {
                const Spectrum light = mixed(s, mix[0], mix[1], mix[2]);
                const XYZ truth = toXyz(light), seen = seenBy(f, light), corrected(m.value() * seen.vec());
                before = std::max(before, miss(truth, seen));
                QVERIFY2(miss(truth, corrected) < 1e-6, technology);
                LAMP_NEAR(chromaticity(corrected).x, chromaticity(truth).x, 1e-9);
            }
            QVERIFY2(before > 0.5, technology); // there was something to correct
        }
    }

    // Source: Ohno and Hardis 1997: only chromaticities of the primaries enter, so that a display whose luminance moves
    // between the two instruments' readings does no harm. ASTM E1455's three-colour method lacks that.
    void luminanceThatMovedDoesNoHarm()
    {
        const auto f = filters(2);
        const auto s = panelSpectra("wled");
        const auto steady = fourColourMatrix(truthOf(s), seenOf(s, f));
        FourColours moved = truthOf(s);
        moved.red = 1.03 * moved.red;
        moved.green = 0.96 * moved.green;
        moved.blue = 1.01 * moved.blue;
        const auto drifted = fourColourMatrix(moved, seenOf(s, f));
        QVERIFY((steady.value() - drifted.value()).norm() < 1e-9);
        moved.white = 1.02 * moved.white; // the scale is white's
        LAMP_NEAR((fourColourMatrix(moved, seenOf(s, f)).value() * seenOf(s, f).white.vec())[1], moved.white.b, 1e-9);
    }

    void spectraGiveTheSameMatrixAsReadings()
    {
        const auto f = filters(2.5);
        const auto s = panelSpectra("qd");
        const auto bySpectra = matrixFromSpectra(s, f), byReadings = fourColourMatrix(truthOf(s), seenOf(s, f));
        QVERIFY((bySpectra.value() - byReadings.value()).norm() < 1e-12);
        // The observer itself needs none.
        QVERIFY((matrixFromSpectra(s, filters(0)).value() - Eigen::Matrix3d::Identity()).norm() < 0.12);
    }

    // Common practice, no published source: a correction made on one kind of backlight is off on another.
    void notForAnotherKindOfPanel()
    {
        const auto f = filters(3);
        const auto lcd = panelSpectra("wled"), led = panelSpectra("rgb-led");
        const auto m = fourColourMatrix(truthOf(lcd), seenOf(lcd, f));
        QVERIFY(miss(toXyz(led[3]), XYZ(m.value() * seenBy(f, led[3]).vec())) > 1);
        InstrumentInfo tern;
        tern.model = "Tern";
        tern.serial = "T-104";
        DisplayInfo qd;
        qd.technology = "qd";
        QVERIFY(misfit(sample(), tern, qd).empty());
        qd.technology = "wled";
        QVERIFY(english(misfit(sample(), tern, qd)).find("wled") != std::string::npos);
        qd.technology = "qd";
        tern.serial = "T-105";
        QVERIFY(english(misfit(sample(), tern, qd)).find("T-105") != std::string::npos);
    }

    void implausibleOnesAreDoubted()
    {
        QVERIFY(doubts(sample()).empty());
        MatrixCorrection c = sample();
        c.matrix(0, 0) = 1.6;
        QVERIFY(english(doubts(c).front()).find("more than two instruments") != std::string::npos);
        c = sample();
        c.residual = 2.5;
        QVERIFY(english(doubts(c).front()).find("2.5") != std::string::npos);
        c = sample();
        c.matrix.row(2) = 1.001 * c.matrix.row(1);
        QVERIFY(doubts(c).size() >= 2);
        FourColours gray;
        gray.red = gray.green = gray.blue = gray.white = XYZ(95, 100, 108);
        QVERIFY(!fourColourMatrix(gray, gray).ok());
        gray.red = XYZ();
        QVERIFY(!fourColourMatrix(gray, gray).ok());
    }

    void asJsonAndBack()
    {
        const auto back = correctionFromJson(correctionToJson(sample()));
        QVERIFY(back.ok());
        QVERIFY((back->matrix - sample().matrix).norm() < 1e-12);
        QCOMPARE(back->name(), sample().name());
        QCOMPARE(back->residual, 0.3);
        for (const auto &[text, field] : std::vector<std::pair<std::string, std::string>>{
                 {"[1]", "matrix"},
                 {R"({"matrix":[[1,0,0],[0,1,0]]})", "matrix"},
                 {R"({"matrix":[[1,0,0],[1,0,0],[0,0,1]],"instrument":{"model":"","serial":""},"technology":"x"})", "inverted"},
                 {R"({"matrix":[[1,0,0],[0,1,0],[0,0,1]],"technology":"x"})", "instrument"},
                 {R"({"matrix":[[1,0,0],[0,1,0],[0,0,1]],"instrument":{"model":"a","serial":"b"}})", "technology"},
                 {R"({"matrix")", "byte"}}) {
            const auto c = correctionFromJson(text);
            QVERIFY2(!c.ok(), text.c_str());
            QVERIFY2(english(c.error().what).find(field) != std::string::npos, english(c.error().what).c_str());
        }
    }
};

LAMP_TEST(correction, TestCorrection)

} // namespace correction_test
#include "test_correction.moc"
