// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/hold.h"

#include <utility>

namespace lamp {

namespace {

constexpr double kMostS = 5;

Error holdError(const std::string &what, const std::string &said)
{
    return {ErrorKind::Storage, what + (said.empty() ? "" : " " + said), "", "Put the profile into use again.", "hold", false};
}

} // namespace

Result<std::unique_ptr<Hold>> Hold::of(const std::string &command, const std::string &output)
{
    std::unique_ptr<Hold> hold(new Hold);
    std::string line;
    const Status started = hold->m_keeper.start("exec " + shellQuoted(command) + " hold --output " + shellQuoted(output));
    if (!started || hold->m_keeper.readLine(line, kMostS) != ChildProcess::Wait::Line || !line.starts_with("held")) {
        (void)hold->m_keeper.finish(kMostS);
        return holdError("Profile and ramps could not be remembered, so they are not swapped.", hold->m_keeper.lastWords());
    }
    hold->m_held = true;
    return hold;
}

Status Hold::release()
{
    if (!std::exchange(m_held, false)) {
        return Done{};
    }
    if (m_keeper.finish(kMostS) != 0) {
        return holdError("What was in use before the look could not be put back.", m_keeper.lastWords());
    }
    return Done{};
}

} // namespace lamp
