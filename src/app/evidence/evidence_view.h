// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "report/evidence_plots.h"
#include "store/store.h"
#include "survey/survey.h"

#include <QFrame>

#include <functional>
#include <memory>
#include <optional>

class QGridLayout;
class QLabel;
class QListWidget;
class QPushButton;

namespace lamp::app {

class Banner;
class PlotWidget;
class ReportButton;

/// What is known of one display as pictures: its years, a visit's grays, light, colours, white and ramps, what was measured beside visits; with
/// what it comes to above them.
class EvidenceView : public QFrame {
    Q_OBJECT

public:
    explicit EvidenceView(Banner &banner, std::function<Store *()> store, QWidget *parent = nullptr);
    void show(const DisplayEntry &display, WallTime now);
    /// Somebody else may have added to what is known: what is looked at stays.
    void showAgain();
    /// \param visit its key; shows its colours
    void showVisit(const QString &visit);
    /// Which charts of a visit are shown.
    void choose(EvidenceOf what);
    [[nodiscard]] QString words() const;
    [[nodiscard]] QString title() const;
    [[nodiscard]] std::vector<PlotWidget *> plots() const; ///< those in sight
    [[nodiscard]] QListWidget *sources() const { return m_sources; }
    [[nodiscard]] QListWidget *charts() const { return m_charts; }
    [[nodiscard]] ReportButton *report() const { return m_report; }
    /// One chart alone, or all four again.
    void enlarge();

private:
    [[nodiscard]] QWidget *choices();
    /// What there is to look at: what it is called, and its key.
    [[nodiscard]] std::vector<std::pair<QString, QString>> sourcesNow();
    void listSources(const QString &before);
    [[nodiscard]] QString chosenSource() const; ///< its key
    void sourceChosen();
    void draw();
    void drawPlots(std::vector<plot::Plot> plots);
    void layPlots(size_t count);
    [[nodiscard]] QStringList visitWords(EvidenceOf what) const;
    [[nodiscard]] QStringList yearsWords() const;

    Banner &m_banner;
    std::function<Store *()> m_store;
    DisplayEntry m_display;
    WallTime m_now{};
    std::vector<HistoryEntry> m_entries;
    std::optional<VisitRecord> m_visit;
    std::optional<SurveyRecord> m_survey;
    std::optional<double> m_limit;
    QLabel *m_title, *m_words;
    QListWidget *m_sources, *m_charts;
    QPushButton *m_larger;
    ReportButton *m_report;
    QGridLayout *m_grid;
    std::vector<PlotWidget *> m_plots;
    size_t m_shown = 0;
    int m_alone = -1; ///< of m_plots; -1: all of them
};

} // namespace lamp::app
