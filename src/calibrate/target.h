// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "colour/spaces.h"
#include "colour/tone.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// The white that a display is to show.
struct WhiteTarget {
    enum class Kind { Daylight, Planckian, Illuminant, Xy, Native } kind = Kind::Illuminant;
    double cctK = 6504;
    std::string illuminant = "D65";
    Chromaticity xy{0.3127, 0.3290};
    /// Its chromaticity; nothing for the display's own white.
    [[nodiscard]] std::optional<Chromaticity> chromaticity() const;
    [[nodiscard]] Message named() const;
    /// The same as short as the name of a file or profile wants it, in no language: "D65", "6500K", "native".
    [[nodiscard]] std::string tag() const;
};

struct LuminanceTarget {
    /// AsFound: the brightness that people work at; that control is not touched, and white, tone and colours are set in its light.
    enum class Kind { Value, Maximum, Print, AsFound } kind = Kind::Value;
    double cdM2 = 120;
    double lux = 500, reflectance = 0.85;
    /// In cd/m²; nothing for the most that the display can do, and for what it stands at. Print: paper white under that light, E·ρ/π.
    [[nodiscard]] std::optional<double> value() const;
    [[nodiscard]] Message named() const;
};

struct BlackTarget {
    bool native = true;
    double cdM2 = 0;
};

/// The state that a display is to be brought to (cli contract, "A target file").
struct Target {
    std::string name;
    std::string why; ///< one sentence that explains it; presets only
    WhiteTarget white;
    LuminanceTarget luminance;
    ToneCurve tone;
    BlackTarget black;
    std::string gamut; ///< name of an RGB space to aim at; empty for the display's own
    /// Where the panel cannot show the white at the luminance: keep the luminance and let white move towards the
    /// panel's own, rather than keep white and be dimmer.
    bool keepLuminance = false;
};

/// The built-in targets, in the order shown (data/targets.json).
const std::vector<Target> &builtInTargets();
/// By name (case does not matter), or nothing.
std::optional<Target> builtInTarget(const std::string &name);

/// A tone curve from a table: drive and light from black to white, in any units, or light alone at equal steps; with or without a heading.
/// \return an error that names the line
Result<ToneCurve> toneFromTable(const std::string &csv);

/// Reads a target from JSON text. The error names the field and what it should be.
Result<Target> targetFromJson(const std::string &json);
/// The same as JSON text in the contract's form.
std::string targetToJson(const Target &target);

} // namespace lamp
