// SPDX-License-Identifier: GPL-3.0-or-later
// Renders the pictures that displays are looked at with: `render_pictures FOLDER [SAMPLES]`. Run by hand when a scene is changed; what it
// writes is kept in data/pictures. A small path tracer: ellipsoids and a ground in the light of a large window and a sky; light is
// counted in the channels of linear sRGB; files are 16 bit (ten of them used), tagged sRGB. Everything is invented here; nothing is photographed.
#include <Eigen/Dense>
#include <QColorSpace>
#include <QCoreApplication>
#include <QImage>

#include <atomic>
#include <cmath>
#include <cstdio>
#include <functional>
#include <numbers>
#include <optional>
#include <random>
#include <string>
#include <thread>
#include <vector>

using Eigen::Vector3d;

namespace {

constexpr double kFar = 1e9, kPi = std::numbers::pi;

struct Ray {
    Vector3d from, to; ///< to: of length 1
};

/// Smooth noise in 0..1 about a point; the same everywhere and every time.
double noise(const Vector3d &p)
{
    const auto lattice = [](int x, int y, int z) {
        auto h = std::uint32_t(x) * 374761393U + std::uint32_t(y) * 668265263U + std::uint32_t(z) * 2147483647U;
        h = (h ^ (h >> 13)) * 1274126177U;
        return double((h ^ (h >> 16)) & 0xffffff) / 0xffffff;
    };
    const Vector3d f = p.array().floor();
    const int x = int(f[0]), y = int(f[1]), z = int(f[2]);
    const Vector3d t = p - f;
    const auto smooth = [](double v) { return v * v * v * (v * (6 * v - 15) + 10); };
    const double u = smooth(t[0]), v = smooth(t[1]), w = smooth(t[2]);
    const auto mix = [](double a, double b, double s) { return a + (b - a) * s; };
    const auto row = [&](int dy, int dz) { return mix(lattice(x, y + dy, z + dz), lattice(x + 1, y + dy, z + dz), u); };
    return mix(mix(row(0, 0), row(1, 0), v), mix(row(0, 1), row(1, 1), v), w);
}

/// Noise at several sizes, about 0..1.
double rough(Vector3d p, int octaves)
{
    double sum = 0, weight = 0.5;
    for (int i = 0; i < octaves; ++i, weight *= 0.5) {
        sum += weight * noise(p);
        p = 2.03 * p + Vector3d(17.1, 3.7, 9.2);
    }
    return sum;
}

struct Surface {
    std::function<Vector3d(const Vector3d &)> colour; ///< diffuse reflectance
    double gloss = 0.03;                              ///< reflected at normal incidence by a clear coat; 0: matt
    double roughness = 0.3;                           ///< of the coat
    double bump = 0, bumpSize = 1;                    ///< how strongly noise turns the normal
    Vector3d under = Vector3d::Zero();                ///< light that wanders under the surface softens the edge of shadow, by channel
};

struct Ellipsoid {
    Vector3d centre, radii;
    int surface = 0;
    double turn = 0; ///< about the vertical, radians
};

struct Scene {
    std::vector<Surface> surfaces;
    std::vector<Ellipsoid> things;
    int ground = 0;                             ///< surface of the plane z = 0
    std::function<double(double, double)> back; ///< where a cloth hangs: y at x, z; nothing: none
    int backSurface = 0;
    std::function<Vector3d(const Vector3d &)> sky;  ///< light from a direction
    Vector3d window, windowU, windowV, windowLight; ///< centre and half sides of the window that lights it
    Vector3d eye, look;
    double wide = 0.6; ///< half width of the picture at distance 1
    double exposure = 1;
};

struct Hit {
    double t = kFar;
    Vector3d at, normal;
    int surface = -1;
};

std::optional<double> meets(const Ellipsoid &e, const Ray &r, Vector3d *normal)
{
    const double c = std::cos(e.turn), s = std::sin(e.turn);
    const auto into = [&](const Vector3d &v) { return Vector3d(c * v[0] + s * v[1], -s * v[0] + c * v[1], v[2]); };
    const Vector3d o = into(r.from - e.centre).cwiseQuotient(e.radii), d = into(r.to).cwiseQuotient(e.radii);
    const double a = d.squaredNorm(), b = o.dot(d), q = b * b - a * (o.squaredNorm() - 1);
    if (q < 0) {
        return std::nullopt;
    }
    const double root = std::sqrt(q);
    for (const double t : {(-b - root) / a, (-b + root) / a}) {
        if (t > 1e-4) {
            if (normal != nullptr) {
                const Vector3d n = (o + t * d).cwiseQuotient(e.radii);
                *normal = Vector3d(c * n[0] - s * n[1], s * n[0] + c * n[1], n[2]).normalized();
            }
            return t;
        }
    }
    return std::nullopt;
}

/// The cloth behind, by marching: it is nearly flat, so few steps do.
void meetBack(const Scene &scene, const Ray &r, Hit &hit)
{
    if (!scene.back || r.to[1] <= 0) {
        return;
    }
    const auto beyond = [&](double t) {
        const Vector3d p = r.from + t * r.to;
        return p[1] - scene.back(p[0], p[2]);
    };
    double near = 1e-3, far = near;
    for (double step = 0.12; far < hit.t && far < 40; far += step) {
        if (beyond(far) > 0) {
            for (int i = 0; i < 24; ++i) {
                const double middle = 0.5 * (near + far);
                (beyond(middle) > 0 ? far : near) = middle;
            }
            const Vector3d p = r.from + far * r.to;
            constexpr double h = 1e-3;
            const double dx = (scene.back(p[0] + h, p[2]) - scene.back(p[0] - h, p[2])) / (2 * h);
            const double dz = (scene.back(p[0], p[2] + h) - scene.back(p[0], p[2] - h)) / (2 * h);
            if (far > 2e-3) {
                hit = {near, r.from + near * r.to, Vector3d(dx, -1, dz).normalized(), scene.backSurface};
            }
            return;
        }
        near = far;
    }
}

Hit meet(const Scene &scene, const Ray &r)
{
    Hit hit;
    for (const Ellipsoid &e : scene.things) {
        Vector3d n = Vector3d::Zero();
        if (const auto t = meets(e, r, &n); t && *t < hit.t) {
            hit = {*t, r.from + *t * r.to, n, e.surface};
        }
    }
    if (r.to[2] < -1e-6) {
        if (const double t = -r.from[2] / r.to[2]; t > 1e-4 && t < hit.t) {
            hit = {t, r.from + t * r.to, {0, 0, 1}, scene.ground};
        }
    }
    meetBack(scene, r, hit);
    return hit;
}

bool blocked(const Scene &scene, const Vector3d &from, const Vector3d &to)
{
    const Vector3d way = to - from;
    const Hit hit = meet(scene, {from, way.normalized()});
    return hit.t < way.norm() - 1e-3;
}

using Random = std::mt19937;
double unit(Random &random)
{
    return double(random() >> 8) / double(1 << 24);
}

Vector3d aboutNormal(const Vector3d &n, Random &random)
{
    const double u = unit(random), phi = 2 * kPi * unit(random), r = std::sqrt(u);
    const Vector3d side = (std::abs(n[0]) > 0.7 ? Vector3d(0, 1, 0) : Vector3d(1, 0, 0)).cross(n).normalized(), other = n.cross(side);
    return (r * std::cos(phi) * side + r * std::sin(phi) * other + std::sqrt(1 - u) * n).normalized();
}

/// Light of the window that reaches a point and goes on towards the eye.
Vector3d fromWindow(const Scene &s, const Hit &hit, const Surface &surface, const Vector3d &n, const Vector3d &towards, Random &random)
{
    const Vector3d target = s.window + (2 * unit(random) - 1) * s.windowU + (2 * unit(random) - 1) * s.windowV;
    const Vector3d start = hit.at + 1e-3 * hit.normal, way = target - start, l = way.normalized();
    const Vector3d face = s.windowU.cross(s.windowV);
    const double form = std::abs(l.dot(face.normalized())) * 4 * face.norm() / way.squaredNorm();
    const double cosine = n.dot(l);
    // Under the surface light wanders past the edge of shadow: red the farthest.
    Vector3d wrapped;
    for (int c = 0; c < 3; ++c) {
        const double w = surface.under[c];
        wrapped[c] = std::max(0.0, (cosine + w) / ((1 + w) * (1 + w)));
    }
    if (wrapped.maxCoeff() <= 0 || blocked(s, start, target)) {
        return Vector3d::Zero();
    }
    Vector3d light = surface.colour(hit.at).cwiseProduct(wrapped) / kPi;
    if (surface.gloss > 0 && cosine > 0) {
        const Vector3d half = (l + towards).normalized();
        const double k = 2 / (surface.roughness * surface.roughness) - 2;
        const double fresnel = surface.gloss + (1 - surface.gloss) * std::pow(1 - std::max(0.0, half.dot(towards)), 5);
        light += Vector3d::Constant(fresnel * (k + 2) / (8 * kPi) * std::pow(std::max(0.0, n.dot(half)), k) * cosine);
    }
    return form * light.cwiseProduct(s.windowLight);
}

Vector3d lightAlong(const Scene &s, Ray ray, Random &random)
{
    Vector3d sum = Vector3d::Zero(), carried = Vector3d::Ones();
    for (int bounce = 0; bounce < 4; ++bounce) {
        const Hit hit = meet(s, ray);
        if (hit.surface < 0) {
            return sum + carried.cwiseProduct(s.sky(ray.to));
        }
        const Surface &surface = s.surfaces[size_t(hit.surface)];
        Vector3d n = hit.normal;
        if (surface.bump > 0) {
            const Vector3d p = hit.at * surface.bumpSize;
            constexpr double h = 0.02;
            const double base = rough(p, 3);
            const Vector3d slope((rough(p + Vector3d(h, 0, 0), 3) - base) / h, (rough(p + Vector3d(0, h, 0), 3) - base) / h,
                                 (rough(p + Vector3d(0, 0, h), 3) - base) / h);
            n = (n - surface.bump * (slope - slope.dot(n) * n)).normalized();
        }
        sum += carried.cwiseProduct(fromWindow(s, hit, surface, n, -ray.to, random));
        const double fresnel = surface.gloss > 0 ? surface.gloss + (1 - surface.gloss) * std::pow(1 - std::max(0.0, -n.dot(ray.to)), 5) : 0;
        if (surface.gloss > 0 && surface.roughness < 0.2 && unit(random) < fresnel) {
            const Vector3d mirrored = ray.to - 2 * ray.to.dot(n) * n;
            ray = {hit.at + 1e-3 * hit.normal, (mirrored + surface.roughness * (aboutNormal(n, random) - n)).normalized()};
            continue;
        }
        carried = carried.cwiseProduct(surface.colour(hit.at));
        ray = {hit.at + 1e-3 * hit.normal, aboutNormal(n, random)};
    }
    return sum;
}

double encoded(double light)
{
    light = std::clamp(light, 0.0, 1.0);
    return light <= 0.0031308 ? 12.92 * light : 1.055 * std::pow(light, 1 / 2.4) - 0.055; // IEC 61966-2-1
}

/// Highlights roll off as film does, instead of being cut.
double rolledOff(double v)
{
    constexpr double kKnee = 0.75;
    return v <= kKnee ? v : kKnee + (1 - kKnee) * (1 - std::exp(-(v - kKnee) / (1 - kKnee)));
}

void save(const std::string &file, int width, int height, const std::vector<Vector3d> &light)
{
    QImage image(width, height, QImage::Format_RGBX64);
    for (int y = 0; y < height; ++y) {
        auto *line = reinterpret_cast<QRgba64 *>(image.scanLine(y));
        for (int x = 0; x < width; ++x) {
            const Vector3d &v = light[size_t(y * width + x)];
            // Ten bits are more than the grain that is left, and take half the room.
            const auto code = [&](int c) { return quint16(std::lround(1023 * encoded(rolledOff(v[c]))) * 65535 / 1023); };
            line[x] = qRgba64(code(0), code(1), code(2), 65535);
        }
    }
    image.setColorSpace(QColorSpace::SRgb);
    std::printf("%s %s\n", file.c_str(), image.save(QString::fromStdString(file), "PNG", 0) ? "written" : "could not be written");
}

/// Fills rows on all processors. \param pixel light of a pixel, with a random generator of its own
std::vector<Vector3d> filled(int width, int height, const std::function<Vector3d(int, int, Random &)> &pixel)
{
    std::vector<Vector3d> light(size_t(width) * size_t(height));
    std::atomic<int> next{0};
    const auto work = [&] {
        for (int y = next++; y < height; y = next++) {
            Random random(std::uint32_t(7919 * y + 1));
            for (int x = 0; x < width; ++x) {
                light[size_t(y * width + x)] = pixel(x, y, random);
            }
        }
    };
    std::vector<std::jthread> threads;
    for (unsigned i = 0; i < std::max(1U, std::thread::hardware_concurrency()); ++i) {
        threads.emplace_back(work);
    }
    threads.clear();
    return light;
}

std::vector<Vector3d> rendered(const Scene &s, int width, int height, int samples)
{
    const Vector3d ahead = (s.look - s.eye).normalized(), right = ahead.cross(Vector3d(0, 0, 1)).normalized(), up = right.cross(ahead);
    return filled(width, height, [&](int x, int y, Random &random) -> Vector3d {
        Vector3d sum = Vector3d::Zero();
        for (int i = 0; i < samples; ++i) {
            const double u = 2 * (x + unit(random)) / width - 1, v = (height - 2 * (y + unit(random))) / width;
            Vector3d l = lightAlong(s, {s.eye, (ahead + s.wide * (u * right + v * up)).normalized()}, random);
            const double most = l.maxCoeff();
            sum += most > 8 ? Vector3d(l * (8 / most)) : l; // a mirrored window would leave sparks
        }
        return s.exposure * sum / samples;
    });
}

/// One that stays as it is wherever it is looked at.
Surface plain(const Vector3d &colour, double gloss = 0.03, double roughness = 0.35)
{
    Surface s;
    s.colour = [colour](const Vector3d &) { return colour; };
    s.gloss = gloss;
    s.roughness = roughness;
    return s;
}

/// Head, neck and shoulders.
void addBust(Scene &s, const Vector3d &at, double turn, int skin, int cloth, int hair)
{
    const double c = std::cos(turn), si = std::sin(turn);
    const auto place = [&](double x, double y, double z) { return Vector3d(at[0] + c * x - si * y, at[1] + si * x + c * y, at[2] + z); };
    const auto add = [&](double x, double y, double z, double rx, double ry, double rz, int surface) {
        s.things.push_back({place(x, y, z), {rx, ry, rz}, surface, turn});
    };
    add(0, 0, 1.55, 0.36, 0.42, 0.49, skin);        // head
    add(0, -0.05, 1.36, 0.31, 0.37, 0.36, skin);    // face
    add(0, -0.375, 1.43, 0.055, 0.075, 0.12, skin); // nose
    add(-0.37, 0.02, 1.46, 0.05, 0.1, 0.15, skin);  // ears
    add(0.37, 0.02, 1.46, 0.05, 0.1, 0.15, skin);
    add(0, 0.06, 1.0, 0.2, 0.21, 0.45, skin);   // neck
    add(0, 0.09, 1.72, 0.39, 0.42, 0.42, hair); // hair
    add(0, 0.1, 0.28, 0.78, 0.4, 0.54, cloth);  // shoulders
}

Surface skinOf(const Vector3d &colour)
{
    Surface s;
    s.colour = [colour](const Vector3d &p) -> Vector3d {
        const double fine = rough(9 * p, 4) - 0.47, flush = rough(2.3 * p, 2) - 0.37;
        return (colour * (1 + 0.18 * fine)).cwiseProduct(Vector3d(1 + 0.1 * flush, 1 - 0.09 * flush, 1 - 0.09 * flush)).cwiseMin(0.95);
    };
    s.gloss = 0.028;
    s.roughness = 0.42;
    s.bump = 0.02;
    s.bumpSize = 26;
    s.under = {0.32, 0.14, 0.08};
    return s;
}

Scene people()
{
    Scene s;
    s.surfaces = {plain({0.34, 0.345, 0.35}, 0), plain({0.36, 0.365, 0.375}, 0)};
    s.ground = 0;
    s.back = [](double, double) { return 3.0; };
    s.backSurface = 1;
    // Reflectances of skin in linear sRGB, from light to deep (from memory, about those of colour charts).
    const std::vector<Vector3d> skins{{0.74, 0.50, 0.40}, {0.62, 0.38, 0.27},  {0.50, 0.27, 0.165},
                                      {0.36, 0.18, 0.10}, {0.19, 0.09, 0.052}, {0.082, 0.042, 0.028}};
    const std::vector<Vector3d> cloths{{0.05, 0.09, 0.2}, {0.3, 0.29, 0.27},  {0.2, 0.045, 0.05},
                                       {0.5, 0.46, 0.36}, {0.05, 0.14, 0.11}, {0.42, 0.31, 0.08}};
    const std::vector<Vector3d> hairs{{0.34, 0.2, 0.09},    {0.12, 0.055, 0.03},  {0.028, 0.018, 0.014},
                                      {0.016, 0.012, 0.01}, {0.012, 0.01, 0.009}, {0.3, 0.29, 0.28}};
    for (size_t i = 0; i < skins.size(); ++i) {
        const int first = int(s.surfaces.size());
        s.surfaces.push_back(skinOf(skins[i]));
        Surface cloth = plain(cloths[i], 0);
        cloth.bump = 0.25;
        cloth.bumpSize = 7;
        s.surfaces.push_back(cloth);
        Surface hair = plain(hairs[i], 0.04, 0.45);
        hair.bump = 0.5;
        hair.bumpSize = 18;
        s.surfaces.push_back(hair);
        const double x = 1.45 * (double(i) - 2.5);
        addBust(s, {x, i % 2 == 0 ? 0.0 : 0.55, 0.05}, 0.28 * std::sin(2.1 * double(i)) - 0.1 * x / 3, first, first + 1, first + 2);
    }
    s.sky = [](const Vector3d &d) -> Vector3d { return (0.10 + 0.05 * d[2]) * Vector3d(0.96, 1, 1.06); };
    s.window = {-7, -6, 6};
    s.windowU = {2.2, -2.2, 0};
    s.windowV = {0, 0, 2.6};
    s.windowLight = {3.4, 3.3, 3.15};
    s.eye = {0, -9, 1.75};
    s.look = {0, 0, 1.12};
    s.wide = 0.455;
    s.exposure = 2.7;
    return s;
}

Scene stillLife()
{
    Scene s;
    Surface table;
    table.colour = [](const Vector3d &p) -> Vector3d {
        const double grain = rough({0.6 * p[0], 7 * p[1], 0}, 4);
        return Vector3d(0.17, 0.09, 0.05) * (0.55 + 0.95 * grain);
    };
    table.gloss = 0.035;
    table.roughness = 0.16;
    s.surfaces.push_back(table);
    Surface cloth = plain({0.035, 0.06, 0.36}, 0);
    cloth.bump = 0.05;
    cloth.bumpSize = 40;
    s.surfaces.push_back(cloth);
    s.backSurface = 1;
    s.back = [](double x, double z) {
        return 2.4 + 0.14 * std::sin(3.1 * x + 0.5 * std::sin(1.3 * z)) + 0.07 * std::sin(7.3 * x + 1.1 * z) + 0.05 * std::sin(1.7 * x - 2.1 * z);
    };
    const auto fruit = [&](const Vector3d &low, const Vector3d &high, double size, double gloss, double roughness, double bump, double bumpSize) {
        Surface f;
        f.colour = [=](const Vector3d &p) -> Vector3d {
            const double t = std::clamp(1.7 * rough(size * p, 4) - 0.3, 0.0, 1.0);
            return low + t * (high - low);
        };
        f.gloss = gloss;
        f.roughness = roughness;
        f.bump = bump;
        f.bumpSize = bumpSize;
        f.under = {0.12, 0.08, 0.04};
        s.surfaces.push_back(f);
        return int(s.surfaces.size()) - 1;
    };
    const int orange = fruit({0.80, 0.22, 0.01}, {0.88, 0.33, 0.02}, 3, 0.035, 0.3, 0.14, 22),
              lemon = fruit({0.84, 0.62, 0.02}, {0.9, 0.74, 0.08}, 3, 0.035, 0.3, 0.1, 20),
              apple = fruit({0.5, 0.012, 0.01}, {0.62, 0.2, 0.03}, 2.2, 0.04, 0.14, 0, 1),
              green = fruit({0.17, 0.36, 0.02}, {0.42, 0.52, 0.06}, 2.5, 0.04, 0.14, 0, 1),
              plum = fruit({0.035, 0.006, 0.06}, {0.12, 0.03, 0.16}, 3, 0.03, 0.38, 0, 1),
              cherry = fruit({0.28, 0.004, 0.012}, {0.4, 0.01, 0.02}, 2, 0.045, 0.1, 0, 1);
    s.surfaces.push_back(plain({0.78, 0.77, 0.74}, 0.045, 0.08)); // glazed white
    const int bowl = int(s.surfaces.size()) - 1;
    s.surfaces.push_back(plain({0.01, 0.24, 0.26}, 0.05, 0.1)); // a jug of turquoise glaze
    const int jug = int(s.surfaces.size()) - 1;
    const auto put = [&](double x, double y, double r, int surface, double squash = 1, double turn = 0, double stretch = 1) {
        s.things.push_back({{x, y, r * squash}, {r * stretch, r, r * squash}, surface, turn});
    };
    put(-1.0, 0.55, 0.46, orange, 0.95);
    put(-0.18, 0.1, 0.45, apple, 0.9);
    put(0.62, 0.7, 0.44, green, 0.92);
    put(-0.62, -0.55, 0.3, lemon, 0.95, 0.5, 1.35);
    put(0.5, -0.45, 0.27, plum, 0.95, -0.4, 1.2);
    put(0.98, -0.2, 0.26, plum, 0.95, 0.7, 1.2);
    put(0.08, -0.85, 0.13, cherry);
    put(-0.16, -0.95, 0.125, cherry);
    put(0.28, -0.98, 0.13, cherry);
    put(1.75, 0.55, 0.62, jug, 1.15);
    s.things.push_back({{1.75, 0.55, 1.55}, {0.27, 0.27, 0.42}, jug, 0});
    s.things.push_back({{1.75, 0.55, 1.93}, {0.36, 0.36, 0.07}, jug, 0});
    s.things.push_back({{-2.05, 0.7, 0.34}, {0.78, 0.78, 0.34}, bowl, 0});
    put(-2.2, 0.62, 0.36, lemon, 0.9, 0.2, 1.3);
    s.things.back().centre[2] = 0.72;
    put(-1.75, 0.78, 0.38, orange, 0.95);
    s.things.back().centre[2] = 0.76;
    s.sky = [](const Vector3d &d) -> Vector3d { return (0.05 + 0.05 * std::max(0.0, d[2])) * Vector3d(0.95, 1, 1.08); };
    s.window = {-5, -3, 5};
    s.windowU = {1.3, -1.6, 0};
    s.windowV = {0, 0, 1.7};
    s.windowLight = {6.4, 6.1, 5.6};
    s.eye = {0, -7, 2.3};
    s.look = {-0.05, 0, 0.72};
    s.wide = 0.42;
    s.exposure = 2.4;
    return s;
}

Scene form()
{
    Scene s;
    s.surfaces = {plain({0.12, 0.12, 0.12}, 0), plain({0.16, 0.16, 0.16}, 0)};
    s.back = [](double, double) { return 2.6; };
    s.backSurface = 1;
    Surface marble;
    marble.colour = [](const Vector3d &p) -> Vector3d {
        const double vein = std::abs(rough(2.2 * p, 5) - 0.47);
        return Vector3d::Constant(0.5 + 0.3 * std::min(1.0, 9 * vein));
    };
    marble.gloss = 0.03;
    marble.roughness = 0.35;
    marble.under = {0.15, 0.15, 0.15};
    s.surfaces.push_back(marble);
    addBust(s, {-0.9, 0, 0.05}, 0.55, 2, 2, 2);
    s.surfaces.push_back(plain({0.035, 0.035, 0.035}, 0.05, 0.12));
    s.things.push_back({{1.25, 0.1, 0.62}, {0.62, 0.62, 0.62}, 3, 0});
    s.surfaces.push_back(plain({0.72, 0.72, 0.72}, 0));
    s.things.push_back({{0.62, -0.85, 0.28}, {0.28, 0.28, 0.28}, 4, 0});
    s.sky = [](const Vector3d &) -> Vector3d { return Vector3d::Constant(0.025); };
    s.window = {6, -3.5, 4.5};
    s.windowU = {0.9, 1.0, 0};
    s.windowV = {0, 0, 1.4};
    s.windowLight = Vector3d::Constant(9);
    s.eye = {0.1, -7, 1.6};
    s.look = {0.1, 0, 1.0};
    s.wide = 0.40;
    s.exposure = 3.2;
    return s;
}

/// Heights of a coast, in kilometres; the sea is at nought.
double height(double x, double y)
{
    const double land = rough({0.45 * x + 3.1, 0.45 * y + 1.7, 0.2}, 7) - 0.46 + 0.045 * (y - 4) - 0.02 * std::abs(x + 0.4);
    return 1.7 * land;
}

Vector3d airLight(const Vector3d &d, const Vector3d &sun)
{
    const double up = std::clamp(d[2], 0.0, 1.0), near = std::max(0.0, d.dot(sun));
    const Vector3d zenith(0.05, 0.16, 0.48), horizon(0.62, 0.66, 0.68);
    Vector3d sky = horizon + (zenith - horizon) * std::pow(up, 0.34);
    sky += Vector3d(0.9, 0.62, 0.3) * (0.25 * std::pow(near, 8) + 0.8 * std::pow(near, 300));
    if (d[2] > 0.015) { // thin cloud on a plane above
        const Vector3d p = d * (2.2 / d[2]);
        const double cloud = std::clamp(2.6 * rough({0.35 * p[0] + 8, 0.9 * p[1], 1.3}, 6) - 1.25, 0.0, 1.0) * std::min(1.0, 9 * (d[2] - 0.015));
        sky = sky * (1 - 0.75 * cloud) + 0.75 * cloud * Vector3d(0.92, 0.9, 0.87);
    }
    return sky;
}

Vector3d coastLight(const Ray &r)
{
    const Vector3d sun = Vector3d(-0.75, 0.35, 0.36).normalized();
    const Vector3d sunLight(2.6, 2.2, 1.6);
    double t = 0.05, before = 0;
    for (int i = 0; i < 700 && t < 40; ++i) {
        const Vector3d p = r.from + t * r.to;
        const double above = p[2] - std::max(0.0, height(p[0], p[1]));
        if (above < 0.0008 * t) {
            for (int k = 0; k < 14; ++k) {
                const double middle = 0.5 * (before + t);
                const Vector3d q = r.from + middle * r.to;
                (q[2] - std::max(0.0, height(q[0], q[1])) < 0 ? t : before) = middle;
            }
            const Vector3d at = r.from + t * r.to;
            const bool sea = height(at[0], at[1]) <= 0;
            const double h = 0.0015 + 0.0006 * t;
            Vector3d n = Vector3d(height(at[0] - h, at[1]) - height(at[0] + h, at[1]), height(at[0], at[1] - h) - height(at[0], at[1] + h), 2 * h)
                             .normalized();
            double lit = 1;
            const double start = at[2] + 0.002;
            for (double s = 0.01; s < 3 && lit > 0; s *= 1.22) {
                const Vector3d q = at + s * sun;
                lit = std::min(lit, std::clamp(14 * (start + s * sun[2] - std::max(0.0, height(q[0], q[1]))) / s + 0.4, 0.0, 1.0));
            }
            Vector3d light;
            if (sea) {
                const double wave = 60 / (1 + 0.6 * t);
                n = Vector3d(0.05 * (rough({wave * at[0], 2.2 * wave * at[1], 0}, 4) - 0.47),
                             0.09 * (rough({wave * at[0], 2.2 * wave * at[1], 7}, 4) - 0.47), 1)
                        .normalized();
                const Vector3d mirrored = r.to - 2 * r.to.dot(n) * n;
                const double fresnel = 0.02 + 0.98 * std::pow(1 - std::max(0.0, -r.to.dot(n)), 5);
                const double shallow = std::exp(8 * height(at[0], at[1]));
                light = fresnel * airLight(mirrored.cwiseMax(Vector3d(-1, -1, 0.01)).normalized(), sun)
                        + (1 - fresnel) * (Vector3d(0.008, 0.035, 0.05) + shallow * Vector3d(0.06, 0.12, 0.09));
            } else {
                const double level = height(at[0], at[1]), steep = 1 - n[2], patch = rough({11 * at[0], 11 * at[1], 3}, 5);
                Vector3d ground = level < 0.012 + 0.02 * patch
                                      ? Vector3d(0.46, 0.38, 0.25)
                                      : Vector3d(Vector3d(0.045, 0.075, 0.022) + (patch - 0.35) * Vector3d(0.12, 0.11, 0.03));
                ground = steep > 0.16 + 0.12 * patch ? Vector3d(Vector3d(0.17, 0.145, 0.12) * (0.5 + patch)) : ground;
                ground = ground.cwiseMax(0.01);
                const double hollow = 0.45 + 0.55 * n[2];
                light = ground.cwiseProduct(lit * std::max(0.0, n.dot(sun)) * sunLight + hollow * Vector3d(0.13, 0.18, 0.28));
            }
            const double haze = 1 - std::exp(-0.008 * t - 0.0022 * t * t); // clear near by, thick far away
            return light * (1 - haze) + haze * Vector3d(0.55, 0.6, 0.66);
        }
        before = t;
        t += std::max(0.004, 0.42 * above);
    }
    return airLight(r.to, sun);
}

std::vector<Vector3d> coast(int width, int height, int samples)
{
    const Vector3d eye(0.15, -0.9, 0.34), ahead = Vector3d(0.02, 1, -0.07).normalized(), right = ahead.cross(Vector3d(0, 0, 1)).normalized(),
                                          up = right.cross(ahead);
    return filled(width, height, [&](int x, int y, Random &random) -> Vector3d {
        Vector3d sum = Vector3d::Zero();
        for (int i = 0; i < samples; ++i) {
            const double u = 2 * (x + unit(random)) / width - 1, v = (height - 2 * (y + unit(random))) / width;
            sum += coastLight({eye, (ahead + 0.62 * (u * right + v * up)).normalized()});
        }
        return 1.15 * sum / samples;
    });
}

} // namespace

int main(int argc, char **argv)
{
    const std::string folder = argc > 1 ? argv[1] : ".";
    const int samples = argc > 2 ? std::atoi(argv[2]) : 400, width = argc > 3 ? std::atoi(argv[3]) : 1080, tall = width / 2;
    const std::string only = argc > 4 ? argv[4] : "";
    const auto wanted = [&](const char *name) { return only.empty() || only == name; };
    if (wanted("people")) {
        save(folder + "/people.png", width, tall, rendered(people(), width, tall, samples));
    }
    if (wanted("still-life")) {
        save(folder + "/still-life.png", width, tall, rendered(stillLife(), width, tall, samples));
    }
    if (wanted("form")) {
        save(folder + "/form.png", width, tall, rendered(form(), width, tall, samples));
    }
    if (wanted("coast")) {
        save(folder + "/coast.png", width, tall, coast(width, tall, std::max(1, samples / 20)));
    }
    return 0;
}
