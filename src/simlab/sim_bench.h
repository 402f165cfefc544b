// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "simlab/meter.h"
#include "simlab/panel.h"

#include <functional>
#include <map>
#include <memory>
#include <mutex>
#include <optional>

namespace lamp::sim {

/// A simulated display in its room with an instrument, on a virtual clock. Seen through Bench it is a bench like
/// any other. What stands below `truth` is for tests and for drawing the demo's bench picture only.
class SimBench : public Bench {
public:
    SimBench(PanelSpec panel, RoomSpec room, MeterSpec meter, std::uint64_t seed);
    /// \param meters one or more; the first is in use at the start
    SimBench(PanelSpec panel, RoomSpec room, std::vector<MeterSpec> meters, std::uint64_t seed);

    Result<BenchInfo> hello() override;
    Status advance(double seconds) override;
    [[nodiscard]] double now() const override;
    Result<DisplayInfo> describeDisplay() override;
    Status show(const Patch &patch) override;
    Status setMode(const std::string &name) override;
    Status setSignal(Signal signal) override;
    Result<double> setControl(const std::string &name, double value) override;
    Status setLut(const Ramps &ramps) override;
    Status resetLut() override;
    Status setCube(const Cube &cube) override;
    Result<InstrumentInfo> describeInstrument() override;
    Status selectInstrument(int index) override;
    Status place(const Place &place) override;
    Status setCorrection(const std::string &technology) override;
    Result<Reading> read(ReadMode mode, double integrationS) override;

    /// Faults on demand: readings with the numbers from..from+count-1 (counted from 0) answer with an error of
    /// this code. While it is "not-connected" correction and place cannot be set either, and both are forgotten.
    void failReadings(int from, int count, const std::string &code, bool retry = true);
    /// From a reading on, a lamp shines on the screen for a while: extra reflected light gets in.
    void strayLight(int from, int count, double cdM2);
    /// The same by the bench's clock, in seconds.
    void lamp(double fromS, double lengthS, double cdM2);
    /// How much of the room's light gets in under the sensor from now on: 0.002 flat, 1 with a wide gap.
    void gap(double leak);
    /// Whether picture and menu may be looked at: the demo draws them while the visit works.
    struct View {
        Patch patch;
        Place place;
        DisplayInfo display;
        double t = 0;
        RoomSpec room;
    };
    [[nodiscard]] View view() const;
    void setRoom(const RoomSpec &room);
    void setAge(double age);
    /// Another instrument in place of one of the bench's, or the same as it has become. It comes as it starts.
    void setMeter(int index, const MeterSpec &meter);
    void skipTime(double seconds);
    /// Something happens to the display: what its electronics and its light do from now on.
    void alter(const std::function<void(PanelSpec &)> &change);
    /// The instrument slips: so much of what it sees of a patch of a tenth of the screen lies beside it, less of a larger one.
    void slip(double beside);

    /// Truth: what an ideal observer sees of a drive at the current state and time, room light excluded.
    [[nodiscard]] XYZ truth(const Drive &rgb, double area = 0.1) const;
    /// What a noise-free copy of the same instrument would read there.
    [[nodiscard]] XYZ seen(const Drive &rgb, double area = 0.1) const;

private:
    /// Whether the instrument is unplugged just now; each call to it while it is away counts as one of the fault's.
    bool away();
    Result<Reading> readEmission(double integrationS);
    Result<Reading> readAmbient(double integrationS);

    struct Fault {
        int from, count;
        std::string code;
        bool retry;
    };
    struct Stray {
        double from, length;
        bool seconds; ///< by the clock rather than by readings
        double cdM2;
    };
    [[nodiscard]] Meter &meter() { return m_meters[m_meter]; }
    [[nodiscard]] const Meter &meter() const { return m_meters[m_meter]; }

    mutable std::mutex m_mutex;
    Panel m_panel;
    std::vector<Meter> m_meters;
    size_t m_meter = 0;
    Place m_place;
    double m_t = 0, m_beside = 0;
    int m_attempts = 0;
    std::optional<XYZ> m_stuck; ///< what an instrument that hangs goes on to say
    std::vector<Fault> m_faults;
    std::vector<Stray> m_strays;
};

/// Names of the simulated displays that ship with the program: the technologies, and the demo studio's birds.
std::vector<std::string> displayNames();
/// A display of one of kinds() that differs from its like by a seed: whites, curves, contrast, menu, warm-up.
PanelSpec variedPanel(const std::string &kind, std::uint64_t seed);
/// Kinds of display, easy and difficult, for benchmarks and tests.
std::vector<std::string> kinds();
/// A bench with one of them, or an error that lists the names.
Result<std::unique_ptr<SimBench>> makeBench(const std::string &displayName, std::uint64_t seed);
/// What may be different about such a bench.
struct BenchOptions {
    std::string claims;    ///< technology that the panel says it has
    bool bare = false;     ///< a colorimeter without factory corrections
    bool spectral = false; ///< a spectroradiometer beside it
    std::string habit;     ///< of habits(); empty for none
};
Result<std::unique_ptr<SimBench>> makeBench(const std::string &displayName, std::uint64_t seed, const BenchOptions &options);

} // namespace lamp::sim
