// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/eye_match.h"
#include "fleet/studio_round.h"
#include "fleet/visited_display.h"
#include "store/store.h"

#include <stop_token>

namespace lamp {

/// A display of the studio, as its newest finished visit that has a profile left it.
struct StudioDisplay {
    DisplayEntry entry;
    std::string visit; ///< that visit's key
    VisitedDisplay display;
};

/// The studio's displays in use that were visited; those without a visit that has a profile are left out. Their readings are fitted, which takes
/// a while for many. \param ids of those that are wanted; empty: all
/// \return an error where one cannot be read, or with ErrorKind::Cancelled where it was stopped
Result<std::vector<StudioDisplay>> visitedDisplays(Store &store, const std::vector<qint64> &ids = {}, const std::stop_token &stop = {});

/// What people last found of a display beside a reference, by eye; nothing where they did not. \param reference model and serial
std::optional<EyeMatch> eyeMatchOf(Store &store, qint64 displayId, const std::string &reference);

/// A display as its newest calibration left it, by the visit that made it; by the profile that a check held it against where no such visit is known.
/// \return nothing where there is neither, or its profile holds no readings
Result<std::optional<VisitedDisplay>> asCalibrated(Store &store, qint64 displayId);

/// The displays that a round could take in: when they are due, how long their visits took and their panels needed to stand still.
std::vector<RoundCandidate> roundCandidates(Store &store, const std::vector<DueQuestion> &due, WallTime on);
/// What a round can be measured with: the studio's instruments in use.
std::vector<RoundProblem::Instrument> roundInstruments(Store &store);

} // namespace lamp
