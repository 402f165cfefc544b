// SPDX-License-Identifier: GPL-3.0-or-later
// The whole record, exactly, and back.
#include "visit/record.h"

#include "visit/record_parts.h"

#include "base/base16.h"
#include "base/json.h"
#include "base/names.h"
#include "colour/cct.h"
#include "device/bench_json.h"
#include "measure/measurement_json.h"
#include <cmath>
#include <numbers>
#include <sstream>

namespace lamp {

using Json = nlohmann::json;

namespace {

template <typename Tag> Json exact(const Triple<Tag> &t)
{
    return {t.a, t.b, t.c};
}

template <typename T> T tripleFrom(const Json &j)
{
    return {numberOrNaN(j.at(0)), numberOrNaN(j.at(1)), numberOrNaN(j.at(2))};
}

std::map<std::string, double> figuresFrom(const Json &j)
{
    std::map<std::string, double> all;
    for (const auto &[name, value] : j.items()) {
        all[name] = numberOrNaN(value);
    }
    return all;
}

Json primariesJson(const Primaries &p)
{
    return {{"red", exact(p.red)}, {"green", exact(p.green)}, {"blue", exact(p.blue)}, {"white", exact(p.white)}, {"black", exact(p.black)}};
}

Primaries primariesFrom(const Json &j)
{
    return {tripleFrom<XYZ>(j.at("red")), tripleFrom<XYZ>(j.at("green")), tripleFrom<XYZ>(j.at("blue")), tripleFrom<XYZ>(j.at("white")),
            tripleFrom<XYZ>(j.at("black"))};
}

Bytes profileFrom(const Json &text)
{
    auto bytes = fromBase16(text.get<std::string>());
    if (!bytes) {
        throw Unreadable(say("its-profile-damaged"));
    }
    return std::move(*bytes);
}

MatrixCorrection correctionFrom(const Json &j)
{
    const auto c = correctionFromJson(j.dump());
    if (!c) {
        throw Unreadable(c.error().what);
    }
    return c.value();
}

Json matchedJson(const Matched &m)
{
    Json j{m.display, m.technology, m.instrument};
    if (m.byEye) {
        for (const Json &part : {Json(m.byEye->du), Json(m.byEye->dv), Json(m.byEye->luminancePercent), Json(m.byEye->day)}) {
            j.push_back(part);
        }
    }
    return j;
}

Json planJson(const VisitPlan &p)
{
    Json j{{"task", taskName(p.task)},
           {"effort", effortName(p.effort)},
           {"target", Json::parse(targetToJson(p.target))},
           {"tolerance", Json::parse(toleranceToJson(p.tolerance))},
           {"instrument", p.instrument},
           {"icc", p.iccVersion},
           {"profile_kind", profileKindName(p.profileKind)},
           {"curves", curveFormName(p.curves)},
           {"perceptual_source", p.perceptualSource},
           {"mode", p.mode},
           {"profile_name", p.profileName},
           {"grid", p.grid},
           {"by", p.by},
           {"wait", p.waitForWarmUp},
           {"profile_in", base16(p.profileIn)},
           {"profile_in_name", p.profileInName},
           {"matrix", p.matrix ? correctionJson(*p.matrix) : Json(nullptr)},
           {"matched", p.matched ? matchedJson(*p.matched) : Json(nullptr)},
           {"earlier", p.earlier ? Json::parse(earlierToJson(*p.earlier)) : Json(nullptr)}};
    if (p.at != VisitPlan{}.at) {
        j["at"] = p.at;
    }
    if (p.gentle) {
        j["gentle"] = true;
    }
    if (p.warmUpMinutes > 0) {
        j["warm_up_minutes"] = p.warmUpMinutes;
    }
    return j;
}

VisitPlan planFrom(const Json &j)
{
    VisitPlan p;
    // What cannot be read is never replaced by something usual: a visit judged by another target would be another visit.
    const auto known = [&j](const char *key, const auto &fromName) {
        const auto value = fromName(j.at(key).get<std::string>());
        if (!value) {
            throw Unreadable(say("value-not-known", key, j.at(key).get<std::string>()));
        }
        return *value;
    };
    const auto target = targetFromJson(j.at("target").dump());
    const auto tolerance = toleranceFromJson(j.at("tolerance").dump());
    if (!target || !tolerance) {
        throw Unreadable(target ? tolerance.error().what : target.error().what);
    }
    p.target = target.value();
    p.tolerance = tolerance.value();
    p.task = known("task", taskFromName);
    p.effort = known("effort", effortFromName);
    p.instrument = j.at("instrument").get<int>();
    p.iccVersion = j.at("icc").get<int>();
    p.profileKind = known("profile_kind", profileKindFromName);
    p.mode = j.at("mode").get<std::string>();
    p.profileName = j.at("profile_name").get<std::string>();
    p.grid = j.value("grid", 33);
    p.curves = curveFormFromName(j.value("curves", "auto")).value_or(CurveForm::Auto);
    p.perceptualSource = j.value("perceptual_source", "Rec. 2020"); // which earlier versions took
    p.by = j.at("by").get<std::string>();
    p.waitForWarmUp = j.at("wait").get<bool>();
    p.gentle = j.value("gentle", false);
    const auto at = j.value("at", VisitPlan{}.at);
    p.at = {std::clamp(at[0], 0.0, 1.0), std::clamp(at[1], 0.0, 1.0)};
    p.warmUpMinutes = std::clamp(j.value("warm_up_minutes", 0.0), 0.0, kLongestWarmUpMinutes);
    p.profileIn = profileFrom(j.at("profile_in"));
    p.profileInName = j.at("profile_in_name").get<std::string>();
    if (j.contains("matrix") && !j.at("matrix").is_null()) {
        p.matrix = correctionFrom(j.at("matrix"));
    }
    if (j.contains("matched") && !j.at("matched").is_null()) {
        const Json &m = j.at("matched");
        p.matched = Matched{m.at(0).get<std::string>(), m.at(1).get<std::string>(), m.at(2).get<std::string>(), {}};
        if (m.size() > 3) {
            p.matched->byEye = {m.at(3).get<double>(), m.at(4).get<double>(), m.at(5).get<double>(), m.at(6).get<std::string>()};
        }
    }
    if (j.contains("earlier") && !j.at("earlier").is_null()) {
        p.earlier = earlierFromJson(j.at("earlier").dump());
    }
    return p;
}

/// In thousandths, as weigh() says it.
Json expandedJson(const Expanded &k2)
{
    const auto thousandths = [](double k) { return std::isfinite(k) ? Json(std::llround(std::min(k, 1e12) * 1000)) : Json(nullptr); };
    return {thousandths(k2.instrument), thousandths(k2.absolute)};
}

/// Of earlier versions: one uncertainty that noise and a guess of the instrument's error had gone into.
Expanded expandedFrom(const Json &j)
{
    return j.is_array() ? Expanded{numberOrNaN(j.at(0)) / 1000, numberOrNaN(j.at(1)) / 1000} : Expanded{};
}

/// Everything of a verification, with all figures.
Json exactVerificationJson(const Verification &v)
{
    Json colours = Json::array();
    for (const VerifiedColour &c : v.colours) {
        colours.push_back({{"name", c.colour.name},
                           {"rgb", exact(c.colour.rgb)},
                           {"wanted", exact(c.colour.wanted)},
                           {"XYZ", exact(c.xyz)},
                           {"sigma", exact(c.sigma)},
                           {"measured", exact(c.measured)},
                           {"delta_e", c.deltaE},
                           {"k2", expandedJson(c.k2)}});
    }
    return {{"colours", colours},
            {"white", exact(v.white.xyz)},
            {"white_sigma", exact(v.white.sigma)},
            {"white_moved", exact(v.white.moved)},
            {"mean", v.mean},
            {"max", v.max},
            {"p95", v.p95}};
}

Verification verificationFrom(const Json &j)
{
    Verification v;
    v.mean = numberOrNaN(j.at("mean"));
    v.max = numberOrNaN(j.at("max"));
    v.p95 = numberOrNaN(j.at("p95"));
    if (j.contains("colours")) {
        v.white.xyz = tripleFrom<XYZ>(j.at("white"));
        if (j.contains("white_sigma")) {
            v.white.sigma = tripleFrom<XYZ>(j.at("white_sigma"));
            v.white.moved = tripleFrom<XYZ>(j.at("white_moved"));
        }
        for (const Json &c : j.at("colours")) {
            v.colours.push_back({{c.at("name").get<std::string>(), tripleFrom<Lab>(c.at("wanted")), tripleFrom<Drive>(c.at("rgb"))},
                                 tripleFrom<XYZ>(c.at("XYZ")),
                                 tripleFrom<XYZ>(c.at("sigma")),
                                 tripleFrom<Lab>(c.at("measured")),
                                 numberOrNaN(c.at("delta_e")),
                                 expandedFrom(c.value("k2", Json()))});
        }
        return v;
    }
    // As earlier versions wrote it.
    for (const Json &p : j.at("patches")) {
        VerifiedColour c;
        c.colour = {p.at("name").get<std::string>(), tripleFrom<Lab>(p.at("expected_lab")), tripleFrom<Drive>(p.at("rgb"))};
        c.measured = tripleFrom<Lab>(p.at("measured_lab"));
        c.deltaE = numberOrNaN(p.at("delta_e_00"));
        v.colours.push_back(c);
    }
    return v;
}

Json doubtJson(const FigureDoubt &doubt)
{
    Json all = Json::object();
    for (const NamedDoubt &d : kDoubts) {
        all[d.name] = {(doubt.*d.member).instrument, (doubt.*d.member).absolute};
    }
    return all;
}

/// By space: coverage and volume; in hundredths coverage with black, area in u'v' and in xy.
Json exactGamutJson(const std::vector<SpaceCoverage> &all)
{
    const auto hundredths = [](double percent) {
        return std::isfinite(percent) ? Json(std::llround(100 * std::clamp(percent, -1e6, 1e6))) : Json(nullptr);
    };
    Json json = Json::object();
    for (const SpaceCoverage &c : all) {
        json[c.space] = {c.coverage, c.volume, hundredths(c.coverageWithBlack), hundredths(c.areaUv), hundredths(c.areaXy)};
    }
    return json;
}

std::vector<SpaceCoverage> gamutFrom(const Json &record)
{
    std::vector<SpaceCoverage> all;
    if (record.contains("gamut")) {
        for (const auto &[space, c] : record.at("gamut").items()) {
            all.push_back({space, numberOrNaN(c.at(0)), numberOrNaN(c.at(2)) / 100, numberOrNaN(c.at(1)), numberOrNaN(c.at(3)) / 100,
                           numberOrNaN(c.at(4)) / 100});
        }
        return all;
    }
    // Versions up to 7 knew one coverage, with the display's black as it is, and a volume of the same.
    const Json &volumes = record.at("volume");
    for (const auto &[space, coverage] : record.at("coverage").items()) {
        const double unknown = std::nan("");
        all.push_back({space, unknown, numberOrNaN(coverage), numberOrNaN(volumes.value(space, Json())), unknown, unknown});
    }
    return all;
}

Json exactGrayJson(const GrayJudgement &g)
{
    Json grays = Json::array();
    for (const GrayResult &r : g.grays) {
        grays.push_back({{"drive", r.drive},
                         {"XYZ", exact(r.xyz)},
                         {"sigma", exact(r.sigma)},
                         {"delta_e_00", r.deltaE},
                         {"gamma", r.gamma},
                         {"k2", expandedJson(r.k2)}});
    }
    return {{"delta_e_00_mean", g.mean}, {"delta_e_00_max", g.max}, {"gamma_mean", g.gammaMean}, {"grays", grays}};
}

GrayJudgement grayFrom(const Json &j)
{
    GrayJudgement g;
    g.mean = numberOrNaN(j.at("delta_e_00_mean"));
    g.max = numberOrNaN(j.at("delta_e_00_max"));
    g.gammaMean = numberOrNaN(j.at("gamma_mean"));
    for (const Json &r : j.at("grays")) {
        g.grays.push_back({numberOrNaN(r.at("drive")), tripleFrom<XYZ>(r.at("XYZ")), r.contains("sigma") ? tripleFrom<XYZ>(r.at("sigma")) : XYZ{},
                           numberOrNaN(r.at("delta_e_00")), numberOrNaN(r.at("gamma")), expandedFrom(r.value("k2", Json()))});
    }
    return g;
}

Json trimJson(const Trim &t)
{
    return {{"before", t.before},
            {"after", t.after},
            {"primaries", primariesJson(t.primaries)},
            {"white", exact(t.white)},
            {"target_white", {t.targetWhite.x, t.targetWhite.y}},
            {"target_luminance", t.targetLuminance},
            {"reachable_luminance", t.reachableLuminance},
            {"moves", t.moves},
            {"saturated_above", t.saturatedAbove ? Json(*t.saturatedAbove) : Json(nullptr)},
            {"advice", messageJson(t.advice)}};
}

Trim trimFrom(const Json &j)
{
    Trim t;
    t.before = j.at("before").get<MenuModel::Settings>();
    t.after = j.at("after").get<MenuModel::Settings>();
    t.primaries = primariesFrom(j.at("primaries"));
    t.white = tripleFrom<XYZ>(j.at("white"));
    t.targetWhite = {numberOrNaN(j.at("target_white").at(0)), numberOrNaN(j.at("target_white").at(1))};
    t.targetLuminance = numberOrNaN(j.at("target_luminance"));
    t.reachableLuminance = numberOrNaN(j.at("reachable_luminance"));
    if (j.contains("saturated_above") && !j.at("saturated_above").is_null()) {
        t.saturatedAbove = j.at("saturated_above").get<double>();
    }
    t.moves = j.at("moves").get<int>();
    t.advice = messageFrom(j.at("advice"));
    return t;
}

} // namespace

Json correctionJson(const MatrixCorrection &c)
{
    return Json::parse(correctionToJson(c));
}

std::string recordToJson(const VisitRecord &record)
{
    return jsonText(recordJson(record));
}

Json recordJson(const VisitRecord &r)
{
    Json lines = Json::array();
    for (const auto &[stage, l] : r.lines) {
        lines.push_back({stageName(stage), int(l.state), messageJson(l.summary), isoTime(l.at), l.by, l.note});
    }
    Json checks = Json::array();
    for (const Check &c : r.checks) {
        checks.push_back({c.code, c.value, c.limit, c.k2.instrument, c.unit, int(c.verdict), c.k2.absolute, scopeName(c.scope)});
    }
    return {{"id", r.id},
            {"display_key", r.displayKey},
            {"plan", planJson(r.plan)},
            {"bench", benchjson::toJson(r.bench)},
            {"display", benchjson::toJson(r.display)},
            {"instrument", benchjson::toJson(r.instrument)},
            {"correction", r.correction},
            {"started", isoTime(r.started)},
            {"finished", isoTime(r.finished)},
            {"lines", lines},
            {"states", statesJson(r.states)},
            {"warm_up", r.warmUpSeconds},
            {"warm_up_stable", r.warmUpStable},
            {"bench_seconds", r.benchSeconds},
            {"room_lux", r.roomLux ? Json(*r.roomLux) : Json(nullptr)},
            {"controls", r.controls},
            {"trim", r.trim ? trimJson(*r.trim) : Json(nullptr)},
            {"aim", r.aimLuminance},
            {"aim_white", {r.aimWhite.x, r.aimWhite.y}},
            {"calibrated", primariesJson(r.calibrated)},
            {"ramps", {r.ramps.r, r.ramps.g, r.ramps.b}},
            {"gray", exactGrayJson(r.gray)},
            {"light", r.light},
            {"native_light", r.nativeLight},
            {"expected_error", r.expectedError},
            {"quantisation_floor", r.quantisationFloor},
            {"set_aside", r.setAside},
            {"correction_doubtful", r.correctionDoubtful},
            {"matrix", r.matrix ? correctionJson(*r.matrix) : Json(nullptr)},
            {"profile", base16(r.profile)},
            {"verification", exactVerificationJson(r.verification)},
            {"doubt", doubtJson(r.doubt)},
            {"gamut", exactGamutJson(r.gamut)},
            {"checks", checks},
            {"verdict", int(r.verdict)},
            {"reasons", messagesJson(r.reasons)},
            {"warnings", messagesJson(r.warnings)}};
}

namespace {

/// The code of a check by the name that records of version 7 and before gave it.
std::string checkCode(const std::string &name)
{
    static const std::map<std::string, std::string> old{
        {"Mean difference", "colour-mean"}, {"Largest difference", "colour-max"}, {"White", "white"},
        {"Luminance", "luminance"},         {"Gray mean", "gray-mean"},           {"Gray largest", "gray-max"}};
    const auto it = old.find(name);
    return it != old.end() ? it->second : name;
}

StageLine lineFrom(const Json &cells, size_t first)
{
    return {LineState(std::clamp(cells.at(first).get<int>(), 0, 4)), messageFrom(cells.at(first + 1)),
            fromIsoTime(cells.at(first + 2).get<std::string>()), cells.at(first + 3).get<std::string>(),
            cells.size() > first + 4 ? cells.at(first + 4).get<std::string>() : std::string()};
}

/// Each line begins with its stage's name; records of version 9 and before have all eleven stages in order, unnamed.
void readLines(const Json &lines, VisitRecord &r)
{
    r.lines = Worklist(r.plan.task);
    for (size_t i = 0; i < lines.size(); ++i) {
        const bool isNamed = lines[i].at(0).is_string();
        const auto stage =
            isNamed ? stageFromName(lines[i].at(0).get<std::string>()) : (i < allStages().size() ? std::optional(allStages()[i]) : std::nullopt);
        if (!stage) {
            continue;
        }
        const StageLine line = lineFrom(lines[i], isNamed ? 1 : 0);
        // What a newer program does not do in such a visit any more still was done.
        if (r.lines.find(*stage) != nullptr || line.state == LineState::Done || line.state == LineState::Skipped) {
            r.lines.put(*stage, line);
        }
    }
}

void readFindings(const Json &j, VisitRecord &r)
{
    r.gray = grayFrom(j.at("gray"));
    r.verification = verificationFrom(j.at("verification"));
    for (const NamedDoubt &d : kDoubts) {
        if (j.contains("doubt")) {
            const Json &k2 = j.at("doubt").at(d.name);
            r.doubt.*d.member = {numberOrNaN(k2.at(0)), numberOrNaN(k2.at(1))};
        }
    }
    r.gamut = gamutFrom(j);
    for (const Json &c : j.at("checks")) {
        // Earlier versions knew one uncertainty only, and judged by what the instrument saw.
        const Expanded k2{numberOrNaN(c.at(3)), c.size() > 7 ? numberOrNaN(c.at(6)) : std::nan("")};
        const auto scope = c.size() > 7 ? scopeFromName(c.at(7).get<std::string>()) : Scope::Instrument;
        // A verdict is worked out from figure, limit and uncertainty, whatever a file says of it.
        r.checks.push_back(check(checkCode(c.at(0).get<std::string>()), numberOrNaN(c.at(1)), numberOrNaN(c.at(2)), k2,
                                 scope.value_or(Scope::Instrument), c.at(4).get<std::string>()));
    }
    // What else spoke against it (a faulty profile) can only have made it worse.
    const auto kept = Verdict(std::clamp(j.at("verdict").get<int>(), 0, 2));
    r.verdict = r.checks.empty() ? kept : worse(kept, overall(r.checks));
    r.reasons = messagesFrom(j.at("reasons"));
    r.warnings = messagesFrom(j.at("warnings"));
}

} // namespace

Result<VisitRecord> recordFromJson(const std::string &text)
{
    const auto parsed = parseJson(text);
    if (!parsed) {
        return Error{ErrorKind::Storage, say("stored-visit-unreadable", parsed.error().what), say("left-as-it-is"), {}, "record", false};
    }
    return recordOf(parsed.value());
}

Result<VisitRecord> recordOf(const Json &j)
{
    try {
        VisitRecord r;
        r.id = j.at("id").get<std::string>();
        r.displayKey = j.at("display_key").get<std::string>();
        r.plan = planFrom(j.at("plan"));
        const auto bench = benchjson::benchInfo(j.at("bench"));
        const auto display = benchjson::displayInfo(j.at("display"));
        const auto instrument = benchjson::instrumentInfo(j.at("instrument"));
        if (!bench || !display || !instrument) {
            return Error{ErrorKind::Storage, say("stored-visit-damaged"), say("left-as-it-is"), {}, "record", false};
        }
        r.bench = bench.value();
        r.display = display.value();
        r.instrument = instrument.value();
        r.correction = j.at("correction").get<std::string>();
        r.started = fromIsoTime(j.at("started").get<std::string>());
        r.finished = fromIsoTime(j.at("finished").get<std::string>());
        readLines(j.at("lines"), r);
        if (j.contains("states")) {
            r.states = statesFromJson(j.at("states"));
        }
        r.warmUpSeconds = numberOrNaN(j.at("warm_up"));
        r.warmUpStable = j.at("warm_up_stable").get<bool>();
        r.benchSeconds = numberOrNaN(j.at("bench_seconds"));
        if (!j.at("room_lux").is_null()) {
            r.roomLux = j.at("room_lux").get<double>();
        }
        r.controls = figuresFrom(j.at("controls"));
        if (!j.at("trim").is_null()) {
            r.trim = trimFrom(j.at("trim"));
        }
        r.aimLuminance = numberOrNaN(j.at("aim"));
        if (j.contains("aim_white")) {
            r.aimWhite = {numberOrNaN(j.at("aim_white").at(0)), numberOrNaN(j.at("aim_white").at(1))};
        }
        r.calibrated = primariesFrom(j.at("calibrated"));
        for (int c = 0; c < 3; ++c) {
            r.ramps.channel(c) = j.at("ramps").at(size_t(c)).get<std::vector<double>>();
            r.light[size_t(c)] = j.at("light").at(size_t(c)).get<std::vector<double>>();
            if (j.contains("native_light")) {
                r.nativeLight[size_t(c)] = j.at("native_light").at(size_t(c)).get<std::vector<double>>();
            }
        }
        // Records of earlier versions lack these.
        r.expectedError = j.contains("expected_error") ? numberOrNaN(j.at("expected_error")) : 0;
        r.quantisationFloor = j.contains("quantisation_floor") ? numberOrNaN(j.at("quantisation_floor")) : 0;
        r.setAside = j.value("set_aside", std::vector<int>{});
        r.correctionDoubtful = j.value("correction_doubtful", false);
        if (j.contains("matrix") && !j.at("matrix").is_null()) {
            r.matrix = correctionFrom(j.at("matrix"));
        }
        r.profile = profileFrom(j.at("profile"));
        readFindings(j, r);
        return r;
    } catch (const std::exception &e) {
        return Error{ErrorKind::Storage, say("stored-visit-unreadable", reasonOf(e)), say("left-as-it-is"), {}, "record", false};
    }
}

} // namespace lamp
