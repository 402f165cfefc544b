// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/pair_agreement.h"

#include "base/parallel.h"
#include "colour/difference.h"
#include "judge/uncertainty.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <functional>
#include <map>
#include <random>

namespace lamp::agreeing {

namespace {

// With the colours as they are, draws make four whole blocks of those that differences are worked out in. What is shown is given to 0.0001:
// single precision is enough for looks, and half as much to read.
constexpr int kDraws = 15;
constexpr size_t kDrawnColours = 16, kFewestDrawn = 8, kAbsoluteColours = 48, kBecauseColours = 16;
constexpr size_t kMostWhites = 6;   ///< of targets; more are worked out pair by pair
constexpr size_t kMostLooks = 8000; ///< some 30 KB each

/// A display's colours as they look beside those of a display with a certain target.
struct Looks {
    std::vector<ShortLab> lab; ///< of all colours that it can show
    /// The drawn colours as they are, then draw by draw: with the instrument laid on anew, and by another instrument's eyes as well.
    std::vector<ShortLab> placed, absolute;
};

/// Pairs of many displays: what each display brings is worked out once.
class Many {
public:
    Many(const DisplayGroup &displays, const std::vector<Shown> &shown, size_t most) : m_displays(displays), m_shown(shown), m_most(most)
    {
        for (const Shown &s : shown) {
            m_whiteOf.push_back(whiteNumber(s.targetWhite));
        }
        chooseDrawn();
        draw();
        if (m_whites.size() <= kMostWhites && displays.size() * m_whites.size() <= kMostLooks) {
            m_looks.resize(displays.size() * m_whites.size());
            inParallel(int(displays.size()), [this](int i) {
                for (size_t w = 0; w < m_whites.size(); ++w) {
                    m_looks[size_t(i) * m_whites.size() + w] = looksOf(size_t(i), middleOf(m_shown[size_t(i)].targetWhite, m_whites[w]));
                }
            });
        }
    }
    void tell(PairAgreement &p) const;

private:
    size_t whiteNumber(const Chromaticity &white);
    void chooseDrawn();
    void draw();
    [[nodiscard]] Looks looksOf(size_t display, const Chromaticity &white) const;
    /// How a display looks beside another one.
    [[nodiscard]] const Looks *lookOf(size_t display, size_t beside) const
    {
        return m_looks.empty() ? nullptr : &m_looks[display * m_whites.size() + m_whiteOf[beside]];
    }
    [[nodiscard]] double k2(const Looks &a, const Looks &b, const std::vector<size_t> &drawn, bool absolute) const;

    const DisplayGroup &m_displays;
    const std::vector<Shown> &m_shown;
    size_t m_most;
    std::vector<Chromaticity> m_whites;
    std::vector<size_t> m_whiteOf;
    std::vector<size_t> m_drawn; ///< colours by which uncertainties are told
    std::vector<std::array<std::array<Eigen::Vector3d, 2>, kDraws>>
        m_factors;                                             ///< of each display and draw: of white, and of how much more of the dark
    std::vector<std::array<Eigen::Matrix3d, kDraws>> m_errors; ///< of its instrument
    std::vector<Looks> m_looks;
};

size_t Many::whiteNumber(const Chromaticity &white)
{
    for (size_t i = 0; i < m_whites.size(); ++i) {
        if (m_whites[i] == white) {
            return i;
        }
    }
    m_whites.push_back(white);
    return m_whites.size() - 1;
}

void Many::chooseDrawn()
{
    // Those that most displays can show, evenly among them.
    std::vector<std::pair<size_t, size_t>> shownBy;
    const size_t colours = m_shown.empty() ? 0 : m_shown.front().xyz.size();
    for (size_t c = 0; c < colours; ++c) {
        size_t by = 0;
        for (const Shown &s : m_shown) {
            by += c < s.xyz.size() && s.shows(c) ? 1 : 0;
        }
        shownBy.emplace_back(by, c);
    }
    std::stable_sort(shownBy.begin(), shownBy.end(), [](const auto &p, const auto &q) { return p.first > q.first; });
    for (size_t i = 0; i < std::min(kDrawnColours, shownBy.size()); ++i) {
        m_drawn.push_back(shownBy[i].second);
    }
}

void Many::draw()
{
    // One instrument errs alike on displays of one kind, so that its draws are begun by the same number for them.
    m_factors.resize(m_displays.size());
    m_errors.resize(m_displays.size());
    for (size_t i = 0; i < m_displays.size(); ++i) {
        const VisitFacts &f = m_displays[i]->facts();
        std::mt19937_64 own(i + 1);
        const bool known = !f.instrument.empty() && !f.technology.empty();
        std::mt19937_64 ofInstrument(known ? std::hash<std::string>()(f.instrument + '\n' + f.technology) : i + 7919);
        const auto from = [](std::mt19937_64 &random) { return [&random] { return std::normal_distribution<double>()(random); }; };
        const auto normal = from(own);
        const InstrumentError error(f.accuracy, m_shown[i].panel);
        const Chromaticity c = chromaticity(f.white);
        for (size_t d = 0; d < kDraws; ++d) {
            const XYZ moved = xyzOf({c.x + kPlacedXy * normal(), c.y + kPlacedXy * normal()}, f.white.b * (1 + kPlacedLuminance * normal()));
            m_factors[i][d] = {Eigen::Vector3d(moved.vec().array() / f.white.vec().array()),
                               Eigen::Vector3d(normal(), normal(), normal()) * f.expectedError / 100};
            m_errors[i][d] = error.draw(from(ofInstrument));
        }
    }
}

Looks Many::looksOf(size_t display, const Chromaticity &white) const
{
    const Shown &s = m_shown[display];
    const Seen precise(white, s.luminance);
    const auto seen = [&precise](const XYZ &xyz) {
        const Lab lab = precise(xyz);
        return ShortLab{float(lab.a), float(lab.b), float(lab.c)};
    };
    Looks looks;
    looks.lab.resize(s.xyz.size());
    for (size_t c = 0; c < s.xyz.size(); ++c) {
        if (s.shows(c)) {
            looks.lab[c] = seen(s.xyz[c]);
        }
    }
    const double brightest = m_displays[display]->facts().white.b;
    for (int d = -1; d < kDraws; ++d) {
        for (const size_t c : m_drawn) {
            const bool shown = c < s.xyz.size() && s.shows(c);
            if (!shown || d < 0) {
                looks.placed.push_back(shown ? looks.lab[c] : ShortLab());
                looks.absolute.push_back(looks.placed.back());
                continue;
            }
            const auto &[factor, bend] = m_factors[display][size_t(d)];
            const XYZ &xyz = s.xyz[c];
            const double dark = 1 - xyz.b / std::max(brightest, xyz.b); // white itself was read
            const Eigen::Vector3d moved = xyz.vec().array() * factor.array() * (1 + dark * bend.array());
            looks.placed.push_back(seen(XYZ(moved)));
            looks.absolute.push_back(seen(XYZ(m_errors[display][size_t(d)] * moved)));
        }
    }
    return looks;
}

double Many::k2(const Looks &a, const Looks &b, const std::vector<size_t> &drawn, bool absolute) const
{
    constexpr size_t kAll = (kDraws + 1) * kDrawnColours;
    std::array<std::uint32_t, kAll> which{};
    std::array<float, kAll> d{};
    const size_t each = drawn.size(), all = (kDraws + 1) * each;
    for (size_t row = 0; row <= kDraws; ++row) {
        for (size_t i = 0; i < each; ++i) {
            which[row * each + i] = std::uint32_t(row * m_drawn.size() + drawn[i]);
        }
    }
    deltaE2000(absolute ? a.absolute : a.placed, absolute ? b.absolute : b.placed, std::span(which).first(all), std::span(d).first(all));
    const auto mean = [&](size_t row) { return meanOf(std::span<const float>(d).subspan(row * each, each)); };
    const double usual = mean(0);
    double squares = 0, largest = 0;
    for (size_t row = 1; row <= kDraws; ++row) {
        const double off = std::abs(mean(row) - usual);
        squares += off * off;
        largest = std::max(largest, off);
    }
    // So few draws may all have been small: as much wider as one in three of such roots is too narrow by. Where most are small and one is not, the
    // largest of fifteen is about what one in twenty passes.
    const double few = 1 + 1 / std::sqrt(2.0 * kDraws);
    return std::max(2 * few * std::sqrt(squares / kDraws), largest);
}

void Many::tell(PairAgreement &p) const
{
    const size_t ia = p.a, ib = p.b;
    const VisitedDisplay &a = *m_displays[ia], &b = *m_displays[ib];
    const Shown &ofA = m_shown[ia], &ofB = m_shown[ib];
    std::vector<size_t> drawn; // of m_drawn, that both show
    for (size_t i = 0; i < m_drawn.size(); ++i) {
        if (ofA.shows(m_drawn[i]) && ofB.shows(m_drawn[i])) {
            drawn.push_back(i);
        }
    }
    const Looks *lookA = lookOf(ia, ib), *lookB = lookOf(ib, ia);
    if (lookA == nullptr || lookB == nullptr || drawn.size() < kFewestDrawn) {
        p = agreementOfPair(a, b, ofA, ofB, m_most, 24);
        p.a = ia;
        p.b = ib;
        return;
    }
    const Common common = commonOf(ofA, ofB, m_most);
    p.colours = common.colours.size();
    tellShares(p, common);
    if (p.colours == 0) {
        return;
    }
    std::vector<float> apart(p.colours);
    deltaE2000(lookA->lab, lookB->lab, common.colours, apart);
    p.mean = p.meanAbsolute = meanOf(std::span<const float>(apart));
    p.max = *std::max_element(apart.begin(), apart.end());
    const auto at = apart.begin() + long(std::ceil(0.95 * double(apart.size()))) - 1;
    std::nth_element(apart.begin(), at, apart.end());
    p.p95 = *at;
    if (ofA.luminance != ofB.luminance) {
        const Seen one(middleOf(ofA.targetWhite, ofB.targetWhite), std::max(ofA.luminance, ofB.luminance));
        const size_t step = std::max<size_t>(1, p.colours / kAbsoluteColours);
        std::vector<Lab> la, lb;
        for (size_t i = 0; i < p.colours; i += step) {
            la.push_back(one(ofA.xyz[common.colours[i]]));
            lb.push_back(one(ofB.xyz[common.colours[i]]));
        }
        std::vector<double> d(la.size());
        deltaE2000(std::span<const Lab>(la), std::span<const Lab>(lb), d);
        p.meanAbsolute = meanOf(std::span<const double>(d));
    }
    const bool same = sameInstrumentOf(a.facts(), b.facts());
    p.instrumentK2 = k2(*lookA, *lookB, drawn, !same); // two instruments differ, also as instruments see it
    p.absoluteK2 = same ? std::max(k2(*lookA, *lookB, drawn, true), p.instrumentK2) : p.instrumentK2;
    p.because = becauseOf(a, b, ofA, ofB, common, kBecauseColours);
}

} // namespace

void agreementOfMany(const DisplayGroup &displays, const std::vector<Shown> &shown, size_t most, const std::stop_token &stop,
                     const std::function<void(double)> &progress, std::vector<PairAgreement> &pairs)
{
    const auto tell = [&progress](double share) {
        if (progress) {
            progress(share);
        }
    };
    if (stop.stop_requested()) {
        return;
    }
    const Many many(displays, shown, most);
    // A square of the matrix at a time: a pair takes less than handing it out, and what its displays bring stays close at hand.
    constexpr size_t kSide = 8;
    const size_t n = displays.size(), sides = (n + kSide - 1) / kSide;
    std::vector<std::pair<size_t, size_t>> squares;
    for (size_t a = 0; a < sides; ++a) {
        for (size_t b = a; b < sides; ++b) {
            squares.emplace_back(kSide * a, kSide * b);
        }
    }
    std::atomic<size_t> done = 0;
    inParallel(int(squares.size()), [&](int square) {
        const auto [fromA, fromB] = squares[size_t(square)];
        size_t told = 0;
        for (size_t a = fromA; a < std::min(n, fromA + kSide) && !stop.stop_requested(); ++a) {
            for (size_t b = std::max(a + 1, fromB); b < std::min(n, fromB + kSide); ++b, ++told) {
                many.tell(pairs[pairNumber(n, a, b)]);
            }
        }
        tell(double(done += told) / double(pairs.size()));
    });
}

} // namespace lamp::agreeing
