// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/plan.h"

#include <limits>
#include <vector>

/// How rounds are planned (plan.h's own; not for others).
namespace lamp::rounds {

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
    bool operator==(const Cost &) const = default;
    [[nodiscard]] double weighed() const { return 1e4 * late + makespan + 1e-3 * walking; }
    /// What a search among many goes by: a change that helps one person only is one on the way, though another ends last.
    [[nodiscard]] double onTheWay() const { return weighed() + 2 * ready; }
};

/// Carries out a choice as early as it can be.
class Timetable {
public:
    explicit Timetable(const RoundProblem &problem) : m_problem(&problem), m_ends(problem.stops.size(), kNever) {}

    static constexpr size_t kNowhere = ~size_t(0);
    struct Person {
        double free = 0;
        size_t room = kNowhere; ///< anywhere, at the beginning
        bool operator==(const Person &) const = default;
    };
    struct Instrument {
        double ready = 0;
        size_t room = kNowhere;
        size_t stop = 0; ///< where it was left
        bool operator==(const Instrument &) const = default;
    };
    /// Where everybody and everything is after some of the visits.
    struct State {
        std::vector<Person> people;
        std::vector<Instrument> instruments;
        Cost cost; ///< of the visits so far
        bool operator==(const State &) const = default;
    };

    [[nodiscard]] State begun() const
    {
        return {std::vector<Person>(size_t(m_problem->people)), std::vector<Instrument>(m_problem->instruments.size()), {}};
    }
    /// The next visit of a choice. \pre those that it waits for were made with this timetable
    void visitNext(State &state, const Choice &choice, size_t stop, std::vector<RoundStep> *steps = nullptr);
    /// All of it.
    Cost run(const Choice &choice, std::vector<RoundStep> *steps = nullptr);

private:
    struct Way {
        double toInstrument = 0, taken = 0, onward = 0, arrived = 0; ///< when the walk there begins, when it is taken, ...
        double begins = 0, walking = 0;
    };

    [[nodiscard]] double unbroken(double from, double length) const;
    [[nodiscard]] double walk(size_t from, size_t to) const { return from == kNowhere || to == kNowhere ? 0 : m_problem->walk[from][to]; }
    [[nodiscard]] Way way(const State &state, size_t person, size_t instrument, size_t stop) const;

    const RoundProblem *m_problem;
    std::vector<double> m_ends; ///< of the visits made
};

} // namespace lamp::rounds
