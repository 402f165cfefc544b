// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/Dense>

namespace lamp {

/// Three numbers that belong together. The tag makes two meanings two types: sums of like with like compile,
/// an absolute tristimulus value where a relative one is wanted does not.
template <typename Tag> struct Triple {
    double a = 0, b = 0, c = 0;

    Triple() = default;
    Triple(double first, double second, double third) : a(first), b(second), c(third) {}
    explicit Triple(const Eigen::Vector3d &v) : a(v[0]), b(v[1]), c(v[2]) {}

    [[nodiscard]] Eigen::Vector3d vec() const { return {a, b, c}; }
    double operator[](int i) const { return i == 0 ? a : (i == 1 ? b : c); }
    double &operator[](int i) { return i == 0 ? a : (i == 1 ? b : c); }

    friend Triple operator+(const Triple &p, const Triple &q) { return {p.a + q.a, p.b + q.b, p.c + q.c}; }
    friend Triple operator-(const Triple &p, const Triple &q) { return {p.a - q.a, p.b - q.b, p.c - q.c}; }
    friend Triple operator*(double k, const Triple &p) { return {k * p.a, k * p.b, k * p.c}; }
    friend bool operator==(const Triple &p, const Triple &q) = default;
};

namespace tags {
struct Absolute {};
struct Relative {};
struct Lab {};
struct LCh {};
struct Luv {};
struct LinearRgb {};
struct Drive {};
} // namespace tags

/// Tristimulus values of emitted light; b is Y in cd/m² (lux for ambient light).
using XYZ = Triple<tags::Absolute>;
/// Tristimulus values relative to a white whose Y is 1.
using RelXYZ = Triple<tags::Relative>;
/// CIELAB: L* 0..100, a*, b*.
using Lab = Triple<tags::Lab>;
/// CIELAB in polar form: L*, C*, h in degrees [0, 360).
using LCh = Triple<tags::LCh>;
/// CIELUV: L*, u*, v*.
using Luv = Triple<tags::Luv>;
/// Light of the three channels, 1 at full drive.
using LinearRgb = Triple<tags::LinearRgb>;
/// What is sent to a display, 0..1 a channel, before any video LUT.
using Drive = Triple<tags::Drive>;

/// CIE 1931 chromaticity x, y.
struct Chromaticity {
    double x = 0, y = 0;
    friend bool operator==(const Chromaticity &, const Chromaticity &) = default;
};

/// CIE 1976 uniform chromaticity u', v'.
struct Uv {
    double u = 0, v = 0;
    friend bool operator==(const Uv &, const Uv &) = default;
};

} // namespace lamp
