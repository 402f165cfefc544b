// SPDX-License-Identifier: GPL-3.0-or-later
#include "judge/uncertainty.h"

#include "colour/difference.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace lamp {

namespace {

constexpr int kDraws = 400;
constexpr double kCovered = 0.9545; ///< what k = 2 covers of a normal distribution
/// The same for the largest of many, which is chosen for its noise among other things: so much of the draws has to be held for
/// 95 % of visits to be (benchmarks/coverage.cpp).
constexpr double kCoveredOfLargest = 0.983;

/// Every figure of one draw.
struct Figures {
    double whiteX = 0, whiteY = 0, luminance = 0, black = 0, white = 0, luminancePercent = 0;
    double grayMean = 0, grayMax = 0, mean = 0, max = 0;
    std::vector<double> colours, grays;
};

/// What was read, or could have been.
struct Seen {
    XYZ white;     ///< that is judged
    XYZ reference; ///< that colours are relative to: mostly the same
    XYZ black;
    std::vector<XYZ> colours, grays;
};

double meanOf(const std::vector<double> &v)
{
    double sum = 0;
    for (const double d : v) {
        sum += d;
    }
    return sum / double(v.size()); // of none: not a number
}

double mostOf(const std::vector<double> &v)
{
    // Of none, or of one that is no number: not a number.
    const bool whole = !v.empty() && std::all_of(v.begin(), v.end(), [](double d) { return std::isfinite(d); });
    return whole ? *std::max_element(v.begin(), v.end()) : std::nan("");
}

class Propagation {
public:
    Propagation(const Evidence &evidence, const Verification &v, const GrayJudgement &gray) : m_e(evidence), m_v(v), m_gray(gray)
    {
        for (const VerifiedColour &c : v.colours) {
            m_wanted.push_back(c.colour.wanted);
            m_seen.colours.push_back(c.xyz);
        }
        for (const GrayResult &g : gray.grays) {
            m_seen.grays.push_back(g.xyz);
        }
        m_seen.white = evidence.panel.white;
        m_seen.reference = v.white.xyz;
        m_seen.black = evidence.panel.black;
        m_likely = likely();
    }

    /// What most likely was there to be read.
    [[nodiscard]] const Seen &there() const { return m_likely; }

    /// One draw of what would have been read of it.
    [[nodiscard]] Seen read(const std::function<double()> &normal) const
    {
        const auto moved = [&](const XYZ &xyz, const XYZ &sigma) {
            XYZ drawn = xyz;
            const double steady = NoiseModel::kSteady * normal();
            for (int c = 0; c < 3; ++c) {
                const double common = NoiseModel::kSteady * xyz[c], own = std::sqrt(std::max(0.0, sigma[c] * sigma[c] - 0.5 * common * common));
                drawn[c] = std::max(0.0, xyz[c] * (1 + steady) + own * normal());
            }
            return drawn;
        };
        Seen s;
        s.white = moved(m_likely.white, m_v.white.sigma);
        for (int c = 0; c < 3; ++c) {
            s.reference[c] = m_likely.white[c] > 0 ? m_likely.reference[c] * s.white[c] / m_likely.white[c] : m_likely.reference[c];
        }
        s.black = moved(m_likely.black, m_e.blackSigma);
        for (size_t i = 0; i < m_likely.colours.size(); ++i) {
            s.colours.push_back(moved(m_likely.colours[i], m_v.colours[i].sigma));
        }
        for (size_t i = 0; i < m_likely.grays.size(); ++i) {
            s.grays.push_back(moved(m_likely.grays[i], m_gray.grays[i].sigma));
        }
        // What the display did meanwhile moves all of it alike.
        const double went = normal();
        for (int c = 0; c < 3; ++c) {
            const double share = m_likely.white[c] > 0 ? 1 + went * m_v.white.moved[c] / m_likely.white[c] : 1;
            scale(s, c, share);
        }
        return s;
    }

    [[nodiscard]] static Seen through(const Seen &s, const Eigen::Matrix3d &error)
    {
        const auto turned = [&](const XYZ &xyz) { return XYZ((error * xyz.vec()).cwiseMax(0.0)); };
        Seen t{turned(s.white), turned(s.reference), turned(s.black), {}, {}};
        for (const XYZ &xyz : s.colours) {
            t.colours.push_back(turned(xyz));
        }
        for (const XYZ &xyz : s.grays) {
            t.grays.push_back(turned(xyz));
        }
        return t;
    }

    [[nodiscard]] Figures figures(const Seen &s) const
    {
        Figures f;
        const Chromaticity c = chromaticity(s.white);
        f.whiteX = c.x;
        f.whiteY = c.y;
        f.luminance = s.white.b;
        f.black = s.black.b;
        f.white = whiteDifference(s.white, m_e.targetWhite, m_v.metric);
        f.luminancePercent = m_e.luminance ? 100 * std::abs(s.white.b / *m_e.luminance - 1) : std::nan("");
        std::vector<Lab> labs;
        for (const XYZ &xyz : s.colours) {
            labs.push_back(measuredLab(xyz, s.reference, m_v.chad));
        }
        f.colours.resize(labs.size());
        if (m_v.metric == Metric::Ciede2000) {
            deltaE2000(m_wanted, labs, f.colours);
        } else {
            std::transform(m_wanted.begin(), m_wanted.end(), labs.begin(), f.colours.begin(), differenceOf(m_v.metric, s.reference, m_v.chad));
        }
        const GrayAgainst against(s.white, s.black, m_e.targetWhite, m_e.tone, m_v.metric);
        for (size_t i = 0; i < s.grays.size(); ++i) {
            f.grays.push_back(against.difference({m_gray.grays[i].drive, s.grays[i], {}}));
        }
        f.mean = meanOf(f.colours);
        f.max = mostOf(f.colours);
        f.grayMean = meanOf(f.grays);
        f.grayMax = mostOf(f.grays);
        return f;
    }

private:
    /// A difference as read is longer than what is there, by the noise: the squares of both lengths differ by its variance. So
    /// each reading is taken back towards what was wanted, by the share of its difference that noise explains.
    [[nodiscard]] Seen likely() const
    {
        const auto back = [](const XYZ &wanted, const XYZ &read, const XYZ &sigma, double least,
                             const std::function<double(const XYZ &)> &difference) {
            const double is = difference(read);
            double noise = 0;
            for (int c = 0; c < 3; ++c) {
                XYZ up = read, down = read;
                const double common = NoiseModel::kSteady * read[c], own = std::sqrt(std::max(0.0, sigma[c] * sigma[c] - 0.5 * common * common));
                up[c] += own;
                down[c] = std::max(0.0, down[c] - own);
                // Half of what moving to either side does: about the length that noise of this size adds at right angles, too.
                noise += 0.5 * (std::pow(difference(up), 2) + std::pow(difference(down), 2)) - is * is;
            }
            const double share = is > 0 ? std::sqrt(std::clamp(1 - noise / (is * is), least, 1.0)) : 1;
            return wanted + share * (read - wanted);
        };
        Seen s = m_seen;
        const RelXYZ n = whiteOf(m_e.targetWhite);
        s.white = back(XYZ(m_seen.white.b * n.vec()), m_seen.white, m_v.white.sigma, 0.5,
                       [&](const XYZ &xyz) { return whiteDifference(xyz, m_e.targetWhite, m_v.metric); });
        const Difference difference = differenceOf(m_v.metric, m_seen.reference, m_v.chad);
        for (size_t i = 0; i < s.colours.size(); ++i) {
            const XYZ wanted(m_v.chad.inverse() * xyzOf(m_wanted[i], iccD50()).vec() * m_seen.reference.b);
            s.colours[i] = back(wanted, m_seen.colours[i], m_v.colours[i].sigma, 0,
                                [&](const XYZ &xyz) { return difference(m_wanted[i], measuredLab(xyz, m_seen.reference, m_v.chad)); });
        }
        const GrayAgainst against(m_seen.white, m_seen.black, m_e.targetWhite, m_e.tone, m_v.metric);
        for (size_t i = 0; i < s.grays.size(); ++i) {
            const double drive = m_gray.grays[i].drive;
            s.grays[i] = back(against.wanted(drive), m_seen.grays[i], m_gray.grays[i].sigma, 0, [&](const XYZ &xyz) {
                return against.difference({drive, xyz, {}});
            });
        }
        return s;
    }

    static void scale(Seen &s, int component, double share)
    {
        for (XYZ *xyz : {&s.white, &s.reference, &s.black}) {
            (*xyz)[component] *= share;
        }
        for (std::vector<XYZ> *all : {&s.colours, &s.grays}) {
            for (XYZ &xyz : *all) {
                xyz[component] *= share;
            }
        }
    }

    const Evidence &m_e;
    const Verification &m_v;
    const GrayJudgement &m_gray;
    std::vector<Lab> m_wanted;
    Seen m_seen, m_likely;
};

/// A draw: the figures as they would be read, and as they would be.
struct Draw {
    Figures read, absolute;
};

/// How far a figure is read from what it is, in what k = 2 covers of the draws; not a number where one of them is not.
double halfWidth(const std::vector<Draw> &draws, double covered, const std::function<double(const Draw &)> &off)
{
    std::vector<double> all;
    for (const Draw &d : draws) {
        all.push_back(std::abs(off(d)));
        if (!std::isfinite(all.back())) {
            return std::nan("");
        }
    }
    const auto nth = all.begin() + long(std::ceil(covered * double(all.size()))) - 1;
    std::nth_element(all.begin(), nth, all.end());
    return *nth;
}

/// Two figures, and no more than thousandths: more says nothing (GUM 7.2.6), and is kept for every colour of every visit.
Expanded told(const Expanded &k2)
{
    const auto rounded = [](double k) { return std::isfinite(k) && k < 1e9 ? double(std::llround(1000 * withFigures(k, 2))) / 1000 : k; };
    return {rounded(k2.instrument), rounded(k2.absolute)};
}

} // namespace

InstrumentError::InstrumentError(const Accuracy &accuracy, const Primaries &panel) : m_white(chromaticity(panel.white))
{
    m_commonXy = accuracy.xy;
    m_scale = accuracy.luminance;
    const Eigen::Matrix3d channels = panel.matrix();
    const Eigen::Vector3d white = panel.white.vec();
    const double sum = white.sum();
    if (!channels.allFinite() || !(sum > 0) || !(std::abs(channels.determinant()) > 1e-6 * std::pow(channels.norm(), 3))) {
        return; // a display that shows no colours: what is common is all there is
    }
    // What a relative error of 1 in each component of each channel, independent of each other, comes to in white's x and y.
    const Eigen::Vector3d variance = channels.cwiseAbs2().rowwise().sum();
    const double x = m_white.x, y = m_white.y;
    const double vx = (std::pow(1 - x, 2) * variance[0] + x * x * (variance[1] + variance[2])) / (sum * sum);
    const double vy = (y * y * (variance[0] + variance[2]) + std::pow(1 - y, 2) * variance[1]) / (sum * sum);
    m_own = accuracy.xy * std::sqrt(std::max(0.0, accuracy.ownRatio) / (0.5 * (vx + vy)));
    m_channels = channels;
    m_inverse = channels.inverse();
}

Eigen::Matrix3d InstrumentError::draw(const std::function<double()> &normal) const
{
    const double x = std::max(0.01, m_white.x + m_commonXy * normal()), y = std::max(0.01, m_white.y + m_commonXy * normal());
    const Eigen::Vector3d was(m_white.x / m_white.y, 1, (1 - m_white.x - m_white.y) / m_white.y);
    const Eigen::Vector3d is(x / y, 1, std::max(0.0, 1 - x - y) / y);
    Eigen::Matrix3d error = (1 + m_scale * normal()) * is.cwiseQuotient(was).asDiagonal().toDenseMatrix();
    if (m_own > 0) {
        Eigen::Matrix3d own;
        for (int channel = 0; channel < 3; ++channel) {
            for (int component = 0; component < 3; ++component) {
                own(component, channel) = m_channels(component, channel) * m_own * normal();
            }
        }
        // A correction and a certificate are made by white: what the channels err by themselves makes up for each other there.
        const Eigen::Vector3d sum = own.rowwise().sum(), white = m_channels.rowwise().sum();
        own -= sum.cwiseQuotient(white).asDiagonal() * m_channels;
        error += own * m_inverse;
    }
    return error;
}

FigureDoubt weigh(const Evidence &evidence, const Accuracy &accuracy, Verification &verification, GrayJudgement &gray)
{
    const Propagation propagation(evidence, verification, gray);
    const InstrumentError instrument(accuracy, evidence.panel);
    // The same readings always come to the same. The instrument's error has numbers of its own, whatever the count of colours, and with
    // this seed each of its twelve parts lies within twice its standard deviation in 95.45 % of the draws, to 3 %.
    std::mt19937_64 random(20260101), errors(14924);
    std::normal_distribution<double> distribution, error;
    const std::function<double()> normal = [&] { return distribution(random); }, astray = [&] { return error(errors); };
    const Figures there = propagation.figures(propagation.there());
    std::vector<Draw> draws;
    for (int i = 0; i < kDraws; ++i) {
        Figures read = propagation.figures(propagation.read(normal));
        Seen absolute = propagation.there();
        // Another instrument might see black where this one sees none, anywhere up to its floor.
        absolute.black = absolute.black + std::uniform_real_distribution<double>()(random) * evidence.blackUnseen;
        draws.push_back({std::move(read), propagation.figures(Propagation::through(absolute, instrument.draw(astray)))});
    }
    const auto both = [&](const std::function<double(const Figures &)> &of, double covered = kCovered) {
        return Expanded{halfWidth(draws, covered, [&](const Draw &d) { return of(d.read) - of(there); }),
                        halfWidth(draws, covered, [&](const Draw &d) { return of(d.read) - of(d.absolute); })};
    };
    FigureDoubt d;
    d.whiteX = both([](const Figures &f) { return f.whiteX; });
    d.whiteY = both([](const Figures &f) { return f.whiteY; });
    d.luminance = both([](const Figures &f) { return f.luminance; });
    d.black = both([](const Figures &f) { return f.black; });
    d.white = both([](const Figures &f) { return f.white; });
    d.luminancePercent = both([](const Figures &f) { return f.luminancePercent; });
    d.grayMean = both([](const Figures &f) { return f.grayMean; });
    d.grayMax = both([](const Figures &f) { return f.grayMax; }, kCoveredOfLargest);
    d.mean = both([](const Figures &f) { return f.mean; });
    d.max = both([](const Figures &f) { return f.max; }, kCoveredOfLargest);
    for (size_t i = 0; i < verification.colours.size(); ++i) {
        verification.colours[i].k2 = told(both([i](const Figures &f) { return f.colours[i]; }));
    }
    for (size_t i = 0; i < gray.grays.size(); ++i) {
        gray.grays[i].k2 = told(both([i](const Figures &f) { return f.grays[i]; }));
    }
    return d;
}

} // namespace lamp
