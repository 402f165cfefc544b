// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/record.h"

#include "visit/record_parts.h"

#include "base/json.h"
#include "base/names.h"
#include "colour/cct.h"
#include "device/bench_json.h"
#include "measure/measurement_json.h"
#include <cmath>
#include <numbers>
#include <sstream>

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr std::array<const char *, 3> kEfforts{"quick", "standard", "thorough"};

constexpr std::array<const char *, 3> kProfileKinds{"auto", "matrix", "lut"};

} // namespace

Message named(Effort effort)
{
    return say("effort-" + effortName(effort));
}

std::string effortName(Effort effort)
{
    return kEfforts[size_t(effort)];
}

std::optional<Effort> effortFromName(const std::string &name)
{
    return named<Effort>(kEfforts, name);
}

std::string profileKindName(ProfileKind kind)
{
    return kProfileKinds[size_t(kind)];
}

std::optional<ProfileKind> profileKindFromName(const std::string &name)
{
    return named<ProfileKind>(kProfileKinds, name);
}

std::optional<VisitRecord::Contrast> VisitRecord::contrast() const
{
    // A model may say what black is below the floor; nobody has measured it.
    const double floor = instrument.floorCdM2, dark = std::max(calibrated.black.b, floor);
    return calibrated.white.b > 0 && dark > 0 ? std::optional(Contrast{calibrated.white.b / dark, calibrated.black.b < floor}) : std::nullopt;
}

std::optional<VisitRecord::InRoom> VisitRecord::inRoom() const
{
    // What a matt screen throws back of the light that falls on it, evenly (common practice, no published source).
    constexpr double kReflectance = 0.01;
    if (!roomLux || !(calibrated.white.b > 0)) {
        return std::nullopt;
    }
    const double reflected = *roomLux * kReflectance / std::numbers::pi;
    const double dark = std::max(calibrated.black.b, instrument.floorCdM2) + reflected; // no darker than was measured
    return dark > 0 ? std::optional(InRoom{reflected, (calibrated.white.b + reflected) / dark}) : std::nullopt;
}

InstrumentInfo withCard(InstrumentInfo instrument, const std::vector<InstrumentCard> &cards)
{
    for (const InstrumentCard &card : cards) {
        // Without a serial number nobody knows whether it is this one.
        if (card.model != instrument.model || card.serial != instrument.serial || card.serial.empty()) {
            continue;
        }
        instrument.accuracy.xy = card.accuracy.xy ? card.accuracy.xy : instrument.accuracy.xy;
        instrument.accuracy.luminance = card.accuracy.luminance ? card.accuracy.luminance : instrument.accuracy.luminance;
        // As times: what an instrument says may be no date at all.
        const auto on = [](const std::string &day) { return fromIsoTime(day.substr(0, 10) + "T00:00:00Z"); };
        if (on(card.certified) > on(instrument.lastCertified)) {
            instrument.lastCertified = card.certified;
        }
    }
    return instrument;
}

bool VisitRecord::instrumentMatched() const
{
    return !correctionDoubtful && (!correction.empty() || instrument.kind == "spectroradiometer");
}

Accuracy VisitRecord::accuracy() const
{
    return accuracyOf(instrument, instrumentMatched(), correctionDoubtful ? std::nullopt : matrix, started);
}

MatrixModel VisitRecord::asMatrix() const
{
    MatrixModel m{calibrated.matrix(), calibrated.black, light};
    m.channels *= calibrated.amounts(calibrated.white).vec().asDiagonal();
    return m;
}

Chromaticity VisitRecord::targetWhite() const
{
    if (const auto c = plan.target.white.chromaticity()) {
        return *c;
    }
    return trim ? trim->targetWhite : chromaticity(calibrated.white);
}

std::string VisitRecord::profileName() const
{
    std::string name = plan.profileName.empty() ? kUsualName : plan.profileName;
    const std::map<std::string, std::string> values{{"{display}", display.model},         {"{serial}", display.serial},
                                                    {"{white}", plan.target.white.tag()}, {"{luminance}", fixed(aimLuminance, 0)},
                                                    {"{tone}", plan.target.tone.name()},  {"{date}", localDate(started)}};
    for (const auto &[placeholder, value] : values) {
        for (size_t at = name.find(placeholder); at != std::string::npos; at = name.find(placeholder, at + value.size())) {
            name.replace(at, placeholder.size(), value);
        }
    }
    return name;
}

std::map<std::string, std::string> factsOfVisit(const VisitRecord &r)
{
    std::map<std::string, std::string> facts{{"visit_task", taskName(r.plan.task)},
                                             {"visit_target", jsonText(Json::parse(targetToJson(r.plan.target)))},
                                             {"visit_tolerance", jsonText(Json::parse(toleranceToJson(r.plan.tolerance)))},
                                             {"display_facts", jsonText(benchjson::toJson(r.display))},
                                             {"instrument_facts", jsonText(benchjson::toJson(r.instrument))}};
    if (r.matrix) {
        facts["correction_matrix"] = jsonText(correctionJson(*r.matrix));
    }
    // A check judges by a profile that its readings do not tell of: at least how that sees white.
    if (const auto profile = Profile::open(r.profile); r.plan.task == Task::Check && profile) {
        const Eigen::Matrix<double, 3, 3, Eigen::RowMajor> chad = profile->chad();
        facts["profile_chad"] = jsonText(Json(std::vector<double>(chad.data(), chad.data() + 9)));
    }
    return facts;
}

} // namespace lamp
