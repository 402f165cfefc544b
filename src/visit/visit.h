// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/design.h"
#include "profile/cgats.h"
#include "profile/table_profile.h"
#include "visit/record.h"

#include <functional>
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
};
struct Answer {
    bool goOn = true;
    std::optional<Target> target;
    bool benchDoesIt = true; ///< Control: let the bench set it (only where it can)
};

/// How far a visit is.
struct Progress {
    Stage stage = Stage::Prepare;
    double fraction = 0;    ///< 0..1 of the whole visit
    double secondsLeft = 0; ///< on the bench's clock
};

/// Who hears of a visit. Empty functions are skipped. All are called on the visit's thread.
struct VisitHooks {
    std::function<void(const Measurement &, const VisitRecord &)> onReading;
    std::function<void(Stage, const VisitRecord &)> onStage; ///< a line changed; after each finished stage all is kept
    std::function<void(const Progress &)> onProgress;
    std::function<void(const Message &)> onNote;
    std::function<Answer(const Question &)> ask;
    std::function<WallTime()> wallClock; ///< now
};

/// How many readings an effort may spend where: budgets on one method.
struct Budget {
    int moves;    ///< of the menu, one reading each
    int readings; ///< in all, warm-up, trimming and verification included, where the display lets it
    int batch;    ///< read between two looks at the model
    int colours;  ///< verification
    double goal;  ///< expected error, CIEDE2000, at which reading on is not worth it
    double noise; ///< relative standard deviation wanted of a reading at white
};
Budget budgetOf(Effort effort, Task task);

/// Takes one display from found to verified. The same machine serves window and command line.
class Visit {
public:
    Visit(Bench &bench, VisitPlan plan, VisitHooks hooks, std::stop_token stop);

    /// Goes on with an interrupted visit instead of beginning a new one: finished stages are taken as they are
    /// after the display was brought back to where they left it.
    void resume(VisitRecord record);

    /// Works through the stages. On an error LUT, mode and controls are put back where the bench still answers;
    /// the record, with everything measured, is then found in record().
    Result<VisitRecord> run();
    [[nodiscard]] const VisitRecord &record() const { return m_record; }

private:
    Status runStage(Stage stage);
    Status connect();
    Result<InstrumentInfo> chooseInstrument(int count);
    Status prepare();
    Status roomLight();
    Status chooseTarget();
    Status place();
    Status warmUpStage();
    /// Turns the display down because its white blinds the instrument. \param error that said so \return it, where nobody can
    Status dim(const Error &error);
    Status trimStage();
    /// Asks for the brightness of a menu that the program does not reach, and reads white after each turn, until the panel
    /// has a little to spare or is left as it was. \param t what was measured before; measured again where it was turned
    Status turnUnseenMenu(Trim &t, const DisplayInfo &display, TrimOptions options);
    Status calibrateStage();
    Status profileStage();
    Status verifyStage();
    Status closing(Stage stage);
    Status reapply();
    void putBack();

    Result<double> turn(const Control &control, double value);
    Status setRamps(const Ramps &ramps);
    [[nodiscard]] Drive behindRamps(const Drive &rgb) const;
    [[nodiscard]] Drive onFrameBuffer(const Drive &rgb) const;
    [[nodiscard]] double noiseGoal(double level) const;
    GrayAim aimFor(const DisplayModel &model);
    Result<PanelReading> readPanel(const Drive &rgb, const XYZ &expected);
    Result<Measurement> readGuarded(const Drive &rgb, const std::string &name, const XYZ &expected);
    Result<Measurement> lookInto(const Measurement &first, const XYZ &expected, double oddBy);
    Result<bool> lightFalls();
    Status waitForDark(double since);
    [[nodiscard]] double oddness(const PanelReading &r) const;
    [[nodiscard]] PanelReading panelReading(const Measurement &m) const;
    Result<PanelReading> firstBlack(const XYZ &expected, double white);
    [[nodiscard]] Drive patchNear(const Drive &behind) const;
    Status reviewOdd();
    Status findPatchArea();
    Gauge::Hooks gaugeHooks();
    Status chooseCorrection();
    [[nodiscard]] std::optional<MatrixCorrection> ownCorrection(const InstrumentInfo &instrument, const DisplayInfo &display) const;
    Status matchInstruments();
    Result<FourColours> readFour(Gauge &gauge, XYZ &fifth);
    void setAside(int index);
    [[nodiscard]] bool isSetAside(int index) const;
    void dropBetween(double from, double to);
    Status firstLook();
    [[nodiscard]] std::vector<DesignTarget> designTargets() const;
    [[nodiscard]] std::vector<Drive> candidatePatches() const;
    [[nodiscard]] int readingsLeft() const;
    /// Whether a reading is of before the visit was interrupted, when display and clock stood otherwise.
    [[nodiscard]] bool ofBefore(const Measurement &m) const { return m.index <= m_resumedAfter; }
    Status readBatch(int count);
    Status makeRamps();
    void rememberNativeTones();
    /// How far black has moved from white towards the room's light in u'v'; 0 where the two are much alike.
    [[nodiscard]] double roomTint() const;
    void judgeBlack();
    void judgePrimaries();
    void describeCalibration();
    Status measureAsItStands();
    [[nodiscard]] ReadingSet modelReadings() const;
    bool wantsTable(const ShownDisplay &shown, const MatrixModel &matrix);
    /// A white paper in the light at the desk, cd/m², where that was read.
    [[nodiscard]] std::optional<XYZ> roomWhite() const;
    void compareWithTargetGamut();
    [[nodiscard]] std::vector<TestColour> coloursToVerify(const Profile &profile) const;
    Result<Measurement> readVerified(const TestColour &colour, const Profile &profile);
    Result<std::vector<Measurement>> readVerified(const std::vector<TestColour> &colours, const Profile &profile);
    /// Where no model of the display says what to expect: a reading far from what was wanted is taken again before it counts.
    Result<Measurement> believed(const Measurement &m, double oddBy, double level);
    Status readUndecided(const Profile &profile, const Measurement &before, const Measurement &after);
    void judgeRoom();
    Answer ask(const Question &question);
    void begin(Stage stage);
    void finish(Stage stage, Message summary);
    void skip(Stage stage, Message why);
    void warn(Message text);
    void tellProgress(double extraSeconds = 0);
    [[nodiscard]] bool usesLut() const;

    Bench &m_bench;
    VisitHooks m_hooks;
    std::stop_token m_stop;
    VisitRecord m_record;
    std::unique_ptr<Gauge> m_gauge;
    Budget m_budget{};
    std::optional<DisplayModel> m_model;         ///< from the calibration stage on
    int m_instrumentIndex = 0, m_reference = -1; ///< of the bench's instruments; the reference one corrects the other
    Ramps m_exactRamps;                          ///< the ramps before rounding
    std::optional<XYZ> m_freshWhite;             ///< the last of the warm-up
    bool m_startOver = false;                    ///< too few undisturbed readings were left
    bool m_litBefore = false;                    ///< light fell when calibrating began
    std::vector<int> m_reviewed;                 ///< numbers of readings that were taken again to be sure
    int m_guards = 0;                            ///< how often a reading was looked into
    bool m_resumed = false;
    int m_doubted = 0;      ///< how often a reading was taken again without a model to say what to expect
    int m_resumedAfter = 0; ///< number of the last reading before the interruption
    Spending m_spending;
    bool m_touched = false; ///< something of the display may have been changed
    double m_clockStart = 0, m_secondsBefore = 0;
    bool m_warmingUp = false;
};

/// "120.3 cd/m², x 0.3127, y 0.3290, 6503 K"
Message whiteSaid(const XYZ &white);

} // namespace lamp
