// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/light_tables.h"

#include "base/parallel.h"
#include "colour/even_hue.h"
#include "profile/drive_grid.h"
#include "profile/gamut_mapping.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace lcms;

namespace {

constexpr int kEntries = 4096;                // entries of the curves before and after a table
constexpr double kReferenceBlack = 0.0034731; // Y of the perceptual reference medium's black (ICC.1:2010, 6.3.3)

/// Where on an axis of a table a channel's light lies: none and full light are nodes, steps between them look alike, and
/// outside they grow with the distance.
class LightAxis {
public:
    /// \param nodes along the axis \param least, most light that has to find a place
    LightAxis(int nodes, double least, double most)
    {
        // None and full light are entries of the curve that leads to the table, so that its bends stand there.
        constexpr double kSteps = kEntries - 1;
        const double span = most - least, zero = std::round(-least / span * kSteps), one = std::round((1 - least) / span * kSteps);
        m_range = kSteps / (one - zero);
        m_least = -zero * m_range / kSteps;
        const auto outside = [&](double of32) { return std::max(2, int(std::lround(of32 * (nodes - 1) / 32))); };
        m_below = outside(7);
        m_above = outside(6);
        m_within = nodes - 1 - m_below - m_above;
    }
    [[nodiscard]] double range() const { return m_range; }
    [[nodiscard]] double least() const { return m_least; }
    [[nodiscard]] int nodes() const { return m_below + m_within + m_above + 1; }
    [[nodiscard]] double most() const { return m_least + m_range; }
    /// 0 to nodes - 1
    [[nodiscard]] double place(double light) const
    {
        if (light < 0) {
            return m_below * (1 - std::min(1.0, std::log1p(-light / kBelow) / std::log1p(-m_least / kBelow)));
        }
        return light <= 1 ? m_below + m_within * StoredLight::toRoot(light)
                          : m_below + m_within + m_above * std::min(1.0, std::log1p((light - 1) / kAbove) / std::log1p((most() - 1) / kAbove));
    }
    [[nodiscard]] double light(double place) const
    {
        if (place < m_below) {
            return -kBelow * std::expm1((1 - place / m_below) * std::log1p(-m_least / kBelow));
        }
        const double within = (place - m_below) / m_within, above = (place - m_below - m_within) / m_above;
        return within <= 1 ? StoredLight::fromRoot(within) : 1 + kAbove * std::expm1(above * std::log1p((most() - 1) / kAbove));
    }
    /// The cell that a place lies in; on a side of the gamut, or next to it, that within.
    [[nodiscard]] int cell(double place) const
    {
        constexpr double kNext = 0.05;
        if (place < m_below && place > m_below - kNext) {
            return m_below;
        }
        const int end = m_below + m_within;
        return place >= end && place < end + kNext ? end - 1 : std::clamp(int(place), 0, nodes() - 2);
    }

private:
    static constexpr double kBelow = 0.006, kAbove = 0.06; ///< light from which on steps outside grow in proportion
    double m_range = 1, m_least = 0;
    int m_below = 0, m_within = 0, m_above = 0;
};

/// A straight way from tristimulus values (D50, relative to white) to something.
struct Affine {
    Eigen::Matrix3d rows;
    Eigen::Vector3d added;
    [[nodiscard]] Eigen::Vector3d operator()(const Eigen::Vector3d &v) const { return rows * v + added; }
    [[nodiscard]] Affine inverse() const
    {
        const Eigen::Matrix3d back = rows.inverse();
        return {back, -back * added};
    }
    /// First the other.
    [[nodiscard]] Affine after(const Affine &first) const { return {rows * first.rows, rows * first.added + added}; }
};

class LightTables {
public:
    LightTables(const ShownDisplay &display, int grid, const RgbSpace &source, ProfileFile &file)
        : m_space(display), m_black(xyzOf(display.lab({}), iccD50()).b), m_toLight(lightOf(display)), m_axis(axisFor(grid, source)), m_grid(grid),
          m_drive(display, grid), m_mapping(m_space, m_drive.colours(), grid, source, m_black), m_expanded(m_drive.colours().size())
    {
        inParallel(grid, [this](int slice) {
            for (size_t i = m_drive.at(slice, 0, 0); i < m_drive.at(slice + 1, 0, 0); ++i) {
                m_expanded[i] = m_mapping.expanded(m_drive.colours()[i]);
            }
        });
        keepRising();
        makeCurves();
        layOut(file);
    }

    void fill()
    {
        inParallel(2, [this](int i) { i == 0 ? mark(m_needed, m_drive.colours()) : mark(m_neededPressed, m_expanded); });
        inParallel(m_grid + 1, [this](int i) { i == 0 ? fillForward() : fillPlane(i - 1); });
    }

private:
    /// What perceptual makes of nodes rises in lightness wherever the display's own colours do. Near the boundary, where little of the display stands
    /// for much of the source, neighbours are spread very differently: of two that fall, the one that was moved farther is taken back towards its own
    /// colour.
    void keepRising()
    {
        constexpr double kFall = 2.5; // L*; less is what neighbours near the boundary are unsure by
        constexpr int kRounds = 24;   // each takes back some; most tables need three
        const std::vector<Lab> &own = m_drive.colours();
        const size_t grid = size_t(m_grid);
        bool any = true;
        for (int round = 0; any && round < kRounds; ++round) {
            any = false;
            for (size_t i = 0; i < own.size(); ++i) {
                for (const size_t step : {size_t(1), grid, grid * grid}) {
                    if (i / step % grid + 1 == grid) {
                        continue;
                    }
                    const size_t k = i + step;
                    const double fall = m_expanded[i].a - m_expanded[k].a, allowed = std::max(0.0, own[i].a - own[k].a) + kFall;
                    if (fall > allowed) {
                        const bool lower = std::abs(m_expanded[i].a - own[i].a) > std::abs(m_expanded[k].a - own[k].a);
                        const size_t moved = lower ? i : k;
                        const double way = own[moved].a - m_expanded[moved].a;
                        const double share = std::abs(way) > 1e-9 ? std::clamp((fall - 0.5 * kFall) / std::abs(way), 0.0, 1.0) : 1;
                        m_expanded[moved] = Lab(m_expanded[moved].vec() + share * (own[moved].vec() - m_expanded[moved].vec()));
                        any = true;
                    }
                }
            }
        }
    }

    /// Light of the channels by the nearest display whose channels add up, none at the display's black.
    [[nodiscard]] Affine lightOf(const ShownDisplay &display) const
    {
        const Affine all{m_space.channelsOfD50(), Eigen::Vector3d::Zero()};
        const Eigen::Vector3d black = all(xyzOf(display.lab({}), iccD50()).vec());
        const Eigen::Vector3d span = Eigen::Vector3d::Ones() - black;
        return {span.cwiseInverse().asDiagonal() * all.rows, -black.cwiseQuotient(span)};
    }

    /// Wide enough for the gamut of the source, and for what any usual space asks for; colours brighter than they can be reach to thrice white.
    [[nodiscard]] LightAxis axisFor(int grid, const RgbSpace &source) const
    {
        constexpr double kLeast = -1.5, kMost = 4;
        double least = -0.6, most = 3;
        for (const Eigen::Matrix3d &columns : {underD50(source), underD50(*rgbSpace("Rec. 2020"))}) {
            for (int corner = 1; corner < 7; ++corner) {
                const Eigen::Vector3d light = m_toLight(columns * Eigen::Vector3d(corner & 1, corner >> 1 & 1, corner >> 2));
                least = std::min(least, 1.02 * light.minCoeff());
                most = std::max(most, 1.02 * light.maxCoeff());
            }
        }
        return {grid, std::max(kLeast, least), std::min(kMost, most)};
    }

    void makeCurves()
    {
        m_stepsCurve = m_drive.curve(kEntries);
        m_rootLeast = StoredLight::toRoot(m_axis.least());
        m_rootRange = StoredLight::toRoot(m_axis.most()) - m_rootLeast;
        for (int i = 0; i < kEntries; ++i) {
            const double x = i / (kEntries - 1.0);
            m_toPlace.push_back(m_axis.place(m_axis.least() + m_axis.range() * x) / (m_grid - 1));
            m_fromRoot.push_back((StoredLight::fromRoot(m_rootLeast + x * m_rootRange) - m_axis.least()) / m_axis.range());
            for (int c = 0; c < 3; ++c) {
                m_drives[size_t(c)].push_back(m_space.drive(c, StoredLight::at(x)));
            }
        }
    }

    /// All tags with their matrices and curves; the tables are still empty. Programs take the reference medium's black for that of
    /// perceptual and of saturation alike: it stands where the display's is.
    void layOut(ProfileFile &file)
    {
        file.bytes().reserve(file.bytes().size() + 6 * (6 * m_drive.colours().size() + 2 * 6 * size_t(kEntries) + 512));
        const double scale = (1 - m_black) / (1 - kReferenceBlack);
        const Affine scaled{scale * Eigen::Matrix3d::Identity(), (1 - scale) * iccD50().vec()};
        const Affine onAxis{Eigen::Matrix3d::Identity() / m_axis.range(), Eigen::Vector3d::Constant(-m_axis.least() / m_axis.range())};
        const Affine plain = onAxis.after(m_toLight), black = plain.after(scaled);
        const auto there = [&](cmsTagSignature tag, const Affine &light) {
            const Affine back = light.inverse();
            const auto *steps = &m_stepsCurve, *roots = &m_fromRoot;
            return TableTag(file, {tag}, {{steps, steps, steps}, m_grid, {roots, roots, roots}, ConnectionMatrix{back.rows, back.added}}, 4, true);
        };
        const auto back = [&](cmsTagSignature tag, const Affine &light) {
            const auto *places = &m_toPlace;
            return TableTag(file, {tag},
                            {{places, places, places}, m_grid, {&m_drives[0], &m_drives[1], &m_drives[2]}, ConnectionMatrix{light.rows, light.added}},
                            4, false);
        };
        m_there = {there(cmsSigAToB0Tag, black), there(cmsSigAToB1Tag, plain), there(cmsSigAToB2Tag, black)};
        m_back = {back(cmsSigBToA0Tag, black), back(cmsSigBToA1Tag, plain), back(cmsSigBToA2Tag, black)};
    }

    [[nodiscard]] Eigen::Vector3d lightOf(const Lab &lab) const { return m_toLight(xyzOf(lab, iccD50()).vec()); }

    void fillForward() const
    {
        const auto coded = [this](const Lab &lab) {
            const Eigen::Vector3d light = lightOf(lab);
            const auto code = [&](int c) { return 65535 * std::clamp((StoredLight::toRoot(light[c]) - m_rootLeast) / m_rootRange, 0.0, 1.0); };
            return Eigen::Vector3d(code(0), code(1), code(2));
        };
        for (size_t i = 0; i < m_expanded.size(); ++i) {
            const Eigen::Vector3d own = coded(m_drive.colours()[i]);
            m_there[0].set(i, coded(m_expanded[i]));
            m_there[1].set(i, own);
            m_there[2].set(i, own);
        }
    }

    /// The nodes of one light of red.
    void fillPlane(int r) const
    {
        const Affine fromLight = m_toLight.inverse();
        LightSpace::Seeker seeker(m_space);
        for (int g = 0; g < m_grid; ++g) {
            for (int step = 0; step < m_grid; ++step) {
                const int b = g % 2 == 0 ? step : m_grid - 1 - step; // from neighbour to neighbour
                const size_t node = m_drive.at(r, g, b);
                const RelXYZ xyz(fromLight({m_axis.light(r), m_axis.light(g), m_axis.light(b)}));
                const Lab even = evenHueOf(xyz);
                m_back[0].set(node, m_mapping.pressed(seeker, xyz, even, m_neededPressed[node] != 0));
                const GamutMapping::Pair others = m_mapping.unpressed(seeker, xyz, even, m_needed[node] != 0);
                m_back[1].set(node, others.relative);
                m_back[2].set(node, others.saturation);
            }
        }
    }

    /// Marks the nodes of all cells that hold some of the colours.
    void mark(std::vector<char> &needed, const std::vector<Lab> &colours) const
    {
        needed.assign(m_drive.colours().size(), 0);
        for (const Lab &lab : colours) {
            const Eigen::Vector3d light = lightOf(lab);
            const auto cell = [&](int c) { return m_axis.cell(m_axis.place(light[c])); };
            needed[m_drive.at(cell(0), cell(1), cell(2))] = 1;
        }
        spreadToNodes(needed, m_grid);
    }

    LightSpace m_space;
    double m_black; ///< luminance relative to white
    Affine m_toLight;
    LightAxis m_axis;
    int m_grid;
    DriveGrid m_drive;
    GamutMapping m_mapping;
    std::vector<Lab> m_expanded; ///< what perceptual presses into the colours of the nodes from drive
    std::vector<char> m_needed, m_neededPressed;
    std::vector<double> m_stepsCurve, m_toPlace,
        m_fromRoot;                              ///< drive to the grid; light on its axis to the grid; what tables from drive store to light
    double m_rootLeast = 0, m_rootRange = 1;     ///< of that
    std::array<std::vector<double>, 3> m_drives; ///< what the tables store to drive
    std::vector<TableTag> m_there, m_back;       ///< by intent
};

} // namespace

void writeLightTables(const ShownDisplay &display, int grid, const RgbSpace &source, ProfileFile &file)
{
    LightTables(display, grid, source, file).fill();
}

} // namespace lamp
