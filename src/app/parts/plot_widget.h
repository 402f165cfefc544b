// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/render.h"

#include <QWidget>

class QMenu;

namespace lamp::app {

/// A chart that is read: by the pointer, by the arrow keys from value to value, as a table, as a file. Ctrl and the wheel,
/// + and − magnify it, dragging and Ctrl with the arrow keys move it, 0 or a double click shows all of it.
class PlotWidget : public QWidget {
    Q_OBJECT

public:
    explicit PlotWidget(QWidget *parent = nullptr);
    /// Shows another chart; the part that is looked at stays where the axes are the same.
    void setPlot(plot::Plot plot);
    [[nodiscard]] const plot::Plot &plot() const { return m_plot; }
    [[nodiscard]] const plot::View &view() const { return m_view; }
    /// What it reads out at a position; empty where no value is near.
    [[nodiscard]] QString readOut(const QPointF &at) const;
    /// The value that was chosen by keys, or that is under the pointer; empty for none.
    [[nodiscard]] QString current() const;
    /// Copying, saving, the table: what the context menu offers.
    QMenu *menu();
    /// Writes picture or data by the file's ending: svg, pdf, png, csv. \return what went wrong, or an empty text
    QString save(const QString &file) const;
    [[nodiscard]] QSize sizeHint() const override { return {420, 210}; }

Q_SIGNALS:
    /// A place of the chart was pressed and let go, in its own units.
    void picked(double x, double y);

protected:
    bool event(QEvent *event) override;
    void paintEvent(QPaintEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseReleaseEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void wheelEvent(QWheelEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    void contextMenuEvent(QContextMenuEvent *event) override;
    void leaveEvent(QEvent *event) override;

private:
    [[nodiscard]] plot::Frame frame() const;
    void choose(int reading);
    void look(const plot::View &view);
    void magnify(double factor);
    void askAndSave();
    void showTable();
    plot::Plot m_plot;
    std::vector<plot::Reading> m_readings;
    plot::View m_view;
    int m_current = -1; ///< of m_readings
    std::optional<QPointF> m_dragged, m_pressed;
};

} // namespace lamp::app
