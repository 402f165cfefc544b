// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/meter.h"

#include <algorithm>
#include <cmath>

namespace lamp::sim {

namespace {

Eigen::Vector3d interpolated(const ColourMatching &cmf, double nm)
{
    const double at = (nm - 380) / 5;
    if (at < 0 || at > kObserverCount - 1) {
        return Eigen::Vector3d::Zero();
    }
    const int i = std::min(int(at), kObserverCount - 2);
    const double t = at - i;
    return cmf.xyz[size_t(i)] * (1 - t) + cmf.xyz[size_t(i + 1)] * t;
}

} // namespace

MeterSpec spectroradiometer()
{
    MeterSpec m;
    m.model = "Plover";
    m.serial = "P-017";
    m.spectroradiometer = true;
    m.repeatability = 0.002;
    m.floorCdM2 = 0.2;
    m.fromAfar = true;
    m.corrections.clear();
    return m;
}

MeterSpec variedMeter(bool spectral, std::uint64_t seed)
{
    MeterSpec m = spectral ? spectroradiometer() : MeterSpec{};
    std::mt19937_64 random(seed * 6151 + 3);
    std::normal_distribution<double> normal;
    m.serial += "-" + std::to_string(seed);
    for (size_t c = 0; c < 3; ++c) {
        m.unitShiftNm[c] = (spectral ? 0.34 : 0.6) * normal(random);
        m.unitTilt[c] = (spectral ? 0.012 : 0.02) * normal(random);
    }
    m.unitScale = 1 + (spectral ? 0.009 : 0.019) * normal(random);
    return m;
}

Meter::Meter(MeterSpec spec, std::uint64_t seed) : m_spec(std::move(spec)), m_filters(filters(1)), m_random(seed)
{
    setCorrection("");
}

Meter::Filters Meter::filters(double unit) const
{
    Filters all;
    const ColourMatching &cmf = colourMatching(Observer::Cie1931_2deg);
    for (int i = 0; i < kObserverCount; ++i) {
        const double nm = 380 + 5.0 * i, along = (nm - 560) / 200;
        // Each filter lies beside its function by its own amount; none of the errors is a multiple of another.
        const std::array<double, 3> shift{m_spec.filterShiftNm, -0.6 * m_spec.filterShiftNm, 0.8 * m_spec.filterShiftNm};
        for (size_t c = 0; c < 3; ++c) {
            const size_t own = m_spec.spectroradiometer ? 0 : c;
            const double off = (m_spec.spectroradiometer ? 0 : shift[c]) + unit * m_spec.unitShiftNm[own];
            const double tilt = (m_spec.spectroradiometer ? 0 : m_spec.filterTilt * (c == 1 ? -1 : 1)) + unit * m_spec.unitTilt[own];
            all[size_t(i)][long(c)] = interpolated(cmf, nm - off)[long(c)] * (1 + tilt * along);
        }
    }
    return all;
}

InstrumentInfo Meter::describe() const
{
    InstrumentInfo info;
    info.model = m_spec.model;
    info.serial = m_spec.serial;
    info.kind = m_spec.spectroradiometer ? "spectroradiometer" : "colorimeter";
    info.modes = {"emission", "ambient"};
    info.floorCdM2 = m_spec.floorCdM2;
    info.repeatability = m_spec.repeatability;
    info.corrections = m_spec.corrections;
    info.spectral = m_spec.spectroradiometer;
    info.fromAfar = m_spec.fromAfar;
    info.lastCertified = "2026-02-10";
    return info;
}

Eigen::Vector3d Meter::through(const Filters &filters, const Spectrum &s)
{
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    for (int i = 0; i < kObserverCount; ++i) {
        sum += s.at(380 + 5.0 * i) * filters[size_t(i)];
    }
    return kMaxLuminousEfficacy * 5 * sum;
}

Eigen::Matrix3d Meter::correctionFor(const std::string &technology) const
{
    // The maker measured type samples of the technology's primaries and solved for a 3 by 3 matrix.
    const auto type = typeSpectra(technology);
    const Filters ofType = filters(0);
    Eigen::Matrix3d seen, truth;
    for (int c = 0; c < 3; ++c) {
        seen.col(c) = through(ofType, type[size_t(c)]);
        truth.col(c) = toXyz(type[size_t(c)]).vec();
    }
    return truth * seen.inverse();
}

bool Meter::setCorrection(const std::string &technology)
{
    if (technology.empty()) {
        // Without a correction each channel is scaled so that illuminant A reads right, as filters are set up.
        const Spectrum a = illuminantSpectrum(Illuminant::A);
        m_matrix = toXyz(a).vec().cwiseQuotient(raw(a)).asDiagonal();
        return true;
    }
    if (std::find(m_spec.corrections.begin(), m_spec.corrections.end(), technology) == m_spec.corrections.end()) {
        return false;
    }
    m_matrix = m_spec.spectroradiometer ? Eigen::Matrix3d::Identity() : correctionFor(technology);
    return true;
}

XYZ Meter::noiseless(const Weights &weights, const std::array<Spectrum, kComponents> &spectra) const
{
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    for (int k = 0; k < kComponents; ++k) {
        if (weights[k] > 0) {
            sum += weights[k] * raw(spectra[size_t(k)]);
        }
    }
    return XYZ((m_spec.unitScale * m_matrix * sum).cwiseMax(0.0));
}

Spectrum Meter::spectrumOf(const Weights &weights, const std::array<Spectrum, kComponents> &spectra, double integrationS)
{
    std::normal_distribution<double> normal;
    Spectrum s{380, 5, std::vector<double>(kObserverCount, 0.0)};
    for (int i = 0; i < kObserverCount; ++i) {
        double value = 0; // as its calibration makes it
        for (int k = 0; k < kComponents; ++k) {
            value += m_spec.unitScale * weights[k] * spectra[size_t(k)].values[size_t(i)];
        }
        // About what its repeatability of Y comes to, spread over the wavelengths that make Y.
        s.values[size_t(i)] = value * (1 + normal(m_random) * m_spec.repeatability * 4 / std::sqrt(integrationS));
    }
    return s;
}

double Meter::chosenIntegration(double luminance) const
{
    return std::clamp(std::sqrt(100 / std::max(luminance, 1e-3)), 0.6, 6.0);
}

XYZ Meter::withNoise(const XYZ &xyz, double integrationS)
{
    std::normal_distribution<double> normal;
    XYZ noisy = xyz;
    // Shot noise grows with the root of the light and falls with the root of the time; a small part stays.
    const double common = normal(m_random) * 0.0003;
    for (int c = 0; c < 3; ++c) {
        const double level = std::max(xyz[c], 0.0);
        const double shot = m_spec.repeatability * std::sqrt(100 * level / integrationS);
        const double dark = m_spec.floorCdM2 * 0.15 / std::sqrt(integrationS);
        noisy[c] = std::max(0.0, level * (1 + common) + normal(m_random) * std::hypot(shot, dark));
    }
    return noisy;
}

} // namespace lamp::sim
