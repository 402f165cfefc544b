// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/ageing.h"

#include "base/parallel.h"
#include "colour/spaces.h"
#include "fleet/aged_display.h"
#include "judge/verification.h"

#include <algorithm>
#include <array>
#include <cmath>

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
double shareLeft(const Uv &own, const Uv &wanted)
{
    static const Eigen::Matrix3d fromXyz = rgbSpace("sRGB")->toXyz().inverse();
    const auto lights = [](const Uv &uv) { return Eigen::Vector3d(fromXyz * xyzOf(xyOf(uv), 1).vec()); };
    const Eigen::Vector3d has = lights(own), needs = lights(wanted);
    return std::min(1.0, (has.array() / needs.array().max(1e-6)).minCoeff());
}

/// Goes on with a display as it may go on.
class Forecast {
public:
    Forecast(const AgedDisplay &d, const FigureTrends &trends, const AgeingQuestion &q, const Target &target)
        : m_d(d), m_trends(trends), m_q(q), m_target(target), m_from(std::max(q.on, d.rows.back().at)), m_random(q.seed)
    {
        // Each display has draws of its own, whatever else is in the fleet.
        for (const char c : d.serial) {
            m_random.seed(m_random() ^ std::uint64_t(static_cast<unsigned char>(c)));
        }
    }

    [[nodiscard]] std::optional<EndOfTarget> end();
    [[nodiscard]] std::optional<WallTime> nextCheck(double accidentsPerYear);
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

    const AgedDisplay &m_d;
    FigureTrends m_trends;
    const AgeingQuestion &m_q;
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
        double end = kAhead + 1;
        for (int i = 0; i <= int(kAhead / kStep); ++i) {
            // White is brought back to where it is by taking light off: what it moves on costs luminance.
            const double left =
                u && v && byLight && !mostAtTarget() ? shareLeft({u->state.level + u->state.seen, v->state.level + v->state.seen}, start) : 1;
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

std::optional<WallTime> Forecast::nextCheck(double accidentsPerYear)
{
    const auto white = m_target.white.chromaticity();
    const bool knowsLight = m_trends[Luminance] != nullptr, knowsWhite = m_trends[U] != nullptr && m_trends[V] != nullptr && white;
    if (!knowsLight && !knowsWhite) {
        return std::nullopt;
    }
    const double setting = knowsLight ? m_d.brightnessLog(m_d.brightness()) : 0;
    // Where no target luminance is known, it is to stay as it is.
    const double wanted =
        m_target.luminance.value() ? std::log(*m_target.luminance.value()) : (knowsLight ? m_trends[Luminance]->now() + setting : 0);
    constexpr int kWeeks = 52, kPaths = 600;
    constexpr double kSure = 0.95, kStep = 7 / 365.25;
    std::array<int, kWeeks> within{};
    for (int draw = 0; draw < kPaths; ++draw) {
        auto light = begin(Luminance), u = begin(U), v = begin(V);
        const double step = kStep * usage();
        for (int week = 0; week < kWeeks; ++week) {
            // As the instrument that read last sees it.
            const double off = light ? 100 * std::abs(std::exp(light->state.level + light->state.seen + setting - wanted) - 1) : 0;
            const bool whiteHolds = !knowsWhite
                                    || whiteDifference(xyzOf(xyOf({u->state.level + u->state.seen, v->state.level + v->state.seen}), 100), *white)
                                           <= m_q.tolerance.whiteDeltaE;
            if (off > m_q.tolerance.luminancePercent || !whiteHolds) {
                break;
            }
            ++within[size_t(week)];
            go(light, step);
            go(u, step);
            go(v, step);
        }
    }
    int weeks = 0;
    while (weeks < kWeeks && double(within[size_t(weeks)]) / kPaths * std::exp(-accidentsPerYear * weeks * kStep) >= kSure) {
        ++weeks;
    }
    return m_from + std::chrono::hours(24 * 7) * std::max(0, weeks - 1);
}

/// Which instruments wear, as likely as the readings make it.
class Wear {
public:
    Wear(const std::vector<FleetSeries> &kinds, size_t instruments);
    [[nodiscard]] InstrumentAgeing of(size_t instrument, const std::string &serial) const;
    [[nodiscard]] const std::vector<bool> &likeliest() const { return m_likeliest; }

private:
    const std::vector<FleetSeries> &m_kinds;
    int m_light; ///< the series that tells most of luminance
    struct Case {
        std::vector<bool> worn;
        double weight;
    };
    std::vector<Case> m_cases;
    std::vector<bool> m_likeliest;
};

Wear::Wear(const std::vector<FleetSeries> &kinds, size_t instruments) : m_kinds(kinds), m_light(MaxLuminance)
{
    constexpr double kUsual = 0.1;    // of instruments wear (common practice, no published source)
    constexpr size_t kPairsUpTo = 20; // instruments; of more than two that wear at once nothing is told
    std::vector<std::vector<bool>> all{std::vector<bool>(instruments, false)};
    for (size_t i = 0; i < instruments; ++i) {
        all.push_back(all.front());
        all.back()[i] = true;
    }
    for (size_t i = 0; i < instruments && instruments <= kPairsUpTo; ++i) {
        for (size_t k = i + 1; k < instruments; ++k) {
            all.push_back(all[1 + i]);
            all.back()[k] = true;
        }
    }
    const auto steady = all.front();
    const auto sigmaOf = [&](int kind) {
        double sum = 0;
        for (size_t i = 0; i < instruments; ++i) {
            sum += kinds[size_t(kind)].instrument(i, steady).rateSigma;
        }
        return sum;
    };
    m_light = sigmaOf(MaxLuminance) <= sigmaOf(Luminance) ? MaxLuminance : Luminance;
    m_likeliest = steady;
    double most = -1e300;
    for (const auto &worn : all) {
        const auto count = double(std::count(worn.begin(), worn.end(), true));
        const double likely = kinds[size_t(m_light)].logEvidence(worn) + kinds[U].logEvidence(worn) + kinds[V].logEvidence(worn)
                              + count * std::log(kUsual / (1 - kUsual));
        if (likely > most) {
            most = likely;
            m_likeliest = worn;
        }
        m_cases.push_back({worn, likely});
    }
    double sum = 0;
    for (Case &c : m_cases) {
        sum += c.weight = std::exp(c.weight - most);
    }
    for (Case &c : m_cases) {
        c.weight /= sum;
    }
}

InstrumentAgeing Wear::of(size_t instrument, const std::string &serial) const
{
    constexpr double kSure = 0.95;
    constexpr double kSlight = 1.5, kSlightUv = 0.001; // percent and u'v' a year: what a steady one may at most do
    double worn = 0;
    std::array<double, 3> mean{}, square{};
    for (const Case &c : m_cases) {
        worn += c.worn[instrument] ? c.weight : 0;
        int k = 0;
        for (const int kind : {m_light, int(U), int(V)}) {
            const InstrumentTrend t = c.weight > 1e-6 ? m_kinds[size_t(kind)].instrument(instrument, c.worn) : InstrumentTrend{};
            mean[size_t(k)] += c.weight * t.rate;
            square[size_t(k)] += c.weight * (t.rate * t.rate + t.rateSigma * t.rateSigma);
            ++k;
        }
    }
    const auto k2 = [&](size_t k) { return 2 * std::sqrt(std::max(0.0, square[k] - mean[k] * mean[k])); };
    InstrumentAgeing i{serial, 100 * mean[0], 100 * k2(0), std::hypot(mean[1], mean[2]), std::max(k2(1), k2(2)), {}};
    if (worn > kSure) {
        i.state = InstrumentAgeing::State::Ageing;
    } else if (worn < 1 - kSure && std::abs(i.luminancePercentPerYear) + i.luminanceK2 < kSlight && i.whiteUvPerYear + i.whiteK2 < kSlightUv) {
        i.state = InstrumentAgeing::State::Steady;
    }
    return i;
}

Target targetOf(const AgedDisplay &d, const AgeingQuestion &q)
{
    if (q.target) {
        return *q.target;
    }
    for (auto e = d.rows.rbegin(); e != d.rows.rend(); ++e) {
        if (const auto named = builtInTarget(e->target)) {
            return *named;
        }
    }
    Target unknown;
    unknown.luminance.kind = LuminanceTarget::Kind::Maximum;
    unknown.white.kind = WhiteTarget::Kind::Native;
    return unknown;
}

DisplayAgeing ageingOfDisplay(const AgedDisplay &d, const FigureTrends &trends, const AgeingQuestion &q)
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
    a.jumps = jumpsOf(d, trends);
    const Target target = targetOf(d, q);
    a.targetLuminance = target.luminance.value();
    Forecast forecast(d, trends, q, target);
    a.end = forecast.end();
    a.unforeseen = a.end ? std::nullopt : forecast.unforeseen();
    // What happens to a display beside ageing: as it happened to this one, with what is usual (one in some five years).
    const auto accidents =
        std::count_if(a.jumps.begin(), a.jumps.end(), [](const AgeingJump &j) { return j.what == "settings" || j.what == "unknown"; });
    a.nextCheck = forecast.nextCheck((double(accidents) + 0.4) / (yearsBetween(d.rows.front().at, q.on) + 2));
    return a;
}

} // namespace

std::string instrumentStateName(InstrumentAgeing::State state)
{
    return state == InstrumentAgeing::State::Steady ? "steady" : (state == InstrumentAgeing::State::Ageing ? "ageing" : "undecided");
}

FleetAgeing ageingOf(std::vector<HistoryEntry> history, const AgeingQuestion &q)
{
    std::map<std::string, int> instruments;
    const std::vector<AgedDisplay> displays = agedDisplays(std::move(history), q.on, instruments);
    std::vector<FleetSeries> kinds;
    for (int f = 0; f < kFigures; ++f) {
        std::vector<TrendSeries> series;
        std::transform(displays.begin(), displays.end(), std::back_inserter(series), [f](const AgedDisplay &d) { return d.series[size_t(f)]; });
        kinds.emplace_back(series, instruments.size(), priorOf(f));
    }
    const Wear wear(kinds, instruments.size());
    std::vector<std::vector<std::optional<Trend>>> trends;
    std::transform(kinds.begin(), kinds.end(), std::back_inserter(trends), [&](const FleetSeries &k) { return k.displays(wear.likeliest()); });
    FleetAgeing all;
    all.displays.resize(displays.size());
    inParallel(int(displays.size()), [&](int i) {
        FigureTrends own{};
        for (size_t f = 0; f < kFigures; ++f) {
            const auto &t = trends[f][size_t(i)];
            own[f] = t ? &*t : nullptr;
        }
        all.displays[size_t(i)] = ageingOfDisplay(displays[size_t(i)], own, q);
    });
    for (const auto &[serial, n] : instruments) {
        if (!serial.empty()) { // else readings of which nobody wrote down what took them
            all.instruments.push_back(wear.of(size_t(n), serial));
        }
    }
    return all;
}

} // namespace lamp
