// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/opened_bench.h"

#include "device/paced_bench.h"
#include "device/paired_bench.h"

namespace lamp::app {

Result<OpenedBench> OpenedBench::open(const BenchSource &source, const std::atomic<double> &speed, BenchClient::Options options)
{
    OpenedBench opened;
    opened.m_source = source;
    if (source.simulated) {
        opened.m_front = std::make_unique<PacedBench>(*source.simulated, speed, options.stop);
        return opened;
    }
    auto client = BenchClient::open(source.command, std::move(options));
    if (!client) {
        return client.error();
    }
    opened.m_client = std::move(client).value();
    const auto info = opened.m_client->hello();
    if (info && !info->hasDisplay && source.screen) {
        opened.m_front = std::make_unique<PairedBench>(*source.screen, *opened.m_client);
    }
    return opened;
}

} // namespace lamp::app
