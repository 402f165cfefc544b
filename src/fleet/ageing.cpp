// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/ageing.h"

#include "base/parallel.h"
#include "colour/spaces.h"
#include "fleet/aged_display.h"
#include "judge/verification.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <set>

namespace lamp {

namespace {

constexpr double kAhead = 10; // years
constexpr int kDraws = 1500;
/// How well the offset of brightness controls is known, as a logarithm; standard deviation.
constexpr double kOffsetUnsure = 0.3;

/// What the brightness law leaves open of how much light the turns of a control made up for between the first and the last reading, as a
/// logarithm, expanded (k = 2). Not by any reading: the law's offset is taken for right in the series.
double turnedK2(const AgedDisplay &d)
{
    const auto setting = [&](size_t row) { return controlOf(d.rows[row], "brightness"); };
    const auto first = setting(d.row[Luminance].front()), last = setting(d.row[Luminance].back());
    if (!first || !last) {
        return 0;
    }
    const auto turn = [&](double sign) {
        const double offset = d.brightnessOffset * std::exp(sign * kOffsetUnsure);
        return std::log(std::max(1.0, *last + offset) / std::max(1.0, *first + offset));
    };
    return std::abs(turn(1) - turn(-1));
}

AgedFigure agedFigure(const AgedDisplay &d, int figure, const Trend &t)
{
    const TrendSeries &s = d.series[size_t(figure)];
    AgedFigure f;
    f.readings = s.points.size();
    double rate = t.rate(), k2 = t.rateK2();
    f.now = t.now();
    f.nowK2 = t.nowK2();
    if (isLog(figure)) {
        const double seen = s.points.back().age - s.points.front().age;
        double level = t.now();
        if (figure == Luminance) {
            const auto brightness = controlOf(d.rows[d.row[Luminance].back()], "brightness");
            level += brightness ? std::log(std::max(1.0, *brightness + d.brightnessOffset)) : 0;
        }
        f.now = std::exp(level);
        f.nowK2 *= f.now;
        const double last = std::exp(level - rate * (s.now - s.points.back().age));
        // The way that was seen, on the scale of light.
        rate = seen > 0 ? last * (1 - std::exp(-rate * seen)) / seen : f.now * rate;
        if (figure == Luminance && seen > 0) {
            k2 = std::hypot(k2, turnedK2(d) / seen);
        }
        k2 *= last;
    }
    // By the years of the calendar.
    const double calendar = yearsBetween(d.rows.front().at, d.rows.back().at);
    const double usual = calendar > 0 && d.age.back() > 0 ? d.age.back() / calendar : 1;
    f.perYear = rate * usual;
    f.perYearK2 = k2 * usual;
    if (d.hoursPerYear) {
        f.per1000h = rate / (*d.hoursPerYear / 1000);
    }
    return f;
}

/// How much luminance is left at one white of a display whose own white is another, as shares of its channels; taken for one with
/// the primaries of sRGB, since a history does not say them.
/// \param inHand what each channel has beside what it shows, relative; one of them nothing
double shareLeft(const Uv &own, const Uv &wanted, const Eigen::Vector3d &inHand)
{
    static const Eigen::Matrix3d fromXyz = rgbSpace("sRGB")->toXyz().inverse();
    const auto lights = [](const Uv &uv) { return Eigen::Vector3d(fromXyz * xyzOf(xyOf(uv), 1).vec()); };
    const Eigen::Vector3d has = lights(own), needs = lights(wanted);
    return (has.array() * (1 + inHand.array()) / needs.array().max(1e-6)).minCoeff();
}

/// Goes on with a display as it may go on.
class Forecast {
public:
    Forecast(const AgedDisplay &d, const FigureTrends &trends, const AgeingQuestion &q, const Target &target)
        : m_d(d), m_trends(trends), m_q(q), m_tolerance(toleranceOf(q, d.serial)), m_target(target), m_from(std::max(q.on, d.rows.back().at)),
          m_random(q.seed)
    {
        // Each display has draws of its own, whatever else is in the fleet.
        for (const char c : d.serial) {
            m_random.seed(m_random() ^ std::uint64_t(static_cast<unsigned char>(c)));
        }
    }

    [[nodiscard]] std::optional<EndOfTarget> end();
    /// Fills in both.
    void checks(double accidentsPerYear, DisplayAgeing &a);
    /// Why no end can be told.
    [[nodiscard]] std::optional<Message> unforeseen() const
    {
        if (!m_target.luminance.value()) {
            return say("ageing-no-target-luminance");
        }
        return most() < 0 ? std::optional(say("ageing-most-unknown")) : std::nullopt;
    }

private:
    /// A series on its way.
    struct Path {
        TrendState state;
        double bend = 0;
    };
    std::optional<Path> begin(int figure)
    {
        if (m_trends[size_t(figure)] == nullptr) {
            return std::nullopt;
        }
        const auto [state, bend] = m_trends[size_t(figure)]->draw(m_random);
        return Path{state, bend};
    }
    /// What is known of a coordinate of white, as the instrument that read last sees it, beside that reading: it was set to the target then.
    struct SetTo {
        double target = 0, since = 0; ///< usual years
        double takes = 0;             ///< of the way from what readings alone say
    };
    [[nodiscard]] SetTo setTo(int figure, double target)
    {
        const auto &points = m_d.series[size_t(figure)].points;
        SetTo s{target, m_d.series[size_t(figure)].now - points.back().age, 0};
        if (!points.back().calibrated) {
            return s;
        }
        constexpr int kTries = 200;
        double sum = 0, squares = 0;
        for (int i = 0; i < kTries; ++i) {
            const auto path = begin(figure);
            const double off = path->state.level + path->state.seen - path->state.rate * s.since - target;
            sum += off / kTries;
            squares += off * off / kTries;
        }
        const double variance = squares - sum * sum;
        // Where it did not get there, that it was meant to tells nothing.
        s.takes = sum * sum < 9 * (variance + kSet * kSet) ? variance / (variance + kSet * kSet) : 0;
        return s;
    }
    void know(const SetTo &s, Path &path)
    {
        const double was = path.state.level + path.state.seen - path.state.rate * s.since;
        path.state.level += s.takes * (s.target + kSet * std::normal_distribution<double>()(m_random) - was);
    }
    void go(std::optional<Path> &path, double step)
    {
        if (path) {
            path->state = gone(path->state, path->bend, step, m_random);
        }
    }
    /// Which series tells the most that the display gives; negative where none does.
    [[nodiscard]] int most() const
    {
        if (m_trends[MaxLuminance] != nullptr) {
            return MaxLuminance;
        }
        const bool known = m_trends[Luminance] != nullptr && m_d.brightness();
        // Without anything said of the setting: only where it was never set anew, and began well above its target, so that what was read is
        // what it gives and not what it was set to.
        constexpr double kWellAbove = 1.25;
        const auto wanted = m_target.luminance.value();
        const bool untouched = m_trends[Luminance] != nullptr && wanted && *m_d.rows[m_d.row[Luminance].front()].luminance > kWellAbove * *wanted
                               && std::none_of(m_d.rows.begin(), m_d.rows.end(), [](const HistoryEntry &e) { return e.calibrated(); });
        return known || untouched ? int(Luminance) : -1;
    }
    /// Whether what it gives was read at the white that it is set to: what blue loses is in it.
    [[nodiscard]] bool mostAtTarget() const
    {
        const auto &rows = m_d.row[size_t(most())];
        return most() == MaxLuminance && m_d.rows[rows.back()].calibrated();
    }
    /// What channels have in hand where a display was once set to a white: some were taken down for it, and nobody wrote down by how much.
    Eigen::Vector3d inHand(const Uv &white)
    {
        constexpr double kBegins = 0.006, kMost = 0.06; // u'v' from it that begins so; share of a channel (common practice, no published source)
        const auto &u = m_d.series[U].points, &v = m_d.series[V].points;
        if (u.empty() || v.empty() || std::hypot(u.front().value - white.u, v.front().value - white.v) > kBegins) {
            return Eigen::Vector3d::Zero();
        }
        std::uniform_real_distribution<double> share(0, kMost);
        const Eigen::Vector3d has(share(m_random), share(m_random), share(m_random));
        return has.array() - has.minCoeff();
    }
    /// What is to be added to that series' level for the most luminance, as a logarithm.
    double toMost()
    {
        constexpr double kEnd = 100; // of brightness controls
        if (most() != Luminance || !m_d.brightness()) {
            return 0;
        }
        const double offset = m_d.brightnessOffset * std::exp(kOffsetUnsure * std::normal_distribution<double>()(m_random));
        const double now = *m_d.brightness();
        return m_d.brightnessLog(now) + std::log((std::max(kEnd, now) + offset) / std::max(1.0, now + offset));
    }
    [[nodiscard]] WallTime after(double years) const { return m_from + std::chrono::seconds(std::llround(years * kYear)); }
    double usage() { return m_d.usage * std::exp(m_d.usageSigma * std::normal_distribution<double>()(m_random)); }

    /// u'v' within which a calibration leaves white where it is wanted, standard deviation (common practice, no published source).
    static constexpr double kSet = 0.0003;

    const AgedDisplay &m_d;
    FigureTrends m_trends;
    const AgeingQuestion &m_q;
    const Tolerance &m_tolerance;
    const Target &m_target;
    WallTime m_from;
    std::mt19937_64 m_random;
};

std::optional<EndOfTarget> Forecast::end()
{
    const auto wanted = m_target.luminance.value();
    constexpr double kStep = 1.0 / 24, kLeastCoverage = 95; // years; percent of a space that is aimed at (common practice, no published source)
    const int coverage = m_target.gamut == "Adobe RGB (1998)" ? int(CoverageAdobe)
                                                              : (m_target.gamut == "sRGB" || m_target.gamut == "Rec. 709" ? int(CoverageSrgb) : -1);
    const bool byLight = wanted && most() >= 0, byBlack = !m_target.black.native && m_trends[Black] != nullptr;
    if (!byLight && !byBlack && (coverage < 0 || m_trends[size_t(coverage)] == nullptr)) {
        return std::nullopt;
    }
    std::vector<double> ends;
    std::map<std::string, int> because;
    for (int draw = 0; draw < kDraws; ++draw) {
        auto light = byLight ? begin(most()) : std::nullopt, u = begin(U), v = begin(V), black = byBlack ? begin(Black) : std::nullopt,
             covers = coverage >= 0 ? begin(coverage) : std::nullopt;
        const double toMostNow = byLight ? toMost() : 0, step = kStep * usage();
        // Where white was left to drift, what is read as the most is more than it can give at the target's white.
        const auto white = m_target.white.chromaticity();
        const Uv start =
            white && byLight && !mostAtTarget() ? uvOf(*white) : Uv{u ? u->state.level + u->state.seen : 0, v ? v->state.level + v->state.seen : 0};
        const Eigen::Vector3d hand = inHand(start);
        double end = kAhead + 1;
        for (int i = 0; i <= int(kAhead / kStep); ++i) {
            // White is brought back to where it is by taking light off: what it moves on costs luminance.
            const double left =
                u && v && byLight && !mostAtTarget() ? shareLeft({u->state.level + u->state.seen, v->state.level + v->state.seen}, start, hand) : 1;
            const double room = light ? light->state.level + toMostNow - std::log(*wanted) : 1;
            const char *why = room + std::log(left) < 0 ? (room < 0 || room < -std::log(left) ? "luminance" : "white")
                              : black && std::exp(black->state.level) > m_target.black.cdM2 ? "black"
                              : covers && covers->state.level < kLeastCoverage              ? "coverage"
                                                                                            : nullptr;
            if (why != nullptr) {
                end = i * kStep;
                if (i == 0 && light && room < 0 && light->state.rate < -1e-4) {
                    end = std::max(-kAhead, -room / light->state.rate / m_d.usage); // it was over before
                }
                ++because[why];
                break;
            }
            go(light, step);
            go(u, step);
            go(v, step);
            go(black, step);
            go(covers, step);
        }
        ends.push_back(end);
    }
    std::sort(ends.begin(), ends.end());
    const auto share = [&](double p) { return ends[size_t(p * (kDraws - 1))]; };
    if (share(0.5) > kAhead) {
        return std::nullopt;
    }
    EndOfTarget e{after(share(0.5)), after(share(0.05)), {}, {}};
    e.p95 = share(0.95) > kAhead ? std::nullopt : std::optional(after(share(0.95)));
    e.because = std::max_element(because.begin(), because.end(), [](const auto &p, const auto &q) { return p.second < q.second; })->first;
    return e;
}

void Forecast::checks(double accidentsPerYear, DisplayAgeing &a)
{
    const auto white = m_target.white.chromaticity();
    const bool knowsLight = m_trends[Luminance] != nullptr, knowsWhite = m_trends[U] != nullptr && m_trends[V] != nullptr && white;
    if (!knowsLight && !knowsWhite) {
        return;
    }
    const double setting = knowsLight ? m_d.brightnessLog(m_d.brightness()) : 0;
    // Where no target luminance is known, it is to stay as it is.
    const double wanted =
        m_target.luminance.value() ? std::log(*m_target.luminance.value()) : (knowsLight ? m_trends[Luminance]->now() + setting : 0);
    constexpr int kWeeks = 52, kPaths = 600;
    constexpr double kSure = 0.95, kStep = 7 / 365.25;
    std::array<int, kWeeks> within{};
    const SetTo setU = knowsWhite ? setTo(U, uvOf(*white).u) : SetTo{}, setV = knowsWhite ? setTo(V, uvOf(*white).v) : SetTo{};
    for (int draw = 0; draw < kPaths; ++draw) {
        auto light = begin(Luminance), u = begin(U), v = begin(V);
        if (knowsWhite) {
            know(setU, *u);
            know(setV, *v);
        }
        const double step = kStep * usage();
        for (int week = 0; week < kWeeks; ++week) {
            // As the instrument that read last sees it.
            const double off = light ? 100 * std::abs(std::exp(light->state.level + light->state.seen + setting - wanted) - 1) : 0;
            const bool whiteHolds = !knowsWhite
                                    || whiteDifference(xyzOf(xyOf({u->state.level + u->state.seen, v->state.level + v->state.seen}), 100), *white)
                                           <= m_tolerance.whiteDeltaE;
            if (off > m_tolerance.luminancePercent || !whiteHolds) {
                break;
            }
            ++within[size_t(week)];
            go(light, step);
            go(u, step);
            go(v, step);
        }
    }
    // Accidents count since it was last looked at, however long ago that is: who asks again tomorrow is told the same day.
    size_t row = 0;
    for (const int figure : {Luminance, U, V}) {
        row = m_d.row[size_t(figure)].empty() ? row : std::max(row, m_d.row[size_t(figure)].back());
    }
    const WallTime last = m_d.rows[row].at;
    const double gone = yearsBetween(last, m_from);
    int weeks = 0;
    while (weeks < kWeeks && double(within[size_t(weeks)]) / kPaths * std::exp(-accidentsPerYear * (gone + weeks * kStep)) >= kSure) {
        ++weeks;
    }
    // An accident stands for half the time between two visits: that is least, visits and days lost together, where each visit costs as much as
    // what is lost until then.
    constexpr double kVisit = 1 / 365.25; // years out of tolerance that one visit more is worth: a day (common practice, no published source)
    const WallTime worth = last + std::chrono::seconds(std::llround(kYear * std::sqrt(2 * kVisit / accidentsPerYear)));
    // Where readings are too noisy for a tolerance no visit makes it certain, and one within a week of the last tells nothing new.
    constexpr auto kWeek = std::chrono::hours(24 * 7);
    a.certainUntil = std::max<WallTime>(last + kWeek, m_from + kWeek * std::max(0, weeks - 1));
    a.nextCheck = std::max<WallTime>(last + kWeek, std::min(worth, *a.certainUntil));
}

/// How far what instruments of a studio read of luminance lies apart, times the prior's, and how usual that is (common practice, no published
/// source).
constexpr std::array<std::pair<double, double>, 3> kSpreads{{{0.2, 0.3}, {0.5, 0.35}, {1.0, 0.35}}};

bool isLight(int figure)
{
    return figure == Luminance || figure == MaxLuminance;
}

/// Of logarithms how likely each is, together 1. \pre the likeliest first
void weigh(std::vector<InstrumentCase> &cases)
{
    const double most = cases.front().weight;
    double sum = 0;
    for (InstrumentCase &c : cases) {
        sum += c.weight = std::exp(c.weight - most);
    }
    for (InstrumentCase &c : cases) {
        c.weight /= sum;
    }
}

/// Which instruments wear, as likely as the readings make it.
class Wear {
public:
    /// \param compared of each instrument, whether another read the same displays: of others nothing tells wear from ageing, and they are
    /// taken for what they are to who has no other, right
    Wear(const std::vector<FleetSeries> &kinds, const std::vector<bool> &compared);
    [[nodiscard]] InstrumentAgeing of(size_t instrument, const std::string &serial) const;
    /// What instruments may be as far as a figure is concerned, the likeliest first.
    [[nodiscard]] std::vector<InstrumentCase> casesOf(int figure) const;

private:
    const std::vector<FleetSeries> &m_kinds;
    /// Cases as far as a figure is concerned: how far offsets lie apart is luminance's matter.
    [[nodiscard]] std::vector<InstrumentCase> mergedFor(int figure) const;
    /// A rate of each instrument, over all cases.
    struct Moments {
        std::vector<double> mean, square;
    };
    [[nodiscard]] Moments momentsOf(int kind) const;
    int m_light;                         ///< the series that tells most of luminance
    std::vector<InstrumentCase> m_cases; ///< the likeliest first
    std::array<Moments, 3> m_moments;    ///< of light, u', v'
};

Wear::Wear(const std::vector<FleetSeries> &kinds, const std::vector<bool> &compared) : m_kinds(kinds), m_light(MaxLuminance)
{
    const size_t instruments = compared.size();
    constexpr double kUsual = 0.1;    // of instruments wear (common practice, no published source)
    constexpr size_t kPairsUpTo = 20; // instruments; of more than two that wear at once nothing is told
    std::vector<std::vector<bool>> all{std::vector<bool>(instruments, false)};
    const auto worn = [&](std::vector<bool> is, size_t i) {
        if (compared[i]) {
            is[i] = true;
            all.push_back(std::move(is));
        }
    };
    for (size_t i = 0; i < instruments; ++i) {
        worn(all.front(), i);
        for (size_t k = 0; k < i && compared[i] && instruments <= kPairsUpTo; ++k) {
            std::vector<bool> both = all.front();
            both[i] = true;
            worn(both, k);
        }
    }
    const InstrumentCase steady{all.front()};
    const auto sigmaOf = [&](int kind) {
        double sum = 0;
        for (const InstrumentTrend &t : kinds[size_t(kind)].instruments(steady)) {
            sum += t.rateSigma;
        }
        return sum;
    };
    m_light = sigmaOf(MaxLuminance) <= sigmaOf(Luminance) ? MaxLuminance : Luminance;
    for (const auto &which : all) {
        const auto count = double(std::count(which.begin(), which.end(), true));
        const double ofColour = kinds[U].logEvidence({which}) + kinds[V].logEvidence({which}) + count * std::log(kUsual / (1 - kUsual));
        for (const auto &[spread, usual] : kSpreads) {
            InstrumentCase c{which, spread, 0};
            c.weight = kinds[size_t(m_light)].logEvidence(c) + ofColour + std::log(usual);
            m_cases.push_back(c);
        }
    }
    std::stable_sort(m_cases.begin(), m_cases.end(), [](const auto &p, const auto &q) { return p.weight > q.weight; });
    weigh(m_cases);
    m_moments = {momentsOf(m_light), momentsOf(U), momentsOf(V)};
}

std::vector<InstrumentCase> Wear::mergedFor(int figure) const
{
    if (isLight(figure)) {
        return m_cases;
    }
    std::vector<InstrumentCase> merged;
    std::map<std::vector<bool>, size_t> where;
    for (const InstrumentCase &c : m_cases) {
        const auto [it, fresh] = where.emplace(c.worn, merged.size());
        if (fresh) {
            merged.push_back({c.worn, 1, 0});
        }
        merged[it->second].weight += c.weight;
    }
    return merged;
}

Wear::Moments Wear::momentsOf(int kind) const
{
    constexpr double kCounts = 1e-6;
    const std::vector<InstrumentCase> cases = mergedFor(kind);
    const size_t instruments = cases.front().worn.size();
    Moments m{std::vector<double>(instruments, 0), std::vector<double>(instruments, 0)};
    double all = 0;
    for (const InstrumentCase &c : cases) {
        if (c.weight < kCounts) {
            continue;
        }
        const std::vector<InstrumentTrend> trends = m_kinds[size_t(kind)].instruments(c);
        all += c.weight;
        for (size_t i = 0; i < instruments; ++i) {
            m.mean[i] += c.weight * trends[i].rate;
            m.square[i] += c.weight * (trends[i].rate * trends[i].rate + trends[i].rateSigma * trends[i].rateSigma);
        }
    }
    for (size_t i = 0; i < instruments; ++i) {
        m.mean[i] /= all;
        m.square[i] /= all;
    }
    return m;
}

std::vector<InstrumentCase> Wear::casesOf(int figure) const
{
    constexpr size_t kMost = 6;
    constexpr double kWears = 0.3, kSpread = 0.02; // what is less likely is not looked at: as that one wears of which nothing tells
    std::map<std::vector<bool>, double> byWorn;
    for (const InstrumentCase &c : m_cases) {
        byWorn[c.worn] += c.weight;
    }
    std::vector<InstrumentCase> few;
    for (const InstrumentCase &c : mergedFor(figure)) {
        if (few.empty() || (few.size() < kMost && byWorn[c.worn] > kWears && c.weight > kSpread)) {
            few.push_back(c);
        }
    }
    double sum = 0;
    for (const InstrumentCase &c : few) {
        sum += c.weight;
    }
    for (InstrumentCase &c : few) {
        c.weight /= sum;
    }
    return few;
}

InstrumentAgeing Wear::of(size_t instrument, const std::string &serial) const
{
    constexpr double kSure = 0.95;
    constexpr double kSlight = 1.5, kSlightUv = 0.001; // percent and u'v' a year: what a steady one may at most do
    double worn = 0;
    for (const InstrumentCase &c : m_cases) {
        worn += c.worn[instrument] ? c.weight : 0;
    }
    const auto mean = [&](size_t k) { return m_moments[k].mean[instrument]; };
    const auto k2 = [&](size_t k) { return 2 * std::sqrt(std::max(0.0, m_moments[k].square[instrument] - mean(k) * mean(k))); };
    InstrumentAgeing i{serial, 100 * mean(0), 100 * k2(0), std::hypot(mean(1), mean(2)), std::max(k2(1), k2(2)), {}};
    if (worn > kSure) {
        i.state = InstrumentAgeing::State::Ageing;
    } else if (worn < 1 - kSure && std::abs(i.luminancePercentPerYear) + i.luminanceK2 < kSlight && i.whiteUvPerYear + i.whiteK2 < kSlightUv) {
        i.state = InstrumentAgeing::State::Steady;
    }
    return i;
}

/// An instrument that read too little for anything to be told of it: what instruments do.
InstrumentAgeing untold(const std::string &serial)
{
    const auto k2 = [](int figure) { return 2 * std::hypot(priorOf(figure).wear, priorOf(figure).wearing); };
    return {serial, 0, 100 * k2(Luminance), 0, k2(U), InstrumentAgeing::State::Undecided};
}

/// Of each instrument, whether another one read one of its displays.
std::vector<bool> comparedOnes(const std::vector<AgedDisplay> &displays, size_t instruments)
{
    std::vector<bool> compared(instruments, false);
    for (const AgedDisplay &d : displays) {
        for (const TrendSeries &s : d.series) {
            for (const TrendPoint &p : s.points) {
                if (p.instrument != s.points.front().instrument) {
                    compared[size_t(p.instrument)] = compared[size_t(s.points.front().instrument)] = true;
                }
            }
        }
    }
    return compared;
}

Target targetOf(const AgedDisplay &d, const AgeingQuestion &q)
{
    if (q.target) {
        return *q.target;
    }
    // The last one that is named counts, known or not: what it aimed at before says nothing of what it aims at now.
    const auto last = std::find_if(d.rows.rbegin(), d.rows.rend(), [](const HistoryEntry &e) { return !e.target.empty(); });
    if (const auto named = last != d.rows.rend() ? targetNamed(q, last->target) : std::nullopt) {
        return *named;
    }
    Target unknown;
    unknown.luminance.kind = LuminanceTarget::Kind::Maximum;
    unknown.white.kind = WhiteTarget::Kind::Native;
    return unknown;
}

DisplayAgeing ageingOfDisplay(const AgedDisplay &d, const FigureTrends &trends, std::vector<AgeingJump> jumps, double accidentsPerYear,
                              const AgeingQuestion &q)
{
    DisplayAgeing a;
    a.serial = d.serial;
    a.last = d.rows.back().at;
    const auto figure = [&](int f) { return trends[size_t(f)] != nullptr ? std::optional(agedFigure(d, f, *trends[size_t(f)])) : std::nullopt; };
    a.luminance = figure(Luminance);
    a.maxLuminance = figure(MaxLuminance);
    a.black = figure(Black);
    a.coverageSrgb = figure(CoverageSrgb);
    a.coverageAdobe = figure(CoverageAdobe);
    if (const auto u = figure(U), v = figure(V); u && v) {
        AgedFigure white = *u;
        white.perYear = std::hypot(u->perYear, v->perYear);
        white.perYearK2 = std::max(u->perYearK2, v->perYearK2);
        white.per1000h = u->per1000h ? std::optional(std::hypot(*u->per1000h, *v->per1000h)) : std::nullopt;
        a.white = white;
    }
    a.jumps = std::move(jumps);
    const Target target = targetOf(d, q);
    a.targetLuminance = target.luminance.value();
    Forecast forecast(d, trends, q, target);
    a.end = forecast.end();
    a.unforeseen = a.end ? std::nullopt : forecast.unforeseen();
    forecast.checks(accidentsPerYear, a);
    return a;
}

/// What happens to a display beside ageing, times a year: as it happened to this one, beside what happens to all of a fleet, and that beside what
/// is usual (one in some twelve years: common practice, no published source).
class Accidents {
public:
    void add(const AgedDisplay &d, const std::vector<AgeingJump> &jumps)
    {
        m_all += countOf(jumps);
        m_years += yearsOf(d);
    }
    [[nodiscard]] double perYear(const AgedDisplay &d, const std::vector<AgeingJump> &jumps) const
    {
        constexpr double kUsual = 0.08, kUsualYears = 20, kOthers = 8; // a year; years of displays that it, and the fleet's, count as
        const double ofFleet = (m_all + kUsual * kUsualYears) / (m_years + kUsualYears);
        return (countOf(jumps) + kOthers * ofFleet) / (yearsOf(d) + kOthers);
    }

private:
    static double countOf(const std::vector<AgeingJump> &jumps)
    {
        return double(std::count_if(jumps.begin(), jumps.end(), [](const AgeingJump &j) { return j.what == "settings" || j.what == "unknown"; }));
    }
    static double yearsOf(const AgedDisplay &d) { return yearsBetween(d.rows.front().at, d.rows.back().at); }
    double m_all = 0, m_years = 0;
};

} // namespace

std::string instrumentStateName(InstrumentAgeing::State state)
{
    return state == InstrumentAgeing::State::Steady ? "steady" : (state == InstrumentAgeing::State::Ageing ? "ageing" : "undecided");
}

std::optional<Target> targetNamed(const AgeingQuestion &question, const std::string &name)
{
    const auto own = std::find_if(question.targets.begin(), question.targets.end(), [&](const Target &t) { return t.name == name; });
    const auto builtIn = builtInTarget(name);
    return builtIn || own == question.targets.end() ? builtIn : std::optional(*own);
}

const Tolerance &toleranceOf(const AgeingQuestion &question, const std::string &serial)
{
    static const Tolerance usual = *builtInTolerance("studio");
    const auto own = question.judgedBy.find(serial);
    return question.tolerance ? *question.tolerance : (own != question.judgedBy.end() ? own->second : usual);
}

FleetAgeing ageingOf(std::vector<HistoryEntry> history, const AgeingQuestion &q)
{
    std::map<std::string, int> instruments;
    std::set<std::string> named;
    for (const HistoryEntry &e : history) {
        if (e.at <= q.on && !e.instrument.empty()) { // else readings of which nobody wrote down what took them
            named.insert(e.instrument);
        }
    }
    const std::vector<AgedDisplay> displays = agedDisplays(std::move(history), q.on, instruments);
    std::vector<FleetSeries> kinds;
    for (int f = 0; f < kFigures; ++f) {
        std::vector<TrendSeries> series;
        std::transform(displays.begin(), displays.end(), std::back_inserter(series), [f](const AgedDisplay &d) { return d.series[size_t(f)]; });
        kinds.emplace_back(series, instruments.size(), priorOf(f));
    }
    const Wear wear(kinds, comparedOnes(displays, instruments.size()));
    std::vector<std::vector<std::optional<Trend>>> trends;
    for (int f = 0; f < kFigures; ++f) {
        trends.push_back(kinds[size_t(f)].displays(wear.casesOf(f)));
    }
    FleetAgeing all;
    all.displays.resize(displays.size());
    const auto trendsOf = [&](size_t i) {
        FigureTrends own{};
        for (size_t f = 0; f < kFigures; ++f) {
            own[f] = trends[f][i] ? &*trends[f][i] : nullptr;
        }
        return own;
    };
    std::vector<std::vector<AgeingJump>> jumps(displays.size());
    inParallel(int(displays.size()), [&](int i) { jumps[size_t(i)] = jumpsOf(displays[size_t(i)], trendsOf(size_t(i))); });
    Accidents accidents;
    for (size_t i = 0; i < displays.size(); ++i) {
        accidents.add(displays[i], jumps[i]);
    }
    inParallel(int(displays.size()), [&](int i) {
        const AgedDisplay &d = displays[size_t(i)];
        auto &own = jumps[size_t(i)];
        const double perYear = accidents.perYear(d, own);
        all.displays[size_t(i)] = ageingOfDisplay(d, trendsOf(size_t(i)), std::move(own), perYear, q);
    });
    for (const std::string &serial : named) {
        const auto it = instruments.find(serial);
        all.instruments.push_back(it != instruments.end() ? wear.of(size_t(it->second), serial) : untold(serial));
    }
    return all;
}

} // namespace lamp
