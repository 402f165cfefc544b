// SPDX-License-Identifier: GPL-3.0-or-later
// Files in and out by the command line: import, convert, rebuild, screen, cube, inspect.
#include "support.h"

#include "cli/command.h"
#include "colour/cube.h"
#include "colour/difference.h"
#include "exchange/reading_table.h"
#include "panels.h"
#include "profile/inspect.h"
#include "report/files.h"

#include <QDir>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>

namespace cli_files_test {

using namespace lamp;
using namespace lamptest;

namespace {

/// What a meter's own program might have exported: drives of 8 bits, Y with x and y.
QString exported(const MadeUpPanel &panel, const QString &heading = "Name,R,G,B,Y (cd/m2),x,y")
{
    QString text = heading + "\n";
    int n = 0;
    const auto add = [&](int r, int g, int b) {
        const XYZ xyz = panel({r / 255.0, g / 255.0, b / 255.0});
        const Chromaticity c = chromaticity(xyz);
        text += QStringLiteral("p%1,%2,%3,%4,%5,%6,%7\n").arg(++n).arg(r).arg(g).arg(b).arg(xyz.b, 0, 'f', 4).arg(c.x, 0, 'f', 5).arg(c.y, 0, 'f', 5);
    };
    for (int i = 0; i <= 17; ++i) {
        add(15 * i, 15 * i, 15 * i);
    }
    for (int i = 0; i < 64; ++i) {
        add(85 * (i / 16), 85 * (i / 4 % 4), 85 * (i % 4));
    }
    return text;
}

} // namespace

class TestCliFiles : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    QString path(const QString &name) const { return m_dir.filePath(name); }
    void write(const QString &name, const QString &text) const
    {
        QVERIFY(writeFile(std::filesystem::path(path(name).toStdString()), text.toStdString()).ok());
    }

private Q_SLOTS:
    void importMakesProfileAndVerdict()
    {
        const MadeUpPanel panel = additivePanel("Adobe RGB (1998)", 130, 0.001);
        write("meter.csv", exported(panel));
        const QStringList command{"import", path("meter.csv"), "--out", path("visit"), "--json", "--report", "html", "--name", "Whimbrel"};
        const Outcome unknown = cli(command);
        QCOMPARE(unknown.status, 1);
        QCOMPARE(unknown.json()["verdict"].toString(), QString("undecided"));
        const Outcome o = cli(command + QStringList{"--corrected-for", "wled-wide"});
        QVERIFY2(o.status == 0, o.err.constData());
        QCOMPARE(o.json()["verdict"].toString(), QString("pass"));
        QCOMPARE(o.json()["readings"].toInt(), 18 + 64);
        QCOMPARE(QDir(path("visit")).entryList(QDir::Files), QStringList({"profile.icc", "ramps.csv", "readings.txt", "report.html", "visit.json"}));
        const auto profile = Profile::open(readBytes(path("visit/profile.icc").toStdString()).value());
        QCOMPARE(profile->facts().description, std::string("Whimbrel"));
        for (const Drive &d : {Drive{0.4, 0.2, 0.9}, Drive{0.7, 0.7, 0.1}, Drive{0.5, 0.5, 0.5}}) {
            const RelXYZ rel = relativeTo(panel(d), panel({1, 1, 1}).b);
            LAMP_NEAR(deltaE2000(profile->colourOf(d), labOf(RelXYZ(profile->chad() * rel.vec()), iccD50())), 0, 0.6);
        }
        // Made again from itself, in the other version.
        QCOMPARE(cli({"rebuild", path("visit/profile.icc"), "--out", path("again.icc"), "--icc", "2"}).status, 0);
        const auto again = Profile::open(readBytes(path("again.icc").toStdString()).value());
        QCOMPARE(again->facts().version, std::string("2.4"));
        LAMP_NEAR(deltaE2000(again->colourOf({0.4, 0.2, 0.9}), profile->colourOf({0.4, 0.2, 0.9})), 0, 0.4);
    }

    void whatIsUnclearIsAskedAndAnswered()
    {
        write("odd.csv", exported(additivePanel("sRGB", 110, 0.001), "Name,first,second,third,Y (cd/m2),x,y"));
        const Outcome asked = cli({"import", path("odd.csv"), "--out", path("odd")});
        QCOMPARE(asked.status, 2);
        QVERIFY2(asked.err.contains("Which column is the red drive") && asked.err.contains("--columns"), asked.err.constData());
        QVERIFY(!QDir(path("odd")).exists());
        const Outcome wrong = cli({"import", path("odd.csv"), "--out", path("odd"), "--columns", "fourth=red"});
        QCOMPARE(wrong.status, 2);
        QVERIFY(wrong.err.contains("\"second\""));
        QCOMPARE(cli({"import", path("odd.csv"), "--out", path("odd"), "--report", "none", "--corrected-for", "wled", "--columns",
                      "first=red,second=green,third=blue"})
                     .status,
                 0);
        QCOMPARE(cli({"import", path("nothing.csv"), "--out", path("odd")}).status, 2);
        QCOMPARE(cli({"import", path("odd.csv"), "--out", path("odd"), "--accept-guess", "--icc", "3"}).status, 2);
    }

    void convertKeepsEverything()
    {
        write("a.csv", exported(additivePanel("sRGB", 110, 0.001)));
        QString from = "a.csv";
        for (const QString &to : QStringList{"b.cxf", "c.json", "d.txt", "e.csv"}) {
            const Outcome o = cli({"convert", path(from), path(to)});
            QVERIFY2(o.status == 0, o.err.constData());
            from = to;
        }
        const auto first = readingTable(readFile(path("a.csv").toStdString()).value()),
                   last = readingTable(readFile(path("e.csv").toStdString()).value());
        const auto a = readingsFrom(first.value(), guessRoles(first.value())), b = readingsFrom(last.value(), guessRoles(last.value()));
        QVERIFY(a.ok() && b.ok());
        QCOMPARE(a->readings.size(), b->readings.size());
        for (size_t i = 0; i < a->readings.size(); ++i) {
            QCOMPARE(a->readings[i].name, b->readings[i].name);
            LAMP_NEAR(a->readings[i].xyz.b, b->readings[i].xyz.b, 1e-6);
            LAMP_NEAR(a->readings[i].rgb.c, b->readings[i].rgb.c, 1e-6);
        }
        QCOMPARE(cli({"convert", path("a.csv"), path("x.doc")}).status, 2);
        // Ramps: CSV to a one-dimensional cube and back.
        write("ramps.csv", "index,r,g,b\n0,0,0,0\n1,0.25,0.3,0.2\n2,1,0.9,0.8\n");
        QCOMPARE(cli({"convert", path("ramps.csv"), path("ramps.cube")}).status, 0);
        const auto cube = cubeFromText(readFile(path("ramps.cube").toStdString()).value());
        QVERIFY(cube.ok());
        LAMP_NEAR(cube->values[1].b, 0.3, 1e-9);
        QCOMPARE(cli({"convert", path("ramps.cube"), path("back.csv")}).status, 0);
        QCOMPARE(readFile(path("back.csv").toStdString())->substr(0, 12), std::string("index,r,g,b\n"));
        write("bad.cube", "LUT_1D_SIZE 3\n0 0 0\n");
        const Outcome bad = cli({"convert", path("bad.cube"), path("bad.csv")});
        QCOMPARE(bad.status, 2);
        QVERIFY(bad.err.contains("1 of 3"));
    }

    // A visit passed on as one file gives back what it was made into.
    void aWholeVisitIsTakenApart()
    {
        const QString csv = m_dir.filePath("meter.csv"), out = m_dir.filePath("whole");
        QVERIFY(writeFile(std::filesystem::path(csv.toStdString()), exported(additivePanel("sRGB", 110, 0.001)).toStdString()).ok());
        QVERIFY(cli({"import", csv, "--out", out, "--corrected-for", "spectroradiometer", "--report", "none", "--whole"}).status <= 1);
        const QString whole = out + "/whole-visit.json";
        const auto same = [&](const QString &ending, const QString &original) {
            const QString made = m_dir.filePath("taken" + ending);
            const Outcome o = cli({"convert", whole, made});
            return o.status == 0 && readFile(made.toStdString()).value() == readFile((out + "/" + original).toStdString()).value();
        };
        QVERIFY(same(".icc", "profile.icc"));
        QVERIFY(same(".json", "visit.json"));
        QVERIFY(same(".txt", "readings.txt"));
        QCOMPARE(cli({"convert", whole, m_dir.filePath("taken.html")}).status, 0);
        QVERIFY(readFile(m_dir.filePath("taken.html").toStdString()).value().find("<html") != std::string::npos);
        const Outcome odd = cli({"convert", whole, m_dir.filePath("taken.doc")});
        QVERIFY(odd.status == 2 && odd.err.contains(".doc"));
    }

    // Curves by formula only where the version has them.
    void formOfCurves()
    {
        const QString csv = m_dir.filePath("curves.csv");
        QVERIFY(writeFile(std::filesystem::path(csv.toStdString()), exported(additivePanel("sRGB", 110, 0.001)).toStdString()).ok());
        const auto typeOf = [&](const QString &form, const QString &version) {
            const QString out = m_dir.filePath("curves-" + form + version);
            const Outcome o = cli({"import", csv, "--out", out, "--curves", form, "--icc", version, "--profile", "matrix", "--report", "none"});
            if (o.status > 1) {
                return QString::fromUtf8(o.err);
            }
            for (const auto &t : cli({"inspect", out + "/profile.icc", "--json"}).json()["tag_table"].toArray()) {
                if (t.toObject()["signature"] == "gTRC") {
                    return t.toObject()["type"].toString();
                }
            }
            return QString();
        };
        QCOMPARE(typeOf("parametric", "4"), QString("para"));
        QCOMPARE(typeOf("sampled", "4"), QString("curv"));
        QCOMPARE(typeOf("auto", "2"), QString("curv"));
        QVERIFY(typeOf("parametric", "2").contains("--curves"));
        QVERIFY(typeOf("bent", "4").contains("bent"));
    }

    void screenNamesTheOddOne()
    {
        QStringList files;
        for (int i = 0; i < 4; ++i) {
            MatrixModel m;
            m.channels = rgbSpace(i == 1 ? "sRGB" : "Display P3")->toXyz() * 120;
            for (auto &list : m.light) {
                for (int k = 0; k < 64; ++k) {
                    list.push_back(std::pow(k / 63.0, 2.2 + 0.01 * i));
                }
            }
            ProfileText words;
            words.description = "unit " + std::to_string(i);
            files << path(QStringLiteral("unit-%1.icc").arg(i));
            QVERIFY(writeFile(std::filesystem::path(files.back().toStdString()), writeMatrixProfile(m, {}, words).value()).ok());
        }
        const Outcome o = cli(QStringList{"screen", "--json"} + files);
        QCOMPARE(o.status, 1);
        const QJsonArray profiles = o.json()["profiles"].toArray();
        for (int i = 0; i < 4; ++i) {
            QCOMPARE(profiles[i].toObject()["odd"].toBool(), i == 1);
        }
        QVERIFY(o.json()["recommended"].toString() != files[1]);
        QCOMPARE(o.json()["delta_e_00"].toArray().size(), 4);
        // With readings of one's own unit, which is the wide one.
        write("own.csv", exported(additivePanel("Display P3", 120, 0.0005)));
        const QJsonArray errors = cli(QStringList{"screen", "--json", "--readings", path("own.csv")} + files).json()["real_errors"].toArray();
        QCOMPARE(errors.size(), 5);
        QVERIFY(errors[0].toObject()["mean"].toDouble() < errors[1].toObject()["mean"].toDouble());
        QVERIFY(errors[0].toObject()["mean"].toDouble() < errors[4].toObject()["mean"].toDouble());
        // A simulated unit of another kind agrees with none of them, and the readings say so.
        const Outcome bench = cli(QStringList{"screen", "--json", "--bench", QStringLiteral(LAMP_CLI) + " serve --display wled --warm"} + files);
        QVERIFY(bench.json()["real_errors"].toArray()[0].toObject()["mean"].toDouble() > 3);
        QCOMPARE(cli({"screen", path("own.csv")}).status, 2);
        files.removeAt(1);
        QCOMPARE(cli(QStringList{"screen"} + files).status, 0);
    }

    // A display that holds a 3D LUT itself, described as it stands, then measured through the LUT.
    void cubeIsHeldByADisplayAndProved()
    {
        const QString bench = QStringLiteral(LAMP_CLI) + " serve --display sanderling --warm";
        const Outcome visit = cli({"visit", "--bench", bench, "--task", "profile", "--target", "Photo", "--out", path("field"), "--report", "none"});
        QVERIFY2(visit.status <= 1, visit.err.constData());
        const Outcome o = cli({"cube", "--profile", path("field/profile.icc"), "--source", "Rec. 709", "--tone", "bt1886", "--luminance", "100",
                               "--out", path("field.cube"), "--bench", bench, "--patches", "32", "--json"});
        QVERIFY2(o.status == 0, o.err.constData());
        const QJsonObject proof = o.json()["measured_through"].toObject();
        LAMP_NEAR(proof["white_cd_m2"].toDouble(), 100, 1.0);
        QVERIFY2(proof["mean"].toDouble() < 0.5 && proof["max"].toDouble() < 2.0, o.out.constData());
        QVERIFY(!proof.contains("mind"));
        const auto cube = cubeFromText(readFile(path("field.cube").toStdString()).value());
        QCOMPARE(cube->size, 33);
        QVERIFY(std::any_of(cube->comments.begin(), cube->comments.end(),
                            [](const std::string &c) { return c.find("100.0 cd/m2") != std::string::npos; }));
        // A display without one says so; what cannot be is refused before anything is written.
        const Outcome none = cli({"cube", "--profile", path("field/profile.icc"), "--out", path("x.cube"), "--bench",
                                  QStringLiteral(LAMP_CLI) + " serve --display wled --warm"});
        QCOMPARE(none.status, 3);
        QCOMPARE(cli({"cube", "--profile", path("field/profile.icc"), "--out", path("y.cube"), "--luminance", "5000"}).status, 2);
        QVERIFY(!QFile::exists(path("y.cube")));
        QCOMPARE(cli({"cube", "--profile", path("field/profile.icc"), "--out", path("y.cube"), "--source", "Rec. 9000"}).status, 2);
        QCOMPARE(cli({"cube", "--profile", path("field/profile.icc"), "--out", path("y.cube"), "--tone", "steep"}).status, 2);
        QCOMPARE(cli({"cube", "--profile", path("field/profile.icc"), "--out", path("y.cube"), "--reverse", "--size", "17"}).status, 0);
        QCOMPARE(cubeFromText(readFile(path("y.cube").toStdString()).value())->size, 17);
    }

    void inspectTellsInBothForms()
    {
        write("text.icc", "no profile at all");
        const Outcome none = cli({"inspect", path("text.icc"), "--json"});
        QCOMPARE(none.status, 2);
        QVERIFY(!none.json()["findings"].toArray().isEmpty());
        QVERIFY(!none.json()["sound"].toBool());
        const Outcome good = cli({"inspect", path("unit-0.icc"), "--json"});
        QCOMPARE(good.status, 0);
        QCOMPARE(good.json()["description"].toString(), QString("unit 0"));
        QVERIFY(good.json()["tag_table"].toArray().size() > 8);
        QCOMPARE(good.json()["tone"].toObject()["green"].toArray().size(), 256);
        QVERIFY(cli({"inspect", path("unit-0.icc")}).out.contains("It describes a display"));
    }
};

LAMP_TEST(cli_files, TestCliFiles)

} // namespace cli_files_test
#include "test_cli_files.moc"
