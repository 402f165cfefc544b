// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/icc.h"

#include <array>
#include <vector>

namespace lamp {

/// A drive that was read.
struct ColourSample {
    Drive rgb;
    XYZ xyz; ///< cd/m²
};

/// How a display makes colour of a drive where its channels do not simply add up: crosstalk between channels, or a
/// white subpixel that takes over their common light. Channels have their own curves; what mixtures differ from the
/// sum is described by terms of the channels' common light, and leave-one-out decides between the descriptions
/// (docs/methods.md, "Displays whose channels do not add up").
class DisplayModel {
public:
    enum class Mixing { Additive, Product, Minimum };

    /// \param start primaries, white, black and tone as a matrix model; white need not be the sum
    /// \param white,black read; \param samples single channels and mixtures
    DisplayModel(const MatrixModel &start, const XYZ &white, const XYZ &black, const std::vector<ColourSample> &samples);

    [[nodiscard]] XYZ evaluate(const Drive &rgb) const;
    /// Lab (D50, relative to its white) of a drive.
    [[nodiscard]] Lab lab(const Drive &rgb) const;
    /// The drive whose colour is nearest to a Lab; outside the gamut hue is kept before lightness before chroma.
    /// \param start a drive to begin from
    [[nodiscard]] Drive driveFor(const Lab &lab, const Drive &start) const;
    [[nodiscard]] const XYZ &white() const { return m_white; }
    [[nodiscard]] const Eigen::Matrix3d &chad() const { return m_chad; }
    [[nodiscard]] Mixing mixing() const { return m_mixing; }
    /// Mean CIEDE2000 at samples that were left out of the fit, one by one.
    [[nodiscard]] double crossValidated() const { return m_crossValidated; }

private:
    using Terms = Eigen::VectorXd;
    [[nodiscard]] Eigen::Vector3d lights(const Drive &rgb) const;
    [[nodiscard]] static Terms terms(Mixing mixing, const Eigen::Vector3d &light);
    [[nodiscard]] Eigen::MatrixXd fitTerms(Mixing mixing, const std::vector<ColourSample> &samples) const;
    [[nodiscard]] XYZ withTerms(Mixing mixing, const Eigen::MatrixXd &coefficients, const Drive &rgb) const;
    void fitCurves(const std::vector<ColourSample> &samples);
    void choose(const std::vector<ColourSample> &samples);

    MatrixModel m_start;
    XYZ m_white, m_black;
    Eigen::Matrix3d m_channels, m_chad;
    std::array<std::array<double, 2>, 3> m_bend{}; ///< of each channel's curve away from the grays' tone
    Mixing m_mixing = Mixing::Additive;
    Eigen::MatrixXd m_coefficients;
    double m_crossValidated = 0;
};

/// Writes a display profile by tables: A2B and B2A of 16 bits in Lab, neutral axis on the grid, one table for all
/// intents.
/// \param grid nodes along each axis of B2A, 9..65; A2B has the same
Result<Bytes> writeTableProfile(const DisplayModel &model, const Ramps &ramps, const ProfileText &text, int grid = 33);

} // namespace lamp
