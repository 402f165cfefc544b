// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/bench_consent.h"

#include <QCryptographicHash>
#include <QSettings>

namespace lamp::app {

namespace {

QString key(const QString &command)
{
    return QStringLiteral("bench-consent/") + QString::fromLatin1(QCryptographicHash::hash(command.toUtf8(), QCryptographicHash::Sha256).toHex());
}

} // namespace

bool BenchConsent::given(const QString &command)
{
    return QSettings().value(key(command)).toString() == command;
}

void BenchConsent::give(const QString &command)
{
    QSettings().setValue(key(command), command);
}

} // namespace lamp::app
