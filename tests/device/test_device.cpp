// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "device/bench_client.h"
#include "device/bench_server.h"
#include "device/paced_bench.h"
#include "device/paired_bench.h"
#include "simlab/sim_bench.h"

#include <QFile>
#include <QTemporaryDir>

#include <nlohmann/json.hpp>

#include <thread>

namespace device_test {

using namespace lamp;
using Json = nlohmann::json;

namespace {

/// A bench written as a shell script, for faults that no honest bench makes.
std::string script(const QTemporaryDir &dir, const QString &name, const QString &body)
{
    QFile file(dir.filePath(name));
    if (!file.open(QIODevice::WriteOnly)) {
        return {};
    }
    file.write(body.toUtf8());
    file.close();
    return "sh " + dir.filePath(name).toStdString();
}

const char *kHello = R"(echo '{"id":1,"ok":true,"t":0,"protocol":"lamp-bench/1","name":"x","roles":["display","instrument"],"clock":"virtual"}')";

Json ask(Bench &bench, const std::string &line)
{
    return Json::parse(serveLine(bench, line));
}

std::string serveCommand(const std::string &arguments)
{
    std::string command = LAMP_CLI;
    command += " serve ";
    return command + arguments;
}

} // namespace

class TestDevice : public QObject {
    Q_OBJECT

private:
    std::unique_ptr<sim::SimBench> m_bench;

private Q_SLOTS:
    void init() { m_bench = std::move(sim::makeBench("wled", 1)).value(); }

    // Source: bench protocol, "Example" and the tables of requests (docs/protocol.md).
    void serverAnswersEveryRequestOfTheProtocol()
    {
        const Json hello = ask(*m_bench, R"({"id":1,"do":"hello"})");
        QVERIFY(hello["ok"].get<bool>());
        QCOMPARE(hello["protocol"].get<std::string>(), std::string("lamp-bench/1"));
        QCOMPARE(hello["clock"].get<std::string>(), std::string("virtual"));
        QVERIFY(ask(*m_bench, R"({"id":2,"do":"clock.advance","seconds":3})")["t"].get<double>() >= 3);
        const Json display = ask(*m_bench, R"({"id":3,"do":"display.describe"})");
        for (const char *key : {"model", "serial", "technology", "bits", "width_mm", "height_mm", "hours", "modes", "mode", "controls", "lut",
                                "lut_loaded", "max_patch_area"}) {
            QVERIFY2(display.contains(key), key);
        }
        QVERIFY(ask(*m_bench, R"({"id":4,"do":"display.show","rgb":[1,1,1],"area":null})")["ok"].get<bool>());
        QVERIFY(ask(*m_bench, R"({"id":5,"do":"display.set_mode","name":"factory"})")["ok"].get<bool>());
        QCOMPARE(ask(*m_bench, R"({"id":6,"do":"display.set_control","name":"brightness","value":140.2})")["value"].get<double>(), 100.0);
        const Json lut = ask(*m_bench, R"({"id":7,"do":"display.set_lut","r":[0,1],"g":[0,0.9],"b":[0,1]})");
        QCOMPARE(lut["entries"].get<int>(), 256);
        QCOMPARE(lut["bits"].get<int>(), 10);
        QVERIFY(ask(*m_bench, R"({"id":8,"do":"display.describe"})")["lut_loaded"].get<bool>());
        QVERIFY(ask(*m_bench, R"({"id":9,"do":"display.reset_lut"})")["ok"].get<bool>());
        QVERIFY(!ask(*m_bench, R"({"id":10,"do":"display.describe"})")["lut_loaded"].get<bool>());
        QCOMPARE(ask(*m_bench, R"({"id":11,"do":"instrument.describe"})")["kind"].get<std::string>(), std::string("colorimeter"));
        QVERIFY(ask(*m_bench, R"({"id":12,"do":"instrument.select","index":0})")["ok"].get<bool>());
        QVERIFY(ask(*m_bench, R"({"id":13,"do":"instrument.set_correction","technology":"wled"})")["ok"].get<bool>());
        QVERIFY(ask(*m_bench, R"({"id":14,"do":"instrument.set_correction","technology":null})")["ok"].get<bool>());
        const Json reading = ask(*m_bench, R"({"id":15,"do":"instrument.read","integration_s":2})");
        QCOMPARE(reading["XYZ"].size(), size_t(3));
        QCOMPARE(reading["integration_s"].get<double>(), 2.0);
        QCOMPARE(ask(*m_bench, R"({"id":16,"do":"instrument.read","mode":"ambient"})")["error"]["code"].get<std::string>(),
                 std::string("off-screen"));
        QVERIFY(ask(*m_bench, R"({"id":17,"do":"instrument.place","at":"desk"})")["ok"].get<bool>());
        QVERIFY(ask(*m_bench, R"({"id":18,"do":"instrument.read","mode":"ambient"})")["XYZ"][1].get<double>() > 20);
        QCOMPARE(ask(*m_bench, R"({"id":19,"do":"instrument.read"})")["error"]["code"].get<std::string>(), std::string("off-screen"));
    }

    void serverRefusesBadRequestsAndGoesOn()
    {
        const Json noJson = ask(*m_bench, "hello?");
        QVERIFY(noJson["id"].is_null());
        QCOMPARE(noJson["error"]["code"].get<std::string>(), std::string("bad-request"));
        QCOMPARE(ask(*m_bench, R"({"id":1,"do":"display.fold"})")["error"]["code"].get<std::string>(), std::string("unsupported"));
        for (const char *line :
             {R"({"id":2,"do":"display.show"})", R"({"id":2,"do":"display.show","rgb":[1,1]})", R"({"id":2,"do":"display.show","rgb":[2,0,0]})",
              R"({"id":2,"do":"clock.advance","seconds":-1})", R"({"id":2,"do":"display.set_lut","r":[0],"g":[0],"b":[0]})",
              R"({"id":2,"do":"display.set_lut","r":[0,1],"g":[0,1],"b":[0,1,1]})", R"({"id":2,"do":"instrument.read","mode":"smell"})",
              R"({"id":2,"do":"display.set_control","name":"volume","value":3})", R"({"id":2,"do":7})"}) {
            const Json reply = ask(*m_bench, line);
            QVERIFY2(!reply["ok"].get<bool>(), line);
            QCOMPARE(reply["id"].get<int>(), 2);
            QCOMPARE(reply["error"]["code"].get<std::string>(), std::string("bad-request"));
        }
        QVERIFY(ask(*m_bench, R"({"id":3,"do":"hello","colour":"unknown parameters are ignored"})")["ok"].get<bool>());
    }

    void clientAndServerMeetOverThePipe()
    {
        auto opened = BenchClient::open(serveCommand("--display wled --seed 5"), {});
        QVERIFY2(opened.ok(), opened.ok() ? "" : english(opened.error()).c_str());
        BenchClient &client = *opened.value();
        auto twin = std::move(sim::makeBench("wled", 5)).value();
        const std::array<Bench *, 2> benches{&client, twin.get()};
        std::array<XYZ, 2> seen;
        for (size_t i = 0; i < 2; ++i) {
            Bench &b = *benches[i];
            QVERIFY(b.setCorrection("wled").ok());
            QVERIFY(b.setLut({{0, 0.9}, {0, 1}, {0, 1}}).ok());
            QCOMPARE(b.setControl("red", 80).value(), 80.0);
            QVERIFY(b.show({{0.5, 0.6, 0.7}, 0.1, {0.5, 0.5}, {}}).ok());
            QVERIFY(b.advance(2).ok());
            const auto reading = b.read(ReadMode::Emission, 1.0);
            QVERIFY(reading.ok());
            seen[i] = reading->xyz;
        }
        // The same seed on both sides of the pipe: the same light, to the last digit that JSON carries.
        LAMP_NEAR((seen[0].vec() - seen[1].vec()).norm(), 0.0, 1e-9);
        LAMP_NEAR(client.now(), twin->now(), 1e-9);
    }

    void commandThatDoesNotExist()
    {
        const auto opened = BenchClient::open("/no/such/bench --now", {});
        QVERIFY(!opened.ok());
        QVERIFY(english(opened.error().what).find("/no/such/bench") != std::string::npos);
        QCOMPARE(opened.error().kind, ErrorKind::Bench);
    }

    void wrongProtocol()
    {
        QTemporaryDir dir;
        const auto opened = BenchClient::open(
            script(dir, "old", R"(read l; echo '{"id":1,"ok":true,"t":0,"protocol":"lamp-bench/9","roles":[]}'; cat >/dev/null)"), {});
        QVERIFY(!opened.ok());
        QVERIFY(english(opened.error().what).find("lamp-bench/9") != std::string::npos);
    }

    void benchThatHangs()
    {
        QTemporaryDir dir;
        BenchClient::Options options;
        options.replyTimeoutS = 0.3;
        const auto opened = BenchClient::open(script(dir, "mute", "sleep 20"), options);
        QVERIFY(!opened.ok());
        QVERIFY(english(opened.error().what).find("did not answer") != std::string::npos);
    }

    void benchThatDiesTellsItsLastWords()
    {
        QTemporaryDir dir;
        auto opened = BenchClient::open(script(dir, "frail", QStringLiteral("read l; %1; read l; echo 'lost the lens' >&2; exit 7").arg(kHello)), {});
        QVERIFY(opened.ok());
        const auto info = opened.value()->describeDisplay();
        QVERIFY(!info.ok());
        QVERIFY(english(info.error().what).find("lost the lens") != std::string::npos);
        QVERIFY(english(info.error().what).find("7") != std::string::npos);
        QVERIFY(!opened.value()->resetLut().ok()); // and stays dead
    }

    void garbageLinesAreSkippedUpToALimit()
    {
        QTemporaryDir dir;
        int logged = 0;
        BenchClient::Options options;
        options.log = [&](const Message &) { ++logged; };
        const auto good = BenchClient::open(
            script(dir, "chatty", QStringLiteral("read l; echo warming; echo '[]'; echo '{\"id\":99}'; %1; cat >/dev/null").arg(kHello)), options);
        QVERIFY(good.ok());
        QCOMPARE(logged, 3);
        const auto bad = BenchClient::open(script(dir, "noisy", "read l; while true; do echo noise; done"), options);
        QVERIFY(!bad.ok());
        QVERIFY(english(bad.error().what).find("100") != std::string::npos);
    }

    void fieldOfTheWrongKindIsNamed()
    {
        QTemporaryDir dir;
        auto opened = BenchClient::open(
            script(dir, "odd",
                   QStringLiteral("read l; %1; read l; echo '{\"id\":2,\"ok\":true,\"t\":0,\"XYZ\":[1,\"2\",3]}'; cat >/dev/null").arg(kHello)),
            {});
        QVERIFY(opened.ok());
        const auto reading = opened.value()->read(ReadMode::Emission, 0);
        QVERIFY(!reading.ok());
        QVERIFY(english(reading.error().what).find("XYZ") != std::string::npos);
    }

    void errorsOfTheBenchKeepTheirCode()
    {
        auto opened = BenchClient::open(serveCommand("--display wled --fault saturated:0:1"), {});
        QVERIFY(opened.ok());
        const auto reading = opened.value()->read(ReadMode::Emission, 1);
        QVERIFY(!reading.ok());
        QCOMPARE(reading.error().code, std::string("saturated"));
        QVERIFY(reading.error().retry);
        QVERIFY(opened.value()->read(ReadMode::Emission, 1).ok());
    }

    // An instrument that is busy for a while: what the bench says may be tried again is tried again.
    void busyBenchIsAskedAgain()
    {
        QTemporaryDir dir;
        std::vector<std::string> log;
        BenchClient::Options options;
        options.log = [&](const Message &m) { log.push_back(english(m)); };
        auto opened = BenchClient::open(script(dir, "busy",
                                               QStringLiteral(R"(read l; %1
read l; echo '{"id":2,"ok":false,"t":1,"error":{"code":"busy","message":"wait","retry":true}}'
read l; echo '{"id":3,"ok":true,"t":2}'
read l; echo '{"id":4,"ok":true,"t":3}'
read l; echo '{"id":5,"ok":false,"t":3,"error":{"code":"internal","message":"broken","retry":false}}'
cat >/dev/null)")
                                                   .arg(kHello)),
                                        options);
        QVERIFY(opened.ok());
        QVERIFY(opened.value()->resetLut().ok()); // refused, time passes, granted
        QCOMPARE(log.size(), size_t(1));
        QVERIFY(!opened.value()->resetLut().ok()); // not to be tried again
        LAMP_NEAR(opened.value()->now(), 3, 1e-9);
    }

    void pacedBenchTakesItsTime()
    {
        std::atomic<double> speed{100};
        std::stop_source stop;
        PacedBench paced(*m_bench, speed, stop.get_token());
        QElapsedTimer timer;
        timer.start();
        QVERIFY(paced.advance(20).ok());
        QVERIFY(timer.elapsed() >= 190);
        LAMP_NEAR(paced.now(), 20, 1e-9);
        speed = 0;
        timer.restart();
        QVERIFY(paced.advance(3600).ok());
        QVERIFY(timer.elapsed() < 100);
        // A request to stop ends the waiting at once.
        speed = 1;
        stop.request_stop();
        QVERIFY(paced.advance(60).ok());
        QVERIFY(timer.elapsed() < 1000);
        QVERIFY(paced.hello().ok() && paced.describeDisplay().ok() && paced.describeInstrument().ok() && paced.resetLut().ok());
    }

    void pairedBenchJoinsTwo()
    {
        auto other = std::move(sim::makeBench("qd", 2)).value();
        PairedBench pair(*m_bench, *other);
        QCOMPARE(pair.describeDisplay()->technology, std::string("wled"));
        QVERIFY(!pair.hello()->automatic);
        QVERIFY(pair.setControl("brightness", 10).ok());
        QCOMPARE(m_bench->describeDisplay()->control("brightness")->value, 10.0);
        QVERIFY(pair.advance(5).ok());
        LAMP_NEAR(other->now(), 5, 1e-9);
        LAMP_NEAR(m_bench->now(), 1, 1e-9); // turning the control took the display's own second
    }

    // What was hidden meanwhile, by a question or a pause, is shown again and has settled before it is read.
    void hiddenPatchIsShownAgainBeforeItIsRead()
    {
        class Screen : public PairedBench {
        public:
            explicit Screen(Bench &b) : PairedBench(b, b) {}
            Status show(const Patch &patch) override
            {
                ++shows;
                covered = false;
                return PairedBench::show(patch);
            }
            [[nodiscard]] bool hidden() const override { return covered; }
            int shows = 0;
            bool covered = false;
        } screen(*m_bench);
        PairedBench pair(screen, *m_bench);
        QVERIFY(pair.read(ReadMode::Emission, 1).ok()); // nothing was shown yet, so nothing is shown again
        QCOMPARE(screen.shows, 0);
        Patch red;
        red.rgb = {1, 0, 0};
        QVERIFY(pair.show(red).ok() && pair.advance(2).ok());
        const auto before = pair.read(ReadMode::Emission, 1);
        QCOMPARE(screen.shows, 1);
        QVERIFY(m_bench->show({}).ok()); // something else is on the screen
        screen.covered = true;
        const auto again = pair.read(ReadMode::Emission, 1);
        QCOMPARE(screen.shows, 2);
        QVERIFY(before.ok() && again.ok() && !again->unstable);
        LAMP_NEAR(again->xyz.a / before->xyz.a, 1, 0.02);
        screen.covered = true;
        (void)pair.read(ReadMode::Ambient, 1); // does not look at the screen
        QCOMPARE(screen.shows, 2);
    }

    void requestToStopEndsAWait()
    {
        QTemporaryDir dir;
        std::stop_source source;
        BenchClient::Options options;
        options.stop = source.get_token();
        auto opened = BenchClient::open(script(dir, "slow", QStringLiteral("read l; %1; sleep 20").arg(kHello)), options);
        QVERIFY(opened.ok());
        std::jthread later([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(100));
            source.request_stop();
        });
        const auto info = opened.value()->describeDisplay();
        QVERIFY(!info.ok());
        QCOMPARE(info.error().kind, ErrorKind::Cancelled);
    }

    // A 3D LUT goes over the pipe and back into the panel; the protocol's own limits are kept.
    void cubeOverTheProtocol()
    {
        auto bench = std::move(BenchClient::open(QStringLiteral(LAMP_CLI).toStdString() + " serve --display sanderling --warm", {})).value();
        QCOMPARE(bench->describeDisplay()->cubeSize, 33);
        QVERIFY(!bench->describeDisplay()->cubeLoaded);
        QVERIFY(bench->show({{1, 1, 1}, 0.1, {0.5, 0.5}, {}}).ok());
        QVERIFY(bench->advance(2).ok());
        const double before = bench->read(ReadMode::Emission, 1)->xyz.b;
        Cube half;
        half.size = 33;
        for (int i = 0; i < 33 * 33 * 33; ++i) {
            half.values.push_back({0.5 * (i % 33) / 32.0, 0.5 * (i / 33 % 33) / 32.0, 0.5 * (i / 1089) / 32.0});
        }
        QVERIFY(bench->setCube(half).ok());
        QVERIFY(bench->describeDisplay()->cubeLoaded);
        QVERIFY(bench->advance(2).ok());
        LAMP_NEAR(bench->read(ReadMode::Emission, 1)->xyz.b / before, std::pow(0.5, 2.2), 0.02);
        Cube small = half;
        small.size = 2;
        small.values.resize(8);
        QVERIFY(!bench->setCube(small).ok());
        small.values.resize(5);
        QVERIFY(!bench->setCube(small).ok());
        QVERIFY(bench->setCube({}).ok());
        QVERIFY(!bench->describeDisplay()->cubeLoaded);
        QVERIFY(bench->advance(2).ok());
        LAMP_NEAR(bench->read(ReadMode::Emission, 1)->xyz.b / before, 1, 0.01);
        auto plain = std::move(BenchClient::open(QStringLiteral(LAMP_CLI).toStdString() + " serve --display wled", {})).value();
        QCOMPARE(plain->describeDisplay()->cubeSize, 0);
        QCOMPARE(plain->setCube(half).error().code, std::string("unsupported"));
    }
};

LAMP_TEST(device, TestDevice)

} // namespace device_test
#include "test_device.moc"
