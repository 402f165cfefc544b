// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/stopping.h"

#include <QFutureWatcher>
#include <QObject>
#include <QtConcurrent>

#include <exception>
#include <memory>
#include <optional>
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
        // Threads know nothing of the window, but what they wait for must not outlive the program. Nobody will see a view any more;
        // a file that was asked for is still made.
        if (const auto newest = m_newest.lock()) {
            newest->request_stop();
        }
        for (auto *w : findChildren<QFutureWatcherBase *>()) {
            w->waitForFinished();
        }
    }

    /// What only the newest of is wanted, a view for example: an older one that is still worked on is thrown away.
    /// \param what is done, for the person: "Fitting a model to the readings…" \param work on another thread in a StopScope, with a stop
    /// token or without; touches nothing of the window \param done on the window's thread
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
    /// All pieces: each hears of it by its StopScope, and by its stop token where it takes one; whatever still comes is thrown away.
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
    template <typename T> struct Outcome {
        std::optional<T> value; ///< nothing where the work threw or was stopped
        QString failed;
    };

    template <typename Work, typename Done> Piece run(const QString &what, Work work, Done done)
    {
        const auto piece = std::make_shared<std::stop_source>();
        m_pieces.push_back(piece);
        Q_EMIT begun(what);
        using T = decltype([&] {
            if constexpr (std::is_invocable_v<Work, std::stop_token>) {
                return work(std::stop_token{});
            } else {
                return work();
            }
        }());
        // Exceptions are caught where they arise: a future hands on what they say only of Qt's own kind, and throws in the wait for it too.
        auto all = [work = std::move(work), stop = piece->get_token()]() mutable {
            const StopScope scope(stop);
            Outcome<T> outcome;
            try {
                if constexpr (std::is_invocable_v<Work, std::stop_token>) {
                    outcome.value.emplace(work(stop));
                } else {
                    outcome.value.emplace(work());
                }
            } catch (const Stopped &) { // nobody waits for it
            } catch (const std::exception &e) {
                outcome.failed = QString::fromUtf8(e.what());
            }
            return outcome;
        };
        auto *watcher = new QFutureWatcher<Outcome<T>>(this);
        connect(watcher, &QFutureWatcher<Outcome<T>>::finished, this, [this, watcher, piece, done = std::move(done)] {
            // A future whose result was taken never counts as finished again (Qt 6.4): nobody may wait for it then.
            watcher->setParent(nullptr);
            watcher->deleteLater();
            if (std::erase(m_pieces, piece) == 0) {
                return;
            }
            if (!busy()) {
                Q_EMIT ended();
            }
            Outcome<T> outcome = watcher->future().takeResult();
            if (outcome.value) {
                done(std::move(*outcome.value));
            } else {
                Q_EMIT failed(outcome.failed);
            }
        });
        watcher->setFuture(QtConcurrent::run(std::move(all)));
        return piece;
    }

    std::vector<Piece> m_pieces; ///< whose results are wanted
    std::weak_ptr<std::stop_source> m_newest;
};

} // namespace lamp::app
