// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/beside_visits.h"
#include "cli/painting.h"
#include "cli/studio.h"
#include "diagnose/examination.h"
#include "store/visited.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace lamp::cli {

namespace {

Result<VisitedDisplay> ofFile(const std::string &path)
{
    auto facts = visitFacts(path);
    return facts ? VisitedDisplay::asCalibrated(std::move(facts).value()) : Result<VisitedDisplay>(facts.error());
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

/// What was found, and where it is kept. \return the exit status
int tellFound(const Examination &e, const Result<KeptResults> &kept, const DiagnoseOptions &o)
{
    if (o.json) {
        printJson(nlohmann::json::parse(examinationJson(e, said)));
    } else {
        for (const Message &m : examinationSaid(e)) {
            std::cout << said(m) << "\n";
        }
        BesideVisits::summarise(e.readings.size(), e.benchSeconds, kept);
    }
    const bool healthy = e.ranking.causes.empty() || e.ranking.healthy > std::max(e.ranking.unexplained, e.ranking.causes.front().probability);
    return healthy ? kDone : kNotWithin;
}

} // namespace

int diagnose(const DiagnoseOptions &o)
{
    const PaintingWithoutScreen painting(!o.report.empty());
    const SignalStop signals; // before any thread, so that all of them leave signals to it
    const auto plan = planOf(o);
    auto last = plan && !o.visit.empty() ? ofFile(o.visit) : Result<VisitedDisplay>(plan ? Error{} : plan.error());
    if (!plan || (!o.visit.empty() && !last)) {
        return report(last.error(), o.json);
    }
    auto beside = BesideVisits::open(o.out, o.bench, signals);
    if (!beside) {
        return report(beside.error(), o.json);
    }
    Bench &bench = beside.value()->bench();
    if (o.visit.empty()) {
        last = ofStudio(o.store, bench);
    }
    if (!last || !last->hasModel()) {
        return report(
            last ? Error{ErrorKind::Input, say("diagnosis-no-model"), say("nothing-changed-display"), say("visit-it-or-give-one"), "visit", false}
                 : last.error(),
            o.json);
    }
    ExaminationHooks hooks;
    beside.value()->hear<Examination>(hooks);
    Examination examination;
    const Status status = examine(bench, last.value(), plan.value(), hooks, signals.token(), examination);
    return beside.value()->conclude(
        examination, status, o.json, [&] { return keepExamination(o.out, examination, bool(status)); }, "readings.txt",
        [&](const Result<KeptResults> &kept) {
            const int exit = tellFound(examination, kept, o);
            return o.report.empty() ? exit : BesideVisits::writeReport(o.report, diagnosisReport(examination), exit);
        });
}

} // namespace lamp::cli
