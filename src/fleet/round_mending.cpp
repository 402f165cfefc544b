// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/round_search.h"

#include "base/parallel.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <random>

namespace lamp::rounds {

namespace {

/// A choice of many stops that is changed a little, again and again.
class Mending {
public:
    Mending(const RoundProblem &problem, const Able &able, Choice choice, std::uint64_t seed)
        : m_p(problem), m_able(able), m_table(problem), m_trial(problem), m_now(std::move(choice)), m_places(problem.stops.size()),
          m_states(problem.stops.size() + 1, m_table.begun()), m_tried(m_states), m_near(problem.rooms.size()), m_random(seed)
    {
        for (size_t room = 0; room < m_p.rooms.size(); ++room) {
            findNear(room);
        }
        place(0, m_now.order.size());
        carryOn(m_table, m_states, 0, m_now.order.size());
        keep();
    }

    /// What was found, and what it comes to.
    std::pair<Choice, double> best(double bound, double effort)
    {
        // Changes are counted, not seconds: the same problem gives the same plan on every machine.
        const size_t n = m_now.order.size();
        const auto rounds = int(effort * double(std::clamp<size_t>(140'000'000 / (n + 40), 20'000, 250'000)));
        constexpr double kHot = 0.4; // minutes: there is no time to find such a way from anywhere
        for (int i = 0; i < rounds && !(m_least <= bound + 1e-6); ++i) {
            tryOne(kHot * std::pow(1e-4, double(i) / rounds));
        }
        return {m_best, m_least};
    }

private:
    /// How far in the order neighbours change places, and how many visits behind a change are looked at first.
    static constexpr double kUneven = 0.08; ///< minutes that a variance of one square minute counts
    static constexpr size_t kFar = 8, kBehind = 40;

    /// Stops of a room and of the two next to it.
    void findNear(size_t room)
    {
        constexpr size_t kRooms = 3;
        std::vector<size_t> rooms(m_p.rooms.size());
        std::iota(rooms.begin(), rooms.end(), size_t(0));
        std::stable_sort(rooms.begin(), rooms.end(),
                         [&](size_t a, size_t b) { return std::pair(a != room, m_p.walk[room][a]) < std::pair(b != room, m_p.walk[room][b]); });
        rooms.resize(std::min(rooms.size(), kRooms));
        for (size_t s = 0; s < m_p.stops.size(); ++s) {
            if (std::find(rooms.begin(), rooms.end(), m_p.stops[s].room) != rooms.end()) {
                m_near[room].push_back(s);
            }
        }
    }

    [[nodiscard]] size_t any(size_t below) { return size_t(std::uniform_int_distribution<size_t>(0, below - 1)(m_random)); }
    /// A place near another one, of a stop that is visited by the same person or with the same instrument: past others it changes nothing to move.
    [[nodiscard]] size_t beside(size_t at)
    {
        const auto &order = m_now.order;
        const auto &person = m_now.person;
        const auto &instrument = m_now.instrument;
        const bool forward = any(2) == 0;
        size_t left = 1 + any(kFar), found = at;
        for (size_t i = at; left > 0 && (forward ? i + 1 < order.size() : i > 0);) {
            i = forward ? i + 1 : i - 1;
            const size_t p = order[at], q = order[i];
            if (person[p] == person[q] || instrument[p] == instrument[q] || person[p] == kAnyPerson || person[q] == kAnyPerson) {
                found = i;
                --left;
            }
        }
        return found;
    }

    void place(size_t from, size_t to)
    {
        for (size_t i = from; i < to; ++i) {
            m_places[m_now.order[i]] = i;
        }
    }

    void carryOn(Timetable &table, std::vector<Timetable::State> &states, size_t from, size_t to) const
    {
        for (size_t i = from; i < to; ++i) {
            states[i + 1] = states[i];
            table.visitNext(states[i + 1], m_now, m_now.order[i]);
        }
    }

    /// What is left to be done after some of the visits costs the more the later all are through with these.
    [[nodiscard]] double cost(const Timetable::State &state, bool end) const
    {
        Cost c = state.cost;
        double free = 0;
        for (const Timetable::Instrument &i : state.instruments) {
            c.ready += i.ready / double(state.instruments.size());
        }
        for (const Timetable::Person &p : state.people) {
            free += p.free / double(state.people.size());
        }
        double uneven = 0;
        for (const Timetable::Instrument &i : state.instruments) {
            uneven += (i.ready - c.ready) * (i.ready - c.ready) / double(state.instruments.size());
        }
        return end ? c.onTheWay() + kUneven * uneven : 1e4 * c.late + 1e-3 * c.walking + 3 * c.ready + 1.0 * free;
    }

    void keep()
    {
        const double weighed = m_states.back().cost.weighed();
        if (weighed < m_least) {
            m_least = weighed;
            m_best = m_now;
        }
    }

    /// A change of one stop's place, instrument or person, and what is to be put back if it is not taken.
    struct Change {
        size_t at, to; ///< the stop's place, and where it goes
        bool swapped = false;
        size_t stop, instrument;
        int person;
        [[nodiscard]] size_t from() const { return std::min(at, to); } ///< the places between are touched
        [[nodiscard]] size_t last() const { return std::max(at, to); }
    };

    void moveTo(size_t at, size_t to)
    {
        const auto begin = m_now.order.begin();
        if (at < to) {
            std::rotate(begin + long(at), begin + long(at) + 1, begin + long(to) + 1);
        } else {
            std::rotate(begin + long(to), begin + long(at), begin + long(at) + 1);
        }
    }

    /// Beside a stop nearby that somebody else visits, with theirs: work changes hands where their ways meet.
    void handOver(Change &c)
    {
        const std::vector<size_t> &there = m_near[m_p.stops[c.stop].room];
        const size_t other = there[any(there.size())], instrument = m_now.instrument[other];
        if (std::find(m_able[c.stop].begin(), m_able[c.stop].end(), instrument) != m_able[c.stop].end()) {
            m_now.instrument[c.stop] = instrument;
            m_now.person[c.stop] = m_now.person[other];
            c.to = m_places[other];
            moveTo(c.at, c.to);
        }
    }

    Change change()
    {
        const size_t at = any(m_now.order.size()), stop = m_now.order[at];
        Change c{at, at, false, stop, m_now.instrument[stop], m_now.person[stop]};
        // Out of sixteen: five swap two, five move one, two change an instrument, two hand over, two change the person.
        const size_t kind = any(16);
        if (kind < 10) {
            c.to = beside(at);
            c.swapped = kind < 5;
            change(c);
        } else if (kind < 12) {
            m_now.instrument[stop] = m_able[stop][any(m_able[stop].size())];
        } else if (kind < 14) {
            handOver(c);
        } else {
            m_now.person[stop] = int(any(size_t(m_p.people) + 1)) - 1;
        }
        return c;
    }

    void change(const Change &c)
    {
        if (c.swapped) {
            std::swap(m_now.order[c.at], m_now.order[c.to]);
        } else {
            moveTo(c.at, c.to);
        }
    }

    void putBack(Change c)
    {
        std::swap(c.at, c.to);
        change(c);
        m_now.instrument[c.stop] = c.instrument;
        m_now.person[c.stop] = c.person;
        place(c.from(), c.last() + 1);
    }

    [[nodiscard]] bool allowed(const Change &c) const
    {
        for (size_t i = c.from(); i <= c.last(); ++i) {
            const auto &after = m_p.stops[m_now.order[i]].after;
            if (std::any_of(after.begin(), after.end(), [&](size_t a) { return m_places[a] > i; })) {
                return false;
            }
        }
        return true;
    }

    void tryOne(double warmth)
    {
        const size_t n = m_now.order.size();
        const double chance = std::uniform_real_distribution<double>(0, 1)(m_random);
        const Change c = change();
        place(c.from(), c.last() + 1);
        const auto welcome = [&](size_t at) {
            const double worse = cost(m_tried[at], at == n) - cost(m_states[at], at == n);
            return worse <= 0 || chance < std::exp(-worse / warmth);
        };
        const size_t soon = std::min(n, c.last() + 1 + kBehind);
        bool taken = allowed(c);
        if (taken) {
            m_trial = m_table;
            m_tried[c.from()] = m_states[c.from()];
            carryOn(m_trial, m_tried, c.from(), soon);
            taken = welcome(soon);
        }
        const bool same = taken && m_tried[soon] == m_states[soon]; // and so is all that follows
        if (taken && soon < n && !same) {
            carryOn(m_trial, m_tried, soon, n);
            taken = welcome(n);
        }
        if (!taken) {
            putBack(c);
            return;
        }
        std::swap(m_table, m_trial);
        const auto changed = [&](auto &states, size_t at) { return states.begin() + long(at); };
        std::swap_ranges(changed(m_states, c.from()), changed(m_states, same ? soon : n + 1), changed(m_tried, c.from()));
        keep();
    }

    const RoundProblem &m_p;
    const Able &m_able;
    Timetable m_table, m_trial; ///< of now, and of a change
    Choice m_now, m_best;
    std::vector<size_t> m_places;                    ///< of each stop in the order
    std::vector<Timetable::State> m_states, m_tried; ///< before each place, and at the end
    std::vector<std::vector<size_t>> m_near;         ///< of each room
    std::mt19937_64 m_random;
    double m_least = kNever;
};

} // namespace

Choice mended(const RoundProblem &problem, const Able &able, const Choice &choice, double bound, double effort)
{
    // Two ways of chance, on two processors where there are: the better one.
    std::array<std::pair<Choice, double>, 2> found;
    inParallel(int(found.size()), [&](int i) { found[size_t(i)] = Mending(problem, able, choice, std::uint64_t(i) + 1).best(bound, effort); });
    return std::min_element(found.begin(), found.end(), [](const auto &p, const auto &q) { return p.second < q.second; })->first;
}

} // namespace lamp::rounds
