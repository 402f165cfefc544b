// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QObject>

#include <functional>

namespace lamp::app {

class DueBook;

/// Tells on the desktop what is due, once a day: on the first look of a day that is not the one the program was begun on. Whoever begins the program
/// sees the board.
class Reminder : public QObject {
    Q_OBJECT

public:
    /// \param store gives the studio that is open, or null \param due in it \param show a title and a text
    Reminder(std::function<Store *()> store, DueBook &due, std::function<void(const QString &, const QString &)> show, QObject *parent = nullptr);
    /// Looks whether a day has begun; what is due then is told as soon as it is worked out. \return whether one has
    bool look(WallTime now);

private:
    void tell();
    std::function<Store *()> m_store;
    DueBook &m_due;
    std::function<void(const QString &, const QString &)> m_show;
    bool m_waits = false; ///< for what is due
    std::string m_day;    ///< that was told of last, by the local calendar
};

} // namespace lamp::app
