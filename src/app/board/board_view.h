// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/board/board_model.h"
#include "store/store.h"

#include <QFrame>

class QLabel;
class QLineEdit;
class QPushButton;
class QScrollArea;
class QHBoxLayout;
class QSortFilterProxyModel;
class QTableView;

namespace lamp::app {

class DueBook;
class PlanView;
class WeekStrip;

/// What the studio asks for today: its rooms as a plan with the displays' lamps, the weeks to come, and every display with when it is due
/// and why, the most urgent first.
class BoardView : public QFrame {
    Q_OBJECT

public:
    explicit BoardView(DueBook &due, QWidget *parent = nullptr);
    /// Shows a studio as it stands now; what is worked out of its history is shown as soon as it is.
    void show(Store &store);
    [[nodiscard]] BoardModel *model() const { return m_model; }
    [[nodiscard]] PlanView *plan() const { return m_plan; }
    [[nodiscard]] WeekStrip *weeks() const { return m_weeks; }
    [[nodiscard]] bool busy() const;

Q_SIGNALS:
    void displayWanted(qint64 id);
    /// Their cards are to be changed.
    void editWanted(const std::vector<qint64> &ids);
    void message(const QString &words);
    void failed(const lamp::Error &error);

private:
    void take();
    /// Where the table shows a display; -1 where it does not.
    [[nodiscard]] int rowOf(qint64 id) const;
    void open(const QModelIndex &index);
    void exportTable();
    void exportCalendar();
    [[nodiscard]] std::vector<qint64> chosen() const;
    void buildArranging(QHBoxLayout &head);
    void fitPlan();
    /// Keeps the plan as it is drawn now. \param before that it was, to be taken back; nothing where it is taken back itself
    /// \return whether it is kept
    bool keepPlan(const DrawnPlan &plan, std::optional<DrawnPlan> before);

    DueBook &m_due;
    BoardModel *m_model;
    QSortFilterProxyModel *m_sorted;
    QLabel *m_summary, *m_working; ///< what it says; what is still worked out
    PlanView *m_plan;
    QScrollArea *m_planArea; ///< of a plan that is larger than its part of the page
    WeekStrip *m_weeks;
    QLineEdit *m_search;
    QTableView *m_table;
    QPushButton *m_export, *m_edit, *m_arrange, *m_undo, *m_anew;
    Store *m_store = nullptr;
    QString m_place; ///< of that studio
    std::vector<Room> m_rooms;
    DrawnPlan m_kept;                ///< the plan as it is in the store
    std::vector<DrawnPlan> m_before; ///< to be taken back, the newest last
};

} // namespace lamp::app
