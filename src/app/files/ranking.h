// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include <functional>

namespace lamp::app {

class Banner;
class FileDesk;
class VisitController;

/// Profiles on the desk, ranked by readings of one's own: the few patches are read on the display that is before the person, and the
/// desk tells how far each profile is from them.
class Ranking : public QObject {
    Q_OBJECT

public:
    /// \param display the one before the person
    Ranking(FileDesk &desk, VisitController &visits, Banner &banner, std::function<qint64()> display, QObject *parent);
};

} // namespace lamp::app
