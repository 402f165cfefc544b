// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/colour_list.h"

#include "base/embedded.h"
#include "base/json.h"
#include "icc/icc.h"
#include "judge/colour_table.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// From colours to drives, as the plan means drives.
class Drives {
public:
    explicit Drives(const SurveyPlan &plan)
    {
        if (!plan.profile.empty()) {
            if (auto opened = Profile::open(plan.profile)) {
                m_profile.emplace(std::move(opened).value());
            }
        }
        m_space = rgbSpace(plan.space).value_or(*rgbSpace("sRGB"));
        m_fromD50 = (adaptation(whiteOf(m_space.white), iccD50()) * m_space.toXyz()).inverse();
    }
    /// Nothing where it lies outside.
    [[nodiscard]] std::optional<Drive> of(const Lab &lab) const
    {
        constexpr double kShown = 0.5; // ΔE00 between what is asked for and what its drive means
        if (m_profile) {
            const Drive d = m_profile->driveFor(lab);
            return deltaE2000(lab, m_profile->colourOf(d)) <= kShown ? std::optional(d) : std::nullopt;
        }
        const Eigen::Vector3d light = m_fromD50 * xyzOf(lab, iccD50()).vec();
        constexpr double kSlack = 2e-3;
        if (light.minCoeff() < -kSlack || light.maxCoeff() > 1 + kSlack) {
            return {};
        }
        const auto drive = [&](double l) { return m_space.tone.inverse(std::clamp(l, 0.0, 1.0)); };
        return Drive{drive(light[0]), drive(light[1]), drive(light[2])};
    }

private:
    std::optional<Profile> m_profile;
    RgbSpace m_space;
    Eigen::Matrix3d m_fromD50;
};

} // namespace

Result<std::vector<SurveyColour>> surveyColours(const std::string &text, const SurveyPlan &plan)
{
    const auto table = colourTable(text);
    if (!table) {
        return table.error();
    }
    const Drives drives(plan);
    std::vector<SurveyColour> colours;
    for (const ColourTable::Row &row : table->rows) {
        SurveyColour c{row.name, {row.values[0], row.values[1], row.values[2]}, {}};
        if (!table->drives) {
            const Lab lab{row.values[0], row.values[1], row.values[2]};
            const auto drive = drives.of(lab);
            if (!drive) {
                return unusable(say("colours-cannot-used"),
                                say("colour-outside", row.line, plan.profile.empty() ? verbatim(plan.space) : say("that-profile")),
                                say("give-lab-or-rgb"), "colours");
            }
            c.rgb = *drive;
            c.wanted = lab;
        }
        colours.push_back(std::move(c));
    }
    return colours;
}

Result<std::vector<SurveyColour>> surveySet(const std::string &set, const SurveyPlan &plan)
{
    const Drives drives(plan);
    std::vector<SurveyColour> colours;
    const auto addLab = [&](const std::string &name, double L, double C, double h) {
        const Lab lab = labOf(LCh{L, C, h});
        if (const auto drive = drives.of(lab)) {
            colours.push_back({name, *drive, lab});
        }
    };
    if (set == "memory") {
        const auto json = parseJson(std::string(embedded("verification.json"))).value();
        for (const auto &m : json.at("memory")) {
            addLab(m.at("name").get<std::string>(), m.at("L").get<double>(), m.at("C").get<double>(), m.at("h").get<double>());
        }
    } else if (set == "skin") {
        // From dark to light, from pale to ruddy: hues of 45 to 65 degrees, chroma of 12 to 30 (common practice, no published source).
        for (const double L : {30.0, 42.0, 54.0, 66.0, 78.0}) {
            for (const double C : {14.0, 26.0}) {
                for (const double h : {46.0, 62.0}) {
                    addLab("skin L" + fixed(L, 0) + " C" + fixed(C, 0) + " h" + fixed(h, 0), L, C, h);
                }
            }
        }
    } else if (set == "neutrals") {
        for (const double L : {10.0, 25.0, 40.0, 55.0, 70.0, 85.0}) {
            addLab("gray L" + fixed(L, 0), L, 0, 0);
            for (const double h : {30.0, 120.0, 210.0, 300.0}) {
                addLab("L" + fixed(L, 0) + " h" + fixed(h, 0), L, 4, h);
            }
        }
    } else if (set == "surface") {
        // Along the edges of the cube of drives, and the middles of its faces.
        for (const auto &[name, d] : std::vector<std::pair<const char *, Drive>>{{"red", {0.95, 0, 0}},
                                                                                 {"orange", {0.95, 0.5, 0}},
                                                                                 {"yellow", {0.95, 0.95, 0}},
                                                                                 {"lime", {0.5, 0.95, 0}},
                                                                                 {"green", {0, 0.95, 0}},
                                                                                 {"sea", {0, 0.95, 0.5}},
                                                                                 {"cyan", {0, 0.95, 0.95}},
                                                                                 {"azure", {0, 0.5, 0.95}},
                                                                                 {"blue", {0, 0, 0.95}},
                                                                                 {"violet", {0.5, 0, 0.95}},
                                                                                 {"magenta", {0.95, 0, 0.95}},
                                                                                 {"rose", {0.95, 0, 0.5}},
                                                                                 {"pale red", {1, 0.5, 0.5}},
                                                                                 {"pale green", {0.5, 1, 0.5}},
                                                                                 {"pale blue", {0.5, 0.5, 1}},
                                                                                 {"dark yellow", {0.5, 0.5, 0}},
                                                                                 {"dark cyan", {0, 0.5, 0.5}},
                                                                                 {"dark magenta", {0.5, 0, 0.5}}}) {
            colours.push_back({name, d, {}});
        }
    } else {
        return Error{ErrorKind::Input,
                     say("option-cannot-be", "--set", set),
                     say("nothing-started"),
                     say("choose-one", "memory, skin, neutrals, surface"),
                     "option",
                     false};
    }
    return colours;
}

} // namespace lamp
