// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace lamp::app {

class VisitController;

/// Below: what goes on, how far it is, and the ways to hold, stop or find it.
class ProgressBar : public QWidget {
    Q_OBJECT

public:
    explicit ProgressBar(QWidget *parent = nullptr);
    /// Shows visits as they go on, and holds and stops them.
    void follow(VisitController &visits);
    void say(const QString &words);
    /// Something is worked out in the background, which can be cancelled where no visit runs. \param what empty: nothing any more
    void work(const QString &what);
    [[nodiscard]] QString words() const;
    /// A visit runs. \param simulated its clock can go faster
    void begin(bool simulated);
    void end();
    /// \param fraction 0..1
    void setProgress(double fraction);
    void setPaused(bool paused);
    /// The way to the running visit. \param words of it; empty: none is needed
    void offerVisit(const QString &words);
    void setSpeed(double speed);
    [[nodiscard]] double speed() const;

Q_SIGNALS:
    void cancelWorkWanted(); ///< of what is worked out in the background
    void visitWanted();

private:
    QLabel *m_words, *m_demoTime;
    QProgressBar *m_bar;
    QPushButton *m_toVisit, *m_pause, *m_cancel;
    QComboBox *m_speed;
    VisitController *m_visits = nullptr;
    bool m_visit = false;
};

} // namespace lamp::app
