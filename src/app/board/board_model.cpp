// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/board_model.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QApplication>
#include <QIcon>
#include <QPalette>

#include <algorithm>
#include <array>
#include <limits>

namespace lamp::app {

namespace {

const QString kNone = QStringLiteral("–");

QString dayOrNone(const std::optional<WallTime> &t)
{
    return t ? text(localDate(*t)) : kNone; // short, and alike in all rows
}

double secondsOr(const std::optional<WallTime> &t, double otherwise)
{
    return t ? double(t->time_since_epoch().count()) : otherwise;
}

} // namespace

void BoardModel::setLines(std::vector<BoardLine> lines)
{
    beginResetModel();
    m_lines = std::move(lines);
    endResetModel();
}

int BoardModel::rowCount(const QModelIndex &parent) const
{
    return parent.isValid() ? 0 : int(m_lines.size());
}

int BoardModel::columnCount(const QModelIndex &parent) const
{
    return parent.isValid() ? 0 : kColumns;
}

QString BoardModel::words(const BoardLine &l, int column)
{
    const DueQuestion &q = l.question;
    switch (column) {
    case Display: return text(q.name);
    case Room: return text(q.room);
    case State: return text(dueStateSaid(l.due.state));
    case DueOn: return dayOrNone(l.due.due);
    case Why: return l.due.why.empty() ? kNone : text(dueReasonSaid(l.due.state, l.due.why));
    case LastVisit: return dayOrNone(q.lastVisit);
    case Mean: return q.last && q.last->mean ? number(*q.last->mean, 2) : kNone;
    case Loss: return l.lossPercent ? text(say("plus-or-minus", decimal(*l.lossPercent, 1), decimal(l.lossK2, 1))) : kNone;
    case HoldsUntil: return dayOrNone(l.holdsUntil);
    default: return {};
    }
}

QVariant BoardModel::sortedBy(const BoardLine &l, int column)
{
    constexpr double kLast = std::numeric_limits<double>::max();
    switch (column) {
    case State: return urgency(l.due.state);
    case DueOn: return secondsOr(l.due.due, 0); // who was never visited comes first
    case LastVisit: return secondsOr(l.question.lastVisit, 0);
    case Mean: return l.question.last && l.question.last->mean ? *l.question.last->mean : kLast;
    case Loss: return l.lossPercent.value_or(kLast);
    case HoldsUntil: return secondsOr(l.holdsUntil, kLast);
    default: return words(l, column);
    }
}

QVariant BoardModel::data(const QModelIndex &index, int role) const
{
    if (!index.isValid() || size_t(index.row()) >= m_lines.size()) {
        return {};
    }
    const BoardLine &l = m_lines[size_t(index.row())];
    const int column = index.column();
    switch (role) {
    case Qt::DisplayRole: return words(l, column);
    case Qt::DecorationRole: return column == Display ? QVariant(lampIcon(lampOf(l.due), kLamp)) : QVariant();
    case Qt::TextAlignmentRole: return int((column == Mean || column == Loss ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    case Qt::AccessibleTextRole: return column == Display ? words(l, Display) + ", " + words(l, State) : words(l, column);
    case Qt::ToolTipRole: return column == Display ? text(l.question.serial) : QString();
    case kSortRole: return sortedBy(l, column);
    case kDisplayRole: return qint64(l.question.key);
    default: return {};
    }
}

QVariant BoardModel::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal || section < 0 || section >= kColumns) {
        return {};
    }
    if (role == Qt::TextAlignmentRole) {
        return int((section == Mean || section == Loss ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    }
    if (role != Qt::DisplayRole) {
        return {};
    }
    static const std::array<Message, kColumns> all{say("column-display"), say("column-room"),    say("column-state"),
                                                   say("column-due"),     say("column-because"), say("column-last-visit"),
                                                   say("column-mean"),    say("column-light"),   say("column-holds")};
    return text(all[size_t(section)]);
}

} // namespace lamp::app
