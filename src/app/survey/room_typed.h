// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "survey/room_day.h"

#include <QDialog>

class QLabel;
class QPlainTextEdit;

namespace lamp::app {

/// A day's light that somebody read with another meter: typed, pasted from a table, or dropped as a file.
class RoomTyped : public QDialog {
    Q_OBJECT

public:
    explicit RoomTyped(QWidget *parent = nullptr);
    /// What was entered; empty before it was accepted.
    [[nodiscard]] const std::vector<RoomPoint> &points() const { return m_points; }

public Q_SLOTS:
    /// Only where all lines can be read; else says which cannot.
    void accept() override;

private:
    void openFile();
    QPlainTextEdit *m_lines;
    QLabel *m_problem;
    std::vector<RoomPoint> m_points;
};

} // namespace lamp::app
