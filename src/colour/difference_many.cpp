// SPDX-License-Identifier: GPL-3.0-or-later
// CIEDE2000 of many pairs at once: the scalar formula of difference.cpp without branches and library calls, so that the
// compiler works on four or eight pairs in one instruction. (Built with -O3, see CMakeLists.txt.)
#include "colour/difference.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>

namespace lamp {

namespace {

constexpr size_t kBlock = 64;
constexpr double kPi = std::numbers::pi;
constexpr double k25to7 = 6103515625.0;

/// Pairs as columns.
struct Block {
    std::array<double, kBlock> l1, a1, b1, l2, a2, b2, out;
};

#define LAMP_INLINE [[gnu::always_inline]] inline

/// arctangent for |v| <= tan(22.5°), by its series to v^31: the rest is below 1e-13.
LAMP_INLINE double smallArcTangent(double v)
{
    const double v2 = v * v;
    double sum = 0;
    for (int k = 15; k >= 0; --k) {
        sum = (k % 2 == 0 ? 1.0 : -1.0) / (2 * k + 1) + v2 * sum;
    }
    return v * sum;
}

/// exp(-y) for 0 <= y <= 60: the series of exp(-y/64), squared six times, which makes its rounding 64 times larger.
LAMP_INLINE double decay(double y)
{
    const double x = -y / 64;
    double e = 1;
    for (int k = 14; k >= 1; --k) {
        e = 1 + e * x * (1.0 / k);
    }
    for (int k = 0; k < 6; ++k) {
        e *= e;
    }
    return e;
}

/// sine for |x| <= 60°, by its series to x^19.
LAMP_INLINE double smallSine(double x)
{
    const double x2 = x * x;
    double sum = 1;
    for (int k = 9; k >= 1; --k) {
        sum = 1 - x2 * (1.0 / ((2 * k) * (2 * k + 1))) * sum;
    }
    return x * sum;
}

/// 30°·exp(-((h - 275°)/25°)²)·2 as an angle, for a hue by its cosine and sine. The hue's distance from 275° comes from
/// the tangent of its eighth part; where h lies below 95° the formula does not wrap round, and what it gives is below 1e-22.
LAMP_INLINE double blueRotation(double cosH, double sinH)
{
    constexpr double c275 = 0.087155742747658173558, s275 = -0.99619469809174553230; // cos, sin of 275°
    const double c = cosH * c275 + sinH * s275, s = sinH * c275 - cosH * s275;
    // tan(x/2) = sin x / (1 + cos x), and tan(x/2) = t / (1 + sqrt(1 + t²)) for t = tan x. Beyond 160° nothing is left.
    const double near = c > -0.93 ? 1.0 : 0.0;
    const double half = s / (near > 0 ? 1 + c : 1.0);
    const double quarter = half / (1 + std::sqrt(1 + half * half));
    const double eighth = quarter / (1 + std::sqrt(1 + quarter * quarter));
    const double degrees = 8 * smallArcTangent(eighth) * (180 / kPi);
    const double x = degrees / 25;
    const double y = x * x;
    const double wraps = degrees > 85 ? 0.0 : 1.0;
    return near * wraps * (kPi / 3) * decay(y < 60 ? y : 60);
}

/// sqrt(c^7 / (c^7 + 25^7))
LAMP_INLINE double strength(double c)
{
    const double c2 = c * c, c7 = c2 * c2 * c2 * c;
    return std::sqrt(c7 / (c7 + k25to7));
}

/// One pair; NaN where the branches of the scalar formula are needed: no chroma, or hues that lie opposite.
LAMP_INLINE double onePair(double l1, double a1, double b1, double l2, double a2, double b2)
{
    constexpr double c30 = 0.86602540378443864676, s30 = 0.5;                    // cos, sin of 30°
    constexpr double c6 = 0.99452189536827333692, s6 = 0.10452846326765347140;   // of 6°
    constexpr double c63 = 0.45399049973954679156, s63 = 0.89100652418836786236; // of 63°
    const double g = 1.5 - 0.5 * strength((std::sqrt(a1 * a1 + b1 * b1) + std::sqrt(a2 * a2 + b2 * b2)) / 2);
    const double p1 = g * a1, p2 = g * a2;
    const double c1 = std::sqrt(p1 * p1 + b1 * b1), c2 = std::sqrt(p2 * p2 + b2 * b2);
    const double cross = p1 * b2 - p2 * b1, product = c1 * c2;
    const double cosHue = (p1 * p2 + b1 * b2) / product;
    const double left = 1 - cosHue, over = std::abs(cross) / product;
    const double apart = std::sqrt((left > 0 ? left : 0) / 2), close = over / (2 * std::sqrt((1 + (cosHue > 0 ? cosHue : 0)) / 2));
    const double dH = std::copysign(2 * std::sqrt(product) * (cosHue > 0 ? close : apart), cross);
    const double dL = l2 - l1, dC = c2 - c1, meanC = (c1 + c2) / 2;

    const double hx = p1 / c1 + p2 / c2, hy = b1 / c1 + b2 / c2, norm2 = hx * hx + hy * hy, norm = std::sqrt(norm2);
    const double cosH = hx / norm, sinH = hy / norm;
    const double cos2 = cosH * cosH - sinH * sinH, sin2 = 2 * sinH * cosH;
    const double cos3 = cos2 * cosH - sin2 * sinH, sin3 = sin2 * cosH + cos2 * sinH;
    const double cos4 = cos2 * cos2 - sin2 * sin2, sin4 = 2 * sin2 * cos2;
    const double t = 1 - 0.17 * (cosH * c30 + sinH * s30) + 0.24 * cos2 + 0.32 * (cos3 * c6 - sin3 * s6) - 0.20 * (cos4 * c63 + sin4 * s63);
    const double middle = (l1 + l2) / 2 - 50, fromMiddle = middle * middle;
    const double sl = 1 + 0.015 * fromMiddle / std::sqrt(20 + fromMiddle), sc = 1 + 0.045 * meanC, sh = 1 + 0.015 * meanC * t;
    const double rt = -2 * strength(meanC) * smallSine(blueRotation(cosH, sinH));
    const double l = dL / sl, c = dC / sc, h = dH / sh;
    const double sum = l * l + c * c + h * h + rt * c * h;
    const bool plain = product > 1e-12 && norm2 > 1e-6;
    return plain ? std::sqrt(sum < 0 ? 0 : sum) : std::numeric_limits<double>::quiet_NaN();
}

LAMP_INLINE void wholeBlock(Block &block)
{
    for (size_t i = 0; i < kBlock; ++i) {
        block.out[i] = onePair(block.l1[i], block.a1[i], block.b1[i], block.l2[i], block.a2[i], block.b2[i]);
    }
}

void plainBlock(Block &block)
{
    wholeBlock(block);
}

using BlockFunction = void (*)(Block &);

#if defined(__x86_64__)
[[gnu::target("avx2,fma")]] void fourAtOnce(Block &block)
{
    wholeBlock(block);
}

#if defined(__clang__) // which takes the whole width unasked and does not know how to be asked
[[gnu::target("avx512f,avx512dq,fma")]]
#else
[[gnu::target("avx512f,avx512dq,fma,prefer-vector-width=512")]]
#endif
void eightAtOnce(Block &block)
{
    wholeBlock(block);
}

BlockFunction fastest()
{
    if (__builtin_cpu_supports("avx512f") && __builtin_cpu_supports("avx512dq")) {
        return eightAtOnce;
    }
    return __builtin_cpu_supports("avx2") && __builtin_cpu_supports("fma") ? fourAtOnce : plainBlock;
}
#else
BlockFunction fastest()
{
    return plainBlock;
}
#endif

} // namespace

void deltaE2000(std::span<const Lab> reference, std::span<const Lab> sample, std::span<double> differences)
{
    static const BlockFunction work = fastest();
    const size_t count = std::min({reference.size(), sample.size(), differences.size()});
    std::fill(differences.begin() + std::ptrdiff_t(count), differences.end(), std::numeric_limits<double>::quiet_NaN());
    Block block{};
    for (size_t from = 0; from < count; from += kBlock) {
        const size_t n = std::min(kBlock, count - from);
        for (size_t i = 0; i < n; ++i) {
            const Lab &p = reference[from + i], &q = sample[from + i];
            block.l1[i] = p.a;
            block.a1[i] = p.b;
            block.b1[i] = p.c;
            block.l2[i] = q.a;
            block.a2[i] = q.b;
            block.b2[i] = q.c;
        }
        work(block);
        for (size_t i = 0; i < n; ++i) {
            const double d = block.out[i];
            differences[from + i] = std::isnan(d) ? deltaE2000(reference[from + i], sample[from + i]) : d;
        }
    }
}

} // namespace lamp
