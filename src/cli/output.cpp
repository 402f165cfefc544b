// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/output.h"

#include "base/json.h"
#include "base/text.h"

#include <array>
#include <cerrno>
#include <csignal>
#include <fcntl.h>
#include <iostream>
#include <unistd.h>

namespace lamp::cli {

namespace {

ShownBuffer &outBuffer()
{
    static ShownBuffer buffer(STDOUT_FILENO);
    return buffer;
}

ShownBuffer &errorBuffer()
{
    static ShownBuffer buffer(STDERR_FILENO);
    return buffer;
}

/// What the two streams stood on before.
std::array<std::streambuf *, 2> &originals()
{
    static std::array<std::streambuf *, 2> both{};
    return both;
}

/// How many bytes at the end of a text begin a sign whose rest has not come yet.
size_t openEnd(const std::string &text)
{
    for (size_t back = 1; back <= 3 && back <= text.size(); ++back) {
        const auto c = static_cast<unsigned char>(text[text.size() - back]);
        if (c >= 0xC0) {
            const size_t length = c < 0xE0 ? 2 : (c < 0xF0 ? 3 : 4);
            return length > back ? back : 0;
        }
        if (c < 0x80) {
            break;
        }
    }
    return 0;
}

} // namespace

void ShownBuffer::send(const std::string &bytes)
{
    for (size_t done = 0; done < bytes.size() && !m_failed;) {
        const ssize_t n = ::write(m_fd, bytes.data() + done, bytes.size() - done);
        m_failed = n < 0 && errno != EINTR && errno != EAGAIN;
        done += n > 0 ? size_t(n) : 0;
    }
}

void ShownBuffer::writeRaw(const std::string &bytes)
{
    sync();
    send(bytes);
}

int ShownBuffer::overflow(int c)
{
    if (c != traits_type::eof()) {
        m_pending += char(c);
    }
    return m_pending.size() > (1U << 16) ? sync() : 0;
}

std::streamsize ShownBuffer::xsputn(const char *text, std::streamsize size)
{
    m_pending.append(text, size_t(size));
    if (m_pending.size() > (1U << 16)) {
        sync();
    }
    return size;
}

int ShownBuffer::sync()
{
    const size_t open = m_raw ? 0 : openEnd(m_pending);
    const std::string whole = m_pending.substr(0, m_pending.size() - open);
    m_pending.erase(0, whole.size());
    send(m_raw ? whole : shown(whole));
    return m_failed ? -1 : 0;
}

void beginOutput()
{
    for (const int fd : {STDIN_FILENO, STDOUT_FILENO, STDERR_FILENO}) {
        if (::fcntl(fd, F_GETFD) == -1) {
            // Open for reading only: what is written there fails and is noticed, and goes into no other file.
            (void)!::open("/dev/null", O_RDONLY);
        }
    }
    // A reader that goes away is an error to be told, not the end of a visit that has changed a display.
    std::signal(SIGPIPE, SIG_IGN);
    std::signal(SIGXFSZ, SIG_IGN); // a limit on file sizes is a full disk, and told as one
    originals() = {std::cout.rdbuf(&outBuffer()), std::cerr.rdbuf(&errorBuffer())};
}

bool finishOutput()
{
    std::cout.flush();
    std::cerr.flush();
    // The streams outlive these buffers.
    std::cout.rdbuf(originals()[0]);
    std::cerr.rdbuf(originals()[1]);
    return !outBuffer().failed();
}

void rawOutput()
{
    std::cout.flush();
    outBuffer().setRaw();
}

void tellTerminal(const std::string &bytes)
{
    errorBuffer().writeRaw(bytes);
}

void printJson(const nlohmann::json &json)
{
    std::cout << jsonText(json, 2) << "\n";
}

} // namespace lamp::cli
