// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "icc/cgats.h"
#include "visit/guard.h"
#include "visit/stage_work.h"

namespace lamp {

class ShownDisplay;

/// Builds the profile from what was learnt of the panel; a check takes the one that was given.
class ProfileStage : public StageWork {
public:
    ProfileStage(Session &session, const KnownPanel &known) : StageWork(session, Stage::Profile), m_known(known) {}
    Status run() override;

private:
    [[nodiscard]] ReadingSet modelReadings() const;
    bool wantsTable(const ShownDisplay &shown, const MatrixModel &matrix);
    /// A white paper in the light at the desk, cd/m², where that was read.
    [[nodiscard]] std::optional<XYZ> roomWhite() const;
    void compareWithTargetGamut();

    const KnownPanel &m_known;
};

} // namespace lamp
