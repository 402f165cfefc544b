// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying and judging.
#include "visit/visit.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// Standard uncertainty (k = 1) of what all readings share, by how well the instrument is matched to the panel.
struct Systematic {
    double deltaE, luminancePercent;
};

bool matched(const VisitRecord &r)
{
    return !r.correction.empty() || r.instrument.kind == "spectroradiometer";
}

// docs/methods.md, "What readings share": a factory correction leaves the unit-to-unit spread of a technology; none
// leaves the filters' own error, which between backlights is common practice at 2 to 4 ΔE, no published source.
Systematic systematic(const VisitRecord &r)
{
    return matched(r) ? Systematic{0.2, 1.0} : Systematic{1.5, 3.0};
}

} // namespace

Status Visit::verifyStage()
{
    begin(Stage::Verify);
    const auto profile = Profile::open(m_record.profile);
    if (!profile) {
        return profile.error();
    }
    std::vector<TestColour> colours = verificationColours(profile.value(), m_budget.colours);
    for (TestColour &c : colours) {
        if (c.wanted.b == 0 && c.wanted.c == 0) {
            // Neutrals are read on the gray axis itself: they judge the grays and the profile at once.
            const Drive d = onFrameBuffer({(c.rgb.a + c.rgb.b + c.rgb.c) / 3, 0, 0});
            c.rgb = {d.a, d.a, d.a};
            c.wanted = profile->colourOf(c.rgb);
        }
    }
    const XYZ expectedWhite = m_record.calibrated.white;
    const double level = expectedWhite.b;
    const auto before = readGuarded({1, 1, 1}, "white", expectedWhite);
    if (!before) {
        return before.error();
    }
    std::vector<VerifiedColour> readings(colours.size());
    std::vector<double> times(colours.size());
    std::vector<int> numbers(colours.size(), 0);
    const auto readColour = [&](size_t i) -> Status {
        const TestColour &c = colours[i];
        const auto m = readGuarded(c.rgb, c.name, xyzOf(chromaticity(expectedWhite), level * xyzOf(c.wanted, iccD50()).b));
        if (!m) {
            return m.error();
        }
        readings[i] = {c, m->xyz, m->sigma, {}, 0, 0};
        times[i] = m->t;
        numbers[i] = m->index;
        return Done{};
    };
    for (size_t i = 0; i < colours.size(); ++i) {
        if (const Status s = readColour(i); !s) {
            return s;
        }
    }
    // Those that were read shortly before light from outside was noticed are read again.
    for (size_t i = 0; i < colours.size(); ++i) {
        if (isSetAside(numbers[i])) {
            if (const Status s = readColour(i); !s) {
                return s;
            }
        }
    }
    const auto after = readGuarded({1, 1, 1}, "white", expectedWhite);
    if (!after) {
        return after.error();
    }
    // White as it was when each colour was read; then all on the scale of the white after.
    for (size_t i = 0; i < readings.size(); ++i) {
        const double s = (times[i] - before->t) / std::max(1e-9, after->t - before->t);
        for (int c = 0; c < 3; ++c) {
            const double change = after->xyz[c] / before->xyz[c] - 1;
            if (std::abs(change) > 3 * after->sigma[c] / after->xyz[c]) {
                readings[i].xyz[c] *= (1 + change) / (1 + change * s);
            }
        }
    }
    const XYZ white = 0.5 * (before->xyz + after->xyz);
    const bool drifted = std::abs(after->xyz.b / before->xyz.b - 1) > 0.01;
    if (drifted) {
        warn("White moved by " + fixed(100 * (after->xyz.b / before->xyz.b - 1), 1) + " % while the colours were verified.");
    }
    m_record.verification = verify(std::move(readings), drifted ? after->xyz : white, profile->chad(), systematic(m_record).deltaE);
    if (m_record.plan.task != Task::Check) {
        judgeMeasuredState();
    }
    judge();
    const Verification &v = m_record.verification;
    finish(Stage::Verify, counted(int(v.colours.size()), "colour") + ": ΔE00 mean " + fixed(v.mean, 2) + " ± " + fixed(2 * v.meanUncertainty, 2)
                              + ", max " + fixed(v.max, 2) + ", 95 % below " + fixed(v.p95, 2) + ": " + verdictName(m_record.verdict));
    return Done{};
}

void Visit::judgeMeasuredState()
{
    // White and grays as they were read now, with everything in place, not as they were expected.
    const Verification &v = m_record.verification;
    m_record.calibrated.white = v.white;
    std::vector<GrayInput> grays;
    for (const VerifiedColour &c : v.colours) {
        const Drive &d = c.colour.rgb;
        if (d.a == d.b && d.b == d.c) {
            grays.push_back({d.a, c.xyz});
        }
    }
    std::sort(grays.begin(), grays.end(), [](const GrayInput &p, const GrayInput &q) { return p.drive < q.drive; });
    m_record.gray = judgeGrays(grays, v.white, m_record.calibrated.black, m_record.targetWhite(), m_record.plan.target.tone);
}

void Visit::judge()
{
    const Tolerance &tolerance = m_record.plan.tolerance;
    const Verification &v = m_record.verification;
    const Systematic shared = systematic(m_record);
    const bool profileOnly = m_record.plan.task == Task::Profile;
    auto &checks = m_record.checks;
    checks.clear();
    checks.push_back(check("Mean difference", v.mean, tolerance.mean, 2 * v.meanUncertainty, "ΔE00"));
    checks.push_back(check("Largest difference", v.max, tolerance.max, 2 * v.maxUncertainty, "ΔE00"));
    const auto wantedLuminance = m_record.plan.target.luminance.value();
    const XYZ &white = m_record.calibrated.white;
    // A profile describes a state and judges nothing of it; white, luminance and gray are judged where they were aimed at.
    if (!profileOnly) {
        if (tolerance.whiteDeltaE > 0 && m_record.plan.target.white.chromaticity()) {
            checks.push_back(check("White", whiteDifference(white, m_record.targetWhite()), tolerance.whiteDeltaE, 2 * shared.deltaE, "ΔE00"));
        }
        if (tolerance.luminancePercent > 0 && wantedLuminance) {
            checks.push_back(
                check("Luminance", 100 * std::abs(white.b / *wantedLuminance - 1), tolerance.luminancePercent, 2 * shared.luminancePercent, "%"));
        }
        if (tolerance.grayMean > 0 && usesLut()) {
            checks.push_back(check("Gray mean", m_record.gray.mean, tolerance.grayMean, 2 * std::hypot(0.05, shared.deltaE / 2), "ΔE00"));
        }
        if (tolerance.grayMax > 0 && usesLut()) {
            checks.push_back(check("Gray largest", m_record.gray.max, tolerance.grayMax, 2 * std::hypot(0.15, shared.deltaE / 2), "ΔE00"));
        }
    }
    m_record.verdict = overall(checks);
    m_record.reasons.clear();
    for (const Check &c : checks) {
        m_record.reasons.push_back(c.sentence());
    }
    // A target that the panel cannot reach is a fail whatever the tolerance allows (cli contract).
    if (!profileOnly && wantedLuminance && m_record.plan.task != Task::Check && m_record.aimLuminance < *wantedLuminance * 0.98) {
        m_record.verdict = Verdict::Fail;
        m_record.reasons.push_back("The target asks for " + fixed(*wantedLuminance, 0) + " cd/m²; at the target white this panel reaches "
                                   + fixed(m_record.aimLuminance, 0) + " cd/m², " + fixed(*wantedLuminance - m_record.aimLuminance, 0)
                                   + " less. Nearest target: " + fixed(std::floor(m_record.aimLuminance), 0) + " cd/m².");
    } else if (!profileOnly && wantedLuminance && m_record.verdict != Verdict::Pass) {
        const double over = white.b - *wantedLuminance;
        if (std::abs(over) > *wantedLuminance * tolerance.luminancePercent / 100 && tolerance.luminancePercent > 0) {
            m_record.reasons.push_back(fixed(std::abs(over), 0) + " cd/m² too " + (over > 0 ? "bright" : "dim")
                                       + ": a full visit sets the brightness anew.");
        }
    }
    if (m_record.verdict == Verdict::Undecided && !matched(m_record)) {
        m_record.reasons.push_back("Give the instrument a correction for this kind of panel to decide it.");
    }
}

} // namespace lamp
