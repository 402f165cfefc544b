// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/judgement.h"
#include "survey/survey.h"

namespace lamp {

/// A gray of a signal of high dynamic range.
struct HdrStep {
    double signal = 0;            ///< 0..1
    double wanted = 0;            ///< cd/m² that the signal asks for
    XYZ xyz;                      ///< cd/m²
    double percent = 0;           ///< of luminance, more than wanted
    std::optional<double> deltaE; ///< ΔE ITP against D65 at the luminance that is wanted; nothing where too little light was seen to tell
    Expanded k2;                  ///< of that
};

struct HdrColour {
    std::string name;
    XYZ wanted, xyz;   ///< cd/m²
    double deltaE = 0; ///< ΔE ITP
    Expanded k2;
};

/// What a display makes of a signal of high dynamic range, as this instrument sees it.
struct HdrFound {
    Signal signal = Signal::Pq;
    std::vector<HdrStep> steps; ///< from dark to bright
    XYZ peak;                   ///< full signal on a tenth of the screen, after a rest, cd/m²
    Expanded peakPercentK2;     ///< of its luminance, percent
    double black = 0;           ///< cd/m²; 0 where the instrument saw none
    bool blackAtMost = false;   ///< it lies below the instrument's floor: contrast is at least what stands there
    double contrast = 0;
    std::optional<bool> follows;         ///< its light goes with what the signal asks for, be it more or less of it; nothing where no gray tells
    std::optional<double> least, most;   ///< of the light asked for that it gives, between 1 cd/m² (ten times its black) and its knee
    std::optional<double> knee;          ///< of PQ: cd/m² of the signal where it has fallen 5 % behind; nothing where it follows to the end
    std::optional<double> full;          ///< of PQ: cd/m² of the signal from which on it gives all it has (within 2 %)
    double judgedFrom = 0, judgedTo = 0; ///< cd/m² of the signal between which it is judged: ten times its black to its knee
    size_t judged = 0;                   ///< how many steps lie there and could be judged
    double mean = 0, max = 0;            ///< ΔE ITP of these
    Expanded meanK2;
    double percentMean = 0;                            ///< of their luminance, without sign
    std::vector<std::pair<double, double>> peakByArea; ///< share of the screen, cd/m²
    double best = 0, fullScreen = 0;                   ///< of these: the most, and that of a full screen
    struct Point {
        double minutes = 0, luminance = 0;
    };
    std::vector<Point> lasting;        ///< full signal on a tenth of the screen, as it stays
    std::optional<double> lastShare;   ///< of the first that is left at its end
    std::optional<double> colourLight; ///< light of full red, green and blue together over that of white
    double colourLightWanted = 1;      ///< the same of a display that follows the signal: of HLG less, since its system gamma is of all light
    std::vector<HdrColour> colours;    ///< of PQ: Display P3 around a white of 203 cd/m² (BT.2408)
    double colourMean = 0, colourMax = 0;
    Expanded colourMeanK2;
    double driftPercent = 0; ///< of a gray from before the grays to just after the brightest
};

/// The patches of a plan for HDR. \pre the plan is one of HDR
Result<std::vector<SurveyPatch>> hdrPatches(const SurveyPlan &plan, const DisplayInfo &display);
/// What its readings come to. \return nothing while peak and black were not read
std::optional<HdrFound> hdrOf(const SurveyRecord &record);
/// Sentences of it.
std::vector<Message> hdrSaid(const HdrFound &found);

} // namespace lamp
