// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/procedure.h"

#include "visit/as_found.h"
#include "visit/characterisation.h"
#include "visit/preparation.h"
#include "visit/profile_stage.h"
#include "visit/trim_stage.h"
#include "visit/verification_stage.h"
#include "visit/warm_up_stage.h"

#include <algorithm>

namespace lamp {

Procedure::Procedure(Session &session) : m_guard(session, m_known)
{
    for (const Stage stage : stagesOf(session.record.plan.task)) {
        m_stages.push_back(workFor(stage, session));
    }
}

std::unique_ptr<StageWork> Procedure::workFor(Stage stage, Session &session)
{
    switch (stage) {
    case Stage::Prepare: return std::make_unique<Preparation>(session);
    case Stage::RoomLight: return std::make_unique<RoomLight>(session);
    case Stage::Target: return std::make_unique<TargetChoice>(session);
    case Stage::Place: return std::make_unique<Placement>(session);
    case Stage::WarmUp: return std::make_unique<WarmUpStage>(session);
    case Stage::Trim: return std::make_unique<TrimStage>(session);
    case Stage::Calibrate:
        if (session.record.plan.task == Task::Check) {
            return std::make_unique<AsFound>(session);
        }
        return std::make_unique<Characterisation>(session, m_known, m_guard);
    case Stage::Profile: return std::make_unique<ProfileStage>(session, m_known);
    case Stage::Verify: return std::make_unique<VerificationStage>(session, m_known, m_guard);
    case Stage::Look:
    case Stage::SignOff: break;
    }
    return std::make_unique<Closing>(session, stage);
}

StageWork *Procedure::find(Stage stage) const
{
    const auto it = std::find_if(m_stages.begin(), m_stages.end(), [&](const auto &s) { return s->stage() == stage; });
    return it != m_stages.end() ? it->get() : nullptr;
}

} // namespace lamp
