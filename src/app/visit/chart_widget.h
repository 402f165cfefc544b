// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_runner.h"
#include "exchange/chart.h"

#include <QWidget>

#include <functional>

namespace lamp::app {

/// A chart that reads out the value nearest to the pointer.
class PlotWidget : public QWidget {
    Q_OBJECT

public:
    using Drawing = std::function<std::vector<ChartPoint>(QPainter &, const QRectF &, const Tones &)>;

    explicit PlotWidget(const QString &title, QWidget *parent = nullptr);
    void setDrawing(Drawing drawing);
    [[nodiscard]] QSize sizeHint() const override { return {420, 210}; }
    /// What it reads out at a position; empty where no value is near.
    [[nodiscard]] QString readOut(const QPointF &at) const;

protected:
    void paintEvent(QPaintEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void leaveEvent(QEvent *event) override;

private:
    QString m_title;
    Drawing m_drawing;
    std::vector<ChartPoint> m_points;
    QString m_readOut;
};

/// A chart of a visit.
class ChartWidget : public PlotWidget {
    Q_OBJECT

public:
    explicit ChartWidget(Chart::Kind kind, QWidget *parent = nullptr);
    void setRecord(const RecordPtr &record);

private:
    Chart m_chart;
};

} // namespace lamp::app
