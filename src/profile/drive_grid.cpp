// SPDX-License-Identifier: GPL-3.0-or-later
#include "profile/drive_grid.h"

#include "base/parallel.h"

namespace lamp {

namespace {

RisingTable stepsOfGrays(const ShownDisplay &display)
{
    constexpr int kGrays = 1024;
    std::vector<double> steps;
    const double black = display.lab({}).a, white = display.lab({1, 1, 1}).a;
    for (int i = 0; i <= kGrays; ++i) {
        const double v = double(i) / kGrays;
        steps.push_back((display.lab({v, v, v}).a - black) / (white - black));
    }
    return RisingTable(std::move(steps));
}

} // namespace

DriveGrid::DriveGrid(const ShownDisplay &display, int nodes)
    : m_nodes(nodes), m_steps(stepsOfGrays(display)), m_colours(size_t(nodes) * size_t(nodes) * size_t(nodes))
{
    std::array<std::vector<DisplayModel::ChannelState>, 3> axes;
    for (int i = 0; i < nodes; ++i) {
        for (int c = 0; c < 3; ++c) {
            axes[size_t(c)].push_back(display.channelAt(c, m_steps.where(double(i) / (nodes - 1))));
        }
    }
    inParallel(nodes, [&](int r) {
        for (int g = 0; g < nodes; ++g) {
            for (int b = 0; b < nodes; ++b) {
                m_colours[at(r, g, b)] = display.relativeLab(display.model().evaluate(axes[0][size_t(r)], axes[1][size_t(g)], axes[2][size_t(b)]));
            }
        }
    });
}

std::vector<double> DriveGrid::curve(int entries) const
{
    std::vector<double> all;
    for (int i = 0; i < entries; ++i) {
        all.push_back(m_steps.at(i / (entries - 1.0)));
    }
    return all;
}

void spreadToNodes(std::vector<char> &cells, int grid)
{
    for (const size_t step : {size_t(1), size_t(grid), size_t(grid) * size_t(grid)}) {
        for (size_t node = cells.size() - 1; node >= step; --node) {
            cells[node] |= cells[node - step];
        }
    }
}

} // namespace lamp
