// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/keyring.h"

#include "desktop/session_bus.h"

#include <QEventLoop>
#include <QTimer>

#include <chrono>
#include <functional>

#include <qt6keychain/keychain.h>

namespace lamp {

namespace {

const QString kKeyringService = QStringLiteral("dutiful-lamp");

Error noKeyring(const Message &why)
{
    return {ErrorKind::Storage, say("keyring-could-not", why), say("nothing-changed"), say("password-elsewhere"), "keyring", false};
}

/// Runs a job of the keyring to its end. It deletes itself, also where nobody waits for it any more.
template <typename Job> Status carriedOut(Job &job, const QString &login, const std::function<void()> &done = {})
{
    if (!hasSessionBus()) {
        job.deleteLater();
        return noKeyring(say("no-session-bus"));
    }
    Status status = noKeyring(say("keyring-not-answering"));
    QEventLoop loop;
    job.setKey(login);
    QObject::connect(&job, &QKeychain::Job::finished, &loop, [&](QKeychain::Job *ended) {
        const QKeychain::Error error = ended->error();
        status = error == QKeychain::NoError || error == QKeychain::EntryNotFound ? Status(Done{})
                                                                                  : Status(noKeyring(verbatim(ended->errorString().toStdString())));
        if (error == QKeychain::NoError && done) {
            done();
        }
        loop.quit();
    });
    constexpr std::chrono::minutes kPatience{2};
    QTimer::singleShot(kPatience, &loop, &QEventLoop::quit);
    // Started within the loop: some backends end at once.
    QTimer::singleShot(0, &loop, [&job] { job.start(); });
    loop.exec(QEventLoop::ExcludeUserInputEvents);
    return status;
}

} // namespace

Result<QString> keptPassword(const QString &login)
{
    auto *job = new QKeychain::ReadPasswordJob(kKeyringService);
    QString password;
    const Status read = carriedOut(*job, login, [&] { password = job->textData(); });
    return read ? Result<QString>(password) : read.error();
}

Status keepPassword(const QString &login, const QString &password)
{
    auto *job = new QKeychain::WritePasswordJob(kKeyringService);
    job->setTextData(password);
    return carriedOut(*job, login);
}

Status forgetPassword(const QString &login)
{
    return carriedOut(*new QKeychain::DeletePasswordJob(kKeyringService), login);
}

} // namespace lamp
