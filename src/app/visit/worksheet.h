// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/stage_row.h"
#include "app/visit/visit_runner.h"

#include <QFrame>
#include <QScrollArea>

class QCheckBox;
class QLabel;
class QListWidget;
class QPushButton;
class QTableWidget;
class QHBoxLayout;

namespace lamp::app {

class PlotWidget;
class StageCharts;
class LookView;

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
    /// Goes on, as the space bar does.
    void goOn();
    /// Chooses by a digit 1..9. \return whether there was something to choose
    bool choose(int number);
    void toggleLook();
    [[nodiscard]] StageRow *row(Stage stage) const { return m_rows.at(stage); }

Q_SIGNALS:
    void answered(const lamp::Answer &answer);
    void reportWanted();
    /// The visit's profile is to be laid open.
    void profileWanted();

private:
    void buildDetails();
    void ask(const Question &question, bool benchIsAutomatic, const Target &chosen);
    void clearQuestion();
    void fillReadings(Stage stage);
    void describeTarget(int index);
    QPushButton *addButton(QHBoxLayout *layout, const QString &text);

    RecordPtr m_record;
    QLabel *m_heading, *m_verdict;
    std::map<Stage, StageRow *> m_rows; ///< of every stage there is; those are shown that the visit has
    std::map<Stage, QFrame *> m_rules;  ///< above them
    std::map<Stage, QTableWidget *> m_tables;
    PlotWidget *m_gray, *m_tone, *m_gamut, *m_colours;
    StageCharts *m_charts; ///< while it is being read
    LookView *m_look;
    QPushButton *m_report, *m_open = nullptr;
    std::optional<Question> m_question;
    QWidget *m_questionWidget = nullptr;
    QCheckBox *m_keepLuminance = nullptr;
    std::vector<Target> m_offered = builtInTargets();
    QListWidget *m_targets = nullptr;
    QLabel *m_targetText = nullptr;
    std::optional<Stage> m_openBefore;
};

} // namespace lamp::app
