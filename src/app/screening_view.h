// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/chart_widget.h"
#include "measure/reading_set.h"
#include "profile/screening.h"

#include <QElapsedTimer>
#include <QFrame>

#include <memory>

class QLabel;
class QPushButton;
class QTableWidget;

namespace lamp::app {

/// Several profiles made elsewhere for the same model, side by side: which agree, which stands apart and why, which
/// to take.
class ScreeningView : public QFrame {
    Q_OBJECT

public:
    explicit ScreeningView(QWidget *parent = nullptr);
    /// \param names and profiles, as many of each
    void show(std::vector<std::string> names, std::vector<Bytes> files);
    /// Ranks them by real error on one's own unit. \return what went wrong, if anything
    Status rank(const ReadingSet &readings);
    [[nodiscard]] const Screening &screening() const { return *m_screening; }
    /// Says how far the instrument is. \param of 0 or less: it is done, or was not begun
    void setProgress(int taken, int of);

Q_SIGNALS:
    void readingsWanted();
    /// The instrument is to read, or to stop reading.
    void instrumentWanted();
    void profileWanted(const QString &name, const lamp::Bytes &bytes);

private:
    void fill(const std::vector<RealError> &errors);
    std::shared_ptr<const Screening> m_screening;
    std::vector<std::string> m_names;
    std::vector<Bytes> m_files;
    std::vector<Profile> m_profiles;
    QLabel *m_verdict, *m_mind;
    QTableWidget *m_table, *m_pairs;
    PlotWidget *m_plot;
    QPushButton *m_rank, *m_read;
    QLabel *m_progress;
    QElapsedTimer m_since;
};

} // namespace lamp::app
