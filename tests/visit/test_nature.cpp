// SPDX-License-Identifier: GPL-3.0-or-later
// What a display does beside the usual is named, with figures, and the visit goes on as well as it can; panels that move on are waited
// for; checks stop when they are certain. Longer runs of the same stand in benchmarks/ (lamp_behaviours, lamp_drift, lamp_checks).
#include "english.h"
#include "support.h"

#include "simlab/sim_bench.h"
#include "visit/nature.h"
#include "visit/visit.h"

#include <functional>

namespace nature_test {

using namespace lamp;
using sim::SimBench;

namespace {

using Make = std::function<void(sim::PanelSpec &, sim::MeterSpec &)>;

struct Outcome {
    bool finished = false;
    VisitRecord record;
    std::string error;
    std::unique_ptr<SimBench> bench;
    double seconds = 0;

    [[nodiscard]] const Message *warning(const std::string &code) const
    {
        const auto it = std::find_if(record.warnings.begin(), record.warnings.end(), [&](const Message &m) { return m.code == code; });
        return it != record.warnings.end() ? &*it : nullptr;
    }
    [[nodiscard]] QString all() const
    {
        QString text = QString::fromStdString(error);
        for (const Message &m : record.warnings) {
            text += QStringLiteral(" [%1]").arg(QString::fromStdString(english(m)));
        }
        return text;
    }
};

VisitPlan photo()
{
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    return plan;
}

Outcome visited(const std::string &kind, std::uint64_t seed, const Make &make, double onForS = 7200, VisitPlan plan = photo())
{
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    sim::MeterSpec meter;
    make(panel, meter);
    Outcome o;
    o.bench = std::make_unique<SimBench>(panel, sim::RoomSpec{}, meter, seed);
    o.bench->skipTime(onForS);
    const double start = o.bench->now();
    VisitHooks hooks;
    hooks.wallClock = [] { return fromIsoTime("2026-11-25T12:00:00Z"); };
    Visit visit(*o.bench, std::move(plan), hooks, {});
    const auto r = visit.run();
    o.seconds = o.bench->now() - start;
    o.finished = r.ok();
    o.error = r ? "" : r.error().code;
    o.record = visit.record();
    return o;
}

double whiteMiss(const Outcome &o)
{
    return whiteDifference(o.bench->seen({1, 1, 1}), o.record.targetWhite());
}

const Make kHealthy = [](sim::PanelSpec &, sim::MeterSpec &) {};

/// All codes that name a behaviour.
const std::vector<std::string> kNames{"channels-flat-above",   "shadows-crushed", "limited-range", "ramps-do-nothing",  "mixtures-saturated",
                                      "mixtures-turned",       "zones-dim",       "units",         "panel-still-moves", "white-dims-when-large",
                                      "readings-do-not-repeat"};

} // namespace

class TestNature : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whatADisplayDoesIsNamed_data()
    {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("code");
        QTest::addColumn<bool>("stops");
        QTest::addColumn<int>("which");
        const std::vector<std::tuple<const char *, const char *, bool, int>> all{{"contrast too high", "channels-flat-above", false, 0},
                                                                                 {"crushed blacks", "shadows-crushed", false, 1},
                                                                                 {"limited range", "limited-range", false, 2},
                                                                                 {"deaf LUT", "ramps-do-nothing", false, 3},
                                                                                 {"saturation boosted", "mixtures-saturated", false, 4},
                                                                                 {"hues turned", "mixtures-turned", false, 5},
                                                                                 {"dimming zones", "zones-dim", false, 6},
                                                                                 {"power limited", "white-dims-when-large", false, 7},
                                                                                 {"reversed", "reversed", true, 8},
                                                                                 {"gray only", "gray-only", true, 9},
                                                                                 {"swapped", "exchanged", true, 10},
                                                                                 {"stuck", "stuck", true, 11},
                                                                                 {"relative units", "units", false, 12},
                                                                                 {"units a hundredfold", "units", true, 13}};
        for (const auto &[name, code, stops, which] : all) {
            for (const char *kind : {"wled", "wled-wide", "qd"}) {
                QTest::addRow("%s, %s", name, kind) << QString::fromLatin1(kind) << QString::fromLatin1(code) << stops << which;
            }
        }
    }

    void whatADisplayDoesIsNamed()
    {
        QFETCH(const QString, kind);
        QFETCH(const QString, code);
        QFETCH(const bool, stops);
        QFETCH(const int, which);
        static const std::vector<Make> makes{
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.menu.contrastAt = 88; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.crushBelow = 0.05; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.limitedRange = true; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.lutIgnored = true; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.saturation = 0.2; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.hueTwistDeg = -9; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.zonesLeast = 0.05; },
            [](sim::PanelSpec &p, sim::MeterSpec &) {
                p.maxPatchArea = 0.15;
                p.tellsPatchArea = false;
            },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.reversed = true; },
            [](sim::PanelSpec &p, sim::MeterSpec &) { p.signal.grayOnly = true; },
            [](sim::PanelSpec &p, sim::MeterSpec &) {
                p.signal.wires = {2, 1, 0};
            },
            [](sim::PanelSpec &, sim::MeterSpec &m) { m.stuckFrom = 30; },
            [](sim::PanelSpec &, sim::MeterSpec &m) { m.unit = 0.01; },
            [](sim::PanelSpec &, sim::MeterSpec &m) { m.unit = 100; },
        };
        const Outcome o = visited(kind.toStdString(), 4, makes[size_t(which)]);
        QCOMPARE(o.finished, !stops);
        if (stops) {
            QCOMPARE(QString::fromStdString(o.error), code);
            return;
        }
        QVERIFY2(o.warning(code.toStdString()) != nullptr, qPrintable(o.all()));
        for (const std::string &other : kNames) {
            QVERIFY2(other == code.toStdString() || o.warning(other) == nullptr, qPrintable(o.all()));
        }
        // No reading is taken over and over for what the display is.
        QVERIFY2(o.record.readings.size() < 95, qPrintable(QString::number(o.record.readings.size())));
        if (which <= 2) {
            // What it is does not keep it from being calibrated.
            QVERIFY2(whiteMiss(o) < 0.6, qPrintable(QString::number(whiteMiss(o))));
            QVERIFY2(o.record.gray.mean < 0.6, qPrintable(QString::number(o.record.gray.mean)));
        }
    }

    void healthyDisplaysAreNotNamed()
    {
        for (const char *kind : {"wled", "wled-wide", "qd", "rgb-led", "ccfl", "qd-oled", "laptop", "crosstalk", "woled", "kinked", "coarse"}) {
            for (const std::uint64_t seed : lamptest::repetitions(2, 1) == 1 ? std::vector<std::uint64_t>{3} : std::vector<std::uint64_t>{3, 8}) {
                const Outcome o = visited(kind, seed, kHealthy);
                QVERIFY(o.finished);
                for (const std::string &code : kNames) {
                    QVERIFY2(o.warning(code) == nullptr, qPrintable(QString::fromLatin1(kind) + o.all()));
                }
                QVERIFY(o.record.warmUpStable);
                QVERIFY2(o.record.readings.size() <= 78, qPrintable(QString::number(o.record.readings.size())));
            }
        }
    }

    // The sheet says where channels end, which control does it and what to set.
    void whatToSetIsSaid()
    {
        const Outcome o = visited("wled", 4, [](sim::PanelSpec &p, sim::MeterSpec &) {
            p.menu.contrastAt = 90; // flat above 75/90 = 83.3 %
            p.menu.stretched = {1, 0, 0};
        });
        QVERIFY(o.warning("channels-flat-above") != nullptr);
        const QString text = QString::fromStdString(english(*o.warning("channels-flat-above")));
        QVERIFY2(text.contains(QStringLiteral("red above 83 %")), qPrintable(text));
        QVERIFY2(!text.contains(QStringLiteral("green")), qPrintable(text));
        QVERIFY2(text.contains(QStringLiteral("lower it to about 74")) || text.contains(QStringLiteral("lower it to about 75")), qPrintable(text));
    }

    // Panels that do not simply approach an end: none is called stable that is not, and an hour later white stands where it was left.
    void panelsThatMoveOnAreWaitedFor()
    {
        const std::vector<std::pair<const char *, Make>> courses{{"falls fast, then rises",
                                                                  [](sim::PanelSpec &p, sim::MeterSpec &) {
                                                                      p.warmUpLoss = -0.06;
                                                                      p.warmUpTint = -0.01;
                                                                      p.warmUpTauS = 90;
                                                                      p.secondLoss = 0.06;
                                                                      p.secondTint = 0.02;
                                                                      p.secondTauS = 1400;
                                                                  }},
                                                                 {"rests, then moves",
                                                                  [](sim::PanelSpec &p, sim::MeterSpec &) {
                                                                      p.restS = 130;
                                                                      p.warmUpLoss = 0.08;
                                                                      p.warmUpTint = 0.03;
                                                                      p.warmUpTauS = 600;
                                                                  }},
                                                                 {"turns back", [](sim::PanelSpec &p, sim::MeterSpec &) {
                                                                      p.warmUpLoss = 0.06;
                                                                      p.warmUpTint = 0.02;
                                                                      p.warmUpTauS = 80;
                                                                      p.secondLoss = -0.05;
                                                                      p.secondTint = -0.02;
                                                                      p.secondTauS = 700;
                                                                  }}};
        for (const auto &[name, make] : courses) {
            for (const char *kind : {"wled", "wled-wide"}) {
                const Outcome o = visited(kind, 6, make, 0);
                QVERIFY2(o.finished, qPrintable(o.all()));
                const double now = whiteMiss(o);
                o.bench->skipTime(3600);
                const double later = whiteMiss(o);
                const QString figures =
                    QStringLiteral("%1 %2: %3, an hour later %4, %5 s").arg(name, kind).arg(now).arg(later).arg(o.seconds) + o.all();
                QVERIFY2(now < 0.7, qPrintable(figures));
                QVERIFY2(!o.record.warmUpStable || later < 1.2, qPrintable(figures));
            }
        }
    }

    // A calibration that the panel ran away from is made anew, and what belonged to the old one does not count.
    void calibratesOnceMoreWhereWhiteRanAway()
    {
        const Outcome o = visited(
            "laptop", 6,
            [](sim::PanelSpec &p, sim::MeterSpec &) {
                p.restS = 200;
                p.warmUpLoss = 0.12;
                p.warmUpTint = 0.05;
                p.warmUpTauS = 300;
            },
            0);
        QVERIFY(o.finished);
        QVERIFY2(whiteMiss(o) < 0.8, qPrintable(o.all()));
        for (const Measurement &m : o.record.readings) {
            QVERIFY(!m.wanted || m.superseded || m.t > 250);
        }
    }

    // A check says what changed since it was last looked at: how much a panel lost, how much is only the instrument laid on anew, and
    // that somebody turned the menu. Truth from the panel itself.
    void checksTellWhatChanged()
    {
        Outcome first = visited("wled", 3, kHealthy);
        QVERIFY2(first.finished, qPrintable(first.all()));
        const XYZ left = first.bench->seen({1, 1, 1});
        VisitPlan plan = photo();
        plan.task = Task::Check;
        plan.profileIn = first.record.profile;
        plan.earlier = earlierOf(first.record);
        QVERIFY(plan.earlier && plan.earlier->worst.size() == 3);
        const EarlierState again = earlierFromJson(earlierToJson(*plan.earlier));
        QVERIFY(again.worst == plan.earlier->worst && again.whites.size() == plan.earlier->whites.size() && again.whites.size() > 6);
        const auto check = [&bench = *first.bench, &plan] {
            Visit visit(bench, plan, {}, {});
            const auto r = visit.run();
            return r ? r.value() : visit.record();
        };
        const VisitRecord same = check();
        const auto nothing = changeSince(same);
        QVERIFY(nothing && !nothing->seen());
        const auto said = [](const VisitRecord &r, const char *code) {
            return std::any_of(r.reasons.begin(), r.reasons.end(), [&](const Message &m) { return m.code == code; });
        };
        QVERIFY(said(same, "unchanged-since") && !said(same, "changed-since") && !said(same, "menu-turned-since"));
        QVERIFY(first.bench->setControl("brightness", first.record.controls.at("brightness") + 10).ok());
        first.bench->setAge(0.3);
        const VisitRecord now = check();
        const XYZ is = first.bench->seen({1, 1, 1});
        const auto change = changeSince(now);
        QVERIFY(change && change->seen() && said(now, "changed-since") && said(now, "menu-turned-since"));
        LAMP_NEAR(change->luminancePercent, 100 * (is.b / left.b - 1), change->luminanceK2);
        LAMP_NEAR(change->white, whiteDifference(is, chromaticity(left)), change->whiteK2);
        // By the file that the visit wrote, and by the profile alone.
        const auto byFile = earlierFromVisitFile(visitJson(first.record, plainEnglish));
        QVERIFY2(byFile.ok(), byFile ? "" : english(byFile.error()).c_str());
        LAMP_NEAR(byFile->white.b, plan.earlier->white.b, 0.01);
        QCOMPARE(byFile->whites.size(), plan.earlier->whites.size());
        const auto byProfile = earlierOf(Profile::open(first.record.profile).value());
        QVERIFY(byProfile.has_value());
        LAMP_NEAR(byProfile->white.b, plan.earlier->white.b, 0.5);
        LAMP_NEAR(whiteDifference(byProfile->white, chromaticity(plan.earlier->white)), 0, 0.3);
        for (const char *bad :
             {"", "{}", R"({"calibration":{"white":{"x":0.3,"y":0,"Y":100}}})", R"({"calibration":{"white":{"x":0.3,"y":0.3,"Y":100}}})"}) {
            QVERIFY(!earlierFromVisitFile(bad).ok());
        }
    }

    void checksStopWhenTheyAreCertain()
    {
        for (const char *kind : {"wled", "wled-wide", "qd"}) {
            const Outcome full = visited(kind, 5, kHealthy);
            QVERIFY(full.finished);
            VisitPlan plan = photo();
            plan.task = Task::Check;
            plan.profileIn = full.record.profile;
            for (const bool aged : {false, true}) {
                full.bench->setAge(aged ? 0.6 : 0);
                Visit check(*full.bench, plan, {}, {});
                const double start = full.bench->now();
                const auto r = check.run();
                QVERIFY(r.ok());
                const QString figures =
                    QStringLiteral("%1 %2: %3 readings, %4 s").arg(kind).arg(aged).arg(r->readings.size()).arg(full.bench->now() - start);
                QVERIFY2(r->verdict == (aged ? Verdict::Fail : Verdict::Pass), qPrintable(figures));
                QVERIFY2(r->readings.size() <= 30, qPrintable(figures)); // 48 were read before
                QVERIFY2(full.bench->now() - start < 160, qPrintable(figures));
                QVERIFY(r->verification.colours.size() >= 4 && r->verification.colours.size() < 24);
                QVERIFY(r->gray.grays.size() >= 2);
            }
        }
    }

    // Menus in coarse steps: what the ramps cannot give back is not left out (a step more of brightness costs nothing).
    void coarseMenusLeaveEnoughLight()
    {
        for (int seed = 1; seed <= lamptest::repetitions(12, 3); ++seed) {
            const Outcome o =
                visited(std::array{"wled", "wled-wide", "qd"}[size_t(seed) % 3], std::uint64_t(seed), [&](sim::PanelSpec &p, sim::MeterSpec &) {
                    p.menu.brightnessStep = seed % 2 == 0 ? 10 : 5;
                    p.menu.gainStep = 10;
                    p.menu.brightnessPower = 0.6 + 0.2 * (seed % 9);
                    p.menu.brightnessAt = p.menu.brightnessStep * std::round(p.menu.brightnessAt / p.menu.brightnessStep);
                });
            QVERIFY(o.finished);
            QVERIFY2(o.record.aimLuminance > 119.3, qPrintable(QStringLiteral("%1: %2").arg(seed).arg(o.record.aimLuminance)));
            // The gains stay high: light is taken off by the backlight.
            double gain = 0;
            for (const char *name : {"red", "green", "blue"}) {
                gain = std::max(gain, o.record.controls.at(name));
            }
            QVERIFY2(gain >= 80, qPrintable(QString::number(gain)));
        }
    }
};

LAMP_TEST(nature, TestNature)

} // namespace nature_test
#include "test_nature.moc"
