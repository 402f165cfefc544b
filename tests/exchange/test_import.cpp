// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "colour/difference.h"
#include "exchange/reading_table.h"
#include "icc/cgats.h"
#include "panels.h"
#include "visit/imported.h"
#include "visit/wild_readings.h"

#include <random>

namespace import_test {

using namespace lamp;

namespace {

/// Readings of a made-up panel, as any instrument might have taken them.
ReadingSet someReadings(const MadeUpPanel &panel, int spread = 3)
{
    ReadingSet set;
    set.display = "Knot 14, \"left\"";
    set.instrument = "Tern T-104";
    set.correction = "wled";
    set.created = "2026-11-25T09:00:00Z";
    std::mt19937 random(2);
    std::normal_distribution<double> noise(0, 0.0005);
    const auto add = [&](const Drive &d, const std::string &name) {
        Measurement m;
        m.index = int(set.readings.size()) + 1;
        m.name = name;
        m.rgb = d;
        const XYZ xyz = panel(d);
        m.xyz = {xyz.a * (1 + noise(random)), xyz.b * (1 + noise(random)), xyz.c * (1 + noise(random))};
        m.integrationS = 1.25;
        m.t = 3.5 * m.index;
        set.readings.push_back(m);
    };
    for (int i = 0; i <= 16; ++i) {
        add({i / 16.0, i / 16.0, i / 16.0}, "gray " + std::to_string(i));
    }
    for (int r = 0; r <= spread; ++r) {
        for (int g = 0; g <= spread; ++g) {
            for (int b = 0; b <= spread; ++b) {
                add({double(r) / spread, double(g) / spread, double(b) / spread}, "mixture; " + std::to_string(r) + ", " + std::to_string(g));
            }
        }
    }
    return set;
}

void compare(const ReadingSet &a, const ReadingSet &b, double tolerance)
{
    QCOMPARE(a.readings.size(), b.readings.size());
    for (size_t i = 0; i < a.readings.size(); ++i) {
        QCOMPARE(a.readings[i].name, b.readings[i].name);
        for (int c = 0; c < 3; ++c) {
            LAMP_NEAR(a.readings[i].rgb[c], b.readings[i].rgb[c], tolerance);
            LAMP_NEAR(a.readings[i].xyz[c], b.readings[i].xyz[c], tolerance);
        }
        LAMP_NEAR(a.readings[i].t, b.readings[i].t, tolerance);
        LAMP_NEAR(a.readings[i].integrationS, b.readings[i].integrationS, tolerance);
        QCOMPARE(a.readings[i].superseded, b.readings[i].superseded);
        QCOMPARE(a.readings[i].mode, b.readings[i].mode);
    }
    QCOMPARE(a.instrument, b.instrument);
    QCOMPARE(a.behindLut, b.behindLut);
}

Result<ReadingSet> read(const std::string &text)
{
    const auto table = readingTable(text);
    if (!table) {
        return table.error();
    }
    const Roles roles = guessRoles(table.value());
    if (!roles.unclear.empty()) {
        return Error{ErrorKind::Input, roles.unclear.front(), {}, {}, "unclear", false};
    }
    return readingsFrom(table.value(), roles);
}

} // namespace

class TestImport : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void roundTripsLoseNothing()
    {
        ReadingSet set = someReadings(additivePanel("sRGB", 120, 0.001));
        set.readings[3].superseded = true;
        set.readings[5].mode = ReadMode::Ambient;
        set.behindLut = true;
        for (const auto &[text, tolerance] : {std::pair{readingsToCsv(set), 0.0}, std::pair{readingsToCxf(set), 0.0},
                                              std::pair{readingsToJson(set), 0.0}, std::pair{readingsToCgats(set), 1e-7}}) {
            const auto back = read(text);
            QVERIFY2(back.ok(), back.ok() ? "" : english(back.error().what).c_str());
            compare(set, back.value(), tolerance);
            if (QTest::currentTestFailed()) {
                qInfo("%s", text.substr(0, 400).c_str());
                return;
            }
        }
    }

    void spectraComeBack()
    {
        ReadingSet set = someReadings(additivePanel("sRGB", 120, 0.001), 1);
        for (size_t i = 0; i < set.readings.size(); ++i) {
            set.readings[i].spectrum = Spectrum{380, 2.5, {0.001 * double(i), 0.25, 1.0 / 3}};
        }
        set.readings[2].spectrum.reset(); // one that the instrument gave none for
        for (const std::string &text : {readingsToCxf(set), readingsToJson(set), readingsToCsv(set), readingsToCgats(set)}) {
            const auto back = read(text);
            QVERIFY2(back.ok(), back.ok() ? "" : english(back.error().what).c_str());
            QVERIFY(!back->readings[2].spectrum);
            QVERIFY(back->readings[4].spectrum);
            for (size_t k = 0; k < 3; ++k) {
                LAMP_NEAR(back->readings[4].spectrum->values[k], set.readings[4].spectrum->values[k], 1e-9);
            }
            QCOMPARE(back->readings[4].spectrum->startNm, 380.0);
            QCOMPARE(back->readings[4].spectrum->stepNm, 2.5);
        }
    }

    // What other tools write: separators, decimal commas, drives of 8 bits, Y with x and y, Lab. Source of the quoting:
    // RFC 4180.
    void csvOfManyKinds()
    {
        const auto semicolon = read("Patch;Red;Green;Blue;Y (cd/m2);x;y\n\"a;1\";255;255;255;119,5;0,3127;0,3290\nb;0;0;0;0,12;0,29;0,30\n");
        QVERIFY2(semicolon.ok(), semicolon.ok() ? "" : english(semicolon.error().what).c_str());
        QCOMPARE(semicolon->readings[0].name, std::string("a;1"));
        LAMP_NEAR(semicolon->readings[0].rgb.a, 1, 1e-12);
        LAMP_NEAR(semicolon->readings[0].xyz.b, 119.5, 1e-9);
        LAMP_NEAR(semicolon->readings[0].xyz.a, 119.5 * 0.3127 / 0.3290, 1e-9);
        const auto tabs = read("R\tG\tB\tX\tY\tZ\n1\t1\t1\t95\t100.5\t109\n0.5\t0.5\t0.5\t20\t21\t23\n");
        QVERIFY(tabs.ok());
        LAMP_NEAR(tabs->readings[1].xyz.c, 23, 1e-12);
        const auto ten = read("\xEF\xBB\xBFr,g,b,X,Y,Z\r\n1023,1023,1023,95,101,108\r\n512,0,0,9,5,1\r\n");
        QVERIFY(ten.ok());
        LAMP_NEAR(ten->readings[1].rgb.a, 512.0 / 1023, 1e-12);
    }

    void whatIsUnclearIsAsked()
    {
        QVERIFY(english(read("a,b,c,d,e,f\n1,1,1,95,100.3,109\n").error().what).find("red drive") != std::string::npos);
        QVERIFY(english(read("R,G,B,Y\n1,1,1,100.3\n").error().what).find("colour") != std::string::npos);
        QVERIFY(english(read("R,G,B,X,Y,Z\n200,200,200,95,100.3,109\n").error().what).find("full") != std::string::npos);
        QVERIFY(english(read("R,G,B,X,Y,Z\n255,255,255,95.05,100,108.9\n").error().what).find("cd/m²") != std::string::npos);
        // Told what columns are, it goes on.
        const auto table = readingTable("a,b,c,d,e,f\n1,1,1,95,100.3,109\n0,0,0,.1,.1,.1\n");
        QVERIFY(table.ok());
        const Roles told = settledRoles(table.value(), {Role::Red, Role::Green, Role::Blue, Role::X, Role::Y, Role::Z});
        QVERIFY(told.unclear.empty());
        QCOMPARE(readingsFrom(table.value(), told)->readings.size(), size_t(2));
        // Relative colours with white's luminance said.
        const auto relative = readingTable("R,G,B,X,Y,Z\n255,255,255,95.05,100,108.9\n0,0,0,0.1,0.1,0.1\n");
        Roles roles = guessRoles(relative.value());
        roles.whiteLuminance = 160;
        LAMP_NEAR(readingsFrom(relative.value(), roles)->readings[1].xyz.b, 0.16, 1e-9);
    }

    void faultsNameTheirPlace_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QByteArray>("words");
        QTest::newRow("empty") << QByteArray("  \n") << QByteArray("empty");
        QTest::newRow("no number") << QByteArray("R,G,B,X,Y,Z\n1,1,1,95,100.3,109\n0,0,oops,1,1,1\n") << QByteArray("row 2, column \"B\"");
        QTest::newRow("cells missing") << QByteArray("R,G,B,X,Y,Z\n1,1,1,95,100.3,109\n0,0\n") << QByteArray("line 3");
        QTest::newRow("drive beyond") << QByteArray("R,G,B,X,Y,Z (cd/m2)\n1,1,1,95,100.3,109\n-0.2,0,0,1,1,1\n") << QByteArray("row 2");
        QTest::newRow("broken XML") << QByteArray("<CxF><Resources>\n<Object></Resources></CxF>") << QByteArray("line 2");
        QTest::newRow("other XML") << QByteArray("<html/>") << QByteArray("no CxF");
        QTest::newRow("JSON without") << QByteArray("{\"a\": 1}") << QByteArray("readings");
        QTest::newRow("broken JSON") << QByteArray("{\"readings\": [") << QByteArray("byte 15");
        QTest::newRow("JSON reading") << QByteArray("{\"readings\": [{\"rgb\": [0, 0, 0], \"XYZ\": [0, 0]}]}") << QByteArray("reading 1");
        QTest::newRow("CGATS short") << QByteArray(
            "CGATS.17\nNUMBER_OF_FIELDS 1\nBEGIN_DATA_FORMAT\nRGB_R\nEND_DATA_FORMAT\nNUMBER_OF_SETS 9\nBEGIN_DATA\n1\nEND_DATA\n")
                                     << QByteArray("cannot be used");
        QTest::newRow("binary") << QByteArray("\x00\x01\x02", 3) << QByteArray("no text");
    }
    void faultsNameTheirPlace()
    {
        QFETCH(QByteArray, text);
        QFETCH(QByteArray, words);
        const auto set = read(text.toStdString());
        QVERIFY(!set.ok());
        QVERIFY2(english(set.error().what).find(words.toStdString()) != std::string::npos, english(set.error().what).c_str());
    }

    // The profile is true of the panel, which the import never saw, and the verdict's mean of it.
    void readingsBecomeAVisit()
    {
        const MadeUpPanel panel = additivePanel("Display P3", 140, 0.0008);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        const auto record = visitFromReadings(someReadings(panel), plan, {}, fromIsoTime("2026-11-25T10:00:00Z"));
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error().what).c_str());
        QCOMPARE(record->verdict, Verdict::Pass);
        const auto profile = Profile::open(record->profile);
        QVERIFY(profile.ok());
        QVERIFY(!profile->facts().readings.empty());
        const XYZ white = panel({1, 1, 1});
        double sum = 0;
        int n = 0;
        for (const Drive &d : {Drive{0.2, 0.4, 0.7}, Drive{0.9, 0.1, 0.3}, Drive{0.5, 0.5, 0.5}, Drive{0.15, 0.6, 0.1}, Drive{0.7, 0.8, 0.2}}) {
            sum += deltaE2000(profile->colourOf(d), measuredLab(panel(d), white, profile->chad()));
            ++n;
        }
        QVERIFY2(sum / n < 0.4, qPrintable(QString::number(sum / n)));
        QCOMPARE(record->readings.size(), size_t(17 + 64));
        QVERIFY(record->verification.colours.size() >= 8);
        QVERIFY(!record->warnings.empty());
        // Made again from what it carries, it says the same.
        ProfileText text;
        text.description = "again";
        const auto again = Profile::open(rebuiltProfile(profile.value(), text, ProfileKind::Auto).value());
        for (const Drive &d : {Drive{0.2, 0.4, 0.7}, Drive{0.9, 0.1, 0.3}}) {
            LAMP_NEAR(deltaE2000(profile->colourOf(d), again->colourOf(d)), 0, 0.3);
        }
    }

    // A pass is never said where nothing tells what the instrument was corrected for; a foreign file's word for something
    // else is not taken for it.
    void anUnknownInstrumentDecidesNothing()
    {
        ReadingSet set = someReadings(additivePanel("Display P3", 140, 0.0008));
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        const auto known = visitFromReadings(set, plan, {}, {});
        QVERIFY(known->doubt.mean.absolute > 0.2);
        set.correction.clear();
        const auto unknown = visitFromReadings(set, plan, {}, {});
        QVERIFY(unknown.ok());
        QCOMPARE(unknown->verdict, Verdict::Undecided);
        QVERIFY(unknown->doubt.mean.absolute > 1);
        QVERIFY(english(unknown->reasons.back()).find("corrected for") != std::string::npos);
        set.correction = "wled";
        std::string foreign = readingsToCgats(set);
        QCOMPARE(readingsFromCgats(foreign)->correction, std::string("wled"));
        foreign.replace(foreign.find("Dutiful Lamp"), 12, "Another tool");
        QCOMPARE(readingsFromCgats(foreign)->correction, std::string());
    }

    // The readings that judge are not in the model: a display that changed half way is found out.
    void aPanelThatChangedFails()
    {
        ReadingSet set = someReadings(additivePanel("sRGB", 120, 0.001));
        for (size_t i = 0; i < set.readings.size(); ++i) {
            if (i % 3 == 2) {
                set.readings[i].xyz = XYZ(set.readings[i].xyz.vec().cwiseProduct(Eigen::Vector3d(1.5, 1.0, 0.6)));
            }
        }
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("strict");
        const auto record = visitFromReadings(set, plan, {}, {});
        QVERIFY(record.ok());
        QVERIFY(record->verdict != Verdict::Pass);
    }

    // White is what was read as white, however many readings there are, with times or without. An additive display and noise of 0.15 %: the mean
    // of 40 whites and more is known to 0.03 %, and nothing else may pull at it.
    void whiteStaysWhatWasRead_data()
    {
        QTest::addColumn<int>("count");
        QTest::addColumn<double>("apart");
        for (const int count : {40, 150, 300, 600}) {
            for (const double apart : {0.0, 2.0}) {
                QTest::addRow("%d readings, %.0f s apart", count, apart) << count << apart;
            }
        }
    }
    void whiteStaysWhatWasRead()
    {
        QFETCH(int, count);
        QFETCH(double, apart);
        const MadeUpPanel panel = additivePanel("sRGB", 160.1, 0.001);
        std::mt19937 random(unsigned(count) + 7);
        std::normal_distribution<double> noise(0, 0.0015);
        std::uniform_real_distribution<double> drive(0, 1);
        ReadingSet set;
        set.display = "Knot 14";
        set.correction = "wled";
        const auto add = [&](const Drive &d) {
            Measurement m;
            m.index = int(set.readings.size()) + 1;
            m.rgb = d;
            const XYZ xyz = panel(d);
            m.xyz = {xyz.a * (1 + noise(random)), xyz.b * (1 + noise(random)), xyz.c * (1 + noise(random))};
            m.t = apart * m.index;
            set.readings.push_back(m);
        };
        for (const Drive &d : {Drive{1, 1, 1}, Drive{0, 0, 0}, Drive{1, 0, 0}, Drive{0, 1, 0}, Drive{0, 0, 1}}) {
            add(d);
        }
        for (int i = 1; i < 16; ++i) {
            add({i / 16.0, i / 16.0, i / 16.0});
        }
        while (int(set.readings.size()) < count) {
            add({drive(random), drive(random), drive(random)});
        }
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        const auto record = visitFromReadings(set, plan, {}, {});
        QVERIFY(record.ok());
        const XYZ white = panel({1, 1, 1});
        LAMP_NEAR(record->calibrated.white.b, white.b, 0.004 * white.b);
        QVERIFY(whiteDifference(record->calibrated.white, chromaticity(white)) < 0.5);
        QVERIFY2(record->verification.mean < 0.3, qPrintable(QString::number(record->verification.mean)));
        QVERIFY(record->verdict == Verdict::Pass);
    }

    // One wild row among many is left out and named; where everything rests on it, it is named and nothing is made.
    void aWildReadingIsNamed_data()
    {
        QTest::addColumn<Drive>("drive");
        QTest::addColumn<double>("times");
        QTest::addColumn<bool>("twice");
        QTest::newRow("white as 0.5 cd/m²") << Drive{1, 1, 1} << 0.5 / 140 << true;
        QTest::newRow("white, the only one") << Drive{1, 1, 1} << 0.5 / 140 << false;
        QTest::newRow("red ten times") << Drive{1, 0, 0} << 10.0 << false;
        QTest::newRow("green as nothing") << Drive{0, 1, 0} << 0.0 << false;
        QTest::newRow("a gray") << Drive{0.5, 0.5, 0.5} << 4.0 << true;
        QTest::newRow("a colour") << Drive{1, 2.0 / 3, 1.0 / 3} << 0.1 << true;
    }
    void aWildReadingIsNamed()
    {
        QFETCH(Drive, drive);
        QFETCH(double, times);
        QFETCH(bool, twice);
        const MadeUpPanel panel = additivePanel("Display P3", 140, 0.0008);
        ReadingSet set = someReadings(panel);
        const auto at = [&](const Measurement &m) { return (m.rgb.vec() - drive.vec()).cwiseAbs().maxCoeff() < 1e-9; };
        const auto wild = std::ranges::find_if(set.readings, at);
        QVERIFY(wild != set.readings.end());
        wild->xyz = times * wild->xyz;
        const int index = wild->index;
        if (!twice) {
            std::erase_if(set.readings, [&](const Measurement &m) { return at(m) && m.index != index; });
        }
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        const auto record = visitFromReadings(set, plan, {}, {});
        if (!twice) {
            QVERIFY(!record.ok());
            QVERIFY2(english(record.error()).find("reading " + std::to_string(index)) != std::string::npos, english(record.error()).c_str());
            return;
        }
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        QCOMPARE(std::ranges::count(record->warnings, "reading-is-wild", &Message::code), 1);
        LAMP_NEAR(record->calibrated.white.b, 140, 0.7);
        QVERIFY(record->verdict == Verdict::Pass);
        QCOMPARE(std::ranges::count(record->readings, true, &Measurement::superseded), 1);
    }

    // Displays that do not simply add up are not called wild.
    void strangePanelsAreNotWild()
    {
        const MadeUpPanel plain = additivePanel("sRGB", 150, 0.001);
        const std::vector<MadeUpPanel> strange{
            [&](const Drive &d) {
                return XYZ(plain(d).vec() * (1 + 0.8 * std::pow(std::min({d.a, d.b, d.c}), 2.2)));
            },                                                                                       // a white subpixel
            [&](const Drive &d) { return XYZ(plain(d).vec() / (1 + 1.5 * (d.a + d.b + d.c) / 3)); }, // a power limit
            [&](const Drive &d) {
                return plain({std::min(1.0, 1.25 * d.a), std::min(1.0, 1.25 * d.b), d.c});
            }, // clipped
            [&](const Drive &d) {
                return plain({std::max(0.0, d.a - 0.1), std::max(0.0, d.b - 0.1), std::max(0.0, d.c - 0.1)});
            },
        };
        for (size_t i = 0; i < strange.size(); ++i) {
            const auto wild = wildReadings(someReadings(strange[i]));
            QVERIFY2(wild.empty(), qPrintable(QStringLiteral("%1: %2").arg(i).arg(wild.size())));
        }
    }

    void whatIsMissingIsSaid()
    {
        const MadeUpPanel panel = additivePanel("sRGB", 120, 0.001);
        VisitPlan plan;
        ReadingSet noBlack = someReadings(panel);
        std::erase_if(noBlack.readings, [](const Measurement &m) { return m.rgb == Drive{0, 0, 0}; });
        QVERIFY(english(visitFromReadings(noBlack, plan, {}, {}).error().what).find("black") != std::string::npos);
        ReadingSet corners = someReadings(panel, 1);
        std::erase_if(corners.readings, [](const Measurement &m) { return m.rgb.a > 0.01 && m.rgb.a < 0.99; });
        QVERIFY(english(visitFromReadings(corners, plan, {}, {}).error().what).find("gray") != std::string::npos);
        ReadingSet dark = someReadings([](const Drive &) { return XYZ(0.1, 0.1, 0.1); });
        QVERIFY(!visitFromReadings(dark, plan, {}, {}).ok());
        const auto plain = Profile::open(
            writeMatrixProfile(MatrixModel{rgbSpace("sRGB")->toXyz() * 100, {}, {std::vector<double>{0, 0.2, 1}, {0, 0.2, 1}, {0, 0.2, 1}}}, {}, {})
                .value());
        QVERIFY(english(rebuiltProfile(plain.value(), {}, ProfileKind::Auto).error().what).find("carries no readings") != std::string::npos);
    }

    // Many readings of a big chart: thinned, not refused, and quick enough to wait for.
    void aBigChartIsTaken()
    {
        const int steps = lamptest::repetitions(9, 5);
        const ReadingSet set = someReadings(additivePanel("sRGB", 120, 0.001), steps);
        QCOMPARE(set.readings.size(), size_t(17 + (steps + 1) * (steps + 1) * (steps + 1)));
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        const auto record = visitFromReadings(set, plan, {}, {});
        QVERIFY(record.ok());
        QVERIFY2(record->verification.mean < 0.3, qPrintable(QString::number(record->verification.mean)));
    }
};

LAMP_TEST(import, TestImport)

} // namespace import_test
#include "test_import.moc"
