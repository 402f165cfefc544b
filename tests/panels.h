// SPDX-License-Identifier: GPL-3.0-or-later
// Made-up displays for tests, written as formulas: what each does to a drive is known exactly.
#pragma once

#include "colour/difference.h"
#include "colour/spaces.h"
#include "model/display_model.h"

#include <cmath>
#include <functional>
#include <random>

namespace lamp {

/// cd/m² of a drive.
using MadeUpPanel = std::function<XYZ(const Drive &)>;

/// An additive display with a space's primaries, an exponent for each channel, black at a share of white.
inline MadeUpPanel additivePanel(const char *space, double white, double blackShare, const std::array<double, 3> &gamma = {2.2, 2.2, 2.2})
{
    const Eigen::Matrix3d m = rgbSpace(space)->toXyz() * white;
    const Eigen::Vector3d black = blackShare * m.rowwise().sum();
    return [m, black, gamma](const Drive &d) {
        return XYZ(m * Eigen::Vector3d(std::pow(d.a, gamma[0]), std::pow(d.b, gamma[1]), std::pow(d.c, gamma[2])) + black);
    };
}

inline Eigen::Vector3d gammaLight(const Drive &d)
{
    return {std::pow(d.a, 2.2), std::pow(d.b, 2.2), std::pow(d.c, 2.2)};
}

inline Primaries primariesOf(const MadeUpPanel &panel)
{
    return {panel({1, 0, 0}), panel({0, 1, 0}), panel({0, 0, 1}), panel({1, 1, 1}), panel({0, 0, 0})};
}

/// Readings of a panel with a noise of 1e-4 of each component and a floor of 1e-4 cd/m².
inline std::vector<PanelReading> readingsOf(const MadeUpPanel &panel, const std::vector<Drive> &drives, unsigned seed = 1)
{
    std::mt19937 random(seed);
    std::normal_distribution<double> normal;
    std::vector<PanelReading> all;
    for (const Drive &d : drives) {
        PanelReading r{d, panel(d), {}, double(all.size()), int(all.size()) + 1};
        for (int c = 0; c < 3; ++c) {
            r.sigma[c] = std::hypot(1e-4 * r.xyz[c], 1e-4);
            r.xyz[c] += r.sigma[c] * normal(random);
        }
        all.push_back(r);
    }
    return all;
}

inline std::vector<Drive> grays(const std::vector<double> &levels)
{
    std::vector<Drive> all;
    for (const double v : levels) {
        all.push_back({v, v, v});
    }
    return all;
}

/// Primaries, secondaries, grays and mixtures: enough for any of the made-up panels.
inline std::vector<Drive> manyDrives()
{
    std::vector<Drive> all = grays({0, 0.03, 0.08, 0.15, 0.25, 0.4, 0.55, 0.7, 0.85, 1});
    for (const double v : {0.3, 0.6, 1.0}) {
        all.insert(all.end(), {{v, 0, 0}, {0, v, 0}, {0, 0, v}, {v, v, 0}, {0, v, v}, {v, 0, v}});
    }
    all.insert(all.end(), {{1, 0.6, 0.5},
                           {0.5, 0.75, 1},
                           {0.45, 0.9, 0.4},
                           {0.8, 0.35, 0.7},
                           {0.75, 0.7, 0.25},
                           {0.3, 0.7, 0.7},
                           {0.85, 0.85, 0.6},
                           {0.35, 0.3, 0.55},
                           {0.55, 0.35, 0.25},
                           {0.7, 0.9, 0.9}});
    return all;
}

/// CIEDE2000 of two absolute colours relative to a white.
inline double differenceUnder(const XYZ &white, const XYZ &a, const XYZ &b)
{
    const RelXYZ n = relativeTo(white, white.b);
    return deltaE2000(labOf(relativeTo(a, white.b), n), labOf(relativeTo(b, white.b), n));
}

} // namespace lamp
