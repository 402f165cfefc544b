// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/worklist.h"

#include <QFrame>

class QLabel;
class QVBoxLayout;

namespace lamp::app {

/// One line of the worksheet: mark, heading, what was done, when, by whom. It opens to what belongs to it.
class StageRow : public QFrame {
    Q_OBJECT

public:
    StageRow(Stage stage, QWidget *parent);
    void update(const StageLine &line, Task task);
    void setOpen(bool open);
    [[nodiscard]] bool isOpen() const;
    [[nodiscard]] QString summary() const;
    [[nodiscard]] QVBoxLayout *body() const { return m_body; }

protected:
    void mousePressEvent(QMouseEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

Q_SIGNALS:
    void toggled(lamp::Stage stage);

private:
    class Mark;
    Stage m_stage;
    Mark *m_mark;
    QLabel *m_title, *m_summary, *m_when;
    QWidget *m_bodyWidget;
    QVBoxLayout *m_body;
};

} // namespace lamp::app
