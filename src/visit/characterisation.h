// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/ramps.h"
#include "model/design.h"
#include "visit/guard.h"
#include "visit/stage_work.h"

namespace lamp {

/// Reads the display where a model of it is least sure, and makes the ramps from that model.
class Characterisation : public StageWork {
public:
    Characterisation(Session &session, KnownPanel &known, Guard &guard) : StageWork(session, Stage::Calibrate), m_known(known), m_guard(guard) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return double(m_s.budget.readings - m_s.budget.colours - 13); }

private:
    Status firstLook();
    Status readBatch(int count);
    /// Where the panel shows the same with the ramps as without: takes them off, says so, and goes on as without a LUT.
    Status withoutDeafLut();
    Status makeRamps();
    GrayAim aimFor(const DisplayModel &model);
    Result<PanelReading> readPanel(const Drive &rgb, const XYZ &expected);
    [[nodiscard]] std::vector<DesignTarget> designTargets() const;
    [[nodiscard]] std::vector<Drive> candidatePatches() const;
    [[nodiscard]] int readingsLeft() const;
    void rememberNativeTones();
    /// How far black has moved from white towards the room's light in u'v'; 0 where the two are much alike.
    [[nodiscard]] double roomTint() const;
    void judgeBlack();
    void describeCalibration();

    KnownPanel &m_known;
    Guard &m_guard;
};

/// The name of a patch in files: "gray 50 %", "red 20 %".
std::string patchNameOf(const Drive &d);

} // namespace lamp
