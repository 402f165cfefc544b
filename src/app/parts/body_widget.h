// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "gamut/mesh.h"

#include <QWidget>

namespace lamp::app {

/// Gamuts as bodies in CIELAB that are turned: one in its own colours, another one as neutral lines round it. Dragging or the arrow keys turn it, the
/// wheel, + and − magnify, Home and a double click show it as at first; the colour under the pointer is read out.
class BodyWidget : public QWidget {
    Q_OBJECT

public:
    explicit BodyWidget(QWidget *parent = nullptr);
    /// \param solid in its colours \param lines null for none; what they show stays alive
    void setBodies(const GamutMesh *solid, const GamutMesh *lines);
    void turn(double byDegrees, double upDegrees);
    [[nodiscard]] double turned() const { return m_turn; }
    [[nodiscard]] double tilted() const { return m_tilt; }
    /// The surface's colour at a position; nothing beside the body.
    [[nodiscard]] std::optional<Lab> colourAt(const QPointF &at) const;
    /// What is said of that colour.
    [[nodiscard]] QString readOut(const QPointF &at) const;
    void paint(QPainter &painter, const QSize &size) const;
    [[nodiscard]] QSize sizeHint() const override { return {560, 460}; }

protected:
    bool event(QEvent *event) override;
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void mouseDoubleClickEvent(QMouseEvent *event) override;
    void wheelEvent(QWheelEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

private:
    struct Seen {
        QPointF at;
        double nearness = 0; ///< towards the eye
    };
    [[nodiscard]] std::vector<Seen> seen(const GamutMesh &mesh, const QSize &size) const;
    void first();
    void magnify(double by);

    const GamutMesh *m_solid = nullptr, *m_lines = nullptr;
    double m_turn = 0, m_tilt = 0, m_scale = 1; ///< degrees; over what shows all of it
    QPointF m_dragged;
};

} // namespace lamp::app
