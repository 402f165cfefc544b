// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/progress_line.h"
#include "visit/session.h"

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace lamp::cli {

/// Asks what a visit asks of a person, on the terminal that the program was started from. Enter goes on; q stops the visit. The end of the input
/// stops it, too: nobody is there any more.
class Asking {
public:
    /// Whether somebody can be asked: what is typed and what is told are both a terminal's.
    static bool possible();
    /// \param line where progress is told \param stop a signal that ends waiting
    Asking(ProgressLine &line, std::stop_token stop) : m_line(line), m_stop(std::move(stop)) {}
    Answer operator()(const Question &question);

private:
    /// A line that was typed; nothing where the visit is to stop.
    std::optional<std::string> typed(const Message &prompt);
    ProgressLine &m_line;
    std::stop_token m_stop;
    std::string m_rest; ///< typed behind the line that was taken
};

/// Controls of a menu as they are typed: "brightness 50, red 200/255": of 0 to 100 where no end is said. \return nothing where it cannot be read
std::optional<std::vector<Control>> menuFrom(const std::string &typed);

} // namespace lamp::cli
