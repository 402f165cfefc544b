// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/place_picture.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QPainter>

#include <cmath>

namespace lamp::app {

namespace {

constexpr double kRingMm = 35; ///< across, of a usual instrument's foot (common practice, no published source)
constexpr double kUsualArea = 0.1, kUsualAspect = 16.0 / 9;

} // namespace

PlacePicture::PlacePicture(const DisplayInfo &display, QWidget *parent)
    : QWidget(parent), m_panelMm(display.widthMm, display.heightMm), m_share(std::sqrt(std::min(kUsualArea, display.maxPatchArea.value_or(1))))
{
    setFixedHeight(190);
    const auto patch = patchMm();
    setAccessibleName(tr("Where the instrument lies"));
    setAccessibleDescription(
        patch ? tr("In the middle of the screen, on a patch of %1 by %2 mm").arg(number(patch->width(), 0), number(patch->height(), 0))
              : tr("In the middle of the screen"));
}

std::optional<QSizeF> PlacePicture::patchMm() const
{
    return m_panelMm.width() > 0 && m_panelMm.height() > 0 ? std::optional(m_panelMm * m_share) : std::nullopt;
}

void PlacePicture::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const plot::Tones t = chartTones();
    const auto patch = patchMm();
    const double aspect = patch ? m_panelMm.width() / m_panelMm.height() : kUsualAspect;
    const double high = std::min(height() - 26.0, (width() - 20.0) / aspect), wide = high * aspect;
    const QRectF screen(10, 4, wide, high);
    p.setPen(QPen(t.soft, 2));
    p.setBrush(t.paper);
    p.drawRect(screen);
    QRectF area(0, 0, wide * m_share, high * m_share);
    area.moveCenter(screen.center());
    p.setPen(Qt::NoPen);
    p.setBrush(t.band);
    p.drawRect(area);
    // To scale where the panel's size is known; else as large as half of the patch.
    const double ring = patch ? kRingMm / m_panelMm.width() * wide : area.height() / 2;
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.ink, 2));
    p.drawEllipse(area.center(), ring / 2, ring / 2);
    p.drawLine(QPointF(area.center().x(), area.center().y() - ring / 2),
               QPointF(area.center().x(), screen.top())); // its counterweight, over the edge
    p.setPen(t.soft);
    p.drawText(QRectF(screen.left(), screen.bottom() + 3, std::max(wide, width() - 20.0), 18), Qt::AlignLeft | Qt::AlignVCenter,
               patch ? tr("Patch %1 by %2 mm, the panel %3 by %4 mm")
                           .arg(number(patch->width(), 0), number(patch->height(), 0), number(m_panelMm.width(), 0), number(m_panelMm.height(), 0))
                     : tr("In the middle of the screen"));
}

} // namespace lamp::app
