// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/agreement.h"

#include "base/json.h"
#include "base/parallel.h"
#include "colour/difference.h"
#include "colour/spread.h"
#include "gamut/gamut.h"
#include "judge/colour_table.h"
#include "judge/uncertainty.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace lamp {

namespace {

constexpr size_t kColours = 500, kCandidates = 6000;

/// Colours spread over a gamut that holds those of displays.
std::vector<Lab> candidates()
{
    const Eigen::Matrix3d toPcs = gamutOf(*rgbSpace("Rec. 2020")).toPcs;
    std::vector<Lab> all;
    for (int i = 0; i < int(kCandidates); ++i) {
        const Drive d = spread(i);
        all.push_back(labOf(RelXYZ(toPcs * Eigen::Vector3d(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2))), iccD50()));
    }
    return all;
}

constexpr int kGraySteps = 32;

/// What a display shows of the colours, and what else pairs ask of it.
struct Shown {
    std::vector<char> can;
    std::vector<XYZ> xyz;
    std::array<double, kGraySteps + 1> gray{}; ///< luminance over white's of L* from 0 to 100
    Primaries panel;
    Chromaticity targetWhite;
    double luminance = 0; ///< cd/m² that its target asks for; what it gives where that is no number
};

Shown shownBy(const VisitedDisplay &d, const std::vector<Lab> &colours)
{
    Shown s;
    for (const Lab &lab : colours) {
        s.can.push_back(d.canShow(lab) ? 1 : 0);
        s.xyz.push_back(s.can.back() != 0 ? d.shows(lab) : XYZ());
    }
    for (int i = 0; i <= kGraySteps; ++i) {
        s.gray[size_t(i)] = d.shows({100.0 * i / kGraySteps, 0, 0}).b / d.facts().white.b;
    }
    s.panel = d.primaries();
    s.targetWhite = d.facts().target.white.chromaticity().value_or(chromaticity(d.facts().white));
    s.luminance = d.facts().target.luminance.value().value_or(d.facts().white.b);
    return s;
}

Chromaticity middleOf(const Chromaticity &p, const Chromaticity &q)
{
    const Uv a = uvOf(p), b = uvOf(q);
    return xyOf({(a.u + b.u) / 2, (a.v + b.v) / 2});
}

/// From cd/m² to Lab (D50), relative to a white.
struct Seen {
    Seen(const Chromaticity &white, double luminance) : toD50(adaptation(relativeTo(xyzOf(white, 1), 1), iccD50()) / luminance) {}
    [[nodiscard]] Lab operator()(const XYZ &xyz) const { return labOf(RelXYZ(toD50 * xyz.vec()), iccD50()); }
    Eigen::Matrix3d toD50;
};

std::vector<double> differences(const std::vector<XYZ> &a, const Seen &seenA, const std::vector<XYZ> &b, const Seen &seenB)
{
    std::vector<Lab> p(a.size()), q(a.size());
    for (size_t i = 0; i < a.size(); ++i) {
        p[i] = seenA(a[i]);
        q[i] = seenB(b[i]);
    }
    std::vector<double> d(a.size());
    deltaE2000(std::span<const Lab>(p), std::span<const Lab>(q), d);
    return d;
}

bool sameInstrumentOf(const VisitFacts &a, const VisitFacts &b)
{
    return !a.instrument.empty() && a.instrument == b.instrument;
}

double meanOf(const std::vector<double> &values)
{
    double sum = 0;
    for (const double v : values) {
        sum += v;
    }
    return sum / double(std::max<size_t>(1, values.size()));
}

/// One pair, with the colours that both can show.
class Pair {
public:
    /// \param most colours \param draws for its uncertainties
    Pair(const VisitedDisplay &a, const VisitedDisplay &b, const Shown &ofA, const Shown &ofB, size_t most, int draws)
        : m_a(a), m_b(b), m_shownA(ofA), m_shownB(ofB), m_draws(draws), m_white(middleOf(ofA.targetWhite, ofB.targetWhite)),
          m_seenA(m_white, ofA.luminance), m_seenB(m_white, ofB.luminance)
    {
        for (size_t i = 0; i < ofA.can.size(); ++i) {
            const bool both = ofA.can[i] != 0 && ofB.can[i] != 0;
            if (both && m_xyzA.size() < most) {
                m_xyzA.push_back(ofA.xyz[i]);
                m_xyzB.push_back(ofB.xyz[i]);
            }
            m_both += both ? 1 : 0;
            m_ofA += ofA.can[i] != 0 ? 1 : 0;
            m_ofB += ofB.can[i] != 0 ? 1 : 0;
        }
        m_luminance = std::max(ofA.luminance, ofB.luminance);
    }

    [[nodiscard]] PairAgreement agreement() const
    {
        PairAgreement p;
        p.colours = m_xyzA.size();
        p.aShowsOfB = m_ofB > 0 ? m_both / m_ofB : 0;
        p.bShowsOfA = m_ofA > 0 ? m_both / m_ofA : 0;
        if (p.colours == 0) {
            return p;
        }
        std::vector<double> d = differences(m_xyzA, m_seenA, m_xyzB, m_seenB);
        p.mean = meanOf(d);
        std::sort(d.begin(), d.end());
        p.max = d.back();
        p.p95 = d[size_t(std::ceil(0.95 * double(d.size()))) - 1];
        const Seen one(m_white, m_luminance);
        p.meanAbsolute = meanOf(differences(m_xyzA, one, m_xyzB, one));
        p.instrumentK2 = k2(false);
        p.absoluteK2 = std::max(k2(true), p.instrumentK2); // drawn, so that the one may fall a little below the other
        p.because = because();
        return p;
    }

private:
    [[nodiscard]] double k2(bool absolute) const;
    [[nodiscard]] std::vector<Disagreement> because() const;

    const VisitedDisplay &m_a, &m_b;
    const Shown &m_shownA, &m_shownB;
    int m_draws;
    Chromaticity m_white;
    Seen m_seenA, m_seenB;
    double m_luminance = 0;
    double m_both = 0, m_ofA = 0, m_ofB = 0; ///< colours that both, a, b show
    std::vector<XYZ> m_xyzA, m_xyzB;
};

double Pair::k2(bool absolute) const
{
    // What is drawn: for each display laying the instrument on (common practice, no published source) and what its model leaves open,
    // which goes with colour; for the standard observer its instrument's error on its light. Displays of one kind share that error.
    constexpr double kPlacedLuminance = 0.0025, kPlacedXy = 0.00015;
    const VisitFacts &a = m_a.facts(), &b = m_b.facts();
    // Two of which nothing is known are not the same.
    const bool sameInstrument = sameInstrumentOf(a, b), shared = sameInstrument && !a.technology.empty() && a.technology == b.technology;
    std::mt19937_64 random(1);
    const auto normal = [&random] { return std::normal_distribution<double>()(random); };
    const InstrumentError errorA(a.accuracy, m_shownA.panel), errorB(b.accuracy, m_shownB.panel);
    // As an instrument sees it, two instruments still differ.
    const bool drawn = absolute || !sameInstrument;
    const size_t step = std::max<size_t>(1, m_xyzA.size() / size_t(2 * m_draws));
    std::vector<double> apart;
    const auto placed = [&](const XYZ &white) {
        const Chromaticity c = chromaticity(white);
        const XYZ moved = xyzOf({c.x + kPlacedXy * normal(), c.y + kPlacedXy * normal()}, white.b * (1 + kPlacedLuminance * normal()));
        return Eigen::Vector3d(moved.vec().array() / white.vec().array());
    };
    // Errors of a model bend slowly over the gamut: a share of each of a few directions.
    const auto bent = [&](double error) -> Eigen::Vector3d { return Eigen::Vector3d(normal(), normal(), normal()) * error / 100.0; };
    std::vector<XYZ> p, q;
    for (size_t i = 0; i < m_xyzA.size(); i += step) {
        p.push_back(m_xyzA[i]);
        q.push_back(m_xyzB[i]);
    }
    const double usual = meanOf(differences(p, m_seenA, q, m_seenB));
    for (int draw = 0; draw < m_draws; ++draw) {
        const Eigen::Matrix3d eA = drawn ? errorA.draw(normal) : Eigen::Matrix3d::Identity(),
                              eB = !drawn ? Eigen::Matrix3d::Identity() : (shared && absolute ? eA : errorB.draw(normal));
        const Eigen::Vector3d atA = placed(a.white), atB = placed(b.white);
        std::vector<XYZ> pp, qq;
        const Eigen::Vector3d bendA = bent(a.expectedError), bendB = bent(b.expectedError);
        for (size_t i = 0; i < p.size(); ++i) {
            const double dark = 1 - p[i].b / std::max(a.white.b, p[i].b); // white itself was read
            pp.emplace_back(Eigen::Vector3d(eA * (p[i].vec().array() * atA.array() * (1 + dark * bendA.array())).matrix()));
            qq.emplace_back(Eigen::Vector3d(eB * (q[i].vec().array() * atB.array() * (1 + dark * bendB.array())).matrix()));
        }
        apart.push_back(std::abs(meanOf(differences(pp, m_seenA, qq, m_seenB)) - usual));
    }
    std::sort(apart.begin(), apart.end());
    return apart[size_t(0.9545 * (m_draws - 1) + 0.5)];
}

std::vector<Disagreement> Pair::because() const
{
    // From a to b a step at a time; each is what it makes of a's colours alone.
    const XYZ whiteA = m_a.facts().white, whiteB = m_b.facts().white;
    const auto relative = [](const XYZ &xyz, const Seen &seen) -> Eigen::Vector3d { return seen.toD50 * xyz.vec(); };
    const Eigen::Vector3d a = relative(whiteA, m_seenA), b = relative(whiteB, m_seenB);
    const double luminance = b[1] / a[1];
    const Eigen::Vector3d white = b.array() / a.array() / luminance;
    // The tone of both along their grays, as luminance relative to white by lightness asked for.
    std::array<double, kGraySteps + 1> tone{};
    for (size_t i = 0; i < tone.size(); ++i) {
        tone[i] = m_shownA.gray[i] > 1e-6 ? m_shownB.gray[i] / m_shownA.gray[i] : 1;
    }
    const auto toned = [&](double share) {
        const double at = kGraySteps * std::clamp(labOf(RelXYZ(0.9642 * share, share, 0.8249 * share), iccD50()).a / 100, 0.0, 1.0);
        const auto i = size_t(std::min(at, kGraySteps - 1e-9));
        return tone[i] + (at - double(i)) * (tone[i + 1] - tone[i]);
    };
    const size_t n = m_xyzA.size();
    std::array<std::vector<Lab>, 6> lab; // a; a with b's luminance, white, tone; with all three; b
    for (auto &list : lab) {
        list.reserve(n);
    }
    const auto add = [&](size_t which, const Eigen::Vector3d &xyz) { lab[which].push_back(labOf(RelXYZ(xyz), iccD50())); };
    for (size_t i = 0; i < n; ++i) {
        const Eigen::Vector3d p = relative(m_xyzA[i], m_seenA);
        const double t = toned(p[1] / a[1]);
        add(0, p);
        add(1, luminance * p);
        add(2, white.cwiseProduct(p));
        add(3, t * p);
        add(4, luminance * t * white.cwiseProduct(p)); // from there on it is the gamut
        add(5, relative(m_xyzB[i], m_seenB));
    }
    std::vector<double> d(n);
    const auto apart = [&](size_t p, size_t q) {
        deltaE2000(std::span<const Lab>(lab[p]), std::span<const Lab>(lab[q]), d);
        return meanOf(d);
    };
    std::vector<Disagreement> all{{"luminance", apart(0, 1)}, {"white", apart(0, 2)}, {"tone", apart(0, 3)}, {"gamut", apart(4, 5)}};
    std::stable_sort(all.begin(), all.end(), [](const Disagreement &p, const Disagreement &q) { return p.deltaE > q.deltaE; });
    return all;
}

} // namespace

Agreement agreementOf(const DisplayGroup &displays, const std::vector<Lab> &wanted, const std::stop_token &stop)
{
    const std::vector<Lab> colours = wanted.empty() ? candidates() : wanted;
    std::vector<Shown> shown(displays.size());
    inParallel(int(displays.size()), [&](int i) { shown[size_t(i)] = stop.stop_requested() ? Shown() : shownBy(*displays[size_t(i)], colours); });
    Agreement all;
    for (size_t a = 0; a < displays.size(); ++a) {
        for (size_t b = a + 1; b < displays.size(); ++b) {
            PairAgreement pair;
            pair.a = a;
            pair.b = b;
            all.pairs.push_back(pair);
        }
    }
    const size_t most = wanted.empty() ? kColours : wanted.size();
    const int draws = all.pairs.size() > 500 ? 24 : 60; // of many pairs each is told less surely how sure it is
    inParallel(int(all.pairs.size()), [&](int i) {
        PairAgreement &p = all.pairs[size_t(i)];
        const size_t a = p.a, b = p.b;
        if (stop.stop_requested()) {
            return;
        }
        p = Pair(*displays[a], *displays[b], shown[a], shown[b], most, draws).agreement();
        p.a = a;
        p.b = b;
    });
    std::vector<const Profile *> profiles;
    std::transform(displays.begin(), displays.end(), std::back_inserter(profiles), [](const VisitedDisplay *d) { return &d->profile(); });
    const std::vector<double> shared = sharedCoverage(profiles, rgbSpaces());
    for (size_t i = 0; i < shared.size(); ++i) {
        all.sharedCoverage.emplace_back(rgbSpaces()[i].name, shared[i]);
    }
    return all;
}

std::string agreementToJson(const std::vector<VisitedDisplay> &displays, const Agreement &agreement)
{
    using Json = nlohmann::json;
    const auto rounded = [](double v) { return std::isfinite(v) ? Json(std::round(10000 * v) / 10000) : Json(nullptr); };
    Json pairs = Json::array(), shared = Json::object();
    for (const PairAgreement &p : agreement.pairs) {
        const bool known = p.colours > 0;
        const auto figure = [&](double v) { return known ? rounded(v) : Json(nullptr); };
        Json because = Json::array();
        for (const Disagreement &d : p.because) {
            because.push_back({{"what", d.what}, {"delta_e_00", rounded(d.deltaE)}});
        }
        pairs.push_back({{"a", displays[p.a].facts().serial},
                         {"b", displays[p.b].facts().serial},
                         {"colours", p.colours},
                         {"mean", figure(p.mean)},
                         {"max", figure(p.max)},
                         {"p95", figure(p.p95)},
                         {"mean_absolute", figure(p.meanAbsolute)},
                         {"instrument_k2", figure(p.instrumentK2)},
                         {"absolute_k2", figure(p.absoluteK2)},
                         {"same_instrument", sameInstrumentOf(displays[p.a].facts(), displays[p.b].facts())},
                         {"a_shows_percent_of_b", rounded(100 * p.aShowsOfB)},
                         {"b_shows_percent_of_a", rounded(100 * p.bShowsOfA)},
                         {"because", because}});
    }
    for (const auto &[space, percent] : agreement.sharedCoverage) {
        shared[space] = rounded(percent);
    }
    return jsonText(Json{{"pairs", pairs}, {"shared_gamut", {{"coverage_percent", shared}}}}, 2);
}

Result<std::vector<Lab>> coloursFromCsv(const std::string &text)
{
    const auto table = colourTable(text);
    if (!table) {
        return table.error();
    }
    const RgbSpace srgb = *rgbSpace("sRGB");
    const Eigen::Matrix3d toPcs = gamutOf(srgb).toPcs;
    std::vector<Lab> all;
    for (const ColourTable::Row &row : table->rows) {
        const auto &[x, y, z] = row.values;
        all.push_back(table->drives ? labOf(RelXYZ(toPcs * Eigen::Vector3d(srgb.tone.value(x), srgb.tone.value(y), srgb.tone.value(z))), iccD50())
                                    : Lab{x, y, z});
    }
    return all;
}

} // namespace lamp
