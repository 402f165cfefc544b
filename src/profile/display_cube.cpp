// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/display_cube.h"

#include "base/parallel.h"
#include "base/text.h"
#include "calibrate/ramps.h"
#include "colour/difference.h"
#include "colour/even_hue.h"
#include "colour/spaces.h"
#include "gamut/gamut.h"
#include "profile/gamut_surface.h"

#include <algorithm>
#include <cmath>
#include <optional>

namespace lamp {

namespace {

constexpr int kMostNodes = 129;

/// The display side of a cube: absolute colours against its profile.
struct Screen {
    const Profile &profile;
    double luminance;        ///< of its white, cd/m²
    Eigen::Matrix3d toPcs;   ///< relative to white (Y = 1) to D50
    Eigen::Matrix3d fromPcs; ///< and back
    XYZ black;

    explicit Screen(const Profile &p) : profile(p), luminance(p.facts().luminance.value_or(100)), toPcs(p.chad()), fromPcs(toPcs.inverse())
    {
        black = colour({0, 0, 0});
    }
    [[nodiscard]] XYZ colour(const Drive &d) const { return XYZ(luminance * (fromPcs * xyzOf(profile.colourOf(d), iccD50()).vec())); }
    [[nodiscard]] Lab lab(const XYZ &xyz) const { return labOf(RelXYZ(toPcs * xyz.vec() / luminance), iccD50()); }
    [[nodiscard]] bool shows(const XYZ &xyz) const
    {
        const Lab wanted = lab(xyz);
        return wanted.a <= 100.02 && deltaE2000(profile.colourOf(profile.driveFor(wanted)), wanted) < 0.35;
    }
    /// The most luminance at a chromaticity.
    [[nodiscard]] double most(const Chromaticity &white) const
    {
        double low = 0, high = 1.2 * luminance;
        for (int i = 0; i < 24; ++i) {
            const double middle = (low + high) / 2;
            (shows(xyzOf(white, middle)) ? low : high) = middle;
        }
        return low;
    }
};

/// What the source's drives are to be on the screen.
struct Wanted {
    Eigen::Matrix3d toXyz; ///< source's light, relative to white, to XYZ relative to the white that is shown
    ToneCurve tone;
    double luminance;
    XYZ black;

    Wanted(const Screen &screen, const CubeTask &task) : black(screen.black)
    {
        toXyz = task.source.toXyz();
        if (!task.sourceWhite) {
            const XYZ own = screen.colour({1, 1, 1});
            toXyz = adaptation(whiteOf(task.source.white), relativeTo(own, own.b)) * toXyz;
        }
        luminance = task.luminance > 0 ? task.luminance : (task.sourceWhite ? screen.most(task.source.white) : screen.luminance);
        tone = task.tone.withBlack(black.b / luminance);
    }
    [[nodiscard]] XYZ colour(const Drive &source) const
    {
        const Eigen::Vector3d light(tone.value(source.a), tone.value(source.b), tone.value(source.c));
        // The display's black is under everything: it is added to, not subtracted from.
        return XYZ(black.vec() + (luminance - black.b) * (toXyz * light));
    }
};

std::vector<std::string> header(const CubeTask &task, const Screen &screen, double luminance, const char *way)
{
    return {std::string("Dutiful Lamp: ") + way, "Source: " + task.source.name + ", tone " + task.tone.name(),
            "Display: " + task.displayName + ", white at " + fixed(screen.luminance, 1) + " cd/m2, black " + fixed(screen.black.b, 3) + " cd/m2",
            "White shown: " + std::string(task.sourceWhite ? "the source's" : "the display's own") + ", at " + fixed(luminance, 1) + " cd/m2 (scale "
                + fixed(luminance / screen.luminance, 4) + " of the display's white)",
            std::string("Calibration ramps: ") + (task.foldRamps ? "contained; load none beside this cube" : "not contained; keep them loaded")};
}

template <typename ValueOf> void fill(Cube &cube, const ValueOf &valueOf)
{
    const int n = cube.size;
    cube.values.resize(size_t(n) * size_t(n) * size_t(n));
    inParallel(n, [&](int b) {
        for (int g = 0; g < n; ++g) {
            for (int r = 0; r < n; ++r) {
                const double top = n - 1;
                cube.values[size_t((b * n + g) * n + r)] = valueOf(Drive{r / top, g / top, b / top});
            }
        }
    });
}

} // namespace

XYZ wantedThroughCube(const Profile &display, const CubeTask &task, const Drive &source)
{
    return Wanted(Screen(display), task).colour(source);
}

Result<Cube> cubeToDisplay(const Profile &display, const CubeTask &task)
{
    const Screen screen(display);
    const Wanted wanted(screen, task);
    const double most = task.sourceWhite ? screen.most(task.source.white) : screen.luminance;
    if (wanted.luminance > 1.005 * most) {
        return Error{ErrorKind::Input,
                     say("display-reaches-white-cube", decimal(most, 1), decimal(wanted.luminance, 1)),
                     say("no-cube-written"),
                     say("ask-or-less-or", decimal(std::floor(most), 0)),
                     "cube",
                     false};
    }
    constexpr int kSurfaceGrid = 25;
    std::vector<Lab> colours;
    for (const Drive &d : evenDrives(kSurfaceGrid)) {
        colours.push_back(evenHueOf(xyzOf(display.colourOf(d), iccD50())));
    }
    const GamutSurface gamut(colours, kSurfaceGrid);
    const auto ramps = task.foldRamps ? display.ramps(1024) : std::nullopt;
    Cube cube;
    cube.size = std::clamp(task.size, 2, kMostNodes);
    cube.title = task.source.name + " to " + task.displayName;
    cube.comments = header(task, screen, wanted.luminance, "source to display");
    fill(cube, [&](const Drive &source) {
        const Lab lab = screen.lab(wanted.colour(source));
        // The surface is a table, so a colour on the boundary may fall a little outside it: the profile decides there.
        const Lab even = evenHueOf(xyzOf(lab, iccD50()));
        const GamutSurface::Direction direction = GamutSurface::directionOf(even);
        const bool beyond = direction.length > gamut.reach(direction) + 2;
        const Drive d = display.driveFor(beyond ? labOf(xyzOfEvenHue(gamut.colourAt(gamut.nearest(even, 0.6))), iccD50()) : lab);
        return ramps ? throughCurves(*ramps, d) : d;
    });
    return cube;
}

Cube cubeFromDisplay(const Profile &display, const CubeTask &task)
{
    const Screen screen(display);
    const Wanted wanted(screen, task);
    const Eigen::Matrix3d toLight = wanted.toXyz.inverse();
    Cube cube;
    cube.size = std::clamp(task.size, 2, kMostNodes);
    cube.title = task.displayName + " to " + task.source.name;
    cube.comments = header(task, screen, wanted.luminance, "display to source space");
    fill(cube, [&](const Drive &d) {
        const Eigen::Vector3d light = toLight * (screen.colour(d) - wanted.black).vec() / (wanted.luminance - wanted.black.b);
        return Drive{wanted.tone.inverse(std::clamp(light[0], 0.0, 1.0)), wanted.tone.inverse(std::clamp(light[1], 0.0, 1.0)),
                     wanted.tone.inverse(std::clamp(light[2], 0.0, 1.0))};
    });
    return cube;
}

Cube cubeOf(const Ramps &ramps, const std::string &title)
{
    Cube cube;
    cube.threeD = false;
    cube.size = int(ramps.r.size());
    cube.title = title;
    cube.comments = {"Dutiful Lamp: calibration ramps"};
    for (size_t i = 0; i < ramps.r.size(); ++i) {
        cube.values.emplace_back(ramps.r[i], ramps.g[i], ramps.b[i]);
    }
    return cube;
}

} // namespace lamp
