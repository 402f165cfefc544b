// SPDX-License-Identifier: GPL-3.0-or-later
// Two displays matched by eye: what settings come to, by hand and by simulated people; and a visit that is set off by it.
#include "english.h"
#include "support.h"

#include "colour/spaces.h"
#include "fleet/eye_match.h"
#include "simlab/sim_bench.h"
#include "visit/match.h"
#include "visit/visit.h"
#include "visit/whole_visit.h"

#include <QtTest>

#include <nlohmann/json.hpp>

#include <cstring>
#include <set>

namespace eye_match_test {

using namespace lamp;

namespace {

VisitRecord visited(const std::string &technology, std::uint64_t seed, const std::optional<MatchTarget> &like = {})
{
    sim::SimBench bench(sim::variedPanel(technology, seed), sim::RoomSpec{}, std::vector{sim::MeterSpec{}}, seed);
    bench.skipTime(7200);
    VisitPlan plan;
    plan.target = like ? like->target : *builtInTarget("Photo");
    plan.matched = like ? std::optional(like->like) : std::nullopt;
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = Effort::Quick;
    auto record = Visit(bench, plan, {}, {}).run();
    if (!record) {
        qFatal("%s", english(record.error()).c_str());
    }
    return std::move(record).value();
}

std::vector<EyeSetting> settings(const std::string &person, const std::vector<double> &du, double dv = 0)
{
    std::vector<EyeSetting> all;
    for (const double u : du) {
        all.push_back({person, u, dv, 0});
    }
    return all;
}

std::vector<EyeSetting> both(std::vector<EyeSetting> a, const std::vector<EyeSetting> &b)
{
    a.insert(a.end(), b.begin(), b.end());
    return a;
}

/// Somebody whose eyes see the two alike where they differ by this as an instrument reads them: steps until nothing is seen any more.
class Eyes {
public:
    Eyes(double du, double dv, double luminance, std::uint64_t seed) : m_du(du), m_dv(dv), m_luminance(luminance), m_random(seed) {}

    void set(EyeMatching &m, const VisitedDisplay &reference, const VisitedDisplay &display, const std::string &name)
    {
        using Step = EyeMatching::Step;
        // A difference of 0.0011 in u′v′ or 1 % in luminance is just seen (common practice, no published source).
        std::normal_distribution<double> uv(0, 0.0008), light(0, 0.8);
        for (int i = 0; i < 120; ++i) {
            const XYZ a = reference.evaluate(m.referenceDrive()), b = display.evaluate(m.drive());
            const Uv p = uvOf(chromaticity(a)), q = uvOf(chromaticity(b));
            const double u = q.u - p.u - m_du + uv(m_random), v = q.v - p.v - m_dv + uv(m_random);
            const double l = 100 * (b.b / a.b - 1) - m_luminance + light(m_random);
            const double along = 0.6 * u + 0.8 * v, across = 0.8 * u - 0.6 * v; // roughly blue to yellow, and green to pink
            const double seen = std::max({std::abs(along) / 0.0011, std::abs(across) / 0.0011, std::abs(l) / 1.2});
            if (seen < 1) {
                break;
            }
            if (seen == std::abs(along) / 0.0011) {
                (void)m.step(along > 0 ? Step::Bluer : Step::Yellower, seen > 4);
            } else if (seen == std::abs(across) / 0.0011) {
                (void)m.step(across > 0 ? Step::Greener : Step::Pinker, seen > 4);
            } else {
                (void)m.step(l > 0 ? Step::Darker : Step::Brighter, seen > 4);
            }
        }
        m.looksTheSame(name);
    }

private:
    double m_du, m_dv, m_luminance;
    std::mt19937_64 m_random;
};

} // namespace

class TestEyeMatch : public QObject {
    Q_OBJECT

    std::optional<VisitRecord> m_wide, m_narrow;

private Q_SLOTS:
    void initTestCase()
    {
        m_wide = visited("woled", 3);
        m_narrow = visited("wled", 4);
    }

    // Worked by hand: means 0.003 and 0.005, so 0.004; the means' variance 2e-6, each person's 1e-6.
    void settingsByHand()
    {
        const auto o = eyeOffset(both(settings("A", {0.002, 0.003, 0.004}), settings("B", {0.004, 0.005, 0.006})));
        QVERIFY(o.ok());
        LAMP_NEAR(o->du, 0.004, 1e-12);
        LAMP_NEAR(o->uvK2, 2 * std::sqrt(2e-6 / 2), 1e-9);
        QVERIFY(o->uvMatters && !o->luminanceMatters && o->people == 2 && o->settings == 6);
        // χ² of the people's difference: (0.004)²/2 over 4e-6/3 is 6.0 against 5.99 of two degrees at 95 % (any table of χ²).
        const auto apart = [](double by) {
            return eyeOffset(both(settings("A", {0.004, 0.006, 0.008}), settings("B", {0.004 + by, 0.006 + by, 0.008 + by})));
        };
        QVERIFY(apart(0.0039)->peopleAgree);
        QVERIFY(!apart(0.0041)->peopleAgree);
        // Larger than its uncertainty, or not; and never finer than the steps.
        QVERIFY(!eyeOffset(both(settings("A", {-0.002, 0, 0.003}), settings("B", {0.002, -0.001, 0})))->uvMatters);
        QVERIFY(eyeOffset(both(settings("A", {0.001, 0.001, 0.001}), settings("B", {0.001, 0.001, 0.001})))->uvK2 > 0.0001);
    }

    void tooLittleIsRefused()
    {
        QCOMPARE(eyeOffset({}).error().code, std::string("too-few"));
        QCOMPARE(eyeOffset(settings("A", {0.002, 0.003, 0.004, 0.005, 0.006, 0.007})).error().code, std::string("too-few"));
        QCOMPARE(eyeOffset(both(settings("A", {0.002, 0.003, 0.004}), settings("B", {0.002, 0.003}))).error().code, std::string("too-few"));
        QCOMPARE(eyeOffset(both(settings("A", {0.002, NAN, 0.004}), settings("B", {0.002, 0.003, 0.1}))).error().code, std::string("setting"));
    }

    // Each setting begins elsewhere, both neutrals are shown as they are said to be, and what cannot be shown is refused.
    void neutralsAreShown()
    {
        const auto reference = VisitedDisplay::of(visitFacts(*m_wide)), display = VisitedDisplay::of(visitFacts(*m_narrow));
        auto begunWith = EyeMatching::begin(*reference, *display, 5);
        QVERIFY2(begunWith.ok(), begunWith ? "" : english(begunWith.error()).c_str());
        auto m = std::optional(std::move(begunWith).value());
        const XYZ shown = reference->evaluate(m->referenceDrive());
        const double dimmer = std::min(reference->facts().white.b, display->facts().white.b);
        LAMP_NEAR(shown.b / dimmer, 0.6, 0.01);
        const Uv white = uvOf(chromaticity(reference->facts().white)), patch = uvOf(chromaticity(shown));
        QVERIFY(std::hypot(white.u - patch.u, white.v - patch.v) < 0.0015); // 8 bits
        LAMP_NEAR(reference->evaluate(m->referenceSurround()).b / shown.b, 0.2, 0.02);
        std::set<std::tuple<double, double, double>> begun;
        for (int i = 0; i < 8; ++i) {
            begun.emplace(m->drive().a, m->drive().b, m->drive().c);
            const Uv is = uvOf(chromaticity(display->evaluate(m->drive()))), at = uvOf(chromaticity(shown));
            QVERIFY(std::hypot(is.u - at.u, is.v - at.v) > 0.003); // never near the reference
            m->looksTheSame("A");
        }
        QCOMPARE(begun.size(), size_t(8));
        m->takeBack();
        QCOMPARE(m->settings().size(), size_t(7));
        int steps = 0;
        while (m->step(EyeMatching::Step::Brighter, true) && steps < 200) {
            ++steps;
        }
        QVERIFY(steps > 2 && steps < 200);
        QVERIFY(display->evaluate(m->drive()).b <= display->facts().white.b * 1.001);
    }

    // What two people see is found within what is said of it, in most of many pairs of them; people who see differently are told.
    void peopleAreFound()
    {
        const auto reference = VisitedDisplay::of(visitFacts(*m_wide)), display = VisitedDisplay::of(visitFacts(*m_narrow));
        constexpr int pairs = 40;
        int held = 0, mattered = 0, toldApart = 0, falselyApart = 0;
        for (int seed = 1; seed <= pairs; ++seed) {
            std::mt19937_64 random{std::uint64_t(seed)};
            std::normal_distribution<double> person(0, 0.0006);
            const auto asked = [&](double du, double dv, double otherBy) {
                auto m = EyeMatching::begin(*reference, *display, std::uint64_t(seed)).value();
                Eyes a(du + person(random), dv + person(random), 1, std::uint64_t(100 + seed)),
                    b(du + otherBy + person(random), dv + person(random), 1, std::uint64_t(900 + seed));
                for (int i = 0; i < 4; ++i) {
                    a.set(m, *reference, *display, "A");
                    b.set(m, *reference, *display, "B");
                }
                return eyeOffset(m.settings()).value();
            };
            const EyeOffset o = asked(-0.004, 0.003, 0);
            held += std::abs(o.du + 0.004) <= o.uvK2 && std::abs(o.dv - 0.003) <= o.uvK2 ? 1 : 0;
            mattered += o.uvMatters ? 1 : 0;
            falselyApart += o.peopleAgree ? 0 : 1;
            toldApart += asked(-0.004, 0.003, 0.008).peopleAgree ? 0 : 1;
        }
        qInfo("of %d: held %d, mattered %d, people told apart %d, falsely %d", pairs, held, mattered, toldApart, falselyApart);
        QVERIFY(held >= 3 * pairs / 4); // two people are few: k = 2 of two is no 95 %
        QVERIFY(mattered >= 9 * pairs / 10 && toldApart >= 9 * pairs / 10 && falselyApart <= pairs / 10);
    }

    void filesAreReadAsTheyWereWritten()
    {
        EyeMatch m{"Knot 14",
                   "K-1",
                   "Avocet 27",
                   "A-1",
                   {95, 100, 108},
                   fromIsoTime("2031-03-04T09:20:00Z"),
                   both(settings("A", {0.002, 0.003, 0.004}, 0.001), settings("B", {0.003, 0.003, 0.003}))};
        const std::string json = eyeMatchToJson(m);
        const auto read = eyeMatchFromJson(json);
        QVERIFY2(read.ok(), read ? "" : english(read.error()).c_str());
        QCOMPARE(eyeMatchToJson(*read), json);
        LAMP_NEAR(setOffOf(*read)->du, 0.003, 1e-12);
        // Only what is known counts: luminance was set from −3 to 2 %, its mean is no offset.
        EyeMatch wild = m;
        for (size_t i = 0; i < wild.settings.size(); ++i) {
            wild.settings[i].luminancePercent = double(i) - 3;
        }
        QCOMPARE(setOffOf(wild)->luminancePercent, 0.0);
        LAMP_NEAR(setOffOf(wild)->du, 0.003, 1e-12);
        QCOMPARE(setOffOf(*read)->day, std::string("2031-03-04"));
        for (const char *part : {"\"du\": 0.002", "\"finished\"", "eye-match/1", "\"reference\"", "\"settings\""}) {
            std::string bad = json;
            bad.replace(bad.find(part), std::strlen(part), "\"x\": 1");
            QVERIFY2(!eyeMatchFromJson(bad).ok(), part);
        }
        // An offset that does not follow from the settings is not believed.
        auto j = nlohmann::json::parse(json);
        j["offset"]["du"] = 0.5;
        LAMP_NEAR(setOffOf(*eyeMatchFromJson(j.dump()))->du, 0.003, 1e-12);
        j["settings"].clear();
        QVERIFY(!eyeMatchFromJson(j.dump()).ok());
    }

    // A visit that matches by eye aims beside what was read, says so, and is judged by that.
    void aVisitIsSetOff()
    {
        const auto match = matchOfVisit(*m_wide);
        QVERIFY(match.ok());
        const Matched::ByEye eye{-0.004, 0.003, -2, "2031-03-04"};
        const MatchTarget off = setOff(match.value(), eye);
        const Uv read = uvOf(match->target.white.xy), aimed = uvOf(off.target.white.xy);
        LAMP_NEAR(aimed.u - read.u, -0.004, 1e-9);
        LAMP_NEAR(aimed.v - read.v, 0.003, 1e-9);
        LAMP_NEAR(off.target.luminance.cdM2 / match->target.luminance.cdM2, 0.98, 1e-9);
        const VisitRecord r = visited("wled", 4, off);
        const VisitFacts facts = visitFacts(r);
        const Uv is = uvOf(chromaticity(facts.white));
        QVERIFY2(std::hypot(is.u - aimed.u, is.v - aimed.v) < 0.001, qPrintable(QString::number(std::hypot(is.u - aimed.u, is.v - aimed.v))));
        const auto told = [](const VisitRecord &of, const char *code) {
            return std::any_of(of.warnings.begin(), of.warnings.end(), [&](const Message &m) { return m.code == code; });
        };
        QVERIFY(told(r, "matched-by-eye") && !told(r, "matched-another-technology"));
        const auto again = recordFromJson(recordToJson(r));
        QVERIFY(again.ok() && again->plan.matched && again->plan.matched->byEye == eye);
    }
};

LAMP_TEST(eye_match, TestEyeMatch)

} // namespace eye_match_test
#include "test_eye_match.moc"
