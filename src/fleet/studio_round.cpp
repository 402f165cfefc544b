// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/studio_round.h"

#include <algorithm>
#include <set>

namespace lamp {

namespace {

/// Minutes where no visit of the display says it: a visit with placing and signing off, and what panels take to settle
/// (10 to 30 minutes are common practice, no published source).
double usualMinutes(Task task)
{
    switch (task) {
    case Task::Full: return 10;
    case Task::Refresh: return 6;
    case Task::Check: return 4;
    case Task::Profile: return 8;
    }
    return 10;
}
constexpr double kUsualWarmUp = 20, kHandling = 3; // min: bring, place and take away; sign off
constexpr double kTrimming = 4;                    // min that somebody stands at the menu in a full visit

std::optional<Task> wanted(const RoundCandidate &c, const RoundDay &day)
{
    const std::string &s = c.due.state;
    return s == "ok" || (s == "due-soon" && !day.dueSoon) ? std::nullopt : std::optional(taskFor(c.due));
}

RoundProblem::Stop stopOf(const RoundCandidate &c, Task task, std::string id, size_t room)
{
    RoundProblem::Stop stop;
    stop.id = std::move(id);
    stop.technology = c.technology;
    stop.room = room;
    const auto known = c.minutes.find(task);
    stop.visit = kHandling + (known == c.minutes.end() ? usualMinutes(task) : known->second);
    stop.warmUp = c.warmUp.value_or(kUsualWarmUp);
    stop.attended = std::min(stop.visit, kHandling + (task == Task::Full ? kTrimming : 0));
    return stop;
}

/// Whether one stop is, or waits for, another, in one or several steps. \pre each waits for one at most, none in a circle
bool waitsFor(const RoundProblem &problem, size_t stop, size_t other)
{
    while (stop != other && !problem.stops[stop].after.empty()) {
        stop = problem.stops[stop].after.front();
    }
    return stop == other;
}

/// The round of the first `count` candidates.
StudioRound roundOfFirst(const std::vector<RoundCandidate> &due, size_t count, const RoundDay &day)
{
    StudioRound r;
    r.problem.start = day.start;
    r.problem.people = day.people;
    r.problem.instruments = day.instruments;
    r.problem.breaks = day.breaks;
    std::set<std::string> names;
    for (size_t i = 0; i < count; ++i) {
        const RoundCandidate &c = due[i];
        auto room = std::find(r.problem.rooms.begin(), r.problem.rooms.end(), c.room);
        if (room == r.problem.rooms.end()) {
            room = r.problem.rooms.insert(room, c.room);
        }
        // A name is no identity: two displays may share it.
        std::string id = c.name.empty() ? c.serial : c.name;
        if (!names.insert(id).second) {
            id += " " + (c.serial.empty() ? "#" + std::to_string(c.key) : c.serial);
            names.insert(id);
        }
        r.tasks.push_back(taskFor(c.due));
        r.keys.push_back(c.key);
        r.problem.stops.push_back(stopOf(c, r.tasks.back(), std::move(id), size_t(room - r.problem.rooms.begin())));
    }
    for (size_t i = 0; i < count; ++i) {
        const auto reference = due[i].like ? std::find(r.keys.begin(), r.keys.end(), *due[i].like) : r.keys.end();
        if (reference != r.keys.end() && !waitsFor(r.problem, size_t(reference - r.keys.begin()), i)) {
            r.problem.stops[i].after.push_back(size_t(reference - r.keys.begin())); // what it is to match may have moved
        }
    }
    const size_t rooms = r.problem.rooms.size();
    r.problem.walk.assign(rooms, std::vector<double>(rooms, day.walk));
    for (size_t i = 0; i < rooms; ++i) {
        r.problem.walk[i][i] = 0;
    }
    return r;
}

} // namespace

Task taskFor(const Due &due)
{
    if (due.state == "never" || due.state == "out" || due.why == "event") {
        return Task::Full;
    }
    return due.state == "undecided" || due.state == "due-soon" || due.why == "assignment" ? Task::Check : Task::Refresh;
}

Result<StudioRound> studioRound(std::vector<RoundCandidate> candidates, const RoundDay &day)
{
    std::erase_if(candidates, [&](const RoundCandidate &c) { return !wanted(c, day); });
    if (candidates.empty()) {
        return Error{ErrorKind::Input, say("round-nothing-due"), {}, {}, "nothing-due", false};
    }
    std::stable_sort(candidates.begin(), candidates.end(),
                     [](const RoundCandidate &p, const RoundCandidate &q) { return urgency(p.due.state) < urgency(q.due.state); });
    std::vector<std::string> beyond;
    constexpr size_t kMost = 500; // that one day's round may hold
    for (size_t i = kMost; i < candidates.size(); ++i) {
        beyond.push_back(candidates[i].name);
    }
    candidates.resize(std::min(candidates.size(), kMost));
    // As many as fit: more displays never end earlier, so the number is found between those that do and those that do not.
    const double minutes = 60 * day.hours;
    size_t fits = 0, tooMany = candidates.size() + 1;
    const auto between = [&](size_t count) { return std::clamp(count, fits + 1, tooMany - 1); };
    // What no plan could be short enough for is told by the bound, which is soon worked out.
    for (size_t low = 0, count = candidates.size(); low + 1 < tooMany; count = (low + tooMany) / 2) {
        (roundLowerBound(roundOfFirst(candidates, count, day).problem) <= minutes ? low : tooMany) = count;
    }
    std::optional<StudioRound> best;
    std::optional<Error> why;
    for (size_t count = tooMany - 1; fits + 1 < tooMany;) {
        StudioRound r = roundOfFirst(candidates, count, day);
        auto plan = planRound(r.problem);
        const bool fit = plan && plan->makespan <= minutes;
        why = plan ? why : std::optional(plan.error());
        (fit ? fits : tooMany) = count;
        if (fits + 1 < tooMany) {
            // So many more or fewer as the day has minutes left or too few, first; then by halving.
            const double share = plan && best == std::nullopt ? minutes / plan->makespan : 0;
            count = between(share > 0 ? size_t(share * double(count)) : (fits + tooMany) / 2);
        }
        if (fit) {
            r.plan = std::move(plan).value();
            best = std::move(r);
        }
    }
    if (!best) {
        return why ? *why : Error{ErrorKind::Input, say("round-day-too-short"), {}, say("round-longer-day"), "too-short", false};
    }
    for (size_t i = fits; i < candidates.size(); ++i) {
        best->left.push_back(candidates[i].name);
    }
    best->left.insert(best->left.end(), beyond.begin(), beyond.end());
    return std::move(*best);
}

RoundProblem remainingRound(const RoundProblem &problem, const RoundPlan &plan, double now, const std::vector<bool> &gone, std::vector<size_t> &kept)
{
    RoundProblem rest = problem;
    rest.start = problem.start + std::chrono::seconds(std::llround(60 * now));
    rest.stops.clear();
    kept.clear();
    std::vector<size_t> number(problem.stops.size(), problem.stops.size());
    for (size_t i = 0; i < problem.stops.size(); ++i) {
        if (!gone[i]) {
            number[i] = kept.size();
            kept.push_back(i);
        }
    }
    for (const size_t i : kept) {
        RoundProblem::Stop stop = problem.stops[i];
        stop.earliest = std::max(0.0, stop.earliest - now);
        stop.latest -= now;
        std::vector<size_t> after;
        for (const size_t before : stop.after) {
            if (number[before] < kept.size()) {
                after.push_back(number[before]);
            }
        }
        stop.after = std::move(after);
        for (const RoundStep &s : plan.steps) {
            if (s.what == RoundStep::What::WarmUp && s.stop == int(i) && s.from < now) {
                stop.warmUp = std::max(0.0, stop.warmUp - (now - s.from));
            }
        }
        rest.stops.push_back(std::move(stop));
    }
    rest.breaks.clear();
    for (const RoundProblem::Break &b : problem.breaks) {
        if (b.to > now) {
            rest.breaks.push_back({std::max(0.0, b.from - now), b.to - now});
        }
    }
    return rest;
}

} // namespace lamp
