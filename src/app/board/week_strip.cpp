// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/week_strip.h"

#include "app/parts/look.h"
#include "app/parts/words.h"

#include <QFontMetrics>
#include <QPainter>

#include <algorithm>

namespace lamp::app {

namespace {

using std::chrono::days;
constexpr int kLamp = 16, kGap = 4;

} // namespace

WeekStrip::WeekStrip(QWidget *parent) : QWidget(parent)
{
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize WeekStrip::sizeHint() const
{
    return {600, fontMetrics().height() + 2 * (kLamp + kGap) + 12};
}

int WeekStrip::count(int week) const
{
    return int(m_weeks.at(size_t(week)).size());
}

void WeekStrip::setLines(const std::vector<BoardLine> &lines, WallTime now)
{
    m_weeks = {};
    m_now = now;
    for (const BoardLine &l : lines) {
        const bool atOnce = !l.due.due || lampOf(l.due) == LampFill::Notched;
        const auto ahead = atOnce ? 0 : std::chrono::floor<days>(*l.due.due - now).count();
        if (ahead < 7 * kWeeks) {
            m_weeks[size_t(std::max<std::int64_t>(0, ahead) / 7)].push_back(lampOf(l.due));
        }
    }
    QStringList said;
    for (int week = 0; week < kWeeks; ++week) {
        said << text(say("week-holds", Day{now + days(7 * week)}, say("count-displays", count(week))));
        // The most urgent first.
        std::sort(m_weeks[size_t(week)].begin(), m_weeks[size_t(week)].end(), [](LampFill p, LampFill q) { return p > q; });
    }
    setAccessibleName(text(say("weeks-ahead")));
    setAccessibleDescription(said.join(QStringLiteral("; ")));
    update();
}

void WeekStrip::paintEvent(QPaintEvent *)
{
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QColor ink = palette().color(QPalette::WindowText);
    const double each = double(width()) / kWeeks;
    const int text0 = fontMetrics().height();
    for (int week = 0; week < kWeeks; ++week) {
        const double left = each * week;
        p.setPen(ink);
        const QString name = week == 0 ? text(say("this-week")) : text(localDate(m_now + days(7 * week)));
        p.drawText(QRectF(left, 0, each - 6, text0), Qt::AlignLeft | Qt::AlignVCenter, fontMetrics().elidedText(name, Qt::ElideRight, int(each) - 6));
        QColor line = ink;
        line.setAlpha(90);
        p.setPen(line);
        p.drawLine(QPointF(left, text0 + 3), QPointF(left + each - 6, text0 + 3));
        // As many lamps as have room; else the worst, and how many they are.
        const auto &lamps = m_weeks[size_t(week)];
        const int across = std::max(1, int((each - 6) / (kLamp + kGap))), room = 2 * across;
        const bool fit = int(lamps.size()) <= room;
        const int shown = fit ? int(lamps.size()) : 1;
        for (int i = 0; i < shown; ++i) {
            const int row = i / across, column = i % across;
            drawLamp(p, QRectF(left + column * (kLamp + kGap), text0 + 8 + row * (kLamp + kGap), kLamp, kLamp), lamps[size_t(i)], ink);
        }
        if (!fit) {
            p.setPen(ink);
            p.drawText(QRectF(left + kLamp + kGap, text0 + 8, each - kLamp - kGap - 6, kLamp), Qt::AlignLeft | Qt::AlignVCenter,
                       number(double(lamps.size()), 0));
        }
    }
}

} // namespace lamp::app
