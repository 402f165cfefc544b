// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "colour/spectrum.h"
#include "device/bench.h"

#include <array>
#include <cstdint>
#include <string>
#include <vector>

namespace lamp::sim {

/// The light sources inside a simulated screen whose weighted sum leaves it: the three primaries, a white
/// subpixel where the panel has one, and the room's light that the surface reflects.
constexpr int kComponents = 5;
enum Component { Red = 0, Green = 1, Blue = 2, White = 3, Room = 4 };
using Weights = Eigen::Matrix<double, kComponents, 1>;

/// What one simulated panel is made of. Everything here is hidden from the code under test.
struct PanelSpec {
    std::string model, serial, technology = "wled";
    std::string claims; ///< technology that it says it has; empty for the true one
    int bits = 8;       ///< depth of the frame buffer
    int panelBits = 10; ///< depth behind the LUT
    DisplayInfo::Lut lut{256, 10};
    bool hasLut = true;
    int cubeSize = 0; ///< nodes of the 3D LUT that the display itself holds; 0 for none
    double widthMm = 598, heightMm = 336, hours = 1200;
    double maxLuminance = 300; ///< cd/m² at all controls up and warm
    Chromaticity nativeWhite{0.307, 0.322};
    std::array<double, 3> gamma{2.2, 2.2, 2.2};
    std::array<double, 3> bend{0, 0, 0};             ///< S-shape of each channel's tone curve
    double contrast = 1000;                          ///< white over black
    std::array<double, 3> leakTint{1.0, 0.97, 1.15}; ///< colour of what leaks at black, channel by channel
    double crosstalk = 0;                            ///< light that a channel loses per unit of its neighbours' light
    double electricalCrosstalk = 0;                  ///< drive that a channel loses per unit of its neighbours' drive
    double kink = 0, kinkAt = 0.5;                   ///< drive that green (and half of it blue) gains at a knee, and where
    double whiteSubpixel = 0;                        ///< share of the common light that a white subpixel carries
    double whiteBoost = 0;                           ///< light that a white segment adds, as a share of the common light
    double blackFloor = 0;                           ///< cd/m² that black never falls below (OLED: 0)
    struct Menu {
        bool brightness = true, gains = true, byPerson = true;
        double brightnessAt = 70;
        std::array<double, 3> gainsAt{100, 100, 100};
        double brightnessStep = 1, gainStep = 1;
        double brightnessFloor = 0.16; ///< share of the light left at brightness 0
        double brightnessPower = 1.0;
        double gainPower = 1.4;
        double contrastAt = 0;                    ///< where a contrast control stands; 0 for none
        double contrastRight = 75;                ///< above it drives are stretched beyond their range
        std::array<double, 3> stretched{1, 0, 1}; ///< how much of that each channel sees
    } menu;
    double warmUpLoss = 0.07;  ///< share of luminance missing when cold
    double warmUpTint = 0.015; ///< extra loss of blue when cold
    double warmUpTauS = 420;
    /// A second, slower or quicker part of warming up, of either sign.
    double secondLoss = 0, secondTint = 0, secondTauS = 1500;
    double restS = 0; ///< how long after being switched on nothing moves yet
    /// What happens to the picture on its way to the panel, or in its electronics.
    struct Signal {
        double crushBelow = 0;                  ///< drive up to which nothing is shown
        std::array<int, 3> wires{0, 1, 2};      ///< which channel each one is fed by
        bool reversed = false;                  ///< full drive shows black
        bool limitedRange = false;              ///< takes 16 to 235 of 255 for the whole range
        bool lutIgnored = false;                ///< ramps are taken, and do nothing
        bool grayOnly = false;                  ///< shows luminance alone
        std::array<bool, 3> broken{};           ///< wires that carry nothing
        double saturation = 0, hueTwistDeg = 0; ///< a table that changes mixtures, and leaves grays and full primaries
    } signal;
    double zonesLeast = 0;      ///< light of a zone's backlight under a black picture, as a share; 0 for a backlight without zones
    double dynamicLeast = 0;    ///< light of the whole backlight under a black picture, as a share; 0 for one that stays as it is
    double age = 0;             ///< 0 new .. 1 worn out: dimmer and yellower
    double yellow = -1;         ///< the same of its colour alone; -1 where that goes with its age
    double reflectance = 0.012; ///< diffuse, of room light
    double responseS = 0.06;    ///< settling time constant of the pixels
    double maxPatchArea = 0;    ///< above it an OLED dims; 0 for none
    bool tellsPatchArea = true; ///< whether it says so
    double idleDimAfterS = 0;   ///< a picture that stands longer is dimmed; 0 for never
    double idleDimShare = 0.1;  ///< light that it then loses
    double unevenness = 0;      ///< share of light missing in the corners
    /// The display's own modes: gains and exponents of the channels are multiplied.
    struct Mode {
        std::string name;
        std::array<double, 3> gain{1, 1, 1};
        double gamma = 1;
    };
    std::vector<Mode> modes{{"factory"}};
    /// What it makes of signals of high dynamic range (BT.2100). It decodes them, shows what its gamut holds, bends what is brighter
    /// than it can be, and has only so much light to give.
    struct Hdr {
        bool pq = false, hlg = false;
        double peak = 900;                   ///< cd/m² of a white of a tenth of the screen, fresh
        double fullScreen = 400;             ///< of one that fills it
        double smallLoss = 0;                ///< share of light missing where only a hundredth of the screen is lit (few zones, their spill lost)
        double knee = 0.75;                  ///< share of the peak up to which the signal is followed
        double mastered = 4000;              ///< cd/m² of the signal from which on the peak is shown; between, it bends
        std::array<double, 3> tint{1, 1, 1}; ///< of its white, channel by channel
        double lift = 0;                     ///< share that it is brighter than the signal in the middle of the scale
        double colourShare = 1;              ///< of the peak that colours reach: less where a white subpixel makes white
        double zonesLeast = 0;               ///< light of a zone's backlight under black, as a share; 0 for a panel without zones
        double heatLoss = 0, heatTauS = 240; ///< share of light that it takes back when it has been bright for long
    } hdr;
    /// What is seen from beside, beside what is seen from in front.
    struct Aside {
        double fallDeg = 95;                 ///< angle at which half of the light is left
        std::array<double, 3> tint{1, 1, 1}; ///< of the channels at 60 degrees
        double blackLift = 3;                ///< how many times as much leaks at 60 degrees
    } aside;
    bool alreadyWarm = false;
    bool staleLut = false; ///< starts with somebody's old ramps loaded
};

/// A room: how much light, and of which colour, falls on the desk.
struct RoomSpec {
    double lux = 60; ///< by its lamps
    double cctK = 4200;
    double daylightLux = 0; ///< that a window adds at noon under a clear sky; 0: it has none
    double hour = 8;        ///< of the day when the bench's clock begins

    /// Light of the window at an hour: the sun's height over a day of twelve hours, from 6 to 18, under clouds that come and go.
    [[nodiscard]] double daylightAt(double hourOfDay) const;
    /// What lamps and window give together, in W/(m²·sr·nm) of a perfect diffuser.
    [[nodiscard]] Spectrum lightAt(double hourOfDay) const;
};

/// A screen as physics: spectra, tone curves, leakage, crosstalk, menu, LUT, warm-up, reflections.
class Panel {
public:
    Panel(PanelSpec spec, RoomSpec room);

    [[nodiscard]] const PanelSpec &spec() const { return m_spec; }
    [[nodiscard]] DisplayInfo describe() const;
    /// Spectra of the components, at weight 1.
    [[nodiscard]] const std::array<Spectrum, kComponents> &components() const { return m_spectra; }

    void show(const Patch &patch, double t);
    [[nodiscard]] const Patch &patch() const { return m_patch; }
    double setControl(const std::string &name, double value);
    [[nodiscard]] bool hasControl(const std::string &name) const;
    bool setMode(const std::string &name);
    [[nodiscard]] bool takes(Signal signal) const { return signal == Signal::Sdr || (signal == Signal::Pq ? m_spec.hdr.pq : m_spec.hdr.hlg); }
    void setSignal(Signal signal, double t);
    void setLut(const Ramps &ramps);
    void resetLut();
    void setCube(const Cube &cube) { m_cube = cube; }
    void setRoom(const RoomSpec &room);
    /// The light of the day at the bench's time; nothing changes in a room without a window.
    void passDay(double t);
    [[nodiscard]] const RoomSpec &room() const { return m_room; }
    void setAge(double age) { m_spec.age = age; }
    /// What its electronics and its light do from now on; what it is built of stays. Menu, mode and ramps stay as they stand.
    PanelSpec &alterable() { return m_spec; }

    /// Weights of the components for what is shown now, at a time and after settling.
    /// \param roomShare how much of the reflected room light reaches the observer (1 for an eye at the desk).
    /// \param at where on the screen
    /// \param from degrees from the normal, to the right and up
    [[nodiscard]] Weights emission(double t, double roomShare, const std::array<double, 2> &at = {0.5, 0.5},
                                   const std::array<double, 2> &from = {0, 0}) const;
    /// The same for any drive, settled.
    [[nodiscard]] Weights emissionOf(const Drive &rgb, double area, double t, double roomShare) const;
    /// How far the pixels still are from what was asked for: 1 right after a change, towards 0.
    [[nodiscard]] double unsettled(double t) const;

private:
    [[nodiscard]] std::array<double, 3> throughLut(const Drive &rgb) const;
    void disturb(std::array<double, 3> &codes) const;
    [[nodiscard]] double cold(double t, bool blue) const;
    [[nodiscard]] Weights emissionAmong(const Drive &rgb, double area, const Drive &surround, double t, double roomShare) const;
    [[nodiscard]] std::array<double, 3> channelGains() const;
    [[nodiscard]] std::array<double, 3> channelLight(const Drive &rgb) const;
    /// The same of a signal of high dynamic range: weights of the primaries at weight 1.
    [[nodiscard]] Weights brightEmission(const Drive &rgb, double area, const Drive &surround, double t, double roomShare) const;
    [[nodiscard]] std::array<double, 3> brightLight(const Drive &rgb) const;
    /// Heat from 0 to 1 at a time; what is shown now has been shown since m_shownAt.
    [[nodiscard]] double heat(double t) const;

    PanelSpec m_spec;
    RoomSpec m_room;
    std::array<Spectrum, kComponents> m_spectra;
    Patch m_patch, m_previous;
    double m_shownAt = -1e9;
    size_t m_mode = 0;
    Signal m_signal = Signal::Sdr;
    double m_heat = 0, m_heatAt = 0; ///< as it was when the picture last changed
    Eigen::Matrix3d m_fromXyz;       ///< cd/m² to weights of the primaries
    std::vector<Control> m_controls;
    std::vector<std::array<double, 3>> m_lut;
    bool m_lutLoaded = false;
    Cube m_cube; ///< in the display itself; without nodes where none is loaded
};

/// Type spectra of a technology's primaries (white subpixel included), relative; used by panels with their unit
/// differences and by instruments' factory corrections without. An unknown name is a programming error.
std::array<Spectrum, 4> typeSpectra(const std::string &technology, double shiftNm = 0);

} // namespace lamp::sim
