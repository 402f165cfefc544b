// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/roles.h"

#include "store/schema.h"

#include "base/names.h"

namespace lamp::store {

namespace {

/// What only who administers a studio changes.
const QStringList kOfAdministration{QStringLiteral("studio"), QStringLiteral("room"), QStringLiteral("room_outline"), QStringLiteral("display_spot")};

QStringList statements(const QString &user, const QString &owner, std::optional<Role> role)
{
    // What was given before is taken first: a role is what it is, not what came together.
    QStringList all{QStringLiteral("REVOKE ALL ON ALL TABLES IN SCHEMA public FROM %1").arg(user),
                    QStringLiteral("REVOKE ALL ON ALL SEQUENCES IN SCHEMA public FROM %1").arg(user),
                    QStringLiteral("REVOKE %1 FROM %2").arg(owner, user)};
    if (!role) {
        return all;
    }
    if (*role == Role::Administer) {
        return all << QStringLiteral("GRANT %1 TO %2").arg(owner, user);
    }
    all << QStringLiteral("GRANT USAGE ON SCHEMA public TO %1").arg(user)
        << QStringLiteral("GRANT SELECT ON ALL TABLES IN SCHEMA public TO %1").arg(user);
    if (*role == Role::Measure) {
        QStringList tables = tableNames();
        tables << QStringLiteral("at_work");
        for (const QString &table : std::as_const(tables)) {
            if (!kOfAdministration.contains(table)) {
                all << QStringLiteral("GRANT INSERT, UPDATE, DELETE ON %1 TO %2").arg(table, user);
            }
        }
        all << QStringLiteral("GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO %1").arg(user);
    }
    return all;
}

} // namespace

std::optional<Role> roleFromName(const std::string &name)
{
    static constexpr std::array<const char *, 3> kNames{"read", "measure", "administer"};
    return lamp::named<Role>(kNames, name); // aims.cpp has one of its own
}

Status setRole(Store &store, const QString &user, std::optional<Role> role)
{
    if (!isServer(store.path())) {
        return Error{ErrorKind::Input, say("roles-of-a-server"), say("nothing-changed"), say("move-to-server-first"), "store", false};
    }
    Connection &c = store.connection();
    // Administering is being its owner, whose tables they are.
    QString owner;
    {
        Rows known =
            c.read(QStringLiteral("SELECT (SELECT tableowner FROM pg_tables WHERE schemaname = 'public' AND tablename = 'studio') FROM pg_roles "
                                  "WHERE rolname = ?"),
                   {user});
        owner = known.next() ? known.text(0) : QString();
        if (owner == user && !owner.isEmpty()) {
            return Error{ErrorKind::Input, say("user-owns-studio", user.toStdString()), say("nothing-changed"), {}, "user", false};
        }
        if (owner.isEmpty()) {
            return Error{ErrorKind::Input, say("user-not-known", user.toStdString()), say("nothing-changed"), say("make-user-first"), "user", false};
        }
    }
    const auto quoted = [&](const QString &name) { return QString('"' + QString(name).replace('"', QStringLiteral("\"\"")) + '"'); };
    return c.transaction([&]() -> Status {
        for (const QString &statement : statements(quoted(user), quoted(owner), role)) {
            if (const Status s = c.change(statement, {}, say("role-could-not")); !s) {
                return s;
            }
        }
        return Done{};
    });
}

} // namespace lamp::store
