// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/round_timetable.h"

#include <algorithm>

namespace lamp::rounds {

/// The earliest time from which on a person has so long before the next break.
double Timetable::unbroken(double from, double length) const
{
    for (bool moved = true; moved;) {
        moved = false;
        for (const RoundProblem::Break &b : m_problem->breaks) {
            if (from < b.to && from + length > b.from && b.to > b.from && (length > 0 || from > b.from)) {
                from = b.to;
                moved = true;
            }
        }
    }
    return from;
}

Timetable::Way Timetable::way(const State &state, size_t person, size_t instrument, size_t stop) const
{
    const RoundProblem::Stop &s = m_problem->stops[stop];
    const Person &who = state.people[person];
    const Instrument &what = state.instruments[instrument];
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

void Timetable::visitNext(State &state, const Choice &choice, size_t stop, std::vector<RoundStep> *steps)
{
    const size_t instrument = choice.instrument[stop];
    auto person = size_t(std::max(choice.person[stop], 0));
    Way w = way(state, person, instrument, stop);
    if (choice.person[stop] == kAnyPerson) {
        for (size_t p = 1; p < state.people.size(); ++p) {
            const Way other = way(state, p, instrument, stop);
            if (other.begins + 1e-3 * other.walking < w.begins + 1e-3 * w.walking) {
                w = other;
                person = p;
            }
        }
    }
    const RoundProblem::Stop &s = m_problem->stops[stop];
    Person &who = state.people[person];
    Instrument &what = state.instruments[instrument];
    const double end = w.begins + s.visit;
    if (steps != nullptr) {
        const int p = int(person), i = int(instrument), d = int(stop);
        if (s.warmUp > 0) {
            steps->push_back({RoundStep::What::WarmUp, -1, -1, d, w.begins - s.warmUp, w.begins});
        }
        const size_t fetch = what.room == kNowhere ? who.room : what.room;
        if (const double there = walk(who.room, fetch); there > 0) {
            steps->push_back({RoundStep::What::Walk, p, -1, int(what.stop), w.toInstrument, w.toInstrument + there});
        }
        if (w.arrived > w.onward) {
            steps->push_back({RoundStep::What::Walk, p, i, d, w.onward, w.arrived});
        }
        steps->push_back({RoundStep::What::Visit, p, i, d, w.begins, end});
    }
    who = {w.begins + s.attended, s.room};
    what = {end, s.room, stop};
    m_ends[stop] = end;
    state.cost.late += std::max(0.0, end - s.latest);
    state.cost.makespan = std::max(state.cost.makespan, end);
    state.cost.walking += w.walking;
}

Cost Timetable::run(const Choice &choice, std::vector<RoundStep> *steps)
{
    State state = begun();
    for (const size_t stop : choice.order) {
        visitNext(state, choice, stop, steps);
    }
    for (const Instrument &i : state.instruments) {
        state.cost.ready += i.ready / double(state.instruments.size());
    }
    return state.cost;
}

} // namespace lamp::rounds
