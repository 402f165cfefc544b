// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>

namespace lamptest {

/// What a command came to.
struct Outcome {
    int status = -1; ///< -1: it was killed, or did not end
    QByteArray out, err;
    [[nodiscard]] QJsonObject json() const { return QJsonDocument::fromJson(out).object(); }
};

inline Outcome ended(QProcess &p, int longestMs = 120000)
{
    const bool done = p.waitForFinished(longestMs);
    if (!done) {
        p.kill();
        p.waitForFinished(2000);
    }
    return {done && p.exitStatus() == QProcess::NormalExit ? p.exitCode() : -1, p.readAllStandardOutput(), p.readAllStandardError()};
}

/// Runs the command line. \param environment entries beside those of this process
inline Outcome cli(const QStringList &arguments, const QStringList &environment = {}, int longestMs = 120000)
{
    QProcess p;
    p.setEnvironment(QProcess::systemEnvironment() + environment);
    p.start(QStringLiteral(LAMP_CLI), arguments);
    return ended(p, longestMs);
}

/// Runs a line of shell in which $CLI is the command line.
inline Outcome shell(const QString &line, int longestMs = 120000)
{
    QProcess p;
    p.setEnvironment(QProcess::systemEnvironment() + QStringList{QStringLiteral("CLI=" LAMP_CLI)});
    p.start(QStringLiteral("/bin/sh"), {QStringLiteral("-c"), line});
    return ended(p, longestMs);
}

/// The command of a simulated bench.
inline QString serve(const QString &rest)
{
    return QStringLiteral(LAMP_CLI " serve --display ") + rest;
}

} // namespace lamptest
