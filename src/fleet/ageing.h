// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/target.h"
#include "fleet/history.h"
#include "judge/tolerance.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// A figure that ages.
struct AgedFigure {
    double now = 0, nowK2 = 0;         ///< on the day that is asked about
    double perYear = 0, perYearK2 = 0; ///< mean over the time that was seen, jumps left out
    std::optional<double> per1000h;    ///< where panel hours are known
    size_t readings = 0;
};

/// The day on which a display can no longer hold its target, as it may go on.
struct EndOfTarget {
    WallTime median{};
    std::optional<WallTime> p05, p95; ///< 90 % of what may be lies between; nothing where beyond the time looked ahead
    std::string because;              ///< "luminance", "white", "black", "coverage"
};

/// A level that changed at once.
struct AgeingJump {
    WallTime at{};
    std::string what;   ///< "settings", "repair", "instrument", "unknown"
    std::string figure; ///< "luminance", "max_luminance", "white", "coverage"; empty where only spoken of
    double size = 0;    ///< in percent of luminance, 1000 Δu'v', points of coverage
};

/// How a display ages. What cannot be told is not there.
struct DisplayAgeing {
    std::string serial;
    WallTime last{};                                          ///< the newest of its readings
    std::optional<AgedFigure> luminance, maxLuminance, black; ///< cd/m²; luminance: at its last setting
    std::optional<AgedFigure> white;                          ///< distance in u', v': rate only
    std::optional<AgedFigure> coverageSrgb, coverageAdobe;    ///< percent
    std::optional<double> targetLuminance;                    ///< cd/m², that is to be held
    std::optional<EndOfTarget> end;                           ///< nothing where nothing ends within ten years
    std::optional<Message> unforeseen;                        ///< why no end can be told
    std::optional<WallTime> certainUntil;                     ///< until when it is in tolerance with 95 % certainty
    std::optional<WallTime> nextCheck;                        ///< when a visit is worth what it costs: then, or sooner for what may befall it
    std::vector<AgeingJump> jumps;                            ///< by date
};

/// How an instrument differs from the others as time goes on.
struct InstrumentAgeing {
    std::string serial;
    double luminancePercentPerYear = 0, luminanceK2 = 0;
    double whiteUvPerYear = 0, whiteK2 = 0;
    enum class State { Undecided, Steady, Ageing } state = State::Undecided;
};
std::string instrumentStateName(InstrumentAgeing::State state); ///< in files

struct FleetAgeing {
    std::vector<DisplayAgeing> displays;       ///< by serial
    std::vector<InstrumentAgeing> instruments; ///< by serial
};

struct AgeingQuestion {
    WallTime on{};                             ///< later readings are not looked at
    std::optional<Target> target;              ///< that displays are to hold; else each the one that its history names last
    std::vector<Target> targets;               ///< that a history may name beside the built-in ones
    std::optional<Tolerance> tolerance;        ///< for the next check; else each display's own
    std::map<std::string, Tolerance> judgedBy; ///< displays' own, by serial; "studio" for those that have none here
    std::uint64_t seed = 1;                    ///< of what may be, drawn at random
};

/// A target by the name that a history has for it: the built-in one, else one of the question's; nothing where there is none of it.
std::optional<Target> targetNamed(const AgeingQuestion &question, const std::string &name);
/// What a display is to be judged by.
const Tolerance &toleranceOf(const AgeingQuestion &question, const std::string &serial);

/// How a fleet ages, as its history says (docs/methods.md, "Ageing").
FleetAgeing ageingOf(std::vector<HistoryEntry> history, const AgeingQuestion &question);
/// As the command line's contract has it.
std::string ageingToJson(const FleetAgeing &ageing);
/// What stands in files as a cause, a figure or a state, in words; what is none of these as it stands.
Message wordSaid(const std::string &word);

} // namespace lamp
