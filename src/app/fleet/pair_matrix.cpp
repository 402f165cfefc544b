// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/fleet/pair_matrix.h"

#include "app/parts/words.h"

#include <QHeaderView>
#include <QPainter>
#include <QStyledItemDelegate>

#include <cmath>

namespace lamp::app {

namespace {

/// A disc beside the number: what is far apart is seen before it is read.
class PairCell : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void paint(QPainter *painter, const QStyleOptionViewItem &option, const QModelIndex &index) const override
    {
        QStyledItemDelegate::paint(painter, option, index);
        const QVariant mean = index.data(PairMatrixModel::kMeanRole);
        if (!mean.isValid()) {
            return;
        }
        constexpr double kWhole = 4, kRadius = 8; // ΔE00 at which a disc is as large as it gets; pixels
        const double r = kRadius * std::sqrt(std::clamp(mean.toDouble() / kWhole, 0.0, 1.0));
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        painter->setPen(Qt::NoPen);
        painter->setBrush(option.palette.color(option.state & QStyle::State_Selected ? QPalette::HighlightedText : QPalette::Text));
        painter->drawEllipse(QPointF(option.rect.left() + kRadius + 6, option.rect.center().y() + 0.5), r, r);
        painter->restore();
    }
};

} // namespace

void PairMatrixModel::set(QStringList names, Agreement agreement)
{
    beginResetModel();
    m_names = std::move(names);
    m_agreement = std::move(agreement);
    const size_t n = size_t(m_names.size());
    m_pairOf.assign(n * n, -1);
    for (size_t i = 0; i < m_agreement.pairs.size(); ++i) {
        const PairAgreement &p = m_agreement.pairs[i];
        m_pairOf[p.a * n + p.b] = m_pairOf[p.b * n + p.a] = int(i);
    }
    endResetModel();
}

const PairAgreement *PairMatrixModel::pair(int a, int b) const
{
    const int n = rowCount();
    const int i = a >= 0 && b >= 0 && a < n && b < n ? m_pairOf[size_t(a * n + b)] : -1;
    return i < 0 ? nullptr : &m_agreement.pairs[size_t(i)];
}

int PairMatrixModel::rowCount(const QModelIndex &parent) const
{
    return parent.isValid() ? 0 : int(m_names.size());
}

QVariant PairMatrixModel::data(const QModelIndex &index, int role) const
{
    const PairAgreement *p = pair(index.row(), index.column());
    if (p == nullptr) {
        return {};
    }
    const bool known = p->colours > 0;
    switch (role) {
    case Qt::DisplayRole: return known ? number(p->mean, 1) : tr("none");
    case Qt::TextAlignmentRole: return int(Qt::AlignRight | Qt::AlignVCenter);
    case Qt::ToolTipRole:
    case Qt::AccessibleTextRole:
        return known ? tr("%1 and %2: mean %3, largest %4 ΔE00")
                           .arg(m_names[index.row()], m_names[index.column()], number(p->mean, 2), number(p->max, 1))
                     : tr("%1 and %2 have no colour in common").arg(m_names[index.row()], m_names[index.column()]);
    case kMeanRole: return known ? QVariant(p->mean) : QVariant();
    default: return {};
    }
}

QVariant PairMatrixModel::headerData(int section, Qt::Orientation, int role) const
{
    if (section < 0 || section >= m_names.size()) {
        return {};
    }
    if (role == Qt::DisplayRole) { // in two lines, since there is little room beside the figures
        return QString(m_names[section]).replace(QStringLiteral(", "), QStringLiteral(",\n"));
    }
    return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(m_names[section]) : QVariant();
}

PairMatrix::PairMatrix(QWidget *parent) : QTableView(parent), m_model(new PairMatrixModel(this))
{
    setModel(m_model);
    setItemDelegate(new PairCell(this));
    setSelectionMode(QAbstractItemView::SingleSelection);
    setTabKeyNavigation(false);
    setAccessibleName(tr("Mean difference of each two displays"));
    for (QHeaderView *h : {horizontalHeader(), verticalHeader()}) {
        h->setHighlightSections(false);
    }
    horizontalHeader()->setDefaultSectionSize(90);
    verticalHeader()->setDefaultSectionSize(2 * fontMetrics().height() + 4);
    verticalHeader()->setDefaultAlignment(Qt::AlignRight | Qt::AlignVCenter);
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex &i) {
        if (m_model->pair(i.row(), i.column()) != nullptr) {
            Q_EMIT chosen(i.row(), i.column());
        }
    });
}

void PairMatrix::choose(int a, int b)
{
    setCurrentIndex(m_model->index(a, b));
}

} // namespace lamp::app
