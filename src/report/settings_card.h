// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/record.h"

namespace lamp {

/// A card to stick on a display (A6): what its menu was left at, what it shows by it, when and by whom, and that nobody touches it from now on:
/// a reset destroys what no file keeps. \param due the next visit, where it is known \return PDF. Needs a QGuiApplication.
Bytes settingsCardPdf(const VisitRecord &record, std::optional<WallTime> due);
/// The same as HTML, without a page.
std::string settingsCardHtml(const VisitRecord &record, std::optional<WallTime> due);

} // namespace lamp
