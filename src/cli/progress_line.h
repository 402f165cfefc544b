// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "cli/output.h"
#include "words/words.h"

#include <chrono>
#include <iostream>
#include <mutex>
#include <string>
#include <unistd.h>

namespace lamp::cli {

/// Tells on standard error how long work goes: one line that is written over on a terminal, plain lines elsewhere.
class ProgressLine {
public:
    /// A line that stays.
    void tell(const Message &message)
    {
        clear();
        std::cerr << said(message) << "\n";
    }
    /// \param fraction of the work done, 0..1 \param secondsLeft negative where it is not known
    void progress(const Message &what, double fraction, double secondsLeft)
    {
        if (m_terminal) {
            const Message line = secondsLeft >= 0 ? lamp::say("progress-line-left", what, decimal(100 * fraction, 0), lasting(secondsLeft))
                                                  : lamp::say("progress-line", what, decimal(100 * fraction, 0));
            tellTerminal("\r\x1b[K" + shownLine(said(line)));
            m_open = true;
        }
    }
    void clear()
    {
        if (m_open) {
            tellTerminal("\r\x1b[K");
            m_open = false;
        }
    }

private:
    bool m_terminal = ::isatty(STDERR_FILENO) != 0;
    bool m_open = false;
};

/// The same of work that several threads share, with the time left by what is done so far.
class SharedProgress {
public:
    explicit SharedProgress(Message what) : m_what(std::move(what)) {}
    ~SharedProgress() { m_line.clear(); }
    SharedProgress(const SharedProgress &) = delete;
    SharedProgress &operator=(const SharedProgress &) = delete;
    /// From any thread. \param fraction of the work done, 0..1
    void operator()(double fraction)
    {
        constexpr double kOften = 0.2, kKnown = 0.02; // seconds between two lines; the share from which on what is left is known
        const std::scoped_lock lock(m_mutex);
        const double spent = std::chrono::duration<double>(std::chrono::steady_clock::now() - m_begun).count();
        if (spent - m_told >= kOften && fraction > m_fraction) { // another thread may be ahead
            m_told = spent;
            m_fraction = fraction;
            m_line.progress(m_what, fraction, fraction >= kKnown ? spent * (1 - fraction) / fraction : -1);
        }
    }

private:
    Message m_what;
    ProgressLine m_line;
    std::mutex m_mutex;
    std::chrono::steady_clock::time_point m_begun = std::chrono::steady_clock::now();
    double m_told = 0, m_fraction = 0;
};

} // namespace lamp::cli
