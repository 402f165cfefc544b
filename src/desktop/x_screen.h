// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "device/bench.h"
#include "icc/icc.h"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// A connected output of an X screen.
struct XOutput {
    std::string name;    ///< as RandR has it: "DP-1"
    std::string monitor; ///< maker, model and serial by its EDID; empty where it has none
    std::string edid;    ///< SHA-256 of its EDID's first block, in hexadecimal digits; empty where it has none
    bool alone = true;   ///< no other monitor has to be feared under this EDID: it has a serial, and no other connected output shows it
    int number = 0;      ///< counts monitors, the primary one first: 0 has `_ICC_PROFILE`, 1 has `_ICC_PROFILE_1`, ...
    int gammaSize = 0;   ///< entries of its gamma ramps; 0 where it has none
    bool primary = false;
    std::array<int, 4> area{}; ///< x, y, width, height, pixels
    std::uint32_t crtc = 0;
};

/// An X server's profiles and gamma ramps: the convention "ICC Profiles in X" 0.4 (freedesktop), and RandR 1.3.
class XScreen {
public:
    /// \param display ":1"; empty for $DISPLAY
    static Result<std::unique_ptr<XScreen>> open(const std::string &display = {});
    ~XScreen();
    XScreen(const XScreen &) = delete;
    XScreen &operator=(const XScreen &) = delete;

    [[nodiscard]] Result<std::vector<XOutput>> outputs() const;

    /// The profile that programs find; nothing where there is none.
    [[nodiscard]] Result<std::optional<Bytes>> profile(const XOutput &output) const;
    /// \param profile nothing takes it off
    Status setProfile(const XOutput &output, const std::optional<Bytes> &profile);

    /// What the output's gamma ramps hold now, 0..1.
    [[nodiscard]] Result<Ramps> ramps(const XOutput &output) const;
    /// Resampled to the output's entries. \param ramps empty for linear ones
    Status setRamps(const XOutput &output, const Ramps &ramps);

    /// What a part of the screen shows, row by row, before any gamma ramps. \param area x, y, width, height, pixels
    [[nodiscard]] Result<std::vector<Drive>> pixels(const std::array<int, 4> &area) const;

private:
    struct Connection;
    explicit XScreen(std::unique_ptr<Connection> connection);
    std::unique_ptr<Connection> m_x;
};

/// Name, model and serial in an EDID block (VESA E-EDID 1.4, 3.4 and 3.10); empty where it is none.
std::string monitorOfEdid(const Bytes &edid);

/// Whether an EDID block says which single monitor it is of: a serial in a descriptor, or a serial number that is not one of the usual fillings
/// (0, 1, 0x01010101, all ones; common practice, no published source).
bool hasSerial(const Bytes &edid);
/// Says of each output whether its monitor can be told from all others.
void tellApart(std::vector<XOutput> &outputs, const std::vector<Bytes> &edids);

/// How far apart two ramps are where both are resampled to the same entries: the largest difference.
double rampDifference(const Ramps &a, const Ramps &b);

} // namespace lamp
