// SPDX-License-Identifier: GPL-3.0-or-later
#include "simlab/sim_bench.h"

#include "colour/spaces.h"

#include <cmath>

namespace lamp::sim {

namespace {

Error fault(const std::string &code, const std::string &message, bool retry)
{
    return {ErrorKind::Bench, verbatim(message), {}, {}, code, retry}; // the voice of a device, in its own language
}

std::string faultMessage(const std::string &code)
{
    static const std::map<std::string, std::string> messages{{"timeout", "no light seen in 5 s"},
                                                             {"not-connected", "the instrument is unplugged"},
                                                             {"busy", "the instrument is busy"},
                                                             {"cover-closed", "the cover is over the sensor"},
                                                             {"saturated", "too much light for this integration time"},
                                                             {"too-dark", "too dark to read"},
                                                             {"off-screen", "the instrument does not see the patch"},
                                                             {"internal", "the instrument reports an inner fault"}};
    const auto it = messages.find(code);
    return it == messages.end() ? code : it->second;
}

} // namespace

SimBench::SimBench(PanelSpec panel, RoomSpec room, MeterSpec meter, std::uint64_t seed)
    : SimBench(std::move(panel), room, std::vector<MeterSpec>{std::move(meter)}, seed)
{
}

SimBench::SimBench(PanelSpec panel, RoomSpec room, std::vector<MeterSpec> meters, std::uint64_t seed) : m_panel(std::move(panel), room)
{
    for (MeterSpec &m : meters) {
        m_meters.emplace_back(std::move(m), seed + m_meters.size());
    }
}

Result<BenchInfo> SimBench::hello()
{
    BenchInfo info;
    info.name = "simulated " + m_panel.spec().model;
    info.hasDisplay = info.hasInstrument = info.virtualClock = info.automatic = true;
    info.instruments = int(m_meters.size());
    return info;
}

Status SimBench::advance(double seconds)
{
    const std::scoped_lock lock(m_mutex);
    m_t += seconds;
    return Done{};
}

double SimBench::now() const
{
    const std::scoped_lock lock(m_mutex);
    return m_t;
}

Result<DisplayInfo> SimBench::describeDisplay()
{
    const std::scoped_lock lock(m_mutex);
    DisplayInfo info = m_panel.describe();
    info.hours += m_t / 3600;
    return info;
}

Status SimBench::show(const Patch &patch)
{
    const std::scoped_lock lock(m_mutex);
    m_t += 0.02;
    m_panel.show(patch, m_t);
    return Done{};
}

Status SimBench::setMode(const std::string &name)
{
    const std::scoped_lock lock(m_mutex);
    if (!m_panel.setMode(name)) {
        return fault("bad-request", "no mode called " + name, false);
    }
    return Done{};
}

Status SimBench::setSignal(Signal signal)
{
    const std::scoped_lock lock(m_mutex);
    if (!m_panel.takes(signal)) {
        return fault("unsupported", "this display takes no " + signalName(signal) + " signal", false);
    }
    m_t += 2;
    m_panel.setSignal(signal, m_t);
    return Done{};
}

Result<double> SimBench::setControl(const std::string &name, double value)
{
    const std::scoped_lock lock(m_mutex);
    if (!m_panel.hasControl(name)) {
        return fault("bad-request", "no control called " + name, false);
    }
    m_t += 1.0;
    return m_panel.setControl(name, value);
}

Status SimBench::setLut(const Ramps &ramps)
{
    const std::scoped_lock lock(m_mutex);
    if (!m_panel.spec().hasLut) {
        return fault("unsupported", "this display has no video LUT", false);
    }
    m_panel.setLut(ramps);
    return Done{};
}

Status SimBench::resetLut()
{
    const std::scoped_lock lock(m_mutex);
    if (!m_panel.spec().hasLut) {
        return fault("unsupported", "this display has no video LUT", false);
    }
    m_panel.resetLut();
    return Done{};
}

Status SimBench::setCube(const Cube &cube)
{
    const std::scoped_lock lock(m_mutex);
    const int size = m_panel.spec().cubeSize;
    if (size == 0) {
        return fault("unsupported", "this display holds no 3D LUT", false);
    }
    if (cube.size != 0 && (cube.size != size || !cube.threeD)) {
        return fault("bad-request", "this display holds a 3D LUT of " + std::to_string(size) + " nodes along each axis", false);
    }
    m_panel.setCube(cube);
    return Done{};
}

Result<InstrumentInfo> SimBench::describeInstrument()
{
    const std::scoped_lock lock(m_mutex);
    return meter().describe();
}

Status SimBench::selectInstrument(int index)
{
    const std::scoped_lock lock(m_mutex);
    if (index < 0 || size_t(index) >= m_meters.size()) {
        return fault("bad-request", "this bench holds " + std::to_string(m_meters.size()) + " instruments, counted from 0", false);
    }
    m_meter = size_t(index);
    return Done{};
}

bool SimBench::away()
{
    for (const Fault &f : m_faults) {
        if (f.code == "not-connected" && m_attempts > f.from && m_attempts < f.from + f.count) {
            ++m_attempts;
            return true;
        }
    }
    return false;
}

Status SimBench::place(const Place &place)
{
    const std::scoped_lock lock(m_mutex);
    if (away()) {
        return fault("not-connected", faultMessage("not-connected"), true);
    }
    if (place.from && !meter().spec().fromAfar) {
        return fault("unsupported", "this instrument only reads lying on the screen", false);
    }
    m_place = place;
    m_t += 2;
    return Done{};
}

Status SimBench::setCorrection(const std::string &technology)
{
    const std::scoped_lock lock(m_mutex);
    if (away()) {
        return fault("not-connected", faultMessage("not-connected"), true);
    }
    if (!meter().setCorrection(technology)) {
        return fault("bad-request", "no factory correction for " + technology, false);
    }
    return Done{};
}

Result<Reading> SimBench::read(ReadMode mode, double integrationS)
{
    const std::scoped_lock lock(m_mutex);
    const int attempt = m_attempts++;
    for (const Fault &f : m_faults) {
        if (attempt >= f.from && attempt < f.from + f.count) {
            m_t += f.code == "timeout" ? 5 : 0.5;
            if (f.code == "not-connected") {
                meter().setCorrection("");
                m_place = {};
            }
            return fault(f.code, faultMessage(f.code), f.retry);
        }
    }
    return mode == ReadMode::Ambient ? readAmbient(integrationS) : readEmission(integrationS);
}

Result<Reading> SimBench::readAmbient(double integrationS)
{
    if (!m_place.desk) {
        return fault("off-screen", "the instrument lies on the screen; ambient light is read at the desk", false);
    }
    const double integration = integrationS > 0 ? std::clamp(integrationS, 0.2, 10.0) : 1.0;
    m_t += integration;
    m_panel.passDay(m_t);
    // Illuminance from the room's own spectrum: E = π·L for a perfect diffuser.
    Weights w = Weights::Zero();
    w[Room] = 3.14159265358979;
    Reading r;
    r.xyz = meter().withNoise(meter().noiseless(w, m_panel.components()), integration);
    r.integrationS = integration;
    r.t = m_t;
    return r;
}

Result<Reading> SimBench::readEmission(double integrationS)
{
    const Patch &patch = m_panel.patch();
    const double half = std::sqrt(patch.area) / 2;
    const bool sees = !m_place.desk && std::abs(m_place.at[0] - patch.at[0]) <= half && std::abs(m_place.at[1] - patch.at[1]) <= half;
    if (!sees) {
        return fault("off-screen", "the instrument does not see the patch", false);
    }
    m_panel.passDay(m_t);
    const bool unstable = m_panel.unsettled(m_t) > 0.01;
    const MeterSpec &spec = meter().spec();
    const double room = m_place.from ? 1 : spec.leak; // from a distance it sees what the screen reflects
    const std::array<double, 2> from = m_place.from.value_or(std::array<double, 2>{0, 0});
    const XYZ level = meter().noiseless(m_panel.emission(m_t, room, m_place.at, from), m_panel.components());
    const double integration = integrationS > 0 ? std::clamp(integrationS, 0.2, 10.0) : meter().chosenIntegration(level.b);
    if (level.b * std::sqrt(integration) > spec.mostCdM2) {
        m_t += 0.3;
        return fault("saturated", faultMessage("saturated"), true);
    }
    Weights weights = m_panel.emission(m_t + integration / 2, room, m_place.at, from);
    if (m_beside > 0) {
        // The wider the patch, the less of the view lies beside it.
        const double beside = m_beside * std::clamp((0.5 - patch.area) / 0.4, 0.0, 1.0);
        weights = (1 - beside) * weights + beside * m_panel.emissionOf(patch.surround, patch.area, m_t, room);
    }
    XYZ xyz = meter().noiseless(weights, m_panel.components());
    for (const Stray &s : m_strays) {
        const double at = s.seconds ? m_t + integration / 2 : m_attempts - 1;
        if (at >= s.from && at < s.from + s.length) {
            xyz = xyz + xyzOf(Chromaticity{0.38, 0.38}, s.cdM2);
        }
    }
    m_t += integration + 0.15;
    if (xyz.b < spec.floorCdM2 * 0.3) {
        return fault("too-dark", "less light than the instrument can read", false);
    }
    Reading r;
    r.xyz = XYZ(spec.unit * meter().withNoise(xyz, integration).vec());
    if (spec.stuckFrom >= 0 && m_attempts > spec.stuckFrom) {
        m_stuck = m_stuck.value_or(r.xyz);
        r.xyz = *m_stuck;
    }
    r.integrationS = integration;
    r.lowLight = xyz.b < spec.floorCdM2 * 5;
    r.unstable = unstable;
    r.t = m_t;
    if (spec.spectroradiometer) {
        r.spectrum = meter().spectrumOf(weights, m_panel.components(), integration);
    }
    return r;
}

void SimBench::failReadings(int from, int count, const std::string &code, bool retry)
{
    const std::scoped_lock lock(m_mutex);
    m_faults.push_back({from, count, code, retry});
}

void SimBench::strayLight(int from, int count, double cdM2)
{
    const std::scoped_lock lock(m_mutex);
    m_strays.push_back({double(from), double(count), false, cdM2});
}

void SimBench::lamp(double fromS, double lengthS, double cdM2)
{
    const std::scoped_lock lock(m_mutex);
    m_strays.push_back({fromS, lengthS, true, cdM2});
}

void SimBench::gap(double leak)
{
    const std::scoped_lock lock(m_mutex);
    meter().setLeak(leak);
}

SimBench::View SimBench::view() const
{
    const std::scoped_lock lock(m_mutex);
    return {m_panel.patch(), m_place, m_panel.describe(), m_t, m_panel.room()};
}

void SimBench::setRoom(const RoomSpec &room)
{
    const std::scoped_lock lock(m_mutex);
    m_panel.setRoom(room);
}

void SimBench::setAge(double age)
{
    const std::scoped_lock lock(m_mutex);
    m_panel.setAge(age);
}

void SimBench::setMeter(int index, const MeterSpec &meter)
{
    const std::scoped_lock lock(m_mutex);
    m_meters.at(size_t(index)) = Meter(meter, std::uint64_t(m_t) + 97);
}

void SimBench::skipTime(double seconds)
{
    const std::scoped_lock lock(m_mutex);
    m_t += seconds;
}

void SimBench::alter(const std::function<void(PanelSpec &)> &change)
{
    const std::scoped_lock lock(m_mutex);
    change(m_panel.alterable());
}

void SimBench::slip(double beside)
{
    const std::scoped_lock lock(m_mutex);
    m_beside = beside;
}

XYZ SimBench::truth(const Drive &rgb, double area) const
{
    const std::scoped_lock lock(m_mutex);
    const Weights w = m_panel.emissionOf(rgb, area, m_t, 0);
    XYZ sum;
    for (int k = 0; k < kComponents; ++k) {
        sum = sum + w[k] * toXyz(m_panel.components()[size_t(k)]);
    }
    return sum;
}

XYZ SimBench::seen(const Drive &rgb, double area) const
{
    const std::scoped_lock lock(m_mutex);
    return meter().noiseless(m_panel.emissionOf(rgb, area, m_t, 0), m_panel.components());
}

} // namespace lamp::sim
