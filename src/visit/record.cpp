// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/record.h"

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

struct StageText {
    const char *name, *title; ///< in files; the code of the heading
};
constexpr std::array<StageText, kStages> kStageTexts{{{"prepare", "stage-prepare"},
                                                      {"room light", "stage-room-light"},
                                                      {"target", "stage-target"},
                                                      {"place", "stage-place"},
                                                      {"warm-up", "stage-warm-up"},
                                                      {"trim", "stage-trim"},
                                                      {"calibrate", "stage-calibrate"},
                                                      {"profile", "stage-profile"},
                                                      {"verify", "stage-verify"},
                                                      {"look", "stage-look"},
                                                      {"sign off", "stage-sign-off"}}};
constexpr std::array<const char *, 4> kTasks{"full", "refresh", "check", "profile"};
constexpr std::array<const char *, 3> kEfforts{"quick", "standard", "thorough"};

constexpr std::array<const char *, 3> kProfileKinds{"auto", "matrix", "lut"};

// nlohmann turns NaN into null; keep files readable by rounding what no instrument resolves.
Json rounded(double v, int decimals = 6)
{
    if (!std::isfinite(v)) {
        return nullptr;
    }
    const double k = std::pow(10.0, decimals);
    return std::round(v * k) / k;
}

template <typename Tag> Json list(const Triple<Tag> &t, int decimals = 4)
{
    return {rounded(t.a, decimals), rounded(t.b, decimals), rounded(t.c, decimals)};
}

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

/// \note reflected light is worked out for a usual screen, not read
Json roomJson(const VisitRecord &r)
{
    const auto seen = r.inRoom();
    return seen ? Json{{"lux_at_desk", rounded(*r.roomLux, 1)},
                       {"reflected_cd_m2_estimated", rounded(seen->reflected, 3)},
                       {"contrast_estimated", rounded(seen->contrast, 0)}}
                : Json(nullptr);
}

Json whiteJson(const VisitRecord &r)
{
    const XYZ &w = r.calibrated.white;
    const Chromaticity c = chromaticity(w);
    return {{"x", rounded(c.x, 5)},
            {"y", rounded(c.y, 5)},
            {"Y", rounded(w.b, 3)},
            {"cct_k", w.b > 0 && cctOf(c).meaningful() ? rounded(cctOf(c).kelvin, 0) : Json(nullptr)},
            {"delta_e_00", w.b > 0 ? rounded(whiteDifference(w, r.targetWhite()), 3) : Json(nullptr)}};
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

std::string base16(const Bytes &bytes)
{
    constexpr const char *digits = "0123456789abcdef";
    std::string text;
    text.reserve(bytes.size() * 2);
    for (const auto b : bytes) {
        text += digits[b >> 4];
        text += digits[b & 15];
    }
    return text;
}

Bytes fromBase16(const std::string &text)
{
    Bytes bytes;
    bytes.reserve(text.size() / 2);
    const auto digit = [](char c) { return c >= '0' && c <= '9' ? c - '0' : (c >= 'a' && c <= 'f' ? c - 'a' + 10 : -1); };
    for (size_t i = 0; i + 1 < text.size(); i += 2) {
        const int high = digit(text[i]), low = digit(text[i + 1]);
        if (high < 0 || low < 0) {
            throw Unreadable(say("its-profile-damaged"));
        }
        bytes.push_back(std::uint8_t(high << 4 | low));
    }
    return bytes;
}

Json correctionJson(const MatrixCorrection &c)
{
    return Json::parse(correctionToJson(c));
}

MatrixCorrection correctionFrom(const Json &j)
{
    const auto c = correctionFromJson(j.dump());
    if (!c) {
        throw Unreadable(c.error().what);
    }
    return c.value();
}

Json planJson(const VisitPlan &p)
{
    return {{"task", taskName(p.task)},
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
            {"matched", p.matched ? Json{p.matched->display, p.matched->technology, p.matched->instrument} : Json(nullptr)},
            {"earlier", p.earlier ? Json::parse(earlierToJson(*p.earlier)) : Json(nullptr)}};
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
    p.profileIn = fromBase16(j.at("profile_in").get<std::string>());
    p.profileInName = j.at("profile_in_name").get<std::string>();
    if (j.contains("matrix") && !j.at("matrix").is_null()) {
        p.matrix = correctionFrom(j.at("matrix"));
    }
    if (j.contains("matched") && !j.at("matched").is_null()) {
        const Json &m = j.at("matched");
        p.matched = {m.at(0).get<std::string>(), m.at(1).get<std::string>(), m.at(2).get<std::string>()};
    }
    if (j.contains("earlier") && !j.at("earlier").is_null()) {
        p.earlier = earlierFromJson(j.at("earlier").dump());
    }
    return p;
}

Json verificationJson(const Verification &v, const FigureDoubt &doubt)
{
    Json patches = Json::array();
    for (const VerifiedColour &c : v.colours) {
        patches.push_back({{"name", c.colour.name},
                           {"rgb", list(c.colour.rgb, 6)},
                           {"expected_lab", list(c.colour.wanted)},
                           {"measured_lab", list(c.measured)},
                           {"delta_e_00", rounded(c.deltaE, 4)},
                           {"instrument_k2", rounded(c.k2.instrument, 4)},
                           {"absolute_k2", rounded(c.k2.absolute, 4)},
                           {"XYZ", list(c.xyz, 6)},
                           {"sigma_XYZ", list(c.sigma, 7)}});
    }
    return {{"metric", "CIEDE2000"},
            {"mean", rounded(v.mean, 4)},
            {"max", rounded(v.max, 4)},
            {"p95", rounded(v.p95, 4)},
            {"within_95_percent", rounded(mostColoursWithin(v), 3)},
            {"mean_uncertainty_k2", rounded(doubt.mean.absolute, 4)},
            {"max_uncertainty_k2", rounded(doubt.max.absolute, 4)},
            {"white_XYZ", list(v.white.xyz, 5)},
            {"patches", patches}};
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

struct NamedDoubt {
    const char *name;
    Expanded FigureDoubt::*member;
};
constexpr std::array<NamedDoubt, 10> kDoubts{{{"white_x", &FigureDoubt::whiteX},
                                              {"white_y", &FigureDoubt::whiteY},
                                              {"luminance_cd_m2", &FigureDoubt::luminance},
                                              {"black_cd_m2", &FigureDoubt::black},
                                              {"white", &FigureDoubt::white},
                                              {"luminance_percent", &FigureDoubt::luminancePercent},
                                              {"gray_mean", &FigureDoubt::grayMean},
                                              {"gray_max", &FigureDoubt::grayMax},
                                              {"mean", &FigureDoubt::mean},
                                              {"max", &FigureDoubt::max}}};

Json doubtJson(const FigureDoubt &doubt)
{
    Json all = Json::object();
    for (const NamedDoubt &d : kDoubts) {
        all[d.name] = {(doubt.*d.member).instrument, (doubt.*d.member).absolute};
    }
    return all;
}

/// What the verdict rests on: each figure by the tolerance's own formula against its limit.
Json judgedJson(const VisitRecord &r)
{
    Json figures = Json::array();
    for (const Check &c : r.checks) {
        figures.push_back({{"figure", c.code},
                           {"value", rounded(c.value, 4)},
                           {"unit", c.unit},
                           {"limit", rounded(c.limit, 4)},
                           {"instrument_k2", rounded(c.k2.instrument, 4)},
                           {"absolute_k2", rounded(c.k2.absolute, 4)},
                           {"verdict", verdictName(c.verdict)}});
    }
    return {{"tolerance", r.plan.tolerance.name}, {"metric", metricName(r.plan.tolerance.metric)}, {"figures", figures}};
}

/// What changed since the visit, or the profile, that a check was given.
Json sinceJson(const VisitRecord &r)
{
    const auto change = changeSince(r);
    return change ? Json{{"date", isoTime(r.plan.earlier->at)},
                         {"luminance_percent", rounded(change->luminancePercent, 2)},
                         {"luminance_percent_k2", rounded(change->luminanceK2, 2)},
                         {"white_delta_e_00", rounded(change->white, 3)},
                         {"white_delta_e_00_k2", rounded(change->whiteK2, 3)},
                         {"same_instrument", change->sameInstrument}}
                  : Json(nullptr);
}

/// The same as the command line promises it; null where it is not known.
Json uncertaintyJson(const FigureDoubt &doubt)
{
    Json all = Json::object();
    for (const NamedDoubt &d : kDoubts) {
        const Expanded &k2 = doubt.*d.member;
        all[d.name] = {{"instrument_k2", rounded(k2.instrument)}, {"absolute_k2", rounded(k2.absolute)}};
    }
    return all;
}

Json accuracyJson(const VisitRecord &r)
{
    constexpr std::array<const char *, 3> from{"stated", "class", "matrix"};
    const Accuracy a = r.accuracy();
    return {{"xy", rounded(a.xy, 5)},
            {"Y", rounded(a.luminance, 4)},
            {"from", from[size_t(a.from)]},
            {"corrected", a.corrected},
            {"years_since_certificate", a.dated ? rounded(a.years, 2) : Json(nullptr)}};
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

/// What was seen of the display, the instrument and the room.
Json findingsJson(const VisitRecord &r, const Wording &wording)
{
    Json all = Json::array();
    for (const Message &m : r.warnings) {
        all.push_back({{"code", m.code}, {"severity", "warning"}, {"text", wording(m)}});
    }
    return all;
}

Json grayJson(const GrayJudgement &g)
{
    Json grays = Json::array();
    for (const GrayResult &r : g.grays) {
        grays.push_back({{"drive", rounded(r.drive)}, {"XYZ", list(r.xyz, 5)}, {"delta_e_00", rounded(r.deltaE, 4)}, {"gamma", rounded(r.gamma, 4)}});
    }
    return {
        {"delta_e_00_mean", rounded(g.mean, 4)}, {"delta_e_00_max", rounded(g.max, 4)}, {"gamma_mean", rounded(g.gammaMean, 4)}, {"grays", grays}};
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

std::string stageName(Stage stage)
{
    return kStageTexts[size_t(stage)].name;
}

Message titled(Stage stage)
{
    return say(kStageTexts[size_t(stage)].title);
}

Message named(Task task)
{
    return say("task-" + taskName(task));
}

Message named(Effort effort)
{
    return say("effort-" + effortName(effort));
}

std::string taskName(Task task)
{
    return kTasks[size_t(task)];
}

std::optional<Task> taskFromName(const std::string &name)
{
    return named<Task>(kTasks, name);
}

std::string effortName(Effort effort)
{
    return kEfforts[size_t(effort)];
}

std::optional<Effort> effortFromName(const std::string &name)
{
    return named<Effort>(kEfforts, name);
}

std::string profileKindName(ProfileKind kind)
{
    return kProfileKinds[size_t(kind)];
}

std::optional<ProfileKind> profileKindFromName(const std::string &name)
{
    return named<ProfileKind>(kProfileKinds, name);
}

std::optional<VisitRecord::Contrast> VisitRecord::contrast() const
{
    // A model may say what black is below the floor; nobody has measured it.
    const double floor = instrument.floorCdM2, dark = std::max(calibrated.black.b, floor);
    return calibrated.white.b > 0 && dark > 0 ? std::optional(Contrast{calibrated.white.b / dark, calibrated.black.b < floor}) : std::nullopt;
}

std::optional<VisitRecord::InRoom> VisitRecord::inRoom() const
{
    // What a matt screen throws back of the light that falls on it, evenly (common practice, no published source).
    constexpr double kReflectance = 0.01;
    if (!roomLux || !(calibrated.white.b > 0)) {
        return std::nullopt;
    }
    const double reflected = *roomLux * kReflectance / std::numbers::pi;
    const double dark = std::max(calibrated.black.b, instrument.floorCdM2) + reflected; // no darker than was measured
    return dark > 0 ? std::optional(InRoom{reflected, (calibrated.white.b + reflected) / dark}) : std::nullopt;
}

bool VisitRecord::instrumentMatched() const
{
    return !correctionDoubtful && (!correction.empty() || instrument.kind == "spectroradiometer");
}

Accuracy VisitRecord::accuracy() const
{
    return accuracyOf(instrument, instrumentMatched(), correctionDoubtful ? std::nullopt : matrix, started);
}

MatrixModel VisitRecord::asMatrix() const
{
    MatrixModel m{calibrated.matrix(), calibrated.black, light};
    m.channels *= calibrated.amounts(calibrated.white).vec().asDiagonal();
    return m;
}

Chromaticity VisitRecord::targetWhite() const
{
    if (const auto c = plan.target.white.chromaticity()) {
        return *c;
    }
    return trim ? trim->targetWhite : chromaticity(calibrated.white);
}

std::optional<Stage> VisitRecord::openStage() const
{
    for (int i = 0; i < kStages; ++i) {
        const LineState s = lines[size_t(i)].state;
        if (s != LineState::Done && s != LineState::Skipped) {
            return Stage(i);
        }
    }
    return std::nullopt;
}

std::string VisitRecord::profileName() const
{
    std::string name = plan.profileName.empty() ? kUsualName : plan.profileName;
    const std::map<std::string, std::string> values{{"{display}", display.model},         {"{serial}", display.serial},
                                                    {"{white}", plan.target.white.tag()}, {"{luminance}", fixed(aimLuminance, 0)},
                                                    {"{tone}", plan.target.tone.name()},  {"{date}", localDate(started)}};
    for (const auto &[placeholder, value] : values) {
        for (size_t at = name.find(placeholder); at != std::string::npos; at = name.find(placeholder, at + value.size())) {
            name.replace(at, placeholder.size(), value);
        }
    }
    return name;
}

std::map<std::string, std::string> factsOfVisit(const VisitRecord &r)
{
    std::map<std::string, std::string> facts{{"visit_task", taskName(r.plan.task)},
                                             {"visit_target", jsonText(Json::parse(targetToJson(r.plan.target)))},
                                             {"visit_tolerance", jsonText(Json::parse(toleranceToJson(r.plan.tolerance)))},
                                             {"display_facts", jsonText(benchjson::toJson(r.display))},
                                             {"instrument_facts", jsonText(benchjson::toJson(r.instrument))}};
    if (r.matrix) {
        facts["correction_matrix"] = jsonText(correctionJson(*r.matrix));
    }
    // A check judges by a profile that its readings do not tell of: at least how that sees white.
    if (const auto profile = Profile::open(r.profile); r.plan.task == Task::Check && profile) {
        const Eigen::Matrix<double, 3, 3, Eigen::RowMajor> chad = profile->chad();
        facts["profile_chad"] = jsonText(Json(std::vector<double>(chad.data(), chad.data() + 9)));
    }
    return facts;
}

namespace {

Json worded(const std::vector<Message> &messages, const Wording &wording)
{
    Json all = Json::array();
    for (const Message &m : messages) {
        all.push_back(wording(m));
    }
    return all;
}

/// The code of a check by the name that records of version 7 and before gave it.
std::string checkCode(const std::string &name)
{
    static const std::map<std::string, std::string> old{
        {"Mean difference", "colour-mean"}, {"Largest difference", "colour-max"}, {"White", "white"},
        {"Luminance", "luminance"},         {"Gray mean", "gray-mean"},           {"Gray largest", "gray-max"}};
    const auto it = old.find(name);
    return it != old.end() ? it->second : name;
}

} // namespace

std::string visitJson(const VisitRecord &r, const Wording &wording)
{
    const Chromaticity white = r.targetWhite();
    const auto luminance = r.plan.target.luminance.value();
    const auto contrast = r.contrast();
    Json warmUp = rounded(r.warmUpSeconds, 1);
    Json json{{"schema", "dutiful-lamp/visit/1"},
              {"task", taskName(r.plan.task)},
              {"effort", effortName(r.plan.effort)},
              {"display",
               {{"model", r.display.model},
                {"serial", r.display.serial},
                {"technology", r.display.technology},
                {"mode", r.plan.mode.empty() ? r.display.mode : r.plan.mode},
                {"controls", r.controls}}},
              {"instrument",
               {{"model", r.instrument.model},
                {"serial", r.instrument.serial},
                {"kind", r.instrument.kind},
                {"correction", r.correction.empty() ? Json(nullptr) : Json(r.correction)}}},
              {"target",
               {{"name", r.plan.target.name},
                {"white", {{"x", rounded(white.x, 5)}, {"y", rounded(white.y, 5)}}},
                {"luminance_cd_m2", rounded(luminance.value_or(r.aimLuminance), 3)},
                {"tone", r.plan.target.tone.name()}}},
              {"tolerance", Json::parse(toleranceToJson(r.plan.tolerance))},
              {"started", isoTime(r.started)},
              {"finished", isoTime(r.finished)},
              {"readings", r.readings.size()},
              {"bench_seconds", rounded(r.benchSeconds, 1)},
              {"warm_up_seconds", warmUp},
              {"room_lux", r.roomLux ? rounded(*r.roomLux, 1) : Json(nullptr)},
              {"room", roomJson(r)},
              {"calibration",
               {{"white", whiteJson(r)},
                {"black_cd_m2", rounded(r.calibrated.black.b, 5)},
                {"contrast", contrast && !contrast->atLeast ? rounded(contrast->value, 0) : Json(nullptr)},
                {"contrast_at_least", contrast ? Json(std::floor(contrast->value)) : Json(nullptr)},
                {"gray", grayJson(r.gray)},
                {"expected_error_delta_e_00", rounded(r.expectedError, 3)},
                {"gray_floor_delta_e_00", rounded(r.quantisationFloor, 3)}}},
              {"verification", verificationJson(r.verification, r.doubt)},
              {"gamut", gamutJson(r.gamut)},
              {"uncertainty", uncertaintyJson(r.doubt)},
              {"accuracy_k1", accuracyJson(r)},
              {"judged", judgedJson(r)},
              {"since", sinceJson(r)},
              {"scope", r.checks.empty() || !std::isfinite(r.checks.front().k2.absolute) ? Json(nullptr) : Json(scopeName(r.checks.front().scope))},
              {"findings", findingsJson(r, wording)},
              {"verdict", verdictName(r.verdict)},
              {"reasons", worded(r.reasons, wording)},
              {"warnings", worded(r.warnings, wording)},
              {"reason_codes", messagesJson(r.reasons)},
              {"warning_codes", messagesJson(r.warnings)}};
    Json stages = Json::array();
    constexpr std::array<const char *, 5> states{"pending", "running", "done", "skipped", "failed"};
    for (int i = 0; i < kStages; ++i) {
        const StageLine &l = r.lines[size_t(i)];
        stages.push_back({{"stage", stageName(Stage(i))},
                          {"state", states[size_t(l.state)]},
                          {"summary", wording(l.summary)},
                          {"at", isoTime(l.at)},
                          {"by", l.by}});
    }
    json["stages"] = stages;
    Json measurements = Json::array();
    for (const Measurement &m : r.readings) {
        measurements.push_back(measurementJson(m));
    }
    json["measurements"] = std::move(measurements);
    json.update(statesJson(r.states));
    for (const auto &[name, value] : factsOfVisit(r)) {
        json[name] = value[0] == '{' || value[0] == '[' ? Json::parse(value) : Json(value);
    }
    return jsonText(json, 2);
}

std::string recordToJson(const VisitRecord &record)
{
    return jsonText(recordJson(record));
}

Json recordJson(const VisitRecord &r)
{
    Json lines = Json::array();
    for (const StageLine &l : r.lines) {
        lines.push_back({int(l.state), messageJson(l.summary), isoTime(l.at), l.by});
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

void readLines(const Json &lines, VisitRecord &r)
{
    for (size_t i = 0; i < size_t(kStages) && i < lines.size(); ++i) {
        r.lines[i] = {LineState(std::clamp(lines[i].at(0).get<int>(), 0, 4)), messageFrom(lines[i].at(1)),
                      fromIsoTime(lines[i].at(2).get<std::string>()), lines[i].at(3).get<std::string>()};
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
        r.checks.push_back({checkCode(c.at(0).get<std::string>()), numberOrNaN(c.at(1)), numberOrNaN(c.at(2)), k2, scope.value_or(Scope::Instrument),
                            c.at(4).get<std::string>(), Verdict(std::clamp(c.at(5).get<int>(), 0, 2))});
    }
    r.verdict = Verdict(std::clamp(j.at("verdict").get<int>(), 0, 2));
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
        r.profile = fromBase16(j.at("profile").get<std::string>());
        readFindings(j, r);
        return r;
    } catch (const std::exception &e) {
        return Error{ErrorKind::Storage, say("stored-visit-unreadable", reasonOf(e)), say("left-as-it-is"), {}, "record", false};
    }
}

std::string rampsCsv(const Ramps &ramps)
{
    std::string text = "index,r,g,b\n";
    for (size_t i = 0; i < ramps.r.size(); ++i) {
        text += std::to_string(i) + "," + fixed(ramps.r[i], 6) + "," + fixed(ramps.g[i], 6) + "," + fixed(ramps.b[i], 6) + "\n";
    }
    return text;
}

Result<Ramps> rampsFromCsv(const std::string &text)
{
    const auto bad = [](int line, Message what) {
        return Error{ErrorKind::Input,
                     say("subject-and-why", say("ramps-cannot-be-used"), line > 0 ? say("in-line", line, std::move(what)) : std::move(what)),
                     say("nothing-changed"),
                     say("choose-csv-heading-index"),
                     "ramps",
                     false};
    };
    Ramps ramps;
    std::istringstream in(text);
    int number = 0;
    for (std::string line; std::getline(in, line);) {
        ++number;
        if (number == 1) {
            if (line.rfind("index,r,g,b", 0) != 0) {
                return bad(1, say("heading-index-r-g"));
            }
            continue;
        }
        std::istringstream cells(line);
        cells.imbue(std::locale::classic());
        double index = 0, r = 0, g = 0, b = 0;
        char c1 = 0, c2 = 0, c3 = 0;
        if (!(cells >> index >> c1 >> r >> c2 >> g >> c3 >> b) || c1 != ',' || c2 != ',' || c3 != ',') {
            return bad(number, say("four-numbers-expected"));
        }
        if (!(std::min({r, g, b}) >= 0 && std::max({r, g, b}) <= 1)) {
            return bad(number, say("values-lie-between-0"));
        }
        ramps.r.push_back(r);
        ramps.g.push_back(g);
        ramps.b.push_back(b);
        if (ramps.r.size() > 65536) {
            return bad(number, say("more-entries-than-video"));
        }
    }
    if (ramps.r.size() < 2) {
        return bad(number, number == 0 ? say("file-is-empty") : say("two-entries-least"));
    }
    return ramps;
}

} // namespace lamp
