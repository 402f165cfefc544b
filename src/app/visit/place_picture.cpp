// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/place_picture.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QMouseEvent>
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
    setAccessibleName(tr("Where the instrument lies"));
    choose(m_at);
}

void PlacePicture::choose(std::array<double, 2> at)
{
    for (double &share : at) {
        share = std::clamp(share, m_share / 2, 1 - m_share / 2); // the whole patch has to be on the screen
    }
    m_at = at;
    const auto patch = patchMm();
    const QString where = m_at == std::array<double, 2>{0.5, 0.5}
                              ? tr("In the middle of the screen")
                              : tr("At %1 % of the width and %2 % of the height").arg(number(100 * m_at[0], 0), number(100 * m_at[1], 0));
    setAccessibleDescription(patch ? tr("%1, on a patch of %2 by %3 mm").arg(where, number(patch->width(), 0), number(patch->height(), 0)) : where);
    update();
}

bool PlacePicture::chooseNinth(int number)
{
    if (number < 1 || number > 9) {
        return false;
    }
    choose({((number - 1) % 3 + 0.5) / 3, ((number - 1) / 3 + 0.5) / 3});
    return true;
}

void PlacePicture::mousePressEvent(QMouseEvent *event)
{
    const QRectF on = screen();
    if (on.contains(event->position())) {
        choose({(event->position().x() - on.left()) / on.width(), (event->position().y() - on.top()) / on.height()});
    }
}

QRectF PlacePicture::screen() const
{
    const double aspect = patchMm() ? m_panelMm.width() / m_panelMm.height() : kUsualAspect;
    constexpr double kWords = 180; // beside it
    const double high = std::min(height() - 8.0, (width() - 20.0 - kWords) / aspect);
    return {10, 4, high * aspect, high};
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
    const QRectF screen = this->screen();
    const double wide = screen.width(), high = screen.height();
    p.setPen(QPen(t.soft, 2));
    p.setBrush(t.paper);
    p.drawRect(screen);
    QRectF area(0, 0, wide * m_share, high * m_share);
    area.moveCenter({screen.left() + m_at[0] * wide, screen.top() + m_at[1] * high});
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
    const QString size =
        patch ? tr("Patch %1 by %2 mm, the panel %3 by %4 mm")
                    .arg(number(patch->width(), 0), number(patch->height(), 0), number(m_panelMm.width(), 0), number(m_panelMm.height(), 0))
              : tr("In the middle of the screen");
    p.drawText(QRectF(screen.right() + 14, screen.top(), width() - screen.right() - 20, high), Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap,
               size + QStringLiteral("\n\n") + tr("1 to 9, or a press: elsewhere."));
}

} // namespace lamp::app
