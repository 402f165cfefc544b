// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "store/connection.h"
#include "store/studio.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// What was measured of a display beside its visits, or what was found wrong with it, as it stands in a list.
struct MeasurementEntry {
    qint64 id = 0, displayId = 0;
    std::string kind; ///< "gray", "uniformity", ... (surveyKindName); "diagnosis"
    WallTime finished{};
    std::string instrument;    ///< its serial; its model where it has none
    bool complete = true;      ///< false: it was cut off
    std::vector<Message> said; ///< what it came to, in sentences
};

namespace store {

/// Whether a text is such a document, by its first lines.
bool looksLikeMeasurement(const std::string &text);

/// Measurements beside visits and diagnoses, each the document that its files hold (`measurement.json`, `diagnosis.json`), of kMostDocumentBytes at
/// the most. The same one is never there twice; none is deleted, only put away.
class Measurements {
public:
    Measurements(Connection &connection, Studio &studio) : m_connection(connection), m_studio(studio) {}

    /// What a document is, before it is kept: `id` where it is there already, `displayId` where the studio has the display that it names; else 0.
    /// \return an Input error where it is no such document
    [[nodiscard]] Result<MeasurementEntry> describe(const std::string &document) const;
    /// Keeps a document. It is of the display whose model and serial it names, where the studio has that one; else of the one given.
    /// \return its number, that of the same document where it is there already; an Input error where it is no such document, or names no display of
    /// the studio while none is given
    Result<qint64> add(const std::string &document, std::optional<qint64> displayId = {});
    /// Of a display, the newest first, without what was put away. \param kind of one kind only; empty for all
    [[nodiscard]] std::vector<MeasurementEntry> of(qint64 displayId, const std::string &kind = {}, Page page = {}) const;
    /// Of all displays, the newest first.
    [[nodiscard]] std::vector<MeasurementEntry> all(Page page = {}) const;
    /// The document itself; nothing where there is none.
    [[nodiscard]] std::optional<std::string> document(qint64 id) const;
    /// Puts it away, or takes it back.
    Status setRemoved(qint64 id, bool removed, WallTime now);

private:
    [[nodiscard]] std::vector<MeasurementEntry> where(const QString &condition, QVariantList values, Page page) const;
    Connection &m_connection;
    Studio &m_studio;
};

constexpr qsizetype kMostDocumentBytes = 64 << 20;

} // namespace store
} // namespace lamp
