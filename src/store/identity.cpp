// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/identity.h"

#include <algorithm>

namespace lamp {

namespace {

QString fromText(const std::string &text)
{
    return QString::fromStdString(text);
}

bool isUid(const std::string &text)
{
    constexpr size_t kDigits = 32;
    return text.size() == kDigits && text.find_first_not_of("0123456789abcdef") == std::string::npos;
}

/// All displays, retired ones last.
std::vector<DisplayEntry> everyDisplay(Store &store)
{
    std::vector<DisplayEntry> all = store.studio().displays();
    std::vector<qint64> retired;
    {
        store::Rows rows = store.connection().read(QStringLiteral("SELECT id FROM display WHERE retired_at IS NOT NULL ORDER BY id"));
        while (rows.next()) {
            retired.push_back(rows.integer(0));
        }
    }
    for (const qint64 id : retired) {
        if (const auto d = store.studio().display(id)) {
            all.push_back(*d);
        }
    }
    return all;
}

} // namespace

NamedDisplay namedDisplay(const std::string &uid, const DisplayInfo &info)
{
    return {isUid(uid) ? uid : std::string(), info.model, info.serial, info.technology};
}

std::optional<DisplayEntry> displayNamed(Store &store, const NamedDisplay &named)
{
    const QString model = fromText(named.model), serial = fromText(named.serial);
    const auto own = named.uid.empty() ? std::nullopt : store.studio().byUid(fromText(named.uid));
    // A model and a serial that say otherwise are believed: they come from the display itself.
    const auto fits = [](const QString &said, const QString &is) { return said.isEmpty() || is.isEmpty() || said == is; };
    if (own && fits(model, own->model) && fits(serial, own->serial)) {
        return own;
    }
    if (const auto there = store.studio().find(model, serial)) {
        return there;
    }
    for (const DisplayEntry &d : store.studio().bySerial(serial)) {
        if (d.model.isEmpty()) {
            return d;
        }
    }
    return std::nullopt;
}

std::vector<DisplayEntry> displaysPossible(Store &store, const NamedDisplay &named)
{
    return named.serial.empty() && !displayNamed(store, named) ? store.studio().withoutSerial(fromText(named.model)) : std::vector<DisplayEntry>();
}

Result<DisplayEntry> displayCalled(Store &store, const std::string &called)
{
    const QString wanted = fromText(called);
    auto found = store.studio().bySerial(wanted);
    if (found.empty()) {
        found = everyDisplay(store);
        std::erase_if(found, [&](const DisplayEntry &d) { return d.name != wanted; });
    }
    if (found.size() != 1) {
        return Error{ErrorKind::Input,       found.empty() ? say("no-display-called", called) : say("several-displays-called", called, found.size()),
                     say("nothing-changed"), say(found.empty() ? "add-display-first" : "give-serial-instead"),
                     "which-display",        false};
    }
    return found.front();
}

Result<DisplayEntry> addNamed(Store &store, const NamedDisplay &named, const QString &room, const QString &note, WallTime now)
{
    DisplayEntry d;
    d.model = fromText(named.model);
    d.serial = fromText(named.serial);
    d.name = d.model.isEmpty() ? (d.serial.isEmpty() ? QStringLiteral("Display") : d.serial) : d.model;
    d.technology = fromText(named.technology);
    d.note = note;
    d.uid = named.uid.empty() || store.studio().byUid(fromText(named.uid)) ? QString() : fromText(named.uid);
    const auto rooms = store.studio().rooms();
    const auto there = std::find_if(rooms.begin(), rooms.end(), [&](const Room &r) { return r.name == room; });
    const auto roomId = there == rooms.end() ? store.studio().addRoom(room) : Result<qint64>(there->id);
    if (!roomId) {
        return roomId.error();
    }
    d.roomId = *roomId;
    const auto added = store.studio().add(d, now);
    const auto entry = added ? store.studio().display(*added) : std::nullopt;
    return entry ? Result<DisplayEntry>(*entry) : added ? Result<DisplayEntry>(store::storageError(say("display-gone"))) : added.error();
}

QString tellingName(Store &store, const DisplayEntry &display)
{
    const auto all = store.studio().displays();
    const auto called = std::count_if(all.begin(), all.end(), [&](const DisplayEntry &d) { return d.name == display.name; });
    if (called < 2) {
        return display.name;
    }
    QString room;
    for (const Room &r : store.studio().rooms()) {
        room = r.id == display.roomId ? r.name + ", " : room;
    }
    return QStringLiteral("%1 (%2%3)").arg(display.name, room, display.serial.isEmpty() ? shortIdentity(display) : display.serial);
}

} // namespace lamp
