// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFutureWatcher>
#include <QObject>
#include <QtConcurrent>

#include <memory>
#include <stop_token>
#include <type_traits>
#include <vector>

namespace lamp::app {

/// Work that takes too long for the window's own thread, for one part of the window.
class Background : public QObject {
    Q_OBJECT

public:
    using QObject::QObject;
    ~Background() override
    {
        // Threads know nothing of the window, but what they wait for must not outlive the program.
        for (auto *w : findChildren<QFutureWatcherBase *>()) {
            w->waitForFinished();
        }
    }

    /// What only the newest of is wanted, a view for example: an older one that is still worked on is thrown away.
    /// \param what is done, for the person: "Fitting a model to the readings…" \param work on another thread, with a stop token or
    /// without; touches nothing of the window \param done on the window's thread
    template <typename Work, typename Done> void start(const QString &what, Work work, Done done)
    {
        if (const auto older = m_newest.lock()) {
            older->request_stop();
            std::erase(m_pieces, older);
        }
        m_newest = run(what, std::move(work), std::move(done));
    }
    /// What the person asked to be made, a file or a visit: nothing that is begun later takes its place, and done is called
    /// unless it is cancelled. Parameters as of start().
    template <typename Work, typename Done> void carryOut(const QString &what, Work work, Done done) { run(what, std::move(work), std::move(done)); }
    /// All pieces: work that takes a stop token hears of it, and whatever still comes is thrown away.
    void cancel()
    {
        if (busy()) {
            for (const auto &piece : m_pieces) {
                piece->request_stop();
            }
            m_pieces.clear();
            Q_EMIT ended();
        }
    }
    /// Whether something is worked on whose result is wanted.
    [[nodiscard]] bool busy() const { return !m_pieces.empty(); }

Q_SIGNALS:
    void begun(const QString &what);
    void ended();
    void failed(const QString &why); ///< the work threw

private:
    using Piece = std::shared_ptr<std::stop_source>;

    template <typename Work, typename Done> Piece run(const QString &what, Work work, Done done)
    {
        const auto piece = std::make_shared<std::stop_source>();
        m_pieces.push_back(piece);
        Q_EMIT begun(what);
        auto all = [work = std::move(work), stop = piece->get_token()]() mutable {
            if constexpr (std::is_invocable_v<Work, std::stop_token>) {
                return work(stop);
            } else {
                return work();
            }
        };
        using T = std::invoke_result_t<decltype(all)>;
        auto *watcher = new QFutureWatcher<T>(this);
        connect(watcher, &QFutureWatcher<T>::finished, this, [this, watcher, piece, done = std::move(done)] {
            // A future whose result was taken never counts as finished again (Qt 6.4): nobody may wait for it then.
            watcher->setParent(nullptr);
            watcher->deleteLater();
            if (std::erase(m_pieces, piece) == 0) {
                return;
            }
            if (!busy()) {
                Q_EMIT ended();
            }
            try {
                done(watcher->future().takeResult());
            } catch (const std::exception &e) {
                Q_EMIT failed(QString::fromUtf8(e.what()));
            }
        });
        watcher->setFuture(QtConcurrent::run(std::move(all)));
        return piece;
    }

    std::vector<Piece> m_pieces; ///< whose results are wanted
    std::weak_ptr<std::stop_source> m_newest;
};

} // namespace lamp::app
