// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/hold.h"

namespace lamp {

namespace {

constexpr int kMostMs = 5000;

Error holdError(const std::string &what, const QByteArray &said)
{
    const std::string why = said.trimmed().toStdString();
    return {ErrorKind::Storage, what + (why.empty() ? "" : " " + why), "", "Put the profile into use again.", "hold", false};
}

} // namespace

Result<std::unique_ptr<Hold>> Hold::of(const std::string &command, const std::string &output)
{
    std::unique_ptr<Hold> hold(new Hold);
    hold->m_keeper.start(QString::fromStdString(command), {QStringLiteral("hold"), QStringLiteral("--output"), QString::fromStdString(output)});
    if (!hold->m_keeper.waitForReadyRead(kMostMs) || !hold->m_keeper.readLine().startsWith("held")) {
        hold->m_keeper.closeWriteChannel();
        hold->m_keeper.waitForFinished(kMostMs);
        return holdError("Profile and ramps could not be remembered, so they are not swapped.", hold->m_keeper.readAllStandardError());
    }
    return hold;
}

Status Hold::release()
{
    if (m_keeper.state() == QProcess::NotRunning) {
        return Done{};
    }
    m_keeper.closeWriteChannel();
    if (!m_keeper.waitForFinished(kMostMs) || m_keeper.exitCode() != 0) {
        return holdError("What was in use before the look could not be put back.", m_keeper.readAllStandardError());
    }
    return Done{};
}

} // namespace lamp
