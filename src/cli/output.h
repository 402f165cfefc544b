// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json_fwd.hpp>

#include <streambuf>
#include <string>

namespace lamp::cli {

/// What stands between std::cout or std::cerr and the outside: names from files, profiles and benches go through here, so
/// nothing that steers a terminal or turns the direction of writing gets out, and a write that fails is noticed.
class ShownBuffer : public std::streambuf {
public:
    explicit ShownBuffer(int fd) : m_fd(fd) {}
    /// Lets bytes through as they are: the bench protocol writes its own JSON.
    void setRaw() { m_raw = true; }
    [[nodiscard]] bool failed() const { return m_failed; }
    /// Bytes that this program means for the terminal itself.
    void writeRaw(const std::string &bytes);

protected:
    int overflow(int c) override;
    std::streamsize xsputn(const char *text, std::streamsize size) override;
    int sync() override;

private:
    void send(const std::string &bytes);
    int m_fd;
    std::string m_pending;
    bool m_raw = false, m_failed = false;
};

/// Puts both in place for the life of the program, and sees to it that the three standard descriptors are open, so that no
/// other file gets one of their numbers.
void beginOutput();
/// Writes what is pending. \return whether all that was meant for standard output has got there
bool finishOutput();
/// Lets standard output through as it is.
void rawOutput();
/// Writes to the terminal behind standard error, controls included.
void tellTerminal(const std::string &bytes);

/// One JSON document on standard output.
void printJson(const nlohmann::json &json);

} // namespace lamp::cli
