// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace lamp {

/// Families of tone curves: how the light of a gray follows its drive.
enum class ToneKind { Gamma, Srgb, LStar, Bt1886, Pq, Hlg, Own };

/// A tone curve. value() maps drive 0..1 to light 0..1 with value(0) = 0 and value(1) = 1, apart from
/// Bt1886, which is defined with the black of the display and is handled by withBlack().
struct ToneCurve {
    ToneKind kind = ToneKind::Gamma;
    double gamma = 2.2;           ///< exponent for Gamma; ignored by the others
    double blackRatio = 0;        ///< Bt1886: black luminance over white luminance, 0..1
    double systemGamma = 1.2;     ///< Hlg: exponent of the optical transfer (BT.2100, 1.2 at 1000 cd/m²)
    std::vector<double> own = {}; ///< Own: light at equal steps of drive, from 0 to 1, never falling; 2 or more

    /// Light of a drive, as a share of the way from black to white: f(v) in Y(v) = Yk + (Yw - Yk)·f(v).
    /// Sources: IEC 61966-2-1 (sRGB); CIE 15 inverse lightness (L*); BT.1886 Annex 1; BT.2100 (PQ, HLG; of grays:
    /// HLG's system gamma acts on the scene's luminance, not on each channel, so colours do not follow this curve one by one).
    [[nodiscard]] double value(double drive) const;
    /// Drive of a share of light: the inverse of value().
    [[nodiscard]] double inverse(double light) const;
    /// "gamma 2.2", "sRGB", "L*", "BT.1886", "PQ", "HLG", "own".
    [[nodiscard]] std::string name() const;
    [[nodiscard]] Message named() const;
    /// The same curve told the display's own black (only BT.1886 depends on it).
    [[nodiscard]] ToneCurve withBlack(double blackOverWhite) const;
    /// value() at 1024 equal steps of drive from 0 to 1, each onLightGrid().
    [[nodiscard]] std::vector<double> samples() const;
};

/// Steps of light, as a share of white, to which tables of it are rounded: 2⁻³² lies a thousand times below what an OLED
/// shows at the lowest code of 16 bits, and a table of such steps is kept in a fifth of the room (store/packed.h).
constexpr double kLightSteps = 4294967296.0;
/// A share of light rounded to a whole number of these steps.
double onLightGrid(double light);

/// A curve given by samples at equal steps from 0 to 1, straight between them. \param samples 2 or more \param x clamped to 0..1; what is
/// not a number counts as 0
double sampledAt(const std::vector<double> &samples, double x);

/// A curve through points that somebody gives: monotone cubics between them (Fritsch and Carlson), at 257 equal steps of drive. \param points drive
/// and light, in any units, from black to white: 2 or more, drives rising, light never falling and rising in all
/// \return nothing where they are not so
std::optional<ToneCurve> toneThrough(const std::vector<std::pair<double, double>> &points);

/// SMPTE ST 2084 (BT.2100 PQ): signal 0..1 to cd/m² 0..10000, and back.
double pqLuminance(double signal);
double pqSignal(double luminance);

/// What an HLG signal of a gray asks of a display (BT.2100, table 5): cd/m² between its black and its nominal peak. Black lifts it by
/// β = sqrt(3 (Lb/Lw)^(1/γ)). \param signal 0..1 \param peak above 0, cd/m² \param black cd/m², below the peak
double hlgLuminance(double signal, double peak, double black = 0);
/// The system gamma of a display of that nominal peak: 1.2 + 0.42 log10(Lw/1000) from 400 to 2000 cd/m² (BT.2100, note 5f), beyond that
/// 1.2 · 1.111^log2(Lw/1000) (BT.2390, 6.2).
double hlgSystemGamma(double peak);

/// The mean log-log slope of a measured tone response over the middle grays:
/// gamma of a light share at a drive, ln(light)/ln(drive). \pre 0 < drive < 1, light > 0
double gammaAt(double drive, double light);

} // namespace lamp
