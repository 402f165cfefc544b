// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/verdict.h"

#include "profile/inspect.h"
#include "visit/systematic.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// What noise leaves open of the grays' mean and largest difference (k = 1).
struct GrayNoise {
    double mean = 0.05, max = 0.15; ///< where no grays were verified
};
GrayNoise grayNoise(const Verification &v)
{
    double sum = 0, most = 0;
    int n = 0;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            sum += c.uncertainty * c.uncertainty;
            most = std::max(most, c.uncertainty);
            ++n;
        }
    }
    return n > 0 ? GrayNoise{std::sqrt(sum) / n, most} : GrayNoise{};
}

} // namespace

void judgeMeasuredState(VisitRecord &record)
{
    // White and grays as they were read now, with everything in place, not as they were expected.
    const Verification &v = record.verification;
    record.calibrated.white = v.white;
    std::vector<GrayInput> grays;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            grays.push_back({d.a, c.xyz});
        }
    }
    std::sort(grays.begin(), grays.end(), [](const GrayInput &p, const GrayInput &q) { return p.drive < q.drive; });
    record.gray = judgeGrays(grays, v.white, record.calibrated.black, record.targetWhite(), record.plan.target.tone);
}

void judgeSoundness(VisitRecord &record, WallTime now)
{
    if (record.profile.empty()) {
        record.verdict = record.verdict == Verdict::Pass ? Verdict::Undecided : record.verdict;
        record.reasons.push_back(say("no-profile-could-judged"));
    } else {
        for (const Finding &f : inspect(record.profile, now).findings) {
            if (f.weight == Finding::Weight::Fault) {
                record.verdict = Verdict::Fail;
                record.reasons.push_back(say("profile-faulty", f.place, f.text));
            }
        }
    }
    const auto emitted = [](const Measurement &m) { return m.mode == ReadMode::Emission && !m.superseded; };
    const auto all = std::count_if(record.readings.begin(), record.readings.end(), emitted);
    const auto low = std::count_if(record.readings.begin(), record.readings.end(), [&](const Measurement &m) { return emitted(m) && m.lowLight; });
    // In the dark the flag is usual; of a white it means that the instrument is not made for this display.
    const bool white = std::any_of(record.readings.begin(), record.readings.end(), [&](const Measurement &m) {
        return emitted(m) && m.lowLight && m.rgb == Drive{1, 1, 1};
    });
    if (white || 2 * low > all) {
        record.warnings.push_back(say(white ? "called-low-light-white" : "called-low-light", low, say("count-readings", all)));
    }
}

void judgeVisit(VisitRecord &record, WallTime now)
{
    const Tolerance &tolerance = record.plan.tolerance;
    const Verification &v = record.verification;
    const Systematic shared = systematic(record);
    const GrayNoise noise = grayNoise(v);
    const bool profileOnly = record.plan.task == Task::Profile;
    auto &checks = record.checks;
    checks.clear();
    checks.push_back(check("colour-mean", v.mean, tolerance.mean, 2 * v.meanUncertainty, "ΔE00"));
    checks.push_back(check("colour-max", v.max, tolerance.max, 2 * v.maxUncertainty, "ΔE00"));
    const auto wantedLuminance = record.plan.target.luminance.value();
    const XYZ &white = record.calibrated.white;
    // A profile describes a state and judges nothing of it; white, luminance and gray are judged where they were aimed at.
    if (!profileOnly) {
        if (tolerance.whiteDeltaE > 0 && record.plan.target.white.chromaticity()) {
            checks.push_back(check("white", whiteDifference(white, record.targetWhite()), tolerance.whiteDeltaE, 2 * shared.deltaE, "ΔE00"));
        }
        if (tolerance.luminancePercent > 0 && wantedLuminance) {
            checks.push_back(
                check("luminance", 100 * std::abs(white.b / *wantedLuminance - 1), tolerance.luminancePercent, 2 * shared.luminancePercent, "%"));
        }
        if (tolerance.grayMean > 0 && record.display.lut) {
            checks.push_back(check("gray-mean", record.gray.mean, tolerance.grayMean, 2 * std::hypot(noise.mean, shared.deltaE / 2), "ΔE00"));
        }
        if (tolerance.grayMax > 0 && record.display.lut) {
            checks.push_back(check("gray-max", record.gray.max, tolerance.grayMax, 2 * std::hypot(noise.max, shared.deltaE / 2), "ΔE00"));
        }
    }
    record.verdict = overall(checks);
    record.reasons.clear();
    for (const Check &c : checks) {
        record.reasons.push_back(c.sentence());
    }
    // A target that the panel cannot reach is a fail whatever the tolerance allows (cli contract).
    if (!profileOnly && wantedLuminance && record.plan.task != Task::Check && record.aimLuminance < *wantedLuminance * 0.98) {
        record.verdict = Verdict::Fail;
        const bool blind = record.trim && record.trim->saturatedAbove;
        record.reasons.push_back(say(blind ? "target-beyond-instrument" : "target-beyond-panel", decimal(*wantedLuminance, 0),
                                     decimal(record.aimLuminance, 0), decimal(*wantedLuminance - record.aimLuminance, 0),
                                     decimal(std::floor(record.aimLuminance), 0)));
    } else if (!profileOnly && wantedLuminance && record.verdict != Verdict::Pass) {
        const double over = white.b - *wantedLuminance;
        if (std::abs(over) > *wantedLuminance * tolerance.luminancePercent / 100 && tolerance.luminancePercent > 0) {
            record.reasons.push_back(say(over > 0 ? "luminance-too-bright" : "luminance-too-dim", decimal(std::abs(over), 0)));
        }
    }
    const double moved = record.aimWhite.y > 0 ? whiteDifference(xyzOf(record.aimWhite, 1), record.targetWhite()) : 0;
    if (moved > 0.3) {
        record.reasons.push_back(say("panel-cannot-show-target", decimal(moved, 1)));
    }
    if (record.verdict == Verdict::Undecided && !instrumentMatched(record)) {
        record.reasons.push_back(say("give-instrument-correction-kind"));
    }
    judgeSoundness(record, now);
}

} // namespace lamp
