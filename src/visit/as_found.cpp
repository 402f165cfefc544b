// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/as_found.h"

#include "visit/nature.h"

namespace lamp {

Status AsFound::run()
{
    m_s.begin(Stage::Calibrate);
    const auto opened = m_s.record.plan.profileIn.empty() ? std::nullopt : std::optional(Profile::open(m_s.record.plan.profileIn));
    if (opened && !*opened) {
        return opened->error();
    }
    // A profile that names another display says nothing of what this one was, and its ramps are not for it. Some name a model only.
    const DisplayInfo &display = m_s.record.display;
    const std::string own = modelAndSerial(display.model, display.serial), of = opened ? opened->value().facts().display : std::string();
    const bool others = !of.empty() && of != own && of != display.model;
    if (others) {
        m_s.warn(say("profile-of-another", of, own));
    }
    if (opened && !others && !m_s.record.plan.earlier) {
        m_s.record.plan.earlier = earlierOf(opened->value());
    }
    if (opened && !others && m_s.usesLut() && !display.lutLoaded) {
        if (const auto ramps = opened->value().ramps(display.lut->entries)) {
            m_s.warn(say("profile-ramps-not-loaded"));
            if (const Status s = m_s.setRamps(*ramps); !s) {
                return s;
            }
            m_s.freshWhite.reset(); // it was read without them
        }
    }
    Primaries &p = m_s.record.calibrated;
    const auto primaries = readPrimaries(*m_s.gauge, m_s.freshWhite, m_s.record.aimLuminance > 0 ? m_s.record.aimLuminance : 120, true);
    if (!primaries) {
        return primaries.error();
    }
    p = primaries.value();
    m_s.record.aimLuminance = p.white.b;
    namePrimaries(m_s, p);
    const ToneCurve tone = m_s.record.plan.target.tone.withBlack(p.black.b / p.white.b);
    m_s.record.light.fill(tone.samples());
    m_s.finish(Stage::Calibrate, say("found-summary", whiteSaid(p.white)));
    return Done{};
}

} // namespace lamp
