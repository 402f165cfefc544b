// SPDX-License-Identifier: GPL-3.0-or-later
// A PostgreSQL server of the tests' own, in a temporary folder, reachable by a socket there only.
#pragma once

#include <QDir>
#include <QProcess>
#include <QTemporaryDir>

#include <unistd.h>

class TemporaryServer {
public:
    TemporaryServer()
    {
        // The server refuses to run as the administrator, so that it runs as whom Debian made for it.
        QProcess::execute("chmod", {"755", m_dir.path()});
        QDir().mkpath(home());
        if (geteuid() == 0) {
            QProcess::execute("chown", {"postgres", home()});
        }
        m_good = run({program("initdb"), "-D", home() + "/data", "-A", "trust", "-U", "lamp", "--no-sync"}) && start();
    }
    ~TemporaryServer()
    {
        if (m_good) {
            stop();
        }
        QProcess::execute("rm", {"-rf", home()});
    }
    TemporaryServer(const TemporaryServer &) = delete;
    TemporaryServer &operator=(const TemporaryServer &) = delete;

    [[nodiscard]] bool good() const { return m_good; }
    bool start() { return control({"-w", "-o", "-k " + home() + " -h '' -c fsync=off", "-l", home() + "/log", "start"}); }
    /// As if power went: nobody's work is waited for.
    bool stop() { return control({"-m", "immediate", "stop"}); }
    /// Makes an empty database. \return the place of a studio in it
    QString newDatabase()
    {
        const QString name = QStringLiteral("studio%1").arg(++m_databases);
        return sql("CREATE DATABASE " + name, "postgres") ? placeOf(name) : QString();
    }
    [[nodiscard]] QString placeOf(const QString &database) const { return "postgresql://lamp@/" + database + "?host=" + home(); }
    bool sql(const QString &statement, const QString &database)
    {
        return run({program("psql"), "-q", "-h", home(), "-U", "lamp", "-c", statement, database});
    }

    /// Makes a user whom the server lets in by password only, who may read everything.
    bool askFor(const QString &user, const QString &password)
    {
        const QString quoted = QString(password).replace('\'', "''");
        if (!sql(QStringLiteral("CREATE ROLE %1 LOGIN PASSWORD '%2' IN ROLE pg_read_all_data").arg(user, quoted), "postgres")) {
            return false;
        }
        QFile rules(home() + "/data/pg_hba.conf"); // the first line that fits counts
        if (!rules.open(QIODevice::ReadWrite)) {
            return false;
        }
        const QByteArray before = rules.readAll();
        rules.seek(0);
        rules.write("local all " + user.toUtf8() + " scram-sha-256\n" + before);
        rules.close();
        return sql("SELECT pg_reload_conf()", "postgres");
    }

    /// Where its socket is.
    [[nodiscard]] QString home() const { return m_dir.filePath("server"); }

private:
    static QString program(const QString &name)
    {
        const QDir versions("/usr/lib/postgresql");
        const QStringList all = versions.entryList(QDir::Dirs | QDir::NoDotAndDotDot, QDir::Name);
        return all.isEmpty() ? name : versions.filePath(all.last() + "/bin/" + name);
    }
    bool control(const QStringList &what) { return run(QStringList{program("pg_ctl"), "-D", home() + "/data"} + what); }
    bool run(QStringList command)
    {
        if (geteuid() == 0) {
            command = QStringList{"runuser", "-u", "postgres", "--"} + command;
        }
        QProcess p;
        p.setWorkingDirectory("/");
        p.setStandardOutputFile(QProcess::nullDevice()); // the server keeps it open
        p.setStandardErrorFile(QProcess::nullDevice());
        p.start(command.takeFirst(), command);
        return p.waitForFinished(60000) && p.exitStatus() == QProcess::NormalExit && p.exitCode() == 0;
    }

    QTemporaryDir m_dir;
    bool m_good = false;
    int m_databases = 0;
};
