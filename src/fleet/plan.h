// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "base/text.h"

#include <limits>
#include <string>
#include <vector>

namespace lamp {

/// A round through a studio: which displays are to be visited, by how many people, with which instruments. Minutes count from its start.
struct RoundProblem {
    struct Instrument {
        std::string id;
        std::vector<std::string> technologies; ///< that it is corrected for; empty: any
    };
    struct Stop {
        std::string id, technology;
        size_t room = 0;
        double visit = 0;                                                      ///< the instrument is needed so long
        double warmUp = 0;                                                     ///< the display has to have been on so long; needs nobody
        double attended = 0;                                                   ///< a person is needed so long at the beginning of the visit
        double earliest = 0, latest = std::numeric_limits<double>::infinity(); ///< for the visit's beginning and end
        std::vector<size_t> after;                                             ///< stops whose visits have to have ended
    };
    struct Break {
        double from = 0, to = 0; ///< nobody walks or attends
    };
    WallTime start{};
    int people = 1;
    std::vector<Instrument> instruments;
    std::vector<std::string> rooms;
    std::vector<std::vector<double>> walk; ///< minutes from room to room
    /// Rooms with displays, in groups between which nobody said how long a walk is: it counts as none. Empty where all are joined.
    std::vector<std::vector<size_t>> apart;
    std::vector<Stop> stops;
    std::vector<Break> breaks;

    [[nodiscard]] bool serves(size_t instrument, size_t stop) const;
};

/// What happens when, in a plan; what is not meant is negative.
struct RoundStep {
    enum class What { WarmUp, Walk, Visit, Break } what = What::Visit;
    int person = -1, instrument = -1, stop = -1; ///< of a walk: where it leads, and the instrument that is carried
    double from = 0, to = 0;                     ///< minutes
};

struct RoundPlan {
    double makespan = 0;          ///< minutes to the end of the last visit
    double lowerBound = 0;        ///< minutes that no plan can be shorter than
    double walking = 0;           ///< minutes of all people
    std::vector<RoundStep> steps; ///< by their beginning
};

/// Who measures what when, to end as early as can be, then with the least walking. People and instruments may begin anywhere. A person
/// brings the instrument and stays while they are needed; the instrument stays to the end of the visit, and somebody fetches it. Few
/// displays are tried in every order, more by annealing from several starts (docs/methods.md, "Round"). The same problem gives the same plan.
/// \return an error where no instrument serves a display, displays wait for each other, or no plan keeps the times that were set
Result<RoundPlan> planRound(const RoundProblem &problem);
/// The same of what is left of a round, begun from the plan that there was: sooner made where there are many, and people find most where it was.
/// \param kept of each of the problem's stops its number in that plan
Result<RoundPlan> planAgain(const RoundProblem &problem, const RoundPlan &before, const std::vector<size_t> &kept);

/// Minutes that no plan can be shorter than: the longest chain of displays that wait for each other; what each group of instruments has to
/// do, shared among them; what all people have to attend.
double roundLowerBound(const RoundProblem &problem);

/// Of the JSON of the command line's contract. Errors name the field.
Result<RoundProblem> roundFromJson(const std::string &json);
/// A plan as the contract has it.
std::string roundPlanToJson(const RoundProblem &problem, const RoundPlan &plan);
/// A moment of the round's day: "08:30".
std::string roundClock(const RoundProblem &problem, double minutes);
/// A step in words.
Message roundStepSaid(const RoundProblem &problem, const RoundStep &step);

} // namespace lamp
