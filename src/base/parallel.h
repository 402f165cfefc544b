// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/stopping.h"

#include <algorithm>
#include <atomic>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace lamp {

/// Calls work(0) .. work(count - 1), shared among the processors; returns when all are done.
/// Leaves by Stopped, all helpers ended, when the caller's StopScope is asked to stop. An exception of one of them ends the work and is thrown on
/// here. \pre calls with different numbers touch nothing in common
template <typename Work> void inParallel(int count, const Work &work)
{
    const int threads = std::clamp(int(std::thread::hardware_concurrency()), 1, 8);
    // Each takes the next number when it is through with one, so that a processor that is busy elsewhere holds up little.
    std::atomic<int> next{0};
    std::mutex mutex;
    std::exception_ptr failed;
    const auto share = [&work, &next, &mutex, &failed, count, stop = StopScope::current()] {
        const StopScope scope(stop);
        try {
            for (int i = next++; i < count; i = next++) {
                stopHere();
                work(i);
            }
        } catch (...) {
            next = count; // nobody begins another
            const std::scoped_lock lock(mutex);
            failed = failed ? failed : std::current_exception();
        }
    };
    {
        std::vector<std::jthread> helpers;
        for (int t = 1; t < threads; ++t) {
            helpers.emplace_back(share);
        }
        share();
    }
    if (failed) {
        std::rethrow_exception(failed);
    }
}

} // namespace lamp
