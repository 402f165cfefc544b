// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/guide.h"

#include <QMenu>

#include <functional>

namespace lamp::app {

class Banner;

/// Help: the guide where the work is, the keys, what this is.
class HelpMenu : public QMenu {
    Q_OBJECT

public:
    /// \param heading of the guide that tells of what is seen
    HelpMenu(std::function<QString()> heading, Banner &banner, QWidget *window);

private:
    std::function<QString()> m_heading;
    Guide *m_guide = nullptr; ///< once it was asked for
};

} // namespace lamp::app
