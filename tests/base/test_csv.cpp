// SPDX-License-Identifier: GPL-3.0-or-later
// Tables as text. Sources: RFC 4180, rule by rule; Python's csv module as an independent reader and writer.
#include "support.h"

#include "base/csv.h"

#include <QProcess>
#include <QTemporaryDir>

#include <random>

namespace csv_test {

using namespace lamp;

namespace {

using Table = std::vector<std::vector<std::string>>;

Table cellsOf(const std::string &text)
{
    Table all;
    const auto rows = csvRows(text, 10000);
    for (const CsvRow &row : rows.value()) {
        all.push_back(row.cells);
    }
    return all;
}

std::string written(const Table &table)
{
    std::string text;
    for (const auto &row : table) {
        for (size_t i = 0; i < row.size(); ++i) {
            text += (i > 0 ? "," : "") + csvCell(row[i]);
        }
        text += '\n';
    }
    return text;
}

/// Cells of signs that are awkward, the same every time.
Table awkward(std::uint64_t seed, size_t rows, size_t columns)
{
    static const std::vector<std::string> pieces{"a", "B", " ", ",", ";", "\"", "\n", "#", "ß", "1.5", "x y", "\"\"", "—"};
    std::mt19937_64 random(seed);
    Table all(rows, std::vector<std::string>(columns));
    for (auto &row : all) {
        for (std::string &cell : row) {
            for (size_t n = random() % 5; n > 0; --n) {
                cell += pieces[random() % pieces.size()];
            }
        }
        row.front() = "k" + row.front(); // a row of nothing is passed over, as an empty line is
    }
    return all;
}

std::string python(const QString &program, const std::string &input)
{
    QProcess p;
    p.start("python3", {"-c", program});
    p.write(QByteArray::fromStdString(input));
    p.closeWriteChannel();
    p.waitForFinished(30000);
    return p.readAllStandardOutput().toStdString();
}

} // namespace

class TestCsv : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // RFC 4180, 2.
    void rulesOfTheStandard_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QStringList>("cells"); // of all rows, with "/" between rows
        QTest::newRow("1: lines") << QByteArray("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n") << QStringList({"aaa", "bbb", "ccc", "/", "zzz", "yyy", "xxx"});
        QTest::newRow("2: no last line break") << QByteArray("aaa,bbb,ccc\r\nzzz,yyy,xxx")
                                               << QStringList({"aaa", "bbb", "ccc", "/", "zzz", "yyy", "xxx"});
        QTest::newRow("5: quotes") << QByteArray("\"aaa\",\"bbb\",\"ccc\"\r\nzzz,yyy,xxx")
                                   << QStringList({"aaa", "bbb", "ccc", "/", "zzz", "yyy", "xxx"});
        QTest::newRow("6: line break in a cell") << QByteArray("\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx")
                                                 << QStringList({"aaa", "b\r\nbb", "ccc", "/", "zzz", "yyy", "xxx"});
        QTest::newRow("7: doubled quotes") << QByteArray("\"aaa\",\"b\"\"bb\",\"ccc\"") << QStringList({"aaa", "b\"bb", "ccc"});
        QTest::newRow("empty cells") << QByteArray("a,,b,\n") << QStringList({"a", "", "b", ""});
        QTest::newRow("only quotes") << QByteArray("\"\",\"\"\"\"\n") << QStringList({"", "\""});
        QTest::newRow("spaces within quotes") << QByteArray("\" a \", b ,c\n") << QStringList({" a ", "b", "c"});
        QTest::newRow("spaces around quotes") << QByteArray("  \"a, b\"  ,c\n") << QStringList({"a, b", "c"});
    }
    void rulesOfTheStandard()
    {
        QFETCH(QByteArray, text);
        QFETCH(QStringList, cells);
        QStringList read;
        for (const auto &row : cellsOf(text.toStdString())) {
            if (!read.isEmpty()) {
                read << "/";
            }
            for (const std::string &cell : row) {
                read << QString::fromStdString(cell);
            }
        }
        QCOMPARE(read, cells);
    }

    void linesAreNumberedAsAnEditorDoes()
    {
        const auto rows = csvRows("\xEF\xBB\xBF# a comment\n\na,b\n\"c\nc\",d\n,\ne,f", 100);
        QVERIFY(rows);
        QCOMPARE(rows->size(), size_t(3));
        QCOMPARE((*rows)[0].line, size_t(3));
        QCOMPARE((*rows)[1].line, size_t(4));
        QCOMPARE((*rows)[2].line, size_t(7)); // after a cell of two lines and a row of nothing
    }

    // What looks like a comment, a separator or nothing at all is a cell where it was written as one.
    void whatIsWrittenIsRead()
    {
        const Table table{{"display", "note"}, {"#2", " indented"}, {"# not a comment", "a;b"}, {"tab\there", "trailing "}, {"\"", "two\nlines"}};
        QCOMPARE(cellsOf(written(table)), table);
        for (std::uint64_t seed = 1; seed <= 200; ++seed) {
            const Table any = awkward(seed, 6, 4);
            QVERIFY2(cellsOf(written(any)) == any, written(any).c_str());
        }
    }

    // OWASP, "CSV Injection" (from memory): a cell that begins with = + - @, a tab or a carriage return is a formula to a spreadsheet.
    void formulasAreDefusedAndComeBack()
    {
        for (const char *text : {"=1+1", "+cmd|' /C calc'!A0", "-2+3", "@SUM(A1)", "\tx", "'=1", "''-x", "-", "=", "- lamp flickers"}) {
            const std::string cell = csvCell(text);
            const size_t at = cell.find_first_not_of('"');
            QVERIFY2(cell[at] == '\'', cell.c_str());
            QCOMPARE(csvCells("a," + cell, ',').back(), std::string(text));
        }
        for (const char *text : {"-0.5", "+3", "'quoted'", "1=1", "a-b", "-1e-3", "-12.5 %"}) { // numbers and plain text stay
            QCOMPARE(csvCell(text), std::string(text));
        }
        QCOMPARE(csvCell("=1", Formulas::Kept), std::string("=1"));
    }

    void anotherProgramReadsWhatIsWritten()
    {
        const Table table = awkward(4711, 60, 5);
        const std::string read = python("import csv, json, sys, io\n"
                                        "print(json.dumps(list(csv.reader(io.StringIO(sys.stdin.buffer.read().decode('utf-8'), newline='')))))",
                                        written(table));
        QVERIFY2(!read.empty(), "python3 is missing");
        const auto json = nlohmann::json::parse(read);
        QCOMPARE(json.size(), table.size());
        for (size_t i = 0; i < table.size(); ++i) {
            QVERIFY2(json[i].get<std::vector<std::string>>() == table[i], json[i].dump().c_str());
        }
    }

    void whatAnotherProgramWritesIsRead()
    {
        const Table table = awkward(815, 60, 5);
        for (const char *style : {"", ", quoting=csv.QUOTE_ALL", ", lineterminator='\\n'"}) {
            const std::string text = python(QStringLiteral("import csv, json, sys, io\nout = io.StringIO(newline='')\n"
                                                           "csv.writer(out%1).writerows(json.load(sys.stdin))\n"
                                                           "sys.stdout.buffer.write(out.getvalue().encode('utf-8'))")
                                                .arg(QLatin1String(style)),
                                            nlohmann::json(table).dump());
            QVERIFY(!text.empty());
            const Table back = cellsOf(text);
            QCOMPARE(back.size(), table.size());
            for (size_t i = 0; i < table.size(); ++i) {
                for (size_t k = 0; k < table[i].size(); ++k) {
                    // Spaces at the ends stand without quotes there; here they are taken off.
                    const QString as = QString::fromStdString(back[i][k]), was = QString::fromStdString(table[i][k]);
                    QVERIFY2(as == was || as == was.trimmed(), qPrintable(as + " | " + was));
                }
            }
        }
    }

    void theSeparatorIsFound()
    {
        QCOMPARE(csvSeparator({"a,b", "1,2"}), ',');
        QCOMPARE(csvSeparator({"a;b", "1,5;2,5"}), ';'); // decimal commas
        QCOMPARE(csvSeparator({"a\tb", "1,5\t2;5"}), '\t');
        QCOMPARE(csvSeparator({"a;b;c", "1,5;2,5;3,5", "1,5;2,5;"}), ';');
        QCOMPARE(csvSeparator({"alone"}), ',');
    }

    void numbersWithPointOrComma()
    {
        QCOMPARE(csvNumber("1.5"), std::optional(1.5));
        QCOMPARE(csvNumber("1,5"), std::optional(1.5));
        QCOMPARE(csvNumber("-0,25"), std::optional(-0.25));
        QCOMPARE(csvNumber("98.5 %"), std::optional(98.5));
        QCOMPARE(csvNumber("1e3"), std::optional(1000.0));
        for (const char *none : {"", "1.234,5", "12 cd", "nan", "inf", "0x10", "--1", "1,2,3"}) {
            QVERIFY2(!csvNumber(none), none);
        }
    }

    void tooManyRowsAreRefused()
    {
        std::string text;
        for (int i = 0; i < 50; ++i) {
            text += "a,b\n";
        }
        QVERIFY(csvRows(text, 50));
        QVERIFY(!csvRows(text, 49));
        QVERIFY(csvRows("", 0)->empty());
        // A quote that is never closed swallows the rest, and does not hang or crash.
        QCOMPARE(csvRows("a,\"b\nc,d\n", 10)->size(), size_t(1));
    }
};

LAMP_TEST(csv, TestCsv)

} // namespace csv_test
#include "test_csv.moc"
