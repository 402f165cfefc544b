// SPDX-License-Identifier: GPL-3.0-or-later
#include "visit/profile_stage.h"

#include "icc/cgats.h"
#include "profile/shown_display.h"
#include "profile/table_profile.h"
#include "visit/imported.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace lamp {

std::optional<XYZ> ProfileStage::roomWhite() const
{
    std::optional<XYZ> white;
    for (const Measurement &m : m_s.record.readings) {
        if (m.mode == ReadMode::Ambient && !m.superseded) {
            // Luminance of a perfect diffuser is illuminance over pi.
            white = XYZ(m.xyz.vec() / M_PI);
        }
    }
    return white;
}

Status ProfileStage::run()
{
    if (m_s.record.plan.task == Task::Check && !m_s.record.plan.profileIn.empty()) {
        m_s.record.profile = m_s.record.plan.profileIn;
        m_s.skip(Stage::Profile, say("profile-given", m_s.record.plan.profileInName));
        return Done{};
    }
    m_s.begin(Stage::Profile);
    if (m_s.record.plan.task == Task::Check) {
        m_s.warn(say("no-profile-given-check"));
    }
    const std::optional<ShownDisplay> shown =
        m_known.model ? std::optional<ShownDisplay>(std::in_place, *m_known.model, m_s.record.ramps.empty() ? Ramps{} : m_known.exactRamps)
                      : std::nullopt;
    const MatrixModel matrix = m_s.record.asMatrix();
    const bool table = shown && wantsTable(*shown, matrix);
    ProfileText text;
    text.description = m_s.record.profileName();
    text.created = m_s.wallNow();
    text.version = m_s.record.plan.iccVersion;
    text.curves = m_s.record.plan.curves;
    text.perceptualSource = m_s.record.plan.perceptualSource;
    text.roomWhite = roomWhite();
    text.display = modelAndSerial(m_s.record.display.model, m_s.record.display.serial);
    if (m_known.model) {
        text.readings = readingsToCgats(modelReadings());
    }
    const auto bytes =
        table ? writeTableProfile(*shown, m_s.record.ramps, text, m_s.record.plan.grid) : writeMatrixProfile(matrix, m_s.record.ramps, text);
    if (!bytes || !Profile::open(bytes.value())) {
        return Error{ErrorKind::Bench,     say("readings-do-not-describe", m_s.gauge->instrumentName()),
                     say("readings-kept"), say("see-display-shows-what"),
                     "not-following",      false};
    }
    m_s.record.profile = bytes.value();
    compareWithTargetGamut();
    if (const auto profile = Profile::open(m_s.record.profile)) {
        m_s.record.gamut = coverageBy(*profile, rgbSpaces());
    }
    const auto share = [&](const char *space) {
        const SpaceCoverage *c = coverageOf(m_s.record.gamut, space);
        return decimal(c != nullptr ? c->coverage : std::nan(""), 1);
    };
    m_s.finish(Stage::Profile, say("profile-gamut-summary", text.description, text.version, table ? say("by-tables") : say("by-matrix"),
                                   share("sRGB"), share("Adobe RGB (1998)")));
    return Done{};
}

ReadingSet ProfileStage::modelReadings() const
{
    ReadingSet set;
    for (const PanelReading &r : m_known.model->readings()) {
        Measurement m;
        m.index = r.number;
        // Eight figures: a thousand times finer than any instrument, and the profile stays small.
        for (int c = 0; c < 3; ++c) {
            m.rgb[c] = withFigures(r.behind[c], 8);
            m.xyz[c] = withFigures(r.xyz[c], 8);
        }
        m.t = withFigures(r.t, 8);
        set.readings.push_back(m);
    }
    // What was known before, from trimming: no readings of this state, but a model needs them to begin with.
    const Primaries &p = m_known.model->prior();
    for (const auto &[name, drive, xyz] :
         {std::tuple{"red", Drive{1, 0, 0}, p.red}, std::tuple{"green", Drive{0, 1, 0}, p.green}, std::tuple{"blue", Drive{0, 0, 1}, p.blue},
          std::tuple{"white", Drive{1, 1, 1}, p.white}, std::tuple{"black", Drive{0, 0, 0}, p.black}}) {
        Measurement m;
        m.name = std::string(kExpectedBefore) + name;
        m.rgb = drive;
        m.xyz = xyz;
        m.superseded = true;
        set.readings.push_back(m);
    }
    set.display = m_s.record.display.model + " " + m_s.record.display.serial;
    set.instrument = m_s.record.instrument.model + " " + m_s.record.instrument.serial;
    set.correction = m_s.record.correction;
    set.created = isoTime(m_s.record.started);
    set.behindLut = true;
    return set;
}

bool ProfileStage::wantsTable(const ShownDisplay &shown, const MatrixModel &matrix)
{
    const MatrixFit fit = matrixFit(shown, matrix);
    switch (m_s.record.plan.profileKind) {
    case ProfileKind::Auto: return fit.wantsTable();
    case ProfileKind::Table: return true;
    case ProfileKind::Matrix: break;
    }
    if (fit.mean > 0.5) {
        m_s.warn(say("red-green-blue-do", decimal(fit.mean, 1), decimal(fit.max, 1)));
    }
    return false;
}

void ProfileStage::compareWithTargetGamut()
{
    const auto space = rgbSpace(m_s.record.plan.target.gamut);
    if (!space) {
        return;
    }
    const Primaries &p = m_s.record.calibrated;
    const std::array<Chromaticity, 3> own{chromaticity(p.red), chromaticity(p.green), chromaticity(p.blue)};
    double worst = 0;
    for (size_t c = 0; c < 3; ++c) {
        worst = std::max(worst, uvDistance(own[c], space->primaries[c]));
    }
    if (worst > 0.005) {
        m_s.warn(say("target-asks-gamut-panel", space->name, decimal(worst, 3)));
    }
}

} // namespace lamp
