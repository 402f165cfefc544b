// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/registers.h"

#include <QRegularExpression>

#include <algorithm>
#include <map>

namespace lamp {

namespace {

const QString kUnassigned = QStringLiteral("Unassigned");

std::string toText(const QString &text)
{
    return text.toStdString();
}

std::map<qint64, QString> roomNames(Store &store)
{
    std::map<qint64, QString> names;
    for (const Room &r : store.studio().rooms()) {
        names[r.id] = r.name;
    }
    return names;
}

Result<qint64> roomNamed(Store &store, const QString &name)
{
    for (const Room &r : store.studio().rooms()) {
        if (r.name == name) {
            return r.id;
        }
    }
    return store.studio().addRoom(name);
}

/// What stands for the serial of a display that has none (shortIdentity()).
bool isShortIdentity(const QString &text)
{
    static const QRegularExpression form(QRegularExpression::anchoredPattern(QStringLiteral("#[0-9a-f]{12}")));
    return form.match(text).hasMatch();
}

/// One field of an entry against a display. \return whether it would change
template <typename T, typename U> bool differs(const std::optional<T> &said, const U &is)
{
    return said && *said != is;
}

std::vector<std::string> changedFields(const RegisterEntry &e, const DisplayEntry &d, const QString &room)
{
    std::vector<std::string> fields;
    const auto note = [&](bool changes, const char *name) {
        if (changes) {
            fields.emplace_back(name);
        }
    };
    note(differs(e.name, toText(d.name)), "name");
    note(differs(e.model, toText(d.model)), "model");
    note(differs(e.technology, toText(d.technology)), "technology");
    note(differs(e.room, toText(room)), "room");
    note(differs(e.role, toText(d.role)), "role");
    note(differs(e.bits, d.bits), "bits");
    note(differs(e.cadenceDays, d.cadenceDays), "interval_days");
    note(differs(e.critical, d.critical), "critical");
    note(differs(e.note, toText(d.note)), "note");
    note(differs(e.retired, d.retired.has_value()), "retired");
    return fields;
}

/// A display with what an entry says of it.
void take(DisplayEntry &d, const RegisterEntry &e)
{
    const auto text = [](QString &into, const std::optional<std::string> &said) { into = said ? QString::fromStdString(*said) : into; };
    text(d.name, e.name);
    text(d.model, e.model);
    text(d.technology, e.technology);
    text(d.role, e.role);
    text(d.note, e.note);
    d.bits = e.bits.value_or(d.bits);
    d.cadenceDays = e.cadenceDays.value_or(d.cadenceDays);
    d.critical = e.critical.value_or(d.critical);
}

Status apply(Store &store, const RegisterChange &change, WallTime now)
{
    DisplayEntry d;
    if (change.kind == RegisterChange::Kind::Change) {
        const auto there = store.studio().display(change.displayId);
        if (!there) {
            return store::storageError(say("display-gone"));
        }
        d = *there;
    } else {
        d.name = QString::fromStdString(change.entry.serial);
        (isShortIdentity(d.name) ? d.uid : d.serial) = isShortIdentity(d.name) ? d.name.mid(1) : d.name;
    }
    take(d, change.entry);
    if (change.entry.room || d.roomId == 0) {
        const auto room =
            roomNamed(store, change.entry.room && !change.entry.room->empty() ? QString::fromStdString(*change.entry.room) : kUnassigned);
        if (!room) {
            return room.error();
        }
        d.roomId = *room;
    }
    if (change.kind == RegisterChange::Kind::Add) {
        const auto id = store.studio().add(d, now);
        if (!id) {
            return id.error();
        }
        d.id = *id;
    } else if (const Status changed = store.studio().change(d, now); !changed) {
        return changed;
    }
    const bool retired = d.retired.has_value();
    return change.entry.retired && *change.entry.retired != retired ? store.studio().setRetired(d.id, *change.entry.retired, now) : Status(Done{});
}

/// What history says, with the cards of the displays, their last visits, what happened to them and what they have to be right for.
std::vector<DueQuestion> completed(Store &store, std::map<std::string, DueQuestion> bySerial, WallTime on)
{
    const auto rooms = roomNames(store);
    std::vector<DatedAssignment> assignments = store.histories().assignments(on - std::chrono::days(2));
    std::erase_if(assignments, [&](const DatedAssignment &a) { return !isAhead(a.day, on); });
    std::map<qint64, DisplayStatus> statuses;
    for (const DisplayStatus &s : store.board().displays()) {
        statuses[s.displayId] = s;
    }
    const auto moves = store.studio().moves();
    const auto names = store.histories().names();
    std::vector<DueQuestion> all;
    for (const DisplayEntry &d : store.studio().displays()) {
        const auto named = names.find(d.id);
        const std::string serial = named == names.end() ? toText(shortIdentity(d)) : named->second;
        DueQuestion q = bySerial[serial];
        q.key = d.id;
        q.serial = serial;
        q.name = toText(d.name);
        const auto room = rooms.find(d.roomId);
        q.room = room == rooms.end() ? "" : toText(room->second);
        q.cadenceDays = d.cadenceDays;
        // A visit of this program has its own verdict, by the tolerance that it was judged by.
        if (const auto s = statuses.find(d.id); s != statuses.end() && s->second.upkeep.lastVisit && *s->second.upkeep.lastVisit <= on
                                                && (!q.lastVisit || *s->second.upkeep.lastVisit >= *q.lastVisit)) {
            q.lastVisit = s->second.upkeep.lastVisit;
            q.verdict = s->second.upkeep.verdict;
        }
        const auto [from, to] = moves.equal_range(d.id);
        for (auto m = from; m != to; ++m) {
            if (q.lastVisit && m->second > *q.lastVisit && m->second <= on && (!q.event || m->second < *q.event)) {
                q.event = m->second;
            }
        }
        for (const DatedAssignment &a : assignments) {
            if (!q.assignment && (a.display.empty() || a.display == serial)) {
                q.assignment = a.day;
            }
        }
        all.push_back(std::move(q));
    }
    return all;
}

} // namespace

Result<std::optional<DisplayEntry>> displayOfSerial(Store &store, const std::string &serial)
{
    const auto all = store.studio().bySerial(QString::fromStdString(serial));
    if (all.size() > 1) {
        return Error{ErrorKind::Input, say("serial-of-several", serial, all.size()), say("nothing-changed"), say("name-the-model"), "twin", false};
    }
    return all.empty() ? std::optional<DisplayEntry>() : std::optional(all.front());
}

Status mayBeAdded(const std::string &serial)
{
    static const QRegularExpression number(QRegularExpression::anchoredPattern(QStringLiteral("#[0-9]{1,11}")));
    return number.match(QString::fromStdString(serial)).hasMatch() ? Status(
               Error{ErrorKind::Input, say("serial-is-a-number", serial), say("nothing-changed"), say("give-serial-or-name"), "serial", false})
                                                                   : Status(Done{});
}

Result<std::vector<RegisterChange>> registerChanges(Store &store, const std::vector<RegisterEntry> &entries)
{
    const auto rooms = roomNames(store);
    std::vector<RegisterChange> all;
    for (const RegisterEntry &e : entries) {
        auto there = store.studio().bySerial(QString::fromStdString(e.serial));
        if (there.size() > 1 && e.model) {
            std::erase_if(there, [&](const DisplayEntry &d) { return toText(d.model) != *e.model; });
        }
        if (there.size() > 1) {
            return displayOfSerial(store, e.serial).error();
        }
        if (there.empty()) {
            if (const Status s = mayBeAdded(e.serial); !s) {
                return s.error();
            }
            all.push_back({RegisterChange::Kind::Add, e, 0, {}});
            continue;
        }
        const DisplayEntry &d = there.front();
        const auto room = rooms.find(d.roomId);
        const auto fields = changedFields(e, d, room == rooms.end() ? QString() : room->second);
        all.push_back({fields.empty() ? RegisterChange::Kind::Same : RegisterChange::Kind::Change, e, d.id, fields});
    }
    return all;
}

Status applyRegister(Store &store, const std::vector<RegisterChange> &changes, WallTime now)
{
    return store.act([&]() -> Status {
        for (const RegisterChange &c : changes) {
            if (c.kind != RegisterChange::Kind::Same) {
                if (const Status done = apply(store, c, now); !done) {
                    return done;
                }
            }
        }
        return Done{};
    });
}

std::vector<RegisterEntry> registerOf(Store &store)
{
    const auto rooms = roomNames(store);
    std::vector<RegisterEntry> all;
    for (const DisplayEntry &d : store.studio().displays()) {
        const auto room = rooms.find(d.roomId);
        RegisterEntry e;
        e.serial = toText(d.serial.isEmpty() ? shortIdentity(d) : d.serial);
        e.name = toText(d.name);
        e.model = toText(d.model);
        e.technology = toText(d.technology);
        e.room = room == rooms.end() ? "" : toText(room->second);
        e.role = toText(d.role);
        e.bits = d.bits > 0 ? std::optional(d.bits) : std::nullopt;
        e.cadenceDays = d.cadenceDays;
        e.critical = d.critical;
        e.note = toText(d.note);
        e.retired = false;
        all.push_back(std::move(e));
    }
    return all;
}

AgeingQuestion ofStudio(Store &store, AgeingQuestion question)
{
    question.targets = store.aims().everyTarget();
    const auto names = store.histories().names();
    for (const auto &[display, tolerance] : store.visits().judgedBy()) {
        if (const auto name = names.find(display); name != names.end()) {
            question.judgedBy[name->second] = tolerance;
        }
    }
    return question;
}

FleetAgeing ageingOfStudio(Store &store, const AgeingQuestion &question)
{
    return ageingOf(store.histories().all(), ofStudio(store, question));
}

std::vector<DueQuestion> dueQuestions(Store &store, const AgeingQuestion &question, FleetAgeing *ageing)
{
    const std::vector<HistoryEntry> history = store.histories().all();
    const AgeingQuestion known = ofStudio(store, question);
    const FleetAgeing aged = ageingOf(history, known);
    std::map<std::string, DueQuestion> bySerial;
    for (DueQuestion &q : dueByHistory(history, aged, known, 28)) {
        bySerial[q.serial] = std::move(q);
    }
    if (ageing != nullptr) {
        *ageing = aged;
    }
    auto all = completed(store, std::move(bySerial), question.on);
    for (DueQuestion &q : all) {
        q.historyKnown = true;
    }
    return all;
}

std::vector<DueQuestion> dueByStatus(Store &store, WallTime on)
{
    std::map<std::string, DueQuestion> bySerial;
    for (const HistoryEntry &e : store.histories().eventsSinceVisits()) {
        DueQuestion &q = bySerial[e.display];
        if (callsForVisit(e.event) && e.at <= on && !q.event) {
            q.event = e.at;
        }
    }
    return completed(store, std::move(bySerial), on);
}

} // namespace lamp
