// SPDX-License-Identifier: GPL-3.0-or-later
// True error against readings spent, over simulated displays: what a noise-free copy of the instrument would see at
// the end of a visit. The visit itself sees only its readings.
#include "colour/difference.h"
#include "judge/verification.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <ctime>

using namespace lamp;

namespace {

struct Outcome {
    double readings, white, luminance, gray, grayFloor, colours, worst, coded;
};

double median(std::vector<double> v)
{
    std::sort(v.begin(), v.end());
    return v[v.size() / 2];
}

Outcome outcome(const sim::SimBench &b, const VisitRecord &r)
{
    const Target &t = r.plan.target;
    const XYZ white = b.seen({1, 1, 1}), black = b.seen({0, 0, 0});
    Outcome o{};
    o.readings = double(r.readings.size());
    o.white = whiteDifference(white, *t.white.chromaticity());
    o.luminance = 100 * std::abs(white.b / *t.luminance.value() - 1);
    std::vector<GrayInput> grays;
    for (int code = 13; code < 255; code += 11) {
        const double v = code / 255.0;
        grays.push_back({v, b.seen({v, v, v})});
    }
    o.gray = judgeGrays(grays, white, black, *t.white.chromaticity(), t.tone).mean;
    o.grayFloor = r.quantisationFloor;
    const auto profile = Profile::open(r.profile);
    std::vector<VerifiedColour> colours;
    for (int l = 20; l <= 85; l += 13) {
        for (int h = 0; h < 360; h += 36) {
            const Lab wanted = labOf(LCh{double(l), 12.0 + (l * 7 + h) % 30, double(h)});
            const Drive rgb = profile->driveFor(wanted);
            if ((profile->colourOf(rgb).vec() - wanted.vec()).norm() < 0.3) {
                colours.push_back({{"", wanted, rgb}, b.seen(rgb), {}, {}, 0, 0});
            }
        }
    }
    const Verification v = verify(colours, white, profile->chad(), 0);
    o.colours = v.mean;
    o.worst = v.max;
    // The same against what the profile says of the codes that the frame buffer really has: without their rounding.
    const double top = std::ldexp(1.0, r.display.bits) - 1;
    for (const VerifiedColour &c : v.colours) {
        Drive d;
        for (int k = 0; k < 3; ++k) {
            d[k] = std::round(c.colour.rgb[k] * top) / top;
        }
        o.coded += deltaE2000(profile->colourOf(d), c.measured) / double(v.colours.size());
    }
    return o;
}

} // namespace

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 6;
    std::printf("%-10s %-9s %8s %8s %8s %8s %8s %8s %8s %8s\n", "panel", "effort", "readings", "white", "lum %", "gray", "floor", "colours", "worst",
                "coded");
    for (const Effort effort : {Effort::Quick, Effort::Standard, Effort::Thorough}) {
        for (const char *name : {"wled", "wled-wide", "qd", "woled", "laptop", "turnstone"}) {
            std::vector<Outcome> all;
            for (int seed = 1; seed <= seeds; ++seed) {
                auto bench = std::move(sim::makeBench(name, std::uint64_t(seed))).value();
                bench->skipTime(seed % 2 == 0 ? 7200 : 0);
                VisitPlan plan;
                plan.target = *builtInTarget("Photo");
                plan.tolerance = *builtInTolerance("studio");
                plan.effort = effort;
                Visit visit(*bench, plan, {}, {});
                if (const auto r = visit.run()) {
                    all.push_back(outcome(*bench, r.value()));
                }
            }
            const auto of = [&](double Outcome::*member) {
                std::vector<double> v;
                for (const Outcome &o : all) {
                    v.push_back(o.*member);
                }
                return median(v);
            };
            std::printf("%-10s %-9s %8.0f %8.3f %8.2f %8.3f %8.3f %8.3f %8.2f %8.3f\n", name, effortName(effort).c_str(), of(&Outcome::readings),
                        of(&Outcome::white), of(&Outcome::luminance), of(&Outcome::gray), of(&Outcome::grayFloor), of(&Outcome::colours),
                        of(&Outcome::worst), of(&Outcome::coded));
        }
    }
    std::printf("own processor time: %.2f s a visit\n", double(std::clock()) / CLOCKS_PER_SEC / (18.0 * seeds));
    return 0;
}
