// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/stage_work.h"

namespace lamp {

/// Waits until the panel is stable; then finds the patch that it does not dim, and has a reference instrument correct the one
/// in use where there are both.
class WarmUpStage : public StageWork {
public:
    explicit WarmUpStage(Session &session) : StageWork(session, Stage::WarmUp) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return 4; }

private:
    /// Whether what is called white can be one, in cd/m², and of a display that is not inverted.
    Status looksLikeWhite(const Measurement &white);
    /// An error where black is brighter. \param white what white read, cd/m²
    Status darkerThanBlack(double white);
    Status findPatchArea();
    /// Turns the display down because its white blinds the instrument. \param error that said so \return it, where nobody can
    Status dim(const Error &error);
    Status matchInstruments();
    Result<FourColours> readFour(Gauge &gauge, XYZ &fifth);
};

} // namespace lamp
