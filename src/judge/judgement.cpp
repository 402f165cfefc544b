// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/judgement.h"

namespace lamp {

std::vector<Check> judge(const Findings &f, const Tolerance &t)
{
    const std::string unit = metricUnit(t.metric);
    const Scope scope = f.corrected ? t.scope : Scope::Absolute;
    std::vector<Check> checks{check("colour-mean", f.mean, t.mean, f.doubt.mean, scope, unit),
                              check("colour-max", f.max, t.max, f.doubt.max, scope, unit)};
    const auto add = [&](const char *code, const std::optional<double> &value, double limit, const Expanded &k2, const std::string &in) {
        if (value && limit > 0) {
            checks.push_back(check(code, *value, limit, k2, scope, in));
        }
    };
    add("white", f.white, t.whiteDeltaE, f.doubt.white, unit);
    add("luminance", f.luminancePercent, t.luminancePercent, f.doubt.luminancePercent, "%");
    add("gray-mean", f.grayMean, t.grayMean, f.doubt.grayMean, unit);
    add("gray-max", f.grayMax, t.grayMax, f.doubt.grayMax, unit);
    return checks;
}

} // namespace lamp
