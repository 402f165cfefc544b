// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/stage_work.h"

namespace lamp {

/// Reads the display as it stands: white, black and primaries through whatever ramps are loaded, those of the profile that is
/// checked where none are.
class AsFound : public StageWork {
public:
    explicit AsFound(Session &session) : StageWork(session, Stage::Calibrate) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return 5; }
};

} // namespace lamp
