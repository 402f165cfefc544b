// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "cli/output.h"

#include <iostream>
#include <string>
#include <unistd.h>

namespace lamp::cli {

/// Tells on standard error how long work goes: one line that is written over on a terminal, plain lines elsewhere.
class ProgressLine {
public:
    /// A line that stays.
    void say(const std::string &words)
    {
        clear();
        std::cerr << words << "\n";
    }
    /// \param fraction of the work done, 0..1 \param secondsLeft negative where it is not known
    void progress(const std::string &what, double fraction, double secondsLeft)
    {
        if (m_terminal) {
            tellTerminal("\r\x1b[K" + shownLine(what) + "  " + fixed(100 * fraction, 0) + " %"
                         + (secondsLeft >= 0 ? ", about " + spanText(secondsLeft) + " left" : ""));
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

} // namespace lamp::cli
