// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/child_process.h"

#include "base/text.h"

#include <array>
#include <cerrno>
#include <chrono>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <poll.h>
#include <sys/socket.h>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

namespace lamp {

namespace {

constexpr size_t kKeptErrorLines = 6;
constexpr size_t kLongestLine = 4u << 20;

void closeFd(int &fd)
{
    if (fd >= 0) {
        ::close(fd);
        fd = -1;
    }
}

} // namespace

ChildProcess::~ChildProcess()
{
    stop();
}

Status ChildProcess::start(const std::string &command)
{
    // A socket for standard input, so that a write to a dead child gives an error and no signal (MSG_NOSIGNAL).
    std::array<int, 2> in{}, out{}, err{};
    if (::socketpair(AF_UNIX, SOCK_STREAM | SOCK_CLOEXEC, 0, in.data()) != 0) {
        return Error{ErrorKind::Bench, say("bench-could-not-started", std::strerror(errno)), {}, {}, "", false};
    }
    if (::pipe2(out.data(), O_CLOEXEC) != 0 || ::pipe2(err.data(), O_CLOEXEC) != 0) {
        return Error{ErrorKind::Bench, say("bench-could-not-started", std::strerror(errno)), {}, {}, "", false};
    }
    m_pid = ::fork();
    if (m_pid == 0) {
        ::setpgid(0, 0);
        // What this program ignores or holds back for itself must not be inherited: the child ends when it is asked to.
        sigset_t none;
        ::sigemptyset(&none);
        for (const int s : {SIGPIPE, SIGXFSZ, SIGINT, SIGTERM, SIGHUP}) {
            ::signal(s, SIG_DFL);
        }
        ::sigprocmask(SIG_SETMASK, &none, nullptr);
        ::dup2(in[1], STDIN_FILENO);
        ::dup2(out[1], STDOUT_FILENO);
        ::dup2(err[1], STDERR_FILENO);
        ::execl("/bin/sh", "sh", "-c", command.c_str(), static_cast<char *>(nullptr));
        ::_exit(127);
    }
    ::close(in[1]);
    ::close(out[1]);
    ::close(err[1]);
    m_in = in[0];
    m_out = out[0];
    m_err = err[0];
    if (m_pid < 0) {
        stop();
        return Error{ErrorKind::Bench, say("bench-could-not-started", std::strerror(errno)), {}, {}, "", false};
    }
    ::setpgid(m_pid, m_pid);
    ::fcntl(m_out, F_SETFL, O_NONBLOCK);
    ::fcntl(m_err, F_SETFL, O_NONBLOCK);
    return Done{};
}

bool ChildProcess::writeLine(const std::string &line)
{
    const std::string all = line + "\n";
    size_t sent = 0;
    while (sent < all.size()) {
        const ssize_t n = ::send(m_in, all.data() + sent, all.size() - sent, MSG_NOSIGNAL | MSG_DONTWAIT);
        if (n > 0) {
            sent += size_t(n);
        } else if (n < 0 && (errno == EAGAIN || errno == EWOULDBLOCK)) {
            // A child that never reads fills the socket; give it the same patience as an answer.
            pollfd p{m_in, POLLOUT, 0};
            if (::poll(&p, 1, 30000) <= 0) {
                return false;
            }
        } else if (n < 0 && errno == EINTR) {
            continue;
        } else {
            return false;
        }
    }
    return true;
}

void ChildProcess::drainErrors()
{
    std::array<char, 4096> chunk{};
    while (m_err >= 0) {
        const ssize_t n = ::read(m_err, chunk.data(), chunk.size());
        if (n <= 0) {
            if (n == 0) {
                closeFd(m_err);
            }
            break;
        }
        m_errorBuffer.append(chunk.data(), size_t(n));
        size_t newline = 0;
        while ((newline = m_errorBuffer.find('\n')) != std::string::npos) {
            m_errorLines.push_back(m_errorBuffer.substr(0, std::min<size_t>(newline, 300)));
            m_errorBuffer.erase(0, newline + 1);
            if (m_errorLines.size() > kKeptErrorLines) {
                m_errorLines.pop_front();
            }
        }
        if (m_errorBuffer.size() > 4096) {
            m_errorBuffer.erase(0, m_errorBuffer.size() - 300);
        }
    }
}

ChildProcess::Wait ChildProcess::readLine(std::string &line, double timeoutS, const std::stop_token &stop, double graceS)
{
    using Clock = std::chrono::steady_clock;
    const auto start = Clock::now();
    std::optional<double> grace;
    for (;;) {
        if (const size_t newline = m_buffer.find('\n'); newline != std::string::npos) {
            line = m_buffer.substr(0, newline);
            m_buffer.erase(0, newline + 1);
            return Wait::Line;
        }
        if (m_buffer.size() > kLongestLine) {
            return Wait::TooLong;
        }
        if (m_outEnded) {
            drainErrors();
            return Wait::Ended;
        }
        if (stop.stop_requested() && !grace) {
            grace = std::chrono::duration<double>(Clock::now() - start).count() + graceS;
        }
        if (grace && std::chrono::duration<double>(Clock::now() - start).count() >= *grace) {
            return Wait::Stopped;
        }
        const double waited = std::chrono::duration<double>(Clock::now() - start).count();
        if (timeoutS >= 0 && waited >= timeoutS) {
            return Wait::TimedOut;
        }
        // Wake often enough to hear a request to stop.
        const double left = timeoutS < 0 ? 0.1 : std::min(0.1, timeoutS - waited);
        std::array<pollfd, 2> fds{{{m_out, POLLIN, 0}, {m_err, POLLIN, 0}}};
        ::poll(fds.data(), m_err >= 0 ? 2 : 1, std::max(1, int(left * 1000)));
        drainErrors();
        std::array<char, 16384> chunk{};
        const ssize_t n = ::read(m_out, chunk.data(), chunk.size());
        if (n > 0) {
            m_buffer.append(chunk.data(), size_t(n));
        } else if (n == 0) {
            m_outEnded = true;
        }
    }
}

std::string ChildProcess::lastWords()
{
    drainErrors();
    std::string all;
    for (const std::string &l : m_errorLines) {
        all += (all.empty() ? "" : " | ") + shownLine(l, 300);
    }
    return all;
}

std::optional<int> ChildProcess::exitStatus()
{
    if (!m_status && m_pid > 0) {
        int status = 0;
        if (::waitpid(m_pid, &status, WNOHANG) == m_pid) {
            m_status = WIFEXITED(status) ? WEXITSTATUS(status) : 128 + WTERMSIG(status);
        }
    }
    return m_status;
}

std::optional<int> ChildProcess::finish(double timeoutS)
{
    closeFd(m_in);
    const auto deadline = std::chrono::steady_clock::now() + std::chrono::duration<double>(timeoutS);
    while (!exitStatus() && std::chrono::steady_clock::now() < deadline) {
        drainErrors(); // it must not wait for room in the pipe
        std::this_thread::sleep_for(std::chrono::milliseconds(5));
    }
    return exitStatus();
}

std::string shellQuoted(const std::string &text)
{
    std::string quoted = "'";
    for (const char c : text) {
        quoted += c == '\'' ? std::string("'\\''") : std::string(1, c);
    }
    return quoted + "'";
}

void ChildProcess::stop()
{
    closeFd(m_in);
    closeFd(m_out);
    closeFd(m_err);
    if (m_pid <= 0) {
        return;
    }
    // End of file ends a good bench by itself; a stubborn one is ended with everything that it started, also where the
    // shell that started it has gone before.
    const auto over = [this] { return exitStatus().has_value() && ::kill(-m_pid, 0) != 0; };
    for (int i = 0; i < 40 && !over(); ++i) {
        std::this_thread::sleep_for(std::chrono::milliseconds(i < 20 ? 2 : 25));
    }
    if (!over()) {
        ::kill(-m_pid, SIGTERM);
        for (int i = 0; i < 20 && !over(); ++i) {
            std::this_thread::sleep_for(std::chrono::milliseconds(25));
        }
    }
    if (!over()) {
        ::kill(-m_pid, SIGKILL);
        if (!m_status) {
            int status = 0;
            ::waitpid(m_pid, &status, 0);
        }
    }
    m_pid = -1;
}

} // namespace lamp
