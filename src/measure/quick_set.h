// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"

namespace lamp {

/// A gauge with the factory correction that fits the display.
/// \param display told what the bench says of it \param hooks as of a Gauge \return the bench's error
Result<Gauge> factoryGauge(Bench &bench, DisplayInfo &display, Gauge::Hooks hooks = {}, std::stop_token stop = {});

/// How many patches a quick set has: two minutes for most instruments.
int quickSetSize();

/// A display as it stands, without ramps: enough to tell a good profile from a bad one. The ramps that were loaded
/// are taken off, and stay off.
/// \param hooks `onReading` hears each reading; they are counted from 1 to quickSetSize()
Result<ReadingSet> readQuickSet(Bench &bench, Gauge::Hooks hooks = {}, std::stop_token stop = {});

} // namespace lamp
