// SPDX-License-Identifier: GPL-3.0-or-later
// All that only PostgreSQL knows.
#include "store/dialect.h"

#include "store/passwords.h"

#include <QRegularExpression>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QStringList>
#include <QUrl>
#include <QVariant>

#include <libpq-fe.h>

#include <map>
#include <memory>
#include <optional>

namespace lamp::store {

namespace {

Error notUnderstood(const QString &what)
{
    return {ErrorKind::Input,
            say("server-place-not-understood", verbatim(what.toStdString())),
            say("nothing-changed"),
            say("server-place-example"),
            "store",
            false};
}

/// What libpq knows nothing of: which of a database's studios is meant.
const QString kPassword = QStringLiteral("password="), kKeyPassword = QStringLiteral("sslpassword="), kStudio = QStringLiteral("studio="),
              kSearchPath = QStringLiteral("-csearch_path=");

/// Takes a parameter ("studio=") out of a place. \return its value, nothing where it is not there, and the place without it
std::pair<std::optional<QString>, QString> takenFrom(const QString &where, const QString &parameter)
{
    const qsizetype query = where.indexOf('?');
    if (query < 0) {
        return {{}, where};
    }
    QStringList parameters = where.mid(query + 1).split('&');
    std::optional<QString> value;
    // A name may be written with percent signs as well ("pass%77ord"): libpq reads it so.
    parameters.removeIf([&](const QString &p) {
        if (QUrl::fromPercentEncoding(p.section('=', 0, 0).toUtf8()) + '=' != parameter) {
            return false;
        }
        value = QUrl::fromPercentEncoding(p.section('=', 1).toUtf8());
        return true;
    });
    return {value, parameters.isEmpty() ? where.left(query) : where.left(query + 1) + parameters.join('&')};
}

/// A place in two: what libpq reads, and the studio's name in it; nothing for the database's own.
std::pair<QString, std::optional<QString>> parted(const QString &where)
{
    auto [studio, place] = takenFrom(where, kStudio);
    return {place, studio == QStringLiteral("public") ? std::nullopt : studio};
}

/// As a schema is named without quotes, and short enough for a channel of its own.
bool isStudioName(const QString &name)
{
    static const QRegularExpression allowed(QRegularExpression::anchoredPattern(QStringLiteral("[a-z][a-z0-9_]{0,39}")));
    return allowed.match(name).hasMatch() && !name.startsWith(QStringLiteral("pg_"));
}

/// Whether a place may have a password in it, even one that cannot be read.
bool mayHoldSecret(const QString &place)
{
    const qsizetype from = place.indexOf(QStringLiteral("//")) + 2, at = place.lastIndexOf('@');
    const bool before = at > from && place.mid(from, at - from).contains(':');
    return before || QUrl::fromPercentEncoding(place.toUtf8()).contains(QStringLiteral("passw"), Qt::CaseInsensitive);
}

/// The parts of a URI as libpq understands them (PostgreSQL's documentation, "Connection Strings"); the studio's name in "options". \return an
/// error that says what it does not understand
Result<std::map<QString, QString>> partsOf(const QString &where)
{
    const auto [place, studio] = parted(where);
    if (studio && !isStudioName(*studio)) {
        return notUnderstood(kStudio + *studio);
    }
    char *complaint = nullptr;
    const std::unique_ptr<PQconninfoOption, decltype(&PQconninfoFree)> options(PQconninfoParse(place.toUtf8().constData(), &complaint),
                                                                               &PQconninfoFree);
    const std::unique_ptr<char, decltype(&PQfreemem)> said(complaint, &PQfreemem);
    if (!options) {
        // What libpq complains of may be a piece of the password.
        return notUnderstood(said && !mayHoldSecret(place) ? QString::fromUtf8(said.get()).trimmed() : QString());
    }
    std::map<QString, QString> parts;
    for (const PQconninfoOption *o = options.get(); o->keyword != nullptr; ++o) {
        if (o->val != nullptr) {
            parts[QString::fromUtf8(o->keyword)] = QString::fromUtf8(o->val);
        }
    }
    if (studio) {
        QString &given = parts[QStringLiteral("options")];
        given = (given + ' ' + kSearchPath + *studio).trimmed();
    }
    return parts;
}

/// The studio that an open connection names, empty for the database's own.
QString namedStudio(const QSqlDatabase &db)
{
    static const QRegularExpression path(QRegularExpression::escape(kSearchPath) + QStringLiteral("([a-z0-9_]+)"));
    return path.match(db.connectOptions()).captured(1);
}

/// In SQL: "_NAME" for a studio that has a schema of its own.
constexpr const char *kOwnSuffix = "CASE current_schema() WHEN 'public' THEN '' ELSE '_' || current_schema() END";

/// A value as it stands in a connection's options: Qt takes ';' for a space there, so that no value may hold one.
QString quoted(QString value)
{
    return '\'' + value.replace('\\', QStringLiteral("\\\\")).replace('\'', QStringLiteral("\\'")) + '\'';
}

const QString kChannel = QStringLiteral("dutiful_lamp_studio");

QtMessageHandler before = nullptr;

/// Qt complains for each prepared statement of a connection that is gone, which is what becomes of them and no news.
bool leaveOutStatements()
{
    before = qInstallMessageHandler([](QtMsgType type, const QMessageLogContext &context, const QString &text) {
        if (!text.startsWith(QStringLiteral("Unable to free statement")) && before != nullptr) {
            before(type, context, text);
        }
    });
    return true;
}

class Postgres : public Dialect {
public:
    [[nodiscard]] QString driver() const override { return QStringLiteral("QPSQL"); }

    Status configure(QSqlDatabase &db, const QString &where, Access) const override
    {
        static const bool quiet = leaveOutStatements();
        (void)quiet;
        const auto parts = partsOf(where);
        if (!parts) {
            return parts.error();
        }
        // What Qt has no field for goes as options; who gives no time limit does not wait for ever.
        QStringList options;
        bool limited = false;
        for (const auto &[name, value] : *parts) {
            if (name == QStringLiteral("password")) {
                db.setPassword(value);
            } else if (value.contains(';')) {
                return notUnderstood(name + " ;");
            } else {
                options << name + '=' + quoted(value);
                limited = limited || name == QStringLiteral("connect_timeout");
            }
        }
        if (const QString told = toldPassword(serverLogin(where)); !told.isEmpty() && parts->find(QStringLiteral("password")) == parts->end()) {
            db.setPassword(told);
        }
        if (!limited) {
            options << QStringLiteral("connect_timeout=3");
        }
        options << QStringLiteral("fallback_application_name='dutiful-lamp'");
        db.setConnectOptions(options.join(';'));
        return Done{};
    }

    Status prepare(QSqlDatabase &db, Access) const override
    {
        constexpr int kOldest = 130000; // what is tested
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("SELECT current_setting('server_version_num')::int")) || !query.next()) {
            return storageError(say("studio-server-not-asked"), query.lastError());
        }
        if (query.value(0).toInt() < kOldest) {
            return Error{ErrorKind::Input, say("server-too-old"), say("nothing-changed"), say("server-of-13"), "store", false};
        }
        // Notices (a table is there already, and the like) are not for the people at the screen; who waits for another writer does
        // not wait for ever.
        return query.exec(QStringLiteral("SET client_min_messages = warning; SET lock_timeout = '60s'"))
                   ? Status(Done{})
                   : Status(storageError(say("studio-server-not-asked"), query.lastError()));
    }

    [[nodiscard]] QString worded(QString definition) const override
    {
        return definition.replace(QStringLiteral("{key}"), QStringLiteral("BIGINT GENERATED BY DEFAULT AS IDENTITY PRIMARY KEY"))
            .replace(QStringLiteral("{integer}"), QStringLiteral("BIGINT"))
            .replace(QStringLiteral("{real}"), QStringLiteral("DOUBLE PRECISION"))
            .replace(QStringLiteral("{bytes}"), QStringLiteral("BYTEA"))
            .replace(QStringLiteral("{clustered}"), QString());
    }

    /// One writer at a time, as with a file: what a verb has read inside its transaction is still so when it writes. The lock ends
    /// with the transaction; its number is only ours by agreement ("Lamp" in ASCII).
    [[nodiscard]] QString begin() const override
    {
        // Two that make a studio at once wait as well: its schema, which is not there yet, is the search path.
        return QStringLiteral("BEGIN; SELECT pg_advisory_xact_lock(1281453424 + CASE current_schema() WHEN 'public' THEN 0 ELSE "
                              "hashtext(coalesce(current_schema(), current_setting('search_path')))::bigint END)");
    }
    [[nodiscard]] QString beginReading() const override { return QStringLiteral("BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY"); }
    [[nodiscard]] bool holdsNul() const override { return false; }
    [[nodiscard]] bool streams() const override { return false; }

    [[nodiscard]] bool isLost(const QSqlDatabase &db) const override
    {
        if (db.isOpen()) {
            // A connection whose other end is gone is known to be so only after it was tried.
            QSqlQuery(db).exec(QStringLiteral("SELECT 1"));
        }
        return !db.isOpen();
    }
    [[nodiscard]] bool isStarting(const QString &where) const override { return PQping(parted(where).first.toUtf8().constData()) == PQPING_REJECT; }
    [[nodiscard]] QString mayWrite() const override { return QStringLiteral("SELECT has_table_privilege('at_work', 'INSERT')::int"); }
    [[nodiscard]] QString notifySql() const override
    {
        return QStringLiteral("SELECT pg_notify('%1' || %2, ?)").arg(kChannel, QLatin1String(kOwnSuffix));
    }
    [[nodiscard]] bool canBeLost() const override { return true; }
    [[nodiscard]] QString nowSql() const override { return QStringLiteral("CAST(extract(epoch FROM clock_timestamp()) AS BIGINT)"); }
    [[nodiscard]] QString channel(QSqlDatabase &db) const override
    {
        QSqlQuery query(db); // the server's own path may name a schema as well
        return query.exec(QStringLiteral("SELECT '%1' || %2").arg(kChannel, QLatin1String(kOwnSuffix))) && query.next() ? query.value(0).toString()
                                                                                                                        : kChannel;
    }
    [[nodiscard]] QString changeCount() const override { return {}; }
    [[nodiscard]] QString continueNumbers(const QString &table) const override
    {
        return QStringLiteral("SELECT setval(pg_get_serial_sequence('%1', 'id'), (SELECT coalesce(max(id), 0) + 1 FROM %1), false) "
                              "WHERE pg_get_serial_sequence('%1', 'id') IS NOT NULL")
            .arg(table);
    }

    /// A finished visit is sealed when the transaction that finished it ends. From then on only who owns the studio changes its rows; all others
    /// may set it aside and take it back. The seal is written with the owner's rights, and nobody else may write there.
    [[nodiscard]] QStringList guards() const override
    {
        QStringList all{
            QStringLiteral("CREATE TABLE sealed (visit_id BIGINT PRIMARY KEY REFERENCES visit(id))"),
            QStringLiteral("CREATE FUNCTION seal_visit() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path FROM CURRENT AS $$ BEGIN "
                           "INSERT INTO sealed (visit_id) VALUES (NEW.id) ON CONFLICT DO NOTHING; RETURN NULL; END $$"),
            QStringLiteral("CREATE CONSTRAINT TRIGGER seal_finished AFTER INSERT OR UPDATE ON visit DEFERRABLE INITIALLY DEFERRED FOR EACH ROW "
                           "WHEN (NEW.state = 1) EXECUTE FUNCTION seal_visit()"),
            QStringLiteral(
                "CREATE FUNCTION guard_visit() RETURNS trigger LANGUAGE plpgsql SET search_path FROM CURRENT AS $$ DECLARE free text[] := "
                "ARRAY['state', 'owner', 'lease_until', 'revision']; BEGIN IF EXISTS (SELECT 1 FROM sealed WHERE visit_id = OLD.id) AND NOT "
                "pg_has_role(current_user, (SELECT relowner FROM pg_class WHERE oid = TG_RELID), 'MEMBER') AND (TG_OP = 'DELETE' OR NEW.state "
                "NOT IN (1, 2) OR (to_jsonb(NEW) - free) IS DISTINCT FROM (to_jsonb(OLD) - free)) THEN RAISE EXCEPTION 'finished visits "
                "stay as they are'; END IF; RETURN coalesce(NEW, OLD); END $$"),
            QStringLiteral("CREATE TRIGGER keep_finished BEFORE UPDATE OR DELETE ON visit FOR EACH ROW EXECUTE FUNCTION guard_visit()"),
            QStringLiteral(
                "CREATE FUNCTION guard_part() RETURNS trigger LANGUAGE plpgsql SET search_path FROM CURRENT AS $$ BEGIN IF EXISTS (SELECT 1 "
                "FROM sealed s WHERE (TG_OP <> 'INSERT' AND s.visit_id = OLD.visit_id) OR (TG_OP <> 'DELETE' AND s.visit_id = NEW.visit_id)) "
                "AND NOT pg_has_role(current_user, (SELECT relowner FROM pg_class WHERE oid = TG_RELID), 'MEMBER') THEN RAISE EXCEPTION "
                "'finished visits stay as they are'; END IF; RETURN coalesce(NEW, OLD); END $$"),
            QStringLiteral("INSERT INTO sealed (visit_id) SELECT id FROM visit WHERE state = 1 ON CONFLICT DO NOTHING"),
        };
        for (const char *part : {"finding", "state", "reading", "sheet"}) {
            all << QStringLiteral("CREATE TRIGGER keep_finished BEFORE INSERT OR UPDATE OR DELETE ON %1 FOR EACH ROW EXECUTE FUNCTION guard_part()")
                       .arg(QLatin1String(part));
        }
        // Who could work on the studio before it was brought up still can.
        all << QStringLiteral(
            "DO $$ DECLARE who text; BEGIN FOR who IN SELECT DISTINCT grantee FROM information_schema.role_table_grants WHERE table_schema "
            "= current_schema() AND table_name = 'at_work' AND privilege_type = 'DELETE' AND grantee NOT IN (current_user, 'PUBLIC') LOOP "
            "EXECUTE format('GRANT SELECT, INSERT, DELETE ON done_work TO %I', who); EXECUTE format('GRANT SELECT ON sealed TO %I', who); "
            "END LOOP; END $$");
        return all;
    }

    Status makePlace(QSqlDatabase &db) const override
    {
        const QString own = namedStudio(db);
        QSqlQuery query(db);
        return own.isEmpty() || query.exec(QStringLiteral("CREATE SCHEMA IF NOT EXISTS %1").arg(own))
                   ? Status(Done{})
                   : Status(storageError(say("studio-tables-could-not"), query.lastError()));
    }

    [[nodiscard]] Result<int> version(QSqlDatabase &db) const override
    {
        QSqlQuery query(db);
        // A schema that somebody may not use is not seen, and is not empty for that.
        const QString own = namedStudio(db);
        query.prepare(QStringLiteral("SELECT count(*) FROM pg_namespace WHERE nspname = ? AND NOT has_schema_privilege(oid, 'USAGE')"));
        query.addBindValue(own);
        if (!query.exec() || !query.next()) {
            return storageError(say("studio-server-not-asked"), query.lastError());
        }
        if (query.value(0).toInt() > 0) {
            return Error{ErrorKind::Input, say("studio-not-yours", own.toStdString()), say("nothing-changed"), say("ask-who-grants"), "user", false};
        }
        if (!query.exec(QStringLiteral("SELECT to_regclass('studio_version')")) || !query.next()) {
            return storageError(say("studio-server-not-asked"), query.lastError());
        }
        if (query.isNull(0)) {
            return 0;
        }
        if (!query.exec(QStringLiteral("SELECT max(version) FROM studio_version")) || !query.next()) {
            return storageError(say("studio-server-not-asked"), query.lastError());
        }
        return query.value(0).toInt();
    }

    Status setVersion(QSqlDatabase &db, int version) const override
    {
        QSqlQuery query(db);
        if (!query.exec(QStringLiteral("CREATE TABLE IF NOT EXISTS studio_version (version BIGINT NOT NULL); DELETE FROM studio_version; "
                                       "INSERT INTO studio_version VALUES (%1)")
                            .arg(version))) {
            return storageError(say("studio-server-not-asked"), query.lastError());
        }
        return Done{};
    }

    /// A server is copied by its own tools, or table by table into a file (transfer.h).
    Status copyTo(QSqlDatabase &, const QString &) const override
    {
        return Error{ErrorKind::Input, say("server-not-copied-so"), say("nothing-changed"), say("server-own-tools"), "store", false};
    }

    /// A server watches over its files itself.
    [[nodiscard]] Message faults(QSqlDatabase &, const std::stop_token &) const override { return {}; }
    [[nodiscard]] bool isDamage(const QSqlError &) const override { return false; }
};

} // namespace

const Dialect &postgres()
{
    static const Postgres dialect;
    return dialect;
}

bool isSilent(const QString &where)
{
    return isServer(where) && PQping(parted(where).first.toUtf8().constData()) == PQPING_NO_RESPONSE;
}

QString serverLogin(const QString &where)
{
    const auto parts = isServer(where) ? partsOf(where) : Result<std::map<QString, QString>>(Error{});
    if (!parts) {
        return {};
    }
    const auto part = [&](const char *name) {
        const auto it = parts->find(QLatin1String(name));
        return it == parts->end() ? QString() : it->second;
    };
    if (const QString service = part("service"); !service.isEmpty()) {
        return QStringLiteral("service ") + service;
    }
    const QString host = part("host").isEmpty() ? part("hostaddr") : part("host"), port = part("port");
    return part("user") + '@' + host + ':' + (port.isEmpty() ? QStringLiteral("5432") : port);
}

QString withPassword(const QString &where, const QString &password)
{
    return where + (where.contains('?') ? '&' : '?') + kPassword + QString::fromLatin1(QUrl::toPercentEncoding(password));
}

QString withoutPassword(const QString &where)
{
    if (!isServer(where)) {
        return where;
    }
    const auto parts = partsOf(where);
    if (!parts) {
        return QStringLiteral("postgresql:");
    }
    const auto part = [&](const char *name) {
        const auto it = parts->find(QLatin1String(name));
        return it == parts->end() ? QString() : it->second;
    };
    // A port that is no number is the beginning of a password with a '/' in it.
    static const QRegularExpression ports(QRegularExpression::anchoredPattern(QStringLiteral("[0-9,]*")));
    if (!ports.match(part("port")).hasMatch()) {
        return QStringLiteral("postgresql:");
    }
    QString shown = takenFrom(where, kKeyPassword).second;
    if (part("password").isEmpty()) {
        return shown;
    }
    // Between the first ':' behind "//" and '@', or as a parameter.
    const qsizetype from = shown.indexOf(QStringLiteral("//")) + 2, at = shown.indexOf('@', from), colon = shown.indexOf(':', from);
    if (colon >= 0 && at > colon) {
        shown.remove(colon, at - colon);
    }
    return takenFrom(shown, kPassword).second;
}

} // namespace lamp::store
