// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/undisturbed.h"

#include "desktop/session_bus.h"

#include <QCoreApplication>
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusObjectPath>
#include <QDBusPendingCallWatcher>
#include <QPointer>
#include <QTimer>

namespace lamp {

namespace {

constexpr int kAnswerWithinMs = 3000;

// Sources: Idle Inhibition Service Draft (freedesktop.org); GNOME session manager's Inhibit, flags 4 (sleep) and 8 (idle);
// XDG desktop portal, org.freedesktop.portal.Inhibit, the same flags. All from memory.
constexpr uint kSleepAndIdle = 4 | 8;

} // namespace

Undisturbed::Undisturbed(const QString &reason, QObject *parent) : QObject(parent)
{
    const QString name = QStringLiteral("Dutiful Lamp");
    ask(QStringLiteral("org.freedesktop.ScreenSaver"), QStringLiteral("/org/freedesktop/ScreenSaver"), QStringLiteral("org.freedesktop.ScreenSaver"),
        QStringLiteral("Inhibit"), {name, reason}, QStringLiteral("UnInhibit"));
    ask(QStringLiteral("org.gnome.SessionManager"), QStringLiteral("/org/gnome/SessionManager"), QStringLiteral("org.gnome.SessionManager"),
        QStringLiteral("Inhibit"), {name, 0U, reason, kSleepAndIdle}, QStringLiteral("Uninhibit"));
    ask(QStringLiteral("org.freedesktop.portal.Desktop"), QStringLiteral("/org/freedesktop/portal/desktop"),
        QStringLiteral("org.freedesktop.portal.Inhibit"), QStringLiteral("Inhibit"), {QString(), kSleepAndIdle, QVariantMap{{"reason", reason}}},
        QString());
    if (m_waiting == 0) {
        // No session bus: said once whoever listens has had time to.
        QTimer::singleShot(0, this, [this] { Q_EMIT known(false); });
    }
}

Undisturbed::~Undisturbed()
{
    for (const Cookie &c : m_cookies) {
        release(c);
    }
}

QStringList Undisturbed::held() const
{
    QStringList all;
    for (const Cookie &c : m_cookies) {
        all << c.service;
    }
    return all;
}

void Undisturbed::ask(const QString &service, const QString &path, const QString &interface, const QString &method, const QVariantList &arguments,
                      const QString &freeing)
{
    if (!hasSessionBus()) {
        return; // asking for one would start it, and wait
    }
    QDBusConnection bus = QDBusConnection::sessionBus();
    if (!bus.isConnected()) {
        return;
    }
    QDBusMessage message = QDBusMessage::createMethodCall(service, path, interface, method);
    message.setArguments(arguments);
    ++m_waiting;
    // Not a child: an answer that comes after the visit has ended must still be given back.
    auto *watcher = new QDBusPendingCallWatcher(bus.asyncCall(message, kAnswerWithinMs), QCoreApplication::instance());
    const QPointer<Undisturbed> self(this);
    connect(watcher, &QDBusPendingCallWatcher::finished, watcher, [=](QDBusPendingCallWatcher *done) {
        done->deleteLater();
        const QDBusMessage reply = done->reply();
        const bool agreed = reply.type() == QDBusMessage::ReplyMessage && !reply.arguments().isEmpty();
        if (agreed) {
            const QVariant token = reply.arguments().first();
            // The portal hands out a request, which is closed; the others a number, which is handed back.
            const Cookie cookie = freeing.isEmpty() ? Cookie{service,
                                                             token.value<QDBusObjectPath>().path(),
                                                             QStringLiteral("org.freedesktop.portal.Request"),
                                                             QStringLiteral("Close"),
                                                             {}}
                                                    : Cookie{service, path, interface, freeing, token};
            if (self) {
                self->m_cookies.push_back(cookie);
            } else {
                release(cookie);
            }
        }
        if (self && --self->m_waiting == 0) {
            Q_EMIT self->known(!self->m_cookies.empty());
        }
    });
}

void Undisturbed::release(const Cookie &cookie)
{
    QDBusMessage message = QDBusMessage::createMethodCall(cookie.service, cookie.path, cookie.interface, cookie.method);
    if (cookie.token.isValid()) {
        message.setArguments({cookie.token});
    }
    QDBusConnection::sessionBus().send(message);
}

} // namespace lamp
