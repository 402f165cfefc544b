// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spaces.h"
#include "icc/icc.h"
#include "model/display_model.h"

#include <algorithm>

namespace lamp {

/// A display as programs see it: its model with the calibration ramps in front.
class ShownDisplay {
public:
    /// \param model has to outlive this \param ramps those in front of it, best before rounding; empty for none
    ShownDisplay(const DisplayModel &model, Ramps ramps);

    /// Drive behind the ramps, straight between their entries.
    [[nodiscard]] Drive behind(const Drive &rgb) const;
    /// cd/m²
    [[nodiscard]] XYZ evaluate(const Drive &rgb) const { return m_model.evaluate(behind(rgb)); }
    /// What a channel's drive stands for behind the ramps (DisplayModel::channelAt).
    [[nodiscard]] DisplayModel::ChannelState channelAt(int channel, double drive) const;
    /// Lab (D50, relative to its white) of a drive.
    [[nodiscard]] Lab lab(const Drive &rgb) const { return relativeLab(evaluate(rgb)); }
    /// The same for a colour of it, cd/m².
    [[nodiscard]] Lab relativeLab(const XYZ &xyz) const { return labOf(RelXYZ(m_toD50 * xyz.vec()), iccD50()); }
    [[nodiscard]] const XYZ &white() const { return m_white; }
    [[nodiscard]] const Eigen::Matrix3d &chad() const { return m_chad; }
    [[nodiscard]] const DisplayModel &model() const { return m_model; }

    /// The nearest display whose channels add up: the same primaries, stretched so that they make white.
    /// \param tone of every channel; empty to take each channel's own along the grays
    [[nodiscard]] MatrixModel asMatrix(const std::vector<double> &tone) const;

private:
    const DisplayModel &m_model;
    Ramps m_ramps;
    XYZ m_white;
    Eigen::Matrix3d m_chad, m_toD50; ///< m_toD50: from cd/m² to what is relative to white
};

/// How much better a table would describe a display than a matrix can, over its gamut.
struct MatrixFit {
    double mean = 0, max = 0; ///< CIEDE2000 between matrix and model
    double unsure = 0;        ///< what the model itself is worth there: expected root mean square CIEDE2000
    /// Whether the difference is one that the model can vouch for and that is worth a table.
    [[nodiscard]] bool wantsTable() const { return mean > std::max(0.12, 0.8 * unsure) || max > std::max(0.8, 4 * unsure); }
};
MatrixFit matrixFit(const ShownDisplay &display, const MatrixModel &matrix);

} // namespace lamp
