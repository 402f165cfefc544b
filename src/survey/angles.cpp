// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/angles.h"

#include "base/text.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "survey/seen_contrast.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace lamp {

namespace {

using Direction = std::array<double, 2>;
/// Farther to the sides, where people sit beside each other, than up and down.
constexpr std::array<Direction, 13> kDirections{
    {{0, 0}, {15, 0}, {30, 0}, {45, 0}, {60, 0}, {-60, 0}, {-45, 0}, {-30, 0}, {-15, 0}, {0, 15}, {0, 30}, {0, -15}, {0, -30}}};
constexpr double kMiddleGray = 0.5, kHalf = 0.5, kMoved = 0.01;

std::string nameOf(const Direction &d)
{
    return fixed(d[0], 0) + "," + fixed(d[1], 0);
}

double degrees(const Direction &d)
{
    return std::hypot(d[0], d[1]);
}

/// CIEDE2000 between two grays, each adapted to its white.
double grayDifference(const XYZ &gray, const XYZ &white, const XYZ &frontGray, const XYZ &frontWhite)
{
    const auto lab = [](const XYZ &g, const XYZ &w) {
        return labOf(RelXYZ(adaptation(relativeTo(w, w.b), iccD50()) * relativeTo(g, w.b).vec()), iccD50());
    };
    return deltaE2000(lab(frontGray, frontWhite), lab(gray, white));
}

/// The smallest angle along one of the four ways at which a quantity reaches a level, straight between two angles.
/// \param of is 0 or more and rises where things get worse
std::optional<double> reached(const std::vector<AngleView> &views, double level, double (*of)(const AngleView &))
{
    std::optional<double> least;
    for (const Direction &way : {Direction{1, 0}, Direction{-1, 0}, Direction{0, 1}, Direction{0, -1}}) {
        std::map<double, double> along;
        for (const AngleView &v : views) {
            const double forward = v.from[0] * way[0] + v.from[1] * way[1];
            if (forward > 0 || degrees(v.from) == 0) {
                along[forward] = of(v);
            }
        }
        for (auto q = along.begin(), p = q; q != along.end(); p = q++) {
            if (q != along.begin() && q->second >= level && p->second < level) {
                const double at = p->first + (level - p->second) / (q->second - p->second) * (q->first - p->first);
                least = std::min(least.value_or(at), at);
                break;
            }
        }
    }
    return least;
}

} // namespace

Result<std::vector<SurveyPatch>> anglePatches(const DisplayInfo &display)
{
    // From afar more than a patch's middle may be seen.
    const double area = std::min(0.25, display.maxPatchArea.value_or(0.25));
    std::vector<SurveyPatch> all;
    const auto add = [&](const std::string &name, double v, const Direction &from) {
        SurveyPatch p;
        p.name = name;
        p.rgb = {v, v, v};
        p.area = area;
        p.from = from;
        p.dark = v < 0.2;
        all.push_back(std::move(p));
    };
    for (const Direction &d : kDirections) {
        add("white from " + nameOf(d), 1, d);
        add("gray from " + nameOf(d), kMiddleGray, d);
        add("black from " + nameOf(d), 0, d);
    }
    add("white from 0,0 again", 1, {0, 0});
    return all;
}

std::optional<AnglesFound> anglesOf(const SurveyRecord &r)
{
    const Measurement *front = r.named("white from 0,0"), *frontGray = r.named("gray from 0,0");
    if (front == nullptr || !(front->xyz.b > 0)) {
        return {};
    }
    AnglesFound f;
    const Measurement *again = r.named("white from 0,0 again");
    if (again != nullptr) {
        f.driftPercent = 100 * (again->xyz.b / front->xyz.b - 1);
    }
    // White from in front as it was at any time, straight between its two readings.
    const auto frontAt = [&](double t) {
        const double share = again != nullptr && again->t > front->t ? std::clamp((t - front->t) / (again->t - front->t), 0.0, 1.0) : 0;
        return XYZ(front->xyz.vec() * (1 - share) + (again != nullptr ? again : front)->xyz.vec() * share);
    };
    for (const Direction &d : kDirections) {
        const Measurement *white = r.named("white from " + nameOf(d)), *gray = r.named("gray from " + nameOf(d)),
                          *black = r.named("black from " + nameOf(d));
        if (white == nullptr || !(white->xyz.b > 0)) {
            continue;
        }
        AngleView v;
        v.from = d;
        v.luminance = white->xyz.b;
        const XYZ then = frontAt(white->t);
        v.percent = 100 * (white->xyz.b / then.b - 1);
        v.uv = uvDistance(chromaticity(white->xyz), chromaticity(then));
        // Of relative noise e of each component, u' and v' have about 0.2 e to 0.5 e; of two readings.
        const double noise =
            std::hypot(white->sigma.vec().cwiseQuotient(white->xyz.vec()).maxCoeff(), front->sigma.vec().cwiseQuotient(front->xyz.vec()).maxCoeff());
        v.uvK2 = 2 * 0.5 * noise;
        if (gray != nullptr && frontGray != nullptr && gray->xyz.b > 0 && frontGray->xyz.b > 0) {
            v.gray = grayDifference(gray->xyz, white->xyz, frontGray->xyz, front->xyz);
        }
        if (black != nullptr) {
            const SeenContrast seen = seenContrast(*white, *black, r.instrument.floorCdM2);
            v.contrast = seen.value;
            v.contrastAtLeast = seen.atLeast;
        }
        f.widest = {std::max(f.widest[0], std::abs(d[0])), std::max(f.widest[1], std::abs(d[1]))};
        f.views.push_back(v);
    }
    f.half = reached(f.views, 100 * kHalf, [](const AngleView &v) { return std::max(0.0, -v.percent); });
    f.moved = reached(f.views, kMoved, [](const AngleView &v) { return v.uv; });
    return f;
}

std::vector<Message> anglesSaid(const AnglesFound &f)
{
    std::vector<Message> to;
    if (f.views.size() < 2) {
        return to;
    }
    const auto worst = std::max_element(f.views.begin(), f.views.end(), [](const AngleView &p, const AngleView &q) { return p.uv < q.uv; });
    to.push_back(f.half ? say("angles-half", decimal(*f.half, 0)) : say("angles-no-half", decimal(f.widest[0], 0), decimal(f.widest[1], 0)));
    to.push_back(f.moved ? say("angles-moved", decimal(*f.moved, 0), decimal(worst->uv, 3))
                         : say("angles-not-moved", decimal(worst->uv, 4), decimal(f.widest[0], 0), decimal(f.widest[1], 0)));
    std::optional<double> worstGray; // from in front it is none of them
    for (const AngleView &v : f.views) {
        if (v.gray && degrees(v.from) > 0) {
            worstGray = std::max(worstGray.value_or(0), *v.gray);
        }
    }
    if (worstGray) {
        to.push_back(say("angles-gray", decimal(*worstGray, 1)));
    }
    to.push_back(say("angles-room"));
    if (std::abs(f.driftPercent) >= 1) {
        to.push_back(say("survey-drift", decimal(f.driftPercent, 1)));
    }
    return to;
}

} // namespace lamp
