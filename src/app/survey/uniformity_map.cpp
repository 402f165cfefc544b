// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/survey/uniformity_map.h"

#include "app/parts/words.h"

#include <QPainter>

#include <algorithm>
#include <array>
#include <cmath>

namespace lamp::app {

UniformityMap::UniformityMap(QWidget *parent) : QWidget(parent)
{
    setMinimumSize(300, 200);
}

void UniformityMap::show(const Uniformity &found, double widthMm, double heightMm)
{
    m_found = found;
    m_aspect = widthMm > 0 && heightMm > 0 ? widthMm / heightMm : 16.0 / 9;
    QStringList said;
    for (const UniformityPlace &p : found.places) {
        said << tr("%1 % across, %2 % down: %3 % of luminance, %4 ΔE00")
                    .arg(number(100 * p.at[0], 0), number(100 * p.at[1], 0), number(p.luminancePercent, 1), number(std::max(p.white, p.gray), 2));
    }
    setAccessibleName(tr("Map of the screen"));
    // As few lines as are read at a glance.
    static constexpr std::array<double, 4> kSteps{1, 2, 5, 10};
    constexpr double kMost = 6;
    const auto *step = std::find_if(kSteps.begin(), kSteps.end(), [&](double d) { return (found.brightest - found.darkest) / d <= kMost; });
    m_step = step == kSteps.end() ? 20 : *step;
    setToolTip(tr("Lines every %1 % of luminance from the centre, every other one thicker").arg(number(m_step, 0)));
    setAccessibleDescription(said.join(QStringLiteral("; ")));
    QWidget::show();
    update();
}

void UniformityMap::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor ink = palette().color(QPalette::WindowText);
    constexpr double kRoom = 8, kFoot = 16;
    double w = width() - 2 * kRoom, h = w / m_aspect;
    if (h > height() - 2 * kRoom - kFoot) {
        h = height() - 2 * kRoom - kFoot;
        w = h * m_aspect;
    }
    const QRectF screen((width() - w) / 2, (height() - kFoot - h) / 2, w, h);
    const double cw = w / m_found.grid, ch = h / m_found.grid;
    const double line = fontMetrics().height();
    const auto cellOf = [&](const UniformityPlace &place) {
        return QRectF(screen.left() + (place.at[0] * m_found.grid - 0.5) * cw, screen.top() + (place.at[1] * m_found.grid - 0.5) * ch, cw, ch);
    };
    for (const UniformityPlace &place : m_found.places) {
        // The centre's luminance is drawn without a tone; 20 % less with the deepest. Letters stay readable on it.
        QColor tone = ink;
        constexpr double kDeepest = 20;
        tone.setAlphaF(float(0.30 * std::clamp(-place.luminancePercent / kDeepest, 0.0, 1.0)));
        p.fillRect(cellOf(place), tone);
    }
    // Not seen through: pieces of a line would be brighter where they meet.
    const int level = int(std::lround(0.5 * ink.red() + 0.5 * palette().color(QPalette::Window).red()));
    const QColor soft(level, level, level);
    for (const ContourPiece &piece : luminanceContours(m_found, m_step)) {
        p.setPen(QPen(soft, std::lround(piece.percent / m_step) % 2 == 0 ? 1.8 : 1));
        const auto at = [&](const std::array<double, 2> &q) { return QPointF(screen.left() + q[0] * w, screen.top() + q[1] * h); };
        p.drawLine(at(piece.ends[0]), at(piece.ends[1]));
    }
    for (const UniformityPlace &place : m_found.places) {
        const QRectF cell = cellOf(place);
        p.setPen(ink);
        const bool centre = std::abs(place.at[0] - 0.5) < 1e-9 && std::abs(place.at[1] - 0.5) < 1e-9;
        const QString light = centre ? tr("centre") : tr("%1 %").arg(number(place.luminancePercent, 1));
        const QString colour = centre ? QString() : number(std::max(place.white, place.gray), 1) + QStringLiteral(" ΔE");
        const bool both = ch >= 2 * line + 4 && cw > 44;
        p.drawText(both ? cell.adjusted(0, -line / 2, 0, -line / 2) : cell, Qt::AlignCenter, cw > 44 ? light : number(place.luminancePercent, 0));
        if (both) {
            p.drawText(cell.adjusted(0, line / 2 + 1, 0, line / 2 + 1), Qt::AlignCenter, colour);
        }
    }
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(ink, 2));
    p.drawRect(screen);
    // On its foot, so that above and below are not mistaken.
    const double middle = screen.center().x(), foot = screen.bottom() + kFoot;
    p.drawLine(QPointF(middle, screen.bottom()), QPointF(middle, foot));
    p.drawLine(QPointF(middle - 0.09 * w, foot), QPointF(middle + 0.09 * w, foot));
}

} // namespace lamp::app
