// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"
#include "cli/output.h"
#include "words/words.h"

#include <iostream>
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

} // namespace lamp::cli
