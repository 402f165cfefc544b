// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/visited_display.h"

#include <functional>
#include <limits>
#include <stop_token>
#include <string>
#include <vector>

namespace lamp {

/// A part of what two displays differ in, alone.
struct Disagreement {
    std::string what;  ///< "white", "luminance", "tone", "gamut"
    double deltaE = 0; ///< mean CIEDE2000 that it makes by itself
};

/// How alike two displays show colours that both can show.
struct PairAgreement {
    size_t a = 0, b = 0;               ///< of the list
    size_t colours = 0;                ///< that both can show; 0 where they share none, then nothing else is known
    double mean = 0, max = 0, p95 = 0; ///< CIEDE2000, each relative to its own target's luminance, white of both targets in common
    double meanAbsolute = 0;           ///< the same relative to one luminance: a dimmer display is darker
    double instrumentK2 = 0;           ///< of the mean, as their instrument sees them; by two instruments what these may differ
    double absoluteK2 = 0;             ///< of the mean, for the standard observer
    /// 0..1: the share of what one shows that the other shows as well; not a number where it shows none of the colours.
    double aShowsOfB = std::numeric_limits<double>::quiet_NaN(), bShowsOfA = aShowsOfB;
    std::vector<Disagreement> because; ///< the largest first
};

/// All pairs of some displays.
struct Agreement {
    std::vector<PairAgreement> pairs;
    std::vector<std::pair<std::string, double>> sharedCoverage; ///< percent of each usual space that all of them show
};

/// Each colour is asked for by way of each display's own profile, as programs do, and what then stands on the screens is compared.
/// \param colours D50, relative to white; empty for 500 spread over what both can show (docs/methods.md, "Agreement")
/// \param stop then pairs that were not come to have no colours \param progress told the share that is done, 0..1, from any thread
Agreement agreementOf(const DisplayGroup &displays, const std::vector<Lab> &colours = {}, const std::stop_token &stop = {},
                      const std::function<void(double)> &progress = {});
inline Agreement agreementOf(const std::vector<VisitedDisplay> &displays, const std::vector<Lab> &colours = {})
{
    return agreementOf(groupOf(displays), colours);
}
/// As the command line's contract has it.
std::string agreementToJson(const std::vector<VisitedDisplay> &displays, const Agreement &agreement);
/// Colours of a file: CSV with L, a, b (D50) as headings, or with r, g, b as drives of sRGB, 0..1 or 0..255.
Result<std::vector<Lab>> coloursFromCsv(const std::string &text);

} // namespace lamp
