// SPDX-License-Identifier: GPL-3.0-or-later
// Gaussian processes over what is read of displays over the years (docs/methods.md, "Ageing").
#include "fleet/trend.h"

#include "base/parallel.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <numeric>
#include <set>
#include <tuple>

namespace lamp {

namespace {

constexpr size_t kMostPoints = 160; // more are averaged with their neighbours
constexpr int kMostJumps = 6;

/// Covariance of twice integrated white noise of unit strength that begins at age 0.
double bent(double s, double t)
{
    const double a = std::min(s, t), b = std::max(s, t);
    return a * a * a / 3 + a * a * (b - a) / 2;
}

double medianOf(std::vector<double> values)
{
    const auto middle = values.begin() + long(values.size() / 2);
    std::nth_element(values.begin(), middle, values.end());
    return *middle;
}

/// Readings joined where there are too many: those of one instrument in a span of time, between breaks. What being set anew changed is no
/// longer told apart then.
TrendSeries thinned(const TrendSeries &all, std::vector<size_t> &first)
{
    if (all.points.size() <= 2 * kMostPoints) {
        first.resize(all.points.size());
        std::iota(first.begin(), first.end(), size_t{0});
        return all;
    }
    std::set<int> instruments;
    for (const TrendPoint &p : all.points) {
        instruments.insert(p.instrument);
    }
    const double windows = std::max(8.0, double(kMostPoints) / double(instruments.size())),
                 span = std::max(1e-9, all.points.back().years - all.points.front().years);
    std::map<std::tuple<int, size_t, int>, std::vector<size_t>> bins;
    for (size_t i = 0; i < all.points.size(); ++i) {
        const auto segment = size_t(std::count_if(all.breaks.begin(), all.breaks.end(), [&](const TrendBreak &b) { return b.from <= i; }));
        bins[{int((all.points[i].years - all.points.front().years) / span * windows), segment, all.points[i].instrument}].push_back(i);
    }
    TrendSeries few{{}, {}, all.now, all.mayTakeOff};
    size_t segmentBefore = 0;
    for (const auto &[key, members] : bins) {
        TrendPoint mean = all.points[members.front()];
        mean.calibrated = false;
        mean.age = mean.years = mean.value = 0;
        for (const size_t i : members) {
            mean.age += all.points[i].age / double(members.size());
            mean.years += all.points[i].years / double(members.size());
            mean.value += all.points[i].value / double(members.size());
        }
        double sigma = 0;
        for (size_t s = segmentBefore; s < std::get<1>(key); ++s) {
            sigma = std::hypot(sigma, all.breaks[s].sigma);
        }
        if (sigma > 0 && !few.points.empty()) {
            few.breaks.push_back({few.points.size(), sigma});
        }
        segmentBefore = std::max(segmentBefore, std::get<1>(key));
        few.points.push_back(mean);
        first.push_back(members.front());
    }
    return few;
}

} // namespace

/// One series under the model.
class TrendFit {
public:
    /// How noisy and how bent a series is taken to be.
    struct Shape {
        double noise = 0, bend = 0, recalibrated = 0;
        bool takesOff = false;
    };
    TrendFit(const TrendSeries &series, const TrendPrior &prior, size_t instruments)
        : m_series(thinned(series, m_first)), m_prior(prior), m_globals(2 * instruments + 1), m_added(Eigen::VectorXd::Zero(size()))
    {
        const auto n = size();
        m_z = Eigen::MatrixXd::Zero(n, Eigen::Index(m_globals));
        m_calibrations.resize(size_t(n));
        for (Eigen::Index i = 0; i < n; ++i) {
            const TrendPoint &p = m_series.points[size_t(i)];
            m_z(i, 2 * p.instrument) = 1;
            m_z(i, 2 * p.instrument + 1) = p.years;
            m_z(i, Eigen::Index(m_globals) - 1) = p.age;
            m_calibrations[size_t(i)] = i > 0 ? m_calibrations[size_t(i - 1)] + (p.calibrated ? 1 : 0) : 0;
        }
    }

    /// Finds jumps and readings that stand apart, and what shape suits best. \param mean, cov of what all series share
    void settle(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov)
    {
        findJumps(mean, cov);
        constexpr int kRounds = 3;
        for (int round = 0; round < kRounds; ++round) {
            m_shape = bestShape(mean, cov);
            if (!doubtApart(mean, cov)) {
                break;
            }
        }
    }
    /// What this series alone says of what all share: information matrix and vector, about a mean.
    [[nodiscard]] std::pair<Eigen::MatrixXd, Eigen::VectorXd> information(const Eigen::VectorXd &mean) const
    {
        const Eigen::LLT<Eigen::MatrixXd> factor(own(m_shape));
        const Eigen::MatrixXd solved = factor.solve(m_z);
        return {m_z.transpose() * solved, solved.transpose() * residual(mean)};
    }
    /// \param all shapes that are weighed; those that count for nothing are taken out
    [[nodiscard]] Trend trend(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov, std::vector<Shape> &all) const;
    /// How noisy and how bent it may be.
    [[nodiscard]] std::vector<Shape> shapes() const;

private:
    [[nodiscard]] Eigen::Index size() const { return Eigen::Index(m_series.points.size()); }
    [[nodiscard]] const TrendPoint &at(Eigen::Index i) const { return m_series.points[size_t(i)]; }
    /// What is read less what is expected; the level of the first reading counts for nothing.
    [[nodiscard]] Eigen::VectorXd residual(const Eigen::VectorXd &mean) const
    {
        Eigen::VectorXd r(size());
        for (Eigen::Index i = 0; i < size(); ++i) {
            r[i] = at(i).value - at(0).value;
        }
        return r - m_z * mean;
    }
    /// What two readings have in common of what being set anew changed, by how often it had been when they were taken: all that went before,
    /// or what was taken off last.
    static double setAnew(int a, int b, const Shape &s) { return s.takesOff ? (a == b ? 1 : 0) : std::min(a, b); }
    /// What two readings by one instrument have in common of how it sees this display otherwise than others.
    [[nodiscard]] double onDisplay(double yearsOfOne, double yearsOfOther) const
    {
        const double rate = m_prior.onDisplayRate;
        return m_prior.onDisplay * m_prior.onDisplay + rate * rate * (yearsOfOne - at(0).years) * (yearsOfOther - at(0).years);
    }
    [[nodiscard]] double ownCovariance(Eigen::Index i, Eigen::Index j, const Shape &s) const
    {
        const TrendPoint &p = at(i), &q = at(j);
        double k = m_prior.level * m_prior.level + m_prior.slopeOfDisplay * m_prior.slopeOfDisplay * p.age * q.age
                   + s.bend * s.bend * bent(p.age, q.age)
                   + s.recalibrated * s.recalibrated * setAnew(m_calibrations[size_t(i)], m_calibrations[size_t(j)], s)
                   + m_prior.season * m_prior.season * std::cos(2 * std::numbers::pi * (p.years - q.years));
        if (p.instrument == q.instrument) {
            k += onDisplay(p.years, q.years);
        }
        for (const TrendBreak &b : m_series.breaks) {
            k += size_t(std::min(i, j)) >= b.from ? b.sigma * b.sigma : 0;
        }
        return k;
    }
    [[nodiscard]] Eigen::MatrixXd own(const Shape &s) const
    {
        Eigen::MatrixXd k(size(), size());
        for (Eigen::Index i = 0; i < size(); ++i) {
            for (Eigen::Index j = 0; j <= i; ++j) {
                k(i, j) = k(j, i) = ownCovariance(i, j, s);
            }
            k(i, i) += s.noise * s.noise + m_added[i];
        }
        return k;
    }
    static double logLikelihood(const Eigen::LLT<Eigen::MatrixXd> &factor, const Eigen::VectorXd &r)
    {
        const Eigen::VectorXd white = factor.matrixL().solve(r);
        return -0.5 * white.squaredNorm() - factor.matrixLLT().diagonal().array().log().sum();
    }
    /// Strong bends and much noise are less to be expected than little.
    [[nodiscard]] double logPrior(const Shape &s) const
    {
        return -std::max(0.0, std::log(s.bend / m_prior.bend)) * 0.75 - std::log(s.noise / m_prior.noise);
    }
    [[nodiscard]] Shape bestShape(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov) const
    {
        const Eigen::MatrixXd shared = m_z * cov * m_z.transpose();
        const Eigen::VectorXd r = residual(mean);
        Shape best;
        double most = -std::numeric_limits<double>::infinity();
        for (const Shape &s : shapes()) {
            const double likely = logLikelihood(Eigen::LLT<Eigen::MatrixXd>(own(s) + shared), r) + logPrior(s);
            if (likely > most) {
                most = likely;
                best = s;
            }
        }
        return best;
    }
    /// Readings that none of the others would have led one to expect count less. \return whether there were any
    bool doubtApart(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov)
    {
        constexpr double kApart = 4, kLeft = 2; // standard deviations: from which on, and what is left
        if (size() < 4) {
            return false;
        }
        const Eigen::MatrixXd inverse =
            Eigen::LLT<Eigen::MatrixXd>(own(m_shape) + m_z * cov * m_z.transpose()).solve(Eigen::MatrixXd::Identity(size(), size()));
        const Eigen::VectorXd alpha = inverse * residual(mean);
        bool any = false;
        for (Eigen::Index i = 0; i < size(); ++i) {
            const double z = alpha[i] / std::sqrt(inverse(i, i));
            if (std::abs(z) > kApart) {
                const double off = alpha[i] / inverse(i, i); // from what the others say
                m_added[i] += off * off / (kLeft * kLeft);
                any = true;
            }
        }
        return any;
    }
    void findJumps(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov);
    /// Without single readings that stand apart: a median over five keeps steps.
    [[nodiscard]] Eigen::VectorXd withoutSingles(const Eigen::VectorXd &r, double noise) const
    {
        Eigen::VectorXd clean = r;
        for (Eigen::Index i = 0; i < size(); ++i) {
            const Eigen::Index from = std::max<Eigen::Index>(0, i - 2), to = std::min(size(), i + 3);
            const double middle = medianOf({r.data() + from, r.data() + to});
            if (std::abs(r[i] - middle) > 4 * noise && to - from > 2) {
                clean[i] = middle;
            }
        }
        return clean;
    }

    std::vector<size_t> m_first; ///< of the series as given, for each of its points that is left
    TrendSeries m_series;
    TrendPrior m_prior;
    size_t m_globals;
    Eigen::MatrixXd m_z; ///< what each reading takes of what all series share: instruments' offsets and rates, the fleet's rate
    std::vector<int> m_calibrations;
    Eigen::VectorXd m_added; ///< variance of readings that stand apart
    Shape m_shape;
    std::vector<TrendBreak> m_found;
};

std::vector<TrendFit::Shape> TrendFit::shapes() const
{
    std::vector<Shape> all;
    const bool again = m_calibrations.empty() ? false : m_calibrations.back() > 0;
    // A few readings cannot say that they are very noisy.
    const double most = size() < 4 ? 6 : 30;
    for (const double noise : {1.0, 1.8, 3.2, 5.6, 10.0, 18.0, 30.0}) {
        if (noise > most) {
            break;
        }
        for (const double bend : {0.1, 0.5, 1.0, 2.5, 6.0}) {
            all.push_back({noise * m_prior.noise, bend * m_prior.bend, 0});
            if (again && m_prior.recalibrated > 0) {
                all.push_back({noise * m_prior.noise, bend * m_prior.bend, m_prior.recalibrated});
                if (m_series.mayTakeOff) {
                    all.push_back({noise * m_prior.noise, bend * m_prior.bend, m_prior.recalibrated, true});
                }
            }
        }
    }
    return all;
}

void TrendFit::findJumps(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov)
{
    constexpr double kSure = 6; // standard deviations
    const Eigen::Index n = size();
    if (n < 5) {
        return;
    }
    std::vector<double> steps;
    for (Eigen::Index i = 1; i < n; ++i) {
        const bool begun = std::any_of(m_series.breaks.begin(), m_series.breaks.end(), [&](const TrendBreak &b) { return b.from == size_t(i); });
        if (!begun && at(i).instrument == at(i - 1).instrument) {
            steps.push_back(std::abs(at(i).value - at(i - 1).value));
        }
    }
    const double noise = std::max(m_prior.noise, steps.size() < 3 ? 5 * m_prior.noise : medianOf(steps) / 0.6745 / std::numbers::sqrt2);
    // Being set anew may change the level each time: that is known, and no jump.
    const Shape usual{noise, m_prior.bend, m_calibrations.back() > 0 ? m_prior.recalibrated : 0};
    for (int found = 0; found < kMostJumps; ++found) {
        const Eigen::MatrixXd k = own(usual) + m_z * cov * m_z.transpose();
        const Eigen::LLT<Eigen::MatrixXd> factor(k);
        const Eigen::VectorXd r = withoutSingles(residual(mean), noise), solved = factor.solve(r);
        const Eigen::MatrixXd inverse = factor.solve(Eigen::MatrixXd::Identity(n, n));
        double most = kSure * kSure, size = 0;
        size_t from = 0;
        // Sums over all that lies behind a place, worked from the end.
        double information = 0, score = 0;
        for (Eigen::Index i = n; i-- > 2;) {
            score += solved[i];
            information += inverse(i, i) + 2 * inverse.row(i).tail(n - i - 1).sum();
            if (i <= n - 2 && score * score / information > most && std::abs(score / information) > m_prior.leastJump) {
                most = score * score / information;
                from = size_t(i);
                size = score / information;
            }
        }
        if (from == 0) {
            return;
        }
        m_series.breaks.push_back({from, 3 * std::abs(size)});
        m_found.push_back({m_first[from], size});
    }
}

Trend TrendFit::trend(const Eigen::VectorXd &mean, const Eigen::MatrixXd &cov, std::vector<Shape> &all) const
{
    const Eigen::Index n = size(), shared = Eigen::Index(m_globals);
    const double first = at(0).age, last = at(n - 1).age, now = std::max(m_series.now, last);
    const double span = last - first;
    const Eigen::MatrixXd ofShared = m_z * cov * m_z.transpose();
    const Eigen::VectorXd r = residual(mean);
    // Level now, rate now, the level as the last instrument sees it, and the way from the first reading to the last: what each takes of what
    // all share.
    Eigen::MatrixXd takes = Eigen::MatrixXd::Zero(4, shared);
    takes.col(shared - 1) << now, 1, now, span;
    takes(2, 2 * at(n - 1).instrument) = 1;
    const double yearsNow = at(n - 1).years + (now - last);
    takes(2, 2 * at(n - 1).instrument + 1) = yearsNow;
    Trend t;
    t.m_found = m_found;
    std::vector<Eigen::Matrix4d> covs;
    std::vector<Eigen::Vector4d> means;
    std::vector<double> likely;
    for (const Shape &s : all) {
        const Eigen::LLT<Eigen::MatrixXd> factor(own(s) + ofShared);
        Eigen::MatrixXd cross(n, 4);
        const double bend2 = s.bend * s.bend, slope2 = m_prior.slopeOfDisplay * m_prior.slopeOfDisplay;
        double breaks = 0;
        for (const TrendBreak &b : m_series.breaks) {
            breaks += b.sigma * b.sigma;
        }
        for (Eigen::Index i = 0; i < n; ++i) {
            const double x = at(i).age;
            double level =
                m_prior.level * m_prior.level + s.recalibrated * s.recalibrated * setAnew(m_calibrations[size_t(i)], m_calibrations.back(), s);
            for (const TrendBreak &b : m_series.breaks) {
                level += size_t(i) >= b.from ? b.sigma * b.sigma : 0;
            }
            cross(i, 0) = level + slope2 * now * x + bend2 * bent(now, x);
            cross(i, 1) = slope2 * x + bend2 * x * x / 2;
            cross(i, 2) = cross(i, 0) + (at(i).instrument == at(n - 1).instrument ? onDisplay(at(i).years, yearsNow) : 0);
            cross(i, 3) = slope2 * span * x + bend2 * (bent(last, x) - bent(first, x));
            cross.row(i) += m_z.row(i) * cov * takes.transpose();
        }
        const Eigen::Vector4d ages(now, 1, now, span);
        Eigen::Matrix4d before = slope2 * ages * ages.transpose();
        const double level2 = m_prior.level * m_prior.level + breaks
                              + s.recalibrated * s.recalibrated * setAnew(m_calibrations.back(), m_calibrations.back(), s) + bend2 * bent(now, now);
        const auto both = [&](int p, int q, double v) {
            before(p, q) += v;
            before(q, p) += p == q ? 0 : v;
        };
        both(0, 0, level2);
        both(0, 2, level2);
        both(2, 2, level2 + onDisplay(yearsNow, yearsNow));
        both(1, 1, bend2 * now);
        both(3, 3, bend2 * (bent(last, last) - 2 * bent(first, last) + bent(first, first)));
        for (const int level : {0, 2}) {
            both(level, 1, bend2 * now * now / 2);
            both(level, 3, bend2 * (bent(now, last) - bent(now, first)));
        }
        both(1, 3, bend2 * (last * last - first * first) / 2);
        before += takes * cov * takes.transpose();
        const Eigen::MatrixXd solved = factor.solve(cross);
        covs.emplace_back(before - cross.transpose() * solved);
        means.emplace_back(solved.transpose() * r + takes * mean);
        means.back()[0] += at(0).value;
        means.back()[2] += at(0).value;
        likely.push_back(logLikelihood(factor, r) + logPrior(s));
    }
    const double most = *std::max_element(likely.begin(), likely.end());
    double sum = 0;
    for (double &l : likely) {
        sum += l = std::exp(l - most);
    }
    std::vector<Shape> count;
    Eigen::Vector4d middle = Eigen::Vector4d::Zero(), variance = Eigen::Vector4d::Zero();
    for (size_t i = 0; i < likely.size(); ++i) {
        middle += likely[i] / sum * means[i];
    }
    for (size_t i = 0; i < likely.size(); ++i) {
        const double weight = likely[i] / sum;
        const Eigen::Matrix4d &c = covs[i];
        variance += weight * (c.diagonal().cwiseMax(0) + (means[i] - middle).cwiseAbs2());
        if (weight > 1e-4) {
            const Eigen::Matrix3d three = c.topLeftCorner<3, 3>();
            const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> eigen(three);
            t.m_parts.push_back(
                {weight, means[i].head<3>(), eigen.eigenvectors() * eigen.eigenvalues().cwiseMax(0).cwiseSqrt().asDiagonal(), all[i].bend});
            count.push_back(all[i]);
        }
    }
    all = std::move(count);
    t.m_now = middle[0];
    t.m_nowK2 = 2 * std::sqrt(variance[0]);
    t.m_moved = middle[3];
    // Within no time nothing is seen of a rate: what is left is what one expects.
    t.m_rate = span > 0 ? middle[3] / span : middle[1];
    t.m_rateK2 = 2 * std::sqrt(span > 0 ? variance[3] / span / span : variance[1]);
    return t;
}

std::pair<TrendState, double> Trend::draw(std::mt19937_64 &random) const
{
    std::normal_distribution<double> normal;
    double at = std::uniform_real_distribution<double>()(random);
    const Part *part = &m_parts.front();
    for (const Part &p : m_parts) {
        part = &p;
        if ((at -= p.weight) <= 0) {
            break;
        }
    }
    const Eigen::Vector3d z(normal(random), normal(random), normal(random)), state = part->mean + part->factor * z;
    return {{state[0], state[1], state[2] - state[0]}, part->bend};
}

TrendState gone(const TrendState &state, double bend, double step, std::mt19937_64 &random)
{
    // What twice integrated white noise adds in a step: its covariance is [h³/3, h²/2; h²/2, h].
    std::normal_distribution<double> normal;
    const double a = normal(random), b = normal(random), root = std::sqrt(step);
    return {state.level + state.rate * step + bend * root * step * (a / 2 + b / std::sqrt(12.0)), state.rate + bend * root * a, state.seen};
}

FleetSeries::FleetSeries(const std::vector<TrendSeries> &series, size_t instruments, const TrendPrior &prior)
    : m_instruments(instruments), m_prior(prior), m_mean(Eigen::VectorXd::Zero(Eigen::Index(2 * instruments + 1))), m_fits(series.size()),
      m_told(series.size()), m_information(Eigen::MatrixXd::Zero(m_mean.size(), m_mean.size())), m_vector(Eigen::VectorXd::Zero(m_mean.size()))
{
    m_mean[m_mean.size() - 1] = prior.slope;
    const Eigen::MatrixXd cov = sigma({std::vector<bool>(instruments, true)}).cwiseAbs2().asDiagonal();
    inParallel(int(series.size()), [&](int i) {
        if (!series[size_t(i)].points.empty()) {
            auto &fit = m_fits[size_t(i)].emplace(series[size_t(i)], prior, instruments);
            fit.settle(m_mean, cov);
            m_told[size_t(i)] = fit.information(m_mean);
        }
    });
    for (size_t i = 0; i < series.size(); ++i) {
        if (m_fits[i]) {
            m_information += m_told[i].first;
            m_vector += m_told[i].second;
        }
    }
}

FleetSeries::~FleetSeries() = default;
FleetSeries::FleetSeries(FleetSeries &&) noexcept = default;

Eigen::VectorXd FleetSeries::sigma(const InstrumentCase &is) const
{
    Eigen::VectorXd s(m_mean.size());
    for (size_t i = 0; i < m_instruments; ++i) {
        s[Eigen::Index(2 * i)] = is.spread * m_prior.instrument;
        s[Eigen::Index(2 * i + 1)] = is.worn[i] ? m_prior.wear : m_prior.steady;
    }
    s[s.size() - 1] = m_prior.slopeOfFleet;
    return s;
}

Eigen::VectorXd FleetSeries::expected(const std::vector<bool> &worn) const
{
    Eigen::VectorXd m = Eigen::VectorXd::Zero(m_mean.size());
    for (size_t i = 0; i < m_instruments; ++i) {
        m[Eigen::Index(2 * i + 1)] = worn[i] ? m_prior.wearing : 0;
    }
    return m;
}

double FleetSeries::logEvidence(const InstrumentCase &is) const
{
    const Eigen::VectorXd s = sigma(is), m = expected(is.worn), left = m_vector - m_information * m;
    // In units of what is expected: determinant and solution stay well conditioned.
    const Eigen::MatrixXd scaled = s.asDiagonal() * m_information * s.asDiagonal();
    const Eigen::LLT<Eigen::MatrixXd> factor(Eigen::MatrixXd::Identity(s.size(), s.size()) + scaled);
    const Eigen::VectorXd white = factor.matrixL().solve(Eigen::VectorXd(s.cwiseProduct(left)));
    return m_vector.dot(m) - 0.5 * m.dot(m_information * m) + 0.5 * white.squaredNorm() - factor.matrixLLT().diagonal().array().log().sum();
}

namespace {

/// What is known of what all share, by information beside what is expected: its covariance.
Eigen::MatrixXd known(const Eigen::VectorXd &sigma, const Eigen::MatrixXd &information)
{
    const Eigen::MatrixXd scaled = sigma.asDiagonal() * information * sigma.asDiagonal();
    const Eigen::LLT<Eigen::MatrixXd> factor(Eigen::MatrixXd::Identity(sigma.size(), sigma.size()) + scaled);
    return sigma.asDiagonal() * factor.solve(Eigen::MatrixXd::Identity(sigma.size(), sigma.size())) * sigma.asDiagonal();
}

} // namespace

std::vector<InstrumentTrend> FleetSeries::instruments(const InstrumentCase &is) const
{
    const Eigen::VectorXd s = sigma(is), m = expected(is.worn);
    const Eigen::MatrixXd cov = known(s, m_information);
    const Eigen::VectorXd left = m_vector - m_information * m;
    const double reach = std::hypot(m_prior.wear, m_prior.wearing); // as far as those that wear
    std::vector<InstrumentTrend> all;
    for (size_t i = 0; i < m_instruments; ++i) {
        // Another expectation of one rate alone changes what is known by one column (Sherman and Morrison).
        const auto k = Eigen::Index(2 * i + 1);
        const double narrower = 1 + (1 / (reach * reach) - 1 / (s[k] * s[k])) * cov(k, k);
        const double shift = cov.row(k).dot(left + m_information.col(k) * m[k]) / narrower;
        all.push_back({shift, std::sqrt(std::max(0.0, cov(k, k) / narrower))});
    }
    return all;
}

std::vector<std::optional<Trend>> FleetSeries::displays(const std::vector<InstrumentCase> &cases) const
{
    std::vector<std::optional<Trend>> all(m_fits.size());
    inParallel(int(m_fits.size()), [&](int i) {
        const auto &fit = m_fits[size_t(i)];
        if (!fit) {
            return;
        }
        // What the others say of what all share; this one's own readings must not count twice.
        const auto &[information, vector] = m_told[size_t(i)];
        const Eigen::MatrixXd others = m_information - information;
        std::vector<TrendFit::Shape> shapes = fit->shapes();
        std::vector<std::pair<double, Trend>> several;
        for (const InstrumentCase &is : cases) {
            const Eigen::VectorXd m = expected(is.worn);
            const Eigen::MatrixXd cov = known(sigma(is), others);
            several.emplace_back(is.weight, fit->trend(m_mean + m + cov * (m_vector - vector - others * m), (cov + cov.transpose()) / 2, shapes));
        }
        all[size_t(i)] = Trend::ofOne(several);
    });
    return all;
}

Trend Trend::ofOne(const std::vector<std::pair<double, Trend>> &several)
{
    Trend one;
    one.m_found = several.front().second.m_found;
    const auto mixed = [&](double Trend::*value, double Trend::*k2) {
        double mean = 0, square = 0;
        for (const auto &[weight, t] : several) {
            mean += weight * t.*value;
            square += weight * (t.*value * t.*value + t.*k2 * t.*k2 / 4);
        }
        one.*value = mean;
        one.*k2 = 2 * std::sqrt(std::max(0.0, square - mean * mean));
    };
    mixed(&Trend::m_now, &Trend::m_nowK2);
    mixed(&Trend::m_rate, &Trend::m_rateK2);
    for (const auto &[weight, t] : several) {
        one.m_moved += weight * t.m_moved;
        for (Part part : t.m_parts) {
            part.weight *= weight;
            one.m_parts.push_back(part);
        }
    }
    return one;
}

} // namespace lamp
