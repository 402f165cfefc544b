// SPDX-License-Identifier: GPL-3.0-or-later
// Measurements beside visits: against standards' numbers, against what a simulated panel is made of, cut off and gone on with.
#include "support.h"

#include "device/paired_bench.h"
#include "english.h"
#include "icc/cgats.h"
#include "simlab/sim_bench.h"
#include "survey/colour_list.h"
#include "survey/comparison.h"
#include "survey/results.h"
#include "survey/room_day.h"
#include "words/words.h"

#include <QtTest>

#include <cmath>
#include <limits>
#include <set>

namespace survey_test {

using namespace lamp;

namespace {

/// A survey of an ideal display that is nobody's bench: each patch reads what `light` says of its drive, cd/m².
SurveyRecord ideal(const SurveyPlan &plan, const std::function<XYZ(const Drive &)> &light)
{
    SurveyRecord r;
    r.plan = plan;
    r.instrument.kind = "spectroradiometer";
    r.started = fromIsoTime("2031-03-04T09:00:00Z");
    r.patches = surveyPatches(plan, {}).value();
    for (const SurveyPatch &p : r.patches) {
        Measurement m;
        m.index = int(r.readings.size()) + 1;
        m.name = p.name;
        m.rgb = p.rgb;
        m.t = 2.0 * m.index;
        m.xyz = light(p.rgb);
        m.sigma = XYZ(1e-6 * m.xyz.vec());
        r.readingOf.push_back(int(r.readings.size()));
        r.readings.push_back(m);
    }
    r.complete = true;
    return r;
}

/// A space with its tone and a black, at 100 cd/m².
std::function<XYZ(const Drive &)> spaceAt100(const RgbSpace &space, const ToneCurve &tone, double black)
{
    const Eigen::Matrix3d m = space.toXyz();
    const Eigen::Vector3d white = m * Eigen::Vector3d::Ones();
    return [=](const Drive &d) {
        const Eigen::Vector3d light(tone.value(d.a), tone.value(d.b), tone.value(d.c));
        return XYZ(black * white + (100 - black) * (m * light));
    };
}

struct Ran {
    SurveyRecord record;
    Status status = Done{};
};
Ran run(Bench &bench, const SurveyPlan &plan, int stopAfter = -1, const SurveyRecord *earlier = nullptr)
{
    Ran ran;
    std::stop_source stop;
    int count = 0;
    SurveyHooks hooks;
    hooks.wallClock = [] { return fromIsoTime("2031-03-04T09:00:00Z"); };
    hooks.onReading = [&](const Measurement &, const SurveyRecord &) {
        if (++count == stopAfter) {
            stop.request_stop();
        }
    };
    ran.status = runSurvey(bench, plan, hooks, stop.get_token(), ran.record, earlier);
    return ran;
}

sim::SimBench benchOf(sim::PanelSpec panel, std::uint64_t seed = 3)
{
    panel.alreadyWarm = true;
    return sim::SimBench(std::move(panel), {}, sim::MeterSpec{}, seed);
}

/// An instrument that only reads screens.
class EmissionOnly : public PairedBench {
public:
    explicit EmissionOnly(Bench &b) : PairedBench(b, b) {}
    Result<InstrumentInfo> describeInstrument() override
    {
        auto info = PairedBench::describeInstrument();
        info.value().modes = {"emission"};
        return info;
    }
};

/// A bench that stops being what it was after so many readings: its instrument sees no change any more, or the display is another, or in another
/// mode.
class Untrue : public PairedBench {
public:
    Untrue(Bench &b, int from, QString fault) : PairedBench(b, b), m_inner(b), m_from(from), m_fault(std::move(fault)) {}
    Result<BenchInfo> hello() override { return m_inner.hello(); }
    Result<DisplayInfo> describeDisplay() override
    {
        auto info = m_inner.describeDisplay();
        if (info && m_reads >= m_from) {
            info.value().serial += m_fault == "display" ? "-2" : "";
            info.value().mode += m_fault == "mode" ? " (another)" : "";
        }
        return info;
    }
    Result<Reading> read(ReadMode mode, double integrationS) override
    {
        auto reading = m_inner.read(mode, integrationS);
        if (reading && m_fault == "blind" && m_reads++ >= m_from) {
            m_last = m_last.value_or(XYZ(180, 192, 200));
            // No two answers are the same: that alone would give it away.
            reading.value().xyz = (1 + 1e-4 * (m_reads % 7)) * *m_last;
        } else if (reading && m_fault == "blind") {
            m_last = reading->xyz.b > 10 ? reading->xyz : m_last;
        } else {
            ++m_reads;
        }
        return reading;
    }

private:
    Bench &m_inner;
    int m_from, m_reads = 0;
    QString m_fault;
    std::optional<XYZ> m_last;
};

/// A bench whose brightness cannot be put back to where it was found.
class SticksAway : public PairedBench {
public:
    SticksAway(Bench &b, double found) : PairedBench(b, b), m_found(found) {}
    Result<double> setControl(const std::string &name, double value) override
    {
        return value == m_found ? Result<double>(Error{ErrorKind::Bench, say("no-session-bus"), {}, {}, "busy", false})
                                : PairedBench::setControl(name, value);
    }

private:
    double m_found;
};

} // namespace

class TestSurvey : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // IEC 61966-2-1: a signal of 0.5 gives 0.2140 of white's light, 0.2 gives 0.0331. CIE 15: L* 50 is 0.1842. BT.1886 Annex 1 with
    // white 100 and black 0.1 cd/m²: V = 0.5 gives 21.48 cd/m² (worked out from L = a max(V + b, 0)^2.4 beside this program).
    void graysAgainstTheStandards_data()
    {
        QTest::addColumn<int>("kind");
        QTest::addColumn<double>("black");
        QTest::addColumn<double>("drive");
        QTest::addColumn<double>("light");
        const double a = std::pow(std::pow(100, 1 / 2.4) - std::pow(0.1, 1 / 2.4), 2.4),
                     b = std::pow(0.1, 1 / 2.4) / (std::pow(100, 1 / 2.4) - std::pow(0.1, 1 / 2.4));
        QTest::newRow("sRGB 0.5") << int(ToneKind::Srgb) << 0.0 << 0.5 << 21.404;
        QTest::newRow("sRGB 0.2") << int(ToneKind::Srgb) << 0.0 << 0.2 << 3.3105;
        QTest::newRow("L* 0.5") << int(ToneKind::LStar) << 0.0 << 0.5 << 18.419;
        QTest::newRow("BT.1886 0.5") << int(ToneKind::Bt1886) << 0.1 << 0.5 << a * std::pow(0.5 + b, 2.4);
        QTest::newRow("gamma 2.4 0.25") << int(ToneKind::Gamma) << 0.0 << 0.25 << 100 * std::pow(0.25, 2.4);
    }
    void graysAgainstTheStandards()
    {
        QFETCH(int, kind);
        QFETCH(double, black);
        QFETCH(double, drive);
        QFETCH(double, light);
        ToneCurve tone;
        tone.kind = ToneKind(kind);
        tone.gamma = 2.4;
        SurveyPlan plan;
        plan.steps = 41;
        plan.tone = tone;
        const SurveyRecord r = ideal(plan, spaceAt100(*rgbSpace("sRGB"), tone.withBlack(black / 100), black));
        const auto gray = surveyResults(r).gray;
        QVERIFY(gray.has_value());
        QCOMPARE(gray->steps.size(), size_t(39));
        const auto step = std::find_if(gray->steps.begin(), gray->steps.end(), [&](const GrayStep &s) { return std::abs(s.drive - drive) < 1e-9; });
        QVERIFY(step != gray->steps.end());
        LAMP_NEAR(step->xyz.b, light, 0.003 * light);
        QVERIFY2(gray->max < 0.02, qPrintable(QString::number(gray->max)));
        for (const GrayStep &s : gray->steps) {
            for (const double c : s.balance) {
                LAMP_NEAR(c, 1, 1e-3);
            }
        }
        // The same light judged by another curve is off, and says which way.
        SurveyRecord other = r;
        other.plan.tone = {ToneKind::Gamma, 1.8};
        const auto off = surveyResults(other).gray;
        QVERIFY(off->mean > 3);
    }

    // A target whose white is the display's own judges grays against that, not against another white.
    void graysOfANativeWhite()
    {
        SurveyPlan plan;
        plan.steps = 11;
        const RgbSpace space = *rgbSpace("DCI-P3");
        plan.tone = space.tone;
        SurveyRecord r = ideal(plan, spaceAt100(space, space.tone, 0));
        QVERIFY(surveyResults(r).gray->mean > 3);
        r.plan.white.reset();
        QVERIFY(surveyResults(r).gray->max < 0.02);
    }

    // Even steps in u'v' at one luminance (what a sweep is); a space's own colours are what is wanted of it.
    void sweepsAreEvenAndStraight()
    {
        SurveyPlan plan;
        plan.kind = SurveyKind::Saturation;
        plan.steps = 4;
        plan.luminance = 0.8;
        const RgbSpace space = *rgbSpace("sRGB");
        const SurveyRecord r = ideal(plan, spaceAt100(space, space.tone, 0));
        const auto found = surveyResults(r).colours;
        QVERIFY(found.has_value());
        QCOMPARE(found->colours.size(), size_t(24));
        QVERIFY2(found->max < 0.01, qPrintable(QString::number(found->max)));
        const Uv white = uvOf(space.white), red = uvOf(space.primaries[0]);
        for (int i = 1; i <= 4; ++i) {
            const Measurement *m = r.named("red " + fixed(25.0 * i, 1));
            QVERIFY(m != nullptr);
            const Uv uv = uvOf(chromaticity(m->xyz));
            LAMP_NEAR(uv.u, white.u + 0.25 * i * (red.u - white.u), 1e-4);
            LAMP_NEAR(uv.v, white.v + 0.25 * i * (red.v - white.v), 1e-4);
            LAMP_NEAR(m->xyz.b, 0.8 * 21.26, 0.02); // luminance of sRGB's red: 0.2126 of white
        }
        // A panel that boosts saturation is off in the middle of the way, not at its corner; its chroma is too large there.
        const auto boosted = ideal(plan, [&](const Drive &d) {
            const double gray = std::min({d.a, d.b, d.c});
            const auto more = [&](double v) { return v - 0.25 * gray * (1 - gray) * (v == gray ? 1 : 0); };
            return spaceAt100(space, space.tone, 0)({more(d.a), more(d.b), more(d.c)});
        });
        const auto off = surveyResults(boosted).colours;
        const auto of = [&](const std::string &name) {
            return *std::find_if(off->colours.begin(), off->colours.end(), [&](const SurveyDifference &d) { return d.name == name; });
        };
        QVERIFY(of("blue 100.0").deltaE < 0.1 && of("blue 25.0").deltaE > 1.5 && of("blue 25.0").chroma > 1);
    }

    // The places of a panel that falls off to its corners: what is said of each is right within what is said of its uncertainty.
    void uniformityIsWhatThePanelIs()
    {
        sim::PanelSpec panel;
        panel.unevenness = 0.14;
        int beyond = 0, all = 0;
        for (const int grid : {3, 5}) {
            auto bench = benchOf(panel, std::uint64_t(grid));
            SurveyPlan plan;
            plan.kind = SurveyKind::Uniformity;
            plan.grid = grid;
            const Ran ran = run(bench, plan);
            QVERIFY(ran.status.ok());
            const auto u = surveyResults(ran.record).uniformity;
            QVERIFY(u.has_value());
            QCOMPARE(u->places.size(), size_t(grid * grid));
            for (const UniformityPlace &p : u->places) {
                // Panel::emission: light falls with the square of the distance from the centre, as a share of the corner's.
                const double x = p.at[0] - 0.5, y = p.at[1] - 0.5, is = -100 * panel.unevenness * (x * x + y * y) / 0.5;
                beyond += std::abs(p.luminancePercent - is) > p.luminanceK2 + 1e-9 ? 1 : 0;
                ++all;
                QVERIFY2(std::abs(p.luminancePercent - is) < 0.8,
                         qPrintable(QStringLiteral("%1, %2: %3 for %4").arg(p.at[0]).arg(p.at[1]).arg(p.luminancePercent).arg(is)));
                QVERIFY(p.uv < 0.001);
            }
            QVERIFY(u->darkest < -4);
            QCOMPARE(u->within10, std::optional(true));
            QVERIFY(u->even.size() == 1 && !u->even[0].colour && u->even[0].limit == 10 && u->even[0].within == std::optional(true));
            for (const UniformityPlace &p : u->places) {
                QVERIFY(p.colourK2 >= 0 && p.colourK2 < 1);
            }
        }
        QVERIFY2(beyond <= 0.05 * all + 1, qPrintable(QString::number(beyond)));
        // Far darker corners: one place beyond is enough.
        panel.unevenness = 0.35;
        auto bench = benchOf(panel);
        SurveyPlan plan;
        plan.kind = SurveyKind::Uniformity;
        plan.grid = 5;
        QCOMPARE(surveyResults(run(bench, plan).record).uniformity->within10, std::optional(false));
    }

    // Limits of one's own, with whose they are: kept with the readings, judged by what these leave open, and said.
    void evennessIsJudgedByItsOwnLimits()
    {
        SurveyPlan plan;
        plan.kind = SurveyKind::Uniformity;
        plan.even = {12, 4.0, "house rule 7"};
        sim::PanelSpec panel;
        panel.unevenness = 0.2;
        auto bench = benchOf(panel);
        const Ran ran = run(bench, plan);
        const auto again = surveyFromJson(surveyJson(ran.record, surveyResults(ran.record)));
        QVERIFY(again.ok() && again->plan.even.deltaE == 4.0 && again->plan.even.source == "house rule 7");
        const SurveyResults s = surveyResults(again.value());
        QCOMPARE(s.uniformity->even.size(), size_t(2));
        const Evenness &luminance = s.uniformity->even[0], &colour = s.uniformity->even[1];
        LAMP_NEAR(luminance.worst, std::max(-s.uniformity->darkest, s.uniformity->brightest), 1e-12);
        LAMP_NEAR(colour.worst, s.uniformity->worst, 1e-12);
        // 20 % at the corners are 8.9 % at the middles of the outer ninths (a third of the diagonal, squared: 4/9): within 12, and beyond 5.
        QCOMPARE(luminance.within, std::optional(true));
        std::string said;
        for (const Message &m : surveySaid(again.value(), s)) {
            said += english(m) + '\n';
        }
        QVERIFY2(said.find("within 12.0 % of the centre's luminance (house rule 7)") != std::string::npos, said.c_str());
        QVERIFY2(said.find("ISO") == std::string::npos, said.c_str()); // not that standard's
        SurveyRecord strict = again.value();
        strict.plan.even = {5, colour.worst, {}};
        const auto beyond = surveyResults(strict).uniformity;
        QCOMPARE(beyond->even[0].within, std::optional(false));
        QCOMPARE(beyond->even[1].within, std::optional<bool>()); // at the limit itself the readings leave it open
        for (const EvennessLimits &bad :
             {EvennessLimits{0, {}, {}}, EvennessLimits{std::nan(""), {}, {}}, EvennessLimits{10, 0.0, {}}, EvennessLimits{10, 1e9, {}}}) {
            plan.even = bad;
            QVERIFY(!run(bench, plan).status.ok());
        }
    }

    // Of places that were not read nothing is said, and "all" is not claimed.
    void whatIsMissingIsNotGood()
    {
        auto bench = benchOf({});
        SurveyPlan plan;
        plan.kind = SurveyKind::Uniformity;
        const Ran ran = run(bench, plan, 16);
        QVERIFY(!ran.status.ok() && !ran.record.complete);
        const auto u = surveyResults(ran.record).uniformity;
        QVERIFY(u.has_value() && u->places.size() < 9);
        QCOMPARE(u->within10, std::optional<bool>());
        // A centre that was not seen: nothing is said, least of all that all is even.
        SurveyPlan everywhere;
        everywhere.kind = SurveyKind::Uniformity;
        QVERIFY(surveyResults(ideal(everywhere, [](const Drive &) { return XYZ(95, 100, 108); })).uniformity->within10 == std::optional(true));
        QVERIFY(!surveyResults(ideal(everywhere, [](const Drive &) { return XYZ(); })).uniformity);
        SurveyRecord nothing;
        nothing.plan.kind = SurveyKind::Modes;
        const auto none = surveyResults(nothing);
        QVERIFY(none.modes.empty() && none.choice && !none.choice->chosen);
        for (const SurveyKind kind : kSurveyKinds) {
            nothing.plan.kind = kind;
            const SurveyResults s = surveyResults(nothing);
            QVERIFY(!s.gray && !s.colours && !s.uniformity && !s.contrast && !s.stability);
        }
    }

    void cutOffAndGoneOnWith()
    {
        auto bench = benchOf({});
        SurveyPlan plan;
        plan.steps = 11;
        const Ran first = run(bench, plan, 14);
        QVERIFY(!first.status.ok());
        QCOMPARE(first.status.error().kind, ErrorKind::Cancelled);
        // By way of the file that was kept.
        const auto before = surveyFromJson(surveyJson(first.record, surveyResults(first.record)));
        QVERIFY(before.ok());
        QCOMPARE(before->readings.size(), first.record.readings.size());
        const Ran second = run(bench, plan, -1, &before.value());
        QVERIFY(second.status.ok() && second.record.complete);
        std::multiset<std::string> names;
        for (size_t i = 0; i < second.record.patches.size(); ++i) {
            QVERIFY(second.record.of(i) != nullptr);
            QVERIFY(QString::fromStdString(second.record.of(i)->name).startsWith(QString::fromStdString(second.record.patches[i].name)));
        }
        std::set<int> numbers;
        for (const Measurement &m : second.record.readings) {
            QVERIFY(numbers.insert(m.index).second);
            names.insert(m.name);
        }
        for (const SurveyPatch &p : second.record.patches) {
            QCOMPARE(names.count(p.name), size_t(1)); // nothing lost, nothing twice
        }
        // Turned meanwhile: what was read before is of another display.
        QVERIFY(bench.setControl("brightness", 40).ok());
        const Ran third = run(bench, plan, -1, &before.value());
        QVERIFY(third.status.ok() && third.record.complete);
        QVERIFY(!third.record.warnings.empty() && third.record.warnings.back().code == "survey-begins-anew");
        QVERIFY(third.record.named("white")->xyz.b < 0.9 * second.record.named("white")->xyz.b);
        // In another mode or by another instrument: all is read anew, however alike white is.
        {
            sim::PanelSpec panel;
            panel.modes = {{"factory"}, {"copy"}};
            panel.alreadyWarm = true;
            sim::MeterSpec twin;
            twin.serial = "T-105";
            sim::SimBench two(panel, {}, std::vector<sim::MeterSpec>{sim::MeterSpec{}, twin}, 3);
            SurveyPlan own;
            own.steps = 11;
            const SurveyRecord cut = run(two, own, 14).record;
            own.instrument = 1;
            QCOMPARE(run(two, own, -1, &cut).record.warnings.back().code, std::string("survey-begins-anew"));
            own.instrument = 0;
            QVERIFY(two.setMode("copy").ok());
            QCOMPARE(run(two, own, -1, &cut).record.warnings.back().code, std::string("survey-begins-anew"));
            QVERIFY(two.setMode("factory").ok());
            QVERIFY(run(two, own, -1, &cut).record.warnings.empty());
        }
        // Another plan than it was.
        plan.steps = 12;
        const Ran fourth = run(bench, plan, -1, &before.value());
        QVERIFY(fourth.status.ok());
        QCOMPARE(fourth.record.warnings.back().code, std::string("survey-begins-anew"));
    }

    // A display that shows the negative, or a light that stays: what would be said of such readings is no measurement.
    void whatDoesNotFollowIsNoMeasurement()
    {
        sim::PanelSpec panel;
        panel.signal.reversed = true;
        auto reversed = benchOf(panel);
        SurveyPlan plan;
        plan.steps = 5;
        const Ran ran = run(reversed, plan);
        QVERIFY(!ran.status.ok() && !ran.record.complete && !ran.record.readings.empty());
        QCOMPARE(ran.status.error().code, std::string("reversed"));
        auto lit = benchOf({});
        lit.lamp(0, 1e6, 900); // seen in all readings
        lit.gap(1);
        const Ran under = run(lit, plan);
        QVERIFY(!under.status.ok());
        QCOMPARE(under.status.error().code, std::string("unchanging"));
    }

    // An instrument that answers the same, or nearly so, whatever is shown: every kind of measurement ends with that, from its begin on or where it
    // begins in the middle; and so does a display that is exchanged for another, or put into another mode, meanwhile.
    void whatIsNoLongerTrueIsNoticed_data()
    {
        QTest::addColumn<SurveyKind>("kind");
        QTest::addColumn<int>("from");
        QTest::addColumn<QString>("fault");
        QTest::addColumn<QString>("code");
        for (const SurveyKind kind : {SurveyKind::Gray, SurveyKind::Uniformity, SurveyKind::Stability, SurveyKind::Contrast}) {
            const QByteArray name = QByteArray::fromStdString(surveyKindName(kind));
            QTest::newRow(name + ", blind") << kind << 0 << "blind"
                                            << "unchanging";
            QTest::newRow(name + ", blind later") << kind << 9 << "blind"
                                                  << "unchanging";
            QTest::newRow(name + ", another display") << kind << 5 << "display"
                                                      << "another-display";
            QTest::newRow(name + ", another mode") << kind << 5 << "mode"
                                                   << "another-mode";
        }
    }
    void whatIsNoLongerTrueIsNoticed()
    {
        QFETCH(SurveyKind, kind);
        QFETCH(int, from);
        QFETCH(QString, fault);
        QFETCH(QString, code);
        auto bench = benchOf({});
        Untrue untrue(bench, from, fault);
        SurveyPlan plan;
        plan.kind = kind;
        plan.steps = 11;
        plan.minutes = kind == SurveyKind::Stability ? 2 : plan.minutes;
        const Ran ran = run(untrue, plan);
        QVERIFY(!ran.status.ok() && !ran.record.complete && !ran.record.readings.empty());
        const std::string found = ran.status.error().code;
        QVERIFY2(found == code.toStdString() || (fault == "blind" && found == "stuck"), found.c_str());
        // Without the fault the same plan comes to its end.
        auto sound = benchOf({});
        Untrue honest(sound, 1 << 20, fault);
        QVERIFY(run(honest, plan).status.ok());
    }

    void faultyFilesAreNamed()
    {
        for (const char *text : {"", "{", "{}", "[]", R"({"schema":"dutiful-lamp/measurement/1","kind":"gray"})", R"({"schema":"other"})"}) {
            QVERIFY(!surveyFromJson(text).ok());
        }
        auto bench = benchOf({});
        SurveyPlan plan;
        plan.steps = 5;
        const SurveyRecord r = run(bench, plan).record;
        std::string json = surveyJson(r, surveyResults(r));
        const std::string key = "\"reading\": ";
        const auto at = json.find(key);
        QVERIFY(at != std::string::npos);
        json.insert(at + key.size(), "9999");
        QVERIFY(!surveyFromJson(json).ok());
    }

    // Panels dim what is large; black of an OLED is below what an instrument sees, and never better than that.
    void contrastAndDimming()
    {
        sim::PanelSpec oled = sim::variedPanel("woled", 5);
        oled.maxLuminance = 400;
        auto bench = benchOf(oled);
        SurveyPlan plan;
        plan.kind = SurveyKind::Contrast;
        const Ran ran = run(bench, plan);
        QVERIFY(ran.status.ok());
        const auto c = surveyResults(ran.record).contrast;
        QVERIFY(c && c->atLeast && c->dims);
        QVERIFY2(c->contrast > 5000 && c->contrast < 1e5, qPrintable(QString::number(c->contrast)));
        QCOMPARE(c->whiteByArea.size(), size_t(4));
        QVERIFY(c->whiteByArea.back().second < 0.8 * c->whiteByArea.front().second);
        sim::PanelSpec plain;
        plain.contrast = 900;
        auto other = benchOf(plain);
        const auto p = surveyResults(run(other, plan).record).contrast;
        QVERIFY(p && !p->atLeast && !p->dims);
        QVERIFY2(std::abs(p->contrast / 900 - 1) < 0.15, qPrintable(QString::number(p->contrast)));
    }

    // White of a cold panel rises as 1 - loss exp(-t/tau): it is within 1 % of its end from tau ln(loss / 0.01) on.
    void aColdPanelComesToRest()
    {
        sim::PanelSpec panel;
        panel.warmUpLoss = 0.10;
        panel.warmUpTint = 0;
        panel.warmUpTauS = 300;
        sim::SimBench bench(panel, {}, sim::MeterSpec{}, 5);
        SurveyPlan plan;
        plan.kind = SurveyKind::Stability;
        plan.minutes = 60;
        const Ran ran = run(bench, plan);
        QVERIFY(ran.status.ok());
        const auto s = surveyResults(ran.record).stability;
        QVERIFY(s && s->settledMinutes);
        LAMP_NEAR(*s->settledMinutes, 300 * std::log(0.10 / 0.01) / 60, 2);
        LAMP_NEAR(s->rangePercent, 10, 1.5);
        QVERIFY(std::abs(s->lastPercentPerHour) < 0.5);
        QVERIFY(s->points.back().minutes >= 60 && s->points.back().minutes < 66);
        QVERIFY(!ran.record.warmUp); // it is what is looked at
    }

    void modesAreComparedAndSetBack()
    {
        sim::PanelSpec panel = sim::variedPanel("wled", 9);
        panel.nativeWhite = {0.3127, 0.3290};
        panel.modes = {{"reading", {1, 0.95, 0.6}, 1}, {"photo", {1, 1, 1}, 1}, {"vivid", {1, 1, 1}, 1.35}};
        auto bench = benchOf(panel);
        SurveyPlan plan;
        plan.kind = SurveyKind::Modes;
        Ran ran = run(bench, plan);
        QVERIFY(ran.status.ok());
        SurveyResults s = surveyResults(ran.record);
        QCOMPARE(s.modes.size(), size_t(3));
        QVERIFY(!s.choice->chosen); // uncalibrated, each has a colour that is off by more than 5
        // To calibrate in: the one that is at the wanted white as it is keeps its light. The warm one has to give away red, and more green than blue.
        QVERIFY(s.choice->toCalibrate && s.modes[*s.choice->toCalibrate].name == "photo");
        LAMP_NEAR(*s.modes[1].keptLuminance / s.modes[1].white.b, 1, 0.03);
        QVERIFY(*s.modes[0].keptLuminance < 0.75 * s.modes[0].white.b);
        LAMP_NEAR(*s.modes[0].keptContrast, s.modes[0].contrast * *s.modes[0].keptLuminance / s.modes[0].white.b, 0.02 * s.modes[0].contrast);
        ran.record.plan.rule.limit = 8;
        s = surveyResults(ran.record);
        QVERIFY(s.choice && s.choice->chosen);
        QVERIFY(s.modes[2].gamma > 1.2 * s.modes[1].gamma);
        QVERIFY(chromaticity(s.modes[0].white).y > 0.34);
        QVERIFY(*s.choice->chosen != 2);
        QCOMPARE(bench.describeDisplay()->mode, std::string("reading")); // as it was found
        for (const Measurement &m : ran.record.readings) {
            if (m.name.ends_with("vivid")) {
                QCOMPARE(ran.record.states.find(m.state)->mode, std::string("vivid"));
            }
        }
        plan.modes = {"cinema"};
        QVERIFY(!run(bench, plan).status.ok());
    }

    // Seven modes of one display, as mean/max (common practice, no published source): those with a patch far over 5 are discarded, means
    // within 0.1 to 0.2 are equal, and of these the most uniform is taken, the first. How uniform each is was not written down but that
    // the first is the most: those figures are made up.
    void sevenModes()
    {
        const std::array<std::pair<double, double>, 7> figures{
            {{1.90, 4.96}, {2.08, 6.75}, {1.92, 4.84}, {1.80, 4.61}, {2.29, 4.84}, {1.91, 7.15}, {1.89, 4.52}}};
        std::vector<Candidate> modes;
        for (size_t i = 0; i < figures.size(); ++i) {
            Candidate c;
            c.name = std::to_string(i + 1);
            c.mean = figures[i].first;
            c.max = figures[i].second;
            c.uniformity = i == 0 ? 1.0 : 2.0 + 0.1 * double(i);
            modes.push_back(c);
        }
        Choice choice = choose(modes);
        QCOMPARE(choice.chosen, std::optional<size_t>(0));
        for (size_t i = 0; i < 7; ++i) {
            QCOMPARE(choice.lines[i].discarded, i == 1 || i == 5);
            QCOMPARE(choice.lines[i].equal, i == 0 || i == 2 || i == 3 || i == 6);
        }
        // Where nobody knows how uniform one of them is, that decides nothing: then the smallest mean.
        modes[6].uniformity.reset();
        QCOMPARE(choose(modes).chosen, std::optional<size_t>(3));
        // Means that differ by less than they are known to are equal, too.
        modes[4].meanK2 = 0.6;
        QVERIFY(choose(modes).lines[4].equal);
        // One that was not measured is never the best.
        Candidate unread;
        unread.name = "unread";
        modes.push_back(unread);
        choice = choose(modes);
        QVERIFY(choice.lines.back().discarded && choice.chosen != 7);
        QVERIFY(!choose({unread}).chosen && !choose({}).chosen);
        QVERIFY(!choose({unread}).toCalibrate && !choice.toCalibrate);
        Candidate bad = modes[1];
        QVERIFY(!choose({bad}).chosen);
        ChoiceRule open;
        open.limit = 8;
        QCOMPARE(choose({bad}, open).chosen, std::optional<size_t>(0));
    }

    // Where each has a colour that is far off, the mode to calibrate in is the one that keeps what no calibration gives back.
    void theModeToCalibrateInKeepsMost()
    {
        const auto mode = [](const char *name, double mean, double luminance, double contrast, double gamut) {
            Candidate c;
            c.name = name;
            c.mean = mean;
            c.max = 9;
            c.gamut = gamut;
            c.keptLuminance = luminance;
            c.keptContrast = contrast;
            return c;
        };
        std::vector<Candidate> modes{mode("dull", 3, 300, 700, 99), mode("clear", 6, 300, 1000, 99), mode("alike", 5, 310, 960, 98.5),
                                     mode("narrow", 4, 320, 990, 80)};
        Choice c = choose(modes);
        QVERIFY(!c.chosen && c.reason.code == "choice-none-calibrate");
        QCOMPARE(c.toCalibrate, std::optional<size_t>(2)); // as clear within a tenth, as wide, as bright: nearest as it is
        for (Candidate &m : modes) {
            m.uniformity = m.name == "dull" ? 1.0 : 2.0;
        }
        QCOMPARE(choose(modes).toCalibrate, std::optional<size_t>(0)); // no profile makes a screen even
        // Black that was not seen makes a contrast that is no less than so much: it decides nothing, and is said so.
        for (Candidate &m : modes) {
            m.uniformity.reset();
            m.keptAtLeast = true;
        }
        c = choose(modes);
        QCOMPARE(c.toCalibrate, std::optional<size_t>(0)); // the dull one is as bright and as wide, and nearest as it is
        QVERIFY(english(c.reason).find("at least 700") != std::string::npos);
        for (Candidate &m : modes) {
            m.keptAtLeast = false;
        }
        // What one of them keeps is not known: then nobody is told to use another.
        modes[1].keptContrast.reset();
        c = choose(modes);
        QVERIFY(!c.toCalibrate && c.reason.code == "choice-none");
    }

    // The colours that are needed decide where means and evenness are alike.
    void theGamutDecidesLast()
    {
        Candidate a, b;
        a.name = "a";
        b.name = "b";
        a.mean = b.mean = 1;
        a.max = b.max = 3;
        a.uniformity = 1;
        b.uniformity = 1.1;
        a.gamut = 91;
        b.gamut = 98;
        QCOMPARE(choose({a, b}).chosen, std::optional<size_t>(1));
        b.gamut = 91.5;
        a.mean = 0.95;
        QCOMPARE(choose({a, b}).chosen, std::optional<size_t>(0));
    }

    // Visits and measurements side by side; how even a panel is belongs to the display, and the mode, that it was measured of.
    void resultsSideBySide()
    {
        const auto visit = [](const char *serial, double mean, double max, double coverage) {
            return QStringLiteral(R"({"schema":"dutiful-lamp/visit/1","display":{"model":"Curlew","serial":"%1","mode":"photo"},
                "instrument":{"model":"Tern","serial":"T-1"},"verification":{"metric":"CIEDE2000","mean":%2,"max":%3,"patches":[{"name":"red"}]},
                "uncertainty":{"mean":{"instrument_k2":0.05}},"gamut":{"coverage_percent":{"sRGB":%4}}})")
                .arg(serial)
                .arg(mean)
                .arg(max)
                .arg(coverage)
                .toStdString();
        };
        std::vector<ComparedFile> files{comparedFile("left", visit("C-1", 0.80, 2.1, 97), "sRGB").value(),
                                        comparedFile("right", visit("C-2", 0.75, 1.9, 97), "sRGB").value(),
                                        comparedFile("far", visit("C-3", 0.30, 6.4, 99), "sRGB").value()};
        Comparison c = compared(files);
        QVERIFY(c.sameTests);
        QCOMPARE(c.candidates.size(), size_t(3));
        QVERIFY(c.choice.lines[2].discarded);
        QCOMPARE(c.choice.chosen, std::optional<size_t>(1));
        // Uniformity of both changes it; of one alone, or in another mode, it decides nothing.
        const auto even = [](const char *serial, const char *mode, double mean) {
            ComparedFile f;
            f.kind = "uniformity";
            f.display = std::string("Curlew ") + serial;
            f.mode = mode;
            f.uniformity = mean;
            return f;
        };
        files.push_back(even("C-1", "photo", 0.4));
        QCOMPARE(compared(files).choice.chosen, std::optional<size_t>(1));
        files.push_back(even("C-2", "reading", 1.9));
        QCOMPARE(compared(files).choice.chosen, std::optional<size_t>(1));
        files.back().mode = "photo";
        QCOMPARE(compared(files).choice.chosen, std::optional<size_t>(0));
        // Another formula's mean is no CIEDE2000, and what has no figures is not compared as if it had good ones.
        std::string itp = visit("C-4", 0.1, 0.2, 97);
        itp.replace(itp.find("CIEDE2000"), 9, "ITP");
        files = {comparedFile("itp", itp, "sRGB").value(), comparedFile("plain", R"({"schema":"dutiful-lamp/visit/1"})", "sRGB").value()};
        c = compared(files);
        QVERIFY(!c.choice.chosen && c.choice.lines[0].discarded && c.choice.lines[1].discarded);
        for (const char *text : {"", "[]", "{}", R"({"schema":"other"})", R"({"schema":"dutiful-lamp/measurement/1"})"}) {
            QVERIFY2(!comparedFile("x", text, "sRGB").ok(), text);
        }
        // Each on its own colours is said.
        std::string other = visit("C-5", 0.5, 1, 97);
        other.replace(other.find("\"red\""), 5, "\"sky\"");
        QVERIFY(!compared({comparedFile("a", visit("C-1", 0.8, 2, 97), "sRGB").value(), comparedFile("b", other, "sRGB").value()}).sameTests);
    }

    // One display, two instruments: one that reads 6 % less is told from one that reads as it should, and the matrix takes it there.
    void twoInstrumentsOnOneDisplay()
    {
        sim::PanelSpec panel;
        panel.alreadyWarm = true;
        sim::MeterSpec good, worn;
        worn.model = "Petrel";
        worn.serial = "P-9";
        worn.unitScale = 0.90;
        worn.unitTilt = {0, 0.02, 0.06};
        sim::SimBench bench(panel, {}, std::vector<sim::MeterSpec>{good, worn}, 7);
        SurveyPlan plan;
        plan.kind = SurveyKind::Colours;
        plan.colours = surveySet("surface", plan).value();
        plan.instrument = 0;
        const Ran first = run(bench, plan);
        plan.instrument = 1;
        const Ran second = run(bench, plan);
        QVERIFY(first.status.ok() && second.status.ok());
        const auto d = instrumentDifference(first.record, second.record);
        QVERIFY(d.ok());
        LAMP_NEAR(d->luminancePercent, -10, 1.5);
        QVERIFY(!d->agree && d->colours >= 15);
        QVERIFY(d->correction.has_value());
        // What the second reads, by its matrix, is what the first reads.
        for (const char *name : {"white", "red", "green", "blue"}) {
            const XYZ corrected(d->correction->matrix * second.record.named(name)->xyz.vec()), is = first.record.named(name)->xyz;
            LAMP_NEAR(chromaticity(corrected).x, chromaticity(is).x, 1e-3);
            LAMP_NEAR(corrected.b / is.b, 1, 0.01);
        }
        // By way of files, the same.
        const auto a = surveyFromJson(surveyJson(first.record, surveyResults(first.record)));
        const auto b = surveyFromJson(surveyJson(second.record, surveyResults(second.record)));
        const auto again = instrumentDifference(a.value(), b.value());
        QVERIFY(again.ok());
        LAMP_NEAR(again->luminancePercent, d->luminancePercent, 1e-3);
        LAMP_NEAR(again->luminanceK2, d->luminanceK2, 1e-6);
        // A copy of the first agrees with it.
        sim::MeterSpec copy;
        copy.serial = "T-105";
        bench.setMeter(1, copy);
        const Ran third = run(bench, plan);
        QVERIFY(instrumentDifference(first.record, third.record)->agree);
        // Instruments that may be wrong by anything do not agree by that: whites far apart are said, and neither is called wrong.
        SurveyRecord far = third.record, near = first.record;
        far.correction.clear();
        near.correction.clear();
        for (Measurement &m : far.readings) {
            m.xyz.a *= 1.04;
        }
        const auto apart = instrumentDifference(near, far);
        QVERIFY(apart.ok() && apart->white > 3 && apart->withinDoubt && !apart->agree);
        QCOMPARE(agreementSaid(apart.value()).code, std::string("instruments-within-doubt"));
        QVERIFY(instrumentDifference(first.record, third.record)->mean < 0.3);
        // What is no comparison of instruments is not made one.
        QVERIFY(!instrumentDifference(first.record, first.record).ok());
        QVERIFY(bench.setControl("brightness", 30).ok());
        QVERIFY(!instrumentDifference(first.record, run(bench, plan).record).ok());
        auto elsewhere = benchOf(sim::variedPanel("qd", 4));
        QVERIFY(!instrumentDifference(first.record, run(elsewhere, plan).record).ok());
    }

    void colourLists()
    {
        SurveyPlan plan;
        const auto byte = surveyColours("name,r,g,b\nlight,255,128,0\ndark,10,10,10\n", plan);
        QVERIFY(byte.ok());
        LAMP_NEAR(byte->front().rgb.b, 128 / 255.0, 1e-9);
        QCOMPARE(byte->front().name, std::string("light"));
        const auto share = surveyColours("r;g;b\n1;0,5;0\n", plan);
        QVERIFY(share.ok());
        LAMP_NEAR(share->front().rgb.b, 0.5, 1e-9);
        LAMP_NEAR(surveyColours("r,g,b\n100,10,10\n", plan)->front().rgb.a, 100 / 255.0, 1e-9); // dark codes are no percentages
        // CIELAB of sRGB's mid gray under D50: L* 53.39 for a signal of 0.5 (IEC 61966-2-1 and CIE 15).
        const auto lab = surveyColours("L,a,b\n53.39,0,0\n", plan);
        QVERIFY(lab.ok());
        LAMP_NEAR(lab->front().rgb.a, 0.5, 1e-3);
        LAMP_NEAR(lab->front().rgb.c, 0.5, 1e-3);
        const auto outside = surveyColours("L,a,b\n50,0,0\n50,120,-120\n", plan);
        QVERIFY(!outside.ok());
        QVERIFY2(plainEnglish(outside.error().paragraph()).find("line 3") != std::string::npos, plainEnglish(outside.error().paragraph()).c_str());
        for (const char *text : {"", "r,g,b\n", "r,g\n1,2\n", "r,g,b\n1,two,3\n", "r,g,b\n1,2\n", "r,g,b\n-1,0,0\n", "r,g,b\n300,0,0\n"}) {
            QVERIFY2(!surveyColours(text, plan).ok(), text);
        }
        const auto cgats =
            surveyColours("CGATS.17\nNUMBER_OF_FIELDS 4\nBEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R RGB_G RGB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS 1\n"
                          "BEGIN_DATA\n1 100 0 50\nEND_DATA\n",
                          plan);
        QVERIFY(cgats.ok());
        LAMP_NEAR(cgats->front().rgb.c, 0.5, 1e-9);
        for (const char *set : {"memory", "skin", "neutrals", "surface"}) {
            const auto colours = surveySet(set, plan);
            QVERIFY2(colours.ok() && colours->size() >= 4, set);
        }
        QVERIFY(!surveySet("birds", plan).ok());
    }

    void plansThatCannotBe()
    {
        const auto cannot = [](const std::function<void(SurveyPlan &)> &change) {
            SurveyPlan plan;
            change(plan);
            return !surveyPatches(plan, {}).ok();
        };
        QVERIFY(cannot([](SurveyPlan &p) { p.steps = 2; }));
        QVERIFY(cannot([](SurveyPlan &p) { p.steps = 100000; }));
        QVERIFY(cannot([](SurveyPlan &p) { p.space = "no such"; }));
        QVERIFY(cannot([](SurveyPlan &p) { p.kind = SurveyKind::Colours; }));
        QVERIFY(cannot([](SurveyPlan &p) { p.kind = SurveyKind::Modes; }));
        for (const int grid : {0, 4, -3, 11}) {
            QVERIFY(cannot([&](SurveyPlan &p) {
                p.kind = SurveyKind::Uniformity;
                p.grid = grid;
            }));
        }
        for (const double minutes : {0.0, -5.0, 1e9, std::nan("")}) {
            QVERIFY(cannot([&](SurveyPlan &p) {
                p.kind = SurveyKind::Stability;
                p.minutes = minutes;
            }));
        }
        for (const double share : {0.0, 1.5, std::nan("")}) {
            QVERIFY(cannot([&](SurveyPlan &p) {
                p.kind = SurveyKind::Saturation;
                p.steps = 4;
                p.luminance = share;
            }));
        }
        SurveyPlan plan;
        plan.kind = SurveyKind::Stability;
        for (const double minutes : {1.0, 10.0, 1440.0}) {
            plan.minutes = minutes;
            const auto patches = surveyPatches(plan, {}).value();
            double sum = 0;
            for (const SurveyPatch &p : patches) {
                sum += p.waitS;
            }
            LAMP_NEAR(sum, 60 * minutes, 1);
            QVERIFY(patches.size() < 200);
        }
    }

    // What is kept is what was read, in the format that everything else reads.
    void readingsAreKeptLikeAllOthers()
    {
        auto bench = benchOf({});
        SurveyPlan plan;
        plan.steps = 7;
        const SurveyRecord r = run(bench, plan).record;
        const auto back = readingsFromCgats(readingsToCgats(readingSet(r)));
        QVERIFY(back.ok());
        QCOMPARE(back->readings.size(), r.readings.size());
        for (size_t i = 0; i < r.readings.size(); ++i) {
            LAMP_NEAR(back->readings[i].xyz.b, r.readings[i].xyz.b, 1e-4 * (1 + r.readings[i].xyz.b));
        }
    }

    // The luminances are common practice, no published source (90 in the dark, 100 in a dim office, 120 to 130 usual, 150 or 200 in bright rooms);
    // the steps of light are those that a visit judges its room by.
    void lightAtTheDeskIsJudged()
    {
        QVERIFY(roomLevel(4.9) == RoomLevel::TooDim && roomLevel(5) == RoomLevel::Right && roomLevel(64) == RoomLevel::Right);
        QVERIFY(roomLevel(65) == RoomLevel::High && roomLevel(200) == RoomLevel::High && roomLevel(201) == RoomLevel::TooHigh);
        LAMP_NEAR(luminanceInRoom(0), 90, 1e-9);
        LAMP_NEAR(luminanceInRoom(32), 100, 1e-9);
        QVERIFY(luminanceInRoom(150) >= 120 && luminanceInRoom(150) <= 130);
        LAMP_NEAR(luminanceInRoom(500), 150, 1e-9);
        LAMP_NEAR(luminanceInRoom(20000), 200, 1e-9);
        for (double lux = 1; lux < 3000; lux *= 1.1) {
            QVERIFY(luminanceInRoom(1.1 * lux) >= luminanceInRoom(lux) && luminanceInRoom(1.1 * lux) < 1.05 * luminanceInRoom(lux));
        }
    }

    // A day of two halves, 40 and 400 lx, with a cloud or a lamp of ten minutes in each: two luminances, and no more.
    void aDayIsCutWhereItChanges()
    {
        std::vector<RoomPoint> points;
        for (int minute = 0; minute <= 8 * 60; minute += 5) {
            const bool passing = (minute >= 60 && minute < 70) || (minute >= 360 && minute < 370);
            const bool bright = (minute >= 240) != passing;
            points.push_back({9 + minute / 60.0, bright ? 400.0 : 40.0, Chromaticity{0.33, 0.34}});
        }
        const auto day = roomDay(points);
        QVERIFY(day.has_value());
        QCOMPARE(day->spans.size(), size_t(2));
        LAMP_NEAR(day->spans[0].luminance, luminanceInRoom(40), 1e-9);
        LAMP_NEAR(day->spans[1].luminance, luminanceInRoom(400), 1e-9);
        LAMP_NEAR(day->spans[1].from, 13, 0.26);
        LAMP_NEAR(day->spans[1].to, 17, 1e-9);
        QCOMPARE(day->tooBright.size(), size_t(3)); // the lamp, and the bright half in two parts
        LAMP_NEAR(day->right, 0.5, 0.03);
        QVERIFY(day->unread.empty());
        // In any order the same; and what was not read is told, not filled in.
        std::vector<RoomPoint> mixed(points.rbegin(), points.rend());
        QCOMPARE(roomDay(mixed)->spans.size(), size_t(2));
        std::erase_if(points, [](const RoomPoint &p) { return p.hours > 10 && p.hours < 12; });
        const auto gap = roomDay(points);
        QCOMPARE(gap->unread.size(), size_t(1));
        LAMP_NEAR(gap->unread[0].first, 10, 0.1);
        LAMP_NEAR(gap->unread[0].second, 12, 0.1);
        QVERIFY(!roomDay({{1, 50, {}}, {2, 60, {}}}) && !roomDay({{1, 50, {}}, {1, 50, {}}, {1, 50, {}}}));
        QVERIFY(!roomDay({{1, 50, {}}, {2, std::nan(""), {}}, {3, -1, {}}, {4, 50, {}}}));
    }

    void aDayIsTyped()
    {
        const auto plain = roomPointsFrom("08:30, 42\n09:00, 55\n9.5, 120, 0.352, 0.361\n");
        QVERIFY2(plain.ok(), plain ? "" : english(plain.error()).c_str());
        QCOMPARE(plain->size(), size_t(3));
        LAMP_NEAR(plain.value()[0].hours, 8.5, 1e-12);
        LAMP_NEAR(plain.value()[2].hours, 9.5, 1e-12);
        QVERIFY(!plain.value()[1].xy && plain.value()[2].xy->x == 0.352);
        // A heading in any order, semicolons and a comma for the point, over midnight.
        const auto headed = roomPointsFrom("lux;time\n12,5;23:00\n3;23:30\n1;00:30\n2;01:00\n");
        QVERIFY2(headed.ok(), headed ? "" : english(headed.error()).c_str());
        LAMP_NEAR(headed.value()[0].lux, 12.5, 1e-12);
        LAMP_NEAR(headed.value()[2].hours, 24.5, 1e-12);
        LAMP_NEAR(roomPointsFrom("2031-03-04 08:15,10\n2031-03-04T08:45,11\n09:00,12\n").value()[1].hours, 8.75, 1e-12);
        for (const auto &[text, line] : std::vector<std::pair<std::string, std::string>>{{"", "1"},
                                                                                         {"08:00,10\n09:00,20\n", "2"},
                                                                                         {"08:00,10\n09:00,much\n10:00,3\n", "2"},
                                                                                         {"08:00,10\n25:00,5\n10:00,3\n", "2"},
                                                                                         {"08:00,10\n09:00,-5\n10:00,3\n", "2"},
                                                                                         {"08:00,10\n09:00,5\n10:00,3,0.9,0.9\n", "3"},
                                                                                         {"when,how much\n1,2\n2,3\n3,4\n", "1"}}) {
            const auto bad = roomPointsFrom(text);
            QVERIFY2(!bad.ok() && english(bad.error().what).find("Line " + line) != std::string::npos, text.c_str());
        }
        // What was typed is kept like what was measured, and comes back.
        const SurveyRecord typed = typedRoom(plain.value(), {}, fromIsoTime("2031-03-04T09:00:00Z"));
        const auto back = surveyFromJson(surveyJson(typed, surveyResults(typed)));
        QVERIFY2(back.ok(), back ? "" : english(back.error()).c_str());
        const auto points = back->roomPoints();
        QCOMPARE(points.size(), size_t(3));
        for (size_t i = 0; i < 3; ++i) {
            LAMP_NEAR(points[i].hours, plain.value()[i].hours, 1e-6);
            LAMP_NEAR(points[i].lux, plain.value()[i].lux, 1e-9);
            QCOMPARE(points[i].xy.has_value(), plain.value()[i].xy.has_value());
        }
    }

    // The simulated room has a window; what is said of it is near what it is made of, and nothing of the display is touched.
    void aRoomOverADayIsRead()
    {
        auto bench = benchOf({});
        sim::RoomSpec room;
        room.lux = 50;
        room.daylightLux = 600;
        room.hour = 7;
        bench.setRoom(room);
        (void)bench.setControl("brightness", 61);
        SurveyPlan plan;
        plan.kind = SurveyKind::Room;
        plan.minutes = 600;
        plan.everyMinutes = 10;
        const Ran ran = run(bench, plan);
        QVERIFY2(ran.status.ok(), ran.status ? "" : english(ran.status.error()).c_str());
        QCOMPARE(ran.record.readings.size(), size_t(61));
        QVERIFY(ran.record.followed.empty());
        const auto found = surveyResults(ran.record).room;
        QVERIFY(found.has_value());
        const double first = ran.record.readings.front().t;
        for (const Measurement &m : ran.record.readings) {
            const double lux = 50 + room.daylightAt(7 + m.t / 3600);
            LAMP_NEAR(m.xyz.b, lux, 0.06 * lux); // a colorimeter without correction for either light
            LAMP_NEAR(m.t - first, 600.0 * (m.index - 1), 15);
        }
        QVERIFY(found->highest > 300 && found->lowest < 250 && found->spans.size() >= 2);
        QVERIFY(found->coolest > found->warmest + 300); // day is bluer than the lamps
        const auto controls = bench.describeDisplay()->controls;
        QVERIFY(std::any_of(controls.begin(), controls.end(), [](const Control &c) { return c.name == "brightness" && c.value == 61; }));
        // An instrument that cannot read the room says so.
        EmissionOnly blind(bench);
        const Ran none = run(blind, plan);
        QVERIFY(!none.status.ok() && none.status.error().code == "unsupported");
    }

    void readingsOfTheRoomThatFailAreMissing()
    {
        auto bench = benchOf({});
        bench.failReadings(4, 12, "timeout");
        SurveyPlan plan;
        plan.kind = SurveyKind::Room;
        plan.minutes = 300;
        plan.everyMinutes = 10;
        const Ran ran = run(bench, plan);
        QVERIFY2(ran.status.ok(), ran.status ? "" : english(ran.status.error()).c_str());
        const auto missing = std::count(ran.record.readingOf.begin(), ran.record.readingOf.end(), -1);
        QVERIFY(missing >= 1 && missing <= 8);
        QCOMPARE(ran.record.readings.size(), ran.record.patches.size() - size_t(missing));
        const auto found = surveyResults(ran.record).room;
        QCOMPARE(found->points.size(), ran.record.readings.size());
    }

    // Only where it was asked for, slowly, never for a cloud; and at the end it stands as it was found.
    void aScreenFollowsTheRoomWhereItIsAskedTo()
    {
        const auto law = BrightnessLaw::of("brightness", {{20, 80}, {50, 140}, {80, 200}}, 50, 112);
        QVERIFY(law.has_value());
        LAMP_NEAR(law->luminance(50), 112, 1e-9); // gains and ramps took a fifth
        LAMP_NEAR(law->value(law->luminance(35)), 35, 1e-9);
        LAMP_NEAR(law->luminance(500), law->luminance(80), 1e-12);
        QVERIFY(!BrightnessLaw::of("brightness", {{20, 80}}, 20, 80) && !BrightnessLaw::of("brightness", {{20, 80}, {50, 70}}, 20, 80));
        QVERIFY(!BrightnessLaw::of("brightness", {{20, 80}, {50, 140}}, 20, 0));
        for (const double none : {std::numeric_limits<double>::infinity(), std::numeric_limits<double>::quiet_NaN()}) {
            QVERIFY(!BrightnessLaw::of("brightness", {{20, 80}, {50, none}}, 20, 80));
        }

        RoomFollower follower(*law, 50);
        double value = 50;
        int moves = 0;
        for (int minute = 0; minute < 600; ++minute) {
            // An hour of 100 lx, a cloud's worth of dark, then 900 lx.
            const double lux = minute >= 30 && minute < 36 ? 5 : (minute < 60 ? 100 : 900);
            if (const auto next = follower.next({minute / 60.0, lux, {}}, 1)) {
                QVERIFY2(minute >= 60, "moved for a cloud");
                QVERIFY(std::abs(std::log(law->luminance(*next) / law->luminance(value))) <= std::log(1.05) + 0.02);
                value = *next;
                follower.took(value);
                ++moves;
            }
        }
        QVERIFY(moves >= 3 && moves < 40);
        LAMP_NEAR(law->luminance(value), std::min(luminanceInRoom(900), law->luminance(80)), 0.03 * luminanceInRoom(900));

        auto bench = benchOf({});
        sim::RoomSpec room;
        room.daylightLux = 1500;
        room.hour = 6;
        bench.setRoom(room);
        (void)bench.setControl("brightness", 50);
        SurveyPlan plan;
        plan.kind = SurveyKind::Room;
        plan.minutes = 360;
        plan.everyMinutes = 5;
        plan.follow = law;
        const Ran ran = run(bench, plan);
        QVERIFY2(ran.status.ok(), ran.status ? "" : english(ran.status.error()).c_str());
        QVERIFY(ran.record.followed.size() >= 3);
        const auto info = bench.describeDisplay();
        const auto brightness = std::find_if(info->controls.begin(), info->controls.end(), [](const Control &c) { return c.name == "brightness"; });
        QCOMPARE(brightness->value, 50.0);
        const auto said = surveySaid(ran.record, surveyResults(ran.record));
        QVERIFY(std::any_of(said.begin(), said.end(), [](const Message &m) { return m.code == "room-followed"; }));
        // Where it cannot be put back the record says so, and to what.
        SticksAway sticks(bench, 50);
        bench.setRoom(room);
        const Ran away = run(sticks, plan);
        QVERIFY(away.record.followed.size() >= 3);
        const auto told = [](const Message &m) { return m.code == "survey-control-not-put-back"; };
        QVERIFY(std::any_of(away.record.warnings.begin(), away.record.warnings.end(), told));
        QVERIFY(std::none_of(ran.record.warnings.begin(), ran.record.warnings.end(), told));
        (void)bench.setControl("brightness", 50);
        plan.follow->control = "sharpness";
        const Ran none = run(bench, plan);
        QVERIFY(!none.status.ok() && none.status.error().code == "follow");
    }

    // Several readings of one time do not hide how long the light was right.
    void readingsOfOneTime()
    {
        const auto day = roomDay({{9, 30, {}}, {9, 31, {}}, {9, 30, {}}, {9, 32, {}}, {10, 30, {}}, {11, 30, {}}});
        QVERIFY(day.has_value());
        QCOMPARE(day->right, 1.0);
    }

    // A file holds all that its results are worked out from: read again it says the same, by a tone and a white of its own too.
    void aFileSaysTheSameWhenItIsReadAgain()
    {
        const auto light = spaceAt100(*rgbSpace("Display P3"), ToneCurve{ToneKind::Gamma, 2.35}, 0.2);
        for (const SurveyKind kind : {SurveyKind::Gray, SurveyKind::Saturation, SurveyKind::Colours, SurveyKind::Uniformity, SurveyKind::Contrast}) {
            SurveyPlan plan;
            plan.kind = kind;
            plan.steps = kind == SurveyKind::Gray ? 7 : 4;
            plan.grid = 5;
            plan.space = "Display P3";
            plan.tone = ToneCurve{ToneKind::Gamma, 2.4};
            plan.white = Chromaticity{0.32, 0.335};
            plan.rule = {4, 0.15, 0.3};
            plan.colours = {{"warm", {0.6, 0.4, 0.3}, Lab{50, 20, 18.123456789}}, {"cold", {0.3, 0.4, 0.6}, {}}};
            SurveyRecord r = ideal(plan, light);
            r.finished = fromIsoTime("2031-03-04T09:20:00Z");
            r.warnings = {say("survey-not-stable", decimal(0.4, 1))};
            const std::string text = surveyJson(r, surveyResults(r));
            const auto back = surveyFromJson(text);
            QVERIFY2(back.ok(), back.ok() ? "" : english(back.error()).c_str());
            const auto before = nlohmann::json::parse(text), after = nlohmann::json::parse(surveyJson(*back, surveyResults(*back)));
            for (const char *part : {"results", "plan", "patches", "said_codes", "warnings", "finished", "display", "measurements"}) {
                QVERIFY2(before.at(part) == after.at(part), (surveyKindName(kind) + " " + part).c_str());
            }
            QVERIFY(!before.at("said_codes").empty() && before.at("said_codes") == messagesJson(surveySaid(r, surveyResults(r))));
        }
        // A plan that cannot be is not taken.
        SurveyPlan plan;
        SurveyRecord r = ideal(plan, light);
        auto json = nlohmann::json::parse(surveyJson(r, surveyResults(r)));
        for (const auto &[key, value] : std::map<std::string, nlohmann::json>{{"space", "nowhere"},
                                                                              {"profile", "0g"},
                                                                              {"tone", 7},
                                                                              {"white", 1},
                                                                              {"grid", 1000000},
                                                                              {"steps", -1},
                                                                              {"luminance", 2},
                                                                              {"minutes", 1e99},
                                                                              {"rule", {{"limit", -1}, {"equal", 0}, {"uniformity", 0}}}}) {
            auto broken = json;
            broken["plan"][key] = value;
            QVERIFY2(!surveyFromJson(broken.dump()).ok(), key.c_str());
        }
        json.erase("plan"); // as files of before
        QVERIFY(surveyFromJson(json.dump()).ok());
    }

    // A reading that went wrong once (a lamp on the screen) is read again, and does not count; what is the display's own stays.
    void aGlanceThatWentWrongIsReadAgain()
    {
        SurveyPlan plan;
        plan.kind = SurveyKind::Colours;
        plan.waitForWarmUp = false;
        plan.colours = surveySet("memory", plan).value();
        sim::PanelSpec panel;
        panel.gamma = {2.2, 2.2, 2.2};
        panel.nativeWhite = {0.3127, 0.3290};
        auto still = benchOf(panel), disturbed = benchOf(panel);
        constexpr int kWrong = 8; // number of the reading
        disturbed.strayLight(kWrong, 1, 25);
        const Ran right = run(still, plan), wrong = run(disturbed, plan);
        QVERIFY(right.status.ok() && wrong.status.ok());
        const auto expected = surveyResults(right.record).colours, found = surveyResults(wrong.record).colours;
        QVERIFY(std::any_of(wrong.record.readings.begin(), wrong.record.readings.end(),
                            [](const Measurement &m) { return m.name.ends_with(", again"); }));
        QVERIFY2(std::abs(found->max - expected->max) < 0.5, qPrintable(QStringLiteral("%1 %2").arg(found->max).arg(expected->max)));
        QCOMPARE(found->colours.size(), expected->colours.size());
        QVERIFY(std::count_if(wrong.record.readings.begin(), wrong.record.readings.end(), [](const Measurement &m) { return m.superseded; }) >= 1);
        const auto again = surveyFromJson(surveyJson(wrong.record, surveyResults(wrong.record)));
        QVERIFY(again.ok());
        LAMP_NEAR(surveyResults(again.value()).colours->max, found->max, 1e-3);
    }

    // Over a plane the lines of equal value are straight and lie where the plane has it; a place that was not read has none around it.
    void linesOfEqualLuminance()
    {
        Uniformity u;
        u.grid = 5;
        for (int row = 0; row < 5; ++row) {
            for (int column = 0; column < 5; ++column) {
                UniformityPlace p;
                p.at = {(column + 0.5) / 5, (row + 0.5) / 5};
                p.luminancePercent = -30 * (p.at[0] - 0.5) - 10 * (p.at[1] - 0.5);
                u.places.push_back(p);
            }
        }
        const auto pieces = luminanceContours(u, 5);
        QVERIFY(pieces.size() > 100);
        for (const ContourPiece &c : pieces) {
            for (const auto &q : c.ends) {
                LAMP_NEAR(-30 * (q[0] - 0.5) - 10 * (q[1] - 0.5), c.percent, 1e-9);
            }
        }
        u.places.resize(6); // of the second row only one place
        for (const ContourPiece &c : luminanceContours(u, 5)) {
            QVERIFY(c.ends[0][1] <= 0.3 + 1e-9 && c.ends[0][0] <= 0.3 + 1e-9);
        }
    }
};

LAMP_TEST(survey, TestSurvey)

} // namespace survey_test
#include "test_survey.moc"
