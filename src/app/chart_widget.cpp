// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/chart_widget.h"

#include "app/look.h"

#include <QMouseEvent>
#include <QPainter>

namespace lamp::app {

ChartWidget::ChartWidget(Chart::Kind kind, QWidget *parent) : QWidget(parent), m_chart(kind)
{
    setMouseTracking(true);
    setMinimumHeight(190);
    setAccessibleName(m_chart.title());
}

void ChartWidget::setRecord(RecordPtr record)
{
    m_record = std::move(record);
    QString description;
    if (m_record) {
        for (const std::string &reason : m_record->reasons) {
            description += QString::fromStdString(reason) + ' ';
        }
    }
    setAccessibleDescription(description);
    update();
}

QString ChartWidget::readOut(const QPointF &at) const
{
    QString text;
    double best = 30;
    for (const ChartPoint &p : m_points) {
        const double d = std::hypot(p.at.x() - at.x(), (p.at.y() - at.y()) * 0.5);
        if (d < best) {
            best = d;
            text = p.text;
        }
    }
    return text;
}

void ChartWidget::paintEvent(QPaintEvent *)
{
    QPainter painter(this);
    const Tones tones = chartTones();
    painter.setPen(tones.ink);
    QFont bold = font();
    bold.setBold(true);
    painter.setFont(bold);
    painter.drawText(QRectF(2, 0, width() - 4, 20), Qt::AlignLeft | Qt::AlignVCenter, m_chart.title());
    QFont small = font();
    small.setPixelSize(11);
    painter.setFont(small);
    if (!m_readOut.isEmpty()) {
        painter.drawText(QRectF(2, 0, width() - 6, 20), Qt::AlignRight | Qt::AlignVCenter, m_readOut);
    }
    if (m_record) {
        m_points = m_chart.draw(painter, QRectF(0, 22, width(), height() - 22), *m_record, tones);
    }
}

void ChartWidget::mouseMoveEvent(QMouseEvent *event)
{
    m_readOut = readOut(event->position());
    update();
}

void ChartWidget::leaveEvent(QEvent *)
{
    m_readOut.clear();
    update();
}

} // namespace lamp::app
