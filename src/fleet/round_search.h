// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/round_timetable.h"

namespace lamp::rounds {

/// Of each stop the instruments that can measure it.
using Able = std::vector<std::vector<size_t>>;

/// Whether each stop comes after those that it waits for.
bool inOrder(const RoundProblem &problem, const std::vector<size_t> &order);
/// The same with stops moved behind those that they wait for. \pre none wait for each other in a circle
Choice putInOrder(const RoundProblem &problem, Choice choice);

/// A first way for many: everybody takes some of the instruments and a part of the way through the rooms, as long as theirs of the work: all
/// instruments of a person are in the same room, or the next, and none waits long for them.
Choice alongRooms(const RoundProblem &problem, const Able &able);
/// Mends a choice of many stops where it can: changes are tried on the visits shortly after them, and carried to the end where they are better there.
/// \param effort share of the usual number of changes
Choice mended(const RoundProblem &problem, const Able &able, const Choice &choice, double bound, double effort);
/// The best that is found; the same for the same problem. \param bound minutes at which nothing is left to be found
/// \param before one to begin with where there are many, then with an eighth of the work; of no order where there is none
/// \pre every stop has an instrument
Choice bestChoice(const RoundProblem &problem, double bound, const Choice &before = {});

} // namespace lamp::rounds
