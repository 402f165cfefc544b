// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/reminder.h"

#include "app/parts/words.h"
#include "store/registers.h"

#include <QTimer>

namespace lamp::app {

Reminder::Reminder(std::function<Store *()> store, std::function<void(const QString &, const QString &)> show, QObject *parent)
    : QObject(parent), m_store(std::move(store)), m_show(std::move(show)), m_day(localDate(wallNow()))
{
    auto *timer = new QTimer(this);
    connect(timer, &QTimer::timeout, this, [this] { (void)look(wallNow()); });
    constexpr int kEach = 15 * 60 * 1000; // ms
    timer->start(kEach);
}

bool Reminder::look(WallTime now)
{
    constexpr double kMorning = 7; // nobody reads it at night
    const std::string day = localDate(now);
    Store *store = m_store();
    if (day == m_day || localHours(now) < kMorning || store == nullptr) {
        return false;
    }
    m_day = day;
    const auto notice = dueNotice(dueByStatus(*store, now), now);
    if (notice) {
        m_show(text(notice->title), text(notice->which));
    }
    return notice.has_value();
}

} // namespace lamp::app
