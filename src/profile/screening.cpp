// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/screening.h"

#include "base/stopping.h"
#include "colour/cct.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "profile/shown_display.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace lamp {

Message strangersProfile()
{
    return say("profile-made-another-unit");
}

namespace {

// What units of one model, profiled by different people, differ by; beyond, one stands apart. Common practice, no
// published source; tested on simulated units.
constexpr double kWhite = 0.011, kPrimary = 0.016, kGamma = 0.17; // Δu'v', Δu'v', exponent
constexpr double kSame = 3.0;                                     // mean ΔE00 below which two profiles agree
constexpr int kGrid = 5;

/// Colours of a grid of drives, with the white each profile says; Lab under one white for all.
std::vector<Lab> grid(const Profile &profile)
{
    const Eigen::Matrix3d undo = profile.chad().inverse();
    const RelXYZ common = whiteOf({0.3127, 0.3290});
    std::vector<Lab> all;
    for (const Drive &d : evenDrives(kGrid)) {
        all.push_back(labOf(RelXYZ(undo * xyzOf(profile.colourOf(d), iccD50()).vec()), common));
    }
    return all;
}

double meanDifference(const std::vector<Lab> &a, const std::vector<Lab> &b)
{
    std::vector<double> all(a.size());
    deltaE2000(a, b, all);
    return std::accumulate(all.begin(), all.end(), 0.0) / double(all.size());
}

double gammaOfGrays(const Profile &profile)
{
    const double black = xyzOf(profile.colourOf({0, 0, 0}), iccD50()).b, white = xyzOf(profile.colourOf({1, 1, 1}), iccD50()).b;
    double top = 0, bottom = 0;
    for (const double v : {0.25, 0.35, 0.5, 0.65, 0.8}) {
        const double y = (xyzOf(profile.colourOf({v, v, v}), iccD50()).b - black) / std::max(white - black, 1e-9);
        const double x = std::log(v);
        top += x * std::log(std::max(y, 1e-6));
        bottom += x * x;
    }
    return top / bottom;
}

double median(std::vector<double> v)
{
    std::sort(v.begin(), v.end());
    const size_t n = v.size();
    return n == 0 ? 0 : (n % 2 == 1 ? v[n / 2] : 0.5 * (v[n / 2 - 1] + v[n / 2]));
}

/// Collects what speaks against one profile.
class Judge {
public:
    explicit Judge(std::vector<ScreenedProfile> &profiles) : m_profiles(profiles) {}

    /// \param of a point of each profile on a plane \param usual what units differ by
    template <typename Of> void distances(const Of &of, double usual, const Message &what)
    {
        std::vector<double> u, v;
        for (const ScreenedProfile &p : m_profiles) {
            const Uv at = of(p);
            u.push_back(at.u);
            v.push_back(at.v);
        }
        const double mu = median(u), mv = median(v);
        std::vector<double> off;
        for (size_t i = 0; i < u.size(); ++i) {
            off.push_back(std::hypot(u[i] - mu, v[i] - mv));
        }
        enter(off, usual, [&](size_t i) { return say("lies-from-where-others", what, decimal(off[i], 3)); });
    }

    void gammas()
    {
        std::vector<double> all;
        for (const ScreenedProfile &p : m_profiles) {
            all.push_back(p.gamma);
        }
        const double middle = median(all);
        std::vector<double> off;
        for (const double g : all) {
            off.push_back(std::abs(g - middle));
        }
        enter(off, kGamma, [&](size_t i) { return say("grays-follow-gamma-others", decimal(all[i], 2), decimal(middle, 2)); });
    }

private:
    template <typename Sentence> void enter(const std::vector<double> &off, double usual, const Sentence &sentence)
    {
        // Where most differ by much, more is allowed before one stands apart; never by more than half as much again.
        const double allowed = std::clamp(2.5 * median(off), usual, 1.5 * usual);
        for (size_t i = 0; i < off.size(); ++i) {
            const double oddness = off[i] / allowed;
            m_profiles[i].oddness = std::max(m_profiles[i].oddness, oddness);
            if (oddness > 1) {
                m_profiles[i].reasons.push_back(sentence(i));
            }
        }
    }
    std::vector<ScreenedProfile> &m_profiles;
};

/// Numbers groups of profiles that agree, chains included, the largest first.
void group(Screening &s)
{
    const int n = int(s.profiles.size());
    std::vector<int> of(static_cast<size_t>(n));
    std::iota(of.begin(), of.end(), 0);
    for (int i = 0; i < n; ++i) {
        for (int k = 0; k < i; ++k) {
            if (s.difference(i, k) < kSame) {
                const int from = of[size_t(i)], to = of[size_t(k)];
                std::replace(of.begin(), of.end(), from, to);
            }
        }
    }
    std::vector<int> names = of;
    std::sort(names.begin(), names.end());
    names.erase(std::unique(names.begin(), names.end()), names.end());
    std::stable_sort(names.begin(), names.end(),
                     [&](int a, int b) { return std::count(of.begin(), of.end(), a) > std::count(of.begin(), of.end(), b); });
    for (int i = 0; i < n; ++i) {
        s.profiles[size_t(i)].group = int(std::find(names.begin(), names.end(), of[size_t(i)]) - names.begin());
    }
}

Message describe(const ScreenedProfile &p)
{
    return say("white-and-gamma", temperatureSaid(p.white), decimal(p.gamma, 2));
}

void recommend(Screening &s)
{
    const auto n = s.profiles.size();
    const auto odd = size_t(std::count_if(s.profiles.begin(), s.profiles.end(), [](const ScreenedProfile &p) { return p.odd(); }));
    if (n < 3) {
        s.verdict = n < 2 ? say("one-profile-alone-cannot") : say("two-profiles-differ-mean", decimal(s.difference(1, 0), 1));
        return;
    }
    if (2 * odd >= n) {
        s.verdict = say("they-do-not-agree");
        return;
    }
    double least = 1e300;
    for (size_t i = 0; i < n; ++i) {
        double sum = 0;
        for (size_t k = 0; k < n; ++k) {
            sum += s.profiles[k].odd() ? 0 : s.difference(Eigen::Index(i), Eigen::Index(k));
        }
        if (!s.profiles[i].odd() && sum < least) {
            least = sum;
            s.recommended = int(i);
        }
    }
    const ScreenedProfile &best = s.profiles[size_t(s.recommended)];
    std::vector<Message> told;
    for (const ScreenedProfile &p : s.profiles) {
        if (p.odd()) {
            told.push_back(say("stands-apart", p.name, p.reasons.front()));
        }
    }
    if (odd == 0) {
        told.push_back(say("none-stands-apart"));
    }
    told.push_back(say("take-lies-middle-agree", best.name, describe(best), decimal(least / double(std::max<size_t>(1, n - odd - 1)), 1)));
    s.verdict = sentences(told);
}

} // namespace

Screening screen(const std::vector<const Profile *> &profiles, const std::vector<std::string> &names)
{
    Screening s;
    const auto n = Eigen::Index(profiles.size());
    std::vector<std::vector<Lab>> colours;
    for (size_t i = 0; i < profiles.size(); ++i) {
        stopHere();
        const Profile::Facts f = profiles[i]->facts();
        ScreenedProfile p;
        p.name = names[i];
        p.white = f.white.value_or(Chromaticity{});
        p.primaries = f.primaries;
        p.gamma = gammaOfGrays(*profiles[i]);
        s.profiles.push_back(std::move(p));
        colours.push_back(grid(*profiles[i]));
    }
    s.difference = Eigen::MatrixXd::Zero(n, n);
    for (Eigen::Index i = 0; i < n; ++i) {
        std::vector<double> others;
        for (Eigen::Index k = 0; k < n; ++k) {
            if (k != i) {
                s.difference(i, k) = meanDifference(colours[size_t(i)], colours[size_t(k)]);
                others.push_back(s.difference(i, k));
            }
        }
        s.profiles[size_t(i)].nearness = median(others);
    }
    group(s);
    if (profiles.size() < 3) {
        recommend(s);
        return s;
    }
    Judge judge(s.profiles);
    const std::array<Message, 3> channel{say("its-red"), say("its-green"), say("its-blue")};
    for (size_t c = 0; c < 3; ++c) {
        judge.distances([c](const ScreenedProfile &p) { return uvOf(p.primaries[c]); }, kPrimary, channel[c]);
    }
    judge.distances([](const ScreenedProfile &p) { return uvOf(p.white); }, kWhite, say("its-white"));
    judge.gammas();
    recommend(s);
    return s;
}

std::vector<RealError> realErrors(const std::vector<const Profile *> &profiles, const std::vector<std::string> &names, const DisplayModel &unit)
{
    std::vector<RealError> all;
    const auto judge = [&](const std::string &name, const Ramps &ramps, const Chromaticity &white, const auto &says) {
        stopHere();
        const ShownDisplay real(unit, ramps);
        RealError e;
        e.name = name;
        for (const Drive &d : evenDrives(kGrid)) {
            const double difference = deltaE2000(says(d), real.lab(d));
            e.mean += difference / (kGrid * kGrid * kGrid);
            e.max = std::max(e.max, difference);
        }
        const RelXYZ own = relativeTo(real.white(), real.white().b);
        e.white = deltaE2000(labOf(whiteOf(white), own), {100, 0, 0});
        all.push_back(e);
    };
    for (size_t i = 0; i < profiles.size(); ++i) {
        const Profile &p = *profiles[i];
        judge(names[i], p.ramps(256).value_or(Ramps{}), p.facts().white.value_or(Chromaticity{0.3127, 0.3290}),
              [&p](const Drive &d) { return p.colourOf(d); });
    }
    const RgbSpace srgb = *rgbSpace("sRGB");
    const Eigen::Matrix3d toPcs = adaptation(whiteOf(srgb.white), iccD50()) * srgb.toXyz();
    judge("", {}, srgb.white, [&](const Drive &d) {
        return labOf(RelXYZ(toPcs * Eigen::Vector3d(srgb.tone.value(d.a), srgb.tone.value(d.b), srgb.tone.value(d.c))), iccD50());
    });
    return all;
}

Message rankingVerdict(const std::vector<RealError> &errors, const Screening &screening)
{
    constexpr double kClearly = 0.9;            // share of the error without a profile that is worth having one
    constexpr double kEqual = 0.2, kSeen = 3.0; // mean CIEDE2000: as good as another; what is seen in pictures
    const auto none = errors.end() - 1;
    const auto best = std::min_element(errors.begin(), none, [](const RealError &a, const RealError &b) { return a.mean < b.mean; });
    const Message figures = say("mean-without-any-profile", decimal(best->mean, 1), decimal(none->mean, 1));
    if (best->mean > kClearly * none->mean) {
        return say("unit-none-them-better", best->name, figures);
    }
    std::vector<Message> told{say("unit-nearest", best->name, figures)};
    const auto equal = std::count_if(errors.begin(), none, [&](const RealError &e) { return e.mean < best->mean + kEqual; }) - 1;
    if (equal > 0) {
        told.push_back(say("as-good", equal));
    }
    if (screening.profiles[size_t(best - errors.begin())].odd()) {
        told.push_back(say("stands-apart-from-others"));
    }
    if (best->mean > kSeen) {
        told.push_back(say("much-seen-profile-from"));
    }
    return sentences(told);
}

} // namespace lamp
