// SPDX-License-Identifier: GPL-3.0-or-later
// How long a fleet is waited for: agreement of many displays, and rounds of many. lamp_fleet_scale [DISPLAYS...]
#include "fleet/agreement.h"
#include "fleet/plan.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <random>

using namespace lamp;

namespace {

double secondsSince(std::chrono::steady_clock::time_point start)
{
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
}

/// Displays of all kinds, each visited; a few, that stand for as many as are asked for.
DisplayGroup fleet(size_t displays)
{
    constexpr size_t kVisited = 24;
    static const std::vector<std::shared_ptr<const VisitedDisplay>> visited = [] {
        std::vector<std::shared_ptr<const VisitedDisplay>> all;
        const std::vector<std::string> kinds = sim::kinds();
        for (size_t i = 0; i < kVisited; ++i) {
            sim::SimBench bench(sim::variedPanel(kinds[i % kinds.size()], i + 1), {}, sim::MeterSpec{}, i + 7);
            VisitPlan plan;
            plan.target = *builtInTarget("Photo");
            plan.tolerance = *builtInTolerance("studio");
            plan.effort = Effort::Quick;
            const auto record = Visit(bench, plan, {}, {}).run();
            if (auto display = record ? VisitedDisplay::of(visitFacts(record.value())) : Result<VisitedDisplay>(record.error())) {
                all.push_back(std::make_shared<const VisitedDisplay>(std::move(display).value()));
            }
        }
        return all;
    }();
    DisplayGroup group;
    for (size_t i = 0; i < displays; ++i) {
        group.push_back(visited[i % visited.size()].get());
    }
    return group;
}

RoundProblem studio(size_t stops, size_t rooms, size_t instruments)
{
    std::mt19937_64 random(stops);
    const auto between = [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(random); };
    RoundProblem p;
    p.people = 4;
    for (size_t i = 0; i < instruments; ++i) {
        p.instruments.push_back({"I" + std::to_string(i), {}});
    }
    for (size_t r = 0; r < rooms; ++r) {
        p.rooms.push_back("R" + std::to_string(r));
    }
    p.walk.assign(rooms, std::vector<double>(rooms, 0));
    for (size_t a = 0; a < rooms; ++a) {
        for (size_t b = a + 1; b < rooms; ++b) {
            p.walk[a][b] = p.walk[b][a] = 1 + 0.2 * double(b - a);
        }
    }
    for (size_t s = 0; s < stops; ++s) {
        RoundProblem::Stop stop;
        stop.id = "D" + std::to_string(s);
        stop.technology = "wled";
        stop.room = random() % rooms;
        stop.visit = between(4, 14);
        stop.warmUp = 20;
        stop.attended = between(1, 4);
        if (s > 0 && s % 10 == 0) {
            // One that has to match another stands beside it.
            for (size_t before = s; before-- > 0;) {
                if (p.stops[before].room == stop.room) {
                    stop.after.push_back(before);
                    break;
                }
            }
        }
        p.stops.push_back(std::move(stop));
    }
    return p;
}

} // namespace

int main(int argc, char **argv)
{
    std::vector<size_t> sizes;
    for (int i = 1; i < argc; ++i) {
        sizes.push_back(size_t(std::strtoul(argv[i], nullptr, 10)));
    }
    if (sizes.empty()) {
        sizes = {50, 200, 1000};
    }
    std::printf("| displays | pairs | agreement, s | pairs a second |\n|---|---|---|---|\n");
    for (const size_t n : sizes) {
        const DisplayGroup group = fleet(n);
        const auto start = std::chrono::steady_clock::now();
        const Agreement agreement = agreementOf(group);
        const double took = secondsSince(start);
        std::printf("| %zu | %zu | %.2f | %.0f |\n", n, agreement.pairs.size(), took, double(agreement.pairs.size()) / took);
        std::fflush(stdout);
    }
    if (argc > 1) {
        return 0; // agreement alone was asked for
    }
    std::printf("\n| displays | rooms | instruments | plan, s | end over the lower bound |\n|---|---|---|---|---|\n");
    for (const auto &[stops, rooms, instruments] : {std::tuple<size_t, size_t, size_t>{30, 5, 2}, {150, 12, 4}, {500, 40, 8}}) {
        const RoundProblem problem = studio(stops, rooms, instruments);
        const auto start = std::chrono::steady_clock::now();
        const auto plan = planRound(problem);
        const double took = secondsSince(start);
        std::printf("| %zu | %zu | %zu | %.2f | %s |\n", stops, rooms, instruments, took,
                    plan ? std::to_string(plan->makespan / plan->lowerBound).c_str() : "no plan");
        std::fflush(stdout);
    }
    return 0;
}
