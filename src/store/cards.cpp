// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/cards.h"

#include "base/json.h"
#include "fleet/history.h"
#include "store/packed.h"

#include <charconv>

namespace lamp::store {

namespace {

using Json = nlohmann::json;

std::string text(const std::optional<double> &v)
{
    return v ? Json(*v).dump() : std::string(); // every digit that it needs
}

std::string text(const std::optional<WallTime> &v)
{
    return v ? isoTime(*v) : std::string();
}

Card cardOf(const DisplayEntry &d, const std::string &room)
{
    return {d.name.toStdString(),
            {{"name", d.name.toStdString()},
             {"model", d.model.toStdString()},
             {"serial", d.serial.toStdString()},
             {"technology", d.technology.toStdString()},
             {"room", room},
             {"role", d.role.toStdString()},
             {"critical", std::to_string(d.critical)},
             {"interval", std::to_string(d.cadenceDays)},
             {"bits", d.bits > 0 ? std::to_string(d.bits) : std::string()},
             {"note", d.note.toStdString()},
             {"retired", d.retired ? "yes" : ""},
             {"place", ""}}};
}

Card cardOf(const InstrumentEntry &i)
{
    return {(i.model + ' ' + i.serial).trimmed().toStdString(),
            {{"kind", i.kind.toStdString()},
             {"certificate", i.certificate.toStdString()},
             {"note", i.note.toStdString()},
             {"made", text(i.made)},
             {"certified", text(i.certified)},
             {"retired", text(i.retired)},
             {"accuracy_xy", text(i.accuracyXy)},
             {"accuracy_luminance", text(i.accuracyLuminancePercent)}}};
}

std::vector<qint64> numbersOf(Store &store, const QString &question)
{
    std::vector<qint64> all;
    Rows rows = store.connection().read(question);
    while (rows.next()) {
        all.push_back(rows.integer(0));
    }
    return all;
}

/// What is kept of displays and may be put away.
void addKept(Store &store, Cards &cards)
{
    Rows pictures = store.connection().read(QStringLiteral(
        "SELECT d.uid, d.name, p.added_at, p.content, p.words, p.removed_at FROM picture p JOIN display d ON d.id = p.display_id ORDER BY p.id"));
    while (pictures.next()) {
        const std::string key = photographKey(pictures.text(0), pictures.time(2).value_or(WallTime{}), sha256(pictures.bytes(3)));
        Card &card = cards["photograph"][key];
        // The same one twice, once put away: it is there.
        const bool there = pictures.isNull(5) || (!card.fields.empty() && card.fields["removed"].empty());
        card = {pictures.text(1).toStdString(), {{"words", pictures.text(4).toStdString()}, {"removed", there ? "" : "yes"}}};
    }
    Rows measured = store.connection().read(
        QStringLiteral("SELECT m.identity, d.name, m.finished_at, m.removed_at FROM measurement m JOIN display d ON d.id = m.display_id"));
    while (measured.next()) {
        cards["measurement"][measured.bytes(0).toHex().toStdString()] = {
            measured.text(1).toStdString() + ", " + isoTime(measured.time(2).value_or(WallTime{})), {{"removed", measured.isNull(3) ? "" : "yes"}}};
    }
}

} // namespace

std::string photographKey(const QString &displayUid, WallTime added, const QByteArray &sha256)
{
    return displayUid.toStdString() + '\n' + isoTime(added) + '\n' + sha256.toHex().toStdString();
}

std::optional<double> numberOf(const std::string &field)
{
    double v = 0;
    const auto *end = field.data() + field.size();
    const auto read = std::from_chars(field.data(), end, v);
    return !field.empty() && read.ec == std::errc() && read.ptr == end ? std::optional(v) : std::nullopt;
}

std::optional<WallTime> timeOfField(const std::string &field)
{
    return field.empty() ? std::nullopt : timeOf(field);
}

Result<Cards> cardsOf(Store &store)
{
    Cards cards;
    std::map<qint64, std::string> rooms;
    for (const Room &r : store.studio().rooms()) {
        rooms[r.id] = r.name.toStdString();
        cards["room"][rooms[r.id]] = {rooms[r.id], {{"outline", ""}}};
    }
    for (const DisplayEntry &d : store.studio().displays()) {
        if (d.uid.isEmpty()) {
            return storageError(say("along-damaged")); // who is who could not be told
        }
        cards["display"][d.uid.toStdString()] = cardOf(d, rooms[d.roomId]);
    }
    for (const qint64 id : numbersOf(store, QStringLiteral("SELECT id FROM display WHERE retired_at IS NOT NULL ORDER BY id"))) {
        if (const auto d = store.studio().display(id)) {
            cards["display"][d->uid.toStdString()] = cardOf(*d, rooms[d->roomId]);
        }
    }
    std::map<qint64, std::string> uids;
    {
        Rows rows = store.connection().read(QStringLiteral("SELECT id, uid FROM display"));
        while (rows.next()) {
            uids[rows.integer(0)] = rows.text(1).toStdString();
        }
    }
    const DrawnPlan plan = store.plans().drawn();
    for (const auto &[id, o] : plan.rooms) {
        cards["room"][rooms[id]].fields["outline"] = outlineText(o);
    }
    for (const auto &[id, s] : plan.displays) {
        if (const auto at = cards["display"].find(uids[id]); at != cards["display"].end()) {
            at->second.fields["place"] = Json{rooms[s.roomId], s.middle[0], s.middle[1]}.dump();
        }
    }
    for (const InstrumentEntry &i : store.studio().instruments()) {
        cards["instrument"][i.model.toStdString() + '\n' + i.serial.toStdString()] = cardOf(i);
    }
    for (const Target &t : store.aims().targets()) {
        if (!builtInTarget(t.name)) {
            cards["target"][t.name] = {t.name, {{"content", targetToJson(t)}}};
        }
    }
    for (const Tolerance &t : store.aims().tolerances()) {
        if (!builtInTolerance(t.name)) {
            cards["tolerance"][t.name] = {t.name, {{"content", toleranceToJson(t)}}};
        }
    }
    // So that a visit whose state is changed later is known from one that was so.
    Rows visits = store.connection().read(QStringLiteral("SELECT uid, state FROM visit"));
    while (visits.next()) {
        cards["visit"][visits.text(0).toStdString()] = {{}, {{"state", std::to_string(visits.integer(1))}}};
    }
    addKept(store, cards);
    const Letterhead head = store.pictures().letterhead();
    const QByteArray mark = head.mark.empty() ? QByteArray() : sha256(asBytes(head.mark)).toHex();
    cards["letterhead"][""] = {head.name, {{"name", head.name}, {"mark", mark.toStdString()}}};
    const auto problem = store.takeProblem();
    return problem ? Result<Cards>(*problem) : Result<Cards>(std::move(cards));
}

std::string cardsToJson(const Cards &cards)
{
    Json all = Json::object();
    for (const auto &[kind, some] : cards) {
        for (const auto &[key, card] : some) {
            all[kind][key] = {{"name", card.name}, {"fields", card.fields}};
        }
    }
    return jsonText(all, -1);
}

Result<Cards> cardsFromJson(const std::string &json)
{
    const auto parsed = parseJson(json);
    const Error damaged{ErrorKind::Storage, say("along-damaged"), say("left-as-it-is"), {}, "store", false};
    if (!parsed) {
        return damaged;
    }
    Cards cards;
    try {
        for (const auto &[kind, some] : parsed->items()) {
            for (const auto &[key, card] : some.items()) {
                cards[kind][key] = {card.at("name").get<std::string>(), card.at("fields").get<std::map<std::string, std::string>>()};
            }
        }
    } catch (const Json::exception &) {
        return damaged;
    }
    return cards;
}

} // namespace lamp::store
