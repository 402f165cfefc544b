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
    const auto add = [this]<typename Work>(std::unique_ptr<Work> stage) { m_stages.push_back(std::move(stage)); };
    add(std::make_unique<Preparation>(session));
    add(std::make_unique<RoomLight>(session));
    add(std::make_unique<TargetChoice>(session));
    add(std::make_unique<Placement>(session));
    add(std::make_unique<WarmUpStage>(session));
    add(std::make_unique<TrimStage>(session));
    if (session.record.plan.task == Task::Check) {
        add(std::make_unique<AsFound>(session));
    } else {
        add(std::make_unique<Characterisation>(session, m_known, m_guard));
    }
    add(std::make_unique<ProfileStage>(session, m_known));
    add(std::make_unique<VerificationStage>(session, m_known, m_guard));
    add(std::make_unique<Closing>(session, Stage::Look));
    add(std::make_unique<Closing>(session, Stage::SignOff));
}

StageWork *Procedure::find(Stage stage) const
{
    const auto it = std::find_if(m_stages.begin(), m_stages.end(), [&](const auto &s) { return s->stage() == stage; });
    return it != m_stages.end() ? it->get() : nullptr;
}

} // namespace lamp
