// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <deque>
#include <optional>
#include <stop_token>
#include <string>
#include <sys/types.h>

namespace lamp {

/// A child program spoken to in lines over its standard input and output. Its standard error is drained and its
/// last lines are kept. Plain POSIX, so that the measuring core needs no event loop.
class ChildProcess {
public:
    ChildProcess() = default;
    ~ChildProcess();
    ChildProcess(const ChildProcess &) = delete;
    ChildProcess &operator=(const ChildProcess &) = delete;

    /// Starts `/bin/sh -c command` in a process group of its own.
    Status start(const std::string &command);

    /// Writes a line (a newline is added). False where the child no longer reads.
    bool writeLine(const std::string &line);

    enum class Wait { Line, TimedOut, Ended, Stopped, TooLong };
    /// Waits for the next line of standard output. \param timeoutS wall seconds; below 0 waits for ever. \param graceS for
    /// so long a line is still waited for after a request to stop: an answer that is on its way is not thrown away
    Wait readLine(std::string &line, double timeoutS, const std::stop_token &stop = {}, double graceS = 0);

    /// What the child said last on its standard error, joined by " | ".
    [[nodiscard]] std::string lastWords();
    /// Exit status as the shell counts it (128 + signal), where the child has ended.
    [[nodiscard]] std::optional<int> exitStatus();
    /// Closes standard input and waits until the child has ended by itself. \param timeoutS wall seconds \return its exit
    /// status; nothing where it has not
    std::optional<int> finish(double timeoutS);
    /// Closes standard input, gives the child a moment, then ends its process group.
    void stop();

private:
    void drainErrors();

    pid_t m_pid = -1;
    int m_in = -1, m_out = -1, m_err = -1;
    std::string m_buffer, m_errorBuffer;
    std::deque<std::string> m_errorLines;
    std::optional<int> m_status;
    bool m_outEnded = false;
};

/// A text as one word of a shell's line (POSIX.1-2017, Shell Command Language, 2.2.2).
std::string shellQuoted(const std::string &text);

} // namespace lamp
