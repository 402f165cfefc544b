// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/letterhead.h"
#include "store/connection.h"

#include <optional>
#include <vector>

namespace lamp {

/// A photograph of a display: its place, its back, what was found.
struct PhotographEntry {
    qint64 id = 0;
    WallTime added{};
    QString words; ///< what it shows
};

namespace store {

/// The studio's pictures: photographs of displays; its name and its mark, which stand on reports. Pictures are files as they are (PNG, JPEG), of
/// kMostPictureBytes at the most; none is ever deleted, only put away.
class Pictures {
public:
    explicit Pictures(Connection &connection) : m_connection(connection) {}

    /// \return its number, or an error with the code "too-large"
    Result<qint64> add(qint64 displayId, const QByteArray &content, const QString &words, WallTime now);
    /// A display's, the oldest first, without those that were put away.
    [[nodiscard]] std::vector<PhotographEntry> of(qint64 displayId) const;
    /// Empty where there is none.
    [[nodiscard]] QByteArray content(qint64 id) const;
    Status setWords(qint64 id, const QString &words);
    /// Puts it away, or takes it back.
    Status setRemoved(qint64 id, bool removed, WallTime now);

    [[nodiscard]] Letterhead letterhead() const;
    /// Name and mark at once.
    Status setLetterhead(const Letterhead &head, WallTime now);

private:
    Connection &m_connection;
};

constexpr qsizetype kMostPictureBytes = 4 << 20;

} // namespace store
} // namespace lamp
