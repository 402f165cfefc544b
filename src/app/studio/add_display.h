// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QDialog>

class QComboBox;
class QLineEdit;

namespace lamp::app {

/// Asks what a new display is called, where it stands and how it is reached.
class AddDisplay : public QDialog {
    Q_OBJECT

public:
    AddDisplay(Store &store, QWidget *parent);
    /// Fills in what is known of the screen that the window is on; what is left is how its instrument is reached.
    void takeThisScreen();
    /// Stores what was entered. \return the new display's id
    Result<qint64> add();

private:
    Store &m_store;
    QLineEdit *m_name, *m_bench;
    QComboBox *m_room, *m_kind, *m_technology, *m_screen;
};

} // namespace lamp::app
