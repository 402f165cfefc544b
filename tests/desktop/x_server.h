// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

/// A real X server of the test's own, with the dummy driver, on a free display number.
class XServer {
public:
    bool start()
    {
        QFile::copy(QStringLiteral(LAMP_TESTS_DIR "/desktop/xorg-dummy.conf"), m_dir.filePath("dummy.conf"));
        m_process.setWorkingDirectory(m_dir.path());
        m_process.setStandardErrorFile(m_dir.filePath("errors"));
        // The server writes the number that it took to its standard output.
        m_process.start("Xorg", {"-displayfd", "1", "-config", "dummy.conf", "-noreset", "-nolisten", "tcp", "-logfile", m_dir.filePath("log")});
        while (m_process.state() != QProcess::NotRunning && !m_process.canReadLine()) {
            m_process.waitForReadyRead(200);
        }
        const QByteArray number = m_process.readLine().trimmed();
        m_display = number.isEmpty() ? QString() : ":" + QString::fromLatin1(number);
        return !number.isEmpty();
    }
    ~XServer()
    {
        m_process.terminate();
        if (!m_process.waitForFinished(5000)) {
            m_process.kill();
            m_process.waitForFinished();
        }
    }
    [[nodiscard]] QString display() const { return m_display; }
    [[nodiscard]] QString log() const
    {
        QFile f(m_dir.filePath("errors"));
        return f.open(QIODevice::ReadOnly) ? QString::fromUtf8(f.readAll()) : QString();
    }
    /// Runs one of X's own tools against it. \return what it printed
    QByteArray tool(const QString &program, const QStringList &arguments) const
    {
        QProcess p;
        QProcessEnvironment e = QProcessEnvironment::systemEnvironment();
        e.insert("DISPLAY", m_display);
        p.setProcessEnvironment(e);
        p.start(program, arguments);
        p.waitForFinished();
        return p.readAllStandardOutput();
    }

private:
    QTemporaryDir m_dir;
    QProcess m_process;
    QString m_display;
};
