// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/choice.h"
#include "survey/angles.h"
#include "survey/hdr.h"

namespace lamp {

/// A gray between white and black.
struct GrayStep {
    double drive = 0;
    XYZ xyz;                         ///< cd/m²
    double share = 0;                ///< of the way from black to white
    double gamma = 0;                ///< log-log slope to white
    double deltaE = 0;               ///< CIEDE2000 against the target's white and tone, at the measured luminance
    Expanded k2;                     ///< of that
    double uv = 0;                   ///< u'v' from the target's white
    std::array<double, 3> balance{}; ///< light of red, green, blue over what a neutral of its luminance would have; 1 is neutral as white is
};
struct GrayTracking {
    std::vector<GrayStep> steps; ///< from dark to bright
    double mean = 0, max = 0, gamma = 0;
    Expanded meanK2, maxK2;
    XYZ white, black;
};

/// How a gray that was judged stands to the display's own white. \param panel black, white and primaries, cd/m² \param white the target's
GrayStep grayStep(const GrayResult &gray, const Primaries &panel, const Chromaticity &white);

/// The parts of a difference in CIELAB, measured less wanted (CIE 15:2004, 8.2.3).
struct LabParts {
    double lightness = 0, chroma = 0, hue = 0; ///< ΔL*, ΔC*, ΔH*
};
LabParts labParts(const Lab &wanted, const Lab &measured);

/// A colour beside what it should be.
struct SurveyDifference {
    std::string name;
    Drive rgb;
    Lab wanted, measured; ///< D50, relative to the measured white
    double deltaE = 0;    ///< CIEDE2000
    Expanded k2;
    double lightness = 0, chroma = 0, hue = 0; ///< its parts in CIELAB: ΔL*, ΔC*, ΔH*; measured less wanted
};
struct ColourDifferences {
    std::vector<SurveyDifference> colours;
    double mean = 0, max = 0, p95 = 0;
    Expanded meanK2, maxK2;
};

/// A place of the screen beside the centre.
struct UniformityPlace {
    std::array<double, 2> at{};
    double luminancePercent = 0, luminanceK2 = 0; ///< of white, more than the centre
    double uv = 0;                                ///< Δu'v' of white
    double white = 0, gray = 0;                   ///< CIEDE2000 of white and of the gray
    double colourK2 = 0;                          ///< of the larger of these two
};
/// A limit that a screen is called even by.
struct Evenness {
    bool colour = false; ///< CIEDE2000 of white and gray from the centre; else percent of white's luminance
    double limit = 0, worst = 0;
    /// All places within it, by more than the readings leave open; no where one is beyond by more than that; nothing where they leave it open.
    std::optional<bool> within;
};
struct Uniformity {
    int grid = 3;
    std::vector<UniformityPlace> places;     ///< row by row, the centre among them; those that were not read are missing
    double darkest = 0, brightest = 0;       ///< percent from the centre
    double worstUv = 0, worst = 0, mean = 0; ///< Δu'v'; CIEDE2000 of white and gray
    double drift = 0;                        ///< percent that the centre moved meanwhile, taken out
    std::vector<Evenness> even;              ///< by the plan's limits
    std::optional<bool> within10;            ///< as Evenness::within, of luminance by 10 %, whatever the plan's limits
};

/// A piece of a line along which white has lost or gained as much light.
struct ContourPiece {
    double percent = 0; ///< from the centre
    std::array<std::array<double, 2>, 2> ends{};
};
/// Lines of equal luminance over the screen, bilinear between the places, none where a place was not read. \param step percent, above 0
std::vector<ContourPiece> luminanceContours(const Uniformity &uniformity, double step);

struct ContrastFound {
    XYZ white, black;
    bool atLeast = false;                               ///< black lies below the instrument's floor
    double contrast = 0;                                ///< the least that it can be, where atLeast
    double blackK2 = 0;                                 ///< cd/m²
    std::optional<double> besideWhite;                  ///< cd/m² of black with white around it
    std::vector<std::pair<double, double>> whiteByArea; ///< share of the screen, cd/m²
    bool dims = false;                                  ///< white falls by more than 3 % as it grows
    /// The same in the room's light: as it was seen from the desk, or between what a screen may reflect of the light that was read there.
    struct InRoom {
        std::optional<double> lux;             ///< at the desk
        bool seen = false;                     ///< looked at from there; else worked out
        double blackLow = 0, black = 0;        ///< cd/m², with what is reflected: the least and the most that it may be; alike where it was seen
        double contrast = 0, contrastHigh = 0; ///< the least and the most that it may be
        bool atLeast = false;                  ///< seen from there black lay below what the instrument sees: contrast is no less than that
        bool reflectanceSaid = false;          ///< else it is between what screens usually reflect
    };
    std::optional<InRoom> inRoom;
};

struct StabilityFound {
    struct Point {
        double minutes = 0, percent = 0, uv = 0; ///< from the last
        XYZ xyz;
    };
    std::vector<Point> points;
    double rangePercent = 0, rangeUv = 0; ///< of all
    double lastPercentPerHour = 0;        ///< over the last third
    std::optional<double> settledMinutes; ///< from when on all are within 1 % and 0.002 of the last; nothing where it moves to the end
};

struct ModeFound {
    std::string name;
    XYZ white;
    double contrast = 0;
    bool contrastAtLeast = false;
    double gamma = 0;
    ColourDifferences colours; ///< against the plan's space
    double coverage = 0;       ///< percent of that space, by volume in CIELAB, black taken to zero
    /// Once it is calibrated to the space's white, by less of what is too much; nothing where no mixture gives that white.
    std::optional<double> keptLuminance, keptContrast; ///< cd/m²; white over black as read, which ramps do not lower
};

/// What a survey's readings come to; what its kind has not, or was not read, is not there.
struct SurveyResults {
    std::optional<GrayTracking> gray;
    std::optional<ColourDifferences> colours;
    std::optional<Uniformity> uniformity;
    std::optional<ContrastFound> contrast;
    std::optional<StabilityFound> stability;
    std::optional<RoomDay> room;
    std::optional<HdrFound> hdr;
    std::optional<AnglesFound> angles;
    std::vector<ModeFound> modes;
    std::optional<Choice> choice; ///< of the modes
};

SurveyResults surveyResults(const SurveyRecord &record);
/// What they come to, in sentences; then what there was to be warned of.
std::vector<Message> surveySaid(const SurveyRecord &record, const SurveyResults &results);

/// The whole of it: `measurement.json`, schema "dutiful-lamp/measurement/1" (docs/user-guide.md, "Measuring beside visits").
std::string surveyJson(const SurveyRecord &record, const SurveyResults &results);
/// What of a `measurement.json` is needed to go on with it: readings, patches, display. \return an error where it is none
Result<SurveyRecord> surveyFromJson(const std::string &json);

} // namespace lamp
