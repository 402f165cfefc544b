// SPDX-License-Identifier: GPL-3.0-or-later
// What is foretold of pairs by models and readings, against what a noise-free copy of their instrument sees on both displays.
// lamp_agreement [STUDIOS] [EFFORT]: each studio has an instrument of its own and eight displays, and pairs of one kind that are matched.
#include "fleet/agreement.h"
#include "colour/difference.h"
#include "colour/spread.h"
#include "gamut/gamut.h"
#include "simlab/sim_bench.h"
#include "visit/match.h"
#include "visit/visit.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstdlib>

using namespace lamp;
using sim::SimBench;

namespace {

/// A display that was visited, with the bench it stands on as it was left.
struct Stood {
    std::string kind;
    std::unique_ptr<SimBench> bench;
    VisitRecord record;
};

std::optional<Stood> visited(const std::string &kind, std::uint64_t seed, const sim::MeterSpec &meter, Effort effort, const VisitRecord *like)
{
    Stood s{kind, std::make_unique<SimBench>(sim::variedPanel(kind, seed), sim::RoomSpec{}, std::vector{meter}, seed), {}};
    s.bench->skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = effort;
    if (like != nullptr) {
        const auto match = matchOfVisit(*like);
        if (!match) {
            return std::nullopt;
        }
        plan.target = match->target;
        plan.matched = match->like;
    }
    auto record = Visit(*s.bench, plan, {}, {}).run();
    if (!record) {
        return std::nullopt;
    }
    s.record = std::move(record).value();
    return s;
}

std::vector<Lab> candidates()
{
    const Eigen::Matrix3d toPcs = gamutOf(*rgbSpace("Rec. 2020")).toPcs;
    std::vector<Lab> all;
    for (int i = 0; i < 2400; ++i) {
        const Drive d = spread(i);
        all.push_back(labOf(RelXYZ(toPcs * Eigen::Vector3d(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2))), iccD50()));
    }
    return all;
}

/// Mean and largest difference that the instrument would see without noise, of the colours that both show.
struct Seen {
    double mean = 0, max = 0;
};
Seen seenApart(Stood &a, Stood &b, const VisitedDisplay &ofA, const VisitedDisplay &ofB, const std::vector<Lab> &colours)
{
    const auto asked = [](const VisitedDisplay &d, const Lab &lab) {
        Drive drive = d.profile().driveFor(lab);
        for (int c = 0; c < 3 && d.facts().bits > 0; ++c) {
            const double top = std::ldexp(1.0, d.facts().bits) - 1;
            drive[c] = std::round(drive[c] * top) / top;
        }
        return drive;
    };
    const auto uv = [](const VisitedDisplay &d) { return uvOf(d.facts().target.white.chromaticity().value_or(chromaticity(d.facts().white))); };
    const Uv p = uv(ofA), q = uv(ofB);
    const Eigen::Matrix3d toD50 = adaptation(relativeTo(xyzOf(xyOf({(p.u + q.u) / 2, (p.v + q.v) / 2}), 1), 1), iccD50());
    const auto light = [](const VisitedDisplay &d) { return d.facts().target.luminance.value().value_or(d.facts().white.b); };
    Seen s;
    for (const Lab &lab : colours) {
        const XYZ x = a.bench->seen(asked(ofA, lab)), y = b.bench->seen(asked(ofB, lab));
        const double apart = deltaE2000(labOf(RelXYZ(toD50 * x.vec() / light(ofA)), iccD50()), labOf(RelXYZ(toD50 * y.vec() / light(ofB)), iccD50()));
        s.mean += apart / double(colours.size());
        s.max = std::max(s.max, apart);
    }
    return s;
}

/// What came of some pairs.
struct Tally {
    std::vector<double> meanOff, maxOff, seenMean;
    int held = 0;
    void print(const char *what) const
    {
        const auto share = [](const std::vector<double> &v, double most) {
            return 100.0 * double(std::count_if(v.begin(), v.end(), [&](double d) { return d <= most; })) / double(std::max<size_t>(1, v.size()));
        };
        const auto at = [](std::vector<double> v, double p) {
            std::sort(v.begin(), v.end());
            return v.empty() ? 0 : v[size_t(p * double(v.size() - 1))];
        };
        std::printf("| %s | %zu | %.1f %% (95 %%: %.3f) | %.1f %% (95 %%: %.3f) | %.1f %% | %.1f %% (95 %%: %.2f) |\n", what, meanOff.size(),
                    share(meanOff, 0.15), at(meanOff, 0.95), share(maxOff, 0.5), at(maxOff, 0.95),
                    100.0 * held / double(std::max<size_t>(1, meanOff.size())), share(seenMean, 0.5), at(seenMean, 0.95));
        std::fflush(stdout);
    }
};

void compare(Stood &a, Stood &b, const std::vector<Lab> &all, Tally &tally)
{
    std::vector<VisitedDisplay> displays;
    for (const Stood *s : {&a, &b}) {
        auto d = VisitedDisplay::of(visitFacts(s->record));
        if (!d) {
            return;
        }
        displays.push_back(std::move(d).value());
    }
    const auto shownA = displays[0].showsIfItCan(all), shownB = displays[1].showsIfItCan(all);
    std::vector<Lab> both;
    for (size_t i = 0; i < all.size() && both.size() < 500; ++i) {
        if (shownA[i] && shownB[i]) {
            both.push_back(all[i]);
        }
    }
    const PairAgreement p = agreementOf(groupOf(displays), both).pairs.at(0);
    const Seen s = seenApart(a, b, displays[0], displays[1], both);
    tally.meanOff.push_back(std::abs(p.mean - s.mean));
    tally.maxOff.push_back(std::abs(p.max - s.max));
    tally.seenMean.push_back(s.mean);
    tally.held += std::abs(p.mean - s.mean) <= p.instrumentK2 ? 1 : 0;
    if (std::getenv("LAMP_EACH") != nullptr) {
        std::printf("%s %s: mean %.3f for %.3f (k2 %.3f), max %.2f for %.2f\n", a.kind.c_str(), b.kind.c_str(), p.mean, s.mean, p.instrumentK2, p.max,
                    s.max);
    }
}

} // namespace

int main(int argc, char **argv)
{
    const int studios = argc > 1 ? std::atoi(argv[1]) : 8;
    const Effort effort = argc > 2 && std::string(argv[2]) == "quick" ? Effort::Quick : Effort::Standard;
    const std::vector<std::string> kinds{"wled", "wled-wide", "qd", "rgb-led", "ccfl", "qd-oled", "laptop", "woled"};
    const std::vector<Lab> all = candidates();
    Tally mixed, matched;
    for (int studio = 0; studio < studios; ++studio) {
        const sim::MeterSpec meter = sim::variedMeter(false, std::uint64_t(studio + 1));
        std::vector<Stood> stood;
        for (size_t k = 0; k < kinds.size(); ++k) {
            if (auto s = visited(kinds[k], std::uint64_t(100 * studio) + k + 1, meter, effort, nullptr)) {
                stood.push_back(std::move(*s));
            }
        }
        for (size_t a = 0; a < stood.size(); ++a) {
            for (size_t b = a + 1; b < stood.size(); ++b) {
                compare(stood[a], stood[b], all, mixed);
            }
            // Another of its kind, that aims at what this one shows.
            if (auto s = visited(stood[a].kind, std::uint64_t(100 * studio) + a + 51, meter, effort, &stood[a].record)) {
                compare(stood[a], *s, all, matched);
            }
        }
    }
    std::printf("| pairs | | mean within 0.15 | largest within 0.5 | mean within its k = 2 | mean below 0.5 as seen |\n|---|---|---|---|---|---|\n");
    mixed.print("of all kinds");
    matched.print("of one kind, matched");
    return 0;
}
