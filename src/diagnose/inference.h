// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "diagnose/cause.h"

#include <memory>
#include <stop_token>

namespace lamp {

/// A reading with what it was taken of.
struct Observed {
    Condition shown;
    XYZ xyz, sigma; ///< cd/m²; sigma: standard deviation of each component by the noise model
    std::string name;
    int after = -1; ///< an observation that it is held against: what counts is the step from there, which a model says better than the level
};

/// One or two causes together, or none.
struct Hypothesis {
    std::vector<size_t> causes; ///< indices
    std::vector<int> variants;
    Eigen::VectorXd values; ///< most probable, of each cause's unknowns in turn
    double logEvidence = 0;
    double probability = 0;
    double misfit = 0; ///< mean CIE 1976 difference that is left between readings and what it says of them
};

/// Probability of a cause, or of a pair, that needs no further test.
constexpr double kAsGoodAsSure = 0.95;

/// What the readings say of all causes.
struct Ranking {
    struct Entry {
        std::string code;
        double probability = 0;     ///< of all hypotheses with this cause
        double misfit = 0;          ///< of the most probable of them
        std::vector<double> values; ///< of its unknowns there
        Message detail;             ///< how strong it is there; may be empty
        std::vector<Message> pro, contra;
    };
    std::vector<Entry> causes; ///< the most probable first, all of them
    double healthy = 0;        ///< that nothing is wrong
    double unexplained = 0;    ///< that it is none of them
    double surest = 0;         ///< of the most probable cause, or pair of causes
    double misfitHealthy = 0;  ///< mean CIE 1976 difference between readings and what the last visit left
    /// Of each reading, CIE 1976: from what the last visit left, and from what the most probable cause, or pair, makes of that.
    std::vector<double> off, left;
};

/// Weighs causes by readings: each hypothesis predicts all of them through its chain; its unknowns, and what any display or instrument may have
/// changed by within reason, are fitted with their priors, and the evidence is worked out about the best (Laplace's method). docs/methods.md,
/// "Diagnosis".
class Inference {
public:
    Inference(const Reference &reference, Circumstances circumstances);
    ~Inference();

    [[nodiscard]] const std::vector<Cause> &causes() const { return m_causes; }
    /// \param stop then it ends early, by an exception that inParallel hands on (base/stopping.h)
    Ranking weigh(const std::vector<Observed> &observed);
    /// How much further readings would tell, by what the hypotheses of the last weighing say of them: the chance that two drawn by their
    /// probabilities would be told apart. 0..1
    [[nodiscard]] double worth(const std::vector<Observed> &planned) const;

private:
    struct Problem;
    [[nodiscard]] Chain asLeft() const;
    [[nodiscard]] Chain chainOf(const Hypothesis &hypothesis) const;
    Hypothesis fitted(const Problem &problem, Hypothesis start) const;
    void addSingles(const Problem &problem);
    void addPairs(const Problem &problem);
    [[nodiscard]] double logPrior(const Hypothesis &hypothesis) const;
    [[nodiscard]] double factsGiven(const Hypothesis &hypothesis) const;
    void normalise();
    [[nodiscard]] Ranking ranked(const Problem &problem) const;
    void giveReasons(const Problem &problem, const Hypothesis &best, Ranking::Entry &entry) const;

    const Reference &m_reference;
    Circumstances m_known;
    std::vector<Cause> m_causes;
    std::vector<Hypothesis> m_all; ///< of the last weighing; the first is none
    double m_unexplained = 0;
};

} // namespace lamp
