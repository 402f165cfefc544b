// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/spectrum.h"

#include "base/embedded.h"
#include "colour/spaces.h"

#include <cmath>
#include <sstream>
#include <stdexcept>
#include <string>

namespace lamp {

namespace {

/// Rows of numbers of an embedded comma-separated table; comment lines and the heading are skipped.
std::vector<std::vector<double>> table(std::string_view path)
{
    std::istringstream in{std::string(embedded(path))};
    std::vector<std::vector<double>> rows;
    std::string line;
    while (std::getline(in, line)) {
        if (line.empty() || std::isdigit(static_cast<unsigned char>(line.front())) == 0) {
            continue;
        }
        std::vector<double> row;
        std::istringstream cells(line);
        std::string cell;
        while (std::getline(cells, cell, ',')) {
            row.push_back(std::stod(cell));
        }
        rows.push_back(std::move(row));
    }
    return rows;
}

ColourMatching readObserver(std::string_view path)
{
    const auto rows = table(path);
    if (rows.size() != kObserverCount) {
        throw std::logic_error("observer table has the wrong length");
    }
    ColourMatching cmf;
    for (size_t i = 0; i < rows.size(); ++i) {
        cmf.xyz[i] = {rows[i][1], rows[i][2], rows[i][3]};
    }
    return cmf;
}

double observerNm(int i)
{
    return 380.0 + 5.0 * i;
}

template <typename F> Spectrum sampled(F f)
{
    Spectrum s;
    s.values.reserve(kObserverCount);
    for (int i = 0; i < kObserverCount; ++i) {
        s.values.push_back(f(observerNm(i)));
    }
    return s;
}

} // namespace

double Spectrum::at(double nm) const
{
    const double position = (nm - startNm) / stepNm;
    if (values.empty() || position < -1e-9 || position > double(values.size() - 1) + 1e-9) {
        return 0.0;
    }
    const double clamped = std::clamp(position, 0.0, double(values.size() - 1));
    const auto i = static_cast<size_t>(clamped);
    if (i + 1 >= values.size()) {
        return values.back();
    }
    const double t = clamped - double(i);
    return values[i] * (1 - t) + values[i + 1] * t;
}

const ColourMatching &colourMatching(Observer observer)
{
    static const ColourMatching two = readObserver("colour/observer-1931-2deg.csv");
    static const ColourMatching ten = readObserver("colour/observer-1964-10deg.csv");
    return observer == Observer::Cie1931_2deg ? two : ten;
}

XYZ toXyz(const Spectrum &radiance, Observer observer)
{
    const ColourMatching &cmf = colourMatching(observer);
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    for (int i = 0; i < kObserverCount; ++i) {
        sum += radiance.at(observerNm(i)) * cmf.xyz[size_t(i)];
    }
    return XYZ(kMaxLuminousEfficacy * 5.0 * sum);
}

Chromaticity daylightChromaticity(double t)
{
    const double x = t <= 7000 ? -4.6070e9 / (t * t * t) + 2.9678e6 / (t * t) + 0.09911e3 / t + 0.244063
                               : -2.0064e9 / (t * t * t) + 1.9018e6 / (t * t) + 0.24748e3 / t + 0.237040;
    return {x, -3.000 * x * x + 2.870 * x - 0.275};
}

Spectrum daylightSpectrum(double cctK)
{
    static const auto rows = table("colour/daylight-components.csv");
    const auto [x, y] = daylightChromaticity(cctK);
    const double m = 0.0241 + 0.2562 * x - 0.7341 * y;
    // CIE 15 rounds M1 and M2 to three decimals so that D65 comes out as tabulated.
    const double m1 = std::round((-1.3515 - 1.7703 * x + 5.9114 * y) / m * 1000) / 1000;
    const double m2 = std::round((0.0300 - 31.4424 * x + 30.0717 * y) / m * 1000) / 1000;
    Spectrum tens{380, 10, {}};
    for (const auto &row : rows) {
        tens.values.push_back(row[1] + m1 * row[2] + m2 * row[3]);
    }
    return sampled([&](double nm) { return tens.at(nm); });
}

Spectrum blackbodySpectrum(double kelvin)
{
    constexpr double c2 = 1.4388e7; // nm·K
    const auto planck = [&](double nm) { return std::pow(nm, -5.0) / std::expm1(c2 / (nm * kelvin)); };
    const double norm = planck(560);
    return sampled([&](double nm) { return 100.0 * planck(nm) / norm; });
}

Chromaticity planckianChromaticity(double kelvin)
{
    return chromaticity(toXyz(blackbodySpectrum(kelvin)));
}

Spectrum illuminantSpectrum(Illuminant illuminant)
{
    // The nominal temperatures were fixed with c2 = 1.438e-2; today's scale moves them by 1.4388/1.4380 (CIE 15).
    constexpr double scale = 1.4388 / 1.4380;
    switch (illuminant) {
    case Illuminant::A: {
        // CIE 15: illuminant A is 2848 K with c2 = 1.435e-2.
        return blackbodySpectrum(2848.0 * 1.4388 / 1.4350);
    }
    case Illuminant::D50: return daylightSpectrum(5000 * scale);
    case Illuminant::D55: return daylightSpectrum(5500 * scale);
    case Illuminant::D65: return daylightSpectrum(6500 * scale);
    case Illuminant::D75: return daylightSpectrum(7500 * scale);
    case Illuminant::E: return sampled([](double) { return 100.0; });
    case Illuminant::DCI: break;
    }
    throw std::logic_error("the DCI white has no defined spectrum");
}

Chromaticity illuminantChromaticity(Illuminant illuminant)
{
    switch (illuminant) {
    case Illuminant::A: return {0.44758, 0.40745};
    case Illuminant::D50: return {0.34567, 0.35851};
    case Illuminant::D55: return {0.33243, 0.34744};
    case Illuminant::D65: return {0.31272, 0.32903};
    case Illuminant::D75: return {0.29903, 0.31488};
    case Illuminant::E: return {1.0 / 3, 1.0 / 3};
    case Illuminant::DCI: return {0.314, 0.351};
    }
    throw std::logic_error("unknown illuminant");
}

RelXYZ illuminantWhite(Illuminant illuminant, Observer observer)
{
    const XYZ xyz = toXyz(illuminantSpectrum(illuminant), observer);
    return RelXYZ(xyz.vec() / xyz.b);
}

} // namespace lamp
