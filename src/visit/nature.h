// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/display_model.h"
#include "visit/session.h"

namespace lamp {

// What a display does beside the usual: found in its model or by a look of its own, kept as a warning that says what is seen,
// what does it, and what to set (docs/methods.md, "What a display does beside the usual").

/// A correction for another kind of panel: the gamut is not one that the kind can have.
void namePrimaries(Session &session, const Primaries &primaries);

/// Channels that end before their drive does, at either end.
void nameReach(Session &session, const DisplayModel &model);

/// Mixtures that are not what their channels' light makes of them: more saturated, or of another hue.
void nameMixtures(Session &session, const DisplayModel &model);

/// Reads black beside bright content, and white on a larger patch: backlights in zones, power that is limited.
/// \param white as it was read just before, on the patch that all else is read on
Status nameSurround(Session &session, const Measurement &white);

/// White at the end of a visit against what it was when it was calibrated, and what is still to come of it.
/// \return whether it moved so far that calibrating again is worth the time
bool nameDrift(Session &session, const Measurement &before, const Measurement &after);

/// How mixtures differ from what their channels' light makes of them, medians over six hues in CIELAB.
struct MixtureHabit {
    double chroma = 0;   ///< of the ratios, less 1
    double turnDeg = 0;  ///< of hue angles
    double share = 0;    ///< of the mixtures whose chroma goes the same way
    double sameTurn = 0; ///< the same of hue
};
MixtureHabit mixtureHabit(const DisplayModel &model);

} // namespace lamp
