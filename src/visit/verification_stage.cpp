// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying and judging.
#include "visit/verification_stage.h"

#include "colour/difference.h"
#include "visit/systematic.h"
#include "visit/verdict.h"

#include <algorithm>
#include <cmath>

namespace lamp {

std::vector<TestColour> VerificationStage::coloursToVerify(const Profile &profile) const
{
    std::vector<TestColour> colours = verificationColours(profile, m_s.budget.colours);
    for (TestColour &c : colours) {
        if (c.wanted.b == 0 && c.wanted.c == 0) {
            // Neutrals are read on the gray axis itself: they judge the grays and the profile at once.
            const Drive d = m_s.onFrameBuffer({(c.rgb.a + c.rgb.b + c.rgb.c) / 3, 0, 0});
            c.rgb = {d.a, d.a, d.a};
            c.wanted = profile.colourOf(c.rgb);
        }
    }
    return colours;
}

Result<Measurement> VerificationStage::readVerified(const TestColour &colour, const Profile &profile)
{
    const XYZ &white = m_s.record.calibrated.white;
    const XYZ expected = xyzOf(chromaticity(white), white.b * xyzOf(colour.wanted, iccD50()).b);
    m_s.gauge->setWanted(colour.wanted);
    auto m = m_guard.readGuarded(colour.rgb, colour.name, expected);
    if (m && !m_known.model) {
        m = m_guard.believed(m.value(), deltaE2000(colour.wanted, measuredLab(m->xyz, white, profile.chad())), expected.b);
    }
    m_s.gauge->setWanted({});
    return m;
}

Result<std::vector<Measurement>> VerificationStage::readVerified(const std::vector<TestColour> &colours, const Profile &profile)
{
    std::vector<Measurement> all;
    for (const TestColour &c : colours) {
        const auto m = readVerified(c, profile);
        if (!m) {
            return m.error();
        }
        all.push_back(m.value());
    }
    // Those that were read shortly before light from outside was noticed are read again.
    for (size_t i = 0; i < colours.size(); ++i) {
        if (m_s.isSetAside(all[i].index)) {
            const auto m = readVerified(colours[i], profile);
            if (!m) {
                return m.error();
            }
            all[i] = m.value();
        }
    }
    return all;
}

Status VerificationStage::run()
{
    m_s.begin(Stage::Verify);
    const auto profile = Profile::open(m_s.record.profile);
    if (!profile) {
        return profile.error();
    }
    const std::vector<TestColour> colours = coloursToVerify(profile.value());
    const auto before = m_guard.readGuarded({1, 1, 1}, "white", m_s.record.calibrated.white);
    if (!before) {
        return before.error();
    }
    const auto read = readVerified(colours, profile.value());
    if (!read) {
        return read.error();
    }
    const auto after = m_guard.readGuarded({1, 1, 1}, "white", m_s.record.calibrated.white);
    if (!after) {
        return after.error();
    }
    std::vector<VerifiedColour> verified;
    for (size_t i = 0; i < colours.size(); ++i) {
        verified.push_back({colours[i], withoutDrift((*read)[i], *before, *after), (*read)[i].sigma, {}, 0, 0});
    }
    const bool drifted = std::abs(after->xyz.b / before->xyz.b - 1) > 0.01;
    if (drifted) {
        m_s.warn(say("white-moved-while-colours", decimal(100 * (after->xyz.b / before->xyz.b - 1), 1)));
    }
    const XYZ white = drifted ? after->xyz : 0.5 * (before->xyz + after->xyz);
    m_s.record.verification = verify(std::move(verified), white, profile->chad(), systematic(m_s.record).deltaE);
    if (const Status s = readUndecided(profile.value(), *before, *after); !s) {
        return s;
    }
    if (m_s.record.plan.task != Task::Check) {
        judgeMeasuredState(m_s.record);
    }
    judgeVisit(m_s.record, m_s.wallNow());
    const Verification &v = m_s.record.verification;
    m_s.finish(Stage::Verify, say("verified-summary", say("count-colours", int(v.colours.size())), decimal(v.mean, 2),
                                  decimal(2 * v.meanUncertainty, 2), decimal(v.max, 2), decimal(v.p95, 2), named(m_s.record.verdict)));
    return Done{};
}

Status VerificationStage::readUndecided(const Profile &profile, const Measurement &before, const Measurement &after)
{
    constexpr int kLongest = 6; // readings; each lasts as long as the instrument lets it
    const double limit = m_s.record.plan.tolerance.max, shared = systematic(m_s.record).deltaE;
    for (int i = 0; i < kLongest; ++i) {
        Verification &v = m_s.record.verification;
        const auto worst = std::max_element(v.colours.begin(), v.colours.end(),
                                            [](const VerifiedColour &p, const VerifiedColour &q) { return p.deltaE < q.deltaE; });
        const double margin = std::abs(v.max - limit);
        // Reading longer helps only where noise is what keeps it undecided.
        if (worst == v.colours.end() || margin > 2 * v.maxUncertainty || margin < 2 * shared || worst->uncertainty < 0.2 * shared) {
            return Done{};
        }
        m_s.gauge->setWanted(worst->colour.wanted);
        const auto m = m_s.gauge->read(worst->colour.rgb, worst->colour.name + ", longer", std::max(0.02, worst->xyz.b), 1e-5);
        m_s.gauge->setWanted({});
        if (!m) {
            return m.error();
        }
        const XYZ again = withoutDrift(*m, before, after);
        for (int c = 0; c < 3; ++c) {
            const double a = 1 / std::pow(worst->sigma[c], 2), b = 1 / std::pow(m->sigma[c], 2);
            worst->xyz[c] = (a * worst->xyz[c] + b * again[c]) / (a + b);
            worst->sigma[c] = 1 / std::sqrt(a + b);
        }
        v = verify(std::move(v.colours), v.white, profile.chad(), shared);
    }
    return Done{};
}

} // namespace lamp
