// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/types.h"

#include <array>
#include <optional>
#include <vector>

namespace lamp {

/// What is still to come of a panel that warms up, by what it has shown so far: luminance and u'v' of white are each taken to stand
/// still, or to approach an end by one exponential or by two of either sign; which of these, and how far, the readings say
/// (docs/methods.md, "Warm-up").
class Settling {
public:
    /// \param t seconds by the bench's clock, not falling \param sigma of the reading, relative to its luminance
    /// \param segment readings of one segment were taken at one setting; between segments only the setting differs
    void add(double t, const XYZ &white, double sigma, int segment = 0);

    /// What the same display did when it was switched on another time: how fast it moves, and whether it rests first, is held for likely
    /// again; whether it moves at all, and which way, is not. Says nothing where it stood still then.
    void expect(const Settling &earlier);

    /// A change between two times to come, with what it may be as well (standard deviation).
    struct Change {
        double mean = 0, sigma = 0;
        double still = 0; ///< how probable it is that nothing moves at all, 0..1
        /// What the change stays below in nine of ten cases.
        [[nodiscard]] double bound() const;
    };
    /// Of luminance, relative, and of white's place in u'v', the larger of the two: worked out together.
    struct Ahead {
        Change luminance, chromaticity;
    };
    /// \param fromS, toS seconds after the last reading
    [[nodiscard]] Ahead ahead(double fromS, double toS) const;
    /// Of luminance, relative. \param fromS, toS seconds after the last reading
    [[nodiscard]] Change luminance(double fromS, double toS) const;
    /// The same of white's place in u'v': the larger of the two.
    [[nodiscard]] Change chromaticity(double fromS, double toS) const;
    /// Seconds to wait until no more than this is left to come after a while, at most `longest`.
    /// \param luminance relative \param uv in u'v' \param afterS the while
    [[nodiscard]] double waitFor(double luminance, double uv, double afterS, double longest) const;

    /// Luminance at one time over that at another, by the readings of the last segment, between which it is interpolated.
    [[nodiscard]] double ratio(double t, double at) const;
    [[nodiscard]] int segments() const { return m_segments.empty() ? 0 : m_segments.back() + 1; }
    [[nodiscard]] size_t size() const { return m_times.size(); }
    [[nodiscard]] double last() const { return m_times.back(); }

private:
    /// Of luminance, u' and v', which move in the same way or stand still together.
    [[nodiscard]] std::array<Change, 3> changes(double fromS, double toS) const;

    struct Weighed;
    [[nodiscard]] std::optional<Weighed> weighed(double fromS, double toS) const;

    std::vector<double> m_prior; ///< of the ways that a panel may move; empty for the usual
    std::vector<double> m_times, m_logY, m_u, m_v, m_sigma, m_sigmaUv;
    std::vector<int> m_segments;
};

} // namespace lamp
