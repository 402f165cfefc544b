// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/plan.h"

#include "fleet/round_search.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>

namespace lamp {

namespace {

/// When each visit can end at the earliest; nothing where stops wait for each other in a circle.
std::optional<std::vector<double>> earliestEnds(const RoundProblem &p)
{
    std::vector<double> ends(p.stops.size(), -1);
    for (size_t done = 0; done < p.stops.size();) {
        const size_t before = done;
        for (size_t s = 0; s < p.stops.size(); ++s) {
            const auto &after = p.stops[s].after;
            if (ends[s] >= 0 || std::any_of(after.begin(), after.end(), [&](size_t a) { return ends[a] < 0; })) {
                continue;
            }
            double begin = std::max(p.stops[s].warmUp, p.stops[s].earliest);
            for (const size_t a : after) {
                begin = std::max(begin, ends[a]);
            }
            ends[s] = begin + p.stops[s].visit;
            ++done;
        }
        if (done == before) {
            return std::nullopt;
        }
    }
    return ends;
}

Error impossible(Message what, Message todo)
{
    return {ErrorKind::Input, std::move(what), {}, std::move(todo), "problem", false};
}

} // namespace

bool RoundProblem::serves(size_t instrument, size_t stop) const
{
    const auto &t = instruments[instrument].technologies;
    return t.empty() || std::find(t.begin(), t.end(), stops[stop].technology) != t.end();
}

namespace {

/// Minutes that instruments walk at least that are carried into all of some rooms, from as many as there are of them: what joins rooms that were
/// measured with one of them one after the other makes at most so many parts of all, and nothing joins them shorter than the shortest such joints.
double leastCarried(const RoundProblem &p, const std::vector<char> &rooms, size_t instruments)
{
    std::vector<size_t> in;
    for (size_t r = 0; r < rooms.size(); ++r) {
        if (rooms[r] != 0) {
            in.push_back(r);
        }
    }
    // Prim's way to the shortest tree: from what is joined to the nearest that is not.
    std::vector<double> joints, near(in.size(), rounds::kNever);
    std::vector<char> joined(in.size(), 0);
    for (size_t here = 0; joints.size() + 1 < in.size();) {
        joined[here] = 1;
        size_t next = in.size();
        for (size_t i = 0; i < in.size(); ++i) {
            near[i] = std::min({near[i], p.walk[in[here]][in[i]], p.walk[in[i]][in[here]]});
            next = joined[i] == 0 && (next == in.size() || near[i] < near[next]) ? i : next;
        }
        joints.push_back(near[next]);
        here = next;
    }
    std::sort(joints.begin(), joints.end());
    joints.resize(in.size() > instruments ? in.size() - instruments : 0);
    return std::accumulate(joints.begin(), joints.end(), 0.0);
}

/// Minutes that some instruments wait, summed, since everybody begins with one of them and is held there for a while.
double waitingToBegin(const RoundProblem &p, size_t instruments)
{
    double shortest = rounds::kNever, sum = 0;
    for (const RoundProblem::Stop &s : p.stops) {
        shortest = std::min(shortest, s.attended);
    }
    for (size_t i = 0; i < instruments && shortest < rounds::kNever; ++i) {
        sum += double(i / size_t(p.people)) * shortest;
    }
    return sum;
}

} // namespace

double roundLowerBound(const RoundProblem &p)
{
    double bound = 0;
    if (const auto ends = earliestEnds(p)) {
        for (const double e : *ends) {
            bound = std::max(bound, e);
        }
    }
    double longest = 0; // walk
    for (const auto &from : p.walk) {
        for (const double minutes : from) {
            longest = std::max(longest, minutes);
        }
    }
    // What only some of the instruments can do they share at best evenly, from when the first of it can begin.
    const size_t kinds = std::min<size_t>(p.instruments.size(), 12);
    for (size_t group = 1; group < (size_t(1) << kinds); ++group) {
        double work = 0, first = rounds::kNever;
        size_t members = 0;
        std::vector<char> rooms(p.rooms.size(), 0);
        for (size_t i = 0; i < kinds; ++i) {
            members += (group >> i & 1) != 0 ? 1 : 0;
        }
        for (size_t s = 0; s < p.stops.size(); ++s) {
            bool others = p.instruments.size() > kinds;
            for (size_t i = 0; i < kinds; ++i) {
                others = others || ((group >> i & 1) == 0 && p.serves(i, s));
            }
            if (!others) {
                work += p.stops[s].visit;
                rooms[p.stops[s].room] = 1;
                first = std::min(first, std::max(p.stops[s].warmUp, p.stops[s].earliest));
            }
        }
        // The tree takes a while where rooms are many, and most groups of instruments are not what a round waits for.
        const double atMost = work + longest * double(p.rooms.size()) + waitingToBegin(p, members);
        if (work > 0 && first + atMost / double(members) > bound) {
            const double idle = leastCarried(p, rooms, members) + waitingToBegin(p, members);
            bound = std::max(bound, first + (work + idle) / double(members));
        }
    }
    // The same of people, who do nothing in breaks; behind the last that is attended the rest of a visit follows.
    double attended = 0, first = rounds::kNever, rest = rounds::kNever;
    for (const RoundProblem::Stop &s : p.stops) {
        attended += s.attended;
        first = std::min(first, std::max(s.warmUp, s.earliest));
        rest = std::min(rest, s.visit - s.attended);
    }
    if (!p.stops.empty()) {
        double end = first + attended / p.people;
        std::vector<RoundProblem::Break> breaks = p.breaks;
        std::sort(breaks.begin(), breaks.end(), [](const auto &a, const auto &b) { return a.from < b.from; });
        double until = first;
        for (const RoundProblem::Break &b : breaks) {
            const double from = std::max(b.from, until);
            if (from < end && b.to > from) {
                end += b.to - from;
                until = b.to;
            }
        }
        bound = std::max(bound, end + rest);
    }
    return bound;
}

namespace {

Result<RoundPlan> planFrom(const RoundProblem &p, const rounds::Choice &before)
{
    for (size_t s = 0; s < p.stops.size(); ++s) {
        bool served = false;
        for (size_t i = 0; i < p.instruments.size(); ++i) {
            served = served || p.serves(i, s);
        }
        if (!served) {
            return impossible(say("no-instrument-serves", p.stops[s].id, p.stops[s].technology), say("give-instrument-for-it"));
        }
    }
    if (!earliestEnds(p)) {
        return impossible(say("displays-wait-in-circle"), say("take-one-after-out"));
    }
    RoundPlan plan;
    plan.lowerBound = roundLowerBound(p);
    if (p.stops.empty()) {
        return plan;
    }
    const rounds::Choice choice = rounds::bestChoice(p, plan.lowerBound, before);
    const rounds::Cost cost = rounds::Timetable(p).run(choice, &plan.steps);
    if (cost.late > 1e-6) {
        return impossible(say("times-cannot-be-kept", decimal(std::ceil(cost.late), 0)), say("later-or-more-people"));
    }
    plan.makespan = cost.makespan;
    plan.walking = cost.walking;
    for (int person = 0; person < p.people; ++person) {
        for (const RoundProblem::Break &b : p.breaks) {
            if (b.from < plan.makespan) {
                plan.steps.push_back({RoundStep::What::Break, person, -1, -1, b.from, b.to});
            }
        }
    }
    std::stable_sort(plan.steps.begin(), plan.steps.end(), [](const RoundStep &a, const RoundStep &b) { return a.from < b.from; });
    return plan;
}

} // namespace

Result<RoundPlan> planRound(const RoundProblem &problem)
{
    return planFrom(problem, {});
}

Result<RoundPlan> planAgain(const RoundProblem &problem, const RoundPlan &before, const std::vector<size_t> &kept)
{
    const size_t n = problem.stops.size();
    rounds::Choice choice{{}, std::vector<size_t>(n, 0), std::vector<int>(n, rounds::kAnyPerson)};
    for (const RoundStep &s : before.steps) { // by their beginning
        const auto at = std::find(kept.begin(), kept.end(), size_t(s.stop));
        if (s.what == RoundStep::What::Visit && at != kept.end()) {
            const auto stop = size_t(at - kept.begin());
            choice.order.push_back(stop);
            choice.instrument[stop] = size_t(s.instrument);
            choice.person[stop] = s.person;
        }
    }
    const bool whole =
        choice.order.size() == n && std::all_of(choice.order.begin(), choice.order.end(), [&](size_t s) {
            return choice.instrument[s] < problem.instruments.size() && choice.person[s] < problem.people && problem.serves(choice.instrument[s], s);
        });
    return planFrom(problem, whole ? choice : rounds::Choice{});
}

} // namespace lamp
