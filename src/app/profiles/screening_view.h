// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/plot_widget.h"
#include "measure/reading_set.h"
#include "profile/screening.h"

#include <QElapsedTimer>
#include <QFrame>

#include <memory>

class QLabel;
class QPushButton;
class QTableWidget;

namespace lamp::app {

/// Profiles that were compared.
struct ComparedProfiles {
    std::vector<std::string> names;
    std::vector<Bytes> files;
    std::vector<Profile> profiles;
    std::vector<Message> unreadable; ///< about those that were left out
    Screening screening;

    [[nodiscard]] std::vector<const Profile *> pointers() const;
};

/// Several profiles made elsewhere for the same model, side by side: which agree, which stands apart and why, which
/// to take.
class ScreeningView : public QFrame {
    Q_OBJECT

public:
    explicit ScreeningView(QWidget *parent = nullptr);
    /// Compares profiles; for any thread. \param names and profiles, as many of each
    static std::shared_ptr<const ComparedProfiles> compare(std::vector<std::string> names, std::vector<Bytes> files);
    void show(std::shared_ptr<const ComparedProfiles> compared);
    /// Real errors of what is shown, on one's own unit; for any thread but one that shows something else meanwhile.
    static Result<std::vector<RealError>> rank(const std::shared_ptr<const ComparedProfiles> &compared, const ReadingSet &readings);
    void showRanking(const std::vector<RealError> &errors);
    [[nodiscard]] const std::shared_ptr<const ComparedProfiles> &compared() const { return m_compared; }
    [[nodiscard]] const Screening &screening() const { return m_compared->screening; }
    /// Says how far the instrument is. \param of 0 or less: it is done, or was not begun
    void setProgress(int taken, int of);

Q_SIGNALS:
    void readingsWanted();
    /// The instrument is to read, or to stop reading.
    void instrumentWanted();
    void profileWanted(const QString &name, const lamp::Bytes &bytes);

private:
    void fill(const std::vector<RealError> &errors);
    std::shared_ptr<const ComparedProfiles> m_compared;
    QLabel *m_verdict, *m_mind;
    QTableWidget *m_table, *m_pairs;
    PlotWidget *m_plot;
    QPushButton *m_rank, *m_read;
    QLabel *m_progress;
    QElapsedTimer m_since;
};

} // namespace lamp::app
