// SPDX-License-Identifier: GPL-3.0-or-later
// True error against readings spent, over simulated displays of many kinds: what a noise-free copy of the instrument
// sees when a visit has ended. The visit itself knows only its readings. Beside it a plain fixed list.
//   lamp_efficiency [seeds of each kind] [picture.svg]
#include "colour/difference.h"
#include "fixed_list.h"
#include "judge/verification.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"
#include "words/words.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <ctime>
#include <fstream>

using namespace lamp;

namespace {

struct Outcome {
    std::string kind;
    int method = 0; ///< 0..2 the efforts, 3 the fixed list
    double readings = 0, white = 0, luminance = 0, gray = 0, grayFloor = 0, colours = 0, worst = 0, coded = 0, seconds = 0;
};

const std::array<const char *, 4> kMethods{"quick", "standard", "thorough", "fixed list"};
constexpr size_t kEasyKinds = 7; ///< of sim::kinds(), from the start

double median(std::vector<double> v)
{
    if (v.empty()) {
        return 0;
    }
    std::sort(v.begin(), v.end());
    return v[v.size() / 2];
}

void judgeTruth(const sim::SimBench &b, const Bytes &bytes, const Target &t, int bits, Outcome &o)
{
    const XYZ white = b.seen({1, 1, 1}, 0.05), black = b.seen({0, 0, 0}, 0.05);
    o.white = whiteDifference(white, *t.white.chromaticity());
    o.luminance = 100 * std::abs(white.b / *t.luminance.value() - 1);
    std::vector<GrayInput> grays;
    for (int code = 13; code < 255; code += 11) {
        const double v = code / 255.0;
        grays.push_back({v, b.seen({v, v, v}, 0.05)});
    }
    o.gray = judgeGrays(grays, white, black, *t.white.chromaticity(), t.tone).mean;
    const auto profile = Profile::open(bytes);
    std::vector<VerifiedColour> colours;
    for (int l = 20; l <= 85; l += 13) {
        for (int h = 0; h < 360; h += 36) {
            const Lab wanted = labOf(LCh{double(l), 12.0 + (l * 7 + h) % 30, double(h)});
            const Drive rgb = profile->driveFor(wanted);
            if ((profile->colourOf(rgb).vec() - wanted.vec()).norm() < 0.3) {
                colours.push_back({{"", wanted, rgb}, b.seen(rgb, 0.05), {}});
            }
        }
    }
    const Verification v = verify(colours, {white}, profile->chad());
    o.colours = v.mean;
    o.worst = v.max;
    // The same against what the profile says of the codes that the frame buffer really has: without their rounding.
    const double top = std::ldexp(1.0, bits) - 1;
    for (const VerifiedColour &c : v.colours) {
        Drive d;
        for (int k = 0; k < 3; ++k) {
            d[k] = std::round(c.colour.rgb[k] * top) / top;
        }
        o.coded += deltaE2000(profile->colourOf(d), c.measured) / double(v.colours.size());
    }
}

Outcome run(const std::string &kind, std::uint64_t seed, int method)
{
    sim::SimBench bench(sim::variedPanel(kind, seed), {}, sim::MeterSpec{}, seed);
    bench.skipTime(7200); // warm; lamp_drift has the cold ones
    Outcome o{kind, method};
    const Target target = *builtInTarget("Photo");
    const int bits = bench.describeDisplay()->bits;
    const double start = bench.now();
    if (method == 3) {
        if (const auto r = calibrateByFixedList(bench, target)) {
            o.readings = r->readings;
            o.seconds = bench.now() - start;
            judgeTruth(bench, r->profile, target, bits, o);
        }
        return o;
    }
    VisitPlan plan;
    plan.target = target;
    plan.tolerance = *builtInTolerance("studio");
    plan.effort = std::array{Effort::Quick, Effort::Standard, Effort::Thorough}[size_t(method)];
    Visit visit(bench, plan, {}, {});
    if (const auto r = visit.run()) {
        o.readings = double(r->readings.size());
        o.seconds = bench.now() - start;
        o.grayFloor = r->quantisationFloor;
        judgeTruth(bench, r->profile, target, bits, o);
    } else {
        std::fprintf(stderr, "%s %llu: %s\n", kind.c_str(), static_cast<unsigned long long>(seed), plainEnglish(r.error().paragraph()).c_str());
    }
    return o;
}

void printRow(const std::string &name, int method, const std::vector<Outcome> &all)
{
    const auto of = [&](double Outcome::*member) {
        std::vector<double> v;
        for (const Outcome &o : all) {
            v.push_back(o.*member);
        }
        return median(v);
    };
    double worst = 0;
    for (const Outcome &o : all) {
        worst = std::max(worst, o.coded);
    }
    std::printf("| %s | %s | %.0f | %.0f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |\n", name.c_str(), kMethods[size_t(method)],
                of(&Outcome::readings), of(&Outcome::seconds), of(&Outcome::white), of(&Outcome::luminance), of(&Outcome::gray),
                of(&Outcome::grayFloor), of(&Outcome::colours), of(&Outcome::worst), of(&Outcome::coded), worst);
}

/// Each display a mark: readings to the right, gray error upwards (logarithmic), a shape for each method.
void writePicture(const std::string &path, const std::vector<Outcome> &all)
{
    std::ofstream out(path);
    const auto x = [](double readings) { return 70 + readings * 3.2; };
    const auto y = [](double error) { return 40 + 330 * (std::log10(5.0) - std::log10(std::clamp(error, 0.03, 5.0))) / std::log10(5 / 0.03); };
    out << "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 640 440\" font-family=\"sans-serif\" font-size=\"13\">\n"
        << "<rect width=\"640\" height=\"440\" fill=\"#fafaf8\"/>\n";
    for (const double e : {0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 5.0}) {
        out << "<path d=\"M70 " << y(e) << "H620\" stroke=\"#ddd\"/><text x=\"62\" y=\"" << y(e) + 4 << "\" text-anchor=\"end\">" << e << "</text>\n";
    }
    for (int r = 0; r <= 160; r += 40) {
        out << "<text x=\"" << x(r) << "\" y=\"392\" text-anchor=\"middle\">" << r << "</text>\n";
    }
    out << "<text x=\"345\" y=\"412\" text-anchor=\"middle\">readings</text>\n"
        << "<text x=\"16\" y=\"24\">true gray error, mean ΔE00: each mark a display; filled: hard to describe</text>\n";
    const auto kinds = sim::kinds();
    for (const Outcome &o : all) {
        const bool hard = size_t(std::find(kinds.begin(), kinds.end(), o.kind) - kinds.begin()) >= kEasyKinds;
        const std::string style = std::string(" stroke=\"#333\" fill=\"") + (hard ? "#333" : "none") + "\"/>\n";
        const double px = x(o.readings), py = y(o.gray);
        switch (o.method) {
        case 0: out << "<path d=\"M" << px << " " << py - 5 << "l5 9h-10z\"" << style; break;
        case 1: out << "<circle cx=\"" << px << "\" cy=\"" << py << "\" r=\"4.5\"" << style; break;
        case 2: out << "<rect x=\"" << px - 4 << "\" y=\"" << py - 4 << "\" width=\"8\" height=\"8\"" << style; break;
        default: out << "<path d=\"M" << px - 5 << " " << py << "h10m-5 -5v10\" stroke-width=\"" << (hard ? 2.4 : 1) << "\"" << style; break;
        }
    }
    out << "<text x=\"70\" y=\"432\">△ quick   ○ standard   □ thorough   + fixed list</text>\n</svg>\n";
}

} // namespace

int main(int argc, char **argv)
{
    const int seeds = argc > 1 ? std::atoi(argv[1]) : 4;
    const auto kinds = sim::kinds();
    std::vector<Outcome> all;
    std::printf("| panel | method | readings | seconds | white | lum %% | gray | gray floor | colours | largest | coded | coded, worst |\n");
    std::printf("|---|---|---|---|---|---|---|---|---|---|---|---|\n");
    const std::clock_t start = std::clock();
    for (const std::string &kind : kinds) {
        for (int method = 0; method < 4; ++method) {
            std::vector<Outcome> some;
            for (int seed = 1; seed <= seeds; ++seed) {
                some.push_back(run(kind, std::uint64_t(seed), method));
            }
            printRow(kind, method, some);
            all.insert(all.end(), some.begin(), some.end());
        }
    }
    const double each = double(std::clock() - start) / CLOCKS_PER_SEC / double(all.size());
    for (const bool hard : {false, true}) {
        for (int method = 0; method < 4; ++method) {
            std::vector<Outcome> some;
            std::copy_if(all.begin(), all.end(), std::back_inserter(some), [&](const Outcome &o) {
                const auto at = size_t(std::find(kinds.begin(), kinds.end(), o.kind) - kinds.begin());
                return o.method == method && (at >= kEasyKinds) == hard;
            });
            printRow(hard ? "all difficult" : "all benign", method, some);
        }
    }
    if (argc > 2) {
        writePicture(argv[2], all);
    }
    std::printf("own processor time: %.2f s a visit\n", each);
    return 0;
}
