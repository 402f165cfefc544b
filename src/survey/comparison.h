// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/choice.h"
#include "measure/correction.h"
#include "survey/results.h"

namespace lamp {

/// What stands in a file of results, for comparing.
struct ComparedFile {
    std::string name;    ///< that a person gave it, its path for example
    std::string display; ///< model and serial; empty without a serial
    std::string mode;    ///< of the display's own
    std::string kind;    ///< "visit", or a measurement's
    std::string instrument;
    std::vector<Candidate> candidates;  ///< one, or one for each mode
    std::optional<double> uniformity;   ///< mean CIEDE2000 from the centre
    std::vector<std::string> tests;     ///< names of the colours that it rests on
    std::optional<SurveyRecord> record; ///< of a measurement
};

/// A `visit.json` or a `measurement.json`. \param space whose coverage counts \return an error that says what it is not
Result<ComparedFile> comparedFile(const std::string &name, const std::string &json, const std::string &space);

/// Several of them, put side by side.
struct Comparison {
    std::vector<Candidate> candidates;
    Choice choice;
    bool sameTests = true; ///< whether all rest on the same colours: else each on its own
};
/// Whether the rule knows of them what it judges by: colours or grays, or how uniform they are. \return an error that names one of another kind
Status canBeCompared(const std::vector<ComparedFile> &files);
/// Measurements of uniformity are those of the display, and of the mode, that they were taken of.
Comparison compared(const std::vector<ComparedFile> &files, const ChoiceRule &rule = {});

/// Two instruments on one display.
struct InstrumentDifference {
    double luminancePercent = 0, luminanceK2 = 0; ///< the second's more than the first's; what both may be wrong by for the standard observer
    double white = 0, whiteK2 = 0;                ///< CIEDE2000 between their whites at one luminance
    double mean = 0, max = 0;                     ///< CIEDE2000 of all colours that both read, each by its own white
    size_t colours = 0;
    bool withinDoubt = false;                   ///< they differ by no more than both may be wrong by
    bool agree = false;                         ///< that, and by no more than matters beside each other
    std::optional<MatrixCorrection> correction; ///< that takes the second's readings to the first's; nothing where primaries were not read
};
/// Whether they agree, in a sentence.
Message agreementSaid(const InstrumentDifference &difference);
/// \return an error where they are not of one display in one state, or of one instrument, or share fewer than three patches
Result<InstrumentDifference> instrumentDifference(const SurveyRecord &first, const SurveyRecord &second);

} // namespace lamp
