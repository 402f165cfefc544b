// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"
#include "store/store.h"

#include <QFrame>

class QLabel;
class QPushButton;
class QSpinBox;
class QTableWidget;

namespace lamp::app {

class FigureStrip;
class Photographs;
class PlotWidget;

/// A display's card: its lamp and state, the settings of its menu, what its visits found, and what to do next.
class CardView : public QFrame {
    Q_OBJECT

public:
    explicit CardView(QWidget *parent = nullptr);
    /// \param due when it is due, as it stands now
    void show(const DisplayEntry &display, Store &store, const Due &due, WallTime now);
    /// When it is due was worked out further.
    void setDue(const Due &due, WallTime now);
    /// What it shows, and how it was over the years (for tests).
    [[nodiscard]] const FigureStrip *figures() const { return m_figures; }
    [[nodiscard]] Photographs *photographs() const { return m_photographs; }
    [[nodiscard]] const PlotWidget *years() const { return m_luminance; }
    /// Adds what stands below every card.
    void addBelow(QWidget *widget);

Q_SIGNALS:
    void visitWanted(lamp::Task task);
    void recordWanted(const QString &visitId);
    void cadenceChanged(int days);

private:
    class Lamp;
    /// \param limit of the colours' mean, by the tolerance that the last visit was judged by, in CIEDE2000
    void showYears(const DisplayEntry &display, Store &store, WallTime now, std::optional<double> limit);
    Lamp *m_lamp;
    Photographs *m_photographs;
    QLabel *m_name, *m_state, *m_facts, *m_advice;
    QPushButton *m_full, *m_refresh, *m_check;
    QSpinBox *m_cadence;
    FigureStrip *m_figures;
    PlotWidget *m_luminance, *m_differences, *m_white; ///< over the months; white about its target
    QTableWidget *m_history;
    std::vector<QString> m_ids;
};

} // namespace lamp::app
