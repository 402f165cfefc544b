// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/Dense>

#include <optional>
#include <random>
#include <vector>

namespace lamp {

class TrendFit;

/// One reading in a series that ages.
struct TrendPoint {
    double age = 0;          ///< of the display since its first reading, in its own usual years (its hours over those of a usual year)
    double years = 0;        ///< calendar, since an origin that all series share
    double value = 0;        ///< on a scale where ageing is even: the logarithm of a luminance, u', v', percent
    int instrument = -1;     ///< number; -1: not known
    bool calibrated = false; ///< the display was set anew just before
};

/// Where a series begins anew at another level.
struct TrendBreak {
    size_t from = 0;  ///< the first point behind it
    double sigma = 0; ///< how large it may be, standard deviation
};

/// What is expected of a kind of series before anything is read. Standard deviations; rates are per year.
struct TrendPrior {
    double slope = 0, slopeOfFleet = 0, slopeOfDisplay = 0; ///< rate; how a fleet's mean may differ from it; how its displays differ from that
    double level = 1;                                       ///< of the first reading
    double bend = 0;                                        ///< change of the rate within a year
    double season = 0;                                      ///< amplitude over the year
    double noise = 0;                                       ///< least of a reading; up to thirty times that is thought possible
    double instrument = 0, steady = 0, wear = 0;            ///< offset of an instrument; its rate where it is sound, and where it wears
    double wearing = 0;                                     ///< the rate to be expected of one that wears
    double onDisplay = 0, onDisplayRate = 0;                ///< what an instrument's offset and its rate differ by from display to display
    double recalibrated = 0;                                ///< what being set anew changes
    double leastJump = 0;                                   ///< smaller ones are no matter
};

struct TrendSeries {
    std::vector<TrendPoint> points; ///< by date
    std::vector<TrendBreak> breaks; ///< that are known
    double now = 0;                 ///< age that is asked about, at or after the last point
    /// Whether being set anew may also take something off what there is, each time anew, instead of bringing back what has drifted.
    bool mayTakeOff = false;
};

/// A level and its rate at an age, to go on from.
struct TrendState {
    double level = 0, rate = 0;
    double seen = 0; ///< what the instrument that read last makes of it, more than the level
};

/// What readings leave open of a series: a mixture over how noisy and how bent it may be.
class Trend {
public:
    /// Draws a level and a rate as of now, and how much the rate may yet change in a year.
    [[nodiscard]] std::pair<TrendState, double> draw(std::mt19937_64 &random) const;
    [[nodiscard]] double now() const { return m_now; }
    [[nodiscard]] double nowK2() const { return m_nowK2; }
    /// Mean rate between the first and the last reading, per usual year, without the jumps; and its expanded uncertainty.
    [[nodiscard]] double rate() const { return m_rate; }
    [[nodiscard]] double rateK2() const { return m_rateK2; }
    /// How much it moved, without the jumps, from the first to the last reading.
    [[nodiscard]] double moved() const { return m_moved; }
    /// Breaks that nobody spoke of: the first point behind each, and how large it is.
    [[nodiscard]] const std::vector<TrendBreak> &found() const { return m_found; }
    /// One of several that may hold, each as likely as its weight (together 1): all that is drawn is drawn from them; rates and levels are
    /// their means, with how far these lie apart in their uncertainty. \pre of one series, and not empty
    static Trend ofOne(const std::vector<std::pair<double, Trend>> &several);

private:
    friend class TrendFit;
    struct Part {
        double weight;
        Eigen::Vector3d mean;   ///< level, rate, and the level as the instrument that read last sees it
        Eigen::Matrix3d factor; ///< lower, of its covariance
        double bend;
    };
    std::vector<Part> m_parts;
    double m_now = 0, m_nowK2 = 0, m_rate = 0, m_rateK2 = 0, m_moved = 0;
    std::vector<TrendBreak> m_found;
};

/// What instruments are taken to be.
struct InstrumentCase {
    std::vector<bool> worn; ///< of each, whether it wears
    double spread = 1;      ///< how far their offsets lie apart, times what the prior expects
    double weight = 0;      ///< how likely, together 1
};

/// How instruments differ and wear, as all series of one kind together say. (docs/methods.md, "Ageing")
struct InstrumentTrend {
    double rate = 0, rateSigma = 0; ///< on the series' scale, per year
};

/// All readings of one kind of a fleet. A display that ages and an instrument that wears are told apart by other instruments on the same
/// display and by what displays of a fleet have in common. Readings that stand apart count less; a level that stays away is a jump.
class FleetSeries {
public:
    /// \param instruments how many there are
    FleetSeries(const std::vector<TrendSeries> &series, size_t instruments, const TrendPrior &prior);
    ~FleetSeries();
    FleetSeries(FleetSeries &&) noexcept;
    FleetSeries(const FleetSeries &) = delete;
    FleetSeries &operator=(const FleetSeries &) = delete;
    FleetSeries &operator=(FleetSeries &&) = delete;

    /// How likely the readings are in a case, as a logarithm; to be compared with others of the same object.
    [[nodiscard]] double logEvidence(const InstrumentCase &is) const;
    /// Each instrument's, where the others are as in a case: as far as readings tell, with neither soundness nor wear of its own taken for granted.
    /// Where nothing tells it from its displays it stays wide.
    [[nodiscard]] std::vector<InstrumentTrend> instruments(const InstrumentCase &is) const;
    /// The displays' trends, each by its own readings and by what the others say of the instruments and of the fleet.
    /// \param cases the likeliest first; not empty
    [[nodiscard]] std::vector<std::optional<Trend>> displays(const std::vector<InstrumentCase> &cases) const;

private:
    [[nodiscard]] Eigen::VectorXd sigma(const InstrumentCase &is) const;
    /// What is expected of what all share, from m_mean on.
    [[nodiscard]] Eigen::VectorXd expected(const std::vector<bool> &worn) const;
    size_t m_instruments;
    TrendPrior m_prior;
    Eigen::VectorXd m_mean; ///< of what all share: each instrument's offset and rate, the fleet's rate
    std::vector<std::optional<TrendFit>> m_fits;
    std::vector<std::pair<Eigen::MatrixXd, Eigen::VectorXd>> m_told; ///< by each series of what all share: information
    Eigen::MatrixXd m_information;
    Eigen::VectorXd m_vector;
};

/// Goes on from a state by a step of age, as it may.
TrendState gone(const TrendState &state, double bend, double step, std::mt19937_64 &random);

} // namespace lamp
