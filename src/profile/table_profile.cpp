// SPDX-License-Identifier: GPL-3.0-or-later
// Profiles by tables (docs/methods.md, "Table profile").
#include "profile/table_profile.h"

#include "base/parallel.h"
#include "colour/cube_root.h"
#include "colour/spaces.h"
#include "profile/display_gamut.h"
#include "profile/lcms_handles.h"

#include <algorithm>
#include <cmath>

namespace lamp {

using namespace lcms;

namespace {

constexpr int kCurve = 4096;                  // entries of the curves before and after a table
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

/// A rising list of values at equal steps, to be read both ways.
class RisingTable {
public:
    explicit RisingTable(std::vector<double> values) : m_values(std::move(values))
    {
        // Strictly rising, so that it has one inverse.
        for (size_t i = 1; i < m_values.size(); ++i) {
            m_values[i] = std::max(m_values[i], m_values[i - 1] + 1e-9);
        }
    }
    [[nodiscard]] double at(double x) const { return sampledAt(m_values, x); }
    [[nodiscard]] double where(double value) const
    {
        const auto next = std::upper_bound(m_values.begin(), m_values.end(), value);
        if (next == m_values.begin() || next == m_values.end()) {
            return next == m_values.begin() ? 0 : 1;
        }
        const auto i = size_t(next - m_values.begin());
        return (double(i - 1) + (value - m_values[i - 1]) / (m_values[i] - m_values[i - 1])) / double(m_values.size() - 1);
    }

private:
    std::vector<double> m_values;
};

/// The display in terms of its channels' light instead of drive, carried on straight where light leaves 0..1.
class LightSpace {
public:
    explicit LightSpace(const ShownDisplay &display) : m_display(display), m_matrix(display.asMatrix({}))
    {
        m_columns = m_matrix.channels;
        m_inverse = m_columns.inverse();
        m_black = m_matrix.black.vec();
        m_toXyz = display.chad().inverse() * display.white().b;
        for (size_t c = 0; c < 3; ++c) {
            const RisingTable tone(m_matrix.light[c]);
            for (size_t i = 0; i <= kDrives; ++i) {
                const double s = double(i) / kDrives;
                m_drive[c][i] = tone.where(s * s);
            }
        }
    }

    [[nodiscard]] double drive(int channel, double light) const
    {
        const double where = std::sqrt(std::clamp(light, 0.0, 1.0)) * kDrives;
        const size_t i = std::min(size_t(where), size_t(kDrives - 1));
        const auto &table = m_drive[size_t(channel)];
        return table[i] + (where - double(i)) * (table[i + 1] - table[i]);
    }

    /// Light of a gray drive, relative to white's, in the mean of the channels; 1024 equal steps of drive.
    [[nodiscard]] std::vector<double> grayLight() const
    {
        std::vector<double> all;
        for (size_t i = 0; i < m_matrix.light[0].size(); ++i) {
            all.push_back((m_matrix.light[0][i] + m_matrix.light[1][i] + m_matrix.light[2][i]) / 3);
        }
        return all;
    }

    /// Finds the light of the channels that shows a colour, going on from the colour before; beyond 0..1 where the
    /// display cannot show it.
    class Seeker {
    public:
        explicit Seeker(const LightSpace &space) : m_space(space) { restart(); }

        Eigen::Vector3d lightFor(const Lab &lab, double close)
        {
            const Eigen::Vector3d wanted = m_space.m_toXyz * xyzOf(lab, iccD50()).vec();
            if (!approach(wanted, close)) {
                restart();
                approach(wanted, close);
            }
            return m_light;
        }

    private:
        void restart()
        {
            m_light = Eigen::Vector3d::Constant(0.2);
            m_shown = m_space.shown(m_light);
            m_inverse = m_space.m_inverse;
        }
        /// Broyden's method (Broyden 1965, the first): exact at once where channels add up.
        bool approach(const Eigen::Vector3d &wanted, double close)
        {
            constexpr int kMost = 14;
            for (int i = 0; i < kMost; ++i) {
                const Eigen::Vector3d step = m_inverse * (wanted - m_shown);
                m_light += step;
                const Eigen::Vector3d next = m_space.shown(m_light), change = m_inverse * (next - m_shown);
                const double scale = step.dot(change);
                if (std::abs(scale) > 0.05 * step.squaredNorm() && step.squaredNorm() > 1e-10) {
                    m_inverse += (step - change) / scale * (step.transpose() * m_inverse);
                }
                m_shown = next;
                if ((m_space.m_inverse * (wanted - next)).cwiseAbs().maxCoeff() < close) {
                    return true;
                }
            }
            return false;
        }

        const LightSpace &m_space;
        Eigen::Vector3d m_light, m_shown;
        Eigen::Matrix3d m_inverse;
    };

private:
    static constexpr int kDrives = 2048;

    [[nodiscard]] Eigen::Vector3d shown(const Eigen::Vector3d &light) const
    {
        const Eigen::Vector3d inside = light.cwiseMax(0.0).cwiseMin(1.0);
        const XYZ xyz = m_display.evaluate({drive(0, inside[0]), drive(1, inside[1]), drive(2, inside[2])});
        return xyz.vec() + m_columns * (light - inside);
    }

    const ShownDisplay &m_display;
    MatrixModel m_matrix;
    Eigen::Matrix3d m_columns, m_inverse, m_toXyz;
    Eigen::Vector3d m_black;
    std::array<std::array<double, kDrives + 1>, 3> m_drive{};
};

/// Luminances under one black put under another, in tristimulus values: white stays (black point compensation).
Lab withBlack(const Lab &lab, double from, double to)
{
    const RelXYZ w = iccD50();
    const double scale = (1 - to) / (1 - from);
    return labOf(scale * xyzOf(lab, w) + (1 - scale) * w, w);
}

class TableBuilder {
public:
    TableBuilder(const ShownDisplay &display, int version, int grid)
        : m_version(version), m_grid(grid), m_space(display), m_lightness(lightnessOfGrays(display)), m_grayRoot(rootOfGrays(m_space)),
          m_steps(stepsOfGrays(m_lightness)), m_forward(colours(grid, [&](const Drive &d) { return display.lab(d); })), m_surface(m_forward, grid),
          m_black(xyzOf(display.lab({0, 0, 0}), iccD50()).b)
    {
        const AdditiveGray wide{rgbSpace("Rec. 2020")->toXyz()};
        m_reference.emplace(colours(kReferenceGrid, [&](const Drive &d) { return withBlack(wide.lab(d), 0, m_black); }), kReferenceGrid);
        for (int i = 0; i < grid; ++i) {
            m_chroma.push_back(chromaOfNode(i));
        }
        for (int i = 0; i < kCurve; ++i) {
            const double x = i / (kCurve - 1.0), a = decoded(x, x).b;
            m_chromaCurve.push_back(chromaToGrid(a, a > 0 ? mostChroma() : 128));
            for (int c = 0; c < 3; ++c) {
                m_drives[size_t(c)].push_back(m_space.drive(c, fromRoot(x * (1 + kBelow + kAbove) - kBelow)));
            }
        }
        inParallel(GamutSurface::kHues, [this](int hue) { fillBoundary(hue); });
        markNeeded();
        for (auto *table : {&m_perceptual, &m_relative, &m_saturation}) {
            table->resize(m_forward.size() * 3);
        }
        inParallel(grid, [this](int slice) { fillSlice(slice); });
    }

    [[nodiscard]] Bytes forward(bool perceptual) const
    {
        std::vector<std::uint16_t> table(m_forward.size() * 3);
        const bool scaled = perceptual && m_version >= 4;
        // Version 2 ends its scale at 0xFF00, version 4 at 0xFFFF (ICC.1, 6.3.4).
        const double lightness = m_version == 2 ? 652.8 : 655.35, chroma = m_version == 2 ? 256 : 257;
        const auto coded = [](double v) { return std::uint16_t(std::clamp(v, 0.0, 65535.0) + 0.5); };
        for (size_t i = 0; i < m_forward.size(); ++i) {
            const Lab lab = scaled ? withBlack(m_forward[i], m_black, kReferenceBlack) : m_forward[i];
            table[3 * i] = coded(lightness * lab.a);
            table[3 * i + 1] = coded(chroma * (lab.b + 128));
            table[3 * i + 2] = coded(chroma * (lab.c + 128));
        }
        std::vector<double> steps;
        for (int i = 0; i < kCurve; ++i) {
            steps.push_back(m_steps.at(i / (kCurve - 1.0)));
        }
        return tableTag({{&steps, &steps, &steps}, m_grid, &table, {}}, m_version, true);
    }

    [[nodiscard]] Bytes inverse(Intent intent) const
    {
        std::vector<double> l;
        for (int i = 0; i < kCurve; ++i) {
            const double x = i / (kCurve - 1.0);
            l.push_back(gridOfLightness(std::min(decoded(x, x).a, 100.0), intent));
        }
        const auto &table = intent == Intent::Perceptual ? m_perceptual : (intent == Intent::Relative ? m_relative : m_saturation);
        return tableTag({{&l, &m_chromaCurve, &m_chromaCurve}, m_grid, &table, {&m_drives[0], &m_drives[1], &m_drives[2]}}, m_version, false);
    }

private:
    /// A colour space without black leakage, for the reference gamut.
    struct AdditiveGray {
        Eigen::Matrix3d columns, chad = adaptation(RelXYZ(Eigen::Vector3d(columns.rowwise().sum())), iccD50());
        [[nodiscard]] Lab lab(const Drive &d) const
        {
            const Eigen::Vector3d light(std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2));
            return labOf(RelXYZ(chad * (columns * light)), iccD50());
        }
    };

    static RisingTable lightnessOfGrays(const ShownDisplay &display)
    {
        std::vector<double> l;
        for (int i = 0; i < kCurve; ++i) {
            const double v = i / (kCurve - 1.0);
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
        for (int i = 0; i < kCurve; ++i) {
            const double v = i / (kCurve - 1.0);
            steps.push_back((lightness.at(v) - black) / (lightness.at(1) - black));
        }
        return RisingTable(std::move(steps));
    }

    template <typename LabOf> std::vector<Lab> colours(int grid, const LabOf &labOf) const
    {
        std::vector<double> drive;
        for (int i = 0; i < grid; ++i) {
            drive.push_back(m_steps.where(double(i) / (grid - 1)));
        }
        std::vector<Lab> all(size_t(grid) * size_t(grid) * size_t(grid));
        inParallel(grid, [&](int r) {
            for (int g = 0; g < grid; ++g) {
                for (int b = 0; b < grid; ++b) {
                    all[size_t((r * grid + g) * grid + b)] = labOf(Drive{drive[size_t(r)], drive[size_t(g)], drive[size_t(b)]});
                }
            }
        });
        return all;
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
            m_boundary[size_t(hue * GamutSurface::kAngles + angle)] = roots(seeker.lightFor(m_surface.corner(hue, angle), kNear));
        }
    }
    [[nodiscard]] Eigen::Vector3d onBoundary(const GamutSurface::Spot &spot) const
    {
        const Eigen::Vector3d *here = &m_boundary[size_t(spot.hue * GamutSurface::kAngles + spot.angle)];
        const Eigen::Vector3d *next = &m_boundary[size_t((spot.hue + 1) % GamutSurface::kHues * GamutSurface::kAngles + spot.angle)];
        const double s = spot.hueShare, t = spot.angleShare;
        return (1 - s) * ((1 - t) * here[0] + t * here[1]) + s * ((1 - t) * next[0] + t * next[1]);
    }

    void fillSlice(int slice)
    {
        LightSpace::Seeker seeker(m_space);
        const double l = lightnessOfNode(slice, Intent::Perceptual), relative = lightnessOfNode(slice, Intent::Relative);
        for (int i = 0; i < m_grid; ++i) {
            for (int k = 0; k < m_grid; ++k) {
                const Lab lab = toDisplay({l, m_chroma[size_t(i)], m_chroma[size_t(k)]}, Intent::Perceptual);
                const GamutSurface::Direction direction = GamutSurface::directionOf(lab);
                const auto pressed = m_surface.compressed(direction, lab, *m_reference, kKnee);
                store(m_perceptual, slice, i, k,
                      pressed ? roots(seeker.lightFor(*pressed, *pressed == lab ? kClose : kPressed))
                              : onBoundary(m_surface.towards(direction, lab)));
            }
        }
        for (int i = 0; i < m_grid; ++i) {
            for (int k = 0; k < m_grid; ++k) {
                fillRelative({relative, m_chroma[size_t(i)], m_chroma[size_t(k)]}, seeker, slice, i, k);
            }
        }
    }

    void fillRelative(const Lab &lab, LightSpace::Seeker &seeker, int slice, int i, int k)
    {
        // Nodes whose cells hold colours of the display carry the model on beyond its gamut, so that the display is met
        // exactly up to its boundary; all others keep the hue.
        if (m_needed[size_t((slice * m_grid + i) * m_grid + k)] != 0) {
            const Eigen::Vector3d on = roots(seeker.lightFor(lab, kClose));
            store(m_relative, slice, i, k, on);
            store(m_saturation, slice, i, k, on);
            return;
        }
        const GamutSurface::Direction direction = GamutSurface::directionOf(lab);
        store(m_relative, slice, i, k, onBoundary(m_surface.nearest(direction, lab, 0.6)));
        store(m_saturation, slice, i, k, onBoundary(m_surface.nearest(direction, lab, 1.8)));
    }

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
            for (int corner = 0; corner < 8; ++corner) {
                m_needed[size_t(((l + (corner & 1)) * m_grid + a + (corner >> 1 & 1)) * m_grid + b + (corner >> 2))] = 1;
            }
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
    }

    static Eigen::Vector3d roots(const Eigen::Vector3d &light) { return {toRoot(light[0]), toRoot(light[1]), toRoot(light[2])}; }

    void store(std::vector<std::uint16_t> &table, int slice, int i, int k, const Eigen::Vector3d &root) const
    {
        for (int c = 0; c < 3; ++c) {
            const double stored = std::clamp((root[c] + kBelow) / (1 + kBelow + kAbove), 0.0, 1.0);
            table[size_t(((slice * m_grid + i) * m_grid + k) * 3 + c)] = std::uint16_t(65535 * stored + 0.5);
        }
    }

    int m_version, m_grid;
    LightSpace m_space;
    RisingTable m_lightness, m_grayRoot, m_steps;
    std::vector<Lab> m_forward;
    GamutSurface m_surface;
    double m_black;
    std::optional<GamutSurface> m_reference;
    std::vector<Eigen::Vector3d> m_boundary = std::vector<Eigen::Vector3d>(size_t(GamutSurface::kHues) * GamutSurface::kAngles);
    std::vector<char> m_needed;                  ///< for each node of the relative table
    std::vector<double> m_chroma;                ///< a* or b* of each node
    std::vector<double> m_chromaCurve;           ///< a* or b* to the grid
    std::array<std::vector<double>, 3> m_drives; ///< what the tables store to drive
    std::vector<std::uint16_t> m_perceptual, m_relative, m_saturation;
};

} // namespace

Result<Bytes> writeTableProfile(const ShownDisplay &display, const Ramps &ramps, const ProfileText &text, int grid)
{
    const Context context = quietContext();
    const ProfileHandle profile(cmsCreateProfilePlaceholder(raw(context)));
    const TableBuilder builder(display, text.version, std::clamp(grid, 9, 65) | 1);
    bool good =
        profile
        && writeCommonTags(raw(context), profile.get(), text, cmsSigLabData, display.chad(), display.white().b, display.evaluate({0, 0, 0}), ramps);
    const auto write = [&](cmsTagSignature tag, const Bytes &content) {
        good = good && cmsWriteRawTag(profile.get(), tag, content.data(), cmsUInt32Number(content.size()));
    };
    std::array<Bytes, 5> tags;
    // Version 2 has one table from drive to colour for all intents.
    inParallel(int(tags.size()), [&](int i) {
        if (i > 0 || text.version >= 4) {
            tags[size_t(i)] = i < 2 ? builder.forward(i == 0) : builder.inverse(Intent(i - 2));
        }
    });
    write(cmsSigAToB1Tag, tags[1]);
    if (text.version >= 4) {
        write(cmsSigAToB0Tag, tags[0]);
    } else {
        good = good && cmsLinkTag(profile.get(), cmsSigAToB0Tag, cmsSigAToB1Tag);
    }
    good = good && cmsLinkTag(profile.get(), cmsSigAToB2Tag, cmsSigAToB1Tag);
    write(cmsSigBToA0Tag, tags[2]);
    write(cmsSigBToA1Tag, tags[3]);
    write(cmsSigBToA2Tag, tags[4]);
    const Bytes bytes = good ? finished(profile.get(), text.created) : Bytes{};
    if (bytes.empty()) {
        return profileError("The profile could not be written.");
    }
    return bytes;
}

} // namespace lamp
