// SPDX-License-Identifier: GPL-3.0-or-later
// What somebody who turns the menu is told: how white stands to its target.
// Sources: luminance and chromaticity add up (Grassmann's laws, CIE 15); CIEDE2000 by CIE 142-2001.
#include "english.h"
#include "support.h"

#include "calibrate/target.h"
#include "colour/spaces.h"
#include "report/live_plots.h"
#include "simlab/sim_bench.h"
#include "visit/trim_progress.h"
#include "visit/visit.h"

namespace trim_progress_test {

using namespace lamp;

namespace {

/// Light of sRGB's primaries in these amounts, cd/m².
XYZ mixture(double red, double green, double blue)
{
    const Eigen::Matrix3d m = rgbSpace("sRGB")->toXyz();
    return XYZ(Eigen::Vector3d(100 * (m * Eigen::Vector3d(red, green, blue))));
}

Measurement reading(int index, Stage stage, const Drive &rgb, const XYZ &xyz, double t = 0)
{
    Measurement m;
    m.index = index;
    m.stage = stageName(stage);
    m.rgb = rgb;
    m.xyz = xyz;
    m.sigma = XYZ(0.001 * xyz.vec());
    m.t = t;
    return m;
}

VisitRecord trimming()
{
    VisitRecord r;
    r.plan.target = *builtInTarget("Photo");
    r.readings = {reading(1, Stage::WarmUp, {1, 1, 1}, mixture(1.4, 1.2, 1.3)), reading(2, Stage::Trim, {1, 0, 0}, mixture(1.4, 0, 0)),
                  reading(3, Stage::Trim, {0, 1, 0}, mixture(0, 1.2, 0)), reading(4, Stage::Trim, {0, 0, 1}, mixture(0, 0, 1.3)),
                  reading(5, Stage::Trim, {0, 0, 0}, {0, 0, 0})};
    return r;
}

} // namespace

class TestTrimProgress : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whiteOnTargetStandsInTheMiddle()
    {
        const XYZ aim = xyzOf(*trimming().plan.target.white.chromaticity(), 120);
        const WhiteStanding s = standingOf(trimming(), aim);
        LAMP_NEAR(s.luminance, 120, 1e-9);
        QCOMPARE(s.wanted, std::optional(120.0));
        QVERIFY(s.shares);
        for (const double share : *s.shares) {
            LAMP_NEAR(share, 1, 1e-9);
        }
        QVERIFY(s.white);
        LAMP_NEAR(*s.white, 0, 1e-6);
    }

    // sRGB's white is D65 where all three channels give alike: a channel that gives more stands above, whatever the menu is at.
    void balanceIsThatOfTheChannels()
    {
        VisitRecord r = trimming();
        r.plan.target.white = {WhiteTarget::Kind::Xy, 0, "", rgbSpace("sRGB")->white};
        const WhiteStanding s = standingOf(r, mixture(1.1, 1.0, 0.9));
        QVERIFY(s.shares);
        LAMP_NEAR((*s.shares)[0] / (*s.shares)[1], 1.1, 1e-3);
        LAMP_NEAR((*s.shares)[2] / (*s.shares)[1], 0.9, 1e-3);
        QVERIFY(s.white > 1);
        // Twice the light in the same balance stands the same: luminance has a scale of its own.
        const WhiteStanding twice = standingOf(r, mixture(2.2, 2.0, 1.8));
        for (size_t c = 0; c < 3; ++c) {
            LAMP_NEAR((*twice.shares)[c], (*s.shares)[c], 1e-9);
        }
        LAMP_NEAR(twice.luminance, 2 * s.luminance, 1e-9);
    }

    // Black shines into every reading: it is no channel's light.
    void blackIsTakenOff()
    {
        VisitRecord r = trimming();
        r.plan.target.white = {WhiteTarget::Kind::Xy, 0, "", rgbSpace("sRGB")->white};
        const XYZ black{0.4, 0.5, 0.9};
        for (size_t i = 1; i < r.readings.size(); ++i) {
            r.readings[i].xyz = XYZ(r.readings[i].xyz.vec() + black.vec());
        }
        const WhiteStanding s = standingOf(r, XYZ(mixture(1.1, 1.0, 0.9).vec() + black.vec()));
        QVERIFY(s.shares);
        // The target's white is of the light without black as well, so only the channels' own light is compared.
        LAMP_NEAR((*s.shares)[0], 1.1, 0.03);
        LAMP_NEAR((*s.shares)[2], 0.9, 0.03);
    }

    void nothingIsSaidOfWhatIsNotKnown()
    {
        VisitRecord r = trimming();
        r.readings.resize(3); // green and blue were not read yet
        QVERIFY(!standingOf(r, {95, 100, 108}).shares);
        r = trimming();
        r.readings[2].superseded = true; // read in another light
        QVERIFY(!standingOf(r, {95, 100, 108}).shares);
        r = trimming();
        r.plan.target.white.kind = WhiteTarget::Kind::Native;
        r.plan.target.luminance.kind = LuminanceTarget::Kind::Maximum;
        const WhiteStanding s = standingOf(r, {95, 100, 108});
        QVERIFY(!s.shares && !s.wanted);
        QVERIFY(!s.white); // nothing is aimed at: that is no difference of nought
        QVERIFY(!standingOf(trimming(), {0, 0, 0}).shares && !standingOf(trimming(), {0, 0, 0}).white); // switched off
    }

    void triesAreListedInTheirOrder()
    {
        VisitRecord r = trimming();
        DisplayState first, second;
        first.controls = {{"brightness", 70}};
        second.controls = {{"brightness", 31}};
        r.readings[0].state = r.states.numberOf(first);
        r.readings.push_back(reading(6, Stage::Trim, {1, 1, 1}, mixture(1.2, 1.2, 1.2)));
        r.readings.back().state = r.states.numberOf(second);
        r.readings.push_back(reading(7, Stage::Trim, {1, 1, 1}, mixture(1.2, 1.2, 1.2)));
        r.readings.back().superseded = true;
        r.readings.push_back(reading(8, Stage::Verify, {1, 1, 1}, mixture(1.2, 1.2, 1.2)));
        const auto tries = triesOf(r);
        QCOMPARE(tries.size(), size_t(2));
        QCOMPARE(tries[0].reading, 1);
        QCOMPARE(tries[0].controls.at("brightness"), 70.0);
        QCOMPARE(tries[1].reading, 6);
        QCOMPARE(tries[1].controls.at("brightness"), 31.0);
        QVERIFY(triesOf(VisitRecord{}).empty());
    }

    // Whoever turns sees white follow; nothing of it is kept; whoever leaves the desk is not watched for ever.
    void glancesFollowTheMenuAndAreNotKept()
    {
        auto bench = std::move(sim::makeBench("wled", 3)).value();
        VisitPlan plan;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        int asked = 0, glances = 0;
        double before = 0, after = 0;
        bool ended = false;
        size_t readings = 0;
        Visit *visit = nullptr;
        WhiteStanding last;
        VisitHooks hooks;
        hooks.onGlance = [&](const WhiteStanding &s) {
            last = s;
            ++glances;
        };
        hooks.ask = [&](const Question &q) {
            if (q.kind != Question::Kind::Control || ++asked > 1) {
                return Answer{};
            }
            readings = visit->record().readings.size();
            if (!q.glance || !q.glance()) {
                return Answer{false, {}, true};
            }
            before = last.luminance;
            (void)bench->setControl(q.control, q.value);
            (void)q.glance();
            after = last.luminance;
            while (q.glance() && glances < 100000) {
            }
            ended = glances < 100000;
            if (visit->record().readings.size() != readings) {
                ended = false;
            }
            return Answer{};
        };
        Visit v(*bench, plan, hooks, {});
        visit = &v;
        const auto record = v.run();
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        QVERIFY2(asked > 0, "the menu was not asked for");
        QVERIFY(ended);
        QVERIFY2(std::abs(after / before - 1) > 0.05, qPrintable(QStringLiteral("%1 %2").arg(before).arg(after)));
        QCOMPARE(record->verdict, Verdict::Pass);
        for (size_t i = 0; i < record->readings.size(); ++i) {
            QCOMPARE(record->readings[i].index, int(i) + 1); // glances have no numbers
        }
    }

    // The charts of what has been read so far.
    void chartsShowWhatWasRead()
    {
        VisitRecord r = trimming();
        r.readings.push_back(reading(6, Stage::WarmUp, {1, 1, 1}, {100, 104, 110}, 300));
        r.readings.push_back(reading(7, Stage::WarmUp, {1, 1, 1}, {100, 104, 110}, 400));
        r.readings.back().superseded = true;
        const plot::Plot warm = warmUpPlot(r);
        QCOMPARE(warm.series.at(0).points.size(), size_t(2));
        LAMP_NEAR(warm.series[0].points[1].x, 5, 1e-9); // minutes
        LAMP_NEAR(warm.series[0].points[1].y, 104, 1e-9);
        QVERIFY(warm.y.from < 104 && warm.y.to > warm.series[0].points[0].y && warm.x.to > 5);
        QVERIFY(!warmUpPlot(VisitRecord{}).empty.empty());
        // L* 50 is at 18.42 % of white's luminance (CIE 15: ((50 + 16) / 116)³).
        r.readings.push_back(reading(8, Stage::Calibrate, {1, 1, 1}, {95, 100, 108}));
        r.readings.push_back(reading(9, Stage::Calibrate, {0.5, 0.5, 0.5}, {17.5, 18.4187, 20}));
        r.readings.push_back(reading(10, Stage::Calibrate, {0.5, 0, 0}, {10, 5, 1}));
        const plot::Plot response = responsePlot(r);
        QCOMPARE(response.series.at(1).points.size(), size_t(2));
        LAMP_NEAR(response.series[1].points[0].y, 100, 1e-6);
        LAMP_NEAR(response.series[1].points[1].y, 50, 1e-3);
        LAMP_NEAR(response.series[1].points[1].x, 50, 1e-9);
        // A gray of the target's own chromaticity lies on the cross; what lies beyond the chart is left out, not drawn elsewhere.
        r.readings.push_back(reading(11, Stage::Calibrate, {0.3, 0.3, 0.3}, xyzOf(r.targetWhite(), 8)));
        r.readings.push_back(reading(12, Stage::Calibrate, {0.2, 0.2, 0.2}, xyzOf({0.45, 0.41}, 3)));
        const plot::Plot path = grayPathPlot(r);
        const auto &cross = path.series.at(1).points.at(0);
        QVERIFY(std::any_of(path.series[0].points.begin(), path.series[0].points.end(),
                            [&](const plot::Point &p) { return std::hypot(p.x - cross.x, p.y - cross.y) < 1e-9; }));
        QCOMPARE(path.series[0].points.size(), size_t(3));
        for (const plot::Point &p : path.series[0].points) {
            QVERIFY(p.x >= path.x.from && p.x <= path.x.to && p.y >= path.y.from && p.y <= path.y.to);
            QVERIFY(!p.text.empty());
        }
        QVERIFY(path.x.ticks.size() <= 4);
        // Grays of another state of the ramps are no part of the line.
        DisplayState ramped;
        ramped.ramps = "key";
        r.readings.push_back(reading(13, Stage::Calibrate, {0.6, 0.6, 0.6}, xyzOf(r.targetWhite(), 33)));
        r.readings.back().state = r.states.numberOf(ramped);
        const plot::Plot two = grayPathPlot(r);
        QCOMPARE(two.series.at(0).points.size(), size_t(1));
        QCOMPARE(two.series.at(2).points.size(), size_t(3));
        QVERIFY(two.series[2].stroke == plot::Stroke::None);
    }

    // Why each patch is read is told before it is; what is known of the display grows; the charts build up from the readings.
    void whyIsToldBeforeEachReading()
    {
        const auto bench = std::move(sim::makeBench("wled-wide", 4)).value();
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        std::optional<NextReading> told;
        std::vector<Learnt> learnt;
        std::vector<std::string> untold, codes;
        std::optional<VisitRecord> verifying; // as it stood when half the colours were read
        VisitHooks hooks;
        hooks.onNext = [&](const NextReading &n) {
            told = n;
            codes.push_back(n.why.code);
            if (n.known > 0 && (learnt.empty() || learnt.back().known != n.known)) {
                learnt.push_back({n.after, n.known});
            }
        };
        hooks.onReading = [&](const Measurement &m, const VisitRecord &r) {
            const bool reasoned = m.stage == stageName(Stage::Calibrate) || m.stage == stageName(Stage::Verify);
            if (reasoned && (!told || told->after != m.index - 1 || !m.name.starts_with(told->patch))) {
                untold.push_back(m.name);
            }
            told.reset();
            if (m.stage == stageName(Stage::Verify) && m.wanted) {
                verifying = r;
            }
        };
        const auto record = Visit(*bench, plan, hooks, {}).run();
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        QVERIFY2(untold.empty(), untold.empty() ? "" : untold.front().c_str());
        for (const char *code : {"why-first-grays", "why-bright-end", "why-white-again", "why-tells-most", "why-verified", "why-white-after"}) {
            QVERIFY2(std::find(codes.begin(), codes.end(), code) != codes.end(), code);
        }
        QVERIFY(learnt.size() >= 2);
        QVERIFY2(learnt.back().known < learnt.front().known, "nothing was learnt");
        const plot::Plot learning = learningPlot(learnt, 0.15);
        QCOMPARE(learning.series.at(0).points.size(), learnt.size());
        LAMP_NEAR(learning.series[0].points.back().y, 2 * learnt.back().known, 1e-12);
        LAMP_NEAR(learning.limits.at(0).y, 0.3, 1e-12);
        QVERIFY(!learningPlot({}, 0.15).empty.empty());
        // What was drawn while verifying is what it comes to, but for white's move meanwhile.
        QVERIFY(verifying);
        const plot::Plot live = verifyingPlot(*verifying);
        const auto &colours = record->verification.colours;
        QCOMPARE(live.bars.size(), colours.size());
        for (size_t i = 0; i < colours.size(); ++i) {
            QVERIFY2(std::abs(live.bars[i].y - colours[i].deltaE) < 0.3, live.bars[i].text.c_str());
        }
        QVERIFY(!verifyingPlot(VisitRecord{}).empty.empty());
        // Coloured readings are in the diagram, grays are not.
        const plot::Plot read = readColoursPlot(*record);
        const auto coloured = std::count_if(record->readings.begin(), record->readings.end(), [](const Measurement &m) {
            return m.stage == stageName(Stage::Calibrate) && !m.superseded && !(m.rgb.a == m.rgb.b && m.rgb.b == m.rgb.c);
        });
        QVERIFY(coloured > 5 && read.series.back().points.size() >= size_t(coloured / 2));
    }
};

LAMP_TEST(trim_progress, TestTrimProgress)

} // namespace trim_progress_test
#include "test_trim_progress.moc"
