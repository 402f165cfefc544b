// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/before_after/own_picture.h"
#include "app/before_after/pictures.h"
#include "app/visit/visit_runner.h"

#include <QImage>
#include <QWidget>

class QTimer;

namespace lamp::app {

class Background;

/// The picture as the display showed it before the visit, and as it shows it now, both worked out from the
/// readings: before, file values went to the display as they were; now they go through profile and ramps. A picture in
/// workingColours() is taken for that, any other for sRGB.
QImage asShownBefore(const QImage &picture, const VisitRecord &record);
QImage asShownAfter(const QImage &picture, const VisitRecord &record);

/// Before and after, switched with one key; a click zooms on a part.
class LookView : public QWidget {
    Q_OBJECT

public:
    explicit LookView(QWidget *parent = nullptr);
    void setRecord(RecordPtr record);
    void setPicture(LookedAt picture);
    /// A print that pictures are looked at through, in place of how the display was found.
    struct Proof {
        Bytes profile; ///< the printer's
        bool paperWhite = false, warn = false;
    };
    /// Nothing ends it.
    void setProof(std::optional<Proof> proof);
    [[nodiscard]] const std::optional<Proof> &proof() const { return m_proof; }
    /// Both at once, before at the left.
    void setSplit(bool split);
    [[nodiscard]] bool split() const { return m_split; }
    /// Whose numbers the picture's are, in words.
    [[nodiscard]] const QString &source() const { return m_source; }
    /// Pictures made elsewhere, of one size, with what is said above each.
    void setPair(QImage before, QImage after, QString beforeWords, QString afterWords);
    /// What is said above them in place of what it was.
    void setWords(const QString &words)
    {
        m_beforeWords = m_afterWords = words;
        update();
    }
    void toggle();
    /// A lens that goes with the pointer, or by the arrow keys: pixel for pixel, five times as large.
    void setLoupe(bool on);
    [[nodiscard]] bool loupe() const { return m_loupe.has_value(); }
    /// Moves it by shares of the picture.
    void moveLoupe(double right, double down);
    /// Nothing but gray for a while, so that the eyes forget what they saw; a key or a click ends it. \param seconds above 0
    void rest(int seconds = kRest);
    [[nodiscard]] int restLeft() const { return m_restLeft; } ///< seconds; 0: not resting
    void endRest();
    static constexpr int kRest = 30;
    /// Goes on to the next of the program's own pictures.
    void nextPicture();
    [[nodiscard]] int pictureIndex() const { return m_index; }
    [[nodiscard]] bool showsAfter() const { return m_showAfter; }
    [[nodiscard]] QSize sizeHint() const override { return {560, 326}; }

Q_SIGNALS:
    /// The profile is none of a printer; nothing is proofed.
    void proofRefused(const QString &why);

protected:
    void paintEvent(QPaintEvent *event) override;
    void mousePressEvent(QMouseEvent *event) override;
    void mouseMoveEvent(QMouseEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

private:
    struct Shown {
        QImage before, after;
        QString source;
    };
    void render();
    Background *m_background;
    RecordPtr m_record;
    LookedAt m_picture; ///< from a file, where m_index is -1
    std::optional<Proof> m_proof;
    QString m_source;
    QImage m_before, m_after;
    QString m_beforeWords, m_afterWords;
    int m_index = 0; ///< of the program's own pictures; -1: one from a file
    bool m_showAfter = true, m_split = false;
    /// Where the picture is drawn, and which part of it.
    struct Laid {
        QRectF area, source;
    };
    [[nodiscard]] Laid laid(const QImage &image) const;
    void paintLoupe(QPainter &p, const Laid &at) const;
    void paintRest(QPainter &p) const;
    std::optional<QPointF> m_loupe; ///< where it looks, 0..1 of what is drawn
    QTimer *m_rest;
    int m_restLeft = 0;
    std::optional<QPointF> m_zoom; ///< centre of the part, 0..1
};

} // namespace lamp::app
