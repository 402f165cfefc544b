// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "device/bench_json.h"
#include "device/bench_server.h"
#include "profile/inspect.h"
#include "report/files.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <random>

namespace hostile_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

/// Seeded damage: bytes flipped, pieces cut out, doubled or swapped, numbers made huge.
std::string damaged(std::string text, std::mt19937 &random)
{
    const auto below = [&](size_t n) { return size_t(random() % std::max<size_t>(n, 1)); };
    const int blows = 1 + int(random() % 4);
    for (int i = 0; i < blows && !text.empty(); ++i) {
        const size_t at = below(text.size()), length = below(std::min<size_t>(text.size() - at, 40));
        switch (random() % 7) {
        case 0: text[at] = char(random() % 256); break;
        case 1: text.erase(at, length); break;
        case 2: text.insert(at, text.substr(below(text.size()), length)); break;
        case 3: text.resize(at); break;
        case 4: text.insert(at, "1e999"); break;
        case 5: text.insert(at, "null"); break;
        default: text.insert(at, std::string(1 + random() % 3, "[]{}\",:-"[random() % 8])); break;
        }
    }
    return text;
}

const VisitRecord &record()
{
    static const VisitRecord made = [] {
        auto bench = std::move(sim::makeBench("wled", 1)).value();
        bench->skipTime(7200);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        plan.effort = Effort::Quick;
        return Visit(*bench, plan, {}, {}).run().value();
    }();
    return made;
}

} // namespace

/// Readers of everything that comes from outside, against seeded damage: an answer or an error, never a crash (the
/// sanitized build watches), and errors that say something.
class TestHostile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void targetsAndTolerances()
    {
        std::mt19937 random(1);
        int refused = 0;
        for (int i = 0; i < 1500; ++i) {
            const Target &t = builtInTargets()[size_t(i) % builtInTargets().size()];
            const auto target = targetFromJson(damaged(targetToJson(t), random));
            if (!target) {
                ++refused;
                QVERIFY(!target.error().what.empty() && !target.error().todo.empty());
            }
            const auto tolerance = toleranceFromJson(damaged(toleranceToJson(builtInTolerances().front()), random));
            QVERIFY(tolerance.ok() || !tolerance.error().what.empty());
        }
        QVERIFY(refused > 500);
    }

    void profiles()
    {
        std::mt19937 random(2);
        const Bytes &good = record().profile;
        const std::string text(good.begin(), good.end());
        for (int i = 0; i < 400; ++i) {
            const std::string bad = damaged(text, random);
            const Inspection seen = inspect(Bytes(bad.begin(), bad.end()), {});
            QVERIFY(seen.profile || !seen.findings.empty());
        }
    }

    void readingsFiles()
    {
        std::mt19937 random(3);
        const std::string text = readingsToCgats(readingSet(record()));
        for (int i = 0; i < 300; ++i) {
            const auto readings = readingsFromCgats(damaged(text, random));
            QVERIFY(readings.ok() || !readings.error().what.empty());
        }
    }

    void storedRecords()
    {
        std::mt19937 random(4);
        const std::string text = recordToJson(record());
        for (int i = 0; i < 300; ++i) {
            const auto r = recordFromJson(damaged(text, random));
            QVERIFY(r.ok() || r.error().kind == ErrorKind::Storage);
        }
    }

    void repliesOfABench()
    {
        std::mt19937 random(5);
        auto bench = std::move(sim::makeBench("qd", 1)).value();
        (void)bench->show({{1, 1, 1}, 0.1, {0.5, 0.5}, {}});
        (void)bench->advance(3);
        const std::string display = benchjson::toJson(bench->describeDisplay().value()).dump();
        const std::string instrument = benchjson::toJson(bench->describeInstrument().value()).dump();
        const std::string reading = benchjson::toJson(bench->read(ReadMode::Emission, 1).value()).dump();
        for (int i = 0; i < 2000; ++i) {
            const Json d = Json::parse(damaged(display, random), nullptr, false), n = Json::parse(damaged(instrument, random), nullptr, false),
                       r = Json::parse(damaged(reading, random), nullptr, false);
            if (d.is_object()) {
                const auto info = benchjson::displayInfo(d);
                QVERIFY(info.ok() || info.error().code == "bad-reply");
            }
            if (n.is_object()) {
                (void)benchjson::instrumentInfo(n);
            }
            if (r.is_object()) {
                const auto read = benchjson::reading(r);
                QVERIFY(!read.ok() || (read->xyz.a >= 0 && std::isfinite(read->xyz.a + read->xyz.b + read->xyz.c)));
            }
        }
    }

    void requestsToABench()
    {
        std::mt19937 random(6);
        auto bench = std::move(sim::makeBench("woled", 1)).value();
        const std::vector<std::string> requests{R"({"id":3,"do":"display.show","rgb":[0.5,1,0],"area":0.2,"at":[0.5,0.5],"surround":[0,0,0]})",
                                                R"({"id":4,"do":"display.set_lut","r":[0,0.5,1],"g":[0,0.5,1],"b":[0,0.5,1]})",
                                                R"({"id":5,"do":"instrument.read","mode":"emission","integration_s":1.5})",
                                                R"({"id":6,"do":"display.set_control","name":"brightness","value":40})",
                                                R"({"id":7,"do":"instrument.place","at":[0.5,0.5]})",
                                                R"({"id":8,"do":"clock.advance","seconds":2})"};
        for (int i = 0; i < 3000; ++i) {
            const std::string reply = serveLine(*bench, damaged(requests[size_t(i) % requests.size()], random));
            const Json json = Json::parse(reply, nullptr, false);
            QVERIFY2(json.is_object() && json.contains("ok") && json.contains("t"), reply.c_str());
            QVERIFY(json["ok"].get<bool>() || json["error"].contains("code"));
        }
    }
};

LAMP_TEST(hostile, TestHostile)

} // namespace hostile_test
#include "test_hostile.moc"
