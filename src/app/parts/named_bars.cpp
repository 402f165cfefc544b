// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/named_bars.h"

#include "app/parts/words.h"

#include <QPainter>

#include <algorithm>
#include <cmath>

namespace lamp::app {

NamedBars::NamedBars(QWidget *parent) : QWidget(parent)
{
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void NamedBars::setBars(const QString &title, std::vector<Bar> bars, int decimals, std::optional<double> limit)
{
    m_title = title;
    m_bars = std::move(bars);
    m_decimals = decimals;
    m_limit = limit;
    setVisible(!m_bars.empty());
    setAccessibleName(m_title);
    setAccessibleDescription(text());
    updateGeometry();
    update();
}

QString NamedBars::said(const Bar &bar) const
{
    const QString value = number(bar.value, m_decimals);
    return bar.k2 ? tr("%1 ± %2").arg(value, number(*bar.k2, m_decimals)) : value;
}

QString NamedBars::text() const
{
    QStringList lines{m_title};
    for (const Bar &b : m_bars) {
        lines << b.name + QStringLiteral(": ") + said(b);
    }
    return lines.join('\n');
}

QSize NamedBars::sizeHint() const
{
    const int line = fontMetrics().height() + 8;
    return {420, line * (int(m_bars.size()) + 1) + 4};
}

void NamedBars::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor strong = palette().color(QPalette::WindowText), soft = palette().color(QPalette::Mid);
    const int line = fontMetrics().height() + 8;
    QFont bold = font();
    bold.setBold(true);
    p.setFont(bold);
    p.setPen(strong);
    p.drawText(QRect(0, 0, width(), line), Qt::AlignLeft | Qt::AlignVCenter, m_title);
    p.setFont(font());
    int names = 0, values = 0;
    double most = m_limit.value_or(0);
    for (const Bar &b : m_bars) {
        names = std::max(names, fontMetrics().horizontalAdvance(b.name));
        values = std::max(values, fontMetrics().horizontalAdvance(said(b)));
        most = std::max(most, std::abs(b.value) + b.k2.value_or(0));
    }
    names = std::min(names + 12, width() / 2);
    const int left = names, right = width() - values - 12;
    const auto at = [&](double v) { return left + (right - left) * std::min(1.0, std::abs(v) / std::max(most, 1e-9)); };
    for (size_t i = 0; i < m_bars.size(); ++i) {
        const Bar &b = m_bars[i];
        const int top = line * (int(i) + 1);
        p.setFont(b.strong ? bold : font());
        p.setPen(strong);
        p.drawText(QRect(0, top, names - 8, line), Qt::AlignLeft | Qt::AlignVCenter, p.fontMetrics().elidedText(b.name, Qt::ElideRight, names - 8));
        p.drawText(QRect(right + 12, top, width() - right - 12, line), Qt::AlignRight | Qt::AlignVCenter, said(b));
        p.fillRect(QRectF(left, top + line / 4.0, at(b.value) - left, line / 2.0), b.strong ? strong : soft);
        if (b.k2) {
            p.setPen(QPen(strong, 1.2));
            const double y = top + line / 2.0;
            p.drawLine(QPointF(at(std::max(0.0, std::abs(b.value) - *b.k2)), y), QPointF(at(std::abs(b.value) + *b.k2), y));
        }
    }
    if (m_limit) {
        p.setPen(QPen(strong, 1, Qt::DashLine));
        p.drawLine(QPointF(at(*m_limit), line), QPointF(at(*m_limit), line * (double(m_bars.size()) + 1)));
    }
}

} // namespace lamp::app
