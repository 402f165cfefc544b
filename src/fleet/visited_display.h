// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "calibrate/brightness_law.h"
#include "judge/accuracy.h"
#include "judge/verification.h"
#include "profile/shown_display.h"
#include "visit/record.h"

#include <algorithm>
#include <array>
#include <iterator>
#include <memory>
#include <string>

namespace lamp {

/// What a visit says of a display, for comparing it with others.
struct VisitFacts {
    std::string model, serial, technology;
    std::string instrument; ///< model and serial
    Accuracy accuracy;      ///< of that instrument on this light, on that day
    Target target;
    std::string mode;          ///< of the display's own
    std::string correction;    ///< that the instrument read with; empty for none
    std::optional<double> lux; ///< at the desk
    std::string certified;     ///< ISO date of the instrument's certificate; empty: not known
    Task task = Task::Full;
    WallTime finished{};
    XYZ white;                ///< cd/m², as read through what was left
    double expectedError = 0; ///< of what is known of it: rms CIEDE2000
    Bytes profile;
    std::vector<VerifiedColour> read;                  ///< what was read to verify it
    std::map<std::string, double> controls;            ///< of the menu, as left
    std::vector<Control> menu;                         ///< what the menu offers
    int bits = 0;                                      ///< of the frame buffer, which rounds what programs send; 0: not known
    std::vector<std::pair<double, double>> brightness; ///< settings of it with the luminance that white had there, cd/m²; the rest of the menu alike
    std::vector<std::pair<std::map<std::string, double>, XYZ>> triedWhites = {}; ///< menus that were tried, with the white there, cd/m²
    std::array<XYZ, 3> channels = {}; ///< red, green and blue as read without ramps; zero where they were not
};

/// Of a visit's files: a folder with `visit.json` and `profile.icc`, that `visit.json`, or a `whole-visit.json`.
/// \return an error that says what is missing
Result<VisitFacts> visitFacts(const std::string &path);
VisitFacts visitFacts(const VisitRecord &record);
/// How its brightness moves white as it was left; nothing where it was not tried at two values.
std::optional<BrightnessLaw> brightnessLaw(const VisitFacts &facts);

/// A display as a visit left it: its profile, and what it makes of any drive, by the model of its readings.
class VisitedDisplay {
public:
    static Result<VisitedDisplay> of(VisitFacts facts);
    /// By the model of the profile's own readings alone, without what colours read later, or to verify it, were off by: the display as its
    /// calibration left it. Where a check is all there is, what it found of menu, room and instrument is not what was left, and forgotten.
    static Result<VisitedDisplay> asCalibrated(VisitFacts facts);

    [[nodiscard]] const VisitFacts &facts() const { return m_facts; }
    [[nodiscard]] const Profile &profile() const { return m_profile; }
    /// What stands on the screen where a program asks for colours (D50, relative to white) by way of the profile, cd/m²; nothing for those that
    /// the profile finds no drive for.
    [[nodiscard]] std::vector<std::optional<XYZ>> showsIfItCan(std::span<const Lab> colours) const;
    /// What stands on the screen where a program asks for a colour by way of the profile, cd/m².
    [[nodiscard]] XYZ shows(const Lab &lab) const;
    /// What it makes of a drive, cd/m².
    [[nodiscard]] XYZ evaluate(const Drive &rgb) const;
    /// What it makes of a drive behind the ramps, cd/m². \pre hasModel()
    [[nodiscard]] XYZ behind(const Drive &rgb) const;
    /// The drive behind the ramps that were left.
    [[nodiscard]] Drive throughRamps(const Drive &rgb) const;
    /// Whether its readings are known, so that it can be told from its ramps.
    [[nodiscard]] bool hasModel() const { return m_model != nullptr; }
    /// Its primaries, white and black as left.
    [[nodiscard]] Primaries primaries() const;
    /// The same at full drive behind the ramps, where a model says it; else through them.
    [[nodiscard]] Primaries full() const;

private:
    VisitedDisplay(VisitFacts facts, Profile profile) : m_facts(std::move(facts)), m_profile(std::move(profile)) {}
    /// With what its profile's own readings say.
    static Result<VisitedDisplay> opened(VisitFacts facts);
    void readModel();
    void takeReadings();
    /// The same that was read to verify it, as further readings of the model: where it differs from a scale or a matrix, colour by colour.
    void teachModel();
    /// What it makes of a drive as its frame buffer holds it.
    [[nodiscard]] XYZ atDepth(Drive drive) const;

    VisitFacts m_facts;
    Profile m_profile;
    std::optional<AdditiveGamut> m_byMatrix; ///< what the profile can show, where it has no tables
    std::unique_ptr<DisplayModel> m_model;
    std::unique_ptr<ShownDisplay> m_shown;
    Eigen::Matrix3d m_fromPcs;                             ///< where there is no model: from D50, relative, to cd/m²
    Eigen::Matrix3d m_since = Eigen::Matrix3d::Identity(); ///< what a check found since the profile was made
};

/// Some displays that are looked at together.
using DisplayGroup = std::vector<const VisitedDisplay *>;
inline DisplayGroup groupOf(const std::vector<VisitedDisplay> &displays)
{
    DisplayGroup group;
    std::transform(displays.begin(), displays.end(), std::back_inserter(group), [](const VisitedDisplay &d) { return &d; });
    return group;
}

} // namespace lamp
