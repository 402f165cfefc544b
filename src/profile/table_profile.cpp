// SPDX-License-Identifier: GPL-3.0-or-later
// Profiles by tables (docs/methods.md, "Table profile").
#include "profile/table_profile.h"

#include "base/parallel.h"
#include "colour/cube_root.h"
#include "colour/spaces.h"
#include "icc/lcms_handles.h"
#include "profile/display_gamut.h"
#include "profile/light_space.h"

#include <algorithm>
#include <cmath>
#include <functional>

namespace lamp {

using namespace lcms;

namespace {

constexpr int kCurve = 2048;                  // entries of the curves before and after a table
constexpr int kGrays = 1024;                  // steps along the neutral axis
constexpr double kRootOffset = 0.017;         // light that is added before the cube root, so that its slope stays finite at zero
constexpr double kBelow = 0.35, kAbove = 0.2; // room in a table for drives below 0 and above 1, cut off behind it
constexpr double kChromaScale = 150;          // a* and b* are spread like asinh(a/150): nodes are a little denser near neutral
constexpr double kMargin = 1.5;               // ΔE: so much farther out than its sampled surface the gamut may reach
constexpr double kKnee = 0.85;                // share of the way to the boundary that perceptual leaves alone
constexpr int kReferenceGrid = 17;
constexpr double kClose = 5e-6, kPressed = 3e-5, kNear = 1e-4; // light relative to white: where a colour of the display is meant, and where not
constexpr double kReferenceBlack = 0.0034731;                  // Y of the perceptual reference medium's black (ICC.1:2010, 6.3.3)

/// Light to a scale on which Lab is nearly straight, 0..1 for 0..1, going on straight below zero.
double toRoot(double light)
{
    static const double zero = std::cbrt(kRootOffset), span = std::cbrt(1 + kRootOffset) - zero;
    return light >= 0 ? (cubeRoot(light + kRootOffset) - zero) / span : light / (3 * zero * zero * span);
}

double fromRoot(double root)
{
    static const double zero = std::cbrt(kRootOffset), span = std::cbrt(1 + kRootOffset) - zero;
    const double r = zero + root * span;
    return root >= 0 ? r * r * r - kRootOffset : root * 3 * zero * zero * span;
}

double chromaToGrid(double a, double most)
{
    return 0.5 + 0.5 * std::copysign(std::asinh(std::abs(a) / kChromaScale) / std::asinh(most / kChromaScale), a);
}

/// Luminances under one black put under another, in tristimulus values: white stays (black point compensation).
Lab withBlack(const Lab &lab, double from, double to)
{
    const RelXYZ w = iccD50();
    const double scale = (1 - to) / (1 - from);
    return labOf(scale * xyzOf(lab, w) + (1 - scale) * w, w);
}

class TableBuilder {
public:
    /// Works out what the tables hang on. \param file that they go into \pre it outlives this and has six entries to spare
    TableBuilder(const ShownDisplay &display, int version, int grid, ProfileFile &file)
        : m_version(version), m_grid(grid), m_space(display), m_lightness(lightnessOfGrays(display)), m_grayRoot(rootOfGrays(m_space)),
          m_steps(stepsOfGrays(m_lightness)), m_forward(coloursOf(display)), m_black(xyzOf(display.lab({0, 0, 0}), iccD50()).b)
    {
        prepare();
        layOut(file);
        inParallel(GamutSurface::kHues, [this](int hue) { fillBoundary(hue); });
    }

    void fill() const
    {
        inParallel(m_grid + 2, [this](int i) {
            if (i >= 2) {
                fillColumns(i - 2);
            } else if (i == 0) {
                fillForward(*m_plain, false);
            } else if (m_scaled) {
                fillForward(*m_scaled, true);
            }
        });
    }

private:
    /// All that hangs on the table from drive to colour alone.
    void prepare()
    {
        for (int i = 0; i < m_grid; ++i) {
            m_chroma.push_back(chromaOfNode(i));
        }
        // The longest first, so that all are through at about the same time.
        const std::array<std::function<void()>, 5> works{
            [this] { m_surface.emplace(m_forward, m_grid); },
            [this] { makeCurves(); },
            [this] { markNeeded(); },
            [this] { m_reference.emplace(referenceColours(), kReferenceGrid); },
            [this] {
                m_nodes.push_back(coloursOfNodes(Intent::Perceptual));
                m_nodes.push_back(coloursOfNodes(Intent::Relative));
            },
        };
        inParallel(int(works.size()), [&](int i) { works[size_t(i)](); });
    }

    /// \param scaled black to the reference medium's
    void fillForward(const TableTag &tag, bool scaled) const
    {
        // Version 2 ends its scale at 0xFF00, version 4 at 0xFFFF (ICC.1, 6.3.4).
        const double lightness = m_version == 2 ? 652.8 : 655.35, chroma = m_version == 2 ? 256 : 257;
        for (size_t i = 0; i < m_forward.size(); ++i) {
            const Lab lab = scaled ? withBlack(m_forward[i], m_black, kReferenceBlack) : m_forward[i];
            const Eigen::Vector3d coded(lightness * lab.a, chroma * (lab.b + 128), chroma * (lab.c + 128));
            tag.set(i, coded.cwiseMax(0.0).cwiseMin(65535.0));
        }
    }

    /// The curves before and after the tables.
    void makeCurves()
    {
        for (auto *curve : {&m_lightnessCurves[0], &m_lightnessCurves[1], &m_chromaCurve, &m_drives[0], &m_drives[1], &m_drives[2], &m_stepsCurve}) {
            curve->reserve(kCurve);
        }
        for (int i = 0; i < kCurve; ++i) {
            const double x = i / (kCurve - 1.0), a = decoded(x, x).b, l = std::min(decoded(x, x).a, 100.0);
            m_stepsCurve.push_back(m_steps.at(x));
            m_lightnessCurves[0].push_back(gridOfLightness(l, Intent::Perceptual));
            m_lightnessCurves[1].push_back(gridOfLightness(l, Intent::Relative));
            m_chromaCurve.push_back(chromaToGrid(a, a > 0 ? mostChroma() : 128));
            const double light = fromRoot(x * (1 + kBelow + kAbove) - kBelow);
            for (int c = 0; c < 3; ++c) {
                m_drives[size_t(c)].push_back(m_space.drive(c, light));
            }
        }
    }

    /// All tags with their curves; the tables are still empty.
    void layOut(ProfileFile &file)
    {
        constexpr size_t kHeaders = 256;
        const size_t nodes = m_forward.size(), tables = m_version >= 4 ? 5 : 4;
        file.bytes().reserve(file.bytes().size() + tables * (6 * nodes + 2 * 6 * size_t(kCurve) + kHeaders));
        const TableTransform there{{&m_stepsCurve, &m_stepsCurve, &m_stepsCurve}, m_grid, {}};
        // Version 2 has one table from drive to colour for all intents.
        if (m_version >= 4) {
            m_scaled.emplace(file, std::vector{cmsSigAToB0Tag}, there, m_version, true);
            m_plain.emplace(file, std::vector{cmsSigAToB1Tag, cmsSigAToB2Tag}, there, m_version, true);
        } else {
            m_plain.emplace(file, std::vector{cmsSigAToB0Tag, cmsSigAToB1Tag, cmsSigAToB2Tag}, there, m_version, true);
        }
        const auto back = [&](const std::vector<double> &lightness) {
            return TableTransform{{&lightness, &m_chromaCurve, &m_chromaCurve}, m_grid, {&m_drives[0], &m_drives[1], &m_drives[2]}};
        };
        m_perceptual.emplace(file, std::vector{cmsSigBToA0Tag}, back(m_lightnessCurves[0]), m_version, false);
        m_relative.emplace(file, std::vector{cmsSigBToA1Tag}, back(m_lightnessCurves[1]), m_version, false);
        m_saturation.emplace(file, std::vector{cmsSigBToA2Tag}, back(m_lightnessCurves[1]), m_version, false);
    }

    static RisingTable lightnessOfGrays(const ShownDisplay &display)
    {
        std::vector<double> l;
        for (int i = 0; i <= kGrays; ++i) {
            const double v = double(i) / kGrays;
            l.push_back(display.lab({v, v, v}).a);
        }
        return RisingTable(std::move(l));
    }

    static RisingTable rootOfGrays(const LightSpace &space)
    {
        std::vector<double> roots = space.grayLight();
        std::transform(roots.begin(), roots.end(), roots.begin(), toRoot);
        return RisingTable(std::move(roots));
    }

    /// Where on the grid of A2B a drive lies: steps that look alike.
    static RisingTable stepsOfGrays(const RisingTable &lightness)
    {
        std::vector<double> steps;
        const double black = lightness.at(0);
        for (int i = 0; i <= kGrays; ++i) {
            const double v = double(i) / kGrays;
            steps.push_back((lightness.at(v) - black) / (lightness.at(1) - black));
        }
        return RisingTable(std::move(steps));
    }

    /// Colours of the nodes of a grid from drive, r slowest. \param labOf a node's, by its three places on the axes
    template <typename LabOf> static std::vector<Lab> onGrid(int grid, const LabOf &labOf)
    {
        std::vector<Lab> all(size_t(grid) * size_t(grid) * size_t(grid));
        inParallel(grid, [&](int r) {
            for (int g = 0; g < grid; ++g) {
                for (int b = 0; b < grid; ++b) {
                    all[size_t((r * grid + g) * grid + b)] = labOf(size_t(r), size_t(g), size_t(b));
                }
            }
        });
        return all;
    }

    [[nodiscard]] std::vector<Lab> coloursOf(const ShownDisplay &display) const
    {
        std::array<std::vector<DisplayModel::ChannelState>, 3> axes;
        for (int i = 0; i < m_grid; ++i) {
            for (int c = 0; c < 3; ++c) {
                axes[size_t(c)].push_back(display.channelAt(c, m_steps.where(double(i) / (m_grid - 1))));
            }
        }
        return onGrid(
            m_grid, [&](size_t r, size_t g, size_t b) { return display.relativeLab(display.model().evaluate(axes[0][r], axes[1][g], axes[2][b])); });
    }

    /// The gamut that perceptual presses into the display's: Rec. 2020 in steps that look alike, on the display's black.
    [[nodiscard]] std::vector<Lab> referenceColours() const
    {
        Eigen::Matrix3d columns = rgbSpace("Rec. 2020")->toXyz();
        columns = adaptation(RelXYZ(Eigen::Vector3d(columns.rowwise().sum())), iccD50()) * columns;
        std::vector<double> light;
        for (int i = 0; i < kReferenceGrid; ++i) {
            light.push_back(std::pow(double(i) / (kReferenceGrid - 1), 2.2));
        }
        return onGrid(kReferenceGrid, [&](size_t r, size_t g, size_t b) {
            const RelXYZ xyz(columns * Eigen::Vector3d(light[r], light[g], light[b]));
            return labOf((1 - m_black) * xyz + m_black * iccD50(), iccD50());
        });
    }

    [[nodiscard]] double mostChroma() const { return m_version == 2 ? 127.99 : 127; }

    /// Lab of a table's input, 0..1 for L* and for a* and b*.
    [[nodiscard]] Lab decoded(double l, double ab) const
    {
        const double a = m_version == 2 ? ab * 65535 / 256 - 128 : ab * 255 - 128;
        return {m_version == 2 ? l * 65535 / 652.8 : l * 100, a, a};
    }

    /// Lightness on the display's side of black scaling, and back.
    [[nodiscard]] double sourceBlack() const { return m_version == 2 ? 0 : kReferenceBlack; }
    [[nodiscard]] Lab toDisplay(const Lab &lab, Intent intent) const
    {
        return intent == Intent::Perceptual ? withBlack(lab, sourceBlack(), m_black) : lab;
    }

    /// Along the neutral axis the table's values are straight over this, so that grays are exact between nodes too.
    [[nodiscard]] double gridOfLightness(double l, Intent intent) const { return m_grayRoot.at(m_lightness.where(toDisplay({l, 0, 0}, intent).a)); }
    [[nodiscard]] double lightnessOfNode(int node, Intent intent) const
    {
        const Lab shown{m_lightness.at(m_grayRoot.where(double(node) / (m_grid - 1))), 0, 0};
        return intent == Intent::Perceptual ? withBlack(shown, m_black, sourceBlack()).a : shown.a;
    }
    [[nodiscard]] double chromaOfNode(int node) const
    {
        const double x = 2 * double(node) / (m_grid - 1) - 1, most = x > 0 ? mostChroma() : 128;
        return std::copysign(kChromaScale * std::sinh(std::abs(x) * std::asinh(most / kChromaScale)), x);
    }

    /// What the channels show on the boundary, so that colours far outside are only looked up.
    void fillBoundary(int hue)
    {
        LightSpace::Seeker seeker(m_space);
        for (int angle = 0; angle < GamutSurface::kAngles; ++angle) {
            const Lab lab = m_surface->colourAt(GamutSurface::node(hue, angle));
            m_boundary[size_t(hue * GamutSurface::kAngles + angle)] = stored(seeker.lightFor(xyzOf(lab, iccD50()), kNear));
        }
    }
    [[nodiscard]] const Eigen::Vector3d *boundaryOf(int hue) const { return &m_boundary[size_t(hue % GamutSurface::kHues * GamutSurface::kAngles)]; }
    [[nodiscard]] Eigen::Vector3d onBoundary(const GamutSurface::Spot &spot) const
    {
        const Eigen::Vector3d *here = boundaryOf(spot.hue) + spot.angle, *next = boundaryOf(spot.hue + 1) + spot.angle;
        const double s = spot.hueShare, t = spot.angleShare;
        return (1 - s) * ((1 - t) * here[0] + t * here[1]) + s * ((1 - t) * next[0] + t * next[1]);
    }

    /// The colours that the nodes of a table from colour stand for, on the display's side of black scaling. In CIELAB and
    /// in tristimulus values L* and Y hang on the first coordinate alone, a* and X on the first two, b* and Z on the first
    /// and the third, so that a plane of nodes tells all.
    class NodeColours {
    public:
        NodeColours(int grid, std::vector<Lab> lab) : m_grid(size_t(grid)), m_lab(std::move(lab))
        {
            for (const Lab &l : m_lab) {
                m_xyz.push_back(xyzOf(l, iccD50()));
            }
        }
        [[nodiscard]] Lab lab(int slice, int i, int k) const { return {at(m_lab, slice, i).a, at(m_lab, slice, i).b, at(m_lab, slice, k).c}; }
        [[nodiscard]] RelXYZ xyz(int slice, int i, int k) const { return {at(m_xyz, slice, i).a, at(m_xyz, slice, i).b, at(m_xyz, slice, k).c}; }

    private:
        template <typename Colour> const Colour &at(const std::vector<Colour> &list, int slice, int i) const
        {
            return list[size_t(slice) * m_grid + size_t(i)];
        }
        size_t m_grid;
        std::vector<Lab> m_lab; ///< of nodes whose a* and b* stand at the same place
        std::vector<RelXYZ> m_xyz;
    };

    [[nodiscard]] NodeColours coloursOfNodes(Intent intent) const
    {
        std::vector<Lab> plane;
        for (int slice = 0; slice < m_grid; ++slice) {
            const double l = lightnessOfNode(slice, intent);
            for (const double chroma : m_chroma) {
                plane.push_back(toDisplay({l, chroma, chroma}, intent));
            }
        }
        return {m_grid, std::move(plane)};
    }

    /// The nodes at one a*, in columns of equal b* from black to white and back.
    void fillColumns(int i) const
    {
        const NodeColours &perceptual = m_nodes[0], &relative = m_nodes[1];
        LightSpace::Seeker seeker(m_space);
        for (int k = 0; k < m_grid; ++k) {
            HueLine line(*this, GamutSurface::directionOf(relative.lab(0, i, k)));
            for (int step = 0; step < m_grid; ++step) {
                const int slice = k % 2 == 0 ? step : m_grid - 1 - step;
                const size_t node = size_t((slice * m_grid + i) * m_grid + k);
                const Lab lab = perceptual.lab(slice, i, k);
                const GamutSurface::Direction direction = GamutSurface::directionOf(lab);
                const auto scale = m_surface->pressing(direction, *m_reference, kKnee);
                if (!scale) {
                    m_perceptual->set(node, onBoundary(direction));
                } else if (*scale == 1) {
                    m_perceptual->set(node, stored(seeker.lightFor(perceptual.xyz(slice, i, k), kClose)));
                } else {
                    const Lab pressed{50 + *scale * (lab.a - 50), *scale * lab.b, *scale * lab.c};
                    m_perceptual->set(node, stored(seeker.lightFor(xyzOf(pressed, iccD50()), kPressed)));
                }
                // Nodes whose cells hold colours of the display carry the model on beyond its gamut, so that the display is
                // met exactly up to its boundary; all others keep the hue.
                if (m_needed[node] != 0) {
                    const Eigen::Vector3d on = stored(seeker.lightFor(relative.xyz(slice, i, k), kClose));
                    m_relative->set(node, on);
                    m_saturation->set(node, on);
                } else {
                    const double lightness = relative.lab(slice, i, k).a;
                    m_relative->set(node, line.relative(lightness));
                    m_saturation->set(node, line.saturation(lightness));
                }
            }
        }
    }

    /// The boundary at one hue, with what the channels show there, for colours of one chroma.
    class HueLine {
    public:
        HueLine(const TableBuilder &builder, const GamutSurface::Direction &d)
            : m_slice(builder.m_surface->sliceAt(d)), m_relative(m_slice, d.chroma, 0.6), m_saturation(m_slice, d.chroma, 1.8)
        {
            const Eigen::Vector3d *here = builder.boundaryOf(d.hue), *next = builder.boundaryOf(d.hue + 1);
            for (size_t e = 0; e < m_stored.size(); ++e) {
                m_stored[e] = here[e] + d.hueShare * (next[e] - here[e]);
            }
        }
        [[nodiscard]] Eigen::Vector3d relative(double lightness) { return at(m_relative.nearest(lightness - 50)); }
        [[nodiscard]] Eigen::Vector3d saturation(double lightness) { return at(m_saturation.nearest(lightness - 50)); }

    private:
        [[nodiscard]] Eigen::Vector3d at(const GamutSurface::Spot &spot) const
        {
            const Eigen::Vector3d *stored = &m_stored[size_t(spot.angle)];
            return stored[0] + spot.angleShare * (stored[1] - stored[0]);
        }
        GamutSurface::Slice m_slice;
        GamutSurface::Column m_relative, m_saturation;
        std::array<Eigen::Vector3d, GamutSurface::kAngles> m_stored;
    };

    /// Marks the nodes of all cells that hold colours of the display, by the colours of its own table.
    void markNeeded()
    {
        constexpr int kSteps = 1024;
        std::vector<int> cellOfL, cellOfChroma;
        const auto cell = [&](double share) { return std::clamp(int(share * (m_grid - 1)), 0, m_grid - 2); };
        for (int i = 0; i <= kSteps; ++i) {
            const double ab = -128.0 + 256.0 * i / kSteps;
            cellOfL.push_back(cell(gridOfLightness(100.0 * i / kSteps, Intent::Relative)));
            cellOfChroma.push_back(cell(chromaToGrid(ab, ab > 0 ? mostChroma() : 128)));
        }
        const auto at = [&](double v, double low, double span) { return size_t(std::clamp((v - low) / span, 0.0, 1.0) * kSteps); };
        m_needed.assign(m_forward.size(), 0);
        const auto mark = [&](const Lab &lab) {
            const int l = cellOfL[at(lab.a, 0, 100)], a = cellOfChroma[at(lab.b, -128, 256)], b = cellOfChroma[at(lab.c, -128, 256)];
            m_needed[size_t((l * m_grid + a) * m_grid + b)] = 1;
        };
        const auto rim = [&](int i) { return i == 0 || i == m_grid - 1; };
        for (int r = 0; r < m_grid; ++r) {
            for (int g = 0; g < m_grid; ++g) {
                for (int b = 0; b < m_grid; ++b) {
                    const Lab &lab = m_forward[size_t((r * m_grid + g) * m_grid + b)];
                    mark(lab);
                    if (rim(r) || rim(g) || rim(b)) {
                        // Between samples the surface bulges.
                        const GamutSurface::Direction d = GamutSurface::directionOf(lab);
                        const double scale = d.length > 0 ? 1 + kMargin / d.length : 1;
                        mark({50 + scale * (lab.a - 50), scale * lab.b, scale * lab.c});
                    }
                }
            }
        }
        // From cells, each known by its first node, to all their nodes.
        for (const size_t step : {size_t(1), size_t(m_grid), size_t(m_grid) * size_t(m_grid)}) {
            for (size_t node = m_needed.size() - 1; node >= step; --node) {
                m_needed[node] |= m_needed[node - step];
            }
        }
    }

    /// Light as a table holds it, not rounded.
    static Eigen::Vector3d stored(const Eigen::Vector3d &light)
    {
        const Eigen::Vector3d root(toRoot(light[0]), toRoot(light[1]), toRoot(light[2]));
        return (65535 / (1 + kBelow + kAbove) * (root.array() + kBelow)).cwiseMax(0.0).cwiseMin(65535.0);
    }

    int m_version, m_grid;
    LightSpace m_space;
    RisingTable m_lightness, m_grayRoot, m_steps;
    std::vector<Lab> m_forward;
    double m_black;
    std::optional<GamutSurface> m_surface, m_reference;
    std::vector<NodeColours> m_nodes; ///< of the perceptual table and of the two others
    std::vector<Eigen::Vector3d> m_boundary = std::vector<Eigen::Vector3d>(size_t(GamutSurface::kHues) * GamutSurface::kAngles);
    std::vector<char> m_needed;                           ///< for each node of the relative table
    std::vector<double> m_chroma;                         ///< a* or b* of each node
    std::array<std::vector<double>, 2> m_lightnessCurves; ///< L* to the grid: perceptual, and the two others
    std::vector<double> m_chromaCurve, m_stepsCurve;      ///< a* or b* to the grid; drive to the grid
    std::array<std::vector<double>, 3> m_drives;          ///< what the tables store to drive
    std::optional<TableTag> m_plain, m_scaled, m_perceptual, m_relative, m_saturation;
};

} // namespace

Result<Bytes> writeTableProfile(const ShownDisplay &display, const Ramps &ramps, const ProfileText &text, int grid)
{
    const Context context = quietContext();
    const ProfileHandle profile(cmsCreateProfilePlaceholder(raw(context)));
    const bool good =
        profile
        && writeCommonTags(raw(context), profile.get(), text, cmsSigLabData, display.chad(), display.white().b, display.evaluate({0, 0, 0}), ramps);
    constexpr size_t kTables = 6; // both ways, three intents
    std::optional<ProfileFile> file = good ? ProfileFile::of(profile.get(), kTables) : std::nullopt;
    if (!file) {
        return profileError(say("profile-could-not-written"));
    }
    TableBuilder(display, text.version, std::clamp(grid, 9, 65) | 1, *file).fill();
    return std::move(*file).sealed(text.created);
}

} // namespace lamp
