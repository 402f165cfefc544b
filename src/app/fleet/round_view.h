// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "store/visited.h"

#include <QFrame>

class QCheckBox;
class QDoubleSpinBox;
class QLabel;
class QPushButton;
class QSpinBox;
class QTableWidget;
class QTimeEdit;

namespace lamp::app {

class Banner;
class DueBook;
class WorkingLine;
class RoundChart;

/// A day's round through the studio: what is due, who measures it when, and what is left of it as the day goes on.
class RoundView : public QFrame {
    Q_OBJECT

public:
    RoundView(DueBook &due, Banner &banner, QWidget *parent = nullptr);
    /// Shows the round that goes on, displays that were visited meanwhile taken out; else plans one.
    void show(Store &store);
    [[nodiscard]] bool busy() const { return m_waits || m_background.busy(); }
    [[nodiscard]] const std::optional<StudioRound> &round() const { return m_round; }
    [[nodiscard]] RoundChart *chart() const { return m_chart; }
    [[nodiscard]] QString summary() const;
    /// Writes the list to take along. \param file .pdf or .html
    Status writeSheet(const QString &file) const;

public Q_SLOTS:
    /// A display was visited or is not there today: the rest of the round is planned anew from now on.
    void takeOut(int stop);
    void planAnew();

Q_SIGNALS:
    void visitWanted(qint64 display, lamp::Task task);

private:
    struct Known {
        std::vector<RoundCandidate> candidates;
        std::vector<RoundProblem::Instrument> instruments;
        std::map<qint64, WallTime> lastVisits;
    };
    [[nodiscard]] QWidget *dayPart();
    [[nodiscard]] QWidget *actionsPart();
    /// Goes on as soon as what is due is known.
    void lookAtDue();
    void know(const Known &known);
    void plan();
    void goOn(const std::vector<bool> &gone);
    void take(Result<StudioRound> round);
    void choose(int stop);
    void open(int stop);
    [[nodiscard]] RoundDay day() const;
    [[nodiscard]] double minutesNow() const;

    DueBook &m_due;
    Banner &m_banner;
    Background m_background;
    Known m_known;
    std::optional<StudioRound> m_round;
    QString m_studio;        ///< whose round it is
    bool m_waits = false;    ///< for what is due
    bool m_laterDay = false; ///< the day's settings were entered, or the round goes on: no other is begun by itself
    QLabel *m_summary;
    WorkingLine *m_working; ///< below it
    QLabel *m_left;
    QTimeEdit *m_from, *m_breakFrom;
    QSpinBox *m_people;
    QDoubleSpinBox *m_hours;
    QCheckBox *m_soon, *m_break;
    RoundChart *m_chart;
    QTableWidget *m_steps;
    QPushButton *m_open, *m_visited, *m_off, *m_print;
    std::vector<int> m_stopOfRow;
};

} // namespace lamp::app
