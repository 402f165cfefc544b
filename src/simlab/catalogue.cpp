// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/habits.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <stdexcept>

namespace lamp::sim {

namespace {

struct Entry {
    PanelSpec panel;
    RoomSpec room;
};

PanelSpec base(const std::string &technology, const std::string &model, const std::string &serial)
{
    PanelSpec p;
    p.technology = technology;
    p.model = model;
    p.serial = serial;
    return p;
}

PanelSpec wled(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("wled", model, serial);
    p.gamma = {2.18, 2.24, 2.30};
    p.bend = {0.10, 0.04, -0.06};
    return p;
}

PanelSpec wide(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("wled-wide", model, serial);
    p.maxLuminance = 350;
    p.nativeWhite = {0.304, 0.326};
    p.gamma = {2.21, 2.19, 2.25};
    p.contrast = 1300;
    p.bits = 10;
    p.lut = {1024, 12};
    p.panelBits = 12;
    return p;
}

PanelSpec quantumDot(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("qd", model, serial);
    p.maxLuminance = 420;
    p.nativeWhite = {0.298, 0.311};
    p.gamma = {2.26, 2.20, 2.16};
    p.crosstalk = 0.015;
    p.contrast = 1800;
    p.menu.gainPower = 2.2;
    return p;
}

PanelSpec whiteOled(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("woled", model, serial);
    p.maxLuminance = 260;
    p.nativeWhite = {0.302, 0.315};
    p.gamma = {2.2, 2.2, 2.2};
    p.bend = {0.05, 0.05, 0.08};
    p.contrast = 2e6;
    p.whiteSubpixel = 0.75;
    p.maxPatchArea = 0.12;
    p.lut = {256, 12};
    p.panelBits = 12;
    p.warmUpTauS = 240;
    p.warmUpLoss = 0.03;
    p.hdr.pq = p.hdr.hlg = true;
    p.hdr.peak = 820;
    p.hdr.fullScreen = 165;
    p.hdr.knee = 0.7;
    p.hdr.lift = 0.04;
    p.hdr.tint = {1, 0.99, 0.965};
    p.hdr.colourShare = 0.4;
    p.hdr.heatLoss = 0.08;
    p.aside = {110, {0.97, 1, 1.06}, 1};
    return p;
}

PanelSpec laptop(const std::string &model, const std::string &serial)
{
    PanelSpec p = wled(model, serial);
    p.widthMm = 310;
    p.heightMm = 174;
    p.lut = {256, 8};
    p.panelBits = 8;
    p.maxLuminance = 280;
    p.contrast = 900;
    p.menu.gains = false;
    p.menu.byPerson = false;
    p.menu.brightnessStep = 5;
    p.menu.brightnessFloor = 0.03;
    p.menu.brightnessPower = 1.6;
    p.aside = {52, {1, 0.98, 0.88}, 4};
    return p;
}

PanelSpec rgbLed(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("rgb-led", model, serial);
    p.maxLuminance = 380;
    p.nativeWhite = {0.306, 0.317};
    p.gamma = {2.15, 2.2, 2.2};
    p.contrast = 1100;
    p.bits = 10;
    p.lut = {1024, 14};
    p.panelBits = 14;
    p.warmUpTauS = 700;
    p.warmUpTint = 0.03;
    return p;
}

PanelSpec tubes(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("ccfl", model, serial);
    p.maxLuminance = 260;
    p.nativeWhite = {0.311, 0.326};
    p.gamma = {2.3, 2.25, 2.1};
    p.contrast = 800;
    p.lut = {256, 8};
    p.panelBits = 8;
    p.warmUpLoss = 0.18;
    p.warmUpTauS = 500;
    p.age = 0.3;
    return p;
}

PanelSpec quantumOled(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("qd-oled", model, serial);
    p.maxLuminance = 250;
    p.nativeWhite = {0.309, 0.322};
    p.bend = {0.04, -0.03, 0.06};
    p.contrast = 1e6;
    p.maxPatchArea = 0.1;
    p.bits = 10;
    p.lut = {1024, 12};
    p.panelBits = 12;
    p.warmUpTauS = 200;
    p.warmUpLoss = 0.02;
    p.hdr.pq = p.hdr.hlg = true;
    p.hdr.peak = 1000;
    p.hdr.fullScreen = 250;
    p.hdr.knee = 0.85;
    p.hdr.mastered = 1600;
    p.hdr.lift = -0.03;
    p.hdr.heatLoss = 0.05;
    p.aside = {120, {1, 0.98, 0.97}, 1};
    return p;
}

PanelSpec projector(const std::string &model, const std::string &serial)
{
    PanelSpec p = base("projector", model, serial);
    p.maxLuminance = 160;
    p.nativeWhite = {0.300, 0.330};
    p.gamma = {2.3, 2.2, 2.4};
    p.contrast = 1500;
    p.whiteBoost = 0.25;
    p.lut = {256, 10};
    p.menu.gainStep = 2;
    p.warmUpLoss = 0.1;
    return p;
}

PanelSpec kinked(const std::string &model, const std::string &serial)
{
    PanelSpec p = wled(model, serial);
    p.kink = 0.02;
    p.kinkAt = 0.45;
    return p;
}

PanelSpec crosstalk(const std::string &model, const std::string &serial)
{
    PanelSpec p = wide(model, serial);
    p.crosstalk = 0.06;
    p.electricalCrosstalk = 0.03;
    return p;
}

/// Few and coarse controls, a shallow LUT.
PanelSpec coarse(const std::string &model, const std::string &serial)
{
    PanelSpec p = wled(model, serial);
    p.menu.brightnessStep = 10;
    p.menu.gainStep = 5;
    p.menu.gainPower = 2.6;
    p.lut = {256, 8};
    p.panelBits = 8;
    return p;
}

/// A field monitor: no computer in front of it, so no video LUT; it holds a 3D LUT itself.
PanelSpec field(const std::string &model, const std::string &serial)
{
    PanelSpec p = wide(model, serial);
    p.hasLut = false;
    p.cubeSize = 33;
    p.widthMm = 217;
    p.heightMm = 136;
    p.maxLuminance = 520;
    return p;
}

/// A backlight of some hundreds of zones behind a quantum-dot film.
PanelSpec zoned(const std::string &model, const std::string &serial)
{
    PanelSpec p = quantumDot(model, serial);
    p.bits = 10;
    p.lut = {1024, 12};
    p.panelBits = 12;
    p.hdr.pq = true;
    p.hdr.peak = 1250;
    p.hdr.fullScreen = 700;
    p.hdr.smallLoss = 0.3;
    p.hdr.knee = 0.6;
    p.hdr.mastered = 2500;
    p.hdr.lift = 0.06;
    p.hdr.tint = {1, 0.985, 0.99};
    p.hdr.zonesLeast = 0.02;
    p.hdr.heatLoss = 0.1;
    p.hdr.heatTauS = 400;
    p.aside = {70, {1, 0.98, 0.93}, 4};
    return p;
}

PanelSpec worn(PanelSpec p, double age)
{
    p.age = age;
    p.hours = 21000;
    return p;
}

using Maker = PanelSpec (*)(const std::string &, const std::string &);
struct Kind {
    const char *name;
    Maker make;
    const char *model;
};
/// Easy ones first; from crosstalk on, those that a matrix or simple curves cannot describe.
const std::vector<Kind> &allKinds()
{
    static const std::vector<Kind> all{{"wled", wled, "W-LED bench panel"},
                                       {"wled-wide", wide, "Wide W-LED bench panel"},
                                       {"qd", quantumDot, "Quantum-dot bench panel"},
                                       {"rgb-led", rgbLed, "RGB-LED bench panel"},
                                       {"ccfl", tubes, "Fluorescent bench panel"},
                                       {"qd-oled", quantumOled, "Quantum-dot OLED bench panel"},
                                       {"laptop", laptop, "Laptop bench panel"},
                                       {"crosstalk", crosstalk, "Crosstalk bench panel"},
                                       {"woled", whiteOled, "White-OLED bench panel"},
                                       {"projector", projector, "Projector on the bench"},
                                       {"kinked", kinked, "Kinked bench panel"},
                                       {"coarse", coarse, "Coarse bench panel"}};
    return all;
}

/// The demo studio, Saltmarsh Cartographic: invented displays with the names of birds of the shore.
Entry entry(const std::string &name)
{
    static const std::map<std::string, std::function<Entry()>> entries{
        {"avocet",
         [] {
             return Entry{wled("Avocet 24", "AV-2207"), {55, 4200}};
         }},
        {"curlew",
         [] {
             PanelSpec p = wide("Curlew 27", "CU-1141");
             p.unevenness = 0.12;
             p.modes = {{"factory"}, {"sRGB", {1, 0.985, 0.94}, 1}, {"reading", {1, 0.93, 0.7}, 1}, {"vivid", {1, 1, 1}, 1.25}};
             return Entry{p, {38, 5000}};
         }},
        {"dunlin",
         [] {
             PanelSpec p = quantumDot("Dunlin 32", "DU-0312");
             p.modes = {{"factory"},
                        {"photo", {1, 0.96, 0.86}, 0.99},
                        {"print", {1, 0.93, 0.66}, 0.99},
                        {"paper", {0.9, 0.78, 0.48}, 1},
                        {"cinema", {1, 0.96, 0.86}, 1.1},
                        {"vivid", {1, 1, 1}, 1.25},
                        {"night", {0.5, 0.38, 0.2}, 1}};
             return Entry{p, {38, 5000}};
         }},
        {"godwit",
         [] {
             return Entry{whiteOled("Godwit 31", "GO-0077"), {20, 5000}};
         }},
        {"knot",
         [] {
             PanelSpec p = laptop("Knot 14", "KN-9120");
             p.unevenness = 0.3;
             return Entry{p, {180, 3500}};
         }},
        {"plover",
         [] {
             return Entry{rgbLed("Plover 27", "PL-3310"), {48, 4500}};
         }},
        {"whimbrel",
         [] {
             return Entry{quantumOled("Whimbrel 32", "WH-0208"), {30, 5000}};
         }},
        {"ruff",
         [] {
             return Entry{zoned("Ruff 32", "RU-0611"), {30, 5000}};
         }},
        {"sanderling",
         [] {
             return Entry{field("Sanderling 10", "SA-5530"), {180, 3500}};
         }},
        {"turnstone",
         [] {
             return Entry{worn(wled("Turnstone 24", "TU-0415"), 0.45), {55, 4200}};
         }},
    };
    return entries.at(name)();
}

std::vector<std::string> typeNames()
{
    return {"wled", "wled-wide", "qd", "rgb-led", "ccfl", "woled", "qd-oled", "projector", "unknown"};
}

const std::vector<std::string> kBirds{"avocet", "curlew", "dunlin", "godwit", "knot", "plover", "ruff", "sanderling", "turnstone", "whimbrel"};

} // namespace

std::vector<std::string> kinds()
{
    std::vector<std::string> names;
    for (const Kind &k : allKinds()) {
        names.emplace_back(k.name);
    }
    return names;
}

namespace {

PanelSpec varied(PanelSpec p, std::uint64_t seed)
{
    std::mt19937_64 random(seed * 7919 + 17);
    const auto about = [&](double middle, double spread) { return middle + spread * std::uniform_real_distribution<double>(-1, 1)(random); };
    p.nativeWhite.x = about(p.nativeWhite.x, 0.006);
    p.nativeWhite.y = about(p.nativeWhite.y, 0.006);
    p.maxLuminance *= about(1, 0.15);
    p.contrast *= about(1, 0.3);
    for (size_t c = 0; c < 3; ++c) {
        p.gamma[c] *= about(1, 0.05);
        p.bend[c] = about(p.bend[c], 0.06);
        p.leakTint[c] *= about(1, 0.08);
    }
    p.crosstalk *= about(1, 0.4);
    p.electricalCrosstalk *= about(1, 0.4);
    p.kink *= about(1, 0.5);
    p.kinkAt = about(p.kinkAt, 0.15);
    p.whiteSubpixel *= about(1, 0.2);
    p.menu.gainPower *= about(1, 0.25);
    p.menu.brightnessPower *= about(1, 0.25);
    p.menu.brightnessFloor *= about(1, 0.4);
    p.menu.brightnessAt = p.menu.brightnessStep * std::round(about(65, 25) / p.menu.brightnessStep);
    p.warmUpTauS *= about(1, 0.3);
    p.warmUpLoss *= about(1, 0.5);
    return p;
}

/// "turnstone", or another one of its model: "turnstone-12"; where it is no longer new with its age: "turnstone-12@0.3".
std::optional<Entry> birdCalled(std::string name)
{
    std::optional<double> age;
    if (const size_t at = name.find('@'); at != std::string::npos) {
        age = numberOf(name.substr(at + 1));
        name.resize(at);
        if (!age || !(*age >= 0 && *age <= 1)) {
            return {};
        }
    }
    std::string unit;
    if (const size_t dash = name.find('-'); dash != std::string::npos) {
        unit = name.substr(dash + 1);
        name.resize(dash);
        if (unit.empty() || unit.size() > 4 || unit.find_first_not_of("0123456789") != std::string::npos) {
            return {};
        }
    }
    if (std::find(kBirds.begin(), kBirds.end(), name) == kBirds.end()) {
        return {};
    }
    Entry e = entry(name);
    if (!unit.empty()) {
        e.panel = varied(e.panel, std::stoull(unit));
        e.panel.serial = e.panel.serial.substr(0, e.panel.serial.find('-') + 1) + std::string(4 - unit.size(), '0') + unit;
    }
    e.panel.age = age.value_or(e.panel.age);
    return e;
}

} // namespace

PanelSpec variedPanel(const std::string &kind, std::uint64_t seed)
{
    const auto it = std::find_if(allKinds().begin(), allKinds().end(), [&](const Kind &k) { return k.name == kind; });
    if (it == allKinds().end()) {
        throw std::logic_error("no kind of display called " + kind);
    }
    return varied(it->make(it->model, kind + "-" + std::to_string(seed)), seed);
}

std::vector<std::string> displayNames()
{
    std::vector<std::string> names = kinds();
    names.insert(names.end(), kBirds.begin(), kBirds.end());
    return names;
}

Result<std::unique_ptr<SimBench>> makeBench(const std::string &displayName, std::uint64_t seed)
{
    return makeBench(displayName, seed, {});
}

Result<std::unique_ptr<SimBench>> makeBench(const std::string &displayName, std::uint64_t seed, const BenchOptions &options)
{
    Entry e;
    const auto kind = std::find_if(allKinds().begin(), allKinds().end(), [&](const Kind &k) { return k.name == displayName; });
    if (const auto bird = birdCalled(displayName)) {
        e = *bird;
    } else if (kind != allKinds().end()) {
        e.panel = kind->make(kind->model, displayName + "-1");
    } else {
        std::string list;
        for (const std::string &name : displayNames()) {
            list += (list.empty() ? "" : ", ") + name;
        }
        return Error{ErrorKind::Input, say("no-simulated-display", displayName), {}, say("choose-one-of", list), "", false};
    }
    const auto kinds = typeNames();
    if (!options.claims.empty() && std::find(kinds.begin(), kinds.end(), options.claims) == kinds.end()) {
        return Error{ErrorKind::Input, say("no-kind-of-panel", options.claims), {}, say("protocol-names-panels"), "", false};
    }
    e.panel.claims = options.claims;
    std::vector<MeterSpec> meters{MeterSpec{}};
    if (options.bare) {
        meters.front().corrections.clear();
    }
    if (options.spectral) {
        meters.push_back(spectroradiometer());
    }
    if (!options.habit.empty()) {
        if (const Status s = giveHabit(options.habit, seed, e.panel, meters.front()); !s) {
            return s.error();
        }
    }
    return std::make_unique<SimBench>(e.panel, e.room, std::move(meters), seed);
}

} // namespace lamp::sim
