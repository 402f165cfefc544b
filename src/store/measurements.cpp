// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/measurements.h"

#include "base/json.h"
#include "fleet/history.h"
#include "store/packed.h"
#include "survey/survey.h"

#include <QCryptographicHash>

namespace lamp::store {

namespace {

using Json = nlohmann::json;

const Message kMeasurementNotKept = say("measurement-could-not-be-kept");

Error noDocument(Message why)
{
    return {ErrorKind::Input, say("no-measurement", std::move(why)), say("nothing-changed"), {}, "measurement", false};
}

QByteArray identityOf(const std::string &document)
{
    return QCryptographicHash::hash(QByteArrayView(document.data(), qsizetype(document.size())), QCryptographicHash::Sha256);
}

struct Head {
    MeasurementEntry entry;
    std::string model, serial;
};

/// What stands at the head of a document. Throws nlohmann's exception, or Unreadable, where it is none.
Head headOf(const Json &j)
{
    Head h;
    const std::string schema = j.at("schema").get<std::string>();
    const bool diagnosis = schema == "dutiful-lamp/diagnosis/1", byEye = schema == "dutiful-lamp/eye-match/1";
    if (!diagnosis && !byEye && schema != "dutiful-lamp/measurement/1") {
        throw Unreadable(verbatim(schema));
    }
    h.entry.kind = diagnosis ? "diagnosis" : byEye ? "eye-match" : j.at("kind").get<std::string>();
    if (!diagnosis && !byEye && !surveyKindFromName(h.entry.kind)) { // it becomes part of file names
        throw Unreadable(verbatim(h.entry.kind));
    }
    h.entry.complete = diagnosis || byEye || j.at("complete").get<bool>();
    const auto finished = timeOf(j.at("finished").get<std::string>());
    if (!finished) {
        throw Unreadable(say("no-such-day", j.at("finished").get<std::string>()));
    }
    h.entry.finished = *finished;
    const Json &instrument = j.at("instrument");
    h.entry.instrument = instrument.at("serial").get<std::string>();
    if (h.entry.instrument.empty()) {
        h.entry.instrument = instrument.at("model").get<std::string>();
    }
    if (j.contains("said_codes")) { // of an earlier version they are not known
        h.entry.said = messagesFrom(j.at("said_codes"));
    }
    h.model = j.at("display").at("model").get<std::string>();
    h.serial = j.at("display").at("serial").get<std::string>();
    return h;
}

} // namespace

bool looksLikeMeasurement(const std::string &text)
{
    return text.find("dutiful-lamp/measurement/") != std::string::npos || text.find("dutiful-lamp/diagnosis/") != std::string::npos
           || text.find("dutiful-lamp/eye-match/") != std::string::npos;
}

Result<MeasurementEntry> Measurements::describe(const std::string &document) const
{
    if (document.size() > size_t(kMostDocumentBytes)) {
        return noDocument(say("document-too-large", int(kMostDocumentBytes >> 20)));
    }
    const auto json = parseJson(document);
    if (!json) {
        return noDocument(json.error().what);
    }
    Head head;
    try {
        head = headOf(json.value());
    } catch (const std::exception &e) {
        return noDocument(reasonOf(e));
    }
    if (!head.serial.empty()) {
        const auto display = m_studio.find(fromStd(head.model), fromStd(head.serial));
        head.entry.displayId = display ? display->id : 0;
    }
    Rows there = m_connection.read(QStringLiteral("SELECT id FROM measurement WHERE identity = ?"), {identityOf(document)});
    head.entry.id = there.next() ? there.integer(0) : 0;
    return head.entry;
}

Result<qint64> Measurements::add(const std::string &document, std::optional<qint64> displayId)
{
    Result<qint64> id = Error{};
    const Status done = m_connection.transaction([&]() -> Status {
        const auto entry = describe(document);
        if (!entry) {
            return entry.error();
        }
        if (entry->id != 0) {
            id = entry->id; // one that was put away is wanted again
            return m_connection.change(QStringLiteral("UPDATE measurement SET removed_at = NULL WHERE id = ? AND removed_at IS NOT NULL"),
                                       {entry->id}, kMeasurementNotKept);
        }
        if (entry->displayId == 0 && !displayId) {
            return noDocument(say("measured-display-not-here"));
        }
        id = m_connection.insert(QStringLiteral("INSERT INTO measurement (identity, display_id, kind, finished_at, instrument, complete, said, form, "
                                                "content) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?) RETURNING id"),
                                 {identityOf(document), entry->displayId != 0 ? entry->displayId : *displayId, stored(entry->kind),
                                  stored(entry->finished), stored(entry->instrument), entry->complete ? 1 : 0,
                                  stored(jsonText(messagesJson(entry->said))), qCompress(QByteArray::fromStdString(document), 9)},
                                 kMeasurementNotKept);
        return id ? Status(Done{}) : Status(id.error());
    });
    return done ? id : Result<qint64>(done.error());
}

std::vector<MeasurementEntry> Measurements::where(const QString &condition, QVariantList values, Page page) const
{
    std::vector<MeasurementEntry> all;
    values << (page.count < 0 ? std::numeric_limits<int>::max() : page.count) << page.offset;
    Rows rows = m_connection.read(QStringLiteral("SELECT id, display_id, kind, finished_at, instrument, complete, said FROM measurement WHERE "
                                                 "removed_at IS NULL AND %1 ORDER BY finished_at DESC, id DESC LIMIT ? OFFSET ?")
                                      .arg(condition),
                                  values);
    while (rows.next()) {
        MeasurementEntry e{rows.integer(0),
                           rows.integer(1),
                           rows.text(2).toStdString(),
                           rows.time(3).value_or(WallTime{}),
                           rows.text(4).toStdString(),
                           rows.integer(5) != 0,
                           {}};
        if (const auto json = parseJson(rows.text(6).toStdString())) {
            try {
                e.said = messagesFrom(json.value());
            } catch (const std::exception &) {
                e.said.clear(); // the document itself says it
            }
        }
        all.push_back(std::move(e));
    }
    return all;
}

std::vector<MeasurementEntry> Measurements::of(qint64 displayId, const std::string &kind, Page page) const
{
    return kind.empty() ? where(QStringLiteral("display_id = ?"), {displayId}, page)
                        : where(QStringLiteral("display_id = ? AND kind = ?"), {displayId, stored(kind)}, page);
}

std::vector<MeasurementEntry> Measurements::all(Page page) const
{
    return where(QStringLiteral("1 = 1"), {}, page);
}

std::optional<std::string> Measurements::document(qint64 id) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT content FROM measurement WHERE id = ?"), {id});
    if (!rows.next()) {
        return {};
    }
    const auto content = inflate(rows.bytes(0), qsizetype(kMostDocumentBytes)); // never more than was taken in
    return content && !content->isEmpty() ? std::optional(content->toStdString()) : std::nullopt;
}

Status Measurements::setRemoved(qint64 id, bool removed, WallTime now)
{
    return m_connection.change(QStringLiteral("UPDATE measurement SET removed_at = ? WHERE id = ?"), {removed ? stored(now) : QVariant(), id},
                               kMeasurementNotKept);
}

} // namespace lamp::store
