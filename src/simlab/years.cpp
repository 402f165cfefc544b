// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/years.h"

#include "base/text.h"
#include "colour/spaces.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

namespace lamp::sim {

namespace {

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

/// What an instrument makes of light.
struct Meter {
    double offset = 0, wear = 0, du = 0, dv = 0, wearU = 0;
    double noise = 0.003, noiseUv = 0.00025;
};

class Studio {
public:
    explicit Studio(const YearsSpec &spec) : m_spec(spec), m_random(spec.seed)
    {
        for (int i = 0; i < spec.instruments; ++i) {
            Meter m;
            m.offset = 0.01 * normal();
            m.du = 0.0008 * normal();
            m.dv = 0.0008 * normal();
            m.wear = 0.001 * normal();
            if (i == spec.wornInstrument) {
                m.wear = -between(0.02, 0.05);
                m.wearU = between(0.0005, 0.0015);
            }
            m_meters.push_back(m);
        }
    }
    Years run()
    {
        Years all;
        const KeepingHabit &k = m_spec.keeps;
        all.csv = std::string("display,date,") + (k.hours ? "hours," : "") + "instrument,task,target," + (k.brightness ? "brightness," : "")
                  + "luminance_cd_m2," + (k.most ? "max_luminance_cd_m2," : "") + "white_x,white_y,event\n";
        all.end = date(m_spec.years * kDays);
        for (int i = 0; i < m_spec.displays; ++i) {
            all.displays.push_back(live("SIM-" + std::to_string(m_spec.seed) + "-" + std::to_string(i + 1), all.csv));
        }
        for (int i = 0; i < m_spec.instruments; ++i) {
            all.worn.push_back(i == m_spec.wornInstrument);
        }
        return all;
    }

private:
    double normal() { return std::normal_distribution<double>()(m_random); }
    double between(double a, double b) { return std::uniform_real_distribution<double>(a, b)(m_random); }
    static std::string date(double day) { return isoTime(fromIsoTime("2029-01-08T09:00:00Z") + std::chrono::seconds(std::llround(86400 * day))); }

    Panel drawn()
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
    /// The share of a panel's own light at which all three channels can make D65.
    static double atTarget(const Eigen::Vector3d &light) { return light.minCoeff(); }

    YearsTruth live(const std::string &serial, std::string &csv);
    void write(std::string &csv, const std::string &serial, const Panel &p, double day, int meter, bool full, const Eigen::Vector3d &shows,
               double brightness, const std::string &event);

    YearsSpec m_spec;
    std::mt19937_64 m_random;
    std::vector<Meter> m_meters;
};

YearsTruth Studio::live(const std::string &serial, std::string &csv)
{
    const Panel p = drawn();
    YearsTruth truth{serial, {}, 0, 0, 0};
    for (double day = 0; day < 30 * kDays && !truth.endYears; day += 5) {
        if (p.most * atTarget(p.light(day)) < m_spec.target) {
            truth.endYears = day / kDays;
        }
    }
    const double last = m_spec.years * kDays;
    Panel even = p; // without the seasons
    even.season = 0;
    double brightness = 50;
    Eigen::Vector3d taken(1, 1, 1); // off each channel, by gains and ramps
    bool begun = false;
    double firstMost = -1, lastMost = -1; // days on which the most luminance was read
    int visit = int(between(0, 3));
    for (double day = between(0, 20); day <= last; day += m_spec.daysBetween * between(0.85, 1.15), ++visit) {
        const int meter = int(between(0, m_spec.instruments - 1e-9));
        std::string event;
        if (between(0, 1) < m_spec.accidentsPerYear * m_spec.daysBetween / kDays) {
            brightness = std::clamp(brightness + (between(0, 1) < 0.5 ? -1 : 1) * std::round(between(8, 25)), 0.0, 100.0);
            event = between(0, 1) < 0.5 ? "settings" : "";
            ++truth.accidents;
        }
        using Visits = KeepingHabit::Visits;
        const bool full = m_spec.keeps.visits == Visits::AlwaysCalibrated || (m_spec.keeps.visits == Visits::Mixed && visit % 3 == 0);
        const Eigen::Vector3d light = p.light(day);
        if (full || !begun) {
            begun = true;
            // As the instrument reads it: its error goes into what is set.
            const Meter &m = m_meters[size_t(meter)];
            const double wanted = m_spec.target / (1 + m.offset + m.wear * day / kDays), most = p.most * atTarget(light);
            brightness = 0;
            while (brightness < 100 && most * p.dim(brightness) < wanted) {
                ++brightness;
            }
            taken = std::min(1.0, wanted / (most * p.dim(brightness))) * atTarget(light) * light.cwiseInverse();
        }
        if (full || m_spec.keeps.visits == Visits::OnlyChecked) {
            firstMost = firstMost < 0 ? day : firstMost;
            lastMost = day;
        }
        write(csv, serial, p, day, meter, full, p.most * light.cwiseProduct(taken), brightness, event);
    }
    // Of what is read: at the white it is set to, or at its own that is left to drift.
    const auto mostAt = [&](double day) {
        const Eigen::Vector3d shows = even.light(day).cwiseProduct(taken);
        return m_spec.keeps.visits == KeepingHabit::Visits::OnlyChecked ? p.most * rgbSpace("sRGB")->toXyz().row(1).dot(shows)
                                                                        : p.most * atTarget(even.light(day));
    };
    truth.maxPerYear = lastMost > firstMost ? (mostAt(lastMost) - mostAt(firstMost)) / (lastMost - firstMost) * kDays : 0;
    const auto uvAt = [&](double day) { return uvOf(chromaticity(XYZ(rgbSpace("sRGB")->toXyz() * p.light(day)))); };
    truth.uvPerYear = std::hypot(uvAt(last).u - uvAt(0).u, uvAt(last).v - uvAt(0).v) / m_spec.years;
    return truth;
}

void Studio::write(std::string &csv, const std::string &serial, const Panel &p, double day, int meter, bool full, const Eigen::Vector3d &shows,
                   double brightness, const std::string &event)
{
    const Meter &m = m_meters[size_t(meter)];
    const double years = day / kDays;
    const auto read = [&](double luminance) { return luminance * (1 + m.offset + m.wear * years) * (1 + m.noise * normal()); };
    const XYZ light(rgbSpace("sRGB")->toXyz() * shows);
    const Uv seen = uvOf(chromaticity(light));
    const Chromaticity white = xyOf({seen.u + m.du + m.wearU * years + m.noiseUv * normal(), seen.v + m.dv + m.noiseUv * normal()});
    // Where it is calibrated anyway the most is read then; else each time, by turning brightness up.
    const bool most = full || m_spec.keeps.visits == KeepingHabit::Visits::OnlyChecked;
    const double ramps = full ? p.most * atTarget(p.light(day)) : light.b; // ramps take off what is too much for the target only
    const KeepingHabit &k = m_spec.keeps;
    csv += serial + "," + date(day).substr(0, 10) + "," + (k.hours ? fixed(p.hours(day), 0) + "," : "") + "METER-" + std::to_string(meter + 1) + ","
           + (full ? "full" : "check") + ",Photo," + (k.brightness ? fixed(brightness, 0) + "," : "") + fixed(read(p.dim(brightness) * light.b), 2)
           + "," + (k.most ? (most ? fixed(read(ramps), 1) : "") + "," : "") + fixed(white.x, 5) + "," + fixed(white.y, 5) + "," + event + "\n";
}

} // namespace

Years simulatedYears(const YearsSpec &spec)
{
    return Studio(spec).run();
}

} // namespace lamp::sim
