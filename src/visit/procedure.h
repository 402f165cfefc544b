// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/guard.h"
#include "visit/stage_work.h"

namespace lamp {

/// The stages that a kind of visit consists of, in their order, and what they hand on to each other.
class Procedure {
public:
    explicit Procedure(Session &session);

    [[nodiscard]] const std::vector<std::unique_ptr<StageWork>> &stages() const { return m_stages; }
    [[nodiscard]] StageWork *find(Stage stage) const;

private:
    std::unique_ptr<StageWork> workFor(Stage stage, Session &session);

    KnownPanel m_known;
    Guard m_guard;
    std::vector<std::unique_ptr<StageWork>> m_stages;
};

} // namespace lamp
