// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/connection.h"

#include <map>
#include <optional>
#include <vector>

namespace lamp {

/// A room of the studio.
struct Room {
    qint64 id = 0;
    QString name;
};

/// A display as the studio knows it.
struct DisplayEntry {
    qint64 id = 0, roomId = 0;
    QString name, model, serial, technology;
    QString bench; ///< how this computer reaches it: "sim:NAME" or a bench command; empty where another one does
    int cadenceDays = 28;
    QString note;
    QString screen;                  ///< of this computer, where the bench offers an instrument only; empty: the one that carries the window
    int bits = 0;                    ///< per channel; 0: not known
    QString role;                    ///< what it is used for
    int critical = 0;                ///< how much depends on it, from 0
    std::optional<WallTime> retired; ///< no longer in use; its history stays
    QString uid; ///< who it is in every copy of the studio, 32 hexadecimal digits; given when it is added, where it has none that is free
};

/// What stands for a serial in files, where a display has none: "#" and the beginning of its uid.
QString shortIdentity(const DisplayEntry &display);

/// Something that happened to a display: "added", "moved", "retired", "restored".
struct DisplayEvent {
    WallTime at{};
    QString kind, before, after;
};

/// An instrument as the studio knows it. What is not known is not there.
struct InstrumentEntry {
    qint64 id = 0;
    QString kind, model, serial, certificate, note;
    std::optional<WallTime> made, certified, retired;
    std::optional<double> accuracyXy;               ///< standard uncertainty of x and y (k = 1), as its maker or certificate states
    std::optional<double> accuracyLuminancePercent; ///< the same of luminance
    friend bool operator==(const InstrumentEntry &, const InstrumentEntry &) = default;
};

/// What an instrument was used for, by the finished visits.
struct InstrumentUse {
    int visits = 0, displays = 0;
    std::optional<WallTime> last;
};

/// A part of a list: `count` rows from `offset`; all of them where count is negative.
struct Page {
    int offset = 0, count = -1;
};

namespace store {

/// The studio's rooms, displays, instruments and people.
class Studio {
public:
    explicit Studio(Connection &connection) : m_connection(connection) {}

    Result<qint64> addRoom(const QString &name);
    [[nodiscard]] std::vector<Room> rooms() const;

    /// \return an error with the code "twin" where a display of this model and serial is there already
    Result<qint64> add(const DisplayEntry &display, WallTime now);
    [[nodiscard]] std::vector<DisplayEntry> displays(Page page = {}) const;
    [[nodiscard]] std::vector<DisplayEntry> displaysIn(qint64 roomId, Page page = {}) const;
    /// Displays with all words of a text in name, model, serial, technology, room, role or note.
    [[nodiscard]] std::vector<DisplayEntry> search(const QString &text, Page page = {}) const;
    [[nodiscard]] int count() const;
    [[nodiscard]] std::optional<DisplayEntry> display(qint64 id) const;
    /// The display of a model and serial. None where the serial is empty: displays without one are told apart by uid alone.
    [[nodiscard]] std::optional<DisplayEntry> find(const QString &model, const QString &serial) const;
    [[nodiscard]] std::optional<DisplayEntry> byUid(const QString &uid) const;
    /// Displays of a serial, or of what stands for one (shortIdentity()), retired ones too; none of an empty one.
    [[nodiscard]] std::vector<DisplayEntry> bySerial(const QString &serial) const;
    /// Displays of a model that have no serial, retired ones too.
    [[nodiscard]] std::vector<DisplayEntry> withoutSerial(const QString &model) const;
    /// Writes a display's card anew: all but how it is reached and whether it is retired; a move to another room is told in its history.
    /// \return an error with the code "twin" where another display has this model and serial
    Status change(const DisplayEntry &display, WallTime now);
    Status setCadence(qint64 displayId, int days);
    Status move(qint64 displayId, qint64 roomId, WallTime now);
    /// Where a display stands and since when it is out of use, without telling it: for what addEvents() tells.
    Status place(qint64 displayId, qint64 roomId, std::optional<WallTime> retired);
    /// Takes a display out of use, or back.
    Status setRetired(qint64 displayId, bool retired, WallTime now);
    /// Of a display, the oldest first.
    [[nodiscard]] std::vector<DisplayEvent> events(qint64 displayId) const;
    /// Adds what happened to a display in a copy of the studio, where it does not stand there yet. \return how many were new
    Result<int> addEvents(qint64 displayId, const std::vector<DisplayEvent> &events);
    /// When displays were moved to another room, by their number.
    [[nodiscard]] std::multimap<qint64, WallTime> moves() const;

    [[nodiscard]] std::vector<InstrumentEntry> instruments() const;
    [[nodiscard]] InstrumentUse useOf(qint64 instrumentId) const;
    /// Keeps an instrument's card: that of its model and serial, which is made where there is none.
    Status keep(const InstrumentEntry &instrument);
    /// Keeps the day of a certificate that an instrument states itself, where the card knows of none so late.
    Status noteCertified(qint64 instrumentId, WallTime day);
    /// The number of an instrument or of a person's role as visits point at it; it is made where it is new.
    Result<qint64> instrumentId(const QString &kind, const QString &model, const QString &serial);
    Result<qint64> personId(const QString &role);

    /// What search() looks through, written anew. (For the schema's upgrade; the verbs above do it by themselves.)
    Status refreshSearch(qint64 displayId);

private:
    [[nodiscard]] std::vector<DisplayEntry> where(const QString &condition, QVariantList values, Page page) const;
    Status event(qint64 displayId, WallTime at, const QString &kind, const QString &before, const QString &after);
    Connection &m_connection;
};

} // namespace store
} // namespace lamp
