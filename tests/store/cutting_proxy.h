// SPDX-License-Identifier: GPL-3.0-or-later
// Stands between program and server on a socket of its own, and cuts the connection when it has just passed on a COMMIT: the server ends the
// transaction, and nobody hears of it.
#pragma once

#include <QString>

#include <atomic>
#include <cstring>
#include <string>
#include <thread>
#include <vector>

#include <poll.h>
#include <sys/socket.h>
#include <sys/un.h>
#include <unistd.h>

namespace lamp {

class CuttingProxy {
public:
    /// \param folder of the server's socket \param own where the proxy's own is made
    CuttingProxy(const QString &folder, const QString &own) : m_server((folder + "/.s.PGSQL.5432").toStdString())
    {
        m_listening = ::socket(AF_UNIX, SOCK_STREAM, 0);
        const sockaddr_un a = address((own + "/.s.PGSQL.5432").toStdString());
        m_good = ::bind(m_listening, reinterpret_cast<const sockaddr *>(&a), sizeof a) == 0 && ::listen(m_listening, 8) == 0;
        m_thread = std::jthread([this](const std::stop_token &stop) { run(stop); });
    }
    ~CuttingProxy()
    {
        m_thread.request_stop();
        m_thread.join();
        ::close(m_listening);
    }
    CuttingProxy(const CuttingProxy &) = delete;
    CuttingProxy &operator=(const CuttingProxy &) = delete;

    [[nodiscard]] bool good() const { return m_good; }
    /// How many of the next COMMITs are cut off.
    std::atomic<int> cuts{0};
    /// After a cut nobody is let through any more.
    std::atomic<bool> closes{false};
    [[nodiscard]] int done() const { return m_done; }

private:
    struct Pair {
        int client = -1, server = -1;
    };
    static sockaddr_un address(const std::string &path)
    {
        sockaddr_un a{};
        a.sun_family = AF_UNIX;
        std::strncpy(a.sun_path, path.c_str(), sizeof a.sun_path - 1);
        return a;
    }
    void accept()
    {
        Pair p{::accept(m_listening, nullptr, nullptr), -1};
        if (m_shut) {
            ::close(p.client);
            return;
        }
        p.server = ::socket(AF_UNIX, SOCK_STREAM, 0);
        const sockaddr_un a = address(m_server);
        if (::connect(p.server, reinterpret_cast<const sockaddr *>(&a), sizeof a) != 0) {
            end(p);
            return;
        }
        m_pairs.push_back(p);
    }
    static void end(const Pair &p)
    {
        ::close(p.client);
        ::close(p.server);
    }
    /// \return whether both go on
    bool pass(int from, int to, bool fromClient)
    {
        std::array<char, 65536> part{};
        const ssize_t read = ::read(from, part.data(), part.size());
        if (read <= 0 || ::write(to, part.data(), size_t(read)) != read) {
            return false;
        }
        if (fromClient && cuts > 0 && std::string(part.data(), size_t(read)).find("COMMIT") != std::string::npos) {
            --cuts;
            ++m_done;
            m_shut = closes.load();
            return false;
        }
        return true;
    }
    void run(const std::stop_token &stop)
    {
        while (!stop.stop_requested()) {
            std::vector<pollfd> all{{m_listening, POLLIN, 0}};
            for (const Pair &p : m_pairs) {
                all.push_back({p.client, POLLIN, 0});
                all.push_back({p.server, POLLIN, 0});
            }
            ::poll(all.data(), all.size(), 50);
            for (size_t i = m_pairs.size(); i-- > 0;) {
                const Pair p = m_pairs[i];
                const bool goesOn = (all[1 + 2 * i].revents == 0 || pass(p.client, p.server, true))
                                    && (all[2 + 2 * i].revents == 0 || pass(p.server, p.client, false));
                if (!goesOn) {
                    end(p);
                    m_pairs.erase(m_pairs.begin() + std::ptrdiff_t(i));
                }
            }
            if (all[0].revents != 0) {
                accept();
            }
        }
        for (const Pair &p : m_pairs) {
            end(p);
        }
    }

    std::string m_server;
    int m_listening = -1;
    bool m_good = false, m_shut = false;
    std::atomic<int> m_done{0};
    std::vector<Pair> m_pairs;
    std::jthread m_thread;
};

} // namespace lamp
