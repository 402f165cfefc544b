// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "cli/progress_line.h"
#include "cli/signal_stop.h"
#include "device/bench_client.h"
#include "exchange/reading_table.h"
#include "survey/colour_list.h"
#include "survey/results.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

namespace fs = std::filesystem;

Error badOption(const std::string &option, const std::string &value, Argument choices)
{
    return {ErrorKind::Input, say("option-cannot-be", option, value), say("nothing-started"), say("choose-one", std::move(choices)), "option", false};
}

Status takeColours(SurveyPlan &plan, const MeasureOptions &o)
{
    if (!o.colours.empty()) {
        const auto text = readFile(o.colours);
        auto colours = text ? surveyColours(text.value(), plan) : Result<std::vector<SurveyColour>>(text.error());
        if (!colours) {
            return text ? naming(o.colours, colours.error()) : colours.error();
        }
        plan.colours = std::move(colours).value();
    } else if (plan.kind == SurveyKind::Colours) {
        auto colours = surveySet(o.set.empty() ? "memory" : o.set, plan);
        if (!colours) {
            return colours.error();
        }
        plan.colours = std::move(colours).value();
    }
    return Done{};
}

Result<SurveyPlan> planOf(const MeasureOptions &o)
{
    SurveyPlan plan;
    const auto kind = surveyKindFromName(o.kind);
    if (!kind) {
        std::string names;
        for (const SurveyKind k : kSurveyKinds) {
            names += (names.empty() ? "" : ", ") + surveyKindName(k);
        }
        return badOption("KIND", o.kind, names);
    }
    plan.kind = *kind;
    plan.steps = o.steps > 0 ? o.steps : (plan.kind == SurveyKind::Saturation ? 4 : 21);
    plan.luminance = o.luminance;
    plan.space = o.space;
    plan.grid = o.grid;
    plan.minutes = o.minutes;
    plan.averageS = o.average;
    plan.modes = o.modes;
    plan.rule.limit = o.limit;
    plan.instrument = o.instrument;
    const auto target = findTarget(o.target.empty() ? "Photo" : o.target);
    if (!target) {
        return target.error();
    }
    plan.tone = target->tone;
    plan.white = target->white.chromaticity();
    if (o.warmUp != "wait" && o.warmUp != "skip") {
        return badOption("--warm-up", o.warmUp, "wait, skip");
    }
    plan.waitForWarmUp = o.warmUp == "wait";
    if (!o.profileIn.empty()) {
        const auto bytes = readBytes(o.profileIn);
        if (!bytes) {
            return bytes.error();
        }
        if (const auto opened = Profile::open(bytes.value()); !opened) {
            return naming(o.profileIn, opened.error());
        }
        plan.profile = bytes.value();
    }
    if (const Status s = takeColours(plan, o); !s) {
        return s.error();
    }
    return plan;
}

void tell(const Message &m)
{
    std::cout << said(m) << "\n";
}

/// Keeps what was read, whole or not, and says where. \return the exit status
int keep(const SurveyRecord &record, const Status &status, const MeasureOptions &o, ReadingJournal &journal)
{
    if (record.readings.empty()) {
        Error error = status ? Error{} : status.error();
        error.safe = say("no-reading-taken");
        return report(error, o.json);
    }
    const auto kept = keepMeasurement(o.out, record);
    const Message all = say("count-readings", record.readings.size());
    if (!kept) {
        // No disk takes them: what is left is the way to whoever called.
        std::cerr << readingsToCsv(readingSet(record));
    } else {
        journal.discard();
        tellKept(kept.value());
    }
    if (!status) {
        Error error = status.error();
        error.safe = kept ? say("all-readings-in", all, (kept->folder / "measurement.json").string()) : say("readings-follow", all);
        return report(error, o.json);
    }
    const SurveyResults results = surveyResults(record);
    if (o.json) {
        printJson(nlohmann::json::parse(surveyJson(record, results)));
    } else {
        for (const Message &m : surveySaid(record, results)) {
            tell(m);
        }
        tell(say("survey-summary", all, Lasting{record.benchSeconds}, kept ? kept->folder.string() : std::string("-")));
    }
    return kept && !kept->problem ? kDone : kNotWritten;
}

} // namespace

int measure(const MeasureOptions &o)
{
    const SignalStop signals; // before any thread, so that all of them leave signals to it
    const auto plan = planOf(o);
    if (!plan) {
        return report(plan.error(), o.json);
    }
    std::optional<SurveyRecord> earlier;
    if (!o.resume.empty()) {
        const auto text = readFile(o.resume);
        auto before = text ? surveyFromJson(text.value()) : Result<SurveyRecord>(text.error());
        if (!before) {
            return report(text ? naming(o.resume, before.error()) : before.error(), o.json);
        }
        earlier = std::move(before).value();
    }
    const fs::path folder = o.out;
    if (const Status s = prepareFolder(folder); !s) {
        return report(s.error(), o.json);
    }
    const auto lock = FolderLock::take(folder);
    if (!lock) {
        return report(lock.error(), o.json);
    }
    ProgressLine line;
    BenchClient::Options options;
    options.stop = signals.token();
    options.log = [&](const Message &m) { line.tell(say("note-bench", m)); };
    auto bench = BenchClient::open(o.bench, options);
    if (!bench) {
        return report(bench.error(), o.json);
    }
    ReadingJournal journal(folder / "readings.partial.csv");
    if (!journal.earlier().empty()) {
        line.tell(say("note", say("earlier-interrupted", journal.earlier().string())));
    }
    SurveyHooks hooks;
    hooks.wallClock = now;
    hooks.onReading = [&](const Measurement &m, const SurveyRecord &r) {
        if (const Status s = journal.append(m, [&] { return readingSet(r); }); !s) {
            line.tell(say("note", s.error().paragraph()));
        }
    };
    hooks.onProgress = [&](const Message &what, double fraction, double left) { line.progress(what, fraction, left); };
    hooks.onNote = [&](const Message &m) { line.tell(say("note", m)); };
    SurveyRecord record;
    const Status status = runSurvey(*bench.value(), plan.value(), hooks, signals.token(), record, earlier ? &*earlier : nullptr);
    line.clear();
    return keep(record, status, o, journal);
}

} // namespace lamp::cli
