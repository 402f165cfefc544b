// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QFrame>

class QLabel;
class QPushButton;
class QSpinBox;
class QTableWidget;

namespace lamp::app {

/// A display's card: its lamp and state, the settings of its menu, what its visits found, and what to do next.
class CardView : public QFrame {
    Q_OBJECT

public:
    explicit CardView(QWidget *parent = nullptr);
    void show(const DisplayEntry &display, Store &store, WallTime now);
    /// Adds what stands below every card.
    void addBelow(QWidget *widget);

Q_SIGNALS:
    void visitWanted(lamp::Task task);
    void recordWanted(const QString &visitId);
    void cadenceChanged(int days);

private:
    class Lamp;
    Lamp *m_lamp;
    QLabel *m_name, *m_state, *m_facts, *m_advice;
    QPushButton *m_full, *m_refresh, *m_check;
    QSpinBox *m_cadence;
    QTableWidget *m_history;
    std::vector<QString> m_ids;
};

} // namespace lamp::app
