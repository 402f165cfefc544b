// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "profile/light_space.h"

#include <vector>

namespace lamp {

/// The nodes of a table from drive: along each axis in equal steps of the grays' lightness, since colours are nearly straight in that.
class DriveGrid {
public:
    DriveGrid(const ShownDisplay &display, int nodes);

    [[nodiscard]] int nodes() const { return m_nodes; }
    [[nodiscard]] size_t at(int r, int g, int b) const { return (size_t(r) * size_t(m_nodes) + size_t(g)) * size_t(m_nodes) + size_t(b); }
    /// Where on an axis a drive lies, 0..1; as a curve of so many entries.
    [[nodiscard]] std::vector<double> curve(int entries) const;
    /// Lab (D50, relative to white) of the nodes, the last axis fastest.
    [[nodiscard]] const std::vector<Lab> &colours() const { return m_colours; }

private:
    int m_nodes;
    RisingTable m_steps;
    std::vector<Lab> m_colours;
};

/// From cells, each known by its first node, to all their nodes.
void spreadToNodes(std::vector<char> &cells, int grid);

} // namespace lamp
