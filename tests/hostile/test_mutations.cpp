// SPDX-License-Identifier: GPL-3.0-or-later
// Twenty thousand damaged files through every reader: no crash, no hang, always a message. In the sanitized build an
// allocation over 256 MiB ends the test (tests/CMakeLists.txt).
#include "english.h"
#include "support.h"

#include "exchange/reading_table.h"
#include "judge/tolerance.h"
#include "measure/correction.h"
#include "panels.h"
#include "profile/display_cube.h"
#include "profile/inspect.h"
#include "profile/table_profile.h"
#include "report/files.h"
#include "visit/imported.h"
#include "visit/whole_visit.h"

#include <QDir>
#include <QFile>

#include <ctime>
#include <functional>
#include <random>

namespace mutations_test {

using namespace lamp;

namespace {

/// Damages a file the ways that disks, networks, editors and enemies do.
std::string mutated(std::string text, std::mt19937 &random)
{
    const auto below = [&](size_t n) { return n == 0 ? size_t(0) : size_t(random() % n); };
    static const std::array<const char *, 10> words{"-1", "1e999", "nan", "99999999999", "\"", "{", "<", "\n", ",", "0x7fffffff"};
    for (int hits = 1 + int(below(4)); hits > 0; --hits) {
        const size_t at = below(text.size());
        switch (below(8)) {
        case 0: text.resize(at); break;
        case 1: text.insert(at, words[below(words.size())]); break;
        case 2: text.erase(at, below(40)); break;
        case 3:
            if (!text.empty()) {
                text[at] = char(below(256));
            }
            break;
        case 4: text.insert(at, text.substr(below(text.size()), below(200))); break;
        case 5:
            for (size_t i = at; i < std::min(text.size(), at + 4); ++i) {
                text[i] = below(2) == 0 ? '\xFF' : '\x00';
            }
            break;
        case 6: std::swap(text[at], text[below(text.size())]); break;
        default:
            if (!text.empty()) {
                text[at] = char(text[at] ^ (1 << below(8)));
            }
        }
        if (text.empty()) {
            break;
        }
    }
    return text;
}

std::string textOf(const Bytes &bytes)
{
    return {bytes.begin(), bytes.end()};
}

ReadingSet fewReadings()
{
    ReadingSet set;
    set.display = "Knot";
    for (int i = 0; i < 8; ++i) {
        Measurement m;
        m.index = i + 1;
        m.name = "patch " + std::to_string(i);
        m.rgb = {i / 7.0, i / 7.0, 0.5};
        m.xyz = {10.0 * i, 11.0 * i, 12.0 * i};
        m.spectrum = Spectrum{380, 10, {0.1, 0.2, 0.3 + i}};
        set.readings.push_back(m);
    }
    return set;
}

/// A reader: true where it took the file, else its message.
using Reader = std::function<std::string(const std::string &)>;

template <typename T> std::string told(const Result<T> &result)
{
    return result.ok() ? "read" : english(result.error().what);
}

std::string throughTable(const std::string &text)
{
    const auto table = readingTable(text);
    if (!table) {
        return english(table.error().what);
    }
    return told(readingsFrom(table.value(), guessRoles(table.value())));
}

std::string throughInspection(const std::string &text)
{
    const Inspection seen = inspect(Bytes(text.begin(), text.end()), {});
    if (seen.profile) {
        (void)seen.profile->driveFor({50, 10, 10}, Intent::Perceptual);
        return "read";
    }
    return seen.findings.empty() ? "" : english(seen.findings.back().text);
}

Bytes matrixProfile(int version)
{
    ProfileText text{"Knot", "free", {}, version};
    text.readings = readingsToCgats(fewReadings());
    const Ramps ramps{{0, 0.4, 0.9}, {0, 0.5, 1}, {0, 0.5, 1}};
    return writeMatrixProfile(
               MatrixModel{rgbSpace("sRGB")->toXyz() * 100, {0.1, 0.1, 0.1}, {std::vector<double>{0, 0.2, 1}, {0, 0.2, 1}, {0, 0.2, 1}}}, ramps, text)
        .value();
}

Bytes tableProfile()
{
    const MadeUpPanel panel = additivePanel("sRGB", 120, 0.001);
    const DisplayModel model(primariesOf(panel), 0.02, readingsOf(panel, {{1, 1, 1}, {0, 0, 0}, {0.5, 0.5, 0.5}, {0.2, 0.2, 0.2}}), 0);
    return writeTableProfile(ShownDisplay(model, {}), {}, {"Knot", "free", {}, 4}, 9).value();
}

} // namespace

class TestMutations : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyReader_data()
    {
        QTest::addColumn<int>("kind");
        QTest::addColumn<int>("count");
        QTest::newRow("matrix profile v2") << 0 << 1000;
        QTest::newRow("matrix profile v4") << 1 << 1000;
        QTest::newRow("table profile") << 2 << 500;
        QTest::newRow("CGATS") << 3 << 3500;
        QTest::newRow("CSV") << 4 << 2500;
        QTest::newRow("CxF") << 5 << 3500;
        QTest::newRow("readings as JSON") << 6 << 2000;
        QTest::newRow("cube") << 7 << 2500;
        QTest::newRow("ramps") << 8 << 1000;
        QTest::newRow("target") << 9 << 1000;
        QTest::newRow("tolerance") << 10 << 500;
        QTest::newRow("correction") << 11 << 1000;
        QTest::newRow("whole visit") << 12 << 1000;
    }
    void everyReader()
    {
        QFETCH(int, kind);
        QFETCH(int, count);
        const ReadingSet set = fewReadings();
        Cube cube;
        cube.size = 3;
        cube.title = "Knot";
        cube.values.assign(27, {0.25, 0.5, 1});
        MatrixCorrection correction;
        correction.instrumentModel = "Tern";
        correction.technology = "wled";
        VisitRecord visit;
        visit.id = "one";
        visit.display.model = "Knot";
        visit.instrument.model = "Tern";
        visit.plan.target = *builtInTarget("Photo");
        visit.plan.tolerance = *builtInTolerance("studio");
        visit.readings.assign(set.readings.begin(), set.readings.begin() + 2);
        const std::vector<std::pair<std::string, Reader>> all{
            {textOf(matrixProfile(2)), throughInspection},
            {textOf(matrixProfile(4)), throughInspection},
            {textOf(tableProfile()), throughInspection},
            {readingsToCgats(set), throughTable},
            {readingsToCsv(set), throughTable},
            {readingsToCxf(set), throughTable},
            {readingsToJson(set), throughTable},
            {cubeToText(cube), [](const std::string &t) { return told(cubeFromText(t)); }},
            {rampsCsv({{0, 0.5, 1}, {0, 0.5, 1}, {0, 0.5, 1}}), [](const std::string &t) { return told(rampsFromCsv(t)); }},
            {targetToJson(*builtInTarget("Photo")),
             [](const std::string &t) {
                 (void)studioFileOf(t);
                 return told(targetFromJson(t));
             }},
            {toleranceToJson(*builtInTolerance("studio")), [](const std::string &t) { return told(toleranceFromJson(t)); }},
            {correctionToJson(correction), [](const std::string &t) { return told(correctionFromJson(t)); }},
            {wholeVisitToJson(visit), [](const std::string &t) { return told(wholeVisitFromJson(t)); }}};
        const auto &[good, reader] = all[size_t(kind)];
        QCOMPARE(reader(good), std::string("read"));
        // Another seed tries other damage (./run fuzz).
        std::mt19937 random{unsigned(kind) * 1000 + 5 + unsigned(qEnvironmentVariableIntValue("LAMP_SEED"))};
        int refused = 0;
        double longest = 0;
        for (int i = 0; i < count; ++i) {
            const std::string bad = mutated(good, random);
            // Of processor time: the machine may be busy with something else.
            const std::clock_t start = std::clock();
            const std::string message = reader(bad);
            const double seconds = double(std::clock() - start) / CLOCKS_PER_SEC;
            longest = std::max(longest, seconds);
            QVERIFY2(!message.empty(), qPrintable(QStringLiteral("mutation %1 was refused without a word").arg(i)));
            QVERIFY2(seconds < 1, qPrintable(QStringLiteral("mutation %1 took %2 s").arg(i).arg(seconds)));
            refused += message != "read" ? 1 : 0;
        }
        qInfo("%d of %d refused, the longest took %.3f s", refused, count, longest);
        QVERIFY(refused > 0);
    }

    // What coverage-guided search found (./run fuzz): inputs that reach most of the readers' branches.
    void corpusOfTheFuzzer_data()
    {
        QTest::addColumn<int>("kind");
        int kind = 0;
        for (const char *folder : {"profile", "readings", "cube", "json"}) {
            QTest::newRow(folder) << kind++;
        }
    }
    void corpusOfTheFuzzer()
    {
        QFETCH(int, kind);
        const std::array<Reader, 4> readers{throughInspection, throughTable, [](const std::string &t) { return told(cubeFromText(t)); },
                                            [](const std::string &t) {
                                                return told(targetFromJson(t)) + told(toleranceFromJson(t)) + told(correctionFromJson(t))
                                                       + told(rampsFromCsv(t)) + told(wholeVisitFromJson(t));
                                            }};
        const QDir folder(QStringLiteral(LAMP_TESTS_DIR "/fuzz/corpus/") + QTest::currentDataTag());
        const QStringList files = folder.entryList(QDir::Files);
        QVERIFY(files.size() >= 60);
        for (const QString &name : files) {
            QFile f(folder.filePath(name));
            QVERIFY(f.open(QIODevice::ReadOnly));
            QVERIFY2(!readers[size_t(kind)](f.readAll().toStdString()).empty(), qPrintable(name));
        }
    }
};

LAMP_TEST(mutations, TestMutations)

} // namespace mutations_test
#include "test_mutations.moc"
