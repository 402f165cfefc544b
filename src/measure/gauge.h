// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"
#include "measure/correction.h"
#include "measure/state.h"

#include <chrono>
#include <functional>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace lamp {

/// One successful reading as it is kept: what was shown, what was read, and how sure it is.
struct Measurement {
    int index = 0;     ///< counted from 1 over the whole visit
    std::string stage; ///< stage of the visit that took it
    std::string name;  ///< what the patch was for
    ReadMode mode = ReadMode::Emission;
    Drive rgb;                        ///< drive before the LUT
    std::optional<Drive> behind = {}; ///< drive behind it, as the panel got it; nothing where that is not known
    std::optional<Lab> wanted = {};   ///< where it verifies: what the profile says of the drive (D50, relative to white)
    int state = 0;                    ///< number of the state it was taken in (States); 0: not known
    XYZ xyz;                          ///< as read, cd/m² (lux for ambient light)
    XYZ sigma;                        ///< standard deviation of each component by the noise model
    double integrationS = 0;
    double t = 0;                          ///< bench clock, s
    std::optional<Spectrum> spectrum = {}; ///< where the instrument gives one
    bool lowLight = false;                 ///< the instrument says that there was little light for it
    bool tooDark = false;                  ///< the instrument saw nothing: zero, with its floor as uncertainty
    bool superseded = false;               ///< read again later (unstable): kept, but not used
};

/// What an instrument's noise does to one component (docs/methods.md, "Noise of a reading").
class NoiseModel {
public:
    NoiseModel() = default;
    explicit NoiseModel(const InstrumentInfo &info) : m_repeatability(info.repeatability), m_floor(info.floorCdM2) {}

    /// The part of a reading's noise that time does not average, relative. It comes from light and geometry, and so is the same in
    /// X, Y and Z.
    static constexpr double kSteady = 0.0003;
    /// Standard deviation in cd/m² at a level in cd/m² and an integration time in seconds.
    [[nodiscard]] double sigma(double level, double integrationS) const;
    /// Integration time in seconds, 0.5..10, that brings the relative standard deviation to a goal where it can.
    [[nodiscard]] double integrationFor(double level, double relativeGoal) const;

private:
    double m_repeatability = 0.002;
    double m_floor = 0.02;
};

/// What work with an instrument may spend before it is given up: no bench can make it endless.
struct Allowance {
    int readings = 2000;      ///< attempts, those that fail included
    double benchS = 6 * 3600; ///< on the bench's clock
    double wallS = 10 * 3600; ///< waiting for a person not counted
};

/// What has been spent of an allowance; shared by all who work on one visit.
class Spending {
public:
    explicit Spending(Allowance allowance = {}) : m_allowance(allowance) {}
    /// Begins to count. \param benchNow the bench's clock
    void start(double benchNow);
    void addReading() { ++m_readings; }
    /// Time in which a person was waited for.
    void excuse(std::chrono::steady_clock::duration waited) { m_start += waited; }
    /// An error that says which of the three is spent, or nothing. \param benchNow the bench's clock
    [[nodiscard]] std::optional<Error> spent(double benchNow) const;

private:
    Allowance m_allowance;
    int m_readings = 0;
    double m_benchStart = 0;
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
};

/// Takes good readings from a bench: waits for the patch, asks again where the bench says that it may, tells the
/// person what only a person can mend, keeps every reading.
class Gauge {
public:
    struct Hooks {
        std::function<void(const Measurement &)> onReading; ///< each reading, at once
        std::function<void(const Message &)> onNote;        ///< what a person may want to know
        /// A fault that a person can mend (unplugged, cover closed); true when told that it is mended.
        std::function<bool(const Error &)> askToMend;
        /// A reading that was kept turned out not to count; its number.
        std::function<void(int)> onSetAside;
        /// What was read in: the patch and the instrument are filled in, whoever sets up the display fills in the rest, and
        /// the reading's `state` and `behind`.
        std::function<void(DisplayState &, Measurement &)> onState;
    };

    Gauge(Bench &bench, InstrumentInfo instrument, Hooks hooks, std::stop_token stop);

    /// Name of the stage that the next readings belong to.
    void setStage(std::string stage) { m_stage = std::move(stage); }
    /// What a profile says of the next patches, where they verify it; nothing ends that.
    void setWanted(const std::optional<Lab> &wanted) { m_wanted = wanted; }
    [[nodiscard]] const std::optional<Lab> &wanted() const { return m_wanted; }
    /// Patch area as a fraction of the screen; lowered where the panel dims itself above a limit.
    void setPatchArea(double area) { m_area = area; }
    [[nodiscard]] double patchArea() const { return m_area; }
    /// Where the instrument lies as far as it could be laid: a bench that cannot move it leaves it where it was.
    [[nodiscard]] const Place &placed() const { return m_place; }
    /// From one patch to the next by small steps from now on, for people whom sudden changes disturb: the drive changes by no more
    /// than a tenth in a tenth of a second.
    void setGentle(bool gentle) { m_gentle = gentle; }
    /// What is shown around the patches from now on; black unless set.
    void setSurround(const Drive &surround) { m_surround = surround; }
    /// Factory correction to use; remembered, and set again after the instrument was unplugged.
    Status setCorrection(const std::string &technology);
    /// A matrix that is applied to everything read from the screen, on top of no factory correction.
    void setMatrix(const Eigen::Matrix3d &matrix) { m_matrix = matrix; }
    Status place(const Place &place);

    /// Shows a patch, waits until it stands, and reads it.
    /// \param expectedY about what luminance to expect in cd/m² (0: unknown, the instrument chooses its time)
    /// \param relativeGoal wanted relative standard deviation \param integrationS to read for so long instead
    /// A reading that cannot be, whatever the display (nothing seen of a bright patch, more light than any display gives,
    /// a colour that does not exist), is taken again, and ends in an error where it stays: with the code "stuck" where an
    /// instrument answers with the same three numbers whatever is shown, "units" where it is more than any display gives, else
    /// "implausible".
    Result<Measurement> read(const Drive &rgb, const std::string &name, double expectedY = 0, double relativeGoal = 0.0008, double integrationS = 0);
    /// Shows white and reads it once, for somebody who watches while they turn the menu: nothing is kept or counted, no fault is
    /// dealt with. \return cd/m², corrected as all readings are
    Result<XYZ> glanceAtWhite(double expectedY);
    /// Reads a patch again whose reading surprises: what two of three readings agree on counts, the odd one is set aside.
    /// \return an error with the code "not-repeating" where no two agree
    Result<Measurement> readAgreed(const Measurement &first, double expectedY, double relativeGoal = 0.0008);
    /// Illuminance at the desk: places the instrument there, reads, and puts it back on the screen.
    Result<Measurement> readAmbient();
    /// Lets time pass. Meanwhile the patch is changed a little now and then, so that a screen which dims when its
    /// picture stands still does not. \param still leaves the picture as it stands, where what that does is to be seen
    Status wait(double seconds, bool still = false);

    /// Shows black and lets it stand, so that what was bright before has cooled.
    Status rest(double seconds);

    [[nodiscard]] double now() const { return m_bench.now(); }
    [[nodiscard]] int count() const { return m_count; }
    void setCount(int count) { m_count = count; }
    /// Counts against this instead of an allowance of its own. \param spending outlives the gauge; it is started already
    void setSpending(Spending *spending) { m_spending = spending; }
    /// "New gull 2": model and serial of the instrument, for messages.
    [[nodiscard]] std::string instrumentName() const;
    [[nodiscard]] const NoiseModel &noise() const { return m_noise; }
    [[nodiscard]] const InstrumentInfo &instrument() const { return m_instrument; }
    [[nodiscard]] Bench &bench() { return m_bench; }
    [[nodiscard]] bool stopRequested() const { return m_stop.stop_requested(); }

private:
    /// What is asked of an instrument, and what is known of the answer.
    struct Shot {
        ReadMode mode = ReadMode::Emission;
        Drive rgb;
        double integrationS = 0, expectedY = 0;
        std::string name;
    };
    /// Reads once, dealing with errors that can be got over: what was shown is shown again before each new try.
    Result<Reading> readPatiently(const Shot &shot);
    /// The same, again where the reading cannot be.
    Result<Reading> readPlausibly(const Shot &shot);
    Result<Reading> readRestored(ReadMode mode, double integrationS);
    /// Why a reading cannot be, or nothing.
    [[nodiscard]] std::optional<Message> impossible(const Shot &shot, const Reading &reading) const;
    /// Whether it is, to the last digit, what another patch read before.
    [[nodiscard]] bool answersTheSame(const Shot &shot, const Reading &reading) const;
    /// Whether so little light is expected that an instrument may see none.
    [[nodiscard]] bool mayBeDark(const Shot &shot) const;
    Status recover(const Error &error, int attempt);
    Status showAgain();
    /// Shows a patch, gently where that is asked for.
    Status present(const Patch &patch);
    /// Remembers that the instrument was away, so that correction and place are set before it is read again.
    void noteAway(const Error &error);
    [[nodiscard]] Patch patchOf(const Drive &rgb) const;
    [[nodiscard]] XYZ corrected(const XYZ &xyz) const;
    Status restoreInstrument();
    [[nodiscard]] Status allowed();
    Measurement keep(const Reading &reading, const Drive &rgb, const std::string &name, ReadMode mode);

    Bench &m_bench;
    InstrumentInfo m_instrument;
    NoiseModel m_noise;
    Hooks m_hooks;
    std::stop_token m_stop;
    std::string m_stage, m_correction;
    bool m_correctionSet = false;
    bool m_mustRestore = false; ///< the instrument was away: nothing is read before correction and place are set again
    std::optional<Eigen::Matrix3d> m_matrix;
    Place m_place;
    std::optional<Patch> m_shown;
    bool m_gentle = false;
    std::optional<std::pair<Drive, XYZ>> m_answered; ///< the last patch and reading that could be
    double m_area = 0.1;
    Drive m_surround;
    double m_settleS = 0.3;
    int m_count = 0;
    std::optional<Lab> m_wanted;
    Spending m_own;
    Spending *m_spending = nullptr; ///< shared with others; null: m_own counts
};

/// The error that a request to stop gives.
Error stoppedOnRequest();

} // namespace lamp
