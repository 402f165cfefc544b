// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/both_roles.h"
#include "survey/survey.h"

#include <memory>

namespace lamp {

/// One run of a plan over its patches, on a bench.
class SurveyRun {
public:
    SurveyRun(Bench &bench, const SurveyPlan &plan, const SurveyHooks &hooks, const std::stop_token &stop, SurveyRecord &record)
        : m_bench(bench), m_plan(plan), m_hooks(hooks), m_stop(stop), m_r(record)
    {
    }
    Status all(const SurveyRecord *earlier);

private:
    Status connect();
    [[nodiscard]] bool overTime() const { return m_plan.kind == SurveyKind::Stability || m_plan.kind == SurveyKind::Room; }
    Status settle();
    Status takeOver(const SurveyRecord &earlier);
    Status patch(size_t i);
    Status setMode(const std::string &mode);
    Status setSignal(Signal signal);
    [[nodiscard]] Signal signalWanted() const { return m_plan.kind == SurveyKind::Hdr ? m_plan.signal : Signal::Sdr; }
    /// What would have to be there, or an error that says what is missing.
    [[nodiscard]] Status able() const;
    Result<InSignal> asItStands();
    Status lay(const SurveyPatch &patch);
    [[nodiscard]] double expected(const Drive &rgb) const;
    Status readRoomLight(size_t i);
    /// Lays the instrument at the desk, where it stays.
    Status toDesk();
    /// A reading of the room, then what follows for a screen that is to follow.
    Status room(size_t i);
    Status follow(const RoomPoint &point);
    Status readAll();
    /// Colours and grays that are far off, once more: a glance that went wrong is not the display's.
    Status readDoubtfulAgain();
    /// An error where a patch that should be dark is as bright as white: nothing that would be said of such readings is true.
    [[nodiscard]] Status plausible(size_t i) const;
    [[nodiscard]] Status darkEnough(double black, double white) const;
    /// An error where white and black read alike just now, or where it is another display, or the same in another mode, than it began with: what was
    /// read is kept, and nothing is said of it.
    Status stillFollows();
    /// Leaves the display as it was found. \param gone why the bench can be asked no more; null where it can
    void putBack(const Error *gone);
    void tell(size_t done);
    Gauge::Hooks gaugeHooks();

    Bench &m_bench;
    const SurveyPlan &m_plan;
    const SurveyHooks &m_hooks;
    const std::stop_token &m_stop;
    SurveyRecord &m_r;
    std::unique_ptr<Gauge> m_gauge;
    Spending m_spending;
    std::string m_mode;
    std::vector<Control> m_controls; ///< of the menu in that mode
    Place m_place;
    Signal m_signalFound = Signal::Sdr, m_signal = Signal::Sdr;
    double m_usualArea = 0.1, m_white = 0, m_start = 0, m_begun = 0;
    bool m_changedMode = false, m_turned = false;
    std::optional<RoomFollower> m_follower;
    double m_lastRoomEnd = 0; ///< bench clock, s
    int m_missed = 0;         ///< readings of the room in a row that failed
};

} // namespace lamp
