// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/session.h"

namespace lamp {

/// One stage of a visit: what it does, and the state that only it needs. Which there are, and in what order, is the
/// kind of visit's (procedure.h).
class StageWork {
public:
    StageWork(Session &session, Stage stage) : m_s(session), m_stage(stage) {}
    virtual ~StageWork() = default;
    StageWork(const StageWork &) = delete;
    StageWork &operator=(const StageWork &) = delete;

    [[nodiscard]] Stage stage() const { return m_stage; }
    /// Does it, and fills its line of the record. Called again from the start where a visit was interrupted in it.
    virtual Status run() = 0;
    /// How many readings it takes as a rule, for the time that is left.
    [[nodiscard]] virtual double planned() const { return 0; }

protected:
    Session &m_s;

private:
    Stage m_stage;
};

} // namespace lamp
