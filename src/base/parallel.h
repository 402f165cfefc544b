// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <thread>
#include <vector>

namespace lamp {

/// Calls work(0) .. work(count - 1), shared among the processors; returns when all are done. \pre calls with different
/// numbers touch nothing in common
template <typename Work> void inParallel(int count, const Work &work)
{
    const int threads = std::clamp(int(std::thread::hardware_concurrency()), 1, 8);
    const auto share = [&work, threads, count](int first) {
        for (int i = first; i < count; i += threads) {
            work(i);
        }
    };
    std::vector<std::jthread> helpers;
    for (int t = 1; t < threads; ++t) {
        helpers.emplace_back(share, t);
    }
    share(0);
}

} // namespace lamp
