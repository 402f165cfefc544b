// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

namespace lamp {

/// A monotone piecewise cubic through points (Fritsch and Carlson, SIAM J. Numer. Anal. 17, 1980, 238-246):
/// never leaves the range between neighbouring points.
class MonotoneCubic {
public:
    MonotoneCubic() = default;
    /// \pre x strictly increasing, at least 2 points. y is made non-decreasing first.
    MonotoneCubic(std::vector<double> x, std::vector<double> y);
    /// Constant outside the points.
    [[nodiscard]] double operator()(double x) const;
    /// The smallest x with value y, by bisection; the ends for values outside.
    [[nodiscard]] double inverse(double y) const;
    [[nodiscard]] const std::vector<double> &xs() const { return m_x; }
    [[nodiscard]] const std::vector<double> &ys() const { return m_y; }
    [[nodiscard]] bool empty() const { return m_x.empty(); }

private:
    std::vector<double> m_x, m_y, m_slope;
};

/// Light of one channel over its drive behind the LUT, as measured. Interpolated on a perceptual scale
/// (the 2.2th root), where a screen's curve is nearly straight.
class ChannelCurve {
public:
    ChannelCurve() = default;
    /// \param drive 0..1 increasing, from 0 to 1; \param light share of full light at each
    ChannelCurve(const std::vector<double> &drive, const std::vector<double> &light);
    [[nodiscard]] double light(double drive) const;
    [[nodiscard]] double drive(double light) const;

    struct Sample {
        double drive, light, sigma; ///< sigma: standard deviation of the light
    };
    /// Bends the curve towards new samples: the difference at the samples, weighed against the noise and against
    /// what the curve itself is worth, is interpolated between them.
    void refine(std::vector<Sample> samples);

private:
    MonotoneCubic m_root;
};

/// \return a^(1/2.2) for a > 0, and the mirrored root below, so that noise around zero stays unbiased.
double perceptualRoot(double light);
double fromPerceptualRoot(double root);

} // namespace lamp
