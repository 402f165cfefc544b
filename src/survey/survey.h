// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/choice.h"
#include "judge/uncertainty.h"
#include "measure/reading_set.h"
#include "measure/warm_up.h"
#include "survey/room_day.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Measurements of their own, beside visits: they change nothing of a display but what is shown on it.
enum class SurveyKind {
    Gray,       ///< grays at equal steps: tone, colour of the grays
    Saturation, ///< the six hues of a space, from gray to their corner, at a share of the corner's luminance
    Colours,    ///< a list of colours
    Uniformity, ///< white and a gray at places of the screen
    Contrast,   ///< white and black, beside dark and beside bright
    Stability,  ///< white over time
    Hdr,        ///< grays, colours, peak by size and over time, of a signal of high dynamic range
    Angles,     ///< white, a gray and black, looked at from beside
    Modes,      ///< the display's own modes, one after the other
    Room        ///< the light at the desk over hours; the display is not touched, unless it is to follow
};
std::optional<SurveyKind> surveyKindFromName(const std::string &name); ///< "gray", "saturation", ...
std::string surveyKindName(SurveyKind kind);
constexpr std::array<SurveyKind, 10> kSurveyKinds{SurveyKind::Gray,     SurveyKind::Saturation, SurveyKind::Colours, SurveyKind::Uniformity,
                                                  SurveyKind::Contrast, SurveyKind::Stability,  SurveyKind::Hdr,     SurveyKind::Angles,
                                                  SurveyKind::Modes,    SurveyKind::Room};

/// A colour that a display should show.
struct SurveyColour {
    std::string name;
    Drive rgb;                 ///< before the LUT
    std::optional<Lab> wanted; ///< D50, relative to white; nothing: as the plan's space or profile says
};

constexpr int kMostSurveySteps = 257; ///< of grays

/// What a screen is called even by. The usual one is ISO 12646:2015's for luminance (figure from memory); who works by another standard, or by the
/// house's own rule, says its limits and whose they are.
struct EvennessLimits {
    double luminancePercent = 10; ///< of white at each place from the centre
    std::optional<double> deltaE; ///< CIEDE2000 of white and gray at each place from the centre; nothing: colour is not judged
    std::string source;           ///< empty: ISO 12646:2015, where the limits are the usual ones
};

/// Whether limits are any that a screen can be judged by.
bool areLimits(const EvennessLimits &limits);

struct SurveyPlan {
    SurveyKind kind = SurveyKind::Gray;
    int steps = 21;                                                   ///< grays; of saturation, from gray (not read) to the corner; 2 or more
    double luminance = 1;                                             ///< of sweeps: share of each corner's own luminance, above 0 to 1
    std::string space = "sRGB";                                       ///< that drives are meant in, where no profile says
    Bytes profile;                                                    ///< that says what drives mean; empty: the space
    ToneCurve tone;                                                   ///< that grays are judged against
    std::optional<Chromaticity> white = Chromaticity{0.3127, 0.3290}; ///< the same; nothing: the measured one
    int grid = 3;                                                     ///< places across and down of uniformity: 3, 5 or 9
    EvennessLimits even;                                              ///< of uniformity
    double minutes = 60;                                              ///< of stability and room; of HDR's lasting white, where 0 leaves it out
    Signal signal = Signal::Pq;                                       ///< of HDR: PQ or HLG
    bool roomLight = false;                                           ///< of contrast: with the room's light as well
    std::optional<double> reflectance;   ///< of the screen, diffuse, 0..1: what contrast in the room's light is worked out by where the instrument
                                         ///< cannot look from afar; nothing: not known
    double everyMinutes = 5;             ///< between two readings of the room
    std::optional<BrightnessLaw> follow; ///< lets the screen follow the room by this; nothing: it never changes
    double averageS = 0;                 ///< least time for a dark patch, s; 0: as the noise demands
    std::vector<SurveyColour> colours;
    ChoiceRule rule;                ///< by which modes are compared
    std::vector<std::string> modes; ///< of the display's; empty: all of them, ten at most
    int instrument = -1;            ///< of the bench; -1: the one that it starts with
    bool waitForWarmUp = true;
};

/// What is shown and read, in order.
struct SurveyPatch {
    std::string name;
    Drive rgb;
    std::array<double, 2> at{0.5, 0.5};
    Drive surround;
    double area = 0;                           ///< 0: the usual one
    double waitS = 0;                          ///< let pass before
    double restS = 0;                          ///< of black before that
    bool still = false;                        ///< what stands there is not stirred meanwhile
    bool room = false;                         ///< the light at the desk is read instead
    std::optional<std::array<double, 2>> from; ///< looked at from a distance (Place::from)
    std::string mode;                          ///< of the display's; empty leaves it
    bool dark = false;                         ///< may be averaged long
    bool judged = false;                       ///< a colour that is compared with what it should be
    std::optional<Lab> wanted;
};

/// Everything that is kept of it.
struct SurveyRecord {
    SurveyPlan plan;
    BenchInfo bench;
    DisplayInfo display; ///< as found
    InstrumentInfo instrument;
    std::string correction;
    WallTime started{}, finished{};
    double benchSeconds = 0;
    std::optional<WarmUp> warmUp;
    std::vector<Measurement> readings;
    States states;
    std::vector<SurveyPatch> patches; ///< in the order of their first showing
    std::vector<int> readingOf;       ///< index into readings of each patch; -1: not read yet
    std::optional<double> roomFrom;   ///< of the room: hours of the local day at its first reading
    struct Followed {
        double hours = 0, value = 0, luminance = 0; ///< what the control was set to, and cd/m² that it gives by its law
    };
    std::vector<Followed> followed;
    std::vector<Message> warnings;
    bool complete = false;

    /// The room's readings by the local clock.
    [[nodiscard]] std::vector<RoomPoint> roomPoints() const;

    [[nodiscard]] const Measurement *of(size_t patch) const;
    /// By the patch's name; null where it is not there or was not read.
    [[nodiscard]] const Measurement *named(const std::string &name) const;
    /// How near the instrument comes to the standard observer here.
    [[nodiscard]] Accuracy accuracy() const;
};

/// The patches of a plan on a display. \return an error where the plan cannot be: no steps, no colours, an unknown space or mode
Result<std::vector<SurveyPatch>> surveyPatches(const SurveyPlan &plan, const DisplayInfo &display);

struct SurveyHooks {
    std::function<void(const Measurement &, const SurveyRecord &)> onReading;
    std::function<void(const Message &what, double fraction, double secondsLeft)> onProgress;
    std::function<void(const Message &)> onNote;
    std::function<bool(const Error &)> askToMend;
    std::function<WallTime()> wallClock;
};

/// Takes a display through it; colours and grays that come out far off are read again at the end, and count where two readings agree. LUT and menu
/// are left as they stand; a mode that was changed is set back, and the instrument lies at the centre again; a signal that was changed is set back,
/// too. \param earlier of the same plan, that was cut off: patches that it read are not read again, once white at the centre has been found where it
/// was (within 3 %, or 0.004 in u'v'); else all are \param record is filled as it goes on: what was read is in it whatever comes
Status runSurvey(Bench &bench, const SurveyPlan &plan, const SurveyHooks &hooks, const std::stop_token &stop, SurveyRecord &record,
                 const SurveyRecord *earlier = nullptr);

/// What somebody wrote down, as if it had been measured. \param points in the order of time, one at the least
SurveyRecord typedRoom(const std::vector<RoomPoint> &points, const DisplayInfo &display, WallTime now);

/// Its readings, for files.
ReadingSet readingSet(const SurveyRecord &record);

} // namespace lamp
