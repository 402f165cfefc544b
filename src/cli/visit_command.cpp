// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/asking.h"
#include "cli/commands.h"
#include "cli/signal_stop.h"
#include "fleet/eye_match.h"

#include "cli/painting.h"
#include "cli/progress_line.h"
#include "device/bench_client.h"
#include "exchange/reading_table.h"
#include "report/report.h"
#include "report/results.h"
#include "visit/match.h"
#include "visit/verdict.h"
#include "visit/visit.h"

#include <QUuid>
#include <chrono>
#include <csignal>

#include <iostream>
#include <thread>
#include <unistd.h>

namespace lamp::cli {

namespace fs = std::filesystem;

namespace {

/// What a stage came to, once it is done.
void tellStage(ProgressLine &line, Stage stage, const VisitRecord &record)
{
    const StageLine *l = record.lines.find(stage);
    if (l != nullptr && l->state != LineState::Running && !l->summary.empty()) {
        line.tell(say("subject-because", titled(stage, record.plan.task), l->summary));
    }
}

Error badChoice(const std::string &option, const std::string &value, Argument choices)
{
    return {ErrorKind::Input, say("option-cannot-be", option, value), say("nothing-started"), say("choose-one", std::move(choices)), "option", false};
}

/// A match with what people saw alike, of the pair that it is of: the display that is matched, and the one on the bench.
Result<MatchTarget> byEyeToo(const MatchTarget &match, Bench &bench, const std::string &path)
{
    const auto text = readFile(path);
    const auto eye = text ? eyeMatchFromJson(text.value()) : Result<EyeMatch>(text.error());
    if (!eye) {
        return eye.error();
    }
    const auto hello = bench.hello();
    const auto display = hello ? bench.describeDisplay() : Result<DisplayInfo>(hello.error());
    if (!display) {
        return display.error();
    }
    const std::string reference = modelAndSerial(eye->referenceModel, eye->referenceSerial), follower = modelAndSerial(eye->model, eye->serial);
    if (reference != match.like.display || follower != modelAndSerial(display->model, display->serial)) {
        return Error{ErrorKind::Input, say("eye-of-others", reference, follower), say("nothing-started"), say("give-eye-of-pair"), "eye", false};
    }
    const auto offset = setOffOf(eye.value());
    return offset ? setOff(match, *offset) : match;
}

Result<VisitPlan> planFrom(const VisitOptions &o)
{
    VisitPlan plan;
    const auto task = taskFromName(o.task);
    if (!task) {
        return badChoice("--task", o.task, "full, refresh, check, profile");
    }
    plan.task = *task;
    const auto effort = effortFromName(o.effort);
    if (!effort) {
        return badChoice("--effort", o.effort, "quick, standard, thorough");
    }
    plan.effort = *effort;
    if (o.icc != 2 && o.icc != 4) {
        return badChoice("--icc", std::to_string(o.icc), "2, 4");
    }
    if (o.icc == 2 && o.curves == "parametric") {
        return badChoice("--curves", o.curves, say("choices-icc-2-curves"));
    }
    plan.iccVersion = o.icc;
    plan.grid = o.grid;
    plan.curves = *curveFormFromName(o.curves);
    plan.perceptualSource = o.perceptualSource;
    if (const auto minutes = numberOf(o.warmUp); minutes && *minutes >= 1 && *minutes <= kLongestWarmUpMinutes) {
        plan.warmUpMinutes = *minutes;
    } else if (o.warmUp != "wait" && o.warmUp != "skip") {
        return badChoice("--warm-up", o.warmUp, "wait, skip, 1 to 240 (min)");
    }
    plan.gentle = o.gentle;
    if (o.at.size() == 2) {
        plan.at = {o.at[0], o.at[1]};
    }
    plan.waitForWarmUp = o.warmUp != "skip";
    if (o.report != "pdf" && o.report != "html" && o.report != "none") {
        return badChoice("--report", o.report, "pdf, html, none");
    }
    const auto kind = profileKindFromName(o.profile);
    if (!kind) {
        return badChoice("--profile", o.profile, "auto, matrix, lut");
    }
    plan.profileKind = *kind;
    if (o.instrument != "auto") {
        if (o.instrument.empty() || o.instrument.find_first_not_of("0123456789") != std::string::npos || o.instrument.size() > 4) {
            return badChoice("--instrument", o.instrument, say("choices-instrument"));
        }
        plan.instrument = std::stoi(o.instrument);
    }
    plan.mode = o.mode;
    plan.profileName = o.name;
    if (o.target.empty() && o.match.empty()) {
        return Error{ErrorKind::Input, say("target-or-match"), say("nothing-started"), say("choose-target-or-match"), "option", false};
    }
    const auto target = o.target.empty() ? Result<Target>(builtInTargets().front()) : findTarget(o.target);
    if (!target) {
        return target.error();
    }
    plan.target = target.value();
    if (!o.match.empty()) {
        const auto text = readFile(fileOrIn(o.match, "visit.json"));
        if (!text) {
            return text.error();
        }
        const auto match = matchOfVisitFile(text.value(), plan.target);
        if (!match) {
            return naming(o.match, match.error());
        }
        plan.target = match->target;
        plan.matched = match->like;
    }
    if (!o.keep.empty()) {
        if (o.keep != "white" && o.keep != "luminance") {
            return badChoice("--keep", o.keep, "white, luminance");
        }
        plan.target.keepLuminance = o.keep == "luminance";
    }
    const auto tolerance = findTolerance(o.tolerance);
    if (!tolerance) {
        return tolerance.error();
    }
    plan.tolerance = tolerance.value();
    if (!o.metric.empty()) {
        const auto metric = metricFromName(o.metric);
        if (!metric) {
            return badChoice("--metric", o.metric, "CIEDE2000, CIE94, CMC(2:1), ITP");
        }
        plan.tolerance.metric = *metric;
    }
    if (!o.correction.empty()) {
        const auto text = readFile(o.correction);
        if (!text) {
            return text.error();
        }
        const auto matrix = correctionFromJson(text.value());
        if (!matrix) {
            return naming(o.correction, matrix.error());
        }
        plan.matrix = matrix.value();
    }
    if (!o.profileIn.empty()) {
        const auto bytes = readBytes(o.profileIn);
        if (!bytes) {
            return bytes.error();
        }
        if (const auto opened = Profile::open(bytes.value()); !opened) {
            return naming(o.profileIn, opened.error());
        }
        plan.profileIn = bytes.value();
        plan.profileInName = fs::path(o.profileIn).filename().string();
    }
    if (!o.since.empty()) {
        const auto text = readFile(fileOrIn(o.since, "visit.json"));
        if (!text) {
            return text.error();
        }
        auto earlier = earlierFromVisitFile(text.value());
        if (!earlier) {
            return naming(o.since, earlier.error());
        }
        plan.earlier = std::move(earlier).value();
    }
    return plan;
}

void printSummary(const VisitRecord &r, const fs::path &folder)
{
    std::cout << said(verdictSaid(r)) << "\n";
    for (const Message &reason : r.reasons) {
        std::cout << "  " << said(reason) << "\n";
    }
    for (const Message &warning : r.warnings) {
        std::cout << "  " << said(say("note-warning", warning)) << "\n";
    }
    std::cout << said(say("visit-summary", say("count-readings", r.readings.size()), lasting(r.benchSeconds), folder.string())) << "\n";
}

/// Ends a visit that failed: its readings are kept, and it is said where they are.
int fail(Error error, const VisitRecord &record, const VisitOptions &o, ReadingJournal &journal)
{
    if (record.readings.empty()) {
        error.safe = say("no-reading-taken");
        return report(error, o.json);
    }
    const Message all = say("count-readings", record.readings.size());
    if (const auto kept = keepReadings(o.out, record)) {
        tellKept(kept.value());
        error.safe = say("all-readings-in", all, (kept->folder / "readings.txt").string());
        journal.discard();
    } else if (!journal.path().empty()) {
        error.safe = say("all-readings-in", all, journal.path().string());
    } else {
        // No disk takes them: what is left is the way to whoever called.
        error.safe = say("readings-follow", all);
        std::cerr << readingsToCsv(readingSet(record));
    }
    return report(error, o.json);
}

/// Writes what a visit came to, and says it.
int finish(const VisitRecord &record, const VisitOptions &o, ReadingJournal &journal)
{
    const PaintingWithoutScreen painting(o.report != "none");
    const ReportKind kind = o.report == "pdf" ? ReportKind::Pdf : (o.report == "html" ? ReportKind::Html : ReportKind::None);
    const auto kept = keepResults(o.out, record, kind, o.whole);
    int status = record.verdict == Verdict::Pass ? kDone : kNotWithin;
    fs::path folder = o.out;
    if (kept) {
        status = tellKept(kept.value()) == kDone ? status : kNotWritten;
        folder = kept->folder;
        journal.discard();
    } else {
        std::cerr << said(say("program-says", sentences({kept.error().paragraph(), say("figures-follow")}))) << "\n";
        status = kNotWritten;
    }
    if (o.json || !kept) {
        printRecord(record, kept ? kept->problem : std::optional(kept.error()));
    } else {
        printSummary(record, folder);
    }
    return status;
}

} // namespace

int runVisit(const VisitOptions &o)
{
    const SignalStop signals; // before any thread, so that all of them leave signals to it
    const auto plan = planFrom(o);
    if (!plan) {
        return report(plan.error(), o.json);
    }
    VisitPlan asked = plan.value();
    const fs::path folder = o.out;
    if (const Status s = prepareFolder(folder); !s) {
        return report(s.error(), o.json);
    }
    // One visit owns a folder from its beginning to its end.
    const auto lock = FolderLock::take(folder);
    if (!lock) {
        return report(lock.error(), o.json);
    }
    ProgressLine line;
    BenchClient::Options options;
    options.stop = signals.token();
    options.log = [&](const Message &m) { line.tell(say("note-bench", m)); };
    if (!o.matchTo.empty()) {
        // The other display's bench is closed before this one's opens: they may share an instrument.
        auto other = BenchClient::open(o.matchTo, options);
        const auto match = other ? matchOfBench(*other.value(), asked.target, asked.instrument, signals.token()) : Result<MatchTarget>(other.error());
        if (!match) {
            return report(match.error(), o.json);
        }
        asked.target = match->target;
        asked.matched = match->like;
        line.tell(say("matches", match->like.display, decimal(asked.target.luminance.cdM2, 1), decimal(asked.target.white.xy.x, 4),
                      decimal(asked.target.white.xy.y, 4)));
    }
    auto bench = BenchClient::open(o.bench, options);
    if (!bench) {
        return report(bench.error(), o.json);
    }
    if (!o.byEye.empty()) {
        const auto alike = asked.matched ? byEyeToo({asked.target, *asked.matched}, *bench.value(), o.byEye)
                                         : Result<MatchTarget>(Error{ErrorKind::Input, say("target-or-match"), say("nothing-started"),
                                                                     say("choose-target-or-match"), "option", false});
        if (!alike) {
            return report(alike.error(), o.json);
        }
        asked.target = alike->target;
        asked.matched = alike->like;
    }
    ReadingJournal journal(folder / "readings.partial.csv");
    if (!journal.earlier().empty()) {
        line.tell(say("note", say("earlier-interrupted", journal.earlier().string())));
    }
    VisitHooks hooks;
    hooks.wallClock = now;
    hooks.onReading = [&](const Measurement &m, const VisitRecord &r) {
        if (const Status s = journal.append(m, r); !s) {
            line.tell(say("note", s.error().paragraph()));
        }
    };
    hooks.onStage = [&](Stage s, const VisitRecord &r) { tellStage(line, s, r); };
    hooks.onProgress = [&](const Progress &p) { line.progress(titled(p.stage), p.fraction, p.secondsLeft); };
    hooks.onNote = [&](const Message &m) { line.tell(say("note", m)); };
    // A bench that does all by itself needs nobody; at another one the person at the terminal is asked.
    if (!o.json && Asking::possible()) {
        if (const auto known = bench.value()->hello(); known && !known->automatic) {
            hooks.ask = Asking(line, signals.token());
        }
    }
    Visit visit(*bench.value(), std::move(asked), hooks, signals.token());
    auto record = visit.run();
    line.clear();
    if (!record) {
        return fail(record.error(), visit.record(), o, journal);
    }
    record.value().id = QUuid::createUuid().toString(QUuid::WithoutBraces).toStdString(); // told from all others wherever it is brought in
    return finish(record.value(), o, journal);
}

} // namespace lamp::cli
