// SPDX-License-Identifier: GPL-3.0-or-later
// Causes are told apart by what simulated displays do after something has happened to them; the code sees readings only.
#include "support.h"

#include "diagnose/examination.h"
#include "simlab/mishaps.h"
#include "visit/visit.h"
#include "words/catalogue.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <QtTest>

#include <memory>
#include <random>
#include <set>

namespace diagnosis_test {

using namespace lamp;

namespace {

/// A display that was visited, on its bench.
struct Visited {
    std::unique_ptr<sim::SimBench> bench;
    VisitRecord record;
    std::unique_ptr<VisitedDisplay> last;
    sim::MeterSpec meter;
};

const sim::Mishap &mishapCalled(const std::string &name)
{
    const auto &all = sim::mishaps();
    return *std::find_if(all.begin(), all.end(), [&](const sim::Mishap &m) { return name == m.name; });
}

Visited visited(const std::string &kind, std::uint64_t seed, const std::vector<std::string> &prepared = {})
{
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    panel.alreadyWarm = true;
    panel.menu.byPerson = false;
    for (const std::string &name : prepared) {
        mishapCalled(name).prepare(panel);
    }
    Visited v;
    v.meter = sim::variedMeter(false, seed);
    v.bench = std::make_unique<sim::SimBench>(panel, sim::RoomSpec{}, std::vector{v.meter, sim::variedMeter(true, seed)}, seed);
    VisitPlan plan;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    VisitHooks hooks;
    hooks.wallClock = [bench = v.bench.get()] { return WallTime{std::chrono::seconds(1800000000 + std::int64_t(bench->now()))}; };
    Visit visit(*v.bench, plan, hooks, {});
    const auto result = visit.run();
    Q_ASSERT(result);
    v.record = visit.record();
    v.last = std::make_unique<VisitedDisplay>(VisitedDisplay::asCalibrated(visitFacts(v.record)).value());
    return v;
}

/// What happens, then an examination so many days later as that says.
Examination examined(Visited &v, const std::vector<std::string> &what, std::uint64_t seed, TestChoice tests = TestChoice::Needed)
{
    std::mt19937_64 random(seed);
    double days = 1;
    for (const std::string &name : what) {
        days = std::max(days, mishapCalled(name)
                                  .happen(*v.bench, v.record.ramps, v.meter,
                                          [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); })
                                  .value());
    }
    ExaminationPlan plan;
    plan.tests = tests;
    plan.now = v.record.finished + std::chrono::hours(std::int64_t(24 * days));
    Examination e;
    const Status s = examine(*v.bench, *v.last, plan, {}, {}, e);
    if (!s) {
        qWarning("%s", said(s.error().what).c_str());
    }
    return e;
}

const Ranking::Entry &entryOf(const Ranking &r, const std::string &code)
{
    return *std::find_if(r.causes.begin(), r.causes.end(), [&](const Ranking::Entry &c) { return c.code == code; });
}

bool tells(const std::vector<Message> &all, const std::string &code)
{
    return std::any_of(all.begin(), all.end(), [&](const Message &m) { return m.code == code; });
}

} // namespace

class TestDiagnosis : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // A chain that nothing has happened to says what the last visit says.
    void anUntouchedChainIsTheVisit()
    {
        const Visited v = visited("wled", 3);
        const Reference reference(*v.last);
        Chain chain;
        chain.reference = &reference;
        for (const Drive &d : {Drive{1, 1, 1}, Drive{0.5, 0.2, 0.8}, Drive{0, 0.6, 0}, Drive{0, 0, 0}}) {
            Condition shown;
            shown.rgb = d;
            const XYZ said = chain(shown), left = v.last->evaluate(d);
            QVERIFY2((said.vec() - left.vec()).norm() < 1e-6 * reference.white().b, qPrintable(QString::number(said.b - left.b)));
        }
        // A channel's drive for a light is the inverse of its light.
        for (const double v01 : {0.1, 0.4, 0.9}) {
            Drive d;
            d[1] = v01;
            const double light = (reference.amounts() * (reference.behind(d) - reference.black()).vec())[1];
            LAMP_NEAR(reference.driveFor(1, light), v01, 0.003);
        }
    }

    // Causes whose law is published say it: 16 to 235 of 255 (ITU-R BT.709-6, 3.5: black and peak of 8 bits), halves of a plane's levels.
    void causesFollowTheirLaws()
    {
        const Visited v = visited("wled", 3);
        const Reference reference(*v.last);
        const std::vector<Cause> all = allCauses(reference, {});
        const auto chainWith = [&](const std::string &code, const Eigen::VectorXd &values, int variant) {
            Chain chain;
            chain.reference = &reference;
            std::find_if(all.begin(), all.end(), [&](const Cause &c) { return c.code == code; })->apply(chain, values, variant);
            return chain;
        };
        const auto shown = [](double g) {
            Condition c;
            c.rgb = {g, g, g};
            return c;
        };
        Chain plain;
        plain.reference = &reference;
        const Chain limited = chainWith("limited-range", {}, 0);
        LAMP_NEAR(limited(shown(16 / 255.0)).b, reference.black().b, 1e-3);
        LAMP_NEAR(limited(shown(235 / 255.0)).b, reference.behind({1, 1, 1}).b, 0.03 * reference.white().b); // ramps stand between
        Eigen::VectorXd half(1);
        half << std::log(0.5);
        LAMP_NEAR(chainWith("brightness-turned", half, 0)(shown(0.7)).b, 0.5 * plain(shown(0.7)).b, 1e-9);
        // 6 bits: four of 256 levels become one.
        const Chain few = chainWith("few-levels", {}, 1);
        std::set<std::int64_t> levels;
        for (int code = 0; code < 256; ++code) {
            Condition green;
            green.rgb = {0, code / 255.0, 0};
            levels.insert(std::llround(1e6 * few(green).b));
        }
        QVERIFY2(levels.size() <= 64, qPrintable(QString::number(levels.size())));
        // A patch five times as large fills the view of an instrument that has slipped.
        Eigen::VectorXd share(1);
        share << 0.6;
        const Chain moved = chainWith("instrument-moved", share, 0);
        Condition large = shown(1);
        large.area = 0.6;
        LAMP_NEAR(moved(large).b, plain(large).b, 1e-9);
        LAMP_NEAR(moved(shown(1)).b, 0.6 * plain(shown(1)).b, 0.01 * plain(shown(1)).b);
    }

    void everyCauseCanBeSaid()
    {
        const Visited v = visited("wled", 3);
        const Reference reference(*v.last);
        std::set<std::string> codes;
        for (const Cause &c : allCauses(reference, {})) {
            QVERIFY2(codes.insert(c.code).second, c.code.c_str());
            QVERIFY2(sentenceOf("cause-" + c.code) != nullptr && sentenceOf("cure-" + c.code) != nullptr, c.code.c_str());
            QVERIFY(c.variants >= 1 && c.weight >= 0);
            for (const Unknown &u : c.unknowns) {
                QVERIFY2(u.sigma > 0 && u.least <= u.mean && u.mean <= u.most, c.code.c_str());
            }
        }
        QVERIFY(codes.size() >= 24);
        for (const DiagnosticTest &t : diagnosticTests()) {
            QVERIFY2(sentenceOf("test-" + t.code) != nullptr, t.code.c_str());
        }
        for (const sim::Mishap &m : sim::mishaps()) {
            QVERIFY2(std::string(m.name) == "healthy" || codes.contains(m.name), m.name);
        }
    }

    void whatHappenedIsNamed_data()
    {
        QTest::addColumn<QString>("what");
        QTest::addColumn<QString>("kind");
        const std::vector<std::string> kinds{"wled", "qd", "ccfl", "qd-oled"};
        const bool brief = qEnvironmentVariableIsSet("LAMP_BRIEF");
        size_t i = 0, kind = 0;
        for (const sim::Mishap &m : sim::mishaps()) {
            const std::string name = m.name;
            const bool lamps = name == "zones-dim" || name == "dynamic-contrast" || name == "power-limited";
            if (brief && i++ % 8 != 0) {
                continue;
            }
            QTest::newRow(m.name) << QString(m.name) << QString::fromStdString(lamps ? "wled" : kinds[kind++ % kinds.size()]);
        }
    }
    void whatHappenedIsNamed()
    {
        QFETCH(QString, what);
        QFETCH(QString, kind);
        const std::string name = what.toStdString();
        Visited v = visited(kind.toStdString(), 77, {name});
        const Examination e = examined(v, {name}, 4);
        std::string first = "healthy";
        double most = e.ranking.healthy;
        for (const Ranking::Entry &c : e.ranking.causes) {
            if (c.probability > most) {
                most = c.probability;
                first = c.code;
            }
        }
        QVERIFY2(first == name, qPrintable(QStringLiteral("%1 %2").arg(first.c_str()).arg(most)));
        QVERIFY(e.ranking.unexplained < 0.1);
        QVERIFY2(e.readings.size() <= 60, qPrintable(QString::number(e.readings.size())));
    }

    // Nothing is called healthy before what needs circumstances of its own has been looked at.
    void healthyIsSaidAfterTests()
    {
        Visited v = visited("wled", 21);
        const Examination quick = examined(v, {"healthy"}, 5, TestChoice::None);
        QVERIFY(quick.tests.empty() && !quick.next.empty() && quick.ranking.healthy < 0.97);
        const Examination whole = examined(v, {"healthy"}, 5, TestChoice::All);
        QVERIFY(whole.tests.size() == diagnosticTests().size());
        QVERIFY2(whole.ranking.healthy > 0.9 && whole.ranking.healthy > quick.ranking.healthy, qPrintable(QString::number(whole.ranking.healthy)));
        QVERIFY(tells(examinationSaid(whole), "diagnosis-healthy"));
    }

    void twoAtOnceAreBothNamed()
    {
        Visited v = visited("wled", 31);
        const Examination e = examined(v, {"brightness-turned", "light-leak"}, 6);
        std::set<std::string> three;
        for (size_t i = 0; i < 3; ++i) {
            three.insert(e.ranking.causes[i].code);
        }
        QVERIFY(three.contains("brightness-turned") && three.contains("light-leak"));
    }

    // Chances are chances: those of none, of no known cause, and of each cause, which pairs count in twice.
    void probabilitiesAreProbabilities()
    {
        Visited v = visited("qd", 41);
        const Examination e = examined(v, {"gains-turned"}, 7, TestChoice::None);
        double sum = e.ranking.healthy + e.ranking.unexplained;
        for (const Ranking::Entry &c : e.ranking.causes) {
            QVERIFY(c.probability >= 0 && c.probability <= 1 + 1e-9);
            sum += c.probability;
        }
        QVERIFY2(sum > 1 - 1e-6 && sum < 2, qPrintable(QString::number(sum)));
    }

    // What is known without light counts, and is told on the side that it speaks for.
    void factsSpeakForAndAgainst()
    {
        Visited v = visited("wled", 51);
        const Examination turned = examined(v, {"brightness-turned"}, 8, TestChoice::None);
        QVERIFY(tells(entryOf(turned.ranking, "brightness-turned").pro, "fact-brightness-turned"));
        QVERIFY(tells(entryOf(turned.ranking, "ramps-lost").contra, "fact-ramps-gone-not"));
        QVERIFY(!entryOf(turned.ranking, "brightness-turned").detail.empty());
        // Without a profile in use nothing is said of it, one way or the other.
        QVERIFY(!turned.known.known.contains(Fact::ProfileOfAnother));
    }

    void aProfileOfAnotherDisplayIsNamed()
    {
        Visited v = visited("wled", 61);
        const Visited other = visited("rgb-led", 62);
        ExaminationPlan plan;
        plan.profile = other.record.profile;
        Examination e;
        QVERIFY(examine(*v.bench, *v.last, plan, {}, {}, e));
        QCOMPARE(e.ranking.causes.front().code, std::string("profile-of-another"));
        plan.profile = v.record.profile;
        Examination own;
        QVERIFY(examine(*v.bench, *v.last, plan, {}, {}, own));
        QVERIFY(own.ranking.healthy > 0.8);
    }

    // It looks, and leaves all as it found it.
    void nothingIsChanged()
    {
        Visited v = visited("wled", 71);
        (void)v.bench->setControl("brightness", 33);
        const DisplayInfo before = v.bench->describeDisplay().value();
        const XYZ white = v.bench->seen({1, 1, 1});
        (void)examined(v, {}, 9, TestChoice::All);
        const DisplayInfo after = v.bench->describeDisplay().value();
        QCOMPARE(after.lutLoaded, before.lutLoaded);
        QCOMPARE(after.mode, before.mode);
        QCOMPARE(after.control("brightness")->value, 33.0);
        QCOMPARE(v.bench->seen({1, 1, 1}).b, white.b);
        QCOMPARE(v.bench->view().place.at[0], 0.5);
    }

    void anotherDisplaysVisitIsRefused()
    {
        Visited v = visited("wled", 81);
        const Visited other = visited("wled", 82);
        Examination e;
        const Status s = examine(*v.bench, *other.last, {}, {}, {}, e);
        QVERIFY(!s && s.error().what.code == "diagnosis-other-display" && e.readings.empty());
    }

    // A display that takes its pictures as high dynamic range says so: that is what is wrong, and no reading is needed to see it.
    void anotherSignalIsSaid()
    {
        Visited v = visited("qd-oled", 86);
        QVERIFY(v.bench->setSignal(Signal::Pq).ok());
        Examination e;
        const Status s = examine(*v.bench, *v.last, {}, {}, {}, e);
        QVERIFY(!s && s.error().what.code == "diagnosis-signal-is" && e.readings.empty());
        QCOMPARE(v.bench->describeDisplay()->signal, Signal::Pq);
    }

    // Somebody turns the menu in the middle: what was weighed is of two states, which is said.
    void aChangeMeanwhileIsSaid()
    {
        Visited v = visited("wled", 85);
        ExaminationPlan plan;
        plan.tests = TestChoice::None;
        ExaminationHooks hooks;
        hooks.onReading = [bench = v.bench.get()](const Measurement &, const Examination &e) {
            if (e.readings.size() == 12) {
                (void)bench->setControl("brightness", 20);
            }
        };
        Examination e;
        QVERIFY(examine(*v.bench, *v.last, plan, hooks, {}, e));
        QVERIFY(tells(e.warnings, "diagnosis-changed-meanwhile"));
        Examination calm;
        QVERIFY(examine(*v.bench, *v.last, plan, {}, {}, calm));
        QVERIFY(!tells(calm.warnings, "diagnosis-changed-meanwhile"));
    }

    // An instrument that sees nothing at all says nothing of the display.
    void nothingSeenIsNoDiagnosis()
    {
        Visited v = visited("qd-oled", 86);
        v.bench->alter([](sim::PanelSpec &p) { p.signal.broken = {true, true, true}; });
        Examination e;
        const Status s = examine(*v.bench, *v.last, {}, {}, {}, e);
        QVERIFY2(!s, "an error was awaited");
        QVERIFY2(s.error().code == "nothing-seen" || s.error().code == "implausible", s.error().code.c_str());
        QVERIFY(e.ranking.causes.empty());
    }

    // Asked to stop, or with an instrument that goes away, it ends, and what was read is there.
    void itEndsWithWhatWasRead()
    {
        Visited v = visited("wled", 91);
        std::stop_source stop;
        ExaminationHooks hooks;
        hooks.onReading = [&](const Measurement &, const Examination &e) {
            if (e.readings.size() == 10) {
                stop.request_stop();
            }
        };
        Examination e;
        const Status s = examine(*v.bench, *v.last, {}, hooks, stop.get_token(), e);
        QVERIFY(!s && s.error().kind == ErrorKind::Cancelled);
        QVERIFY(e.readings.size() >= 10 && e.readings.size() < 13);
        v.bench->failReadings(0, 100000, "not-connected", false);
        Examination gone;
        QVERIFY(!examine(*v.bench, *v.last, {}, {}, {}, gone));
        QVERIFY(gone.ranking.causes.empty());
    }

    void whatIsSaidIsValidJson()
    {
        Visited v = visited("wled", 95);
        const Examination e = examined(v, {"night-colours"}, 3);
        const auto j = nlohmann::json::parse(examinationJson(e, plainEnglish));
        QCOMPARE(j.at("schema").get<std::string>(), std::string("dutiful-lamp/diagnosis/1"));
        QCOMPARE(j.at("causes").at(0).at("code").get<std::string>(), std::string("night-colours"));
        QCOMPARE(j.at("readings").get<size_t>(), e.readings.size());
        QCOMPARE(readingSet(e).readings.size(), e.readings.size());
        for (const auto &c : j.at("causes")) {
            QVERIFY(!c.at("name").get<std::string>().starts_with("cause-"));
        }
    }
};

LAMP_TEST(diagnosis, TestDiagnosis)

} // namespace diagnosis_test
#include "test_diagnosis.moc"
