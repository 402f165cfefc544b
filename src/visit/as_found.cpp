// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/as_found.h"

#include "colour/difference.h"
#include "visit/characterisation.h"

#include <algorithm>
#include <cmath>

namespace lamp {

Status AsFound::run()
{
    m_s.begin(Stage::Calibrate);
    const auto opened = m_s.record.plan.profileIn.empty() ? std::nullopt : std::optional(Profile::open(m_s.record.plan.profileIn));
    if (opened && !*opened) {
        return opened->error();
    }
    if (opened && m_s.usesLut() && !m_s.record.display.lutLoaded) {
        if (const auto ramps = opened->value().ramps(m_s.record.display.lut->entries)) {
            m_s.warn(say("profile-ramps-not-loaded"));
            if (const Status s = m_s.setRamps(*ramps); !s) {
                return s;
            }
        }
    }
    Primaries &p = m_s.record.calibrated;
    const auto primaries = readPrimaries(*m_s.gauge, std::nullopt, m_s.record.aimLuminance > 0 ? m_s.record.aimLuminance : 120);
    if (!primaries) {
        return primaries.error();
    }
    p = primaries.value();
    m_s.record.aimLuminance = p.white.b;
    const ToneCurve tone = m_s.record.plan.target.tone.withBlack(p.black.b / p.white.b);
    const GrayAim aim{p.white, p.black, tone};
    std::vector<GrayInput> grays;
    for (const double wanted : {0.06, 0.12, 0.2, 0.3, 0.42, 0.56, 0.72, 0.88}) {
        const Drive d = m_s.onFrameBuffer({wanted, wanted, wanted});
        const XYZ neutral = aim.neutral(d.a);
        const double expected = std::max(0.02, neutral.b);
        auto m = m_s.gauge->read(d, patchNameOf(d), expected, m_s.noiseGoal(expected));
        if (m) {
            const RelXYZ n = relativeTo(p.white, p.white.b);
            m = m_guard.believed(m.value(), deltaE2000(labOf(relativeTo(neutral, p.white.b), n), labOf(relativeTo(m->xyz, p.white.b), n)), expected);
        }
        if (!m) {
            return m.error();
        }
        grays.push_back({d.a, m->xyz, m->sigma});
    }
    m_s.record.gray = judgeGrays(grays, p.white, p.black, m_s.record.targetWhite(), m_s.record.plan.target.tone);
    m_s.record.light.fill(tone.samples());
    m_s.finish(Stage::Calibrate, say("as-found-summary", whiteSaid(p.white), decimal(m_s.record.gray.mean, 2)));
    return Done{};
}

} // namespace lamp
