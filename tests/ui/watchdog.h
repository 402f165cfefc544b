// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <QElapsedTimer>
#include <QThread>
#include <QWidget>
#include <QtTest>

#include <algorithm>
#include <ctime>
#include <vector>

/// An application that notes how long the window's thread was kept by each event, so that nobody waits for a window which
/// does not answer. It prints the worst and judges nothing: machines are shared, and what the processor itself needed
/// stands beside what the clock on the wall says. An event that ran a dialog's loop of its own is left out.
class WatchedApplication : public QApplication {
public:
    using QApplication::QApplication;

    bool notify(QObject *receiver, QEvent *event) override
    {
        if (QThread::currentThread() != thread()) {
            return QApplication::notify(receiver, event);
        }
        const int level = thread()->loopLevel();
        if (m_depth > 0 && level > m_level) {
            m_ownLoop = true;
        }
        if (m_depth > 0) {
            return QApplication::notify(receiver, event);
        }
        const Stretch stretch{QTest::currentTestFunction() != nullptr ? QTest::currentTestFunction() : "",
                              QStringLiteral("%1 %2, event %3")
                                  .arg(QString::fromLatin1(receiver->metaObject()->className()), receiver->objectName())
                                  .arg(event->type()),
                              0, 0};
        ++m_depth;
        m_level = level;
        m_ownLoop = false;
        QElapsedTimer wall;
        wall.start();
        const double before = processorMs();
        const bool done = QApplication::notify(receiver, event);
        const double needed = processorMs() - before, lasted = double(wall.nsecsElapsed()) / 1e6;
        --m_depth;
        if (!m_ownLoop && needed > 8) {
            m_worst.push_back(stretch);
            m_worst.back().processor = needed;
            m_worst.back().wall = lasted;
        }
        return done;
    }

    /// The longest stretches, the worst first.
    void report(int count = 10)
    {
        std::sort(m_worst.begin(), m_worst.end(), [](const Stretch &a, const Stretch &b) { return a.processor > b.processor; });
        for (size_t i = 0; i < std::min(m_worst.size(), size_t(count)); ++i) {
            const Stretch &s = m_worst[i];
            std::printf("window kept for %.0f ms of processor, %.0f ms of wall: %s (%s)\n", s.processor, s.wall, s.test.constData(),
                        qPrintable(s.what));
        }
        std::fflush(stdout);
    }

private:
    struct Stretch {
        QByteArray test;
        QString what;
        double processor, wall;
    };
    static double processorMs()
    {
        timespec t{};
        clock_gettime(CLOCK_THREAD_CPUTIME_ID, &t);
        return 1e3 * double(t.tv_sec) + 1e-6 * double(t.tv_nsec);
    }
    std::vector<Stretch> m_worst;
    int m_depth = 0, m_level = 0;
    bool m_ownLoop = false;
};
