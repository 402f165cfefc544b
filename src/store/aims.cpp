// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/aims.h"

#include "store/packed.h"

#include <algorithm>
#include <cmath>

namespace lamp::store {

namespace {

const QString kTarget = QStringLiteral("target"), kTolerance = QStringLiteral("tolerance");

/// The number of a row with this content, which is made where there is none.
Result<qint64> interned(Connection &c, const QString &table, const std::string &name, const std::string &json)
{
    const QByteArray bytes = QByteArray::fromStdString(json);
    const QByteArray sha = sha256(bytes);
    {
        Rows rows = c.read(QStringLiteral("SELECT id FROM %1 WHERE sha256 = ?").arg(table), {sha});
        if (rows.next()) {
            return rows.integer(0);
        }
    }
    return c.insert(QStringLiteral("INSERT INTO %1 (sha256, name, content) VALUES (?, ?, ?) RETURNING id").arg(table),
                    {sha, stored(name), QString::fromUtf8(bytes)}, say("could-not-stored"));
}

Status keepNamed(Connection &c, const QString &table, const std::string &name, const std::string &json, bool builtIn)
{
    if (name.empty() || builtIn) {
        return Error{ErrorKind::Input,
                     name.empty() ? say("no-name") : say("one-name-built", name),
                     say("nothing-changed"),
                     say("give-name-own-file"),
                     "name",
                     false};
    }
    return c.transaction([&]() -> Status {
        const auto id = interned(c, table, name, json);
        if (!id) {
            return id.error();
        }
        return c.change(QStringLiteral("UPDATE %1 SET listed = CASE WHEN id = ? THEN 1 ELSE 0 END WHERE name = ?").arg(table), {*id, stored(name)},
                        say("could-not-stored"));
    });
}

template <typename Aim>
std::vector<Aim> listed(Connection &c, const QString &table, std::vector<Aim> all, Result<Aim> (*fromJson)(const std::string &))
{
    Rows rows = c.read(QStringLiteral("SELECT name, content FROM %1 WHERE listed = 1 ORDER BY name").arg(table));
    while (rows.next()) {
        const auto aim = fromJson(rows.text(1).toStdString());
        if (aim) {
            all.push_back(aim.value());
        } else {
            Error e = aim.error();
            e.what = say("studio-cannot-read", rows.text(0).toStdString(), e.what);
            c.note(e);
        }
    }
    return all;
}

template <typename Aim> std::optional<Aim> named(const std::vector<Aim> &all, const std::string &name)
{
    const auto it = std::find_if(all.begin(), all.end(), [&](const Aim &a) { return a.name == name; });
    return it != all.end() ? std::optional(*it) : std::nullopt;
}

} // namespace

Status Aims::keep(const Target &target)
{
    return keepNamed(m_connection, kTarget, target.name, targetToJson(target), builtInTarget(target.name).has_value());
}

Status Aims::keep(const Tolerance &tolerance)
{
    return keepNamed(m_connection, kTolerance, tolerance.name, toleranceToJson(tolerance), builtInTolerance(tolerance.name).has_value());
}

Status Aims::takeOff(const std::string &target)
{
    return m_connection.change(QStringLiteral("UPDATE %1 SET listed = 0 WHERE name = ?").arg(kTarget), {stored(target)}, say("could-not-stored"));
}

std::vector<Target> Aims::targets() const
{
    return listed<Target>(m_connection, kTarget, builtInTargets(), targetFromJson);
}

std::vector<Target> Aims::everyTarget() const
{
    std::vector<Target> all = builtInTargets();
    Rows rows = m_connection.read(QStringLiteral("SELECT content FROM target ORDER BY listed DESC, id DESC"));
    while (rows.next()) {
        const auto target = targetFromJson(rows.text(0).toStdString());
        if (target && !named(all, target->name)) {
            all.push_back(*target);
        }
    }
    return all;
}

std::vector<Tolerance> Aims::tolerances() const
{
    return listed<Tolerance>(m_connection, kTolerance, builtInTolerances(), toleranceFromJson);
}

Target Aims::target(const std::string &name) const
{
    return named(targets(), name).value_or(builtInTargets().front());
}

Tolerance Aims::tolerance(const std::string &name) const
{
    return named(tolerances(), name).value_or(*builtInTolerance("studio"));
}

Result<qint64> Aims::idOf(const Target &target)
{
    return interned(m_connection, kTarget, target.name, targetToJson(target));
}

Result<qint64> Aims::idOf(const Tolerance &tolerance)
{
    return interned(m_connection, kTolerance, tolerance.name, toleranceToJson(tolerance));
}

Status Aims::add(const MatrixCorrection &c)
{
    return m_connection.change(
        QStringLiteral("INSERT INTO correction (made_at, instrument_model, instrument_serial, technology, residual, content) VALUES (?,?,?,?,?,?)"),
        {stored(c.made), stored(c.instrumentModel), stored(c.instrumentSerial), stored(c.technology),
         stored(c.residual >= 0 ? std::optional(c.residual) : std::nullopt), stored(correctionToJson(c))},
        say("correction-could-not-stored"));
}

std::vector<MatrixCorrection> Aims::corrections() const
{
    std::vector<MatrixCorrection> all;
    Rows rows = m_connection.read(QStringLiteral("SELECT content FROM correction ORDER BY made_at DESC, id DESC"));
    while (rows.next()) {
        const auto c = correctionFromJson(rows.text(0).toStdString());
        if (c) {
            all.push_back(c.value());
        } else {
            m_connection.note(c.error());
        }
    }
    return all;
}

} // namespace lamp::store
