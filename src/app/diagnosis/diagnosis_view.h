// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/diagnosis/diagnosis_runner.h"
#include "store/studio.h"

#include <QFrame>

#include <functional>

class QCheckBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace lamp {
class Store;
}

namespace lamp::app {

class Banner;
class ReportButton;
class PlotWidget;

/// What is wrong with a display: causes as the readings weigh them, the most probable first, each with what speaks for and against it and what to do.
class DiagnosisView : public QFrame {
    Q_OBJECT

public:
    DiagnosisView(DiagnosisRunner &runner, Banner &banner, std::function<Store *()> store, QWidget *parent = nullptr);
    /// For a display. What was found of another one is no longer shown, unless that is being looked at.
    void show(const DisplayEntry &display);
    /// What stands on the page, from top to bottom.
    [[nodiscard]] QString words() const;
    /// Where the last one was written to; empty before.
    [[nodiscard]] const QString &folder() const { return m_folder; }
    [[nodiscard]] PlotWidget *plot() const { return m_plot; }
    [[nodiscard]] QCheckBox *allTests() const { return m_all; }

public Q_SLOTS:
    void startOrStop();

Q_SIGNALS:
    void wanted(qint64 display, lamp::TestChoice tests);

private:
    void tell(const ExaminationPtr &examination);
    void ended(const DiagnosisEnd &end);
    void clear();

    DiagnosisRunner &m_runner;
    Banner &m_banner;
    DisplayEntry m_display;
    QString m_folder;
    QLabel *m_title, *m_verdict, *m_progress;
    QCheckBox *m_all;
    QPushButton *m_start;
    ReportButton *m_report;
    QVBoxLayout *m_causes;
    PlotWidget *m_plot;
};

} // namespace lamp::app
