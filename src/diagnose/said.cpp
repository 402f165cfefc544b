// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/examination.h"

#include <nlohmann/json.hpp>

#include <cmath>

namespace lamp {

namespace {

using Json = nlohmann::json;

constexpr double kWorthSaying = 0.03; ///< probability below which a cause is not told

Decimal percent(double probability)
{
    return decimal(std::clamp(100 * probability, 0.0, 100.0), 0);
}

double rounded(double v, int places)
{
    const double scale = std::pow(10.0, places);
    return std::round(v * scale) / scale;
}

Json worded(const std::vector<Message> &all, const Wording &wording)
{
    Json list = Json::array();
    for (const Message &m : all) {
        list.push_back({{"code", m.code}, {"text", wording(m)}});
    }
    return list;
}

Json causeJson(const Ranking::Entry &c, const Wording &wording)
{
    Json j{{"code", c.code},
           {"name", wording(say("cause-" + c.code))},
           {"probability", rounded(c.probability, 4)},
           {"what_to_do", wording(say("cure-" + c.code))},
           {"left_delta_e_76", rounded(c.misfit, 2)},
           {"for", worded(c.pro, wording)},
           {"against", worded(c.contra, wording)}};
    if (!c.detail.empty()) {
        j["strength"] = wording(c.detail);
    }
    return j;
}

void sayCause(const Ranking::Entry &c, std::vector<Message> &all)
{
    all.push_back(say("diagnosis-cause", percent(c.probability), say("cause-" + c.code)));
    if (!c.detail.empty()) {
        all.push_back(say("diagnosis-detail", c.detail));
    }
    for (const Message &m : c.pro) {
        all.push_back(say("diagnosis-for", m));
    }
    for (const Message &m : c.contra) {
        all.push_back(say("diagnosis-against", m));
    }
    all.push_back(say("diagnosis-cure", say("cure-" + c.code)));
}

} // namespace

std::vector<Message> examinationSaid(const Examination &e)
{
    std::vector<Message> all;
    const Ranking &r = e.ranking;
    const bool found = !r.causes.empty() && r.causes.front().probability > std::max(r.healthy, r.unexplained);
    if (!found) {
        all.push_back(r.healthy >= r.unexplained ? say("diagnosis-healthy", percent(r.healthy), decimal(r.misfitHealthy, 1))
                                                 : say("diagnosis-unexplained", decimal(r.misfitHealthy, 1)));
    }
    size_t told = 0;
    for (const Ranking::Entry &c : r.causes) {
        constexpr size_t kMost = 3;
        if (c.probability > kWorthSaying && told < kMost) {
            sayCause(c, all);
            ++told;
        }
    }
    if (!e.next.empty() && r.surest < kAsGoodAsSure) {
        all.push_back(say("diagnosis-next", say("test-" + e.next)));
    }
    all.insert(all.end(), e.warnings.begin(), e.warnings.end());
    return all;
}

std::string examinationJson(const Examination &e, const Wording &wording)
{
    const Ranking &r = e.ranking;
    Json causes = Json::array(), readings = Json::array();
    for (const Ranking::Entry &c : r.causes) {
        causes.push_back(causeJson(c, wording));
    }
    for (const Observed &o : e.observed) {
        readings.push_back({{"name", o.name},
                            {"rgb", {o.shown.rgb.a, o.shown.rgb.b, o.shown.rgb.c}},
                            {"area", o.shown.area},
                            {"seconds", rounded(o.shown.t, 1)},
                            {"XYZ", {o.xyz.a, o.xyz.b, o.xyz.c}}});
    }
    const Json whole{{"schema", "dutiful-lamp/diagnosis/1"},
                     {"display", {{"model", e.display.model}, {"serial", e.display.serial}, {"mode", e.display.mode}}},
                     {"instrument", {{"model", e.instrument.model}, {"serial", e.instrument.serial}, {"correction", e.correction}}},
                     {"compared_with", {{"finished", isoTime(e.known.then.finished)}, {"instrument", e.known.then.instrument}}},
                     {"started", isoTime(e.started)},
                     {"finished", isoTime(e.finished)},
                     {"bench_seconds", rounded(e.benchSeconds, 1)},
                     {"readings", e.readings.size()},
                     {"room_lux", e.known.lux ? Json(rounded(*e.known.lux, 1)) : Json(nullptr)},
                     {"healthy", rounded(r.healthy, 4)},
                     {"unexplained", rounded(r.unexplained, 4)},
                     {"off_by_delta_e_76", rounded(r.misfitHealthy, 2)},
                     {"causes", causes},
                     {"tests", e.tests},
                     {"warnings", worded(e.warnings, wording)},
                     {"said_codes", messagesJson(examinationSaid(e))},
                     {"next_test", e.next.empty() ? Json(nullptr) : Json(e.next)},
                     {"observed", readings}};
    return whole.dump(2) + "\n";
}

ReadingSet readingSet(const Examination &e)
{
    ReadingSet set;
    set.readings = e.readings;
    set.display = modelAndSerial(e.display.model, e.display.serial);
    set.instrument = modelAndSerial(e.instrument.model, e.instrument.serial);
    set.correction = e.correction;
    set.created = isoTime(e.finished != WallTime{} ? e.finished : e.started);
    set.states = e.states;
    set.facts["measurement"] = "diagnosis";
    return set;
}

} // namespace lamp
