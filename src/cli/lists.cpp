// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "desktop/screen_eye.h"
#include "device/bench_server.h"
#include "fleet/visited_display.h"
#include "report/files.h"
#include "simlab/mishaps.h"
#include "simlab/sim_bench.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <chrono>
#include <iostream>
#include <random>
#include <sstream>

namespace lamp::cli {

using Json = nlohmann::json;

int report(const Error &error, bool json)
{
    std::cerr << said(say("program-says", error.paragraph())) << "\n";
    if (json) {
        printJson({{"error", errorJson(error)}});
    }
    switch (error.kind) {
    case ErrorKind::Bench: return kBenchFailed;
    case ErrorKind::Cancelled: return kInterrupted;
    case ErrorKind::Input:
    case ErrorKind::Storage: break;
    }
    return kBadInput;
}

Json errorJson(const Error &error)
{
    return {{"message", plainEnglish(error.what)}, {"safe", plainEnglish(error.safe)}, {"todo", plainEnglish(error.todo)}, {"code", error.code}};
}

void printRecord(const VisitRecord &record, const std::optional<Error> &problem)
{
    Json json = Json::parse(visitJson(record, plainEnglish));
    if (problem) {
        json["error"] = errorJson(*problem);
    }
    printJson(json);
}

int tellKept(const KeptResults &kept)
{
    if (!kept.earlier.empty()) {
        std::cerr << said(say("earlier-moved", kept.earlier.string())) << "\n";
    }
    if (kept.problem) {
        std::cerr << said(say("program-says", kept.problem->paragraph())) << "\n";
        return kNotWritten;
    }
    return kDone;
}

Error naming(const std::string &path, Error error)
{
    if (plainEnglish(error.what).find(path) == std::string::npos) {
        error.what = say("subject-because", path, error.what);
    }
    return error;
}

namespace {

bool looksLikeFile(const std::string &text)
{
    return text.find('/') != std::string::npos || text.ends_with(".json");
}

template <typename T, typename List, typename Parse>
Result<T> find(const std::string &nameOrFile, const char *notThere, const List &list, Parse parse)
{
    for (const T &item : list) {
        if (lower(item.name) == lower(nameOrFile)) {
            return item;
        }
    }
    if (!looksLikeFile(nameOrFile) && !std::filesystem::exists(nameOrFile)) {
        std::string names;
        for (const T &item : list) {
            names += (names.empty() ? "" : ", ") + ("\"" + item.name + "\"");
        }
        return Error{ErrorKind::Input, say(notThere, nameOrFile), say("nothing-started"), say("choose-or-json", names), "name", false};
    }
    const auto text = readFile(nameOrFile);
    if (!text) {
        return text.error();
    }
    auto item = parse(text.value());
    return item ? item : Result<T>(naming(nameOrFile, item.error()));
}

/// "not-connected:30:2": readings 30 and 31 fail with this code.
Status addFault(sim::SimBench &bench, const std::string &text)
{
    const size_t first = text.find(':'), second = text.find(':', first == std::string::npos ? first : first + 1);
    try {
        if (first == std::string::npos) {
            throw std::invalid_argument("no colon");
        }
        const int from = std::stoi(text.substr(first + 1));
        const int count = second == std::string::npos ? 1 : std::stoi(text.substr(second + 1));
        bench.failReadings(from, count, text.substr(0, first));
        return Done{};
    } catch (const std::exception &) {
        return Error{ErrorKind::Input, say("fault-form", text), {}, say("fault-example"), "fault", false};
    }
}

} // namespace

namespace {

/// \param output of this computer, or "first"
Result<std::unique_ptr<ScreenEye>> screenEye(std::unique_ptr<Bench> bench, const std::string &output)
{
    auto x = XScreen::open();
    if (!x) {
        return x.error();
    }
    const auto outputs = x.value()->outputs();
    if (!outputs) {
        return outputs.error();
    }
    for (const XOutput &o : outputs.value()) {
        if (o.name == output || output == "first") {
            return std::make_unique<ScreenEye>(std::move(bench), std::move(x).value(), o);
        }
    }
    return Error{ErrorKind::Input, say("no-output-connected", output), {}, say("which-lists-them"), "screen", false};
}

} // namespace

namespace {

/// Brings a simulated display to where a visit left it: its ramps, mode and menu.
Status leaveAsVisited(sim::SimBench &bench, const std::string &folder, Ramps &ramps)
{
    const std::filesystem::path path = folder;
    const auto text = readFile(path / "ramps.csv");
    auto read = text ? rampsFromCsv(text.value()) : Result<Ramps>(text.error());
    const auto facts = read ? visitFacts(folder) : Result<VisitFacts>(read.error());
    if (!facts) {
        return facts.error();
    }
    ramps = std::move(read).value();
    if (!facts->mode.empty()) {
        (void)bench.setMode(facts->mode);
    }
    for (const auto &[name, value] : facts->controls) {
        (void)bench.setControl(name, value);
    }
    (void)bench.setLut(ramps); // one without a LUT has none to load
    return Done{};
}

Status letHappen(sim::SimBench &bench, const ServeOptions &options, const Ramps &ramps)
{
    const auto &all = sim::mishaps();
    const auto it = std::find_if(all.begin(), all.end(), [&](const sim::Mishap &m) { return options.mishap == m.name; });
    if (it == all.end()) {
        std::vector<Message> names;
        for (const sim::Mishap &m : all) {
            names.push_back(verbatim(m.name));
        }
        return Error{ErrorKind::Input, say("no-habit-called", options.mishap), {}, say("choose-one", listed(names)), "mishap", false};
    }
    std::mt19937_64 random(options.seed * 131 + 11);
    const auto days =
        it->happen(bench, ramps, sim::MeterSpec{}, [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); });
    if (!days) {
        return Error{ErrorKind::Input,
                     say("mishap-cannot-happen", options.mishap, options.display),
                     say("nothing-started"),
                     say("mishap-another"),
                     "mishap",
                     false};
    }
    return Done{};
}

} // namespace

int serveDisplay(const ServeOptions &options, bool json)
{
    auto bench = sim::makeBench(options.display, options.seed, {options.claims, options.bare, options.spectral, options.habit});
    if (!bench) {
        return report(bench.error(), json);
    }
    for (const std::string &fault : options.faults) {
        if (const Status s = addFault(*bench.value(), fault); !s) {
            return report(s.error(), json);
        }
    }
    if (options.gap > 0) {
        bench.value()->gap(std::min(options.gap, 1.0));
    }
    if (options.daylight > 0) {
        sim::RoomSpec room = bench.value()->view().room;
        room.daylightLux = options.daylight;
        room.hour = options.hour >= 0 ? options.hour : localHours(now());
        bench.value()->setRoom(room);
    }
    if (options.warm) {
        bench.value()->skipTime(7200);
    }
    Ramps left;
    if (!options.visited.empty()) {
        if (const Status s = leaveAsVisited(*bench.value(), options.visited, left); !s) {
            return report(s.error(), json);
        }
    }
    if (!options.mishap.empty()) {
        if (const Status s = letHappen(*bench.value(), options, left); !s) {
            return report(s.error(), json);
        }
    }
    if (!options.lamp.empty()) {
        double from = 0, length = 0, light = 0;
        char colon = 0, second = 0;
        std::istringstream in(options.lamp);
        if (!(in >> from >> colon >> length >> second >> light) || colon != ':' || second != ':') {
            return report({ErrorKind::Input, say("lamp-form", options.lamp), {}, say("lamp-example"), "lamp", false}, json);
        }
        bench.value()->lamp((options.warm ? 7200 : 0) + from, length, light);
    }
    rawOutput();
    if (options.screen.empty()) {
        serve(*bench.value(), std::cin, std::cout, plainEnglish);
        return kDone;
    }
    auto eye = screenEye(std::move(bench).value(), options.screen);
    if (!eye) {
        return report(eye.error(), json);
    }
    serve(*eye.value(), std::cin, std::cout, plainEnglish);
    return kDone;
}

Result<Target> findTarget(const std::string &nameOrFile)
{
    return find<Target>(nameOrFile, "no-target-called", builtInTargets(), targetFromJson);
}

Result<Tolerance> findTolerance(const std::string &nameOrFile)
{
    return find<Tolerance>(nameOrFile, "no-tolerance-called", builtInTolerances(), toleranceFromFile);
}

int listTargets(bool json)
{
    Json all = Json::array();
    for (const Target &t : builtInTargets()) {
        all.push_back(Json::parse(targetToJson(t)));
        if (!json) {
            std::cout << said(say("target-line", t.name, listed({t.white.named(), t.luminance.named(), t.tone.named()}))) << "\n    "
                      << shippedText(t.why).toStdString() << "\n";
        }
    }
    if (json) {
        printJson(all);
    }
    return kDone;
}

int listTolerances(bool json)
{
    Json all = Json::array();
    for (const Tolerance &t : builtInTolerances()) {
        all.push_back(Json::parse(toleranceToJson(t)));
        if (!json) {
            std::cout << said(say("tolerance-line", t.name, decimal(t.mean, 1), decimal(t.max, 1), decimal(t.whiteDeltaE, 1),
                                  decimal(t.luminancePercent, 0), metricUnit(t.metric)))
                      << "\n    " << shippedText(t.why).toStdString() << "\n";
        }
    }
    if (json) {
        printJson(all);
    }
    return kDone;
}

} // namespace lamp::cli
