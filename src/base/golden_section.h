// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace lamp {

/// Where a function of one valley between two places is least, by golden section (Kiefer 1953).
/// \param within how near to the place \return the middle of what is left
template <typename Function> double leastBetween(double low, double high, double within, const Function &function)
{
    constexpr double kRatio = 0.6180339887498949;
    double p = high - kRatio * (high - low), q = low + kRatio * (high - low);
    double atP = function(p), atQ = function(q);
    while (high - low > within) {
        if (atP < atQ) {
            high = q;
            q = p;
            atQ = atP;
            p = high - kRatio * (high - low);
            atP = function(p);
        } else {
            low = p;
            p = q;
            atP = atQ;
            q = low + kRatio * (high - low);
            atQ = function(q);
        }
    }
    return (low + high) / 2;
}

} // namespace lamp
