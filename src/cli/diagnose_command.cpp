// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "cli/progress_line.h"
#include "cli/signal_stop.h"
#include "cli/studio.h"
#include "device/bench_client.h"
#include "diagnose/examination.h"
#include "exchange/reading_table.h"
#include "store/visited.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

namespace fs = std::filesystem;

Result<VisitedDisplay> ofFile(const std::string &path)
{
    auto facts = visitFacts(path);
    return facts ? VisitedDisplay::of(std::move(facts).value()) : Result<VisitedDisplay>(facts.error());
}

/// The display that a bench shows, as its newest calibration in the studio left it.
Result<VisitedDisplay> ofStudio(const std::string &path, Bench &bench)
{
    const auto display = bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    OpenStudio studio(path);
    if (!studio.store()) {
        return studio.store().error();
    }
    Store &store = *studio.store().value();
    const auto entry = store.studio().find(QString::fromStdString(display->model), QString::fromStdString(display->serial));
    auto visited = entry ? asCalibrated(store, entry->id) : Result<std::optional<VisitedDisplay>>(std::optional<VisitedDisplay>());
    if (!visited) {
        return visited.error();
    }
    if (visited.value()) {
        return std::move(*visited.value());
    }
    return Error{ErrorKind::Input,
                 say("diagnosis-no-visit", modelAndSerial(display->model, display->serial)),
                 say("nothing-changed-display"),
                 say("visit-it-or-give-one"),
                 "visit",
                 false};
}

Result<ExaminationPlan> planOf(const DiagnoseOptions &o)
{
    ExaminationPlan plan;
    plan.instrument = o.instrument;
    plan.now = now();
    plan.tests = o.tests == "none" ? TestChoice::None : (o.tests == "all" ? TestChoice::All : TestChoice::Needed);
    if (!o.profileIn.empty()) {
        const auto bytes = readBytes(o.profileIn);
        const auto opened = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error());
        if (!opened) {
            return bytes ? naming(o.profileIn, opened.error()) : bytes.error();
        }
        plan.profile = bytes.value();
    }
    return plan;
}

/// Keeps what was read, whole or not, and says what it comes to. \return the exit status
int conclude(const Examination &e, const Status &status, const DiagnoseOptions &o, ReadingJournal &journal)
{
    if (e.readings.empty()) {
        Error error = status ? Error{} : status.error();
        error.safe = say("no-reading-taken");
        return report(error, o.json);
    }
    const auto kept = keepExamination(o.out, e, bool(status));
    if (kept) {
        journal.discard();
        tellKept(kept.value());
    } else {
        std::cerr << readingsToCsv(readingSet(e)); // no disk takes them: what is left is the way to whoever called
    }
    const Message all = say("count-readings", e.readings.size());
    if (!status) {
        Error error = status.error();
        error.safe = kept ? say("all-readings-in", all, (kept->folder / "readings.txt").string()) : say("readings-follow", all);
        return report(error, o.json);
    }
    if (o.json) {
        printJson(nlohmann::json::parse(examinationJson(e, said)));
    } else {
        for (const Message &m : examinationSaid(e)) {
            std::cout << said(m) << "\n";
        }
        std::cout << said(say("survey-summary", all, Lasting{e.benchSeconds}, kept ? kept->folder.string() : std::string("-"))) << "\n";
    }
    if (!kept || kept->problem) {
        return kNotWritten;
    }
    const bool healthy = e.ranking.causes.empty() || e.ranking.healthy > std::max(e.ranking.unexplained, e.ranking.causes.front().probability);
    return healthy ? kDone : kNotWithin;
}

} // namespace

int diagnose(const DiagnoseOptions &o)
{
    const SignalStop signals; // before any thread, so that all of them leave signals to it
    const auto plan = planOf(o);
    auto last = plan && !o.visit.empty() ? ofFile(o.visit) : Result<VisitedDisplay>(plan ? Error{} : plan.error());
    if (!plan || (!o.visit.empty() && !last)) {
        return report(last.error(), o.json);
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
    if (o.visit.empty()) {
        last = ofStudio(o.store, *bench.value());
    }
    if (!last || !last->hasModel()) {
        return report(
            last ? Error{ErrorKind::Input, say("diagnosis-no-model"), say("nothing-changed-display"), say("visit-it-or-give-one"), "visit", false}
                 : last.error(),
            o.json);
    }
    last.value().keepToModel();
    ReadingJournal journal(folder / "readings.partial.csv");
    ExaminationHooks hooks;
    hooks.wallClock = now;
    hooks.onReading = [&](const Measurement &m, const Examination &e) {
        if (const Status s = journal.append(m, [&] { return readingSet(e); }); !s) {
            line.tell(say("note", s.error().paragraph()));
        }
    };
    hooks.onProgress = [&](const Message &what, double fraction, double left) { line.progress(what, fraction, left); };
    hooks.onNote = [&](const Message &m) { line.tell(say("note", m)); };
    Examination examination;
    const Status status = examine(*bench.value(), last.value(), plan.value(), hooks, signals.token(), examination);
    line.clear();
    return conclude(examination, status, o, journal);
}

} // namespace lamp::cli
