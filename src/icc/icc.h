// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"
#include "base/text.h"
#include "colour/types.h"
#include "device/bench.h"

#include <array>
#include <cstdint>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace lamp {

/// An additive display as the matrix/TRC form of an ICC profile sees it: XYZ = black + Σ channel·light(drive).
struct MatrixModel {
    Eigen::Matrix3d channels; ///< columns: R - K, G - K, B - K in cd/m², summing to W - K
    XYZ black;
    std::array<std::vector<double>, 3> light; ///< 0..1 at equal steps of drive, first 0, last 1, as many each

    [[nodiscard]] XYZ white() const { return XYZ(channels.rowwise().sum() + black.vec()); }
    [[nodiscard]] XYZ evaluate(const Drive &rgb) const;
};

/// How a matrix profile holds its tone curves.
enum class CurveForm {
    Auto,       ///< by formula where no lightness differs by more than 0.05, sampled otherwise
    Parametric, ///< by formula, as near as one comes; version 4 only, version 2 has no such form
    Sampled,
};
std::string curveFormName(CurveForm form); ///< "auto", "parametric", "sampled"
std::optional<CurveForm> curveFormFromName(const std::string &name);

/// What else goes into a profile.
struct ProfileText {
    std::string description, copyright = "Free to use and pass on; made with Dutiful Lamp.";
    WallTime created{};
    int version = 4;          ///< ICC major version, 2 or 4
    std::string display = {}; ///< model and serial, for `dmdd`; empty to leave it out
    CurveForm curves = CurveForm::Auto;
    std::optional<XYZ> roomWhite = {};     ///< a white paper in the light at the desk, cd/m², for `view`
    std::string perceptualSource = "sRGB"; ///< of a table profile: the space, by name, that perceptual takes in
    std::string readings = {};             ///< CGATS text of what the profile was made of, for `targ`; empty to leave it out
};

/// Writes a display profile by matrix and tone curves (ICC.1:2010 Annex F.3): black leakage is folded exactly into
/// matrix and curves (docs/methods.md, "Matrix profile"). The ramps go into `vcgt`. The profile ID is set.
Result<Bytes> writeMatrixProfile(const MatrixModel &model, const Ramps &ramps, const ProfileText &text);

/// How colours are taken into a display's gamut (ICC.1, 6.2), by their numbers.
enum class Intent { Perceptual = 0, Relative = 1, Saturation = 2 };

/// An open profile; owns its memory. Movable, not copyable.
class Profile {
public:
    /// \return an error that says what is wrong with bytes that are no RGB profile.
    static Result<Profile> open(const Bytes &bytes);
    Profile(Profile &&) noexcept;
    Profile &operator=(Profile &&) noexcept;
    ~Profile();

    /// The colour that a drive makes by this profile, D50 (Lab of the connection space).
    [[nodiscard]] Lab colourOf(const Drive &rgb, Intent intent = Intent::Relative) const;
    /// The drive with which a colour-managed program shows a colour, without black point compensation, 0..1.
    [[nodiscard]] Drive driveFor(const Lab &lab, Intent intent = Intent::Relative) const;
    /// The same of many, in their order, for less than one after the other.
    [[nodiscard]] std::vector<Lab> coloursOf(std::span<const Drive> rgb, Intent intent = Intent::Relative) const;
    [[nodiscard]] std::vector<Drive> drivesFor(std::span<const Lab> lab, Intent intent = Intent::Relative) const;
    /// Whether it shows colours by tables, one way at least, rather than by a matrix and tone curves alone.
    [[nodiscard]] bool tables() const;
    /// From the display's white to D50; the identity where the profile has no `chad`.
    [[nodiscard]] Eigen::Matrix3d chad() const;
    /// The calibration ramps in `vcgt`, sampled to a number of entries; nothing where there are none.
    [[nodiscard]] std::optional<Ramps> ramps(int entries) const;

    struct Facts {
        std::string description, copyright, version, deviceClass, colourSpace, connectionSpace, created, id;
        bool tables = false;                   ///< Profile::tables()
        std::optional<double> luminance;       ///< cd/m², from `lumi`
        std::optional<Chromaticity> white;     ///< the display's, by `chad` undone
        std::array<Chromaticity, 3> primaries; ///< the display's, by `chad` undone
        std::array<double, 3> gammas{};        ///< estimated exponents of the tone curves; 0 where there are none
        std::vector<std::string> tags;
        std::string display;          ///< what `dmdd` holds
        std::optional<XYZ> roomWhite; ///< what `view` holds: a white paper in the light at the desk, cd/m²
        std::string readings;         ///< what `targ` holds
    };
    [[nodiscard]] Facts facts() const;

private:
    struct Handles;
    explicit Profile(std::unique_ptr<Handles> handles);
    std::unique_ptr<Handles> m_handles;
};

/// A profile's ID (ICC.1, 7.2.18) worked out of its bytes, as 32 hexadecimal digits; empty for what is too short.
std::string profileIdText(const Bytes &profile);

} // namespace lamp
