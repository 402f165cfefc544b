// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/round_search.h"

#include <algorithm>
#include <numeric>
#include <optional>
#include <tuple>

namespace lamp::rounds {

namespace {

/// Rooms in the order of a walk, from each to the nearest that is left.
std::vector<size_t> walkThroughRooms(const RoundProblem &problem)
{
    std::vector<size_t> way;
    std::vector<char> left(problem.rooms.size(), 0);
    for (const RoundProblem::Stop &s : problem.stops) {
        left[s.room] = 1;
    }
    for (size_t here = problem.stops.front().room; here != problem.rooms.size();) {
        way.push_back(here);
        left[here] = 0;
        size_t next = problem.rooms.size();
        for (size_t r = 0; r < left.size(); ++r) {
            next = left[r] != 0 && (next == left.size() || problem.walk[here][r] < problem.walk[here][next]) ? r : next;
        }
        here = next;
    }
    return way;
}

} // namespace

Choice alongRooms(const RoundProblem &problem, const Able &able)
{
    const size_t instruments = problem.instruments.size(), people = std::min(size_t(problem.people), instruments), n = problem.stops.size();
    std::vector<size_t> place(problem.rooms.size(), 0);
    const std::vector<size_t> way = walkThroughRooms(problem);
    for (size_t i = 0; i < way.size(); ++i) {
        place[way[i]] = i;
    }
    std::vector<size_t> order(n);
    std::iota(order.begin(), order.end(), size_t(0));
    std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) {
        const auto &p = problem.stops[a], &q = problem.stops[b];
        return std::tuple(p.latest, p.earliest, place[p.room]) < std::tuple(q.latest, q.earliest, place[q.room]);
    });
    double work = 0;
    for (const RoundProblem::Stop &s : problem.stops) {
        work += s.visit;
    }
    Choice c;
    c.instrument.assign(n, 0);
    c.person.assign(n, 0);
    std::vector<double> busy(instruments, 0), begins(n, 0);
    std::vector<double> ends(n, -1); // negative before it was given to somebody
    const auto give = [&](size_t stop, size_t instrument) {
        c.instrument[stop] = instrument;
        c.person[stop] = int(instrument % people);
        begins[stop] = busy[instrument];
        for (const size_t a : problem.stops[stop].after) {
            begins[stop] = std::max(begins[stop], ends[a]);
        }
        busy[instrument] = ends[stop] = begins[stop] + problem.stops[stop].visit;
    };
    const auto leastBusy = [&](size_t stop, std::optional<size_t> person) {
        std::optional<size_t> least;
        for (const size_t i : able[stop]) {
            const bool mine = !person || i % people == *person;
            least = mine && (!least || busy[i] < busy[*least]) ? std::optional(i) : least;
        }
        return least;
    };
    size_t person = 0;
    std::vector<size_t> waiting, others, personOf(problem.rooms.size(), people);
    // Those that wait for a display beside them come as soon as that has ended, at the latest when the room is left.
    const auto giveWaiting = [&](bool leaving) {
        std::erase_if(waiting, [&](size_t stop) {
            const auto own = leastBusy(stop, person);
            const auto &after = problem.stops[stop].after;
            const bool known = own && std::all_of(after.begin(), after.end(), [&](size_t a) { return ends[a] >= 0; });
            double wait = 0;
            for (const size_t a : after) {
                wait = own ? std::max(wait, ends[a] - busy[*own]) : wait;
            }
            // What somebody else measures later than here nobody stands waiting for.
            constexpr double kShort = 15; // minutes
            if (known && (wait <= 0 || (leaving && wait < kShort))) {
                give(stop, *own);
                return true;
            }
            if (leaving) {
                others.push_back(stop);
            }
            return leaving;
        });
    };
    size_t room = problem.stops[order.front()].room;
    for (const size_t stop : order) {
        if (problem.stops[stop].room != room) {
            giveWaiting(true);
            room = problem.stops[stop].room;
        }
        const double share = work * double((instruments - person + people - 1) / people) / double(instruments); // of those who have so many of them
        double done = 0;
        for (size_t i = person; i < instruments; i += people) {
            done += busy[i];
        }
        if (done >= share && person + 1 < people) {
            giveWaiting(true);
            ++person;
        }
        personOf[room] = person;
        waiting.push_back(stop);
        giveWaiting(false);
    }
    giveWaiting(true);
    for (const size_t stop : others) { // those that wait for another room's come at the end, by whoever has theirs
        const auto own = leastBusy(stop, personOf[problem.stops[stop].room]);
        give(stop, own ? *own : *leastBusy(stop, std::nullopt));
    }
    c.order = order;
    std::stable_sort(c.order.begin(), c.order.end(), [&](size_t a, size_t b) { return begins[a] < begins[b]; });
    return putInOrder(problem, std::move(c));
}

} // namespace lamp::rounds
