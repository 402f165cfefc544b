// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QHeaderView>
#include <QTableWidget>

namespace lamp::app {

/// A table that is read, not edited: rows are chosen whole, headings stand left.
/// \param name for screen readers \param rowHeight pixels
inline QTableWidget *plainTable(const QStringList &headings, const QString &name, int rowHeight = 24)
{
    auto *t = new QTableWidget(0, int(headings.size()));
    t->setHorizontalHeaderLabels(headings);
    t->verticalHeader()->setDefaultSectionSize(rowHeight);
    t->setEditTriggers(QAbstractItemView::NoEditTriggers);
    t->setSelectionBehavior(QAbstractItemView::SelectRows);
    t->setAccessibleName(name);
    t->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    return t;
}

/// Puts a row of words into it.
template <typename Cells> void setRow(QTableWidget &table, int row, const Cells &cells)
{
    int column = 0;
    for (const QString &cell : cells) {
        table.setItem(row, column++, new QTableWidgetItem(cell));
    }
}

} // namespace lamp::app
