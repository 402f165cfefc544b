// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/along.h"

#include "store/cards.h"
#include "store/packed.h"

#include <QFile>
#include <QFileInfo>
#include <QSettings>

namespace lamp::store {

namespace {

const Message kNotTaken = say("studio-could-not-copied");

/// Not a table of every studio: a copy alone has it, and one row in it.
const char *const kTable = "CREATE TABLE along (place TEXT NOT NULL, taken_at {integer} NOT NULL, cards TEXT NOT NULL)";

/// Where it is remembered which copy was taken of a place.
QString keyOf(const QString &place)
{
    return QStringLiteral("along/") + QString::fromLatin1(sha256(withoutPassword(place).toUtf8()).toHex());
}

Status writeDown(Store &copy, const QString &place, WallTime now)
{
    const auto cards = cardsOf(copy);
    if (!cards) {
        return cards.error();
    }
    Connection &c = copy.connection();
    return c.transaction([&]() -> Status {
        const Status made = c.change(c.dialect().worded(QLatin1String(kTable)), {}, kNotTaken);
        return made ? c.change(QStringLiteral("INSERT INTO along (place, taken_at, cards) VALUES (?, ?, ?)"),
                               {withoutPassword(place), stored(now), stored(cardsToJson(cards.value()))}, kNotTaken)
                    : made;
    });
}

} // namespace

std::optional<Along> alongOf(Store &store)
{
    if (isServer(store.path()) || !store.connection().database().tables().contains(QStringLiteral("along"))) {
        return std::nullopt;
    }
    Rows rows = store.connection().read(QStringLiteral("SELECT place, taken_at FROM along"));
    return rows.next() ? std::optional(Along{rows.text(0), rows.time(1).value_or(WallTime{})}) : std::nullopt;
}

QString lastAlong(const QString &place)
{
    const QString file = QSettings(kOwnSettings, kOwnSettings).value(keyOf(place)).toString();
    return QFile::exists(file) ? file : QString();
}

Transfer takeAlong(Store &from, const QString &file, WallTime now, const TransferProgress &progress, const std::stop_token &stop)
{
    if (isServer(file) || QFile::exists(file)) {
        return {Error{ErrorKind::Input, say("along-needs-new-file"), say("nothing-changed"), say("choose-another-name"), "store", false}, 0};
    }
    Transfer done;
    done.status = writtenAside(file, [&](const QString &aside) {
        done = copyStudio(from, aside, Others::Write, progress, stop);
        if (!done.status) {
            return done.status;
        }
        auto copy = Store::open(aside);
        return copy ? writeDown(*copy.value(), from.path(), now) : Status(copy.error());
    });
    if (done.status) {
        QSettings(kOwnSettings, kOwnSettings).setValue(keyOf(from.path()), QFileInfo(file).absoluteFilePath());
    }
    return done;
}

} // namespace lamp::store
