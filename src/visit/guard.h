// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/display_model.h"
#include "visit/session.h"

#include <utility>

namespace lamp {

/// What a visit has learnt of the panel behind its ramps.
struct KnownPanel {
    std::optional<DisplayModel> model; ///< from the calibration stage on, but for a check
    Ramps exactRamps;                  ///< the ramps before rounding
};

/// Watches over readings: one that cannot be right is looked into and taken again, light from outside is waited out, and
/// what it spoilt is set aside.
class Guard {
public:
    Guard(Session &session, KnownPanel &known) : m_s(session), m_known(known) {}

    /// Reads a patch, and again where it is not what the model leaves possible. \param expected of the panel, cd/m²
    /// \param integrationS for how long; 0: as long as the level wants
    Result<Measurement> readGuarded(const Drive &rgb, const std::string &name, const XYZ &expected, double integrationS = 0);
    /// Where no model of the display says what to expect: a reading far from what was wanted is taken again before it counts.
    /// \param oddBy CIEDE2000 from what was wanted \param level cd/m²
    Result<Measurement> believed(const Measurement &m, double oddBy, double level);
    /// Black, before there is a model to say whether light falls.
    Result<PanelReading> firstBlack(const XYZ &expected, double white);
    /// Reads again what the model, knowing more by now, finds hard to believe.
    Status reviewOdd();
    /// Reads again what somebody asks for: where both readings agree both count, else the one before is set aside, with what was read around it.
    Status readWanted();
    /// A reading as the model takes it: by its drive behind the ramps.
    [[nodiscard]] PanelReading panelReading(const Measurement &m) const;
    /// Whether too few undisturbed readings were left, so that the display has to be looked at anew; asked once.
    bool takeStartOver() { return std::exchange(m_startOver, false); }
    /// Whether light fell when calibrating began: white may have been read in it.
    [[nodiscard]] bool litBefore() const { return m_litBefore; }

private:
    Status readAgain(const PanelReading &old, const std::string &name, Message why);
    [[nodiscard]] double oddness(const PanelReading &r) const;
    Result<Measurement> lookInto(const Measurement &first, const XYZ &expected, double oddBy);
    void dropBetween(double from, double to);
    Result<bool> lightFalls();
    Status waitForDark(double since);
    [[nodiscard]] Drive patchNear(const Drive &behind) const;

    Session &m_s;
    KnownPanel &m_known;
    bool m_startOver = false, m_litBefore = false;
    std::vector<int> m_reviewed; ///< numbers of readings that were taken again to be sure
    int m_guards = 0;            ///< how often a reading was looked into for nothing
    int m_unrepeated = 0;        ///< how often readings were set aside because one of them did not repeat
    int m_doubted = 0;           ///< how often a reading was taken again without a model to say what to expect
};

} // namespace lamp
