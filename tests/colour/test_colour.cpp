// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "colour/cct.h"
#include "colour/cube_root.h"
#include "colour/difference.h"
#include "colour/even_hue.h"
#include "colour/spaces.h"
#include "colour/spectrum.h"
#include "colour/tone.h"

#include <lcms2.h>

#include <limits>
#include <random>

#include <numbers>
#include <span>

namespace colour_test {

using namespace lamp;
using lamptest::referenceRows;

namespace {

struct Pair {
    Lab a, b;
    double deltaE;
};

// The 34 pairs of Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula", Color Res. Appl. 30 (2005),
// table 1; written from memory.
const std::vector<Pair> kSharma{
    {{50, 2.6772, -79.7751}, {50, 0, -82.7485}, 2.0425},
    {{50, 3.1571, -77.2803}, {50, 0, -82.7485}, 2.8615},
    {{50, 2.8361, -74.0200}, {50, 0, -82.7485}, 3.4412},
    {{50, -1.3802, -84.2814}, {50, 0, -82.7485}, 1.0000},
    {{50, -1.1848, -84.8006}, {50, 0, -82.7485}, 1.0000},
    {{50, -0.9009, -85.5211}, {50, 0, -82.7485}, 1.0000},
    {{50, 0, 0}, {50, -1, 2}, 2.3669},
    {{50, -1, 2}, {50, 0, 0}, 2.3669},
    {{50, 2.4900, -0.0010}, {50, -2.4900, 0.0009}, 7.1792},
    {{50, 2.4900, -0.0010}, {50, -2.4900, 0.0010}, 7.1792},
    {{50, 2.4900, -0.0010}, {50, -2.4900, 0.0011}, 7.2195},
    {{50, 2.4900, -0.0010}, {50, -2.4900, 0.0012}, 7.2195},
    {{50, -0.0010, 2.4900}, {50, 0.0009, -2.4900}, 4.8045},
    {{50, -0.0010, 2.4900}, {50, 0.0010, -2.4900}, 4.8045},
    {{50, -0.0010, 2.4900}, {50, 0.0011, -2.4900}, 4.7461},
    {{50, 2.5, 0}, {50, 0, -2.5}, 4.3065},
    {{50, 2.5, 0}, {73, 25, -18}, 27.1492},
    {{50, 2.5, 0}, {61, -5, 29}, 22.8977},
    {{50, 2.5, 0}, {56, -27, -3}, 31.9030},
    {{50, 2.5, 0}, {58, 24, 15}, 19.4535},
    {{50, 2.5, 0}, {50, 3.1736, 0.5854}, 1.0000},
    {{50, 2.5, 0}, {50, 3.2972, 0}, 1.0000},
    {{50, 2.5, 0}, {50, 1.8634, 0.5757}, 1.0000},
    {{50, 2.5, 0}, {50, 3.2592, 0.3350}, 1.0000},
    {{60.2574, -34.0099, 36.2677}, {60.4626, -34.1751, 39.4387}, 1.2644},
    {{63.0109, -31.0961, -5.8663}, {62.8187, -29.7946, -4.0864}, 1.2630},
    {{61.2901, 3.7196, -5.3901}, {61.4292, 2.2480, -4.9620}, 1.8731},
    {{35.0831, -44.1164, 3.7933}, {35.0232, -40.0716, 1.5901}, 1.8645},
    {{22.7233, 20.0904, -46.6940}, {23.0331, 14.9730, -42.5619}, 2.0373},
    {{36.4612, 47.8580, 18.3852}, {36.2715, 50.5065, 21.2231}, 1.4146},
    {{90.8027, -2.0831, 1.4410}, {91.1528, -1.6435, 0.0447}, 1.4441},
    {{90.9257, -0.5406, -0.9208}, {88.6381, -0.8985, -0.7239}, 1.5381},
    {{6.7747, -0.2908, -2.4247}, {5.8714, -0.0985, -2.2286}, 0.6377},
    {{2.0776, 0.0795, -1.1350}, {0.9033, -0.0636, -0.5514}, 0.9082},
};

Lab lab(const std::vector<double> &v, size_t first)
{
    return {v[first], v[first + 1], v[first + 2]};
}

} // namespace

class TestColour : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Source: CSS Color Module Level 4 (W3C), the primaries of sRGB in OkLCh, from memory: hues 29.23, 142.50 and 264.05 degrees, chroma
    // 0.2577, 0.2948 and 0.3132. Lightness is CIELAB's, grays have no chroma, and back again is the same colour.
    void evenHues()
    {
        const Eigen::Matrix3d columns = adaptation(whiteOf(rgbSpace("sRGB")->white), iccD50()) * rgbSpace("sRGB")->toXyz();
        const std::array<std::array<double, 2>, 3> published{{{29.23, 0.2577}, {142.50, 0.2948}, {264.05, 0.3132}}};
        for (int c = 0; c < 3; ++c) {
            const LCh even = lchOf(evenHueOf(RelXYZ(Eigen::Vector3d(columns.col(c)))));
            LAMP_NEAR(even.c, published[size_t(c)][0], 0.15);
            LAMP_NEAR(even.b / 420, published[size_t(c)][1], 0.001);
        }
        std::mt19937 random(3);
        std::uniform_real_distribution<double> any(-0.1, 1.1);
        for (int i = 0; i < 2000; ++i) {
            const RelXYZ xyz(columns * Eigen::Vector3d(any(random), any(random), any(random)));
            const Lab even = evenHueOf(xyz);
            LAMP_NEAR(even.a, labOf(xyz, iccD50()).a, 1e-9);
            const double off = (xyzOfEvenHue(even).vec() - xyz.vec()).norm();
            QVERIFY2(off < 1e-7, qPrintable(QString::number(off)));
        }
        for (const double y : {0.0, 1e-5, 0.003, 0.2, 1.0}) {
            const Lab gray = evenHueOf(y * iccD50());
            QVERIFY(std::hypot(gray.b, gray.c) < 1e-9);
        }
        // A blue that loses chroma at its even hue does not pass through the purples: CIELAB's own hue turns on the way.
        const Lab blue = evenHueOf(RelXYZ(Eigen::Vector3d(columns.col(2))));
        const Lab paler = labOf(xyzOfEvenHue({blue.a + 40, 0.4 * blue.b, 0.4 * blue.c}), iccD50());
        QVERIFY(lchOf(labOf(RelXYZ(Eigen::Vector3d(columns.col(2))), iccD50())).c - lchOf(paler).c > 10);
    }

    // The formulas by name, and ITP from what is shown in cd/m² rather than from CIELAB.
    void metricsByName()
    {
        for (const Metric m : {Metric::Ciede2000, Metric::Cie94, Metric::Cmc, Metric::Itp}) {
            QVERIFY(metricFromName(metricName(m)) == m && !metricUnit(m).empty());
        }
        QVERIFY(!metricFromName("") && !metricFromName("cie94"));
        const Lab p{50, 20, -30}, q{52, 23, -28};
        const RelXYZ d65 = whiteOf(illuminantChromaticity(Illuminant::D65));
        const auto by = [&](Metric m) { return Difference{m, d65, 120 * Eigen::Matrix3d::Identity()}(p, q); };
        LAMP_NEAR(by(Metric::Ciede2000), deltaE2000(p, q), 1e-12);
        LAMP_NEAR(by(Metric::Cie94), deltaE94(p, q), 1e-12);
        LAMP_NEAR(by(Metric::Cmc), deltaECmc(p, q), 1e-12);
        LAMP_NEAR(by(Metric::Itp), deltaEItp(120 * XYZ(xyzOf(p, d65).vec()), 120 * XYZ(xyzOf(q, d65).vec())), 1e-9);
    }

    // Many at once give what one at a time gives, to 1e-9, wherever the formula has a corner; and the published pairs.
    void differencesOfManyAreThoseOfEach()
    {
        std::mt19937_64 random(3);
        std::uniform_real_distribution<double> l(0, 100), ab(-128, 128), turn(0, 2 * std::numbers::pi), far(0, 130), tiny(-1e-7, 1e-7),
            exponent(-14, 0);
        std::vector<Lab> p, q;
        const auto add = [&](const Lab &a, const Lab &b) {
            p.push_back(a);
            q.push_back(b);
        };
        for (const Pair &pair : kSharma) {
            add(pair.a, pair.b);
        }
        for (int i = 0; i < 100000; ++i) {
            const Lab a{l(random), ab(random), ab(random)};
            const double h = turn(random), c1 = far(random), c2 = far(random), off = std::pow(10.0, exponent(random));
            const auto polar = [](double lightness, double chroma, double hue) {
                return Lab{lightness, chroma * std::cos(hue), chroma * std::sin(hue)};
            };
            switch (i % 6) {
            case 0: add(a, {l(random), ab(random), ab(random)}); break;
            case 1: add(a, a + Lab{tiny(random), tiny(random), tiny(random)}); break;             // neighbours
            case 2: add(polar(50, c1, h), polar(60, c2, h + std::numbers::pi + off)); break;      // opposite hues, nearly
            case 3: add({l(random), off * ab(random), off * ab(random)}, a); break;               // hardly any chroma
            case 4: add(polar(40, c1, 4.8 + 0.3 * std::cos(h)), polar(45, c2, 4.8 + off)); break; // the blues that are turned
            default: add(polar(50, c1, off - 0.5e-3), polar(50, c2, -off)); break;                // about hue 0
            }
        }
        add({50, 0, 0}, {60, 0, 0});
        add({50, 0, 0}, {60, 10, -10});
        add({50, 0, 0}, {50, 0, 0});
        for (const size_t count : {p.size(), size_t(1), size_t(63), size_t(65), size_t(0)}) {
            std::vector<double> many(count, -1);
            deltaE2000(std::span(p).first(count), std::span(q).first(count), many);
            for (size_t i = 0; i < count; ++i) {
                const double one = deltaE2000(p[i], q[i]);
                if (!(std::abs(many[i] - one) <= 1e-9)) {
                    QFAIL(qPrintable(QString("pair %1: %2 and %3").arg(i).arg(many[i], 0, 'g', 17).arg(one, 0, 'g', 17)));
                }
            }
        }
        // In single precision, of the colours as that has them, in any order.
        std::vector<ShortLab> shortP, shortQ;
        std::vector<std::uint32_t> which;
        const auto shortened = [](const Lab &lab) { return ShortLab{float(lab.a), float(lab.b), float(lab.c)}; };
        const auto lengthened = [](const ShortLab &lab) { return Lab{lab.a, lab.b, lab.c}; };
        for (size_t i = 0; i < p.size(); ++i) {
            shortP.push_back(shortened(p[i]));
            shortQ.push_back(shortened(q[i]));
            which.push_back(std::uint32_t(p.size() - 1 - i));
        }
        std::vector<float> few(which.size() + 1);
        deltaE2000(shortP, shortQ, which, few);
        QVERIFY(std::isnan(few.back()));
        double worst = 0;
        for (size_t i = 0; i < which.size(); ++i) {
            const double off = std::abs(double(few[i]) - deltaE2000(lengthened(shortP[which[i]]), lengthened(shortQ[which[i]])));
            QVERIFY(std::isfinite(off));
            worst = std::max(worst, off);
        }
        QVERIFY2(worst < 5e-4, qPrintable(QString::number(worst)));
        for (size_t i = 0; i < std::size(kSharma); ++i) {
            std::vector<double> one(2, -1);
            deltaE2000(std::span(p).subspan(i, 1), std::span(q).subspan(i, 1), one);
            LAMP_NEAR(one[0], kSharma[i].deltaE, 5e-5);
            QVERIFY(std::isnan(one[1])); // had no partner
        }
        const double n = std::numeric_limits<double>::quiet_NaN(), inf = std::numeric_limits<double>::infinity();
        for (const Lab &bad : {Lab{n, 0, 0}, Lab{50, n, 0}, Lab{50, 10, n}, Lab{50, inf, 0}, Lab{inf, 1, 1}}) {
            std::vector<Lab> a(9, Lab{50, 10, -10}), b = a;
            a[4] = bad;
            std::vector<double> all(9);
            deltaE2000(a, b, all);
            QVERIFY(!std::isfinite(all[4]) && all[3] == 0 && all[5] == 0);
        }
    }

    // What is no number has no difference from anything: least of all 0.
    void differencesOfNothingAreNothing()
    {
        const double n = std::numeric_limits<double>::quiet_NaN();
        for (const Lab &bad : {Lab{n, 0, 0}, Lab{50, n, 0}, Lab{50, 10, n}, Lab{n, n, n}}) {
            const Lab good{50, 10, -10};
            for (const auto &[p, q] : {std::pair{bad, good}, std::pair{good, bad}, std::pair{bad, bad}}) {
                QVERIFY(std::isnan(deltaE2000(p, q)));
                QVERIFY(std::isnan(deltaE76(p, q)) && std::isnan(deltaE94(p, q)) && std::isnan(deltaECmc(p, q, 2, 1)));
            }
        }
    }

    // Source: Sharma, Wu, Dalal 2005, table 1, printed to four decimals.
    void ciede2000PublishedPairs()
    {
        for (const Pair &p : kSharma) {
            LAMP_NEAR(deltaE2000(p.a, p.b), p.deltaE, 5e-5);
            LAMP_NEAR(deltaE2000(p.b, p.a), p.deltaE, 5e-5); // the formula is symmetric
        }
    }

    // Source: Little CMS 2 (cmsCIE2000DeltaE, cmsCIE94DeltaE, cmsCMCdeltaE) on seeded random pairs.
    void differencesAgreeWithLittleCms()
    {
        std::mt19937 random(11);
        std::uniform_real_distribution<double> l(1, 99), ab(-90, 90), near(-8, 8);
        for (int i = 0; i < 2000; ++i) {
            const Lab a{l(random), ab(random), ab(random)};
            const Lab b = i % 2 == 0 ? Lab{l(random), ab(random), ab(random)} : a + Lab{near(random), near(random), near(random)};
            const cmsCIELab p{a.a, a.b, a.c}, q{b.a, b.b, b.c};
            LAMP_NEAR(deltaE2000(a, b), cmsCIE2000DeltaE(&p, &q, 1, 1, 1), 1e-6);
            LAMP_NEAR(deltaE76(a, b), cmsDeltaE(&p, &q), 1e-9);
        }
    }

    // Source: npm package colorjs.io 0.5.2 (tests/reference/make_colorjs_fixtures.mjs).
    void differencesAgreeWithColorjs()
    {
        QVERIFY(referenceRows("colorjs.csv", "de2000").size() == 60);
        for (const auto &r : referenceRows("colorjs.csv", "de2000")) {
            LAMP_NEAR(deltaE2000(lab(r.values, 0), lab(r.values, 3)), r.values[6], 1e-8);
        }
        for (const auto &r : referenceRows("colorjs.csv", "decmc")) {
            LAMP_NEAR(deltaECmc(lab(r.values, 0), lab(r.values, 3), 2, 1), r.values[6], 1e-8);
        }
        for (const auto &r : referenceRows("colorjs.csv", "deitp")) {
            const auto &v = r.values;
            LAMP_NEAR(deltaEItp({v[0], v[1], v[2]}, {v[3], v[4], v[5]}), v[6], 2e-3 * (1 + v[6]));
        }
    }

    // Source: Debian's python3-colormath 3.0.0 (tests/reference/make_colormath_fixtures.py).
    void cie94AgreesWithColormath()
    {
        const auto rows = referenceRows("colormath.csv", "de94");
        QCOMPARE(rows.size(), size_t(40));
        for (const auto &r : rows) {
            LAMP_NEAR(deltaE94(lab(r.values, 0), lab(r.values, 3)), r.values[6], 1e-6);
        }
    }

    // Source: python3-colormath 3.0.0, tables at 10 nm; and the sums of the 5 nm tables in CIE 15:2004
    // (1931: 21.371524, 21.371327, 21.371540; 1964: 23.329353, 23.332036, 23.334153; from memory).
    void observersAgreeWithColormathAndTheirSums()
    {
        const std::array<std::pair<Observer, const char *>, 2> observers{
            {{Observer::Cie1931_2deg, "observer2"}, {Observer::Cie1964_10deg, "observer10"}}};
        const std::array<std::array<double, 3>, 2> sums{{{21.371524, 21.371327, 21.371540}, {23.329353, 23.332036, 23.334153}}};
        for (size_t k = 0; k < 2; ++k) {
            const ColourMatching &cmf = colourMatching(observers[k].first);
            const auto rows = referenceRows("colormath.csv", observers[k].second);
            QCOMPARE(rows.size(), size_t(41));
            for (const auto &r : rows) {
                const auto i = size_t((r.values[0] - 380) / 5);
                for (int c = 0; c < 3; ++c) {
                    LAMP_NEAR(cmf.xyz[i][c], r.values[size_t(c) + 1], 1e-6);
                }
            }
            Eigen::Vector3d sum = Eigen::Vector3d::Zero();
            for (const auto &v : cmf.xyz) {
                sum += v;
            }
            for (int c = 0; c < 3; ++c) {
                LAMP_NEAR(sum[c], sums[k][size_t(c)], 1e-6);
            }
        }
    }

    // Source: python3-colormath 3.0.0, relative spectra of A, D50 and D65 at 10 nm, printed to two decimals.
    void illuminantSpectraAgreeWithColormath()
    {
        const std::array<std::pair<Illuminant, const char *>, 3> illuminants{
            {{Illuminant::A, "A"}, {Illuminant::D50, "D50"}, {Illuminant::D65, "D65"}}};
        for (const auto &[illuminant, kind] : illuminants) {
            const Spectrum s = illuminantSpectrum(illuminant);
            for (const auto &r : referenceRows("colormath.csv", kind)) {
                // Its tables are older and depart from CIE's own by up to 0.15 %; the next test is sharper.
                LAMP_NEAR(s.at(r.values[0]), r.values[1], 0.035 + 1.5e-3 * r.values[1]);
            }
        }
    }

    // Sources: CIE 15:2004, table T.1, illuminant A, printed to two decimals; ISO 10526 / CIE S 005, D65, printed to
    // six digits; both from memory.
    void illuminantsAAndD65OfTheStandard()
    {
        const Spectrum d65 = illuminantSpectrum(Illuminant::D65);
        for (const auto &[nm, value] : std::vector<std::pair<double, double>>{
                 {380, 49.9755}, {400, 82.7549}, {450, 117.008}, {500, 109.354}, {600, 90.0062}, {700, 71.6091}, {780, 63.3828}}) {
            LAMP_NEAR(d65.at(nm), value, 0.003);
        }
        const Spectrum a = illuminantSpectrum(Illuminant::A);
        for (const auto &[nm, value] :
             std::vector<std::pair<double, double>>{{380, 9.80}, {500, 59.86}, {600, 129.04}, {700, 198.26}, {780, 241.68}}) {
            LAMP_NEAR(a.at(nm), value, 0.0065);
        }
    }

    // Source: CIE 15:2004, table T.3 (chromaticities of illuminants for both observers), from memory.
    void whitePointsOfCie15()
    {
        struct White {
            Illuminant illuminant;
            double x2, y2, x10, y10;
        };
        const std::array<White, 5> whites{{{Illuminant::A, 0.44758, 0.40745, 0.45117, 0.40594},
                                           {Illuminant::D50, 0.34567, 0.35851, 0.34773, 0.35952},
                                           {Illuminant::D55, 0.33243, 0.34744, 0.33412, 0.34877},
                                           {Illuminant::D65, 0.31272, 0.32903, 0.31381, 0.33098},
                                           {Illuminant::D75, 0.29903, 0.31488, 0.29968, 0.31740}}};
        for (const White &w : whites) {
            const Chromaticity two = chromaticity(illuminantWhite(w.illuminant, Observer::Cie1931_2deg));
            LAMP_NEAR(two.x, w.x2, 1.2e-4);
            LAMP_NEAR(two.y, w.y2, 1.2e-4);
            const Chromaticity ten = chromaticity(illuminantWhite(w.illuminant, Observer::Cie1964_10deg));
            LAMP_NEAR(ten.x, w.x10, 1.5e-4);
            LAMP_NEAR(ten.y, w.y10, 1.5e-4);
            const Chromaticity tabled = illuminantChromaticity(w.illuminant);
            LAMP_NEAR(tabled.x, w.x2, 1e-9);
        }
        const Chromaticity e = chromaticity(illuminantWhite(Illuminant::E, Observer::Cie1931_2deg));
        LAMP_NEAR(e.x, 1.0 / 3, 1e-5);
        LAMP_NEAR(e.y, 1.0 / 3, 1e-5);
    }

    // Source: the SI definition of the candela: 683 lm/W at 555 nm (where V is 1 in the table).
    void luminanceOfMonochromaticLight()
    {
        Spectrum s{380, 5, std::vector<double>(kObserverCount, 0.0)};
        s.values[35] = 0.01; // 555 nm, a band of 5 nm
        LAMP_NEAR(toXyz(s).b, 683 * 0.01 * 5, 1e-9);
    }

    // Source: npm package colorjs.io 0.5.2.
    void rgbSpacesAgreeWithColorjs()
    {
        for (const char *name : {"sRGB", "Display P3", "Adobe RGB (1998)"}) {
            const auto space = rgbSpace(name);
            QVERIFY(space.has_value());
            const auto rows = referenceRows("colorjs.csv", name);
            QCOMPARE(rows.size(), size_t(15));
            for (const auto &r : rows) {
                Eigen::Vector3d light;
                for (int c = 0; c < 3; ++c) {
                    light[c] = space->tone.value(r.values[size_t(c)]);
                }
                const Eigen::Vector3d xyz = space->toXyz() * light;
                for (int c = 0; c < 3; ++c) {
                    LAMP_NEAR(xyz[c], r.values[size_t(c) + 3], 4e-4);
                }
            }
        }
    }

    // Source: IEC 61966-2-1:1999 (its printed matrix), BT.2020 (luma of the primaries: 0.2627, 0.6780, 0.0593),
    // Adobe RGB (1998) specification 4.3.1.1 (luminances 0.29734, 0.62736, 0.07529), from memory.
    void standardsOwnMatrices()
    {
        const Eigen::Matrix3d srgb = rgbSpace("sRGB")->toXyz();
        const std::array<double, 9> printed{0.4124, 0.3576, 0.1805, 0.2126, 0.7152, 0.0722, 0.0193, 0.1192, 0.9505};
        for (int i = 0; i < 9; ++i) {
            LAMP_NEAR(srgb(i / 3, i % 3), printed[size_t(i)], 1e-4);
        }
        const Eigen::Matrix3d wide = rgbSpace("Rec. 2020")->toXyz();
        LAMP_NEAR(wide(1, 0), 0.2627, 5e-5);
        LAMP_NEAR(wide(1, 1), 0.6780, 5e-5);
        LAMP_NEAR(wide(1, 2), 0.0593, 5e-5);
        const Eigen::Matrix3d adobe = rgbSpace("Adobe RGB (1998)")->toXyz();
        LAMP_NEAR(adobe(1, 0), 0.29734, 1e-4);
        LAMP_NEAR(adobe(1, 1), 0.62736, 1e-4);
        LAMP_NEAR(adobe(1, 2), 0.07529, 1e-4);
    }

    // Source: ICC.1:2010 Annex E: the D65 to D50 Bradford matrix that sRGB profiles carry (from memory), and
    // Little CMS's cmsAdaptToIlluminant.
    void bradfordAgreesWithTheIcc()
    {
        const Eigen::Matrix3d m = adaptation(whiteOf({0.3127, 0.3290}), iccD50());
        const std::array<double, 9> printed{1.0479, 0.0229, -0.0502, 0.0296, 0.9904, -0.0171, -0.0092, 0.0151, 0.7519};
        for (int i = 0; i < 9; ++i) {
            LAMP_NEAR(m(i / 3, i % 3), printed[size_t(i)], 3e-4);
        }
        const RelXYZ w = whiteOf({0.3127, 0.3290});
        const cmsCIEXYZ from{w.a, w.b, w.c}, value{0.3, 0.4, 0.2};
        cmsCIEXYZ out{};
        QVERIFY(cmsAdaptToIlluminant(&out, &from, cmsD50_XYZ(), &value));
        const Eigen::Vector3d mine = m * Eigen::Vector3d(0.3, 0.4, 0.2);
        LAMP_NEAR(mine[0], out.X, 2e-4);
        LAMP_NEAR(mine[1], out.Y, 2e-4);
        LAMP_NEAR(mine[2], out.Z, 2e-4);
        const Eigen::Vector3d cat02 = adaptation(w, iccD50(), Adaptation::Cat02) * w.vec();
        LAMP_NEAR((cat02 - iccD50().vec()).norm(), 0.0, 1e-12);
    }

    // Source: Little CMS's cmsXYZ2Lab and cmsLab2XYZ.
    void labAgreesWithLittleCmsAndInverts()
    {
        std::mt19937 random(3);
        std::uniform_real_distribution<double> u(0.0005, 1.0);
        for (int i = 0; i < 500; ++i) {
            const RelXYZ xyz{u(random), u(random), u(random)};
            const cmsCIEXYZ p{xyz.a, xyz.b, xyz.c};
            cmsCIELab q{};
            cmsXYZ2Lab(cmsD50_XYZ(), &q, &p);
            const Lab mine = labOf(xyz, iccD50());
            LAMP_NEAR(mine.a, q.L, 1e-6);
            LAMP_NEAR(mine.b, q.a, 1e-6);
            LAMP_NEAR(mine.c, q.b, 1e-6);
            LAMP_NEAR((xyzOf(mine, iccD50()).vec() - xyz.vec()).norm(), 0.0, 1e-12);
            const Lab back = labOf(lchOf(mine));
            LAMP_NEAR((back.vec() - mine.vec()).norm(), 0.0, 1e-10);
        }
    }

    // Source: definitions in CIE 15:2004, 8.2; white must come out as L* 100, u* = v* = 0.
    // Between neighbours the difference shrinks in proportion (CIEDE2000 is smooth there); rounding must not drown it.
    void smallDifferencesAreStraight()
    {
        const Lab p{55, 60, -70};
        const double small = deltaE2000(p, {55, 60 + 1e-4, -70 + 1e-4}), tiny = deltaE2000(p, {55, 60 + 1e-9, -70 + 1e-9});
        QVERIFY2(std::abs(tiny / small * 1e5 - 1) < 1e-3, qPrintable(QString::number(tiny / small * 1e5)));
        QCOMPARE(deltaE2000(p, p), 0.0);
    }

    // Source: the C library's cbrt.
    void cubeRootsAgreeWithTheLibrary()
    {
        double worst = 0;
        for (double x = 1e-12; x < 1e6; x *= 1.00137) {
            worst = std::max(worst, std::abs(cubeRoot(x) / std::cbrt(x) - 1));
        }
        QVERIFY2(worst < 1e-12, qPrintable(QString::number(worst)));
        LAMP_NEAR(cubeRoot(27), 3, 1e-11);
    }

    void luvOfWhiteAndUvInverse()
    {
        const Luv white = luvOf(iccD50(), iccD50());
        LAMP_NEAR(white.a, 100.0, 1e-9);
        LAMP_NEAR(std::hypot(white.b, white.c), 0.0, 1e-9);
        const Chromaticity c{0.21, 0.44}, back = xyOf(uvOf(c));
        LAMP_NEAR(back.x, c.x, 1e-12);
        LAMP_NEAR(back.y, c.y, 1e-12);
        LAMP_NEAR(uvOf({0.31272, 0.32903}).u, 0.19783, 2e-5); // D65, CIE 15 table T.3
        LAMP_NEAR(uvOf({0.31272, 0.32903}).v, 0.46833, 2e-5);
    }

    // Source: CIE 15: D65 has a correlated colour temperature of about 6504 K and Duv +0.0032; A lies on the locus
    // at 2856 K (common values, from memory).
    void cctOfIlluminants()
    {
        const Cct d65 = cctOf(illuminantChromaticity(Illuminant::D65));
        LAMP_NEAR(d65.kelvin, 6504, 5);
        LAMP_NEAR(d65.duv, 0.0032, 1e-4);
        const Cct a = cctOf(illuminantChromaticity(Illuminant::A));
        LAMP_NEAR(a.kelvin, 2856, 2);
        LAMP_NEAR(a.duv, 0, 1e-4);
        const Cct d50 = cctOf(illuminantChromaticity(Illuminant::D50));
        LAMP_NEAR(d50.kelvin, 5001, 4);
    }

    // Source: Robertson, "Computation of correlated color temperature and distribution temperature", J. Opt. Soc. Am. 58
    // (1968), table 1 as printed in Wyszecki and Stiles, Color Science, table 1(3.11): CIE 1960 u, v of the Planckian
    // locus at reciprocal megakelvin; from memory.
    void planckianLocusOfRobertson()
    {
        struct Point {
            double mired, u, v;
        };
        for (const Point &p : std::vector<Point>{{50, 0.18388, 0.27709},
                                                 {100, 0.19032, 0.29326},
                                                 {150, 0.19962, 0.30921},
                                                 {200, 0.21142, 0.32312},
                                                 {250, 0.22511, 0.33439},
                                                 {300, 0.24010, 0.34308},
                                                 {350, 0.25591, 0.34951},
                                                 {400, 0.27218, 0.35407},
                                                 {450, 0.28863, 0.35714},
                                                 {500, 0.30505, 0.35907},
                                                 {550, 0.32129, 0.36011},
                                                 {600, 0.33724, 0.36051}}) {
            const Uv uv = uvOf(planckianChromaticity(1e6 / p.mired));
            LAMP_NEAR(uv.u, p.u, 6e-5);
            LAMP_NEAR(uv.v * 2 / 3, p.v, 6e-5);
            const Cct back = cctOf(xyOf(Uv{p.u, p.v * 1.5}));
            LAMP_NEAR(1e6 / back.kelvin, p.mired, 0.15);
        }
    }

    // Source: IEC 61966-2-1 and CIE 15: Lab (D65) of sRGB's primaries as any table of them prints: red 53.24, 80.09,
    // 67.20; green 87.73, -86.18, 83.18; blue 32.30, 79.19, -107.86 (from memory).
    void labOfSrgbPrimaries()
    {
        const Eigen::Matrix3d m = rgbSpace("sRGB")->toXyz();
        const std::array<Lab, 3> printed{{{53.24, 80.09, 67.20}, {87.73, -86.18, 83.18}, {32.30, 79.19, -107.86}}};
        for (int c = 0; c < 3; ++c) {
            const Lab mine = labOf(RelXYZ(m.col(c)), whiteOf(rgbSpace("sRGB")->white));
            LAMP_NEAR((mine.vec() - printed[size_t(c)].vec()).norm(), 0, 0.08);
        }
    }

    void blackHasNoChromaticityAndNoTrouble()
    {
        QVERIFY(chromaticity(XYZ{}) == Chromaticity{});
        QCOMPARE(luvOf(RelXYZ{}, iccD50()).a, 0.0);
        LAMP_NEAR(labOf(RelXYZ{}, iccD50()).a, 0, 1e-12);
        LAMP_NEAR(deltaE2000({0, 0, 0}, {0, 0, 0}), 0, 0);
        QVERIFY(deltaEItp({0, 0, 0}, {0, 0, 0}) == 0);
        LAMP_NEAR(Spectrum{}.at(500), 0, 0);
    }

    void cctBothWays()
    {
        for (double kelvin = 2000; kelvin < 20000; kelvin *= 1.3) {
            for (const double duv : {-0.01, 0.0, 0.012}) {
                const Cct back = cctOf(chromaticityOf(Cct{kelvin, duv}));
                LAMP_NEAR(back.kelvin, kelvin, 0.002 * kelvin);
                LAMP_NEAR(back.duv, duv, 5e-5);
            }
        }
    }

    // Source: CIE 15:2004, eq. 3.2: daylight of 6504 K is D65; of 6500 K it is not quite.
    void daylightOf6500IsNotD65()
    {
        const Chromaticity d6504 = daylightChromaticity(6504), d6500 = daylightChromaticity(6500), d65 = illuminantChromaticity(Illuminant::D65);
        LAMP_NEAR(d6504.x, d65.x, 5e-5);
        QVERIFY(d6500.x - d65.x > 5e-5);
    }

    // Sources: IEC 61966-2-1 (breakpoint 0.04045, linear slope 12.92); CIE 15 (L* 50 is 18.42 %);
    // BT.2100 (PQ 0.5081 is 100 cd/m², HLG 0.5 is 1/12 scene light); BT.1886 with black 0 is a pure 2.4.
    void toneCurves()
    {
        LAMP_NEAR((ToneCurve{ToneKind::Srgb}.value(0.5)), 0.21404, 1e-5);
        LAMP_NEAR((ToneCurve{ToneKind::Srgb}.value(0.04)), 0.04 / 12.92, 1e-12);
        LAMP_NEAR((ToneCurve{ToneKind::LStar}.value(0.5)), 0.18419, 1e-5);
        LAMP_NEAR((ToneCurve{ToneKind::Gamma, 2.2}.value(0.5)), 0.21764, 1e-5);
        LAMP_NEAR(pqLuminance(0.508078), 100, 0.01);
        LAMP_NEAR(pqSignal(10000), 1, 1e-9);
        LAMP_NEAR((ToneCurve{ToneKind::Hlg, 2.2, 0, 1.0}.value(0.5)), 1.0 / 12, 1e-9);
        LAMP_NEAR((ToneCurve{ToneKind::Bt1886}.value(0.4)), std::pow(0.4, 2.4), 1e-12);
        // With black at 0.1 % of white the shadows open up: BT.1886 Annex 1 evaluated by hand for V = 0.1:
        // a = (1 - 0.056234)^2.4 = 0.870311, b = 0.056234/0.943766 = 0.059585; L = a·0.159585^2.4 = 0.010638;
        // f = (L - 0.001)/0.999 = 0.009648.
        LAMP_NEAR((ToneCurve{ToneKind::Bt1886}.withBlack(0.001).value(0.1)), 0.009648, 2e-6);
        for (const ToneKind kind : {ToneKind::Gamma, ToneKind::Srgb, ToneKind::LStar, ToneKind::Bt1886, ToneKind::Pq, ToneKind::Hlg}) {
            const ToneCurve curve = ToneCurve{kind}.withBlack(0.002);
            LAMP_NEAR(curve.value(0), 0, 1e-9);
            LAMP_NEAR(curve.value(1), 1, 1e-6);
            for (double v = 0.02; v < 1; v += 0.07) {
                LAMP_NEAR(curve.inverse(curve.value(v)), v, 1e-9);
            }
        }
        QCOMPARE(ToneCurve{}.name(), std::string("gamma 2.2"));
    }

    // Fritsch and Carlson, SIAM J. Numer. Anal. 17 (1980): through every point, and never beyond its neighbours; the harmonic slopes of their
    // section 4, worked out by hand for the points (0, 0), (1, 1), (2, 4), (4, 16): at 1 the slope is 3·2/(3/1 + 3/3) = 1.5 and at 2
    // 3·3/(5/3 + 4/6) = 27/7, so that half way between them lies 2.5 + (1.5 - 27/7)/8 = 2.2054.
    void aCurveThroughPoints()
    {
        const auto curve = toneThrough({{0, 0}, {1, 1}, {2, 4}, {4, 16}});
        QVERIFY(curve.has_value());
        for (const auto &[x, y] : {std::pair(0.0, 0.0), std::pair(1.0, 1.0), std::pair(2.0, 4.0), std::pair(4.0, 16.0)}) {
            LAMP_NEAR(curve->value(x / 4), y / 16, 1e-12);
        }
        LAMP_NEAR(curve->value(1.5 / 4), 2.2054 / 16, 2e-5);
        // Of a curve that is known: eleven levels of 2.2 with the black of a display, in cd/m² over codes of 8 bits.
        std::vector<std::pair<double, double>> read;
        for (int i = 0; i <= 10; ++i) {
            read.emplace_back(25.5 * i, 0.3 + 120 * std::pow(i / 10.0, 2.2));
        }
        const auto like = toneThrough(read);
        for (double v = 0; v <= 1; v += 0.01) {
            LAMP_NEAR(like->value(v), std::pow(v, 2.2), 0.0015);
            LAMP_NEAR(like->inverse(like->value(v)), v, 1e-9);
        }
        // Steps that are level stay level, and are left by their lower end.
        const auto level = toneThrough({{0, 0}, {1, 0.2}, {2, 0.2}, {3, 1}});
        LAMP_NEAR(level->value(0.5), 0.2, 1e-12);
        LAMP_NEAR(level->inverse(0.2), 1.0 / 3, 3e-3);
        double last = 0;
        for (double v = 0; v <= 1; v += 0.001) {
            QVERIFY(level->value(v) >= last - 1e-12);
            last = level->value(v);
        }
        const double nan = std::nan("");
        for (const auto &bad : std::vector<std::vector<std::pair<double, double>>>{
                 {}, {{0, 0}}, {{0, 0}, {0, 1}}, {{0, 0}, {2, 3}, {1, 4}}, {{0, 0}, {1, 5}, {2, 4}}, {{0, 1}, {1, 1}}, {{0, 0}, {nan, 1}, {2, 2}}}) {
            QVERIFY(!toneThrough(bad));
        }
    }
};

LAMP_TEST(colour, TestColour)

} // namespace colour_test
#include "test_colour.moc"
