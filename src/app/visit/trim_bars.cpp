// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/trim_bars.h"

#include "app/parts/words.h"

#include <QPainter>
#include <QPainterPath>

namespace lamp::app {

namespace {

constexpr double kLuminanceReach = 1.6; ///< factor of the target at the ends of its scale
constexpr double kChannelReach = 1.2;   ///< the same of red, green and blue

QFont sized(QFont font, int pixels, bool bold = false)
{
    font.setPixelSize(pixels);
    font.setBold(bold);
    return font;
}

} // namespace

TrimBars::TrimBars(QWidget *parent) : QWidget(parent)
{
    setAccessibleName(tr("White against the target"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void TrimBars::setWanted(const std::optional<Wanted> &wanted)
{
    m_wanted = wanted;
    tell();
}

void TrimBars::setStanding(const WhiteStanding &standing, bool live)
{
    m_standing = standing;
    m_live = live;
    tell();
}

void TrimBars::setTolerance(double below, double above)
{
    m_below = below;
    m_above = above;
    update();
}

void TrimBars::tell()
{
    setAccessibleDescription(text());
    update();
}

QString TrimBars::instruction() const
{
    if (!m_wanted) {
        return m_live ? tr("White, live") : tr("White, last reading");
    }
    const Wanted &w = *m_wanted;
    QString says =
        w.from == w.to
            ? tr("%1: leave at %2").arg(w.control, number(w.to, 0))
            : (w.to > w.from ? tr("%1: up from %2 to %3") : tr("%1: down from %2 to %3")).arg(w.control, number(w.from, 0), number(w.to, 0));
    if (w.range && (w.to == (*w.range)[0] || w.to == (*w.range)[1])) {
        says += ' ' + tr("(where it ends)");
    }
    return says;
}

std::vector<TrimBars::Scale> TrimBars::scales() const
{
    std::vector<Scale> all;
    if (!m_standing) {
        return all;
    }
    const WhiteStanding &s = *m_standing;
    const QString luminance = tr("%1 cd/m²").arg(number(s.luminance, 1));
    all.push_back({tr("Luminance"), luminance, s.wanted ? s.luminance / *s.wanted : 1});
    if (s.shares) {
        const std::array<QString, 3> names{tr("Red"), tr("Green"), tr("Blue")};
        for (size_t c = 0; c < 3; ++c) {
            const double percent = 100 * ((*s.shares)[c] - 1);
            all.push_back(
                {names[c], QStringLiteral("%1%2 %").arg(percent >= 0 ? QStringLiteral("+") : QString(), number(percent, 1)), (*s.shares)[c]});
        }
    }
    return all;
}

QString TrimBars::text() const
{
    QStringList lines{instruction()};
    for (const Scale &s : scales()) {
        lines << s.name + ' ' + s.value;
    }
    if (m_standing && m_standing->wanted) {
        lines << tr("target %1 cd/m²").arg(number(*m_standing->wanted, 1));
    }
    if (m_standing && m_standing->white) {
        lines << tr("ΔE00 of white %1").arg(number(*m_standing->white, 2));
    }
    return lines.join(QStringLiteral("; "));
}

void TrimBars::paintScale(QPainter &p, const QRectF &area, const Scale &scale, double reach) const
{
    const QColor ink = palette().color(QPalette::WindowText), soft = palette().color(QPalette::PlaceholderText),
                 line = palette().color(QPalette::Mid);
    const double named = 108, valued = 182;
    const QRectF track(area.left() + named, area.center().y() - 7, area.width() - named - valued, 14);
    const auto at = [&](double share) {
        const double v = std::clamp(std::log(std::max(share, 1e-6)) / std::log(reach), -1.0, 1.0);
        return track.center().x() + v * track.width() / 2;
    };
    p.setFont(sized(font(), 15));
    p.setPen(ink);
    p.drawText(QRectF(area.left(), area.top(), named - 8, area.height()), Qt::AlignVCenter | Qt::AlignLeft, scale.name);
    p.setFont(sized(font(), 24));
    p.drawText(QRectF(track.right() + 12, area.top(), valued - 12, area.height()), Qt::AlignVCenter | Qt::AlignRight, scale.value);
    // The scale: what is within tolerance, and the target in its middle.
    p.setPen(QPen(line, 1));
    p.setBrush(palette().color(QPalette::Base));
    p.drawRect(track);
    p.fillRect(QRectF(QPointF(at(1 - m_below) - 2, track.top() + 1), QPointF(at(1 + m_above) + 2, track.bottom())), line);
    p.setPen(QPen(ink, 2));
    p.drawLine(QPointF(at(1), track.top() - 5), QPointF(at(1), track.bottom() + 5));
    // From the target to where it stands.
    p.setPen(Qt::NoPen);
    p.setBrush(soft);
    p.drawRect(
        QRectF(QPointF(std::min(at(1), at(scale.share)), track.center().y() - 2), QPointF(std::max(at(1), at(scale.share)), track.center().y() + 2)));
    const bool beyond = scale.share > reach || scale.share < 1 / reach;
    const double x = at(scale.share);
    p.setBrush(ink);
    if (beyond) {
        const double d = scale.share > 1 ? 9 : -9;
        p.drawPolygon(QPolygonF{{x, track.center().y()}, {x - d, track.top() - 2}, {x - d, track.bottom() + 2}});
    } else {
        p.drawRect(QRectF(x - 3, track.top() - 4, 6, track.height() + 8));
    }
}

void TrimBars::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor ink = palette().color(QPalette::WindowText), soft = palette().color(QPalette::PlaceholderText);
    p.setPen(ink);
    p.setFont(sized(font(), 24, true));
    p.drawText(QRectF(0, 0, width(), 34), Qt::AlignVCenter | Qt::AlignLeft, instruction());
    double y = 42;
    for (const Scale &s : scales()) {
        paintScale(p, QRectF(0, y, width(), 38), s, y < 50 ? kLuminanceReach : kChannelReach);
        y += 40;
    }
    if (m_standing) {
        QStringList foot;
        if (m_standing->wanted) {
            foot << tr("target %1 cd/m²").arg(number(*m_standing->wanted, 1));
        }
        if (m_standing->white) {
            foot << tr("ΔE00 of white %1").arg(number(*m_standing->white, 2));
        }
        foot << (m_live ? tr("live") : tr("last reading"));
        p.setFont(sized(font(), 13));
        p.setPen(soft);
        p.drawText(QRectF(108, y, width() - 108, 24), Qt::AlignVCenter | Qt::AlignLeft, foot.join(QStringLiteral("   ")));
    }
}

} // namespace lamp::app
