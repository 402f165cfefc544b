// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <nlohmann/json_fwd.hpp>

#include <map>
#include <string>
#include <vector>

namespace lamp {

/// What a reading was taken in: everything of display, patch and instrument that decides what a drive shows and how it is read.
struct DisplayState {
    std::string mode;                       ///< of the display's own modes
    std::map<std::string, double> controls; ///< of its menu
    std::string ramps;                      ///< key of the ramps that were loaded (States::ramps); empty: linear; kUnknownRamps
    Signal signal = Signal::Sdr;            ///< what drives mean to the display
    std::string cube;                       ///< the same of a 3D LUT in the display; empty: none
    double area = 0.1;                      ///< of the patch, fraction of the screen
    std::array<double, 2> at{0.5, 0.5};     ///< its centre
    Drive surround;
    std::optional<std::array<double, 2>> from; ///< where it was looked at from a distance (Place::from)
    std::string instrument, correction;        ///< model and serial; what it was corrected for, empty for nothing
    friend bool operator==(const DisplayState &, const DisplayState &) = default;

    /// Whether it was an ordinary signal, read lying on the screen: what a profile and its ramps are of.
    [[nodiscard]] bool ordinary() const { return signal == Signal::Sdr && !from; }
    /// Whether the panel behind the ramps stood alike: then readings differ only by the drive behind them.
    [[nodiscard]] bool samePanel(const DisplayState &other) const
    {
        return mode == other.mode && signal == other.signal && from == other.from && controls == other.controls && cube == other.cube
               && area == other.area && at == other.at && surround == other.surround && instrument == other.instrument
               && correction == other.correction;
    }
};

/// Among the controls of a state: how often a person turned a menu that the bench knows nothing of. What it stood at nobody
/// can say, but that it stood otherwise before.
constexpr const char *kTurnsByHand = "turns by hand";

/// Ramps that were loaded and that nobody could read back.
constexpr const char *kUnknownRamps = "unknown";

/// The states of a set of readings, each kept once, with the ramps that stand in them.
struct States {
    std::vector<DisplayState> all; ///< numbered from 1
    std::map<std::string, Ramps> ramps;

    /// The number of a state, which is kept where it is new.
    int numberOf(const DisplayState &state);
    /// The key of ramps, which are kept where they are new; empty for none.
    std::string keyOf(const Ramps &ramps);
    /// \return null where there is no such number
    [[nodiscard]] const DisplayState *find(int number) const
    {
        return number >= 1 && size_t(number) <= all.size() ? &all[size_t(number - 1)] : nullptr;
    }
};

/// Both ways as JSON: {"states": [...], "ramps": {key: {"r": [...], ...}}}. \throws std::exception where it is none
nlohmann::json statesJson(const States &states);
States statesFromJson(const nlohmann::json &json);

/// The same as lines of "state 1" and "ramps KEY" with a JSON text each, for formats of lines and tags; and back from such
/// lines, others are passed over. \throws std::exception where a line of these names is none
std::vector<std::pair<std::string, std::string>> statesLines(const States &states);
States statesFromLines(const std::vector<std::pair<std::string, std::string>> &lines);

} // namespace lamp
