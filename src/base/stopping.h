// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <utility>

namespace lamp {

/// Thrown by stopHere() out of work that was asked to stop. Not an std::exception: who takes care of a library's errors on the way
/// must not take it for one, and nobody but the one who made the StopScope catches it.
struct Stopped {};

/// What this thread works on can be asked to stop, as long as the scope lives. A computation far down (a fit, tables of a profile)
/// hears of it without a parameter on each floor between; inParallel() hands it on to its helpers. The scope before it holds again after it.
class StopScope {
public:
    explicit StopScope(std::stop_token stop) : m_before(std::exchange(current(), std::move(stop))) {}
    ~StopScope() { current() = std::move(m_before); }
    StopScope(const StopScope &) = delete;
    StopScope &operator=(const StopScope &) = delete;

    /// Of the innermost scope of this thread; one that nobody can ask where there is none.
    [[nodiscard]] static std::stop_token &current()
    {
        thread_local std::stop_token stop;
        return stop;
    }

private:
    std::stop_token m_before;
};

/// Leaves the work by Stopped if it was asked to stop: for loops that take long. \pre nothing is half done that outlives the work
inline void stopHere()
{
    if (StopScope::current().stop_requested()) {
        throw Stopped{};
    }
}

} // namespace lamp
