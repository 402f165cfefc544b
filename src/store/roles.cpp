// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/roles.h"

#include "store/schema.h"

#include "base/names.h"

namespace lamp::store {

namespace {

/// What only who administers a studio changes.
const QStringList kOfAdministration{QStringLiteral("studio"), QStringLiteral("room"), QStringLiteral("room_outline"), QStringLiteral("display_spot")};

/// The studio's tables, whose they are and where they stand.
struct Tables {
    QString schema, owner;
    bool administered = false; ///< by the user who is meant
};

QStringList statements(const QString &user, const Tables &studio, std::optional<Role> role)
{
    const QString &schema = studio.schema, &owner = studio.owner;
    // What was given before is taken first: a role is what it is, not what came together.
    QStringList all{QStringLiteral("REVOKE ALL ON ALL TABLES IN SCHEMA %1 FROM %2").arg(schema, user),
                    QStringLiteral("REVOKE ALL ON ALL SEQUENCES IN SCHEMA %1 FROM %2").arg(schema, user),
                    QStringLiteral("REVOKE ALL ON SCHEMA %1 FROM %2").arg(schema, user)};
    // From PostgreSQL 15 on an owner who is no superuser may not hand on its own role, nor take away what was not given.
    if (studio.administered) {
        all << QStringLiteral("REVOKE %1 FROM %2").arg(owner, user);
    }
    if (!role) {
        return all;
    }
    if (*role == Role::Administer) {
        return all << QStringLiteral("GRANT %1 TO %2").arg(owner, user);
    }
    all << QStringLiteral("GRANT USAGE ON SCHEMA %1 TO %2").arg(schema, user)
        << QStringLiteral("GRANT SELECT ON ALL TABLES IN SCHEMA %1 TO %2").arg(schema, user);
    if (*role == Role::Measure) {
        // Nothing that was measured can be taken away: of these tables alone the program itself deletes rows.
        static const QStringList kDeletable{QStringLiteral("finding"), QStringLiteral("at_work"), QStringLiteral("done_work")};
        // What was stored once stays as it is: these rows are only ever added.
        static const QStringList kAddedOnly{QStringLiteral("profile"),    QStringLiteral("ramps"),        QStringLiteral("state"),
                                            QStringLiteral("reading"),    QStringLiteral("correction"),   QStringLiteral("display_event"),
                                            QStringLiteral("assignment"), QStringLiteral("history_entry")};
        QStringList tables = tableNames();
        tables << QStringLiteral("at_work") << QStringLiteral("done_work");
        for (const QString &table : std::as_const(tables)) {
            if (!kOfAdministration.contains(table)) {
                all << QStringLiteral("GRANT INSERT%1%2 ON %3 TO %4")
                           .arg(kAddedOnly.contains(table) ? QString() : QStringLiteral(", UPDATE"),
                                kDeletable.contains(table) ? QStringLiteral(", DELETE") : QString(), table, user);
            }
        }
        all << QStringLiteral("GRANT USAGE ON ALL SEQUENCES IN SCHEMA %1 TO %2").arg(schema, user);
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
    QString owner, schema;
    bool several = false, everything = false, administered = false;
    {
        // What it owns in other databases is seen from each of them in pg_shdepend alone.
        Rows known = c.read(
            QStringLiteral("SELECT t.tableowner, t.schemaname, ((SELECT count(*) FROM pg_tables o WHERE o.tablename = 'studio_version' AND "
                           "o.tableowner = t.tableowner) > 1 OR EXISTS (SELECT 1 FROM pg_shdepend d JOIN pg_roles o ON o.oid = d.refobjid WHERE "
                           "d.refclassid = 'pg_authid'::regclass AND d.deptype = 'o' AND o.rolname = t.tableowner AND d.dbid NOT IN (0, (SELECT oid "
                           "FROM pg_database WHERE datname = current_database()))))::int, EXISTS (SELECT 1 FROM pg_auth_members m JOIN pg_roles a ON "
                           "a.oid = m.roleid JOIN pg_roles b ON b.oid = m.member WHERE a.rolname = t.tableowner AND b.rolname = ?)::int, (SELECT "
                           "rolsuper::int FROM pg_roles WHERE rolname = t.tableowner) FROM pg_tables t WHERE t.schemaname = current_schema() AND "
                           "t.tablename = 'studio' AND EXISTS (SELECT 1 FROM pg_roles WHERE rolname = ?)"),
            {user, user});
        if (known.next()) {
            owner = known.text(0);
            schema = known.text(1);
            several = known.integer(2) != 0;
            administered = known.integer(3) != 0;
            everything = known.integer(4) != 0;
        }
        if (owner == user && !owner.isEmpty()) {
            return Error{ErrorKind::Input, say("user-owns-studio", user.toStdString()), say("nothing-changed"), {}, "user", false};
        }
        if (owner.isEmpty()) {
            return Error{ErrorKind::Input, say("user-not-known", user.toStdString()), say("nothing-changed"), say("make-user-first"), "user", false};
        }
    }
    if (role == Role::Administer && (several || everything)) {
        // Who is their owner for one of them is it for all; a superuser's role is the whole server.
        return Error{ErrorKind::Input,
                     say(everything ? "owner-is-superuser" : "owner-of-several", owner.toStdString()),
                     say("nothing-changed"),
                     say("owner-for-each"),
                     "user",
                     false};
    }
    const auto quoted = [&](const QString &name) { return QString('"' + QString(name).replace('"', QStringLiteral("\"\"")) + '"'); };
    return c.transaction([&]() -> Status {
        for (const QString &statement : statements(quoted(user), {quoted(schema), quoted(owner), administered}, role)) {
            if (const Status s = c.change(statement, {}, say("role-could-not")); !s) {
                Error e = s.error();
                if (role == Role::Administer) {
                    e.todo = say("have-it-granted", quoted(owner).toStdString(), quoted(user).toStdString());
                }
                return e;
            }
        }
        return Done{};
    });
}

Result<std::vector<ServerStudio>> studiosOn(const QString &where)
{
    if (!isServer(where)) {
        return Error{ErrorKind::Input, say("studios-of-a-server"), say("nothing-changed"), {}, "store", false};
    }
    const auto connection = Connection::open(postgres(), where);
    if (!connection) {
        return connection.error();
    }
    Connection &c = **connection;
    std::vector<ServerStudio> studios;
    // Tables alone: what somebody else may have put there as a view, or with rules, would run with the rights of who lists.
    Rows schemas = c.read(QStringLiteral("SELECT n.nspname, quote_ident(n.nspname) FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace "
                                         "WHERE c.relname = 'studio' AND c.relkind = 'r' AND NOT c.relrowsecurity AND has_schema_privilege(n.oid, "
                                         "'USAGE') AND has_table_privilege(c.oid, "
                                         "'SELECT') AND EXISTS (SELECT 1 FROM pg_class v WHERE v.relnamespace = n.oid AND v.relname = "
                                         "'studio_version') ORDER BY n.nspname <> 'public', n.nspname"));
    while (schemas.next()) {
        Rows title = c.read(QStringLiteral("SELECT name FROM %1.studio LIMIT 1").arg(schemas.text(1)));
        const QString name = schemas.text(0);
        studios.push_back({name == QLatin1String("public") ? QString() : name, title.next() ? title.text(0) : QString()});
    }
    const auto problem = c.takeProblem();
    return problem ? Result<std::vector<ServerStudio>>(*problem) : Result<std::vector<ServerStudio>>(std::move(studios));
}

} // namespace lamp::store
