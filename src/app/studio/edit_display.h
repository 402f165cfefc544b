// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPlainTextEdit;
class QSpinBox;

namespace lamp::app {

/// Kinds of panel to choose among, also one that is none of the usual.
void offerPanels(QComboBox *list, const QString &chosen);

/// A display's card, to be corrected: what it is called, where it stands, what it is used for and how often it is visited.
class EditDisplay : public QDialog {
    Q_OBJECT

public:
    EditDisplay(const DisplayEntry &display, Store &store, QWidget *parent);
    /// As it was entered; its room may be a new one, and the display taken out of use.
    struct Edited {
        DisplayEntry display;
        QString room;
        bool retired = false;
    };
    [[nodiscard]] Edited edited() const;

private:
    DisplayEntry m_before;
    QLineEdit *m_name, *m_model, *m_serial, *m_role;
    QComboBox *m_room, *m_technology;
    QSpinBox *m_bits, *m_cadence, *m_critical;
    QPlainTextEdit *m_note;
    QCheckBox *m_retired;
};

/// Stores an edited display as one act. \param before as it was when the editing began \return an error with the code "changed" where somebody else
/// has changed it since: nothing is overwritten
Status keepEdited(Store &store, const DisplayEntry &before, const EditDisplay::Edited &edited, WallTime now);

} // namespace lamp::app
