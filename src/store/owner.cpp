// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/owner.h"

#include <QCoreApplication>
#include <QFile>
#include <QStringList>
#include <QSysInfo>
#include <QUuid>

namespace lamp::store {

namespace {

/// When a process began, in ticks of the machine: with its number it is unique until the machine starts anew.
QString startOf(qint64 process)
{
    QFile f(QStringLiteral("/proc/%1/stat").arg(process));
    // Behind the last bracket, which ends the process's name, the twentieth field.
    const QByteArray all = f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
    const QList<QByteArray> fields = all.mid(all.lastIndexOf(')') + 2).split(' ');
    return fields.size() > 19 ? QString::fromLatin1(fields[19]) : QString();
}

QString machine()
{
    QFile boot(QStringLiteral("/proc/sys/kernel/random/boot_id"));
    return thisComputer() + '/' + (boot.open(QIODevice::ReadOnly) ? QString::fromLatin1(boot.readAll().trimmed()) : QString());
}

bool runs(const QStringList &owner)
{
    return owner[0] == machine() && !owner[2].isEmpty() && startOf(owner[1].toLongLong()) == owner[2];
}

} // namespace

QString thisComputer()
{
    return QSysInfo::machineHostName();
}

QString newOwner()
{
    const qint64 own = QCoreApplication::applicationPid();
    return QStringLiteral("%1|%2|%3|%4").arg(machine()).arg(own).arg(startOf(own), QUuid::createUuid().toString(QUuid::WithoutBraces));
}

bool worksOn(const QString &owner, qint64 leaseLeft)
{
    const QStringList parts = owner.split('|');
    if (parts.size() != 4) {
        return false;
    }
    return parts[0] == machine() ? runs(parts) : leaseLeft > 0;
}

bool isDead(const QString &owner)
{
    const QStringList parts = owner.split('|');
    return parts.size() != 4 || (parts[0].section('/', 0, 0) == thisComputer() && !runs(parts));
}

} // namespace lamp::store
