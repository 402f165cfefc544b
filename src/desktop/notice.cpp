// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/notice.h"

#include "desktop/session_bus.h"

#include <QDBusConnection>
#include <QDBusMessage>
#include <QVariantMap>

namespace lamp {

Status notify(const QString &title, const QString &body)
{
    const auto none = [](const Message &why) {
        return Error{ErrorKind::Storage, say("notice-not-shown", why), say("nothing-changed"), {}, "notice", false};
    };
    if (!hasSessionBus()) {
        return none(say("no-session-bus"));
    }
    QDBusMessage message =
        QDBusMessage::createMethodCall(QStringLiteral("org.freedesktop.Notifications"), QStringLiteral("/org/freedesktop/Notifications"),
                                       QStringLiteral("org.freedesktop.Notifications"), QStringLiteral("Notify"));
    // Names come from files: what some servers take for markup is taken out of them.
    message.setArguments({QStringLiteral("Dutiful Lamp"), 0U, QStringLiteral("dutiful-lamp"), title, body.toHtmlEscaped(), QStringList(),
                          QVariantMap{{QStringLiteral("desktop-entry"), QStringLiteral("dutiful-lamp")}}, -1});
    constexpr int kAnswerWithinMs = 3000;
    const QDBusMessage reply = QDBusConnection::sessionBus().call(message, QDBus::Block, kAnswerWithinMs);
    return reply.type() == QDBusMessage::ErrorMessage ? Status(none(verbatim(reply.errorMessage().toStdString()))) : Status(Done{});
}

} // namespace lamp
