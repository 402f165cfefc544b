// SPDX-License-Identifier: GPL-3.0-or-later
// What is known and asked before a visit, what of it stays on the record, and the two schools of warming up.
#include "english.h"
#include "support.h"

#include "measure/warm_up.h"
#include "simlab/sim_bench.h"
#include "visit/checklist.h"
#include "visit/visit.h"

#include <set>

namespace checklist_test {

using namespace lamp;

namespace {

VisitRecord before()
{
    VisitRecord r;
    r.display.model = "Knot 14";
    r.display.mode = "sRGB";
    r.display.lut = DisplayInfo::Lut{256, 10};
    r.display.controls = {{"brightness", 0, 100, 1, 64, true}, {"red", 0, 100, 1, 98, true}};
    return r;
}

const CheckPoint *point(const std::vector<CheckPoint> &all, const std::string &code)
{
    const auto it = std::find_if(all.begin(), all.end(), [&](const CheckPoint &p) { return p.code == code; });
    return it == all.end() ? nullptr : &*it;
}

VisitPlan quick()
{
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = Effort::Quick;
    return plan;
}

/// Remembers what was shown when.
class WatchedBench : public sim::SimBench {
public:
    WatchedBench() : SimBench(sim::variedPanel("wled", 3), {}, sim::MeterSpec{}, 3) { skipTime(7200); }
    Status show(const Patch &patch) override
    {
        shown.push_back({now(), patch.rgb});
        return SimBench::show(patch);
    }
    std::vector<std::pair<double, Drive>> shown;
};

double apart(const Drive &p, const Drive &q)
{
    return std::max({std::abs(p.a - q.a), std::abs(p.b - q.b), std::abs(p.c - q.c)});
}

} // namespace

class TestChecklist : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // With nothing known of before only a person can say.
    void withoutAPastOnlyThePersonIsAsked()
    {
        const auto all = checklistOf(before());
        QVERIFY(point(all, "ramps") && point(all, "ramps")->state == CheckPoint::State::Good);
        QVERIFY(!point(all, "mode") && !point(all, "menu") && !point(all, "brightness") && !point(all, "warm-up"));
        for (const char *code : {"clean", "automatics", "panel", "light", "clothes"}) {
            QVERIFY(point(all, code) && point(all, code)->state == CheckPoint::State::Asked && !point(all, code)->reason.empty());
        }
    }

    // Common practice, no published source: what a panel does by itself goes off while it is read, and what protects it on again.
    void whatProtectsThePanelIsNamedByItsKind()
    {
        std::set<std::string> off, on;
        for (const char *technology : {"woled", "wled", "projector", "unknown"}) {
            VisitRecord r = before();
            r.display.technology = technology;
            off.insert(english(point(checklistOf(r), "panel")->reason));
            const auto ends = signOffPoints(r);
            QVERIFY(ends.size() == 1 && ends.front().state == CheckPoint::State::Asked);
            on.insert(english(ends.front().reason));
        }
        QVERIFY(off.size() == 4 && on.size() == 4);
        VisitRecord oled = before();
        oled.display.technology = "qd-oled";
        QVERIFY(english(point(checklistOf(oled), "panel")->reason).find("pixel shift") != std::string::npos);
        QVERIFY(english(signOffPoints(oled).front().reason).find("burns in") != std::string::npos);
    }

    void whatDiffersFromTheLastVisitIsNamed()
    {
        VisitRecord r = before();
        r.display.lutLoaded = true;
        EarlierState e;
        e.at = fromIsoTime("2031-03-04T09:00:00Z");
        e.mode = "factory";
        e.controls = {{"brightness", 47}, {"red", 98}};
        e.warmUpSeconds = 1080;
        r.plan.earlier = e;
        auto all = checklistOf(r);
        QVERIFY(point(all, "mode") && point(all, "mode")->state == CheckPoint::State::Differs);
        QCOMPARE(english(point(all, "brightness")->text), std::string("brightness is 64; the last visit left 47"));
        QVERIFY(!point(all, "red") && !point(all, "menu")); // as it was, and not all of it is
        QVERIFY(english(point(all, "warm-up")->text).find("18 min") != std::string::npos);
        QCOMPARE(point(all, "ramps")->state, CheckPoint::State::Differs);
        // A full visit turns it anyway; a check measures another state.
        const std::string full = point(all, "brightness")->reason.code;
        r.plan.task = Task::Check;
        all = checklistOf(r);
        QVERIFY(point(all, "brightness")->reason.code != full);
        QVERIFY(!point(all, "ramps")); // a check leaves them
        // The mode that is asked for is set by the visit.
        r.plan.mode = "factory";
        r.display.controls[0].value = 47;
        all = checklistOf(r);
        QVERIFY(!point(all, "mode") && point(all, "menu") && point(all, "menu")->state == CheckPoint::State::Good);
    }

    void whatIsLeftOutStaysOnTheRecord()
    {
        auto bench = sim::makeBench("wled", 3);
        VisitHooks hooks;
        size_t asked = 0;
        hooks.ask = [&](const Question &q) {
            Answer a;
            if (q.stage == Stage::Prepare) {
                asked = q.points.size();
                a.leftOut = {"clothes", "nonsense"};
            }
            return a;
        };
        const auto r = Visit(*bench.value(), quick(), hooks, {}).run();
        QVERIFY(r.ok() && asked >= 5);
        const std::string line = english(r->lines.find(Stage::Prepare)->summary);
        QVERIFY2(line.find("left out: Dark, neutral clothes") != std::string::npos, line.c_str());
        // And comes back from what is kept.
        const auto back = recordFromJson(recordToJson(r.value()));
        QVERIFY(back.ok() && english(back->lines.find(Stage::Prepare)->summary) == line);
    }

    void theVisitBeforeIsRememberedWithModeAndWarmUp()
    {
        auto bench = sim::makeBench("wled", 3);
        const auto r = Visit(*bench.value(), quick(), {}, {}).run();
        QVERIFY(r.ok());
        const auto e = earlierOf(r.value());
        QVERIFY(e && !e->mode.empty() && e->warmUpSeconds && *e->warmUpSeconds > 0);
        const EarlierState back = earlierFromJson(earlierToJson(*e));
        QCOMPARE(back.mode, e->mode);
        QCOMPARE(back.warmUpSeconds, e->warmUpSeconds);
        QCOMPARE(earlierToJson(back), earlierToJson(*e));
    }

    // The other school: so many minutes, though a warm panel stands still at once; and no more, though a cold one does not.
    void aFixedTimeIsWaited_data()
    {
        QTest::addColumn<double>("onForS");
        QTest::newRow("warm") << 7200.0;
        QTest::newRow("cold") << 0.0;
    }
    void aFixedTimeIsWaited()
    {
        QFETCH(double, onForS);
        sim::SimBench b(sim::variedPanel("ccfl", 5), {}, sim::MeterSpec{}, 5);
        b.skipTime(onForS);
        VisitPlan plan = quick();
        plan.warmUpMinutes = 10;
        const auto r = Visit(b, plan, {}, {}).run();
        QVERIFY(r.ok());
        int whites = 0;
        double first = 0, last = 0;
        for (const Measurement &m : r->readings) {
            if (m.stage == stageName(Stage::WarmUp)) {
                first = whites++ == 0 ? m.t : first;
                last = m.t;
            }
        }
        QVERIFY2(last - first >= 600 && last - first < 640, qPrintable(QString::number(last - first)));
        QVERIFY(whites >= 4);
        const auto back = recordFromJson(recordToJson(r.value()));
        QVERIFY(back.ok());
        QCOMPARE(back->plan.warmUpMinutes, 10.0);
    }

    // The room beside the visit before: named where it is another light, not where it is alike or nothing was read.
    void theRoomIsComparedWithTheVisitBefore_data()
    {
        QTest::addColumn<double>("then");
        QTest::addColumn<QString>("code");
        QTest::newRow("brighter") << 20.0 << "room-brighter-than-then";
        QTest::newRow("alike") << 50.0 << "";
        QTest::newRow("darker") << 200.0 << "room-darker-than-then";
        QTest::newRow("not read") << -1.0 << "";
    }
    void theRoomIsComparedWithTheVisitBefore()
    {
        QFETCH(double, then);
        QFETCH(QString, code);
        auto bench = sim::makeBench("wled", 3); // some 55 lux at its desk
        VisitPlan plan = quick();
        auto first = Visit(*bench.value(), plan, {}, {}).run();
        QVERIFY(first.ok() && first->roomLux && *first->roomLux > 40 && *first->roomLux < 70);
        plan.earlier = earlierOf(first.value());
        QCOMPARE(plan.earlier->roomLux, first->roomLux);
        plan.earlier->roomLux = then > 0 ? std::optional(then) : std::nullopt;
        const auto r = Visit(*sim::makeBench("wled", 3).value(), plan, {}, {}).run();
        QVERIFY(r.ok());
        QString said;
        for (const Message &m : r->warnings) {
            said += m.code.starts_with("room-") && m.code.ends_with("-then") ? QString::fromStdString(m.code) : QString();
        }
        QCOMPARE(said, code);
    }

    // Gently: the drive never changes by more than a tenth at once, nor faster than by one a second; what is read is the same.
    void patchesFollowGently()
    {
        WatchedBench plain, gentle;
        VisitPlan plan = quick();
        const auto sudden = Visit(plain, plan, {}, {}).run();
        plan.gentle = true;
        const auto r = Visit(gentle, plan, {}, {}).run();
        QVERIFY(sudden.ok() && r.ok());
        QCOMPARE(r->verdict, Verdict::Pass);
        double most = 0, fastest = 0, mostSudden = 0;
        for (size_t i = 1; i < gentle.shown.size(); ++i) {
            const double step = apart(gentle.shown[i].second, gentle.shown[i - 1].second);
            most = std::max(most, step);
            if (step > 1e-9) {
                fastest = std::max(fastest, step / std::max(1e-9, gentle.shown[i].first - gentle.shown[i - 1].first));
            }
        }
        for (size_t i = 1; i < plain.shown.size(); ++i) {
            mostSudden = std::max(mostSudden, apart(plain.shown[i].second, plain.shown[i - 1].second));
        }
        QVERIFY2(most <= 0.1 + 1e-9 && fastest <= 1 + 1e-9, qPrintable(QStringLiteral("%1, %2 a second").arg(most).arg(fastest)));
        QVERIFY(mostSudden > 0.9); // the test sees what it is about
        QVERIFY(std::abs(r->calibrated.white.b / sudden->calibrated.white.b - 1) < 0.01);
        QVERIFY(recordFromJson(recordToJson(r.value()))->plan.gentle);
    }

    // Stopped early it goes on to profile and verification with what there is, and says so.
    void readingIsStoppedEarly()
    {
        WatchedBench whole, early;
        VisitPlan plan = quick();
        plan.effort = Effort::Standard;
        VisitHooks hooks;
        const auto all = Visit(whole, plan, hooks, {}).run();
        hooks.enough = [] { return true; };
        const auto r = Visit(early, plan, hooks, {}).run();
        QVERIFY(all.ok() && r.ok());
        QVERIFY2(r->readings.size() + 10 < all->readings.size(),
                 qPrintable(QStringLiteral("%1 of %2").arg(r->readings.size()).arg(all->readings.size())));
        QVERIFY(!r->profile.empty() && r->verification.colours.size() == all->verification.colours.size());
        QVERIFY(std::any_of(r->warnings.begin(), r->warnings.end(), [](const Message &m) { return m.code == "stopped-reading-early"; }));
        QVERIFY(std::none_of(all->warnings.begin(), all->warnings.end(), [](const Message &m) { return m.code == "stopped-reading-early"; }));
    }
};

LAMP_TEST(checklist, TestChecklist)

} // namespace checklist_test
#include "test_checklist.moc"
