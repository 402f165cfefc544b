// SPDX-License-Identifier: GPL-3.0-or-later
// Commands that bring readings in and hand results on.
#include "cli/commands.h"
#include "cli/output.h"
#include "cli/painting.h"
#include "cli/studio.h"

#include "exchange/reading_table.h"
#include "profile/display_cube.h"
#include "report/certificate.h"
#include "report/files.h"
#include "report/report.h"
#include "report/results.h"
#include "visit/imported.h"
#include "visit/own_readings.h"
#include "visit/whole_visit.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <filesystem>
#include <functional>
#include <iostream>
#include <map>
#include <sstream>

namespace lamp::cli {

namespace fs = std::filesystem;
using Json = nlohmann::json;

namespace {

Error optionError(Message what, Message todo)
{
    return {ErrorKind::Input, std::move(what), say("nothing-written"), std::move(todo), "option", false};
}

/// "Helligkeit=Y,R=red": what the person says that columns are.
Status applyColumns(const std::string &text, const ReadingTable &table, Roles &roles)
{
    static const std::map<std::string, Role> names{{"name", Role::Name},    {"red", Role::Red},      {"green", Role::Green}, {"blue", Role::Blue},
                                                   {"X", Role::X},          {"Y", Role::Y},          {"Z", Role::Z},         {"x", Role::SmallX},
                                                   {"y", Role::SmallY},     {"L", Role::L},          {"a", Role::A},         {"b", Role::B},
                                                   {"time", Role::Seconds}, {"unused", Role::Unused}};
    std::istringstream in(text);
    for (std::string part; std::getline(in, part, ',');) {
        const size_t equals = part.rfind('=');
        const std::string heading = part.substr(0, equals), role = equals == std::string::npos ? "" : part.substr(equals + 1);
        const auto column = std::find(table.columns.begin(), table.columns.end(), heading);
        const auto meaning = names.find(role);
        if (column == table.columns.end() || meaning == names.end()) {
            std::string headings;
            for (const std::string &c : table.columns) {
                headings += (headings.empty() ? "\"" : ", \"") + c + "\"";
            }
            return optionError(say("columns-cannot-be-used", part), say("columns-form", headings));
        }
        if (meaning->second != Role::Unused) {
            std::replace(roles.columns.begin(), roles.columns.end(), meaning->second, Role::Unused);
        }
        roles.columns[size_t(column - table.columns.begin())] = meaning->second;
    }
    roles = settledRoles(table, roles.columns);
    return Done{};
}

/// Reads a table and settles what is what; what stays unclear ends in an error that asks.
Result<ReadingSet> readSet(const ImportOptions &o)
{
    const auto text = readFile(o.file);
    if (!text) {
        return text.error();
    }
    const auto table = readingTable(text.value());
    if (!table) {
        return naming(o.file, table.error());
    }
    Roles roles = guessRoles(table.value());
    if (!o.columns.empty()) {
        if (const Status s = applyColumns(o.columns, table.value(), roles); !s) {
            return s.error();
        }
    }
    if (o.fullDrive > 0) {
        roles.fullDrive = o.fullDrive;
    }
    if (o.whiteLuminance > 0) {
        roles.whiteLuminance = o.whiteLuminance;
    }
    const bool answered = o.fullDrive > 0 || o.whiteLuminance > 0 || o.acceptGuess;
    if (!roles.unclear.empty() && !answered) {
        return optionError(say("file-leaves-open", o.file, sentences(roles.unclear)), say("say-what-is-open"));
    }
    auto set = readingsFrom(table.value(), roles);
    return set ? set : Result<ReadingSet>(naming(o.file, set.error()));
}

Result<Ramps> rampsFromFile(const std::string &path)
{
    if (path.empty()) {
        return Ramps{};
    }
    const auto text = readFile(path);
    if (!text) {
        return text.error();
    }
    if (fs::path(path).extension() == ".cube") {
        const auto cube = cubeFromText(text.value());
        if (!cube) {
            return naming(path, cube.error());
        }
        if (cube->threeD) {
            return optionError(say("cube-is-no-ramps", path), say("give-1d-cube"));
        }
        Ramps ramps;
        for (const Drive &d : cube->values) {
            ramps.r.push_back(d.a);
            ramps.g.push_back(d.b);
            ramps.b.push_back(d.c);
        }
        return ramps;
    }
    auto ramps = rampsFromCsv(text.value());
    return ramps ? ramps : Result<Ramps>(naming(path, ramps.error()));
}

std::string extensionOf(const std::string &path)
{
    return lower(fs::path(path).extension().string());
}

bool looksLikeRamps(const std::string &path)
{
    const auto text = readFile(path);
    return text && (extensionOf(path) == ".cube" || text->rfind("index,r,g,b", 0) == 0);
}

} // namespace

namespace {

/// What can be wrong with the options that several commands share; each is named.
Status checkOptions(const ImportOptions &o)
{
    if (!profileKindFromName(o.profile)) {
        return optionError(say("option-cannot-be", "--profile", o.profile), say("choose-one", "auto, matrix, lut"));
    }
    if (o.icc != 2 && o.icc != 4 && o.icc != 0) {
        return optionError(say("option-cannot-be", "--icc", o.icc), say("choose-one", "2, 4"));
    }
    if (o.icc == 2 && o.curves == "parametric") {
        return optionError(say("option-cannot-be", "--curves", o.curves), say("choose-one", say("choices-icc-2-curves")));
    }
    if (o.report != "pdf" && o.report != "html" && o.report != "none") {
        return optionError(say("option-cannot-be", "--report", o.report), say("choose-one", "pdf, html, none"));
    }
    return Done{};
}

/// Writes one file of a command and says so. \return the exit status
template <typename Content> int deliver(const ImportOptions &o, const Content &content)
{
    const auto kept = keepFile(fs::path(o.out), content);
    if (!kept) {
        report(kept.error(), o.json);
        return kNotWritten;
    }
    const int status = tellKept(kept.value());
    if (o.json) {
        Json j{{"written", (kept->folder / fs::path(o.out).filename()).string()}};
        if (kept->problem) {
            j["error"] = errorJson(*kept->problem);
        }
        printJson(j);
    }
    return status;
}

} // namespace

Result<ReadingsVisit> visitOfReadingsIn(const std::string &file)
{
    ImportOptions o;
    o.file = file;
    const auto set = readSet(o);
    const auto target = findTarget("Photo");
    const auto tolerance = findTolerance("studio");
    if (!set || !target || !tolerance) {
        return set ? (target ? tolerance.error() : target.error()) : set.error();
    }
    VisitPlan plan;
    plan.target = target.value();
    plan.tolerance = tolerance.value();
    auto record = visitOfReadings(set.value(), plan, {}, now());
    return record ? Result<ReadingsVisit>(ReadingsVisit{std::move(record).value(), holdsVisit(set.value())})
                  : Result<ReadingsVisit>(naming(file, record.error()));
}

int importReadings(const ImportOptions &o)
{
    auto set = readSet(o);
    if (!set) {
        return report(set.error(), o.json);
    }
    if (!o.correctedFor.empty()) {
        set.value().correction = o.correctedFor;
    }
    VisitPlan plan;
    const auto target = findTarget(o.target.empty() ? "Photo" : o.target);
    const auto tolerance = findTolerance(o.tolerance.empty() ? "studio" : o.tolerance);
    if (!target || !tolerance) {
        return report(target ? tolerance.error() : target.error(), o.json);
    }
    if (const Status s = checkOptions(o); !s) {
        return report(s.error(), o.json);
    }
    plan.target = target.value();
    plan.tolerance = tolerance.value();
    plan.profileKind = *profileKindFromName(o.profile);
    plan.iccVersion = o.icc == 0 ? 4 : o.icc;
    plan.grid = o.grid;
    plan.curves = *curveFormFromName(o.curves);
    plan.profileName = o.name;
    const auto ramps = rampsFromFile(o.ramps);
    if (!ramps) {
        return report(ramps.error(), o.json);
    }
    AskedOfReadings asked{{}, {}, ramps.value()};
    if (!o.target.empty()) {
        asked.target = plan.target;
    }
    if (!o.tolerance.empty()) {
        asked.tolerance = plan.tolerance;
    }
    const auto record = visitOfReadings(set.value(), plan, asked, now());
    if (!record) {
        return report(naming(o.file, record.error()), o.json);
    }
    const PaintingWithoutScreen painting(o.report != "none");
    const ReportKind kindOfReport = o.report == "pdf" ? ReportKind::Pdf : (o.report == "html" ? ReportKind::Html : ReportKind::None);
    const auto kept = keepResults(o.out, record.value(), kindOfReport, o.whole);
    if (!kept) {
        report(kept.error(), o.json);
        return kNotWritten;
    }
    const int written = tellKept(kept.value());
    if (o.json) {
        printRecord(record.value(), kept->problem);
    } else {
        for (const Stage stage : {Stage::Calibrate, Stage::Profile, Stage::Verify}) {
            std::cout << said(say("subject-because", titled(stage), record->lines.at(stage).summary)) << "\n";
        }
        for (const Message &r : record->reasons) {
            std::cout << "  " << said(r) << "\n";
        }
    }
    return written != kDone ? written : (record->verdict == Verdict::Pass ? kDone : kNotWithin);
}

namespace {

/// A whole visit into one of the files that a visit makes.
int convertVisit(const std::string &content, const ImportOptions &o)
{
    const auto record = wholeVisitFromJson(content);
    if (!record) {
        return report(naming(o.file, record.error()), o.json);
    }
    const std::string to = extensionOf(o.out);
    if (o.certificate && (record->checks.empty() || (to != ".pdf" && to != ".html"))) {
        return report(optionError(say(record->checks.empty() ? "certificate-needs-verdict" : "certificate-formats"), {}), o.json);
    }
    const PaintingWithoutScreen painting(to == ".pdf" || to == ".html");
    const std::map<std::string, std::function<std::string()>> makers{
        {".icc", [&] { return std::string(record->profile.begin(), record->profile.end()); }},
        {".pdf",
         [&] {
             const auto pdf = o.certificate ? certificatePdf(record.value(), {}) : reportPdf(record.value());
             return std::string(pdf.begin(), pdf.end());
         }},
        {".html", [&] { return o.certificate ? certificateHtml(record.value(), {}) : reportHtml(record.value()); }},
        {".json", [&] { return visitJson(record.value(), plainEnglish); }},
        {".txt", [&] { return readingsToCgats(readingSet(record.value())); }},
        {".csv", [&] { return readingsToCsv(readingSet(record.value())); }},
        {".cxf", [&] { return readingsToCxf(readingSet(record.value())); }}};
    const auto maker = makers.find(to);
    if (maker == makers.end()) {
        return report(optionError(say("visit-into-formats", to), say("choose-ending")), o.json);
    }
    return deliver(o, maker->second());
}

} // namespace

int convertFile(const ImportOptions &o)
{
    const std::string to = extensionOf(o.out), from = extensionOf(o.file);
    if (from == ".json") {
        if (const auto content = readFile(o.file); content && looksLikeWholeVisit(content.value())) {
            return convertVisit(content.value(), o);
        }
    }
    if (o.certificate) {
        return report(optionError(say("certificate-needs-whole", o.file), say("certificate-whole-by")), o.json);
    }
    std::string text;
    if (from == ".icc" || from == ".icm" || looksLikeRamps(o.file)) {
        Ramps ramps;
        if (from == ".icc" || from == ".icm") {
            const auto bytes = readBytes(o.file);
            const auto profile = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
            if (!profile) {
                return report(naming(o.file, profile.error()), o.json);
            }
            const auto held = profile->ramps(256);
            if (!held) {
                return report(optionError(say("holds-no-ramps", o.file), say("choose-another-profile")), o.json);
            }
            ramps = *held;
        } else {
            const auto read = rampsFromFile(o.file);
            if (!read) {
                return report(read.error(), o.json);
            }
            ramps = read.value();
        }
        if (to != ".cube" && to != ".csv") {
            return report(optionError(say("ramps-into-formats", to), say("choose-ending")), o.json);
        }
        text = to == ".cube" ? cubeToText(cubeOf(ramps, fs::path(o.file).stem().string())) : rampsCsv(ramps);
    } else {
        const auto set = readSet(o);
        if (!set) {
            return report(set.error(), o.json);
        }
        if (to == ".csv") {
            text = readingsToCsv(set.value());
        } else if (to == ".txt" || to == ".cgats") {
            text = readingsToCgats(set.value());
        } else if (to == ".cxf") {
            text = readingsToCxf(set.value());
        } else if (to == ".json") {
            text = readingsToJson(set.value());
        } else {
            return report(optionError(say("readings-into-formats", to), say("choose-ending")), o.json);
        }
    }
    return deliver(o, text);
}

int rebuildProfile(const ImportOptions &o)
{
    const auto bytes = readBytes(o.file);
    const auto profile = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
    if (!profile) {
        return report(naming(o.file, profile.error()), o.json);
    }
    if (const Status s = checkOptions(o); !s) {
        return report(s.error(), o.json);
    }
    // What is not said stays as it was.
    const Profile::Facts facts = profile->facts();
    ProfileText text;
    text.description = o.name.empty() ? facts.description : o.name;
    text.copyright = facts.copyright;
    text.display = facts.display;
    text.roomWhite = facts.roomWhite;
    text.created = now();
    text.version = o.icc != 0 ? o.icc : (facts.version.rfind("2", 0) == 0 ? 2 : 4);
    text.curves = *curveFormFromName(o.curves);
    const ProfileKind kind = o.profileGiven ? *profileKindFromName(o.profile) : (facts.tables ? ProfileKind::Table : ProfileKind::Matrix);
    const auto made = rebuiltProfile(profile.value(), text, kind, o.grid);
    if (!made) {
        return report(naming(o.file, made.error()), o.json);
    }
    return deliver(o, made.value());
}

} // namespace lamp::cli
