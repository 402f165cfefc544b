// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <QFrame>

#include <functional>

class QLabel;
class QPushButton;

namespace lamp::app {

/// One line above the page: what happened, and what can be done about it.
class Banner : public QFrame {
    Q_OBJECT

public:
    explicit Banner(QWidget *parent = nullptr);
    /// Says something, in place of what was said before. \param yes, no labels of the two buttons; without the first there
    /// is one that closes it, without the second only one
    void say(const QString &message, const QString &yes = {}, std::function<void()> onYes = {}, const QString &no = {},
             std::function<void()> onNo = {});
    void say(const Error &error);
    /// Shows a line to the last sign, in a fixed face, below what was just said.
    void showExactly(const QString &line);
    /// Says where something could not be done. \return whether it was
    bool did(const Status &status);
    [[nodiscard]] QString message() const;

private:
    QLabel *m_text, *m_line;
    QPushButton *m_yes, *m_no;
    std::function<void()> m_onYes, m_onNo;
};

} // namespace lamp::app
