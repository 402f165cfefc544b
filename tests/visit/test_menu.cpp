// SPDX-License-Identifier: GPL-3.0-or-later
// A display that does not say what its menu offers, as real screens do not: a person says it once, is asked for each control by name, and turns it.
#include "english.h"
#include "support.h"

#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <cmath>
#include <limits>

namespace menu_test {

using namespace lamp;

namespace {

/// A simulated display that keeps its menu to itself. A person turns it with turn().
class Silent : public Bench {
public:
    explicit Silent(const char *display, std::uint64_t seed = 5) : inner(std::move(sim::makeBench(display, seed)).value()) { inner->skipTime(7200); }

    Result<BenchInfo> hello() override
    {
        auto info = inner->hello();
        info.value().automatic = false;
        return info;
    }
    Status advance(double seconds) override { return inner->advance(seconds); }
    [[nodiscard]] double now() const override { return inner->now(); }
    Result<DisplayInfo> describeDisplay() override
    {
        auto info = inner->describeDisplay();
        info.value().controls.clear();
        return info;
    }
    Status show(const Patch &patch) override { return inner->show(patch); }
    Status setMode(const std::string &name) override { return inner->setMode(name); }
    Result<double> setControl(const std::string &, double) override
    {
        ++programTurned;
        return Error{ErrorKind::Bench, say("screen-cannot"), {}, {}, "unsupported", false};
    }
    Status setLut(const Ramps &ramps) override { return inner->setLut(ramps); }
    Status resetLut() override { return inner->resetLut(); }
    Result<InstrumentInfo> describeInstrument() override { return inner->describeInstrument(); }
    Status selectInstrument(int index) override { return inner->selectInstrument(index); }
    Status place(const Place &place) override { return inner->place(place); }
    Status setCorrection(const std::string &technology) override { return inner->setCorrection(technology); }
    Result<Reading> read(ReadMode mode, double integrationS) override { return inner->read(mode, integrationS); }

    [[nodiscard]] double stands(const std::string &control) const
    {
        const Control *c = inner->view().display.control(control);
        return c != nullptr ? c->value : -1;
    }
    std::unique_ptr<sim::SimBench> inner;
    int programTurned = 0; ///< how often the program tried to turn it itself
};

std::vector<Control> menuOf(const Silent &bench, const std::vector<std::string> &names)
{
    std::vector<Control> menu;
    for (const std::string &n : names) {
        menu.push_back({n, 0, 100, 1, bench.stands(n), true});
    }
    return menu;
}

struct Outcome {
    Result<VisitRecord> result = Error{};
    std::vector<std::string> turned; ///< controls that were asked for by name
    bool asked = false;              ///< what the menu offers
    std::vector<Control> offered;    ///< with the question
};

/// A visit with a person who says a menu and turns what they are asked for.
Outcome visit(Silent &bench, const std::vector<Control> &says, const std::vector<Control> &known = {}, Task task = Task::Full,
              const std::optional<EarlierState> &earlier = {})
{
    VisitPlan plan;
    plan.task = task;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.menu = known;
    plan.earlier = earlier;
    Outcome o;
    VisitHooks hooks;
    hooks.ask = [&](const Question &q) {
        Answer a;
        if (q.asksMenu) {
            o.asked = true;
            o.offered = q.menu;
            a.menu = says;
        }
        if (q.kind == Question::Kind::Control) {
            o.turned.push_back(q.control);
            const bool byName = std::any_of(says.begin(), says.end(), [&](const Control &c) { return c.name == q.control; });
            if (byName) {
                (void)bench.inner->setControl(q.control, q.value);
            } else if (q.control == "brightness") { // by what is read: a step towards it
                const double now = bench.stands("brightness"), white = bench.inner->seen({1, 1, 1}).b;
                (void)bench.inner->setControl("brightness", now + (white > 123 ? -9 : 5));
            }
        }
        return a;
    };
    Visit v(bench, plan, hooks, {});
    o.result = v.run();
    return o;
}

} // namespace

class TestMenu : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void controlsAreAskedForByName()
    {
        for (const char *display : {"wled", "qd", "wled-wide"}) {
            Silent bench(display);
            const auto menu = menuOf(bench, {"brightness", "red", "green", "blue"});
            const Outcome o = visit(bench, menu);
            QVERIFY2(o.asked, display);
            QVERIFY2(o.result.ok(), o.result ? "" : english(o.result.error().paragraph()).c_str());
            QCOMPARE(o.result->verdict, Verdict::Pass);
            QCOMPARE(bench.programTurned, 0); // a person's menu is a person's
            QVERIFY(std::find(o.turned.begin(), o.turned.end(), "brightness") != o.turned.end());
            // What the record says that the menu was left at is what it stands at.
            for (const Control &c : menu) {
                LAMP_NEAR(o.result->controls.at(c.name), bench.stands(c.name), 1e-9);
            }
            // Trimmed by the menu, the ramps have little left to take off: white without them is near the target already.
            const XYZ white = bench.inner->seen({1, 1, 1});
            LAMP_NEAR(white.b, 120, 2.5);
            double most = 0;
            for (int c = 0; c < 3; ++c) {
                most = std::max(most, 1 - o.result->ramps.channel(c).back());
            }
            QVERIFY2(most < 0.06, qPrintable(QStringLiteral("%1: ramps take off %2").arg(display).arg(most)));
        }
    }

    // Who ticks nothing is asked to turn the brightness until white is right, as before.
    void withoutAMenuBrightnessIsTurnedByEye()
    {
        Silent bench("wled");
        const Outcome o = visit(bench, {});
        QVERIFY(o.asked && o.result.ok());
        QVERIFY(o.result->display.controls.empty());
        QVERIFY(std::find(o.turned.begin(), o.turned.end(), "brightness") != o.turned.end());
        QVERIFY(std::find(o.turned.begin(), o.turned.end(), "red") == o.turned.end());
        QCOMPARE(o.result->verdict, Verdict::Pass);
    }

    // What it offered last time comes with the question, as it was left.
    void nextTimeItIsKnown()
    {
        Silent bench("wled");
        const auto menu = menuOf(bench, {"brightness", "red", "green", "blue"});
        const Outcome first = visit(bench, menu);
        QVERIFY(first.result.ok());
        std::vector<Control> left = first.result->display.controls;
        QCOMPARE(int(left.size()), 4);
        for (Control &c : left) {
            c.value = first.result->controls.at(c.name);
        }
        const Outcome second = visit(bench, left, left);
        QVERIFY(second.result.ok());
        QCOMPARE(int(second.offered.size()), 4);
        LAMP_NEAR(second.offered[0].value, bench.stands("brightness"), 1e-9);
        // A refresh turns nothing and asks nothing, says nothing of where the menu stands, and forgets nothing of it.
        const Outcome refresh = visit(bench, {}, left, Task::Refresh);
        QVERIFY(refresh.result.ok() && !refresh.asked);
        QCOMPARE(int(refresh.result->display.controls.size()), 4);
        QVERIFY(refresh.result->controls.empty());
        QVERIFY2(second.turned.size() <= first.turned.size(), "it stands where it should, and was turned more often than before");
    }

    // The menu of another display, which stood at this place before, is not offered as this one's.
    void anotherDisplaysMenuIsNotOffered()
    {
        Silent bench("wled");
        const auto menu = menuOf(bench, {"brightness"});
        EarlierState earlier;
        earlier.display = "Another 24 X-1";
        QVERIFY(visit(bench, menu, menu, Task::Full, earlier).offered.empty());
        earlier.display = modelAndSerial(bench.inner->view().display.model, bench.inner->view().display.serial);
        QCOMPARE(int(visit(bench, menu, menu, Task::Full, earlier).offered.size()), 1);
    }

    // A person who misread where a control stands: the reading after the turn tells, the end is right.
    void aWrongPlaceIsFoundOut()
    {
        Silent bench("wled");
        auto menu = menuOf(bench, {"brightness", "red", "green", "blue"});
        menu[0].value = std::max(0.0, menu[0].value - 25);
        const Outcome o = visit(bench, menu);
        QVERIFY2(o.result.ok(), o.result ? "" : english(o.result.error().paragraph()).c_str());
        QVERIFY(o.result->verdict != Verdict::Fail);
        LAMP_NEAR(o.result->calibrated.white.b, 120, 3);
    }

    // Nonsense is no menu.
    void nonsenseIsLeftOut()
    {
        Silent bench("wled");
        const double nan = std::numeric_limits<double>::quiet_NaN();
        std::vector<Control> menu{{"", 0, 100, 1, 50, true},        {"brightness", 100, 0, 1, 50, true}, {"red", 0, 100, 0, 50, true},
                                  {"green", 0, 100, 1, nan, true},  {"blue", 0, nan, 1, 50, true},       {"sharpness", 0, 10, 1, 500, true},
                                  {"sharpness", 0, 10, 1, 3, true}, {"huge", 0, 1, 5, 0, true}};
        const Outcome o = visit(bench, menu);
        QVERIFY(o.result.ok());
        QCOMPARE(int(o.result->display.controls.size()), 1);
        QCOMPARE(o.result->display.controls[0].name, std::string("sharpness"));
        LAMP_NEAR(o.result->display.controls[0].value, 10, 1e-9); // held to its range
        QVERIFY(o.result->display.controls[0].byPerson);
    }

    void itIsNotAskedWhereItNeedNotBe()
    {
        Silent checked("wled");
        QVERIFY(!visit(checked, {}, {}, Task::Profile).asked); // nothing is turned
        auto told = std::move(sim::makeBench("wled", 5)).value();
        told->skipTime(7200);
        VisitPlan plan;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        bool asked = false;
        VisitHooks hooks;
        hooks.ask = [&](const Question &q) {
            asked = asked || q.asksMenu;
            return Answer{};
        };
        Visit v(*told, plan, hooks, {});
        QVERIFY(v.run().ok());
        QVERIFY(!asked); // it says it itself
    }
};

LAMP_TEST(menu, TestMenu)

} // namespace menu_test
#include "test_menu.moc"
