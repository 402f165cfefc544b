// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/tolerance.h"

#include "base/embedded.h"
#include "base/json.h"
#include "base/text.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <cmath>

namespace lamp {

using Json = nlohmann::json;

namespace {

struct Field {
    const char *name;
    double Tolerance::*member;
    double most;
};
// What would let every display pass is a slip of the hand (common practice, no published source).
constexpr double kMostDifference = 100, kMostPercent = 50;
constexpr std::array<Field, 6> kFields{{{"mean", &Tolerance::mean, kMostDifference},
                                        {"max", &Tolerance::max, kMostDifference},
                                        {"white_delta_e", &Tolerance::whiteDeltaE, kMostDifference},
                                        {"luminance_percent", &Tolerance::luminancePercent, kMostPercent},
                                        {"gray_mean", &Tolerance::grayMean, kMostDifference},
                                        {"gray_max", &Tolerance::grayMax, kMostDifference}}};

/// \param field empty for the whole file
Error bad(const std::string &field, const Message &should)
{
    return {ErrorKind::Input,
            field.empty() ? say("tolerance-file-wrong", should) : say("tolerance-field-wrong", field, should),
            say("nothing-started"),
            say("correct-field-dutiful-lamp-cli"),
            field,
            false};
}

/// The first thing in a file that is a slip of the hand; nothing where there is none.
std::optional<Error> slipIn(const Json &json)
{
    std::vector<std::string> known{"name", "why", "metric", "scope"};
    std::transform(kFields.begin(), kFields.end(), std::back_inserter(known), [](const Field &f) { return f.name; });
    if (const std::string field = unknownField(json, known); !field.empty()) {
        return Error{ErrorKind::Input,
                     say("file-field-unknown", field, joined(known, ", ")),
                     say("nothing-started"),
                     say("correct-field-dutiful-lamp-cli"),
                     field,
                     false};
    }
    for (const Field &f : kFields) {
        if (const auto it = json.find(f.name); it != json.end() && it->is_number() && it->get<double>() > f.most) {
            return bad(f.name, say("number-above-0-to", decimal(f.most, 0)));
        }
    }
    return {};
}

Result<Tolerance> fromJson(const Json &json)
{
    if (!json.is_object()) {
        return bad("", say("an-object"));
    }
    Tolerance t;
    for (const char *key : {"name", "why"}) {
        if (const auto it = json.find(key); it != json.end()) {
            if (!it->is_string()) {
                return bad(key, say("a-text"));
            }
            (std::string(key) == "name" ? t.name : t.why) = it->get<std::string>();
        }
    }
    if (const auto it = json.find("metric"); it != json.end() && !it->is_null()) {
        const auto metric = it->is_string() ? metricFromName(it->get<std::string>()) : std::nullopt;
        if (!metric) {
            return bad("metric", say("one-of", verbatim("\"CIEDE2000\", \"CIE94\", \"CMC(2:1)\", \"ITP\"")));
        }
        t.metric = *metric;
    }
    if (const auto it = json.find("scope"); it != json.end() && !it->is_null()) {
        const auto scope = it->is_string() ? scopeFromName(it->get<std::string>()) : std::nullopt;
        if (!scope) {
            return bad("scope", verbatim("\"instrument\", \"absolute\""));
        }
        t.scope = *scope;
    }
    for (const Field &f : kFields) {
        const auto it = json.find(f.name);
        if (it == json.end() || it->is_null()) {
            if (std::string(f.name) == "mean" || std::string(f.name) == "max") {
                return bad(f.name, say("number-above-0-to", decimal(f.most, 0)));
            }
            t.*f.member = 0;
            continue;
        }
        if (!it->is_number() || !std::isfinite(it->get<double>()) || it->get<double>() <= 0) {
            return bad(f.name, say("number-above-0-to", decimal(f.most, 0)));
        }
        t.*f.member = it->get<double>();
    }
    return t;
}

} // namespace

const std::vector<Tolerance> &builtInTolerances()
{
    static const std::vector<Tolerance> all = [] {
        std::vector<Tolerance> list;
        for (const Json &item : Json::parse(embedded("tolerances.json"))) {
            list.push_back(fromJson(item).value());
        }
        return list;
    }();
    return all;
}

std::optional<Tolerance> builtInTolerance(const std::string &name)
{
    for (const Tolerance &t : builtInTolerances()) {
        if (t.name == name) {
            return t;
        }
    }
    return std::nullopt;
}

Result<Tolerance> toleranceFromJson(const std::string &text)
{
    const auto json = parseJson(text);
    if (!json) {
        Error e = json.error();
        e.what = say("tolerance-file-unreadable", e.what);
        e.safe = say("nothing-started");
        e.todo = say("correct-dutiful-lamp-cli-tolerances");
        return e;
    }
    return fromJson(json.value());
}

Result<Tolerance> toleranceFromFile(const std::string &text)
{
    auto tolerance = toleranceFromJson(text);
    const auto slip = tolerance ? slipIn(parseJson(text).value()) : std::nullopt;
    return slip ? Result<Tolerance>(*slip) : tolerance;
}

std::string toleranceToJson(const Tolerance &t)
{
    Json json{{"name", t.name}, {"metric", metricName(t.metric)}, {"scope", scopeName(t.scope)}};
    for (const Field &f : kFields) {
        if (t.*f.member > 0) {
            json[f.name] = t.*f.member;
        }
    }
    if (!t.why.empty()) {
        json["why"] = t.why;
    }
    return jsonText(json, 2);
}

std::string scopeName(Scope scope)
{
    return scope == Scope::Instrument ? "instrument" : "absolute";
}

std::optional<Scope> scopeFromName(const std::string &name)
{
    return name == "instrument" ? std::optional(Scope::Instrument) : (name == "absolute" ? std::optional(Scope::Absolute) : std::nullopt);
}

std::string verdictName(Verdict verdict)
{
    switch (verdict) {
    case Verdict::Pass: return "pass";
    case Verdict::Fail: return "fail";
    case Verdict::Undecided: return "undecided";
    }
    return {};
}

Message named(Verdict verdict)
{
    switch (verdict) {
    case Verdict::Pass: return say("verdict-pass");
    case Verdict::Fail: return say("verdict-fail");
    case Verdict::Undecided: return say("verdict-undecided");
    }
    return {};
}

Message Check::sentence(const std::string &instrument) const
{
    if (!std::isfinite(value) || !std::isfinite(uncertainty())) {
        return say("check-not-worked-out", say(code));
    }
    const bool seen = scope == Scope::Instrument;
    const Message name = instrument.empty() ? say("the-instrument") : verbatim(instrument);
    // Beside the verdict's scope: how much it may be for the standard observer, or how sure it is as the instrument sees it.
    const double other = seen ? value + k2.absolute : k2.instrument;
    const auto told = [&](const char *how) {
        return say(how, say(code), decimal(value, 2), decimal(uncertainty(), 2), unit, decimal(limit, 2), name, decimal(other, 2));
    };
    switch (verdict) {
    case Verdict::Pass: return told(seen ? "check-passes-seen" : "check-passes-absolute");
    case Verdict::Fail: return told(seen ? "check-fails-seen" : "check-fails-absolute");
    case Verdict::Undecided: return told(seen ? "check-undecided-seen" : "check-undecided-absolute");
    }
    return {};
}

Check check(std::string code, double value, double limit, const Expanded &k2, Scope scope, std::string unit)
{
    Check c{std::move(code), value, limit, k2, scope, std::move(unit), Verdict::Undecided};
    const double u = c.uncertainty();
    if (!std::isfinite(value) || !std::isfinite(u)) {
        return c; // a comparison that could not be made decides nothing
    }
    if (value + u <= limit) {
        c.verdict = Verdict::Pass;
    } else if (value - u > limit) {
        c.verdict = Verdict::Fail;
    }
    return c;
}

Verdict worse(Verdict a, Verdict b)
{
    const bool fails = a == Verdict::Fail || b == Verdict::Fail, open = a == Verdict::Undecided || b == Verdict::Undecided;
    return fails ? Verdict::Fail : (open ? Verdict::Undecided : Verdict::Pass);
}

Verdict overall(const std::vector<Check> &checks)
{
    // Where nothing was compared, nothing is known.
    Verdict v = checks.empty() ? Verdict::Undecided : Verdict::Pass;
    for (const Check &c : checks) {
        if (c.verdict == Verdict::Fail) {
            return Verdict::Fail;
        }
        if (c.verdict == Verdict::Undecided) {
            v = Verdict::Undecided;
        }
    }
    return v;
}

} // namespace lamp
