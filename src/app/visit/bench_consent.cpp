// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/bench_consent.h"

#include <QCryptographicHash>
#include <QSettings>
#include <QSysInfo>

namespace lamp::app {

namespace {

QString key(const QString &command)
{
    // Settings may lie in a home that several computers share.
    const QByteArray here = QSysInfo::machineUniqueId() + '\n' + command.toUtf8();
    return QStringLiteral("bench-consent/") + QString::fromLatin1(QCryptographicHash::hash(here, QCryptographicHash::Sha256).toHex());
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

QString BenchConsent::visible(const QString &command)
{
    QString line;
    for (const char32_t c : command.toUcs4()) {
        const QChar::Category category = QChar::category(c);
        const bool plain = c == U' ' || (QChar::isPrint(c) && category != QChar::Separator_Space && category != QChar::Other_Format);
        line += plain ? QString::fromUcs4(&c, 1) : QStringLiteral("\\u{%1}").arg(QString::number(c, 16).toUpper());
    }
    return line;
}

} // namespace lamp::app
