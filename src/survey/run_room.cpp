// SPDX-License-Identifier: GPL-3.0-or-later
// The light at the desk over hours, and a screen that is to follow it.
#include "survey/run.h"

#include <algorithm>

namespace lamp {

Status SurveyRun::toDesk()
{
    if (!m_r.instrument.canReadAmbient()) {
        return Error{
            ErrorKind::Bench, say("instrument-cannot-read-room"), say("nothing-changed-display"), say("room-can-be-typed"), "unsupported", false};
    }
    if (m_plan.follow) {
        const auto control = std::find_if(m_controls.begin(), m_controls.end(), [&](const Control &c) { return c.name == m_plan.follow->control; });
        if (control == m_controls.end()) {
            return Error{ErrorKind::Input, say("room-no-control", m_plan.follow->control), say("nothing-changed-display"), {}, "follow", false};
        }
        m_follower.emplace(*m_plan.follow, control->value);
    }
    return m_gauge->place({true, {}});
}

Status SurveyRun::room(size_t i)
{
    // Readings keep their distance, however long each of them takes.
    const double left = m_lastRoomEnd + m_r.patches[i].waitS - m_bench.now();
    if (i > 0 && left > 0) {
        if (const Status s = m_gauge->wait(left); !s) {
            return s;
        }
    }
    m_lastRoomEnd = m_bench.now();
    const auto m = m_gauge->readAmbient();
    if (!m) {
        // A day is not lost by a reading, nor by an instrument that is away over lunch: they are missing, which the result says. Where nothing was
        // read at all there is no day.
        constexpr int kMost = 5;
        const bool ends =
            m.error().code == "gone" || m.error().code == "stopped" || m.error().code == "unsupported" || m.error().code == "bad-request";
        if (ends || (++m_missed >= kMost && m_r.readings.empty())) {
            return m.error();
        }
        if (m_hooks.onNote) {
            m_hooks.onNote(m.error().paragraph());
        }
        return Done{};
    }
    m_missed = 0;
    if (!m_r.roomFrom) {
        m_r.roomFrom = localHours(m_hooks.wallClock ? m_hooks.wallClock() : WallTime{});
    }
    m_r.readingOf[i] = int(m_r.readings.size()) - 1;
    return m_follower ? follow(m_r.roomPoints().back()) : Status(Done{});
}

Status SurveyRun::follow(const RoomPoint &point)
{
    const auto control = std::find_if(m_controls.begin(), m_controls.end(), [&](const Control &c) { return c.name == m_plan.follow->control; });
    const auto value = m_follower->next(point, std::max(control->step, 1e-6));
    if (!value) {
        return Done{};
    }
    m_turned = true;
    const auto taken = m_bench.setControl(control->name, std::clamp(*value, control->min, control->max));
    if (!taken) {
        if (taken.error().code == "gone") {
            return taken.error();
        }
        // The day goes on without it; where the control stands is what it was last set to.
        m_follower.reset();
        m_r.warnings.push_back(say("room-follows-no-more", taken.error().what));
        return Done{};
    }
    control->value = taken.value();
    m_follower->took(taken.value());
    m_r.followed.push_back({point.hours, taken.value(), m_plan.follow->luminance(taken.value())});
    return Done{};
}

} // namespace lamp
