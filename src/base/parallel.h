// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <atomic>
#include <thread>
#include <vector>

namespace lamp {

/// Calls work(0) .. work(count - 1), shared among the processors; returns when all are done. \pre calls with different
/// numbers touch nothing in common
template <typename Work> void inParallel(int count, const Work &work)
{
    const int threads = std::clamp(int(std::thread::hardware_concurrency()), 1, 8);
    // Each takes the next number when it is through with one, so that a processor that is busy elsewhere holds up little.
    std::atomic<int> next{0};
    const auto share = [&work, &next, count] {
        for (int i = next++; i < count; i = next++) {
            work(i);
        }
    };
    std::vector<std::jthread> helpers;
    for (int t = 1; t < threads; ++t) {
        helpers.emplace_back(share);
    }
    share();
}

} // namespace lamp
