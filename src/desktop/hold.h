// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/child_process.h"

#include <memory>
#include <string>

namespace lamp {

/// Keeps what an output shows with, while it is swapped for a look: a process of its own (`dutiful-lamp-cli hold`)
/// remembers profile and ramps, and puts them back when this is released, destroyed, or dies.
class Hold {
public:
    /// \param command the command line program, with its path \return an error where nothing is held
    static Result<std::unique_ptr<Hold>> of(const std::string &command, const std::string &output);
    ~Hold() { (void)release(); }
    Hold(const Hold &) = delete;
    Hold &operator=(const Hold &) = delete;

    /// Has everything put back, and waits until it is. \return what could not be put back
    Status release();

private:
    Hold() = default;
    ChildProcess m_keeper;
    bool m_held = false;
};

} // namespace lamp
