// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/bench_client.h"

#include "base/json.h"
#include "base/text.h"
#include "device/bench_json.h"

#include <chrono>
#include <cmath>
#include <thread>

namespace lamp {

using benchjson::Json;

namespace {

constexpr int kPatienceForGarbage = 100;
constexpr int kTries = 5; ///< for all but readings, whose retries are the measuring floor's business

/// A bench's error as a person should read it.
Error benchError(const char *verb, const Json &reply)
{
    const Json details = reply.value("error", Json::object());
    Error e;
    e.kind = ErrorKind::Bench;
    std::string message;
    if (details.is_object()) {
        const auto get = [&](const char *key) {
            const auto it = details.find(key);
            return it != details.end() && it->is_string() ? it->get<std::string>() : std::string();
        };
        e.code = get("code");
        message = get("message");
        const auto retry = details.find("retry");
        e.retry = retry != details.end() && retry->is_boolean() && retry->get<bool>();
    }
    if (e.code.empty()) {
        e.code = "internal";
    }
    e.code = shownLine(e.code, 60);
    e.what = say("bench-could-not-do", verb, message.empty() ? e.code : shownLine(message), e.code);
    return e;
}

bool tellsTime(const Json &reply)
{
    return reply.contains("t") && reply["t"].is_number();
}

Error stopped()
{
    return {ErrorKind::Cancelled, say("stopped-on-request"), say("readings-kept"), {}, "cancelled", false};
}

} // namespace

BenchClient::BenchClient(Options options) : m_options(std::move(options)) {}

BenchClient::~BenchClient() = default;

Result<std::unique_ptr<BenchClient>> BenchClient::open(const std::string &command, Options options)
{
    std::unique_ptr<BenchClient> client(new BenchClient(std::move(options)));
    if (const Status started = client->m_child.start(command); !started) {
        return started.error();
    }
    const auto info = client->hello();
    if (!info) {
        Error e = info.error();
        if (const auto status = client->m_child.exitStatus(); status && (*status == 127 || *status == 126)) {
            e.what = say("bench-command-could-not", command);
            e.todo = say("check-spelling-program-installed");
        }
        return e;
    }
    if (info->protocol != "lamp-bench/1") {
        return Error{ErrorKind::Bench,
                     say("bench-speaks-program-speaks", info->protocol),
                     say("nothing-changed-display"),
                     say("use-bench-program-lamp"),
                     "protocol",
                     false};
    }
    return client;
}

Error BenchClient::gone(Message what, const char *verb)
{
    m_dead = true;
    std::vector<Message> told{std::move(what)};
    if (const auto status = m_child.exitStatus()) {
        told.push_back(say("bench-status", *status));
    }
    const std::string words = m_child.lastWords();
    if (!words.empty()) {
        told.push_back(say("bench-last-words", words));
    }
    return {ErrorKind::Bench, sentences(told), say("readings-kept"), say("look-bench-program-asked", verb), "gone", false};
}

Result<Json> BenchClient::ask(const char *verb, Json parameters, bool person, double passed)
{
    if (m_dead) {
        return gone(say("bench-gone"), verb);
    }
    if (m_options.stop.stop_requested()) {
        return stopped();
    }
    const long long id = m_nextId++;
    parameters["id"] = id;
    parameters["do"] = verb;
    if (!m_child.writeLine(jsonText(parameters))) {
        // Hear its last words before saying that it is gone.
        std::string rest;
        while (m_child.readLine(rest, 0.2) == ChildProcess::Wait::Line) {
        }
        return gone(say("bench-ended-without-answer"), verb);
    }
    return awaitReply(id, verb, person ? -1.0 : m_options.replyTimeoutS, passed);
}

Status BenchClient::tick(const Json &reply, double passed)
{
    constexpr double kEndOfTime = 1e8, kJitterS = 1e-3; // three years; what a bench may round away
    constexpr int kPatience = 3;
    if (!m_info.virtualClock) {
        // Wall time is here as well, and nobody's to get wrong.
        m_now = std::chrono::duration<double>(std::chrono::steady_clock::now() - m_opened).count();
        return Done{};
    }
    const auto bad = [](Message what) {
        return Error{
            ErrorKind::Bench, say("bench-clock-is-wrong", std::move(what)), say("readings-kept"), say("look-bench-program-without"), "clock", false};
    };
    if (!tellsTime(reply)) {
        // A bench that tells no time: what was asked to pass has passed.
        m_now += passed;
        return Done{};
    }
    const double t = reply["t"].get<double>();
    if (!(t >= 0 && t < kEndOfTime)) {
        return bad(say("tells-impossible-time"));
    }
    if (t < m_now - kJitterS) {
        return bad(say("runs-backwards-from-s", decimal(m_now, 1), decimal(t, 1)));
    }
    m_stood = passed > 0 ? (t - m_now < 0.1 * passed ? m_stood + 1 : 0) : m_stood;
    if (m_stood >= kPatience) {
        return bad(say("stands-still-s", decimal(t, 1)));
    }
    m_now = std::max(m_now, t);
    return Done{};
}

Result<Json> BenchClient::awaitReply(long long id, const char *verb, double timeoutS, double passed)
{
    constexpr double kGraceS = 12; // an instrument integrates for ten seconds at most
    const bool reading = std::string_view(verb) == "instrument.read";
    const auto start = std::chrono::steady_clock::now();
    for (;;) {
        const double waited = std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count();
        std::string line;
        const auto wait = m_child.readLine(line, timeoutS < 0 ? -1 : std::max(0.0, timeoutS - waited), m_options.stop, reading ? kGraceS : 0);
        switch (wait) {
        case ChildProcess::Wait::TimedOut: return gone(say("bench-did-not-answer", lasting(timeoutS)), verb);
        case ChildProcess::Wait::Ended:
            std::this_thread::sleep_for(std::chrono::milliseconds(30)); // let the exit status arrive
            return gone(say("bench-ended-without-answer"), verb);
        case ChildProcess::Wait::TooLong: return gone(say("bench-sent-line-without"), verb);
        case ChildProcess::Wait::Stopped: return stopped();
        case ChildProcess::Wait::Line: break;
        }
        const auto parsed = parseJson(validUtf8(line));
        const Json reply = parsed ? parsed.value() : Json();
        const bool fits = reply.is_object() && reply.contains("id") && reply["id"].is_number_integer() && reply["id"].get<long long>() == id;
        if (!fits) {
            if (m_options.log) {
                m_options.log(say("skipped-line-no-answer", shownLine(line, 200)));
            }
            if (++m_skippedLines > kPatienceForGarbage) {
                return gone(say("bench-sent-more-than"), verb);
            }
            continue;
        }
        if (const Status s = tick(reply, passed); !s) {
            return s.error();
        }
        if (!reply.contains("ok") || !reply["ok"].is_boolean() || !reply["ok"].get<bool>()) {
            return benchError(verb, reply);
        }
        return reply;
    }
}

Status BenchClient::act(const char *verb, const Json &parameters, bool person)
{
    const auto reply = askPatiently(verb, parameters, person);
    if (!reply) {
        return reply.error();
    }
    return Done{};
}

Result<Json> BenchClient::askPatiently(const char *verb, const Json &parameters, bool person)
{
    for (int attempt = 1;; ++attempt) {
        auto reply = ask(verb, parameters, person);
        if (reply || !reply.error().retry || attempt >= kTries) {
            return reply;
        }
        if (m_options.log) {
            m_options.log(say("trying-again", reply.error().what, attempt));
        }
        if (const Status s = advance(std::ldexp(0.5, attempt)); !s) {
            return s.error();
        }
    }
}

Result<BenchInfo> BenchClient::hello()
{
    const auto reply = ask("hello", Json::object());
    if (!reply) {
        return reply.error();
    }
    auto info = benchjson::benchInfo(*reply);
    if (info) {
        m_info = info.value();
        // From here on the bench's clock counts, wherever it stands.
        m_now = 0;
        m_stood = 0;
        if (const Status s = tick(*reply, 0); !s) {
            return s.error();
        }
    }
    return info;
}

Status BenchClient::advance(double seconds)
{
    if (m_info.virtualClock) {
        const auto reply = ask("clock.advance", {{"seconds", seconds}}, false, seconds);
        return reply ? Status(Done{}) : Status(reply.error());
    }
    // Real time: wait in short pieces, so that a request to stop is heard.
    const auto end = std::chrono::steady_clock::now() + std::chrono::duration<double>(seconds);
    while (std::chrono::steady_clock::now() < end) {
        if (m_options.stop.stop_requested()) {
            return stopped();
        }
        const std::chrono::duration<double> left = end - std::chrono::steady_clock::now();
        std::this_thread::sleep_for(std::min(left, std::chrono::duration<double>(0.1)));
    }
    return tick(Json::object(), 0);
}

Result<DisplayInfo> BenchClient::describeDisplay()
{
    const auto reply = askPatiently("display.describe", Json::object());
    if (!reply) {
        return reply.error();
    }
    auto info = benchjson::displayInfo(*reply);
    if (info) {
        m_personControls.clear();
        for (const Control &c : info.value().controls) {
            if (c.byPerson) {
                m_personControls.push_back(c.name);
            }
        }
    }
    return info;
}

Status BenchClient::show(const Patch &p)
{
    return act("display.show",
               {{"rgb", {p.rgb.a, p.rgb.b, p.rgb.c}}, {"area", p.area}, {"at", p.at}, {"surround", {p.surround.a, p.surround.b, p.surround.c}}});
}

Status BenchClient::setMode(const std::string &name)
{
    return act("display.set_mode", {{"name", name}}, !m_info.automatic);
}

Status BenchClient::setSignal(Signal signal)
{
    return act("display.set_signal", {{"signal", signalName(signal)}, {"name", signalName(signal)}}, !m_info.automatic);
}

Result<double> BenchClient::setControl(const std::string &name, double value)
{
    bool person = false;
    for (const std::string &c : m_personControls) {
        person = person || c == name;
    }
    const auto reply = askPatiently("display.set_control", {{"name", name}, {"value", value}}, person);
    if (!reply) {
        return reply.error();
    }
    const auto it = reply->find("value");
    return it != reply->end() && it->is_number() ? it->get<double>() : value;
}

Status BenchClient::setLut(const Ramps &ramps)
{
    return act("display.set_lut", {{"r", ramps.r}, {"g", ramps.g}, {"b", ramps.b}});
}

Status BenchClient::resetLut()
{
    return act("display.reset_lut", Json::object());
}

Status BenchClient::setCube(const Cube &cube)
{
    Json values = Json::array();
    for (const Drive &d : cube.values) {
        values.push_back({d.a, d.b, d.c});
    }
    return act("display.set_cube", {{"size", cube.size}, {"values", values}});
}

Result<InstrumentInfo> BenchClient::describeInstrument()
{
    const auto reply = askPatiently("instrument.describe", Json::object());
    if (!reply) {
        return reply.error();
    }
    return benchjson::instrumentInfo(*reply);
}

Status BenchClient::selectInstrument(int index)
{
    return act("instrument.select", {{"index", index}});
}

Status BenchClient::place(const Place &place)
{
    Json at = place.desk ? Json("desk") : Json(place.at);
    Json where{{"at", at}};
    if (place.from) {
        where["from"] = *place.from;
    }
    return act("instrument.place", where, true);
}

Status BenchClient::setCorrection(const std::string &technology)
{
    return act("instrument.set_correction", {{"technology", technology.empty() ? Json(nullptr) : Json(technology)}});
}

Result<Reading> BenchClient::read(ReadMode mode, double integrationS)
{
    Json parameters{{"mode", mode == ReadMode::Emission ? "emission" : "ambient"}};
    if (integrationS > 0) {
        parameters["integration_s"] = integrationS;
    }
    const auto reply = ask("instrument.read", std::move(parameters));
    if (!reply) {
        return reply.error();
    }
    auto reading = benchjson::reading(*reply);
    if (reading) {
        if (m_info.virtualClock && !tellsTime(*reply)) {
            m_now += reading->integrationS;
        }
        reading.value().t = m_now;
    }
    return reading;
}

} // namespace lamp
