// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/earlier.h"

#include "base/json.h"
#include "colour/cct.h"
#include "colour/spaces.h"
#include "icc/icc.h"
#include "visit/record.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp {

namespace {

using Json = nlohmann::json;

/// k = 2 of laying the same instrument on the same place again (common practice, no published source).
constexpr double kPlacedAnewPercent = 0.5, kPlacedAnewWhite = 0.15;
constexpr size_t kWorst = 3, kMostWhites = 24;

std::optional<double> known(double value)
{
    return std::isfinite(value) ? std::optional(value) : std::nullopt;
}

Json optional(const std::optional<double> &value)
{
    return value ? Json(*value) : Json(nullptr);
}

std::optional<double> optionalFrom(const Json &j, const char *key)
{
    const auto it = j.find(key);
    return it != j.end() && it->is_number() ? known(it->get<double>()) : std::nullopt;
}

/// Keeps as many as are needed: the later ones tell of the slow part, as many of the first ones of the quick part.
void fewer(std::vector<EarlierState::White> &whites)
{
    if (whites.size() > kMostWhites) {
        whites.erase(whites.begin() + long(kMostWhites / 2), whites.end() - long(kMostWhites / 2));
    }
}

/// What stands under a path of keys; null where it does not.
Json under(const Json &j, std::initializer_list<const char *> keys)
{
    const Json *at = &j;
    for (const char *key : keys) {
        if (!at->is_object() || !at->contains(key)) {
            return nullptr;
        }
        at = &(*at)[key];
    }
    return *at;
}

std::map<std::string, double> controlsFrom(const Json &j)
{
    std::map<std::string, double> all;
    if (j.is_object()) {
        for (const auto &[name, value] : j.items()) {
            if (value.is_number()) {
                all[name] = value.get<double>();
            }
        }
    }
    return all;
}

} // namespace

bool hasColour(const XYZ &white)
{
    return std::isfinite(white.b) && white.b > 0 && white.a > 0 && white.c > 0;
}

std::optional<EarlierState> earlierOf(const VisitRecord &visit)
{
    const Verification &v = visit.verification;
    if (!hasColour(v.white.xyz)) {
        return std::nullopt;
    }
    EarlierState e;
    e.at = visit.finished;
    e.display = modelAndSerial(visit.display.model, visit.display.serial);
    e.white = v.white.xyz;
    e.black = known(visit.calibrated.black.b);
    e.colourMean = known(v.mean);
    e.instrument = modelAndSerial(visit.instrument.model, visit.instrument.serial);
    e.controls = visit.controls;
    e.mode = visit.plan.mode.empty() ? visit.display.mode : visit.plan.mode;
    e.roomLux = visit.roomLux;
    if (visit.warmUpStable) {
        e.warmUpSeconds = known(visit.warmUpSeconds);
    }
    if (!visit.gray.grays.empty()) {
        e.grayMean = known(visit.gray.mean);
    }
    std::vector<const VerifiedColour *> order;
    for (const VerifiedColour &c : v.colours) {
        order.push_back(&c);
    }
    std::sort(order.begin(), order.end(), [](const auto *p, const auto *q) { return p->deltaE > q->deltaE; });
    for (size_t i = 0; i < std::min(kWorst, order.size()); ++i) {
        e.worst.push_back(order[i]->colour.name);
    }
    // Those that were set aside because white moved on are what tells most.
    for (const Measurement &m : visit.readings) {
        if (m.rgb == Drive{1, 1, 1} && m.mode == ReadMode::Emission && m.xyz.b > 0) {
            e.whites.push_back({m.t, m.xyz, m.sigma.b / m.xyz.b, m.state});
        }
    }
    fewer(e.whites);
    return e;
}

std::optional<EarlierState> earlierOf(const Profile &profile)
{
    const Profile::Facts f = profile.facts();
    if (!f.luminance || !f.white || !(*f.luminance > 0) || f.created.empty()) {
        return std::nullopt;
    }
    EarlierState e;
    e.at = fromIsoTime(f.created);
    e.display = f.display;
    e.white = xyzOf(*f.white, *f.luminance);
    return e.at > WallTime{} && hasColour(e.white) ? std::optional(e) : std::nullopt;
}

Result<EarlierState> earlierFromVisitFile(const std::string &text)
{
    const auto wrong = [](const Message &why) {
        return Error{ErrorKind::Input, say("earlier-visit-unreadable", why), say("nothing-started"), say("give-visit-json"), "earlier", false};
    };
    const auto json = parseJson(text);
    if (!json) {
        return wrong(json.error().what);
    }
    const Json &j = json.value();
    const Json white = under(j, {"calibration", "white"});
    const auto x = optionalFrom(white, "x"), y = optionalFrom(white, "y"), level = optionalFrom(white, "Y");
    if (!x || !y || !level || !(*y > 0) || !(*level > 0)) {
        return wrong(say("no-white-in-it"));
    }
    EarlierState e;
    const Json finished = under(j, {"finished"}), model = under(j, {"instrument", "model"}), serial = under(j, {"instrument", "serial"});
    e.at = finished.is_string() ? fromIsoTime(finished.get<std::string>()) : WallTime{};
    e.white = xyzOf(Chromaticity{*x, *y}, *level);
    e.black = optionalFrom(under(j, {"calibration"}), "black_cd_m2");
    e.grayMean = optionalFrom(under(j, {"calibration", "gray"}), "delta_e_00_mean");
    e.colourMean = optionalFrom(under(j, {"verification"}), "mean");
    e.instrument = modelAndSerial(model.is_string() ? model.get<std::string>() : "", serial.is_string() ? serial.get<std::string>() : "");
    const Json shown = under(j, {"display", "model"}), number = under(j, {"display", "serial"});
    e.display = modelAndSerial(shown.is_string() ? shown.get<std::string>() : "", number.is_string() ? number.get<std::string>() : "");
    e.controls = controlsFrom(under(j, {"display", "controls"}));
    if (const Json mode = under(j, {"display", "mode"}); mode.is_string()) {
        e.mode = mode.get<std::string>();
    }
    e.warmUpSeconds = optionalFrom(j, "warm_up_seconds");
    for (const Json &m : under(j, {"measurements"})) {
        const auto t = optionalFrom(m, "t"), noise = optionalFrom(m, "sigma_Y");
        const Json xyz = under(m, {"XYZ"}), state = under(m, {"display_state"});
        const bool whole = t && noise && xyz.is_array() && xyz.size() == 3 && under(m, {"rgb"}) == Json({1.0, 1.0, 1.0});
        const XYZ read = whole ? XYZ{numberOrNaN(xyz[0]), numberOrNaN(xyz[1]), numberOrNaN(xyz[2])} : XYZ{};
        if (hasColour(read) && (e.whites.empty() || *t > e.whites.back().t)) {
            e.whites.push_back({*t, read, *noise / read.b, state.is_number() ? int(std::clamp(state.get<double>(), 0.0, 1e6)) : 0});
        }
    }
    fewer(e.whites);
    if (e.at <= WallTime{} || !hasColour(e.white)) {
        return wrong(say(e.at <= WallTime{} ? "no-end-in-it" : "no-white-in-it"));
    }
    return e;
}

std::string earlierToJson(const EarlierState &e)
{
    Json whites = Json::array();
    for (const EarlierState::White &w : e.whites) {
        whites.push_back({w.t, w.xyz.a, w.xyz.b, w.xyz.c, w.sigma, w.segment});
    }
    Json j{{"whites", whites},
           {"at", isoTime(e.at)},
           {"display", e.display},
           {"white", {e.white.a, e.white.b, e.white.c}},
           {"black", optional(e.black)},
           {"gray_mean", optional(e.grayMean)},
           {"colour_mean", optional(e.colourMean)},
           {"instrument", e.instrument},
           {"controls", e.controls},
           {"worst", e.worst}};
    // Later than the others: files without them stay what they are.
    if (!e.mode.empty()) {
        j["mode"] = e.mode;
    }
    if (e.roomLux) {
        j["room_lux"] = *e.roomLux;
    }
    if (e.warmUpSeconds) {
        j["warm_up_s"] = *e.warmUpSeconds;
    }
    return jsonText(j);
}

EarlierState earlierFromJson(const std::string &text)
{
    const Json j = Json::parse(text);
    const Json &w = j.at("white");
    EarlierState e;
    e.at = fromIsoTime(j.at("at").get<std::string>());
    e.display = j.at("display").get<std::string>();
    e.white = {numberOrNaN(w.at(0)), numberOrNaN(w.at(1)), numberOrNaN(w.at(2))};
    e.black = optionalFrom(j, "black");
    e.grayMean = optionalFrom(j, "gray_mean");
    e.colourMean = optionalFrom(j, "colour_mean");
    e.instrument = j.at("instrument").get<std::string>();
    e.controls = controlsFrom(j.at("controls"));
    e.worst = j.at("worst").get<std::vector<std::string>>();
    e.mode = j.value("mode", std::string());
    e.warmUpSeconds = optionalFrom(j, "warm_up_s");
    e.roomLux = optionalFrom(j, "room_lux");
    for (const Json &m : j.at("whites")) {
        e.whites.push_back(
            {numberOrNaN(m.at(0)), {numberOrNaN(m.at(1)), numberOrNaN(m.at(2)), numberOrNaN(m.at(3))}, numberOrNaN(m.at(4)), m.at(5).get<int>()});
    }
    return e;
}

std::optional<Change> changeSince(const VisitRecord &now)
{
    const auto &earlier = now.plan.earlier;
    const XYZ &white = now.verification.white.xyz;
    if (!earlier || !hasColour(white) || !hasColour(earlier->white)) {
        return std::nullopt;
    }
    Change c;
    c.luminancePercent = 100 * (white.b / earlier->white.b - 1);
    c.white = whiteDifference(white, chromaticity(earlier->white));
    // Both readings were noisy, about alike.
    const double noise = 100 * now.doubt.luminance.instrument / white.b * std::numbers::sqrt2;
    c.luminanceK2 = std::hypot(std::isfinite(noise) ? noise : 0, kPlacedAnewPercent);
    const double whiteNoise = now.doubt.white.instrument * std::numbers::sqrt2;
    c.whiteK2 = std::hypot(std::isfinite(whiteNoise) ? whiteNoise : 0, kPlacedAnewWhite);
    c.sameInstrument = earlier->instrument.empty() || earlier->instrument == modelAndSerial(now.instrument.model, now.instrument.serial);
    return c;
}

std::vector<Message> changesSaid(const VisitRecord &now)
{
    const auto change = changeSince(now);
    if (!change) {
        return {};
    }
    const EarlierState &was = *now.plan.earlier;
    const XYZ &white = now.verification.white.xyz;
    std::vector<Message> said;
    if (change->seen()) {
        said.push_back(say("changed-since", Day{was.at}, decimal(was.white.b, 1), decimal(white.b, 1), decimal(change->luminancePercent, 1),
                           decimal(change->luminanceK2, 1), decimal(change->white, 2), decimal(change->whiteK2, 2),
                           temperatureSaid(chromaticity(was.white)), temperatureSaid(chromaticity(white))));
    } else {
        said.push_back(say("unchanged-since", Day{was.at}, decimal(std::abs(change->luminancePercent) + change->luminanceK2, 1),
                           decimal(change->white + change->whiteK2, 2)));
    }
    const bool lost = std::ranges::any_of(now.warnings, [](const Message &m) { return m.code == "profile-ramps-not-loaded"; });
    if (lost) {
        said.push_back(say("ramps-lost-since"));
    }
    if (was.colourMean && std::isfinite(now.verification.mean)) {
        said.push_back(say("means-since", decimal(*was.colourMean, 2), decimal(now.verification.mean, 2)));
    }
    std::vector<Message> turned;
    for (const auto &[name, value] : was.controls) {
        const Control *control = now.display.control(name);
        const auto is = now.controls.find(name);
        const double present = is != now.controls.end() ? is->second : (control != nullptr ? control->value : value);
        if (std::abs(present - value) > 1e-6) {
            turned.push_back(say("control-was", controlNamed(name), decimal(value, 0), decimal(present, 0)));
        }
    }
    if (!turned.empty()) {
        said.push_back(say("menu-turned-since", listed(turned)));
    }
    if (!change->sameInstrument) {
        said.push_back(say("other-instrument-since", was.instrument));
    }
    return said;
}

} // namespace lamp
