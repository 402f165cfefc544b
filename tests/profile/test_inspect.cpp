// SPDX-License-Identifier: GPL-3.0-or-later
// What is wrong with a profile is found and named; each fault is made here by the standard's own layout (ICC.1:2010, 7).
#include "english.h"
#include "support.h"

#include "colour/spaces.h"
#include "panels.h"
#include "profile/inspect.h"
#include "profile/table_profile.h"

namespace inspect_test {

using namespace lamp;

namespace {

const WallTime kNow = fromIsoTime("2026-11-25T12:00:00Z");

/// An ordinary panel: no standard's primaries, gamma 2.2, contrast of a thousand.
MatrixModel panel(double gamma = 2.2)
{
    MatrixModel m;
    m.channels = rgbSpace("Display P3")->toXyz() * 120;
    m.channels.col(0) *= 0.95;
    m.channels(0, 1) *= 1.08;
    m.black = {0.11, 0.12, 0.15};
    for (auto &list : m.light) {
        for (int i = 0; i <= 255; ++i) {
            list.push_back(std::pow(i / 255.0, gamma));
        }
    }
    return m;
}

Bytes made(const MatrixModel &m, const Ramps &ramps = {}, int version = 4)
{
    ProfileText text;
    text.description = "Plover 24";
    text.created = kNow;
    text.version = version;
    return writeMatrixProfile(m, ramps, text).value();
}

void put32(Bytes &b, size_t at, std::uint32_t v)
{
    for (size_t i = 0; i < 4; ++i) {
        b[at + i] = std::uint8_t(v >> (24 - 8 * i));
    }
}

std::uint32_t get32(const Bytes &b, size_t at)
{
    return std::uint32_t(b[at]) << 24 | std::uint32_t(b[at + 1]) << 16 | std::uint32_t(b[at + 2]) << 8 | b[at + 3];
}

/// Where a tag's entry stands in the table.
size_t entryOf(const Bytes &b, const char *tag)
{
    for (size_t i = 0; i < get32(b, 128); ++i) {
        if (std::equal(tag, tag + 4, b.begin() + long(132 + 12 * i))) {
            return 132 + 12 * i;
        }
    }
    return 0;
}

void rename(Bytes &b, const char *tag, const char *other)
{
    const size_t at = entryOf(b, tag);
    std::copy_n(other, 4, b.begin() + long(at));
}

QString told(const Inspection &seen)
{
    QString all;
    for (const Finding &f : seen.findings) {
        all += QString::fromStdString(weightName(f.weight) + " " + f.place + ": " + english(f.text) + "\n");
    }
    return all;
}

Ramps straight(double top)
{
    Ramps r;
    for (int i = 0; i < 256; ++i) {
        const double v = std::min(1.0, top * i / 255.0);
        r.r.push_back(v);
        r.g.push_back(v);
        r.b.push_back(v);
    }
    return r;
}

} // namespace

class TestInspect : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aSoundProfileHasNothingSaidOfIt()
    {
        for (const int version : {2, 4}) {
            const Inspection seen = inspect(made(panel(), straight(1), version), kNow);
            QVERIFY2(seen.findings.empty(), qPrintable(told(seen)));
            QVERIFY(seen.sound());
            QVERIFY(seen.tags.size() > 10);
            const auto sentences = plainTexts(meaningOf(seen));
            QVERIFY(sentences.size() >= 4);
            QVERIFY2(sentences[0].find("by a matrix") != std::string::npos, sentences[0].c_str());
            QVERIFY2(sentences[2].find("gamma 2.2") != std::string::npos, sentences[2].c_str());
            QVERIFY2(sentences[2].find("black lies at 1/9") != std::string::npos, sentences[2].c_str());
            LAMP_NEAR(seen.tone[1][128], std::pow(128 / 255.0, 2.2), 0.003);
        }
    }

    void faultsOfTheFile_data()
    {
        QTest::addColumn<QByteArray>("words");
        QTest::addColumn<QByteArray>("place");
        QTest::addColumn<int>("number");
        const std::vector<std::tuple<const char *, const char *, const char *>> rows{{"cut short", "its end is missing", "header"},
                                                                                     {"something behind it", "something was added", "header"},
                                                                                     {"a tag leaves the file", "claims bytes", "lumi"},
                                                                                     {"a tag too short", "too short to hold", "lumi"},
                                                                                     {"tags overlap", "overlap", ""},
                                                                                     {"tag stands twice", "occurs twice", "rTRC"},
                                                                                     {"more tags than room", "there is room for", "header"},
                                                                                     {"printer's class", "not a display's", "header"},
                                                                                     {"connection space unknown", "connection space", "header"},
                                                                                     {"odd version", "version is 9", "header"},
                                                                                     {"odd intent", "rendering intent", "header"},
                                                                                     {"light is not D50", "not D50", "header"},
                                                                                     {"made in the future", "future", "header"},
                                                                                     {"impossible date", "impossible", "header"},
                                                                                     {"no date", "no creation date", "header"},
                                                                                     {"content changed", "ID does not match", "header"},
                                                                                     {"no adaptation", "no chad", "chad"},
                                                                                     {"odd adaptation", "adaptation is invalid", "chad"},
                                                                                     {"no name", "\"desc\"", "desc"},
                                                                                     {"absurd luminance", "unusual for a display", "lumi"}};
        for (size_t i = 0; i < rows.size(); ++i) {
            QTest::newRow(std::get<0>(rows[i])) << QByteArray(std::get<1>(rows[i])) << QByteArray(std::get<2>(rows[i])) << int(i);
        }
    }
    void faultsOfTheFile()
    {
        QFETCH(QByteArray, words);
        QFETCH(QByteArray, place);
        QFETCH(int, number);
        Bytes b = made(panel());
        const size_t lumi = entryOf(b, "lumi");
        switch (number) {
        case 0: b.resize(b.size() - 40); break;
        case 1: b.resize(b.size() + 64); break;
        case 2: put32(b, lumi + 8, 0x00FFFFFF); break;
        case 3: put32(b, lumi + 8, 4); break;
        case 4: put32(b, lumi + 4, get32(b, entryOf(b, "wtpt") + 4) + 4); break;
        case 5: rename(b, "gTRC", "rTRC"); break;
        case 6: put32(b, 128, 5000); break;
        case 7: std::copy_n("prtr", 4, b.begin() + 12); break;
        case 8: std::copy_n("Luv ", 4, b.begin() + 20); break;
        case 9: b[8] = 9; break;
        case 10: put32(b, 64, 17); break;
        case 11: put32(b, 68, 0x0000F351); break;
        case 12: b[25] = 0xF4; break; // 2036
        case 13: b[27] = 14; break;
        case 14: std::fill_n(b.begin() + 24, 12, std::uint8_t(0)); break;
        case 15: b[get32(b, entryOf(b, "cprt") + 4) + 30] ^= 1; break;
        case 16: rename(b, "chad", "xhad"); break;
        case 17: put32(b, get32(b, entryOf(b, "chad") + 4) + 8, 0x00090000); break;
        case 18: rename(b, "desc", "xesc"); break;
        case 19: put32(b, get32(b, lumi + 4) + 12, 0x00010000); break;
        }
        const Inspection seen = inspect(b, kNow);
        const QString all = told(seen);
        const bool named = std::any_of(seen.findings.begin(), seen.findings.end(), [&](const Finding &f) {
            return english(f.text).find(words.toStdString()) != std::string::npos && (place.isEmpty() || f.place == place.toStdString());
        });
        QVERIFY2(named, qPrintable(all));
    }

    void faultsOfTheColours()
    {
        // Swapped channels.
        MatrixModel swapped = panel();
        swapped.channels.col(0).swap(swapped.channels.col(1));
        QVERIFY2(told(inspect(made(swapped), kNow)).contains("not red"), qPrintable(told(inspect(made(swapped), kNow))));
        // A standard's very primaries.
        MatrixModel standard = panel();
        standard.channels = rgbSpace("sRGB")->toXyz() * 100;
        standard.black = {};
        QVERIFY(told(inspect(made(standard), kNow)).contains("sRGB to the third decimal"));
        // A curve that turns back.
        MatrixModel turning = panel();
        for (size_t i = 120; i < 140; ++i) {
            turning.light[1][i] = turning.light[1][119] - 0.02;
        }
        const Inspection back = inspect(made(turning), kNow);
        QVERIFY(told(back).contains("green falls"));
        QVERIFY(!back.sound());
        // A curve that stands still.
        MatrixModel still = panel();
        for (size_t i = 150; i < 215; ++i) {
            still.light[2][i] = still.light[2][150];
        }
        QVERIFY(told(inspect(made(still), kNow)).contains("blue is flat"));
        // Gammas that no display has.
        QVERIFY(told(inspect(made(panel(1.0)), kNow)).contains("gamma 1.0"));
        QVERIFY(told(inspect(made(panel(3.4)), kNow)).contains("gamma 3.4"));
        // A white that no display has: a candle's.
        MatrixModel candle = panel();
        candle.channels *= (candle.channels.inverse() * xyzOf(Chromaticity{0.52, 0.41}, 120).vec()).asDiagonal();
        QVERIFY2(told(inspect(made(candle), kNow)).contains("displays do not have"), qPrintable(told(inspect(made(candle), kNow))));
    }

    void faultsOfTheRamps()
    {
        QVERIFY(told(inspect(made(panel(), straight(1.2)), kNow)).contains("is clipped"));
        Ramps banded = straight(1);
        for (double &v : banded.g) {
            v = std::floor(v * 40) / 40;
        }
        QVERIFY(told(inspect(made(panel(), banded), kNow)).contains("only"));
        QVERIFY(told(inspect(made(panel(), straight(0.4)), kNow)).contains("more than half"));
        Ramps falling = straight(1);
        falling.r[70] = 0.1;
        const Inspection seen = inspect(made(panel(), falling), kNow);
        QVERIFY(told(seen).contains("red falls") && !seen.sound());
    }

    // Forward and inverse tables that belong to two displays.
    void tablesThatDisagree()
    {
        const auto table = [](const char *space) {
            const MadeUpPanel unit = additivePanel(space, 120, 0.001);
            const DisplayModel model(primariesOf(unit), 0.02, readingsOf(unit, manyDrives()), 0);
            ProfileText text;
            text.description = "table";
            text.created = kNow;
            return writeTableProfile(ShownDisplay(model, {}), {}, text, 17).value();
        };
        Bytes narrow = table("sRGB");
        const Bytes wide = table("Display P3");
        QVERIFY2(!told(inspect(narrow, kNow)).contains("disagree"), qPrintable(told(inspect(narrow, kNow))));
        const size_t own = entryOf(narrow, "B2A1"), other = entryOf(wide, "B2A1");
        const std::uint32_t at = get32(narrow, own + 4), from = get32(wide, other + 4), size = get32(narrow, own + 8);
        QCOMPARE(size, get32(wide, other + 8));
        std::copy_n(wide.begin() + from, size, narrow.begin() + at);
        const QString all = told(inspect(narrow, kNow));
        QVERIFY2(all.contains("disagree"), qPrintable(all));
        QVERIFY(all.contains("ID does not match"));
    }

    void anythingAtAllIsAnswered()
    {
        for (const Bytes &b : {Bytes{}, Bytes(10, 1), Bytes(131, 0), Bytes(132, 0), Bytes(100000, 0xFF)}) {
            const Inspection seen = inspect(b, kNow);
            QVERIFY(!seen.profile);
            QVERIFY(!seen.findings.empty());
            QVERIFY(meaningOf(seen).empty());
        }
    }
};

LAMP_TEST(inspect, TestInspect)

} // namespace inspect_test
#include "test_inspect.moc"
