// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/consistency.h"

#include "icc/icc.h"
#include "visit/verdict.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

bool agree(double said, double found)
{
    constexpr double kRounding = 0.05, kShare = 0.05;
    return std::isfinite(said) && std::abs(said - found) <= kRounding + kShare * std::abs(found);
}

/// Whether light that is said to have been read stands in the list of readings; true where none of its drive is there.
bool wasRead(const Drive &drive, const XYZ &light, const std::vector<Measurement> &readings)
{
    constexpr double kShare = 0.05, kFloor = 0.02; // cd/m²: what drift and averages change
    bool any = false;
    for (const Measurement &m : readings) {
        if ((m.rgb.vec() - drive.vec()).cwiseAbs().maxCoeff() > 1e-6) {
            continue;
        }
        any = true;
        const Eigen::Vector3d off = (m.xyz.vec() - light.vec()).cwiseAbs();
        if ((off.array() <= kFloor + kShare * m.xyz.vec().cwiseAbs().maxCoeff()).all()) {
            return true;
        }
    }
    return !any;
}

/// Grays again from the light that the record says they gave.
GrayJudgement graysAgain(const VisitRecord &record)
{
    std::vector<GrayInput> grays;
    for (const GrayResult &g : record.gray.grays) {
        grays.push_back({g.drive, g.xyz, g.sigma});
    }
    return judgeGrays(grays, record.calibrated.white, record.calibrated.black, record.targetWhite(), record.plan.target.tone);
}

/// What white and grays are said to be, against what was read. \return a clause; empty where nothing contradicts
Message whiteOrGrayNotRead(const VisitRecord &record)
{
    for (const XYZ &white : {record.verification.white.xyz, record.calibrated.white}) {
        if (white.b > 0 && !wasRead({1, 1, 1}, white, record.readings)) {
            return say("white-was-not-read", decimal(white.b, 1));
        }
    }
    const GrayJudgement again = graysAgain(record);
    for (size_t i = 0; i < again.grays.size(); ++i) {
        const GrayResult &said = record.gray.grays[i];
        const Decimal name = decimal(100 * said.drive, 0);
        if (!wasRead({said.drive, said.drive, said.drive}, said.xyz, record.readings)) {
            return say("gray-was-not-read", name);
        }
        if (!agree(said.deltaE, again.grays[i].deltaE)) {
            return say("gray-is-not-read", name, decimal(said.deltaE, 2), decimal(again.grays[i].deltaE, 2));
        }
    }
    return agree(record.gray.mean, again.mean) && agree(record.gray.max, again.max)
               ? Message{}
               : say("gray-mean-is-not-read", decimal(record.gray.mean, 2), decimal(record.gray.max, 2), decimal(again.mean, 2),
                     decimal(again.max, 2));
}

} // namespace

Message contradictionIn(const VisitRecord &record)
{
    const Verification &said = record.verification;
    if (said.colours.empty() || record.readings.empty() || !(said.white.xyz.b > 0)) {
        return {};
    }
    for (const VerifiedColour &c : said.colours) {
        if (!wasRead(c.colour.rgb, c.xyz, record.readings)) {
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
    if (const Message why = whiteOrGrayNotRead(record); !why.empty()) {
        return why;
    }
    // Checks are in the formula of their tolerance, and so are the figures that they are held against.
    VisitRecord again = record;
    again.verification = found;
    again.gray = graysAgain(record);
    const std::vector<Check> judged = judge(findingsBy(record.plan.tolerance.metric, again), record.plan.tolerance);
    for (const Check &check : record.checks) {
        const auto is = std::ranges::find(judged, check.code, &Check::code);
        if (is != judged.end() && !agree(check.value, is->value)) {
            return say("check-is-not-read", decimal(check.value, 2), decimal(is->value, 2), check.unit);
        }
    }
    return {};
}

} // namespace lamp
