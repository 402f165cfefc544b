// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/verdict.h"

#include "profile/inspect.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

GrayJudgement graysOf(const VisitRecord &record, Metric metric)
{
    const Verification &v = record.verification;
    std::vector<GrayInput> grays;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            grays.push_back({d.a, c.xyz, c.sigma});
        }
    }
    std::sort(grays.begin(), grays.end(), [](const GrayInput &p, const GrayInput &q) { return p.drive < q.drive; });
    return judgeGrays(grays, v.white.xyz, record.calibrated.black, record.targetWhite(), record.plan.target.tone, metric);
}

FigureDoubt doubtOf(const VisitRecord &record, Verification &verification, GrayJudgement &gray)
{
    // Black is known as well as the last reading of it. Where nothing was seen, a copy of the instrument would see nothing, too.
    XYZ sigma, unseen;
    for (const Measurement &m : record.readings) {
        const DisplayState *state = record.states.find(m.state);
        const bool alone = state == nullptr || state->surround == Drive{};
        if (m.mode == ReadMode::Emission && !m.superseded && m.rgb == Drive{} && alone) {
            sigma = m.tooDark ? XYZ{} : m.sigma;
            unseen = m.tooDark ? m.sigma : XYZ{};
        }
    }
    return weigh({record.calibrated, sigma, unseen, record.targetWhite(), record.plan.target.luminance.value(), record.plan.target.tone},
                 record.accuracy(), verification, gray);
}

} // namespace

Findings findingsBy(Metric metric, const VisitRecord &record)
{
    Verification v = record.verification;
    GrayJudgement gray = record.gray;
    FigureDoubt doubt = record.doubt;
    if (metric != v.metric) {
        v = verify(std::move(v.colours), v.white, v.chad, metric);
        gray = graysOf(record, metric);
        doubt = doubtOf(record, v, gray);
    }
    Findings f{v.mean, v.max, {}, {}, {}, {}, doubt, record.instrumentMatched()};
    const XYZ &white = record.calibrated.white;
    // A profile describes a state and judges nothing of it; white, luminance and gray are judged where they were aimed at.
    if (record.plan.task != Task::Profile) {
        if (record.plan.target.white.chromaticity()) {
            f.white = whiteDifference(white, record.targetWhite(), metric);
        }
        if (const auto wanted = record.plan.target.luminance.value()) {
            f.luminancePercent = 100 * std::abs(white.b / *wanted - 1);
        }
        if (record.display.lut) {
            f.grayMean = gray.mean;
            f.grayMax = gray.max;
        }
    }
    return f;
}

void judgeMeasuredState(VisitRecord &record)
{
    // White and grays as they were read now, with everything in place, not as they were expected.
    record.calibrated.white = record.verification.white.xyz;
    record.gray = graysOf(record, Metric::Ciede2000);
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

void weighRecord(VisitRecord &record)
{
    record.doubt = doubtOf(record, record.verification, record.gray);
}

void judgeFigures(VisitRecord &record)
{
    record.checks = judge(findingsBy(record.plan.tolerance.metric, record), record.plan.tolerance);
    record.verdict = overall(record.checks);
    record.reasons.clear();
    for (const Check &c : record.checks) {
        record.reasons.push_back(c.sentence(record.instrument.model));
    }
}

const Measurement *standingWhite(std::span<const Measurement> readings)
{
    constexpr double kFreshS = 60;
    for (auto m = readings.rbegin(); m != readings.rend() && m->state == readings.back().state && readings.back().t - m->t < kFreshS; ++m) {
        if (m->rgb == Drive{1, 1, 1} && m->mode == ReadMode::Emission && !m->superseded) {
            return &*m;
        }
    }
    return nullptr;
}

Message verdictSaid(const VisitRecord &record)
{
    return say(record.plan.task == Task::Profile ? "verdict-of-profile" : "verdict-by-tolerance", named(record.verdict),
               shippedNamed(record.plan.tolerance.name));
}

std::vector<Message> notJudged(const VisitRecord &record)
{
    const Tolerance &t = record.plan.tolerance;
    const auto missing = [&](const char *code, double limit) {
        return limit > 0 && std::ranges::find(record.checks, code, &Check::code) == record.checks.end();
    };
    const bool white = missing("white", t.whiteDeltaE), luminance = missing("luminance", t.luminancePercent),
               grays = missing("gray-mean", t.grayMean) || missing("gray-max", t.grayMax);
    const XYZ &is = record.calibrated.white;
    const auto wanted = record.plan.target.luminance.value();
    std::vector<Message> all;
    if (luminance && is.b > 0) {
        all.push_back(wanted ? say("not-judged-luminance", decimal(is.b, 1), decimal(*wanted, 0))
                             : say("not-judged-luminance-free", decimal(is.b, 1)));
    }
    if (white && is.b > 0) {
        all.push_back(record.plan.target.white.chromaticity()
                          ? say("not-judged-white", decimal(whiteDifference(is, record.targetWhite(), Metric::Ciede2000), 1))
                          : say("not-judged-white-free"));
    }
    if (grays && !record.gray.grays.empty()) {
        all.push_back(say("not-judged-grays", decimal(record.gray.mean, 1), decimal(record.gray.max, 1)));
    }
    if (all.empty()) {
        return {};
    }
    std::vector<Message> said{say("verdict-leaves-out", clauses(all))};
    if (record.plan.task == Task::Profile) {
        said.insert(said.begin(), say("only-profile-judged"));
    } else if (grays && !record.display.lut) {
        said.push_back(say("no-ramps-for-grays"));
    }
    return said;
}

void judgeVisit(VisitRecord &record, WallTime now)
{
    const Tolerance &tolerance = record.plan.tolerance;
    const bool profileOnly = record.plan.task == Task::Profile;
    weighRecord(record);
    judgeFigures(record);
    const auto wantedLuminance = record.plan.target.luminance.value();
    const XYZ &white = record.calibrated.white;
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
    // No panel leaves so much black (common practice, no published source; a projector's room does): what is read there is not its light,
    // and says nothing of its dark grays.
    constexpr double kLeastContrast = 150;
    const double black = record.calibrated.black.b;
    if (record.verdict == Verdict::Pass && !profileOnly && record.display.technology != "projector" && black * kLeastContrast > white.b) {
        record.verdict = Verdict::Undecided;
        record.reasons.push_back(say("black-not-of-panel", decimal(black, 2), decimal(white.b / black, 0)));
    }
    if (record.verdict == Verdict::Undecided && !record.instrumentMatched()) {
        record.reasons.push_back(say("give-instrument-correction-kind"));
    }
    if (record.plan.task == Task::Check) {
        for (Message &m : changesSaid(record)) {
            record.reasons.push_back(std::move(m));
        }
    }
    // Ramps that do what a menu is there for cost levels, and the next calibration begins with the same menu.
    const std::string trimmed = record.trim ? record.trim->advice.code : std::string();
    if (trimmed == "controls-not-turned" || trimmed == "controls-left-as-found") {
        const double most = record.trim->reachableLuminance;
        record.reasons.push_back(trimmed == "controls-not-turned" && record.aimLuminance > 0 && most > record.aimLuminance
                                     ? say("menu-not-turned", decimal(100 * (1 - record.aimLuminance / most), 0))
                                     : say("menu-not-turned-at-all"));
    }
    std::ranges::move(notJudged(record), std::back_inserter(record.reasons));
    judgeSoundness(record, now);
}

} // namespace lamp
