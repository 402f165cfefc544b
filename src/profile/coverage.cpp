// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/coverage.h"

#include "base/parallel.h"
#include "profile/gamut_surface.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <mutex>
#include <optional>

namespace lamp {

namespace {

/// How deep a colour lies below a boundary, ΔE.
double depthBelow(double reach, const GamutSurface::Direction &colour)
{
    // What lies beyond by less than anybody sees counts as shown: a table's boundary that is the space's own is found on either
    // side of it.
    constexpr double kUnseen = 0.25; // ΔE
    return reach - colour.length + kUnseen;
}

/// A display as a body in CIELAB, with its black or without: by its matrix, or by the boundary of its tables.
struct Body {
    AdditiveGamut additive;
    std::optional<GamutSurface> surface;
    double volume = 0;
    [[nodiscard]] double shares(const GamutBody &space) const
    {
        const auto depth = [this](const Lab &lab) {
            const GamutSurface::Direction d = GamutSurface::directionOf(lab);
            return depthBelow(surface->reach(d), d);
        };
        return surface ? space.shownPercent(depth, volume) : space.shownPercent(additive);
    }
};

Body bodyOf(const AdditiveGamut &gamut)
{
    return {gamut, {}, gamut.hasBody() ? volumeOf(gamut) : 0};
}

/// \param colours on the grid, as of evenDrives()
Body bodyOf(const std::vector<Lab> &colours, int grid)
{
    const auto at = [&](const Drive &d) {
        const auto node = [&](int c) { return size_t(std::lround(d[c] * (grid - 1))); };
        return colours[(node(0) * size_t(grid) + node(1)) * size_t(grid) + node(2)];
    };
    return {{}, GamutSurface(colours, grid), gamutVolume(at, grid - 1)};
}

/// The usual spaces' bodies, each made once.
const GamutBody &bodyOf(const RgbSpace &space)
{
    static std::mutex mutex;
    static std::map<std::string, GamutBody> all;
    const std::scoped_lock lock(mutex);
    return all.try_emplace(space.name, gamutOf(space)).first->second;
}

/// More says nothing, and is kept for every visit.
double hundredths(double percent)
{
    return std::round(100 * percent) / 100;
}

} // namespace

AdditiveGamut additiveOf(const Profile &profile)
{
    AdditiveGamut gamut{Eigen::Matrix3d::Zero(), xyzOf(profile.colourOf({0, 0, 0}), iccD50())};
    for (int c = 0; c < 3; ++c) {
        Drive d;
        d[c] = 1;
        gamut.toPcs.col(c) = (xyzOf(profile.colourOf(d), iccD50()) - gamut.black).vec();
    }
    return gamut;
}

std::vector<SpaceCoverage> coverageBy(const Profile &profile, const std::vector<RgbSpace> &spaces)
{
    const AdditiveGamut additive = additiveOf(profile);
    Body compensated, withBlack;
    if (profile.tables()) {
        constexpr int kGrid = 25;
        std::vector<Lab> colours = profile.coloursOf(evenDrives(kGrid));
        withBlack = bodyOf(colours, kGrid);
        for (Lab &lab : colours) {
            lab = labOf(blackCompensated(xyzOf(lab, iccD50()), additive.black), iccD50());
        }
        compensated = bodyOf(colours, kGrid);
    } else {
        compensated = bodyOf(additive.blackCompensated());
        withBlack = bodyOf(additive);
    }
    const Eigen::Matrix3d seen = profile.chad().inverse();
    std::array<Chromaticity, 3> primaries;
    for (int c = 0; c < 3; ++c) {
        primaries[size_t(c)] = chromaticity(RelXYZ(seen * additive.toPcs.col(c)));
    }
    std::vector<SpaceCoverage> all;
    for (const RgbSpace &space : spaces) {
        const GamutBody &wanted = bodyOf(space);
        const double volume = 100 * compensated.volume / wanted.volume();
        const auto share = [&](const Body &body) { return hundredths(body.shares(wanted)); };
        all.push_back({space.name, share(compensated), share(withBlack), hundredths(volume),
                       hundredths(areaPercent(primaries, space.primaries, true)), hundredths(areaPercent(primaries, space.primaries, false))});
    }
    return all;
}

const SpaceCoverage *coverageOf(const std::vector<SpaceCoverage> &all, const std::string &space)
{
    const auto it = std::find_if(all.begin(), all.end(), [&](const SpaceCoverage &c) { return c.space == space; });
    return it != all.end() ? &*it : nullptr;
}

nlohmann::json gamutJson(const std::vector<SpaceCoverage> &all)
{
    const std::array<std::pair<const char *, double SpaceCoverage::*>, 5> figures{{{"coverage_percent", &SpaceCoverage::coverage},
                                                                                   {"coverage_with_black_percent", &SpaceCoverage::coverageWithBlack},
                                                                                   {"volume_percent", &SpaceCoverage::volume},
                                                                                   {"area_uv_percent", &SpaceCoverage::areaUv},
                                                                                   {"area_xy_percent", &SpaceCoverage::areaXy}}};
    nlohmann::json json = nlohmann::json::object();
    for (const auto &[name, member] : figures) {
        json[name] = nlohmann::json::object();
        for (const SpaceCoverage &c : all) {
            const double value = c.*member;
            json[name][c.space] = std::isfinite(value) ? nlohmann::json(std::round(10 * value) / 10) : nlohmann::json(nullptr);
        }
    }
    return json;
}

namespace {

/// Of many displays each boundary is told by fewer drives: what all share is bounded by several of them, and comes out within 0.3 %.
constexpr int kSharedGrid = 17, kSharedGridOfMany = 11;
constexpr size_t kMany = 32;

/// By the boundary of what its drives show, whatever the profile is made of.
Body surfaceBody(const Profile &profile, int grid)
{
    const RelXYZ black = xyzOf(profile.colourOf({0, 0, 0}), iccD50());
    const std::vector<Drive> drives = evenDrives(grid);
    std::vector<Drive> outer; // the boundary is made of these
    std::vector<size_t> place;
    for (size_t i = 0; i < drives.size(); ++i) {
        const auto atEnd = [&](int c) { return drives[i][c] <= 0 || drives[i][c] >= 1; };
        if (atEnd(0) || atEnd(1) || atEnd(2)) {
            outer.push_back(drives[i]);
            place.push_back(i);
        }
    }
    const std::vector<Lab> shown = profile.coloursOf(outer);
    std::vector<Lab> colours(drives.size());
    for (size_t i = 0; i < shown.size(); ++i) {
        colours[place[i]] = labOf(blackCompensated(xyzOf(shown[i], iccD50()), black), iccD50());
    }
    return bodyOf(colours, grid);
}

/// What all of several displays show.
class SharedBody {
public:
    explicit SharedBody(const std::vector<const Profile *> &profiles);
    [[nodiscard]] bool empty() const { return m_bodies.empty(); }
    /// How deep a colour lies within all of them, ΔE. \pre not empty
    [[nodiscard]] double depth(const Lab &lab) const;
    /// The share of a space's volume that lies in all of them, percent. \pre not empty
    [[nodiscard]] double shares(const GamutBody &space) const
    {
        return hundredths(space.shownPercent([this](const Lab &lab) { return depth(lab); }, m_bodies.front().volume));
    }

private:
    void chooseNearest(int hue);
    static constexpr int kHues = GamutSurface::kHues, kAngles = GamutSurface::kAngles - 1;
    std::vector<Body> m_bodies; ///< the smallest first: it decides most, and what all show is no larger
    /// By hue and angle, between which boundaries are told by their corners: those that may be the nearest there. One whose corners are all farther
    /// out than another's is nowhere nearer than that one.
    std::vector<std::vector<std::uint32_t>> m_nearest;
};

SharedBody::SharedBody(const std::vector<const Profile *> &profiles) : m_bodies(profiles.size()), m_nearest(size_t(kHues * kAngles))
{
    const int grid = profiles.size() > kMany ? kSharedGridOfMany : kSharedGrid;
    inParallel(int(profiles.size()), [&](int i) { m_bodies[size_t(i)] = surfaceBody(*profiles[size_t(i)], grid); });
    std::sort(m_bodies.begin(), m_bodies.end(), [](const Body &p, const Body &q) { return p.volume < q.volume; });
    inParallel(kHues, [this](int hue) { chooseNearest(hue); });
}

void SharedBody::chooseNearest(int hue)
{
    const auto cornersOf = [&](const Body &b, int angle) {
        const auto at = [&](int h, int a) { return b.surface->reach(GamutSurface::node(h % kHues, a)); };
        return Eigen::Array4d(at(hue, angle), at(hue + 1, angle), at(hue, angle + 1), at(hue + 1, angle + 1));
    };
    std::vector<Eigen::Array4d> kept;
    for (int angle = 0; angle < kAngles; ++angle) {
        std::vector<std::uint32_t> &nearest = m_nearest[size_t(hue * kAngles + angle)];
        kept.clear();
        for (size_t i = 0; i < m_bodies.size(); ++i) {
            const Eigen::Array4d corners = cornersOf(m_bodies[i], angle);
            if (std::none_of(kept.begin(), kept.end(), [&](const Eigen::Array4d &k) { return (k <= corners).all(); })) {
                kept.push_back(corners);
                nearest.push_back(std::uint32_t(i));
            }
        }
    }
}

double SharedBody::depth(const Lab &lab) const
{
    const GamutSurface::Direction d = GamutSurface::directionOf(lab);
    double reach = std::numeric_limits<double>::infinity();
    for (const std::uint32_t i : m_nearest[size_t(d.hue * kAngles + d.angle)]) {
        reach = std::min(reach, m_bodies[i].surface->reach(d));
    }
    return depthBelow(reach, d);
}

} // namespace

std::vector<double> sharedCoverage(const std::vector<const Profile *> &profiles, const std::vector<RgbSpace> &spaces)
{
    const SharedBody shared(profiles);
    std::vector<double> all(spaces.size(), std::numeric_limits<double>::quiet_NaN());
    if (!shared.empty()) {
        inParallel(int(spaces.size()), [&](int i) { all[size_t(i)] = shared.shares(bodyOf(spaces[size_t(i)])); });
    }
    return all;
}

GamutMesh sharedMesh(std::string name, const std::vector<const Profile *> &profiles)
{
    const SharedBody shared(profiles);
    return shared.empty() ? GamutMesh{std::move(name), {}, {}} : meshOf(std::move(name), [&](const Lab &lab) { return shared.depth(lab); });
}

std::vector<double> sharedOfEach(const std::vector<const Profile *> &profiles)
{
    const SharedBody shared(profiles);
    std::vector<double> all(profiles.size());
    inParallel(int(profiles.size()), [&](int i) { all[size_t(i)] = shared.shares(GamutBody(additiveOf(*profiles[size_t(i)]).blackCompensated())); });
    return all;
}

} // namespace lamp
