// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <csignal>
#include <ctime>
#include <stop_token>
#include <thread>

namespace lamp::cli {

/// Turns an interrupt into a request to stop, so that a visit ends in order and keeps its readings.
class SignalStop {
public:
    SignalStop()
    {
        sigemptyset(&m_set);
        for (const int s : {SIGINT, SIGTERM, SIGHUP}) {
            sigaddset(&m_set, s);
        }
        pthread_sigmask(SIG_BLOCK, &m_set, nullptr);
        m_thread = std::jthread([this](const std::stop_token &end) {
            while (!end.stop_requested()) {
                const timespec wait{0, 50'000'000};
                if (sigtimedwait(&m_set, nullptr, &wait) > 0) {
                    m_source.request_stop();
                }
            }
        });
    }
    [[nodiscard]] std::stop_token token() const { return m_source.get_token(); }

private:
    sigset_t m_set{};
    std::stop_source m_source;
    std::jthread m_thread;
};

} // namespace lamp::cli
