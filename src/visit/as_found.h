// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/guard.h"
#include "visit/stage_work.h"

namespace lamp {

/// Reads the display as it stands: primaries and grays through whatever ramps are loaded, those of the profile that is
/// checked where none are.
class AsFound : public StageWork {
public:
    AsFound(Session &session, Guard &guard) : StageWork(session, Stage::Calibrate), m_guard(guard) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return 13; }

private:
    Guard &m_guard;
};

} // namespace lamp
