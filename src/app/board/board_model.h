// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/due.h"

#include <QAbstractTableModel>

#include <optional>
#include <vector>

namespace lamp::app {

/// A display on the board.
struct BoardLine {
    DueQuestion question;
    Due due;
    std::optional<double> lossPercent; ///< of luminance a year, with its uncertainty
    double lossK2 = 0;
    std::optional<WallTime> holdsUntil;
};

/// All displays, a row each; sorted by a proxy, by what stands under kSortRole.
class BoardModel : public QAbstractTableModel {
    Q_OBJECT

public:
    enum Column { Display, Room, State, DueOn, Why, LastVisit, Mean, Loss, HoldsUntil, kColumns };
    static constexpr int kSortRole = Qt::UserRole + 1, kDisplayRole = Qt::UserRole + 2;
    static constexpr int kLamp = 18; ///< pixels

    using QAbstractTableModel::QAbstractTableModel;
    void setLines(std::vector<BoardLine> lines);
    [[nodiscard]] const std::vector<BoardLine> &lines() const { return m_lines; }

    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    [[nodiscard]] static QString words(const BoardLine &line, int column);
    [[nodiscard]] static QVariant sortedBy(const BoardLine &line, int column);
    std::vector<BoardLine> m_lines;
};

} // namespace lamp::app
