// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/tone.h"
#include "profile/shown_display.h"

#include <algorithm>

namespace lamp {

/// A rising list of values at equal steps of 0..1, to be read both ways.
class RisingTable {
public:
    /// \param values two or more; where they do not rise they are made to, by next to nothing, so that there is one inverse
    explicit RisingTable(std::vector<double> values);
    [[nodiscard]] double at(double x) const { return sampledAt(m_values, x); }
    /// The place of a value, 0 or 1 for those beyond the list.
    [[nodiscard]] double where(double value) const;

private:
    std::vector<double> m_values;
};

/// A display in terms of its channels' light (0..1, relative to white's) instead of drive, carried on straight where light
/// leaves 0..1. docs/methods.md, "Table profile", derives it.
class LightSpace {
public:
    /// \param display has to outlive this
    explicit LightSpace(const ShownDisplay &display);

    /// The drive of a channel's light; light is cut off at 0 and 1.
    [[nodiscard]] double drive(int channel, double light) const { return between(m_drive[size_t(channel)], light); }
    /// From tristimulus values under D50, relative to white, to light, as far as channels add up.
    [[nodiscard]] Eigen::Matrix3d channelsOfD50() const { return m_inverse * m_toXyz; }
    /// Tristimulus values, cd/m².
    [[nodiscard]] Eigen::Vector3d shown(const Eigen::Vector3d &light) const;
    /// Light of a gray drive in the mean of the channels; 1024 equal steps of drive.
    [[nodiscard]] std::vector<double> grayLight() const;

    /// Finds the light of the channels that shows a colour, going on from the colour before; beyond 0..1 where the
    /// display cannot show it.
    class Seeker {
    public:
        static constexpr double kClose = 5e-6; ///< where a colour of the display is meant
        /// \param space has to outlive this
        explicit Seeker(const LightSpace &space) : m_space(space) { restart(); }
        /// \param colour under D50, relative to white \param close largest error of a channel's light
        Eigen::Vector3d lightFor(const RelXYZ &colour, double close);

    private:
        void restart();
        bool approach(const Eigen::Vector3d &wanted, double close);
        [[nodiscard]] double missing(const Eigen::Vector3d &wanted) const;

        const LightSpace &m_space;
        Eigen::Vector3d m_light, m_shown;
        Eigen::Matrix3d m_inverse;
    };

private:
    static constexpr int kDrives = 1024;

    /// Of a list over the root of light.
    template <typename Value> static Value between(const std::vector<Value> &list, double light)
    {
        const double where = std::sqrt(std::max(0.0, std::min(light, 1.0))) * kDrives; // not a number: 0
        const int i = std::min(int(where), kDrives - 1);
        const Value *at = &list[size_t(i)];
        return at[0] + (where - i) * (at[1] - at[0]);
    }

    const ShownDisplay &m_display;
    MatrixModel m_matrix;
    Eigen::Matrix3d m_inverse, m_toXyz;
    std::array<std::vector<double>, 3> m_drive;
    std::array<std::vector<DisplayModel::ChannelState>, 3> m_states;
};

} // namespace lamp
