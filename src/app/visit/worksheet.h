// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/stage_row.h"
#include "app/visit/visit_runner.h"
#include "fleet/due.h"

#include <QFrame>
#include <QScrollArea>

class QCheckBox;
class QLabel;
class QPlainTextEdit;
class QPushButton;
class QTableWidget;
class QHBoxLayout;

namespace lamp::app {

class PlotWidget;
class StageCharts;
class TargetForm;
class LookView;
class MenuForm;
class PlacePicture;

/// A visit as one sheet that fills from top to bottom. The current line stands open, the others fold to what was
/// done; any can be reopened. Space goes on, digits choose, Escape pauses.
class Worksheet : public QScrollArea {
    Q_OBJECT

public:
    explicit Worksheet(QWidget *parent = nullptr);

    void setRecord(RecordPtr record);
    void showReading(RecordPtr record);
    /// What is shown of a stage while it is at work.
    [[nodiscard]] StageCharts *charts() const { return m_charts; }
    void setQuestion(const std::optional<Question> &question, bool benchIsAutomatic, const Target &chosen);
    /// What may be aimed at; the built-in targets where nothing is set. \pre one or more
    void setTargets(std::vector<Target> targets) { m_offered = std::move(targets); }
    /// How often the display is visited, days: said when a visit is signed off.
    /// What is known of when the display is due.
    void setDue(std::optional<DueQuestion> due) { m_due = std::move(due); }
    /// Goes on, as the space bar does.
    void goOn();
    /// The form in which a target is chosen; null while none is asked for.
    [[nodiscard]] TargetForm *targetForm() const { return m_target; }
    /// Chooses by a digit 1..9. \return whether there was something to choose
    bool choose(int number);
    void toggleLook();
    void nextPicture();
    /// Before and after at once, or one of them again.
    void splitLook();
    void loupeLook();
    void restLook();
    /// \return whether the eyes were resting
    bool endRest();
    /// Stops reading early, where that can be done. \return whether it can
    bool stopEarly();
    /// Asks for a reading of the stage at work once more, where that can be done. \return whether it can
    bool readAgain();
    [[nodiscard]] StageRow *row(Stage stage) const { return m_rows.at(stage); }

Q_SIGNALS:
    void answered(const lamp::Answer &answer);
    /// A form for the target stands: what it may keep, and what the display can do, is for others to tell it.
    void targetAsked(lamp::app::TargetForm *form);
    void reportWanted();
    /// No more readings of the display: on with what there is.
    void enoughRead();
    /// A reading of the stage at work is wanted once more: its number, 0 for the last one.
    void againWanted(int number);
    /// The visit's profile is to be laid open.
    void profileWanted();

private:
    void buildDetails();
    [[nodiscard]] QString dueAgain() const;
    void ask(const Question &question, bool benchIsAutomatic, const Target &chosen);
    void clearQuestion();
    void fillReadings(Stage stage);
    /// The light at the desk, where the visit has measured it.
    [[nodiscard]] std::optional<Chromaticity> roomLight() const;
    QPushButton *addButton(QHBoxLayout *layout, const QString &text);
    /// What is known, then what is to be seen to, each with its reason.
    void addPoints(QVBoxLayout *layout, const std::vector<CheckPoint> &points);

    RecordPtr m_record;
    QLabel *m_heading, *m_verdict;
    std::map<Stage, StageRow *> m_rows; ///< of every stage there is; those are shown that the visit has
    std::map<Stage, QFrame *> m_rules;  ///< above them
    std::map<Stage, QTableWidget *> m_tables;
    PlotWidget *m_gray, *m_tone, *m_gamut, *m_colours, *m_thenAndNow;
    StageCharts *m_charts; ///< while it is being read
    LookView *m_look;
    QPushButton *m_report, *m_open = nullptr, *m_enough = nullptr, *m_again = nullptr;
    std::optional<Question> m_question;
    QWidget *m_questionWidget = nullptr;
    std::vector<Target> m_offered = builtInTargets();
    TargetForm *m_target = nullptr;   ///< while it is asked for
    QPlainTextEdit *m_note = nullptr; ///< the same
    MenuForm *m_menu = nullptr;
    PlacePicture *m_place = nullptr;
    std::vector<std::pair<std::string, QCheckBox *>> m_points; ///< the same: what only a person can see to, by code
    std::optional<DueQuestion> m_due;                          ///< of this display
    std::optional<Stage> m_openBefore;
};

} // namespace lamp::app
