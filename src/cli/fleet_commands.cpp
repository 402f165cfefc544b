// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/file.h"
#include "base/json.h"
#include "base/parallel.h"
#include "cli/output.h"
#include "cli/progress_line.h"
#include "cli/studio.h"
#include "fleet/ageing.h"
#include "fleet/agreement.h"
#include "fleet/common_target.h"
#include "fleet/plan.h"
#include "store/registers.h"
#include "store/visited.h"
#include "words/words.h"

#include <QDateTime>

#include <atomic>
#include <cstdio>
#include <functional>
#include <iostream>
#include <optional>

namespace lamp::cli {

namespace {

/// The end of a day that a person named; of today where none was named.
Result<WallTime> endOfDay(const std::string &text)
{
    if (text.empty()) {
        return now();
    }
    const auto at = timeOf(text);
    if (!at) {
        return Error{ErrorKind::Input, say("option-cannot-be", "--on", text), say("nothing-started"), say("give-date"), "option", false};
    }
    // Dates in files are those of UTC; of those who live east of it the day is over before.
    const std::chrono::seconds east{std::max(0, QDateTime::fromSecsSinceEpoch(at->time_since_epoch().count()).offsetFromUtc())};
    return text.size() == 10 ? *at + std::chrono::hours(24) - std::chrono::seconds(1) - east : *at;
}

/// The studio's history. \param question is told what the studio's displays aim at and are judged by
Result<std::vector<HistoryEntry>> historyOfStudio(const std::string &path, AgeingQuestion &question)
{
    OpenStudio studio(path);
    if (!studio.store()) {
        return studio.store().error();
    }
    auto history = studio.store().value()->histories().all();
    question = ofStudio(*studio.store().value(), std::move(question));
    const auto problem = studio.store().value()->takeProblem();
    return problem ? Result<std::vector<HistoryEntry>>(*problem) : Result<std::vector<HistoryEntry>>(std::move(history));
}

/// The studio's displays, each by its newest visit that has a profile.
Result<std::vector<VisitedDisplay>> displaysOfStudio(const std::string &path)
{
    OpenStudio studio(path);
    if (!studio.store()) {
        return studio.store().error();
    }
    auto found = visitedDisplays(*studio.store().value());
    if (!found) {
        return found.error();
    }
    std::vector<VisitedDisplay> all;
    for (StudioDisplay &d : found.value()) {
        all.push_back(std::move(d.display));
    }
    return all;
}

Result<std::vector<VisitedDisplay>> displaysOf(const FleetOptions &o)
{
    if (o.files.empty()) {
        return displaysOfStudio(o.store);
    }
    std::vector<std::optional<Result<VisitedDisplay>>> read(o.files.size());
    {
        SharedProgress progress(say("visits-being-read"));
        std::atomic<size_t> done = 0;
        inParallel(int(o.files.size()), [&](int i) {
            auto facts = visitFacts(o.files[size_t(i)]);
            read[size_t(i)] = facts ? VisitedDisplay::of(std::move(facts).value()) : Result<VisitedDisplay>(facts.error());
            progress(double(++done) / double(o.files.size()));
        });
    }
    std::vector<VisitedDisplay> all;
    for (size_t i = 0; i < read.size(); ++i) {
        if (!*read[i]) {
            return naming(o.files[i], read[i]->error());
        }
        all.push_back(std::move(*read[i]).value());
    }
    return all;
}

/// "-4.2 ± 0.8 cd/m² a year"
Message rateSaid(const AgedFigure &f, int places, const char *unit)
{
    return say("rate-a-year", decimal(f.perYear, places), decimal(f.perYearK2, places), unit);
}

void tellAgeing(const DisplayAgeing &d)
{
    std::vector<Message> parts;
    if (d.maxLuminance) {
        parts.push_back(say("ageing-most", decimal(d.maxLuminance->now, 0), rateSaid(*d.maxLuminance, 1, "cd/m²")));
    }
    if (d.luminance) {
        parts.push_back(say("ageing-luminance", decimal(d.luminance->now, 1), rateSaid(*d.luminance, 1, "cd/m²")));
    }
    if (d.white) {
        parts.push_back(say("ageing-white", rateSaid(*d.white, 4, "u'v'")));
    }
    if (d.end) {
        parts.push_back(d.end->p05 && d.end->p95
                            ? say("ageing-end", Day{d.end->median}, Day{*d.end->p05}, Day{*d.end->p95}, wordSaid(d.end->because))
                            : say("ageing-end-from", Day{d.end->median}, Day{d.end->p05.value_or(d.end->median)}, wordSaid(d.end->because)));
    } else {
        parts.push_back(d.unforeseen ? *d.unforeseen : say("ageing-no-end"));
    }
    if (d.nextCheck) {
        parts.push_back(say("ageing-next-check", Day{*d.nextCheck}));
    }
    std::cout << d.serial << ": " << said(sentences(parts)) << "\n";
    for (const AgeingJump &j : d.jumps) {
        std::cout << "  " << said(say("ageing-jump", Day{j.at}, wordSaid(j.what))) << "\n";
    }
}

} // namespace

Result<std::vector<HistoryEntry>> historyOf(const std::vector<std::string> &files)
{
    std::vector<HistoryEntry> all;
    size_t repeated = 0;
    for (const std::string &file : files) {
        const auto text = readFile(file);
        if (!text) {
            return text.error();
        }
        auto table = historyFromCsv(text.value());
        if (!table) {
            return naming(file, table.error());
        }
        for (const std::string &heading : table->unused) {
            std::cerr << said(say("program-says", say("heading-unused", file, heading))) << "\n";
        }
        repeated += table->repeated;
        all.insert(all.end(), std::make_move_iterator(table->entries.begin()), std::make_move_iterator(table->entries.end()));
    }
    if (repeated += putInOrder(all); repeated > 0) {
        std::cerr << said(say("program-says", say("rows-repeated", repeated))) << "\n";
    }
    return all;
}

void heedLaterRows(const std::vector<HistoryEntry> &history, const FleetOptions &o, AgeingQuestion &question)
{
    const auto beyond = std::count_if(history.begin(), history.end(), [&](const HistoryEntry &e) { return e.at > question.on; });
    // One that lies ahead for the most part was kept by another clock; a day or two ahead are slips of the pen.
    if (o.on.empty() && beyond > std::ptrdiff_t(history.size() / 2)) {
        const WallTime last = std::max_element(history.begin(), history.end(), [](const auto &p, const auto &q) { return p.at < q.at; })->at;
        question.on = std::chrono::ceil<std::chrono::days>(last + std::chrono::seconds(1)) - std::chrono::seconds(1);
        std::cerr << said(say("program-says", say("history-beyond-today", Day{last}))) << "\n";
    } else if (beyond > 0) {
        std::cerr << said(say("program-says", say("rows-later", size_t(beyond)))) << "\n";
    }
}

Result<qint64> displayOf(Store &store, const std::string &serial)
{
    const auto found = displayOfSerial(store, serial);
    if (!found) {
        return found.error();
    }
    if (!*found) {
        return Error{ErrorKind::Input, say("no-display-of-serial", serial), say("nothing-started"), {}, "option", false};
    }
    return (*found)->id;
}

Result<AgeingQuestion> ageingQuestion(const FleetOptions &o)
{
    AgeingQuestion question;
    const auto on = endOfDay(o.on);
    if (!on) {
        return on.error();
    }
    question.on = on.value();
    if (!o.tolerance.empty()) {
        const auto tolerance = findTolerance(o.tolerance);
        if (!tolerance) {
            return tolerance.error();
        }
        question.tolerance = tolerance.value();
    }
    if (!o.target.empty()) {
        const auto target = findTarget(o.target);
        if (!target) {
            return target.error();
        }
        question.target = target.value();
    }
    return question;
}

namespace {

/// The round that a studio asks for on a day.
Result<StudioRound> roundOfStudio(const FleetOptions &o)
{
    const auto question = ageingQuestion(o);
    if (!question) {
        return question.error();
    }
    OpenStudio studio(o.store);
    if (!studio.store()) {
        return studio.store().error();
    }
    Store &store = *studio.store().value();
    RoundDay day;
    // Another day begins at nine, as offices do; today now. A round's clock is the one on the wall.
    const std::chrono::seconds zone{QDateTime::currentDateTime().offsetFromUtc()};
    day.start = o.on.empty() ? now() + zone : std::chrono::floor<std::chrono::days>(question->on) + std::chrono::hours(9);
    day.people = o.people;
    day.hours = o.hours;
    day.instruments = roundInstruments(store);
    if (day.instruments.empty()) {
        return Error{ErrorKind::Input, say("round-no-instrument"), say("nothing-started"), say("visit-first-or-problem"), "instrument", false};
    }
    const auto due = dueQuestions(store, question.value());
    const auto candidates = roundCandidates(store, due, question->on);
    if (const auto problem = store.takeProblem()) {
        return *problem;
    }
    return studioRound(candidates, day);
}

void tellRound(const RoundProblem &problem, const RoundPlan &plan)
{
    std::cout << said(
        say("round-summary", roundClock(problem, plan.makespan), decimal(plan.makespan, 0), decimal(plan.lowerBound, 0), decimal(plan.walking, 0)))
              << "\n";
    if (!problem.apart.empty()) {
        constexpr size_t kFew = 5;
        std::string rooms;
        for (size_t i = 0; i < std::min(kFew, problem.apart.size()); ++i) {
            rooms += (i > 0 ? ", " : "") + problem.rooms[problem.apart[i].front()];
        }
        std::cout << said(say("round-walks-unsaid", rooms + (problem.apart.size() > kFew ? ", ..." : ""))) << "\n";
    }
    for (const RoundStep &s : plan.steps) {
        std::cout << "  " << roundClock(problem, s.from) << "  " << said(roundStepSaid(problem, s)) << "\n";
    }
}

} // namespace

int planFleet(const FleetOptions &o)
{
    if (o.problem.empty()) {
        const auto round = roundOfStudio(o);
        if (!round) {
            return report(round.error(), o.json);
        }
        if (o.json) {
            auto json = nlohmann::json::parse(roundPlanToJson(round->problem, round->plan));
            json["left"] = round->left;
            printJson(json);
            return kDone;
        }
        tellRound(round->problem, round->plan);
        if (!round->left.empty()) {
            std::string names;
            for (const std::string &name : round->left) {
                names += (names.empty() ? "" : ", ") + name;
            }
            std::cout << said(say("round-left", names)) << "\n";
        }
        return kDone;
    }
    const auto text = readFile(o.problem);
    if (!text) {
        return report(text.error(), o.json);
    }
    const auto problem = roundFromJson(text.value());
    if (!problem) {
        return report(problem.error(), o.json);
    }
    const auto plan = planRound(problem.value());
    if (!plan) {
        return report(plan.error(), o.json);
    }
    if (o.json) {
        printJson(nlohmann::json::parse(roundPlanToJson(problem.value(), plan.value())));
    } else {
        tellRound(problem.value(), plan.value());
    }
    return kDone;
}

int ageFleet(const FleetOptions &o)
{
    auto question = ageingQuestion(o);
    if (!question) {
        return report(question.error(), o.json);
    }
    const auto history = o.files.empty() ? historyOfStudio(o.store, question.value()) : historyOf(o.files);
    if (!history) {
        return report(history.error(), o.json);
    }
    if (!o.files.empty()) {
        heedLaterRows(history.value(), o, question.value());
    }
    const FleetAgeing ageing = ageingOf(history.value(), question.value());
    if (o.json) {
        auto json = nlohmann::json::parse(ageingToJson(ageing));
        json["on"] = isoTime(question->on).substr(0, 10);
        printJson(json);
        return kDone;
    }
    std::for_each(ageing.displays.begin(), ageing.displays.end(), tellAgeing);
    for (const InstrumentAgeing &i : ageing.instruments) {
        std::cout << i.serial << ": "
                  << said(say("instrument-ageing", wordSaid(instrumentStateName(i.state)), decimal(i.luminancePercentPerYear, 2),
                              decimal(i.luminanceK2, 2), decimal(i.whiteUvPerYear, 5), decimal(i.whiteK2, 5)))
                  << "\n";
    }
    return kDone;
}

int agreeFleet(const FleetOptions &o)
{
    const auto displays = displaysOf(o);
    if (!displays) {
        return report(displays.error(), o.json);
    }
    if (displays->size() < 2) {
        return report({ErrorKind::Input, say("agree-needs-two", displays->size()), say("nothing-started"), say("agree-name-two"), "displays", false},
                      o.json);
    }
    std::vector<Lab> colours;
    if (!o.colours.empty()) {
        const auto text = readFile(o.colours);
        auto read = text ? coloursFromCsv(text.value()) : Result<std::vector<Lab>>(text.error());
        if (!read) {
            return report(text ? naming(o.colours, read.error()) : read.error(), o.json);
        }
        colours = std::move(read).value();
    }
    const Agreement agreement = [&] {
        SharedProgress progress(say("displays-being-compared"));
        return agreementOf(groupOf(displays.value()), colours, {}, std::ref(progress));
    }();
    if (o.json) {
        printJson(nlohmann::json::parse(agreementToJson(displays.value(), agreement)));
        return kDone;
    }
    const auto named = [&](size_t i) {
        const VisitFacts &f = displays.value()[i].facts();
        return f.model + " " + f.serial;
    };
    for (const PairAgreement &p : agreement.pairs) {
        std::cout << said(p.colours > 0
                              ? say("pair-agrees", named(p.a), named(p.b), decimal(p.mean, 2), decimal(p.instrumentK2, 2), decimal(p.max, 2),
                                    decimal(p.absoluteK2, 2), wordSaid(p.because.front().what), decimal(p.because.front().deltaE, 2))
                              : say("pair-shares-none", named(p.a), named(p.b)))
                  << "\n";
    }
    for (const auto &[space, percent] : agreement.sharedCoverage) {
        if (!std::isfinite(percent)) {
            continue; // not known, and not 0
        }
        std::cout << "  " << said(say("shared-coverage", space, decimal(percent, 1))) << "\n";
    }
    return kDone;
}

int commonFleet(const FleetOptions &o)
{
    const auto displays = displaysOf(o);
    if (!displays) {
        return report(displays.error(), o.json);
    }
    FleetAgeing ageing;
    // How they age: by the history that is given; else, where the displays are the studio's, by its own.
    if (!o.history.empty() || o.files.empty()) {
        AgeingQuestion question;
        question.on = now();
        const auto history = o.history.empty() ? historyOfStudio(o.store, question) : historyOf({o.history});
        if (!history) {
            return report(history.error(), o.json);
        }
        ageing = ageingOf(history.value(), question);
    }
    if (displays->empty()) {
        return report({ErrorKind::Input, say("no-visit-to-compare"), say("nothing-started"), say("give-visit-folder"), "visit", false}, o.json);
    }
    const auto common = commonTarget(displays.value(), o.months, ageing);
    if (!common) {
        return report(common.error(), o.json);
    }
    if (o.json) {
        printJson(nlohmann::json::parse(commonTargetToJson(common.value())));
        return kDone;
    }
    const Target &t = common->target;
    std::cout << said(say("common-target", decimal(t.white.xy.x, 4), decimal(t.white.xy.y, 4), decimal(t.luminance.cdM2, 1), t.tone.named())) << "\n"
              << said(say(common->limited ? "common-limited" : "common-weakest", common->weakest)) << "\n";
    for (const CommonLoss &l : common->loses) {
        std::cout << "  "
                  << said(say("common-loss", l.serial, decimal(l.luminancePercent, 0), say("count-levels", l.levels), decimal(l.gamutPercent, 0),
                              decimal(l.most, 0)))
                  << "\n";
    }
    return kDone;
}

} // namespace lamp::cli
