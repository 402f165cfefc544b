// SPDX-License-Identifier: GPL-3.0-or-later
// Verifying and judging.
#include "visit/verification_stage.h"

#include "colour/difference.h"
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
        verified.push_back({colours[i], withoutDrift((*read)[i], *before, *after), (*read)[i].sigma});
    }
    if (const double moved = after->xyz.b / before->xyz.b - 1; std::abs(moved) > 0.01) {
        m_s.warn(say("white-moved-while-colours", decimal(100 * moved, 1)));
    }
    m_s.record.verification = verify(std::move(verified), whiteBetween(*before, *after), profile->chad());
    if (m_s.record.plan.task != Task::Check) {
        judgeMeasuredState(m_s.record);
    }
    if (const Status s = readUndecided(*before, *after); !s) {
        return s;
    }
    judgeVisit(m_s.record, m_s.wallNow());
    const Verification &v = m_s.record.verification;
    m_s.finish(Stage::Verify,
               say("verified-summary", say("count-colours", int(v.colours.size())), decimal(v.mean, 2),
                   decimal(m_s.record.doubt.mean.by(m_s.record.scope()), 2), decimal(v.max, 2), decimal(v.p95, 2), named(m_s.record.verdict)));
    return Done{};
}

Status VerificationStage::readUndecided(const Measurement &before, const Measurement &after)
{
    constexpr int kLongest = 6; // readings; each lasts as long as the instrument lets it
    const double limit = m_s.record.plan.tolerance.max;
    for (int i = 0; i < kLongest; ++i) {
        weighRecord(m_s.record);
        Verification &v = m_s.record.verification;
        const auto worst = std::max_element(v.colours.begin(), v.colours.end(),
                                            [](const VerifiedColour &p, const VerifiedColour &q) { return p.deltaE < q.deltaE; });
        const Expanded &k2 = m_s.record.doubt.max;
        const double u = k2.by(m_s.record.scope()), margin = std::abs(v.max - limit);
        // Reading longer helps only where noise is what keeps it undecided, not the instrument's accuracy.
        const double accuracy = std::sqrt(std::max(0.0, u * u - k2.instrument * k2.instrument));
        if (worst == v.colours.end() || !(margin <= u) || margin < accuracy || worst->k2.instrument < std::max(0.02, 0.2 * accuracy)) {
            return Done{};
        }
        m_s.gauge->setWanted(worst->colour.wanted);
        const auto m = m_s.gauge->read(worst->colour.rgb, worst->colour.name + ", longer", std::max(0.02, worst->xyz.b), 1e-5);
        m_s.gauge->setWanted({});
        if (!m) {
            return m.error();
        }
        worst->joinedWith(withoutDrift(*m, before, after), m->sigma);
        v = verify(std::move(v.colours), v.white, v.chad);
        if (m_s.record.plan.task != Task::Check) {
            judgeMeasuredState(m_s.record);
        }
    }
    return Done{};
}

} // namespace lamp
