// SPDX-License-Identifier: GPL-3.0-or-later
// What people ask, answered from visits, measurements and diagnoses of simulated displays. Sources: paper's luminance is E·ρ/π (a matte surface,
// CIE 15); which luminance fits which room, when a pair is done, how long a certificate holds: common practice, no published source
// (docs/methods.md).
#include "english.h"
#include "support.h"

#include "answer/answers.h"
#include "diagnose/examination.h"
#include "judge/room_light.h"
#include "simlab/mishaps.h"
#include "survey/results.h"
#include "visit/figures.h"
#include "visit/visit.h"
#include "words/catalogue.h"
#include "words/words.h"

#include <numbers>
#include <random>

namespace answers_test {

using namespace lamp;

namespace {

constexpr WallTime kDay0{std::chrono::seconds{1800000000}};

/// A visit to a display, begun so many days later.
VisitRecord visited(sim::SimBench &bench, Task task = Task::Full, double days = 0, double luminance = 100)
{
    VisitPlan plan;
    plan.task = task;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    plan.target.luminance.cdM2 = luminance;
    plan.tolerance = *builtInTolerance("studio");
    VisitHooks hooks;
    const double began = bench.now();
    hooks.wallClock = [&bench, began, days] { return kDay0 + std::chrono::seconds(std::int64_t(86400 * days + bench.now() - began)); };
    Visit visit(bench, plan, hooks, {});
    const auto done = visit.run();
    if (!done) {
        qWarning("%s", english(done.error()).c_str());
    }
    return visit.record();
}

std::unique_ptr<sim::SimBench> benchOf(const std::string &kind, std::uint64_t seed, const std::string &mishap = {})
{
    sim::PanelSpec panel = sim::variedPanel(kind, seed);
    panel.alreadyWarm = true;
    panel.menu.byPerson = false;
    for (const sim::Mishap &m : sim::mishaps()) {
        if (m.name == mishap && m.prepare) {
            m.prepare(panel);
        }
    }
    return std::make_unique<sim::SimBench>(panel, sim::RoomSpec{}, std::vector{sim::variedMeter(false, seed), sim::variedMeter(true, seed)}, seed);
}

AskedAbout about(std::vector<VisitRecord> visits)
{
    AskedAbout a;
    a.name = "Avocet";
    a.now = visits.empty() ? kDay0 : visits.front().finished + std::chrono::hours(1);
    a.visits = std::move(visits);
    return a;
}

KnownDocument documentOf(const SurveyRecord &r)
{
    const SurveyResults results = surveyResults(r);
    return {surveyKindName(r.plan.kind), r.finished, surveyJson(r, results), surveySaid(r, results)};
}

/// What happens to a display, then what an examination says of it.
KnownDocument examined(sim::SimBench &bench, const VisitRecord &visit, const std::string &what, std::uint64_t seed)
{
    const VisitedDisplay last = VisitedDisplay::asCalibrated(visitFacts(visit)).value();
    std::mt19937_64 random(seed);
    const auto mishap = std::find_if(sim::mishaps().begin(), sim::mishaps().end(), [&](const sim::Mishap &m) { return what == m.name; });
    const double days = mishap
                            ->happen(bench, visit.ramps, sim::variedMeter(false, seed),
                                     [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); })
                            .value();
    ExaminationPlan plan;
    plan.now = visit.finished + std::chrono::hours(std::int64_t(24 * std::max(1.0, days)));
    ExaminationHooks hooks;
    hooks.wallClock = [&plan] { return plan.now; };
    Examination e;
    const Status s = examine(bench, last, plan, hooks, {}, e);
    if (!s) {
        qWarning("%s", english(s.error()).c_str());
    }
    return {"diagnosis", plan.now, examinationJson(e, plainEnglish), examinationSaid(e)};
}

bool saysWhy(const Counsel &c, const std::string &code)
{
    return std::any_of(c.because.begin(), c.because.end(), [&](const Message &m) { return m.code == code; });
}

bool offers(const Counsel &c, AnswerStep::Do what)
{
    return std::any_of(c.next.begin(), c.next.end(), [&](const AnswerStep &s) { return s.what == what; });
}

} // namespace

class TestAnswers : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyQuestionHasANameAndAnAnswerOfWhatIsNotKnown()
    {
        for (const Asked asked : kAsked) {
            QCOMPARE(askedFromName(askedName(asked)), std::optional(asked));
            const Counsel c = answerTo(asked, about({}));
            QVERIFY2(c.open, askedName(asked).c_str()); // of nothing nothing is said to be good
            QVERIFY(!c.next.empty() && !c.said.empty() && c.asked == asked);
            const auto json = nlohmann::json::parse(answerJson(c, plainEnglish));
            QVERIFY(json.at("open").get<bool>() && json.at("question") == askedName(asked));
            QVERIFY(json.at("next").at(0).at("what").get<std::string>().size() > 3);
        }
        QVERIFY(!askedFromName("whatever"));
    }

    // A visit and an answer go by one rule: what the visit took without a word is not called too bright afterwards.
    void oneRuleOfRoomAndLuminance()
    {
        const auto bench = benchOf("wled", 5);
        int bright = 0;
        for (const double luminance : {100.0, 120.0, 140.0, 170.0}) {
            const VisitRecord r = visited(*bench, Task::Full, 0, luminance);
            const bool warned = std::ranges::count(r.warnings, "target-bright-for-room", &Message::code) > 0;
            QCOMPARE(answerTo(Asked::PrintsDark, about({r})).said.code == "answer-too-bright", warned);
            bright += warned ? 1 : 0;
        }
        QVERIFY(bright > 0 && bright < 4);
        for (const double lux :
             {30.0, 38.0, 60.0}) { // 120 cd/m² is what most photographers in such rooms work at (common practice, no published source)
            QVERIFY(!tooBrightInRoom(120, lux));
        }
        QVERIFY(tooBrightInRoom(200, 30));
    }

    // A brightness is said where it was tried, and nowhere else.
    void brightnessIsNotGuessedBeyondWhatWasTried()
    {
        const BrightnessLaw law{"brightness", {{25, 120}, {30, 140}, {80, 300}}};
        const auto said = [&](double luminance) { return answers::brightnessFor(law, luminance); };
        QCOMPARE(said(103).code, std::string("answer-brightness-below"));
        QVERIFY(english(said(103)).find("25") != std::string::npos && english(said(103)).find("120") != std::string::npos);
        QCOMPARE(said(310).code, std::string("answer-brightness-above"));
        QCOMPARE(said(130).code, std::string("answer-brightness-about"));
        QVERIFY(english(said(130)).find("brightness 28") != std::string::npos);
        QCOMPARE(said(120).code, std::string("answer-brightness-about"));
        QCOMPARE(said(200).code, std::string("answer-brightness-between"));
    }

    // The room decides: the same screen is too bright at 20 lux and right in a bright office.
    void printsDependOnScreenRoomAndTheirOwnLight()
    {
        const auto bench = benchOf("wled", 5);
        VisitRecord r = visited(*bench, Task::Full, 0, 160);
        QVERIFY(r.roomLux && r.calibrated.white.b > 140);
        r.roomLux = 32;
        Counsel c = answerTo(Asked::PrintsDark, about({r}));
        QCOMPARE(c.said.code, std::string("answer-too-bright"));
        QVERIFY(!c.open && c.next.front().what == AnswerStep::Do::FullVisit);
        QVERIFY(saysWhy(c, "answer-shadows-opened"));
        // What fits 32 lux is 100 cd/m²; paper of 85 % gives 32·0.85/π = 8.66 cd/m² there.
        QCOMPARE(c.figures.size(), size_t(3));
        LAMP_NEAR(c.figures[1].value, 100, 1e-9);
        LAMP_NEAR(c.figures[2].value, 8.658, 0.001);
        QVERIFY(english(c.next.front().said).find("100 cd/m²") != std::string::npos && c.next.front().luminance == 100);
        r.roomLux = 500;
        c = answerTo(Asked::PrintsDark, about({r}));
        QCOMPARE(c.said.code, std::string("answer-screen-right")); // 500·0.85/π = 135 cd/m²: paper is nearly as bright
        QVERIFY(offers(c, AnswerStep::Do::Look));
        // In a room that suits it prints at 60 lux are dark; with light of their own they are not.
        VisitRecord dim = visited(*bench, Task::Full, 1, 105);
        dim.roomLux = 60;
        QCOMPARE(answerTo(Asked::PrintsDark, about({dim})).said.code, std::string("answer-prints-in-dark"));
        dim.plan.target.luminance.kind = LuminanceTarget::Kind::Print;
        dim.plan.target.luminance.lux = 105 * std::numbers::pi / 0.85;
        QCOMPARE(answerTo(Asked::PrintsDark, about({dim})).said.code, std::string("answer-screen-right"));
        // Not read: not told.
        dim.roomLux.reset();
        c = answerTo(Asked::PrintsDark, about({dim}));
        QVERIFY(c.open && c.next.front().what == AnswerStep::Do::MeasureRoom);
        // A whole day of the room, read since, counts more than the visit's one reading.
        AskedAbout a = about({r});
        std::vector<RoomPoint> points;
        for (int i = 0; i < 9; ++i) {
            points.push_back({8.0 + i, 20, {}});
        }
        SurveyRecord day = typedRoom(points, r.display, r.finished + std::chrono::hours(9));
        day.finished = r.finished + std::chrono::hours(9);
        a.measured = {documentOf(day)};
        c = answerTo(Asked::PrintsDark, a);
        QCOMPARE(c.said.code, std::string("answer-too-bright"));
        QVERIFY(saysWhy(c, "answer-light-of-day"));
        // Right for its room, but nobody has looked for two months; or found out of tolerance.
        a = about({dim});
        a.visits[0].roomLux = 60;
        a.now += std::chrono::hours(24 * 60);
        QCOMPARE(answerTo(Asked::PrintsDark, a).said.code, std::string("answer-display-not-looked-at"));
        a.visits[0].verdict = Verdict::Fail;
        QCOMPARE(answerTo(Asked::PrintsDark, a).said.code, std::string("answer-display-off"));
        // Where prints lie in the dark that is why they look dark, whatever else is wrong with the display.
        a.visits[0].plan.target.luminance = VisitPlan{}.target.luminance;
        const Counsel dark = answerTo(Asked::PrintsDark, a);
        QCOMPARE(dark.said.code, std::string("answer-prints-in-dark"));
        QVERIFY(saysWhy(dark, "answer-and-display-off") && offers(dark, AnswerStep::Do::FullVisit));
    }

    // A cast is looked for by a diagnosis of since the calibration; without one it is open.
    void aCastIsWhatTheDiagnosisFound()
    {
        const auto bench = benchOf("wled", 6, "night-colours");
        const VisitRecord r = visited(*bench);
        Counsel c = answerTo(Asked::Cast, about({r}));
        QVERIFY(c.open && c.next.front().what == AnswerStep::Do::Diagnose);
        QCOMPARE(c.said.code, std::string(r.verdict == Verdict::Pass ? "answer-cast-since" : "answer-cast-left"));
        AskedAbout a = about({r});
        a.measured = {examined(*bench, r, "night-colours", 6)};
        a.now = a.measured[0].finished + std::chrono::hours(1);
        c = answerTo(Asked::Cast, a);
        QVERIFY2(!c.open && english(c.said).find("Night colours are on") != std::string::npos, english(c.said).c_str());
        QVERIFY(saysWhy(c, "diagnosis-cure"));
        // Ten days later that was then.
        a.now = a.measured[0].finished + std::chrono::hours(240);
        QVERIFY(answerTo(Asked::Cast, a).open);
        a.now = a.measured[0].finished + std::chrono::hours(1);
        // One of before the calibration says nothing of it.
        a.measured[0].finished = r.finished - std::chrono::hours(5);
        QVERIFY(answerTo(Asked::Cast, a).open);
        // A healthy display has none, and that is said.
        const auto sound = benchOf("wled", 7, "healthy");
        const VisitRecord s = visited(*sound);
        a = about({s});
        a.measured = {examined(*sound, s, "healthy", 7)};
        a.now = a.measured[0].finished + std::chrono::hours(1);
        c = answerTo(Asked::Cast, a);
        QCOMPARE(c.said.code, std::string("answer-no-cast"));
        QVERIFY(!c.open && saysWhy(c, "answer-eye-adapts"));
    }

    // A check since the calibration has seen it already: towards which hue, and what was turned.
    void aCastThatACheckSawIsNamed()
    {
        struct Turned {
            const char *control, *hue;
        };
        // Less of a channel leaves its opposite (additive mixture; CIE 15): green gone is magenta, red gone blue-green, blue gone yellow.
        for (const Turned t : {Turned{"green", "hue-magenta"}, Turned{"red", "hue-blue-green"}, Turned{"blue", "hue-yellow"}}) {
            const auto bench = benchOf("wled-wide", 14);
            const VisitRecord full = visited(*bench);
            QVERIFY(bench->setControl(t.control, full.controls.at(t.control) - 14).ok());
            const VisitRecord check = visited(*bench, Task::Check, 20);
            AskedAbout a = about({check, full});
            Counsel c = answerTo(Asked::Cast, a);
            QCOMPARE(c.said.code, std::string("answer-cast-seen"));
            const std::string hue = english(say(t.hue));
            QVERIFY2(english(c.said).find("towards " + hue) != std::string::npos, english(c.said).c_str());
            QVERIFY(!c.open && saysWhy(c, "answer-control-then"));
            QVERIFY(english(c.next.front().said).find("Set " + std::string(t.control) + " back") != std::string::npos);
            // What it was on that day stays known; that it is days ago is said.
            a.now += std::chrono::hours(24 * 5);
            c = answerTo(Asked::Cast, a);
            QVERIFY(c.said.code == "answer-cast-seen" && saysWhy(c, "answer-looked-at-then"));
            c = answerTo(Asked::Changed, a);
            QVERIFY(!c.open && c.said.code == "answer-had-changed" && saysWhy(c, "answer-looked-at-then"));
            // A diagnosis of since knows more; one of before that check does not.
            a.measured = {{"diagnosis", check.finished + std::chrono::hours(2), "{}", {say("diagnosis-healthy")}}};
            QCOMPARE(answerTo(Asked::Cast, a).said.code, std::string("answer-no-cast"));
            a.measured[0].finished = full.finished + (check.finished - full.finished) / 2;
            QCOMPARE(answerTo(Asked::Cast, a).said.code, std::string("answer-cast-seen"));
            // A menu of which nothing is known was not "as it was left".
            VisitRecord silent = check;
            silent.controls.clear();
            c = answerTo(Asked::Cast, about({silent, full}));
            QVERIFY(c.open && saysWhy(c, "answer-menu-unknown") && !saysWhy(c, "answer-nothing-turned"));
            // By another instrument its error for this light counts as well; what stands beside the figure stays its own.
            VisitRecord other = check;
            other.instrument.serial = "another";
            c = answerTo(Asked::Cast, about({other, full}));
            QVERIFY(c.said.code != "answer-cast-seen" || (saysWhy(c, "answer-other-instrument") && c.figures.back().k2 == figuresOf(check).white.k2));
            // Without the uncertainty of white nothing is said of it.
            VisitRecord unsure = check;
            unsure.doubt = {};
            for (Check &k : unsure.checks) {
                k.k2 = {};
            }
            QVERIFY(answerTo(Asked::Cast, about({unsure, full})).said.code != "answer-cast-seen");
        }
        // A check that found white right has seen none.
        const auto sound = benchOf("wled-wide", 14);
        const VisitRecord full = visited(*sound), check = visited(*sound, Task::Check, 20);
        QVERIFY(answerTo(Asked::Cast, about({check, full})).open);
    }

    void aChangeIsToldFromWhatTheReadingsLeaveOpen()
    {
        const auto bench = benchOf("wled-wide", 8);
        const VisitRecord full = visited(*bench);
        const VisitRecord same = visited(*bench, Task::Check, 20);
        AskedAbout a = about({same, full});
        Counsel c = answerTo(Asked::Changed, a);
        QVERIFY2(c.said.code == "answer-has-not-changed" || c.said.code == "answer-change-open", c.said.code.c_str());
        QVERIFY(saysWhy(c, "answer-all-as-it-was"));
        QVERIFY(c.figures.at(0).k2 && std::abs(c.figures.at(1).value / c.figures.at(0).value - 1) < 0.02);
        // Two days later nobody has read it.
        a.now = same.finished + std::chrono::hours(48);
        c = answerTo(Asked::Changed, a);
        QVERIFY(c.open && c.said.code == "answer-not-read-since" && c.next.front().what == AnswerStep::Do::Check);
        // Brightness turned: the change is told, and the control with it.
        const Control *brightness = full.display.control("brightness");
        QVERIFY(brightness != nullptr);
        QVERIFY(bench->setControl("brightness", full.controls.at("brightness") + 12).ok());
        const VisitRecord turned = visited(*bench, Task::Check, 21);
        c = answerTo(Asked::Changed, about({turned, same, full}));
        QCOMPARE(c.said.code, std::string("answer-has-changed"));
        QVERIFY(c.figures.at(1).value > 1.05 * c.figures.at(0).value);
        // The control is to be set back to where it was.
        QVERIFY2(english(c.next.front().said).find("back to " + fixed(full.controls.at("brightness"), 0)) != std::string::npos,
                 english(c.next.front().said).c_str());
        QVERIFY(saysWhy(c, "answer-control-then") && !saysWhy(c, "answer-nothing-turned"));
        // 3.5 % more light is a change where one instrument read both; two may differ by more than that.
        VisitRecord more = same;
        for (int k = 0; k < 3; ++k) {
            more.verification.white.xyz[k] *= 1.035 * full.verification.white.xyz.b / same.verification.white.xyz.b;
        }
        QCOMPARE(answerTo(Asked::Changed, about({more, full})).said.code, std::string("answer-has-changed"));
        more.instrument.serial = "another";
        c = answerTo(Asked::Changed, about({more, full}));
        QVERIFY2(c.open && saysWhy(c, "answer-other-instrument"), c.said.code.c_str());
        // What a visit that calibrates left is not what somebody found.
        QVERIFY(answerTo(Asked::Changed, about({full, same})).open);
        // What is not known of the uncertainty is no certainty.
        VisitRecord unsure = same;
        unsure.doubt = {};
        for (Check &k : unsure.checks) {
            k.k2 = {};
        }
        QVERIFY(answerTo(Asked::Changed, about({unsure, full})).open);
    }

    void bandsComeFromRampsOnlyWhereTheyCostLevels()
    {
        const auto bench = benchOf("wled", 9);
        VisitRecord r = visited(*bench);
        Counsel c = answerTo(Asked::Banding, about({r}));
        QVERIFY2(c.said.code == "answer-ramps-keep-levels" && c.open, english(c.said).c_str());
        QVERIFY(c.next.front().what == AnswerStep::Do::Diagnose);
        // Ramps that take a third off the top cost a third of the steps, whatever the bits.
        VisitRecord costly = r;
        costly.display.bits = 8;
        costly.display.lut = DisplayInfo::Lut{256, 8};
        costly.ramps = linearRamps(256);
        for (int k = 0; k < 3; ++k) {
            for (double &v : costly.ramps.channel(k)) {
                v *= 0.66;
            }
        }
        c = answerTo(Asked::Banding, about({costly}));
        QCOMPARE(c.said.code, std::string("answer-ramps-cost-levels"));
        LAMP_NEAR(c.figures.at(1).value, 169, 1); // 0.66 · 255 codes, and black
        costly.display.bits = 0;
        QVERIFY(answerTo(Asked::Banding, about({costly})).open); // what is not known is not few
        costly.display.bits = 6;
        QCOMPARE(answerTo(Asked::Banding, about({costly})).said.code, std::string("answer-few-bits"));
        // A diagnosis that found few levels is what is said why.
        const auto rough = benchOf("wled", 10, "few-levels");
        const VisitRecord before = visited(*rough);
        AskedAbout a = about({before});
        a.measured = {examined(*rough, before, "few-levels", 10)};
        c = answerTo(Asked::Banding, a);
        QVERIFY(!c.open && !c.because.empty());
    }

    void aPairIsDoneBelowOneAndWhatPartsItIsSaid()
    {
        const auto one = benchOf("wled", 11), other = benchOf("wled", 12);
        const VisitRecord a = visited(*one, Task::Full, 0, 100), b = visited(*other, Task::Full, 0, 100);
        const auto left = VisitedDisplay::of(visitFacts(a)).value(), right = VisitedDisplay::of(visitFacts(b)).value();
        AskedAbout question = about({a});
        question.display = &left;
        question.other = &right;
        question.otherName = "Curlew";
        Counsel c = answerTo(Asked::Differ, question);
        const PairAgreement p = agreementOf(DisplayGroup{&left, &right}).pairs.at(0);
        QVERIFY(english(c.because.at(0)).find(fixed(p.mean, 2)) != std::string::npos);
        QVERIFY2(p.mean + p.instrumentK2 < 1 ? !c.open && c.said.code.starts_with("answer-pair-") : true, c.said.code.c_str());
        // Another white parts them, and that is what is said.
        VisitRecord warm = b;
        const auto d50 = benchOf("wled", 12);
        VisitPlan plan;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.target.white.illuminant = "D50";
        plan.tolerance = *builtInTolerance("studio");
        const auto made = Visit(*d50, plan, {}, {}).run();
        QVERIFY(made.ok());
        const auto yellow = VisitedDisplay::of(visitFacts(*made)).value();
        question.other = &yellow;
        c = answerTo(Asked::Differ, question);
        QVERIFY2(!c.open && c.said.code == "answer-pair-apart", english(c.said).c_str());
        QVERIFY(english(c.said).find("white") != std::string::npos && offers(c, AnswerStep::Do::Agreement));
        question.other = nullptr;
        QVERIFY(answerTo(Asked::Differ, question).open);
        question.otherName.clear();
        QCOMPARE(answerTo(Asked::Differ, question).said.code, std::string("answer-which-other"));
    }

    void aMeterIsHeldAgainstOthersAndItsCertificate()
    {
        const auto bench = benchOf("wled", 13);
        const VisitRecord r = visited(*bench);
        const std::string serial = r.instrument.serial;
        QVERIFY(!serial.empty());
        AskedAbout a = about({r});
        QCOMPARE(answerTo(Asked::Meter, a).said.code, std::string("answer-meter-unknown"));
        a.instruments = {{"tern " + serial, serial, a.now - std::chrono::hours(24 * 400)}, {"petrel P-9", "P-9", {}}};
        Counsel c = answerTo(Asked::Meter, a);
        QVERIFY(c.open && offers(c, AnswerStep::Do::MeasureColours)); // nothing to hold it against is not good
        InstrumentAgeing aged;
        aged.serial = serial;
        aged.luminancePercentPerYear = -4;
        aged.luminanceK2 = 1;
        aged.state = InstrumentAgeing::State::Ageing;
        a.ageing.instruments = {aged};
        c = answerTo(Asked::Meter, a);
        QVERIFY(!c.open && c.said.code == "answer-meter-worn");
        a.ageing.instruments[0].state = InstrumentAgeing::State::Undecided;
        QVERIFY(answerTo(Asked::Meter, a).open);
        a.ageing.instruments[0].state = InstrumentAgeing::State::Steady;
        QCOMPARE(answerTo(Asked::Meter, a).said.code, std::string("answer-meter-good"));
        a.instruments[0].certified = a.now - std::chrono::hours(24 * 365 * 4);
        QCOMPARE(answerTo(Asked::Meter, a).said.code, std::string("answer-meter-good-but-old"));
        // The same colours of one display by both instruments.
        a.ageing = {};
        SurveyPlan plan;
        plan.kind = SurveyKind::Colours;
        plan.waitForWarmUp = false;
        plan.colours = {{"sky", {0.4, 0.6, 0.8}, {}}, {"leaf", {0.3, 0.5, 0.2}, {}}, {"skin", {0.8, 0.6, 0.5}, {}}, {"dusk", {0.3, 0.3, 0.5}, {}}};
        for (const int instrument : {0, 1}) {
            plan.instrument = instrument;
            SurveyRecord s;
            QVERIFY(runSurvey(*bench, plan, {}, {}, s));
            s.finished = r.finished + std::chrono::hours(instrument);
            a.measured.insert(a.measured.begin(), documentOf(s));
        }
        c = answerTo(Asked::Meter, a);
        QVERIFY2(!c.open && saysWhy(c, "answer-meter-beside"), english(c.said).c_str());
        QVERIFY(c.said.code == "answer-meter-good" || c.said.code == "answer-meter-good-but-old");
        // Taken in different months they say nothing of the instruments: the display goes on ageing.
        auto json = nlohmann::json::parse(a.measured[0].json);
        json["started"] = "2031-06-01T09:00:00Z";
        a.measured[0].json = json.dump();
        json = nlohmann::json::parse(a.measured[1].json);
        json["started"] = "2031-01-01T09:00:00Z";
        a.measured[1].json = json.dump();
        c = answerTo(Asked::Meter, a);
        QVERIFY(c.open && !saysWhy(c, "answer-meter-beside"));
    }

    void aModeIsChosenByTheRuleAndWithItsUniformity()
    {
        sim::PanelSpec panel = sim::variedPanel("wled-wide", 14);
        panel.alreadyWarm = true;
        sim::SimBench bench(panel, sim::RoomSpec{}, sim::variedMeter(false, 14), 14);
        const auto display = bench.describeDisplay();
        QVERIFY(display.ok());
        AskedAbout a = about({});
        SurveyPlan plan;
        plan.kind = SurveyKind::Modes;
        plan.waitForWarmUp = false;
        SurveyRecord s;
        QVERIFY2(runSurvey(bench, plan, {}, {}, s), "the modes could not be read");
        s.finished = kDay0;
        a.measured = {documentOf(s)};
        const SurveyResults results = surveyResults(s);
        const Counsel c = answerTo(Asked::Mode, a);
        QCOMPARE(c.because.size(), results.modes.size() + (results.choice->toCalibrate ? 1 : 0));
        QVERIFY(results.choice);
        const auto use = results.choice->chosen ? results.choice->chosen : results.choice->toCalibrate;
        QCOMPARE(use.has_value(), !c.open);
        if (!c.open) {
            QVERIFY(english(c.said).find(results.modes[*use].name) != std::string::npos);
            QCOMPARE(c.next.front().what, AnswerStep::Do::FullVisit);
            QVERIFY(results.modes.size() < 2 || offers(c, AnswerStep::Do::MeasureUniformity));
        }
        QVERIFY(!c.figures.empty());
    }
};

LAMP_TEST(answers, TestAnswers)

} // namespace answers_test
#include "test_answers.moc"
