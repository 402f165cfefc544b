// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/both_roles.h"

#include <algorithm>

namespace lamp {

Result<BenchInfo> greetBoth(Bench &bench, int instrument)
{
    auto hello = bench.hello();
    if (!hello) {
        return hello.error();
    }
    const auto refused = [](ErrorKind kind, Message what, Message advice, const char *code) {
        return Error{kind, std::move(what), say("nothing-changed-display"), std::move(advice), code, false};
    };
    if (!hello->hasDisplay || !hello->hasInstrument) {
        return refused(ErrorKind::Bench, say(hello->hasDisplay ? "bench-offers-no-instrument" : "bench-offers-no-display"), say("use-bench-both-or"),
                       "bench");
    }
    if (instrument >= hello->instruments) {
        return refused(ErrorKind::Input, say("no-such-instrument", instrument),
                       say("bench-counted-from-0", say("count-instruments", hello->instruments)), "instrument");
    }
    if (instrument >= 0) {
        // A bench of one instrument need not know how to select it.
        if (const Status s = bench.selectInstrument(instrument); !s && !(instrument == 0 && s.error().code == "unsupported")) {
            return s.error();
        }
    }
    return hello;
}

Result<InSignal> describeIn(Bench &bench, Signal wanted)
{
    auto display = bench.describeDisplay();
    if (!display) {
        return display.error();
    }
    const Signal found = display->signal;
    if (found == wanted) {
        return InSignal{std::move(display).value(), found};
    }
    const auto refused = [&](Message advice) {
        return Error{
            ErrorKind::Input, say("display-takes-no-signal", signalName(wanted)), say("nothing-changed-display"), std::move(advice), "signal", false};
    };
    const auto &takes = display->signals;
    if (!takes.empty() && std::find(takes.begin(), takes.end(), wanted) == takes.end()) {
        std::string names;
        for (const Signal s : takes) {
            names += (names.empty() ? "" : ", ") + signalName(s);
        }
        return refused(say("display-takes-signals", names));
    }
    if (const Status s = bench.setSignal(wanted); !s) {
        return s.error().code == "unsupported" ? refused(say("signal-needs-bench")) : s.error();
    }
    auto now = bench.describeDisplay();
    if (!now) {
        (void)bench.setSignal(found);
        return now.error();
    }
    // Who says what it takes also says what it is set to.
    if (!now->signals.empty() && now->signal != wanted) {
        (void)bench.setSignal(found);
        return refused(say("display-stays-in-signal", signalName(now->signal)));
    }
    InSignal in{std::move(now).value(), found};
    in.display.signal = wanted;
    return in;
}

} // namespace lamp
