// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFutureWatcher>
#include <QObject>
#include <QtConcurrent>

#include <functional>
#include <stop_token>
#include <type_traits>

namespace lamp::app {

/// Work that takes too long for the window's own thread, one piece at a time for each window part. A newer piece, or
/// cancel(), makes the result of an older one unwanted: work that takes a stop token hears of it, and whatever still comes is
/// thrown away.
class Background : public QObject {
    Q_OBJECT

public:
    explicit Background(QObject *parent) : QObject(parent) {}
    /// What has begun is brought to its end: it may be writing a file, and must not outlive the application.
    ~Background() override
    {
        for (QFutureWatcherBase *watcher : findChildren<QFutureWatcherBase *>()) {
            watcher->waitForFinished();
        }
    }

    /// \param what is done, for the person: "Fitting a model to the readings…" \param work on another thread, with a stop token or
    /// without; touches nothing of the window \param done on the window's thread
    template <typename Work, typename Done> void start(const QString &what, Work work, Done done)
    {
        const int number = ++m_latest;
        m_stop.request_stop();
        m_stop = std::stop_source();
        Q_EMIT begun(what);
        auto all = [work = std::move(work), stop = m_stop.get_token()]() mutable {
            if constexpr (std::is_invocable_v<Work, std::stop_token>) {
                return work(stop);
            } else {
                return work();
            }
        };
        using T = std::invoke_result_t<decltype(all)>;
        auto *watcher = new QFutureWatcher<T>(this);
        connect(watcher, &QFutureWatcher<T>::finished, this, [this, watcher, number, done = std::move(done)] {
            watcher->deleteLater();
            if (number == m_latest) {
                m_finished = number;
                Q_EMIT ended();
                try {
                    done(watcher->future().takeResult());
                } catch (const std::exception &e) {
                    Q_EMIT failed(QString::fromUtf8(e.what()));
                }
            }
        });
        watcher->setFuture(QtConcurrent::run(std::move(all)));
    }
    void cancel()
    {
        if (busy()) {
            m_stop.request_stop();
            m_finished = ++m_latest;
            Q_EMIT ended();
        }
    }
    [[nodiscard]] bool busy() const { return m_finished != m_latest; }

Q_SIGNALS:
    void begun(const QString &what);
    void ended();
    /// Memory ran out, or a fault of the program itself.
    void failed(const QString &why);

private:
    int m_latest = 0, m_finished = 0;
    std::stop_source m_stop;
};

} // namespace lamp::app
