// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "colour/difference.h"

#include <limits>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// By whose eyes a figure is meant.
enum class Scope {
    Instrument, ///< as the instrument sees it: whether a studio's displays agree, and with themselves from visit to visit
    Absolute    ///< against the CIE 1931 standard observer
};
std::string scopeName(Scope scope); ///< in files: "instrument", "absolute"
std::optional<Scope> scopeFromName(const std::string &name);

/// Expanded uncertainties (k = 2) of one figure, by each scope; not a number where it is not known.
struct Expanded {
    double instrument = std::numeric_limits<double>::quiet_NaN();
    double absolute = std::numeric_limits<double>::quiet_NaN();
    [[nodiscard]] double by(Scope scope) const { return scope == Scope::Instrument ? instrument : absolute; }
};

/// What counts as a pass (cli contract, "A tolerance file"). A limit of 0 or less is not judged.
struct Tolerance {
    std::string name, why;
    Metric metric = Metric::Ciede2000;  ///< of every difference below
    double mean = 2, max = 5;           ///< of the verification colours
    double whiteDeltaE = 1.5;           ///< of white from the target's
    double luminancePercent = 5;        ///< of the target luminance
    double grayMean = 1, grayMax = 2.5; ///< of the grays
    Scope scope = Scope::Instrument;    ///< what is judged; an instrument without a fitting correction judges absolute only
};

const std::vector<Tolerance> &builtInTolerances();
std::optional<Tolerance> builtInTolerance(const std::string &name);
/// As the program wrote it, in a studio or with a visit, whichever version it was.
Result<Tolerance> toleranceFromJson(const std::string &json);
/// Of a file that a person wrote: a field that means nothing there and a limit beyond all sense are refused by name.
Result<Tolerance> toleranceFromFile(const std::string &json);
std::string toleranceToJson(const Tolerance &tolerance);

enum class Verdict { Pass, Fail, Undecided };
std::string verdictName(Verdict verdict); ///< in files
Message named(Verdict verdict);

/// One figure against its limit.
struct Check {
    std::string code; ///< "colour-mean", "colour-max", "white", "luminance", "gray-mean", "gray-max"
    double value = 0, limit = 0;
    Expanded k2;
    Scope scope = Scope::Instrument; ///< that the verdict is given by
    std::string unit;                ///< metricUnit() or "%"
    Verdict verdict = Verdict::Undecided;
    [[nodiscard]] double uncertainty() const { return k2.by(scope); }
    /// Verdict, scope, and the other scope's figure beside it. \param instrument its name
    [[nodiscard]] Message sentence(const std::string &instrument) const;
};

/// Decides by the guard band of JCGM 106:2012, 8.3: pass where value + U lies within the limit, fail where
/// value - U lies beyond it, else undecided; U is the expanded uncertainty of the scope.
Check check(std::string code, double value, double limit, const Expanded &k2, Scope scope, std::string unit);
/// The worse of two verdicts: fail, then undecided, then pass.
Verdict worse(Verdict a, Verdict b);
/// The worst of several.
Verdict overall(const std::vector<Check> &checks);

} // namespace lamp
