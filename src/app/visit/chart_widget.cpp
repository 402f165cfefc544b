// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/chart_widget.h"

#include "app/parts/look.h"

#include <QMouseEvent>
#include <QPainter>

namespace lamp::app {

PlotWidget::PlotWidget(const QString &title, QWidget *parent) : QWidget(parent), m_title(title)
{
    setMouseTracking(true);
    setMinimumHeight(190);
    setAccessibleName(title);
}

void PlotWidget::setDrawing(Drawing drawing)
{
    m_drawing = std::move(drawing);
    m_points.clear();
    m_readOut.clear();
    update();
}

ChartWidget::ChartWidget(Chart::Kind kind, QWidget *parent) : PlotWidget(Chart(kind).title(), parent), m_chart(kind) {}

void ChartWidget::setRecord(const RecordPtr &record)
{
    QString description;
    if (record) {
        for (const std::string &reason : record->reasons) {
            description += QString::fromStdString(reason) + ' ';
        }
    }
    setAccessibleDescription(description);
    setDrawing(record
                   ? Drawing([chart = m_chart, record](QPainter &p, const QRectF &area, const Tones &t) { return chart.draw(p, area, *record, t); })
                   : Drawing());
}

QString PlotWidget::readOut(const QPointF &at) const
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

void PlotWidget::paintEvent(QPaintEvent *)
{
    QPainter painter(this);
    const Tones tones = chartTones();
    painter.setPen(tones.ink);
    QFont bold = font();
    bold.setBold(true);
    painter.setFont(bold);
    painter.drawText(QRectF(2, 0, width() - 4, 20), Qt::AlignLeft | Qt::AlignVCenter, m_title);
    QFont small = font();
    small.setPixelSize(11);
    painter.setFont(small);
    if (!m_readOut.isEmpty()) {
        painter.drawText(QRectF(2, 0, width() - 6, 20), Qt::AlignRight | Qt::AlignVCenter, m_readOut);
    }
    if (m_drawing) {
        m_points = m_drawing(painter, QRectF(0, 22, width(), height() - 22), tones);
    }
}

void PlotWidget::mouseMoveEvent(QMouseEvent *event)
{
    m_readOut = readOut(event->position());
    update();
}

void PlotWidget::leaveEvent(QEvent *)
{
    m_readOut.clear();
    update();
}

} // namespace lamp::app
