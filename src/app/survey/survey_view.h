// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/survey/survey_runner.h"
#include "calibrate/target.h"
#include "store/store.h"

#include <QFrame>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QSpinBox;
class QTableWidget;
class QGridLayout;

namespace lamp::app {

class Banner;
class ReportButton;
class PlotWidget;
class UniformityMap;

/// Measuring a display beside its visits: what is measured, and what comes of it as it is read.
class SurveyView : public QFrame {
    Q_OBJECT

public:
    /// \param store the studio that is open, where there is one; what was measured of its displays is kept there
    SurveyView(SurveyRunner &runner, Banner &banner, std::function<Store *()> store, QWidget *parent = nullptr);
    /// For a display. What was measured of another one is no longer shown, unless it is being measured.
    /// \param target that its grays are judged against
    /// \param law by which it could follow the room; nothing where its brightness was not tried
    void show(const DisplayEntry &display, const Target &target, std::optional<BrightnessLaw> law = {});
    /// What would be measured by what is entered.
    [[nodiscard]] SurveyPlan plan() const;
    void choose(SurveyKind kind);
    [[nodiscard]] QString words() const;
    [[nodiscard]] std::vector<PlotWidget *> plots() const;
    [[nodiscard]] UniformityMap *map() const { return m_map; }
    [[nodiscard]] QTableWidget *modes() const { return m_modes; }
    /// What is kept of the display, the newest first.
    [[nodiscard]] QListWidget *kept() const { return m_kept; }
    /// Where the last one was written to; empty before.
    [[nodiscard]] const QString &folder() const { return m_folder; }

public Q_SLOTS:
    void startOrStop();
    void goOn();
    /// Asks for a day that was read with another meter.
    void typeRoom();

Q_SIGNALS:
    void wanted(qint64 display, const lamp::SurveyPlan &plan, lamp::app::SurveyPtr earlier);
    void typed(qint64 display, const std::vector<lamp::RoomPoint> &points);

private:
    [[nodiscard]] QWidget *choices();
    [[nodiscard]] SurveyKind kind() const;
    void kindChosen();
    void tell(const SurveyNewsPtr &news);
    void ended(const SurveyEnd &end);
    void showModes(const SurveyRecord &record, const SurveyResults &results);
    void listKept();
    void showKept(qint64 measurement);
    void clear();

    SurveyRunner &m_runner;
    Banner &m_banner;

    DisplayEntry m_display;
    Target m_target;
    SurveyPtr m_cutOff; ///< that can be gone on with
    QString m_folder;
    SurveyKind m_stepsFor = SurveyKind::Modes; ///< the kind that the steps are entered for
    std::function<Store *()> m_store;
    QListWidget *m_kinds, *m_kept;
    QLabel *m_title, *m_about, *m_words, *m_progress, *m_keptTitle;
    QSpinBox *m_steps;
    QDoubleSpinBox *m_luminance, *m_minutes, *m_lasting, *m_hours, *m_every, *m_evenLuminance, *m_evenColour;
    QLineEdit *m_limitsOf;
    QCheckBox *m_follow, *m_roomLight;
    std::optional<BrightnessLaw> m_law;
    QComboBox *m_signal, *m_grid, *m_set, *m_space;
    std::vector<std::pair<QWidget *, std::vector<SurveyKind>>> m_options; ///< with its label, and for which kinds it is
    QPushButton *m_start, *m_goOn, *m_type;
    ReportButton *m_report;
    QGridLayout *m_charts;
    std::vector<PlotWidget *> m_plots;
    UniformityMap *m_map;
    QTableWidget *m_modes;
};

} // namespace lamp::app
