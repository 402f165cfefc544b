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
    /// Looks whether channels end before their drives do.
    Status probeEnds();
    /// \param off how far the channels' light near white was from what was expected
    Status probeBrightEnd(const LinearRgb &off);
    /// Reads patches one after the other. \return how far the last one's channels were from what the model expected, as shares
    Result<LinearRgb> probe(const std::vector<Drive> &patches, const Message &why);
    Status readBatch(int count);
    /// Reads white again, and waits where the panel turns out to be moving on: until what is still to come is little.
    Status watchDrift();
    /// White through the ramps as it would be at full drive. \return the reading, for the model
    Result<PanelReading> readWatchedWhite();
    /// Whether too much is to come after a while. \param known whether it was seen to move already
    [[nodiscard]] bool movesOn(double restS, bool known) const;
    /// Whether the display shows what the ramps are to make; reads where they change most. Where it does not: takes them off, says
    /// so, and goes on as without a LUT.
    Status seeRampsWork();
    /// The same from the readings, where they do not fit together.
    Status withoutDeafLut();
    /// Takes off ramps that do nothing, and says so.
    Status dropRamps();
    Status makeRamps();
    GrayAim aimFor(const DisplayModel &model);
    /// Grays before there is a model. One that is far from what the others say of it is read again. \param drives of all channels, 0..1
    Result<std::vector<PanelReading>> readFirstGrays(const std::vector<double> &drives, const XYZ &black, const XYZ &white);
    Result<PanelReading> readPanel(const Drive &rgb, const XYZ &expected, Message why, double integrationS = 0);
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
    int m_segment = 0; ///< of the watch over drift
};

/// The name of a patch in files: "gray 50 %", "red 20 %".
std::string patchNameOf(const Drive &d);

} // namespace lamp
