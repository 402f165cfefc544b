// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QObject>

#include <functional>

namespace lamp::app {

/// Tells on the desktop what is due, once a day: on the first look of a day that is not the one the program was begun on. Whoever begins the program
/// sees the board.
class Reminder : public QObject {
    Q_OBJECT

public:
    /// \param store gives the studio that is open, or null \param show a title and a text
    Reminder(std::function<Store *()> store, std::function<void(const QString &, const QString &)> show, QObject *parent = nullptr);
    /// Looks whether a day has begun. \return whether something was told
    bool look(WallTime now);

private:
    std::function<Store *()> m_store;
    std::function<void(const QString &, const QString &)> m_show;
    std::string m_day; ///< that was told of last, by the local calendar
};

} // namespace lamp::app
