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

/// The drive at which samples that never fall reach a value; the least where they are flat.
double driveOf(const std::vector<double> &samples, double value)
{
    const auto above = std::lower_bound(samples.begin() + 1, samples.end() - 1, value);
    const double low = *(above - 1), high = *above;
    const double share = high > low ? std::clamp((value - low) / (high - low), 0.0, 1.0) : 0;
    return (double(above - 1 - samples.begin()) + share) / double(samples.size() - 1);
}

} // namespace

std::optional<ToneCurve> toneThrough(const std::vector<std::pair<double, double>> &points)
{
    if (points.size() < 2) {
        return {};
    }
    std::vector<double> drive, light;
    const auto &[x0, y0] = points.front();
    const auto &[x1, y1] = points.back();
    for (const auto &[x, y] : points) {
        drive.push_back((x - x0) / (x1 - x0));
        light.push_back((y - y0) / (y1 - y0));
        const size_t n = drive.size();
        if (!std::isfinite(drive.back()) || !std::isfinite(light.back())
            || (n > 1 && !(drive[n - 1] > drive[n - 2] && light[n - 1] >= light[n - 2]))) {
            return {};
        }
    }
    // Slopes between points, and at them so that no cubic leaves its span (Fritsch and Carlson, SIAM J. Numer. Anal. 17, 1980).
    const size_t n = drive.size();
    std::vector<double> between(n - 1), at(n);
    for (size_t i = 0; i + 1 < n; ++i) {
        between[i] = (light[i + 1] - light[i]) / (drive[i + 1] - drive[i]);
    }
    // At the ends by three points, held back where that would leave the span.
    const auto end = [&](size_t i, size_t j, double h0, double h1) {
        const double slope = ((2 * h0 + h1) * between[i] - h0 * between[j]) / (h0 + h1);
        return std::clamp(slope, 0.0, 3 * between[i]); // light never falls
    };
    at.front() = n < 3 ? between.front() : end(0, 1, drive[1] - drive[0], drive[2] - drive[1]);
    at.back() = n < 3 ? between.back() : end(n - 2, n - 3, drive[n - 1] - drive[n - 2], drive[n - 2] - drive[n - 3]);
    for (size_t i = 1; i + 1 < n; ++i) {
        const double h0 = drive[i] - drive[i - 1], h1 = drive[i + 1] - drive[i];
        at[i] = between[i - 1] * between[i] > 0 ? 3 * (h0 + h1) / ((2 * h1 + h0) / between[i - 1] + (h1 + 2 * h0) / between[i]) : 0;
    }
    constexpr int kSteps = 256;
    ToneCurve curve{ToneKind::Own};
    for (int k = 0; k <= kSteps; ++k) {
        const double v = double(k) / kSteps;
        const auto above = std::lower_bound(drive.begin() + 1, drive.end() - 1, v);
        const size_t i = size_t(above - drive.begin()) - 1;
        const double h = drive[i + 1] - drive[i], t = (v - drive[i]) / h;
        const double value = (1 + 2 * t) * (1 - t) * (1 - t) * light[i] + t * (1 - t) * (1 - t) * h * at[i] + t * t * (3 - 2 * t) * light[i + 1]
                             + t * t * (t - 1) * h * at[i + 1];
        curve.own.push_back(std::clamp(value, curve.own.empty() ? 0.0 : curve.own.back(), 1.0));
    }
    curve.own.front() = 0;
    curve.own.back() = 1;
    return curve;
}

double sampledAt(const std::vector<double> &samples, double x)
{
    // In this order what is not a number counts as 0.
    const double at = std::max(0.0, std::min(x, 1.0)) * double(samples.size() - 1);
    const size_t i = std::min(size_t(at), samples.size() - 2);
    return samples[i] + (at - double(i)) * (samples[i + 1] - samples[i]);
}

double hlgSystemGamma(double peak)
{
    constexpr double kFrom = 400, kTo = 2000, kNominal = 1000;
    return peak >= kFrom && peak <= kTo ? 1.2 + 0.42 * std::log10(peak / kNominal) : 1.2 * std::pow(1.111, std::log2(peak / kNominal));
}

double hlgLuminance(double signal, double peak, double black)
{
    const double gamma = hlgSystemGamma(peak);
    const double lift = std::sqrt(3 * std::pow(std::max(0.0, black) / peak, 1 / gamma));
    return peak * std::pow(hlgScene(std::max(0.0, (1 - lift) * std::clamp(signal, 0.0, 1.0) + lift)), gamma);
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
    case ToneKind::Own: return own.size() < 2 ? v : sampledAt(own, v);
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
    case ToneKind::Own: return own.size() < 2 ? y : driveOf(own, y);
    }
    return y;
}

Message ToneCurve::named() const
{
    if (kind == ToneKind::Own) {
        return say("tone-own");
    }
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
    case ToneKind::Own: return "own";
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
