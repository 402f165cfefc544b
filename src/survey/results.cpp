// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/results.h"

#include "gamut/gamut.h"
#include "icc/icc.h"
#include "survey/seen_contrast.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace lamp {

namespace {

bool isWhite(const SurveyPatch &p)
{
    return p.rgb == Drive{1, 1, 1} && p.area == 0 && p.at == std::array<double, 2>{0.5, 0.5} && p.surround == Drive{};
}

/// Those of a mode, or all of a survey without modes: the whites in the order of time, and what stands between them.
class Part {
public:
    Part(const SurveyRecord &r, std::string mode) : m_r(r), m_mode(std::move(mode))
    {
        for (size_t i = 0; i < r.patches.size(); ++i) {
            const Measurement *m = r.of(i);
            if (m != nullptr && r.patches[i].mode == m_mode && isWhite(r.patches[i])) {
                m_whites.push_back(m);
            }
        }
        std::sort(m_whites.begin(), m_whites.end(), [](const Measurement *p, const Measurement *q) { return p->index < q->index; });
    }
    [[nodiscard]] const Measurement *named(const std::string &name) const { return m_r.named(m_mode.empty() ? name : name + " " + m_mode); }
    [[nodiscard]] const std::vector<const Measurement *> &whites() const { return m_whites; }
    /// A reading on the scale of the first white: what the display did meanwhile taken out.
    [[nodiscard]] XYZ steady(const Measurement &m) const
    {
        const Measurement *before = nullptr, *after = nullptr;
        for (const Measurement *w : m_whites) {
            if (w->index <= m.index) {
                before = w;
            } else if (after == nullptr) {
                after = w;
            }
        }
        if (before == nullptr) {
            return m.xyz;
        }
        // Between two whites on the scale of the second, and from there on the scale of the first of all.
        const XYZ here = after != nullptr ? withoutDrift(m, *before, *after) : m.xyz;
        const Measurement *scale = after != nullptr ? after : before;
        return scale == m_whites.front() ? here : XYZ(here.vec().cwiseProduct(m_whites.front()->xyz.vec().cwiseQuotient(scale->xyz.vec())));
    }
    [[nodiscard]] std::optional<Primaries> primaries() const
    {
        const Measurement *r = named("red"), *g = named("green"), *b = named("blue"), *w = named("white"), *k = named("black");
        if (r == nullptr || g == nullptr || b == nullptr || w == nullptr || k == nullptr) {
            return {};
        }
        return Primaries{steady(*r), steady(*g), steady(*b), w->xyz, steady(*k)};
    }
    /// That grays are judged against.
    [[nodiscard]] Chromaticity targetWhite() const { return m_r.plan.white.value_or(chromaticity(m_whites.front()->xyz)); }
    [[nodiscard]] Evidence evidence(const Primaries &panel) const
    {
        const Measurement *k = named("black");
        const XYZ sigma = k->tooDark ? XYZ{} : k->sigma, unseen = k->tooDark ? k->sigma : XYZ{};
        return {panel, sigma, unseen, targetWhite(), {}, m_r.plan.tone};
    }
    /// The first white, on whose scale all is, with what the display did to the last one.
    [[nodiscard]] WhiteRead white() const
    {
        return {m_whites.front()->xyz, m_whites.front()->sigma, whiteBetween(*m_whites.front(), *m_whites.back()).moved};
    }

private:
    const SurveyRecord &m_r;
    std::string m_mode;
    std::vector<const Measurement *> m_whites;
};

std::optional<GrayTracking> grayTracking(const SurveyRecord &r)
{
    const Part part(r, {});
    const auto panel = part.primaries();
    if (!panel) {
        return {};
    }
    std::vector<GrayInput> grays;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        const Drive &d = r.patches[i].rgb;
        const Measurement *m = r.of(i);
        if (m != nullptr && d.a == d.b && d.b == d.c && d.a > 0 && d.a < 1) {
            grays.push_back({d.a, part.steady(*m), m->sigma});
        }
    }
    std::sort(grays.begin(), grays.end(), [](const GrayInput &p, const GrayInput &q) { return p.drive < q.drive; });
    if (grays.empty()) {
        return {};
    }
    GrayJudgement judged = judgeGrays(grays, panel->white, panel->black, part.targetWhite(), r.plan.tone);
    Verification none;
    none.white = part.white();
    const FigureDoubt doubt = weigh(part.evidence(*panel), r.accuracy(), none, judged);
    GrayTracking t{{}, judged.mean, judged.max, judged.gammaMean, doubt.grayMean, doubt.grayMax, panel->white, panel->black};
    for (const GrayResult &g : judged.grays) {
        t.steps.push_back(grayStep(g, *panel, part.targetWhite()));
    }
    return t;
}

/// What a drive should look like: by the profile, else by the space as it stands.
class Wanted {
public:
    explicit Wanted(const SurveyPlan &plan)
    {
        if (!plan.profile.empty()) {
            if (auto opened = Profile::open(plan.profile)) {
                m_profile.emplace(std::move(opened).value());
            }
        }
        if (!m_profile) {
            m_space = *rgbSpace(plan.space);
            m_toD50 = adaptation(whiteOf(m_space.white), iccD50()) * m_space.toXyz();
        }
    }
    [[nodiscard]] Lab of(const Drive &d) const
    {
        if (m_profile) {
            return m_profile->colourOf(d);
        }
        const ToneCurve &t = m_space.tone;
        return labOf(RelXYZ(m_toD50 * Eigen::Vector3d(t.value(d.a), t.value(d.b), t.value(d.c))), iccD50());
    }
    /// From what is measured to D50.
    [[nodiscard]] Eigen::Matrix3d chad(const XYZ &white) const
    {
        return m_profile ? m_profile->chad() : adaptation(relativeTo(white, white.b), iccD50());
    }

private:
    std::optional<Profile> m_profile;
    RgbSpace m_space;
    Eigen::Matrix3d m_toD50;
};

std::optional<ColourDifferences> colourDifferences(const SurveyRecord &r, const std::string &mode)
{
    const Part part(r, mode);
    const auto panel = part.primaries();
    if (!panel) {
        return {};
    }
    const Wanted wanted(r.plan);
    std::vector<VerifiedColour> colours;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        const SurveyPatch &p = r.patches[i];
        const Measurement *m = r.of(i);
        if (m != nullptr && p.mode == mode && p.judged) {
            colours.push_back({{p.name, p.wanted.value_or(wanted.of(p.rgb)), p.rgb}, part.steady(*m), m->sigma});
        }
    }
    if (colours.empty()) {
        return {};
    }
    Verification v = verify(std::move(colours), part.white(), wanted.chad(panel->white));
    GrayJudgement none;
    const FigureDoubt doubt = weigh(part.evidence(*panel), r.accuracy(), v, none);
    ColourDifferences found{{}, v.mean, v.max, v.p95, doubt.mean, doubt.max};
    for (const VerifiedColour &c : v.colours) {
        const LabParts parts = labParts(c.colour.wanted, c.measured);
        SurveyDifference d{c.colour.name, c.colour.rgb, c.colour.wanted, c.measured, c.deltaE, c.k2, parts.lightness, parts.chroma, parts.hue};
        found.colours.push_back(d);
    }
    return found;
}

/// What noise and laying the instrument on leave open of a colour's difference, k = 2. \param percent of its luminance
double colourK2(const Measurement &m, const XYZ &white, double percent, const Eigen::Matrix3d &chad)
{
    const Lab is = measuredLab(m.xyz, white, chad);
    double squares = 0;
    for (int k = 0; k < 3; ++k) {
        XYZ off = m.xyz;
        off[k] += 2 * m.sigma[k];
        squares += std::pow(deltaE2000(is, measuredLab(off, white, chad)), 2);
    }
    return std::sqrt(squares + std::pow(deltaE2000(is, measuredLab((1 + percent / 100) * m.xyz, white, chad)), 2));
}

/// One place beyond is enough to say no; yes needs all of them.
Evenness evennessOf(const Uniformity &u, bool colour, double limit)
{
    Evenness e{colour, limit, 0, {}};
    bool beyond = false, within = int(u.places.size()) == u.grid * u.grid;
    for (const UniformityPlace &p : u.places) {
        const double off = colour ? std::max(p.white, p.gray) : std::abs(p.luminancePercent), open = colour ? p.colourK2 : p.luminanceK2;
        e.worst = std::max(e.worst, off);
        beyond = beyond || off - open > limit;
        within = within && off + open < limit;
    }
    e.within = beyond ? std::optional(false) : (within ? std::optional(true) : std::nullopt);
    return e;
}

std::optional<Uniformity> uniformityOf(const SurveyRecord &r)
{
    // k = 1 of laying an instrument on one place and another (common practice, no published source).
    constexpr double kPlaced = 0.0025;
    const Measurement *white = r.named("white"), *gray = r.named("gray");
    // Of a centre that was not seen nothing is any share.
    if (white == nullptr || gray == nullptr || !(white->xyz.b > 0) || !(gray->xyz.b > 0)) {
        return {};
    }
    std::vector<const Measurement *> centres{white};
    for (size_t i = 0; i < r.patches.size(); ++i) {
        if (r.patches[i].name.starts_with("white centre") && r.of(i) != nullptr && r.of(i)->xyz.b > 0) {
            centres.push_back(r.of(i));
        }
    }
    std::sort(centres.begin(), centres.end(), [](const Measurement *p, const Measurement *q) { return p->index < q->index; });
    // The centre at any time, straight between its readings.
    const auto centreAt = [&](double t) -> XYZ {
        for (size_t i = 1; i < centres.size(); ++i) {
            if (t <= centres[i]->t) {
                const double span = std::max(1e-9, centres[i]->t - centres[i - 1]->t), share = std::clamp((t - centres[i - 1]->t) / span, 0.0, 1.0);
                return XYZ(centres[i - 1]->xyz.vec() * (1 - share) + centres[i]->xyz.vec() * share);
            }
        }
        return centres.back()->xyz;
    };
    Uniformity u;
    u.grid = r.plan.grid;
    u.drift = 100 * (centres.back()->xyz.b / centres.front()->xyz.b - 1);
    const Eigen::Matrix3d chad = adaptation(relativeTo(white->xyz, white->xyz.b), iccD50());
    double sum = 0;
    for (int row = 1; row <= u.grid; ++row) {
        for (int column = 1; column <= u.grid; ++column) {
            UniformityPlace p;
            p.at = {(column - 0.5) / u.grid, (row - 0.5) / u.grid};
            const std::string where = " at " + std::to_string(column) + "," + std::to_string(row);
            const bool centre = 2 * row == u.grid + 1 && 2 * column == u.grid + 1;
            const Measurement *w = centre ? white : r.named("white" + where), *g = centre ? gray : r.named("gray" + where);
            if (w == nullptr || g == nullptr || !(w->xyz.b > 0)) {
                continue;
            }
            const XYZ there = centreAt(w->t), thereGray = centreAt(g->t);
            p.luminancePercent = centre ? 0 : 100 * (w->xyz.b / there.b - 1);
            p.luminanceK2 =
                centre ? 0 : 200 * std::sqrt(2 * kPlaced * kPlaced + std::pow(w->sigma.b / w->xyz.b, 2) + std::pow(white->sigma.b / white->xyz.b, 2));
            p.uv = centre ? 0 : uvDistance(chromaticity(w->xyz), chromaticity(there));
            const Lab whiteLab = measuredLab(there, there, chad);
            p.white = centre ? 0 : deltaE2000(whiteLab, measuredLab(w->xyz, there, chad));
            // The gray of the centre, as it would have been then.
            const XYZ grayThere(gray->xyz.vec().cwiseProduct(thereGray.vec().cwiseQuotient(white->xyz.vec())));
            p.gray = centre ? 0 : deltaE2000(measuredLab(grayThere, thereGray, chad), measuredLab(g->xyz, thereGray, chad));
            p.colourK2 = centre ? 0 : std::max(colourK2(*w, there, p.luminanceK2, chad), colourK2(*g, thereGray, p.luminanceK2, chad));
            u.darkest = std::min(u.darkest, p.luminancePercent);
            u.brightest = std::max(u.brightest, p.luminancePercent);
            u.worstUv = std::max(u.worstUv, p.uv);
            u.worst = std::max({u.worst, p.white, p.gray});
            sum += centre ? 0 : p.white;
            u.places.push_back(p);
        }
    }
    if (u.places.size() < 2) {
        return {};
    }
    u.mean = sum / double(u.places.size() - 1);
    const EvennessLimits &limits = r.plan.even;
    u.within10 = evennessOf(u, false, 10).within;
    u.even.push_back(evennessOf(u, false, limits.luminancePercent));
    if (limits.deltaE) {
        u.even.push_back(evennessOf(u, true, *limits.deltaE));
    }
    return u;
}

std::optional<ContrastFound::InRoom> inRoomLight(const SurveyRecord &r, const ContrastFound &dark)
{
    const Measurement *lux = r.named("room"), *white = r.named("white from the desk"), *black = r.named("black from the desk");
    ContrastFound::InRoom room;
    if (lux != nullptr) {
        room.lux = lux->xyz.b;
    }
    if (white != nullptr && black != nullptr && white->xyz.b > 0) {
        const SeenContrast seen = seenContrast(*white, *black, r.instrument.floorCdM2);
        room.seen = true;
        room.atLeast = seen.atLeast;
        room.contrast = room.contrastHigh = seen.value;
        room.blackLow = seen.atLeast ? 0 : black->xyz.b;
        room.black = seen.value > 0 ? white->xyz.b / seen.value : 0;
        return room;
    }
    if (!room.lux) {
        return {};
    }
    // L = E·ρ/π of a diffuse surface. What screens reflect so, from glass that is coated well to worn matte ones (common practice, no published
    // source); mirror images of lamps come on top, and depend on where one sits.
    constexpr double kLeast = 0.005, kMost = 0.04;
    const auto reflected = [&](double share) { return *room.lux * share / std::numbers::pi; };
    room.reflectanceSaid = r.plan.reflectance.has_value();
    const double darkBlack = dark.atLeast ? 0 : dark.black.b, least = reflected(r.plan.reflectance.value_or(kLeast)),
                 most = reflected(r.plan.reflectance.value_or(kMost));
    room.blackLow = darkBlack + least;
    room.black = (dark.atLeast && dark.contrast > 0 ? dark.white.b / dark.contrast : dark.black.b) + most;
    room.contrast = (dark.white.b + most) / room.black;
    room.contrastHigh = room.blackLow > 0 ? (dark.white.b + least) / room.blackLow : room.contrast;
    return room;
}

std::optional<ContrastFound> contrastOf(const SurveyRecord &r)
{
    const Measurement *white = r.named("white"), *black = r.named("black");
    if (white == nullptr || black == nullptr) {
        return {};
    }
    ContrastFound c;
    c.white = white->xyz;
    c.black = black->xyz;
    const SeenContrast seen = seenContrast(*white, *black, r.instrument.floorCdM2);
    c.contrast = seen.value;
    c.atLeast = seen.atLeast;
    c.blackK2 = 2 * black->sigma.b;
    if (const Measurement *m = r.named("black beside white")) {
        c.besideWhite = m->xyz.b;
    }
    double most = 0, last = 0;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        if (r.patches[i].area > 0 && r.patches[i].rgb == Drive{1, 1, 1} && r.of(i) != nullptr) {
            last = r.of(i)->xyz.b;
            most = std::max(most, last);
            c.whiteByArea.emplace_back(r.patches[i].area, last);
        }
    }
    constexpr double kDims = 0.97;
    c.dims = most > 0 && last < kDims * most;
    c.inRoom = inRoomLight(r, c);
    return c;
}

std::optional<StabilityFound> stabilityOf(const SurveyRecord &r)
{
    std::vector<const Measurement *> all;
    for (size_t i = 0; i < r.patches.size(); ++i) {
        if (r.of(i) != nullptr) {
            all.push_back(r.of(i));
        }
    }
    if (all.size() < 3) {
        return {};
    }
    StabilityFound s;
    const XYZ last = all.back()->xyz;
    double least = 1e18, most = 0;
    for (const Measurement *m : all) {
        StabilityFound::Point p{(m->t - all.front()->t) / 60, 100 * (m->xyz.b / last.b - 1), uvDistance(chromaticity(m->xyz), chromaticity(last)),
                                m->xyz};
        least = std::min(least, m->xyz.b);
        most = std::max(most, m->xyz.b);
        s.rangeUv = std::max(s.rangeUv, p.uv);
        s.points.push_back(p);
    }
    s.rangePercent = 100 * (most - least) / last.b;
    constexpr double kWithinPercent = 1, kWithinUv = 0.002;
    size_t from = s.points.size() - 1;
    while (from > 0 && std::abs(s.points[from - 1].percent) <= kWithinPercent && s.points[from - 1].uv <= kWithinUv) {
        --from;
    }
    // What only the last few show may be where it happens to be just now.
    if (from + 3 < s.points.size()) {
        s.settledMinutes = s.points[from].minutes;
    }
    // Least squares over the last third.
    double n = 0, st = 0, sp = 0, stt = 0, stp = 0;
    for (const StabilityFound::Point &p : s.points) {
        if (p.minutes >= s.points.back().minutes * 2 / 3) {
            ++n;
            st += p.minutes;
            sp += p.percent;
            stt += p.minutes * p.minutes;
            stp += p.minutes * p.percent;
        }
    }
    const double spread = n * stt - st * st;
    s.lastPercentPerHour = spread > 1e-9 ? 60 * (n * stp - st * sp) / spread : 0;
    return s;
}

/// The share of a panel's light that is left when its white is made another by turning channels down; nothing where none of it gives that white.
std::optional<double> keptAt(const Chromaticity &white, const Primaries &panel)
{
    const Eigen::Matrix3d own = panel.matrix(); // columns: the channels' light, without black, at full drive
    const Eigen::Vector3d amounts = own.inverse() * xyzOf(white, 1).vec();
    if (!amounts.allFinite() || amounts.minCoeff() < 0 || !(amounts.maxCoeff() > 0)) {
        return {};
    }
    return 1 / (amounts.maxCoeff() * own.row(1).sum());
}

ModeFound modeOf(const SurveyRecord &r, const std::string &mode)
{
    ModeFound f;
    f.name = mode;
    const Part part(r, mode);
    const auto panel = part.primaries();
    if (!panel) {
        return f;
    }
    f.white = panel->white;
    const SeenContrast seen = seenContrast(*part.named("white"), *part.named("black"), r.instrument.floorCdM2);
    f.contrast = seen.value;
    f.contrastAtLeast = seen.atLeast;
    f.colours = colourDifferences(r, mode).value_or(ColourDifferences{});
    const auto space = rgbSpace(r.plan.space);
    f.coverage = coveragePercent(gamutOf(panel->matrix(), panel->black).blackCompensated(), gamutOf(*space));
    if (const auto kept = keptAt(space->white, *panel); kept && f.contrast > 1) {
        f.keptLuminance = *kept * (panel->white.b - panel->black.b) + panel->black.b;
        f.keptContrast = *kept * (f.contrast - 1) + 1;
    }
    double sum = 0;
    int n = 0;
    for (const char *gray : {"gray 80", "gray 60", "gray 40"}) {
        if (const Measurement *m = part.named(gray)) {
            const double share = (part.steady(*m).b - panel->black.b) / (panel->white.b - panel->black.b);
            sum += share > 0 && share < 1 ? gammaAt(m->rgb.a, share) : 0;
            n += share > 0 && share < 1 ? 1 : 0;
        }
    }
    f.gamma = n > 0 ? sum / n : 0;
    return f;
}

} // namespace

GrayStep grayStep(const GrayResult &g, const Primaries &panel, const Chromaticity &white)
{
    GrayStep s{g.drive, g.xyz, 0, g.gamma, g.deltaE, g.k2, uvDistance(chromaticity(g.xyz), white), {}};
    s.share = (g.xyz.b - panel.black.b) / (panel.white.b - panel.black.b);
    const LinearRgb light = panel.amounts(g.xyz), full = panel.amounts(panel.white);
    for (size_t c = 0; c < 3 && s.share > 1e-6; ++c) {
        s.balance[c] = light.vec()[long(c)] / full.vec()[long(c)] / s.share;
    }
    return s;
}

std::vector<ContourPiece> luminanceContours(const Uniformity &u, double step)
{
    // Each field between four places is cut fine, and each piece of it crossed by straight lines (marching squares).
    constexpr int kFine = 12;
    const int n = u.grid;
    std::vector<std::optional<double>> at(size_t(n) * size_t(n));
    for (const UniformityPlace &p : u.places) {
        at[size_t(std::floor(p.at[1] * n)) * size_t(n) + size_t(std::floor(p.at[0] * n))] = p.luminancePercent;
    }
    std::vector<ContourPiece> all;
    const auto cross = [&](const std::array<double, 4> &v, double x, double y, double size) {
        // Corners in turn: upper left, upper right, lower right, lower left.
        static constexpr std::array<std::array<double, 2>, 4> kCorner{{{0, 0}, {1, 0}, {1, 1}, {0, 1}}};
        const auto [least, most] = std::minmax_element(v.begin(), v.end());
        for (double level = std::ceil(*least / step) * step; level <= *most; level += step) {
            std::vector<std::array<double, 2>> hits;
            for (size_t e = 0; e < 4; ++e) {
                const double a = v[e], b = v[(e + 1) % 4];
                if (std::abs(level) > 1e-9 && (a < level) != (b < level)) {
                    const double t = (level - a) / (b - a);
                    const auto &p = kCorner[e], &q = kCorner[(e + 1) % 4];
                    hits.push_back({x + size * (p[0] + t * (q[0] - p[0])), y + size * (p[1] + t * (q[1] - p[1]))});
                }
            }
            for (size_t i = 0; i + 1 < hits.size(); i += 2) {
                all.push_back({level, {hits[i], hits[i + 1]}});
            }
        }
    };
    for (int row = 0; row + 1 < n; ++row) {
        for (int column = 0; column + 1 < n; ++column) {
            const size_t i = size_t(row * n + column);
            if (!at[i] || !at[i + 1] || !at[i + size_t(n)] || !at[i + size_t(n) + 1]) {
                continue;
            }
            const auto value = [&](double s, double t) {
                return (1 - t) * ((1 - s) * *at[i] + s * *at[i + 1]) + t * ((1 - s) * *at[i + size_t(n)] + s * *at[i + size_t(n) + 1]);
            };
            for (int k = 0; k < kFine * kFine; ++k) {
                const double d = 1.0 / kFine, s = (k % kFine) * d, t = (k / kFine) * d;
                cross({value(s, t), value(s + d, t), value(s + d, t + d), value(s, t + d)}, (column + 0.5 + s) / n, (row + 0.5 + t) / n, d / n);
            }
        }
    }
    return all;
}

LabParts labParts(const Lab &wanted, const Lab &measured)
{
    const LCh w = lchOf(wanted), is = lchOf(measured);
    // ΔH* = 2 sqrt(C1 C2) sin(Δh / 2)
    return {is.a - w.a, is.b - w.b, 2 * std::sqrt(std::max(0.0, w.b * is.b)) * std::sin((is.c - w.c) * M_PI / 360)};
}

SurveyResults surveyResults(const SurveyRecord &r)
{
    SurveyResults s;
    switch (r.plan.kind) {
    case SurveyKind::Gray: s.gray = grayTracking(r); break;
    case SurveyKind::Saturation:
    case SurveyKind::Colours: s.colours = colourDifferences(r, {}); break;
    case SurveyKind::Uniformity: s.uniformity = uniformityOf(r); break;
    case SurveyKind::Contrast: s.contrast = contrastOf(r); break;
    case SurveyKind::Stability: s.stability = stabilityOf(r); break;
    case SurveyKind::Hdr: s.hdr = hdrOf(r); break;
    case SurveyKind::Angles: s.angles = anglesOf(r); break;
    case SurveyKind::Room: s.room = roomDay(r.roomPoints()); break;
    case SurveyKind::Modes:
        std::vector<Candidate> candidates;
        for (const SurveyPatch &p : r.patches) {
            if (s.modes.empty() || s.modes.back().name != p.mode) {
                s.modes.push_back(modeOf(r, p.mode));
                const ModeFound &f = s.modes.back();
                const bool read = !f.colours.colours.empty();
                Candidate c;
                c.name = f.name;
                if (read) {
                    c.mean = f.colours.mean;
                    c.max = f.colours.max;
                    c.meanK2 = f.colours.meanK2.instrument;
                    c.gamut = f.coverage;
                    c.keptLuminance = f.keptLuminance;
                    c.keptContrast = f.keptContrast;
                    c.keptAtLeast = f.contrastAtLeast;
                }
                candidates.push_back(c);
            }
        }
        s.choice = choose(candidates, r.plan.rule);
        break;
    }
    return s;
}

} // namespace lamp
