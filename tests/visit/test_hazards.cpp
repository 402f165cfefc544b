// SPDX-License-Identifier: GPL-3.0-or-later
// What goes wrong in a real room: each ends in a recovered visit, or in a clear stop with all readings kept.
#include "english.h"
#include "support.h"

#include "colour/spaces.h"
#include "simlab/sim_bench.h"
#include "visit/verdict.h"
#include "visit/visit.h"

#include <ranges>
#include <set>

namespace hazards_test {

using namespace lamp;
using sim::SimBench;

namespace {

VisitPlan photo(Effort effort = Effort::Standard)
{
    VisitPlan p;
    p.target = *builtInTarget("Photo");
    p.tolerance = *builtInTolerance("studio");
    p.effort = effort;
    return p;
}

std::unique_ptr<SimBench> warm(sim::PanelSpec panel, std::uint64_t seed, std::vector<sim::MeterSpec> meters = {sim::MeterSpec{}})
{
    auto b = std::make_unique<SimBench>(std::move(panel), sim::RoomSpec{}, std::move(meters), seed);
    b->skipTime(7200);
    return b;
}

bool says(const VisitRecord &r, const char *words)
{
    return std::any_of(r.warnings.begin(), r.warnings.end(), [&](const Message &w) { return english(w).find(words) != std::string::npos; });
}

double whiteMiss(const SimBench &b)
{
    return whiteDifference(b.seen({1, 1, 1}, 0.05), illuminantChromaticity(Illuminant::D65));
}

double grayMiss(const SimBench &b)
{
    std::vector<GrayInput> grays;
    for (int code = 13; code < 255; code += 11) {
        const double v = code / 255.0;
        grays.push_back({v, b.seen({v, v, v}, 0.05)});
    }
    return judgeGrays(grays, b.seen({1, 1, 1}, 0.05), b.seen({0, 0, 0}, 0.05), illuminantChromaticity(Illuminant::D65), {}).mean;
}

/// A bench whose instrument goes wrong once: all three numbers of one reading are too large or too small by a factor.
class OddBench : public SimBench {
public:
    OddBench(const sim::PanelSpec &panel, std::uint64_t seed, int at, double factor)
        : SimBench(panel, sim::RoomSpec{}, sim::MeterSpec{}, seed), m_at(at), m_factor(factor)
    {
        skipTime(7200);
    }
    Result<Reading> read(ReadMode mode, double integrationS) override
    {
        auto r = SimBench::read(mode, integrationS);
        if (r && mode == ReadMode::Emission && m_count++ == m_at) {
            r.value().xyz = m_factor * r.value().xyz;
        }
        return r;
    }

private:
    int m_at, m_count = 0;
    double m_factor;
};

/// What the display shows of the colours that its profile promises, mean.
double colourMiss(const SimBench &b, const VisitRecord &r)
{
    std::vector<VerifiedColour> colours = r.verification.colours;
    for (VerifiedColour &c : colours) {
        c.xyz = b.seen(c.colour.rgb, 0.05);
    }
    return verify(colours, {b.seen({1, 1, 1}, 0.05)}, Profile::open(r.profile)->chad()).mean;
}

} // namespace

class TestHazards : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // One reading that went wrong, wherever in a visit it falls, leaves no trace in what is calibrated, nor in the verdict.
    void oneOddReadingWhereverItFalls_data()
    {
        QTest::addColumn<double>("factor");
        QTest::newRow("a tenth") << 0.1;
        QTest::newRow("ten times") << 10.0;
    }
    void oneOddReadingWhereverItFalls()
    {
        QFETCH(double, factor);
        QStringList wrong;
        for (int at = 0; at < 46; at += lamptest::repetitions(1, 9)) {
            OddBench b(sim::variedPanel("qd", 3), 3, at, factor);
            Visit visit(b, photo(Effort::Quick), {}, {});
            const auto r = visit.run();
            // Nothing is read longer more than twice, whatever stays open.
            std::map<std::string, int> longer;
            for (const Measurement &m : visit.record().readings) {
                if (m.name.ends_with(", longer")) {
                    QVERIFY2(++longer[m.name] <= 2 || m.superseded, m.name.c_str());
                }
            }
            const bool right = r.ok() && r->verdict == Verdict::Pass && whiteMiss(b) < 0.7 && grayMiss(b) < 1 && colourMiss(b, r.value()) < 0.8;
            if (!right) {
                for (const Measurement &m : visit.record().readings) {
                    qInfo("%d %s %s: %.3f %.3f %.3f", m.index, m.stage.c_str(), m.name.c_str(), m.xyz.a, m.xyz.b, m.xyz.c);
                }
                wrong << QStringLiteral("%1: %2").arg(at).arg(r.ok() ? QStringLiteral("%1, white %2, gray %3, colours %4, read as %5")
                                                                           .arg(int(r->verdict))
                                                                           .arg(whiteMiss(b))
                                                                           .arg(grayMiss(b))
                                                                           .arg(colourMiss(b, r.value()))
                                                                           .arg(r->verification.mean)
                                                                     : QString::fromStdString(english(r.error())));
            }
        }
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join("; ")));
    }

    void aLampForFortySeconds_data()
    {
        QTest::addColumn<double>("from");
        QTest::addColumn<double>("light");
        const int rows = lamptest::repetitions(4, 1);
        for (const double from : std::vector<double>{130.0, 150.0, 175.0, 215.0} | std::views::take(rows)) {
            for (const double light : std::vector<double>{0.4, 2.0, 8.0} | std::views::take(rows)) {
                QTest::addRow("%g s, %g cd/m2", from, light) << from << light;
            }
        }
    }
    void aLampForFortySeconds()
    {
        QFETCH(double, from);
        QFETCH(double, light);
        auto b = warm(sim::variedPanel("wled", 3), 3);
        b->lamp(7200 + from, 40, light);
        Visit visit(*b, photo(), {}, {});
        const auto r = visit.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY2(grayMiss(*b) < 0.3, qPrintable(QString::number(grayMiss(*b))));
        QVERIFY2(whiteMiss(*b) < 0.3, qPrintable(QString::number(whiteMiss(*b))));
        QVERIFY2(r->verification.mean < 0.6, qPrintable(QString::number(r->verification.mean)));
        QVERIFY(says(*r, "ight from outside") || says(*r, "discarded") || says(*r, "taken again"));
        for (const int index : r->setAside) {
            QVERIFY(r->readings[size_t(index - 1)].superseded);
        }
    }

    // However often and wherever a reading has to be asked for again, the same is read as without: while one waits, another
    // patch may be shown.
    void retriesAnywhereReadWhatIsShown_data()
    {
        QTest::addColumn<int>("from");
        const int step = lamptest::repetitions(3, 20);
        for (int from = 1; from < 70; from += step) {
            QTest::addRow("reading %d", from) << from;
        }
    }
    void retriesAnywhereReadWhatIsShown()
    {
        QFETCH(int, from);
        auto b = warm(sim::variedPanel("wled", 3), 3);
        b->failReadings(from, 5, "timeout");
        const auto r = Visit(*b, photo(Effort::Quick), {}, {}).run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY(r->verdict == Verdict::Pass);
        LAMP_NEAR(b->seen({1, 1, 1}, 0.05).b, 120, 0.6);
        QVERIFY2(whiteMiss(*b) < 0.5 && grayMiss(*b) < 0.5, qPrintable(QString::number(whiteMiss(*b))));
    }

    // Once nothing is seen where light must be, there is no verdict: the instrument is named.
    void nothingSeenIsNoPass_data()
    {
        QTest::addColumn<int>("task");
        QTest::addColumn<QString>("target");
        QTest::addColumn<int>("from");
        for (const int from : {3, 20, 50}) {
            for (const char *target : {"Photo", "As it is"}) {
                for (int task = 0; task < 4; ++task) {
                    QTest::addRow("%s, %s, from %d", taskName(Task(task)).c_str(), target, from) << task << target << from;
                }
            }
        }
    }
    void nothingSeenIsNoPass()
    {
        QFETCH(int, task);
        QFETCH(QString, target);
        QFETCH(int, from);
        auto b = warm(sim::variedPanel("wled", 3), 3);
        b->failReadings(from, 100000, "too-dark", false);
        VisitPlan plan = photo();
        plan.task = Task(task);
        plan.target = *builtInTarget(target.toStdString());
        const auto r = Visit(*b, plan, {}, {}).run();
        if (r.ok()) {
            // It was through before the instrument saw nothing any more.
            QVERIFY(int(r->readings.size()) <= from);
        } else {
            QCOMPARE(r.error().kind, ErrorKind::Bench);
            QVERIFY2(english(r.error().what).find(b->describeInstrument()->model) != std::string::npos, english(r.error().what).c_str());
        }
    }

    // Interrupted while calibrating and gone on with: as good as an undisturbed visit, and it says what was not used.
    void interruptedCalibrationIsDoneAnew()
    {
        auto b = warm(sim::variedPanel("wled", 6), 6);
        std::stop_source stop;
        VisitHooks hooks;
        hooks.onReading = [&](const Measurement &m, const VisitRecord &) {
            if (m.index == 36) {
                stop.request_stop();
            }
        };
        Visit first(*b, photo(), hooks, stop.get_token());
        QVERIFY(!first.run().ok());
        QCOMPARE(first.record().readings.size(), size_t(36));
        auto again = warm(sim::variedPanel("wled", 6), 7); // another process: its clock begins anew
        Visit second(*again, photo(), {}, {});
        second.resume(first.record());
        const auto r = second.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        const auto whole = Visit(*warm(sim::variedPanel("wled", 6), 6), photo(), {}, {}).run();
        QVERIFY2(r->expectedError < 1.3 * whole->expectedError,
                 qPrintable(QStringLiteral("%1 against %2").arg(r->expectedError).arg(whole->expectedError)));
        QVERIFY(says(*r, "was interrupted"));
        QVERIFY2(whiteMiss(*again) < 0.3 && grayMiss(*again) < 0.3, qPrintable(QString::number(grayMiss(*again))));
        // All are kept, under numbers of their own; those of before the interruption count for nothing but what stages had finished.
        std::set<int> numbers;
        for (const Measurement &m : r->readings) {
            numbers.insert(m.index);
            QVERIFY(m.index > 36 || m.superseded || m.stage != stageName(Stage::Calibrate));
        }
        QCOMPARE(numbers.size(), r->readings.size());
    }

    // What inspecting the profile would call a fault is never a pass, whatever the figures say.
    void aFaultyProfileIsNoPass()
    {
        auto b = warm(sim::variedPanel("wled", 3), 3);
        VisitRecord r = Visit(*b, photo(Effort::Quick), {}, {}).run().value();
        QCOMPARE(r.verdict, Verdict::Pass);
        const size_t reasons = r.reasons.size();
        judgeSoundness(r, r.started);
        QVERIFY(r.verdict == Verdict::Pass && r.reasons.size() == reasons);
        VisitRecord cut = r;
        cut.profile.resize(cut.profile.size() - 400);
        judgeSoundness(cut, r.started);
        QCOMPARE(cut.verdict, Verdict::Fail);
        QVERIFY(english(cut.reasons.back()).find("profile is faulty") != std::string::npos);
        VisitRecord none = r;
        none.profile.clear();
        judgeSoundness(none, r.started);
        QCOMPARE(none.verdict, Verdict::Undecided);
        for (Measurement &m : r.readings) {
            m.lowLight = true;
        }
        judgeSoundness(r, r.started);
        QVERIFY(says(r, "low light"));
    }

    // An instrument that full white blinds: the display's own menu dims it, and the visit goes on.
    void aBlindedInstrumentIsHelpedByTheMenu()
    {
        sim::MeterSpec weak;
        // Just too little for this panel's white, also in the shortest time (a fifth of a second).
        weak.mostCdM2 = 0.42 * warm(sim::variedPanel("wled", 3), 3)->seen({1, 1, 1}).b;
        auto b = warm(sim::variedPanel("wled", 3), 3, {weak});
        const auto r = Visit(*b, photo(), {}, {}).run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY(says(*r, "saturated"));
        // Its short times make it noisy: what that leaves open is left open.
        QVERIFY(r->verdict != Verdict::Fail);
        LAMP_NEAR(b->seen({1, 1, 1}, 0.05).b, 120, 1);
        // A check leaves the menu alone, and says what can be done.
        auto bright = warm(sim::variedPanel("wled", 3), 3, {weak});
        VisitPlan plan = photo();
        plan.task = Task::Check;
        const auto refused = Visit(*bright, plan, {}, {}).run();
        QVERIFY(!refused.ok() && english(refused.error().todo).find("full visit") != std::string::npos);
    }

    void lightThatStaysEndsInAClearStop()
    {
        auto b = warm(sim::variedPanel("wled", 4), 4);
        b->lamp(7200 + 200, 1e5, 3);
        std::vector<Measurement> kept;
        VisitHooks hooks;
        hooks.onReading = [&](const Measurement &m, const VisitRecord &) { kept.push_back(m); };
        Visit visit(*b, photo(), hooks, {});
        const auto r = visit.run();
        QVERIFY(!r.ok());
        QVERIFY(english(r.error().what).find("ight from outside") != std::string::npos);
        QVERIFY(!r.error().todo.empty());
        QCOMPARE(visit.record().readings.size(), kept.size());
        QVERIFY(kept.size() > 20);
        QVERIFY(!b->describeDisplay()->lutLoaded);
    }

    void aGapUnderTheSensorIsSaid()
    {
        for (const char *kind : {"wled", "qd-oled"}) {
            auto b = warm(sim::variedPanel(kind, 5), 5);
            b->gap(1);
            b->setRoom({400, 4000});
            Visit visit(*b, photo(), {}, {});
            const auto r = visit.run();
            QVERIFY2(r.ok(), kind);
            QVERIFY2(says(*r, "leak in under the instrument"), kind);
        }
        // A small one in a dim room: black is not too high for a panel, but has the room's colour.
        auto slight = warm(sim::variedPanel("wled", 5), 5);
        slight->gap(0.7);
        slight->setRoom({60, 3200});
        Visit tinted(*slight, photo(), {}, {});
        const auto t = tinted.run();
        QVERIFY(t.ok());
        QVERIFY2(says(*t, "leak in under the instrument"), qPrintable(QString::number(t->calibrated.black.b)));
        auto flat = warm(sim::variedPanel("wled", 5), 5);
        Visit visit(*flat, photo(), {}, {});
        const auto r = visit.run();
        QVERIFY(r.ok());
        QVERIFY2(r->warnings.empty(), r->warnings.empty() ? "" : english(r->warnings.front()).c_str());
    }

    void aScreenThatDimsAtRestIsKeptAwake()
    {
        sim::PanelSpec p = sim::variedPanel("wled", 6);
        p.idleDimAfterS = 30;
        p.idleDimShare = 0.15;
        p.alreadyWarm = false;
        SimBench b(p, {}, sim::MeterSpec{}, 6); // cold: the long waits of warming up are where it would dim
        Visit visit(b, photo(), {}, {});
        const auto r = visit.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY(r->warmUpStable);
        LAMP_NEAR(b.seen({1, 1, 1}).b, 120, 1.2);
    }

    void aPanelThatDimsLargePatchesUnasked()
    {
        sim::PanelSpec p = sim::variedPanel("qd-oled", 7);
        p.maxPatchArea = 0.04;
        p.tellsPatchArea = false;
        auto b = warm(p, 7);
        Visit visit(*b, photo(), {}, {});
        const auto r = visit.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY(says(*r, "dims"));
        LAMP_NEAR(b->seen({1, 1, 1}, 0.02).b, 120, 1.5);
    }

    // A panel of another kind than it says: its gamut gives it away, and nothing is claimed that could flatter.
    void aCorrectionForAnotherKindOfPanelIsSaid()
    {
        sim::PanelSpec p = sim::variedPanel("qd", 10);
        p.claims = "wled";
        auto b = warm(p, 10);
        Visit visit(*b, photo(Effort::Quick), {}, {});
        const auto r = visit.run();
        QVERIFY(r.ok());
        QVERIFY(says(*r, "another kind of panel"));
        QCOMPARE(r->verdict, Verdict::Undecided);
        QVERIFY(r->doubt.mean.absolute > 2);
    }

    void aSpectroradiometerBesideCorrectsTheColorimeter()
    {
        sim::MeterSpec bare;
        bare.corrections.clear();
        for (const char *kind : {"qd", "rgb-led", "projector"}) {
            auto b = warm(sim::variedPanel(kind, 11), 11, {bare, sim::spectroradiometer()});
            Visit visit(*b, photo(), {}, {});
            const auto r = visit.run();
            QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
            QVERIFY2(r->matrix.has_value(), kind);
            QCOMPARE(r->matrix->instrumentModel, std::string("Tern"));
            QCOMPARE(r->matrix->referenceModel, std::string("Plover"));
            // By an ideal observer, who has no need of a correction.
            const XYZ white = b->truth({1, 1, 1}, 0.05);
            const double miss = whiteDifference(white, illuminantChromaticity(Illuminant::D65));
            QVERIFY2(miss < 0.6, qPrintable(QStringLiteral("%1: %2").arg(kind).arg(miss)));
            QVERIFY(r->verdict == Verdict::Pass);
            // The next visit takes it as it is; another panel's kind does not.
            auto alone = warm(sim::variedPanel(kind, 11), 12, {bare});
            VisitPlan next = photo(Effort::Quick);
            next.offered = {*r->matrix};
            Visit second(*alone, next, {}, {});
            const auto again = second.run();
            QVERIFY(again.ok());
            QVERIFY(again->matrix.has_value() && again->warnings.empty());
            auto other = warm(sim::variedPanel("ccfl", 11), 12, {bare});
            Visit third(*other, next, {}, {});
            QVERIFY(!third.run()->matrix.has_value());
            next.matrix = r->matrix;
            Visit refused(*other, next, {}, {});
            const auto no = refused.run();
            QVERIFY(!no.ok());
            QCOMPARE(no.error().kind, ErrorKind::Input);
        }
    }

    void whatIsKeptWhereATargetIsOutOfReach()
    {
        VisitPlan plan = photo(Effort::Quick);
        plan.target.white = {WhiteTarget::Kind::Illuminant, 0, "D50", {}};
        sim::PanelSpec p = sim::variedPanel("wled", 12);
        p.maxLuminance = 150;
        plan.target.luminance.cdM2 = 140;
        auto dim = warm(p, 12), moved = warm(p, 12);
        Visit white(*dim, plan, {}, {});
        const auto keptWhite = white.run();
        plan.target.keepLuminance = true;
        Visit luminance(*moved, plan, {}, {});
        const auto keptLuminance = luminance.run();
        QVERIFY(keptWhite.ok() && keptLuminance.ok());
        const Chromaticity d50 = illuminantChromaticity(Illuminant::D50);
        QVERIFY(whiteDifference(dim->seen({1, 1, 1}), d50) < 0.5);
        QVERIFY(dim->seen({1, 1, 1}).b < 130);
        LAMP_NEAR(moved->seen({1, 1, 1}).b, 140, 2);
        QVERIFY(whiteDifference(moved->seen({1, 1, 1}), d50) > 2);
        QCOMPARE(keptWhite->verdict, Verdict::Fail);
        QCOMPARE(keptLuminance->verdict, Verdict::Fail);
        QVERIFY(english(keptLuminance->reasons.back()).find("white was moved") != std::string::npos);
        const auto copy = targetFromJson(targetToJson(plan.target));
        QVERIFY(copy.ok() && copy->keepLuminance);
    }

    void saturationIsGotOver()
    {
        sim::MeterSpec meter;
        meter.mostCdM2 = 250;
        auto b = warm(sim::variedPanel("wled", 8), 8, {meter});
        Visit visit(*b, photo(), {}, {});
        const auto r = visit.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QVERIFY(grayMiss(*b) < 0.4);
    }

    void anotherOfTheDisplaysModes()
    {
        sim::PanelSpec p = sim::variedPanel("wled", 9);
        p.modes = {{"standard"}, {"paper", {1, 0.92, 0.75}, 1.1}};
        auto b = warm(p, 9);
        VisitPlan plan = photo();
        plan.mode = "paper";
        Visit visit(*b, plan, {}, {});
        const auto r = visit.run();
        QVERIFY2(r.ok(), r.ok() ? "" : english(r.error()).c_str());
        QCOMPARE(b->describeDisplay()->mode, std::string("paper"));
        QVERIFY(grayMiss(*b) < 0.3 && whiteMiss(*b) < 0.3);
    }
};

LAMP_TEST(hazards, TestHazards)

} // namespace hazards_test
#include "test_hazards.moc"
