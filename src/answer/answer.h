// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/agreement.h"
#include "visit/record.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// What people ask a colour specialist, in the order in which it is asked most.
enum class Asked {
    PrintsDark, ///< prints come out too dark
    Cast,       ///< a cast after calibration
    Differ,     ///< these two do not match
    Banding,    ///< bands in skies
    Changed,    ///< it changed since the last visit
    Meter,      ///< is my meter still good?
    Mode        ///< which mode should I use?
};
constexpr std::array<Asked, 7> kAsked{Asked::PrintsDark, Asked::Cast, Asked::Differ, Asked::Banding, Asked::Changed, Asked::Meter, Asked::Mode};
std::string askedName(Asked asked); ///< on the command line: "prints-dark", "cast", "differ", "banding", "changed", "meter", "mode"
std::optional<Asked> askedFromName(const std::string &name);
Message askedSaid(Asked asked); ///< as people ask it

/// What is to be done, or measured, next.
struct AnswerStep {
    enum class Do {
        MeasureRoom,
        MeasureModes,
        MeasureUniformity,
        MeasureColours, ///< with each of two instruments
        Diagnose,
        FullVisit,
        Refresh,
        Check,
        Agreement,  ///< look at how displays agree
        Ageing,     ///< look at how displays and instruments age
        Look,       ///< before and after, soft proof
        Instruments ///< the instruments' cards
    } what;
    Message said;
    std::optional<double> luminance = {}; ///< of a visit: the target's, cd/m²; nothing leaves it
    std::string mode = {};                ///< of a visit: the display's own; empty leaves it
};
std::string stepName(AnswerStep::Do what); ///< in files: "measure-room", "diagnose", ...

/// A figure that an answer rests on.
struct AnswerFigure {
    Message name;
    double value = 0;
    std::optional<double> k2 = {}; ///< expanded uncertainty, as the instrument sees it
};

/// What a specialist would answer: what is so, why, and what to do. It says what it rests on; where what is known does not tell, it is open, and says
/// what is missing.
struct Counsel {
    Asked asked = Asked::PrintsDark;
    bool open = false;
    Message said;
    std::vector<Message> because;
    std::vector<AnswerStep> next; ///< the first is the one to do
    Message title;                ///< of the figures, with their unit; empty where there are none
    std::vector<AnswerFigure> figures;
};

/// A measurement beside visits, or a diagnosis, that is kept of the display.
struct KnownDocument {
    std::string kind; ///< "room", "modes", "diagnosis", ...
    WallTime finished{};
    std::string json;
    std::vector<Message> said; ///< what it came to
};

/// An instrument that read the display, or is the studio's.
struct KnownInstrument {
    std::string name, serial;
    std::optional<WallTime> certified;
};

/// What is known when somebody asks.
struct AskedAbout {
    WallTime now{};
    std::string name;                         ///< of the display
    std::vector<VisitRecord> visits;          ///< finished ones of it, the newest first
    std::vector<KnownDocument> measured;      ///< the same
    const VisitedDisplay *display = nullptr;  ///< as its last visit left it; null where it was never visited
    const VisitedDisplay *other = nullptr;    ///< the one beside it, for Differ
    std::string otherName;                    ///< of that
    FleetAgeing ageing;                       ///< of the studio
    std::vector<KnownInstrument> instruments; ///< the same
    std::string space = "sRGB";               ///< whose colours the work needs, for Mode
};

/// Answers from what is known, and says what would have to be measured where that is not enough (docs/methods.md, "Answers").
Counsel answerTo(Asked asked, const AskedAbout &about);
/// `{"question", "answer", "open", "because": [...], "next": [{"what", "text"}], "figures": [...]}`. \param wording of the sentences in it
std::string answerJson(const Counsel &answer, const Wording &wording);

} // namespace lamp
