// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/hold.h"

#include <utility>

namespace lamp {

namespace {

constexpr double kMostS = 5;

Error holdError(Message what, const std::string &said)
{
    return {ErrorKind::Storage, sentences({std::move(what), verbatim(said)}), {}, say("put-profile-into-use"), "hold", false};
}

} // namespace

Result<std::unique_ptr<Hold>> Hold::of(const std::string &command, const std::string &output)
{
    std::unique_ptr<Hold> hold(new Hold);
    std::string line;
    const Status started = hold->m_keeper.start("exec " + shellQuoted(command) + " hold --output " + shellQuoted(output));
    if (!started || hold->m_keeper.readLine(line, kMostS) != ChildProcess::Wait::Line || !line.starts_with("held")) {
        (void)hold->m_keeper.finish(kMostS);
        return holdError(say("profile-ramps-could-not"), hold->m_keeper.lastWords());
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
        return holdError(say("what-use-before-look"), m_keeper.lastWords());
    }
    return Done{};
}

} // namespace lamp
