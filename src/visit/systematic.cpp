// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/systematic.h"

#include <algorithm>

namespace lamp {

bool instrumentMatched(const VisitRecord &r)
{
    return !r.correctionDoubtful && (!r.correction.empty() || r.instrument.kind == "spectroradiometer");
}

Systematic systematic(const VisitRecord &r)
{
    if (!instrumentMatched(r)) {
        return {2.3, 3.0};
    }
    // A matrix made on this very panel leaves what the fifth colour showed, and the reference's own noise.
    return r.matrix ? Systematic{std::max(0.15, 0.6 * r.matrix->residual), 1.0} : Systematic{0.2, 1.0};
}

} // namespace lamp
