// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"
#include "device/child_process.h"

#include <nlohmann/json_fwd.hpp>

#include <chrono>
#include <functional>
#include <memory>

namespace lamp {

/// A bench in a child process, spoken to by the bench protocol version 1 (docs/protocol.md).
class BenchClient : public Bench {
public:
    struct Options {
        double replyTimeoutS = 30;                ///< wall seconds without an answer that mean failure
        std::stop_token stop;                     ///< a request to stop ends a wait for an answer
        std::function<void(const Message &)> log; ///< hears of skipped lines; may be empty
    };

    /// Starts the command, says hello and checks the protocol.
    static Result<std::unique_ptr<BenchClient>> open(const std::string &command, Options options);
    ~BenchClient() override;

    Result<BenchInfo> hello() override;
    Status advance(double seconds) override;
    [[nodiscard]] double now() const override { return m_now; }
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
    void closing() override { m_options.stop = {}; }
    Result<Reading> read(ReadMode mode, double integrationS) override;

private:
    explicit BenchClient(Options options);

    /// Sends a request and gives the reply's object, or the error that the bench or the pipe made.
    Result<nlohmann::json> ask(const char *verb, nlohmann::json parameters, bool person = false, double passed = 0);
    /// The same, again while the bench says that the same call may succeed.
    Result<nlohmann::json> askPatiently(const char *verb, const nlohmann::json &parameters, bool person = false);
    Result<nlohmann::json> awaitReply(long long id, const char *verb, double timeoutS, double passed);
    Status act(const char *verb, const nlohmann::json &parameters, bool person = false);
    Error gone(Message what, const char *verb);
    /// Takes the bench's clock from a reply. \param passed seconds of it that the request asks for
    Status tick(const nlohmann::json &reply, double passed);

    Options m_options;
    ChildProcess m_child;
    BenchInfo m_info;
    std::vector<std::string> m_personControls;
    long long m_nextId = 1;
    double m_now = 0;
    int m_skippedLines = 0;
    bool m_dead = false;
    std::chrono::steady_clock::time_point m_opened = std::chrono::steady_clock::now();
    int m_stood = 0; ///< how often in a row time was asked to pass and did not
};

} // namespace lamp
