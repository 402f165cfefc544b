// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit_runner.h"
#include "exchange/chart.h"

#include <QWidget>

namespace lamp::app {

/// A chart of a visit that reads out the value nearest to the pointer.
class ChartWidget : public QWidget {
    Q_OBJECT

public:
    explicit ChartWidget(Chart::Kind kind, QWidget *parent = nullptr);
    void setRecord(RecordPtr record);
    [[nodiscard]] QSize sizeHint() const override { return {420, 210}; }
    /// What it reads out at a position; empty where no value is near.
    [[nodiscard]] QString readOut(const QPointF &at) const;

protected:
    void paintEvent(QPaintEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void leaveEvent(QEvent *event) override;

private:
    Chart m_chart;
    RecordPtr m_record;
    std::vector<ChartPoint> m_points;
    QString m_readOut;
};

} // namespace lamp::app
