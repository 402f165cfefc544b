// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/target.h"
#include "measure/gauge.h"
#include "model/primaries.h"

#include <functional>
#include <limits>
#include <map>
#include <optional>

namespace lamp {

/// Reads white (unless a fresh reading of it is given), the three primaries and black. Readings that do not make a display
/// are taken again. \param expectedWhite about what white shows, cd/m² \param roughBlack where black need not be known well
/// \return an error where they are none: readings that lag by a patch ("lag"), exchanged channels ("exchanged"), an
/// instrument that sees something else ("not-following")
Result<Primaries> readPrimaries(Gauge &gauge, const std::optional<XYZ> &freshWhite = std::nullopt, double expectedWhite = 150,
                                bool roughBlack = false);

/// What is known of how the menu acts on the three channels' light: a model with sane expectations, fitted to the
/// readings taken so far (docs/methods.md, "Menu advice").
class MenuModel {
public:
    using Settings = std::map<std::string, double>;
    /// \param controls those of brightness, red, green, blue that the display has
    MenuModel(std::vector<Control> controls, const Settings &at);

    /// Tells it what a reading of white showed: amounts of the three channels at these settings.
    void learn(const Settings &settings, const LinearRgb &amounts);
    /// What it expects at other settings; exact at those learnt.
    [[nodiscard]] LinearRgb expect(const Settings &settings) const;

    /// The whole-step settings with which every channel reaches what is needed with the least to spare; where that
    /// is out of reach, those that come nearest with the balance kept. \param mayExceed whether video ramps can take
    /// off what is too much; without them the settings come as near as they can from either side.
    /// \param kept what each channel's light counts for a luminance of 1 that is not to be given up for the balance; 0 where it may be
    [[nodiscard]] Settings best(const LinearRgb &needed, bool mayExceed, const LinearRgb &kept = {}) const;

    /// Goes no farther than half way from settings at which a control was good to a value at which it was too much.
    /// \return whether a step is left there
    bool limit(const std::string &control, const Settings &good, double blind);

private:
    struct Shape {
        double floor, power;
    };
    void fit();
    [[nodiscard]] double response(const std::string &control, double value) const;
    [[nodiscard]] LinearRgb modelled(const Settings &settings) const;
    [[nodiscard]] double cheapestGain(const Control &control, double wanted) const;

    std::vector<Control> m_controls;
    std::map<std::string, Shape> m_shapes;
    std::array<double, 3> m_scale{1, 1, 1};
    double m_most = std::numeric_limits<double>::infinity(); ///< of brightness, whatever its range
    struct Sample {
        Settings settings;
        LinearRgb amounts;
    };
    std::vector<Sample> m_samples;
};

/// Settings in the order in which people set them: "brightness 47, red 98, green 100, blue 93".
Message menuSaid(const MenuModel::Settings &settings);

/// What trimming did.
struct Trim {
    MenuModel::Settings before, after;
    Primaries primaries;           ///< read at the settings found, before trimming
    XYZ white;                     ///< the last white, at the settings left
    Chromaticity targetWhite;      ///< what was aimed at (the measured one where the target is native)
    double targetLuminance = 0;    ///< cd/m², as wanted
    double reachableLuminance = 0; ///< the most of the target white that the panel gives at these settings
    int moves = 0;
    std::optional<double> saturatedAbove; ///< cd/m² of white beyond which the instrument saw no more
    Message advice;                       ///< what was set and what it gave
};

struct TrimOptions {
    int maxMoves = 6;
    bool hasLut = true;
    double goodEnough = 0.02;      ///< share of light that ramps may take off without a loss that is seen
    std::optional<XYZ> freshWhite; ///< white at the settings found, where it has just been read
    /// Turns a control, by software or by asking a person. \return the value as the panel took it.
    std::function<Result<double>(const Control &, double value)> turn;
};

/// Trims brightness and gains until white meets the target as the steps allow. Without controls it only measures.
Result<Trim> trim(Gauge &gauge, const DisplayInfo &display, const Target &target, const TrimOptions &options);

} // namespace lamp
