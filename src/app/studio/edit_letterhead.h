// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QPushButton;

namespace lamp::app {

/// Asks for the studio's name and mark, which stand on its reports; accept() keeps them.
class EditLetterhead : public QDialog {
    Q_OBJECT

public:
    EditLetterhead(Store &store, QWidget *parent);
    /// Takes a picture for the mark; where it is none it is said, and nothing changes.
    void takeMark(const QString &file);
    void accept() override;

private:
    void showMark();
    Store &m_store;
    QByteArray m_mark;
    QLineEdit *m_name;
    QLabel *m_picture, *m_problem;
    QPushButton *m_none;
};

} // namespace lamp::app
