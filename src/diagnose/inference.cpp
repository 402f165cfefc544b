// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/inference.h"

#include "base/parallel.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace lamp {

namespace {

constexpr int kEach = 4;          ///< numbers of a reading
constexpr double kDark = 0.004;   ///< share of white below which a patch is dark
constexpr int kUsual = 6;         ///< unknowns of what changes on any display within reason
constexpr double kTempered = 0.5; ///< what a model misses is alike for neighbouring colours: two readings tell as much as one would
constexpr double kHealthyWeight = 40, kUnexplainedWeight = 1; ///< against the causes' weights (common practice, no published source)
constexpr double kPairShare = 0.015;                          ///< how often a second cause stands beside a first
constexpr double kLoose = 6;                                  ///< how many times its usual misfit something that nobody thought of may be off by

/// How sure a fact is: chance that it is so where a cause goes with it, and where none does (common practice, no published source).
std::pair<double, double> chances(Fact fact)
{
    switch (fact) {
    case Fact::CertificateOld: return {0.4, 0.2};
    case Fact::OtherInstrument: return {0.25, 0.15};
    case Fact::OtherTurned: return {0.6, 0.02};
    case Fact::RoomBrighter: return {0.9, 0.04};
    default: return {0.985, 0.01};
    }
}

} // namespace

/// The readings as differences are counted in.
struct Inference::Problem {
    const Inference *of;
    const std::vector<Observed> &observed;
    std::vector<Eigen::Vector3d> read, unsure;
    double gainSigma = 0.008, tintSigma = 0.003;

    Problem(const Inference &inference, const std::vector<Observed> &all) : of(&inference), observed(all)
    {
        // What goes on growing has a cause of its own.
        const double months = std::min(3.0, inference.m_known.daysSince / 30);
        gainSigma = std::hypot(0.008, 0.004 * months);
        tintSigma = std::hypot(0.003, 0.0008 * months);
        if (inference.m_known.true_.contains(Fact::OtherInstrument)) {
            gainSigma = std::hypot(gainSigma, 0.025);
            tintSigma = std::hypot(tintSigma, 0.01);
        }
        for (const Observed &o : all) {
            read.push_back(inference.m_reference.lab(o.xyz));
            unsure.push_back(unsureOf(inference.m_reference, o));
        }
    }
    /// Of a reading: its noise, and what the model of a visit misses.
    static Eigen::Vector3d unsureOf(const Reference &reference, const Observed &o)
    {
        Eigen::Vector3d noise = Eigen::Vector3d::Zero();
        const Eigen::Vector3d at = reference.lab(o.xyz);
        for (int c = 0; c < 3; ++c) {
            XYZ more = o.xyz;
            more[c] += o.sigma[c];
            noise += (reference.lab(more) - at).array().square().matrix();
        }
        const double floor = o.shown.other ? 1.3 : (o.after >= 0 ? 0.1 : 0.5 + 0.6 * std::max(0.0, 1 - at[0] / 25));
        return (noise.array() + floor * floor).sqrt();
    }
    [[nodiscard]] std::vector<Eigen::Vector3d> predicted(const Chain &chain) const
    {
        std::vector<Eigen::Vector3d> all;
        all.reserve(observed.size());
        for (const Observed &o : observed) {
            all.push_back(of->m_reference.lab(chain(o.shown)));
        }
        return all;
    }
    /// How dark a dark patch is, where L* tells little of it: ln(Y + 2σ) of both, with what black changes by on any display.
    [[nodiscard]] double darkness(size_t i, const Chain &chain) const
    {
        const Observed &o = observed[i];
        if (o.xyz.b > kDark * of->m_reference.white().b) {
            return 0;
        }
        const double floor = 2 * o.sigma.b + 1e-5 * of->m_reference.white().b, sigma = std::hypot(o.sigma.b / (o.xyz.b + floor), 0.15);
        return std::log((std::max(0.0, chain(o.shown).b) + floor) / (std::max(0.0, o.xyz.b) + floor)) / sigma;
    }
    /// What is left of each reading, in standard deviations: of L*, a*, b* and of its darkness.
    [[nodiscard]] Eigen::VectorXd residuals(const Chain &chain) const
    {
        const std::vector<Eigen::Vector3d> said = predicted(chain);
        Eigen::VectorXd r(Eigen::Index(kEach * said.size()));
        for (size_t i = 0; i < said.size(); ++i) {
            Eigen::Vector3d off = said[i] - read[i];
            if (const int from = observed[i].after; from >= 0) {
                off -= said[size_t(from)] - read[size_t(from)];
            }
            Eigen::Vector4d sigmas;
            sigmas << off.cwiseQuotient(unsure[i]), darkness(i, chain);
            // What lies far off tells no more than that it does.
            r.segment<kEach>(Eigen::Index(kEach * i)) = 30 * (sigmas.array() / 30).tanh();
        }
        return std::sqrt(kTempered) * r;
    }
    /// Of each reading, CIE 1976.
    [[nodiscard]] std::vector<double> differences(const Chain &chain) const
    {
        const std::vector<Eigen::Vector3d> said = predicted(chain);
        std::vector<double> all;
        for (size_t i = 0; i < said.size(); ++i) {
            all.push_back((said[i] - read[i]).norm());
        }
        return all;
    }
    [[nodiscard]] double misfit(const Chain &chain) const
    {
        const std::vector<double> all = differences(chain);
        return all.empty() ? 0 : std::accumulate(all.begin(), all.end(), 0.0) / double(all.size());
    }
};

Inference::Inference(const Reference &reference, Circumstances circumstances)
    : m_reference(reference), m_known(std::move(circumstances)), m_causes(allCauses(reference, m_known))
{
}

Inference::~Inference() = default;

namespace {

std::vector<Unknown> usualUnknowns(double gain, double tint)
{
    // Luminance, red and blue beside it, black, light that got in from outside, what the corners lack.
    return {{0, gain}, {0, tint, -0.1, 0.1}, {0, tint, -0.1, 0.1}, {0, 0.08, -2, 2}, {0, 0.0001, 0, 0.01}, {0.05, 0.05, -0.3, 0.3}};
}

void putUsual(Chain &chain, const Eigen::VectorXd &v, const Reference &reference)
{
    chain.gain.array() *= Eigen::Array3d(std::exp(v[0] + v[1]), std::exp(v[0]), std::exp(v[0] + v[2]));
    const double black = std::exp(v[3]);
    chain.blackDims.emplace_back([black](const Condition &) { return black; });
    chain.added = chain.added + v[4] * reference.white();
    chain.dims.emplace_back([fall = v[5]](const Condition &shown) { return 1 - fall * shown.away(); });
}

double clampedTo(const Unknown &u, double z)
{
    return std::clamp(u.mean + u.sigma * z, u.least, u.most);
}

} // namespace

Chain Inference::asLeft() const
{
    Chain chain;
    chain.reference = &m_reference;
    return chain;
}

Chain Inference::chainOf(const Hypothesis &h) const
{
    Chain chain = asLeft();
    putUsual(chain, h.values.head(kUsual), m_reference);
    Eigen::Index at = kUsual;
    for (size_t i = 0; i < h.causes.size(); ++i) {
        const Cause &cause = m_causes[h.causes[i]];
        const auto count = Eigen::Index(cause.unknowns.size());
        cause.apply(chain, h.values.segment(at, count), h.variants[i]);
        at += count;
    }
    return chain;
}

Hypothesis Inference::fitted(const Problem &problem, Hypothesis h) const
{
    std::vector<Unknown> unknowns = usualUnknowns(problem.gainSigma, problem.tintSigma);
    for (const size_t c : h.causes) {
        unknowns.insert(unknowns.end(), m_causes[c].unknowns.begin(), m_causes[c].unknowns.end());
    }
    const auto n = Eigen::Index(unknowns.size());
    const auto valuesAt = [&](const Eigen::VectorXd &z) {
        Eigen::VectorXd v(n);
        for (Eigen::Index i = 0; i < n; ++i) {
            v[i] = clampedTo(unknowns[size_t(i)], z[i]);
        }
        return v;
    };
    const auto residualsAt = [&](const Eigen::VectorXd &z) {
        h.values = valuesAt(z);
        return problem.residuals(chainOf(h));
    };
    // From where each of its unknowns may begin.
    std::vector<Eigen::VectorXd> starts{Eigen::VectorXd::Zero(n)};
    if (h.values.size() == n) {
        for (Eigen::Index i = 0; i < n; ++i) {
            starts[0][i] = (h.values[i] - unknowns[size_t(i)].mean) / unknowns[size_t(i)].sigma;
        }
    } else {
        for (Eigen::Index i = kUsual; i < n && starts.size() < 4; ++i) {
            const Unknown &u = unknowns[size_t(i)];
            std::vector<Eigen::VectorXd> more;
            for (const Eigen::VectorXd &start : starts) {
                for (const double s : u.starts) {
                    more.push_back(start);
                    more.back()[i] = (s - u.mean) / u.sigma;
                }
            }
            starts = more.empty() ? starts : more;
        }
    }
    // The start that fits best is gone on from.
    Eigen::VectorXd z = starts[0], r = residualsAt(z);
    double cost = r.squaredNorm() + z.squaredNorm();
    for (size_t s = 1; s < starts.size(); ++s) {
        const Eigen::VectorXd there = residualsAt(starts[s]);
        if (const double c = there.squaredNorm() + starts[s].squaredNorm(); c < cost) {
            z = starts[s];
            r = there;
            cost = c;
        }
    }
    Eigen::MatrixXd j(r.size(), n);
    const auto slopes = [&] {
        constexpr double kStep = 0.02;
        for (Eigen::Index i = 0; i < n; ++i) {
            Eigen::VectorXd beside = z;
            beside[i] += kStep;
            j.col(i) = (residualsAt(beside) - r) / kStep;
        }
    };
    double damping = 0.01;
    constexpr int kRounds = 12;
    for (int round = 0; round < kRounds; ++round) {
        slopes();
        const Eigen::MatrixXd normal = j.transpose() * j + Eigen::MatrixXd::Identity(n, n);
        const Eigen::VectorXd down = j.transpose() * r + z;
        bool better = false;
        const double before = cost;
        for (int tries = 0; tries < 5 && !better; ++tries) {
            Eigen::MatrixXd damped = normal;
            damped.diagonal() *= 1 + damping;
            const Eigen::VectorXd next = z - damped.ldlt().solve(down);
            const Eigen::VectorXd there = residualsAt(next);
            const double c = there.squaredNorm() + next.squaredNorm();
            if (c < cost) {
                z = next;
                r = there;
                cost = c;
                damping = std::max(1e-6, damping / 5);
                better = true;
            } else {
                damping *= 8;
            }
        }
        if (!better || before - cost < 0.02) {
            break;
        }
    }
    slopes();
    h.values = valuesAt(z);
    const Eigen::MatrixXd normal = j.transpose() * j + Eigen::MatrixXd::Identity(n, n);
    h.logEvidence = -0.5 * cost - 0.5 * normal.ldlt().vectorD().array().max(1e-300).log().sum();
    return h;
}

double Inference::factsGiven(const Hypothesis &h) const
{
    double sum = 0;
    for (const Fact fact : m_known.known) {
        const bool explained = std::any_of(h.causes.begin(), h.causes.end(), [&](size_t c) { return m_causes[c].explains.contains(fact); });
        const auto [with, without] = chances(fact);
        const double p = explained ? with : without;
        sum += std::log(m_known.true_.contains(fact) ? p : 1 - p);
    }
    return sum;
}

double Inference::logPrior(const Hypothesis &h) const
{
    if (h.causes.empty()) {
        return std::log(kHealthyWeight);
    }
    double product = h.causes.size() > 1 ? kPairShare : 1;
    for (const size_t c : h.causes) {
        product *= m_causes[c].weight / (h.causes.size() > 1 ? 2.0 : 1.0);
    }
    return std::log(std::max(product, 1e-300));
}

void Inference::addSingles(const Problem &problem)
{
    Hypothesis none;
    m_all = {fitted(problem, none)};
    std::vector<Hypothesis> starts;
    for (size_t c = 0; c < m_causes.size(); ++c) {
        const Cause &cause = m_causes[c];
        if (cause.weight <= 0) {
            continue;
        }
        // Of many variants those that fit best as they come are fitted.
        std::vector<std::pair<double, int>> order;
        for (int v = 0; v < cause.variants; ++v) {
            Hypothesis h{{c}, {v}, Eigen::VectorXd::Zero(kUsual + Eigen::Index(cause.unknowns.size())), 0, 0, 0};
            for (size_t i = 0; i < cause.unknowns.size(); ++i) {
                h.values[kUsual + Eigen::Index(i)] = cause.unknowns[i].starts.empty() ? cause.unknowns[i].mean : cause.unknowns[i].starts[0];
            }
            order.emplace_back(problem.residuals(chainOf(h)).squaredNorm(), v);
        }
        std::sort(order.begin(), order.end());
        order.resize(std::min<size_t>(order.size(), 4));
        for (const auto &[cost, v] : order) {
            starts.push_back({{c}, {v}, {}, 0, 0, 0});
        }
    }
    std::vector<Hypothesis> found(starts.size());
    inParallel(int(starts.size()), [&](int i) { found[size_t(i)] = fitted(problem, starts[size_t(i)]); });
    for (Hypothesis &h : found) {
        h.logEvidence -= std::log(double(m_causes[h.causes[0]].variants));
        m_all.push_back(std::move(h));
    }
}

void Inference::addPairs(const Problem &problem)
{
    std::map<size_t, size_t> bestOf; ///< cause to its best variant's hypothesis
    for (size_t i = 1; i < m_all.size(); ++i) {
        const auto [it, fresh] = bestOf.emplace(m_all[i].causes[0], i);
        if (!fresh && m_all[i].logEvidence > m_all[it->second].logEvidence) {
            it->second = i;
        }
    }
    std::vector<std::pair<double, size_t>> order;
    for (const auto &[cause, i] : bestOf) {
        order.emplace_back(-(m_all[i].logEvidence + logPrior(m_all[i]) + factsGiven(m_all[i])), i);
    }
    std::sort(order.begin(), order.end());
    // Where one cause leaves nothing over, second ones are looked for beside the best alone: readings yet to come may show them.
    const double left =
        order.empty() ? 0 : problem.residuals(chainOf(m_all[order.front().second])).squaredNorm() / (kTempered * double(3 * problem.observed.size()));
    const auto explained = [&](Fact fact) { return m_causes[m_all[order.front().second].causes[0]].explains.contains(fact); };
    const bool enough = left < 0.8 && std::all_of(m_known.true_.begin(), m_known.true_.end(), explained); // squares for each degree of freedom
    const size_t firsts = enough ? (order.front().first < -(m_all[0].logEvidence + logPrior(m_all[0]) + factsGiven(m_all[0])) ? 1 : 0) : 7;
    std::vector<Hypothesis> starts;
    for (size_t a = 0; a < std::min(firsts, order.size()); ++a) {
        for (size_t b = a + 1; b < order.size(); ++b) {
            const Hypothesis &p = m_all[order[a].second], &q = m_all[order[b].second];
            Hypothesis h{{p.causes[0], q.causes[0]}, {p.variants[0], q.variants[0]}, {}, 0, 0, 0};
            const auto np = p.values.size() - kUsual, nq = q.values.size() - kUsual;
            h.values.resize(kUsual + np + nq);
            h.values << p.values, Eigen::VectorXd::Zero(nq);
            for (Eigen::Index i = 0; i < nq; ++i) {
                const Unknown &u = m_causes[q.causes[0]].unknowns[size_t(i)];
                h.values[kUsual + np + i] = u.starts.empty() ? u.mean : u.starts[0];
            }
            starts.push_back(std::move(h));
        }
    }
    std::vector<Hypothesis> found(starts.size());
    inParallel(int(starts.size()), [&](int i) { found[size_t(i)] = fitted(problem, starts[size_t(i)]); });
    for (Hypothesis &h : found) {
        h.logEvidence -= std::log(double(m_causes[h.causes[0]].variants)) + std::log(double(m_causes[h.causes[1]].variants));
        m_all.push_back(std::move(h));
    }
}

void Inference::normalise()
{
    std::vector<double> logs;
    for (const Hypothesis &h : m_all) {
        // What cannot be worked out is no evidence for anything.
        constexpr double kNone = -1e300;
        const double sum = h.logEvidence + logPrior(h) + factsGiven(h);
        logs.push_back(std::isfinite(sum) ? sum : kNone);
    }
    logs.push_back(m_unexplained + std::log(kUnexplainedWeight) + factsGiven(m_all[0]));
    const double most = *std::max_element(logs.begin(), logs.end());
    double sum = 0;
    for (double &l : logs) {
        l = std::exp(l - most);
        sum += l;
    }
    for (size_t i = 0; i < m_all.size(); ++i) {
        m_all[i].probability = logs[i] / sum;
    }
    m_unexplained = logs.back() / sum;
}

Ranking Inference::weigh(const std::vector<Observed> &observed)
{
    const Problem problem(*this, observed);
    addSingles(problem);
    addPairs(problem);
    const Eigen::VectorXd off = problem.residuals(chainOf(m_all[0]));
    m_unexplained = -0.5 * off.squaredNorm() / (kLoose * kLoose) - kTempered * double(off.size()) * std::log(kLoose);
    normalise();
    return ranked(problem);
}

Ranking Inference::ranked(const Problem &problem) const
{
    Ranking ranking;
    ranking.healthy = m_all[0].probability;
    for (const Hypothesis &h : m_all) {
        ranking.surest = std::max(ranking.surest, h.causes.empty() ? 0.0 : h.probability);
    }
    ranking.unexplained = m_unexplained;
    ranking.off = problem.differences(asLeft());
    const auto likeliest = std::max_element(m_all.begin(), m_all.end(), [](const auto &a, const auto &b) { return a.probability < b.probability; });
    ranking.left = problem.differences(chainOf(*likeliest));
    ranking.misfitHealthy = problem.misfit(asLeft());
    for (size_t c = 0; c < m_causes.size(); ++c) {
        Ranking::Entry entry;
        entry.code = m_causes[c].code;
        const Hypothesis *best = nullptr;
        for (const Hypothesis &h : m_all) {
            if (std::find(h.causes.begin(), h.causes.end(), c) != h.causes.end()) {
                entry.probability += h.probability;
                best = best == nullptr || h.probability > best->probability ? &h : best;
            }
        }
        if (best != nullptr) {
            giveReasons(problem, *best, entry);
            Eigen::Index at = kUsual;
            for (size_t i = 0; i < best->causes.size(); ++i) {
                const auto count = Eigen::Index(m_causes[best->causes[i]].unknowns.size());
                if (best->causes[i] == c) {
                    if (m_causes[c].detail) {
                        entry.detail = m_causes[c].detail(best->values.segment(at, count), best->variants[i]);
                    }
                    entry.values.assign(best->values.data() + at, best->values.data() + at + count);
                }
                at += count;
            }
        }
        ranking.causes.push_back(std::move(entry));
    }
    std::stable_sort(ranking.causes.begin(), ranking.causes.end(), [](const auto &a, const auto &b) { return a.probability > b.probability; });
    return ranking;
}

namespace {

const char *codeOf(Fact fact)
{
    switch (fact) {
    case Fact::RampsGone: return "fact-ramps-gone";
    case Fact::BrightnessTurned: return "fact-brightness-turned";
    case Fact::GainsTurned: return "fact-gains-turned";
    case Fact::OtherTurned: return "fact-other-turned";
    case Fact::ModeChanged: return "fact-mode-changed";
    case Fact::CorrectionChanged: return "fact-correction-changed";
    case Fact::OtherInstrument: return "fact-other-instrument";
    case Fact::CertificateOld: return "fact-certificate-old";
    case Fact::RoomBrighter: return "fact-room-brighter";
    case Fact::ProfileOfAnother: return "fact-profile-of-another";
    case Fact::ProfileOff: return "fact-profile-off";
    }
    return "";
}

} // namespace

void Inference::giveReasons(const Problem &problem, const Hypothesis &best, Ranking::Entry &entry) const
{
    const Chain with = chainOf(best);
    entry.misfit = problem.misfit(with);
    const double without = problem.misfit(asLeft());
    if (entry.misfit < without - 0.2) {
        entry.pro.push_back(say("diagnosis-fits-better", decimal(entry.misfit, 1), decimal(without, 1)));
    }
    const auto cause = std::find_if(m_causes.begin(), m_causes.end(), [&](const Cause &c) { return c.code == entry.code; });
    for (const Fact fact : cause->explains) {
        if (m_known.known.contains(fact)) {
            const bool so = m_known.true_.contains(fact);
            (so ? entry.pro : entry.contra).push_back(say(so ? std::string(codeOf(fact)) : std::string(codeOf(fact)) + "-not"));
        }
    }
    // The reading that it leaves most unexplained.
    const Eigen::VectorXd r = problem.residuals(with) / std::sqrt(kTempered);
    size_t worst = 0;
    double most = 0;
    for (size_t i = 0; i < problem.observed.size(); ++i) {
        const double here = r.segment<kEach>(Eigen::Index(kEach * i)).norm();
        if (here > most) {
            most = here;
            worst = i;
        }
    }
    constexpr double kPlain = 5; // standard deviations, all numbers of a reading together
    if (most > kPlain) {
        entry.contra.push_back(
            say("diagnosis-leaves", problem.observed[worst].name, decimal((problem.predicted(with)[worst] - problem.read[worst]).norm(), 1)));
    }
}

double Inference::worth(const std::vector<Observed> &planned) const
{
    // What few probabilities stand for, by what they say of what would be read.
    constexpr double kLeast = 0.002;
    std::vector<const Hypothesis *> few;
    for (const Hypothesis &h : m_all) {
        if (h.probability > kLeast || h.causes.empty()) {
            few.push_back(&h);
        }
    }
    std::vector<Eigen::VectorXd> said;
    std::vector<Observed> expected = planned;
    for (const Hypothesis *h : few) {
        const Chain chain = chainOf(*h);
        Eigen::VectorXd v(Eigen::Index(kEach * planned.size()));
        std::vector<Eigen::Vector3d> labs;
        for (size_t i = 0; i < planned.size(); ++i) {
            const XYZ xyz(chain(planned[i].shown).vec().cwiseMax(0.0));
            expected[i].xyz = xyz;
            const double floor = 1e-4 * m_reference.white().b;
            expected[i].sigma = XYZ(0.002 * xyz.a + floor, 0.002 * xyz.b + floor, 0.002 * xyz.c + floor);
            labs.push_back(m_reference.lab(xyz));
            Eigen::Vector3d lab = labs.back();
            if (const int from = planned[i].after; from >= 0) {
                lab -= labs[size_t(from)];
            }
            const double dark =
                xyz.b < kDark * m_reference.white().b ? std::log(xyz.b + 2 * floor) / 0.2 : std::log(kDark * m_reference.white().b) / 0.2;
            v.segment<kEach>(Eigen::Index(kEach * i)) << lab.cwiseQuotient(Problem::unsureOf(m_reference, expected[i])), dark;
        }
        said.push_back(std::move(v));
    }
    double sum = 0;
    for (size_t a = 0; a < few.size(); ++a) {
        for (size_t b = a + 1; b < few.size(); ++b) {
            const double apart = kTempered * (said[a] - said[b]).squaredNorm();
            sum += 2 * few[a]->probability * few[b]->probability * (1 - std::exp(-apart / 8));
        }
    }
    return sum;
}

} // namespace lamp
