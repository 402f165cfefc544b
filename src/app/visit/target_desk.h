// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "app/visit/target_form.h"

#include <QObject>
#include <QPointer>

namespace lamp::app {

class Banner;
class OpenStudio;

/// What a form for targets cannot do itself: keeping them in the studio, taking them off (and back), files, and what the display to
/// be visited can do.
class TargetDesk : public QObject {
    Q_OBJECT

public:
    TargetDesk(OpenStudio &studio, Banner &banner, QObject *parent);

    /// Serves a form for as long as it stands. \param displayId whose last visit says what is in reach
    void serve(TargetForm &form, qint64 displayId);
    /// Reads a target from a file and keeps it under its name; a name that is taken gets a number.
    void bringIn(const QString &file);
    void writeOut(const Target &target, const QString &file);

private:
    void keep(const Target &target, const QString &before);
    void takeOff(const QString &name);
    void offer(const QString &chosen);
    [[nodiscard]] std::vector<TargetForm::Reference> referencesFor(qint64 displayId) const;

    OpenStudio &m_studio;
    Banner &m_banner;
    Background m_background;
    QPointer<TargetForm> m_form;
};

} // namespace lamp::app
