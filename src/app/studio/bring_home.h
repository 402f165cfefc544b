// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/along.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace lamp::app {

class Background;

/// What a copy that was taken along brings home: how much of each kind, and what both sides changed, with a choice for each. It compares at once
/// and acts when asked; both studios are opened beside the window's own.
class BringHome : public QDialog {
    Q_OBJECT

public:
    /// \param away the copy's file \param home where the studio is
    BringHome(QString away, QString home, QWidget *parent);
    ~BringHome() override;
    /// Not while it is being brought: what came of it is to be seen.
    void reject() override;

private:
    void compare();
    void take(const Result<Merge> &merge);
    void bring();
    void said(const Result<Merge> &done);
    [[nodiscard]] std::vector<MergeConflict> decided() const;
    static Result<Merge> work(const QString &away, const QString &home, const std::vector<MergeConflict> *decided);

    QString m_away, m_home;
    Merge m_merge;
    Background *m_background;
    QLabel *m_said, *m_brings;
    QTableWidget *m_conflicts;
    std::vector<QComboBox *> m_counts; ///< of each conflict: which side counts
    QPushButton *m_bring;
    bool m_bringing = false;
};

} // namespace lamp::app
