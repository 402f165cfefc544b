// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDateTime>
#include <QLabel>

namespace lamp::app {

class Background;

/// What a page still works on, in a line of its own: when what stands below was worked out, as long as something newer is; nothing once it is there.
class WorkingLine : public QLabel {
    Q_OBJECT

public:
    explicit WorkingLine(Background &work, QWidget *parent = nullptr);
    /// Something was worked out, and is shown from now on.
    void resultsShown() { m_shown = QDateTime::currentDateTime(); }
    /// What was shown is gone, another studio's for example.
    void nothingShown() { m_shown = {}; }

private:
    QDateTime m_shown; ///< when what is seen was worked out
};

} // namespace lamp::app
