// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/years.h"

#include "base/text.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

namespace lamp::sim {

namespace years {

constexpr double kDays = 365.25;

/// A panel whose three channels lose light, each in its own way.
struct Panel {
    double most = 300;             ///< cd/m² when new, all channels full
    double tau = 30000, shape = 1; ///< hours; of the stretched exponential
    double blueTau = 200000;       ///< hours, of what blue loses beside
    double film = 0.004;           ///< share of blue a year
    double season = 0.003;
    double hoursPerDay = 8, before = 1000; ///< hours when the history begins
    double offset = 20;                    ///< of the brightness control
    Eigen::Vector3d whiteGains{1, 1, 1};

    [[nodiscard]] double hours(double day) const { return before + hoursPerDay * day; }
    /// Light of the channels at full brightness, as shares of a new panel whose white is D65.
    [[nodiscard]] Eigen::Vector3d light(double day) const
    {
        const double all = std::exp(-std::pow(hours(day) / tau, shape)) * (1 + season * std::cos(2 * std::numbers::pi * day / kDays));
        const double blue = std::exp(-hours(day) / blueTau) * (1 - std::min(0.9, film * day / kDays));
        return all * whiteGains.cwiseProduct(Eigen::Vector3d(1, std::sqrt(std::sqrt(blue)), blue));
    }
    [[nodiscard]] double dim(double brightness) const { return (brightness + offset) / (100 + offset); }
};

/// A display with what was set on it.
struct Living {
    std::string serial;
    Panel panel;
    double brightness = 50;
    Eigen::Vector3d taken{1, 1, 1}; ///< off each channel, by gains and ramps
    bool begun = false;
    [[nodiscard]] Eigen::Vector3d shows(double day) const { return panel.most * panel.light(day).cwiseProduct(taken); }
};

/// What an instrument makes of light.
struct Meter {
    double offset = 0, wear = 0, du = 0, dv = 0, wearU = 0;
    double noise = 0.003, noiseUv = 0.00025;
    [[nodiscard]] double gain(double day) const { return 1 + offset + wear * day / kDays; }
    /// u'v' that it sees of a colour, without noise.
    [[nodiscard]] Uv sees(const Uv &uv, double day) const { return {uv.u + du + wearU * day / kDays, uv.v + dv}; }
};

/// What the channels' shares of light come to.
XYZ lightOf(const Eigen::Vector3d &channels)
{
    return XYZ(rgbSpace("sRGB")->toXyz() * channels);
}

/// What it takes of each channel for a white that an instrument which errs by so much sees as D65.
Eigen::Vector3d needsFor(const Uv &off)
{
    static const Eigen::Matrix3d fromXyz = rgbSpace("sRGB")->toXyz().inverse();
    const Uv d65 = uvOf(chromaticity(lightOf({1, 1, 1})));
    return fromXyz * xyzOf(xyOf({d65.u - off.u, d65.v - off.v}), 1).vec();
}

std::string dateOf(double day)
{
    return isoTime(fromIsoTime("2029-01-08T09:00:00Z") + std::chrono::seconds(std::llround(86400 * day)));
}

class Studio {
public:
    explicit Studio(const YearsSpec &spec) : m_spec(spec), m_random(spec.seed)
    {
        for (int i = 0; i < spec.instruments; ++i) {
            Meter m;
            m.offset = spec.instrumentSpread * normal();
            m.du = 0.0008 * normal();
            m.dv = 0.0008 * normal();
            m.wear = 0.001 * normal();
            if (i == spec.wornInstrument) {
                m.wear = -between(0.02, 0.05);
                m.wearU = between(0.0005, 0.0015);
            }
            m_meters.push_back(m);
        }
        Uv middle{0, 0};
        for (const Meter &m : m_meters) {
            middle = {middle.u + m.du / double(m_meters.size()), middle.v + m.dv / double(m_meters.size())};
        }
        m_needs = needsFor(middle);
    }
    Years run()
    {
        Years all;
        all.csv = heading();
        all.end = dateOf(m_spec.years * kDays);
        for (int i = 0; i < m_spec.displays; ++i) {
            all.displays.push_back(live(serial(i), all.csv));
        }
        for (int i = 0; i < m_spec.instruments; ++i) {
            all.worn.push_back(i == m_spec.wornInstrument);
        }
        return all;
    }

    [[nodiscard]] std::string heading() const
    {
        const KeepingHabit &k = m_spec.keeps;
        return std::string("display,date,") + (k.hours ? "hours," : "") + "instrument,task,target," + (k.brightness ? "brightness," : "")
               + "luminance_cd_m2," + (k.most ? "max_luminance_cd_m2," : "") + "white_x,white_y,event\n";
    }
    [[nodiscard]] std::string serial(int display) const { return "SIM-" + std::to_string(m_spec.seed) + "-" + std::to_string(display + 1); }
    /// Somebody turns the brightness.
    void knock(Living &d) { d.brightness = std::clamp(d.brightness + (between(0, 1) < 0.5 ? -1 : 1) * std::round(between(8, 25)), 0.0, 100.0); }
    /// Sets it as the instrument reads it, whose error goes into what is set.
    void set(Living &d, double day, int meter) const;
    void write(std::string &csv, const Living &d, double day, int meter, bool full, const std::string &event);
    Panel drawn();
    int anyMeter() { return int(between(0, m_spec.instruments - 1e-9)); }
    /// The share of a panel's own light at which all three channels can make the target's white, as its instruments saw it at first.
    [[nodiscard]] double atTarget(const Eigen::Vector3d &light) const { return (light.array() / m_needs.array()).minCoeff(); }
    [[nodiscard]] const Meter &meter(int i) const { return m_meters[size_t(i)]; }
    double normal() { return std::normal_distribution<double>()(m_random); }
    double between(double a, double b) { return std::uniform_real_distribution<double>(a, b)(m_random); }

private:
    YearsTruth live(const std::string &serial, std::string &csv);

    YearsSpec m_spec;
    std::mt19937_64 m_random;
    std::vector<Meter> m_meters;
    Eigen::Vector3d m_needs; ///< of each channel
};

Panel Studio::drawn()
{
    Panel p;
    p.most = between(180, 380);
    p.tau = between(18000, 45000) / m_spec.ageing;
    p.shape = between(0.85, 1.15);
    p.blueTau = between(80000, 300000) / m_spec.ageing;
    p.film = between(0.002, 0.012) * m_spec.ageing;
    p.season = between(0, 0.004);
    p.hoursPerDay = between(4, 12);
    p.before = between(0, 6000);
    p.offset = between(12, 30);
    if (m_spec.selfLit) {
        p.most = between(220, 420);
        p.tau = between(14000, 28000) / m_spec.ageing;
        p.shape = between(0.75, 0.95);
        p.blueTau = between(30000, 70000) / m_spec.ageing;
        p.film = 0;
    }
    p.whiteGains = {between(0.94, 1), between(0.94, 1), between(0.94, 1)};
    return p;
}

void Studio::set(Living &d, double day, int meter) const
{
    const Meter &m = m_meters[size_t(meter)];
    const Eigen::Vector3d light = d.panel.light(day), needs = needsFor(m.sees({0, 0}, day));
    const double share = (light.array() / needs.array()).minCoeff(), wanted = m_spec.target / m.gain(day), most = d.panel.most * share;
    d.begun = true;
    d.brightness = 0;
    while (d.brightness < 100 && most * d.panel.dim(d.brightness) < wanted) {
        ++d.brightness;
    }
    d.taken = std::min(1.0, wanted / (most * d.panel.dim(d.brightness))) * share * needs.cwiseQuotient(light);
}

YearsTruth Studio::live(const std::string &serial, std::string &csv)
{
    Living d{serial, drawn()};
    const Panel &p = d.panel;
    YearsTruth truth{serial, {}, 0, 0, 0};
    for (double day = 0; day < 30 * kDays && !truth.endYears; day += 5) {
        if (p.most * atTarget(p.light(day)) < m_spec.target) {
            truth.endYears = day / kDays;
        }
    }
    const double last = m_spec.years * kDays;
    Panel even = p; // without the seasons
    even.season = 0;
    double firstMost = -1, lastMost = -1; // days on which the most luminance was read
    int visit = int(between(0, 3));
    for (double day = between(0, 20); day <= last; day += m_spec.daysBetween * between(0.85, 1.15), ++visit) {
        const int meter = anyMeter();
        std::string event;
        if (between(0, 1) < m_spec.accidentsPerYear * m_spec.daysBetween / kDays) {
            knock(d);
            event = between(0, 1) < 0.5 ? "settings" : "";
            ++truth.accidents;
        }
        using Visits = KeepingHabit::Visits;
        const bool full = m_spec.keeps.visits == Visits::AlwaysCalibrated || (m_spec.keeps.visits == Visits::Mixed && visit % 3 == 0);
        if (full || !d.begun) {
            set(d, day, meter);
        }
        if (full || m_spec.keeps.visits == Visits::OnlyChecked) {
            firstMost = firstMost < 0 ? day : firstMost;
            lastMost = day;
        }
        write(csv, d, day, meter, full, event);
    }
    // Of what is read: at the white it is set to, or at its own that is left to drift.
    const auto mostAt = [&](double day) {
        const Eigen::Vector3d shows = even.light(day).cwiseProduct(d.taken);
        return m_spec.keeps.visits == KeepingHabit::Visits::OnlyChecked ? p.most * rgbSpace("sRGB")->toXyz().row(1).dot(shows)
                                                                        : p.most * atTarget(even.light(day));
    };
    truth.maxPerYear = lastMost > firstMost ? (mostAt(lastMost) - mostAt(firstMost)) / (lastMost - firstMost) * kDays : 0;
    const auto uvAt = [&](double day) { return uvOf(chromaticity(XYZ(rgbSpace("sRGB")->toXyz() * p.light(day)))); };
    truth.uvPerYear = std::hypot(uvAt(last).u - uvAt(0).u, uvAt(last).v - uvAt(0).v) / m_spec.years;
    return truth;
}

void Studio::write(std::string &csv, const Living &d, double day, int meter, bool full, const std::string &event)
{
    const Meter &m = m_meters[size_t(meter)];
    const Panel &p = d.panel;
    const auto read = [&](double luminance) { return luminance * m.gain(day) * (1 + m.noise * normal()); };
    const XYZ light = lightOf(d.shows(day));
    const Uv seen = m.sees(uvOf(chromaticity(light)), day);
    const Chromaticity white = xyOf({seen.u + m.noiseUv * normal(), seen.v + m.noiseUv * normal()});
    // Where it is calibrated anyway the most is read then; else each time, by turning brightness up.
    const bool most = full || m_spec.keeps.visits == KeepingHabit::Visits::OnlyChecked;
    const double ramps = full ? light.b / d.taken.maxCoeff() : light.b; // without what they take off for the target's luminance
    const KeepingHabit &k = m_spec.keeps;
    csv += d.serial + "," + dateOf(day).substr(0, 10) + "," + (k.hours ? fixed(p.hours(day), 0) + "," : "") + "METER-" + std::to_string(meter + 1)
           + "," + (full ? "full" : "check") + ",Photo," + (k.brightness ? fixed(d.brightness, 0) + "," : "")
           + fixed(read(p.dim(d.brightness) * light.b), 2) + "," + (k.most ? (most ? fixed(read(ramps), 1) : "") + "," : "") + fixed(white.x, 5) + ","
           + fixed(white.y, 5) + "," + event + "\n";
}

} // namespace years

Years simulatedYears(const YearsSpec &spec)
{
    return years::Studio(spec).run();
}

class StudioInTime::Life {
public:
    explicit Life(const YearsSpec &spec) : studio(spec)
    {
        // By a random of its own: how often a display is visited changes nothing of what happens to it.
        std::mt19937_64 random(spec.seed + 7919);
        std::exponential_distribution<double> gap(std::max(1e-9, spec.accidentsPerYear)); // none: in a thousand million years
        for (int i = 0; i < spec.displays; ++i) {
            displays.push_back({{studio.serial(i), studio.drawn()}, {}, 0, 0});
            for (double year = gap(random); year < 30; year += gap(random)) {
                const double by = std::uniform_real_distribution<double>(8, 25)(random);
                displays.back().accidents.emplace_back(years::kDays * year, std::round(random() % 2 == 0 ? by : -by));
            }
        }
    }
    struct One {
        years::Living it;
        std::vector<std::pair<double, double>> accidents; ///< day, by how much brightness is turned
        double setOn;
        int meter;
        /// Brightness as it was found on a day.
        [[nodiscard]] double brightness(double day) const
        {
            double b = it.brightness;
            for (const auto &[on, by] : accidents) {
                b = on > setOn && on <= day ? std::clamp(b + by, 0.0, 100.0) : b;
            }
            return b;
        }
    };
    years::Studio studio;
    std::vector<One> displays;
};

StudioInTime::StudioInTime(const YearsSpec &spec) : m_life(std::make_unique<Life>(spec)) {}
StudioInTime::~StudioInTime() = default;

std::string StudioInTime::heading() const
{
    return m_life->studio.heading();
}

std::string StudioInTime::visit(int display, double day)
{
    Life::One &d = m_life->displays[size_t(display)];
    std::string rows;
    const int meter = m_life->studio.anyMeter();
    if (d.it.begun) {
        d.it.brightness = d.brightness(day);
        m_life->studio.write(rows, d.it, day, meter, false, "");
    }
    d.meter = meter;
    d.setOn = day;
    m_life->studio.set(d.it, day, meter);
    m_life->studio.write(rows, d.it, day + 0.02, meter, true, "");
    return rows;
}

XYZ StudioInTime::white(int display, double day) const
{
    const Life::One &d = m_life->displays[size_t(display)];
    const years::Meter &m = m_life->studio.meter(d.meter);
    const XYZ light = years::lightOf(d.it.shows(day));
    return xyzOf(xyOf(m.sees(uvOf(chromaticity(light)), day)), light.b * d.it.panel.dim(d.brightness(day)) * m.gain(day));
}

double StudioInTime::most(int display, double day) const
{
    const years::Panel &p = m_life->displays[size_t(display)].it.panel;
    return p.most * m_life->studio.atTarget(p.light(day));
}

std::string StudioInTime::date(double day)
{
    return years::dateOf(day);
}

YearsKept keptForYears(const YearsSpec &spec, double years, const std::function<bool(const XYZ &)> &within,
                       const std::function<std::vector<double>(const std::string &, double)> &next)
{
    constexpr double kFirst = years::kDays, kEach = 30, kLeast = 1.05; // days; of the target's luminance
    const double end = years * years::kDays;
    StudioInTime studio(spec);
    std::string history = studio.heading();
    std::vector<double> due(size_t(spec.displays), 0);
    YearsKept kept;
    for (double day = 0; day < end; ++day) {
        bool visited = false;
        for (int d = 0; d < spec.displays; ++d) {
            if (studio.most(d, end) < kLeast * spec.target) {
                continue;
            }
            if (day >= due[size_t(d)]) {
                history += studio.visit(d, day);
                due[size_t(d)] = day + kEach;
                visited = true;
                kept.visits += day >= kFirst ? 1 : 0;
            }
            kept.days += day >= kFirst ? 1 : 0;
            kept.within += day >= kFirst && within(studio.white(d, day)) ? 1 : 0;
        }
        if (visited && day >= kFirst - kEach) {
            due = next(history, day);
        }
    }
    return kept;
}

} // namespace lamp::sim
