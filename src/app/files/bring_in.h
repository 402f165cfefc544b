// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_runner.h"
#include "measure/reading_set.h"
#include "store/store.h"
#include "visit/whole_visit.h"

#include <QObject>

#include <functional>

namespace lamp::app {

class Background;
class Banner;
class FileDesk;
class OpenStudio;

/// Takes what files hold into the studio: visits, readings, targets, tolerances, corrections; and passes a visit on.
class BringIn : public QObject {
    Q_OBJECT

public:
    BringIn(OpenStudio &studio, FileDesk &desk, Background &background, Banner &banner, QObject *parent);

    /// Writes a visit, readings and profile included, to a file that a person names.
    void passOn(const RecordPtr &record, QWidget *window);

Q_SIGNALS:
    /// A visit was taken in. \param made of readings here, and its results are still to be written
    void broughtIn(lamp::app::RecordPtr record, qint64 displayId, bool made);
    void status(const QString &words);

private:
    void visit(const VisitRecord &record);
    void readings(const ReadingSet &set, qint64 display, const QString &target);
    void keepMade(VisitRecord made, qint64 display, const QString &name);
    /// Keeps a visit, and with it the display that it is of where that is new (its id 0): both or neither.
    void keep(const RecordPtr &record, DisplayEntry display, std::function<void(const RecordPtr &, qint64)> done);
    void aim(StudioFile kind, const std::string &json);
    OpenStudio &m_studio;
    FileDesk &m_desk;
    Background &m_background;
    Background *m_keeper; ///< what it writes is written whatever else begins meanwhile
    Banner &m_banner;
};

} // namespace lamp::app
