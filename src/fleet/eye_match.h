// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/visited_display.h"

#include <cstdint>
#include <optional>
#include <random>
#include <string>
#include <vector>

namespace lamp {

/// What somebody set a display's neutral to, beside a reference, until both looked the same: how much the one differs from the other as their
/// instrument reads them.
struct EyeSetting {
    std::string person;
    double du = 0, dv = 0;       ///< u′v′ of the display less that of the reference
    double luminancePercent = 0; ///< luminance over the reference's, less 100 %
};

/// What white is to be set off by, so that two displays of different light look alike.
struct EyeOffset {
    double du = 0, dv = 0, luminancePercent = 0;      ///< mean of the people's means
    double uvK2 = 0, luminanceK2 = 0;                 ///< of that mean, in each of u′ and v′, and in percent
    double uvSpread = 0;                              ///< of one person's settings, root mean square in each of u′ and v′
    bool peopleAgree = true;                          ///< they differ by no more than their own settings scatter (95 %), or by less than is seen
    bool uvMatters = false, luminanceMatters = false; ///< each is larger than what is uncertain of it
    int people = 0, settings = 0;
};

/// How often each person sets it, at least, and how many people do.
constexpr int kEyeSettings = 3, kEyePeople = 2;

/// \return an Input error where fewer than kEyePeople people set it kEyeSettings times each, or a number is none (docs/methods.md, "By eye")
Result<EyeOffset> eyeOffset(const std::vector<EyeSetting> &settings);

/// Two neutrals side by side, of which one is changed in small steps until they look the same, again and again from other beginnings that
/// nobody is told. Both displays must outlive it.
class EyeMatching {
public:
    enum class Step { Bluer, Yellower, Greener, Pinker, Brighter, Darker };

    /// \return an error where a display cannot show the neutral, or has no white
    static Result<EyeMatching> begin(const VisitedDisplay &reference, const VisitedDisplay &display, std::uint64_t seed);

    /// What the reference shows, and what the other one shows now, in codes of 8 bits as windows send them.
    [[nodiscard]] Drive referenceDrive() const { return m_referenceDrive; }
    [[nodiscard]] Drive drive() const { return m_drive; }
    /// A gray for all that is around both, a fifth of the patch's luminance.
    [[nodiscard]] Drive referenceSurround() const { return m_referenceSurround; }
    [[nodiscard]] Drive surround() const { return m_surround; }

    /// A step of 0.0007 in u′v′ along daylight (blue to yellow) or across it (green to pink), or of 1 % in luminance; a coarse one is four
    /// times as large. \return whether the display can show that; else nothing is changed
    bool step(Step step, bool coarse = false);
    /// They look the same to somebody: kept, and begun again from elsewhere.
    void looksTheSame(const std::string &person);
    /// Takes the last one back.
    void takeBack();
    [[nodiscard]] const std::vector<EyeSetting> &settings() const { return m_settings; }

private:
    EyeMatching(const VisitedDisplay &reference, const VisitedDisplay &display, std::uint64_t seed);
    Status show(double luminance);
    void beginAgain();
    bool moveTo(double along, double across, double luminancePercent);
    [[nodiscard]] EyeSetting now() const;

    const VisitedDisplay *m_reference, *m_display;
    std::mt19937_64 m_random;
    double m_along = 0, m_across = 0, m_luminancePercent = 0;
    XYZ m_referenceShows; ///< cd/m², of the rounded drive
    std::array<double, 2> m_blueToYellow{};
    Drive m_referenceDrive, m_drive, m_referenceSurround, m_surround;
    std::vector<EyeSetting> m_settings;
};

/// A pair that was matched by eye, as its file holds it.
struct EyeMatch {
    std::string model, serial; ///< of the display that follows
    std::string referenceModel, referenceSerial;
    XYZ referenceWhite; ///< as it was read, cd/m²
    WallTime finished{};
    std::vector<EyeSetting> settings;
};
/// A document of the store (store/measurements): schema "dutiful-lamp/eye-match/1". \pre eyeOffset(match.settings) is one
std::string eyeMatchToJson(const EyeMatch &match);
/// \return an Input error that says what is wrong; the offset is worked out again, not believed
Result<EyeMatch> eyeMatchFromJson(const std::string &json);

/// What a visit that matches the reference has to set white off by; a part within its uncertainty is 0. \return nothing where both are
std::optional<Matched::ByEye> setOffOf(const EyeMatch &match);
/// What it comes to, in sentences.
std::vector<Message> eyeMatchSaid(const EyeMatch &match, const EyeOffset &offset);

} // namespace lamp
