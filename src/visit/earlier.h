// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "base/result.h"
#include "colour/types.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

class Profile;
struct VisitRecord;

/// How a display was left: by an earlier visit, or by what its profile says of it. What is not known is not there.
struct EarlierState {
    WallTime at{};
    std::string display;                               ///< model and serial
    XYZ white;                                         ///< cd/m², as the instrument read it
    std::optional<double> black, grayMean, colourMean; ///< cd/m²; CIEDE2000
    std::string instrument;                            ///< model and serial
    std::map<std::string, double> controls;            ///< of the menu
    std::string mode;                                  ///< the display's own
    std::optional<double> warmUpSeconds;               ///< until it stood still
    std::optional<double> roomLux;                     ///< at the desk
    std::vector<std::string> worst;                    ///< verification colours that were most off, the worst first
    struct White {
        double t; ///< seconds
        XYZ xyz;
        double sigma; ///< relative
        int segment;  ///< the same for those that were read at one setting
    };
    std::vector<White> whites; ///< as it went through the visit
};

/// Whether tristimulus values of a white are those of a light.
bool hasColour(const XYZ &white);

/// As a visit left it; nothing where it did not come to its end.
std::optional<EarlierState> earlierOf(const VisitRecord &visit);
/// As a profile says; nothing where it does not say how bright white was.
std::optional<EarlierState> earlierOf(const Profile &profile);
/// As a `visit.json` says (cli contract).
Result<EarlierState> earlierFromVisitFile(const std::string &json);

std::string earlierToJson(const EarlierState &earlier);
EarlierState earlierFromJson(const std::string &json);

/// What a check found changed.
struct Change {
    double luminancePercent = 0, luminanceK2 = 0; ///< as the instruments see it; k2 with what laying the instrument on anew leaves open
    double white = 0, whiteK2 = 0;                ///< CIEDE2000 between both whites' chromaticities
    bool sameInstrument = true;                   ///< else what the two see differently is in it
    /// Whether either is more than can be told from laying the instrument on anew.
    [[nodiscard]] bool seen() const { return std::abs(luminancePercent) > luminanceK2 || white > whiteK2; }
};
/// Since plan.earlier; nothing where nothing earlier is known or white was not read.
std::optional<Change> changeSince(const VisitRecord &now);
/// The same in sentences.
std::vector<Message> changesSaid(const VisitRecord &now);

} // namespace lamp
