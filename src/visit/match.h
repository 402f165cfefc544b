// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/target.h"
#include "device/bench.h"
#include "visit/record.h"

#include <stop_token>
#include <string>

namespace lamp {

/// What another display shows, for this one to be made alike.
struct MatchTarget {
    Target target;
    Matched like;
};
/// White, luminance and tone of another display as the `visit.json` of a visit to it says (cli contract).
/// \param wanted what stands for all that it does not say
Result<MatchTarget> matchOfVisitFile(const std::string &json, Target wanted);
/// The same for displays that look alike only where white is set off from what is read.
MatchTarget setOff(MatchTarget match, const Matched::ByEye &offset);
/// The same as a visit's record says. \return an error where it measured no white
Result<MatchTarget> matchOfVisit(const VisitRecord &record);
/// White and luminance of the display on a bench as it stands there now, once it stands still; its correction is set for its technology.
/// \param wanted tone and the rest \param instrument index, -1 for the one the bench starts with
Result<MatchTarget> matchOfBench(Bench &bench, Target wanted, int instrument, const std::stop_token &stop);

} // namespace lamp
