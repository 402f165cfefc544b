// SPDX-License-Identifier: GPL-3.0-or-later
// Signals of high dynamic range, screens looked at from beside, contrast in a room's light: against BT.2100's and BT.2408's numbers, against
// what a simulated panel really shows, against benches that cannot do it or say so wrongly.
#include "support.h"

#include "colour/difference.h"
#include "colour/spaces.h"
#include "colour/tone.h"
#include "device/bench_server.h"
#include "device/paired_bench.h"
#include "simlab/sim_bench.h"
#include "survey/comparison.h"
#include "survey/results.h"
#include "visit/imported.h"
#include "visit/visit.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <numbers>

namespace hdr_test {

using namespace lamp;
using sim::SimBench;

namespace {

constexpr Chromaticity kD65{0.3127, 0.3290};

SurveyPlan planOf(SurveyKind kind)
{
    SurveyPlan plan;
    plan.kind = kind;
    plan.steps = 33;
    plan.minutes = 2;
    plan.waitForWarmUp = false;
    return plan;
}

/// A display that is nobody's bench: each patch reads what `light` says of it.
SurveyRecord ideal(const SurveyPlan &plan, const std::function<XYZ(const SurveyPatch &)> &light)
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
        m.xyz = light(p);
        m.sigma = XYZ(1e-6 * m.xyz.vec());
        r.readingOf.push_back(int(r.readings.size()));
        r.readings.push_back(m);
    }
    r.complete = true;
    return r;
}

/// BT.2100's PQ, cut off at a peak.
XYZ pqCutAt(const Drive &d, double peak)
{
    static const Eigen::Matrix3d toXyz = rgbSpace("Rec. 2020")->toXyz();
    const auto light = [&](double v) { return std::min(peak, pqLuminance(v)); };
    return XYZ(toXyz * Eigen::Vector3d(light(d.a), light(d.b), light(d.c)));
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

sim::PanelSpec brightPanel()
{
    sim::PanelSpec p;
    p.technology = "qd";
    p.model = "Ruff";
    p.serial = "RU-1";
    p.bits = 10;
    p.maxLuminance = 420;
    p.contrast = 5000;
    p.alreadyWarm = true;
    p.hdr.pq = p.hdr.hlg = true;
    p.hdr.peak = 1000;
    p.hdr.fullScreen = 400;
    p.hdr.knee = 0.6;
    p.hdr.mastered = 2500;
    return p;
}

SimBench benchOf(const sim::PanelSpec &panel, const sim::RoomSpec &room = {}, bool fromAfar = false)
{
    sim::MeterSpec meter = fromAfar ? sim::spectroradiometer() : sim::MeterSpec{};
    return SimBench(panel, room, meter, 3);
}

/// Takes a signal, and says that it did not.
class StaysInSdr : public PairedBench {
public:
    explicit StaysInSdr(Bench &b) : PairedBench(b, b), m_inner(b) {}
    Result<DisplayInfo> describeDisplay() override
    {
        auto info = m_inner.describeDisplay();
        info.value().signal = Signal::Sdr;
        return info;
    }

private:
    Bench &m_inner;
};

} // namespace

class TestHdr : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // BT.2408 (table 1, from memory): HLG on a display of 1000 cd/m² gives 203 cd/m² at 75 % and 26 at 38 %; PQ 203 at 58 %, 26 at 38 %.
    // BT.2100: system gamma 1.2 at 1000 cd/m²; BT.2390: 1.33 at 2000 and 1.07 at 500 (from memory).
    void hlgIsAsTheRecommendationsSay()
    {
        LAMP_NEAR(hlgLuminance(0.75, 1000), 203, 1);
        LAMP_NEAR(hlgLuminance(0.38, 1000), 26, 0.5);
        LAMP_NEAR(hlgLuminance(1, 1000), 1000, 0.01);
        LAMP_NEAR(hlgLuminance(0, 1000), 0, 1e-12);
        LAMP_NEAR(pqLuminance(0.58), 203, 3);
        LAMP_NEAR(pqLuminance(0.38), 26, 1);
        LAMP_NEAR(hlgSystemGamma(1000), 1.2, 1e-12);
        LAMP_NEAR(hlgSystemGamma(2000), 1.33, 0.005);
        LAMP_NEAR(hlgSystemGamma(500), 1.07, 0.005);
        LAMP_NEAR(hlgSystemGamma(4000), 1.2 * 1.111 * 1.111, 1e-9);
        // Black is lifted to where the display's is, and white stays.
        LAMP_NEAR(hlgLuminance(0, 1000, 0.5), 0.5, 1e-6);
        LAMP_NEAR(hlgLuminance(1, 1000, 0.5), 1000, 1e-3);
    }

    void aDisplayThatIsRightIsRight()
    {
        const auto cut = [](const SurveyPatch &p) { return pqCutAt(p.rgb, 1000); };
        const auto found = hdrOf(ideal(planOf(SurveyKind::Hdr), cut));
        QVERIFY(found.has_value());
        LAMP_NEAR(found->peak.b, 1000, 1e-6);
        QVERIFY2(found->mean < 0.01 && found->max < 0.02, qPrintable(QString::number(found->max)));
        // Cut off hard: it is 5 % behind at 1000/0.95, and all is given from 980 on; steps of 3 % of the signal lie 35 % apart here.
        QVERIFY(found->knee && found->full);
        QVERIFY2(*found->knee > 1000 && *found->knee < 1150, qPrintable(QString::number(*found->knee)));
        QVERIFY2(*found->full > 850 && *found->full < 1100, qPrintable(QString::number(*found->full)));
        QVERIFY2(found->colourMean < 0.01, qPrintable(QString::number(found->colourMean)));
        LAMP_NEAR(found->colourLight.value(), 1, 1e-6);
        LAMP_NEAR(found->lastShare.value(), 1, 1e-9);
        QVERIFY(!hdrOf(ideal(planOf(SurveyKind::Hdr), [](const SurveyPatch &p) { return pqCutAt(p.rgb, 1e9); }))->knee);
    }

    // A display that is 10 % too bright, in D65: I of ITP differs as PQ says, T and P do not (BT.2124).
    void aDisplayThatIsTooBrightIsOffByWhatTheFormulaSays()
    {
        const auto bright = [](const SurveyPatch &p) { return XYZ(1.1 * pqCutAt(p.rgb, 1000).vec()); };
        const auto found = hdrOf(ideal(planOf(SurveyKind::Hdr), bright));
        for (const HdrStep &s : found->steps) {
            if (s.deltaE && s.wanted < 900 && s.wanted > 1) {
                LAMP_NEAR(*s.deltaE, 720 * (pqSignal(1.1 * s.wanted) - pqSignal(s.wanted)), 0.05);
                LAMP_NEAR(s.percent, 10, 1e-6);
            }
        }
        LAMP_NEAR(found->percentMean, 10, 0.01);
        // Brighter all along is no knee before the peak.
        QVERIFY(found->knee && *found->knee > 900);
    }

    // Gamma 2.2 under PQ: whatever single steps come near, it does not follow the signal, and has no knee.
    void whatNeverFollowsHasNoKnee()
    {
        for (const double peak : {150.0, 400.0, 1000.0}) {
            const auto found = hdrOf(ideal(planOf(SurveyKind::Hdr), [&](const SurveyPatch &p) {
                return xyzOf(kD65, 0.05 + peak * std::pow(std::max({p.rgb.a, p.rgb.b, p.rgb.c}), 2.2));
            }));
            QVERIFY(found && found->follows == false && !found->knee && !found->full);
            const auto said = hdrSaid(*found);
            const auto has = [&](const char *code) { return std::ranges::count(said, code, &Message::code) > 0; };
            QVERIFY(has("hdr-follows-not") && !has("hdr-no-knee") && !has("hdr-knee"));
        }
        const auto dim = hdrOf(ideal(planOf(SurveyKind::Hdr), [](const SurveyPatch &p) { return XYZ(0.7 * pqCutAt(p.rgb, 1e9).vec()); }));
        QVERIFY(dim->follows == true); // less of everything is another fault
        LAMP_NEAR(dim->least.value(), 0.7, 1e-6);
        LAMP_NEAR(dim->most.value(), 0.7, 1e-6);
        // Grays that the instrument did not see are no proof against it; where it saw none, nothing is said either way.
        SurveyRecord right = ideal(planOf(SurveyKind::Hdr), [](const SurveyPatch &p) { return pqCutAt(p.rgb, 1e9); }), blind = right;
        for (Measurement &m : right.readings) {
            if (m.xyz.b < 3 && m.name.starts_with("gray")) {
                m.tooDark = true;
                m.xyz = {};
            }
        }
        QVERIFY(hdrOf(right)->follows == true);
        for (Measurement &m : blind.readings) {
            m.tooDark = m.tooDark || m.name.starts_with("gray");
        }
        const auto unseen = hdrOf(blind);
        QVERIFY(!unseen->follows && !unseen->least && !unseen->most);
        QCOMPARE(std::ranges::count(hdrSaid(*unseen), "hdr-no-knee", &Message::code), 0);
    }

    // A right HLG display: BT.2100's OOTF, F = a·Ys^(g-1)·E. Red, green and blue alone give w^g of white each, w their luminance in BT.2020 (0.2627,
    // 0.6780, 0.0593): with g = 1.2, 86 % together. That is no defect, and is said beside it.
    void primariesOfHlgGiveWhatItsSystemGammaGives()
    {
        SurveyPlan plan = planOf(SurveyKind::Hdr);
        plan.signal = Signal::Hlg;
        static const Eigen::Matrix3d toXyz = rgbSpace("Rec. 2020")->toXyz();
        const auto found = hdrOf(ideal(plan, [](const SurveyPatch &p) {
            // Scene light by the inverse OETF is hlgLuminance() without its system gamma.
            const auto scene = [](double v) { return std::pow(hlgLuminance(v, 1000) / 1000, 1 / 1.2); };
            const Eigen::Vector3d e(scene(p.rgb.a), scene(p.rgb.b), scene(p.rgb.c));
            const double ys = toXyz.row(1) * e;
            return XYZ(toXyz * (1000 * std::pow(std::max(ys, 1e-12), 0.2) * e));
        }));
        QVERIFY(found && found->colourLight);
        LAMP_NEAR(found->colourLightWanted, 0.862, 0.001);
        LAMP_NEAR(*found->colourLight, found->colourLightWanted, 0.001);
        const auto said = hdrSaid(*found);
        QCOMPARE(std::ranges::count(said, "hdr-colour-light-wanted", &Message::code), 1);
        QCOMPARE(std::ranges::count(said, "hdr-colour-light", &Message::code), 0);
    }

    void hlgIsJudgedByItsOwnCurve()
    {
        SurveyPlan plan = planOf(SurveyKind::Hdr);
        plan.signal = Signal::Hlg;
        const auto found = hdrOf(ideal(plan, [](const SurveyPatch &p) { return xyzOf(kD65, hlgLuminance(p.rgb.b, 600, 0.05)); }));
        QVERIFY(found && found->judged > 20 && found->colours.empty() && !found->knee);
        QVERIFY2(found->max < 0.05, qPrintable(QString::number(found->max)));
        // The same as if it were gamma 2.4 is far off.
        const auto wrong = hdrOf(ideal(plan, [](const SurveyPatch &p) { return xyzOf(kD65, 600 * std::pow(p.rgb.b, 2.4)); }));
        QVERIFY(wrong->mean > 5);
    }

    // What an instrument did not see is neither right nor wrong.
    void whatWasNotSeenIsNotJudged()
    {
        SurveyRecord r = ideal(planOf(SurveyKind::Hdr), [](const SurveyPatch &p) { return pqCutAt(p.rgb, 1000); });
        r.instrument.floorCdM2 = 0.01;
        for (Measurement &m : r.readings) {
            if (m.xyz.b < 0.05) {
                m.tooDark = true;
                m.xyz = {};
                m.sigma = {0.01, 0.01, 0.01};
            }
        }
        const auto found = hdrOf(r);
        QVERIFY(found->blackAtMost);
        LAMP_NEAR(found->contrast, 1e5, 1e-6);
        size_t unseen = 0;
        for (const HdrStep &s : found->steps) {
            unseen += s.deltaE ? 0 : 1;
            QVERIFY(s.deltaE.has_value() == (s.wanted >= 0.05));
        }
        QVERIFY(unseen > 0 && found->judgedFrom >= 0.05);
        // Of a survey of which nothing could be judged nothing is said to be good.
        for (Measurement &m : r.readings) {
            m.tooDark = m.tooDark || m.name.starts_with("gray ");
        }
        const auto none = hdrOf(r);
        QCOMPARE(none->judged, size_t(0));
        const auto json = nlohmann::json::parse(surveyJson(r, surveyResults(r)));
        QVERIFY(json["results"]["hdr"]["delta_e_itp_mean"].is_null());
        QCOMPARE(hdrSaid(*none).at(2).code, std::string("hdr-none-judged"));
    }

    // Against what the simulated panel really shows, which only the test may see.
    void aPanelIsSeenAsItIs()
    {
        const sim::PanelSpec panel = brightPanel();
        auto bench = benchOf(panel);
        const Ran ran = run(bench, planOf(SurveyKind::Hdr));
        QVERIFY2(ran.status.ok(), qPrintable(ran.status.ok() ? QString() : QString::fromStdString(ran.status.error().code)));
        QCOMPARE(bench.describeDisplay()->signal, Signal::Sdr); // as it was found
        const auto found = hdrOf(ran.record);
        auto truth = benchOf(panel);
        QVERIFY(truth.setSignal(Signal::Pq).ok() && truth.setCorrection("qd").ok());
        const auto light = [&](double v, double area) { return truth.seen({v, v, v}, area).b; };
        LAMP_NEAR(found->peak.b / light(1, 0.1), 1, 0.005);
        LAMP_NEAR(found->black / light(0, 0.1), 1, 0.1);
        QCOMPARE(found->peakByArea.size(), size_t(8));
        for (const auto &[area, peak] : found->peakByArea) {
            LAMP_NEAR(peak / light(1, area), 1, 0.01);
        }
        LAMP_NEAR(found->fullScreen / found->best, 0.4, 0.01);
        // Where the panel is really 5 % behind, sought step by fine step.
        double knee = 0;
        for (double v = 0.5; v < 1 && knee == 0; v += 0.001) {
            knee = light(v, 0.1) < 0.95 * pqLuminance(v) ? pqLuminance(v) : 0;
        }
        QVERIFY(found->knee.has_value());
        LAMP_NEAR(*found->knee / knee, 1, 0.06);
        QVERIFY(found->full && *found->full > *found->knee && *found->full < 2600);
        for (const HdrStep &s : found->steps) {
            QVERIFY2(std::abs(s.xyz.b / light(s.signal, 0.1) - 1) < 0.03 || s.xyz.b < 0.1, qPrintable(QString::number(s.signal)));
        }
        // Each reading says in which signal it was taken.
        for (const Measurement &m : ran.record.readings) {
            QCOMPARE(ran.record.states.find(m.state)->signal, Signal::Pq);
        }
        const auto again = surveyFromJson(surveyJson(ran.record, surveyResults(ran.record)));
        QVERIFY(again.ok());
        LAMP_NEAR(hdrOf(again.value())->mean, found->mean, 1e-3);
        QCOMPARE(again->states.find(again->readings.back().state)->signal, Signal::Pq);
    }

    // A panel that takes light back when it has been bright for long, by its own time constant.
    void whiteThatDoesNotLastIsSeen()
    {
        sim::PanelSpec panel = brightPanel();
        panel.hdr.heatLoss = 0.2;
        panel.hdr.heatTauS = 60;
        auto bench = benchOf(panel);
        SurveyPlan plan = planOf(SurveyKind::Hdr);
        plan.minutes = 5;
        const auto found = hdrOf(run(bench, plan).record);
        QVERIFY(found && found->lastShare);
        LAMP_NEAR(*found->lastShare, 0.8, 0.03);
        QVERIFY(found->lasting.size() > 20 && found->driftPercent < -3);
        plan.minutes = 0;
        auto other = benchOf(panel);
        QVERIFY(hdrOf(run(other, plan).record)->lasting.empty());
    }

    void coloursOfAWhiteSubpixelEndBelowWhite()
    {
        sim::PanelSpec panel = brightPanel();
        panel.hdr.colourShare = 0.4;
        auto bench = benchOf(panel);
        const auto found = hdrOf(run(bench, planOf(SurveyKind::Hdr)).record);
        QVERIFY2(found->colourLight && *found->colourLight < 0.55 && *found->colourLight > 0.3,
                 qPrintable(QString::number(found->colourLight.value_or(0))));
    }

    void theSignalIsPutBackWhateverComes()
    {
        auto bench = benchOf(brightPanel());
        const Ran cut = run(bench, planOf(SurveyKind::Hdr), 20);
        QVERIFY(!cut.status.ok());
        QCOMPARE(cut.status.error().what.code, std::string("stopped-on-request"));
        QCOMPARE(bench.describeDisplay()->signal, Signal::Sdr);
        // Heat and light are of their time: it begins anew, and says so.
        const Ran anew = run(bench, planOf(SurveyKind::Hdr), -1, &cut.record);
        QVERIFY(anew.status.ok());
        QVERIFY(
            std::any_of(anew.record.warnings.begin(), anew.record.warnings.end(), [](const Message &m) { return m.code == "survey-begins-anew"; }));
        // Others measure the ordinary signal, and leave the display as it was found.
        QVERIFY(bench.setSignal(Signal::Pq).ok());
        SurveyPlan gray = planOf(SurveyKind::Gray);
        gray.steps = 5;
        const Ran sdr = run(bench, gray);
        QVERIFY(sdr.status.ok());
        QCOMPARE(sdr.record.states.find(sdr.record.readings.back().state)->signal, Signal::Sdr);
        LAMP_NEAR(surveyResults(sdr.record).gray->gamma, 2.2, 0.15);
        QCOMPARE(bench.describeDisplay()->signal, Signal::Pq);
    }

    void whatADisplayDoesNotTakeIsSaid()
    {
        sim::PanelSpec plain;
        plain.alreadyWarm = true;
        auto none = benchOf(plain);
        QCOMPARE(run(none, planOf(SurveyKind::Hdr)).status.error().code, std::string("signal"));
        sim::PanelSpec pqOnly = brightPanel();
        pqOnly.hdr.hlg = false;
        auto pq = benchOf(pqOnly);
        SurveyPlan hlg = planOf(SurveyKind::Hdr);
        hlg.signal = Signal::Hlg;
        const Ran refused = run(pq, hlg);
        QCOMPARE(refused.status.error().what.code, std::string("display-takes-no-signal"));
        QCOMPARE(refused.status.error().todo.code, std::string("display-takes-signals"));
        QVERIFY(refused.record.readings.empty());
        auto inner = benchOf(brightPanel());
        StaysInSdr lies(inner);
        QCOMPARE(run(lies, planOf(SurveyKind::Hdr)).status.error().todo.code, std::string("display-stays-in-signal"));
        QCOMPARE(inner.describeDisplay()->signal, Signal::Sdr);
        for (const auto &wrong : {std::pair{5, 2.0}, std::pair{33, 0.5}, std::pair{33, 90.0}}) {
            SurveyPlan plan = planOf(SurveyKind::Hdr);
            plan.steps = wrong.first;
            plan.minutes = wrong.second;
            QVERIFY(!surveyPatches(plan, {}).ok());
        }
    }

    // A visit calibrates the ordinary signal: one that only looks leaves the display as it found it, one that calibrates leaves it in SDR.
    void aVisitIsOfTheOrdinarySignal()
    {
        for (const Task task : {Task::Check, Task::Full}) {
            auto bench = benchOf(brightPanel());
            QVERIFY(bench.setSignal(Signal::Pq).ok());
            VisitPlan plan;
            plan.task = task;
            plan.effort = Effort::Quick;
            plan.waitForWarmUp = false;
            Visit visit(bench, plan, {}, {});
            const auto record = visit.run();
            QVERIFY(record.ok());
            QVERIFY(std::any_of(record->warnings.begin(), record->warnings.end(), [](const Message &m) { return m.code == "visit-signal-set"; }));
            QCOMPARE(bench.describeDisplay()->signal, task == Task::Check ? Signal::Pq : Signal::Sdr);
        }
    }

    // The simulated panel loses half of its light at 40 degrees; its colour moves as its channels do.
    void aScreenFromBeside()
    {
        sim::PanelSpec panel;
        panel.alreadyWarm = true;
        panel.aside = {40, {1, 0.97, 0.6}, 3};
        auto bench = benchOf(panel, {10, 4200}, true);
        const Ran ran = run(bench, planOf(SurveyKind::Angles));
        QVERIFY(ran.status.ok());
        const auto found = surveyResults(ran.record).angles;
        QVERIFY(found && found->views.size() == 13);
        LAMP_NEAR(found->half.value(), 40, 1.5);
        for (const AngleView &v : found->views) {
            const double angle = std::hypot(v.from[0], v.from[1]);
            LAMP_NEAR(1 + v.percent / 100, std::exp2(-std::pow(angle / 40, 2)), 0.03);
            QVERIFY(angle == 0 || v.uv > 0);
        }
        QVERIFY(found->moved && *found->moved > 20);
        QVERIFY(found->views.at(4).contrast < 0.5 * found->views.front().contrast);
        for (const Measurement &m : ran.record.readings) {
            QVERIFY(ran.record.states.find(m.state)->from.has_value());
        }
        // The instrument lies on the screen again: a reading without a distance can be taken.
        QVERIFY(bench.show(Patch{{1, 1, 1}, 0.1, {0.5, 0.5}, {}}).ok());
        const auto again = surveyFromJson(surveyJson(ran.record, surveyResults(ran.record)));
        QVERIFY(again.ok());
        LAMP_NEAR(surveyResults(again.value()).angles->half.value(), *found->half, 1e-2);
    }

    // Who can only lie on the screen would see no difference from beside: that is no answer.
    void anInstrumentOnTheScreenCannotLookFromBeside()
    {
        sim::PanelSpec panel;
        panel.alreadyWarm = true;
        auto bench = benchOf(panel);
        const Ran ran = run(bench, planOf(SurveyKind::Angles));
        QCOMPARE(ran.status.error().code, std::string("unsupported"));
        QVERIFY(ran.record.readings.empty());
        Place aside;
        aside.from = {30, 0};
        QVERIFY(!bench.place(aside).ok());
    }

    // L = E·ρ/π of a diffuse surface (photometry's definition of reflectance): 300 lx on 1.2 % are 1.146 cd/m².
    void contrastInTheRoomsLight()
    {
        sim::PanelSpec panel;
        panel.alreadyWarm = true;
        panel.reflectance = 0.012;
        SurveyPlan plan = planOf(SurveyKind::Contrast);
        plan.roomLight = true;
        const double reflected = 300 * 0.012 / std::numbers::pi;
        auto seen = benchOf(panel, {300, 4200}, true);
        const auto c = surveyResults(run(seen, plan).record).contrast;
        QVERIFY(c && c->inRoom && c->inRoom->seen);
        LAMP_NEAR(c->inRoom->lux.value(), 300, 10);
        LAMP_NEAR(c->inRoom->black - c->black.b, reflected, 0.1);
        QVERIFY(c->inRoom->contrast < 0.4 * c->contrast);
        // An instrument that lies on the screen reads the desk's light, and what the screen reflects has to be said; else it is a span.
        auto flat = benchOf(panel, {300, 4200});
        const auto between = surveyResults(run(flat, plan).record).contrast->inRoom;
        QVERIFY(between && !between->seen && between->contrast < c->inRoom->contrast && between->contrastHigh > c->inRoom->contrast);
        plan.reflectance = 0.012;
        auto said = benchOf(panel, {300, 4200});
        const auto known = surveyResults(run(said, plan).record).contrast->inRoom;
        LAMP_NEAR(known->contrast / c->inRoom->contrast, 1, 0.05);
        LAMP_NEAR(known->contrastHigh, known->contrast, 1e-9);
        // Who does not ask for it is not sent to the desk.
        plan.roomLight = false;
        auto dark = benchOf(panel, {300, 4200});
        QVERIFY(!surveyResults(run(dark, plan).record).contrast->inRoom);
    }

    // What a signal of high dynamic range gave is neither compared by the rule for ordinary colours nor made a profile of.
    void itIsNotTakenForSomethingElse()
    {
        auto bench = benchOf(brightPanel());
        const Ran ran = run(bench, planOf(SurveyKind::Hdr));
        QVERIFY(ran.status.ok());
        const auto file = comparedFile("bright", surveyJson(ran.record, surveyResults(ran.record)), "sRGB");
        QVERIFY(file.ok());
        QCOMPARE(canBeCompared({file.value()}).error().what.code, std::string("cannot-be-compared"));
        const auto profile = visitFromReadings(readingSet(ran.record), {}, {}, fromIsoTime("2031-03-04T09:00:00Z"));
        QVERIFY(!profile.ok());
        QVERIFY2(plainEnglish(profile.error().what).find("high dynamic range") != std::string::npos, plainEnglish(profile.error().what).c_str());
        // Two readings of different signals are of two states, whoever read them.
        SurveyPlan gray = planOf(SurveyKind::Gray);
        const Ran sdr = run(bench, gray);
        SurveyRecord other = ran.record;
        other.instrument.serial = "another";
        QCOMPARE(instrumentDifference(sdr.record, other).error().code, std::string("compare"));
    }

    void theProtocolCarriesIt()
    {
        auto bench = benchOf(brightPanel(), {}, true);
        const auto ask = [&](const std::string &line) { return nlohmann::json::parse(serveLine(bench, line)); };
        QCOMPARE(ask(R"({"id":1,"do":"display.describe"})")["signals"].size(), size_t(3));
        QVERIFY(ask(R"({"id":2,"do":"display.set_signal","signal":"pq"})")["ok"].get<bool>());
        QCOMPARE(ask(R"({"id":3,"do":"display.describe"})")["signal"].get<std::string>(), std::string("pq"));
        QVERIFY(ask(R"({"id":4,"do":"display.set_signal","name":"sdr"})")["ok"].get<bool>());
        QCOMPARE(ask(R"({"id":5,"do":"display.set_signal","signal":"neon"})")["error"]["code"].get<std::string>(), std::string("bad-request"));
        QVERIFY(ask(R"({"id":6,"do":"instrument.describe"})")["from_afar"].get<bool>());
        QVERIFY(ask(R"({"id":7,"do":"instrument.place","at":[0.5,0.5],"from":[30,0]})")["ok"].get<bool>());
        QCOMPARE(ask(R"({"id":8,"do":"instrument.place","at":[0.5,0.5],"from":[130,0]})")["error"]["code"].get<std::string>(),
                 std::string("bad-request"));
        sim::PanelSpec plain;
        auto none = benchOf(plain);
        const auto refused = nlohmann::json::parse(serveLine(none, R"({"id":9,"do":"display.set_signal","signal":"pq"})"));
        QCOMPARE(refused["error"]["code"].get<std::string>(), std::string("unsupported"));
    }
};

LAMP_TEST(hdr, TestHdr)

} // namespace hdr_test
#include "test_hdr.moc"
