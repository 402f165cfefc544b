// SPDX-License-Identifier: GPL-3.0-or-later
// Gamuts as bodies and as triangles, against closed cases, a Monte Carlo of its own, and areas worked out by other means.
// Sources: CIE 15 (CIELAB, u'v'); the divergence theorem; the shoelace formula; Sutherland and Hodgman (1974) for what two polygons share.
#include "support.h"

#include "gamut/gamut.h"
#include "gamut/mesh.h"

#include <Eigen/Dense>

#include <numbers>
#include <random>

namespace gamut_test {

using namespace lamp;
using Triangle = std::array<Chromaticity, 3>;

namespace {

struct Point {
    double x, y;
};

/// Twice a polygon's area, positive where it goes round against the clock.
double shoelace(const std::vector<Point> &p)
{
    double sum = 0;
    for (size_t i = 0; i < p.size(); ++i) {
        const Point &a = p[i], &b = p[(i + 1) % p.size()];
        sum += a.x * b.y - b.x * a.y;
    }
    return sum;
}

std::vector<Point> pointsOf(const Triangle &t, bool uv)
{
    std::vector<Point> all;
    for (const Chromaticity &c : t) {
        const Uv q = uvOf(c);
        all.push_back(uv ? Point{q.u, q.v} : Point{c.x, c.y});
    }
    if (shoelace(all) < 0) {
        std::reverse(all.begin(), all.end());
    }
    return all;
}

/// What two convex polygons share.
std::vector<Point> clipped(std::vector<Point> subject, const std::vector<Point> &by)
{
    for (size_t i = 0; i < by.size(); ++i) {
        const Point a = by[i], b = by[(i + 1) % by.size()];
        const auto side = [&](const Point &p) { return (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x); };
        std::vector<Point> kept;
        for (size_t k = 0; k < subject.size(); ++k) {
            const Point &from = subject[k], &to = subject[(k + 1) % subject.size()];
            const double s = side(from), t = side(to);
            if (s >= 0) {
                kept.push_back(from);
            }
            if ((s >= 0) != (t >= 0)) {
                const double f = s / (s - t);
                kept.push_back({from.x + f * (to.x - from.x), from.y + f * (to.y - from.y)});
            }
        }
        subject = kept;
    }
    return subject;
}

double sharedArea(const Triangle &display, const Triangle &space, bool uv)
{
    const auto s = pointsOf(space, uv), common = clipped(s, pointsOf(display, uv));
    return 100 * shoelace(common) / shoelace(s);
}

AdditiveGamut named(const char *space)
{
    return gamutOf(*rgbSpace(space));
}

AdditiveGamut scaled(AdditiveGamut g, double black)
{
    const RelXYZ white = g.xyz({1, 1, 1});
    for (int c = 0; c < 3; ++c) {
        g.toPcs.col(c) *= 1 - black;
        g.black[c] = black * white[c];
    }
    return g;
}

/// By throwing colours into a box of Lab and asking the matrix whether each can be shown: slow, and of its own make.
struct Thrown {
    double volume = 0, shared = 0, error = 0; ///< cubic ΔE; percent; standard deviation of the percent
};
Thrown thrown(const AdditiveGamut &display, const AdditiveGamut &space, int count, std::uint64_t seed)
{
    const RelXYZ white = iccD50();
    const auto inverse = [](const AdditiveGamut &g) { return Eigen::Matrix3d(g.toPcs.inverse()); };
    const Eigen::Matrix3d ofDisplay = inverse(display), ofSpace = inverse(space);
    const auto within = [&](const Eigen::Matrix3d &m, const AdditiveGamut &g, const RelXYZ &xyz) {
        const Eigen::Vector3d light = m * (xyz.vec() - g.black.vec());
        return light.minCoeff() >= -1e-12 && light.maxCoeff() <= 1 + 1e-12;
    };
    std::mt19937_64 random(seed);
    std::uniform_real_distribution<double> l(0, 100), ab(-140, 140);
    long in = 0, both = 0;
    for (int i = 0; i < count; ++i) {
        const RelXYZ xyz = xyzOf(Lab{l(random), ab(random), ab(random)}, white);
        if (within(ofSpace, space, xyz)) {
            ++in;
            both += within(ofDisplay, display, xyz) ? 1 : 0;
        }
    }
    const double share = double(both) / double(in);
    return {double(in) / count * 100 * 280 * 280, 100 * share, 100 * std::sqrt(share * (1 - share) / double(in))};
}

} // namespace

class TestGamut : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Surfaces to be drawn hold what the bodies hold: a ball and a box in closed form, sRGB by the divergence theorem over its own faces.
    void meshesHoldTheirBodies()
    {
        const GamutMesh ball = meshOf(
            "ball", [](const Lab &c) { return 40 - std::hypot(c.a - 50, c.b, c.c); }, 96, 49);
        const double exact = 4 * std::numbers::pi / 3 * 40 * 40 * 40;
        LAMP_NEAR(ball.volume(), exact, 0.005 * exact);
        QCOMPARE(ball.corners.size(), size_t(2 + 47 * 96));
        QCOMPARE(ball.faces.size(), size_t(48 * 96));
        const GamutMesh box = meshOf(
            "box",
            [](const Lab &c) {
                return std::min({30 - std::abs(c.a - 50), 40 - std::abs(c.b), 50 - std::abs(c.c)});
            },
            240, 121);
        LAMP_NEAR(box.volume(), 60.0 * 80 * 100, 0.01 * 60 * 80 * 100);
        const RgbSpace srgb = *rgbSpace("sRGB");
        const double volume = volumeOf(gamutOf(srgb));
        LAMP_NEAR(meshOf(srgb, 240, 121).volume(), volume, 0.01 * volume);
        LAMP_NEAR(meshOf(srgb).volume(), volume, 0.025 * volume); // as it is drawn: edges between directions are cut
        // All faces are seen from outside the same way round, and every corner lies on the surface.
        for (const auto &f : ball.faces) {
            const auto at = [&](int i) { return ball.corners[size_t(f[size_t(i)])].vec(); };
            const Eigen::Vector3d across = (at(2) - at(0)).cross(at(3) - at(1)), out = (at(0) + at(2)) / 2 - Eigen::Vector3d(50, 0, 0);
            QVERIFY(across.dot(out) > 0);
        }
        // A body that does not hold the middle gray has none; one that goes on for ever ends.
        QVERIFY(meshOf("none", [](const Lab &) { return -1.0; }).empty());
        QVERIFY(std::isfinite(meshOf("all", [](const Lab &) { return 1.0; }).volume()));
    }

    void areasOfTheUsualSpaces_data()
    {
        QTest::addColumn<QString>("display");
        QTest::addColumn<QString>("space");
        for (const char *a : {"sRGB", "Adobe RGB (1998)", "Display P3", "Rec. 2020"}) {
            for (const char *b : {"sRGB", "Adobe RGB (1998)", "Display P3", "Rec. 2020"}) {
                QTest::addRow("%s in %s", b, a) << a << b;
            }
        }
    }
    void areasOfTheUsualSpaces()
    {
        QFETCH(QString, display);
        QFETCH(QString, space);
        const Triangle a = rgbSpace(display.toStdString())->primaries, b = rgbSpace(space.toStdString())->primaries;
        for (const bool uv : {false, true}) {
            const double percent = areaPercent(a, b, uv);
            LAMP_NEAR(percent, sharedArea(a, b, uv), 1e-4); // the library snaps points to a grid; figures are shown with a tenth
            QVERIFY(percent > 0 && percent <= 100 + 1e-9);
            if (display == space) {
                LAMP_NEAR(percent, 100, 1e-4);
            }
        }
    }

    // The triangles' areas in x, y by the shoelace formula, by hand: sRGB 0.11205, Rec. 2020 0.21187; sRGB's green lies a hair outside.
    void areasByHand()
    {
        LAMP_NEAR(areaPercent(rgbSpace("sRGB")->primaries, rgbSpace("Rec. 2020")->primaries, false), 100 * 0.11205 / 0.211862, 0.05);
        LAMP_NEAR(areaPercent(rgbSpace("Rec. 2020")->primaries, rgbSpace("sRGB")->primaries, false), 100, 0.2);
    }

    void areasOfAnyTriangles()
    {
        std::mt19937_64 random(99);
        std::uniform_real_distribution<double> x(0.05, 0.7);
        int apart = 0;
        for (int i = 0; i < 400; ++i) {
            Triangle a, b;
            for (Triangle *t : {&a, &b}) {
                for (Chromaticity &c : *t) {
                    c.x = x(random);
                    c.y = std::min(x(random), 0.99 - c.x);
                }
            }
            if (std::abs(shoelace(pointsOf(a, false))) < 0.005 || std::abs(shoelace(pointsOf(b, false))) < 0.005) {
                continue;
            }
            const double own = areaPercent(a, b, false), other = sharedArea(a, b, false);
            apart += other == 0 ? 1 : 0;
            LAMP_NEAR(own, other, 1e-3);
            // Which corner is called what does not matter.
            LAMP_NEAR(areaPercent({a[2], a[0], a[1]}, {b[1], b[0], b[2]}, false), own, 1e-3);
        }
        QVERIFY(apart > 0); // triangles that share nothing were among them
    }

    void areasOfNothingAreNoFigures()
    {
        const Triangle line{Chromaticity{0.2, 0.2}, {0.3, 0.3}, {0.4, 0.4}}, srgb = rgbSpace("sRGB")->primaries;
        const Triangle broken{Chromaticity{NAN, 0.2}, {0.3, 0.3}, {0.4, 0.1}};
        QVERIFY(!std::isfinite(areaPercent(srgb, line, false)));
        QVERIFY(!std::isfinite(areaPercent(srgb, broken, true)));
        QVERIFY(!(areaPercent(broken, srgb, true) > 0));
    }

    // A gamut that lies within another: the share is the ratio of the volumes, and never above it.
    void containedGamutsShareTheirVolume()
    {
        const AdditiveGamut srgb = named("sRGB"), wide = named("Rec. 2020"), p3 = named("Display P3");
        LAMP_NEAR(coveragePercent(srgb, srgb), 100, 0.05);
        LAMP_NEAR(coveragePercent(wide, srgb), 100, 0.2);
        LAMP_NEAR(coveragePercent(srgb, p3), 100 * volumeOf(srgb) / volumeOf(p3), 0.2);
        LAMP_NEAR(coveragePercent(p3, wide), 100 * volumeOf(p3) / volumeOf(wide), 0.2);
        LAMP_NEAR(volumePercent(wide, srgb), 100 * volumeOf(wide) / volumeOf(srgb), 0.05);
        for (const auto &[a, b] : {std::pair{"sRGB", "Display P3"}, {"Adobe RGB (1998)", "Display P3"}, {"Display P3", "Adobe RGB (1998)"}}) {
            const double coverage = coveragePercent(named(a), named(b));
            QVERIFY(coverage <= 100 * volumeOf(named(a)) / volumeOf(named(b)) + 1e-6 && coverage <= 100);
        }
    }

    void coverageIsWhatThrowingFinds_data()
    {
        QTest::addColumn<QString>("display");
        QTest::addColumn<QString>("space");
        QTest::addColumn<double>("black");
        QTest::newRow("sRGB in P3") << "sRGB"
                                    << "Display P3" << 0.0;
        QTest::newRow("P3 in Adobe RGB") << "Display P3"
                                         << "Adobe RGB (1998)" << 0.0;
        QTest::newRow("Adobe RGB in P3") << "Adobe RGB (1998)"
                                         << "Display P3" << 0.0;
        QTest::newRow("P3 in Rec. 2020") << "Display P3"
                                         << "Rec. 2020" << 0.0;
        QTest::newRow("300 : 1 in sRGB") << "sRGB"
                                         << "sRGB" << 1 / 300.0;
        QTest::newRow("1000 : 1, P3 in sRGB") << "Display P3"
                                              << "sRGB" << 1 / 1000.0;
    }
    void coverageIsWhatThrowingFinds()
    {
        QFETCH(QString, display);
        QFETCH(QString, space);
        QFETCH(double, black);
        const AdditiveGamut shows = scaled(named(qPrintable(display)), black), asked = named(qPrintable(space));
        const Thrown found = thrown(shows, asked, 300'000, 17);
        const double coverage = coveragePercent(shows, asked);
        LAMP_NEAR(coverage, found.shared, 0.2 + 3 * found.error);
        LAMP_NEAR(volumeOf(asked), found.volume, 0.01 * found.volume);
    }

    // Its black taken to zero, a display shows what the same one without a black would.
    void blackCompensationTakesBlackAway()
    {
        const AdditiveGamut dark = named("sRGB"), raised = scaled(dark, 1 / 200.0);
        LAMP_NEAR(coveragePercent(raised.blackCompensated(), dark), 100, 0.1);
        QVERIFY(coveragePercent(raised, dark) < 97);
        const RelXYZ white = raised.xyz({1, 1, 1}), black = raised.xyz({0, 0, 0});
        const RelXYZ keptWhite = blackCompensated(white, black), noBlack = blackCompensated(black, black);
        for (int c = 0; c < 3; ++c) {
            LAMP_NEAR(keptWhite[c], white[c], 1e-3);
            LAMP_NEAR(noBlack[c], 0, 1e-12);
        }
    }

    // A ball in Lab has a volume that everybody knows; the cube's surface is mapped onto it.
    void volumeOfABall()
    {
        static constexpr double kRadius = 30;
        const LabOf ball = [](const Drive &d) {
            const Eigen::Vector3d p = Eigen::Vector3d(2 * d.a - 1, 2 * d.b - 1, 2 * d.c - 1);
            const double most = p.cwiseAbs().maxCoeff();
            const Eigen::Vector3d on = most > 0 ? Eigen::Vector3d(p.normalized() * most * kRadius) : Eigen::Vector3d(0, 0, 0);
            return Lab{50 + on[0], on[1], on[2]};
        };
        const double exact = 4.0 / 3 * std::numbers::pi * std::pow(kRadius, 3);
        LAMP_NEAR(gamutVolume(ball, 40), exact, 0.005 * exact);
        // Coarser cuts lie within the ball, and come nearer as they get finer.
        double before = 0;
        for (const int steps : {4, 8, 16, 32}) {
            const double volume = gamutVolume(ball, steps);
            QVERIFY(volume > before && volume < exact);
            before = volume;
        }
        // A box, whose surface is flat: exact with any cuts.
        const LabOf box = [](const Drive &d) { return Lab{20 + 10 * d.a, 40 * d.b, -30 * d.c}; };
        LAMP_NEAR(gamutVolume(box, 2), 10 * 40 * 30, 1e-6);
        LAMP_NEAR(gamutVolume(box, 9), 10 * 40 * 30, 1e-6);
    }

    // The same light in another order, or more of it, is the same gamut.
    void namesAndBrightnessDoNotMatter()
    {
        const RgbSpace p3 = *rgbSpace("Display P3");
        const Eigen::Matrix3d channels = 120 * p3.toXyz();
        Eigen::Matrix3d turned;
        turned << channels.col(2), channels.col(0), channels.col(1);
        const double volume = volumeOf(gamutOf(channels, {0, 0, 0}));
        LAMP_NEAR(volumeOf(gamutOf(turned, {0, 0, 0})), volume, 1e-6 * volume);
        LAMP_NEAR(volumeOf(gamutOf(Eigen::Matrix3d(3 * channels), {0, 0, 0})), volume, 1e-6 * volume);
        LAMP_NEAR(coveragePercent(gamutOf(channels, {0, 0, 0}), named("Display P3")), 100, 0.2);
    }

    // A display of one colour has no body, and covers nothing.
    void flatGamutsCoverNothing()
    {
        Eigen::Matrix3d gray;
        gray << 40, 40, 40, 42, 42, 42, 45, 45, 45;
        const AdditiveGamut flat = gamutOf(gray, {0.1, 0.1, 0.1});
        QVERIFY(!flat.hasBody());
        const double coverage = coveragePercent(flat, named("sRGB"));
        QVERIFY(!(coverage > 0.5)); // none, or not known; never something
    }
};

LAMP_TEST(gamut, TestGamut)

} // namespace gamut_test
#include "test_gamut.moc"
