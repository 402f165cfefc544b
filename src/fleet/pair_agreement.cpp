// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/pair_agreement.h"

#include "colour/difference.h"
#include "judge/uncertainty.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <numeric>
#include <random>

namespace lamp::agreeing {

Shown shownBy(const VisitedDisplay &d, const std::vector<Lab> &colours)
{
    Shown s;
    s.can.assign((colours.size() + 63) / 64, 0);
    s.xyz.resize(colours.size());
    const auto shown = d.showsIfItCan(colours);
    for (size_t i = 0; i < colours.size(); ++i) {
        if (shown[i]) {
            s.can[i / 64] |= std::uint64_t{1} << (i % 64);
            s.xyz[i] = *shown[i];
        }
    }
    for (int i = 0; i <= kGraySteps; ++i) {
        s.gray[size_t(i)] = d.shows({100.0 * i / kGraySteps, 0, 0}).b / d.facts().white.b;
    }
    s.panel = d.primaries();
    s.targetWhite = d.facts().target.white.chromaticity().value_or(chromaticity(d.facts().white));
    s.luminance = d.facts().target.luminance.value().value_or(d.facts().white.b);
    return s;
}

Common commonOf(const Shown &a, const Shown &b, size_t most)
{
    Common c;
    c.colours.reserve(std::min(most, 64 * a.can.size()));
    for (size_t w = 0; w < std::min(a.can.size(), b.can.size()); ++w) {
        std::uint64_t both = a.can[w] & b.can[w];
        c.both += std::popcount(both);
        c.ofA += std::popcount(a.can[w]);
        c.ofB += std::popcount(b.can[w]);
        for (; both != 0 && c.colours.size() < most; both &= both - 1) {
            c.colours.push_back(std::uint32_t(64 * w) + std::uint32_t(std::countr_zero(both)));
        }
    }
    return c;
}

void tellShares(PairAgreement &p, const Common &c)
{
    p.aShowsOfB = c.both / c.ofB; // 0 of 0 is no number
    p.bShowsOfA = c.both / c.ofA;
}

Seen::Seen(const Chromaticity &white, double luminance) : toD50(adaptation(relativeTo(xyzOf(white, 1), 1), iccD50()) / luminance) {}

Chromaticity middleOf(const Chromaticity &p, const Chromaticity &q)
{
    const Uv a = uvOf(p), b = uvOf(q);
    return xyOf({(a.u + b.u) / 2, (a.v + b.v) / 2});
}

bool sameInstrumentOf(const VisitFacts &a, const VisitFacts &b)
{
    return !a.instrument.empty() && a.instrument == b.instrument;
}

namespace {

std::vector<double> differences(const std::vector<XYZ> &a, const Seen &seenA, const std::vector<XYZ> &b, const Seen &seenB)
{
    std::vector<Lab> p(a.size()), q(a.size());
    for (size_t i = 0; i < a.size(); ++i) {
        p[i] = seenA(a[i]);
        q[i] = seenB(b[i]);
    }
    std::vector<double> d(a.size());
    deltaE2000(std::span<const Lab>(p), std::span<const Lab>(q), d);
    return d;
}

double meanOfAll(const std::vector<double> &values)
{
    return meanOf(std::span<const double>(values));
}

/// One pair, with the colours that both can show.
class Pair {
public:
    /// \param most colours \param draws for its uncertainties
    Pair(const VisitedDisplay &a, const VisitedDisplay &b, const Shown &ofA, const Shown &ofB, size_t most, int draws)
        : m_a(a), m_b(b), m_shownA(ofA), m_shownB(ofB), m_draws(draws), m_white(middleOf(ofA.targetWhite, ofB.targetWhite)),
          m_seenA(m_white, ofA.luminance), m_seenB(m_white, ofB.luminance)
    {
        m_common = commonOf(ofA, ofB, most);
        for (const std::uint32_t i : m_common.colours) {
            m_xyzA.push_back(ofA.xyz[i]);
            m_xyzB.push_back(ofB.xyz[i]);
        }
        m_luminance = std::max(ofA.luminance, ofB.luminance);
    }

    [[nodiscard]] PairAgreement agreement() const
    {
        PairAgreement p;
        p.colours = m_xyzA.size();
        tellShares(p, m_common);
        if (p.colours == 0) {
            return p;
        }
        std::vector<double> d = differences(m_xyzA, m_seenA, m_xyzB, m_seenB);
        p.mean = meanOfAll(d);
        std::sort(d.begin(), d.end());
        p.max = d.back();
        p.p95 = d[size_t(std::ceil(0.95 * double(d.size()))) - 1];
        const Seen one(m_white, m_luminance);
        p.meanAbsolute = meanOfAll(differences(m_xyzA, one, m_xyzB, one));
        p.instrumentK2 = k2(false);
        p.absoluteK2 = std::max(k2(true), p.instrumentK2); // drawn, so that the one may fall a little below the other
        p.because = becauseOf(m_a, m_b, m_shownA, m_shownB, m_common, m_common.colours.size());
        return p;
    }

private:
    [[nodiscard]] double k2(bool absolute) const;

    const VisitedDisplay &m_a, &m_b;
    const Shown &m_shownA, &m_shownB;
    int m_draws;
    Chromaticity m_white;
    Seen m_seenA, m_seenB;
    double m_luminance = 0;
    Common m_common;
    std::vector<XYZ> m_xyzA, m_xyzB;
};

double Pair::k2(bool absolute) const
{
    // What is drawn: for each display laying the instrument on (common practice, no published source) and what its model leaves open,
    // which goes with colour; for the standard observer its instrument's error on its light. Displays of one kind share that error.
    const VisitFacts &a = m_a.facts(), &b = m_b.facts();
    // Two of which nothing is known are not the same.
    const bool sameInstrument = sameInstrumentOf(a, b), shared = sameInstrument && !a.technology.empty() && a.technology == b.technology;
    std::mt19937_64 random(1);
    const auto normal = [&random] { return std::normal_distribution<double>()(random); };
    const InstrumentError errorA(a.accuracy, m_shownA.panel), errorB(b.accuracy, m_shownB.panel);
    // As an instrument sees it, two instruments still differ.
    const bool drawn = absolute || !sameInstrument;
    const size_t step = std::max<size_t>(1, m_xyzA.size() / size_t(2 * m_draws));
    std::vector<double> apart;
    const auto placed = [&](const XYZ &white) {
        const Chromaticity c = chromaticity(white);
        const XYZ moved = xyzOf({c.x + kPlacedXy * normal(), c.y + kPlacedXy * normal()}, white.b * (1 + kPlacedLuminance * normal()));
        return Eigen::Vector3d(moved.vec().array() / white.vec().array());
    };
    // Errors of a model bend slowly over the gamut: a share of each of a few directions.
    const auto bent = [&](double error) -> Eigen::Vector3d { return Eigen::Vector3d(normal(), normal(), normal()) * error / 100.0; };
    std::vector<XYZ> p, q;
    for (size_t i = 0; i < m_xyzA.size(); i += step) {
        p.push_back(m_xyzA[i]);
        q.push_back(m_xyzB[i]);
    }
    const double usual = meanOfAll(differences(p, m_seenA, q, m_seenB));
    for (int draw = 0; draw < m_draws; ++draw) {
        const Eigen::Matrix3d eA = drawn ? errorA.draw(normal) : Eigen::Matrix3d::Identity(),
                              eB = !drawn ? Eigen::Matrix3d::Identity() : (shared && absolute ? eA : errorB.draw(normal));
        const Eigen::Vector3d atA = placed(a.white), atB = placed(b.white);
        std::vector<XYZ> pp, qq;
        const Eigen::Vector3d bendA = bent(a.expectedError), bendB = bent(b.expectedError);
        for (size_t i = 0; i < p.size(); ++i) {
            const double dark = 1 - p[i].b / std::max(a.white.b, p[i].b); // white itself was read
            pp.emplace_back(Eigen::Vector3d(eA * (p[i].vec().array() * atA.array() * (1 + dark * bendA.array())).matrix()));
            qq.emplace_back(Eigen::Vector3d(eB * (q[i].vec().array() * atB.array() * (1 + dark * bendB.array())).matrix()));
        }
        apart.push_back(std::abs(meanOfAll(differences(pp, m_seenA, qq, m_seenB)) - usual));
    }
    std::sort(apart.begin(), apart.end());
    return apart[size_t(0.9545 * (m_draws - 1) + 0.5)];
}

} // namespace

std::vector<Disagreement> becauseOf(const VisitedDisplay &displayA, const VisitedDisplay &displayB, const Shown &ofA, const Shown &ofB,
                                    const Common &common, size_t most)
{
    const Chromaticity middle = middleOf(ofA.targetWhite, ofB.targetWhite);
    const Seen seenA(middle, ofA.luminance), seenB(middle, ofB.luminance);
    // From a to b a step at a time; each is what it makes of a's colours alone.
    const XYZ whiteA = displayA.facts().white, whiteB = displayB.facts().white;
    const auto relative = [](const XYZ &xyz, const Seen &seen) -> Eigen::Vector3d { return seen.toD50 * xyz.vec(); };
    const Eigen::Vector3d a = relative(whiteA, seenA), b = relative(whiteB, seenB);
    const double luminance = b[1] / a[1];
    const Eigen::Vector3d white = b.array() / a.array() / luminance;
    // The tone of both along their grays, as luminance relative to white by lightness asked for.
    std::array<double, kGraySteps + 1> tone{};
    for (size_t i = 0; i < tone.size(); ++i) {
        tone[i] = ofA.gray[i] > 1e-6 ? ofB.gray[i] / ofA.gray[i] : 1;
    }
    const auto toned = [&](double share) {
        const double at = kGraySteps * std::clamp(labOf(RelXYZ(0.9642 * share, share, 0.8249 * share), iccD50()).a / 100, 0.0, 1.0);
        const auto i = size_t(std::min(at, kGraySteps - 1e-9));
        return tone[i] + (at - double(i)) * (tone[i + 1] - tone[i]);
    };
    const size_t step = std::max<size_t>(1, common.colours.size() / std::max<size_t>(1, most)), n = (common.colours.size() + step - 1) / step;
    static constexpr std::array<const char *, 4> kParts{"luminance", "white", "tone", "gamut"};
    // Given to 0.0001 and worked out for each of many pairs: single precision is enough, and all parts in one go, since differences are worked
    // out in blocks.
    const auto seen = [](const Eigen::Vector3d &xyz) {
        const Lab lab = labOf(RelXYZ(xyz), iccD50());
        return ShortLab{float(lab.a), float(lab.b), float(lab.c)};
    };
    std::vector<ShortLab> from(kParts.size() * n), to(kParts.size() * n);
    for (size_t i = 0; i < n; ++i) {
        const std::uint32_t colour = common.colours[i * step];
        const Eigen::Vector3d p = relative(ofA.xyz[colour], seenA);
        const double t = toned(p[1] / a[1]);
        from[i] = from[n + i] = from[2 * n + i] = seen(p);
        to[i] = seen(luminance * p);
        to[n + i] = seen(white.cwiseProduct(p));
        to[2 * n + i] = seen(t * p);
        from[3 * n + i] = seen(luminance * t * white.cwiseProduct(p)); // from there on it is the gamut
        to[3 * n + i] = seen(relative(ofB.xyz[colour], seenB));
    }
    std::vector<std::uint32_t> each(from.size());
    std::iota(each.begin(), each.end(), 0U);
    std::vector<float> d(from.size());
    deltaE2000(from, to, each, d);
    std::vector<Disagreement> all;
    all.reserve(kParts.size());
    for (size_t k = 0; k < kParts.size(); ++k) {
        all.push_back({kParts[k], meanOf(std::span<const float>(d).subspan(k * n, n))});
    }
    std::stable_sort(all.begin(), all.end(), [](const Disagreement &p, const Disagreement &q) { return p.deltaE > q.deltaE; });
    return all;
}

PairAgreement agreementOfPair(const VisitedDisplay &a, const VisitedDisplay &b, const Shown &ofA, const Shown &ofB, size_t most, int draws)
{
    return Pair(a, b, ofA, ofB, most, draws).agreement();
}

} // namespace lamp::agreeing
