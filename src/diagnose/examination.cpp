// SPDX-License-Identifier: GPL-3.0-or-later
#include "diagnose/examination.h"

#include "base/stopping.h"
#include "colour/difference.h"
#include "device/both_roles.h"
#include "measure/gauge.h"

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

constexpr double kWorthwhile = 0.003; ///< chance that a test tells two apart, below which it is left out

/// What is read at first: white, black, grays, full colours and mixtures, dark and near the top, of which every link of the chain changes some.
std::vector<std::pair<std::string, Drive>> firstPatches()
{
    std::vector<std::pair<std::string, Drive>> all{{"white", {1, 1, 1}}, {"red", {1, 0, 0}}, {"green", {0, 1, 0}}, {"blue", {0, 0, 1}}};
    for (const double v : {0.97, 0.92, 0.85, 0.7, 0.5, 0.35, 0.22, 0.14, 0.08, 0.04}) {
        all.emplace_back("gray", Drive{v, v, v});
    }
    for (const Drive &d : {Drive{0, 1, 1}, Drive{1, 0, 1}, Drive{1, 1, 0}, Drive{0.75, 0.5, 0.5}, Drive{0.5, 0.7, 0.5}, Drive{0.45, 0.5, 0.75},
                           Drive{0.8, 0.6, 0.4}, Drive{0.3, 0.6, 0.6}, Drive{0.5, 0, 0}, Drive{0, 0.5, 0}, Drive{0, 0, 0.5}}) {
        all.emplace_back("colour", d);
    }
    all.emplace_back("black", Drive{0, 0, 0});
    return all;
}

/// Whether a reading was refused because nothing was seen where something should be; a colour that cannot be is no darkness.
bool sawNothing(const Error &error)
{
    const auto &arguments = error.what.arguments;
    return error.code == "implausible" && std::any_of(arguments.begin(), arguments.end(), [](const Argument &a) {
               const auto *why = std::get_if<Message>(&a.value());
               return why != nullptr && why->code == "reads-nothing";
           });
}

/// One examination at a bench.
class Examiner {
public:
    Examiner(Bench &bench, const VisitedDisplay &last, const ExaminationHooks &hooks, const std::stop_token &stop, Examination &e)
        : m_bench(bench), m_last(last), m_reference(last), m_hooks(hooks), m_stop(stop), m_e(e)
    {
    }
    Status all();

private:
    Status connect();
    Status readRoom();
    void learnFacts();
    Status readFirst();
    Status take(std::vector<Observed> patches);
    Status test(const DiagnosticTest &test);
    Status useInstrument(bool other);
    void weigh();
    void lookForChanges();
    /// The test that tells most for its time, or null.
    [[nodiscard]] const DiagnosticTest *next() const;
    [[nodiscard]] bool possible(const DiagnosticTest &test) const;
    [[nodiscard]] std::vector<Observed> fitting(std::vector<Observed> patches) const;
    void tell(const Message &what, double fraction, double left);
    Gauge::Hooks gaugeHooks();
    std::unique_ptr<Gauge> gaugeFor(const InstrumentInfo &instrument);

    Bench &m_bench;
    const VisitedDisplay &m_last;
    Reference m_reference;
    const ExaminationHooks &m_hooks;
    const std::stop_token &m_stop;
    Examination &m_e;
    std::unique_ptr<Inference> m_inference;
    std::unique_ptr<Gauge> m_gauge;
    Spending m_spending;
    double m_area = 0.1, m_start = 0;
    bool m_other = false;
    std::array<double, 2> m_at{0.5, 0.5};
};

Gauge::Hooks Examiner::gaugeHooks()
{
    Gauge::Hooks heard;
    heard.onReading = [this](const Measurement &m) {
        m_e.readings.push_back(m);
        if (m_hooks.onReading) {
            m_hooks.onReading(m, m_e);
        }
    };
    heard.onNote = m_hooks.onNote;
    heard.onSetAside = [this](int index) {
        for (Measurement &m : m_e.readings) {
            m.superseded = m.superseded || m.index == index;
        }
    };
    heard.onState = [this](DisplayState &state, Measurement &m) {
        state.mode = m_e.display.mode;
        for (const Control &c : m_e.display.controls) {
            state.controls[c.name] = c.value;
        }
        // Ramps that were found loaded cannot be read back from a bench.
        state.ramps = m_e.display.lutLoaded ? kUnknownRamps : "";
        state.cube = m_e.display.cubeLoaded ? kUnknownRamps : "";
        if (!m_e.display.lutLoaded) {
            m.behind = m.rgb; // nothing stands between
        }
        m.state = m_e.states.numberOf(state);
    };
    heard.askToMend = m_hooks.askToMend;
    return heard;
}

std::unique_ptr<Gauge> Examiner::gaugeFor(const InstrumentInfo &instrument)
{
    auto gauge = std::make_unique<Gauge>(m_bench, instrument, gaugeHooks(), m_stop);
    gauge->setSpending(&m_spending);
    gauge->setStage("diagnosis");
    gauge->setCount(int(m_e.readings.size()));
    gauge->setPatchArea(m_area);
    return gauge;
}

Status Examiner::connect()
{
    const auto hello = greetBoth(m_bench, m_e.plan.instrument);
    if (!hello) {
        return hello.error();
    }
    m_e.bench = hello.value();
    const auto instrument = m_bench.describeInstrument();
    const auto display = instrument ? m_bench.describeDisplay() : Result<DisplayInfo>(instrument.error());
    if (!display) {
        return display.error();
    }
    m_e.display = display.value();
    m_e.instrument = instrument.value();
    const VisitFacts &then = m_last.facts();
    if (m_e.display.model != then.model || m_e.display.serial != then.serial) {
        return Error{ErrorKind::Input,
                     say("diagnosis-other-display", modelAndSerial(m_e.display.model, m_e.display.serial), modelAndSerial(then.model, then.serial)),
                     say("nothing-changed-display"),
                     say("give-its-own-visit"),
                     "display",
                     false};
    }
    // Known without any light: what an ordinary picture's numbers mean to it is something else altogether.
    if (m_e.display.signal != Signal::Sdr) {
        return Error{ErrorKind::Input,
                     say("diagnosis-signal-is", modelAndSerial(m_e.display.model, m_e.display.serial), signalName(m_e.display.signal)),
                     say("nothing-changed-display"),
                     say("set-sdr-look-again"),
                     "signal",
                     false};
    }
    m_start = m_bench.now();
    m_spending = Spending({600, 3 * 3600.0, hello->virtualClock ? 3600.0 : 3 * 3600.0});
    m_spending.start(m_start);
    m_area = std::min(0.1, m_e.display.maxPatchArea.value_or(0.1));
    m_gauge = gaugeFor(m_e.instrument);
    // As at the visit, so that what differs is not the correction; where that is not to be had, as usual.
    const bool same = !then.correction.empty() && m_e.instrument.hasCorrection(then.correction);
    m_e.correction = same ? then.correction : (m_e.instrument.hasCorrection(m_e.display.technology) ? m_e.display.technology : "");
    return m_gauge->setCorrection(m_e.correction);
}

Status Examiner::readRoom()
{
    // At a bench that needs hands nobody is sent to the desk for it.
    if (m_e.instrument.canReadAmbient() && m_e.bench.automatic) {
        const auto room = m_gauge->readAmbient();
        if (room) {
            m_e.known.lux = room->xyz.b;
        } else if (room.error().kind == ErrorKind::Cancelled || room.error().code == "gone") {
            return room.error();
        } else {
            m_e.warnings.push_back(room.error().what); // not known, then
        }
    }
    return m_gauge->place({});
}

bool turned(const DisplayInfo &now, const VisitFacts &then, const std::string &name, bool &known)
{
    const Control *c = now.control(name);
    const auto left = then.controls.find(name);
    if (c == nullptr || left == then.controls.end()) {
        return false;
    }
    known = true;
    return std::abs(c->value - left->second) > 0.5 * std::max(c->step, 1e-9);
}

/// Mean CIEDE2000 between what a profile says and what the last visit left, each relative to its own white.
std::optional<double> profileOff(const Bytes &bytes, const VisitedDisplay &last)
{
    const auto profile = Profile::open(bytes);
    if (!profile) {
        return std::nullopt;
    }
    const Eigen::Matrix3d toD50 = last.profile().chad() / last.evaluate({1, 1, 1}).b;
    double sum = 0;
    int count = 0;
    for (const double r : {0.0, 0.5, 1.0}) {
        for (const double g : {0.0, 0.5, 1.0}) {
            for (const double b : {0.0, 0.5, 1.0}) {
                const Drive d{r, g, b};
                sum += deltaE2000(profile->colourOf(d), labOf(RelXYZ(toD50 * last.evaluate(d).vec()), iccD50()));
                ++count;
            }
        }
    }
    return sum / count;
}

void Examiner::learnFacts()
{
    Circumstances &k = m_e.known;
    const VisitFacts &then = m_last.facts();
    k.then = then;
    k.displayMode = m_e.display.mode;
    k.limitsPower = m_e.display.maxPatchArea.has_value();
    k.daysSince = m_e.plan.now != WallTime{} && then.finished != WallTime{}
                      ? std::max(0.0, std::chrono::duration<double>(m_e.plan.now - then.finished).count() / 86400)
                      : 0;
    const auto learn = [&](Fact fact, bool known, bool so) {
        if (known) {
            k.known.insert(fact);
            if (so) {
                k.true_.insert(fact);
            }
        }
    };
    const Drive middle = m_last.throughRamps({0.5, 0.5, 0.5}), top = m_last.throughRamps({1, 1, 1});
    const bool had = (middle.vec() - Eigen::Vector3d::Constant(0.5)).norm() + (top.vec() - Eigen::Vector3d::Ones()).norm() > 0.005;
    learn(Fact::RampsGone, m_e.display.lut.has_value() && had, !m_e.display.lutLoaded);
    bool known = false;
    const bool brightness = turned(m_e.display, then, "brightness", known);
    learn(Fact::BrightnessTurned, known, brightness);
    known = false;
    bool gains = false;
    for (const char *name : {"red", "green", "blue"}) {
        gains = turned(m_e.display, then, name, known) || gains;
    }
    learn(Fact::GainsTurned, known, gains);
    known = false;
    bool others = false;
    for (const Control &c : m_e.display.controls) {
        if (c.name != "brightness" && c.name != "red" && c.name != "green" && c.name != "blue") {
            others = turned(m_e.display, then, c.name, known) || others;
        }
    }
    learn(Fact::OtherTurned, known, others);
    learn(Fact::ModeChanged, !then.mode.empty() && !m_e.display.mode.empty(), then.mode != m_e.display.mode);
    learn(Fact::CorrectionChanged, !then.instrument.empty(), m_e.correction != then.correction);
    learn(Fact::OtherInstrument, !then.instrument.empty(), then.instrument != modelAndSerial(m_e.instrument.model, m_e.instrument.serial));
    if (const WallTime certified = fromIsoTime(m_e.instrument.lastCertified); m_e.plan.now != WallTime{} && certified != WallTime{}) {
        const double age = std::chrono::duration<double>(m_e.plan.now - certified).count();
        learn(Fact::CertificateOld, true, age > 3 * 365.25 * 86400);
    }
    learn(Fact::RoomBrighter, k.lux && then.lux && *then.lux > 0, k.lux.value_or(0) > 1.5 * then.lux.value_or(0) + 5);
    if (!m_e.plan.profile.empty()) {
        const auto off = profileOff(m_e.plan.profile, m_last);
        constexpr double kAnother = 4, kOff = 1.2; // mean CIEDE2000
        learn(Fact::ProfileOfAnother, off.has_value(), off.value_or(0) > kAnother);
        learn(Fact::ProfileOff, off.has_value(), off.value_or(0) > kOff && off.value_or(0) <= kAnother);
        if (const auto profile = Profile::open(m_e.plan.profile)) {
            k.profileRamps = profile->ramps(1024);
        }
    }
}

std::vector<Observed> Examiner::fitting(std::vector<Observed> patches) const
{
    const double codes = m_e.display.bits > 0 && m_e.display.bits <= 16 ? std::ldexp(1.0, m_e.display.bits) - 1 : 0;
    for (Observed &o : patches) {
        for (int c = 0; c < 3 && codes > 0; ++c) {
            o.shown.rgb[c] = std::round(o.shown.rgb[c] * codes) / codes;
        }
        // A usual patch is as large as the panel may have it.
        o.shown.area = o.shown.area == 0.1 ? m_area : o.shown.area;
    }
    return patches;
}

Status Examiner::useInstrument(bool other)
{
    if (other == m_other) {
        return Done{};
    }
    const int usual = std::max(0, m_e.plan.instrument), index = other ? (usual == 0 ? 1 : 0) : usual;
    if (const Status s = m_bench.selectInstrument(index); !s) {
        return s;
    }
    const auto instrument = m_bench.describeInstrument();
    if (!instrument) {
        return instrument.error();
    }
    m_gauge = gaugeFor(instrument.value());
    m_other = other;
    const std::string wanted = other ? m_e.display.technology : m_e.correction;
    if (const Status s = m_gauge->setCorrection(instrument->hasCorrection(wanted) ? wanted : ""); !s) {
        return s;
    }
    return m_gauge->place({false, m_at});
}

Status Examiner::take(std::vector<Observed> patches)
{
    const auto first = int(m_e.observed.size());
    const double begun = m_bench.now();
    double stands = begun; ///< since when the picture that is to stand has stood
    const double planned = patches.empty() ? 0 : patches.front().shown.t;
    for (Observed &o : patches) {
        if (m_stop.stop_requested()) {
            return stoppedOnRequest();
        }
        if (o.shown.at != m_at) {
            if (const Status s = m_gauge->place({false, o.shown.at}); !s) {
                return s;
            }
            m_at = o.shown.at;
        }
        if (const Status s = useInstrument(o.shown.other); !s) {
            return s;
        }
        // A bench's clock may jump; no wait is longer than it was meant to be.
        const double wait = std::min(o.shown.t - planned, o.shown.t - planned - (m_bench.now() - begun));
        if (wait > 0) {
            // A picture that is to stand is left alone.
            if (const Status s = o.shown.stillS > 0 ? m_bench.advance(wait) : m_gauge->wait(wait); !s) {
                return s;
            }
        }
        m_gauge->setPatchArea(o.shown.area);
        m_gauge->setSurround(o.shown.surround);
        stands = o.shown.stillS > 0 ? stands : m_bench.now();
        const double light = 0.2126 * std::pow(o.shown.rgb.a, 2.2) + 0.7152 * std::pow(o.shown.rgb.b, 2.2) + 0.0722 * std::pow(o.shown.rgb.c, 2.2);
        const double expected = std::max(m_reference.white().b * light, 2e-4 * m_reference.white().b);
        const auto m = m_gauge->read(o.shown.rgb, o.name, expected, (o.after >= 0 ? 0.0008 : 0.002) * std::cbrt(m_reference.white().b / expected));
        if (!m && !sawNothing(m.error())) {
            return m.error();
        }
        // Nothing where something should be is what is looked for here.
        const double floor = m_gauge->instrument().floorCdM2;
        o.shown.t = m_bench.now() - m_start;
        o.shown.stillS = o.shown.stillS > 0 ? std::max(0.0, m_bench.now() - stands) : 0;
        o.xyz = m ? m->xyz : XYZ{};
        o.sigma = m ? m->sigma : XYZ{floor, floor, floor};
        if (o.after >= 0) {
            o.after += first;
        }
        m_e.observed.push_back(o);
    }
    m_gauge->setPatchArea(m_area);
    m_gauge->setSurround({});
    return useInstrument(false);
}

Status Examiner::readFirst()
{
    std::vector<Observed> all;
    for (const auto &[name, rgb] : firstPatches()) {
        Observed o;
        o.name = name;
        o.shown.rgb = rgb;
        all.push_back(std::move(o));
    }
    tell(say("diagnosis-reads-first"), 0, 60);
    const Status s = take(fitting(std::move(all)));
    const auto dark = [](const Observed &o) { return o.xyz.b <= 0; };
    if (s && std::all_of(m_e.observed.begin(), m_e.observed.end(), dark)) {
        return Error{ErrorKind::Bench, say("diagnosis-sees-nothing"), say("readings-kept"), say("see-that-patches-are-shown"), "nothing-seen", false};
    }
    return s;
}

/// Who turned something meanwhile has mixed two states: what follows from them is said with a warning.
void Examiner::lookForChanges()
{
    const auto now = m_bench.describeDisplay();
    if (!now) {
        return;
    }
    const DisplayInfo &then = m_e.display;
    const bool same = now->mode == then.mode && now->lutLoaded == then.lutLoaded && now->cubeLoaded == then.cubeLoaded
                      && std::equal(now->controls.begin(), now->controls.end(), then.controls.begin(), then.controls.end(),
                                    [](const Control &a, const Control &b) { return a.name == b.name && a.value == b.value; });
    if (!same) {
        m_e.warnings.push_back(say("diagnosis-changed-meanwhile"));
    }
}

bool Examiner::possible(const DiagnosticTest &test) const
{
    const bool made = std::find(m_e.tests.begin(), m_e.tests.end(), test.code) != m_e.tests.end();
    const bool spared = m_e.known.limitsPower && (test.code == "large" || test.code == "around");
    return !made && !spared && (!test.other || m_e.bench.instruments > 1) && (!test.moves || m_e.bench.automatic || m_hooks.askToMend);
}

const DiagnosticTest *Examiner::next() const
{
    const DiagnosticTest *best = nullptr;
    double most = 0;
    for (const DiagnosticTest &t : diagnosticTests()) {
        if (!possible(t)) {
            continue;
        }
        const double worth = m_inference->worth(fitting(t.patches(m_bench.now() - m_start)));
        // A person who has to lay the instrument elsewhere takes a minute for it.
        const double seconds = t.seconds + (t.moves && !m_e.bench.automatic ? 60 : 0);
        if (worth > kWorthwhile && worth / seconds > most) {
            most = worth / seconds;
            best = &t;
        }
    }
    return best;
}

void Examiner::weigh()
{
    const StopScope scope(m_stop);
    m_e.ranking = m_inference->weigh(m_e.observed);
    const DiagnosticTest *t = next();
    m_e.next = t != nullptr ? t->code : "";
    if (m_hooks.onWeighed) {
        m_hooks.onWeighed(m_e);
    }
}

Status Examiner::test(const DiagnosticTest &test)
{
    tell(say("diagnosis-tests", say("test-" + test.code)), 0.3 + 0.6 * double(m_e.tests.size()) / double(diagnosticTests().size()), test.seconds);
    Status s = take(fitting(test.patches(m_bench.now() - m_start)));
    if (!s && test.other && s.error().kind != ErrorKind::Cancelled && s.error().code != "gone") {
        // One that cannot be read tells nothing, and ends nothing.
        m_e.warnings.push_back(s.error().what);
        m_other = true;
        s = useInstrument(false);
    }
    if (s) {
        m_e.tests.push_back(test.code);
        weigh();
    }
    return s;
}

void Examiner::tell(const Message &what, double fraction, double left)
{
    if (m_hooks.onProgress) {
        m_hooks.onProgress(what, fraction, left);
    }
}

Status Examiner::all()
{
    if (!m_reference.amounts().allFinite() || !(m_reference.white().b > 0)) {
        return Error{ErrorKind::Input, say("diagnosis-no-model"), say("nothing-changed-display"), say("visit-it-or-give-one"), "visit", false};
    }
    m_e.started = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    Status status = connect();
    status = status ? readRoom() : status;
    if (status) {
        learnFacts();
        m_inference = std::make_unique<Inference>(m_reference, m_e.known);
        status = readFirst();
    }
    try {
        if (status) {
            weigh();
        }
        while (status && m_e.plan.tests != TestChoice::None) {
            const bool sure = m_e.plan.tests == TestChoice::Needed && m_e.ranking.surest > kAsGoodAsSure;
            const auto &tests = diagnosticTests();
            const std::string wanted = m_e.next;
            auto t = std::find_if(tests.begin(), tests.end(), [&](const DiagnosticTest &d) { return d.code == wanted; });
            if (t == tests.end() && m_e.plan.tests == TestChoice::All) {
                t = std::find_if(tests.begin(), tests.end(), [this](const DiagnosticTest &d) { return possible(d); });
            }
            if (sure || t == tests.end()) {
                break;
            }
            status = test(*t);
        }
    } catch (const Stopped &) {
        status = stoppedOnRequest();
    }
    if (status) {
        lookForChanges();
    }
    m_e.finished = m_hooks.wallClock ? m_hooks.wallClock() : WallTime{};
    m_e.benchSeconds = m_bench.now() - m_start;
    m_bench.closing();
    if (m_at != std::array<double, 2>{0.5, 0.5} && m_e.bench.automatic) {
        (void)m_bench.place({});
    }
    return status;
}

} // namespace

Status examine(Bench &bench, const VisitedDisplay &last, const ExaminationPlan &plan, const ExaminationHooks &hooks, const std::stop_token &stop,
               Examination &examination)
{
    examination.plan = plan;
    return Examiner(bench, last, hooks, stop, examination).all();
}

} // namespace lamp
