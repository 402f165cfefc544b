// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "measure/warm_up.h"
#include "simlab/sim_bench.h"

#include <random>

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

    // Source: the fit against the exponential that made the data, as in any text on least squares.
    void approachIsRecoveredFromNoisyData()
    {
        std::mt19937 random(5);
        std::normal_distribution<double> noise(0, 0.0005);
        std::vector<double> t, y;
        for (double at = 0; at < 900; at += 60) {
            t.push_back(at);
            y.push_back((200 - 14 * std::exp(-at / 400)) * (1 + noise(random)));
        }
        const Approach fit = fitApproach(t, y, 0.0005);
        LAMP_NEAR(fit.end, 200, 1.0);
        LAMP_NEAR(fit.amplitude, -14, 1.5);
        LAMP_NEAR(fit.remaining(840), 14 * std::exp(-2.1) / 200, 0.004);
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
    }
};

QTEST_GUILESS_MAIN(TestMeasure)
#include "test_measure.moc"
