// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "simlab/panel.h"

#include <map>
#include <random>

namespace lamp::sim {

/// A simulated measuring instrument: filters that are not quite the observer's, factory corrections, noise.
struct MeterSpec {
    std::string model = "Tern", serial = "T-104";
    bool spectroradiometer = false;
    double filterShiftNm = 2.2; ///< how far the filters lie beside the colour-matching functions
    double filterTilt = 0.05;   ///< slope of their error over the spectrum
    /// What this one differs by from the type that factory corrections were made with: places (nm) and slopes of its filters;
    /// of a spectroradiometer the first of each, its wavelength scale and its calibration.
    std::array<double, 3> unitShiftNm{}, unitTilt{};
    double unitScale = 1;          ///< of everything that it reads
    double repeatability = 0.0012; ///< relative standard deviation of Y at 100 cd/m² and 1 s
    double floorCdM2 = 0.01;
    std::vector<std::string> corrections{"wled", "wled-wide", "qd", "rgb-led", "ccfl", "woled", "qd-oled"};
    double leak = 0.002;    ///< share of reflected room light that gets in under the sensor; 1 with a wide gap
    double mostCdM2 = 2000; ///< above it saturates, at 1 s
    bool fromAfar = false;  ///< it can stand off the screen and look at it from an angle
    double unit = 1;        ///< what it calls 1 cd/m² (0.2919 where its program answers in foot-lamberts)
    int stuckFrom = -1;     ///< number of the reading that it repeats from then on; -1 for never
};
/// An instrument whose own errors are drawn at random, of the size that field instruments have: standard deviation about 0.0012
/// (0.0008) in x and y and 2 % (1 %) in luminance on a white that it is corrected for.
MeterSpec variedMeter(bool spectroradiometer, std::uint64_t seed);
/// A spectroradiometer: right on any light, slow, and noisy in the dark.
MeterSpec spectroradiometer();

class Meter {
public:
    Meter(MeterSpec spec, std::uint64_t seed);

    [[nodiscard]] const MeterSpec &spec() const { return m_spec; }
    [[nodiscard]] InstrumentInfo describe() const;
    void setLeak(double leak) { m_spec.leak = leak; }
    /// Empty for none; false where it carries no such correction.
    bool setCorrection(const std::string &technology);

    /// What it would say without noise about a weighted sum of spectra.
    [[nodiscard]] XYZ noiseless(const Weights &weights, const std::array<Spectrum, kComponents> &spectra) const;
    /// The same with the noise of an integration time.
    XYZ withNoise(const XYZ &xyz, double integrationS);
    /// The spectrum it would hand out.
    [[nodiscard]] Spectrum spectrumOf(const Weights &weights, const std::array<Spectrum, kComponents> &spectra, double integrationS);
    /// The integration time that it chooses by itself at a level.
    [[nodiscard]] double chosenIntegration(double luminance) const;

private:
    using Filters = std::array<Eigen::Vector3d, kObserverCount>;
    /// \param unit how much of what this one differs by: 1 it, 0 its type
    [[nodiscard]] Filters filters(double unit) const;
    [[nodiscard]] static Eigen::Vector3d through(const Filters &filters, const Spectrum &s);
    [[nodiscard]] Eigen::Vector3d raw(const Spectrum &s) const { return through(m_filters, s); }
    [[nodiscard]] Eigen::Matrix3d correctionFor(const std::string &technology) const;

    MeterSpec m_spec;
    Filters m_filters;
    Eigen::Matrix3d m_matrix = Eigen::Matrix3d::Identity();
    std::mt19937_64 m_random;
};

} // namespace lamp::sim
