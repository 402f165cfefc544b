// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/comparison.h"

#include "base/json.h"
#include "judge/tolerance.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace lamp {

namespace {

using Json = nlohmann::json;

double numberAt(const Json &j, std::initializer_list<const char *> keys)
{
    const Json *at = &j;
    for (const char *key : keys) {
        const auto it = at->is_object() ? at->find(key) : at->end();
        if (!at->is_object() || it == at->end()) {
            return std::numeric_limits<double>::quiet_NaN();
        }
        at = &*it;
    }
    return at->is_number() ? at->get<double>() : std::numeric_limits<double>::quiet_NaN();
}

std::string textAt(const Json &j, const char *object, const char *key)
{
    const auto it = j.find(object);
    return it != j.end() && it->is_object() && it->contains(key) && (*it)[key].is_string() ? (*it)[key].get<std::string>() : "";
}

std::optional<double> known(double v)
{
    return std::isfinite(v) ? std::optional(v) : std::nullopt;
}

Candidate candidateOf(const std::string &name, const Json &colours)
{
    Candidate c;
    c.name = name;
    c.mean = numberAt(colours, {"mean"});
    c.max = numberAt(colours, {"max"});
    c.meanK2 = known(numberAt(colours, {"uncertainty", "mean", "instrument_k2"})).value_or(0);
    return c;
}

void namesOf(const Json &list, std::vector<std::string> &into)
{
    for (const Json &c : list.is_array() ? list : Json::array()) {
        if (c.is_object() && c.contains("name") && c["name"].is_string()) {
            into.push_back(c["name"].get<std::string>());
        }
    }
}

void takeVisit(ComparedFile &f, const Json &j, const std::string &space)
{
    const Json none = Json::object(), &v = j.contains("verification") && j["verification"].is_object() ? j["verification"] : none;
    // A mean by another formula is no CIEDE2000.
    const bool usual = v.contains("metric") && v["metric"] == "CIEDE2000";
    Candidate c;
    c.name = f.name;
    if (usual) {
        c.mean = numberAt(v, {"mean"});
        c.max = numberAt(v, {"max"});
        c.meanK2 = known(numberAt(j, {"uncertainty", "mean", "instrument_k2"})).value_or(0);
    }
    if (j.contains("gamut") && j["gamut"].is_object()) {
        c.gamut = known(numberAt(j["gamut"], {"coverage_percent", space.c_str()}));
    }
    f.candidates = {c};
    if (v.contains("patches")) {
        namesOf(v["patches"], f.tests);
    }
}

void takeMeasurement(ComparedFile &f, const Json &j)
{
    const Json none = Json::object(), &results = j.contains("results") && j["results"].is_object() ? j["results"] : none;
    if (results.contains("modes") && results["modes"].is_array()) {
        for (const Json &m : results["modes"]) {
            if (m.is_object() && m.contains("name") && m["name"].is_string()) {
                Candidate c = candidateOf(m["name"].get<std::string>(), m.value("colours", Json::object()));
                c.gamut = known(numberAt(m, {"coverage_percent"}));
                c.keptLuminance = known(numberAt(m, {"calibrated", "luminance_cd_m2"}));
                c.keptContrast = known(numberAt(m, {"calibrated", "contrast"}));
                c.keptAtLeast = m.contains("contrast_at_least") && m["contrast_at_least"] == true;
                f.candidates.push_back(c);
            }
        }
    } else if (results.contains("colours")) {
        f.candidates = {candidateOf(f.name, results["colours"])};
        namesOf(results["colours"].value("colours", Json::array()), f.tests);
    } else if (results.contains("gray")) {
        Candidate c = candidateOf(f.name, none);
        c.mean = numberAt(results, {"gray", "delta_e_00_mean"});
        c.max = numberAt(results, {"gray", "delta_e_00_max"});
        c.meanK2 = known(numberAt(results, {"gray", "uncertainty", "mean", "instrument_k2"})).value_or(0);
        f.candidates = {c};
        for (const Json &step : results["gray"].value("steps", Json::array())) {
            f.tests.push_back("gray " + fixed(numberAt(step, {"drive"}), 4));
        }
    } else if (results.contains("uniformity")) {
        f.uniformity = known(numberAt(results, {"uniformity", "delta_e_00_mean"}));
    }
}

Error notComparable(Message why)
{
    return {ErrorKind::Input, say("cannot-be-compared", std::move(why)), say("nothing-started"), {}, "compare", false};
}

} // namespace

Result<ComparedFile> comparedFile(const std::string &name, const std::string &text, const std::string &space)
{
    const auto json = parseJson(text);
    if (!json) {
        return json.error();
    }
    const Json &j = json.value();
    const std::string schema = j.is_object() && j.contains("schema") && j["schema"].is_string() ? j["schema"].get<std::string>() : "";
    ComparedFile f;
    f.name = name;
    if (schema != "dutiful-lamp/visit/1" && schema != "dutiful-lamp/measurement/1") {
        return notComparable(say("neither-visit-nor-measurement", name));
    }
    // Two of a model without serials are not one.
    const std::string serial = textAt(j, "display", "serial");
    f.display = serial.empty() ? std::string() : modelAndSerial(textAt(j, "display", "model"), serial);
    f.mode = textAt(j, "display", "mode");
    f.instrument = modelAndSerial(textAt(j, "instrument", "model"), textAt(j, "instrument", "serial"));
    if (schema == "dutiful-lamp/visit/1") {
        f.kind = "visit";
        takeVisit(f, j, space);
        return f;
    }
    auto record = surveyFromJson(text);
    if (!record) {
        return record.error();
    }
    f.kind = surveyKindName(record->plan.kind);
    f.record = std::move(record).value();
    takeMeasurement(f, j);
    return f;
}

Status canBeCompared(const std::vector<ComparedFile> &files)
{
    for (const ComparedFile &f : files) {
        if (f.candidates.empty() && f.record && f.record->plan.kind != SurveyKind::Uniformity) {
            return notComparable(say("kind-not-compared", f.name, say("measurement-" + f.kind)));
        }
    }
    return Done{};
}

Comparison compared(const std::vector<ComparedFile> &files, const ChoiceRule &rule)
{
    Comparison c;
    std::optional<std::vector<std::string>> tests;
    for (const ComparedFile &f : files) {
        for (Candidate candidate : f.candidates) {
            // Of the same display in the same mode; a mode of many is named by the candidate.
            const std::string mode = f.kind == "modes" ? candidate.name : f.mode;
            for (const ComparedFile &u : files) {
                if (u.uniformity && !f.display.empty() && u.display == f.display && u.mode == mode) {
                    candidate.uniformity = u.uniformity;
                }
            }
            c.candidates.push_back(std::move(candidate));
        }
        if (!f.candidates.empty()) {
            // The modes of one measurement have the same; what does not say its colours has nobody's.
            const std::vector<std::string> own = f.kind == "modes" ? std::vector<std::string>{"modes"} : f.tests;
            c.sameTests = c.sameTests && (!tests || (*tests == own && !own.empty()));
            tests = own;
        }
    }
    c.choice = choose(c.candidates, rule);
    return c;
}

Message agreementSaid(const InstrumentDifference &d)
{
    return say(d.agree ? "instruments-agree" : (d.withinDoubt ? "instruments-within-doubt" : "instruments-disagree"));
}

Result<InstrumentDifference> instrumentDifference(const SurveyRecord &a, const SurveyRecord &b)
{
    const auto name = [](const SurveyRecord &r) { return modelAndSerial(r.instrument.model, r.instrument.serial); };
    if (modelAndSerial(a.display.model, a.display.serial) != modelAndSerial(b.display.model, b.display.serial)) {
        return notComparable(say("not-one-display"));
    }
    if (name(a) == name(b)) {
        return notComparable(say("not-two-instruments"));
    }
    const Measurement *whiteA = a.named("white"), *whiteB = b.named("white");
    if (whiteA == nullptr || whiteB == nullptr || !(whiteA->xyz.b > 0) || !(whiteB->xyz.b > 0)) {
        return notComparable(say("no-white-in-it"));
    }
    // A display goes on ageing; where it is not known when they were taken nothing is said of it.
    constexpr std::chrono::hours kApart{7 * 24};
    if (a.started != WallTime{} && b.started != WallTime{} && std::chrono::abs(a.started - b.started) > kApart) {
        return notComparable(say("not-of-one-week"));
    }
    // Menu, mode and ramps: what differs in them is no difference of instruments; of what is not known nothing can be said.
    const DisplayState *stateA = a.states.find(whiteA->state), *stateB = b.states.find(whiteB->state);
    if (stateA == nullptr || stateB == nullptr || stateA->mode != stateB->mode || stateA->controls != stateB->controls
        || stateA->ramps != stateB->ramps || stateA->signal != stateB->signal || stateA->from != stateB->from) {
        return notComparable(say("not-one-state"));
    }
    InstrumentDifference d;
    const Eigen::Matrix3d toA = adaptation(relativeTo(whiteA->xyz, whiteA->xyz.b), iccD50()),
                          toB = adaptation(relativeTo(whiteB->xyz, whiteB->xyz.b), iccD50());
    double sum = 0;
    for (const SurveyPatch &p : a.patches) {
        const Measurement *m = a.named(p.name), *n = b.named(p.name);
        if (m == nullptr || n == nullptr || m->tooDark || n->tooDark || p.name.starts_with("white")) {
            continue;
        }
        const double e = deltaE2000(measuredLab(m->xyz, whiteA->xyz, toA), measuredLab(n->xyz, whiteB->xyz, toB));
        sum += e;
        d.max = std::max(d.max, e);
        ++d.colours;
    }
    if (d.colours < 3) {
        return notComparable(say("too-few-in-common"));
    }
    d.mean = sum / double(d.colours);
    d.luminancePercent = 100 * (whiteB->xyz.b / whiteA->xyz.b - 1);
    d.white = whiteDifference(whiteB->xyz, chromaticity(whiteA->xyz));
    // What both may be wrong by; k = 2, in chromaticity as CIEDE2000 of white by differences of x and y.
    const Accuracy ofA = a.accuracy(), ofB = b.accuracy();
    d.luminanceK2 = 200 * std::hypot(ofA.luminance, ofB.luminance);
    const double xy = 2 * std::hypot(ofA.xy, ofB.xy);
    const Chromaticity w = chromaticity(whiteA->xyz);
    const double alongX = whiteDifference(xyzOf({w.x + xy, w.y}, whiteA->xyz.b), w),
                 alongY = whiteDifference(xyzOf({w.x, w.y + xy}, whiteA->xyz.b), w);
    d.whiteK2 = std::hypot(alongX, alongY);
    d.withinDoubt = std::abs(d.luminancePercent) <= d.luminanceK2 && d.white <= d.whiteK2;
    // Instruments that may be wrong by much explain any difference; displays calibrated by each would not look alike (common practice, no published
    // source: twice what a studio allows of one display).
    const Tolerance studio = *builtInTolerance("studio");
    d.agree = d.withinDoubt && std::abs(d.luminancePercent) <= 2 * studio.luminancePercent && d.white <= 2 * studio.whiteDeltaE;
    const auto four = [](const SurveyRecord &r) -> std::optional<FourColours> {
        const Measurement *red = r.named("red"), *green = r.named("green"), *blue = r.named("blue"), *white = r.named("white");
        if (red == nullptr || green == nullptr || blue == nullptr) {
            return {};
        }
        return FourColours{red->xyz, green->xyz, blue->xyz, white->xyz};
    };
    const auto reference = four(a), instrument = four(b);
    const auto matrix = reference && instrument ? fourColourMatrix(*reference, *instrument) : Result<Eigen::Matrix3d>(Error{});
    if (matrix) {
        MatrixCorrection m;
        m.matrix = matrix.value();
        m.instrumentModel = b.instrument.model;
        m.instrumentSerial = b.instrument.serial;
        m.referenceModel = a.instrument.model;
        m.referenceSerial = a.instrument.serial;
        m.technology = b.display.technology;
        m.display = b.display.model;
        m.made = b.started;
        d.correction = m;
    }
    return d;
}

} // namespace lamp
