// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// A point that is seen to before a display is measured.
struct CheckPoint {
    enum class State {
        Good,    ///< known, and as it should be
        Differs, ///< known, and not so: what to do stands in the reason
        Asked    ///< only a person can see to it
    };
    std::string code; ///< of the point, for the record
    Message text;
    Message reason; ///< why it matters, or what to do
    State state = State::Asked;
};

/// What is known of a display before a visit (its mode and menu against what the last visit left, ramps of before, how long it took to
/// stand still the last time), then what only a person can see to.
std::vector<CheckPoint> checklistOf(const VisitRecord &record);
/// What has to be undone when a visit ends: what was switched off for it and protects the panel, by its kind.
std::vector<CheckPoint> signOffPoints(const VisitRecord &record);

} // namespace lamp
