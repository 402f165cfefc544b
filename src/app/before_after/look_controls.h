// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QCheckBox;
class QLabel;
class QPushButton;

namespace lamp::app {

class Background;
class LookView;

/// What is looked at, below the picture: one of one's own, a print of it, and the keys that switch.
class LookControls : public QWidget {
    Q_OBJECT

public:
    explicit LookControls(LookView &view, QWidget *parent = nullptr);
    /// Opens a file, in the background; where it is no picture it is said, and what was looked at stays.
    void openPicture(const QString &file);
    /// Looks at pictures through a printer's profile from now on.
    void openPrint(const QString &file);
    [[nodiscard]] QString said() const;

private:
    void proofAgain();
    LookView &m_view;
    Background *m_background;
    QPushButton *m_print;
    QCheckBox *m_paper, *m_warn;
    QLabel *m_said;
};

} // namespace lamp::app
