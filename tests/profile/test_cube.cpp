// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "colour/difference.h"
#include "panels.h"
#include "profile/display_cube.h"
#include "profile/table_profile.h"

#include <lcms2.h>

#include <random>

namespace cube_test {

using namespace lamp;

namespace {

/// A display made up here, described by a table profile.
struct Described {
    MadeUpPanel panel = additivePanel("Display P3", 150, 0.0005);
    DisplayModel model{primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0};
    ShownDisplay shown{model, {}};
    Profile profile;

    Described() : profile(open(shown)) {}
    static Profile open(const ShownDisplay &shown)
    {
        ProfileText text;
        text.description = "cube";
        return std::move(Profile::open(writeTableProfile(shown, {}, text).value())).value();
    }
};

CubeTask rec709()
{
    CubeTask t;
    t.source = *rgbSpace("Rec. 709");
    t.tone = {ToneKind::Bt1886};
    t.luminance = 100;
    t.displayName = "Knot 7";
    return t;
}

} // namespace

class TestCube : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // What the panel shows behind the cube is what the source asks for, in absolute terms.
    void theDisplayShowsTheSourceBehindTheCube()
    {
        const Described display;
        for (const int size : {17, 33, 65}) {
            CubeTask task = rec709();
            task.size = size;
            const auto cube = cubeToDisplay(display.profile, task);
            QVERIFY(cube.ok());
            std::mt19937 random(5);
            std::uniform_real_distribution<double> any(0, 1);
            double sum = 0, most = 0;
            constexpr int kColours = 400;
            const XYZ white = display.panel(cube->apply({1, 1, 1}));
            LAMP_NEAR(white.b, 100, 0.4);
            QVERIFY(uvDistance(chromaticity(white), task.source.white) < 0.0008);
            for (int i = 0; i < kColours; ++i) {
                const Drive d{any(random), any(random), any(random)};
                const XYZ wanted = wantedThroughCube(display.profile, task, d), got = display.panel(cube->apply(d));
                const RelXYZ n = relativeTo(white, white.b);
                const double e = deltaE2000(labOf(relativeTo(wanted, white.b), n), labOf(relativeTo(got, white.b), n));
                sum += e / kColours;
                most = std::max(most, e);
            }
            QVERIFY2(sum < (size == 17 ? 0.6 : 0.3) && most < (size == 17 ? 4 : 2.0),
                     qPrintable(QStringLiteral("%1: %2 %3").arg(size).arg(sum).arg(most)));
        }
    }

    void luminanceOutOfReachIsSaid()
    {
        const Described display;
        CubeTask task = rec709();
        task.luminance = 400;
        const auto cube = cubeToDisplay(display.profile, task);
        QVERIFY(!cube.ok());
        QVERIFY(english(cube.error().what).find("reaches 14") != std::string::npos
                || english(cube.error().what).find("reaches 15") != std::string::npos);
        task.luminance = 0; // the most there is
        const auto most = cubeToDisplay(display.profile, task);
        QVERIFY(most.ok());
        QVERIFY(
            std::any_of(most->comments.begin(), most->comments.end(), [](const std::string &c) { return c.find("BT.1886") != std::string::npos; }));
        task.sourceWhite = false;
        const auto own = cubeToDisplay(display.profile, task);
        LAMP_NEAR(own->apply({1, 1, 1}).a, 1, 0.004);
        LAMP_NEAR(own->apply({1, 1, 1}).c, 1, 0.004);
    }

    // There and back is where one was, inside the gamut.
    void fromTheDisplayIsTheInverse()
    {
        const Described display;
        CubeTask task = rec709();
        task.tone = {ToneKind::Gamma, 2.2};
        const Cube there = cubeToDisplay(display.profile, task).value(), back = cubeFromDisplay(display.profile, task);
        for (const Drive &d : {Drive{0.5, 0.5, 0.5}, Drive{0.8, 0.4, 0.3}, Drive{0.3, 0.6, 0.5}, Drive{0.95, 0.95, 0.95}}) {
            const Drive again = back.apply(there.apply(d));
            for (int c = 0; c < 3; ++c) {
                LAMP_NEAR(again[c], d[c], 0.006);
            }
        }
    }

    // Source: Little CMS's own tetrahedral interpolation of the same table.
    void interpolatesAsLittleCmsDoes()
    {
        Cube cube;
        cube.size = 5;
        std::mt19937 random(3);
        std::uniform_real_distribution<double> any(0, 1);
        std::vector<cmsFloat32Number> table(5 * 5 * 5 * 3);
        cube.values.resize(125);
        for (size_t b = 0; b < 5; ++b) {
            for (size_t g = 0; g < 5; ++g) {
                for (size_t r = 0; r < 5; ++r) {
                    for (size_t c = 0; c < 3; ++c) {
                        const auto v = cmsFloat32Number(any(random));
                        cube.values[(b * 5 + g) * 5 + r][int(c)] = double(v);
                        table[((r * 5 + g) * 5 + b) * 3 + c] = v; // Little CMS lets the first input run slowest
                    }
                }
            }
        }
        cmsPipeline *pipeline = cmsPipelineAlloc(nullptr, 3, 3);
        cmsPipelineInsertStage(pipeline, cmsAT_END, cmsStageAllocCLutFloat(nullptr, 5, 3, 3, table.data()));
        for (int i = 0; i < 500; ++i) {
            const Drive d{any(random), any(random), any(random)};
            const std::array<cmsFloat32Number, 3> in{cmsFloat32Number(d.a), cmsFloat32Number(d.b), cmsFloat32Number(d.c)};
            std::array<cmsFloat32Number, 3> out{};
            cmsPipelineEvalFloat(in.data(), out.data(), pipeline);
            const Drive own = cube.apply(d);
            for (int c = 0; c < 3; ++c) {
                LAMP_NEAR(own[c], double(out[size_t(c)]), 2e-6);
            }
        }
        cmsPipelineFree(pipeline);
    }

    void textRoundTrip()
    {
        Ramps ramps;
        for (int i = 0; i < 256; ++i) {
            ramps.r.push_back(i / 255.0);
            ramps.g.push_back(std::pow(i / 255.0, 1.1));
            ramps.b.push_back(0.9 * i / 255.0);
        }
        const Cube one = cubeOf(ramps, "Knot");
        const auto back = cubeFromText(cubeToText(one));
        QVERIFY(back.ok());
        QVERIFY(!back->threeD);
        QCOMPARE(back->title, one.title);
        QCOMPARE(back->comments, one.comments);
        for (size_t i = 0; i < 256; ++i) {
            LAMP_NEAR(back->values[i].b, one.values[i].b, 5.1e-7);
        }
        LAMP_NEAR(back->apply({0.5, 0.5, 0.5}).c, 0.45, 1e-5);
    }

    void badTextsAreToldWithTheirLine_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QByteArray>("words");
        QTest::newRow("no size") << QByteArray("0 0 0\n") << QByteArray("line 1");
        QTest::newRow("size a word") << QByteArray("LUT_3D_SIZE big\n") << QByteArray("line 1");
        QTest::newRow("size absurd") << QByteArray("LUT_3D_SIZE 100000\n") << QByteArray("2 to 129");
        QTest::newRow("cut short") << QByteArray("LUT_3D_SIZE 2\n0 0 0\n") << QByteArray("1 of 8");
        QTest::newRow("two numbers") << QByteArray("LUT_1D_SIZE 2\n0 0 0\n1 1\n") << QByteArray("line 3");
        QTest::newRow("nan") << QByteArray("LUT_1D_SIZE 2\n0 0 nan\n1 1 1\n") << QByteArray("line 2");
        QTest::newRow("too many") << QByteArray("LUT_1D_SIZE 2\n0 0 0\n1 1 1\n1 1 1\n") << QByteArray("line 4");
        QTest::newRow("empty domain") << QByteArray("LUT_1D_SIZE 2\nDOMAIN_MIN 1 0 0\n0 0 0\n1 1 1\n") << QByteArray("DOMAIN_MAX");
        QTest::newRow("nothing") << QByteArray() << QByteArray("the file is empty");
        QTest::newRow("only words") << QByteArray("TITLE \"x\"\n") << QByteArray("without LUT_3D_SIZE");
        QTest::newRow("beyond all light") << QByteArray("LUT_1D_SIZE 2\n0 0 0\n1e300 1 1\n") << QByteArray("line 3");
    }
    void badTextsAreToldWithTheirLine()
    {
        QFETCH(QByteArray, text);
        QFETCH(QByteArray, words);
        const auto cube = cubeFromText(text.toStdString());
        QVERIFY(!cube.ok());
        QVERIFY2(english(cube.error().what).find(words.toStdString()) != std::string::npos, english(cube.error().what).c_str());
    }
};

LAMP_TEST(cube, TestCube)

} // namespace cube_test
#include "test_cube.moc"
