// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/primaries.h"

#include <Eigen/Dense>

#include <array>
#include <vector>

namespace lamp {

/// A reading of the display in the state that is being described.
struct PanelReading {
    Drive behind;   ///< what each channel got, behind the LUT
    XYZ xyz, sigma; ///< cd/m²; sigma: standard deviation of each component by the noise model
    double t = 0;   ///< bench clock, s
    int number = 0; ///< of the reading in its visit
};

/// How much of each kind of behaviour a display shows beyond "three channels with a power law each that add up".
/// Chosen by the likelihood of the readings (docs/methods.md, "One model of the display").
struct Behaviour {
    double curve = 0.03;      ///< smooth bend of a channel's tone curve, on the perceptual scale
    double kink = 0.001;      ///< short bends of it: kinks and steps
    double shift = 0.001;     ///< a channel's colour that moves with its drive
    double interplay = 0.001; ///< what a channel gains or loses by its neighbours' drive (crosstalk)
    double common = 0.01;     ///< light that goes with the channels' common light (a white subpixel, a boosted white)
    double product = 0.001;   ///< light that goes with the product of channels' lights
    double drift = 0.0007;    ///< relative change over some minutes
    double noise = 1;         ///< how much noisier readings are than the noise model says
};

/// The drives between which a channel's light changes: below the first it shows black, above the second no more than full light
/// (crushed blacks, a contrast set too high, an input that takes a part of the range for the whole).
struct Reach {
    double from = 0, to = 1;
    friend bool operator==(const Reach &, const Reach &) = default;
};

/// What a display makes of any drive behind its LUT, with how sure that is: a Gaussian process whose prior is what
/// displays do in general and which is conditioned on this one's readings.
class DisplayModel {
public:
    /// \param prior primaries, white and black as far as they are known; white need not be their sum
    /// \param looseness relative standard deviation of the prior's colours
    /// \param readings at least white, black and one gray \param now bench clock of the state that is predicted, s
    DisplayModel(const Primaries &prior, double looseness, const std::vector<PanelReading> &readings, double now);

    /// Adds readings. \param again whether to weigh the kinds of behaviour anew
    void add(const std::vector<PanelReading> &readings, double now, bool again);

    /// Takes a reading out again. \pre index < readings().size()
    void forget(size_t index);

    /// The colour of a drive behind the LUT, now.
    [[nodiscard]] XYZ evaluate(const Drive &behind) const;

    /// What one channel's drive stands for, side by side so that all is read and interpolated at once: tristimulus
    /// values of the channel alone (black taken off, cd/m²), one that is unused, light (0..1), its slope and perceptual
    /// root, drive behind the LUT.
    using ChannelState = Eigen::Matrix<double, 8, 1>;
    /// For those who evaluate many drives that share their channels' drives, as on a grid. \param channel 0..2
    [[nodiscard]] ChannelState channelAt(int channel, double behind) const;
    /// The same as for a drive, from what its channels stand for. States may be interpolated between near drives.
    [[nodiscard]] XYZ evaluate(const ChannelState &red, const ChannelState &green, const ChannelState &blue) const;
    /// Covariance, 3|a| by 3|b|, in (cd/m²)², between what it says of two lists of drives behind the LUT.
    [[nodiscard]] Eigen::MatrixXd covariance(const std::vector<Drive> &a, const std::vector<Drive> &b) const;
    /// The drive behind the LUT that shows a colour, as near as 0..1 allows. \param start to begin from
    [[nodiscard]] Drive driveFor(const XYZ &xyz, const Drive &start) const;

    /// Each reading against what the model says when told all but this one: squared Mahalanobis distance, 3 degrees of
    /// freedom.
    [[nodiscard]] std::vector<double> surprises() const;
    /// The same for a reading that it was not told.
    [[nodiscard]] double surprise(const PanelReading &reading) const;

    [[nodiscard]] const std::vector<PanelReading> &readings() const { return m_readings; }
    [[nodiscard]] const Behaviour &behaviour() const { return m_behaviour; }
    /// Of each channel's light over its reach.
    [[nodiscard]] const std::array<double, 3> &exponents() const { return m_exponents; }
    /// Of each channel, where readings show that it ends before its drive does.
    [[nodiscard]] const std::array<Reach, 3> &reach() const { return m_reach; }
    [[nodiscard]] XYZ white() const { return evaluate({1, 1, 1}); }
    [[nodiscard]] XYZ black() const { return evaluate({0, 0, 0}); }
    /// What was known of the full-drive colours before its readings.
    [[nodiscard]] const Primaries &prior() const { return m_prior; }
    /// Full-drive colours as the model has them.
    [[nodiscard]] Primaries primaries() const;

private:
    /// A drive with everything that the kernel asks of it.
    struct Point {
        std::array<double, 3> v{}, light{}, slope{};
        double least = 0, leastRoot = 0, leastSlope = 0;
        std::array<double, 3> pairs{}; ///< common light of two channels beyond that of all three
        std::array<double, 4> products{};
        Eigen::Vector3d xyz = Eigen::Vector3d::Zero(); ///< for drift, which scales light
        double t = 0;
        double constant = 1; ///< 0 leaves out what does not depend on the drive
    };
    /// A drive by the part of each channel's reach that it stands at, 0..1, which all else is told in.
    [[nodiscard]] Drive within(const Drive &behind) const;
    [[nodiscard]] Drive beyond(const Drive &within) const;
    [[nodiscard]] Point point(const Drive &within) const;
    [[nodiscard]] ChannelState stateAt(int channel, double within) const;
    [[nodiscard]] XYZ shownAt(const Drive &within) const;
    [[nodiscard]] Drive searched(const XYZ &xyz, const Drive &startWithin) const;
    void estimateReach();
    [[nodiscard]] Eigen::Matrix3d kernel(const Point &p, const Point &q, const Behaviour &b, bool fixedParts) const;
    [[nodiscard]] XYZ priorMean(const Point &p) const;
    void estimateExponents();
    void weighBehaviour();
    void place();
    void solve();
    void tabulate();
    void tabulateCurves();
    void tabulateMixtures();
    [[nodiscard]] Eigen::Vector3d posterior(const Point &p, const Behaviour &b, bool fixedParts) const;
    [[nodiscard]] Eigen::MatrixXd crossKernel(const std::vector<Point> &a, const std::vector<Point> &b) const;
    [[nodiscard]] Eigen::MatrixXd noise(double factor, const std::vector<size_t> &which) const;

    Primaries m_prior;
    double m_looseness;
    Eigen::Matrix3d m_columns;
    Eigen::Vector3d m_blackSigma, m_whiteLight;
    std::array<double, 3> m_exponents{2.2, 2.2, 2.2};
    std::array<Reach, 3> m_reach{};
    Behaviour m_behaviour;
    std::vector<PanelReading> m_readings;
    std::vector<Point> m_points;
    double m_now;
    size_t m_weighedWith = 0; ///< readings when the kinds of behaviour were last weighed
    Eigen::LLT<Eigen::MatrixXd> m_factor;
    Eigen::VectorXd m_weights;

    // The posterior mean, taken apart into tables so that evaluating it costs the same however many readings there are.
    static constexpr int kSteps = 1024, kCoarse = 128, kCommonSteps = 64, kNodes = 7;
    // Of four numbers where three would do, the fourth 0, so that they are worked on in pairs.
    std::array<std::array<ChannelState, kSteps + 1>, 3> m_curves;
    Eigen::Vector4d m_constant, m_scale; ///< m_scale: by which drift multiplies
    std::array<Eigen::Vector4d, kCommonSteps + 1> m_common;
    std::array<Eigen::Vector4d, 3> m_pairs, m_channelColours;
    std::array<Eigen::Vector4d, 4> m_products;
    std::vector<Eigen::Vector4d> m_interplay; ///< kNodes³, on the perceptual scale of each output channel
};

} // namespace lamp
