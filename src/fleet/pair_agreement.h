// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/agreement.h"

#include <algorithm>
#include <array>
#include <cstdint>
#include <functional>
#include <span>

namespace lamp {

/// What displays are compared by is worked out once for each (agreement's own; not for others).
namespace agreeing {

constexpr int kGraySteps = 32;

/// What a display shows of the colours, and what else pairs ask of it.
struct Shown {
    std::vector<std::uint64_t> can;            ///< a bit for each colour
    std::vector<XYZ> xyz;                      ///< cd/m², of those that it can show
    std::array<double, kGraySteps + 1> gray{}; ///< luminance over white's of L* from 0 to 100
    Primaries panel;
    Chromaticity targetWhite;
    double luminance = 0; ///< cd/m² that its target asks for; what it gives where that is no number
    [[nodiscard]] bool shows(size_t colour) const { return (can[colour / 64] >> (colour % 64) & 1) != 0; }
};
Shown shownBy(const VisitedDisplay &display, const std::vector<Lab> &colours);

/// The colours that both show: the first so many of them, and how many there are in all.
struct Common {
    std::vector<std::uint32_t> colours;
    double both = 0, ofA = 0, ofB = 0;
};
Common commonOf(const Shown &a, const Shown &b, size_t most);
/// How much of what one shows the other shows as well.
void tellShares(PairAgreement &pair, const Common &common);

/// From cd/m² to Lab (D50), relative to a white.
struct Seen {
    Seen(const Chromaticity &white, double luminance);
    [[nodiscard]] Lab operator()(const XYZ &xyz) const { return labOf(RelXYZ(toD50 * xyz.vec()), iccD50()); }
    Eigen::Matrix3d toD50;
};

/// Half way between in u'v'.
Chromaticity middleOf(const Chromaticity &p, const Chromaticity &q);
bool sameInstrumentOf(const VisitFacts &a, const VisitFacts &b);
template <typename Real> double meanOf(std::span<const Real> values)
{
    double sum = 0;
    for (const Real v : values) {
        sum += double(v);
    }
    return sum / double(std::max<size_t>(1, values.size()));
}
/// Of all pairs of so many displays, a before b, where this one stands.
constexpr size_t pairNumber(size_t displays, size_t a, size_t b)
{
    return a * displays - a * (a + 1) / 2 + (b - a - 1);
}

/// What laying the instrument on anew leaves open (common practice, no published source).
constexpr double kPlacedLuminance = 0.0025, kPlacedXy = 0.00015;

/// What a pair's difference is made of, by the first `most` of its colours.
std::vector<Disagreement> becauseOf(const VisitedDisplay &a, const VisitedDisplay &b, const Shown &ofA, const Shown &ofB, const Common &common,
                                    size_t most);
/// All there is to say of a pair, each figure by all of its colours. \param draws for its uncertainties
PairAgreement agreementOfPair(const VisitedDisplay &a, const VisitedDisplay &b, const Shown &ofA, const Shown &ofB, size_t most, int draws);
/// The same of all pairs of many displays: mean, largest and 95 % by all colours, the rest by some of them; what draws share among pairs is
/// drawn once (docs/methods.md, "Agreement"). \param progress told the share that is done, from any thread
/// \param pairs all of them, each at its pairNumber()
void agreementOfMany(const DisplayGroup &displays, const std::vector<Shown> &shown, size_t most, const std::stop_token &stop,
                     const std::function<void(double)> &progress, std::vector<PairAgreement> &pairs);

} // namespace agreeing
} // namespace lamp
