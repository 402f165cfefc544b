// SPDX-License-Identifier: GPL-3.0-or-later
// Ageing as the command line's contract has it.
#include "fleet/ageing.h"

#include "base/json.h"

#include <cmath>

namespace lamp {

namespace {

using Json = nlohmann::json;

std::string dayOf(WallTime t)
{
    return isoTime(t).substr(0, 10);
}

Json dayOrNull(const std::optional<WallTime> &t)
{
    return t ? Json(dayOf(*t)) : Json(nullptr);
}

/// With figures enough for what is known.
Json rounded(double v)
{
    return std::isfinite(v) ? Json(withFigures(v, 6)) : Json(nullptr);
}

Json figureJson(const std::optional<AgedFigure> &f, bool level = true)
{
    if (!f) {
        return nullptr;
    }
    Json j{{"per_year", rounded(f->perYear)},
           {"per_1000_h", f->per1000h ? rounded(*f->per1000h) : Json(nullptr)},
           {"k2", rounded(f->perYearK2)},
           {"readings", f->readings}};
    if (level) {
        j["now"] = rounded(f->now);
        j["now_k2"] = rounded(f->nowK2);
    }
    return j;
}

/// The space that is closer to being lost stands on top, each under its name.
Json coverageJson(const DisplayAgeing &d)
{
    if (!d.coverageSrgb && !d.coverageAdobe) {
        return nullptr;
    }
    const bool adobe = d.coverageAdobe && (!d.coverageSrgb || d.coverageSrgb->now > 99.5);
    Json j = figureJson(adobe ? d.coverageAdobe : d.coverageSrgb);
    j["space"] = adobe ? "Adobe RGB (1998)" : "sRGB";
    j["spaces"] = Json::object();
    if (d.coverageSrgb) {
        j["spaces"]["sRGB"] = figureJson(d.coverageSrgb);
    }
    if (d.coverageAdobe) {
        j["spaces"]["Adobe RGB (1998)"] = figureJson(d.coverageAdobe);
    }
    return j;
}

Json endJson(const std::optional<EndOfTarget> &e)
{
    if (!e) {
        return nullptr;
    }
    return {{"median", dayOf(e->median)}, {"p05", dayOrNull(e->p05)}, {"p95", dayOrNull(e->p95)}, {"because", e->because}};
}

Json jumpsJson(const std::vector<AgeingJump> &jumps)
{
    Json all = Json::array();
    for (const AgeingJump &j : jumps) {
        all.push_back({{"date", dayOf(j.at)}, {"what", j.what}});
        if (!j.figure.empty()) {
            all.back()["figure"] = j.figure;
            all.back()[j.figure == "white" ? "delta_uv_thousandths" : (j.figure == "coverage" ? "points" : "percent")] = rounded(j.size);
        }
    }
    return all;
}

} // namespace

std::string ageingToJson(const FleetAgeing &ageing)
{
    Json displays = Json::array(), instruments = Json::array();
    for (const DisplayAgeing &d : ageing.displays) {
        displays.push_back({{"serial", d.serial},
                            {"last", dayOf(d.last)},
                            {"luminance", figureJson(d.luminance)},
                            {"max_luminance", figureJson(d.maxLuminance)},
                            {"white_uv", figureJson(d.white, false)},
                            {"black", figureJson(d.black)},
                            {"coverage", coverageJson(d)},
                            {"target_luminance_cd_m2", d.targetLuminance ? Json(*d.targetLuminance) : Json(nullptr)},
                            {"end_of_target", endJson(d.end)},
                            {"unforeseen", d.unforeseen ? Json(d.unforeseen->code) : Json(nullptr)},
                            {"next_check", dayOrNull(d.nextCheck)},
                            {"jumps", jumpsJson(d.jumps)}});
    }
    for (const InstrumentAgeing &i : ageing.instruments) {
        instruments.push_back({{"serial", i.serial},
                               {"luminance_per_year_percent", rounded(i.luminancePercentPerYear)},
                               {"white_uv_per_year", rounded(i.whiteUvPerYear)},
                               {"k2", rounded(i.luminanceK2)},
                               {"white_uv_k2", rounded(i.whiteK2)},
                               {"state", instrumentStateName(i.state)}});
    }
    return jsonText(Json{{"displays", displays}, {"instruments", instruments}}, 2);
}

Message wordSaid(const std::string &word)
{
    static const std::map<std::string, Message> all{
        {"settings", say("jump-settings")},    {"repair", say("jump-repair")},       {"instrument", say("jump-instrument")},
        {"unknown", say("jump-unknown")},      {"luminance", say("part-luminance")}, {"white", say("part-white")},
        {"black", say("part-black")},          {"coverage", say("part-coverage")},   {"tone", say("part-tone")},
        {"gamut", say("part-gamut")},          {"steady", say("meter-steady")},      {"ageing", say("meter-ageing")},
        {"undecided", say("meter-undecided")},
    };
    const auto it = all.find(word);
    return it == all.end() ? verbatim(word) : it->second;
}

} // namespace lamp
