// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/before_after/pictures.h"
#include "app/visit/visit_runner.h"

#include <QImage>
#include <QWidget>

namespace lamp::app {

class Background;

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
    /// Goes on to the next of the program's own pictures.
    void nextPicture();
    [[nodiscard]] int pictureIndex() const { return m_index; }
    [[nodiscard]] bool showsAfter() const { return m_showAfter; }
    [[nodiscard]] QSize sizeHint() const override { return {560, 326}; }

protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;

private:
    void render();
    Background *m_background;
    RecordPtr m_record;
    QImage m_picture; ///< from a file, where m_index is -1
    QImage m_before, m_after;
    QString m_beforeWords, m_afterWords;
    int m_index = 0; ///< of the program's own pictures; -1: one from a file
    bool m_showAfter = true;
    std::optional<QPointF> m_zoom; ///< centre of the part, 0..1
};

} // namespace lamp::app
