// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/beside_visits.h"
#include "cli/painting.h"
#include "fleet/visited_display.h"
#include "survey/colour_list.h"
#include "survey/results.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

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

/// How the menu of a display that was visited moves its white.
Result<BrightnessLaw> followedBy(const std::string &folder)
{
    const auto visit = visitFacts(folder);
    if (!visit) {
        return visit.error();
    }
    auto law = brightnessLaw(visit.value());
    if (!law) {
        return Error{ErrorKind::Input, say("room-no-law"), say("nothing-started"), say("room-visit-for-law"), "follow", false};
    }
    return std::move(*law);
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
    plan.steps = o.steps > 0 ? o.steps : (plan.kind == SurveyKind::Saturation ? 4 : (plan.kind == SurveyKind::Hdr ? 33 : 21));
    plan.luminance = o.luminance;
    plan.space = o.space;
    plan.grid = o.grid;
    plan.even = {o.evenLuminance, o.evenColour, o.limitsOf};
    plan.minutes = plan.kind == SurveyKind::Room ? 60 * o.hours : o.minutes.value_or(plan.kind == SurveyKind::Hdr ? 5 : 60);
    const auto signal = signalFromName(o.signal);
    if (!signal || *signal == Signal::Sdr) {
        return badOption("--signal", o.signal, "pq, hlg");
    }
    plan.signal = *signal;
    plan.roomLight = o.roomLight || o.reflectance;
    if (o.reflectance && !(*o.reflectance >= 0 && *o.reflectance <= 100)) {
        return Error{
            ErrorKind::Input, say("option-cannot-be", "--reflectance", fixed(*o.reflectance, 1)), say("nothing-started"), {}, "option", false};
    }
    plan.reflectance = o.reflectance ? std::optional(*o.reflectance / 100) : std::nullopt;
    plan.everyMinutes = o.every;
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
    if (!o.follow.empty()) {
        // Nothing else is ever told to follow.
        if (plan.kind != SurveyKind::Room) {
            return badOption("--follow", o.kind, "room");
        }
        auto law = followedBy(o.follow);
        if (!law) {
            return law.error();
        }
        plan.follow = std::move(law).value();
    }
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

/// What was measured, and where it is kept. \return the exit status
int tellResults(const SurveyRecord &record, const Result<KeptResults> &kept, const MeasureOptions &o)
{
    const SurveyResults results = surveyResults(record);
    if (o.json) {
        printJson(nlohmann::json::parse(surveyJson(record, results)));
    } else {
        for (const Message &m : surveySaid(record, results)) {
            std::cout << said(m) << "\n";
        }
        BesideVisits::summarise(record.readings.size(), record.benchSeconds, kept);
    }
    return results.choice && !results.choice->chosen ? kNotWithin : kDone; // modes of which none is right
}

/// A day that somebody wrote down instead.
int takeTyped(const MeasureOptions &o)
{
    const auto text = readFile(o.readings);
    const auto points = text ? roomPointsFrom(text.value()) : Result<std::vector<RoomPoint>>(text.error());
    if (!points) {
        return report(text ? naming(o.readings, points.error()) : points.error(), o.json);
    }
    const Status ready = prepareFolder(o.out);
    const auto lock = ready ? FolderLock::take(o.out) : Result<FolderLock>(ready.error());
    if (!lock) {
        return report(lock.error(), o.json);
    }
    const SurveyRecord record = typedRoom(points.value(), {}, now());
    const auto kept = keepMeasurement(o.out, record);
    if (!kept) {
        return report(kept.error(), o.json);
    }
    tellKept(kept.value());
    const int exit = tellResults(record, kept, o);
    return kept->problem ? kNotWritten : exit;
}

} // namespace

int measure(const MeasureOptions &o)
{
    const PaintingWithoutScreen painting(!o.report.empty());
    const SignalStop signals; // before any thread, so that all of them leave signals to it
    const auto plan = planOf(o);
    if (!plan) {
        return report(plan.error(), o.json);
    }
    if (!o.readings.empty()) {
        return plan->kind == SurveyKind::Room ? takeTyped(o) : report(badOption("--readings", o.kind, "room"), o.json);
    }
    if (o.bench.empty()) {
        return report({ErrorKind::Input, say("bench-needed"), say("nothing-started"), {}, "option", false}, o.json);
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
    auto beside = BesideVisits::open(o.out, o.bench, signals);
    if (!beside) {
        return report(beside.error(), o.json);
    }
    SurveyHooks hooks;
    beside.value()->hear<SurveyRecord>(hooks);
    SurveyRecord record;
    const Status status = runSurvey(beside.value()->bench(), plan.value(), hooks, signals.token(), record, earlier ? &*earlier : nullptr);
    return beside.value()->conclude(
        record, status, o.json, [&] { return keepMeasurement(o.out, record); }, "measurement.json",
        [&](const Result<KeptResults> &kept) {
            const int exit = tellResults(record, kept, o);
            return o.report.empty() ? exit : BesideVisits::writeReport(o.report, measurementReport(record), exit);
        });
}

} // namespace lamp::cli
