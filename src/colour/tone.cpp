// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/tone.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

double srgbValue(double v)
{
    return v <= 0.04045 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
}

double srgbInverse(double y)
{
    return y <= 0.0031308 ? 12.92 * y : 1.055 * std::pow(y, 1 / 2.4) - 0.055;
}

// CIE 15: L* = 116 (Y/Yn)^(1/3) - 16 above (6/29)^3, a straight line of slope (29/3)^3 below.
double lstarValue(double v)
{
    const double f = (100 * v + 16) / 116;
    return f > 6.0 / 29 ? f * f * f : 100 * v * 27.0 / 24389.0;
}

double lstarInverse(double y)
{
    return y > 216.0 / 24389 ? (116 * std::cbrt(y) - 16) / 100 : y * 24389.0 / 2700.0;
}

// BT.1886 Annex 1: L = a·max(V + b, 0)^2.4 with a and b from the luminances of white and black.
struct Bt1886 {
    double a, b, black;
    explicit Bt1886(double blackRatio) : black(blackRatio)
    {
        const double rootBlack = std::pow(blackRatio, 1 / 2.4);
        const double span = 1 - rootBlack;
        a = std::pow(span, 2.4);
        b = rootBlack / span;
    }
    [[nodiscard]] double value(double v) const { return (a * std::pow(std::max(v + b, 0.0), 2.4) - black) / (1 - black); }
    [[nodiscard]] double inverse(double f) const { return std::pow((f * (1 - black) + black) / a, 1 / 2.4) - b; }
};

// BT.2100 HLG: inverse OETF (table 5) with a = 0.17883277, b = 1 - 4a, c = 0.5 - a ln(4a).
constexpr double kHlgA = 0.17883277;
constexpr double kHlgB = 1 - 4 * kHlgA;
const double kHlgC = 0.5 - kHlgA * std::log(4 * kHlgA);

double hlgScene(double v)
{
    return v <= 0.5 ? v * v / 3 : (std::exp((v - kHlgC) / kHlgA) + kHlgB) / 12;
}

double hlgSignal(double e)
{
    return e <= 1.0 / 12 ? std::sqrt(3 * e) : kHlgA * std::log(12 * e - kHlgB) + kHlgC;
}

int gammaPlaces(double gamma)
{
    return std::abs(gamma * 10 - std::round(gamma * 10)) < 1e-9 ? 1 : 2;
}

} // namespace

double sampledAt(const std::vector<double> &samples, double x)
{
    // In this order what is not a number counts as 0.
    const double at = std::max(0.0, std::min(x, 1.0)) * double(samples.size() - 1);
    const size_t i = std::min(size_t(at), samples.size() - 2);
    return samples[i] + (at - double(i)) * (samples[i + 1] - samples[i]);
}

double pqLuminance(double signal)
{
    constexpr double m1 = 2610.0 / 16384, m2 = 2523.0 / 4096 * 128;
    constexpr double c1 = 3424.0 / 4096, c2 = 2413.0 / 4096 * 32, c3 = 2392.0 / 4096 * 32;
    const double p = std::pow(std::clamp(signal, 0.0, 1.0), 1 / m2);
    return 10000 * std::pow(std::max(p - c1, 0.0) / (c2 - c3 * p), 1 / m1);
}

double pqSignal(double luminance)
{
    constexpr double m1 = 2610.0 / 16384, m2 = 2523.0 / 4096 * 128;
    constexpr double c1 = 3424.0 / 4096, c2 = 2413.0 / 4096 * 32, c3 = 2392.0 / 4096 * 32;
    const double y = std::pow(std::clamp(luminance / 10000, 0.0, 1.0), m1);
    return std::pow((c1 + c2 * y) / (1 + c3 * y), m2);
}

double ToneCurve::value(double drive) const
{
    const double v = std::clamp(drive, 0.0, 1.0);
    switch (kind) {
    case ToneKind::Gamma: return std::pow(v, gamma);
    case ToneKind::Srgb: return srgbValue(v);
    case ToneKind::LStar: return lstarValue(v);
    case ToneKind::Bt1886: return Bt1886(blackRatio).value(v);
    case ToneKind::Pq: return pqLuminance(v) / 10000;
    case ToneKind::Hlg: return std::pow(hlgScene(v), systemGamma);
    }
    return v;
}

double ToneCurve::inverse(double light) const
{
    const double y = std::clamp(light, 0.0, 1.0);
    switch (kind) {
    case ToneKind::Gamma: return std::pow(y, 1 / gamma);
    case ToneKind::Srgb: return srgbInverse(y);
    case ToneKind::LStar: return lstarInverse(y);
    case ToneKind::Bt1886: return Bt1886(blackRatio).inverse(y);
    case ToneKind::Pq: return pqSignal(y * 10000);
    case ToneKind::Hlg: return hlgSignal(std::pow(y, 1 / systemGamma));
    }
    return y;
}

Message ToneCurve::named() const
{
    return kind == ToneKind::Gamma ? say("tone-gamma", decimal(gamma, gammaPlaces(gamma))) : verbatim(name());
}

std::string ToneCurve::name() const
{
    switch (kind) {
    case ToneKind::Gamma: return "gamma " + fixed(gamma, gammaPlaces(gamma));
    case ToneKind::Srgb: return "sRGB";
    case ToneKind::LStar: return "L*";
    case ToneKind::Bt1886: return "BT.1886";
    case ToneKind::Pq: return "PQ";
    case ToneKind::Hlg: return "HLG";
    }
    return {};
}

ToneCurve ToneCurve::withBlack(double blackOverWhite) const
{
    ToneCurve curve = *this;
    curve.blackRatio = std::clamp(blackOverWhite, 0.0, 0.9);
    return curve;
}

double onLightGrid(double light)
{
    return std::round(light * kLightSteps) / kLightSteps + 0.0; // never -0
}

std::vector<double> ToneCurve::samples() const
{
    constexpr int kSamples = 1024;
    std::vector<double> all;
    for (int i = 0; i < kSamples; ++i) {
        all.push_back(onLightGrid(value(double(i) / (kSamples - 1))));
    }
    return all;
}

double gammaAt(double drive, double light)
{
    return std::log(light) / std::log(drive);
}

} // namespace lamp
