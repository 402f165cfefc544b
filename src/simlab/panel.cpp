// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/panel.h"

#include "colour/spaces.h"
#include "simlab/codes.h"

#include <cmath>
#include <map>
#include <numbers>
#include <stdexcept>

namespace lamp::sim {

namespace {

/// A band of light: centre, full width at half maximum, height.
struct Band {
    double nm, widthNm, height;
};

/// Emitting bands and the colour filters in front of them, by technology. The shapes are those of handbook figures
/// of each kind of light source (blue pump and phosphor, narrow-band emitters, three-band tubes), not of a product.
struct Recipe {
    std::array<std::vector<Band>, 4> bands; // red, green, blue, white subpixel
};

const Recipe &recipe(const std::string &technology)
{
    static const std::map<std::string, Recipe> recipes{
        {"wled",
         {{{{{622, 56, 1.0}, {592, 28, 0.22}, {545, 26, 0.03}, {452, 22, 0.02}},
            {{538, 68, 1.0}, {575, 40, 0.28}, {455, 20, 0.02}},
            {{451, 21, 1.0}, {480, 45, 0.16}, {535, 50, 0.03}},
            {}}}}},
        {"wled-wide",
         {{{{{631, 6, 1.0}, {613, 6, 0.45}, {636, 6, 0.6}, {648, 7, 0.3}, {605, 40, 0.03}},
            {{531, 46, 1.0}, {455, 20, 0.01}, {600, 30, 0.01}},
            {{448, 19, 1.0}, {520, 40, 0.02}},
            {}}}}},
        {"qd", {{{{{631, 27, 1.0}, {535, 30, 0.012}}, {{530, 30, 1.0}, {448, 20, 0.01}, {628, 26, 0.01}}, {{449, 20, 1.0}, {528, 30, 0.02}}, {}}}}},
        {"rgb-led", {{{{{635, 18, 1.0}}, {{528, 34, 1.0}, {462, 22, 0.01}}, {{462, 23, 1.0}}, {}}}}},
        {"ccfl",
         {{{{{611, 7, 1.0}, {587, 9, 0.22}, {630, 12, 0.12}},
            {{544, 7, 1.0}, {550, 12, 0.35}, {488, 14, 0.22}, {585, 9, 0.10}},
            {{450, 42, 0.7}, {436, 6, 0.5}, {488, 14, 0.2}, {544, 7, 0.02}},
            {}}}}},
        {"woled",
         {{{{{622, 50, 1.0}, {580, 20, 0.06}},
            {{538, 42, 1.0}, {560, 36, 0.2}},
            {{457, 22, 1.0}, {485, 24, 0.12}},
            {{457, 24, 1.75}, {532, 60, 0.74}, {565, 60, 0.40}, {620, 60, 0.68}}}}}},
        {"qd-oled", {{{{{633, 25, 1.0}}, {{532, 32, 1.0}}, {{457, 23, 1.0}}, {}}}}},
        {"projector", {{{{{615, 60, 1.0}, {590, 20, 0.3}}, {{545, 55, 1.0}, {576, 10, 0.25}}, {{445, 40, 1.0}, {436, 8, 0.4}}, {}}}}},
    };
    const auto it = recipes.find(technology == "unknown" ? "wled" : technology);
    if (it == recipes.end()) {
        throw std::logic_error("no simulated panel of technology " + technology);
    }
    return it->second;
}

Spectrum sumOf(const std::vector<Band> &bands, double shiftNm)
{
    Spectrum s{380, 5, std::vector<double>(kObserverCount, 0.0)};
    for (const Band &band : bands) {
        const double sigma = std::max(band.widthNm, 6.0) / 2.3548;
        for (int i = 0; i < kObserverCount; ++i) {
            const double d = (380.0 + 5 * i - band.nm - shiftNm) / sigma;
            s.values[size_t(i)] += band.height * std::exp(-0.5 * d * d);
        }
    }
    return s;
}

void scale(Spectrum &s, double k)
{
    for (double &v : s.values) {
        v *= k;
    }
}

} // namespace

std::array<Spectrum, 4> typeSpectra(const std::string &technology, double shiftNm)
{
    const Recipe &r = recipe(technology);
    std::array<Spectrum, 4> all;
    for (size_t c = 0; c < 4; ++c) {
        all[c] = sumOf(r.bands[c], shiftNm);
    }
    return all;
}

Panel::Panel(PanelSpec spec, RoomSpec room) : m_spec(std::move(spec)), m_room(room)
{
    // Serial numbers make units of one model differ by a nanometre or so.
    const double shift = double(std::hash<std::string>{}(m_spec.serial) % 1000) / 1000 * 2.4 - 1.2;
    const auto type = typeSpectra(m_spec.technology, shift);
    Eigen::Matrix3d primaries;
    for (int c = 0; c < 3; ++c) {
        m_spectra[size_t(c)] = type[size_t(c)];
        primaries.col(c) = toXyz(type[size_t(c)]).vec();
    }
    // The three primaries together make the native white; a white subpixel then carries part of their light.
    const Eigen::Vector3d white = xyzOf(m_spec.nativeWhite, m_spec.maxLuminance).vec();
    const Eigen::Vector3d amount = primaries.inverse() * white;
    for (int c = 0; c < 3; ++c) {
        scale(m_spectra[size_t(c)], amount[c]);
    }
    // A panel without a white subpixel of its own has its boosted white from a clear segment: the sum of all light.
    m_spectra[White] = type[3];
    if (toXyz(type[3]).b <= 0) {
        for (size_t i = 0; i < size_t(kObserverCount); ++i) {
            m_spectra[White].values[i] = m_spectra[Red].values[i] + m_spectra[Green].values[i] + m_spectra[Blue].values[i];
        }
    }
    scale(m_spectra[White], m_spec.maxLuminance / toXyz(m_spectra[White]).b);
    setRoom(room);
    for (int c = 0; c < 3; ++c) {
        primaries.col(c) = toXyz(m_spectra[size_t(c)]).vec();
    }
    m_fromXyz = primaries.inverse();

    const auto &menu = m_spec.menu;
    if (menu.brightness) {
        m_controls.push_back({"brightness", 0, 100, menu.brightnessStep, menu.brightnessAt, menu.byPerson});
    }
    if (menu.gains) {
        const std::array<const char *, 3> names{"red", "green", "blue"};
        for (size_t c = 0; c < 3; ++c) {
            m_controls.push_back({names[c], 0, 100, menu.gainStep, menu.gainsAt[c], menu.byPerson});
        }
    }
    if (menu.contrastAt > 0) {
        m_controls.push_back({"contrast", 0, 100, 1, menu.contrastAt, menu.byPerson});
    }
    resetLut();
    if (m_spec.staleLut) {
        Ramps old;
        for (int i = 0; i < 256; ++i) {
            const double v = i / 255.0;
            old.r.push_back(v * 0.92);
            old.g.push_back(std::pow(v, 1.15) * 0.97);
            old.b.push_back(v);
        }
        setLut(old);
    }
}

void Panel::setRoom(const RoomSpec &room)
{
    m_room = room;
    m_spectra[Room] = room.lightAt(room.hour);
}

void Panel::passDay(double t)
{
    if (m_room.daylightLux > 0) {
        m_spectra[Room] = m_room.lightAt(m_room.hour + t / 3600);
    }
}

double RoomSpec::daylightAt(double hourOfDay) const
{
    const double sun = std::sin(std::numbers::pi * (std::fmod(hourOfDay, 24.0) - 6) / 12);
    if (daylightLux <= 0 || sun <= 0) {
        return 0;
    }
    // Clouds of many lengths, from hours to minutes, none of which comes back the same; the lux of the window picks the day.
    double cloud = 0;
    for (int k = 0; k < 5; ++k) {
        cloud += std::sin(2 * std::numbers::pi * hourOfDay * (0.31 * std::pow(2.17, k)) + daylightLux + 1.7 * k) * std::pow(0.62, k);
    }
    return daylightLux * sun * (0.7 + 0.3 * std::tanh(cloud));
}

Spectrum RoomSpec::lightAt(double hourOfDay) const
{
    // Radiance of a diffuse surface: L = E·ρ/π, here with ρ folded into the weight.
    Spectrum s = blackbodySpectrum(cctK);
    scale(s, lux / std::numbers::pi / toXyz(s).b);
    if (const double day = daylightAt(hourOfDay); day > 0) {
        // A low sun is warmer than the noon sky.
        Spectrum sky = daylightSpectrum(5000 + 2000 * day / daylightLux);
        scale(sky, day / std::numbers::pi / toXyz(sky).b);
        for (size_t i = 0; i < s.values.size(); ++i) {
            s.values[i] += sky.at(s.startNm + s.stepNm * double(i));
        }
    }
    return s;
}

DisplayInfo Panel::describe() const
{
    DisplayInfo info;
    info.model = m_spec.model;
    info.serial = m_spec.serial;
    info.technology = m_spec.claims.empty() ? m_spec.technology : m_spec.claims;
    info.bits = m_signal == Signal::Sdr ? m_spec.bits : std::max(m_spec.bits, kBrightBits);
    info.widthMm = m_spec.widthMm;
    info.heightMm = m_spec.heightMm;
    info.hours = m_spec.hours;
    for (const PanelSpec::Mode &m : m_spec.modes) {
        info.modes.push_back(m.name);
    }
    info.mode = m_spec.modes[m_mode].name;
    info.controls = m_controls;
    if (m_spec.hasLut) {
        info.lut = m_spec.lut;
    }
    info.lutLoaded = m_lutLoaded;
    if (m_spec.hdr.pq || m_spec.hdr.hlg) {
        for (const Signal s : kSignals) {
            if (takes(s)) {
                info.signals.push_back(s);
            }
        }
    }
    info.signal = m_signal;
    info.cubeSize = m_spec.cubeSize;
    info.cubeLoaded = m_cube.size > 0;
    if (m_spec.maxPatchArea > 0 && m_spec.tellsPatchArea) {
        info.maxPatchArea = m_spec.maxPatchArea;
    }
    return info;
}

void Panel::show(const Patch &patch, double t)
{
    // The same picture again is no change: a screen that dims at rest stays dimmed.
    if (patch.rgb == m_patch.rgb && patch.area == m_patch.area && patch.at == m_patch.at && patch.surround == m_patch.surround && m_shownAt > -1e8) {
        return;
    }
    m_heat = heat(t);
    m_heatAt = t;
    m_previous = m_patch;
    m_patch = patch;
    m_shownAt = t;
}

bool Panel::hasControl(const std::string &name) const
{
    for (const Control &c : m_controls) {
        if (c.name == name) {
            return true;
        }
    }
    return false;
}

double Panel::setControl(const std::string &name, double value)
{
    for (Control &c : m_controls) {
        if (c.name == name) {
            const double steps = std::round((std::clamp(value, c.min, c.max) - c.min) / c.step);
            c.value = std::min(c.max, c.min + steps * c.step);
            return c.value;
        }
    }
    throw std::logic_error("no control " + name);
}

bool Panel::setMode(const std::string &name)
{
    for (size_t i = 0; i < m_spec.modes.size(); ++i) {
        if (m_spec.modes[i].name == name) {
            m_mode = i;
            return true;
        }
    }
    return false;
}

void Panel::setLut(const Ramps &ramps)
{
    const int n = m_spec.lut.entries;
    m_lut.assign(size_t(n), {});
    const auto count = double(ramps.r.size());
    for (int i = 0; i < n; ++i) {
        const double at = double(i) / (n - 1) * (count - 1);
        const auto k = std::min(size_t(at), ramps.r.size() - 2);
        const double t = at - double(k);
        for (int c = 0; c < 3; ++c) {
            const auto &list = ramps.channel(c);
            m_lut[size_t(i)][size_t(c)] = rounded(list[k] * (1 - t) + list[k + 1] * t, m_spec.lut.bits);
        }
    }
    m_lutLoaded = true;
}

void Panel::resetLut()
{
    Ramps linear{{0, 1}, {0, 1}, {0, 1}};
    setLut(linear);
    m_lutLoaded = false;
}

std::array<double, 3> Panel::throughLut(const Drive &rgb) const
{
    std::array<double, 3> out{};
    for (int c = 0; c < 3; ++c) {
        double v = rounded(rgb[m_spec.signal.wires[size_t(c)]], m_spec.bits);
        if (m_spec.hasLut && !m_spec.signal.lutIgnored) {
            const double at = v * double(m_lut.size() - 1);
            const auto k = std::min(size_t(at), m_lut.size() - 2);
            const double t = at - double(k);
            v = rounded(m_lut[k][size_t(c)] * (1 - t) + m_lut[k + 1][size_t(c)] * t, m_spec.lut.bits);
        }
        out[size_t(c)] = v;
    }
    if (m_cube.size > 0) {
        const Drive d = m_cube.apply({out[0], out[1], out[2]});
        out = {d.a, d.b, d.c};
    }
    for (double &v : out) {
        v = rounded(v, m_spec.panelBits);
    }
    disturb(out);
    return out;
}

void Panel::disturb(std::array<double, 3> &codes) const
{
    const PanelSpec::Signal &signal = m_spec.signal;
    double stretch = 0;
    for (const Control &c : m_controls) {
        stretch = c.name == "contrast" ? std::max(0.0, c.value / m_spec.menu.contrastRight - 1) : stretch;
    }
    for (size_t c = 0; c < 3; ++c) {
        double v = signal.reversed ? 1 - codes[c] : codes[c];
        v = signal.limitedRange ? (255 * v - 16) / 219 : v;
        v = std::max(0.0, (v - signal.crushBelow) / (1 - signal.crushBelow)); // what lies below is lost, nothing jumps
        codes[c] = signal.broken[c] ? 0 : std::clamp(v * (1 + stretch * m_spec.menu.stretched[c]), 0.0, 1.0);
    }
    const double middle = (codes[0] + codes[1] + codes[2]) / 3;
    if (signal.grayOnly) {
        codes.fill(0.3 * codes[0] + 0.6 * codes[1] + 0.1 * codes[2]);
        return;
    }
    // Strongest for pale colours, nothing at gray and at the cube's corners.
    const double saturation = std::max({codes[0], codes[1], codes[2]}) - std::min({codes[0], codes[1], codes[2]});
    const double more = 1 + signal.saturation * (1 - saturation), turn = signal.hueTwistDeg * (1 - saturation) * std::numbers::pi / 180;
    const double keep = (1 + 2 * std::cos(turn)) / 3, next = (1 - std::cos(turn)) / 3 + std::sin(turn) / std::sqrt(3.0),
                 last = (1 - std::cos(turn)) / 3 - std::sin(turn) / std::sqrt(3.0);
    const std::array<double, 3> from = codes;
    for (size_t c = 0; c < 3; ++c) {
        const double turned = keep * from[c] + next * from[(c + 2) % 3] + last * from[(c + 1) % 3];
        codes[c] = std::clamp(middle + more * (turned - middle), 0.0, 1.0);
    }
}

double Panel::cold(double t, bool blue) const
{
    if (m_spec.alreadyWarm) {
        return 0;
    }
    const double since = std::max(0.0, t - m_spec.restS);
    return (m_spec.warmUpLoss + (blue ? m_spec.warmUpTint : 0)) * std::exp(-since / m_spec.warmUpTauS)
           + (m_spec.secondLoss + (blue ? m_spec.secondTint : 0)) * std::exp(-since / m_spec.secondTauS);
}

std::array<double, 3> Panel::channelGains() const
{
    const auto &menu = m_spec.menu;
    double light = menu.brightnessFloor + (1 - menu.brightnessFloor) * std::pow(menu.brightnessAt / 100, menu.brightnessPower);
    std::array<double, 3> gains{1, 1, 1};
    for (const Control &c : m_controls) {
        if (c.name == "brightness") {
            light = menu.brightnessFloor + (1 - menu.brightnessFloor) * std::pow(c.value / 100, menu.brightnessPower);
        } else if (c.name != "contrast") {
            const size_t i = c.name == "red" ? 0 : (c.name == "green" ? 1 : 2);
            gains[i] = std::pow(c.value / 100, menu.gainPower);
        }
    }
    // Ageing takes light, and blue most of it.
    light *= 1 - 0.40 * m_spec.age;
    const double old = m_spec.yellow >= 0 ? m_spec.yellow : m_spec.age;
    const std::array<double, 3> yellowing{1.0, 1 - 0.02 * old, 1 - 0.16 * old};
    for (size_t c = 0; c < 3; ++c) {
        gains[c] *= light * yellowing[c] * m_spec.modes[m_mode].gain[c];
    }
    return gains;
}

std::array<double, 3> Panel::channelLight(const Drive &rgb) const
{
    const auto codes = throughLut(rgb);
    std::array<double, 3> light{};
    for (size_t c = 0; c < 3; ++c) {
        const double others = (codes[(c + 1) % 3] + codes[(c + 2) % 3]) / 2;
        double v = codes[c] * (1 - m_spec.electricalCrosstalk * others * (1 - codes[c]));
        const double knee = m_spec.kink * (c == Green ? 1 : (c == Blue ? 0.5 : 0));
        v += knee * (v < m_spec.kinkAt ? v / m_spec.kinkAt : (1 - v) / (1 - m_spec.kinkAt));
        light[c] = std::pow(v, m_spec.gamma[c] * m_spec.modes[m_mode].gamma) * (1 + m_spec.bend[c] * v * (1 - v));
    }
    return light;
}

Weights Panel::emissionOf(const Drive &rgb, double area, double t, double roomShare) const
{
    return emissionAmong(rgb, area, {0, 0, 0}, t, roomShare);
}

Weights Panel::emissionAmong(const Drive &rgb, double area, const Drive &surround, double t, double roomShare) const
{
    if (m_signal != Signal::Sdr) {
        return brightEmission(rgb, area, surround, t, roomShare);
    }
    const std::array<double, 3> light = channelLight(rgb);
    std::array<double, 3> mixed = light;
    for (size_t c = 0; c < 3; ++c) {
        const double others = (light[(c + 1) % 3] + light[(c + 2) % 3]) / 2;
        mixed[c] = light[c] * (1 - m_spec.crosstalk * others * (1 - 0.5 * light[c]));
    }
    double white = 0;
    if (m_spec.whiteSubpixel > 0) {
        white = m_spec.whiteSubpixel * std::min({mixed[0], mixed[1], mixed[2]});
        for (double &m : mixed) {
            m -= white;
        }
    }
    white += m_spec.whiteBoost * std::min({light[0], light[1], light[2]});
    double dimming = 1;
    if (m_spec.maxPatchArea > 0 && (area > m_spec.maxPatchArea || surround.vec().maxCoeff() > 0)) {
        const std::array<double, 3> around = channelLight(surround);
        const double load = area * (light[0] + light[1] + light[2]) / 3 + (1 - area) * (around[0] + around[1] + around[2]) / 3;
        dimming = 1 / (1 + 1.5 * std::max(0.0, load - m_spec.maxPatchArea));
    }
    const auto gains = channelGains();
    double zone = 1;
    if (m_spec.zonesLeast > 0) {
        // A zone's lamps follow the brightest that is shown in it, and what its neighbours spill.
        const std::array<double, 3> around = channelLight(surround);
        const double brightest = std::max({light[0], light[1], light[2], 0.5 * std::max({around[0], around[1], around[2]})});
        zone = m_spec.zonesLeast + (1 - m_spec.zonesLeast) * std::min(1.0, std::cbrt(brightest));
    }
    if (m_spec.dynamicLeast > 0) {
        // One lamp behind all: it follows the brightest of the whole picture.
        const std::array<double, 3> around = channelLight(surround);
        const double brightest = std::max({light[0], light[1], light[2], around[0], around[1], around[2]});
        dimming *= m_spec.dynamicLeast + (1 - m_spec.dynamicLeast) * std::sqrt(std::min(1.0, brightest));
    }
    Weights w = Weights::Zero();
    double meanGain = 0;
    for (size_t c = 0; c < 3; ++c) {
        const double warm = 1 - cold(t, c == Blue);
        const double leak = zone * m_spec.leakTint[c] / m_spec.contrast;
        w[Eigen::Index(c)] = gains[c] * warm * dimming * (mixed[c] * (1 - leak) + leak);
        meanGain += gains[c] * warm / 3;
    }
    w[White] = white * meanGain * dimming;
    w[Room] = m_spec.reflectance * roomShare;
    return w;
}

Weights Panel::emission(double t, double roomShare, const std::array<double, 2> &at, const std::array<double, 2> &from) const
{
    Weights now = emissionAmong(m_patch.rgb, m_patch.area, m_patch.surround, t, roomShare);
    const double rest = unsettled(t);
    if (rest >= 1e-4) {
        now = (1 - rest) * now + rest * emissionAmong(m_previous.rgb, m_previous.area, m_previous.surround, t, roomShare);
    }
    double share = 1 - m_spec.unevenness * (std::pow(at[0] - 0.5, 2) + std::pow(at[1] - 0.5, 2)) / 0.5;
    if (m_spec.idleDimAfterS > 0 && t - m_shownAt > m_spec.idleDimAfterS) {
        share *= 1 - m_spec.idleDimShare;
    }
    for (const Component c : {Red, Green, Blue, White}) {
        now[c] *= share;
    }
    const double angle = std::hypot(from[0], from[1]);
    if (angle > 0) {
        const PanelSpec::Aside &aside = m_spec.aside;
        const double far = std::pow(angle / 60, 2), left = std::exp2(-std::pow(angle / aside.fallDeg, 2));
        const auto gains = channelGains();
        for (size_t c = 0; c < 3; ++c) {
            // What leaks grows as what is let through falls.
            const double leak = gains[c] * m_spec.leakTint[c] / m_spec.contrast * (aside.blackLift - 1) * far;
            now[Eigen::Index(c)] = now[Eigen::Index(c)] * left * (1 + (aside.tint[c] - 1) * far) + leak;
        }
        now[White] *= left;
    }
    return now;
}

double Panel::unsettled(double t) const
{
    return std::exp(-std::max(0.0, t - m_shownAt) / m_spec.responseS);
}

} // namespace lamp::sim
