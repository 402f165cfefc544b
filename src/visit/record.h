// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "calibrate/ramps.h"
#include "calibrate/target.h"
#include "calibrate/trim.h"
#include "device/bench.h"
#include "icc/icc.h"
#include "judge/judgement.h"
#include "measure/gauge.h"
#include "profile/coverage.h"
#include "visit/earlier.h"
#include "visit/worklist.h"

#include <nlohmann/json_fwd.hpp>

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// The name of readings of black that only look for light from outside.
constexpr const char *kBlackAgainstLight = "black, for light from outside";

enum class Effort { Quick, Standard, Thorough };
std::string effortName(Effort effort); ///< in files
Message named(Effort effort);
std::optional<Effort> effortFromName(const std::string &name);

/// Kind of ICC profile: what the panel needs, or one of the two.
enum class ProfileKind { Auto, Matrix, Table };
std::string profileKindName(ProfileKind kind); ///< "auto", "matrix", "lut"
std::optional<ProfileKind> profileKindFromName(const std::string &name);

/// How profiles are named where nothing else was said.
constexpr const char *kUsualName = "{display}, {white}, {luminance} cd/m², {tone}, {date}";

/// A display that another one is made like; what is not known is empty.
struct Matched {
    std::string display, technology, instrument; ///< model and serial; kind of panel; model and serial of what read it
    /// White as people saw it alike, less what was read of that display; nothing where they were not asked.
    struct ByEye {
        double du = 0, dv = 0, luminancePercent = 0; ///< u′v′; %
        std::string day;                             ///< ISO date when they were
        bool operator==(const ByEye &) const = default;
    };
    std::optional<ByEye> byEye = {};
};

/// What the studio's card of an instrument says beyond what the instrument says of itself.
struct InstrumentCard {
    std::string model, serial;
    std::string certified;             ///< ISO date; empty: not known
    InstrumentInfo::Accuracy accuracy; ///< as its maker or certificate states it
};
/// An instrument with what its card says: stated accuracy where the card has one, and the later of the two certificates' dates.
InstrumentInfo withCard(InstrumentInfo instrument, const std::vector<InstrumentCard> &cards);

/// What a visit is to do.
/// The longest fixed time that is waited.
constexpr double kLongestWarmUpMinutes = 240;

struct VisitPlan {
    Task task = Task::Full;
    Effort effort = Effort::Standard;
    Target target;
    Tolerance tolerance;
    int instrument = -1; ///< index, -1 for the one the bench starts with
    int iccVersion = 4;
    ProfileKind profileKind = ProfileKind::Auto;
    CurveForm curves = CurveForm::Auto;    ///< of a matrix profile
    std::string mode;                      ///< the display's own mode; empty leaves it
    std::string perceptualSource = "sRGB"; ///< the space that a table profile's perceptual intent takes in
    int grid = 33;                         ///< nodes along each axis of a table profile
    std::string profileName;               ///< may hold {display}, {serial}, {white}, {luminance}, {tone}, {date}; empty: kUsualName
    std::string by = "program";            ///< who works: a role
    bool waitForWarmUp = true;
    bool gentle = false;                    ///< from patch to patch by small steps
    std::array<double, 2> at{0.5, 0.5};     ///< where on the screen the instrument lies, patches with it; shares of its width and height
    double warmUpMinutes = 0;               ///< a fixed time to wait, whatever white does; 0: until it stands still
    std::optional<MatrixCorrection> matrix; ///< a correction of one's own; it has to fit
    std::vector<MatrixCorrection> offered;  ///< others that are known, the newest first: one that fits is used
    std::vector<InstrumentCard> cards;      ///< of the studio's instruments
    std::vector<Control> menu;              ///< what the display's menu offered at its last visit, where it does not say so itself
    Bytes profileIn;                        ///< for Task::Check
    std::string profileInName;
    std::optional<Matched> matched;      ///< whose white and luminance the target is
    std::optional<EarlierState> earlier; ///< that a check tells the changes from
};

/// Everything that is kept of a visit.
struct VisitRecord {
    std::string id;         ///< unique
    std::string displayKey; ///< who the display is in every copy of its studio; empty where no studio gave it
    VisitPlan plan;
    BenchInfo bench;
    DisplayInfo display; ///< as found
    InstrumentInfo instrument;
    std::string correction;                 ///< in use: a factory correction's technology, a matrix's name; empty for none
    bool correctionDoubtful = false;        ///< the panel does not look like the kind that it is corrected for
    std::optional<MatrixCorrection> matrix; ///< in use instead of a factory correction
    WallTime started{}, finished{};
    Worklist lines{Task::Full}; ///< of the plan's task
    std::vector<Measurement> readings;
    States states; ///< that they were taken in
    double warmUpSeconds = 0, benchSeconds = 0;
    bool warmUpStable = false;
    std::optional<double> roomLux;
    std::map<std::string, double> controls; ///< of the menu, as left
    std::optional<Trim> trim;
    double aimLuminance = 0; ///< what the ramps aim at, cd/m²
    Chromaticity aimWhite;   ///< the same; the target's but where luminance was to be kept and both were out of reach
    Primaries calibrated;    ///< read through the ramps
    Ramps ramps;             ///< empty where none were made
    GrayJudgement gray;
    std::array<std::vector<double>, 3> light;       ///< tone of each channel for the profile
    std::array<std::vector<double>, 3> nativeLight; ///< of each channel along the grays before ramps, at equal steps
    double expectedError = 0;                       ///< what the display model is worth: expected rms CIEDE2000
    double quantisationFloor = 0;                   ///< mean CIEDE2000 of grays that the LUT's steps force
    std::vector<int> setAside;                      ///< numbers of readings that were taken again and are not used
    Bytes profile;
    Verification verification;
    FigureDoubt doubt;                ///< how sure the figures are
    std::vector<SpaceCoverage> gamut; ///< what the profile shows of the usual spaces
    std::vector<Check> checks;
    Verdict verdict = Verdict::Undecided;
    std::vector<Message> reasons, warnings;

    /// White of the target as a chromaticity; the measured white where the target is native.
    [[nodiscard]] Chromaticity targetWhite() const;
    /// Whether the instrument knows what light it looks at: corrected for this kind of panel, or a spectroradiometer.
    [[nodiscard]] bool instrumentMatched() const;
    /// White over black as far as the instrument sees black; nothing where it says nothing of either.
    struct Contrast {
        double value = 0;
        bool atLeast = false; ///< black lies below the instrument's floor
    };
    [[nodiscard]] std::optional<Contrast> contrast() const;
    /// What the room's light makes of the screen, by the light at the desk and a usual screen; nothing where either was not read.
    struct InRoom {
        double reflected = 0; ///< cd/m²
        double contrast = 0;  ///< that is left
    };
    [[nodiscard]] std::optional<InRoom> inRoom() const;
    /// By whose eyes it is judged.
    [[nodiscard]] Scope scope() const { return instrumentMatched() ? plan.tolerance.scope : Scope::Absolute; }
    /// How near the instrument comes to the standard observer here.
    [[nodiscard]] Accuracy accuracy() const;
    /// The display as left, by its primaries and the light that each gives over drive.
    [[nodiscard]] MatrixModel asMatrix() const;
    /// The profile's description: the plan's name with its placeholders filled in.
    [[nodiscard]] std::string profileName() const;
};

/// What a file of a visit's readings says beside them, so that the same can be made of them again: task, target, tolerance,
/// what display and instrument say of themselves, a matrix; texts, or JSON as text.
std::map<std::string, std::string> factsOfVisit(const VisitRecord &record);

/// The record of a visit as the command line promises it (`visit.json`). \param wording of the sentences in it
std::string visitJson(const VisitRecord &record, const Wording &wording);

/// The whole record, with which an interrupted visit can go on; readings are kept apart. Both ways as JSON and as its text.
nlohmann::json recordJson(const VisitRecord &record);
Result<VisitRecord> recordOf(const nlohmann::json &json);
std::string recordToJson(const VisitRecord &record);
Result<VisitRecord> recordFromJson(const std::string &json);

/// Ramps as `index,r,g,b`.
std::string rampsCsv(const Ramps &ramps);
/// And back; the error names the line.
Result<Ramps> rampsFromCsv(const std::string &text);

} // namespace lamp
