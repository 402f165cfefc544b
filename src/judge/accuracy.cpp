// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/accuracy.h"

#include "base/embedded.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

using Json = nlohmann::json;

const Json &table()
{
    static const Json json = Json::parse(embedded("instrument-accuracy.json"));
    return json;
}

constexpr double kMostYears = 20;
/// x and y of a white per ΔE00 of it: what a matrix leaves is told in ΔE00, accuracy in x, y. At D65 a step of 0.001 in x and y
/// each is some 1.1 ΔE00 (checked by a test).
constexpr double kXyPerDeltaE = 0.0009;
/// What the noise of eight readings, four with each instrument, leaves in a matrix's white (lamp_coverage).
constexpr double kMatrixMaking = 0.0004;
/// What is counted where a matrix was never tried on a fifth colour, ΔE00.
constexpr double kUntriedResidual = 0.6;
/// What a matrix errs is its reference's, and what noise left in each channel by itself.
constexpr double kMatrixOwn = 1.5;

/// Years between two times; nothing where the first is not known or not before the second.
std::optional<double> yearsBetween(WallTime since, WallTime on)
{
    const double years = std::chrono::duration<double, std::ratio<31556952>>(on - since).count();
    return since == WallTime{} || !(years >= 0) ? std::nullopt : std::optional(std::min(years, kMostYears));
}

} // namespace

Accuracy accuracyOf(const InstrumentInfo &instrument, bool corrected, const std::optional<MatrixCorrection> &matrix, WallTime on)
{
    const bool spectral = instrument.kind == "spectroradiometer";
    const char *name = spectral || matrix ? "spectroradiometer" : (corrected ? "colorimeter, corrected" : "colorimeter, uncorrected");
    const Json &usual = table().at("classes").at(name), &least = table().at("least");
    Accuracy a;
    a.corrected = corrected;
    a.xy = usual.at("xy").get<double>();
    a.luminance = usual.at("Y").get<double>();
    a.ownRatio = matrix ? kMatrixOwn : usual.at("own").get<double>();
    WallTime since = fromIsoTime(instrument.lastCertified.substr(0, 10) + "T00:00:00Z");
    if (matrix) {
        // The matrix is worth what its reference is, and what it left; the instrument's filters age since it was made.
        a.from = Accuracy::From::Matrix;
        a.xy = std::hypot(a.xy, kMatrixMaking, kXyPerDeltaE * (matrix->residual >= 0 ? matrix->residual : kUntriedResidual));
        since = matrix->made;
    } else if (instrument.accuracy.xy || instrument.accuracy.luminance) {
        a.from = Accuracy::From::Stated;
        // Of a light that it is not corrected for an instrument may state what it is on another: no better than its class.
        const auto taken = [&](const std::optional<double> &stated, double ofClass) {
            return corrected ? stated.value_or(ofClass) : std::max(stated.value_or(0), ofClass);
        };
        a.xy = taken(instrument.accuracy.xy, a.xy);
        a.luminance = taken(instrument.accuracy.luminance, a.luminance);
    }
    const auto years = yearsBetween(since, on);
    a.dated = years.has_value();
    a.years = years.value_or(table().at("undated_years").get<double>());
    const Json &ageing = table().at("classes").at(spectral ? "spectroradiometer" : "colorimeter, corrected");
    a.xy = std::max(least.at("xy").get<double>(), std::hypot(a.xy, a.years * ageing.at("xy_per_year").get<double>()));
    a.luminance = std::max(least.at("Y").get<double>(), std::hypot(a.luminance, a.years * ageing.at("Y_per_year").get<double>()));
    return a;
}

} // namespace lamp
