// SPDX-License-Identifier: GPL-3.0-or-later
// The worksheet's lines, and the record of a visit as it is written and read back. What a record must hold is the project's own.
#include "english.h"
#include "support.h"

#include "base/json.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/figures.h"
#include "visit/visit.h"

#include <random>
#include <set>
#include <stdexcept>

namespace record_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

/// A finished visit to a simulated panel, made once.
const VisitRecord &finished(Task task = Task::Full)
{
    static std::map<Task, VisitRecord> made;
    const auto it = made.find(task);
    if (it != made.end()) {
        return it->second;
    }
    auto bench = std::move(sim::makeBench("wled", 11)).value();
    VisitPlan plan;
    plan.task = task;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.by = "Technician";
    Visit visit(*bench, plan, {}, {});
    auto record = visit.run();
    if (!record) {
        qFatal("%s", english(record.error()).c_str());
    }
    return made.emplace(task, std::move(record.value())).first->second;
}

std::vector<Stage> stagesIn(const Worklist &list)
{
    std::vector<Stage> stages;
    for (const auto &[stage, line] : list) {
        stages.push_back(stage);
    }
    return stages;
}

/// Every place in a JSON value that can be pointed at, itself left out.
void placesIn(const Json &json, const Json::json_pointer &at, std::vector<Json::json_pointer> &places)
{
    if (json.is_object()) {
        for (const auto &[key, value] : json.items()) {
            places.push_back(at / key);
            placesIn(value, at / key, places);
        }
    } else if (json.is_array()) {
        for (size_t i = 0; i < json.size(); ++i) {
            places.push_back(at / i);
            placesIn(json[i], at / i, places);
        }
    }
}

} // namespace

class TestRecord : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void stagesHaveNamesOfTheirOwn()
    {
        std::set<std::string> names, titles;
        for (const Stage s : allStages()) {
            names.insert(stageName(s));
            titles.insert(english(titled(s)));
            QCOMPARE(stageFromName(stageName(s)), std::optional(s));
        }
        QCOMPARE(names.size(), allStages().size());
        QCOMPARE(titles.size(), allStages().size());
        QVERIFY(!stageFromName("Prepare") && !stageFromName("") && !stageFromName("readings"));
        for (const Task t : {Task::Full, Task::Refresh, Task::Check, Task::Profile}) {
            QCOMPARE(taskFromName(taskName(t)), std::optional(t));
        }
        QVERIFY(!taskFromName("FULL"));
    }

    // Source: the order of the work; a check only measures (common practice, no published source).
    void stagesFollowTheOrderOfTheWork()
    {
        for (const Task t : {Task::Full, Task::Refresh, Task::Check, Task::Profile}) {
            const auto stages = stagesOf(t);
            QVERIFY(std::is_sorted(stages.begin(), stages.end()));
            QCOMPARE(stages.front(), Stage::Prepare);
            QCOMPARE(stages.back(), Stage::SignOff);
            const auto has = [&](Stage s) { return std::find(stages.begin(), stages.end(), s) != stages.end(); };
            QVERIFY(has(Stage::Verify) && has(Stage::WarmUp) && has(Stage::Calibrate));
            QCOMPARE(has(Stage::Trim), t != Task::Check);
            QCOMPARE(has(Stage::Look), t != Task::Check);
        }
        QCOMPARE(english(titled(Stage::Calibrate, Task::Check)), std::string("Measure as found"));
        QCOMPARE(english(titled(Stage::Calibrate, Task::Refresh)), std::string("Measure and calibrate"));
    }

    void listKnowsWhatIsOpen()
    {
        Worklist list(Task::Check);
        QCOMPARE(stagesIn(list), stagesOf(Task::Check));
        QCOMPARE(list.open(), std::optional(Stage::Prepare));
        list.at(Stage::Prepare).state = LineState::Done;
        list.at(Stage::RoomLight).state = LineState::Skipped;
        list.at(Stage::Target).state = LineState::Failed;
        QCOMPARE(list.open(), std::optional(Stage::Target));
        QVERIFY(list.isDone(Stage::Prepare) && !list.isDone(Stage::RoomLight) && !list.isDone(Stage::Target) && !list.isDone(Stage::Trim));
        for (auto &[stage, line] : list) {
            line.state = stage == Stage::Verify ? LineState::Running : LineState::Done;
        }
        QCOMPARE(list.open(), std::optional(Stage::Verify));
        list.at(Stage::Verify).state = LineState::Done;
        QVERIFY(!list.open());
        QVERIFY(list.find(Stage::Trim) == nullptr);
        QVERIFY_EXCEPTION_THROWN((void)list.at(Stage::Trim), std::out_of_range);
        QVERIFY_EXCEPTION_THROWN((void)std::as_const(list).at(Stage::Look), std::out_of_range);
    }

    void linesComeInWhereTheyBelong()
    {
        Worklist list(Task::Check, {LineState::Skipped, say("nobody-looked"), WallTime{}, "program"});
        QCOMPARE(list.at(Stage::Verify).summary.code, std::string("nobody-looked"));
        list.put(Stage::Look, {LineState::Done, {}, {}, "Technician"});
        list.put(Stage::Trim, {LineState::Done, {}, {}, "Technician"});
        QCOMPARE(stagesIn(list), allStages());
        list.put(Stage::Trim, {LineState::Failed, {}, {}, "Editor"}); // there already
        QCOMPARE(stagesIn(list), allStages());
        QCOMPARE(list.at(Stage::Trim).by, std::string("Editor"));
    }

    void aVisitsLinesAreThoseOfItsKind_data()
    {
        QTest::addColumn<int>("task");
        QTest::newRow("full") << int(Task::Full);
        QTest::newRow("check") << int(Task::Check);
        QTest::newRow("profile") << int(Task::Profile);
    }
    void aVisitsLinesAreThoseOfItsKind()
    {
        QFETCH(int, task);
        const VisitRecord &r = finished(Task(task));
        QCOMPARE(stagesIn(r.lines), stagesOf(Task(task)));
        QVERIFY(!r.lines.open());
        // Every reading belongs to a line that the visit has, and lines follow each other in time.
        for (const Measurement &m : r.readings) {
            const auto stage = stageFromName(m.stage);
            QVERIFY2(stage && r.lines.find(*stage) != nullptr, m.stage.c_str());
        }
        WallTime before{};
        for (const auto &[stage, line] : r.lines) {
            QVERIFY2(line.at >= before, stageName(stage).c_str());
            QVERIFY2(!line.summary.empty(), stageName(stage).c_str());
            before = line.at;
        }
        // And what is promised to other programs lists the same.
        const Json promised = Json::parse(visitJson(r, [](const Message &m) { return english(m); }));
        QCOMPARE(promised.at("stages").size(), stagesOf(Task(task)).size());
        for (const Json &stage : promised.at("stages")) {
            const auto name = stage.at("stage").get<std::string>();
            QVERIFY2(stageFromName(name), name.c_str());
            QVERIFY2(std::set<std::string>({"done", "skipped"}).contains(stage.at("state").get<std::string>()), name.c_str());
        }
    }

    void recordsComeBackAsTheyWere()
    {
        for (const Task t : {Task::Full, Task::Check, Task::Profile}) {
            const std::string text = recordToJson(finished(t));
            const auto back = recordFromJson(text);
            QVERIFY2(back.ok(), back.ok() ? "" : english(back.error()).c_str());
            QCOMPARE(recordToJson(back.value()), text);
            QCOMPARE(stagesIn(back->lines), stagesOf(t));
            VisitRecord with = back.value();
            with.readings = finished(t).readings; // which are kept apart
            QVERIFY(figuresOf(with) == figuresOf(finished(t)));
        }
    }

    // What a person wrote at looking and signing off stays with its line, whole and in whatever script; what is far too long is cut
    // at a sign; what would steer a terminal is taken out.
    void notesStayWithTheirLine()
    {
        auto bench = std::move(sim::makeBench("wled", 4)).value();
        VisitPlan plan;
        plan.task = Task::Profile;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        VisitHooks hooks;
        std::string endless;
        for (int i = 0; i < 3000; ++i) {
            endless += "ß";
        }
        hooks.ask = [&](const Question &q) {
            Answer a;
            a.note = q.stage == Stage::Look      ? "Left edge a little warm;\nfine in the middle \x1b[31m— Πάρος"
                     : q.stage == Stage::SignOff ? endless
                                                 : "";
            return a;
        };
        Visit visit(*bench, plan, hooks, {});
        const auto record = visit.run();
        QVERIFY2(record.ok(), record.ok() ? "" : english(record.error()).c_str());
        const std::string &seen = record->lines.at(Stage::Look).note, &remark = record->lines.at(Stage::SignOff).note;
        QVERIFY2(seen.find("warm;\nfine") != std::string::npos && seen.find("Πάρος") != std::string::npos, seen.c_str());
        QVERIFY(seen.find('\x1b') == std::string::npos);
        QCOMPARE(remark.size(), kLongestNote);
        QCOMPARE(validUtf8(remark), remark);
        QVERIFY(record->lines.at(Stage::Verify).note.empty());
        const auto back = recordFromJson(recordToJson(record.value()));
        QVERIFY(back.ok());
        QCOMPARE(back->lines.at(Stage::Look).note, seen);
        const Json promised = Json::parse(visitJson(record.value(), [](const Message &m) { return english(m); }));
        int notes = 0;
        for (const Json &stage : promised.at("stages")) {
            notes += stage.contains("note") ? 1 : 0;
        }
        QCOMPARE(notes, 2);
        const std::string html = reportHtml(record.value());
        QVERIFY(html.find("Left edge a little warm;<br/>fine") != std::string::npos);
    }

    // What an instrument's card says joins what the instrument says of itself (GUM 4.3: what its maker or certificate states).
    void cardsTellWhatInstrumentsDoNot()
    {
        InstrumentInfo tern;
        tern.model = "Tern";
        tern.serial = "T-1";
        tern.lastCertified = "2029-05-01";
        tern.accuracy.luminance = 0.03;
        const InstrumentCard card{"Tern", "T-1", "2031-02-03", {0.0007, std::nullopt}};
        const InstrumentInfo known = withCard(tern, {{"Tern", "T-2", "2031-09-09", {0.01, 0.1}}, card});
        QCOMPARE(known.accuracy.xy, std::optional(0.0007));
        QCOMPARE(known.accuracy.luminance, std::optional(0.03)); // its own, where the card has none
        QCOMPARE(known.lastCertified, std::string("2031-02-03"));
        // An older card does not make a certificate older; what is no date is older than any.
        QCOMPARE(withCard(tern, {{"Tern", "T-1", "2027-01-01", {}}}).lastCertified, std::string("2029-05-01"));
        tern.lastCertified = "unknown";
        QCOMPARE(withCard(tern, {card}).lastCertified, std::string("2031-02-03"));
        QCOMPARE(withCard(tern, {{"Tern", "T-1", "", {}}}).lastCertified, std::string("unknown"));
        // One without a serial number may be any of its model.
        tern.serial.clear();
        QVERIFY(!withCard(tern, {{"Tern", "", "2031-02-03", {0.0007, 0.01}}}).accuracy.xy);
    }

    // A visit counts with the card: the tighter the stated accuracy, the tighter what it claims against the standard observer.
    void visitsCountWithTheCard()
    {
        const auto claim = [](std::optional<double> xy) {
            auto bench = std::move(sim::makeBench("wled", 8)).value();
            const InstrumentInfo own = bench->describeInstrument().value();
            VisitPlan plan;
            plan.task = Task::Profile;
            plan.effort = Effort::Quick;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            if (xy) {
                plan.cards = {{own.model, own.serial, "2031-01-01", {xy, xy}}};
            }
            Visit visit(*bench, plan, {}, {});
            const auto record = visit.run();
            return record.ok() ? record->accuracy().xy : std::nan("");
        };
        const double usual = claim({}), fine = claim(0.0006), coarse = claim(0.008);
        QVERIFY2(fine < usual && usual < coarse, qPrintable(QStringLiteral("%1 %2 %3").arg(fine).arg(usual).arg(coarse)));
    }

    void textsAreCutAtASign()
    {
        QCOMPARE(cutTo("abc", 3), std::string("abc"));
        QCOMPARE(cutTo("abcd", 3), std::string("abc"));
        QCOMPARE(cutTo("aßß", 4), std::string("aß"));
        QCOMPARE(cutTo("ß", 1), std::string());
        QCOMPARE(cutTo("", 0), std::string());
        QCOMPARE(cutTo("a\xff\xff", 2), std::string("a\xff")); // what is no UTF-8 counts byte by byte
        QCOMPARE(shownLine("one\ntwo\tthree", 8), std::string("one two "));
    }

    // Records of version 9 and before: eleven lines in order, without names.
    void olderLinesAreTakenByTheirPlace()
    {
        Json record = recordJson(finished(Task::Check));
        Json unnamed = Json::array();
        for (const Stage s : allStages()) {
            const StageLine *line = finished(Task::Check).lines.find(s);
            const int state = line != nullptr ? int(line->state) : int(s == Stage::Trim ? LineState::Done : LineState::Pending);
            unnamed.push_back({state, {{"code", ""}}, "2031-05-06T07:08:09Z", stageName(s)});
        }
        record["lines"] = unnamed;
        const auto back = recordOf(record);
        QVERIFY2(back.ok(), back.ok() ? "" : english(back.error()).c_str());
        // A stage that was done stays; one that a check has no more and that was never begun does not hold it open.
        QVERIFY(back->lines.isDone(Stage::Trim));
        QVERIFY(back->lines.find(Stage::Look) == nullptr);
        QVERIFY(!back->lines.open());
        for (const auto &[stage, line] : back->lines) {
            QCOMPARE(line.by, stageName(stage)); // none slipped into another's place
            QCOMPARE(isoTime(line.at), std::string("2031-05-06T07:08:09Z"));
        }
    }

    // Whatever a damaged file holds: an error in words, or a record that can be written again. Never a crash, never an exception.
    void damagedRecordsAreRefusedOrWhole()
    {
        const Json whole = recordJson(finished());
        std::vector<Json::json_pointer> places;
        placesIn(whole, Json::json_pointer(), places);
        QVERIFY(places.size() > 300);
        std::mt19937_64 random(20311);
        std::shuffle(places.begin(), places.end(), random);
        const std::vector<Json> others{nullptr, true, -7, 1e300, "text", Json::array(), Json::object(), Json::array({1, "x", nullptr})};
        int refused = 0, tried = 0;
        for (size_t i = 0; i < places.size() && tried < lamptest::repetitions(600, 100); ++i) {
            const Json &other = others[size_t(random() % others.size())];
            Json damaged = whole;
            damaged[places[i]] = other;
            const auto back = recordOf(damaged);
            ++tried;
            if (!back) {
                ++refused;
                QVERIFY(!english(back.error().what).empty());
                QVERIFY(back.error().kind == ErrorKind::Storage);
                continue;
            }
            (void)recordToJson(back.value());
            (void)figuresOf(back.value());
        }
        QVERIFY2(refused > tried / 10, qPrintable(QStringLiteral("%1 of %2").arg(refused).arg(tried)));
    }

    // A text cut off anywhere is refused.
    void cutOffRecordsAreRefused()
    {
        const std::string text = recordToJson(finished());
        for (size_t length = 0; length < text.size(); length += 1 + text.size() / 97) {
            const auto back = recordFromJson(text.substr(0, length));
            QVERIFY(!back.ok());
            QCOMPARE(back.error().code, std::string("record"));
        }
    }

    void profilesAreNamedByThePlan()
    {
        VisitRecord r;
        r.display.model = "Avocet 24";
        r.display.serial = "AV-7";
        r.plan.target = *builtInTarget("Photo");
        r.aimLuminance = 119.6;
        r.started = fromIsoTime("2031-03-04T12:00:00Z");
        r.plan.profileName = "{serial} {luminance} {luminance} {unknown} {white}";
        QCOMPARE(r.profileName(), std::string("AV-7 120 120 {unknown} D65"));
        // A display whose name looks like a placeholder is not filled in for ever.
        r.display.model = "{display}{serial}";
        r.plan.profileName = "{display}";
        QVERIFY(r.profileName().size() < 60);
        r.plan.profileName.clear();
        QVERIFY2(r.profileName().find("120 cd/m²") != std::string::npos, r.profileName().c_str());
    }
};

LAMP_GUI_TEST(record, TestRecord)

} // namespace record_test
#include "test_record.moc"
