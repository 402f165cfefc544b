// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/studio_desk.h"

#include "app/parts/background.h"
#include "app/parts/banner.h"
#include "app/parts/words.h"
#include "app/studio/add_display.h"
#include "app/studio/bring_home.h"
#include "app/studio/edit_display.h"
#include "app/studio/edit_letterhead.h"
#include "app/studio/edit_many.h"
#include "app/studio/move_studio.h"
#include "app/studio/open_studio.h"

#include <QDate>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>

namespace lamp::app {

StudioDesk::StudioDesk(OpenStudio &studio, Banner &banner, QWidget &window)
    : QObject(&window), m_studio(studio), m_banner(banner), m_window(window), m_background(new Background(this))
{
    connect(m_background, &Background::failed, this, [this](const QString &why) { m_banner.say(why); });
}

StudioDesk::~StudioDesk()
{
    m_background->cancel();
}

void StudioDesk::ask(bool thisScreen)
{
    if (m_studio.store() == nullptr) {
        Q_EMIT openWanted();
    }
    if (m_studio.store() == nullptr) {
        return;
    }
    AddDisplay dialog(*m_studio.store(), &m_window);
    if (thisScreen) {
        dialog.takeThisScreen();
    }
    if (dialog.exec() == QDialog::Accepted) {
        const auto id = dialog.add();
        if (!id) {
            m_banner.say(id.error());
            return;
        }
        Q_EMIT changed(*id);
        if (thisScreen) {
            Q_EMIT visitWanted();
        }
    }
}

void StudioDesk::editDisplay(qint64 id)
{
    Store *store = m_studio.store();
    const auto before = store != nullptr ? store->studio().display(id) : std::nullopt;
    if (!before) {
        return;
    }
    EditDisplay dialog(*before, *store, &m_window);
    if (dialog.exec() != QDialog::Accepted || !m_banner.did(keepEdited(*store, *before, dialog.edited(), wallNow()))) {
        return;
    }
    const auto after = store->studio().display(before->id);
    QString room;
    for (const Room &r : store->studio().rooms()) {
        room = r.id == before->roomId ? r.name : room;
    }
    Q_EMIT changed(before->id);
    m_banner.say(tr("The card of %1 is changed.").arg(dialog.edited().display.name), tr("Undo"), [this, store, before = *before, after, room] {
        // The studio may be another one by now: this card is not of it.
        if (after && m_studio.store() == store && m_banner.did(keepEdited(*store, *after, {before, room, before.retired.has_value()}, wallNow()))) {
            Q_EMIT changed(before.id);
        }
    });
}

void StudioDesk::editDisplays(const std::vector<qint64> &ids)
{
    Store *store = m_studio.store();
    if (store == nullptr || ids.empty()) {
        return;
    }
    if (ids.size() == 1) {
        editDisplay(ids.front());
        return;
    }
    std::vector<DisplayEntry> before;
    for (const qint64 id : ids) {
        if (auto d = store->studio().display(id)) {
            before.push_back(std::move(*d));
        }
    }
    if (before.empty()) {
        return;
    }
    EditMany dialog(before, *store, &m_window);
    if (dialog.exec() != QDialog::Accepted || !m_banner.did(keepAllEdited(*store, before, dialog.edited(), wallNow()))) {
        return;
    }
    std::vector<DisplayEntry> after;
    std::vector<EditDisplay::Edited> back;
    const std::vector<Room> rooms = store->studio().rooms();
    for (const DisplayEntry &d : before) {
        after.push_back(store->studio().display(d.id).value_or(d));
        const auto room = std::find_if(rooms.begin(), rooms.end(), [&](const Room &r) { return r.id == d.roomId; });
        back.push_back({d, room != rooms.end() ? room->name : QString(), d.retired.has_value()});
    }
    Q_EMIT manyChanged();
    m_banner.say(tr("The cards of %1 displays are changed.").arg(before.size()), tr("Undo"), [this, store, after, back] {
        if (m_studio.store() == store && m_banner.did(keepAllEdited(*store, after, back, wallNow()))) {
            Q_EMIT manyChanged();
        }
    });
}

void StudioDesk::editLetterhead()
{
    if (m_studio.store() != nullptr) {
        EditLetterhead(*m_studio.store(), &m_window).exec();
    }
}

void StudioDesk::photographPutAway(qint64 id, qint64 displayId)
{
    m_banner.say(tr("The photograph is put away."), tr("Undo"), [this, store = m_studio.store(), id, displayId] {
        if (m_studio.store() == store && m_banner.did(store->pictures().setRemoved(id, false, wallNow()))) {
            Q_EMIT changed(displayId);
        }
    });
}

void StudioDesk::move(bool busy)
{
    if (busy || m_studio.filling()) {
        m_banner.say(tr("Something is still being worked on: let it end first."));
        return;
    }
    MoveStudio dialog(m_studio.path(), &m_window);
    if (dialog.exec() != QDialog::Accepted) {
        return;
    }
    const QString before = m_studio.path();
    m_studio.choose(dialog.chosen());
    Q_EMIT openWanted();
    if (m_studio.store() != nullptr && m_studio.store()->path() == dialog.chosen()) {
        setStudioPlace(dialog.chosen());
        const QString changed = tr("The studio is %1 from now on. The one before stays at %2.")
                                    .arg(store::withoutPassword(dialog.chosen()), store::withoutPassword(before));
        const auto problem = dialog.passwordProblem();
        m_banner.say(problem ? changed + ' ' + text(*problem) : changed);
    } else {
        m_studio.choose(before);
        Q_EMIT openWanted();
    }
}

void StudioDesk::takeAlong()
{
    if (m_studio.store() == nullptr || m_studio.filling()) {
        m_banner.say(tr("There is no studio to copy yet."));
        return;
    }
    const QString name = tr("along-%1.sqlite").arg(QDate::currentDate().toString(Qt::ISODate));
    const QString file =
        QFileDialog::getSaveFileName(&m_window, tr("A copy to take along"), QDir(QFileInfo(defaultStorePath()).path()).filePath(name),
                                     tr("Studio (*.sqlite)"), nullptr, QFileDialog::DontConfirmOverwrite);
    if (file.isEmpty()) {
        return;
    }
    m_banner.say(tr("Copying the studio to %1…").arg(file));
    m_background->carryOut(
        {},
        [file, place = m_studio.path()](const std::stop_token &stop) -> Status {
            auto own = Store::open(place);
            return own ? store::takeAlong(*own.value(), file, wallNow(), {}, stop).status : Status(own.error());
        },
        [this, file](const Status &taken) {
            if (m_banner.did(taken)) {
                m_banner.say(tr("The copy is %1. While the studio is out of reach, open it by \"Where it is kept\"; then bring it home.").arg(file));
            }
        });
}

void StudioDesk::bringHome()
{
    if (m_studio.store() == nullptr) {
        return;
    }
    const auto along = store::alongOf(*m_studio.store());
    const QString copy = along
                             ? m_studio.path()
                             : QFileDialog::getOpenFileName(&m_window, tr("The copy that was taken along"),
                                                            QFileInfo(store::lastAlong(m_studio.path())).absoluteFilePath(), tr("Studio (*.sqlite)"));
    if (copy.isEmpty()) {
        return;
    }
    BringHome(copy, along ? along->place : m_studio.path(), &m_window).exec();
    if (along) {
        m_banner.say(tr("Go on with the studio itself?"), tr("Open it"), [this, place = along->place] {
            m_studio.choose(place);
            Q_EMIT openWanted();
        });
    } else {
        Q_EMIT manyChanged();
    }
}

} // namespace lamp::app
