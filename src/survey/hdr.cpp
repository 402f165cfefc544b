// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/hdr.h"

#include "base/text.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "colour/tone.h"
#include "survey/seen_contrast.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr Chromaticity kD65{0.3127, 0.3290};
constexpr double kReferenceWhite = 203; // cd/m² of diffuse white in PQ (BT.2408, table 1)
constexpr double kWindow = 0.1;         // share of the screen, common practice, no published source
constexpr std::array<double, 8> kAreas{0.01, 0.02, 0.05, 0.1, 0.25, 0.5, 0.75, 1.0};
constexpr double kBehind = 0.95, kAll = 0.98;

SurveyPatch patch(std::string name, const Drive &rgb, double area, double rest = 0)
{
    SurveyPatch p;
    p.name = std::move(name);
    p.rgb = rgb;
    p.area = area;
    p.restS = rest;
    p.dark = std::max({rgb.a, rgb.b, rgb.c}) < 0.2;
    return p;
}

std::string signalLabel(Signal signal)
{
    return signal == Signal::Pq ? "PQ" : "HLG";
}

Drive grayDrive(double v)
{
    return {v, v, v};
}

/// Light of Display P3 as drives of PQ in BT.2020.
Drive pqDrive(const XYZ &light)
{
    static const Eigen::Matrix3d fromXyz = rgbSpace("Rec. 2020")->toXyz().inverse();
    const Eigen::Vector3d l = fromXyz * light.vec();
    return {pqSignal(std::max(0.0, l[0])), pqSignal(std::max(0.0, l[1])), pqSignal(std::max(0.0, l[2]))};
}

/// What a drive of PQ asks for, cd/m².
XYZ pqLight(const Drive &d)
{
    static const Eigen::Matrix3d toXyz = rgbSpace("Rec. 2020")->toXyz();
    return XYZ(toXyz * Eigen::Vector3d(pqLuminance(d.a), pqLuminance(d.b), pqLuminance(d.c)));
}

void addColours(std::vector<SurveyPatch> &to, double area)
{
    static constexpr std::array<std::pair<const char *, std::array<double, 3>>, 6> kHues{
        {{"red", {1, 0, 0}}, {"yellow", {1, 1, 0}}, {"green", {0, 1, 0}}, {"cyan", {0, 1, 1}}, {"blue", {0, 0, 1}}, {"magenta", {1, 0, 1}}}};
    const Eigen::Matrix3d p3 = kReferenceWhite * rgbSpace("Display P3")->toXyz();
    for (const auto &[name, rgb] : kHues) {
        const Eigen::Vector3d corner(rgb[0], rgb[1], rgb[2]);
        // Half of the way from the gray of the corner's own luminance, so that both are equally bright.
        const Eigen::Vector3d gray = Eigen::Vector3d::Constant((p3 * corner)[1] / kReferenceWhite);
        for (const auto &[share, words] : {std::pair{1.0, ""}, std::pair{0.5, " 50"}}) {
            to.push_back(patch(std::string(name) + words, pqDrive(XYZ(p3 * (gray + share * (corner - gray)))), area));
            to.back().judged = true;
        }
    }
}

double wantedOf(Signal signal, double v, double peak, double black)
{
    return signal == Signal::Pq ? pqLuminance(v) : hlgLuminance(v, peak, black);
}

/// What moves a difference: noise of each reading by itself, and what the instrument gets wrong of all of them alike.
class Doubt {
public:
    explicit Doubt(const Accuracy &accuracy) : m_accuracy(accuracy) {}

    void add(const XYZ &wanted, const XYZ &is, const XYZ &sigma)
    {
        const double d = deltaEItp(wanted, is);
        double own = 0;
        for (int c = 0; c < 3; ++c) {
            XYZ more = is, less = is;
            more[c] += sigma[c];
            less[c] = std::max(0.0, less[c] - sigma[c]);
            own += std::pow(larger(wanted, more, less, d), 2);
        }
        m_last = {2 * std::sqrt(own), 0};
        m_own += own;
        double shared = 0;
        for (size_t k = 0; k < kWays; ++k) {
            const double moves = larger(wanted, astray(is, k, 1), astray(is, k, -1), d);
            m_shared[k] += moves;
            shared += moves * moves;
        }
        m_last.absolute = 2 * std::sqrt(own + shared);
        ++m_count;
    }
    [[nodiscard]] Expanded last() const { return m_last; }
    [[nodiscard]] Expanded ofMean() const
    {
        const auto n = double(std::max<size_t>(m_count, 1));
        double shared = 0;
        for (const double s : m_shared) {
            shared += s * s;
        }
        return {2 * std::sqrt(m_own) / n, 2 * std::sqrt(m_own + shared) / n};
    }

private:
    static constexpr size_t kWays = 3; // x, y, luminance

    /// By how much a difference may be another one; near nothing it only grows.
    [[nodiscard]] static double larger(const XYZ &wanted, const XYZ &more, const XYZ &less, double d)
    {
        return std::max(std::abs(deltaEItp(wanted, more) - d), std::abs(deltaEItp(wanted, less) - d));
    }
    [[nodiscard]] XYZ astray(const XYZ &is, size_t way, double sign) const
    {
        if (!(is.b > 0)) {
            return is;
        }
        Chromaticity c = chromaticity(is);
        c.x += way == 0 ? sign * m_accuracy.xy : 0;
        c.y = std::max(1e-3, c.y + (way == 1 ? sign * m_accuracy.xy : 0));
        return xyzOf(c, is.b * (way == 2 ? 1 + sign * m_accuracy.luminance : 1));
    }

    Accuracy m_accuracy;
    Expanded m_last;
    double m_own = 0;
    std::array<double, kWays> m_shared{};
    size_t m_count = 0;
};

/// Where a quantity that falls along rising steps crosses a level, between two of them on a scale of logarithms.
double crossing(double w0, double w1, double r0, double r1, double level)
{
    const double t = std::abs(r1 - r0) > 1e-12 ? std::clamp((level - r0) / (r1 - r0), 0.0, 1.0) : 1;
    return std::exp(std::log(w0) + t * (std::log(w1) - std::log(w0)));
}

/// What it is brighter or darker by where it follows the signal: the middle of those that rise as the signal does.
std::optional<double> followedBy(const std::vector<HdrStep> &steps)
{
    std::vector<double> ratios;
    for (size_t i = 1; i < steps.size(); ++i) {
        const HdrStep &p = steps[i - 1], &q = steps[i];
        constexpr double kFrom = 1; // cd/m²: below black and noise join in
        if (p.wanted >= kFrom && q.xyz.b > 0 && p.xyz.b > 0 && std::log(q.xyz.b / p.xyz.b) > 0.9 * std::log(q.wanted / p.wanted)) {
            ratios.push_back(q.xyz.b / q.wanted);
        }
    }
    if (ratios.empty()) {
        return {};
    }
    std::sort(ratios.begin(), ratios.end());
    return (ratios[(ratios.size() - 1) / 2] + ratios[ratios.size() / 2]) / 2;
}

/// Whether the instrument saw a gray at all: of one that it did not see nothing follows.
bool wasSeen(const Measurement &m)
{
    return !m.tooDark && m.xyz.b > 3 * m.sigma.b;
}

/// Whether light goes with the signal at all: what is asked for and what is given keep about one ratio, from where black no longer joins in to the
/// knee.
void findFollowing(HdrFound &f, const std::vector<const Measurement *> &readings)
{
    constexpr double kFrom = 1, kBlacks = 10, kSpread = 1.5; // cd/m²; times black; between the ratios (common practice, no published source)
    for (size_t i = 0; i < f.steps.size(); ++i) {
        const HdrStep &s = f.steps[i];
        const bool within = s.wanted >= std::max(kFrom, kBlacks * f.black) && s.wanted <= f.knee.value_or(s.wanted);
        if (within && wasSeen(*readings[i])) {
            const double ratio = s.xyz.b / s.wanted;
            f.least = std::min(f.least.value_or(ratio), ratio);
            f.most = std::max(f.most.value_or(ratio), ratio);
        }
    }
    if (f.least) {
        f.follows = *f.most <= kSpread * *f.least;
    }
    if (f.follows == false) {
        f.knee = f.full = {};
    }
}

/// Light of full red, green and blue together over white's, where a display follows the signal. HLG's system gamma is of luminance (BT.2100, table
/// 5): a primary whose share of it is w gives w to that power.
double colourLightOf(Signal signal, double peak)
{
    if (signal != Signal::Hlg) {
        return 1;
    }
    const Eigen::Vector3d shares = rgbSpace("Rec. 2020")->toXyz().row(1);
    return shares.array().pow(hlgSystemGamma(peak)).sum();
}

void findKnee(HdrFound &f)
{
    const auto base = followedBy(f.steps);
    if (!base || f.steps.size() < 3) {
        return;
    }
    // From above, so that a dip below is none.
    for (size_t i = f.steps.size() - 1; i > 0; --i) {
        const HdrStep &p = f.steps[i - 1], &q = f.steps[i];
        const double above = q.xyz.b / q.wanted / *base, below = p.xyz.b / p.wanted / *base;
        if (above >= kBehind) {
            break;
        }
        if (below >= kBehind) {
            f.knee = crossing(p.wanted, q.wanted, below, above, kBehind);
            break;
        }
    }
    const double most = kAll * f.steps.back().xyz.b;
    for (size_t i = 1; i < f.steps.size() && f.knee; ++i) {
        if (f.steps[i].xyz.b >= most && f.steps[i - 1].xyz.b < most) {
            f.full = crossing(f.steps[i - 1].wanted, f.steps[i].wanted, f.steps[i - 1].xyz.b, f.steps[i].xyz.b, most);
            break;
        }
    }
}

void judgeSteps(HdrFound &f, const std::vector<const Measurement *> &readings, const SurveyRecord &r)
{
    constexpr double kAboveBlack = 10;
    const double from = kAboveBlack * (f.blackAtMost ? 0 : f.black); // of a black that was not seen nothing follows
    f.judgedTo = f.knee.value_or(f.steps.empty() ? 0 : f.steps.back().wanted);
    Doubt doubt(r.accuracy());
    for (size_t i = 0; i < f.steps.size(); ++i) {
        HdrStep &s = f.steps[i];
        if (!wasSeen(*readings[i]) || !(s.wanted > 0)) {
            continue; // not seen is not right
        }
        const XYZ wanted = xyzOf(kD65, s.wanted);
        s.deltaE = deltaEItp(wanted, s.xyz);
        Doubt one(r.accuracy());
        one.add(wanted, s.xyz, readings[i]->sigma);
        s.k2 = one.last();
        if (s.wanted >= from && s.wanted <= f.judgedTo) {
            f.judgedFrom = f.judged == 0 ? s.wanted : f.judgedFrom;
            doubt.add(wanted, s.xyz, readings[i]->sigma);
            f.mean += *s.deltaE;
            f.max = std::max(f.max, *s.deltaE);
            f.percentMean += std::abs(s.percent);
            ++f.judged;
        }
    }
    if (f.judged > 0) {
        f.mean /= double(f.judged);
        f.percentMean /= double(f.judged);
        f.meanK2 = doubt.ofMean();
    }
}

void judgeColours(HdrFound &f, const SurveyRecord &r)
{
    Doubt doubt(r.accuracy());
    for (size_t i = 0; i < r.patches.size(); ++i) {
        const Measurement *m = r.of(i);
        if (!r.patches[i].judged || m == nullptr || m->tooDark) {
            continue;
        }
        HdrColour c{r.patches[i].name, pqLight(r.patches[i].rgb), m->xyz, 0, {}};
        c.deltaE = deltaEItp(c.wanted, c.xyz);
        doubt.add(c.wanted, c.xyz, m->sigma);
        c.k2 = doubt.last();
        f.colourMean += c.deltaE;
        f.colourMax = std::max(f.colourMax, c.deltaE);
        f.colours.push_back(std::move(c));
    }
    if (!f.colours.empty()) {
        f.colourMean /= double(f.colours.size());
        f.colourMeanK2 = doubt.ofMean();
    }
}

void takeAreas(HdrFound &f, const SurveyRecord &r)
{
    for (const double area : kAreas) {
        if (const Measurement *m = r.named("peak " + fixed(100 * area, 0))) {
            f.peakByArea.emplace_back(area, m->xyz.b);
            f.best = std::max(f.best, m->xyz.b);
            f.fullScreen = area == 1 ? m->xyz.b : f.fullScreen;
        }
    }
}

void takeLasting(HdrFound &f, const SurveyRecord &r)
{
    const Measurement *first = nullptr;
    bool all = true;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        if (!r.patches[i].name.starts_with("lasting ")) {
            continue;
        }
        const Measurement *m = r.of(i);
        all = all && m != nullptr;
        if (m != nullptr) {
            first = first == nullptr ? m : first;
            f.lasting.push_back({(m->t - first->t) / 60, m->xyz.b});
        }
    }
    if (all && f.lasting.size() > 1 && f.lasting.front().luminance > 0) {
        f.lastShare = f.lasting.back().luminance / f.lasting.front().luminance;
    }
}

} // namespace

Result<std::vector<SurveyPatch>> hdrPatches(const SurveyPlan &plan, const DisplayInfo &display)
{
    constexpr int kFewest = 11;
    const auto bad = [](Message why) {
        return Error{ErrorKind::Input, say("survey-cannot-be", std::move(why)), say("nothing-started"), {}, "survey", false};
    };
    if (plan.steps < kFewest || plan.steps > kMostSurveySteps) {
        return bad(say("survey-steps", kFewest, kMostSurveySteps));
    }
    constexpr double kLongest = 60;
    if (plan.minutes != 0 && !(plan.minutes >= 1 && plan.minutes <= kLongest)) {
        return bad(say("survey-minutes", 1, int(kLongest)));
    }
    if (plan.signal == Signal::Sdr) {
        return bad(say("hdr-pq-or-hlg"));
    }
    // A bright patch warms a panel, and a warm one gives less: dark ones first, rests before what has to be fresh.
    constexpr double kRest = 20, kLongRest = 60; // s
    const double area = std::min(kWindow, display.maxPatchArea.value_or(kWindow));
    const Drive reference = grayDrive(plan.signal == Signal::Pq ? pqSignal(kReferenceWhite) : 0.75); // BT.2408
    std::vector<SurveyPatch> all{patch("black", {}, area), patch("reference", reference, area), patch("white", {1, 1, 1}, kWindow, kRest)};
    const size_t dark = all.size();
    if (plan.signal == Signal::Pq) {
        addColours(all, area);
    }
    for (int i = 1; i < plan.steps; ++i) {
        const double v = double(i) / (plan.steps - 1);
        all.push_back(patch("gray " + fixed(100 * v, 1), grayDrive(v), area));
    }
    all[dark].restS = kLongRest;
    all.push_back(patch("reference end", reference, area)); // at once, so that it tells what the grays had to bear
    for (const auto &[name, rgb] :
         {std::pair{"full red", Drive{1, 0, 0}}, std::pair{"full green", Drive{0, 1, 0}}, std::pair{"full blue", Drive{0, 0, 1}}}) {
        all.push_back(patch(name, rgb, kWindow, kRest));
    }
    for (const double window : kAreas) {
        all.push_back(patch("peak " + fixed(100 * window, 0), {1, 1, 1}, window, kRest));
    }
    const double step = std::max(10.0, plan.minutes);
    for (double t = 0; t <= 60 * plan.minutes + 1e-9 && plan.minutes > 0; t += step) {
        all.push_back(patch("lasting " + fixed(t / 60, 2) + " min", {1, 1, 1}, kWindow, t == 0 ? kLongRest : 0));
        all.back().waitS = t == 0 ? 0 : step - 1; // a reading takes about that
        all.back().still = true;
    }
    return all;
}

std::optional<HdrFound> hdrOf(const SurveyRecord &r)
{
    const Measurement *white = r.named("white"), *black = r.named("black");
    if (white == nullptr || black == nullptr || !(white->xyz.b > 0)) {
        return {};
    }
    HdrFound f;
    f.signal = r.plan.signal;
    f.peak = white->xyz;
    const double noise = white->sigma.b / white->xyz.b;
    f.peakPercentK2 = {200 * noise, 200 * std::hypot(noise, r.accuracy().luminance)};
    const SeenContrast seen = seenContrast(*white, *black, r.instrument.floorCdM2);
    f.blackAtMost = seen.atLeast;
    f.black = black->tooDark ? 0 : black->xyz.b;
    f.contrast = seen.value;
    std::vector<const Measurement *> readings;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        const Measurement *m = r.of(i);
        if (m != nullptr && r.patches[i].name.starts_with("gray ")) {
            HdrStep s;
            s.signal = r.patches[i].rgb.b;
            s.wanted = wantedOf(f.signal, s.signal, f.peak.b, f.black);
            s.xyz = m->xyz;
            s.percent = s.wanted > 0 ? 100 * (m->xyz.b / s.wanted - 1) : 0;
            f.steps.push_back(s);
            readings.push_back(m);
        }
    }
    if (f.signal == Signal::Pq) {
        findKnee(f);
        judgeColours(f, r);
    }
    findFollowing(f, readings);
    judgeSteps(f, readings, r);
    takeAreas(f, r);
    takeLasting(f, r);
    const Measurement *red = r.named("full red"), *green = r.named("full green"), *blue = r.named("full blue");
    if (red != nullptr && green != nullptr && blue != nullptr) {
        f.colourLightWanted = colourLightOf(f.signal, f.peak.b);
        f.colourLight = (red->xyz.b + green->xyz.b + blue->xyz.b - 3 * f.black) / (f.peak.b - f.black);
    }
    const Measurement *begun = r.named("reference"), *ended = r.named("reference end");
    if (begun != nullptr && ended != nullptr && begun->xyz.b > 0) {
        f.driftPercent = 100 * (ended->xyz.b / begun->xyz.b - 1);
    }
    return f;
}

std::vector<Message> hdrSaid(const HdrFound &f)
{
    std::vector<Message> to{say(f.blackAtMost ? "hdr-peak-least" : "hdr-peak", signalLabel(f.signal), decimal(f.peak.b, 0),
                                decimal(f.peakPercentK2.instrument, 1), decimal(f.peakPercentK2.absolute, 1),
                                decimal(withFigures(f.contrast, 3), 0))};
    if (f.fullScreen > 0) {
        const auto best =
            std::max_element(f.peakByArea.begin(), f.peakByArea.end(), [](const auto &p, const auto &q) { return p.second < q.second; });
        to.push_back(say("hdr-windows", decimal(best->second, 0), decimal(100 * best->first, 0), decimal(f.fullScreen, 0),
                         decimal(100 * f.fullScreen / best->second, 0)));
    }
    if (f.judged > 0) {
        to.push_back(say("hdr-tracking", decimal(f.mean, 1), decimal(f.meanK2.instrument, 2), decimal(f.meanK2.absolute, 1), decimal(f.max, 1),
                         decimal(f.percentMean, 1), decimal(f.judgedFrom, f.judgedFrom < 1 ? 2 : 0), decimal(f.judgedTo, 0),
                         say("count-grays", f.judged)));
    } else if (!f.steps.empty()) {
        to.push_back(say("hdr-none-judged"));
    }
    if (f.follows == false) {
        const auto times = [](double t) { return decimal(withFigures(t, 2), t < 1 ? 2 : (t < 10 ? 1 : 0)); };
        to.push_back(say("hdr-follows-not", times(*f.least), times(*f.most)));
    } else if (f.knee) {
        to.push_back(f.full ? say("hdr-knee-full", decimal(*f.knee, 0), decimal(*f.full, 0)) : say("hdr-knee", decimal(*f.knee, 0)));
    } else if (f.signal == Signal::Pq && f.follows && f.judged > 0) {
        to.push_back(say("hdr-no-knee"));
    }
    if (!f.colours.empty()) {
        const auto worst =
            std::max_element(f.colours.begin(), f.colours.end(), [](const HdrColour &p, const HdrColour &q) { return p.deltaE < q.deltaE; });
        to.push_back(say("hdr-colours", decimal(f.colourMean, 1), decimal(f.colourMeanK2.instrument, 2), decimal(f.colourMeanK2.absolute, 1),
                         decimal(f.colourMax, 1), say("patch-named", worst->name), say("count-colours", f.colours.size())));
    }
    if (f.colourLight) {
        to.push_back(f.signal == Signal::Hlg ? say("hdr-colour-light-wanted", decimal(100 * *f.colourLight, 0), decimal(100 * f.colourLightWanted, 0))
                                             : say("hdr-colour-light", decimal(100 * *f.colourLight, 0)));
    }
    if (f.lastShare) {
        to.push_back(
            say("hdr-lasting", Lasting{60 * f.lasting.back().minutes}, decimal(f.lasting.back().luminance, 0), decimal(100 * *f.lastShare, 0)));
    }
    if (std::abs(f.driftPercent) >= 1) {
        to.push_back(say("hdr-drift", decimal(f.driftPercent, 1)));
    }
    return to;
}

} // namespace lamp
