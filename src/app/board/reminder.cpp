// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/board/reminder.h"

#include "app/parts/words.h"
#include "app/studio/due_book.h"

#include <QTimer>

namespace lamp::app {

Reminder::Reminder(std::function<Store *()> store, DueBook &due, std::function<void(const QString &, const QString &)> show, QObject *parent)
    : QObject(parent), m_store(std::move(store)), m_due(due), m_show(std::move(show)), m_day(localDate(wallNow()))
{
    auto *timer = new QTimer(this);
    connect(timer, &QTimer::timeout, this, [this] { (void)look(wallNow()); });
    constexpr int kEach = 15 * 60 * 1000; // ms
    timer->start(kEach);
    connect(&m_due, &DueBook::changed, this, &Reminder::tell);
    connect(&m_due, &DueBook::failed, this, &Reminder::tell);
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
    m_waits = true;
    (void)m_due.look(*store, now); // what cannot be read now is told of by who looks at it
    return true;
}

void Reminder::tell()
{
    if (!m_waits || m_due.busy()) {
        return;
    }
    m_waits = false;
    if (const auto notice = dueNotice(m_due.questions(), m_due.on())) {
        m_show(text(notice->title), text(notice->which));
    }
}

} // namespace lamp::app
