// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/live_plots.h"
#include "visit/session.h"

#include <QObject>

class QTableWidget;

namespace lamp::app {

class PlotWidget;
class TrimBars;

/// What a stage shows while it is at work: the panel warming up, white against its target while the menu is turned, the grays
/// as they are read. The worksheet lays its widgets out, and owns them.
class StageCharts : public QObject {
    Q_OBJECT

public:
    explicit StageCharts(QObject *parent = nullptr);

    [[nodiscard]] PlotWidget *warmUp() const { return m_warmUp; }
    [[nodiscard]] TrimBars *bars() const { return m_bars; }
    /// Settings of the menu that were tried, the newest first.
    [[nodiscard]] QTableWidget *tries() const { return m_tries; }
    [[nodiscard]] PlotWidget *response() const { return m_response; }
    [[nodiscard]] PlotWidget *grayPath() const { return m_grayPath; }
    /// Colours as they are read, and how surely the display is known by then.
    [[nodiscard]] PlotWidget *readColours() const { return m_readColours; }
    [[nodiscard]] PlotWidget *learning() const { return m_learning; }
    /// How far the colours verified so far are off.
    [[nodiscard]] PlotWidget *verifying() const { return m_verifying; }

    void show(const VisitRecord &record);
    /// What is known before a reading is taken.
    void showNext(const NextReading &next);
    /// White while somebody turns the menu.
    void showGlance(const WhiteStanding &standing);
    /// What is asked for now; null for nothing.
    void setQuestion(const Question *question);

private:
    void showTrimming(const VisitRecord &record);

    PlotWidget *m_warmUp, *m_response, *m_grayPath, *m_readColours, *m_learning, *m_verifying;
    std::vector<Learnt> m_learnt; ///< of the visit at work
    TrimBars *m_bars;
    QTableWidget *m_tries;
    std::vector<Control> m_controls; ///< of the display shown
    std::map<std::string, double> m_at;
    bool m_asks = false;
};

} // namespace lamp::app
