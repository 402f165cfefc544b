// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/quantile.h"

#include <boost/math/distributions/non_central_t.hpp>
#include <boost/math/distributions/students_t.hpp>

namespace lamp {

double studentQuantile(double degrees, double probability)
{
    return boost::math::quantile(boost::math::students_t(degrees), probability);
}

double nonCentralTQuantile(double degrees, double centre, double probability)
{
    return boost::math::quantile(boost::math::non_central_t(degrees, centre), probability);
}

} // namespace lamp
