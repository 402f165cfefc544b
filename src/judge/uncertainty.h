// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/accuracy.h"
#include "judge/verification.h"
#include "model/primaries.h"

#include <optional>

namespace lamp {

/// How sure each figure of a visit is. Differences by the metric of its verification, luminance and black in cd/m² but where percent are named.
struct FigureDoubt {
    Expanded whiteX, whiteY, luminance, black;
    Expanded white;            ///< difference from the target's white
    Expanded luminancePercent; ///< difference from the target's luminance
    Expanded grayMean, grayMax, mean, max;
};

/// What the figures of a visit rest on, beside the colours and grays themselves.
struct Evidence {
    Primaries panel;                 ///< as read, cd/m²; white's share of each channel decides how errors are correlated
    XYZ blackSigma;                  ///< standard deviation of its black
    XYZ blackUnseen;                 ///< where the instrument saw none: what there may be below its floor
    Chromaticity targetWhite;        ///< that white and grays are judged against
    std::optional<double> luminance; ///< that white's is judged against, cd/m²
    ToneCurve tone;
};

/// Says how sure each figure is, by drawing what would have been read of what most likely is there and working every figure out
/// again each time (propagation of distributions, JCGM 101:2008): the noise of each reading and what the display did meanwhile;
/// and for the standard observer also what the instrument may get wrong of this light, the same error in all readings, so that
/// what figures share cancels in them as it does in the readings. An expanded uncertainty holds 95.45 % of the differences
/// between a figure as read and as it is. Fills in `k2` of each colour and gray. (docs/methods.md, "Uncertainty")
FigureDoubt weigh(const Evidence &evidence, const Accuracy &accuracy, Verification &verification, GrayJudgement &gray);

/// An instrument's error on one display, drawn at random: what the standard observer sees is (I + E)·reading. White's chromaticity
/// and luminance go astray by the accuracy's standard uncertainties, as factors on X, Y and Z that all colours share; what each
/// channel errs by itself makes up for the others in white.
class InstrumentError {
public:
    InstrumentError(const Accuracy &accuracy, const Primaries &panel);
    /// I + E. \param normal gives standard normal numbers
    [[nodiscard]] Eigen::Matrix3d draw(const std::function<double()> &normal) const;

private:
    Chromaticity m_white;
    double m_commonXy = 0, m_own = 0, m_scale = 0;
    Eigen::Matrix3d m_channels = Eigen::Matrix3d::Zero(), m_inverse = Eigen::Matrix3d::Zero();
};

} // namespace lamp
