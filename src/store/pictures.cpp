// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/pictures.h"

namespace lamp::store {

namespace {

const Message kPictureNotKept = say("picture-could-not-be-kept");

Error tooLarge()
{
    return {ErrorKind::Input, say("picture-too-large", kMostPictureBytes >> 20), say("nothing-changed"), {}, "too-large", false};
}

} // namespace

Result<qint64> Pictures::add(qint64 displayId, const QByteArray &content, const QString &words, WallTime now)
{
    if (content.isEmpty() || content.size() > kMostPictureBytes) {
        return tooLarge();
    }
    return m_connection.insert(QStringLiteral("INSERT INTO picture (display_id, added_at, words, content) VALUES (?, ?, ?, ?) RETURNING id"),
                               {displayId, stored(now), stored(words), content}, kPictureNotKept);
}

std::vector<PhotographEntry> Pictures::of(qint64 displayId) const
{
    std::vector<PhotographEntry> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT id, added_at, words FROM picture WHERE display_id = ? AND removed_at IS NULL ORDER BY id"),
                                  {displayId});
    while (rows.next()) {
        all.push_back({rows.integer(0), rows.time(1).value_or(WallTime{}), rows.text(2)});
    }
    return all;
}

QByteArray Pictures::content(qint64 id) const
{
    Rows rows = m_connection.read(QStringLiteral("SELECT content FROM picture WHERE id = ?"), {id});
    return rows.next() ? rows.bytes(0) : QByteArray();
}

Status Pictures::setWords(qint64 id, const QString &words)
{
    return m_connection.change(QStringLiteral("UPDATE picture SET words = ? WHERE id = ?"), {stored(words), id}, kPictureNotKept);
}

Status Pictures::setRemoved(qint64 id, bool removed, WallTime now)
{
    return m_connection.change(QStringLiteral("UPDATE picture SET removed_at = ? WHERE id = ?"), {removed ? stored(now) : QVariant(), id},
                               kPictureNotKept);
}

Letterhead Pictures::letterhead() const
{
    Letterhead head;
    Rows name = m_connection.read(QStringLiteral("SELECT name FROM studio ORDER BY id LIMIT 1"));
    head.name = name.next() ? name.text(0).toStdString() : std::string();
    Rows mark =
        m_connection.read(QStringLiteral("SELECT content FROM picture WHERE display_id IS NULL AND removed_at IS NULL ORDER BY id DESC LIMIT 1"));
    if (mark.next()) {
        const QByteArray content = mark.bytes(0);
        head.mark = {content.begin(), content.end()};
    }
    return head;
}

Status Pictures::setLetterhead(const Letterhead &head, WallTime now)
{
    if (head.mark.size() > size_t(kMostPictureBytes)) {
        return tooLarge();
    }
    return m_connection.transaction([&]() -> Status {
        const Status named = m_connection.change(QStringLiteral("UPDATE studio SET name = ?"), {stored(head.name)}, kPictureNotKept);
        if (!named || head.mark == letterhead().mark) {
            return named;
        }
        const Status away = m_connection.change(QStringLiteral("UPDATE picture SET removed_at = ? WHERE display_id IS NULL AND removed_at IS NULL"),
                                                {stored(now)}, kPictureNotKept);
        if (!away || head.mark.empty()) {
            return away;
        }
        return m_connection.change(QStringLiteral("INSERT INTO picture (added_at, content) VALUES (?, ?)"),
                                   {stored(now), QByteArray(reinterpret_cast<const char *>(head.mark.data()), qsizetype(head.mark.size()))},
                                   kPictureNotKept);
    });
}

} // namespace lamp::store
