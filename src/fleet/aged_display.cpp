// SPDX-License-Identifier: GPL-3.0-or-later
// Series of what is known of a display over the years.
#include "fleet/aged_display.h"

#include "colour/spaces.h"

#include <algorithm>
#include <set>

namespace lamp {

std::optional<double> controlOf(const HistoryEntry &e, const std::string &name)
{
    const auto it = e.controls.find(name);
    return it == e.controls.end() ? std::nullopt : std::optional(it->second);
}

namespace {

constexpr std::array<const char *, kFigures> kFigureNames{"luminance", "max_luminance", "white", "white", "black", "coverage", "coverage"};

double logOf(double v)
{
    return std::log(std::max(v, 1e-4));
}

/// Age by hours where they are known; where a counter was set back, as usual.
void tellAge(AgedDisplay &d)
{
    const double span = yearsBetween(d.rows.front().at, d.rows.back().at);
    std::vector<std::pair<double, double>> known; // years, hours summed up
    for (const HistoryEntry &e : d.rows) {
        if (e.hours) {
            const double t = yearsBetween(d.rows.front().at, e.at);
            known.emplace_back(t, *e.hours);
        }
    }
    double gained = 0, over = 0;
    for (size_t i = 1; i < known.size(); ++i) {
        if (known[i].second >= known[i - 1].second) {
            gained += known[i].second - known[i - 1].second;
            over += known[i].first - known[i - 1].first;
        }
    }
    const bool byHours = known.size() >= 2 && over > 0.05 && gained > 10;
    d.age.assign(d.rows.size(), 0);
    if (!byHours) {
        std::transform(d.rows.begin(), d.rows.end(), d.age.begin(), [&](const HistoryEntry &e) { return yearsBetween(d.rows.front().at, e.at); });
        return;
    }
    d.hoursPerYear = gained / over;
    // Between two rows that say hours, those that do not share them by the calendar; where a counter was set back it went on as usual.
    std::optional<size_t> said;
    for (size_t i = 0; i < d.rows.size(); ++i) {
        d.age[i] = i > 0 ? d.age[i - 1] + yearsBetween(d.rows[i - 1].at, d.rows[i].at) : 0;
        if (!d.rows[i].hours) {
            continue;
        }
        const double years = said ? yearsBetween(d.rows[*said].at, d.rows[i].at) : 0;
        if (said && *d.rows[i].hours >= *d.rows[*said].hours && years > 0) {
            const double gone = (*d.rows[i].hours - *d.rows[*said].hours) / *d.hoursPerYear;
            for (size_t k = *said + 1; k <= i; ++k) {
                d.age[k] = d.age[*said] + gone * yearsBetween(d.rows[*said].at, d.rows[k].at) / years;
            }
        }
        said = i;
    }
    // How evenly it was used says how sure the years to come are: the first half beside the second.
    const double middle = span / 2;
    for (size_t i = 1; i + 1 < d.rows.size() && span > 0.2; ++i) {
        const double t = yearsBetween(d.rows.front().at, d.rows[i].at);
        if (t >= middle && t > 0 && t < span && d.age[i] > 0 && d.age.back() > d.age[i]) {
            d.usageSigma = std::min(0.5, 0.02 + std::abs(std::log(d.age[i] / t / ((d.age.back() - d.age[i]) / (span - t)))) / 2);
            break;
        }
    }
    // As in the last year.
    const double year = std::min(1.0, span);
    for (size_t i = 0; i < d.rows.size() && year > 0.2; ++i) {
        const double back = yearsBetween(d.rows[i].at, d.rows.back().at);
        if (back <= year && back > 0.2) {
            d.usage = std::clamp((d.age.back() - d.age[i]) / back, 0.05, 5.0);
            break;
        }
    }
}

bool changed(const HistoryEntry &before, const HistoryEntry &after, const std::string &control)
{
    const auto a = controlOf(before, control), b = controlOf(after, control);
    return a && b && *a != *b;
}

bool gainsChanged(const HistoryEntry &before, const HistoryEntry &after)
{
    return changed(before, after, "red") || changed(before, after, "green") || changed(before, after, "blue");
}

/// Which offset makes luminance over (brightness + offset) change least where brightness was turned. One display read 120, 150 and
/// 200 cd/m² at 30, 43 and 64: an offset of some 20 (common practice, no published source).
void tellBrightness(AgedDisplay &d)
{
    double least = 0.02; // what an offset of 20 has to be beaten by, as mean of logarithms
    bool first = true;
    for (const double offset : {20.0, 0.0, 5.0, 10.0, 35.0, 60.0, 120.0, 1e6}) {
        std::vector<double> off;
        const HistoryEntry *before = nullptr;
        for (const HistoryEntry &e : d.rows) {
            if (e.luminance && *e.luminance > 0 && controlOf(e, "brightness")) {
                // Turns that make up for ageing, or for another instrument, leave luminance as it was and tell nothing.
                constexpr double kTurn = 5, kSoon = 0.3; // steps; years
                if (before != nullptr && e.instrument == before->instrument && yearsBetween(before->at, e.at) < kSoon
                    && std::abs(*controlOf(e, "brightness") - *controlOf(*before, "brightness")) >= kTurn && !gainsChanged(*before, e)
                    && e.event.empty()) {
                    off.push_back(std::abs(
                        std::log(*e.luminance / *before->luminance)
                        - std::log(std::max(1.0, *controlOf(e, "brightness") + offset) / std::max(1.0, *controlOf(*before, "brightness") + offset))));
                }
                before = &e;
            }
        }
        if (off.empty()) {
            return;
        }
        std::nth_element(off.begin(), off.begin() + long(off.size() / 2), off.end());
        const double middle = off[off.size() / 2] + (first ? 0 : 1e-3);
        if (first || middle < least) {
            least = middle;
            d.brightnessOffset = offset;
        }
        first = false;
    }
}

std::optional<double> valueOf(const AgedDisplay &d, const HistoryEntry &e, int figure)
{
    const auto brightness = controlOf(e, "brightness");
    switch (figure) {
    case Luminance:
        // At the setting of brightness that counts as 0 on the logarithm's scale.
        return e.luminance && *e.luminance > 0 ? std::optional(logOf(*e.luminance) - d.brightnessLog(brightness)) : std::nullopt;
    case MaxLuminance: return e.maxLuminance && *e.maxLuminance > 0 ? std::optional(logOf(*e.maxLuminance)) : std::nullopt;
    case U: return e.white ? std::optional(uvOf(*e.white).u) : std::nullopt;
    case V: return e.white ? std::optional(uvOf(*e.white).v) : std::nullopt;
    case Black: return e.black && *e.black > 0 ? std::optional(logOf(*e.black)) : std::nullopt;
    case CoverageSrgb: return e.coverageSrgb;
    default: return e.coverageAdobe;
    }
}

/// How much a figure may change at once between two rows, by what is known of them; 0 for not at all.
double breakBetween(const HistoryEntry &before, const HistoryEntry &after, int figure)
{
    const bool set = after.event == "settings" || after.event == "reset", repaired = after.event == "repaired", gains = gainsChanged(before, after);
    const bool knownOnce = controlOf(before, "brightness").has_value() != controlOf(after, "brightness").has_value();
    switch (figure) {
    case Luminance: return repaired || set || knownOnce ? (knownOnce ? 5 : 0.5) : (gains ? 0.1 : (changed(before, after, "brightness") ? 0.003 : 0));
    case MaxLuminance: return repaired ? 0.5 : (set || gains ? 0.05 : 0);
    case U:
    case V: return repaired || set || gains ? 0.02 : 0;
    case Black: return repaired || set || gains || changed(before, after, "brightness") ? 0.5 : 0;
    default: return repaired ? 5 : 0;
    }
}

void tellSeries(AgedDisplay &d, const std::map<std::string, int> &instruments, WallTime origin, WallTime on)
{
    for (int figure = 0; figure < kFigures; ++figure) {
        TrendSeries &s = d.series[size_t(figure)];
        double pending = 0;
        bool calibrated = false;
        for (size_t i = 0; i < d.rows.size(); ++i) {
            const HistoryEntry &e = d.rows[i];
            pending = std::max(pending, i > 0 ? breakBetween(d.rows[i - 1], e, figure) : 0);
            calibrated = calibrated || e.calibrated();
            const auto value = valueOf(d, e, figure);
            if (!value) {
                continue;
            }
            if (pending > 0 && !s.points.empty()) {
                s.breaks.push_back({s.points.size(), pending});
            }
            const bool anew = figure != MaxLuminance && figure != CoverageSrgb && figure != CoverageAdobe && calibrated;
            s.points.push_back({d.age[i], yearsBetween(origin, e.at), *value, instruments.at(e.instrument), anew});
            d.row[size_t(figure)].push_back(i);
            pending = 0;
            calibrated = false;
        }
        s.now = d.ageOn(std::max(on, d.rows.back().at));
        // Turning brightness brings nothing back of luminance at a setting: what there is of light is what it is, less what ramps take off.
        s.mayTakeOff = figure == Luminance && d.brightness();
    }
}

void tellJumps(const AgedDisplay &d, const FigureTrends &trends, std::vector<AgeingJump> &jumps)
{
    const auto note = [&](size_t row, const std::string &what, const std::string &figure, double size) {
        const WallTime at = d.rows[row].at;
        for (AgeingJump &j : jumps) {
            if (j.at == at && (j.what == what || j.what == "unknown" || what == "unknown")) {
                j.what = j.what == "unknown" ? what : j.what;
                if (j.figure.empty()) {
                    j.figure = figure;
                    j.size = size;
                }
                return;
            }
        }
        jumps.push_back({at, what, figure, size});
    };
    for (size_t i = 0; i < d.rows.size(); ++i) {
        const HistoryEntry &e = d.rows[i];
        const bool turned = i > 0 && !e.calibrated() && (changed(d.rows[i - 1], e, "brightness") || gainsChanged(d.rows[i - 1], e));
        if (e.event == "repaired") {
            note(i, "repair", "", 0);
        } else if (e.event == "settings" || e.event == "reset" || turned) {
            note(i, "settings", "", 0);
        }
    }
    for (int figure = 0; figure < kFigures; ++figure) {
        if (trends[size_t(figure)] == nullptr) {
            continue;
        }
        for (const TrendBreak &b : trends[size_t(figure)]->found()) {
            const size_t row = d.row[size_t(figure)][b.from], before = d.row[size_t(figure)][b.from - 1];
            std::string what = "unknown";
            for (size_t i = before + 1; i <= row; ++i) {
                const HistoryEntry &e = d.rows[i];
                what = e.event == "repaired"                               ? "repair"
                       : e.event == "settings" || e.event == "reset"       ? "settings"
                       : gainsChanged(d.rows[i - 1], e) && !e.calibrated() ? "settings"
                                                                           : what;
            }
            what = what == "unknown" && d.rows[row].instrument != d.rows[before].instrument ? "instrument" : what;
            const double scale = isLog(figure) ? 100 : (figure == U || figure == V ? 1000 : 1);
            note(row, what, kFigureNames[size_t(figure)], scale * (isLog(figure) ? std::expm1(b.sigma) : b.sigma));
        }
    }
    std::sort(jumps.begin(), jumps.end(), [](const AgeingJump &p, const AgeingJump &q) { return p.at < q.at; });
}

/// Where a display goes over to another instrument for good and its level with it.
void tellInstrumentChanges(const AgedDisplay &d, std::vector<AgeingJump> &jumps)
{
    for (const int figure : {int(Luminance), int(MaxLuminance), int(U), int(V)}) {
        const auto &points = d.series[size_t(figure)].points;
        std::vector<double> steps;
        for (size_t i = 1; i < points.size(); ++i) {
            if (points[i].instrument == points[i - 1].instrument && !points[i].calibrated) {
                steps.push_back(std::abs(points[i].value - points[i - 1].value));
            }
        }
        if (steps.size() < 4) {
            continue;
        }
        std::nth_element(steps.begin(), steps.begin() + long(steps.size() / 2), steps.end());
        const double noise = std::max(priorOf(figure).noise, steps[steps.size() / 2] / 0.6745 / std::sqrt(2.0));
        std::set<int> seen{points.front().instrument};
        for (size_t i = 1; i < points.size(); ++i) {
            if (!seen.insert(points[i].instrument).second || i < 2) {
                continue;
            }
            const double before = (points[i - 1].value + points[i - 2].value) / 2,
                         after = i + 1 < points.size() && points[i + 1].instrument == points[i].instrument
                                     ? (points[i].value + points[i + 1].value) / 2
                                     : points[i].value;
            const WallTime at = d.rows[d.row[size_t(figure)][i]].at;
            const bool told = std::any_of(jumps.begin(), jumps.end(), [&](const AgeingJump &j) { return j.at == at; });
            if (!told && !points[i].calibrated && std::abs(after - before) > std::max(6 * noise, priorOf(figure).leastJump / 3)) {
                const double size = after - before;
                jumps.push_back({at, "instrument", kFigureNames[size_t(figure)], isLog(figure) ? 100 * std::expm1(size) : 1000 * size});
            }
        }
    }
    std::sort(jumps.begin(), jumps.end(), [](const AgeingJump &p, const AgeingJump &q) { return p.at < q.at; });
}

} // namespace

/// What is usual. Backlights lose some two to eight percent a year, yellow by up to a thousandth in u'v', and lose up to a point of
/// coverage a year; instruments of a kind differ by a percent, and those that wear lose some percent a year: common practice, no published source.
TrendPrior priorOf(int figure)
{
    TrendPrior p;
    switch (figure) {
    case Luminance:
    case MaxLuminance:
    case Black:
        p.slope = -0.035;
        p.slopeOfFleet = 0.03;
        p.slopeOfDisplay = 0.03;
        p.bend = 0.003;
        p.season = 0.003;
        p.noise = 0.0015;
        p.instrument = 0.015;
        p.onDisplay = 0.005;
        p.onDisplayRate = 0.003;
        p.steady = 0.002;
        p.wear = 0.02;
        p.wearing = -0.025; // filters pass less
        p.recalibrated = 0.03;
        p.leastJump = 0.02;
        if (figure == Black) {
            p.slopeOfDisplay = 0.1; // and light that leaks in
            p.noise = 0.01;
            p.instrument = 0.1;
            p.leastJump = 0.2;
        }
        break;
    case U:
    case V:
        p.level = 0.1;
        p.slopeOfFleet = 0.0006;
        p.slopeOfDisplay = 0.001;
        p.bend = 0.0003;
        p.season = 0.0002;
        p.noise = 0.0001;
        p.instrument = 0.0015;
        p.onDisplay = 0.0003;
        p.steady = 0.00015;
        p.wear = 0.001;
        p.recalibrated = 0.003;
        p.leastJump = 0.0015;
        break;
    default:
        p.level = 50;
        p.slope = -0.5;
        p.slopeOfFleet = 0.5;
        p.slopeOfDisplay = 1.2;
        p.bend = 0.2;
        p.noise = 0.05;
        p.instrument = 0.5;
        p.leastJump = 1;
    }
    return p;
}

std::optional<double> AgedDisplay::brightness() const
{
    const auto &readings = row[Luminance];
    return readings.empty() ? std::nullopt : controlOf(rows[readings.back()], "brightness");
}

/// Numbers instruments. Of very many those that read least are one, of which nothing is known: nothing could be told of each.
void numberThem(std::vector<AgedDisplay> &displays, std::map<std::string, int> &instruments)
{
    constexpr size_t kMost = 40;
    if (instruments.size() > kMost) {
        std::map<std::string, size_t> readings;
        for (const AgedDisplay &d : displays) {
            for (const HistoryEntry &e : d.rows) {
                ++readings[e.instrument];
            }
        }
        std::vector<std::pair<size_t, std::string>> order;
        std::transform(readings.begin(), readings.end(), std::back_inserter(order), [](const auto &r) { return std::pair(r.second, r.first); });
        std::sort(order.begin(), order.end(), [](const auto &p, const auto &q) { return std::tie(q.first, p.second) < std::tie(p.first, q.second); });
        std::set<std::string> few;
        for (size_t i = kMost - 1; i < order.size(); ++i) {
            few.insert(order[i].second);
            instruments.erase(order[i].second);
        }
        for (AgedDisplay &d : displays) {
            for (HistoryEntry &e : d.rows) {
                e.instrument = few.contains(e.instrument) ? std::string() : e.instrument;
            }
        }
        instruments.emplace("", 0);
    }
    int number = 0;
    for (auto &[serial, n] : instruments) {
        n = number++;
    }
}

std::vector<AgedDisplay> agedDisplays(std::vector<HistoryEntry> history, WallTime on, std::map<std::string, int> &instruments)
{
    std::erase_if(history, [&](const HistoryEntry &e) { return e.at > on; });
    std::stable_sort(history.begin(), history.end(),
                     [](const HistoryEntry &p, const HistoryEntry &q) { return std::tie(p.display, p.at) < std::tie(q.display, q.at); });
    std::vector<AgedDisplay> all;
    for (HistoryEntry &e : history) {
        if (all.empty() || all.back().serial != e.display) {
            all.emplace_back().serial = e.display;
        }
        all.back().rows.push_back(std::move(e));
    }
    WallTime origin = on;
    for (const AgedDisplay &d : all) {
        origin = std::min(origin, d.rows.front().at);
        for (const HistoryEntry &e : d.rows) {
            instruments.emplace(e.instrument, 0);
        }
    }
    numberThem(all, instruments);
    for (AgedDisplay &d : all) {
        tellAge(d);
        tellBrightness(d);
        tellSeries(d, instruments, origin, on);
    }
    return all;
}

std::vector<AgeingJump> jumpsOf(const AgedDisplay &d, const FigureTrends &trends)
{
    std::vector<AgeingJump> jumps;
    tellJumps(d, trends, jumps);
    tellInstrumentChanges(d, jumps);
    return jumps;
}

} // namespace lamp
