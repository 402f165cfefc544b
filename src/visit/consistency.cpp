// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/consistency.h"

#include "icc/icc.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

bool agree(double said, double found)
{
    constexpr double kRounding = 0.05, kShare = 0.05;
    return std::isfinite(said) && std::abs(said - found) <= kRounding + kShare * std::abs(found);
}

/// Whether light that a verification says it read stands in the list of readings; true where none of its drive is there.
bool wasRead(const VerifiedColour &colour, const std::vector<Measurement> &readings)
{
    constexpr double kShare = 0.05, kFloor = 0.02; // cd/m²: what drift and averages change
    bool any = false;
    for (const Measurement &m : readings) {
        if ((m.rgb.vec() - colour.colour.rgb.vec()).cwiseAbs().maxCoeff() > 1e-6) {
            continue;
        }
        any = true;
        const Eigen::Vector3d off = (m.xyz.vec() - colour.xyz.vec()).cwiseAbs();
        if ((off.array() <= kFloor + kShare * m.xyz.vec().cwiseAbs().maxCoeff()).all()) {
            return true;
        }
    }
    return !any;
}

} // namespace

Message contradictionIn(const VisitRecord &record)
{
    const Verification &said = record.verification;
    if (said.colours.empty() || record.readings.empty() || !(said.white.xyz.b > 0)) {
        return {};
    }
    for (const VerifiedColour &c : said.colours) {
        if (!wasRead(c, record.readings)) {
            return say("colour-was-not-read", c.colour.name);
        }
    }
    const Bytes &bytes = record.plan.task == Task::Check ? record.plan.profileIn : record.profile;
    const auto profile = bytes.empty() ? Result<Profile>(Error{}) : Profile::open(bytes);
    if (!profile) {
        return {}; // relative to what, is not known
    }
    const Verification found = verify(said.colours, said.white, profile->chad(), said.metric);
    for (size_t i = 0; i < found.colours.size(); ++i) {
        if (!agree(said.colours[i].deltaE, found.colours[i].deltaE)) {
            return say("difference-is-not-read", said.colours[i].colour.name, decimal(said.colours[i].deltaE, 2),
                       decimal(found.colours[i].deltaE, 2));
        }
    }
    if (!agree(said.mean, found.mean) || !agree(said.max, found.max)) {
        return say("mean-is-not-read", decimal(said.mean, 2), decimal(said.max, 2), decimal(found.mean, 2), decimal(found.max, 2));
    }
    // Checks are in the formula of their tolerance.
    const Metric metric = record.plan.tolerance.metric;
    const Verification judged = metric == said.metric ? found : verify(said.colours, said.white, profile->chad(), metric);
    for (const Check &check : record.checks) {
        const double is = check.code == "colour-mean" ? judged.mean : check.code == "colour-max" ? judged.max : check.value;
        if (!agree(check.value, is)) {
            return say("check-is-not-read", decimal(check.value, 2), decimal(is, 2));
        }
    }
    return {};
}

} // namespace lamp
