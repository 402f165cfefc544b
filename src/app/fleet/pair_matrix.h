// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/agreement.h"

#include <QAbstractTableModel>
#include <QTableView>

namespace lamp::app {

/// How alike each two displays are: a row and a column for each.
class PairMatrixModel : public QAbstractTableModel {
    Q_OBJECT

public:
    static constexpr int kMeanRole = Qt::UserRole + 1; ///< CIEDE2000; nothing where it is not known
    using QAbstractTableModel::QAbstractTableModel;
    void set(QStringList names, Agreement agreement);
    /// Of two displays; null where they are the same.
    [[nodiscard]] const PairAgreement *pair(int a, int b) const;
    [[nodiscard]] const Agreement &agreement() const { return m_agreement; }
    [[nodiscard]] const QStringList &names() const { return m_names; }

    [[nodiscard]] int rowCount(const QModelIndex &parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex &parent = {}) const override { return rowCount(parent); }
    [[nodiscard]] QVariant data(const QModelIndex &index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    QStringList m_names;
    Agreement m_agreement;
    std::vector<int> m_pairOf; ///< by row and column; -1 on the diagonal
};

/// The matrix as one reads it: a number in each cell, and a disc whose area is the mean difference.
class PairMatrix : public QTableView {
    Q_OBJECT

public:
    explicit PairMatrix(QWidget *parent = nullptr);
    [[nodiscard]] PairMatrixModel &pairs() { return *m_model; }
    /// Chooses a pair. \pre they differ and are there
    void choose(int a, int b);

Q_SIGNALS:
    void chosen(int a, int b);

private:
    PairMatrixModel *m_model;
};

} // namespace lamp::app
