// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "colour/cube.h"
#include "colour/spectrum.h"
#include "colour/types.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// Names and figures of a bench as `hello` gives them (docs/protocol.md).
struct BenchInfo {
    std::string protocol = "lamp-bench/1";
    std::string name;
    bool hasDisplay = false;
    bool hasInstrument = false;
    bool virtualClock = false;
    bool automatic = false; ///< controls, modes and placement need no person
    int instruments = 1;
};

/// What the numbers of a picture mean to a display: how it was graded (BT.2100 for the last two, in the primaries of BT.2020).
enum class Signal { Sdr, Pq, Hlg };
constexpr std::array<Signal, 3> kSignals{Signal::Sdr, Signal::Pq, Signal::Hlg};
/// In files and in the protocol: "sdr", "pq", "hlg".
inline std::string signalName(Signal signal)
{
    return signal == Signal::Sdr ? "sdr" : (signal == Signal::Pq ? "pq" : "hlg");
}
inline std::optional<Signal> signalFromName(const std::string &name)
{
    for (const Signal s : kSignals) {
        if (signalName(s) == name) {
            return s;
        }
    }
    return {};
}

/// One control of the display's own menu.
struct Control {
    std::string name;
    double min = 0, max = 100, step = 1, value = 50;
    bool byPerson = false;
};

/// A model with its serial, where there is one: what tells one of its kind from the others.
inline std::string modelAndSerial(const std::string &model, const std::string &serial)
{
    return serial.empty() ? model : model + " " + serial;
}

/// What a display says about itself.
struct DisplayInfo {
    std::string model, serial, technology = "unknown";
    int bits = 8;
    double widthMm = 0, heightMm = 0, hours = 0;
    std::vector<std::string> modes;
    std::string mode;
    std::vector<Control> controls;
    struct Lut {
        int entries = 256;
        int bits = 8;
    };
    std::optional<Lut> lut;
    bool lutLoaded = false;
    std::optional<double> maxPatchArea;
    int cubeSize = 0; ///< nodes along each axis of the 3D LUT that the display itself can hold; 0 where it holds none
    bool cubeLoaded = false;
    std::vector<Signal> signals; ///< that it takes; empty: it does not say
    Signal signal = Signal::Sdr; ///< that it is set to

    /// The control of that name, or null.
    [[nodiscard]] const Control *control(const std::string &controlName) const
    {
        for (const Control &c : controls) {
            if (c.name == controlName) {
                return &c;
            }
        }
        return nullptr;
    }
};

/// What an instrument says about itself.
struct InstrumentInfo {
    std::string model, serial, kind = "colorimeter", observer = "CIE 1931 2deg";
    std::vector<std::string> modes{"emission"};
    double floorCdM2 = 0;
    double repeatability = 0.002; ///< relative standard deviation of Y at 100 cd/m² and 1 s
    std::vector<std::string> corrections;
    bool spectral = false;
    std::string lastCertified; ///< ISO date or empty
    /// Standard uncertainties (k = 1) of a white of 100 cd/m² against the standard observer, with the correction that is set, as
    /// the instrument itself states them.
    struct Accuracy {
        std::optional<double> xy;        ///< of each of x and y
        std::optional<double> luminance; ///< relative
        friend bool operator==(const Accuracy &, const Accuracy &) = default;
    };
    Accuracy accuracy;
    bool fromAfar = false; ///< it can look at the screen from a distance, at an angle (Place::from)

    [[nodiscard]] bool canReadAmbient() const
    {
        for (const std::string &m : modes) {
            if (m == "ambient") {
                return true;
            }
        }
        return false;
    }
    [[nodiscard]] bool hasCorrection(const std::string &technology) const
    {
        for (const std::string &c : corrections) {
            if (c == technology) {
                return true;
            }
        }
        return false;
    }
};

/// A patch to show. Positions and area are fractions of the screen.
struct Patch {
    Drive rgb;
    double area = 0.1;
    std::array<double, 2> at{0.5, 0.5};
    Drive surround;
};

enum class ReadMode { Emission, Ambient };

/// One answer of an instrument.
struct Reading {
    XYZ xyz;                 ///< absolute: Y in cd/m², in lux for ambient light
    double integrationS = 0; ///< as it really was
    bool lowLight = false;
    bool unstable = false;
    std::optional<Spectrum> spectrum;
    double t = 0; ///< the bench's clock when the reading ended, s
};

/// Three equal-length lists of 0..1: a video LUT.
struct Ramps {
    std::vector<double> r, g, b;
    [[nodiscard]] const std::vector<double> &channel(int i) const { return i == 0 ? r : (i == 1 ? g : b); }
    [[nodiscard]] std::vector<double> &channel(int i) { return i == 0 ? r : (i == 1 ? g : b); }
    [[nodiscard]] bool empty() const { return r.empty(); }
};

/// Where an instrument is put: on the screen, in front of it, or at the desk facing the room.
struct Place {
    bool desk = false;
    std::array<double, 2> at{0.5, 0.5};
    /// Degrees from the screen's normal, to its right and upwards, from which it looks at `at` from a distance, as an eye does: what the
    /// screen reflects of the room is in its readings. Nothing: it lies on the screen.
    std::optional<std::array<double, 2>> from = {};
};

/// Anything outside the program that shows or measures light. Calls block until the bench has answered; times
/// are those of the bench's own clock. One object is used by one thread at a time.
class Bench {
public:
    Bench() = default;
    Bench(const Bench &) = delete;
    Bench &operator=(const Bench &) = delete;
    virtual ~Bench() = default;

    virtual Result<BenchInfo> hello() = 0;
    /// Lets time pass: on a virtual clock at once, on a real one by waiting.
    virtual Status advance(double seconds) = 0;
    /// Seconds since the bench started, as of its last answer.
    [[nodiscard]] virtual double now() const = 0;

    virtual Result<DisplayInfo> describeDisplay() = 0;
    virtual Status show(const Patch &patch) = 0;
    /// Whether something else has come over what was shown: then it has to be shown again before it is read.
    [[nodiscard]] virtual bool hidden() const { return false; }
    virtual Status setMode(const std::string &name) = 0;
    /// From now on drives are meant so. Settling is the caller's.
    virtual Status setSignal(Signal)
    {
        return Error{ErrorKind::Bench, say("display-takes-no-such-signal"), say("nothing-changed"), {}, "unsupported", false};
    }
    /// \return the value as the panel took it.
    virtual Result<double> setControl(const std::string &name, double value) = 0;
    virtual Status setLut(const Ramps &ramps) = 0;
    virtual Status resetLut() = 0;
    /// Loads a 3D LUT into the display itself, behind the video LUT; one without nodes takes it off.
    virtual Status setCube(const Cube &)
    {
        return Error{ErrorKind::Bench, say("display-holds-no-3d"), say("nothing-changed"), {}, "unsupported", false};
    }

    virtual Result<InstrumentInfo> describeInstrument() = 0;
    virtual Status selectInstrument(int index) = 0;
    virtual Status place(const Place &place) = 0;
    /// \param technology a factory correction's name; empty for none.
    virtual Status setCorrection(const std::string &technology) = 0;
    /// Says that the work ends: from now on a request to stop is not heard, so that the display can be put back.
    virtual void closing() {}
    /// \param integrationS wanted integration time in seconds; 0 leaves it to the instrument.
    virtual Result<Reading> read(ReadMode mode, double integrationS) = 0;
};

} // namespace lamp
