// SPDX-License-Identifier: GPL-3.0-or-later
// Commands about profiles.
#include "cli/commands.h"
#include "cli/output.h"
#include "cli/progress_line.h"

#include "colour/difference.h"
#include "device/bench_client.h"
#include "exchange/reading_table.h"
#include "measure/quick_set.h"
#include "profile/display_cube.h"
#include "profile/inspect.h"
#include "profile/screening.h"
#include "report/files.h"
#include "visit/imported.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <iostream>
#include <sstream>

namespace lamp::cli {

namespace fs = std::filesystem;
using Json = nlohmann::json;

namespace {

Json inspectionJson(const Inspection &seen)
{
    const auto xy = [](const Chromaticity &c) { return Json{{"x", std::round(c.x * 1e5) / 1e5}, {"y", std::round(c.y * 1e5) / 1e5}}; };
    Json j{{"bytes", seen.bytes},
           {"sound", seen.sound()},
           {"sentences", plainTexts(meaningOf(seen))},
           {"findings", Json::array()},
           {"tag_table", Json::array()}};
    for (const Finding &f : seen.findings) {
        j["findings"].push_back(
            {{"weight", weightName(f.weight)}, {"place", f.place}, {"text", plainEnglish(f.text)}, {"message", messageJson(f.text)}});
    }
    for (const TagEntry &t : seen.tags) {
        j["tag_table"].push_back(
            {{"signature", t.signature}, {"type", t.type}, {"offset", t.offset}, {"size", t.size}, {"means", plainEnglish(t.means)}});
    }
    if (!seen.facts) {
        return j;
    }
    const Profile::Facts &f = *seen.facts;
    j.update({{"description", f.description},
              {"copyright", f.copyright},
              {"version", f.version},
              {"class", f.deviceClass},
              {"colour_space", f.colourSpace},
              {"connection_space", f.connectionSpace},
              {"created", f.created},
              {"id", f.id},
              {"kind", f.tables ? "tables" : "matrix"},
              {"luminance_cd_m2", f.luminance ? Json(*f.luminance) : Json(nullptr)},
              {"white", f.white ? xy(*f.white) : Json(nullptr)},
              {"primaries", {{"red", xy(f.primaries[0])}, {"green", xy(f.primaries[1])}, {"blue", xy(f.primaries[2])}}},
              {"gamma", f.tables && f.gammas == std::array<double, 3>{} ? Json(nullptr) : Json(f.gammas)},
              {"tags", f.tags},
              {"gamut", gamutJson(coverageBy(*seen.profile, rgbSpaces()))},
              {"tone", {{"red", seen.tone[0]}, {"green", seen.tone[1]}, {"blue", seen.tone[2]}}}});
    if (const auto ramps = seen.profile->ramps(256)) {
        j["ramps"] = {{"red", ramps->r}, {"green", ramps->g}, {"blue", ramps->b}};
    }
    return j;
}

void printInspection(const std::string &path, const Inspection &seen)
{
    std::cout << (seen.facts ? seen.facts->description : path) << "\n";
    for (const Message &sentence : meaningOf(seen)) {
        std::cout << "  " << said(sentence) << "\n";
    }
    if (seen.facts) {
        const Profile::Facts &f = *seen.facts;
        std::cout << "  " << said(say("profile-line", f.version, f.deviceClass, f.created)) << "\n";
        const std::array<const char *, 3> names{"red", "green", "blue"};
        for (size_t c = 0; c < 3; ++c) {
            std::cout << "  "
                      << said(say("subject-because", say(names[c]), say("white-xy", decimal(f.primaries[c].x, 4), decimal(f.primaries[c].y, 4))))
                      << "\n";
        }
    }
    for (const TagEntry &t : seen.tags) {
        const Message size = say("count-bytes", t.size);
        std::cout << "  "
                  << said(t.means.empty() ? say("tag-line", t.signature, t.type, size) : say("tag-line-means", t.signature, t.type, size, t.means))
                  << "\n";
    }
    for (const Finding &f : seen.findings) {
        std::cout << "  " << said(say("finding-line", named(f.weight), f.place, f.text)) << "\n";
    }
    if (seen.findings.empty()) {
        std::cout << "  " << said(say("nothing-wrong")) << "\n";
    }
}

} // namespace

WallTime now()
{
    return std::chrono::floor<std::chrono::seconds>(std::chrono::system_clock::now());
}

int inspectProfile(const std::string &path, bool json)
{
    const auto bytes = readBytes(path);
    if (!bytes) {
        return report(bytes.error(), json);
    }
    const Inspection seen = inspect(bytes.value(), now());
    const Message why = seen.findings.empty() ? say("cannot-be-read") : seen.findings.back().text;
    const Error error{
        ErrorKind::Input, say("subject-because", path, why), say("nothing-changed"), say("choose-icc-profile-display"), "profile", false};
    if (json) {
        Json j = inspectionJson(seen);
        if (!seen.profile) {
            j["error"] = errorJson(error);
        }
        printJson(j);
    } else if (seen.profile) {
        printInspection(path, seen);
    }
    return seen.profile ? kDone : report(error, false);
}

namespace {

Result<ReadingSet> ownReadings(const ScreenOptions &o)
{
    if (!o.bench.empty()) {
        auto bench = BenchClient::open(o.bench, {});
        ProgressLine line;
        Gauge::Hooks hooks;
        hooks.onReading = [&](const Measurement &m) { line.progress(say("reading-this-unit"), double(m.index) / quickSetSize(), -1); };
        auto set = bench ? readQuickSet(*bench.value(), hooks) : Result<ReadingSet>(bench.error());
        line.clear();
        if (set) {
            line.tell(say("no-ramps-loaded-now"));
        }
        return set;
    }
    const auto text = readFile(o.readings);
    const auto table = text ? readingTable(text.value()) : Result<ReadingTable>(text.error());
    if (!table) {
        return naming(o.readings, table.error());
    }
    const auto set = readingsFrom(table.value(), guessRoles(table.value()));
    return set ? set : Result<ReadingSet>(naming(o.readings, set.error()));
}

void printScreening(const Screening &s, const std::vector<RealError> &errors)
{
    if (!errors.empty()) {
        std::cout << said(rankingVerdict(errors, s)) << "\n";
    }
    std::cout << said(errors.empty() ? s.verdict : say("by-each-other", s.verdict)) << "\n";
    for (const ScreenedProfile &p : s.profiles) {
        std::cout << "  " << said(say(p.odd() ? "screened-apart" : "screened-agrees", p.name, p.group + 1, decimal(p.nearness, 1))) << "\n";
        for (const Message &r : p.reasons) {
            std::cout << "      " << said(r) << "\n";
        }
    }
    for (const RealError &e : errors) {
        std::cout << "  "
                  << said(say("on-this-unit", e.name.empty() ? say("no-profile") : verbatim(e.name), decimal(e.mean, 2), decimal(e.max, 1),
                              decimal(e.white, 1)))
                  << "\n";
    }
    std::cout << said(strangersProfile()) << "\n";
}

Json screeningJson(const Screening &s, const std::vector<RealError> &errors)
{
    Json j{{"verdict", plainEnglish(s.verdict)},
           {"recommended", s.recommended < 0 ? Json(nullptr) : Json(s.profiles[size_t(s.recommended)].name)},
           {"mind", plainEnglish(strangersProfile())}};
    for (const ScreenedProfile &p : s.profiles) {
        j["profiles"].push_back({{"name", p.name},
                                 {"odd", p.odd()},
                                 {"oddness", p.oddness},
                                 {"group", p.group + 1},
                                 {"mean_delta_e_00_from_others", p.nearness},
                                 {"gamma", p.gamma},
                                 {"white", {{"x", p.white.x}, {"y", p.white.y}}},
                                 {"reasons", plainTexts(p.reasons)}});
    }
    for (Eigen::Index i = 0; i < s.difference.rows(); ++i) {
        Json row = Json::array();
        for (Eigen::Index k = 0; k < s.difference.cols(); ++k) {
            row.push_back(s.difference(i, k));
        }
        j["delta_e_00"].push_back(row);
    }
    if (!errors.empty()) {
        j["ranking"] = plainEnglish(rankingVerdict(errors, s));
    }
    for (const RealError &e : errors) {
        j["real_errors"].push_back(
            {{"name", e.name.empty() ? plainEnglish(say("no-profile")) : e.name}, {"mean", e.mean}, {"max", e.max}, {"white", e.white}});
    }
    return j;
}

} // namespace

int screenProfiles(const ScreenOptions &o)
{
    std::vector<Profile> profiles;
    for (const std::string &path : o.profiles) {
        const auto bytes = readBytes(path);
        auto profile = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
        if (!profile) {
            return report(naming(path, profile.error()), o.json);
        }
        profiles.push_back(std::move(profile.value()));
    }
    std::vector<const Profile *> pointers;
    for (const Profile &p : profiles) {
        pointers.push_back(&p);
    }
    std::vector<RealError> errors;
    if (!o.readings.empty() || !o.bench.empty()) {
        const auto set = ownReadings(o);
        if (!set) {
            return report(set.error(), o.json);
        }
        const auto model = displayModelOf(set.value());
        if (!model) {
            return report(model.error(), o.json);
        }
        errors = realErrors(pointers, o.profiles, model.value());
    }
    const Screening s = screen(pointers, o.profiles);
    if (o.json) {
        printJson(screeningJson(s, errors));
    } else {
        printScreening(s, errors);
    }
    return std::any_of(s.profiles.begin(), s.profiles.end(), [](const ScreenedProfile &p) { return p.odd(); }) || s.recommended < 0 ? kNotWithin
                                                                                                                                    : kDone;
}

namespace {

Result<ToneCurve> toneNamed(const std::string &name, const ToneCurve &otherwise)
{
    if (name.empty()) {
        return otherwise;
    }
    for (const ToneKind kind : {ToneKind::Srgb, ToneKind::LStar, ToneKind::Bt1886}) {
        ToneCurve tone;
        tone.kind = kind;
        std::string own = lower(tone.name());
        own.erase(std::remove_if(own.begin(), own.end(), [](char c) { return c == '.' || c == '*'; }), own.end());
        if (lower(name) == own || (kind == ToneKind::LStar && lower(name) == "lstar")) {
            return tone;
        }
    }
    ToneCurve gamma;
    std::istringstream in(name);
    if (in >> gamma.gamma && gamma.gamma >= 1 && gamma.gamma <= 4) {
        return gamma;
    }
    return Error{ErrorKind::Input, say("no-tone-curve-called", name), say("nothing-written"), say("choose-tone-curve"), "tone", false};
}

/// Loads a cube into a display and measures through it against what was asked for.
Result<Json> provenThrough(Bench &bench, const Cube &cube, const Profile &profile, const CubeTask &task, int patches)
{
    DisplayInfo display;
    auto ready = factoryGauge(bench, display);
    if (!ready) {
        return ready.error();
    }
    Gauge &gauge = ready.value();
    if (const Status s = bench.setCube(cube); !s) {
        return s.error();
    }
    const auto white = gauge.read({1, 1, 1}, "white", 0);
    if (!white) {
        return white.error();
    }
    double sum = 0, most = 0;
    for (int i = 0; i < patches; ++i) {
        // Spread over the source's cube by the golden ratio's relatives, away from its walls.
        const auto part = [i](double step) { return 0.08 + 0.84 * (step * (i + 1) - std::floor(step * (i + 1))); };
        const Drive d = i % 4 == 0 ? Drive{part(0.618), part(0.618), part(0.618)} : Drive{part(0.8191), part(0.6711), part(0.5497)};
        const auto m = gauge.read(d, "through the cube", 0);
        if (!m) {
            return m.error();
        }
        const RelXYZ n = relativeTo(white->xyz, white->xyz.b);
        const double e =
            deltaE2000(labOf(relativeTo(m->xyz, white->xyz.b), n), labOf(relativeTo(wantedThroughCube(profile, task, d), white->xyz.b), n));
        sum += e;
        most = std::max(most, e);
    }
    const Tolerance tolerance = *builtInTolerance("studio");
    const bool within = sum / patches <= tolerance.mean && most <= tolerance.max;
    Json proof{{"patches", patches},          {"mean", sum / patches},       {"max", most},
               {"white_cd_m2", white->xyz.b}, {"tolerance", tolerance.name}, {"verdict", within ? "pass" : "fail"}};
    const double wanted = wantedThroughCube(profile, task, {1, 1, 1}).b;
    if (std::abs(white->xyz.b / wanted - 1) > 0.05) {
        proof["mind"] = messageJson(say("white-through-cube", decimal(white->xyz.b, 1), decimal(wanted, 1)));
    }
    return proof;
}

} // namespace

int makeCube(const CubeOptions &o)
{
    const auto bytes = readBytes(o.profile);
    const auto profile = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
    if (!profile) {
        return report(naming(o.profile, profile.error()), o.json);
    }
    for (const Finding &f : inspect(bytes.value(), now()).findings) {
        if (f.weight == Finding::Weight::Fault) {
            return report(
                {ErrorKind::Input, say("subject-because", o.profile, f.text), say("nothing-written"), say("make-profile-anew"), "profile", false},
                o.json);
        }
    }
    const auto space = rgbSpace(o.source);
    if (!space || o.size < 2 || o.size > 129) {
        std::string names;
        for (const RgbSpace &s : rgbSpaces()) {
            names += (names.empty() ? "" : ", ") + s.name;
        }
        return report({ErrorKind::Input, space ? say("size-range") : say("no-space-called", o.source), say("nothing-written"),
                       say("spaces-and-sizes", names), "option", false},
                      o.json);
    }
    const auto tone = toneNamed(o.tone, space->tone);
    if (!tone) {
        return report(tone.error(), o.json);
    }
    CubeTask task;
    task.source = *space;
    task.tone = tone.value();
    task.sourceWhite = !o.displayWhite;
    task.luminance = o.luminance;
    task.foldRamps = o.foldRamps;
    task.size = o.size;
    task.displayName = profile->facts().description;
    const auto cube = o.reverse ? Result<Cube>(cubeFromDisplay(profile.value(), task)) : cubeToDisplay(profile.value(), task);
    if (!cube) {
        return report(cube.error(), o.json);
    }
    const auto kept = keepFile(fs::path(o.out), cubeToText(cube.value()));
    if (!kept) {
        report(kept.error(), o.json);
        return kNotWritten;
    }
    int status = tellKept(kept.value());
    Json result{{"written", (kept->folder / fs::path(o.out).filename()).string()}, {"header", cube->comments}};
    if (kept->problem) {
        result["error"] = errorJson(*kept->problem);
    }
    std::optional<Message> doubt;
    if (!o.bench.empty() && !o.reverse) {
        auto bench = BenchClient::open(o.bench, {});
        const auto proof = bench ? provenThrough(*bench.value(), cube.value(), profile.value(), task, o.patches) : Result<Json>(bench.error());
        if (!proof) {
            return report(proof.error(), o.json);
        }
        result["measured_through"] = proof.value();
        if (proof->contains("mind")) {
            doubt = messageFrom((*proof)["mind"]);
            result["measured_through"]["mind"] = plainEnglish(*doubt);
        }
        status = status != kDone || (*proof)["verdict"] == "pass" ? status : kNotWithin;
    }
    if (o.json) {
        printJson(result);
    } else {
        for (const std::string &line : cube->comments) {
            std::cout << line << "\n";
        }
        if (result.contains("measured_through")) {
            const Json &proof = result["measured_through"];
            if (doubt) {
                std::cout << said(say("note-warning", *doubt)) << "\n";
            }
            std::cout << said(say("measured-through", decimal(proof["mean"].get<double>(), 2), decimal(proof["max"].get<double>(), 2),
                                  say("verdict-" + proof["verdict"].get<std::string>()), shippedNamed(proof["tolerance"].get<std::string>())))
                      << "\n";
        }
    }
    return status;
}

} // namespace lamp::cli
