// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// What counts as a pass (cli contract, "A tolerance file"). A limit of 0 or less is not judged.
struct Tolerance {
    std::string name, why;
    double mean = 2, max = 5;           ///< CIEDE2000 of the verification colours
    double whiteDeltaE = 1.5;           ///< CIEDE2000 of white from the target's
    double luminancePercent = 5;        ///< of the target luminance
    double grayMean = 1, grayMax = 2.5; ///< CIEDE2000 of the grays
};

const std::vector<Tolerance> &builtInTolerances();
std::optional<Tolerance> builtInTolerance(const std::string &name);
Result<Tolerance> toleranceFromJson(const std::string &json);
std::string toleranceToJson(const Tolerance &tolerance);

enum class Verdict { Pass, Fail, Undecided };
std::string verdictName(Verdict verdict); ///< in files
Message named(Verdict verdict);

/// One figure against its limit.
struct Check {
    std::string code; ///< "colour-mean", "colour-max", "white", "luminance", "gray-mean", "gray-max"
    double value = 0, limit = 0;
    double uncertainty = 0; ///< expanded, k = 2
    std::string unit;       ///< "ΔE00" or "%"
    Verdict verdict = Verdict::Pass;
    [[nodiscard]] Message sentence() const;
};

/// Decides by the guard band of JCGM 106:2012, 8.3: pass where value + U lies within the limit, fail where
/// value - U lies beyond it, else undecided.
Check check(std::string code, double value, double limit, double uncertaintyK2, std::string unit);
/// The worst of several.
Verdict overall(const std::vector<Check> &checks);

} // namespace lamp
