// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/colour_manager.h"

#include <QCoreApplication>
#include <QDBusConnection>
#include <QDBusConnectionInterface>
#include <QDBusMessage>
#include <QDBusMetaType>
#include <QDBusObjectPath>
#include <QMap>

namespace lamp {

namespace {

const QString kService = QStringLiteral("org.freedesktop.ColorManager");
const QString kRoot = QStringLiteral("/org/freedesktop/ColorManager");
constexpr int kPatienceMs = 4000;

Error busError(Message what)
{
    return {ErrorKind::Storage, std::move(what), say("profile-itself-installed"), say("choose-desktop-settings-display"), "dbus", false};
}

QDBusMessage call(const QString &path, const QString &interface, const QString &method, const QVariantList &arguments)
{
    QDBusMessage m = QDBusMessage::createMethodCall(kService, path, interface, method);
    m.setArguments(arguments);
    return QDBusConnection::systemBus().call(m, QDBus::Block, kPatienceMs);
}

Result<QString> pathFrom(const QDBusMessage &reply, Message what)
{
    if (reply.type() != QDBusMessage::ReplyMessage || reply.arguments().isEmpty()) {
        return busError(say("subject-and-why", std::move(what), verbatim(reply.errorMessage().toStdString())));
    }
    return reply.arguments().first().value<QDBusObjectPath>().path();
}

Result<QString> deviceOf(const std::string &output)
{
    return pathFrom(call(kRoot, kService, "FindDeviceByProperty", {"XRANDR_name", QString::fromStdString(output)}),
                    say("desktop-colour-manager-knows", output));
}

/// D-Bus needs an application object to exist.
void needApplication()
{
    static int count = 1;
    static std::array<char *, 2> arguments{const_cast<char *>("dutiful-lamp"), nullptr};
    static QCoreApplication *own = QCoreApplication::instance() == nullptr ? new QCoreApplication(count, arguments.data()) : nullptr;
    (void)own;
}

} // namespace

bool ColourManager::present()
{
    needApplication();
    const QDBusConnection bus = QDBusConnection::systemBus();
    if (!bus.isConnected()) {
        return false;
    }
    const QDBusConnectionInterface *names = bus.interface();
    return names->isServiceRegistered(kService) || names->activatableServiceNames().value().contains(kService);
}

Result<Message> ColourManager::makeDefault(const std::string &output, const std::filesystem::path &profile)
{
    needApplication();
    qDBusRegisterMetaType<QMap<QString, QString>>();
    const auto device = deviceOf(output);
    if (!device) {
        return device.error();
    }
    const QString file = QString::fromStdString(profile.string());
    auto known = pathFrom(call(kRoot, kService, "FindProfileByFilename", {file}), {});
    if (!known) {
        const QMap<QString, QString> properties{{"Filename", file}};
        known = pathFrom(call(kRoot, kService, "CreateProfile", {"dutiful-lamp-" + file.section('/', -1), "temp", QVariant::fromValue(properties)}),
                         say("desktop-colour-manager-did"));
    }
    if (!known) {
        return known.error();
    }
    const QVariant path = QVariant::fromValue(QDBusObjectPath(known.value()));
    const QString deviceInterface = kService + ".Device";
    // It may belong to the device already; whether it does is seen by the next call.
    (void)call(device.value(), deviceInterface, "AddProfile", {"hard", path});
    const QDBusMessage made = call(device.value(), deviceInterface, "MakeProfileDefault", {path});
    if (made.type() == QDBusMessage::ErrorMessage) {
        return busError(say("desktop-colour-manager-did-not", made.errorMessage().toStdString()));
    }
    return say("desktop-colour-manager-default", output);
}

} // namespace lamp
