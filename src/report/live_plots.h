// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"
#include "visit/record.h"

namespace lamp {

/// White while the panel warms up, over minutes since its first reading.
plot::Plot warmUpPlot(const VisitRecord &record);
/// Lightness of the grays that calibrating has read, over the drive behind the ramps; relative to the brightest.
plot::Plot responsePlot(const VisitRecord &record);
/// Their chromaticity about the target's white, in u'v'.
plot::Plot grayPathPlot(const VisitRecord &record);
/// The colours that trimming and calibrating have read, in u'v'.
plot::Plot readColoursPlot(const VisitRecord &record);
/// How far the colours verified so far are off, in the order in which they were read; white is the first one read, and what it moved
/// since is not yet taken off.
plot::Plot verifyingPlot(const VisitRecord &record);

/// How well a display was known after so many readings: root mean square CIEDE2000 (k = 1) that is expected of what the model says.
struct Learnt {
    int readings;
    double known;
};
/// The same over readings, at k = 2. \param goal of `known`, at which reading on is not worth it
plot::Plot learningPlot(const std::vector<Learnt> &learnt, double goal);

} // namespace lamp
