// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "answer/answer.h"
#include "store/store.h"

#include <memory>

namespace lamp {

/// What a studio knows when somebody asks of one of its displays, with what `about` points to.
struct StudioAsked {
    AskedAbout about;
    std::optional<VisitedDisplay> display, other;
};

/// Gathers what an answer needs: the newest visits and measurements of a display; for some questions how it or another one stands, and how the
/// studio's instruments age. \param other the display beside it, for Asked::Differ; 0: none \return an error where something could not be read
Result<std::unique_ptr<StudioAsked>> askedAbout(Store &store, Asked asked, qint64 displayId, qint64 other, WallTime now,
                                                const std::stop_token &stop = {});

} // namespace lamp
