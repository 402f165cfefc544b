// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "measure/warm_up.h"
#include "simlab/sim_bench.h"

#include <random>

namespace measure_test {

using namespace lamp;

namespace {

struct Setup {
    std::unique_ptr<sim::SimBench> bench;
    std::unique_ptr<Gauge> gauge;
    std::vector<Measurement> heard;
    std::vector<std::string> notes;

    explicit Setup(const std::string &name, std::uint64_t seed = 1) : bench(std::move(sim::makeBench(name, seed)).value())
    {
        Gauge::Hooks hooks;
        hooks.onReading = [this](const Measurement &m) { heard.push_back(m); };
        hooks.onNote = [this](const Message &m) { notes.push_back(english(m)); };
        gauge = std::make_unique<Gauge>(*bench, bench->describeInstrument().value(), hooks, std::stop_token());
        (void)gauge->setCorrection(bench->describeDisplay()->technology);
    }
};

} // namespace

class TestMeasure : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void noiseModelIsWhatTheInstrumentDoes()
    {
        Setup s("wled");
        s.bench->skipTime(7200);
        for (const double drive : {1.0, 0.4, 0.12}) {
            double sum = 0, squares = 0, stated = 0;
            constexpr int n = 200;
            for (int i = 0; i < n; ++i) {
                const auto m = s.gauge->read({drive, drive, drive}, "x", 1, 0.002);
                QVERIFY(m.ok());
                sum += m->xyz.b;
                squares += m->xyz.b * m->xyz.b;
                stated += m->sigma.b / n;
            }
            const double spread = std::sqrt(squares / n - sum / n * (sum / n));
            // Within a third: the model may know a little more or less than the instrument's maker tells.
            QVERIFY2(spread < 1.3 * stated && spread > 0.6 * stated,
                     qPrintable(QStringLiteral("%1: %2 against %3").arg(drive).arg(spread).arg(stated)));
        }
    }

    void longerInTheDark()
    {
        const NoiseModel model;
        QVERIFY(model.integrationFor(0.5, 0.002) > 3 * model.integrationFor(100, 0.002));
        QVERIFY(model.integrationFor(100, 0.05) <= 1);
        QVERIFY(model.sigma(100, 4) < model.sigma(100, 1));
    }

    void unstableReadingsAreTakenAgainAndKept()
    {
        sim::PanelSpec slow;
        slow.responseS = 0.5;
        sim::SimBench bench(slow, {}, sim::MeterSpec{}, 1);
        std::vector<Measurement> heard;
        Gauge::Hooks hooks;
        hooks.onReading = [&](const Measurement &m) { heard.push_back(m); };
        Gauge gauge(bench, bench.describeInstrument().value(), hooks, {});
        const auto m = gauge.read({1, 1, 1}, "white");
        QVERIFY(m.ok());
        QVERIFY(!m->superseded);
        QVERIFY(heard.size() > 1);
        QVERIFY(heard.front().superseded);
        LAMP_NEAR(m->xyz.b, bench.seen({1, 1, 1}).b, 0.01 * m->xyz.b);
        // It has learnt how slow the panel is: the next patches need one reading each.
        const size_t before = heard.size();
        QVERIFY(gauge.read({0.5, 0.5, 0.5}, "gray").ok());
        QVERIFY(gauge.read({1, 0, 0}, "red").ok());
        QVERIFY(heard.size() <= before + 3);
    }

    void blackBelowTheFloorIsZeroWithTheFloorAsUncertainty()
    {
        Setup s("woled");
        const auto m = s.gauge->read({0, 0, 0}, "black", 0.01);
        QVERIFY(m.ok());
        QVERIFY(m->tooDark);
        QCOMPARE(m->xyz.b, 0.0);
        QCOMPARE(m->sigma.b, s.bench->describeInstrument()->floorCdM2);
    }

    void unpluggedInstrumentGetsItsCorrectionBack()
    {
        Setup s("wled");
        s.bench->skipTime(7200);
        const auto before = s.gauge->read({1, 1, 1}, "white", 100);
        s.bench->failReadings(1, 2, "not-connected");
        const auto after = s.gauge->read({1, 1, 1}, "white", 100);
        QVERIFY(after.ok());
        QVERIFY(!s.notes.empty());
        // Without its correction the same white would read several per cent differently in X or Z.
        LAMP_NEAR(after->xyz.a / before->xyz.a, 1, 0.004);
        LAMP_NEAR(after->xyz.c / before->xyz.c, 1, 0.004);
    }

    // Pulled out while somebody only watches: the reading that comes next has its correction all the same.
    void glanceAtAnInstrumentThatIsAwayForgetsNothing()
    {
        Setup s("wled");
        s.bench->skipTime(7200);
        const auto before = s.gauge->read({1, 1, 1}, "white", 100);
        s.bench->failReadings(1, 1, "not-connected");
        QVERIFY(!s.gauge->glanceAtWhite(100).ok());
        const auto after = s.gauge->read({1, 1, 1}, "white", 100);
        QVERIFY(after.ok());
        LAMP_NEAR(after->xyz.a / before->xyz.a, 1, 0.004);
        LAMP_NEAR(after->xyz.c / before->xyz.c, 1, 0.004);
    }

    void faultThatDoesNotEndIsToldWithTriesAndTodo()
    {
        Setup s("wled");
        s.bench->failReadings(0, 1000, "busy");
        const auto m = s.gauge->read({1, 1, 1}, "white");
        QVERIFY(!m.ok());
        QCOMPARE(m.error().kind, ErrorKind::Bench);
        QVERIFY(!m.error().todo.empty() && !m.error().safe.empty());
        Setup t("wled");
        t.bench->failReadings(0, 1000, "internal", false);
        const auto n = t.gauge->read({1, 1, 1}, "white");
        QVERIFY(!n.ok());
        QVERIFY(t.notes.empty()); // not to be tried again, so it was not
    }

    void requestToStopIsHeard()
    {
        auto bench = std::move(sim::makeBench("wled", 1)).value();
        std::stop_source stop;
        Gauge gauge(*bench, bench->describeInstrument().value(), {}, stop.get_token());
        stop.request_stop();
        const auto m = gauge.read({1, 1, 1}, "white");
        QVERIFY(!m.ok());
        QCOMPARE(m.error().kind, ErrorKind::Cancelled);
        QVERIFY(!gauge.wait(100).ok());
    }

    void ambientAtTheDeskAndBack()
    {
        Setup s("wled");
        const auto m = s.gauge->readAmbient();
        QVERIFY(m.ok());
        LAMP_NEAR(m->xyz.b, 60, 4);
        QVERIFY(s.gauge->read({1, 1, 1}, "white").ok()); // it lies on the screen again
    }

    // Against the curves that made the data: one approach, and two of opposite signs of which the quick one is over.
    void whatIsToComeIsRecoveredFromNoisyData()
    {
        std::mt19937 random(5);
        std::normal_distribution<double> noise(0, 0.0005);
        const XYZ white(114, 120, 130);
        const auto one = [](double t) { return 1 - 0.07 * std::exp(-t / 400); };
        const auto two = [](double t) { return 1 + 0.05 * std::exp(-t / 80) - 0.06 * std::exp(-t / 1200); };
        for (const std::function<double(double)> &course : {std::function<double(double)>(one), std::function<double(double)>(two)}) {
            Settling settling;
            for (double at = 0; at < 600; at += 25) {
                settling.add(at, XYZ(course(at) * (1 + noise(random)) * white.vec()), 0.0005);
            }
            const Settling::Change c = settling.luminance(0, 3000);
            const double truth = std::log(course(575 + 3000) / course(575));
            QVERIFY2(std::abs(c.mean - truth) < std::max(0.003, 2.5 * c.sigma), qPrintable(QStringLiteral("%1 for %2").arg(c.mean).arg(truth)));
            QVERIFY(c.still < 0.01);
            QVERIFY(c.bound() > 0.5 * std::abs(truth));
            LAMP_NEAR(settling.ratio(500, 100), course(500) / course(100), 0.002);
        }
    }

    // A panel that has not moved yet is probably warm, and one that is seen to move is not, however slowly.
    void stillnessIsNoProofUntilItLasts()
    {
        Settling flat, slow;
        const XYZ white(114, 120, 130);
        double before = 1e9;
        for (double at = 0; at < 240; at += 15) {
            flat.add(at, white, 0.0006);
            slow.add(at, XYZ((1 - 0.05 * std::exp(-at / 1500)) * white.vec()), 0.0006);
            if (flat.size() >= 4) {
                const double bound = flat.luminance(240, 3600).bound();
                QVERIFY(bound < before * 1.3); // the longer, the surer
                before = bound;
            }
        }
        QVERIFY(flat.luminance(240, 3600).bound() < 0.004);
        QVERIFY(slow.luminance(240, 3600).bound() > 0.015);
        QVERIFY(slow.waitFor(0.006, 0.0008, 240, 3600) > 600);
        QCOMPARE(flat.waitFor(0.006, 0.0008, 240, 3600), 0.0);
        QVERIFY(Settling().luminance(0, 100).bound() > 0.05); // nothing is known
    }

    // A level that a change of the setting makes is no movement.
    void aTurnOfTheMenuIsNoDrift()
    {
        Settling settling;
        for (double at = 0; at < 200; at += 20) {
            const double level = at < 100 ? 240 : 120;
            settling.add(at, XYZ(0.95 * level, level, 1.08 * level), 0.0006, at < 100 ? 0 : 1);
        }
        QVERIFY(settling.luminance(0, 3600).still > 0.9);
        QCOMPARE(settling.segments(), 2);
        LAMP_NEAR(settling.ratio(180, 100), 1, 1e-9);
    }

    // A panel that rested before it moved is expected to do so again; one that stood still says nothing of another time.
    void whatAPanelDidBeforeIsExpected()
    {
        const XYZ white(114, 120, 130);
        const auto course = [](double t) { return 1 - 0.06 * std::exp(-std::max(0.0, t - 180) / 600); };
        Settling rested, still;
        for (double at = 0; at < 1500; at += 60) {
            rested.add(at, XYZ(course(at) * white.vec()), 0.0006);
            still.add(at, white, 0.0006);
        }
        const auto boundAfter = [&](const Settling &before) {
            Settling now;
            now.expect(before);
            for (double at = 0; at < 60; at += 15) {
                now.add(at, white, 0.0006);
            }
            return now.luminance(240, 3600).bound();
        };
        QCOMPARE(boundAfter(still), boundAfter({}));
        QVERIFY2(boundAfter(rested) > 1.5 * boundAfter({}), qPrintable(QStringLiteral("%1 and %2").arg(boundAfter(rested)).arg(boundAfter({}))));
    }

    void anInstrumentThatHangsIsNamed()
    {
        sim::MeterSpec meter;
        meter.stuckFrom = 2;
        sim::SimBench bench(sim::variedPanel("wled", 1), {}, meter, 1);
        Gauge gauge(bench, bench.describeInstrument().value(), {}, {});
        QVERIFY(gauge.read({1, 1, 1}, "white").ok());
        QVERIFY(gauge.read({0.5, 0.5, 0.5}, "gray").ok());
        QVERIFY(gauge.read({0.5, 0.5, 0.5}, "gray").ok()); // the same patch may read the same
        const auto m = gauge.read({1, 0, 0}, "red");
        QVERIFY(!m.ok());
        QCOMPARE(m.error().code, std::string("stuck"));
    }

    void warmPanelIsReadySoonAndAColdOneWhenItStands()
    {
        for (const std::uint64_t seed : {1u, 2u, 3u, 4u, 5u}) {
            Setup warm("wled", seed);
            warm.bench->skipTime(7200);
            const auto w = warmUp(*warm.gauge, {});
            QVERIFY(w.ok());
            QVERIFY(w->stable);
            QVERIFY2(w->seconds < 90, qPrintable(QString::number(w->seconds)));
            Setup cold("wled", seed);
            const auto c = warmUp(*cold.gauge, {});
            QVERIFY(c.ok());
            QVERIFY(c->stable);
            // What is still to come when the work ends is small: compare four minutes and two hours later.
            cold.bench->skipTime(240);
            const double now = cold.bench->seen({1, 1, 1}).b;
            cold.bench->skipTime(7200);
            LAMP_NEAR(cold.bench->seen({1, 1, 1}).b / now, 1.0, 0.008);
            QVERIFY(c->seconds < 1800);
        }
    }

    void impatienceIsSaid()
    {
        Setup cold("wled");
        WarmUpOptions options;
        options.longestS = 70;
        const auto w = warmUp(*cold.gauge, options);
        QVERIFY(w.ok());
        QVERIFY(!w->stable);
        QVERIFY(w->ratePercentPerMinute > 0.3);
        QVERIFY(w->boundPercent > 1);
    }
};

LAMP_TEST(measure, TestMeasure)

} // namespace measure_test
#include "test_measure.moc"
