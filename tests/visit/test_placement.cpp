// SPDX-License-Identifier: GPL-3.0-or-later
// An instrument that a person lays on a screen: whether it lies where it should, before anything is measured with it.
#include "english.h"
#include "support.h"

#include "device/paired_bench.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <set>

namespace placement_test {

using namespace lamp;

namespace {

/// A bench whose instrument a person lays down, wrongly the first times: beside the patch, face down, or with a gap.
class HandLaid : public Bench {
public:
    enum class How { Beside, Covered, Gap, Right };
    HandLaid(const char *display, std::vector<How> tries) : m_inner(std::move(sim::makeBench(display, 5)).value()), m_tries(std::move(tries))
    {
        m_inner->skipTime(7200);
    }

    Result<BenchInfo> hello() override
    {
        auto info = m_inner->hello();
        if (info) {
            info.value().automatic = false;
        }
        return info;
    }
    Status advance(double seconds) override { return m_inner->advance(seconds); }
    [[nodiscard]] double now() const override { return m_inner->now(); }
    Result<DisplayInfo> describeDisplay() override { return m_inner->describeDisplay(); }
    Status show(const Patch &patch) override
    {
        m_patch = patch;
        return m_inner->show(patch);
    }
    Status setMode(const std::string &name) override { return m_inner->setMode(name); }
    Result<double> setControl(const std::string &name, double value) override { return m_inner->setControl(name, value); }
    Status setLut(const Ramps &ramps) override { return m_inner->setLut(ramps); }
    Status resetLut() override { return m_inner->resetLut(); }
    Result<InstrumentInfo> describeInstrument() override { return m_inner->describeInstrument(); }
    Status selectInstrument(int index) override { return m_inner->selectInstrument(index); }
    Status place(const Place &place) override
    {
        if (!place.desk && beginning) {
            m_how = laid < int(m_tries.size()) ? m_tries[size_t(laid)] : How::Right;
            ++laid;
        }
        return m_inner->place(place);
    }
    Status setCorrection(const std::string &technology) override { return m_inner->setCorrection(technology); }
    Result<Reading> read(ReadMode mode, double integrationS) override
    {
        if (mode != ReadMode::Emission || m_how == How::Right) {
            return m_inner->read(mode, integrationS);
        }
        // Beside the patch it sees what is around it.
        Patch seen = m_patch;
        seen.rgb = m_how == How::Beside ? m_patch.surround : (m_how == How::Covered ? Drive{} : m_patch.rgb);
        seen.surround = {};
        (void)m_inner->show(seen);
        (void)m_inner->advance(1);
        auto reading = m_inner->read(mode, integrationS);
        (void)m_inner->show(m_patch);
        if (m_how == How::Gap && reading) {
            reading.value().xyz = reading->xyz + XYZ{9, 9, 7}; // the room shines in
        }
        if (m_how == How::Covered && reading) {
            reading.value().xyz = XYZ{0, 0, 0};
        }
        return reading;
    }

    bool beginning = false; ///< it is laid down to measure; before, it came back from the desk
    int laid = 0;           ///< how often it was laid on the screen since

private:
    std::unique_ptr<sim::SimBench> m_inner;
    std::vector<How> m_tries;
    How m_how = How::Right;
    Patch m_patch;
};

struct Outcome {
    Result<VisitRecord> result = Error{};
    std::vector<std::string> asked; ///< codes of what was to be mended while placing
    int laid = 0;
};

Outcome visit(std::vector<HandLaid::How> tries, bool gaveUp = false, const char *display = "wled")
{
    HandLaid bench(display, std::move(tries));
    VisitPlan plan;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    Outcome o;
    VisitHooks hooks;
    hooks.ask = [&](const Question &q) {
        Answer a;
        bench.beginning = bench.beginning || q.stage == Stage::Place;
        if (q.kind == Question::Kind::Mend && q.stage == Stage::Place) {
            o.asked.push_back(q.text.code);
            a.goOn = !gaveUp;
        }
        if (q.kind == Question::Kind::Control) {
            a.benchDoesIt = true;
        }
        return a;
    };
    Visit v(bench, plan, hooks, {});
    o.result = v.run();
    o.laid = bench.laid;
    return o;
}

} // namespace

class TestPlacement : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aWellLaidInstrumentIsNotAskedFor()
    {
        for (const char *display : {"wled", "qd", "woled", "laptop", "projector"}) {
            const Outcome o = visit({}, false, display);
            QVERIFY2(o.asked.empty(), display);
            QVERIFY2(o.result.ok(), display);
            QVERIFY(english(o.result->lines.at(Stage::Place).summary).find("sees the patch") != std::string::npos);
        }
    }

    void whatIsWrongIsSaidAndMended_data()
    {
        QTest::addColumn<int>("how");
        QTest::addColumn<QString>("code");
        QTest::newRow("beside the patch") << int(HandLaid::How::Beside) << "place-not-on-patch";
        QTest::newRow("covered") << int(HandLaid::How::Covered) << "place-sees-nothing";
        QTest::newRow("with a gap") << int(HandLaid::How::Gap) << "place-light-gets-in";
    }
    void whatIsWrongIsSaidAndMended()
    {
        QFETCH(int, how);
        QFETCH(QString, code);
        const Outcome o = visit({HandLaid::How(how)});
        QVERIFY2(o.result.ok(), o.result ? "" : english(o.result.error().paragraph()).c_str());
        QCOMPARE(o.asked, std::vector<std::string>{code.toStdString()});
        QVERIFY(o.laid >= 2);
        // Mended, it is measured as if nothing had been.
        QCOMPARE(o.result->verdict, Verdict::Pass);
        QVERIFY(o.result->warnings.empty() || o.result->warnings.front().code != code.toStdString());
    }

    // Elsewhere than in the middle: patches and instrument lie there together from the first to the last, whole on the screen; it is said, and kept.
    void theInstrumentLiesWhereItIsChosen()
    {
        auto bench = std::move(sim::makeBench("wled", 4)).value();
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        plan.effort = Effort::Quick;
        VisitHooks hooks;
        hooks.ask = [](const Question &q) {
            Answer a;
            if (q.stage == Stage::Place) {
                a.at = {{0.97, 0.3}};
            }
            return a;
        };
        const auto record = Visit(*bench, plan, hooks, {}).run();
        QVERIFY2(record.ok(), record ? "" : english(record.error().paragraph()).c_str());
        const std::array<double, 2> at{1 - std::sqrt(0.1) / 2, 0.3};
        QVERIFY(std::abs(record->plan.at[0] - at[0]) < 1e-9 && std::abs(record->plan.at[1] - at[1]) < 1e-9);
        QVERIFY(bench->view().place.at == record->plan.at);
        int there = 0;
        for (const Measurement &m : record->readings) {
            const DisplayState *state = record->states.find(m.state);
            if (m.mode == ReadMode::Emission && state != nullptr) {
                QVERIFY2(state->at == record->plan.at, m.name.c_str());
                ++there;
            }
        }
        QVERIFY(there > 20);
        QVERIFY(english(record->lines.at(Stage::Place).summary).find("84 % of the width and 30 %") != std::string::npos);
        QVERIFY(record->verdict == Verdict::Pass);
        const auto back = recordFromJson(recordToJson(record.value()));
        QVERIFY(back.ok() && back->plan.at == record->plan.at);
    }

    // A bench that cannot move its instrument leaves it in the middle; nobody is told that it lies elsewhere.
    void anInstrumentThatIsNotMovedLiesInTheMiddle()
    {
        class Fixed : public PairedBench {
        public:
            explicit Fixed(sim::SimBench &b) : PairedBench(b, b) {}
            Result<InstrumentInfo> describeInstrument() override
            {
                auto info = PairedBench::describeInstrument();
                info.value().modes = {"emission"};
                return info;
            }
            Status place(const Place &place) override
            {
                return place.desk ? PairedBench::place(place)
                                  : Status(Error{ErrorKind::Bench, verbatim("it is fixed"), {}, {}, "unsupported", false});
            }
        };
        auto bench = std::move(sim::makeBench("wled", 4)).value();
        Fixed fixed(*bench);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        plan.effort = Effort::Quick;
        plan.at = {0.3, 0.3};
        Visit visit(fixed, plan, {}, {});
        (void)visit.run();
        QVERIFY(visit.record().plan.at == VisitPlan{}.at);
        QVERIFY(std::any_of(visit.record().warnings.begin(), visit.record().warnings.end(),
                            [](const Message &m) { return m.code == "place-not-moved"; }));
    }

    // It is asked for twice; who leaves it so a third time is taken at their word, and it is said in the sheet.
    void whoLeavesItSoIsTakenAtTheirWord()
    {
        const Outcome o = visit({HandLaid::How::Gap, HandLaid::How::Gap, HandLaid::How::Gap});
        QCOMPARE(int(o.asked.size()), 2);
        if (o.result) {
            QVERIFY(
                std::any_of(o.result->warnings.begin(), o.result->warnings.end(), [](const Message &m) { return m.code == "place-light-gets-in"; }));
        }
    }

    void whoGivesUpStops()
    {
        const Outcome o = visit({HandLaid::How::Gap}, true);
        QVERIFY(!o.result.ok());
        QCOMPARE(o.result.error().kind, ErrorKind::Cancelled);
    }

    // A bench that lays its instrument itself, and one that nobody stands at, are not tried: no reading is spent on it.
    void nobodyThereNothingTried()
    {
        auto bench = std::move(sim::makeBench("wled", 5)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        VisitHooks asked;
        asked.ask = [](const Question &) { return Answer{}; };
        Visit automatic(*bench, plan, asked, {});
        QVERIFY(automatic.run().ok());
        HandLaid alone("wled", {});
        Visit unattended(alone, plan, {}, {});
        QVERIFY(unattended.run().ok());
        for (const VisitRecord &r : {automatic.record(), unattended.record()}) {
            for (const Measurement &m : r.readings) {
                QVERIFY2(m.name.find("placed") == std::string::npos, m.name.c_str());
            }
        }
    }

    // What was read to try it is kept, in a state of its own where the surround is another, and counts for no figure.
    void whatWasReadToTryItIsKept()
    {
        const Outcome o = visit({});
        std::set<int> states;
        int placed = 0;
        for (const Measurement &m : o.result->readings) {
            if (m.name.find("placed") != std::string::npos) {
                ++placed;
                states.insert(m.state);
                const DisplayState *state = o.result->states.find(m.state);
                QVERIFY(state != nullptr);
            }
        }
        QCOMPARE(placed, 2);
        QCOMPARE(int(states.size()), 2);
        const Outcome without = [] {
            Outcome plain;
            auto bench = std::move(sim::makeBench("wled", 5)).value();
            bench->skipTime(7200);
            VisitPlan plan;
            plan.effort = Effort::Quick;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            Visit v(*bench, plan, {}, {});
            plain.result = v.run();
            return plain;
        }();
        LAMP_NEAR(o.result->calibrated.white.b, without.result->calibrated.white.b, 0.5);
        LAMP_NEAR(o.result->verification.mean, without.result->verification.mean, 0.3);
    }
};

LAMP_TEST(placement, TestPlacement)

} // namespace placement_test
#include "test_placement.moc"
