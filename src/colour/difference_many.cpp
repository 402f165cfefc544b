// SPDX-License-Identifier: GPL-3.0-or-later
// CIEDE2000 of many pairs at once: the scalar formula of difference.cpp without branches and library calls, so that the
// compiler works on four or eight pairs in one instruction. (Built with -O3, see CMakeLists.txt.)
#include "colour/difference.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>
#include <tuple>

namespace lamp {

namespace {

constexpr size_t kBlock = 64;

/// Pairs as columns.
template <typename Real> struct Block {
    std::array<Real, kBlock> l1, a1, b1, l2, a2, b2, out;
};

/// How many terms a series needs for the digits that a number has.
template <typename Real> constexpr int kArcTangentTerms = sizeof(Real) == sizeof(double) ? 15 : 7;
template <typename Real> constexpr int kDecayTerms = sizeof(Real) == sizeof(double) ? 14 : 7;
template <typename Real> constexpr int kSineTerms = sizeof(Real) == sizeof(double) ? 9 : 5;

#define LAMP_INLINE [[gnu::always_inline]] inline

/// arctangent for |v| <= tan(22.5°), by its series to v^31: the rest is below 1e-13 (to v^15, 1e-7).
template <typename Real> LAMP_INLINE Real smallArcTangent(Real v)
{
    const Real v2 = v * v;
    Real sum = 0;
    for (int k = kArcTangentTerms<Real>; k >= 0; --k) {
        sum = Real(k % 2 == 0 ? 1 : -1) / Real(2 * k + 1) + v2 * sum;
    }
    return v * sum;
}

/// exp(-y) for 0 <= y <= 60: the series of exp(-y/64), squared six times, which makes its rounding 64 times larger.
template <typename Real> LAMP_INLINE Real decay(Real y)
{
    const Real x = -y / 64;
    Real e = 1;
    for (int k = kDecayTerms<Real>; k >= 1; --k) {
        e = 1 + e * x * (Real(1) / Real(k));
    }
    for (int k = 0; k < 6; ++k) {
        e *= e;
    }
    return e;
}

/// sine for |x| <= 60°, by its series to x^19 (x^11).
template <typename Real> LAMP_INLINE Real smallSine(Real x)
{
    const Real x2 = x * x;
    Real sum = 1;
    for (int k = kSineTerms<Real>; k >= 1; --k) {
        sum = 1 - x2 * (Real(1) / Real((2 * k) * (2 * k + 1))) * sum;
    }
    return x * sum;
}

/// 30°·exp(-((h - 275°)/25°)²)·2 as an angle, for a hue by its cosine and sine. The hue's distance from 275° comes from
/// the tangent of its eighth part; where h lies below 95° the formula does not wrap round, and what it gives is below 1e-22.
template <typename Real> LAMP_INLINE Real blueRotation(Real cosH, Real sinH)
{
    constexpr Real c275 = Real(0.087155742747658173558), s275 = Real(-0.99619469809174553230); // cos, sin of 275°
    const Real c = cosH * c275 + sinH * s275, s = sinH * c275 - cosH * s275;
    // tan(x/2) = sin x / (1 + cos x), and tan(x/2) = t / (1 + sqrt(1 + t²)) for t = tan x. Beyond 160° nothing is left.
    const Real near = c > Real(-0.93) ? 1 : 0;
    const Real half = s / (near > 0 ? 1 + c : Real(1));
    const Real quarter = half / (1 + std::sqrt(1 + half * half));
    const Real eighth = quarter / (1 + std::sqrt(1 + quarter * quarter));
    const Real degrees = 8 * smallArcTangent(eighth) * Real(180 / std::numbers::pi);
    const Real x = degrees / 25;
    const Real y = x * x;
    const Real wraps = degrees > 85 ? 0 : 1;
    return near * wraps * Real(std::numbers::pi / 3) * decay(y < 60 ? y : 60);
}

/// sqrt(c^7 / (c^7 + 25^7))
template <typename Real> LAMP_INLINE Real strength(Real c)
{
    const Real c2 = c * c, c7 = c2 * c2 * c2 * c;
    return std::sqrt(c7 / (c7 + Real(6103515625.0)));
}

/// One pair; NaN where the branches of the scalar formula are needed: no chroma, or hues that lie opposite.
template <typename Real> LAMP_INLINE Real onePair(Real l1, Real a1, Real b1, Real l2, Real a2, Real b2)
{
    constexpr Real c30 = Real(0.86602540378443864676), s30 = Real(0.5);                    // cos, sin of 30°
    constexpr Real c6 = Real(0.99452189536827333692), s6 = Real(0.10452846326765347140);   // of 6°
    constexpr Real c63 = Real(0.45399049973954679156), s63 = Real(0.89100652418836786236); // of 63°
    const Real g = Real(1.5) - Real(0.5) * strength((std::sqrt(a1 * a1 + b1 * b1) + std::sqrt(a2 * a2 + b2 * b2)) / 2);
    const Real p1 = g * a1, p2 = g * a2;
    const Real c1 = std::sqrt(p1 * p1 + b1 * b1), c2 = std::sqrt(p2 * p2 + b2 * b2);
    const Real cross = p1 * b2 - p2 * b1, product = c1 * c2;
    const Real cosHue = (p1 * p2 + b1 * b2) / product;
    const Real left = 1 - cosHue, over = std::abs(cross) / product;
    const Real apart = std::sqrt((left > 0 ? left : 0) / 2), close = over / (2 * std::sqrt((1 + (cosHue > 0 ? cosHue : 0)) / 2));
    const Real dH = std::copysign(2 * std::sqrt(product) * (cosHue > 0 ? close : apart), cross);
    const Real dL = l2 - l1, dC = c2 - c1, meanC = (c1 + c2) / 2;

    const Real hx = p1 / c1 + p2 / c2, hy = b1 / c1 + b2 / c2, norm2 = hx * hx + hy * hy, norm = std::sqrt(norm2);
    const Real cosH = hx / norm, sinH = hy / norm;
    const Real cos2 = cosH * cosH - sinH * sinH, sin2 = 2 * sinH * cosH;
    const Real cos3 = cos2 * cosH - sin2 * sinH, sin3 = sin2 * cosH + cos2 * sinH;
    const Real cos4 = cos2 * cos2 - sin2 * sin2, sin4 = 2 * sin2 * cos2;
    const Real t = 1 - Real(0.17) * (cosH * c30 + sinH * s30) + Real(0.24) * cos2 + Real(0.32) * (cos3 * c6 - sin3 * s6)
                   - Real(0.20) * (cos4 * c63 + sin4 * s63);
    const Real middle = (l1 + l2) / 2 - 50, fromMiddle = middle * middle;
    const Real sl = 1 + Real(0.015) * fromMiddle / std::sqrt(20 + fromMiddle), sc = 1 + Real(0.045) * meanC, sh = 1 + Real(0.015) * meanC * t;
    const Real rt = -2 * strength(meanC) * smallSine(blueRotation(cosH, sinH));
    const Real l = dL / sl, c = dC / sc, h = dH / sh;
    const Real sum = l * l + c * c + h * h + rt * c * h;
    const bool plain = product > Real(1e-12) && norm2 > (sizeof(Real) == sizeof(double) ? Real(1e-6) : Real(1e-3));
    return plain ? std::sqrt(sum < 0 ? 0 : sum) : std::numeric_limits<Real>::quiet_NaN();
}

template <typename Real> LAMP_INLINE void wholeBlock(Block<Real> &block)
{
    for (size_t i = 0; i < kBlock; ++i) {
        block.out[i] = onePair(block.l1[i], block.a1[i], block.b1[i], block.l2[i], block.a2[i], block.b2[i]);
    }
}

template <typename Real> void plainBlock(Block<Real> &block)
{
    wholeBlock(block);
}

template <typename Real> using BlockFunction = void (*)(Block<Real> &);

#if defined(__x86_64__)
template <typename Real> [[gnu::target("avx2,fma")]] void manyAtOnce(Block<Real> &block)
{
    wholeBlock(block);
}

#if defined(__clang__) // which takes the whole width unasked and does not know how to be asked
#define LAMP_WHOLE_WIDTH [[gnu::target("avx512f,avx512dq,fma")]]
#else
#define LAMP_WHOLE_WIDTH [[gnu::target("avx512f,avx512dq,fma,prefer-vector-width=512")]]
#endif
template <typename Real> LAMP_WHOLE_WIDTH void mostAtOnce(Block<Real> &block)
{
    wholeBlock(block);
}

template <typename Real> BlockFunction<Real> fastest()
{
    if (__builtin_cpu_supports("avx512f") && __builtin_cpu_supports("avx512dq")) {
        return mostAtOnce<Real>;
    }
    return __builtin_cpu_supports("avx2") && __builtin_cpu_supports("fma") ? manyAtOnce<Real> : plainBlock<Real>;
}
#else
template <typename Real> BlockFunction<Real> fastest()
{
    return plainBlock<Real>;
}
#endif

/// \param pairAt what a pair's colours are, as Lab \param differences of each of them
template <typename Real, typename PairAt> void inBlocks(size_t count, const PairAt &pairAt, std::span<Real> differences)
{
    static const BlockFunction<Real> work = fastest<Real>();
    Block<Real> block{};
    for (size_t from = 0; from < count; from += kBlock) {
        const size_t n = std::min(kBlock, count - from);
        for (size_t i = 0; i < n; ++i) {
            const auto &[p, q] = pairAt(from + i);
            block.l1[i] = Real(p.a);
            block.a1[i] = Real(p.b);
            block.b1[i] = Real(p.c);
            block.l2[i] = Real(q.a);
            block.a2[i] = Real(q.b);
            block.b2[i] = Real(q.c);
        }
        work(block);
        for (size_t i = 0; i < n; ++i) {
            const auto plain = [&] {
                const auto &[p, q] = pairAt(from + i);
                return Real(deltaE2000(Lab{p.a, p.b, p.c}, Lab{q.a, q.b, q.c})); // with its branches
            };
            differences[from + i] = std::isnan(block.out[i]) ? plain() : block.out[i];
        }
    }
}

} // namespace

void deltaE2000(std::span<const Lab> reference, std::span<const Lab> sample, std::span<double> differences)
{
    const size_t count = std::min({reference.size(), sample.size(), differences.size()});
    std::fill(differences.begin() + std::ptrdiff_t(count), differences.end(), std::numeric_limits<double>::quiet_NaN());
    inBlocks<double>(
        count, [&](size_t i) { return std::tie(reference[i], sample[i]); }, differences);
}

void deltaE2000(std::span<const ShortLab> reference, std::span<const ShortLab> sample, std::span<const std::uint32_t> which,
                std::span<float> differences)
{
    const size_t count = std::min(which.size(), differences.size());
    std::fill(differences.begin() + std::ptrdiff_t(count), differences.end(), std::numeric_limits<float>::quiet_NaN());
    inBlocks<float>(
        count, [&](size_t i) { return std::tie(reference[which[i]], sample[which[i]]); }, differences);
}

} // namespace lamp
