// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_runner.h"

#include <QImage>
#include <QWidget>

namespace lamp::app {

class Background;

/// A picture with skin, grays, gradients, saturated colour, a landscape and black-and-white, drawn here.
QImage testPicture(int width, int height);

/// The picture as the display showed it before the visit, and as it shows it now, both worked out from the
/// readings: before, file values went to the display as they were; now they go through profile and ramps.
QImage asShownBefore(const QImage &picture, const VisitRecord &record);
QImage asShownAfter(const QImage &picture, const VisitRecord &record);

/// Before and after, switched with one key; a click zooms on a part.
class LookView : public QWidget {
    Q_OBJECT

public:
    explicit LookView(QWidget *parent = nullptr);
    void setRecord(RecordPtr record);
    void setPicture(const QImage &picture);
    /// Pictures made elsewhere, of one size, with what is said above each.
    void setPair(QImage before, QImage after, QString beforeWords, QString afterWords);
    void toggle();
    [[nodiscard]] bool showsAfter() const { return m_showAfter; }
    [[nodiscard]] QSize sizeHint() const override { return {520, 260}; }

protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;

private:
    void render();
    Background *m_background;
    RecordPtr m_record;
    QImage m_picture, m_before, m_after;
    QString m_beforeWords, m_afterWords;
    bool m_showAfter = true;
    std::optional<QPointF> m_zoom; ///< centre of the part, 0..1
};

} // namespace lamp::app
