// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "plot/plot.h"
#include "visit/record.h"

#include <array>
#include <vector>

namespace lamp {

/// What can be looked at of a visit, four charts at a time.
enum class EvidenceOf {
    Grays,   ///< difference, balance, where grays lie, gamma
    Light,   ///< light by drive, how far it is off, gamma, what white did meanwhile
    Colours, ///< sorted, in parts, how many are how far off, where primaries lie
    White,   ///< white about its target, then and now, gamut in u'v' and in xy
    Ramps    ///< the ramps, what they change, which steps they take together
};
constexpr std::array<EvidenceOf, 5> kEvidence{EvidenceOf::Grays, EvidenceOf::Light, EvidenceOf::Colours, EvidenceOf::White, EvidenceOf::Ramps};

/// The charts of a visit that can be drawn of what it measured; those of which nothing was measured are left out.
std::vector<plot::Plot> evidencePlots(const VisitRecord &record, EvidenceOf what);
/// The same of a display's years: luminance, differences, where white went, what of the spaces it showed.
/// \param entries of one display, by date \param limit of the colours' mean that is drawn, where there is one
/// \param ageing if not null, with how luminance goes on
std::vector<plot::Plot> yearsEvidence(const std::vector<HistoryEntry> &entries, WallTime now, std::optional<double> limit,
                                      const DisplayAgeing *ageing = nullptr);

} // namespace lamp
