// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QString>
#include <QStringList>
#include <QVariant>

#include <vector>

namespace lamp {

/// Keeps the desktop from blanking or locking the screen, and from going to sleep, for as long as it lives, by whatever the session
/// offers: `org.freedesktop.ScreenSaver`, `org.gnome.SessionManager`, `org.freedesktop.portal.Inhibit`. Never waits: the services
/// are asked, and what they answer is known later.
class Undisturbed : public QObject {
    Q_OBJECT

public:
    /// \param reason said to the services, and by them to people: "Measuring Avocet 24"
    explicit Undisturbed(const QString &reason, QObject *parent = nullptr);
    /// Gives everything free again.
    ~Undisturbed() override;

    /// Services that have agreed so far.
    [[nodiscard]] QStringList held() const;
    /// Whether all have answered, one way or the other.
    [[nodiscard]] bool settled() const { return m_waiting == 0; }

Q_SIGNALS:
    /// All have answered. \param held whether at least one keeps the screen on
    void known(bool held);

private:
    struct Cookie {
        QString service, path, interface, method; ///< that gives it free again
        QVariant token;
    };
    void ask(const QString &service, const QString &path, const QString &interface, const QString &method, const QVariantList &arguments,
             const QString &freeing);
    static void release(const Cookie &cookie);
    std::vector<Cookie> m_cookies;
    int m_waiting = 0;
};

} // namespace lamp
