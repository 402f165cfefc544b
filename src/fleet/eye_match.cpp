// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/eye_match.h"

#include "base/json.h"
#include "colour/cct.h"
#include "colour/spectrum.h"
#include "fleet/history.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>

namespace lamp {

namespace {

constexpr double kPatch = 0.6, kSurround = 0.2;          // of the dimmer white; of the patch
constexpr double kUvStep = 0.0007, kLuminanceStep = 1.0; // u′v′; %
constexpr double kCoarse = 4;
constexpr double kSeenApart = 0.0022;                   // u′v′, twice what is just seen (common practice, no published source)
constexpr double kFromAway = 0.010, kFromLuminance = 8; // where a setting begins, at most: u′v′; %

Drive rounded(const Drive &d)
{
    const auto code = [](double v) { return std::round(255 * std::clamp(v, 0.0, 1.0)) / 255; };
    return {code(d.a), code(d.b), code(d.c)};
}

/// The drive at which a display shows a colour, cd/m²; nothing where it cannot. Newton's method in linear light from a gray of that luminance.
std::optional<Drive> driveShowing(const VisitedDisplay &display, const XYZ &wanted)
{
    const double share = wanted.b / std::max(1e-9, display.facts().white.b);
    if (!(share > 0 && share <= 1)) {
        return std::nullopt;
    }
    Eigen::Vector3d drive = Eigen::Vector3d::Constant(std::pow(share, 1 / 2.2));
    const auto shown = [&](const Eigen::Vector3d &d) -> Eigen::Vector3d { return display.evaluate({d[0], d[1], d[2]}).vec(); };
    constexpr int kRounds = 25;
    constexpr double kStep = 1.0 / 128, kNear = 0.002;
    for (int round = 0; round < kRounds; ++round) {
        const Eigen::Vector3d is = shown(drive), off = wanted.vec() - is;
        if (off.cwiseAbs().maxCoeff() < kNear * wanted.b) {
            return Drive{drive[0], drive[1], drive[2]};
        }
        Eigen::Matrix3d slope;
        for (int c = 0; c < 3; ++c) {
            Eigen::Vector3d beside = drive;
            const double step = drive[c] > 0.5 ? -kStep : kStep;
            beside[c] += step;
            slope.col(c) = (shown(beside) - is) / step;
        }
        if (!(std::abs(slope.determinant()) > 1e-12)) {
            return std::nullopt;
        }
        drive = (drive + slope.inverse() * off).cwiseMax(0).cwiseMin(1);
    }
    return std::nullopt;
}

struct Person {
    std::vector<const EyeSetting *> settings;
    std::array<double, 3> mean{}; ///< u′, v′, luminance
};

std::array<double, 3> valuesOf(const EyeSetting &s)
{
    return {s.du, s.dv, s.luminancePercent};
}

Error tooFew()
{
    return {ErrorKind::Input, say("eye-too-few", kEyePeople, kEyeSettings), say("nothing-changed"), {}, "too-few", false};
}

} // namespace

Result<EyeOffset> eyeOffset(const std::vector<EyeSetting> &settings)
{
    std::map<std::string, Person> people;
    for (const EyeSetting &s : settings) {
        const auto v = valuesOf(s);
        if (!std::all_of(v.begin(), v.end(), [](double x) { return std::isfinite(x); })) {
            return Error{ErrorKind::Input, say("eye-no-number"), say("nothing-changed"), {}, "setting", false};
        }
        people[s.person].settings.push_back(&s);
    }
    const bool enough = int(people.size()) >= kEyePeople
                        && std::all_of(people.begin(), people.end(), [](const auto &p) { return int(p.second.settings.size()) >= kEyeSettings; });
    if (!enough) {
        return tooFew();
    }
    std::array<double, 3> mean{}, within{}, between{},
        ofMeans{}; // variances: of a setting; of the people's means; of those, expected by settings alone
    for (auto &[name, p] : people) {
        for (const EyeSetting *s : p.settings) {
            for (size_t i = 0; i < 3; ++i) {
                p.mean[i] += valuesOf(*s)[i] / double(p.settings.size());
            }
        }
        for (size_t i = 0; i < 3; ++i) {
            mean[i] += p.mean[i] / double(people.size());
        }
    }
    const double freedom = double(settings.size() - people.size()), count = double(people.size());
    for (const auto &[name, p] : people) {
        for (size_t i = 0; i < 3; ++i) {
            for (const EyeSetting *s : p.settings) {
                within[i] += std::pow(valuesOf(*s)[i] - p.mean[i], 2) / freedom;
            }
            between[i] += std::pow(p.mean[i] - mean[i], 2) / (count - 1);
        }
    }
    // Settings are no finer than their steps, however alike they came out.
    const std::array<double, 3> least{kUvStep * kUvStep / 12, kUvStep * kUvStep / 12, kLuminanceStep * kLuminanceStep / 12};
    double apart = 0;
    for (size_t i = 0; i < 3; ++i) {
        within[i] = std::max(within[i], least[i]);
        for (const auto &[name, p] : people) {
            ofMeans[i] += within[i] / double(p.settings.size()) / count;
        }
        apart += i < 2 ? (count - 1) * between[i] / ofMeans[i] : 0;
    }
    EyeOffset o;
    o.du = mean[0];
    o.dv = mean[1];
    o.luminancePercent = mean[2];
    o.people = int(people.size());
    o.settings = int(settings.size());
    const auto k2 = [&](size_t i) { return 2 * std::sqrt(std::max(between[i], ofMeans[i]) / count); };
    o.uvK2 = std::max(k2(0), k2(1));
    o.luminanceK2 = k2(2);
    o.uvSpread = std::sqrt((within[0] + within[1]) / 2);
    // χ² of 2(n - 1) degrees at 95 %, by Wilson and Hilferty's cube (1931).
    const double degrees = 2 * (count - 1), ninth = 2 / (9 * degrees);
    const bool scatter = apart <= degrees * std::pow(1 - ninth + 1.645 * std::sqrt(ninth), 3);
    double farthest = 0;
    for (const auto &[name, p] : people) {
        for (const auto &[other, q] : people) {
            farthest = std::max(farthest, std::hypot(p.mean[0] - q.mean[0], p.mean[1] - q.mean[1]));
        }
    }
    o.peopleAgree = scatter || farthest < kSeenApart;
    o.uvMatters = std::hypot(o.du, o.dv) > std::numbers::sqrt2 * o.uvK2;
    o.luminanceMatters = std::abs(o.luminancePercent) > o.luminanceK2;
    return o;
}

EyeMatching::EyeMatching(const VisitedDisplay &reference, const VisitedDisplay &display, std::uint64_t seed)
    : m_reference(&reference), m_display(&display), m_random(seed)
{
}

Result<EyeMatching> EyeMatching::begin(const VisitedDisplay &reference, const VisitedDisplay &display, std::uint64_t seed)
{
    EyeMatching m(reference, display, seed);
    const double luminance = kPatch * std::min(reference.facts().white.b, display.facts().white.b);
    const Status shown = luminance > 0 ? m.show(luminance) : Status(tooFew());
    if (!shown) {
        return shown.error();
    }
    m.beginAgain();
    return m;
}

Status EyeMatching::show(double luminance)
{
    const Error cannot{ErrorKind::Input, say("eye-cannot-show"), say("nothing-changed"), {}, "neutral", false};
    const Chromaticity white = chromaticity(m_reference->facts().white);
    const auto patch = driveShowing(*m_reference, xyzOf(white, luminance));
    const auto around = driveShowing(*m_reference, xyzOf(white, kSurround * luminance)),
               aroundOther = driveShowing(*m_display, xyzOf(white, kSurround * luminance));
    if (!patch || !around || !aroundOther) {
        return cannot;
    }
    m_referenceDrive = rounded(*patch);
    m_referenceSurround = rounded(*around);
    m_surround = rounded(*aroundOther);
    m_referenceShows = m_reference->evaluate(m_referenceDrive);
    // Along daylight, which is how whites differ most; across it is green to pink.
    const double cct = std::clamp(cctOf(white).kelvin, 4500.0, 20000.0);
    const Uv cooler = uvOf(daylightChromaticity(1.1 * cct)), warmer = uvOf(daylightChromaticity(0.9 * cct));
    const double u = warmer.u - cooler.u, v = warmer.v - cooler.v, length = std::hypot(u, v);
    m_blueToYellow = {u / length, v / length};
    return moveTo(0, 0, 0) ? Status(Done{}) : Status(cannot);
}

bool EyeMatching::moveTo(double along, double across, double luminancePercent)
{
    const Uv from = uvOf(chromaticity(m_referenceShows));
    // Pink lies to the right of the way from blue to yellow.
    const Uv to{from.u + along * m_blueToYellow[0] + across * m_blueToYellow[1], from.v + along * m_blueToYellow[1] - across * m_blueToYellow[0]};
    const auto drive = driveShowing(*m_display, xyzOf(xyOf(to), m_referenceShows.b * (1 + luminancePercent / 100)));
    if (!drive) {
        return false;
    }
    m_drive = rounded(*drive);
    m_along = along;
    m_across = across;
    m_luminancePercent = luminancePercent;
    return true;
}

void EyeMatching::beginAgain()
{
    // From all sides, never from near: what was found before is not simply confirmed.
    std::uniform_real_distribution<double> turn(0, 2 * std::numbers::pi), far(0.5, 1.0), luminance(-kFromLuminance, kFromLuminance);
    constexpr int kTries = 40;
    for (int i = 0; i < kTries; ++i) {
        const double angle = turn(m_random), away = kFromAway * far(m_random);
        if (moveTo(away * std::cos(angle), away * std::sin(angle), luminance(m_random))) {
            return;
        }
    }
    (void)moveTo(0, 0, 0); // which was shown at the beginning
}

bool EyeMatching::step(Step step, bool coarse)
{
    const double uv = coarse ? kCoarse * kUvStep : kUvStep, light = coarse ? kCoarse * kLuminanceStep : kLuminanceStep;
    switch (step) {
    case Step::Bluer: return moveTo(m_along - uv, m_across, m_luminancePercent);
    case Step::Yellower: return moveTo(m_along + uv, m_across, m_luminancePercent);
    case Step::Greener: return moveTo(m_along, m_across - uv, m_luminancePercent);
    case Step::Pinker: return moveTo(m_along, m_across + uv, m_luminancePercent);
    case Step::Brighter: return moveTo(m_along, m_across, m_luminancePercent + light);
    case Step::Darker: return moveTo(m_along, m_across, m_luminancePercent - light);
    }
    return false;
}

EyeSetting EyeMatching::now() const
{
    // What the rounded drive shows, not what was asked for.
    const XYZ shown = m_display->evaluate(m_drive);
    const Uv is = uvOf(chromaticity(shown)), reference = uvOf(chromaticity(m_referenceShows));
    return {{}, is.u - reference.u, is.v - reference.v, 100 * (shown.b / m_referenceShows.b - 1)};
}

void EyeMatching::looksTheSame(const std::string &person)
{
    EyeSetting s = now();
    s.person = person;
    m_settings.push_back(std::move(s));
    beginAgain();
}

void EyeMatching::takeBack()
{
    if (!m_settings.empty()) {
        m_settings.pop_back();
        beginAgain();
    }
}

std::optional<Matched::ByEye> setOffOf(const EyeMatch &match)
{
    const auto o = eyeOffset(match.settings);
    if (!o || (!o->uvMatters && !o->luminanceMatters)) {
        return std::nullopt;
    }
    const auto counted = [](bool matters, double v) { return matters ? v : 0; };
    return Matched::ByEye{counted(o->uvMatters, o->du), counted(o->uvMatters, o->dv), counted(o->luminanceMatters, o->luminancePercent),
                          isoTime(match.finished).substr(0, 10)};
}

std::vector<Message> eyeMatchSaid(const EyeMatch &match, const EyeOffset &o)
{
    std::vector<Message> all{say("eye-offset", modelAndSerial(match.referenceModel, match.referenceSerial), decimal(o.du, 4), decimal(o.dv, 4),
                                 decimal(o.uvK2, 4), decimal(o.luminancePercent, 1), decimal(o.luminanceK2, 1))};
    all.push_back(say("eye-settings", o.settings, o.people, decimal(o.uvSpread, 4)));
    if (!o.uvMatters || !o.luminanceMatters) {
        all.push_back(say(o.uvMatters ? "eye-luminance-stays" : o.luminanceMatters ? "eye-chromaticity-stays" : "eye-no-matter"));
    }
    if (!o.peopleAgree) {
        all.push_back(say("eye-people-differ"));
    }
    return all;
}

std::string eyeMatchToJson(const EyeMatch &m)
{
    using Json = nlohmann::json;
    Json settings = Json::array();
    for (const EyeSetting &s : m.settings) {
        settings.push_back({{"person", s.person}, {"du", s.du}, {"dv", s.dv}, {"luminance_percent", s.luminancePercent}});
    }
    const auto offset = eyeOffset(m.settings);
    const Chromaticity white = chromaticity(m.referenceWhite);
    Json j{{"schema", "dutiful-lamp/eye-match/1"},
           {"display", {{"model", m.model}, {"serial", m.serial}}},
           {"reference",
            {{"model", m.referenceModel}, {"serial", m.referenceSerial}, {"white", {{"x", white.x}, {"y", white.y}, {"Y", m.referenceWhite.b}}}}},
           {"instrument", {{"model", ""}, {"serial", ""}}},
           {"finished", isoTime(m.finished)},
           {"settings", settings}};
    if (offset) {
        j["offset"] = {{"du", offset->du},
                       {"dv", offset->dv},
                       {"uv_k2", offset->uvK2},
                       {"luminance_percent", offset->luminancePercent},
                       {"luminance_percent_k2", offset->luminanceK2},
                       {"people_agree", offset->peopleAgree},
                       {"matters", offset->uvMatters || offset->luminanceMatters}};
        j["said_codes"] = messagesJson(eyeMatchSaid(m, *offset));
    }
    return jsonText(j, 2);
}

Result<EyeMatch> eyeMatchFromJson(const std::string &text)
{
    const auto unreadable = [](Message why) {
        return Error{ErrorKind::Input, say("no-measurement", std::move(why)), say("nothing-started"), {}, "eye", false};
    };
    const auto json = parseJson(text);
    if (!json) {
        return unreadable(json.error().what);
    }
    EyeMatch m;
    try {
        const auto &j = *json;
        if (j.at("schema") != "dutiful-lamp/eye-match/1") {
            throw Unreadable(verbatim(j.at("schema").dump()));
        }
        const auto finished = timeOf(j.at("finished").get<std::string>());
        if (!finished) {
            throw Unreadable(say("no-such-day", j.at("finished").get<std::string>()));
        }
        m.finished = *finished;
        m.model = j.at("display").at("model").get<std::string>();
        m.serial = j.at("display").at("serial").get<std::string>();
        const auto &r = j.at("reference");
        m.referenceModel = r.at("model").get<std::string>();
        m.referenceSerial = r.at("serial").get<std::string>();
        if (!(r.at("white").at("y").get<double>() > 0)) {
            throw Unreadable(say("no-white-in-it"));
        }
        m.referenceWhite = xyzOf({r.at("white").at("x").get<double>(), r.at("white").at("y").get<double>()}, r.at("white").at("Y").get<double>());
        constexpr size_t kMost = 1000;
        const auto &settings = j.at("settings");
        if (!settings.is_array() || settings.size() > kMost) {
            throw Unreadable(say("a-number-between", 0, int(kMost)));
        }
        for (const auto &s : settings) {
            m.settings.push_back(
                {s.at("person").get<std::string>(), s.at("du").get<double>(), s.at("dv").get<double>(), s.at("luminance_percent").get<double>()});
        }
    } catch (const std::exception &e) {
        return unreadable(reasonOf(e));
    }
    const auto offset = eyeOffset(m.settings);
    return offset ? Result<EyeMatch>(std::move(m)) : offset.error();
}

} // namespace lamp
