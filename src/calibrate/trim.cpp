// SPDX-License-Identifier: GPL-3.0-or-later
#include "calibrate/trim.h"

#include "base/text.h"

#include <ceres/ceres.h>

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

const std::array<const char *, 3> kGains{"red", "green", "blue"};

/// Share of the range 0..1 where a control stands; never quite 0, so that its logarithm exists.
double position(const Control &c, double value)
{
    return std::clamp((value - c.min) / (c.max - c.min), 1e-3, 1.0);
}

/// Light that a control leaves: floor + (1 - floor)·x^power, 1 at the top.
template <typename T> T shape(const T &floor, const T &power, double x)
{
    using std::pow;
    return floor + (T(1) - floor) * pow(T(x), power);
}

/// Residual of one channel of one reading: ln of model over reading. Parameters: [scale, (floor, power)...].
struct ReadingResidual {
    std::vector<double> positions; ///< of the controls that act on this channel
    double logAmount, weight;

    template <typename T> bool operator()(T const *const *p, T *residual) const
    {
        using std::log;
        T sum = p[0][0];
        for (size_t i = 0; i < positions.size(); ++i) {
            sum += log(shape(p[i + 1][0], p[i + 1][1], positions[i]));
        }
        residual[0] = (sum - T(logAmount)) * weight;
        return true;
    }
};

/// What is expected of a control before anything is known.
struct PriorResidual {
    double floor, floorSigma, power, powerSigma;
    template <typename T> bool operator()(const T *p, T *residual) const
    {
        residual[0] = (p[0] - floor) / floorSigma;
        residual[1] = (p[1] - power) / powerSigma;
        return true;
    }
};

double logRatio(double a, double b)
{
    return std::log(std::max(a, 1e-6) / std::max(b, 1e-6));
}

/// What is missing of a luminance of 1 that is to be kept; 0 where none is.
double lacking(const LinearRgb &amounts, const LinearRgb &kept)
{
    const double light = amounts.vec().dot(kept.vec());
    return kept.vec().maxCoeff() > 0 ? std::max(0.0, 1 - light) : 0;
}

/// Every whole step of a control, thinned to at most 400.
std::vector<double> steps(const Control &c)
{
    const double count = std::floor((c.max - c.min) / c.step + 1e-9);
    const double stride = std::max(1.0, std::ceil(count / 400));
    std::vector<double> all;
    for (double i = 0; i <= count; i += stride) {
        all.push_back(c.min + i * c.step);
    }
    return all;
}

} // namespace

namespace {

/// The five patches, with about what they show of a white of 1 cd/m².
struct PrimaryPatch {
    const char *name;
    Drive rgb;
    double share;
    XYZ Primaries::*into;
};
const std::array<PrimaryPatch, 5> kPatches{{{"white", {1, 1, 1}, 1, &Primaries::white},
                                            {"red", {1, 0, 0}, 0.2, &Primaries::red},
                                            {"green", {0, 1, 0}, 0.6, &Primaries::green},
                                            {"blue", {0, 0, 1}, 0.07, &Primaries::blue},
                                            {"black", {0, 0, 0}, 0.0007, &Primaries::black}}};

/// The noise that is as visible at each level (CIELAB's cube root); the display's model reads them again where it needs to.
double goalOf(const PrimaryPatch &patch, bool roughBlack = false)
{
    constexpr double kRough = 3;
    return 0.0012 / std::cbrt(patch.share) * (roughBlack && patch.rgb == Drive{} ? kRough : 1);
}

/// Names what keeps primaries from being a display's; where one was read wrong, it is read again.
Status examine(Gauge &gauge, Primaries &p, std::array<std::optional<Measurement>, 5> &taken, double expectedWhite)
{
    const auto bad = [](Message what, Message todo, const char *code) {
        return Error{ErrorKind::Bench, std::move(what), say("readings-kept"), std::move(todo), code, false};
    };
    const std::string who = gauge.instrumentName();
    if (lagsByOne(p)) {
        const auto black = gauge.read({0, 0, 0}, "black, to see whether readings lag", 0.0007 * expectedWhite);
        if (!black) {
            return black.error();
        }
        if (black->xyz.b < 0.2 * p.black.b) {
            return bad(say("answers-patch-before-each", who), say("look-instrument-helper-program"), "lag");
        }
    }
    PrimaryFault fault = faultOf(p);
    if (fault != PrimaryFault::None) {
        // One of them may have been read wrong: what two of three readings say is the display's.
        for (size_t i = 0; i < kPatches.size(); ++i) {
            const PrimaryPatch &patch = kPatches[i];
            if (!taken[i] || (patch.rgb == Drive{} && fault != PrimaryFault::Alike)) {
                continue;
            }
            const auto again = gauge.readAgreed(*taken[i], patch.share * expectedWhite, goalOf(patch));
            if (!again) {
                return again.error();
            }
            p.*patch.into = again->xyz;
        }
        fault = faultOf(p);
    }
    if (fault == PrimaryFault::Alike) {
        return bad(say("patches-read-alike-whatever", decimal(p.white.b, 2), decimal(p.black.b, 2)), say("check-instrument-lies-screen"),
                   "not-following");
    }
    if (fault == PrimaryFault::Grey) {
        return bad(say("display-shows-only-gray"), say("turn-saturation-up-or"), "gray-only");
    }
    if (fault == PrimaryFault::Hueless) {
        return bad(say("red-green-blue-reads", who), say("check-instrument-lies-screen-over"), "not-following");
    }
    if (fault == PrimaryFault::Exchanged) {
        return bad(say("channels-exchanged", exchanged(p), who), say("check-display-cable-input"), "exchanged");
    }
    return Done{}; // strange all the same: this display is so
}

} // namespace

Result<Primaries> readPrimaries(Gauge &gauge, const std::optional<XYZ> &freshWhite, double expectedWhite, bool roughBlack)
{
    Primaries p;
    p.white = freshWhite.value_or(XYZ{});
    std::array<std::optional<Measurement>, 5> taken;
    for (size_t i = 0; i < kPatches.size(); ++i) {
        const PrimaryPatch &patch = kPatches[i];
        if (freshWhite && patch.into == &Primaries::white) {
            continue;
        }
        const auto m = gauge.read(patch.rgb, patch.name, patch.share * expectedWhite, goalOf(patch, roughBlack));
        if (!m) {
            return m.error();
        }
        p.*patch.into = m->xyz;
        taken[i] = m.value();
    }
    if (const Status s = examine(gauge, p, taken, expectedWhite); !s) {
        return s.error();
    }
    return p;
}

MenuModel::MenuModel(std::vector<Control> controls, const Settings &at) : m_controls(std::move(controls))
{
    for (const Control &c : m_controls) {
        m_shapes[c.name] = c.name == "brightness" ? Shape{0.15, 1.0} : Shape{0.05, 1.5};
    }
    m_samples.clear();
    learn(at, {1, 1, 1});
}

double MenuModel::response(const std::string &control, double value) const
{
    for (const Control &c : m_controls) {
        if (c.name == control) {
            const Shape &s = m_shapes.at(control);
            return shape(s.floor, s.power, position(c, value));
        }
    }
    return 1;
}

LinearRgb MenuModel::modelled(const Settings &settings) const
{
    LinearRgb a;
    for (int c = 0; c < 3; ++c) {
        double light = m_scale[size_t(c)];
        for (const auto &[name, value] : settings) {
            if (name == "brightness" || name == kGains[size_t(c)]) {
                light *= response(name, value);
            }
        }
        a[c] = light;
    }
    return a;
}

void MenuModel::learn(const Settings &settings, const LinearRgb &amounts)
{
    m_samples.push_back({settings, amounts});
    fit();
}

void MenuModel::fit()
{
    if (m_controls.empty()) {
        return;
    }
    std::map<std::string, std::array<double, 2>> shapes;
    for (const Control &c : m_controls) {
        shapes[c.name] = {m_shapes[c.name].floor, m_shapes[c.name].power};
    }
    std::array<std::array<double, 1>, 3> scale{};
    ceres::Problem problem;
    for (size_t s = 0; s < m_samples.size(); ++s) {
        // Older readings lie farther from where the search is now: the model need not go through them.
        const double sigma = s + 1 == m_samples.size() ? 0.003 : 0.008;
        for (size_t c = 0; c < 3; ++c) {
            std::vector<double> positions;
            std::vector<double *> blocks{scale[c].data()};
            for (const Control &control : m_controls) {
                if (control.name == "brightness" || control.name == kGains[c]) {
                    positions.push_back(position(control, m_samples[s].settings.at(control.name)));
                    blocks.push_back(shapes[control.name].data());
                }
            }
            const size_t count = positions.size();
            auto *cost = new ceres::DynamicAutoDiffCostFunction<ReadingResidual, 4>(
                new ReadingResidual{std::move(positions), std::log(std::max(m_samples[s].amounts[int(c)], 1e-4)), 1 / sigma});
            cost->AddParameterBlock(1);
            for (size_t i = 0; i < count; ++i) {
                cost->AddParameterBlock(2);
            }
            cost->SetNumResiduals(1);
            problem.AddResidualBlock(cost, new ceres::HuberLoss(4), blocks);
        }
    }
    for (auto &[name, p] : shapes) {
        const bool brightness = name == "brightness";
        problem.AddResidualBlock(
            new ceres::AutoDiffCostFunction<PriorResidual, 2, 2>(new PriorResidual{brightness ? 0.15 : 0.05, 0.15, brightness ? 1.0 : 1.5, 0.5}),
            nullptr, p.data());
        problem.SetParameterLowerBound(p.data(), 0, 0.0);
        problem.SetParameterUpperBound(p.data(), 0, 0.9);
        problem.SetParameterLowerBound(p.data(), 1, 0.2);
        problem.SetParameterUpperBound(p.data(), 1, 5.0);
    }
    ceres::Solver::Options options;
    options.linear_solver_type = ceres::DENSE_QR;
    options.max_num_iterations = 40;
    options.logging_type = ceres::SILENT;
    ceres::Solver::Summary summary;
    ceres::Solve(options, &problem, &summary);
    for (auto &[name, p] : shapes) {
        m_shapes[name] = {p[0], p[1]};
    }
    for (size_t c = 0; c < 3; ++c) {
        m_scale[c] = std::exp(scale[c][0]);
    }
}

LinearRgb MenuModel::expect(const Settings &settings) const
{
    // From the nearest settings that were read: the model only bridges the difference, and settings that were read
    // themselves are expected to read so again.
    const Sample *nearest = &m_samples.back();
    double shortest = 1e300;
    for (auto s = m_samples.rbegin(); s != m_samples.rend(); ++s) {
        double distance = 0;
        for (const Control &c : m_controls) {
            distance += std::abs(position(c, settings.at(c.name)) - position(c, s->settings.at(c.name)));
        }
        if (distance < shortest - 1e-12) {
            shortest = distance;
            nearest = &*s;
        }
    }
    const LinearRgb now = modelled(settings), there = modelled(nearest->settings);
    LinearRgb a;
    for (int c = 0; c < 3; ++c) {
        a[c] = nearest->amounts[c] * now[c] / there[c];
    }
    return a;
}

bool MenuModel::limit(const std::string &control, const Settings &good, double blind)
{
    for (const Control &c : m_controls) {
        if (c.name == control && good.contains(control)) {
            const double from = good.at(control), half = from + std::floor((blind - from) / 2 / c.step) * c.step;
            m_most = half;
            return half > from;
        }
    }
    return false;
}

double MenuModel::cheapestGain(const Control &control, double wanted) const
{
    for (const double v : steps(control)) {
        if (response(control.name, v) >= wanted) {
            return v;
        }
    }
    return control.max;
}

MenuModel::Settings MenuModel::best(const LinearRgb &needed, bool mayExceed, const LinearRgb &kept) const
{
    const Settings &now = m_samples.back().settings;
    std::vector<double> brightnesses{now.contains("brightness") ? now.at("brightness") : 0};
    for (const Control &c : m_controls) {
        if (c.name == "brightness") {
            brightnesses = steps(c);
            std::erase_if(brightnesses, [this](double v) { return v > m_most; });
        }
    }
    Settings best = now;
    double bestCost = 1e300;
    const auto consider = [&](const Settings &candidate) {
        const LinearRgb a = expect(candidate);
        double share = 1; // of the wanted white that every channel can give
        for (int c = 0; c < 3; ++c) {
            share = std::min(share, a[c] / std::max(needed[c], 1e-6));
        }
        // What is missing nothing gives back; a panel that is a few per cent short fails.
        double cost = mayExceed ? 4000 * (1 - share) * (1 - share) : 0;
        for (int c = 0; c < 3; ++c) {
            const double spare = logRatio(a[c], (mayExceed ? share : 1) * needed[c]);
            // What the ramps take off without loss of a step costs nothing.
            const double felt = mayExceed && spare > 0 ? std::max(0.0, spare - 0.008) : spare;
            cost += felt * felt;
        }
        const double dim = lacking(a, kept);
        cost += 4000 * dim * dim;
        double gains = 0, moved = 0, left = 0;
        for (const auto &[name, value] : candidate) {
            for (const Control &c : m_controls) {
                if (c.name == name && name != "brightness") {
                    gains += 1 - position(c, value);
                    left = std::max(left, response(name, value) / response(name, c.max));
                }
            }
            moved += value != now.at(name) ? 1 : 0;
        }
        // Light is better taken off by the backlight: what all gains take off together costs contrast and the panel's steps, as what
        // the ramps take off does.
        const double together = left > 0 ? std::log(left) : 0;
        cost += 0.3 * together * together + 2e-4 * gains + 1e-7 * moved;
        if (cost < bestCost) {
            bestCost = cost;
            best = candidate;
        }
    };
    for (const double b : brightnesses) {
        Settings candidate = now;
        if (candidate.contains("brightness")) {
            candidate["brightness"] = b;
        }
        for (const Control &c : m_controls) {
            for (int k = 0; k < 3; ++k) {
                if (c.name == kGains[size_t(k)]) {
                    // The gain at which this channel just meets what is needed, given this brightness.
                    const LinearRgb a = expect(candidate);
                    const double wanted = response(c.name, candidate[c.name]) * needed[k] / std::max(a[k], 1e-6);
                    candidate[c.name] = cheapestGain(c, wanted);
                    // The anchor may have changed with the gain; one step more where it then falls short.
                    if (mayExceed && expect(candidate)[k] < needed[k] && candidate[c.name] + c.step <= c.max) {
                        candidate[c.name] += c.step;
                    }
                }
            }
        }
        consider(candidate);
        if (!mayExceed) {
            for (int k = 0; k < 3; ++k) {
                if (candidate.contains(kGains[size_t(k)])) {
                    Settings lower = candidate;
                    for (const Control &c : m_controls) {
                        if (c.name == kGains[size_t(k)]) {
                            lower[c.name] = std::max(c.min, lower[c.name] - c.step);
                        }
                    }
                    consider(lower);
                }
            }
        }
    }
    return best;
}

Message menuSaid(const MenuModel::Settings &settings)
{
    std::vector<Message> all;
    const auto add = [&](const std::string &name, double value) { all.push_back(say("control-at", controlNamed(name), decimal(value, 0))); };
    const std::array<std::string, 4> usual{"brightness", "red", "green", "blue"};
    for (const std::string &name : usual) {
        if (settings.contains(name)) {
            add(name, settings.at(name));
        }
    }
    for (const auto &[name, value] : settings) {
        if (std::find(usual.begin(), usual.end(), name) == usual.end()) {
            add(name, value);
        }
    }
    return listed(all);
}

namespace {

/// Smallest share of the needed light over the channels.
double shareOf(const LinearRgb &have, const LinearRgb &needed)
{
    double share = 1e9;
    for (int c = 0; c < 3; ++c) {
        share = std::min(share, have[c] / std::max(needed[c], 1e-9));
    }
    return share;
}

/// The amounts that make the target, where the target names a luminance; else those of its white at 1e4 cd/m²,
/// which no setting reaches, so that the most is taken.
LinearRgb neededFor(const Primaries &p, const Chromaticity &white, double luminance)
{
    return p.amounts(xyzOf(white, luminance));
}

/// How far a white is from what is needed: what is missing counts forty times what the ramps have to take off.
double missBy(const LinearRgb &have, const LinearRgb &needed, bool mayExceed)
{
    double most = 0;
    for (int c = 0; c < 3; ++c) {
        const double spare = have[c] / std::max(needed[c], 1e-9) - 1;
        most = std::max(most, spare < 0 ? -(mayExceed ? 40 : 10) * spare : (mayExceed ? spare : 10 * spare));
    }
    return most;
}

/// Whether a white is far from what the menu's model expected: more than the model's own uncertainty, so that a reading
/// that went wrong is not believed at once.
bool surprises(const LinearRgb &expected, const LinearRgb &read)
{
    for (int c = 0; c < 3; ++c) {
        if (!(std::abs(logRatio(read[c], expected[c])) < 0.25)) {
            return true;
        }
    }
    return false;
}

struct Tried {
    MenuModel::Settings settings;
    XYZ white;
};

Status turnTo(const MenuModel::Settings &settings, const std::vector<Control> &controls, const TrimOptions &options, Trim &result)
{
    for (const Control &c : controls) {
        if (settings.at(c.name) != result.after.at(c.name)) {
            const auto taken = options.turn(c, settings.at(c.name));
            if (!taken) {
                return taken.error();
            }
            result.after[c.name] = *taken;
        }
    }
    return Done{};
}

} // namespace

Result<Trim> trim(Gauge &gauge, const DisplayInfo &display, const Target &target, const TrimOptions &options)
{
    Trim result;
    // Black is read again when the menu is done.
    auto primaries = readPrimaries(gauge, options.freshWhite, 150, true);
    if (!primaries) {
        return primaries.error();
    }
    result.primaries = primaries.value();
    result.white = result.primaries.white;
    result.targetWhite = target.white.chromaticity().value_or(chromaticity(result.primaries.white));
    const bool native = !target.white.chromaticity();
    result.targetLuminance = target.luminance.value().value_or(1e4);

    std::vector<Control> controls;
    for (const char *name : {"brightness", "red", "green", "blue"}) {
        const Control *c = display.control(name);
        // The display's own white keeps its gains.
        if (c != nullptr && !(native && std::string(name) != "brightness")) {
            controls.push_back(*c);
            result.before[name] = c->value;
        }
    }
    result.after = result.before;
    const LinearRgb needed = neededFor(result.primaries, result.targetWhite, result.targetLuminance);
    // A little to spare, so that noise and a rest of drift do not leave a channel short of what the ramps need.
    const LinearRgb aimed = options.hasLut ? 1.004 * needed : needed;
    MenuModel model(controls, result.before);
    LinearRgb have = result.primaries.amounts(result.white);
    model.learn(result.before, have);
    std::vector<Tried> tried{{result.after, result.white}};
    std::optional<double> blindAt; ///< brightness at which the instrument was saturated
    // Where the luminance is to be kept rather than the white, its gains are not given up for the balance.
    LinearRgb kept;
    if (target.keepLuminance && target.luminance.value() && options.hasLut) {
        for (int c = 0; c < 3; ++c) {
            kept[c] = result.primaries.matrix()(1, c) / *target.luminance.value();
        }
    }
    const auto costOf = [&](const Tried &t) {
        const LinearRgb amounts = result.primaries.amounts(t.white);
        return missBy(amounts, needed, options.hasLut) + 40 * lacking(amounts, kept);
    };
    constexpr int kMovesMore = 2; // where the target is still out of reach and another setting may give it
    const auto mayMove = [&] {
        const bool missing = options.hasLut && shareOf(result.primaries.amounts(tried.back().white), needed) < 0.997;
        return result.moves < options.maxMoves + (missing && result.targetLuminance < 1e4 ? kMovesMore : 0);
    };
    while (!controls.empty() && mayMove() && costOf(tried.back()) > options.goodEnough) {
        const MenuModel::Settings next = model.best(aimed, options.hasLut, kept);
        if (next == result.after) {
            break;
        }
        if (const Status s = turnTo(next, controls, options, result); !s) {
            return s.error();
        }
        const double expected = result.targetLuminance < 1e4 ? result.targetLuminance : 150;
        auto white = gauge.read({1, 1, 1}, "white after a turn of the menu", expected, 0.001);
        if (white && surprises(model.expect(result.after), result.primaries.amounts(white->xyz))) {
            white = gauge.readAgreed(white.value(), expected, 0.001);
        }
        ++result.moves;
        if (!white && white.error().code == "saturated") {
            // So bright this instrument cannot see: between these settings and the ones before lies what it can.
            blindAt = result.after.contains("brightness") ? result.after.at("brightness") : 0;
            result.saturatedAbove = tried.back().white.b;
            if (const Status s = turnTo(tried.back().settings, controls, options, result); !s) {
                return s.error();
            }
            if (!model.limit("brightness", result.after, *blindAt)) {
                break;
            }
            continue;
        }
        if (!white) {
            return white.error();
        }
        result.white = white->xyz;
        model.learn(result.after, result.primaries.amounts(result.white));
        if (blindAt) {
            result.saturatedAbove = result.white.b;
            (void)model.limit("brightness", result.after, *blindAt);
        }
        tried.push_back({result.after, result.white});
    }
    // The last try need not be the best one.
    const Tried &best = *std::min_element(tried.begin(), tried.end(), [&](const Tried &p, const Tried &q) { return costOf(p) < costOf(q); });
    if (best.settings != result.after && costOf(best) < costOf(tried.back()) - 0.002) {
        if (const Status s = turnTo(best.settings, controls, options, result); !s) {
            return s.error();
        }
        result.white = best.white;
        ++result.moves;
    }
    have = result.primaries.amounts(result.white);
    const double share = std::max(0.0, shareOf(have, needed));
    result.reachableLuminance = result.targetLuminance * share;
    if (share >= 1 || target.luminance.kind == LuminanceTarget::Kind::Maximum) {
        result.saturatedAbove = blindAt && share < 1 ? result.saturatedAbove : std::nullopt;
    }
    if (target.luminance.kind == LuminanceTarget::Kind::Maximum) {
        result.targetLuminance = result.reachableLuminance;
    }
    result.advice = result.saturatedAbove ? say("instrument-sees-no-more", decimal(*result.saturatedAbove, 0), menuSaid(result.after))
                    : controls.empty()    ? say("display-no-controls-trim")
                    : result.moves == 0   ? say("controls-stand-right", menuSaid(result.after))
                                          : say("set-white-then-read", menuSaid(result.after), decimal(result.white.b, 1));
    return result;
}

} // namespace lamp
