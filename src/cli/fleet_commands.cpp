// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "base/file.h"
#include "base/json.h"
#include "cli/output.h"
#include "fleet/plan.h"
#include "words/words.h"

#include <cstdio>
#include <iostream>

namespace lamp::cli {

namespace {

/// "08:30" of the round's day.
std::string clockAt(const RoundProblem &p, double minutes)
{
    return isoTime(p.start + std::chrono::seconds(std::llround(60 * minutes))).substr(11, 5);
}

Message stepSaid(const RoundProblem &p, const RoundStep &s)
{
    const auto person = "P" + std::to_string(s.person + 1);
    const std::string stop = s.stop >= 0 ? p.stops[size_t(s.stop)].id : "",
                      instrument = s.instrument >= 0 ? p.instruments[size_t(s.instrument)].id : "";
    switch (s.what) {
    case RoundStep::What::WarmUp: return say("round-switch-on", stop);
    case RoundStep::What::Walk: return instrument.empty() ? say("round-walk", person, stop) : say("round-carry", person, instrument, stop);
    case RoundStep::What::Visit: return say("round-visit", person, stop, instrument, say("span-to", clockAt(p, s.to)));
    case RoundStep::What::Break: return say("round-break", person, say("span-to", clockAt(p, s.to)));
    }
    return {};
}

} // namespace

int planFleet(const std::string &file, bool json)
{
    const auto text = readFile(file);
    if (!text) {
        return report(text.error(), json);
    }
    const auto problem = roundFromJson(text.value());
    if (!problem) {
        return report(problem.error(), json);
    }
    const auto plan = planRound(problem.value());
    if (!plan) {
        return report(plan.error(), json);
    }
    if (json) {
        printJson(nlohmann::json::parse(roundPlanToJson(problem.value(), plan.value())));
        return kDone;
    }
    std::cout << said(say("round-summary", clockAt(problem.value(), plan->makespan), decimal(plan->makespan, 0), decimal(plan->lowerBound, 0),
                          decimal(plan->walking, 0)))
              << "\n";
    for (const RoundStep &s : plan->steps) {
        std::cout << "  " << clockAt(problem.value(), s.from) << "  " << said(stepSaid(problem.value(), s)) << "\n";
    }
    return kDone;
}

} // namespace lamp::cli
