// SPDX-License-Identifier: GPL-3.0-or-later
#include "gamut/gamut.h"

#include <cmath>
#include <vector>

#include <boost/geometry/algorithms/append.hpp>
#include <boost/geometry/algorithms/area.hpp>
#include <boost/geometry/algorithms/correct.hpp>
#include <boost/geometry/algorithms/intersection.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>
#include <boost/geometry/strategies/strategies.hpp>

namespace lamp {

double areaPercent(const std::array<Chromaticity, 3> &display, const std::array<Chromaticity, 3> &space, bool uv)
{
    using Point = boost::geometry::model::d2::point_xy<double>;
    using Polygon = boost::geometry::model::polygon<Point>;
    const auto triangle = [&](const std::array<Chromaticity, 3> &corners) {
        Polygon t;
        for (const Chromaticity &c : corners) {
            const Uv w = uv ? uvOf(c) : Uv{c.x, c.y};
            boost::geometry::append(t, Point(w.u, w.v));
        }
        boost::geometry::correct(t);
        return t;
    };
    for (const auto *corners : {&display, &space}) {
        for (const Chromaticity &c : *corners) {
            if (!std::isfinite(c.x) || !std::isfinite(c.y)) {
                return std::nan("");
            }
        }
    }
    std::vector<Polygon> common;
    const Polygon wanted = triangle(space), shown = triangle(display);
    constexpr double kFlat = 1e-9;
    if (std::abs(boost::geometry::area(shown)) < kFlat) {
        return 0; // primaries that span nothing
    }
    if (std::abs(boost::geometry::area(wanted)) < kFlat) {
        return std::nan(""); // there is nothing that it could be a share of
    }
    try {
        boost::geometry::intersection(shown, wanted, common);
    } catch (const boost::geometry::exception &) {
        return std::nan("");
    }
    double area = 0;
    for (const Polygon &piece : common) {
        area += boost::geometry::area(piece);
    }
    return 100 * area / boost::geometry::area(wanted);
}

} // namespace lamp
