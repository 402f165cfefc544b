// SPDX-License-Identifier: GPL-3.0-or-later
#include "fleet/visited_display.h"

#include <set>

#include "base/file.h"
#include "base/json.h"
#include "colour/spaces.h"
#include "device/bench_json.h"
#include "icc/cgats.h"
#include "visit/earlier.h"
#include "visit/imported.h"
#include "visit/whole_visit.h"

#include <filesystem>
#include <numeric>

namespace lamp {

namespace fs = std::filesystem;

namespace {

using Json = nlohmann::json;

Error unfit(const std::string &path, Message why)
{
    return unusable(say("visit-cannot-compared", path), std::move(why), say("give-visit-folder"), "visit");
}

XYZ xyzIn(const Json &list)
{
    return {list.at(0).get<double>(), list.at(1).get<double>(), list.at(2).get<double>()};
}

/// Settings of brightness with the luminance that white had there, all others standing alike: of those that stood so, the ones that tried most.
std::vector<std::pair<double, double>> triedBrightness(const std::vector<std::pair<std::map<std::string, double>, XYZ>> &tried)
{
    std::map<std::map<std::string, double>, std::map<double, double>> byOthers;
    for (const auto &[menu, white] : tried) {
        auto others = menu;
        others.erase("brightness");
        byOthers[others][menu.at("brightness")] = white.b; // the last of each setting: the panel had stood longest
    }
    const auto most =
        std::max_element(byOthers.begin(), byOthers.end(), [](const auto &a, const auto &b) { return a.second.size() < b.second.size(); });
    return most == byOthers.end() ? std::vector<std::pair<double, double>>()
                                  : std::vector<std::pair<double, double>>(most->second.begin(), most->second.end());
}

/// A reading without ramps: of white by its menu, or of a channel.
void remember(VisitFacts &f, const Drive &rgb, const std::map<std::string, double> &menu, const XYZ &xyz)
{
    if (rgb == Drive{1, 1, 1} && menu.contains("brightness")) {
        f.triedWhites.emplace_back(menu, xyz);
    }
    for (int c = 0; c < 3; ++c) {
        Drive alone;
        alone[c] = 1;
        if (rgb == alone) {
            f.channels[size_t(c)] = xyz;
        }
    }
}

void rememberBrightness(VisitFacts &f, const std::vector<Measurement> &readings, const States &states)
{
    for (const Measurement &m : readings) {
        const DisplayState *s = m.mode == ReadMode::Emission && !m.superseded ? states.find(m.state) : nullptr;
        if (s != nullptr && s->ramps.empty()) {
            remember(f, m.rgb, s->controls, m.xyz);
        }
    }
    f.brightness = triedBrightness(f.triedWhites);
}

/// The target with all its fields, or what the contract promises of it.
Target targetIn(const Json &j)
{
    if (const auto it = j.find("visit_target"); it != j.end()) {
        const auto whole = targetFromJson(it->dump());
        return whole ? whole.value() : throw Unreadable(whole.error().what);
    }
    Target t;
    const Json &said = j.at("target");
    t.white.kind = WhiteTarget::Kind::Xy;
    t.white.xy = {said.at("white").at("x").get<double>(), said.at("white").at("y").get<double>()};
    t.luminance.cdM2 = said.at("luminance_cd_m2").get<double>();
    return t.luminance.cdM2 > 0 && t.white.xy.y > 0 ? t : throw Unreadable(say("visit-did-not-end"));
}

/// A text that may be missing or null.
std::string textOr(const Json &object, const char *key)
{
    const auto it = object.find(key);
    return it == object.end() || it->is_null() ? std::string() : it->get<std::string>();
}

/// What `visit.json` says; throws where it says something else than it should.
VisitFacts factsIn(const Json &j)
{
    VisitFacts f;
    const Json &display = j.at("display"), &meter = j.at("instrument"), &white = j.at("calibration").at("white");
    f.model = display.at("model").get<std::string>();
    f.serial = display.at("serial").get<std::string>();
    f.technology = textOr(display, "technology");
    for (const auto &[name, value] : display.at("controls").items()) {
        f.controls[name] = value.get<double>();
    }
    f.instrument = modelAndSerial(meter.at("model").get<std::string>(), meter.at("serial").get<std::string>());
    f.target = targetIn(j);
    f.mode = textOr(display, "mode");
    f.correction = textOr(meter, "correction");
    f.certified = textOr(meter, "last_certified");
    if (const auto lux = j.find("room_lux"); lux != j.end() && lux->is_number()) {
        f.lux = lux->get<double>();
    }
    f.task = taskFromName(j.value("task", "full")).value_or(Task::Full);
    f.finished = fromIsoTime(j.at("finished").get<std::string>());
    f.white = xyzOf({white.at("x").get<double>(), white.at("y").get<double>()}, white.at("Y").get<double>());
    f.expectedError = j.at("calibration").value("expected_error_delta_e_00", 0.5);
    // Where nothing is said of its accuracy it is that of one that is not corrected (common practice, no published source).
    f.accuracy.xy = 0.004;
    f.accuracy.luminance = 0.04;
    if (const auto it = j.find("accuracy_k1"); it != j.end()) {
        f.accuracy.xy = it->at("xy").get<double>();
        f.accuracy.luminance = it->at("Y").get<double>();
        f.accuracy.corrected = it->value("corrected", false);
    }
    for (const Json &p : j.at("verification").at("patches")) {
        VerifiedColour c;
        c.colour.name = p.value("name", "");
        c.colour.rgb = Drive(p.at("rgb").at(0).get<double>(), p.at("rgb").at(1).get<double>(), p.at("rgb").at(2).get<double>());
        if (const auto xyz = p.find("XYZ"); xyz != p.end()) {
            c.xyz = xyzIn(*xyz);
            c.sigma = p.contains("sigma_XYZ") ? xyzIn(p.at("sigma_XYZ")) : XYZ();
            f.read.push_back(std::move(c));
        }
    }
    if (const auto it = j.find("display_facts"); it != j.end()) {
        if (const auto info = benchjson::displayInfo(*it)) {
            f.menu = info->controls;
            f.bits = info->bits;
        }
    }
    const Json none = Json::array();
    const Json &states = j.contains("states") ? j.at("states") : none;
    for (const Json &m : j.contains("measurements") ? j.at("measurements") : none) {
        const double state = m.value("display_state", 0.0); // from 1; 0 for none
        const size_t number = state >= 1 && state <= double(states.size()) ? size_t(state) - 1 : states.size();
        const bool bare = number < states.size() && states[number].value("ramps", "?").empty() && m.value("stage", "") != "room light";
        const Json &rgb = m.at("rgb");
        if (bare && rgb.is_array() && rgb.size() == 3 && rgb[0].is_number() && rgb[1].is_number() && rgb[2].is_number()) {
            remember(f, Drive(rgb[0].get<double>(), rgb[1].get<double>(), rgb[2].get<double>()),
                     states[number].at("controls").get<std::map<std::string, double>>(), xyzIn(m.at("XYZ")));
        }
    }
    f.brightness = triedBrightness(f.triedWhites);
    return f;
}

/// Where gains were turned along with brightness: what white would have been at the brightnesses that were tried, with the gains as left, by the
/// same model of menus that trims. Empty where too little was read for it.
std::vector<std::pair<double, double>> bridgedBrightness(const VisitFacts &f)
{
    std::set<double> tried;
    for (const auto &[menu, white] : f.triedWhites) {
        tried.insert(menu.at("brightness"));
    }
    const auto &[red, green, blue] = f.channels;
    if (tried.size() < 2 || !(red.b > 0 && green.b > 0 && blue.b > 0)) {
        return {};
    }
    std::vector<Control> controls;
    for (const Control &c : f.menu) {
        if (c.name == "brightness" || c.name == "red" || c.name == "green" || c.name == "blue") {
            const bool everywhere = f.controls.contains(c.name) && std::all_of(f.triedWhites.begin(), f.triedWhites.end(), [&](const auto &t) {
                                        return t.first.contains(c.name);
                                    });
            if (!everywhere) {
                return {};
            }
            controls.push_back(c);
        }
    }
    const Primaries basis{red, green, blue, red + green + blue, {}};
    const LinearRgb first = basis.amounts(f.triedWhites.front().second);
    MenuModel model(controls, f.triedWhites.front().first);
    for (const auto &[menu, white] : f.triedWhites) {
        const LinearRgb now = basis.amounts(white);
        model.learn(menu, {now.a / first.a, now.b / first.b, now.c / first.c});
    }
    std::vector<std::pair<double, double>> all;
    for (const double brightness : tried) {
        MenuModel::Settings settings = f.controls;
        settings["brightness"] = brightness;
        const LinearRgb light = model.expect(settings);
        all.emplace_back(brightness, light.a * first.a * red.b + light.b * first.b * green.b + light.c * first.c * blue.b);
    }
    return all;
}

std::vector<size_t> all(size_t count)
{
    std::vector<size_t> numbers(count);
    std::iota(numbers.begin(), numbers.end(), size_t{0});
    return numbers;
}

/// The colours that an additive display shows, or may be taken for showing, by their numbers. To ask its profile of them all would take twice as
/// long.
std::vector<size_t> notBeyond(const AdditiveGamut &gamut, std::span<const Lab> colours)
{
    // Of a channel more than there is, or less than none: where it is seen least, of red near white, 1.2 of CIE 1976 (tried on sRGB's and P3's).
    constexpr double kSurely = 0.03;
    if (!gamut.hasBody()) {
        return all(colours.size());
    }
    const Eigen::Matrix3d toLight = gamut.toPcs.inverse();
    std::vector<size_t> near;
    for (size_t i = 0; i < colours.size(); ++i) {
        const Eigen::Vector3d light = toLight * (xyzOf(colours[i], iccD50()) - gamut.black).vec();
        if (light.minCoeff() > -kSurely && light.maxCoeff() < 1 + kSurely) {
            near.push_back(i);
        }
    }
    return near;
}

} // namespace

std::optional<BrightnessLaw> brightnessLaw(const VisitFacts &facts)
{
    const auto left = facts.controls.find("brightness");
    if (left == facts.controls.end()) {
        return {};
    }
    return BrightnessLaw::of(left->first, facts.brightness.size() >= 2 ? facts.brightness : bridgedBrightness(facts), left->second, facts.white.b);
}

VisitFacts visitFacts(const VisitRecord &r)
{
    VisitFacts f{r.display.model,
                 r.display.serial,
                 r.display.technology,
                 modelAndSerial(r.instrument.model, r.instrument.serial),
                 r.accuracy(),
                 r.plan.target,
                 r.plan.mode.empty() ? r.display.mode : r.plan.mode,
                 r.correction,
                 r.roomLux,
                 r.instrument.lastCertified,
                 r.plan.task,
                 r.finished,
                 r.verification.white.xyz,
                 r.expectedError > 0 ? r.expectedError : 0.5,
                 r.profile.empty() ? r.plan.profileIn : r.profile,
                 r.verification.colours,
                 r.controls,
                 r.display.controls,
                 r.display.bits,
                 {}};
    rememberBrightness(f, r.readings, r.states);
    return f;
}

Result<VisitFacts> visitFacts(const std::string &path)
{
    std::error_code none;
    fs::path file = path;
    if (fs::is_directory(file, none)) {
        file = fs::exists(file / "whole-visit.json", none) ? file / "whole-visit.json" : file / "visit.json";
    }
    const auto text = readFile(file);
    if (!text) {
        return text.error();
    }
    if (looksLikeWholeVisit(text.value())) {
        const auto record = wholeVisitFromJson(text.value());
        if (!record) {
            return record.error();
        }
        VisitFacts facts = visitFacts(record.value());
        return hasColour(facts.white) && !facts.profile.empty() ? Result<VisitFacts>(facts) : unfit(path, say("visit-did-not-end"));
    }
    const auto json = parseJson(text.value());
    if (!json) {
        return unfit(path, json.error().what);
    }
    try {
        VisitFacts facts = factsIn(json.value());
        const auto profile = readBytes(file.parent_path() / "profile.icc");
        if (!profile) {
            return unfit(path, say("no-profile-beside"));
        }
        facts.profile = profile.value();
        return hasColour(facts.white) ? Result<VisitFacts>(facts) : unfit(path, say("visit-did-not-end"));
    } catch (const std::exception &e) {
        return unfit(path, reasonOf(e));
    }
}

Result<VisitedDisplay> VisitedDisplay::opened(VisitFacts facts)
{
    auto profile = Profile::open(facts.profile);
    if (!profile) {
        return profile.error();
    }
    VisitedDisplay d(std::move(facts), std::move(profile).value());
    if (!d.m_profile.tables()) {
        d.m_byMatrix = additiveOf(d.m_profile);
    }
    d.m_fromPcs = d.m_facts.white.b * d.m_profile.chad().inverse();
    d.readModel();
    return d;
}

Result<VisitedDisplay> VisitedDisplay::of(VisitFacts facts)
{
    auto opening = opened(std::move(facts));
    if (opening) {
        VisitedDisplay &d = opening.value();
        d.takeReadings();
        d.teachModel();
    }
    return opening;
}

Result<VisitedDisplay> VisitedDisplay::asCalibrated(VisitFacts facts)
{
    auto opening = opened(std::move(facts));
    if (!opening) {
        return opening;
    }
    VisitedDisplay &d = opening.value();
    if (!d.m_model) {
        d.takeReadings(); // else nobody knows how bright it is
    }
    if (d.m_facts.task == Task::Check) {
        d.m_facts.controls.clear();
        d.m_facts.mode.clear();
        d.m_facts.lux.reset();
        d.m_facts.instrument.clear();
    }
    return opening;
}

void VisitedDisplay::readModel()
{
    const Profile::Facts in = m_profile.facts();
    const auto set = in.readings.empty() ? Result<ReadingSet>(Error{}) : readingsFromCgats(in.readings);
    auto model = set ? displayModelOf(set.value()) : Result<DisplayModel>(Error{});
    if (model) {
        m_model = std::make_unique<DisplayModel>(std::move(model).value());
        // Readings behind the LUT see no ramps; the others were read through whatever stood there.
        const auto ramps = m_profile.ramps(4096);
        m_shown = std::make_unique<ShownDisplay>(*m_model, set->behindLut && ramps ? *ramps : Ramps{});
    }
}

void VisitedDisplay::teachModel()
{
    if (!m_model || !(std::abs(m_since.determinant()) > 0)) {
        return;
    }
    // More than that teach little, and a model's work grows with the third power: of many colours every so many.
    constexpr size_t kMost = 60, kWeighed = 140; // of those and the model's own: fewer are quick to weigh its kinds of behaviour by
    // Told as the model's own time would have read it.
    const Eigen::Matrix3d then = m_since.inverse();
    double last = 0;
    for (const PanelReading &r : m_model->readings()) {
        last = std::max(last, r.t);
    }
    const XYZ white(then * m_facts.white.vec());
    std::vector<PanelReading> more{{m_shown->behind({1, 1, 1}), white, usualNoise(white, white.b), last, 0}};
    const size_t all = m_facts.read.size(), taken = std::min(kMost, all);
    for (size_t i = 0; i < taken; ++i) {
        const VerifiedColour &c = m_facts.read[i * all / taken];
        const XYZ xyz(then * c.xyz.vec());
        const bool known = c.sigma.vec().minCoeff() > 0;
        more.push_back(
            {m_shown->behind(c.colour.rgb), xyz, known ? XYZ((then * c.sigma.vec()).cwiseAbs()) : usualNoise(xyz, m_model->white().b), last, 0});
    }
    m_model->add(more, last, m_model->readings().size() + more.size() < kWeighed);
}

void VisitedDisplay::takeReadings()
{
    const XYZ modelled = evaluate({1, 1, 1});
    const double scale = m_facts.white.b / std::max(1e-9, modelled.b);
    if (m_model && m_facts.task != Task::Check) {
        m_since = scale * Eigen::Matrix3d::Identity(); // within the hour: what else was read then is of the model, which learns it
        return;
    }
    // What was read to verify it tells how it stands now: since a profile was made, all may have gone dimmer and another colour.
    std::vector<std::pair<XYZ, XYZ>> pairs{{modelled, m_facts.white}};
    for (const VerifiedColour &c : m_facts.read) {
        pairs.emplace_back(evaluate(c.colour.rgb), c.xyz);
    }
    const auto n = Eigen::Index(pairs.size());
    const double white = m_facts.white.b;
    // A matrix near a scale: what few readings do not tell stays as it is for all. Dark ones weigh as they are seen.
    Eigen::MatrixXd a(n, 3), b(n, 3);
    Eigen::VectorXd weight(n);
    for (Eigen::Index i = 0; i < n; ++i) {
        const auto &[said, read] = pairs[size_t(i)];
        weight[i] = 1 / (0.003 * read.b + 0.0005 * white);
        a.row(i) = weight[i] * scale * said.vec();
        b.row(i) = weight[i] * (read.vec() - scale * said.vec());
    }
    constexpr double kTight = 0.02; // how far from a scale it is expected to be
    const Eigen::Matrix3d normal = a.transpose() * a + Eigen::Matrix3d::Identity() / (kTight * kTight);
    const Eigen::Matrix3d more = normal.ldlt().solve(a.transpose() * b).transpose();
    m_since = scale * (Eigen::Matrix3d::Identity() + more);
}

XYZ VisitedDisplay::evaluate(const Drive &rgb) const
{
    const XYZ xyz = m_shown ? m_shown->evaluate(rgb) : XYZ(m_fromPcs * xyzOf(m_profile.colourOf(rgb), iccD50()).vec());
    return XYZ(m_since * xyz.vec());
}

XYZ VisitedDisplay::behind(const Drive &rgb) const
{
    return XYZ(m_since * m_model->evaluate(rgb).vec());
}

Drive VisitedDisplay::throughRamps(const Drive &rgb) const
{
    return m_shown ? m_shown->behind(rgb) : rgb;
}

XYZ VisitedDisplay::shows(const Lab &lab) const
{
    return atDepth(m_profile.driveFor(lab));
}

std::vector<std::optional<XYZ>> VisitedDisplay::showsIfItCan(std::span<const Lab> colours) const
{
    constexpr double kSame = 0.5; // CIE 1976: what a table's inverse may miss by
    const std::vector<size_t> near = m_byMatrix ? notBeyond(*m_byMatrix, colours) : all(colours.size());
    std::vector<Lab> asked;
    std::transform(near.begin(), near.end(), std::back_inserter(asked), [&](size_t i) { return colours[i]; });
    const std::vector<Drive> drives = m_profile.drivesFor(asked);
    const std::vector<Lab> made = m_profile.coloursOf(drives);
    std::vector<std::optional<XYZ>> shown(colours.size());
    for (size_t k = 0; k < near.size(); ++k) {
        if ((made[k].vec() - asked[k].vec()).norm() < kSame) {
            shown[near[k]] = atDepth(drives[k]);
        }
    }
    return shown;
}

XYZ VisitedDisplay::atDepth(Drive drive) const
{
    if (m_facts.bits > 0) {
        const double top = std::ldexp(1.0, m_facts.bits) - 1;
        for (int c = 0; c < 3; ++c) {
            drive[c] = std::round(drive[c] * top) / top;
        }
    }
    return evaluate(drive);
}

Primaries VisitedDisplay::full() const
{
    if (!m_model) {
        return primaries();
    }
    const Primaries p = m_model->primaries();
    const auto now = [this](const XYZ &xyz) { return XYZ(m_since * xyz.vec()); };
    return {now(p.red), now(p.green), now(p.blue), now(p.white), now(p.black)};
}

Primaries VisitedDisplay::primaries() const
{
    return {evaluate({1, 0, 0}), evaluate({0, 1, 0}), evaluate({0, 0, 1}), evaluate({1, 1, 1}), evaluate({0, 0, 0})};
}

} // namespace lamp
