// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/sim_bench.h"

#include <functional>

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
    return p;
}

PanelSpec worn(PanelSpec p, double age)
{
    p.age = age;
    p.hours = 21000;
    return p;
}

/// The demo studio, Saltmarsh Cartographic: invented displays with the names of birds of the shore.
Entry entry(const std::string &name)
{
    static const std::map<std::string, std::function<Entry()>> entries{
        {"wled",
         [] {
             return Entry{wled("W-LED bench panel", "W-1"), {}};
         }},
        {"wled-wide",
         [] {
             return Entry{wide("Wide W-LED bench panel", "WW-1"), {}};
         }},
        {"qd",
         [] {
             return Entry{quantumDot("Quantum-dot bench panel", "Q-1"), {}};
         }},
        {"woled",
         [] {
             return Entry{whiteOled("White-OLED bench panel", "O-1"), {}};
         }},
        {"laptop",
         [] {
             return Entry{laptop("Laptop bench panel", "L-1"), {}};
         }},
        {"avocet",
         [] {
             return Entry{wled("Avocet 24", "AV-2207"), {55, 4200}};
         }},
        {"curlew",
         [] {
             return Entry{wide("Curlew 27", "CU-1141"), {38, 5000}};
         }},
        {"dunlin",
         [] {
             return Entry{quantumDot("Dunlin 32", "DU-0312"), {38, 5000}};
         }},
        {"godwit",
         [] {
             return Entry{whiteOled("Godwit 31", "GO-0077"), {20, 5000}};
         }},
        {"knot",
         [] {
             return Entry{laptop("Knot 14", "KN-9120"), {180, 3500}};
         }},
        {"turnstone",
         [] {
             return Entry{worn(wled("Turnstone 24", "TU-0415"), 0.45), {55, 4200}};
         }},
    };
    return entries.at(name)();
}

const std::vector<std::string> kNames{"wled", "wled-wide", "qd", "woled", "laptop", "avocet", "curlew", "dunlin", "godwit", "knot", "turnstone"};

} // namespace

std::vector<std::string> displayNames()
{
    return kNames;
}

Result<std::unique_ptr<SimBench>> makeBench(const std::string &displayName, std::uint64_t seed)
{
    std::string list;
    for (const std::string &name : kNames) {
        if (name == displayName) {
            const Entry e = entry(name);
            return std::make_unique<SimBench>(e.panel, e.room, MeterSpec{}, seed);
        }
        list += (list.empty() ? "" : ", ") + name;
    }
    return Error{ErrorKind::Input, "There is no simulated display called \"" + displayName + "\".", "", "Choose one of: " + list + ".", "", false};
}

} // namespace lamp::sim
