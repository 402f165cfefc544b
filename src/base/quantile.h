// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace lamp {

/// The value that a variable of Student's distribution is below with a probability. \param degrees of freedom, above 0 \param probability 0 to 1,
/// both excluded. Throws std::domain_error (Boost.Math) outside these.
double studentQuantile(double degrees, double probability);

/// The same of the non-central t distribution. \param centre its non-centrality
double nonCentralTQuantile(double degrees, double centre, double probability);

} // namespace lamp
