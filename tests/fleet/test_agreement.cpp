// SPDX-License-Identifier: GPL-3.0-or-later
// How alike displays are: what is foretold from visits' files against what a noise-free copy of the instrument sees on both.
#include "english.h"
#include "support.h"

#include "colour/difference.h"
#include "colour/spread.h"
#include "fleet/agreement.h"
#include "fleet/common_target.h"
#include "gamut/gamut.h"
#include "report/results.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"

#include <QDir>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

namespace agreement_test {

using namespace lamp;
using sim::SimBench;

namespace {

/// A display that was visited, with the bench it stands on as it was left.
struct Stood {
    std::unique_ptr<SimBench> bench;
    VisitRecord record;
};

Stood visited(const std::string &technology, std::uint64_t seed, double luminance = 120, Task task = Task::Full,
              std::optional<Chromaticity> white = {})
{
    Stood s;
    s.bench = std::make_unique<SimBench>(sim::variedPanel(technology, seed), sim::RoomSpec{}, std::vector{sim::MeterSpec{}}, seed);
    s.bench->skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.target.luminance.cdM2 = luminance;
    if (white) {
        plan.target.white.kind = WhiteTarget::Kind::Xy;
        plan.target.white.xy = *white;
    }
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = Effort::Quick;
    plan.task = task;
    Visit visit(*s.bench, plan, {}, {});
    auto r = visit.run();
    if (!r) {
        qFatal("%s", english(r.error()).c_str());
    }
    s.record = std::move(r).value();
    return s;
}

/// What the instrument would see on both, without noise, of colours that are asked for by way of both profiles: mean and largest.
std::pair<double, double> seenApart(const Stood &a, const Stood &b, const std::vector<Lab> &colours)
{
    const Profile p = Profile::open(a.record.profile).value(), q = Profile::open(b.record.profile).value();
    const Eigen::Matrix3d toD50 = adaptation(relativeTo(xyzOf(illuminantChromaticity(Illuminant::D65), 1), 1), iccD50()) / 120;
    double sum = 0, most = 0;
    for (const Lab &lab : colours) {
        const XYZ x = a.bench->seen(p.driveFor(lab), 0.05), y = b.bench->seen(q.driveFor(lab), 0.05);
        const double apart = deltaE2000(labOf(RelXYZ(toD50 * x.vec()), iccD50()), labOf(RelXYZ(toD50 * y.vec()), iccD50()));
        sum += apart;
        most = std::max(most, apart);
    }
    return {sum / double(colours.size()), most};
}

/// Colours within sRGB's middle, which each of them shows.
std::vector<Lab> middling()
{
    const Eigen::Matrix3d toPcs = gamutOf(*rgbSpace("sRGB")).toPcs;
    std::vector<Lab> all;
    for (int i = 0; i < 150; ++i) {
        const Drive d = spread(i);
        const auto light = [](double v) { return std::pow(0.2 + 0.6 * v, 2.2); };
        all.push_back(labOf(RelXYZ(toPcs * Eigen::Vector3d(light(d.a), light(d.b), light(d.c))), iccD50()));
    }
    return all;
}

VisitedDisplay display(const Stood &s)
{
    return VisitedDisplay::of(visitFacts(s.record)).value();
}

} // namespace

class TestAgreement : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Many displays are compared by a shorter way: what is told of a pair is the same as of it alone, figures by all colours to the last digit, those
    // by some within what some leave open.
    void manyAreComparedAsFew()
    {
        std::vector<VisitedDisplay> few;
        for (const char *name : {"wled", "qd", "rgb-led", "laptop"}) {
            const std::string kind = name;
            sim::SimBench bench(sim::variedPanel(kind, 3), {}, sim::MeterSpec{}, 5);
            VisitPlan plan;
            plan.target = *builtInTarget(kind == "laptop" ? "Print proof" : "Photo");
            plan.effort = Effort::Quick;
            plan.tolerance = *builtInTolerance("studio");
            const auto record = Visit(bench, plan, {}, {}).run();
            QVERIFY(record.ok());
            few.push_back(std::move(VisitedDisplay::of(visitFacts(record.value()))).value());
        }
        DisplayGroup many;
        for (int i = 0; i < 36; ++i) {
            many.push_back(&few[size_t(i) % few.size()]);
        }
        const Agreement all = agreementOf(many), alone = agreementOf(few);
        QCOMPARE(all.pairs.size(), size_t(36 * 35 / 2));
        std::map<std::pair<size_t, size_t>, std::vector<double>> ratios; ///< of uncertainties, by pair
        for (const PairAgreement &p : all.pairs) {
            const size_t a = std::min(p.a % 4, p.b % 4), b = std::max(p.a % 4, p.b % 4);
            if (a == b) {
                QVERIFY(p.mean < 1e-5 && p.max < 2e-5); // a display beside itself, in single precision
                continue;
            }
            const auto like = std::find_if(alone.pairs.begin(), alone.pairs.end(), [&](const PairAgreement &q) { return q.a == a && q.b == b; });
            QCOMPARE(p.colours, like->colours);
            // One way round or the other: CIEDE2000 is symmetric but for rounding.
            // Those of many are worked out in single precision: a fifth of the last figure that is given.
            LAMP_NEAR(p.mean, like->mean, 2e-5);
            LAMP_NEAR(p.max, like->max, 2e-5);
            LAMP_NEAR(p.p95, like->p95, 2e-5);
            LAMP_NEAR(p.meanAbsolute, like->meanAbsolute, 0.1 * like->meanAbsolute + 0.02);
            // By fifteen draws, so that one pair may be off by chance; of all copies of a pair the middle one is not.
            const double ratio = p.instrumentK2 / like->instrumentK2;
            QVERIFY2(ratio > 1 / 3.0 && ratio < 3, qPrintable(QStringLiteral("%1 and %2").arg(p.instrumentK2).arg(like->instrumentK2)));
            ratios[{a, b}].push_back(ratio);
            QVERIFY(p.absoluteK2 >= p.instrumentK2);
            const auto part = [](const PairAgreement &q, const char *what) {
                return std::find_if(q.because.begin(), q.because.end(), [&](const Disagreement &d) { return d.what == what; })->deltaE;
            };
            if (p.a % 4 == a) {
                for (const char *what : {"white", "luminance", "tone", "gamut"}) {
                    LAMP_NEAR(part(p, what), part(*like, what), 0.35 * part(*like, what) + 0.1);
                }
            }
        }
        for (auto &[pair, of] : ratios) {
            std::nth_element(of.begin(), of.begin() + long(of.size() / 2), of.end());
            const double middle = of[of.size() / 2];
            QVERIFY2(middle > 0.55 && middle < 1.8, qPrintable(QStringLiteral("%1 and %2: %3").arg(pair.first).arg(pair.second).arg(middle)));
        }
        for (size_t i = 0; i < alone.sharedCoverage.size(); ++i) {
            LAMP_NEAR(all.sharedCoverage[i].second, alone.sharedCoverage[i].second, 0.3);
        }
    }

    // Which colours a display shows: those that its profile finds a drive for, whether it is asked for all or for those alone that its matrix leaves
    // possible; by tables too.
    void whatItCanShow()
    {
        for (const auto &[kind, byTables] : {std::pair{"wled", false}, {"woled", true}}) {
            const VisitedDisplay asked = display(visited(kind, 4));
            QCOMPARE(asked.profile().tables(), byTables);
            std::vector<Lab> colours;
            for (int i = 0; i < 4000; ++i) {
                const Drive d = spread(i);
                colours.emplace_back(100 * d.a, 260 * d.b - 130, 260 * d.c - 130);
            }
            const auto shown = asked.showsIfItCan(colours);
            int can = 0;
            for (size_t i = 0; i < colours.size(); ++i) {
                const Lab back = asked.profile().colourOf(asked.profile().driveFor(colours[i]));
                QCOMPARE(shown[i].has_value(), deltaE76(back, colours[i]) < 0.5);
                QVERIFY(!shown[i] || *shown[i] == asked.shows(colours[i]));
                can += shown[i] ? 1 : 0;
            }
            QVERIFY(can > 400 && can < 3000);
        }
    }

    // What a visit says of a display's brightness, gains turned along with it or not, against what the panel then gives: within 4 % between the
    // values that were tried, more than close enough for steps of 5 % and 10 %.
    void brightnessIsKnownFromTrimming()
    {
        int known = 0;
        for (const std::uint64_t seed : {2U, 5U, 9U, 14U}) {
            sim::PanelSpec panel = sim::variedPanel("wled", seed);
            panel.alreadyWarm = true;
            sim::SimBench bench(panel, {}, sim::MeterSpec{}, seed);
            VisitPlan plan;
            plan.target = *builtInTarget("Photo");
            plan.effort = Effort::Quick;
            plan.tolerance = *builtInTolerance("studio");
            const auto record = Visit(bench, plan, {}, {}).run();
            QVERIFY(record.ok());
            const auto law = brightnessLaw(visitFacts(record.value()));
            if (!law) {
                continue;
            }
            ++known;
            const double low = law->steps.front().first, high = law->steps.back().first;
            for (const double share : {0.0, 0.5, 1.0}) {
                const double value = std::round(low + share * (high - low));
                QVERIFY(bench.setControl("brightness", value).ok());
                const double is = bench.truth({1, 1, 1}).b, said = law->luminance(value) * bench.truth({1, 1, 1}).b / bench.seen({1, 1, 1}).b;
                QVERIFY2(std::abs(said / is - 1) < 0.04,
                         qPrintable(QStringLiteral("%1: at %2 said %3, is %4").arg(seed).arg(value).arg(said).arg(is)));
            }
        }
        QVERIFY2(known >= 3, qPrintable(QString::number(known)));
    }

    void asTheirInstrumentSees()
    {
        const std::vector<Lab> colours = middling();
        std::vector<Stood> all;
        for (const auto &[technology, seed] : {std::pair{"wled", 3}, std::pair{"wled", 8}, std::pair{"qd", 5}, std::pair{"woled", 4}}) {
            all.push_back(visited(technology, std::uint64_t(seed)));
        }
        std::vector<VisitedDisplay> displays;
        std::transform(all.begin(), all.end(), std::back_inserter(displays), display);
        const Agreement agreement = agreementOf(displays, colours);
        QCOMPARE(agreement.pairs.size(), size_t(6));
        for (const PairAgreement &p : agreement.pairs) {
            const auto seen = seenApart(all[p.a], all[p.b], colours);
            QVERIFY2(p.colours > 100, qPrintable(QString::number(p.colours)));
            QVERIFY2(std::abs(p.mean - seen.first) < 0.15, qPrintable(QStringLiteral("%1 for %2").arg(p.mean).arg(seen.first)));
            QVERIFY2(std::abs(p.max - seen.second) < 0.5, qPrintable(QStringLiteral("largest %1 for %2").arg(p.max).arg(seen.second)));
            QVERIFY2(std::abs(p.mean - seen.first) <= p.instrumentK2 + 0.05,
                     qPrintable(QStringLiteral("%1 for %2, k2 %3").arg(p.mean).arg(seen.first).arg(p.instrumentK2)));
            QVERIFY(p.max >= p.p95 && p.p95 >= p.mean);
            const bool alike = displays[p.a].facts().technology == displays[p.b].facts().technology;
            // What one instrument gets wrong of one kind of light cancels between two displays of that kind.
            QVERIFY(alike ? p.absoluteK2 < 3 * p.instrumentK2 : p.absoluteK2 > p.instrumentK2);
        }
    }

    // What was read to verify a display teaches its model, colour by colour: what it then says of others that were not read is nearer to what the
    // instrument sees (mean squares of CIEDE2000, over random drives).
    void verifyingTeachesTheModel()
    {
        double taught = 0, untaught = 0;
        for (const auto &[technology, seed] : {std::pair{"woled", 4}, std::pair{"wled", 301}, std::pair{"qd", 5}, std::pair{"laptop", 7}}) {
            const Stood s = visited(technology, std::uint64_t(seed));
            const VisitedDisplay now = display(s);
            const VisitedDisplay before = VisitedDisplay::asCalibrated(visitFacts(s.record)).value();
            // Each relative to its own white: what drifts in between is no matter here.
            const SimBench &bench = *s.bench;
            const auto lab = [](const XYZ &xyz, const XYZ &white) {
                return labOf(RelXYZ(adaptation(relativeTo(white, white.b), iccD50()) * xyz.vec() / white.b), iccD50());
            };
            const auto off = [&lab, &bench](const VisitedDisplay &d, const Drive &rgb) {
                const Drive white{1, 1, 1};
                return deltaE2000(lab(d.evaluate(rgb), d.evaluate(white)), lab(bench.seen(rgb), bench.seen(white)));
            };
            double mine = 0, theirs = 0;
            for (int i = 0; i < 300; ++i) {
                mine += std::pow(off(now, spread(i)), 2) / 300;
                theirs += std::pow(off(before, spread(i)), 2) / 300;
            }
            QVERIFY2(mine < theirs + 0.02, qPrintable(QStringLiteral("%1: %2 and %3").arg(technology).arg(mine).arg(theirs)));
            taught += mine;
            untaught += theirs;
        }
        QVERIFY2(taught < 0.85 * untaught, qPrintable(QStringLiteral("%1 and %2").arg(taught).arg(untaught)));
    }

    void causesAreTakenApart()
    {
        Stood a = visited("wled", 3), b = visited("wled", 3, 100);
        std::vector<VisitedDisplay> displays;
        displays.push_back(display(a));
        displays.push_back(display(b));
        // Each to its own luminance they agree; side by side one is darker.
        const PairAgreement p = agreementOf(displays).pairs.at(0);
        QVERIFY2(p.mean < 0.5, qPrintable(QString::number(p.mean)));
        QVERIFY2(p.meanAbsolute > 2, qPrintable(QString::number(p.meanAbsolute)));
        QCOMPARE(p.colours, size_t(500));
        // The same, where both were to have one luminance.
        VisitFacts f = visitFacts(b.record);
        f.target.luminance.cdM2 = 120;
        displays.pop_back();
        displays.push_back(VisitedDisplay::of(f).value());
        const PairAgreement q = agreementOf(displays).pairs.at(0);
        QCOMPARE(q.because.front().what, std::string("luminance"));
        QVERIFY(q.because.front().deltaE > 2 && std::abs(q.mean - p.meanAbsolute) < 0.2);
        // Where nobody says what kind of panel they are, what one instrument gets wrong does not cancel.
        VisitFacts unknown = visitFacts(a.record);
        unknown.technology.clear();
        std::vector<VisitedDisplay> two;
        two.push_back(VisitedDisplay::of(unknown).value());
        two.push_back(VisitedDisplay::of(unknown).value());
        QVERIFY(agreementOf(two).pairs.at(0).absoluteK2 > 1.5 * p.absoluteK2);
        // And with another white.
        f = visitFacts(visited("wled", 3, 120, Task::Full, Chromaticity{0.325, 0.340}).record);
        f.target = visitFacts(a.record).target;
        displays.pop_back();
        displays.push_back(VisitedDisplay::of(f).value());
        QCOMPARE(agreementOf(displays).pairs.at(0).because.front().what, std::string("white"));
    }

    void filesOfAVisitAreRead()
    {
        QTemporaryDir dir;
        const Stood s = visited("wled", 6);
        const auto folder = std::filesystem::path(dir.path().toStdString()) / "visit";
        QVERIFY(prepareFolder(folder).ok());
        QVERIFY(keepResults(folder, s.record, ReportKind::None, true).ok());
        const auto whole = visitFacts((folder / "whole-visit.json").string()), plain = visitFacts((folder / "visit.json").string()),
                   byFolder = visitFacts(folder.string());
        QVERIFY(whole.ok() && plain.ok() && byFolder.ok());
        QCOMPARE(whole->serial, plain->serial);
        QCOMPARE(plain->profile, whole->profile);
        QCOMPARE(plain->read.size(), whole->read.size());
        QCOMPARE(plain->brightness.size(), whole->brightness.size());
        std::vector<VisitedDisplay> both;
        both.push_back(VisitedDisplay::of(whole.value()).value());
        both.push_back(VisitedDisplay::of(plain.value()).value());
        QVERIFY(agreementOf(both).pairs.at(0).max < 0.02); // the same display
        // A visit that did not end, one without its profile, and none at all.
        VisitRecord open = s.record;
        open.profile.clear();
        open.verification = {};
        QVERIFY(writeFile(folder / "open.json", wholeVisitToJson(open)).ok());
        QVERIFY(!visitFacts((folder / "open.json").string()).ok());
        QVERIFY(std::filesystem::remove(folder / "profile.icc"));
        const auto lacking = visitFacts((folder / "visit.json").string());
        QVERIFY(!lacking.ok() && english(lacking.error()).find("profile.icc") != std::string::npos);
        QVERIFY(!visitFacts((folder / "ramps.csv").string()).ok());
        QVERIFY(!visitFacts((folder / "none.json").string()).ok());
    }

    void aTargetThatAllCanHold()
    {
        const Stood strong = visited("wled", 3), weak = visited("ccfl", 2);
        std::vector<VisitedDisplay> displays;
        displays.push_back(display(strong));
        displays.push_back(display(weak));
        const auto soon = commonTarget(displays, 0), late = commonTarget(displays, 120);
        QVERIFY(soon.ok() && late.ok());
        // Both aim at D65 and 120 cd/m²; nothing has to be given up today.
        const Chromaticity d65 = illuminantChromaticity(Illuminant::D65);
        QVERIFY(std::hypot(soon->target.white.xy.x - d65.x, soon->target.white.xy.y - d65.y) < 1e-4);
        QCOMPARE(soon->target.luminance.cdM2, 120.0);
        QVERIFY(!soon->limited);
        QVERIFY(late->target.luminance.cdM2 <= soon->target.luminance.cdM2);
        for (const CommonLoss &l : soon->loses) {
            QVERIFY(l.most >= 119 && l.mostThen <= l.most && l.luminancePercent >= 0 && l.luminancePercent < 100);
            QVERIFY(l.levels >= 0 && l.levels < 40 && l.gamutPercent >= 0 && l.gamutPercent < 60);
        }
        // It can be used as it stands.
        const auto j = nlohmann::json::parse(commonTargetToJson(soon.value()));
        const auto again = targetFromJson(j["target"].dump());
        QVERIFY(again.ok());
        QCOMPARE(again->luminance.cdM2, 120.0);
        // What all share is no more than any of them shows.
        for (const auto &[space, percent] : soon->sharedCoverage) {
            for (const Stood *s : {&strong, &weak}) {
                const SpaceCoverage *own = coverageOf(s->record.gamut, space);
                QVERIFY2(own != nullptr && percent <= own->coverage + 1, qPrintable(QStringLiteral("%1: %2").arg(space.c_str()).arg(percent)));
            }
        }
    }

    void coloursOfAFile()
    {
        const auto lab = coloursFromCsv("name,L,a,b\nskin,65,18,18\n"), rgb = coloursFromCsv("r;g;b\n255;255;255\n0;0;0\n");
        QVERIFY(lab.ok() && rgb.ok());
        QCOMPARE(lab->at(0), Lab(65, 18, 18));
        QVERIFY((rgb->at(0).vec() - Eigen::Vector3d(100, 0, 0)).norm() < 0.05);
        QVERIFY(rgb->at(1).a < 0.01);
        for (const char *bad : {"", "x,y\n1,2\n", "L,a,b\n1,2\n", "L,a,b\n1,2,red\n"}) {
            QVERIFY(!coloursFromCsv(bad).ok());
        }
    }
};

LAMP_TEST(agreement, TestAgreement)

} // namespace agreement_test
#include "test_agreement.moc"
