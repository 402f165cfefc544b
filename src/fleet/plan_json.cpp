// SPDX-License-Identifier: GPL-3.0-or-later
// A round's problem and plan as the command line's contract has them.
#include "fleet/plan.h"

#include "base/json.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>

namespace lamp {

namespace {

using Json = nlohmann::json;

constexpr size_t kMostStops = 500, kMostInstruments = 50, kMostRooms = 500;
constexpr double kMostMinutes = 100'000;

/// Says which field is wrong, and what it should be.
class Wrong : public std::runtime_error {
public:
    Wrong(std::string field, Message should) : std::runtime_error("problem"), m_field(std::move(field)), m_should(std::move(should)) {}
    [[nodiscard]] Error error() const
    {
        return {ErrorKind::Input, say("problem-field-wrong", m_field, m_should), {}, say("correct-the-problem"), m_field, false};
    }

private:
    std::string m_field;
    Message m_should;
};

std::string textOf(const Json &j, const std::string &field, const char *key)
{
    const auto it = j.find(key);
    if (it == j.end() || !it->is_string() || it->get<std::string>().empty()) {
        throw Wrong(field + key, say("a-text"));
    }
    return it->get<std::string>();
}

double minutesOf(const Json &j, const std::string &field, const char *key, bool needed)
{
    const auto it = j.find(key);
    if (it == j.end() && !needed) {
        return 0;
    }
    if (it == j.end() || !it->is_number() || !(it->get<double>() >= 0) || it->get<double>() > kMostMinutes) {
        throw Wrong(field + key, say("a-number-between", 0, int(kMostMinutes)));
    }
    return it->get<double>();
}

const Json &listOf(const Json &j, const char *key, size_t most)
{
    static const Json none = Json::array();
    const auto it = j.find(key);
    if (it == j.end()) {
        return none;
    }
    if (!it->is_array() || it->size() > most) {
        throw Wrong(key, say("a-list-of-at-most", most));
    }
    for (const Json &item : *it) {
        if (!item.is_object()) {
            throw Wrong(key, say("a-list-of-at-most", most));
        }
    }
    return *it;
}

/// Minutes from the round's start to a time of its day: "09:00".
double clockOf(const Json &j, const std::string &field, const char *key, WallTime start)
{
    const std::string text = textOf(j, field, key);
    int hour = -1, minute = -1, read = 0;
    const bool good = std::sscanf(text.c_str(), "%2d:%2d%n", &hour, &minute, &read) == 2 && size_t(read) == text.size() && hour >= 0 && minute >= 0
                      && minute < 60 && hour * 60 + minute <= 24 * 60;
    if (!good) {
        throw Wrong(field + key, say("a-time-of-day"));
    }
    const auto day = std::chrono::floor<std::chrono::days>(start);
    return double(hour * 60 + minute) - std::chrono::duration<double, std::ratio<60>>(start - day).count();
}

/// "2031-03-04T08:00", with seconds or without; of the studio's own clock, so without a zone.
WallTime startOf(const Json &j)
{
    std::string text = textOf(j, "", "start");
    if (text.size() == 16) {
        text += ":00";
    }
    if (text.size() == 19) {
        text += "Z";
    }
    const WallTime t = fromIsoTime(text);
    if (t <= WallTime{} || isoTime(t) != text) {
        throw Wrong("start", say("a-date-and-time"));
    }
    return t;
}

template <typename Item> auto find(const std::vector<Item> &items, const std::string &id)
{
    return std::find_if(items.begin(), items.end(), [&](const Item &i) {
        if constexpr (std::is_same_v<Item, std::string>) {
            return i == id;
        } else {
            return i.id == id;
        }
    });
}

/// An ID that none of those before has: steps are told by them.
template <typename Item> std::string newIdIn(const std::vector<Item> &items, const Json &j, const std::string &field)
{
    std::string id = textOf(j, field, "id");
    if (find(items, id) != items.end()) {
        throw Wrong(field + id + ".id", say("an-id-of-its-own"));
    }
    return id;
}

template <typename Item> size_t indexOf(const std::vector<Item> &items, const std::string &id, const std::string &field)
{
    const auto it = find(items, id);
    if (it == items.end()) {
        throw Wrong(field, say("an-id-that-is-there", id));
    }
    return size_t(it - items.begin());
}

void readWalks(const Json &j, RoundProblem &p)
{
    const size_t n = p.rooms.size();
    constexpr double kUnknown = 1e9;
    p.walk.assign(n, std::vector<double>(n, kUnknown));
    if (const auto all = j.find("walk_minutes"); all != j.end()) {
        if (!all->is_object()) {
            throw Wrong("walk_minutes", say("an-object"));
        }
        for (const auto &[from, row] : all->items()) {
            if (!row.is_object()) {
                throw Wrong("walk_minutes." + from, say("an-object"));
            }
            const size_t a = indexOf(p.rooms, from, "walk_minutes");
            for (const auto &[to, value] : row.items()) {
                const size_t b = indexOf(p.rooms, to, "walk_minutes." + from);
                const double minutes = minutesOf(row, "walk_minutes." + from + ".", to.c_str(), true);
                p.walk[a][b] = minutes;
                p.walk[b][a] = std::min(p.walk[b][a], minutes); // as long back, where nothing else is said
            }
        }
        for (const auto &[from, row] : all->items()) {
            for (const auto &[to, value] : row.items()) {
                p.walk[indexOf(p.rooms, from, "")][indexOf(p.rooms, to, "")] = value.get<double>();
            }
        }
    }
    for (size_t i = 0; i < n; ++i) {
        p.walk[i][i] = 0;
    }
    // Nobody walks a longer way than over a third room, and where nothing is said of two rooms that is the way.
    for (size_t k = 0; k < n; ++k) {
        for (size_t i = 0; i < n; ++i) {
            for (size_t l = 0; l < n; ++l) {
                p.walk[i][l] = std::min(p.walk[i][l], p.walk[i][k] + p.walk[k][l]);
            }
        }
    }
    std::vector<bool> grouped(n, false);
    for (size_t i = 0; i < n; ++i) {
        std::vector<size_t> group;
        for (size_t l = i; l < n && !grouped[i]; ++l) {
            if (!grouped[l] && (p.walk[i][l] < kUnknown || p.walk[l][i] < kUnknown)) {
                group.push_back(l);
            }
        }
        for (const size_t l : group) {
            grouped[l] = true;
        }
        if (!group.empty()) {
            p.apart.push_back(std::move(group));
        }
    }
    for (auto &row : p.walk) {
        std::replace_if(
            row.begin(), row.end(), [](double w) { return w >= kUnknown; }, 0.0); // next door
    }
}

RoundProblem problemFrom(const Json &j)
{
    if (!j.is_object()) {
        throw Wrong("", say("an-object"));
    }
    RoundProblem p;
    p.start = startOf(j);
    if (const auto it = j.find("people"); it != j.end()) {
        if (!it->is_number_integer() || it->get<double>() < 1 || it->get<double>() > 100) {
            throw Wrong("people", say("a-number-between", 1, 100));
        }
        p.people = it->get<int>();
    }
    for (const Json &i : listOf(j, "instruments", kMostInstruments)) {
        RoundProblem::Instrument instrument{newIdIn(p.instruments, i, "instruments."), {}};
        if (const auto t = i.find("technologies"); t != i.end()) {
            for (const Json &name : t->is_array() ? *t : Json::array({nullptr})) {
                if (!name.is_string()) {
                    throw Wrong("instruments." + instrument.id + ".technologies", say("list-texts"));
                }
                instrument.technologies.push_back(name.get<std::string>());
            }
        }
        p.instruments.push_back(std::move(instrument));
    }
    for (const Json &r : listOf(j, "rooms", kMostRooms)) {
        p.rooms.push_back(newIdIn(p.rooms, r, "rooms."));
    }
    readWalks(j, p);
    const Json &displays = listOf(j, "displays", kMostStops);
    for (const Json &d : displays) {
        RoundProblem::Stop s;
        s.id = newIdIn(p.stops, d, "displays.");
        const std::string field = "displays." + s.id + ".";
        s.technology = d.contains("technology") ? textOf(d, field, "technology") : "";
        s.room = indexOf(p.rooms, textOf(d, field, "room"), field + "room");
        s.visit = minutesOf(d, field, "visit_minutes", true);
        s.warmUp = minutesOf(d, field, "warm_up_minutes", false);
        s.attended = d.contains("attended_minutes") ? minutesOf(d, field, "attended_minutes", true) : s.visit;
        if (s.attended > s.visit) {
            throw Wrong(field + "attended_minutes", say("no-longer-than-visit"));
        }
        s.earliest = d.contains("earliest") ? std::max(0.0, clockOf(d, field, "earliest", p.start)) : 0;
        s.latest = d.contains("latest") ? clockOf(d, field, "latest", p.start) : s.latest;
        p.stops.push_back(std::move(s));
    }
    // Rooms without displays nobody walks to.
    for (auto &group : p.apart) {
        std::erase_if(group,
                      [&](size_t room) { return std::none_of(p.stops.begin(), p.stops.end(), [&](const auto &s) { return s.room == room; }); });
    }
    std::erase_if(p.apart, [](const auto &group) { return group.empty(); });
    if (p.apart.size() < 2) {
        p.apart.clear();
    }
    for (size_t i = 0; i < p.stops.size(); ++i) {
        const std::string field = "displays." + p.stops[i].id + ".";
        if (const auto after = displays[i].find("after"); after != displays[i].end()) {
            for (const Json &id : after->is_array() ? *after : Json::array({nullptr})) {
                if (!id.is_string()) {
                    throw Wrong(field + "after", say("list-texts"));
                }
                p.stops[i].after.push_back(indexOf(p.stops, id.get<std::string>(), field + "after"));
            }
        }
    }
    for (const Json &b : listOf(j, "breaks", kMostStops)) {
        const RoundProblem::Break pause{clockOf(b, "breaks.", "from", p.start), clockOf(b, "breaks.", "to", p.start)};
        if (pause.to < pause.from) {
            throw Wrong("breaks.to", say("not-before-from"));
        }
        p.breaks.push_back(pause);
    }
    return p;
}

std::string clockText(WallTime start, double minutes)
{
    std::string text = isoTime(start + std::chrono::seconds(std::llround(60 * minutes)));
    text.pop_back(); // the studio's own clock
    return text.ends_with(":00") ? text.substr(0, text.size() - 3) : text;
}

} // namespace

Result<RoundProblem> roundFromJson(const std::string &text)
{
    const auto json = parseJson(text);
    if (!json) {
        return json.error();
    }
    try {
        return problemFrom(json.value());
    } catch (const Wrong &wrong) {
        return wrong.error();
    }
}

std::string roundPlanToJson(const RoundProblem &p, const RoundPlan &plan)
{
    constexpr std::array<const char *, 4> names{"warm-up", "walk", "visit", "break"};
    Json steps = Json::array();
    for (const RoundStep &s : plan.steps) {
        steps.push_back({{"person", s.person >= 0 ? Json("P" + std::to_string(s.person + 1)) : Json(nullptr)},
                         {"instrument", s.instrument >= 0 ? Json(p.instruments[size_t(s.instrument)].id) : Json(nullptr)},
                         {"display", s.stop >= 0 ? Json(p.stops[size_t(s.stop)].id) : Json(nullptr)},
                         {"what", names[size_t(s.what)]},
                         {"from", clockText(p.start, s.from)},
                         {"to", clockText(p.start, s.to)}});
    }
    Json apart = Json::array();
    for (const auto &group : p.apart) {
        Json rooms = Json::array();
        for (const size_t room : group) {
            rooms.push_back(p.rooms[room]);
        }
        apart.push_back(std::move(rooms));
    }
    return jsonText(Json{{"start", clockText(p.start, 0)},
                         {"walks_not_said", apart},
                         {"end", clockText(p.start, plan.makespan)},
                         {"makespan_minutes", plan.makespan},
                         {"lower_bound_minutes", plan.lowerBound},
                         {"walking_minutes", plan.walking},
                         {"steps", steps}},
                    2);
}

std::string roundClock(const RoundProblem &p, double minutes)
{
    return isoTime(p.start + std::chrono::seconds(std::llround(60 * minutes))).substr(11, 5);
}

Message roundStepSaid(const RoundProblem &p, const RoundStep &s)
{
    const auto person = "P" + std::to_string(s.person + 1);
    const std::string stop = s.stop >= 0 ? p.stops[size_t(s.stop)].id : "",
                      instrument = s.instrument >= 0 ? p.instruments[size_t(s.instrument)].id : "";
    switch (s.what) {
    case RoundStep::What::WarmUp: return say("round-switch-on", stop);
    case RoundStep::What::Walk: return instrument.empty() ? say("round-walk", person, stop) : say("round-carry", person, instrument, stop);
    case RoundStep::What::Visit: return say("round-visit", person, stop, instrument, say("span-to", roundClock(p, s.to)));
    case RoundStep::What::Break: return say("round-break", person, say("span-to", roundClock(p, s.to)));
    }
    return {};
}

} // namespace lamp
