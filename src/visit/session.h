// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"
#include "measure/settling.h"
#include "visit/checklist.h"
#include "visit/record.h"
#include "visit/trim_progress.h"

#include <functional>
#include <memory>
#include <stop_token>

namespace lamp {

/// What a person is asked in the course of a visit. Where nobody is there to answer, the visit goes on by itself
/// as far as the bench is automatic.
struct Question {
    enum class Kind {
        Confirm, ///< a stage's instructions were followed
        Target,  ///< choose the target; the answer may carry one
        Control, ///< set a control of the display's menu
        Mend     ///< put a fault right
    } kind = Kind::Confirm;
    Stage stage = Stage::Prepare;
    Message text;
    std::string control;
    double value = 0;
    /// Control, where the instrument lies on the screen: reads white once and tells `VisitHooks::onGlance`, for somebody who turns
    /// and watches. To be called while the answer is waited for, on the visit's thread. False: there is nothing more to see.
    std::function<bool()> glance = {};
    std::vector<CheckPoint> points = {}; ///< at Prepare: what is known, and what is to be seen to
    bool asksMenu = false;               ///< at Prepare: the display does not say what its menu offers; the answer may
    std::vector<Control> menu = {};      ///< what it offered at its last visit, as it was left
};
struct Answer {
    bool goOn = true;
    std::optional<Target> target;
    bool benchDoesIt = true;                      ///< Control: let the bench set it (only where it can)
    std::string note = {};                        ///< what a person wrote at a stage that is looked at or signed; kept with its line
    std::vector<std::string> leftOut = {};        ///< codes of points that were not seen to
    std::optional<std::array<double, 2>> at = {}; ///< at Place: where the instrument lies, as VisitPlan::at
    std::vector<Control> menu = {};               ///< of a display that does not say it: its controls, and where each stands now
};

/// How far a visit is.
struct Progress {
    Stage stage = Stage::Prepare;
    double fraction = 0;    ///< 0..1 of the whole visit
    double secondsLeft = 0; ///< on the bench's clock
};

/// What is about to be read, why this, and what is known before it.
struct NextReading {
    Stage stage = Stage::Prepare;
    std::string patch; ///< its name, as the reading's
    Message why;
    int after = 0;    ///< readings before it
    double known = 0; ///< expected error of what the display shows by these, root mean square CIEDE2000 (k = 1); 0: not known yet
    double goal = 0;  ///< of `known`, at which reading on is not worth it
};

/// Who hears of a visit. Empty functions are skipped. All are called on the visit's thread.
struct VisitHooks {
    std::function<void(const Measurement &, const VisitRecord &)> onReading;
    std::function<void(Stage, const VisitRecord &)> onStage; ///< a line changed; after each finished stage all is kept
    std::function<void(const Progress &)> onProgress;
    std::function<void(const NextReading &)> onNext; ///< before a reading whose reason is its own (while calibrating and verifying, mostly)
    std::function<void(const Message &)> onNote;
    std::function<void(const WhiteStanding &)> onGlance; ///< white while the menu is being turned; it is not kept
    std::function<Answer(const Question &)> ask;
    std::function<bool()> enough; ///< whether somebody wants no more readings of the display than there are
    /// Number of a reading that somebody wants taken once more, 0 for the last one; nothing where nobody does. Each wish is told once.
    std::function<std::optional<int>()> again;
    std::function<WallTime()> wallClock; ///< now
};

/// How many readings an effort may spend where: budgets on one method.
struct Budget {
    int moves;          ///< of the menu, one reading each
    int readings;       ///< in all, warm-up, trimming and verification included, where the display lets it
    int batch;          ///< read between two looks at the model
    int colours;        ///< verification
    double goal;        ///< expected error, CIEDE2000, at which reading on is not worth it
    double noise;       ///< relative standard deviation wanted of a reading at white
    double secondsEach; ///< what a reading costs beside its integration: showing it, and a place in the budget of readings
};
Budget budgetOf(Effort effort, Task task);

/// What the stages of a visit share: the bench and the instrument on it, the record that they fill, what may be spent, and
/// the verbs that each of them needs. A stage's own state is in the stage.
class Session {
public:
    Session(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop);

    Bench &bench;
    const VisitHooks hooks;
    const std::stop_token stop;
    VisitRecord record;
    Budget budget{};
    std::unique_ptr<Gauge> gauge; ///< once the bench is connected
    Spending spending;
    int instrumentIndex = 0, reference = -1;             ///< of the bench's instruments; the reference one corrects the other
    std::optional<XYZ> freshWhite;                       ///< the last of the warm-up
    Settling settling;                                   ///< of white, all through the visit
    int turnsByHand = 0;                                 ///< of a menu that the bench does not know; 0: as it was found
    bool touched = false;                                ///< something of the display may have been changed
    bool warmingUp = false;                              ///< the warm-up tells of its progress itself
    int resumedAfter = 0;                                ///< number of the last reading before the interruption
    double clockStart = 0, secondsBefore = 0;            ///< of the bench: when this program began, and what it had spent before
    std::function<void(double extraSeconds)> onProgress; ///< something was read or finished

    /// Asks a person; where nobody is there, as if all had been confirmed.
    Answer ask(const Question &question);
    void begin(Stage stage);
    void finish(Stage stage, Message summary);
    void skip(Stage stage, Message why);
    /// Keeps a warning, once, and tells it.
    void warn(Message text);
    void tellProgress(double extraSeconds = 0);
    /// Tells what is read next, and why. \param patch its name
    void tellNext(std::string patch, Message why);
    [[nodiscard]] WallTime wallNow() const { return hooks.wallClock ? hooks.wallClock() : WallTime{}; }

    /// The panel moved on after it had been calibrated: calibrating, profile and verification are made once more.
    bool onceMore = false;
    bool lutDoesNothing = false; ///< found out: ramps are taken, and nothing changes
    [[nodiscard]] bool usesLut() const { return record.display.lut.has_value() && !lutDoesNothing; }
    /// Sets a control of the menu, by a person or the bench. \return where it stands then
    Result<double> turn(const Control &control, double value);
    /// The next wish for a reading to be taken once more; nothing where there is none, or where there have been too many. It stays on the record.
    std::optional<int> wantedAgain();
    int wishes = 0;
    double glancedS = 0; ///< on the bench's clock, for somebody who watched white
    /// What shows somebody how white moves while they turn; empty where nobody would see it.
    [[nodiscard]] std::function<bool()> glancing();
    Status setRamps(const Ramps &ramps);
    /// What a drive becomes behind the ramps that are loaded, on the LUT's steps.
    [[nodiscard]] Drive behindRamps(const Drive &rgb) const;
    /// The nearest drive that the frame buffer has.
    [[nodiscard]] Drive onFrameBuffer(const Drive &rgb) const;
    /// The relative noise that is wanted of a reading at a luminance, cd/m².
    [[nodiscard]] double noiseGoal(double level) const;

    void setAside(int index);
    [[nodiscard]] bool isSetAside(int index) const;
    /// Whether a reading is of before the visit was interrupted, when display and clock stood otherwise.
    [[nodiscard]] bool ofBefore(const Measurement &m) const { return m.index <= resumedAfter; }

    /// What a gauge of this visit tells: readings into the record, with the state that they were taken in.
    Gauge::Hooks gaugeHooks();
    /// A correction of one's own that fits an instrument and a display: the plan's, else the newest of those offered.
    [[nodiscard]] std::optional<MatrixCorrection> ownCorrection(const InstrumentInfo &instrument, const DisplayInfo &display) const;
};

/// "120.3 cd/m², x 0.3127, y 0.3290, 6503 K"
Message whiteSaid(const XYZ &white);

} // namespace lamp
