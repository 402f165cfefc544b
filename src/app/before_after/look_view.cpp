// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/before_after/look_view.h"

#include "app/parts/background.h"

#include "app/parts/look.h"
#include "colour/spaces.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace lamp::app {

namespace {

/// Tables from an 8-bit value to light, for one channel.
using Table = std::array<double, 256>;

Table tableOf(const ToneCurve &tone)
{
    Table t{};
    for (int i = 0; i < 256; ++i) {
        t[size_t(i)] = tone.value(i / 255.0);
    }
    return t;
}

/// The native tone of a channel, before ramps.
Table nativeTable(const VisitRecord &r, int channel)
{
    const auto &list = r.nativeLight[size_t(channel)];
    if (list.size() != 256) {
        return tableOf({});
    }
    Table t{};
    std::copy(list.begin(), list.end(), t.begin());
    return t;
}

/// Codes of sRGB for 4096 steps of light.
const std::array<int, 4097> &srgbCodes()
{
    static const std::array<int, 4097> codes = [] {
        std::array<int, 4097> e{};
        const ToneCurve srgb{ToneKind::Srgb};
        for (int i = 0; i <= 4096; ++i) {
            e[size_t(i)] = int(std::lround(255 * srgb.inverse(i / 4096.0)));
        }
        return e;
    }();
    return codes;
}

/// A picture whose codes give light by tables, with each colour's light changed by a function.
template <typename Change> QImage mapped(const QImage &picture, const std::array<Table, 3> &light, const Change &change)
{
    const auto &codes = srgbCodes();
    const auto code = [&codes](double l) { return codes[size_t(std::clamp(l, 0.0, 1.0) * 4096 + 0.5)]; };
    QImage out = picture.convertToFormat(QImage::Format_RGB32);
    for (int y = 0; y < out.height(); ++y) {
        auto *line = reinterpret_cast<QRgb *>(out.scanLine(y));
        for (int x = 0; x < out.width(); ++x) {
            const QRgb c = line[x];
            const Eigen::Vector3d v = change(Eigen::Vector3d(light[0][size_t(qRed(c))], light[1][size_t(qGreen(c))], light[2][size_t(qBlue(c))]));
            line[x] = qRgb(code(v[0]), code(v[1]), code(v[2]));
        }
    }
    return out;
}

/// From absolute light to the light of an sRGB screen whose white is the target's.
Eigen::Matrix3d toScreen(const VisitRecord &r, double whiteY)
{
    const RgbSpace srgb = *rgbSpace("sRGB");
    return srgb.toXyz().inverse() * adaptation(whiteOf(r.targetWhite()), whiteOf(srgb.white)) / whiteY;
}

} // namespace

QImage asShownBefore(const QImage &picture, const VisitRecord &r)
{
    if (!r.trim) {
        return picture;
    }
    const Primaries &p = r.trim->primaries;
    const Eigen::Matrix3d toSrgb = toScreen(r, std::max(p.white.b, 1.0)) * p.matrix();
    return mapped(picture, {nativeTable(r, 0), nativeTable(r, 1), nativeTable(r, 2)},
                  [&](const Eigen::Vector3d &light) -> Eigen::Vector3d { return toSrgb * light; });
}

QImage asShownAfter(const QImage &picture, const VisitRecord &r)
{
    const Primaries &c = r.calibrated;
    if (c.white.b <= 0) {
        return picture;
    }
    // Through the profile a file's colour comes out as it is meant, but for what the display's gamut cannot hold.
    const Table srgb = tableOf({ToneKind::Srgb});
    const Eigen::Matrix3d back = toScreen(r, c.white.b) * c.matrix(), toDisplay = back.inverse();
    return mapped(picture, {srgb, srgb, srgb},
                  [&](const Eigen::Vector3d &wanted) -> Eigen::Vector3d { return back * (toDisplay * wanted).cwiseMax(0.0).cwiseMin(1.0); });
}

LookView::LookView(QWidget *parent)
    : QWidget(parent), m_background(new Background(this)), m_beforeWords(tr("Before: as the display was found")),
      m_afterWords(tr("After: through profile and ramps"))
{
    setMinimumSize(360, 180);
    setAccessibleName(tr("Before and after"));
}

void LookView::setRecord(RecordPtr record)
{
    m_record = std::move(record);
    render();
}

void LookView::setPicture(const QImage &picture)
{
    m_index = -1;
    m_picture = picture.scaled(1080, 720, Qt::KeepAspectRatio, Qt::SmoothTransformation);
    render();
}

void LookView::setPair(QImage before, QImage after, QString beforeWords, QString afterWords)
{
    m_background->cancel();
    m_record.reset();
    m_before = std::move(before);
    m_after = std::move(after);
    m_beforeWords = std::move(beforeWords);
    m_afterWords = std::move(afterWords);
    update();
}

void LookView::render()
{
    if (m_record) {
        // Half a million pixels take longer than a window may stand still.
        m_background->start(
            {},
            [record = m_record, own = m_picture, index = m_index] {
                const QImage picture = index >= 0 ? lookPicture(index) : own;
                return std::pair(asShownBefore(picture, *record), asShownAfter(picture, *record));
            },
            [this](std::pair<QImage, QImage> images) {
                std::tie(m_before, m_after) = std::move(images);
                update();
            });
    }
    update();
}

void LookView::nextPicture()
{
    m_index = (m_index + 1) % lookPictures();
    m_zoom.reset();
    render();
}

void LookView::toggle()
{
    m_showAfter = !m_showAfter;
    update();
}

void LookView::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    const plot::Tones t = chartTones();
    const QImage &image = m_showAfter ? m_after : m_before;
    if (image.isNull()) {
        return;
    }
    QSize size = image.size().scaled(width(), height() - (m_record ? 46 : 22), Qt::KeepAspectRatio);
    const QRect area(QPoint((width() - size.width()) / 2, 22 + (m_record ? 0 : (height() - 22 - size.height()) / 2)), size);
    QRectF source(QPointF(0, 0), QSizeF(image.size()));
    if (m_zoom) {
        QRectF part(0, 0, image.width() / 3.0, image.height() / 3.0);
        part.moveCenter({m_zoom->x() * image.width(), m_zoom->y() * image.height()});
        part.moveLeft(std::clamp(part.left(), 0.0, image.width() - part.width()));
        part.moveTop(std::clamp(part.top(), 0.0, image.height() - part.height()));
        source = part;
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(QRectF(area), image, source);
    p.setPen(t.ink);
    p.drawText(QRect(m_record ? area.left() : 0, 0, m_record ? area.width() : width(), 20), Qt::AlignLeft | Qt::AlignVCenter,
               m_showAfter ? m_afterWords : m_beforeWords);
    if (m_record) {
        p.drawText(QRect(area.left(), 0, area.width(), 20), Qt::AlignRight | Qt::AlignVCenter, tr("B switches, N the next picture, a click zooms"));
        p.setPen(t.soft);
        p.drawText(QRect(area.left(), area.bottom() + 4, area.width(), 20), Qt::AlignLeft | Qt::AlignVCenter, lookPictureName(m_index));
    }
}

void LookView::mousePressEvent(QMouseEvent *event)
{
    if (m_zoom) {
        m_zoom.reset();
    } else {
        m_zoom = QPointF(event->position().x() / std::max(1, width()), (event->position().y() - 22) / std::max(1, height() - 22));
    }
    update();
}

} // namespace lamp::app
