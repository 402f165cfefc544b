// SPDX-License-Identifier: GPL-3.0-or-later
#include "measure/state.h"

#include "base/json.h"
#include "base/text.h"

#include <algorithm>
#include <bit>
#include <stdexcept>

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr size_t kMostStates = 100000, kMostEntries = 65536;

Json toJson(const DisplayState &s)
{
    Json j{{"mode", s.mode},
           {"controls", s.controls},
           {"ramps", s.ramps},
           {"cube", s.cube},
           {"area", s.area},
           {"at", s.at},
           {"surround", {s.surround.a, s.surround.b, s.surround.c}},
           {"instrument", s.instrument},
           {"correction", s.correction}};
    if (s.signal != Signal::Sdr) {
        j["signal"] = signalName(s.signal);
    }
    if (s.from) {
        j["from"] = *s.from;
    }
    return j;
}

DisplayState stateFrom(const Json &j)
{
    DisplayState s;
    s.mode = j.at("mode").get<std::string>();
    s.controls = j.at("controls").get<std::map<std::string, double>>();
    s.ramps = j.at("ramps").get<std::string>();
    s.cube = j.at("cube").get<std::string>();
    s.area = j.at("area").get<double>();
    s.at = j.at("at").get<std::array<double, 2>>();
    const auto surround = j.at("surround").get<std::array<double, 3>>();
    s.surround = {surround[0], surround[1], surround[2]};
    s.instrument = j.at("instrument").get<std::string>();
    s.correction = j.at("correction").get<std::string>();
    if (j.contains("signal")) {
        const auto signal = signalFromName(j["signal"].get<std::string>());
        if (!signal) {
            throw Unreadable(say("field-must-be", "signal", say("one-of-signals")));
        }
        s.signal = *signal;
    }
    if (j.contains("from")) {
        s.from = j["from"].get<std::array<double, 2>>();
    }
    return s;
}

Json toJson(const Ramps &r)
{
    return {{"r", r.r}, {"g", r.g}, {"b", r.b}};
}

Ramps rampsFrom(const Json &j)
{
    Ramps r{j.at("r").get<std::vector<double>>(), j.at("g").get<std::vector<double>>(), j.at("b").get<std::vector<double>>()};
    bool sane = r.r.size() >= 2 && r.r.size() <= kMostEntries && r.g.size() == r.r.size() && r.b.size() == r.r.size();
    for (int c = 0; c < 3; ++c) {
        sane = sane && std::all_of(r.channel(c).begin(), r.channel(c).end(), [](double v) { return v >= 0 && v <= 1; });
    }
    if (!sane) {
        throw Unreadable(say("ramps-three-equal-lists"));
    }
    return r;
}

} // namespace

int States::numberOf(const DisplayState &state)
{
    const auto found = std::find(all.begin(), all.end(), state);
    if (found != all.end()) {
        return int(found - all.begin()) + 1;
    }
    all.push_back(state);
    return int(all.size());
}

std::string States::keyOf(const Ramps &given)
{
    if (given.empty()) {
        return {};
    }
    // FNV-1a, 64 bits (Fowler, Noll, Vo; constants from memory): a name for what is kept, no protection.
    std::uint64_t hash = 14695981039346656037ULL;
    for (int c = 0; c < 3; ++c) {
        for (const double v : given.channel(c)) {
            for (std::uint64_t bits = std::bit_cast<std::uint64_t>(v), i = 0; i < 8; ++i, bits >>= 8) {
                hash = (hash ^ (bits & 0xFF)) * 1099511628211ULL;
            }
        }
    }
    constexpr const char *digits = "0123456789abcdef";
    std::string key;
    for (int shift = 60; shift >= 0; shift -= 4) {
        key += digits[hash >> shift & 15];
    }
    ramps.emplace(key, given);
    return key;
}

Json statesJson(const States &states)
{
    Json list = Json::array(), ramps = Json::object();
    for (const DisplayState &s : states.all) {
        list.push_back(toJson(s));
    }
    for (const auto &[key, r] : states.ramps) {
        ramps[key] = toJson(r);
    }
    return {{"states", list}, {"ramps", ramps}};
}

States statesFromJson(const Json &json)
{
    States states;
    for (const Json &j : json.at("states")) {
        states.all.push_back(stateFrom(j));
        if (states.all.size() > kMostStates) {
            throw Unreadable(say("too-many-states"));
        }
    }
    for (const auto &[key, j] : json.at("ramps").items()) {
        states.ramps[key] = rampsFrom(j);
    }
    return states;
}

std::vector<std::pair<std::string, std::string>> statesLines(const States &states)
{
    std::vector<std::pair<std::string, std::string>> lines;
    for (size_t i = 0; i < states.all.size(); ++i) {
        lines.emplace_back("state " + std::to_string(i + 1), jsonText(toJson(states.all[i])));
    }
    for (const auto &[key, r] : states.ramps) {
        lines.emplace_back("ramps " + key, jsonText(toJson(r)));
    }
    return lines;
}

States statesFromLines(const std::vector<std::pair<std::string, std::string>> &lines)
{
    States states;
    std::vector<bool> said;
    for (const auto &[name, text] : lines) {
        const bool state = name.rfind("state ", 0) == 0, ramps = name.rfind("ramps ", 0) == 0;
        if (!state && !ramps) {
            continue;
        }
        const auto json = parseJson(text);
        if (!json) {
            throw Unreadable(say("who-says", name, json.error().what));
        }
        if (ramps) {
            states.ramps[name.substr(6)] = rampsFrom(json.value());
            continue;
        }
        const long number = std::strtol(name.c_str() + 6, nullptr, 10);
        if (number < 1 || size_t(number) > kMostStates) {
            throw Unreadable(say("no-number-of-a-state", name));
        }
        states.all.resize(std::max(states.all.size(), size_t(number)));
        said.resize(states.all.size(), false);
        states.all[size_t(number - 1)] = stateFrom(json.value());
        said[size_t(number - 1)] = true;
    }
    // One that is missing must not count as a display without ramps.
    if (const auto gap = std::find(said.begin(), said.end(), false); gap != said.end()) {
        throw Unreadable(say("state-is-missing", gap - said.begin() + 1));
    }
    return states;
}

} // namespace lamp
