// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

class QKeyEvent;
class QWidget;

namespace lamp::app {

/// The single keys of a window, heard before its widgets hear them, and never while something is typed into.
class KeyFilter : public QObject {
    Q_OBJECT

public:
    /// \param window whose keys they are; listens to the whole application from then on
    explicit KeyFilter(QWidget &window);
    ~KeyFilter() override;

Q_SIGNALS:
    /// \param taken is to be set where the key was of use: then nobody else hears it
    void pressed(int key, bool &taken);

protected:
    bool eventFilter(QObject *watched, QEvent *event) override;

private:
    QWidget &m_window;
};

} // namespace lamp::app
