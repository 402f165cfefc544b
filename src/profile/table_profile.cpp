// SPDX-License-Identifier: GPL-3.0-or-later
// Profiles by tables (docs/methods.md, "Table profile").
#include "profile/table_profile.h"

#include "base/parallel.h"
#include "colour/even_hue.h"
#include "icc/lcms_handles.h"
#include "profile/drive_grid.h"
#include "profile/gamut_mapping.h"
#include "profile/light_tables.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace lcms;

namespace {

constexpr int kCurve = 2048;                               // entries of the curves before and after a table
constexpr int kGrays = 1024;                               // steps along the neutral axis
constexpr double kChromaScale = 150;                       // a* and b* are spread like asinh(a/150): nodes are a little denser near neutral
constexpr double kMostChroma = 127.99, kLeastChroma = 128; // ends of a* and b* in a table
constexpr double kMargin = 1.5;                            // ΔE: so much farther out than its sampled surface the gamut may reach

double chromaToGrid(double a)
{
    const double most = a > 0 ? kMostChroma : kLeastChroma;
    return 0.5 + 0.5 * std::copysign(std::asinh(std::abs(a) / kChromaScale) / std::asinh(most / kChromaScale), a);
}

RisingTable lightnessOfGrays(const ShownDisplay &display)
{
    std::vector<double> l;
    for (int i = 0; i <= kGrays; ++i) {
        const double v = double(i) / kGrays;
        l.push_back(display.lab({v, v, v}).a);
    }
    return RisingTable(std::move(l));
}

RisingTable rootOfGrays(const LightSpace &space)
{
    std::vector<double> roots = space.grayLight();
    std::transform(roots.begin(), roots.end(), roots.begin(), StoredLight::toRoot);
    return RisingTable(std::move(roots));
}

/// The tables of a version 2 profile, connected by CIELAB, the neutral axis on the grid.
class LabTables {
public:
    /// Works out what the tables hang on. \param file that they go into \pre it outlives this and has six entries to spare
    LabTables(const ShownDisplay &display, int nodes, const RgbSpace &source, ProfileFile &file)
        : m_grid(nodes), m_space(display), m_lightness(lightnessOfGrays(display)), m_grayRoot(rootOfGrays(m_space)), m_drive(display, nodes),
          m_black(xyzOf(display.lab({}), iccD50()).b), m_mapping(m_space, m_drive.colours(), nodes, source, m_black)
    {
        makeCurves();
        layOut(file);
        markNeeded();
    }

    void fill() const
    {
        inParallel(m_grid + 1, [this](int i) { i == 0 ? fillForward() : fillColumns(i - 1); });
    }

private:
    /// The curves before and after the tables.
    void makeCurves()
    {
        m_stepsCurve = m_drive.curve(kCurve);
        for (int i = 0; i < kCurve; ++i) {
            const double x = i / (kCurve - 1.0), l = std::min(x * 65535 / 652.8, 100.0);
            m_lightnessCurves[0].push_back(gridOfLightness(withBlack({l, 0, 0}, 0, m_black).a));
            m_lightnessCurves[1].push_back(gridOfLightness(l));
            m_chromaCurve.push_back(chromaToGrid(x * 65535 / 256 - 128));
            for (int c = 0; c < 3; ++c) {
                m_drives[size_t(c)].push_back(m_space.drive(c, StoredLight::at(x)));
            }
        }
    }

    /// All tags with their curves; the tables are still empty.
    void layOut(ProfileFile &file)
    {
        constexpr size_t kHeaders = 256, kTables = 5;
        file.bytes().reserve(file.bytes().size() + kTables * (6 * m_drive.colours().size() + 2 * 6 * size_t(kCurve) + kHeaders));
        const TableTransform there{{&m_stepsCurve, &m_stepsCurve, &m_stepsCurve}, m_grid, {}};
        const auto back = [&](cmsTagSignature tag, const std::vector<double> &lightness) {
            const TableTransform t{{&lightness, &m_chromaCurve, &m_chromaCurve}, m_grid, {&m_drives[0], &m_drives[1], &m_drives[2]}};
            return TableTag(file, {tag}, t, 2, false);
        };
        m_there = {TableTag(file, {cmsSigAToB0Tag}, there, 2, true), TableTag(file, {cmsSigAToB1Tag, cmsSigAToB2Tag}, there, 2, true)};
        m_back = {back(cmsSigBToA0Tag, m_lightnessCurves[0]), back(cmsSigBToA1Tag, m_lightnessCurves[1]), back(cmsSigBToA2Tag, m_lightnessCurves[1])};
    }

    void fillForward() const
    {
        const auto coded = [](const Lab &lab) {
            // Version 2 ends its scale at 0xFF00 (ICC.1, 6.3.4).
            const Eigen::Vector3d code(652.8 * lab.a, 256 * (lab.b + 128), 256 * (lab.c + 128));
            return Eigen::Vector3d(code.cwiseMax(0.0).cwiseMin(65535.0));
        };
        for (size_t i = 0; i < m_drive.colours().size(); ++i) {
            const Lab &lab = m_drive.colours()[i];
            m_there[0].set(i, coded(withBlack(m_mapping.expanded(lab), m_black, 0)));
            m_there[1].set(i, coded(lab));
        }
    }

    /// Along the neutral axis the table's values are straight over this, so that grays are exact between nodes too.
    [[nodiscard]] double gridOfLightness(double l) const { return m_grayRoot.at(m_lightness.where(l)); }
    /// On the display's side of black scaling, of all tables alike.
    [[nodiscard]] double lightnessOfNode(int node) const { return m_lightness.at(m_grayRoot.where(double(node) / (m_grid - 1))); }
    [[nodiscard]] double chromaOfNode(int node) const
    {
        const double x = 2 * double(node) / (m_grid - 1) - 1, most = x > 0 ? kMostChroma : kLeastChroma;
        return std::copysign(kChromaScale * std::sinh(std::abs(x) * std::asinh(most / kChromaScale)), x);
    }

    /// The nodes at one a*, in columns of equal b* from black to white and back.
    void fillColumns(int i) const
    {
        LightSpace::Seeker seeker(m_space);
        for (int k = 0; k < m_grid; ++k) {
            for (int step = 0; step < m_grid; ++step) {
                const int slice = k % 2 == 0 ? step : m_grid - 1 - step;
                const size_t node = m_drive.at(slice, i, k);
                const Lab lab{lightnessOfNode(slice), chromaOfNode(i), chromaOfNode(k)};
                const RelXYZ meant = xyzOf(lab, iccD50());
                const Lab even = evenHueOf(meant);
                // Under perceptual's black a* and b* of the node are another colour's, of the same lightness.
                const double l = withBlack({lab.a, 0, 0}, m_black, 0).a;
                const RelXYZ pressed = xyzOf(withBlack({l, lab.b, lab.c}, 0, m_black), iccD50());
                m_back[0].set(node, m_mapping.pressed(seeker, pressed, evenHueOf(pressed), false));
                const GamutMapping::Pair others = m_mapping.unpressed(seeker, meant, even, m_needed[node] != 0);
                m_back[1].set(node, others.relative);
                m_back[2].set(node, others.saturation);
            }
        }
    }

    /// Marks the nodes of all cells that hold colours of the display.
    void markNeeded()
    {
        m_needed.assign(m_drive.colours().size(), 0);
        const auto cell = [&](double share) { return std::clamp(int(share * (m_grid - 1)), 0, m_grid - 2); };
        const auto mark = [&](const Lab &lab) {
            m_needed[m_drive.at(cell(gridOfLightness(lab.a)), cell(chromaToGrid(lab.b)), cell(chromaToGrid(lab.c)))] = 1;
        };
        const auto rim = [&](int i) { return i == 0 || i == m_grid - 1; };
        for (int r = 0; r < m_grid; ++r) {
            for (int g = 0; g < m_grid; ++g) {
                for (int b = 0; b < m_grid; ++b) {
                    const Lab &lab = m_drive.colours()[m_drive.at(r, g, b)];
                    mark(lab);
                    if (rim(r) || rim(g) || rim(b)) {
                        // Between samples the surface bulges.
                        const double length = GamutSurface::directionOf(lab).length, scale = length > 0 ? 1 + kMargin / length : 1;
                        mark({50 + scale * (lab.a - 50), scale * lab.b, scale * lab.c});
                    }
                }
            }
        }
        spreadToNodes(m_needed, m_grid);
    }

    int m_grid;
    LightSpace m_space;
    RisingTable m_lightness, m_grayRoot;
    DriveGrid m_drive;
    double m_black; ///< luminance relative to white
    GamutMapping m_mapping;
    std::vector<char> m_needed;                           ///< for each node of the relative table and of saturation's
    std::array<std::vector<double>, 2> m_lightnessCurves; ///< L* to the grid: perceptual, and the two others
    std::vector<double> m_chromaCurve, m_stepsCurve;      ///< a* or b* to the grid; drive to the grid
    std::array<std::vector<double>, 3> m_drives;          ///< what the tables store to drive
    std::vector<TableTag> m_there, m_back;
};

} // namespace

Result<Bytes> writeTableProfile(const ShownDisplay &display, const Ramps &ramps, const ProfileText &text, int grid)
{
    const auto source = rgbSpace(text.perceptualSource);
    if (!source) {
        return profileError(say("no-space-called", text.perceptualSource));
    }
    const bool second = text.version < 4;
    const Context context = quietContext();
    const ProfileHandle profile(cmsCreateProfilePlaceholder(raw(context)));
    const bool good = profile
                      && writeCommonTags(raw(context), profile.get(), text, second ? cmsSigLabData : cmsSigXYZData, display.chad(), display.white().b,
                                         display.evaluate({0, 0, 0}), ramps);
    constexpr size_t kTables = 6; // both ways, three intents
    std::optional<ProfileFile> file = good ? ProfileFile::of(profile.get(), kTables) : std::nullopt;
    if (!file) {
        return profileError(say("profile-could-not-written"));
    }
    const int nodes = std::clamp(grid, 9, 65) | 1;
    if (second) {
        LabTables(display, nodes, *source, *file).fill();
    } else {
        writeLightTables(display, nodes, *source, *file);
    }
    return std::move(*file).sealed(text.created);
}

} // namespace lamp
