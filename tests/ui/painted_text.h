// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainter>
#include <QRegion>
#include <QStringList>
#include <QWidget>

/// Hears what text a widget paints, and where: what lies beyond the widget, or beyond what it clips to, cannot be read.
class TextRecorder : public QPaintDevice {
public:
    explicit TextRecorder(const QWidget &of) : m_size(of.size()), m_engine(of.rect()) {}
    /// Texts that are not wholly to be seen.
    [[nodiscard]] const QStringList &cut() const { return m_engine.m_cut; }
    [[nodiscard]] int texts() const { return m_engine.m_texts; }
    [[nodiscard]] QPaintEngine *paintEngine() const override { return &m_engine; }

protected:
    [[nodiscard]] int metric(PaintDeviceMetric metric) const override
    {
        constexpr int kDpi = 96;
        switch (metric) {
        case PdmWidth: return m_size.width();
        case PdmHeight: return m_size.height();
        case PdmWidthMM: return m_size.width() * 254 / (10 * kDpi);
        case PdmHeightMM: return m_size.height() * 254 / (10 * kDpi);
        case PdmDepth: return 32;
        case PdmNumColors: return 1 << 24;
        case PdmDevicePixelRatio: return 1;
        case PdmDevicePixelRatioScaled: return int(devicePixelRatioFScale());
        default: return kDpi;
        }
    }

private:
    class Engine : public QPaintEngine {
    public:
        explicit Engine(const QRect &seen) : QPaintEngine(AllFeatures), m_seen(seen) {}
        bool begin(QPaintDevice *) override { return true; }
        bool end() override { return true; }
        void updateState(const QPaintEngineState &) override {}
        void drawPixmap(const QRectF &, const QPixmap &, const QRectF &) override {}
        void drawImage(const QRectF &, const QImage &, const QRectF &, Qt::ImageConversionFlags) override {}
        void drawPath(const QPainterPath &) override {}
        void drawPolygon(const QPointF *, int, PolygonDrawMode) override {}
        [[nodiscard]] Type type() const override { return User; }
        void drawTextItem(const QPointF &at, const QTextItem &item) override
        {
            constexpr double kSlack = 2; // pixels: ascent and descent are more than most letters need
            ++m_texts;
            const QRectF text(at.x(), at.y() - item.ascent(), item.width(), item.ascent() + item.descent());
            const QTransform &to = painter()->transform();
            QRectF seen = m_seen;
            if (painter()->hasClipping()) {
                seen &= to.mapRect(painter()->clipBoundingRect());
            }
            const QRectF lies = to.mapRect(text);
            if (!seen.adjusted(-kSlack, -kSlack, kSlack, kSlack).contains(lies) && !item.text().trimmed().isEmpty()) {
                m_cut << item.text();
            }
        }
        QRectF m_seen;
        QStringList m_cut;
        int m_texts = 0;
    };
    QSize m_size;
    mutable Engine m_engine;
};

/// What the window's own widgets paint and cannot be read. \param texts counts what is painted
inline QStringList paintedCut(const QWidget &in, int *texts = nullptr)
{
    QStringList all;
    for (QWidget *w : in.findChildren<QWidget *>()) {
        if (w->isVisibleTo(&in) && QString::fromLatin1(w->metaObject()->className()).startsWith("lamp::app")) {
            TextRecorder recorder(*w);
            w->render(&recorder, {}, {}, QWidget::RenderFlags());
            for (const QString &text : recorder.cut()) {
                all << QString::fromLatin1(w->metaObject()->className()) + " paints: " + text;
            }
            if (texts != nullptr) {
                *texts += recorder.texts();
            }
        }
    }
    return all;
}
