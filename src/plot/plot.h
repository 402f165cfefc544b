// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lamp::plot {

/// How strongly something is drawn: neutral tones, since colour in a chart means a colour.
enum class Ink { Strong, Soft, Faint };
enum class Stroke { None, Solid, Dashed, Dotted };
enum class Mark { None, Square, Ring, Cross };

/// A value that can be read out.
struct Point {
    double x = 0, y = 0;
    std::optional<double> uncertainty; ///< of y, expanded (k = 2)
    std::string text;                  ///< in words with its units; empty: only a step of the line
};

/// Points that belong together: a line, marks, or a closed outline.
struct Series {
    std::string name;
    std::vector<Point> points;
    Stroke stroke = Stroke::Solid;
    double width = 1.2; ///< of the line, pixels
    Ink ink = Ink::Strong;
    Mark mark = Mark::None;
    bool closed = false;
};

/// A bar from the axis up, with a swatch of the colour that it stands for under it.
struct Bar {
    double x = 0, y = 0;         ///< middle and height
    std::array<int, 3> swatch{}; ///< sRGB, 0..255
    std::optional<double> uncertainty;
    std::string text;
};

/// A height that must not be passed.
struct Limit {
    double y = 0;
    std::string name;
    Stroke stroke = Stroke::Dashed;
    bool left = false; ///< its name stands at the left
};

struct Axis {
    std::string name, unit;
    double from = 0, to = 1;
    std::vector<double> ticks; ///< of the whole chart; a part of it gets its own
    int decimals = 0;
    [[nodiscard]] std::string title() const { return unit.empty() ? name : name + ", " + unit; }
};

/// What a chart shows, apart from how it is drawn.
struct Plot {
    enum class Legend { None, Beside, TopLeft, BottomLeft, BottomRight };
    std::string title;
    Axis x, y;
    bool square = false;                       ///< equal steps along both axes are equally long
    std::optional<std::array<double, 2>> band; ///< of y, within tolerance
    std::vector<Series> series;
    std::vector<Bar> bars;
    std::vector<Limit> limits;
    std::vector<std::string> legend;
    Legend legendAt = Legend::None;
    std::string empty; ///< said in place of series where there are none
};

/// The part of a chart that is looked at.
struct View {
    double x0 = 0, x1 = 1, y0 = 0, y1 = 1;
    friend bool operator==(const View &, const View &) = default;
};
View wholeOf(const Plot &plot);
/// Magnified about a point that stays where it is. \param factor above 1 nearer; never beyond the whole, nor further in
/// than a thousandth of it
View magnified(const View &view, const View &whole, double x, double y, double factor);
/// Moved by shares of its own size; never beyond the whole.
View moved(const View &view, const View &whole, double right, double up);
/// Round steps between two values, three to eight of them.
std::vector<double> ticksBetween(double from, double to);

/// A value that can be read out, with where it belongs.
struct Reading {
    std::string series;
    double x = 0, y = 0;
    std::optional<double> uncertainty;
    std::string text;
};
/// All of them, series after series in the order of their points.
std::vector<Reading> readingsOf(const Plot &plot);

/// The values as CSV with a heading: series, x, y, uncertainty. Numbers have points, texts quotation marks where needed.
std::string csvOf(const Plot &plot);

} // namespace lamp::plot
