// SPDX-License-Identifier: GPL-3.0-or-later
#include "device/both_roles.h"

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

} // namespace lamp
