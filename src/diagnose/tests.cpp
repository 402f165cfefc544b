// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/examination.h"

namespace lamp {

namespace {

Observed planned(std::string name, const Drive &rgb, double t, int after = -1)
{
    Observed o;
    o.shown.rgb = rgb;
    o.shown.t = t;
    o.name = std::move(name);
    o.after = after;
    return o;
}

Drive gray(double v)
{
    return {v, v, v};
}

std::vector<Observed> large(double t)
{
    std::vector<Observed> all{planned("white, large", gray(1), t), planned("gray, large", gray(0.6), t)};
    for (Observed &o : all) {
        o.shown.area = 0.8;
    }
    return all;
}

std::vector<Observed> around(double t)
{
    std::vector<Observed> all{planned("black in white", gray(0), t), planned("dark gray in white", gray(0.2), t),
                              planned("gray in white", gray(0.5), t)};
    for (Observed &o : all) {
        o.shown.surround = gray(1);
    }
    return all;
}

/// White that stands, held against the first of it.
std::vector<Observed> still(double t)
{
    std::vector<Observed> all;
    for (const double s : {0.0, 12.0, 25.0, 45.0, 70.0}) {
        all.push_back(planned("white, standing", gray(0.9), t + s, all.empty() ? -1 : 0));
        all.back().shown.stillS = s;
    }
    return all;
}

std::vector<Observed> later(double t)
{
    // The first at once, the others a while later.
    std::vector<Observed> all{planned("white, before waiting", gray(1), t)};
    for (const double s : {90.0, 200.0}) {
        all.push_back(planned("white, after waiting", gray(1), t + s, 0));
    }
    return all;
}

std::vector<Observed> places(double t)
{
    std::vector<Observed> all;
    for (const std::array<double, 2> at : {std::array{0.15, 0.15}, std::array{0.85, 0.15}, std::array{0.15, 0.85}, std::array{0.85, 0.85}}) {
        all.push_back(planned("white, away from the centre", gray(1), t));
        all.back().shown.at = at;
    }
    return all;
}

/// Neighbouring codes of 8 bits, held against the first.
std::vector<Observed> fineSteps(double t)
{
    std::vector<Observed> all;
    for (int code = 140; code <= 147; ++code) {
        all.push_back(planned("neighbouring levels", gray(code / 255.0), t, all.empty() ? -1 : 0));
    }
    return all;
}

std::vector<Observed> otherInstrument(double t)
{
    std::vector<Observed> all{planned("white, other instrument", gray(1), t), planned("gray, other instrument", gray(0.6), t),
                              planned("red, other instrument", {1, 0, 0}, t), planned("green, other instrument", {0, 1, 0}, t),
                              planned("blue, other instrument", {0, 0, 1}, t)};
    for (Observed &o : all) {
        o.shown.other = true;
    }
    return all;
}

} // namespace

const std::vector<DiagnosticTest> &diagnosticTests()
{
    static const std::vector<DiagnosticTest> all{
        {"large", 6, large, false, false},
        {"around", 12, around, false, false},
        {"fine-steps", 14, fineSteps, false, false},
        {"places", 24, places, true, false},
        {"other-instrument", 16, otherInstrument, false, true},
        {"still", 80, still, false, false},
        {"later", 215, later, false, false},
    };
    return all;
}

} // namespace lamp
