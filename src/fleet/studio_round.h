// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"
#include "fleet/plan.h"
#include "visit/record.h"

#include <map>

namespace lamp {

/// A display that a round could take in.
struct RoundCandidate {
    std::int64_t key = 0; ///< the store's number
    std::string name, serial, technology, room;
    std::optional<std::int64_t> like; ///< the key of the display that its target was measured on
    Due due;
    std::map<Task, double> minutes; ///< of its last visit of each kind, warm-up left out
    std::optional<double> warmUp;   ///< minutes that its panel took to stand still when it was last cold
};

/// What there is for a day's round.
struct RoundDay {
    WallTime start{};
    int people = 1;
    double hours = 8;     ///< the round is to be over by then
    double walk = 2;      ///< minutes from room to room
    bool dueSoon = false; ///< whether displays that are due within the last fifth of their interval are taken along
    std::vector<RoundProblem::Instrument> instruments;
    std::vector<RoundProblem::Break> breaks;
};

/// A day's round through the studio.
struct StudioRound {
    RoundProblem problem;
    RoundPlan plan;
    std::vector<Task> tasks;        ///< of each stop
    std::vector<std::int64_t> keys; ///< the store's numbers of the stops
    std::vector<std::string> left;  ///< names of those that are due and that the day has no room for, the most urgent first
};

/// What a display that stands like this needs: a full visit where it was never visited, was out of tolerance or something happened to it; a
/// check before an assignment, where the last visit was undecided, or where it is due soon; else a refresh. (The three kinds of visit are
/// common practice; which state calls for which is ours, no published source.)
Task taskFor(const Due &due);

/// As many of the displays that are due as the day has room for, the most urgent first, each with its visit, and the plan for them.
/// \return an error where nothing is due (code "nothing-due"), there is no instrument, or no plan keeps the breaks
Result<StudioRound> studioRound(std::vector<RoundCandidate> candidates, const RoundDay &day);

/// What is left of a round at a moment: stops that are gone (visited, or switched off) are left out, and panels whose warm-up began by the
/// plan need only the rest of it. \param now minutes since the round's start \param gone of each stop
/// \param kept numbers of the stops that are left, in the order of the new problem's
RoundProblem remainingRound(const RoundProblem &problem, const RoundPlan &plan, double now, const std::vector<bool> &gone, std::vector<size_t> &kept);

} // namespace lamp
