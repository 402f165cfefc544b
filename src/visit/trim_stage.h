// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/stage_work.h"

namespace lamp {

/// Brings the display's own controls near the target.
class TrimStage : public StageWork {
public:
    explicit TrimStage(Session &session) : StageWork(session, Stage::Trim) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return 4.0 + m_s.budget.moves * 0.8; }

private:
    void setReadingsAside();
    /// Whether light from outside came or went while trimming; waits until black stays the same.
    Result<bool> lightChanged(const Trim &trimmed);
    /// Asks for the brightness of a menu that the program does not reach, and reads white after each turn, until the panel
    /// has a little to spare or is left as it was. \param t what was measured before; measured again where it was turned
    Status turnUnseenMenu(Trim &t, const DisplayInfo &display, TrimOptions options);
};

} // namespace lamp
