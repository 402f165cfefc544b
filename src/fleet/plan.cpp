// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/plan.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <optional>
#include <random>

namespace lamp {

namespace {

constexpr double kNever = std::numeric_limits<double>::infinity();
constexpr int kAnyPerson = -1;

/// In which order displays are visited, with which instrument, by whom.
struct Choice {
    std::vector<size_t> order;      ///< of stops
    std::vector<size_t> instrument; ///< of each stop
    std::vector<int> person;        ///< of each stop; kAnyPerson: who is there first
};

/// What a choice comes to; less is better.
struct Cost {
    double late = 0, makespan = 0, walking = 0;
    double ready = 0; ///< minutes until an instrument has done its last visit, on average
    [[nodiscard]] double weighed() const { return 1e4 * late + makespan + 1e-3 * walking; }
    /// What a search among many goes by: a change that helps one person only is one on the way, though another ends last.
    [[nodiscard]] double onTheWay() const { return weighed() + 2 * ready; }
};

/// Carries out a choice as early as it can be.
class Timetable {
public:
    explicit Timetable(const RoundProblem &problem) : m_p(problem) {}

    Cost run(const Choice &choice, std::vector<RoundStep> *steps = nullptr)
    {
        m_people.assign(size_t(m_p.people), {});
        m_instruments.assign(m_p.instruments.size(), {});
        m_ends.assign(m_p.stops.size(), kNever);
        m_steps = steps;
        m_cost = {};
        for (const size_t stop : choice.order) {
            const size_t instrument = choice.instrument[stop];
            int person = choice.person[stop];
            if (person == kAnyPerson) {
                double first = kNever;
                for (int p = 0; p < m_p.people; ++p) {
                    const Way w = way(size_t(p), instrument, stop);
                    if (w.begins + 1e-3 * w.walking < first) {
                        first = w.begins + 1e-3 * w.walking;
                        person = p;
                    }
                }
            }
            visit(size_t(std::max(person, 0)), instrument, stop);
        }
        for (const Instrument &i : m_instruments) {
            m_cost.ready += i.ready / double(m_instruments.size());
        }
        return m_cost;
    }

private:
    static constexpr size_t kNowhere = ~size_t(0);
    struct Person {
        double free = 0;
        size_t room = kNowhere; ///< anywhere, at the beginning
    };
    struct Instrument {
        double ready = 0;
        size_t room = kNowhere;
        size_t stop = 0; ///< where it was left
    };
    struct Way {
        double toInstrument = 0, taken = 0, onward = 0, arrived = 0; ///< when the walk there begins, when it is taken, ...
        double begins = 0, walking = 0;
    };

    /// The earliest time from which on a person has so long before the next break.
    [[nodiscard]] double unbroken(double from, double length) const
    {
        for (bool moved = true; moved;) {
            moved = false;
            for (const RoundProblem::Break &b : m_p.breaks) {
                if (from < b.to && from + length > b.from && b.to > b.from && (length > 0 || from > b.from)) {
                    from = b.to;
                    moved = true;
                }
            }
        }
        return from;
    }

    [[nodiscard]] double walk(size_t from, size_t to) const { return from == kNowhere || to == kNowhere ? 0 : m_p.walk[from][to]; }

    [[nodiscard]] Way way(size_t person, size_t instrument, size_t stop) const
    {
        const RoundProblem::Stop &s = m_p.stops[stop];
        const Person &who = m_people[person];
        const Instrument &what = m_instruments[instrument];
        Way w;
        const size_t fetch = what.room == kNowhere ? who.room : what.room;
        const double there = walk(who.room, fetch), back = walk(fetch, s.room);
        w.toInstrument = unbroken(who.free, there);
        w.taken = std::max(w.toInstrument + there, what.ready);
        w.onward = unbroken(w.taken, back);
        w.arrived = w.onward + back;
        double begin = std::max({w.arrived, s.warmUp, s.earliest});
        for (const size_t before : s.after) {
            begin = std::max(begin, m_ends[before]);
        }
        w.begins = unbroken(begin, s.attended);
        w.walking = there + back;
        return w;
    }

    void visit(size_t person, size_t instrument, size_t stop)
    {
        const RoundProblem::Stop &s = m_p.stops[stop];
        Way w = way(person, instrument, stop);
        const double end = w.begins + s.visit;
        if (m_steps != nullptr) {
            const int p = int(person), i = int(instrument), d = int(stop);
            if (s.warmUp > 0) {
                m_steps->push_back({RoundStep::What::WarmUp, -1, -1, d, w.begins - s.warmUp, w.begins});
            }
            const size_t fetch = m_instruments[instrument].room == kNowhere ? m_people[person].room : m_instruments[instrument].room;
            if (const double there = walk(m_people[person].room, fetch); there > 0) {
                m_steps->push_back({RoundStep::What::Walk, p, -1, int(m_instruments[instrument].stop), w.toInstrument, w.toInstrument + there});
            }
            if (w.arrived > w.onward) {
                m_steps->push_back({RoundStep::What::Walk, p, i, d, w.onward, w.arrived});
            }
            m_steps->push_back({RoundStep::What::Visit, p, i, d, w.begins, end});
        }
        m_people[person] = {w.begins + s.attended, s.room};
        m_instruments[instrument] = {end, s.room, stop};
        m_ends[stop] = end;
        m_cost.late += std::max(0.0, end - s.latest);
        m_cost.makespan = std::max(m_cost.makespan, end);
        m_cost.walking += w.walking;
    }

    const RoundProblem &m_p;
    std::vector<Person> m_people;
    std::vector<Instrument> m_instruments;
    std::vector<double> m_ends;
    std::vector<RoundStep> *m_steps = nullptr;
    Cost m_cost;
};

/// Searches among choices.
class Search {
public:
    explicit Search(const RoundProblem &problem) : m_p(problem), m_table(problem)
    {
        for (size_t s = 0; s < m_p.stops.size(); ++s) {
            m_able.emplace_back();
            for (size_t i = 0; i < m_p.instruments.size(); ++i) {
                if (m_p.serves(i, s)) {
                    m_able.back().push_back(i);
                }
            }
        }
    }

    Choice best(double bound)
    {
        constexpr double kAllTried = 2e5;
        double all = 1;
        for (size_t s = 0; s < m_p.stops.size(); ++s) {
            all *= double(s + 1) * double(m_able[s].size()) * double(m_p.people > 1 ? m_p.people : 1);
        }
        if (all <= kAllTried) {
            tryAll();
        } else {
            keep(alongRooms(), m_table.run(alongRooms()).weighed());
            constexpr int kStarts = 6;
            for (int start = 0; start < kStarts && !(m_least <= bound + 1e-6); ++start) {
                anneal(start);
            }
        }
        return m_best;
    }

private:
    static constexpr size_t kManyStops = 60;
    void keep(const Choice &c, double cost)
    {
        if (cost < m_least) {
            m_least = cost;
            m_best = c;
        }
    }

    /// Whether each stop comes after those that it waits for.
    [[nodiscard]] bool inOrder(const std::vector<size_t> &order) const
    {
        std::vector<char> seen(order.size(), 0);
        for (const size_t s : order) {
            seen[s] = 1;
            if (std::any_of(m_p.stops[s].after.begin(), m_p.stops[s].after.end(), [&](size_t a) { return seen[a] == 0; })) {
                return false;
            }
        }
        return true;
    }

    void tryAll()
    {
        Choice c = first();
        std::sort(c.order.begin(), c.order.end());
        do {
            if (inOrder(c.order)) {
                tryAssignments(c, 0);
            }
        } while (std::next_permutation(c.order.begin(), c.order.end()));
    }

    void tryAssignments(Choice &c, size_t stop)
    {
        if (stop == m_p.stops.size()) {
            keep(c, m_table.run(c).weighed());
            return;
        }
        for (const size_t i : m_able[stop]) {
            c.instrument[stop] = i;
            for (int p = 0; p < m_p.people; ++p) {
                c.person[stop] = p;
                tryAssignments(c, stop + 1);
            }
        }
    }

    /// Displays in the order in which they may begin, those with the longest way still to go first.
    [[nodiscard]] Choice first() const
    {
        Choice c;
        c.order.resize(m_p.stops.size());
        std::iota(c.order.begin(), c.order.end(), size_t(0));
        std::stable_sort(c.order.begin(), c.order.end(), [&](size_t a, size_t b) {
            const auto &p = m_p.stops[a], &q = m_p.stops[b];
            return std::pair(p.latest, std::max(p.warmUp, p.earliest)) < std::pair(q.latest, std::max(q.warmUp, q.earliest));
        });
        for (const auto &able : m_able) {
            c.instrument.push_back(able.front());
        }
        c.person.assign(m_p.stops.size(), kAnyPerson);
        return put(c);
    }

    /// Rooms in the order of a walk, from each to the nearest that is left.
    [[nodiscard]] std::vector<size_t> walkThroughRooms() const
    {
        std::vector<size_t> way;
        std::vector<char> left(m_p.rooms.size(), 0);
        for (const RoundProblem::Stop &s : m_p.stops) {
            left[s.room] = 1;
        }
        for (size_t here = m_p.stops.front().room; here != m_p.rooms.size();) {
            way.push_back(here);
            left[here] = 0;
            size_t next = m_p.rooms.size();
            for (size_t r = 0; r < left.size(); ++r) {
                next = left[r] != 0 && (next == left.size() || m_p.walk[here][r] < m_p.walk[here][next]) ? r : next;
            }
            here = next;
        }
        return way;
    }

    /// Everybody takes some of the instruments and a part of the way through the rooms, as long as theirs of the work: all instruments of a person
    /// are in the same room, or the next, and none waits long for them.
    [[nodiscard]] Choice alongRooms() const
    {
        const size_t instruments = m_p.instruments.size(), people = std::min(size_t(m_p.people), instruments), n = m_p.stops.size();
        std::vector<size_t> place(m_p.rooms.size(), 0);
        const std::vector<size_t> way = walkThroughRooms();
        for (size_t i = 0; i < way.size(); ++i) {
            place[way[i]] = i;
        }
        std::vector<size_t> order(n);
        std::iota(order.begin(), order.end(), size_t(0));
        std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) {
            const auto &p = m_p.stops[a], &q = m_p.stops[b];
            return std::tuple(p.latest, p.earliest, place[p.room]) < std::tuple(q.latest, q.earliest, place[q.room]);
        });
        double work = 0;
        for (const RoundProblem::Stop &s : m_p.stops) {
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
            for (const size_t a : m_p.stops[stop].after) {
                begins[stop] = std::max(begins[stop], ends[a]);
            }
            busy[instrument] = ends[stop] = begins[stop] + m_p.stops[stop].visit;
        };
        const auto leastBusy = [&](size_t stop, std::optional<size_t> person) {
            std::optional<size_t> least;
            for (const size_t i : m_able[stop]) {
                const bool mine = !person || i % people == *person;
                least = mine && (!least || busy[i] < busy[*least]) ? std::optional(i) : least;
            }
            return least;
        };
        size_t person = 0;
        std::vector<size_t> waiting, others, personOf(m_p.rooms.size(), people);
        // Those that wait for a display beside them come as soon as that has ended, at the latest when the room is left.
        const auto giveWaiting = [&](bool leaving) {
            std::erase_if(waiting, [&](size_t stop) {
                const auto own = leastBusy(stop, person);
                const auto &after = m_p.stops[stop].after;
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
        size_t room = m_p.stops[order.front()].room;
        for (const size_t stop : order) {
            if (m_p.stops[stop].room != room) {
                giveWaiting(true);
                room = m_p.stops[stop].room;
            }
            const double share =
                work * double((instruments - person + people - 1) / people) / double(instruments); // of those who have so many of them
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
            const auto own = leastBusy(stop, personOf[m_p.stops[stop].room]);
            give(stop, own ? *own : *leastBusy(stop, std::nullopt));
        }
        c.order = order;
        std::stable_sort(c.order.begin(), c.order.end(), [&](size_t a, size_t b) { return begins[a] < begins[b]; });
        return put(std::move(c));
    }

    /// Moves stops behind those that they wait for.
    [[nodiscard]] Choice put(Choice c) const
    {
        if (inOrder(c.order)) {
            return c;
        }
        std::vector<size_t> order;
        std::vector<char> seen(c.order.size(), 0);
        while (order.size() < c.order.size()) {
            for (const size_t s : c.order) {
                const auto &after = m_p.stops[s].after;
                if (seen[s] == 0 && std::all_of(after.begin(), after.end(), [&](size_t a) { return seen[a] != 0; })) {
                    seen[s] = 1;
                    order.push_back(s);
                    break;
                }
            }
        }
        c.order = std::move(order);
        return c;
    }

    [[nodiscard]] size_t any(size_t below) { return size_t(std::uniform_int_distribution<size_t>(0, below - 1)(m_random)); }

    [[nodiscard]] Choice changed(const Choice &from)
    {
        Choice c = from;
        const size_t n = c.order.size(), stop = any(n);
        // Of many only neighbours change places: what is far away lies in another room.
        constexpr size_t kFar = 12;
        const auto beside = [&](size_t at) { return n > kManyStops ? std::min(n - 1, std::max(at, kFar) - kFar + any(2 * kFar + 1)) : any(n); };
        switch (any(4)) {
        case 0: {
            const size_t at = any(n);
            std::swap(c.order[at], c.order[beside(at)]);
            break;
        }
        case 1: {
            const size_t at = any(n), to = beside(at), moved = c.order[at];
            c.order.erase(c.order.begin() + long(at));
            c.order.insert(c.order.begin() + long(to), moved);
            break;
        }
        case 2: c.instrument[stop] = m_able[stop][any(m_able[stop].size())]; break;
        default: c.person[stop] = int(any(size_t(m_p.people) + 1)) - 1; break;
        }
        return put(std::move(c));
    }

    void anneal(int start)
    {
        // Evaluations are counted, not seconds: the same problem gives the same plan on every machine.
        const size_t n = m_p.stops.size();
        const int rounds =
            int(n > kManyStops ? std::clamp<size_t>(6'000'000 / (n + 40), 2000, 24000) : std::clamp<size_t>(3'000'000 / (n * n + 40), 2000, 40000));
        m_random.seed(std::uint64_t(start) + 1);
        // Many displays are only mended from room to room: there is no time to find such a way from anywhere.
        const bool along = start == 0 || n > kManyStops;
        Choice now = !along ? first() : (start == 0 ? alongRooms() : m_best);
        for (size_t s = 0; !along && s < n; ++s) {
            now.instrument[s] = m_able[s][(s + size_t(start)) % m_able[s].size()];
        }
        const auto scored = [&](const Cost &of) { return n > kManyStops ? of.onTheWay() : of.weighed(); };
        const Cost begun = m_table.run(now);
        double cost = scored(begun);
        keep(now, begun.weighed());
        const double hot = along ? 1.0 : std::max(1.0, 0.05 * cost); // minutes
        std::uniform_real_distribution<double> chance(0, 1);
        for (int i = 0; i < rounds; ++i) {
            const double warmth = hot * std::pow(1e-4, double(i) / rounds);
            Choice next = changed(now);
            const Cost came = m_table.run(next);
            const double c = scored(came);
            if (c <= cost || chance(m_random) < std::exp((cost - c) / warmth)) {
                now = std::move(next);
                cost = c;
                keep(now, came.weighed());
            }
        }
    }

    const RoundProblem &m_p;
    Timetable m_table;
    std::vector<std::vector<size_t>> m_able;
    std::mt19937_64 m_random{1};
    Choice m_best;
    double m_least = kNever;
};

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

/// From one of some rooms to another, minutes.
double shortestWalk(const RoundProblem &p, const std::vector<char> &rooms)
{
    double least = kNever;
    for (size_t a = 0; a < rooms.size(); ++a) {
        for (size_t b = 0; b < rooms.size(); ++b) {
            least = a != b && rooms[a] != 0 && rooms[b] != 0 ? std::min(least, p.walk[a][b]) : least;
        }
    }
    return least < kNever ? least : 0;
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
    // What only some of the instruments can do they share at best evenly, from when the first of it can begin.
    const size_t kinds = std::min<size_t>(p.instruments.size(), 12);
    for (size_t group = 1; group < (size_t(1) << kinds); ++group) {
        double work = 0, first = kNever, members = 0;
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
        // Each room but those that they begin in one of them has to be carried into, and measures nothing meanwhile.
        const double carried = std::max(0.0, double(std::count(rooms.begin(), rooms.end(), 1)) - members) * shortestWalk(p, rooms);
        bound = work > 0 ? std::max(bound, first + (work + carried) / members) : bound;
    }
    // The same of people, who do nothing in breaks; behind the last that is attended the rest of a visit follows.
    double attended = 0, first = kNever, rest = kNever;
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

Result<RoundPlan> planRound(const RoundProblem &p)
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
    const Choice choice = Search(p).best(plan.lowerBound);
    const Cost cost = Timetable(p).run(choice, &plan.steps);
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

} // namespace lamp
