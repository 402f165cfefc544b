// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "base/stopping.h"
#include "colour/difference.h"
#include "colour/even_hue.h"
#include "colour/spaces.h"
#include "colour/spread.h"
#include "gamut/gamut.h"
#include "icc/icc.h"
#include "icc/parametric.h"
#include "judge/verification.h"
#include "panels.h"
#include "profile/coverage.h"
#include "profile/gamut_surface.h"
#include "profile/inspect.h"
#include "profile/table_profile.h"

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>

#include <chrono>
#include <numeric>
#include <random>
#include <thread>

namespace profile_test {

using namespace lamp;

namespace {

MatrixModel model(const char *space = "Display P3", double gamma = 2.2, double blackShare = 0.001)
{
    MatrixModel m;
    m.channels = rgbSpace(space)->toXyz() * 120;
    m.black = XYZ(blackShare * 120 * Eigen::Vector3d(0.98, 1.0, 1.3));
    for (auto &list : m.light) {
        for (int i = 0; i <= 255; ++i) {
            list.push_back(std::pow(i / 255.0, gamma));
        }
    }
    return m;
}

Ramps ramps()
{
    Ramps r;
    for (int i = 0; i < 256; ++i) {
        const double v = i / 255.0;
        r.r.push_back(v);
        r.g.push_back(0.95 * v);
        r.b.push_back(0.9 * std::pow(v, 1.1));
    }
    return r;
}

const WallTime kMade = fromIsoTime("2026-11-25T09:12:30Z");

Bytes written(int version)
{
    return writeMatrixProfile(model(), ramps(), {"Dunlin 32, D65, 120 cd/m²", "Free", kMade, version}).value();
}

} // namespace

class TestProfile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // What the profile says of every drive is what the model says: black leakage is folded in exactly.
    void profileAgreesWithItsModel()
    {
        for (const int version : {2, 4}) {
            const auto profile = Profile::open(written(version));
            QVERIFY(profile.ok());
            const MatrixModel m = model();
            double sum = 0, worst = 0;
            int n = 0;
            for (int r = 0; r <= 5; ++r) {
                for (int g = 0; g <= 5; ++g) {
                    for (int b = 0; b <= 5; ++b) {
                        const Drive d{r / 5.0, g / 5.0, b / 5.0};
                        const double e = deltaE2000(measuredLab(m.evaluate(d), m.white(), profile->chad()), profile->colourOf(d));
                        sum += e;
                        worst = std::max(worst, e);
                        ++n;
                    }
                }
            }
            QVERIFY2(sum / n < 0.05 && worst < 0.2, qPrintable(QStringLiteral("v%1: %2 %3").arg(version).arg(sum / n).arg(worst)));
        }
    }

    // Source: ICC.1:2010, 9.2: required tags of a three-component matrix display profile; chad for a white that is
    // not D50; 7.2: class, space, PCS.
    void tagsAndHeader()
    {
        for (const int version : {2, 4}) {
            const Bytes bytes = written(version);
            const auto f = Profile::open(bytes)->facts();
            for (const char *tag : {"desc", "cprt", "wtpt", "chad", "lumi", "vcgt", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"}) {
                QVERIFY2(std::find(f.tags.begin(), f.tags.end(), tag) != f.tags.end(), tag);
            }
            QCOMPARE(bytes[8], std::uint8_t(version));
            QCOMPARE(f.deviceClass, std::string("mntr"));
            QCOMPARE(f.connectionSpace, std::string("XYZ"));
            QCOMPARE(f.created, std::string("2026-11-25T09:12:30Z"));
            QVERIFY(f.description.find("Dunlin 32") != std::string::npos);
            LAMP_NEAR(*f.luminance, 120, 0.5);
            LAMP_NEAR(f.white->x, 0.3127, 0.0006);
            LAMP_NEAR(f.primaries[0].x, 0.680, 0.004);
            LAMP_NEAR(f.gammas[1], 2.2, 0.05);
            // ICC.1:2001-04, 6.1: what version 4 made the ID is reserved in version 2.
            QCOMPARE(f.id == std::string(32, '0'), version == 2);
        }
    }

    // Source: RFC 1321 MD5 by Qt over the profile with the fields that ICC.1, 7.2.18 sets to zero.
    void profileIdIsTheMd5()
    {
        const Bytes bytes = written(4);
        QByteArray data(reinterpret_cast<const char *>(bytes.data()), qsizetype(bytes.size()));
        const QByteArray id = data.mid(84, 16);
        for (const auto &[at, length] : std::vector<std::pair<int, int>>{{44, 4}, {64, 4}, {84, 16}}) {
            data.replace(at, length, QByteArray(length, 0));
        }
        QCOMPARE(id.toHex(), QCryptographicHash::hash(data, QCryptographicHash::Md5).toHex());
    }

    void rampsComeBack()
    {
        const auto back = Profile::open(written(4))->ramps(256);
        QVERIFY(back.has_value());
        for (size_t i = 0; i < 256; i += 5) {
            LAMP_NEAR(back->g[i], ramps().g[i], 1.0 / 65535);
            LAMP_NEAR(back->b[i], ramps().b[i], 1.0 / 65535);
        }
    }

    void inverseShowsWhatWasWanted()
    {
        const auto profile = Profile::open(written(4));
        for (const Lab &lab : {Lab{50, 0, 0}, Lab{65, 20, 30}, Lab{40, -30, 10}, Lab{30, 10, -35}, Lab{92, 0, 0}}) {
            LAMP_NEAR(deltaE2000(profile->colourOf(profile->driveFor(lab)), lab), 0, 0.02);
        }
    }

    // Many at once are the same as one after the other, to the last bit, also more than go to the engine in one piece.
    void manyAtOnceAsOneByOne()
    {
        const auto profile = Profile::open(written(4));
        QVERIFY(!profile->tables() && profile->coloursOf({}).empty() && profile->drivesFor({}).empty());
        std::vector<Drive> drives;
        std::vector<Lab> colours;
        for (int i = 0; i < 70000; ++i) {
            drives.push_back(spread(i));
            const Drive d = spread(i + 5);
            colours.emplace_back(100 * d.a, 200 * d.b - 100, 200 * d.c - 100); // many beyond the gamut
        }
        colours[3].b = std::nan("");
        const std::vector<Lab> shown = profile->coloursOf(drives);
        const std::vector<Drive> asked = profile->drivesFor(colours);
        QVERIFY(shown.size() == drives.size() && asked.size() == colours.size());
        for (size_t i = 0; i < drives.size(); i += i + 7 < drives.size() && i > 66 && i < 65000 ? 7 : 1) {
            QVERIFY(shown[i] == profile->colourOf(drives[i]) && asked[i] == profile->driveFor(colours[i]));
            QVERIFY(asked[i].vec().minCoeff() >= 0 && asked[i].vec().maxCoeff() <= 1);
        }
    }

    // What displays share of a space, against counting colours that are evenly drawn from its body in CIELAB and lie in each display's own
    // triangle of light. 30,000 of them: 0.9 % is three standard deviations.
    void sharedByAllIsWhatEachShows()
    {
        const std::vector<const char *> names{"sRGB", "Display P3", "Adobe RGB (1998)"};
        std::vector<Profile> made;
        std::vector<const Profile *> all;
        std::vector<Eigen::Matrix3d> toLight;
        for (const char *name : names) {
            made.push_back(Profile::open(writeMatrixProfile(model(name, 2.2, 0), {}, {"made up", "Free", kMade, 4}).value()).value());
            toLight.push_back(gamutOf(*rgbSpace(name)).toPcs.inverse());
        }
        std::transform(made.begin(), made.end(), std::back_inserter(all), [](const Profile &p) { return &p; });
        const Eigen::Matrix3d wide = gamutOf(*rgbSpace("Rec. 2020")).toPcs;
        int space = 0, shared = 0;
        for (int i = 0; space < 30000; ++i) {
            const Drive d = spread(i);
            const Eigen::Vector3d xyz = xyzOf(Lab{100 * d.a, 400 * d.b - 230, 340 * d.c - 150}, iccD50()).vec();
            const auto holds = [&xyz](const Eigen::Matrix3d &light) { return (light * xyz).minCoeff() >= 0 && (light * xyz).maxCoeff() <= 1; };
            if (holds(wide.inverse())) {
                ++space;
                shared += std::all_of(toLight.begin(), toLight.end(), holds) ? 1 : 0;
            }
        }
        const double counted = 100.0 * shared / space;
        const std::vector<double> told = sharedCoverage(all, {*rgbSpace("Rec. 2020")});
        LAMP_NEAR(told.front(), counted, 0.9);
        // Of many it is the same, however often each is there; of none it is not known.
        std::vector<const Profile *> many;
        for (int i = 0; i < 40; ++i) {
            many.push_back(all[size_t(i) % all.size()]);
        }
        LAMP_NEAR(sharedCoverage(many, {*rgbSpace("Rec. 2020")}).front(), told.front(), 0.3);
        QVERIFY(std::isnan(sharedCoverage({}, {*rgbSpace("Rec. 2020")}).front()));
        for (const double own : sharedOfEach(all)) {
            QVERIFY(own > 55 && own < 100); // none of the three lies within another
        }
    }

    // Source: transicc of Little CMS (package liblcms2-utils), an independent program.
    void transiccReadsTheProfile()
    {
        QTemporaryDir dir;
        QFile file(dir.filePath("p.icc"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        const Bytes bytes = written(4);
        file.write(reinterpret_cast<const char *>(bytes.data()), qint64(bytes.size()));
        file.close();
        QProcess p;
        p.start("transicc", {"-i", file.fileName(), "-o*Lab", "-t1", "-n"});
        QVERIFY2(p.waitForStarted(), "transicc is missing");
        p.write("255 255 255\n128 64 200\nq\n");
        p.closeWriteChannel();
        QVERIFY(p.waitForFinished());
        const QStringList numbers = QString::fromUtf8(p.readAllStandardOutput()).simplified().split(' ');
        QVERIFY2(numbers.size() >= 6, qPrintable(numbers.join(' ')));
        LAMP_NEAR(numbers[0].toDouble(), 100, 0.01);
        const Lab mine = Profile::open(bytes)->colourOf({128 / 255.0, 64 / 255.0, 200 / 255.0});
        LAMP_NEAR(numbers[3].toDouble(), mine.a, 0.02);
        LAMP_NEAR(numbers[4].toDouble(), mine.b, 0.05);
        LAMP_NEAR(numbers[5].toDouble(), mine.c, 0.05);
    }

    void damagedBytesAreToldAndDoNotCrash()
    {
        const Bytes good = written(4);
        QVERIFY(!Profile::open({}).ok());
        QVERIFY(!Profile::open(Bytes(4000, 7)).ok());
        for (size_t length = 0; length < good.size(); length += 97) {
            const auto p = Profile::open(Bytes(good.begin(), good.begin() + long(length)));
            if (p) {
                (void)p->facts();
            }
        }
        for (size_t at = 0; at < 400; ++at) {
            Bytes bad = good;
            bad[at] ^= 0xFF;
            (void)inspect(bad, kMade);
            if (const auto p = Profile::open(bad)) {
                (void)p->facts();
            }
        }
    }

    void findingsNameWhatIsWrong()
    {
        QVERIFY(inspect(written(4), kMade).findings.size() == 1); // P3's very primaries, as made above
        MatrixModel own = model();
        own.channels.col(0) *= 0.93;
        own.channels(0, 1) *= 1.1;
        const auto clean = writeMatrixProfile(own, {}, {"x", "y", kMade, 4});
        QVERIFY(inspect(clean.value(), kMade).findings.empty());
        const auto early = inspect(clean.value(), kMade - std::chrono::days{30}).findings;
        QCOMPARE(early.size(), size_t(1));
        QVERIFY(english(early.front().text).find("future") != std::string::npos);
        Ramps falling = ramps();
        falling.b[100] = 0.9;
        const auto bent = writeMatrixProfile(own, falling, {"x", "y", kMade, 4});
        QVERIFY(english(inspect(bent.value(), kMade).findings.front().text).find("blue") != std::string::npos);
    }

    // A display with a white subpixel, made up here: no matrix describes it, and the table profile, read by Little CMS,
    // agrees with the model in both directions.
    void displayModelAndItsTableProfile()
    {
        const MadeUpPanel base = additivePanel("Display P3", 120, 0.0005);
        const Eigen::Vector3d extra(9, 4, 16);
        const MadeUpPanel panel = [&](const Drive &d) { return XYZ(base(d).vec() + gammaLight(d).minCoeff() * extra); };
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const ShownDisplay oled(made, {});
        const MatrixFit fit = matrixFit(oled, oled.asMatrix({}));
        QVERIFY(fit.mean > 0.5 && fit.mean > 3 * fit.unsure);
        for (const int version : {2, 4}) {
            const auto profile = Profile::open(writeTableProfile(oled, ramps(), {"table", "free", kMade, version}).value());
            QVERIFY(profile.ok());
            QVERIFY(profile->facts().tables);
            std::vector<double> forward, back;
            std::mt19937 random(7);
            std::uniform_real_distribution<double> any(0, 1);
            for (int i = 0; i < 4000; ++i) {
                const Drive d{any(random), any(random), any(random)};
                forward.push_back(deltaE2000(profile->colourOf(d), oled.lab(d)));
                const Lab shown = profile->colourOf(d);
                back.push_back(deltaE2000(profile->colourOf(profile->driveFor(shown)), shown));
            }
            const auto mean = [](const std::vector<double> &v) { return std::accumulate(v.begin(), v.end(), 0.0) / double(v.size()); };
            const auto most = [](const std::vector<double> &v) { return *std::max_element(v.begin(), v.end()); };
            const QString figures =
                QStringLiteral("v%1 forward %2 %3, back %4 %5").arg(version).arg(mean(forward)).arg(most(forward)).arg(mean(back)).arg(most(back));
            qInfo("%s", qPrintable(figures));
            QVERIFY2(mean(forward) < 0.05 && most(forward) < 0.2, qPrintable(figures));
            QVERIFY2(mean(back) < 0.15 && most(back) < 0.6, qPrintable(figures));
            for (double l = 4; l <= 100; l += 3.7) {
                const Lab gray = profile->colourOf(profile->driveFor({l, 0, 0}));
                QVERIFY2(std::hypot(gray.b, gray.c) < 0.1 && std::abs(gray.a - l) < 0.1,
                         qPrintable(QStringLiteral("%1: %2 %3 %4").arg(l).arg(gray.a).arg(gray.b).arg(gray.c)));
            }
            QVERIFY(profile->ramps(256).has_value());
        }
    }

    // A fit and the tables of a profile that are asked to stop end long before they would be done, at whatever moment it is.
    void heavyWorkStopsWhenAskedTo()
    {
        const MadeUpPanel panel = additivePanel("Display P3", 120, 0.0005);
        const auto readings = readingsOf(panel, manyDrives());
        // Seconds of the processor: what else the machine does makes them no more.
        const auto processor = [] {
            timespec t{};
            clock_gettime(CLOCK_PROCESS_CPUTIME_ID, &t);
            return double(t.tv_sec) + 1e-9 * double(t.tv_nsec);
        };
        const auto seconds = [&](const auto &work) {
            const double begun = processor();
            bool stopped = false;
            try {
                work();
            } catch (const Stopped &) {
                stopped = true;
            }
            return std::pair(processor() - begun, stopped);
        };
        const auto fit = [&] { const DisplayModel made(primariesOf(panel), 0.02, readings, 0); };
        const double fitting = seconds(fit).first;
        const DisplayModel model(primariesOf(panel), 0.02, readings, 0);
        const ShownDisplay shown(model, {});
        const auto tables = [&] { QVERIFY(writeTableProfile(shown, ramps(), {"table", "free", kMade, 4}).ok()); };
        const double writing = seconds(tables).first;
        for (const double at : {0.0, 0.1, 0.3}) {
            for (const auto &[work, whole] : {std::pair<std::function<void()>, double>(fit, fitting), {tables, writing}}) {
                std::stop_source stop;
                const StopScope scope(stop.get_token());
                std::jthread asker([&, until = processor() + at * whole] {
                    while (processor() < until) {
                        std::this_thread::sleep_for(std::chrono::microseconds(200));
                    }
                    stop.request_stop();
                });
                const auto [took, stopped] = seconds(work);
                QVERIFY2(stopped, qPrintable(QStringLiteral("asked after %1 of %2 s, ended after %3").arg(at * whole).arg(whole).arg(took)));
            }
        }
    }

    // Grays and black by every intent; hue and order of colours outside the gamut; readings kept in the profile.
    void intentsOfATableProfile()
    {
        const MadeUpPanel panel = additivePanel("sRGB", 120, 0.001);
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const ShownDisplay shown(made, {});
        for (const int version : {2, 4}) {
            ProfileText text{"table", "free", kMade, version};
            text.readings = "CGATS.17 some readings";
            const auto profile = Profile::open(writeTableProfile(shown, {}, text).value());
            QCOMPARE(profile->facts().readings, text.readings);
            for (const Intent intent : {Intent::Perceptual, Intent::Relative, Intent::Saturation}) {
                LAMP_NEAR(profile->colourOf(profile->driveFor({100, 0, 0}, intent)).a, 100, 0.05);
                double before = -1;
                for (int chroma = 0; chroma <= 92; chroma += 4) {
                    // Towards a green that the display has not, as far as usual spaces reach: chroma does not turn back visibly, and the hue stays.
                    const Lab wanted{70, -0.8 * chroma, 0.6 * chroma};
                    const Lab got = profile->colourOf(profile->driveFor(wanted, intent));
                    const double reached = std::hypot(got.b, got.c);
                    QVERIFY2(reached > before - 1, qPrintable(QStringLiteral("v%1, intent %2, chroma %3: %4 after %5")
                                                                  .arg(version)
                                                                  .arg(int(intent))
                                                                  .arg(chroma)
                                                                  .arg(reached)
                                                                  .arg(before)));
                    before = std::max(before, reached);
                    if (chroma > 8) {
                        const double turn = std::remainder(lchOf(got).c - lchOf(wanted).c, 360.0);
                        QVERIFY2(std::abs(turn) < 4,
                                 qPrintable(
                                     QStringLiteral("v%1, intent %2, chroma %3: hue off by %4").arg(version).arg(int(intent)).arg(chroma).arg(turn)));
                    }
                }
                QVERIFY(before > 60);
            }
            // Perceptual presses: less chroma than relative where the display still reaches, more detail beyond.
            const Lab strong{60, 60, 40};
            const auto chromaOf = [&](Intent i) { return lchOf(profile->colourOf(profile->driveFor(strong, i))).b; };
            QVERIFY(chromaOf(Intent::Perceptual) < chromaOf(Intent::Relative) + 0.01);
            // Black of the source is the display's darkest by perceptual. In version 4 Little CMS takes it to the
            // reference medium's black (ICC.1:2010, 6.3.3) by itself, which has to come out at the display's.
            LAMP_NEAR(profile->colourOf(profile->driveFor({0, 0, 0}, Intent::Perceptual)).a, profile->colourOf({0, 0, 0}).a, 0.1);
            QVERIFY(profile->driveFor({30, 0, 0}, Intent::Perceptual).b > 0.1);
            // Programs scale black by the same assumption for saturation (version 4).
            LAMP_NEAR(profile->colourOf(profile->driveFor({0, 0, 0}, Intent::Saturation)).a, profile->colourOf({0, 0, 0}).a, 0.1);
        }
    }

    // Greens and blues beyond what 16 bits of CIELAB hold (a*, b* of -128): the display's own colours come out and go back as they are,
    // through Little CMS in floating point and in 16 bits; black stays black by every intent.
    void tablesHoldWideGamuts()
    {
        const MadeUpPanel base = additivePanel("Rec. 2020", 120, 0.0001);
        const Eigen::Vector3d extra(9, 4, 16);
        const MadeUpPanel panel = [&](const Drive &d) { return XYZ(base(d).vec() + gammaLight(d).minCoeff() * extra); };
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const ShownDisplay wide(made, {});
        const Bytes bytes = writeTableProfile(wide, {}, {"table", "free", kMade, 4}).value();
        const auto profile = Profile::open(bytes);
        QVERIFY(profile.ok());
        QCOMPARE(profile->facts().connectionSpace, std::string("XYZ"));
        double beyond = 0;
        for (int corner = 0; corner < 8; ++corner) {
            const Drive d{double(corner & 1), double(corner >> 1 & 1), double(corner >> 2)};
            const Lab truth = wide.lab(d), said = profile->colourOf(d);
            beyond = std::max({beyond, -truth.b, -truth.c});
            const Drive back = profile->driveFor(said);
            const QString figures =
                QStringLiteral("corner %1: %2, back %3 %4 %5").arg(corner).arg(deltaE2000(said, truth)).arg(back.a).arg(back.b).arg(back.c);
            QVERIFY2(deltaE2000(said, truth) < 0.3, qPrintable(figures));
            // Full drive goes back to full drive; what is off shows next to nothing (by drive's 2.2).
            for (int c = 0; c < 3; ++c) {
                QVERIFY2(d[c] > 0 ? back[c] > 0.99 : std::pow(back[c], 2.2) < 0.0004, qPrintable(figures));
            }
        }
        QVERIFY2(beyond > 128, qPrintable(QString::number(beyond)));
        for (const Intent intent : {Intent::Perceptual, Intent::Relative, Intent::Saturation}) {
            const Drive black = profile->driveFor({0, 0, 0}, intent);
            QVERIFY2(wide.evaluate(black).b < 2 * wide.evaluate({0, 0, 0}).b,
                     qPrintable(QStringLiteral("intent %1: %2 cd/m²").arg(int(intent)).arg(wide.evaluate(black).b)));
            for (double l = 5; l < 100; l += 7) {
                const Lab gray = wide.lab(profile->driveFor({l, 0, 0}, intent));
                QVERIFY2(std::hypot(gray.b, gray.c) < 0.3,
                         qPrintable(QStringLiteral("intent %1, L* %2: %3 %4").arg(int(intent)).arg(l).arg(gray.b).arg(gray.c)));
            }
        }
        // Between the corners, there and back.
        std::mt19937 random(7);
        std::uniform_real_distribution<double> any(0, 1);
        double worst = 0, sum = 0;
        for (int i = 0; i < 2000; ++i) {
            const Drive d{any(random), any(random), any(random)};
            const double e = deltaE2000(profile->colourOf(d), wide.lab(d));
            worst = std::max(worst, e);
            sum += e / 2000;
        }
        QVERIFY2(sum < 0.06 && worst < 0.4, qPrintable(QStringLiteral("mean %1, worst %2").arg(sum).arg(worst)));
    }

    // The same display by matrix and by tables covers the same share of every space.
    void coverageDoesNotDependOnTheKindOfProfile()
    {
        const MadeUpPanel panel = additivePanel("sRGB", 120, 0.001);
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const ShownDisplay shown(made, {});
        const auto byMatrix = Profile::open(writeMatrixProfile(shown.asMatrix({}), {}, {"matrix", "free", kMade, 4}).value());
        const auto byTables = Profile::open(writeTableProfile(shown, {}, {"table", "free", kMade, 4}).value());
        const auto matrix = coverageBy(byMatrix.value(), rgbSpaces()), tables = coverageBy(byTables.value(), rgbSpaces());
        for (size_t i = 0; i < matrix.size(); ++i) {
            for (double SpaceCoverage::*figure : {&SpaceCoverage::coverage, &SpaceCoverage::coverageWithBlack, &SpaceCoverage::volume}) {
                QVERIFY2(std::abs(matrix[i].*figure - tables[i].*figure) < 1,
                         qPrintable(QStringLiteral("%1: %2 and %3").arg(matrix[i].space.c_str()).arg(matrix[i].*figure).arg(tables[i].*figure)));
            }
        }
        QVERIFY(matrix[0].coverage > 99.5 && matrix[0].coverageWithBlack < 99 && matrix[2].coverage < 80);
    }

private:
    /// How colours from gray to well beyond the gamut come back, all round the hues.
    struct TakenIn {
        double turn = 0, step = 0, back = 0;   ///< of the hue; for a step of the colour asked for; of chroma
        double turnBeyond = 0, backBeyond = 0; ///< of what no picture in perceptual's source can hold
        void count(bool beyond, double turned, double lost)
        {
            double &most = beyond ? turnBeyond : turn, &least = beyond ? backBeyond : back;
            most = std::max(most, turned);
            least = std::max(least, lost);
        }
        [[nodiscard]] QString figures() const
        {
            return QStringLiteral("turn %1, step %2, return %3, beyond its source %4, %5")
                .arg(turn)
                .arg(step)
                .arg(back)
                .arg(turnBeyond)
                .arg(backBeyond);
        }
    };

    /// \param most what the connection space can say of a* and b*
    static TakenIn takenIn(const Profile &profile, const RgbSpace &source, Intent intent, double most)
    {
        const Eigen::Matrix3d fromPcs = (adaptation(whiteOf(source.white), iccD50()) * source.toXyz()).inverse();
        const auto shown = [&](const Lab &wanted) {
            return evenHueOf(xyzOf(profile.colourOf(profile.driveFor(wanted, intent), Intent::Relative), iccD50()));
        };
        TakenIn all;
        for (int hue = 0; hue < 360; hue += 10) {
            for (const double l : {30.0, 55.0, 80.0}) {
                Lab before = shown({l, 0, 0});
                double farthest = 0;
                for (int chroma = 2; chroma <= 120; chroma += 2) {
                    const RelXYZ xyz = xyzOfEvenHue(labOf(LCh{l, double(chroma), double(hue)}));
                    const Lab wanted = labOf(xyz, iccD50());
                    if (std::max(std::abs(wanted.b), std::abs(wanted.c)) > most) {
                        break;
                    }
                    const Eigen::Vector3d light = fromPcs * xyz.vec();
                    const bool beyond = intent == Intent::Perceptual && (light.minCoeff() < -0.001 || light.maxCoeff() > 1.001);
                    const Lab even = shown(wanted);
                    const LCh polar = lchOf(even);
                    all.count(beyond, polar.b > 15 ? std::abs(std::remainder(polar.c - hue, 360.0)) : 0, farthest - polar.b);
                    all.step = std::max(all.step, (even.vec() - before.vec()).norm() / 2);
                    farthest = std::max(farthest, polar.b);
                    before = even;
                }
            }
        }
        return all;
    }

private Q_SLOTS:
    // The hue stays, chroma does not turn back, and a step of the colour asked for is answered by a step of its size.
    void coloursOutOfTheGamutAreTakenInSmoothly()
    {
        const MadeUpPanel panel = additivePanel("Display P3", 120, 0.0008);
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        for (const char *source : {"sRGB", "Rec. 2020"}) {
            for (const int version : {4, 2}) {
                ProfileText text{"table", "free", kMade, version};
                text.perceptualSource = source;
                const auto profile = Profile::open(writeTableProfile(ShownDisplay(made, {}), {}, text).value());
                for (const Intent intent : {Intent::Perceptual, Intent::Relative, Intent::Saturation}) {
                    const TakenIn seen = takenIn(profile.value(), *rgbSpace(source), intent, version == 4 ? 1000 : 126);
                    const QString figures = QStringLiteral("%1, version %2, intent %3: ").arg(source).arg(version).arg(int(intent)) + seen.figures();
                    qInfo("%s", qPrintable(figures));
                    const bool perceptual = intent == Intent::Perceptual;
                    // Version 2 connects by CIELAB, in whose cells the boundary runs; relative and saturation keep the display's own colours there.
                    QVERIFY2(seen.turn < (perceptual ? 1.5 : (version == 4 ? 3 : 13)) && seen.step < 3, qPrintable(figures));
                    QVERIFY2(seen.back < (perceptual ? (version == 4 ? 0.2 : 2.5) : 5), qPrintable(figures));
                    QVERIFY2(version == 2 || (seen.turnBeyond < 6 && seen.backBeyond < 15), qPrintable(figures));
                }
            }
        }
    }

    // What perceptual says that a drive shows is what it takes that drive for.
    void perceptualTablesAreInverse()
    {
        for (const char *display : {"sRGB", "Display P3"}) {
            const MadeUpPanel panel = additivePanel(display, 120, 0.0008);
            const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
            for (const char *source : {"sRGB", "Adobe RGB (1998)", "Rec. 2020"}) {
                for (const int version : {2, 4}) {
                    ProfileText text{"table", "free", kMade, version};
                    text.perceptualSource = source;
                    const auto profile = Profile::open(writeTableProfile(ShownDisplay(made, {}), {}, text).value());
                    double worst = 0, sum = 0;
                    std::mt19937 random(11);
                    std::uniform_real_distribution<double> any(0, 1);
                    for (int i = 0; i < 1000; ++i) {
                        const Drive d{any(random), any(random), any(random)};
                        const Drive back = profile->driveFor(profile->colourOf(d, Intent::Perceptual), Intent::Perceptual);
                        const double e = deltaE2000(profile->colourOf(d), profile->colourOf(back));
                        worst = std::max(worst, e);
                        sum += e / 1000;
                    }
                    const QString figures =
                        QStringLiteral("%1 on %2, version %3: mean %4, worst %5").arg(source).arg(display).arg(version).arg(sum).arg(worst);
                    qInfo("%s", qPrintable(figures));
                    // Version 2 keeps the hue outside at the cost of colours in the cells that the boundary cuts.
                    const bool fits = source == std::string("sRGB");
                    QVERIFY2(version == 2 ? sum < 0.5 : (fits ? sum < 0.05 && worst < 0.5 : sum < 0.15 && worst < 4), qPrintable(figures));
                }
            }
        }
    }

    // Tables from drive, all intents, of panels that reach less or more than the source here and there: no node is darker than black, and none far
    // darker than the one before it.
    void noNodeIsDarkerThanBlack_data()
    {
        QTest::addColumn<int>("seed");
        for (int seed = 1; seed <= lamptest::repetitions(8, 4); ++seed) {
            QTest::addRow("panel %d", seed) << seed;
        }
    }
    void noNodeIsDarkerThanBlack()
    {
        QFETCH(int, seed);
        std::mt19937 random{unsigned(seed)};
        std::uniform_real_distribution<double> any(-1, 1);
        const MadeUpPanel base = additivePanel(seed % 2 == 0 ? "sRGB" : "Display P3", 120, 0.0006 * std::exp(0.7 * any(random)));
        // Primaries that lean into each other, as filters do; light that channels take from each other.
        Eigen::Matrix3d lean = Eigen::Matrix3d::Identity();
        for (int i = 0; i < 9; ++i) {
            lean(i / 3, i % 3) += i / 3 == i % 3 ? 0 : 0.03 * (1 + any(random));
        }
        const double takes = 0.04 * (1 + any(random));
        const MadeUpPanel panel = [&](const Drive &d) {
            const Eigen::Vector3d black = base({}).vec(), light = base(d).vec() - black;
            const double most = std::max({d.a, d.b, d.c});
            return XYZ(black + lean * light * (1 - takes * most * (1 - most)));
        };
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const auto profile = writeTableProfile(ShownDisplay(made, {}), {}, {"table", "free", kMade, 4});
        QVERIFY(profile.ok());
        for (const Finding &f : inspect(profile.value(), kMade).findings) {
            QVERIFY2(f.text.code != "table-darker-than-black" && f.text.code != "table-falls", english(f.text).c_str());
        }
        // Inspecting finds what it is there for: one node of the first table that holds the least that it can.
        Bytes wrong = profile.value();
        size_t table = 0;
        for (size_t tag = 132; tag < 132 + 12 * size_t(wrong[131]); tag += 12) {
            const auto number = [&](size_t at) {
                return size_t(wrong[at]) << 24 | size_t(wrong[at + 1]) << 16 | size_t(wrong[at + 2]) << 8 | wrong[at + 3];
            };
            if (std::equal(wrong.begin() + long(tag), wrong.begin() + long(tag) + 4, "A2B0")) {
                table = number(tag + 4) + number(number(tag + 4) + 24); // ICC.1:2010, 10.12.1: offset of the CLUT
            }
        }
        QVERIFY(table > 0);
        const size_t grid = wrong[table], node = 20 + 6 * (6 * grid * grid + 6 * grid + 6); // 10.12.3: twenty bytes, then 16 bits a channel
        std::fill_n(wrong.begin() + long(table + node), 6, std::uint8_t(0));
        const auto found = inspect(wrong, kMade).findings;
        QCOMPARE(std::ranges::count_if(found, [](const Finding &f) { return f.text.code == "table-darker-than-black" && f.place == "A2B0"; }), 1);
    }

    // A picture in sRGB on a panel like sRGB is shown as it is by perceptual, too, black aside.
    void perceptualLeavesPicturesThatFit()
    {
        const MadeUpPanel panel = additivePanel("sRGB", 120, 0.0008);
        const DisplayModel made(primariesOf(panel), 0.02, readingsOf(panel, manyDrives()), 0);
        const auto profile = Profile::open(writeTableProfile(ShownDisplay(made, {}), {}, {"table", "free", kMade, 4}).value());
        const Eigen::Matrix3d columns = adaptation(whiteOf(rgbSpace("sRGB")->white), iccD50()) * rgbSpace("sRGB")->toXyz();
        const double black = xyzOf(profile->colourOf({0, 0, 0}), iccD50()).b;
        for (const Drive &d : evenDrives(9)) {
            const RelXYZ xyz(columns * gammaLight(d).matrix());
            const RelXYZ onBlack((1 - black) * xyz.vec() + black * iccD50().vec());
            const double e = deltaE2000(labOf(onBlack, iccD50()), profile->colourOf(profile->driveFor(labOf(xyz, iccD50()), Intent::Perceptual)));
            QVERIFY2(e < 1, qPrintable(QStringLiteral("%1 %2 %3: %4").arg(d.a).arg(d.b).arg(d.c).arg(e)));
        }
    }

    // Sources: IEC 61966-2-1 (sRGB), CIE 15 (L*), BT.1886 Annex 1, as ToneCurve has them (tested on its own). Each is of the
    // form by its definition, with a display's black folded in as well; Little CMS evaluates the same numbers.
    void curvesByFormula()
    {
        std::vector<std::pair<std::string, ToneCurve>> kinds;
        for (const double gamma : {1.0, 1.8, 2.2, 2.4, 2.6}) {
            kinds.push_back({"gamma", {ToneKind::Gamma, gamma}});
        }
        kinds.push_back({"sRGB", {ToneKind::Srgb}});
        kinds.push_back({"L*", {ToneKind::LStar}});
        ToneCurve video;
        video.kind = ToneKind::Bt1886;
        kinds.push_back({"BT.1886", video.withBlack(0.001)});
        for (const auto &[name, tone] : kinds) {
            for (const double black : {0.0, 0.0008, 0.01}) {
                std::vector<double> samples;
                for (int i = 0; i <= 1023; ++i) {
                    samples.push_back((tone.value(i / 1023.0) + black) / (1 + black));
                }
                const ParametricCurve fitted = fitParametric(samples);
                QVERIFY2(fitted.worst < 0.04, qPrintable(QStringLiteral("%1, black %2: %3").arg(name.c_str()).arg(black).arg(fitted.worst)));
                LAMP_NEAR(fitted.value(1), 1, 5e-5);
                QCOMPARE(fitted.plainPower(), name == "gamma" && black == 0);
            }
        }
        // A panel's own curve, with a bump: no formula holds it, and that is told.
        std::vector<double> odd;
        for (int i = 0; i <= 255; ++i) {
            const double v = i / 255.0;
            odd.push_back(std::pow(v, 2.2) * (1 + 0.08 * std::sin(9 * v)) / (1 + 0.08 * std::sin(9)));
        }
        QVERIFY(fitParametric(odd).worst > 0.5);
    }

    void matrixProfileTakesTheFormThatIsAskedFor()
    {
        MatrixModel odd = model();
        for (size_t i = 0; i < odd.light[1].size(); ++i) {
            odd.light[1][i] *= 1 + 0.05 * std::sin(3.14159265 * double(i) / 255);
        }
        const auto typeOfCurve = [](const Bytes &bytes) {
            for (const TagEntry &t : inspect(bytes, kMade).tags) {
                if (t.signature == "gTRC") {
                    return t.type;
                }
            }
            return std::string();
        };
        const auto made = [&](const MatrixModel &m, int version, CurveForm form) {
            ProfileText text{"curves", "free", kMade, version};
            text.curves = form;
            text.roomWhite = XYZ(9.5, 10, 8);
            return writeMatrixProfile(m, ramps(), text).value();
        };
        const MatrixModel even = model("Display P3", 2.2, 0.0008);
        QCOMPARE(typeOfCurve(made(even, 4, CurveForm::Auto)), std::string("para"));
        QCOMPARE(typeOfCurve(made(even, 4, CurveForm::Sampled)), std::string("curv"));
        QCOMPARE(typeOfCurve(made(even, 2, CurveForm::Parametric)), std::string("curv"));
        QCOMPARE(typeOfCurve(made(odd, 4, CurveForm::Auto)), std::string("curv"));
        QCOMPARE(typeOfCurve(made(odd, 4, CurveForm::Parametric)), std::string("para"));
        QVERIFY(made(even, 4, CurveForm::Auto).size() + 3000 < made(even, 4, CurveForm::Sampled).size());
        // By formula the profile says the same of every colour.
        const auto formula = Profile::open(made(even, 4, CurveForm::Auto)), sampled = Profile::open(made(even, 4, CurveForm::Sampled));
        for (int i = 0; i < 125; ++i) {
            const Drive d{i / 25 / 4.0, i / 5 % 5 / 4.0, i % 5 / 4.0};
            QVERIFY(deltaE2000(formula->colourOf(d), sampled->colourOf(d)) < 0.05);
        }
        QVERIFY(typeOfCurve(Bytes(200, 0)).empty());
        for (const int version : {2, 4}) {
            const Inspection seen = inspect(made(even, version, CurveForm::Auto), kMade);
            QVERIFY(std::any_of(seen.tags.begin(), seen.tags.end(), [](const TagEntry &t) { return t.signature == "view" && t.type == "view"; }));
            QVERIFY2(seen.sound(), version == 2 ? "2" : "4");
        }
    }

    void gamutSurfaceOfACube()
    {
        // Geometry: a box in Lab; distances from its middle are known.
        std::vector<Lab> box;
        for (int r = 0; r < 9; ++r) {
            for (int g = 0; g < 9; ++g) {
                for (int b = 0; b < 9; ++b) {
                    box.push_back({100 * r / 8.0, 60 * g / 8.0 - 30, 60 * b / 8.0 - 30});
                }
            }
        }
        const GamutSurface surface(box, 9);
        const auto reach = [&](const Lab &lab) { return surface.reach(GamutSurface::directionOf(lab)); };
        LAMP_NEAR(reach({100, 0, 0}), 50, 1e-6);
        LAMP_NEAR(reach({50, 90, 0}), 30, 1e-6);
        LAMP_NEAR(reach({50, 40, 40}), 30 * std::sqrt(2.0), 1.0);
        QVERIFY(surface.contains({60, 20, -20}) && !surface.contains({60, 33, 0}));
        LAMP_NEAR(surface.colourAt(surface.nearest({50, 60, 0}, 1)).b, 30, 0.2);
        // The place is between directions of the table, whose boundary is known as well.
        const Lab wanted{70, 55, 20};
        for (const GamutSurface::Spot &spot : {surface.nearest(wanted, 1), GamutSurface::Spot(GamutSurface::directionOf(wanted))}) {
            Eigen::Vector3d mixed(0, 0, 0);
            for (int i = 0; i < 4; ++i) {
                const double share = (i % 2 == 1 ? spot.hueShare : 1 - spot.hueShare) * (i / 2 == 1 ? spot.angleShare : 1 - spot.angleShare);
                mixed += share * surface.colourAt(GamutSurface::node((spot.hue + i % 2) % GamutSurface::kHues, spot.angle + i / 2)).vec();
            }
            const double apart = (mixed - surface.colourAt(spot).vec()).norm();
            QVERIFY2(apart < 0.3, qPrintable(QString::number(apart)));
        }
        LAMP_NEAR(surface.colourAt(GamutSurface::directionOf(wanted)).b, 30, 0.1);
        // A colour and the boundary in its direction lie on one ray, all round and up to black and white.
        for (const Lab &lab : {Lab{70, 55, 20}, Lab{30, -12, 41}, Lab{55, -3, -60}, Lab{20, 25, -25}, Lab{100, 0, 0}, Lab{0, 0, 0}}) {
            const Eigen::Vector3d from = lab.vec() - Eigen::Vector3d(50, 0, 0);
            const GamutSurface::Direction d = GamutSurface::directionOf(lab);
            LAMP_NEAR(d.length, from.norm(), 1e-9);
            const Eigen::Vector3d rim = surface.colourAt(d).vec() - Eigen::Vector3d(50, 0, 0);
            QVERIFY((rim.normalized() - from.normalized()).norm() < 1e-9);
        }
        // Pressed: the inside stays, the rim moves in, and what is beyond both belongs on the boundary.
        const auto pressing = [&](const Lab &lab, const GamutSurface &other) { return surface.pressing(GamutSurface::directionOf(lab), other, 0.8); };
        QCOMPARE(pressing({60, 10, 10}, surface).scale, 1.0);
        std::vector<Lab> wider = box;
        for (Lab &lab : wider) {
            lab = {lab.a, 1.5 * lab.b, 1.5 * lab.c};
        }
        const GamutSurface reference(wider, 9);
        double before = 0;
        for (double a = 20; a < 45; a += 1) {
            const double pressed = a * pressing({50, a, 0}, reference).scale;
            QVERIFY(pressed > before && pressed < 30);
            before = pressed;
        }
        LAMP_NEAR(before, 30, 0.5);
        QVERIFY(pressing({50, 46, 0}, reference).beyond && !pressing({50, 44, 0}, reference).beyond);
    }

    // Geometry: each colour of a hue is answered by the place that is nearest among all, found by looking at
    // every piece of the outline in small steps.
    void nearestAtAHue()
    {
        std::vector<Lab> all;
        for (const Drive &d : evenDrives(17)) {
            const Eigen::Vector3d light(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2));
            all.push_back(labOf(RelXYZ(rgbSpace("Display P3")->toXyz() * light), whiteOf(rgbSpace("Display P3")->white)));
        }
        const GamutSurface surface(all, 17);
        for (int hue = 3; hue < 360; hue += 31) {
            for (const double chroma : {20.0, 75.0, 140.0}) {
                for (const double weight : {0.6, 1.8}) {
                    const GamutSurface::Slice slice = surface.sliceAt(GamutSurface::directionOf(labOf(LCh{50, chroma, double(hue)})));
                    for (double l = -50; l <= 50; l += 3.125) {
                        const auto apart = [&](size_t e, double t) {
                            const double dl = slice.lightness[e] + t * (slice.lightness[e + 1] - slice.lightness[e]) - l;
                            const double dc = slice.chroma[e] + t * (slice.chroma[e + 1] - slice.chroma[e]) - chroma;
                            return std::hypot(dl, weight * dc);
                        };
                        double least = 1e300;
                        for (size_t e = 0; e + 1 < size_t(GamutSurface::kAngles); ++e) {
                            for (double t = 0; t <= 1; t += 0.05) {
                                least = std::min(least, apart(e, t));
                            }
                        }
                        const GamutSurface::Spot spot = surface.nearest(labOf(LCh{50 + l, chroma, double(hue)}), weight);
                        const double found = apart(size_t(spot.angle), spot.angleShare);
                        QVERIFY2(found < least + 0.15, qPrintable(QStringLiteral("%1 beside %2").arg(found).arg(least)));
                    }
                }
            }
        }
    }

    // Geometry: a closed boundary has no holes, and finer samples of the same gamut move it little.
    void gamutSurfaceIsClosed()
    {
        const Eigen::Matrix3d columns = adaptation(whiteOf(rgbSpace("sRGB")->white), iccD50()) * rgbSpace("sRGB")->toXyz();
        const auto surfaceAt = [&](int grid) {
            std::vector<Lab> all;
            for (const Drive &d : evenDrives(grid)) {
                const Eigen::Vector3d light(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2));
                all.push_back(labOf(RelXYZ(columns * light), iccD50()));
            }
            return GamutSurface(all, grid);
        };
        const GamutSurface fine = surfaceAt(65);
        for (const int grid : {5, 9, 17, 33}) {
            const GamutSurface surface = surfaceAt(grid);
            double worst = 0;
            for (int hue = 0; hue < GamutSurface::kHues; ++hue) {
                for (int angle = 0; angle < GamutSurface::kAngles; ++angle) {
                    const GamutSurface::Spot spot = GamutSurface::node(hue, angle);
                    QVERIFY(surface.reach(spot) > 10);
                    worst = std::max(worst, std::abs(surface.reach(spot) - fine.reach(spot)));
                }
            }
            qInfo("%d nodes: off by at most %g", grid, worst);
            QVERIFY(worst < (grid < 17 ? 7 : (grid < 33 ? 1.5 : 0.5)));
        }
    }

    // Sources: a cube of Lab-like axes has the volume of a box (geometry); Adobe RGB (1998) holds all of sRGB, and
    // sRGB does not hold Adobe RGB (common knowledge of the trade, no published source).
    void gamutVolumeAndCoverage()
    {
        const double box = gamutVolume([](const Drive &d) { return Lab{100 * d.a, 60 * d.b - 30, 80 * d.c - 40}; });
        LAMP_NEAR(box, 100.0 * 60 * 80, 1e-6);
        const AdditiveGamut srgb = gamutOf(*rgbSpace("sRGB")), adobe = gamutOf(*rgbSpace("Adobe RGB (1998)")), p3 = gamutOf(*rgbSpace("Display P3")),
                            wide = gamutOf(*rgbSpace("Rec. 2020"));
        LAMP_NEAR(coveragePercent(srgb, srgb), 100, 0.02);
        LAMP_NEAR(coveragePercent(adobe, srgb), 100, 0.05);
        LAMP_NEAR(volumePercent(srgb, srgb), 100, 1e-9);
        // A gamut that lies in another one covers of it what the ratio of their volumes is.
        for (const auto &[inner, outer] : {std::pair{srgb, p3}, std::pair{p3, wide}, std::pair{srgb, adobe}}) {
            LAMP_NEAR(coveragePercent(inner, outer), volumePercent(inner, outer), 0.2);
            QVERIFY(coveragePercent(inner, outer) <= volumePercent(inner, outer));
            // The integral over the cube against the surface closed by the divergence theorem.
            LAMP_NEAR(volumeOf(inner),
                      gamutVolume(
                          [&](const Drive &d) {
                              return inner.lab({d.a * d.a * d.a, d.b * d.b * d.b, d.c * d.c * d.c});
                          },
                          60),
                      0.003 * volumeOf(inner));
        }
        // Worked out by others with the same definition (figures of the project's own examination, two independent Monte Carlos).
        LAMP_NEAR(coveragePercent(srgb, p3), 67.6, 0.2);
        LAMP_NEAR(coveragePercent(p3, wide), 66.4, 0.2);
        // A panel of 300 : 1 with sRGB's primaries (the same source).
        const AdditiveGamut dull = gamutOf(rgbSpace("sRGB")->toXyz() * 299, XYZ(rgbSpace("sRGB")->toXyz().rowwise().sum()));
        LAMP_NEAR(coveragePercent(dull, srgb), 94.2, 0.2);
        LAMP_NEAR(coveragePercent(dull.blackCompensated(), srgb), 100, 0.02);
        // sRGB's gamut is about 830 000 cubic ΔE units (figure from memory, published values run from 8.2e5 to 8.4e5).
        const double cubic = gamutVolume([&](const Drive &d) { return srgb.lab({d.a * d.a * d.a, d.b * d.b * d.b, d.c * d.c * d.c}); }, 24);
        LAMP_NEAR(cubic, 830000, 15000);
        // An independent Monte Carlo: points at random in a box of Lab, each asked of both gamuts by solving for its light.
        std::mt19937_64 random(5);
        std::uniform_real_distribution<double> l(0, 100), ab(-130, 130);
        const Eigen::Matrix3d toAdobe = adobe.toPcs.inverse(), toP3 = p3.toPcs.inverse();
        int common = 0, all = 0;
        for (int i = 0; i < 500000; ++i) {
            const Eigen::Vector3d xyz = xyzOf(Lab{l(random), ab(random), ab(random)}, iccD50()).vec(), a = toAdobe * xyz, p = toP3 * xyz;
            const bool inAdobe = a.minCoeff() >= 0 && a.maxCoeff() <= 1;
            all += inAdobe;
            common += inAdobe && p.minCoeff() >= 0 && p.maxCoeff() <= 1;
        }
        LAMP_NEAR(coveragePercent(p3, adobe), 100.0 * common / all, 0.4);
        // Areas of triangles: DCI-P3's primaries are 1.36 times sRGB's in x, y (common practice, no published source); a part of itself is whole.
        const auto s = rgbSpace("sRGB")->primaries, d = rgbSpace("Display P3")->primaries;
        const double nothing = std::nan("");
        QVERIFY(std::isnan(areaPercent({Chromaticity{nothing, 0.3}, {0.3, 0.6}, {0.15, 0.06}}, s, true)));
        LAMP_NEAR(areaPercent({s[0], s[0], s[0]}, s, true), 0, 0);
        LAMP_NEAR(areaPercent(s, s, false), 100, 1e-9);
        LAMP_NEAR(areaPercent(s, d, false), 100 / 1.356, 0.3);
        LAMP_NEAR(areaPercent(d, s, true), 100, 0.01);
        LAMP_NEAR(areaPercent({Chromaticity{0.1, 0.1}, {0.3, 0.1}, {0.1, 0.3}}, {Chromaticity{0.1, 0.1}, {0.5, 0.1}, {0.1, 0.5}}, false), 25, 1e-9);
        // Black light leakage takes the darkest colours away.
        const AdditiveGamut leaky = gamutOf(rgbSpace("sRGB")->toXyz() * 100, XYZ(0.5, 0.5, 0.5));
        QVERIFY(coveragePercent(leaky, srgb) < 99);
    }
};

LAMP_TEST(profile, TestProfile)

} // namespace profile_test
#include "test_profile.moc"
