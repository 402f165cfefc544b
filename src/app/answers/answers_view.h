// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "store/asked.h"

#include <QFrame>

class QComboBox;
class QLabel;
class QListWidget;
class QVBoxLayout;

namespace lamp::app {

class Banner;
class NamedBars;

/// What people ask of a display, each question answered by what is known of it, with its reasons and a way to what is to be done.
class AnswersView : public QFrame {
    Q_OBJECT

public:
    explicit AnswersView(Banner &banner, QWidget *parent = nullptr);
    /// For a display of a studio; the question that was asked stays.
    void show(Store &store, const DisplayEntry &display);
    void choose(Asked asked);
    [[nodiscard]] Asked asked() const;
    /// Which other display is meant, by its number.
    void setBeside(qint64 displayId);
    [[nodiscard]] bool busy() const { return m_background.busy(); }
    [[nodiscard]] const std::optional<Counsel> &answer() const { return m_answer; }
    /// What stands on the page (for tests and screen readers).
    [[nodiscard]] QString words() const;

Q_SIGNALS:
    /// Of the display that was asked about, whichever is chosen by now.
    void stepWanted(qint64 display, const lamp::AnswerStep &step);

private:
    void ask();
    void show(const Counsel &answer);
    void clear();

    Background m_background;
    QString m_place; ///< of the studio
    DisplayEntry m_display;
    std::optional<Counsel> m_answer;
    QListWidget *m_questions;
    QComboBox *m_beside;
    QLabel *m_title, *m_besideLabel, *m_said, *m_because;
    NamedBars *m_bars;
    QVBoxLayout *m_steps;
};

} // namespace lamp::app
