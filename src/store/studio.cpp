// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/studio.h"

#include "store/owner.h"
#include "store/visits.h"

#include <QUuid>

#include <limits>

namespace lamp::store {

namespace {

const QString kDisplayColumns = QStringLiteral(
    "d.id, d.room_id, d.name, d.model, d.serial, d.technology, d.cadence_days, d.note, d.bits, d.role, d.critical, d.retired_at, r.bench, r.screen, "
    "d.uid");
/// Simulated benches and the like run no program: they are reached from everywhere (computer ''); a command only from
/// the computer at which it was entered.
const QString kDisplayTables = QStringLiteral(
    "display d LEFT JOIN reach r ON r.display_id = d.id AND (r.computer = ? OR (r.computer = '' AND (r.bench = '' OR r.bench LIKE 'sim:%')))");

bool runsAProgram(const QString &bench)
{
    return !bench.isEmpty() && !bench.startsWith(QStringLiteral("sim:"));
}

/// A text of a card as it may be shown anywhere: a studio's file comes from anybody, and signs that steer a terminal or turn the writing could make
/// one display look like another.
QString plain(const QString &text)
{
    return QString::fromStdString(shown(text.toStdString()));
}

DisplayEntry displayFrom(const Rows &rows)
{
    DisplayEntry d;
    d.id = rows.integer(0);
    d.roomId = rows.integer(1);
    d.name = plain(rows.text(2));
    d.model = plain(rows.text(3));
    d.serial = plain(rows.text(4));
    d.technology = plain(rows.text(5));
    d.cadenceDays = int(rows.integer(6));
    d.note = plain(rows.text(7));
    d.bits = int(rows.integer(8));
    d.role = plain(rows.text(9));
    d.critical = int(rows.integer(10));
    d.retired = rows.time(11);
    d.bench = rows.text(12);
    d.screen = rows.text(13);
    d.uid = rows.text(14);
    return d;
}

/// A text as it is searched for: case and line breaks do not count, and ß is ss.
QString folded(const QString &text)
{
    return text.toUpper().toLower().simplified();
}

/// A word as it may stand in LIKE, with '!' as escape.
QString likeWord(QString word)
{
    for (const char *sign : {"!", "%", "_"}) {
        word.replace(QLatin1String(sign), QLatin1String("!") + QLatin1String(sign));
    }
    return '%' + word + '%';
}

constexpr int kShort = 12; // hexadecimal digits: among a thousand displays two begin alike once in five hundred million studios

} // namespace
} // namespace lamp::store

namespace lamp {

QString shortIdentity(const DisplayEntry &display)
{
    return '#' + display.uid.left(store::kShort);
}

} // namespace lamp

namespace lamp::store {

Result<qint64> Studio::addRoom(const QString &name)
{
    return m_connection.insert(QStringLiteral("INSERT INTO room (studio_id, name) VALUES ((SELECT min(id) FROM studio), ?) RETURNING id"),
                               {stored(name)}, say("room-could-not-stored"));
}

std::vector<Room> Studio::rooms() const
{
    std::vector<Room> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT id, name FROM room ORDER BY id"));
    while (rows.next()) {
        all.push_back({rows.integer(0), plain(rows.text(1))});
    }
    return all;
}

Result<qint64> Studio::add(const DisplayEntry &d, WallTime now)
{
    const auto twin = d.serial.isEmpty() ? std::nullopt : find(d.model, d.serial);
    if (twin) {
        return Error{ErrorKind::Input,
                     say("display-model-serial-studio", twin->name.toStdString()),
                     say("nothing-added"),
                     twin->retired ? say("bring-one-back-into") : say("use-one-or-correct"),
                     "twin",
                     false};
    }
    qint64 made = 0;
    const Status done = m_connection.transaction([&]() -> Status {
        const Message what = say("display-could-not-stored");
        const auto id = m_connection.insert(
            QStringLiteral(
                "INSERT INTO display (room_id, name, model, serial, technology, cadence_days, note, bits, role, critical, retired_at, uid) "
                "VALUES (?,?,?,?,?,?,?,?,?,?,?,?) RETURNING id"),
            {d.roomId, stored(d.name), stored(d.model), stored(d.serial), stored(d.technology), d.cadenceDays, stored(d.note),
             d.bits > 0 ? QVariant(d.bits) : QVariant(), stored(d.role), d.critical, stored(d.retired),
             d.uid.isEmpty() || byUid(d.uid) ? QUuid::createUuid().toString(QUuid::Id128) : d.uid},
            what);
        if (!id) {
            return id.error();
        }
        made = *id;
        const QString computer = runsAProgram(d.bench) ? thisComputer() : QStringLiteral("");
        const auto reach = m_connection.write(QStringLiteral("INSERT INTO reach (display_id, computer, bench, screen) VALUES (?,?,?,?)"),
                                              {made, stored(computer), stored(d.bench), stored(d.screen)}, what);
        const auto status = m_connection.write(QStringLiteral("INSERT INTO display_status (display_id) VALUES (?)"), {made}, what);
        if (!reach || !status) {
            return reach ? status.error() : reach.error();
        }
        const Status added = event(made, now, QStringLiteral("added"), {}, d.name);
        return added ? refreshSearch(made) : added;
    });
    return done ? Result<qint64>(made) : done.error();
}

std::vector<DisplayEntry> Studio::where(const QString &condition, QVariantList values, Page page) const
{
    std::vector<DisplayEntry> all;
    values.prepend(thisComputer());
    values << (page.count < 0 ? std::numeric_limits<int>::max() : page.count) << page.offset;
    Rows rows = m_connection.read(
        QStringLiteral("SELECT %1 FROM %2 WHERE %3 ORDER BY d.room_id, d.id LIMIT ? OFFSET ?").arg(kDisplayColumns, kDisplayTables, condition),
        values);
    while (rows.next()) {
        all.push_back(displayFrom(rows));
    }
    return all;
}

std::vector<DisplayEntry> Studio::displays(Page page) const
{
    return where(QStringLiteral("d.retired_at IS NULL"), {}, page);
}

std::vector<DisplayEntry> Studio::displaysIn(qint64 roomId, Page page) const
{
    return where(QStringLiteral("d.room_id = ? AND d.retired_at IS NULL"), {roomId}, page);
}

std::vector<DisplayEntry> Studio::search(const QString &text, Page page) const
{
    const QStringList words = folded(text).split(' ', Qt::SkipEmptyParts);
    QStringList conditions{QStringLiteral("d.retired_at IS NULL")};
    QVariantList values;
    for (const QString &word : words) {
        conditions << QStringLiteral("d.search LIKE ? ESCAPE '!'");
        values << likeWord(word);
    }
    return where(conditions.join(QStringLiteral(" AND ")), values, page);
}

int Studio::count() const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT count(*) FROM display WHERE retired_at IS NULL"));
    return rows.next() ? int(rows.integer(0)) : 0;
}

std::optional<DisplayEntry> Studio::display(qint64 id) const
{
    const auto all = where(QStringLiteral("d.id = ?"), {id}, {});
    return all.empty() ? std::nullopt : std::optional(all.front());
}

std::optional<DisplayEntry> Studio::find(const QString &model, const QString &serial) const
{
    if (serial.isEmpty()) {
        return std::nullopt;
    }
    const auto all = where(QStringLiteral("d.model = ? AND d.serial = ?"), {stored(model), stored(serial)}, {});
    return all.empty() ? std::nullopt : std::optional(all.front());
}

std::vector<DisplayEntry> Studio::bySerial(const QString &serial) const
{
    if (serial.isEmpty()) {
        return {};
    }
    auto all = where(QStringLiteral("d.serial = ?"), {stored(serial)}, {});
    if (all.empty() && serial.size() == kShort + 1 && serial.startsWith('#')) {
        all = where(QStringLiteral("substr(d.uid, 1, %1) = ?").arg(kShort), {serial.mid(1)}, {});
    }
    return all;
}

std::vector<DisplayEntry> Studio::withoutSerial(const QString &model) const
{
    return where(QStringLiteral("d.model = ? AND d.serial = ''"), {stored(model)}, {});
}

std::optional<DisplayEntry> Studio::byUid(const QString &uid) const
{
    const auto all = uid.isEmpty() ? std::vector<DisplayEntry>() : where(QStringLiteral("d.uid = ?"), {uid}, {});
    return all.empty() ? std::nullopt : std::optional(all.front());
}

Status Studio::change(const DisplayEntry &d, WallTime now)
{
    const auto before = display(d.id);
    if (!before) {
        return storageError(say("display-gone"));
    }
    const auto twin = d.serial.isEmpty() ? std::nullopt : find(d.model, d.serial);
    if (twin && twin->id != d.id) {
        return Error{ErrorKind::Input,
                     say("display-model-serial-studio", twin->name.toStdString()),
                     say("nothing-changed"),
                     say("use-one-or-correct"),
                     "twin",
                     false};
    }
    return m_connection.transaction([&]() -> Status {
        Status done = m_connection.change(
            QStringLiteral("UPDATE display SET name = ?, model = ?, serial = ?, technology = ?, note = ?, bits = ?, role = ?, critical = ?, "
                           "revision = revision + 1 WHERE id = ?"),
            {stored(d.name), stored(d.model), stored(d.serial), stored(d.technology), stored(d.note), d.bits > 0 ? QVariant(d.bits) : QVariant(),
             stored(d.role), d.critical, d.id},
            say("display-could-not-stored"));
        done = done && d.cadenceDays != before->cadenceDays ? setCadence(d.id, d.cadenceDays) : done;
        done = done && d.roomId != before->roomId ? move(d.id, d.roomId, now) : done;
        return done ? refreshSearch(d.id) : done;
    });
}

Status Studio::setCadence(qint64 displayId, int days)
{
    const Message what = say("interval-could-not-stored");
    return m_connection.transaction([&]() -> Status {
        const Status set =
            m_connection.change(QStringLiteral("UPDATE display SET cadence_days = ?, revision = revision + 1 WHERE id = ?"), {days, displayId}, what);
        return set ? m_connection.change(QStringLiteral("UPDATE display_status SET due_at = finished_at + ? WHERE display_id = ?"),
                                         {qint64(days) * 86400, displayId}, what)
                   : set;
    });
}

Status Studio::event(qint64 displayId, WallTime at, const QString &kind, const QString &before, const QString &after)
{
    return m_connection.change(QStringLiteral("INSERT INTO display_event (display_id, happened_at, kind, before, after) VALUES (?,?,?,?,?)"),
                               {displayId, stored(at), kind, stored(before), stored(after)}, say("display-could-not-stored"));
}

Status Studio::move(qint64 displayId, qint64 roomId, WallTime now)
{
    const auto roomName = [this](qint64 id) {
        for (const Room &r : rooms()) {
            if (r.id == id) {
                return r.name;
            }
        }
        return QString();
    };
    return m_connection.transaction([&]() -> Status {
        const auto before = display(displayId);
        if (!before || roomName(roomId).isEmpty()) {
            return storageError(say("display-or-room-gone"));
        }
        if (before->roomId == roomId) {
            return Done{}; // it stands there: no move, which would make it due
        }
        const Status told = event(displayId, now, QStringLiteral("moved"), roomName(before->roomId), roomName(roomId));
        return told ? place(displayId, roomId, before->retired) : told;
    });
}

Status Studio::place(qint64 displayId, qint64 roomId, std::optional<WallTime> retired)
{
    return m_connection.transaction([&]() -> Status {
        const Status placed =
            m_connection.change(QStringLiteral("UPDATE display SET room_id = ?, retired_at = ?, revision = revision + 1 WHERE id = ?"),
                                {roomId, stored(retired), displayId}, say("display-could-not-stored"));
        return placed ? refreshSearch(displayId) : placed;
    });
}

Status Studio::setRetired(qint64 displayId, bool retired, WallTime now)
{
    return m_connection.transaction([&]() -> Status {
        const auto before = display(displayId);
        if (before && before->retired.has_value() == retired) {
            return Done{}; // the day when it was, stays
        }
        const auto set = m_connection.write(QStringLiteral("UPDATE display SET retired_at = ?, revision = revision + 1 WHERE id = ?"),
                                            {retired ? stored(now) : QVariant(), displayId}, say("display-could-not-stored"));
        if (!set || *set == 0) {
            return set ? Status(storageError(say("display-gone"))) : set.error();
        }
        return event(displayId, now, retired ? QStringLiteral("retired") : QStringLiteral("restored"), {}, {});
    });
}

std::vector<DisplayEvent> Studio::events(qint64 displayId) const
{
    std::vector<DisplayEvent> all;
    Rows rows = m_connection.read(
        QStringLiteral("SELECT happened_at, kind, before, after FROM display_event WHERE display_id = ? ORDER BY happened_at, id"), {displayId});
    while (rows.next()) {
        all.push_back({*rows.time(0), rows.text(1), rows.text(2), rows.text(3)});
    }
    return all;
}

Result<int> Studio::addEvents(qint64 displayId, const std::vector<DisplayEvent> &events)
{
    int added = 0;
    const Status done = m_connection.transaction([&]() -> Status {
        added = 0;
        for (const DisplayEvent &e : events) {
            Rows there = m_connection.read(
                QStringLiteral("SELECT 1 FROM display_event WHERE display_id = ? AND happened_at = ? AND kind = ? AND before = ? AND after = ?"),
                {displayId, stored(e.at), stored(e.kind), stored(e.before), stored(e.after)});
            if (!there.next()) {
                if (const Status s = event(displayId, e.at, e.kind, e.before, e.after); !s) {
                    return s;
                }
                ++added;
            }
        }
        return Done{};
    });
    return done ? Result<int>(added) : done.error();
}

std::multimap<qint64, WallTime> Studio::moves() const
{
    std::multimap<qint64, WallTime> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT display_id, happened_at FROM display_event WHERE kind = 'moved'"));
    while (rows.next()) {
        all.emplace(rows.integer(0), *rows.time(1));
    }
    return all;
}

Status Studio::refreshSearch(qint64 displayId)
{
    QString words;
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT d.name, d.model, d.serial, d.technology, d.role, d.note, m.name FROM display d "
                                                     "JOIN room m ON m.id = d.room_id WHERE d.id = ?"),
                                      {displayId});
        if (!rows.next()) {
            return storageError(say("display-gone"));
        }
        for (int i = 0; i < 7; ++i) {
            words += folded(rows.text(i)) + '\n';
        }
    }
    return m_connection.change(QStringLiteral("UPDATE display SET search = ? WHERE id = ?"), {words, displayId}, say("display-could-not-stored"));
}

std::vector<InstrumentEntry> Studio::instruments() const
{
    std::vector<InstrumentEntry> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT id, kind, model, serial, certificate, note, made_at, certified_at, retired_at, accuracy_xy, "
                                                 "accuracy_luminance_percent FROM instrument ORDER BY model, serial"));
    while (rows.next()) {
        all.push_back({rows.integer(0), rows.text(1), rows.text(2), rows.text(3), rows.text(4), rows.text(5), rows.time(6), rows.time(7),
                       rows.time(8), rows.maybeReal(9), rows.maybeReal(10)});
    }
    return all;
}

InstrumentUse Studio::useOf(qint64 instrumentId) const
{
    InstrumentUse use;
    Rows rows = m_connection.read(QStringLiteral("SELECT count(*), count(DISTINCT display_id), max(finished_at) FROM visit "
                                                 "WHERE instrument_id = ? AND state = ?"),
                                  {instrumentId, int(VisitState::Finished)});
    if (rows.next()) {
        use = {int(rows.integer(0)), int(rows.integer(1)), rows.time(2)};
    }
    return use;
}

Status Studio::keep(const InstrumentEntry &i)
{
    return m_connection.transaction([&]() -> Status {
        const auto id = instrumentId(i.kind, i.model, i.serial);
        if (!id) {
            return id.error();
        }
        return m_connection.change(QStringLiteral("UPDATE instrument SET certificate = ?, note = ?, made_at = ?, certified_at = ?, retired_at = ?, "
                                                  "accuracy_xy = ?, accuracy_luminance_percent = ? WHERE id = ?"),
                                   {stored(i.certificate), stored(i.note), stored(i.made), stored(i.certified), stored(i.retired),
                                    stored(i.accuracyXy), stored(i.accuracyLuminancePercent), *id},
                                   say("instrument-could-not-stored"));
    });
}

Status Studio::noteCertified(qint64 instrumentId, WallTime day)
{
    const QVariant at = stored(std::optional(day));
    return m_connection.change(QStringLiteral("UPDATE instrument SET certified_at = ? WHERE id = ? AND (certified_at IS NULL OR certified_at < ?)"),
                               {at, instrumentId, at}, say("instrument-could-not-stored"));
}

Result<qint64> Studio::instrumentId(const QString &kind, const QString &model, const QString &serial)
{
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT id FROM instrument WHERE model = ? AND serial = ?"), {stored(model), stored(serial)});
        if (rows.next()) {
            return rows.integer(0);
        }
    }
    return m_connection.insert(QStringLiteral("INSERT INTO instrument (kind, model, serial) VALUES (?, ?, ?) RETURNING id"),
                               {stored(kind), stored(model), stored(serial)}, say("instrument-could-not-stored"));
}

Result<qint64> Studio::personId(const QString &role)
{
    {
        Rows rows = m_connection.read(QStringLiteral("SELECT id FROM person WHERE role = ?"), {stored(role)});
        if (rows.next()) {
            return rows.integer(0);
        }
    }
    return m_connection.insert(QStringLiteral("INSERT INTO person (role) VALUES (?) RETURNING id"), {stored(role)}, say("person-could-not-stored"));
}

} // namespace lamp::store
