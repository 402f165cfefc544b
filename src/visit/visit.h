// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/display_model.h"
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
    std::string text;
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
    std::function<void(const std::string &)> onNote;
    std::function<Answer(const Question &)> ask;
    std::function<WallTime()> wallClock; ///< now
};

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
    struct Budget;
    [[nodiscard]] Budget budget() const;

    Status runStage(Stage stage);
    Status connect();
    Result<InstrumentInfo> chooseInstrument(int count);
    Status prepare();
    Status roomLight();
    Status chooseTarget();
    Status place();
    Status warmUpStage();
    Status trimStage();
    Status calibrateStage();
    Status profileStage();
    Status verifyStage();
    Status closing(Stage stage);
    Status reapply();
    void putBack();

    Result<double> turn(const Control &control, double value);
    Status setRamps(const Ramps &ramps);
    Result<std::vector<GrayReading>> readGrays(const std::vector<double> &drives, const GrayAim &aim);
    Status refineGrays(GrayModel &model, const GrayAim &aim);
    Status calibrateThroughLut(const Primaries &basis, GrayModel &model);
    Status measureAsItStands();
    Status readCalibratedPrimaries(bool whiteToo);
    Status readMixtures();
    void compareWithTargetGamut();
    [[nodiscard]] bool wantsTable(const std::optional<DisplayModel> &mixing, const MatrixModel &matrix,
                                  const std::vector<ColourSample> &mixtures) const;
    void describeGamut(const DisplayModel *mixing, const MatrixModel &matrix);
    GrayAim aimFor(const Primaries &basis);
    void judge();
    void judgeRoom();
    Answer ask(const Question &question);
    void begin(Stage stage);
    void finish(Stage stage, const std::string &summary);
    void skip(Stage stage, const std::string &why);
    void warn(const std::string &text);
    void tellProgress(double extraSeconds = 0);
    [[nodiscard]] bool usesLut() const;

    Bench &m_bench;
    VisitHooks m_hooks;
    std::stop_token m_stop;
    VisitRecord m_record;
    std::unique_ptr<Gauge> m_gauge;
    bool m_resumed = false;
    bool m_touched = false; ///< something of the display may have been changed
    double m_clockStart = 0, m_secondsBefore = 0;
    bool m_warmingUp = false;
};

} // namespace lamp
