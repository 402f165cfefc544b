// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/round_search.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <random>

namespace lamp::rounds {

bool inOrder(const RoundProblem &problem, const std::vector<size_t> &order)
{
    std::vector<char> seen(order.size(), 0);
    for (const size_t s : order) {
        seen[s] = 1;
        if (std::any_of(problem.stops[s].after.begin(), problem.stops[s].after.end(), [&](size_t a) { return seen[a] == 0; })) {
            return false;
        }
    }
    return true;
}

Choice putInOrder(const RoundProblem &problem, Choice c)
{
    if (inOrder(problem, c.order)) {
        return c;
    }
    std::vector<size_t> order;
    std::vector<char> seen(c.order.size(), 0);
    while (order.size() < c.order.size()) {
        for (const size_t s : c.order) {
            const auto &after = problem.stops[s].after;
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

namespace {

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

    Choice best(double bound, const Choice &before)
    {
        constexpr double kAllTried = 2e5;
        double all = 1;
        for (size_t s = 0; s < m_p.stops.size(); ++s) {
            all *= double(s + 1) * double(m_able[s].size()) * double(m_p.people > 1 ? m_p.people : 1);
        }
        if (all <= kAllTried) {
            tryAll();
        } else {
            const bool many = m_p.stops.size() > kManyStops;
            if (many && !before.order.empty()) {
                constexpr double kAgain = 0.125;
                return mended(m_p, m_able, putInOrder(m_p, before), bound, kAgain);
            }
            const Choice along = alongRooms(m_p, m_able);
            if (many) {
                return mended(m_p, m_able, along, bound, 1);
            }
            keep(along, m_table.run(along).weighed());
            constexpr int kStarts = 6;
            for (int start = 0; start < kStarts && !(m_least <= bound + 1e-6); ++start) {
                anneal(start);
            }
        }
        return m_best;
    }

private:
    static constexpr size_t kManyStops = 60; ///< from which on there is no time to find a way from anywhere
    void keep(const Choice &c, double cost)
    {
        if (cost < m_least) {
            m_least = cost;
            m_best = c;
        }
    }

    void tryAll()
    {
        Choice c = first();
        std::sort(c.order.begin(), c.order.end());
        do {
            if (inOrder(m_p, c.order)) {
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
        return putInOrder(m_p, std::move(c));
    }

    [[nodiscard]] size_t any(size_t below) { return size_t(std::uniform_int_distribution<size_t>(0, below - 1)(m_random)); }

    [[nodiscard]] Choice changed(const Choice &from)
    {
        Choice c = from;
        const size_t n = c.order.size(), stop = any(n);
        switch (any(4)) {
        case 0: {
            const size_t at = any(n);
            std::swap(c.order[at], c.order[any(n)]);
            break;
        }
        case 1: {
            const size_t at = any(n), to = any(n), moved = c.order[at];
            c.order.erase(c.order.begin() + long(at));
            c.order.insert(c.order.begin() + long(to), moved);
            break;
        }
        case 2: c.instrument[stop] = m_able[stop][any(m_able[stop].size())]; break;
        default: c.person[stop] = int(any(size_t(m_p.people) + 1)) - 1; break;
        }
        return putInOrder(m_p, std::move(c));
    }

    void anneal(int start)
    {
        // Evaluations are counted, not seconds: the same problem gives the same plan on every machine.
        const size_t n = m_p.stops.size();
        const auto rounds = int(std::clamp<size_t>(3'000'000 / (n * n + 40), 2000, 40000));
        m_random.seed(std::uint64_t(start) + 1);
        const bool along = start == 0;
        Choice now = along ? alongRooms(m_p, m_able) : first();
        for (size_t s = 0; !along && s < n; ++s) {
            now.instrument[s] = m_able[s][(s + size_t(start)) % m_able[s].size()];
        }
        double cost = m_table.run(now).weighed();
        keep(now, cost);
        const double hot = along ? 1.0 : std::max(1.0, 0.05 * cost); // minutes
        std::uniform_real_distribution<double> chance(0, 1);
        for (int i = 0; i < rounds; ++i) {
            const double warmth = hot * std::pow(1e-4, double(i) / rounds);
            Choice next = changed(now);
            const double c = m_table.run(next).weighed();
            if (c <= cost || chance(m_random) < std::exp((cost - c) / warmth)) {
                now = std::move(next);
                cost = c;
                keep(now, c);
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

} // namespace

Choice bestChoice(const RoundProblem &problem, double bound, const Choice &before)
{
    return Search(problem).best(bound, before);
}

} // namespace lamp::rounds
