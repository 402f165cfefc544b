// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

namespace lamp::app {

/// The first start: the demo studio, an empty one, or the screen in front of whoever sits there.
class Welcome : public QWidget {
    Q_OBJECT

public:
    explicit Welcome(QWidget *parent = nullptr);

Q_SIGNALS:
    void demoWanted();
    void emptyWanted();
    void thisScreenWanted();
};

} // namespace lamp::app
