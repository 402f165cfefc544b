// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "plot/plot.h"
#include "visit/record.h"

namespace lamp {

/// What a visit's charts show (while it is being read: live_plots.h).
plot::Plot grayPlot(const VisitRecord &record);
plot::Plot tonePlot(const VisitRecord &record);
plot::Plot coloursPlot(const VisitRecord &record);
plot::Plot gamutPlot(const VisitRecord &record);

/// A white in u'v' near the loci of daylight and of black bodies. \param own the display's white, where it is known
plot::Plot whitePlot(const Chromaticity &white, const std::optional<Chromaticity> &own);

/// White as a visit left it about its target, with what the tolerance allows around it: near enough to see a tenth of that.
plot::Plot whiteAboutTargetPlot(const VisitRecord &record);
/// The same of a check in words: as it was left, as it is, and how bright each was.
plot::Plot thenAndNowPlot(const VisitRecord &record);

/// A chromaticity diagram with its spectral locus, in u'v' or in x, y.
plot::Plot chromaticityPlot(const std::string &title, bool xy = false);
/// Where a chromaticity stands in such a diagram.
plot::Point chromaticityPoint(const Chromaticity &c, bool xy, std::string text = {});
/// The triangle of three primaries. \param names of its corners for reading them out; none: they are not
plot::Series trianglePlot(const std::string &name, const std::array<Chromaticity, 3> &primaries, bool xy, bool readOut = false,
                          const std::string &of = {});
/// What is read out of a white: x, y and u′, v′.
std::string whiteReadOut(const Chromaticity &c);

/// Charts show CIEDE2000; limits that are meant in another formula are not those of what is drawn.
bool limitsDrawn(const VisitRecord &record);
/// The codes of a Lab value (D50) on an ordinary sRGB screen, 0..255.
std::array<int, 3> screenCodes(const Lab &lab);

} // namespace lamp
