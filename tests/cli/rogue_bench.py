#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""A bench that misbehaves in one way at a time: plain_bench.py with a fault in what it declares, reads, tells of its clock,
or does as a process. Each behaviour names the outcome that a visit must have:

  right      it ends with a pass, and by the bench's own truth the display is as it was aimed at
  warned     the same, and a warning or note holds the words given
  stopped    exit status 3, with the words given in what is said
  judged     it ends without a pass
  honest     whatever it says, a pass is one by the bench's own truth

Whatever the outcome: it ends, no reading that was answered is lost, and nothing of the bench is left running.

rogue_bench.py --list                 all behaviours as JSON: name, outcome, words
rogue_bench.py --as NAME --truth FILE misbehaves so; FILE holds truth and the number of good readings at any time
"""
import json
import os
import signal
import sys
import time

import plain_bench as plain

BEHAVIOURS = {}


def behaviour(name, outcome, words="", options="", **hooks):
    BEHAVIOURS[name] = {"outcome": outcome, "words": words, "options": options, "hooks": hooks}


class Say:
    """What a hook wants to be written instead of a reply: raw lines, whether the reading in them counts."""

    def __init__(self, *lines, counts=False):
        self.lines, self.counts = lines, counts


def reads():
    return plain.state["reads"]


def fault(code, message="so it is", retry=False):
    raise plain.Fault(code, message, retry)


# ---- readings that fail for a while, and for ever -------------------------------------------------------------------
RETRY = {"timeout": True, "busy": True, "not-connected": True, "cover-closed": True, "off-screen": True, "internal": True,
         "saturated": False, "too-dark": False}
for code, retry in RETRY.items():
    for place, first in (("warming up", 2), ("calibrating", 22), ("verifying", 36)):
        def late(verb, request, first=first, code=code, retry=retry):
            if verb == "instrument.read" and first <= reads() < first + 2:
                plain.state["reads"] += 1
                fault(code, retry=retry)
        behaviour(f"{code} twice while {place}", "right", before=late)

    def ever(verb, request, code=code, retry=retry):
        if verb == "instrument.read" and reads() >= 20:
            fault(code, retry=retry)
    behaviour(f"{code} for ever", "stopped", before=ever)


def hopeless(verb, request):
    if verb == "instrument.read" and reads() >= 20:
        fault("internal")


behaviour("inner fault without hope", "stopped", "New gull", before=hopeless)
behaviour("an error of its own making", "stopped", "moon",
          before=lambda verb, request: fault("moon-phase", "moon") if verb == "instrument.read" and reads() == 20 else None)

# ---- other requests that fail ----------------------------------------------------------------------------------------
for verb_name in ("display.show", "display.set_lut", "display.reset_lut", "display.set_control", "display.describe", "instrument.describe",
                  "instrument.select", "instrument.place", "instrument.set_correction"):
    seen = {"n": 0}

    def twice(verb, request, verb_name=verb_name, seen=seen):
        if verb == verb_name:
            seen["n"] += 1
            if seen["n"] in (1, 2):
                fault("busy", retry=True)

    def always(verb, request, verb_name=verb_name):
        if verb == verb_name:
            fault("internal")
    behaviour(f"{verb_name} busy twice", "right", before=twice)
    behaviour(f"{verb_name} never works", "stopped", before=always)


# ---- values ----------------------------------------------------------------------------------------------------------
def reading(change, at=None, since=None, counts=True):
    """Changes the XYZ of one reading, or of all since one."""
    def hook(verb, request, reply):
        if verb == "instrument.read" and reply.get("ok") and request.get("mode") != "ambient":
            if (at is not None and reads() == at) or (since is not None and reads() >= since):
                reply["XYZ"] = change(reply["XYZ"])
                reply["_counts"] = counts
    return hook


for place, at in (("warming up", 3), ("trimming", 8), ("reading red", 6), ("calibrating", 24), ("verifying", 38)):
    behaviour(f"ten times too much once while {place}", "right", after=reading(lambda v: [10 * x for x in v], at=at))
    behaviour(f"a tenth once while {place}", "right", after=reading(lambda v: [x / 10 for x in v], at=at))
    behaviour(f"nothing once while {place}", "right", after=reading(lambda v: [0, 0, 0], at=at))
behaviour("nothing from the start", "stopped", "New gull", after=reading(lambda v: [0, 0, 0], since=0))
behaviour("nothing since calibrating", "stopped", "New gull", after=reading(lambda v: [0, 0, 0], since=20))
behaviour("nothing since verifying", "stopped", "New gull", after=reading(lambda v: [0, 0, 0], since=34))
behaviour("a thousand times too much", "stopped", "more than any display", after=reading(lambda v: [1000 * x for x in v], since=0))
behaviour("a million times too much since calibrating", "stopped", "more than any display", after=reading(lambda v: [1e6 * x for x in v], since=20))
behaviour("1e300", "stopped", "XYZ", after=reading(lambda v: [1e300, 1e300, 1e300], since=10, counts=False))
behaviour("negative", "stopped", "XYZ", after=reading(lambda v: [-x for x in v], since=10, counts=False))
behaviour("two numbers", "stopped", "XYZ", after=reading(lambda v: v[:2], since=10, counts=False))
behaviour("words", "stopped", "XYZ", after=reading(lambda v: ["bright", "very", "blue"], since=10, counts=False))
behaviour("nulls", "stopped", "XYZ", after=reading(lambda v: [None, None, None], since=10, counts=False))
behaviour("no XYZ", "stopped", "XYZ", after=reading(lambda v: None, since=10, counts=False))
behaviour("X and Z exchanged", "stopped", "", after=reading(lambda v: v[::-1], since=0))
behaviour("a colour no light has", "stopped", "colour that no light has", after=reading(lambda v: [0.001 * v[1], v[1], 9 * v[1]], since=4))
behaviour("always the same", "stopped", "", after=reading(lambda v: [110.0, 120.0, 130.0], since=0))
behaviour("stuck since calibrating", "honest", after=reading(lambda v: [40.0, 42.0, 45.0], since=20))
behaviour("stuck since verifying", "judged", after=reading(lambda v: [40.0, 42.0, 45.0], since=33))
behaviour("noise of three percent", "honest", after=reading(lambda v: [max(0, x * plain.rng.gauss(1, 0.03)) for x in v], since=0))
behaviour("noise of a third", "honest", after=reading(lambda v: [max(0, x * plain.rng.gauss(1, 0.33)) for x in v], since=0))
behaviour("half the light since calibrating", "honest", after=reading(lambda v: [x / 2 for x in v], since=24))
behaviour("an offset of one candela", "honest", after=reading(lambda v: [x + 1 for x in v], since=0))

held = {"last": None}


def lag(since):
    def hook(verb, request, reply):
        if verb == "instrument.read" and reply.get("ok") and reads() >= since:
            reply["XYZ"], held["last"] = held["last"] or reply["XYZ"], reply["XYZ"]
    return hook


behaviour("answers with the patch before", "stopped", "patch before", after=lag(0))
behaviour("answers with the patch before, since calibrating", "honest", after=lag(20))


def flags(names, since=0):
    def hook(verb, request, reply):
        if verb == "instrument.read" and reply.get("ok") and reads() >= since:
            reply["flags"] = reply["flags"] + names
    return hook


behaviour("all flagged low-light", "warned", "low light", after=flags(["low-light"]))
behaviour("all flagged unstable", "honest", after=flags(["unstable"]))
behaviour("unknown flags", "right", after=flags(["purple", "tired"]))
behaviour("flags that are no list", "stopped", "flags", after=lambda verb, request, reply: reply.update(flags=7) if "XYZ" in reply and reads() > 9 else None,
          uncounted=True)
behaviour("integration of a century", "right", after=lambda verb, request, reply: reply.update(integration_s=3e9) if "XYZ" in reply else None)
behaviour("integration below nothing", "honest", after=lambda verb, request, reply: reply.update(integration_s=-4) if "XYZ" in reply else None)
behaviour("a spectrum of a million bands", "stopped", "spectrum", uncounted=True,
          after=lambda verb, request, reply: reply.update(spectrum={"start_nm": 380, "step_nm": 1, "values": [0.1] * 200000}) if "XYZ" in reply else None)
behaviour("a spectrum of nothing", "right", after=lambda verb, request, reply: reply.update(spectrum={"start_nm": 380}) if "XYZ" in reply else None)


# ---- the display does not do what it says -----------------------------------------------------------------------------
def deaf(*verbs):
    def hook(verb, request):
        if verb in verbs:
            return dict(ok=True, entries=256, bits=10, value=request.get("value"))
    return hook


behaviour("takes no ramps", "warned", "shows the same without them", instead=deaf("display.set_lut"))
behaviour("takes no settings", "honest", instead=deaf("display.set_control"))
behaviour("shows nothing new", "stopped", "", instead=deaf("display.show"))


def forgets_lut(verb, request):
    if verb == "instrument.read" and reads() == 34:
        plain.state["lut"] = None


behaviour("ramps taken off while verifying", "warned", "loaded again", before=forgets_lut)


def swaps(verb, request):
    if verb == "display.show":
        r = request["rgb"]
        request["rgb"] = [r[2], r[1], r[0]]


behaviour("red and blue exchanged", "stopped", "swapped", before=swaps)


def inverts(verb, request):
    if verb == "display.show":
        request["rgb"] = [1 - x for x in request["rgb"]]


behaviour("shows the negative", "stopped", "", before=inverts)


def dims(verb, request):
    if verb == "instrument.read":
        plain.FULL *= 0.999


behaviour("fades all the time", "honest", before=dims)


def halves(verb, request):
    if verb == "instrument.read" and reads() == 26:
        plain.FULL *= 0.5


behaviour("halves its light while calibrating", "honest", before=halves)


def blinds(limit):
    def hook(verb, request, reply):
        if verb == "instrument.read" and reply.get("ok") and request.get("mode") != "ambient" and reply["XYZ"][1] > limit:
            reply.clear()
            reply.update(ok=False, error={"code": "saturated", "message": "too bright", "retry": False})
    return hook


behaviour("blinded above 150 cd/m2", "right", after=blinds(150))
behaviour("blinded above 1 cd/m2", "stopped", "", after=blinds(1))
behaviour("settings told as words", "right", after=lambda verb, request, reply: reply.update(value="much") if verb == "display.set_control" else None)
behaviour("settings not told", "right", after=lambda verb, request, reply: reply.pop("value", None) if verb == "display.set_control" else None)
behaviour("needs hands and has none", "honest", after=lambda verb, request, reply: reply.update(automatic=False) if verb == "hello" else None)


# ---- its clock ---------------------------------------------------------------------------------------------------------
def clock(change):
    return lambda verb, request, reply: change(reply)


began = {"t": 0.0}


def backwards(reply):
    began["t"] += 1
    reply["t"] = 50000 - 40 * began["t"]


behaviour("tells no time", "right", after=clock(lambda reply: reply.pop("t", None)))
behaviour("time is null", "right", after=clock(lambda reply: reply.update(t=None)))
behaviour("time in words", "right", after=clock(lambda reply: reply.update(t="noon")))
behaviour("time stands still", "stopped", "stands still", after=clock(lambda reply: reply.update(t=5.0)))
behaviour("time runs backwards", "stopped", "backwards", after=clock(backwards))
behaviour("time leaps a million years", "stopped", "impossible time", after=clock(lambda reply: reply.update(t=3e13)))
behaviour("time below nothing", "stopped", "time", after=clock(lambda reply: reply.update(t=-5)))
behaviour("time runs a thousand times too fast", "stopped", "time have passed", after=clock(lambda reply: reply.update(t=1000 * reply["t"])))
behaviour("clock.advance is unknown", "stopped", "", before=lambda verb, request: fault("unsupported") if verb == "clock.advance" else None)
behaviour("a warm-up without end", "honest", before=lambda verb, request: plain.__dict__.update(FULL=plain.FULL * 1.02) if verb == "instrument.read" and plain.FULL < 1500 else None)


# ---- what it declares ---------------------------------------------------------------------------------------------------
def declares(where, outcome, words, label, **fields):
    behaviour(label, outcome, words, after=lambda verb, request, reply: reply.update(fields) if verb == where else None)


declares("hello", "stopped", "instruments", "two thousand million instruments", instruments=2000000000)
declares("hello", "stopped", "instruments", "minus three instruments", instruments=-3)
declares("hello", "stopped", "instruments", "instruments in words", instruments="two")
declares("hello", "stopped", "lamp-bench/9", "another protocol", protocol="lamp-bench/9")
declares("hello", "stopped", "instrument", "no instrument", roles=["display"])
declares("hello", "stopped", "display", "no display", roles=["instrument"])
declares("hello", "stopped", "roles", "roles that are no list", roles="all")
for label, change, outcome in (("a step of 1e-307", {"step": 1e-307}, "stopped"), ("a step of nothing", {"step": 0}, "stopped"),
                               ("a step below nothing", {"step": -1}, "stopped"), ("least above most", {"min": 9, "max": 3}, "stopped"),
                               ("a value in words", {"value": "high"}, "stopped"), ("a value beyond its range", {"value": 1e9}, "honest"),
                               ("no name", {"name": ""}, "stopped"), ("a range of 1e300", {"min": -1e300, "max": 1e300}, "stopped")):
    def bad_control(verb, request, reply, change=change):
        if verb == "display.describe":
            reply["controls"][0].update(change)
    behaviour("control with " + label, outcome, after=bad_control)
declares("display.describe", "stopped", "controls", "ten thousand controls", controls=[{"name": f"c{i}", "min": 0, "max": 9, "step": 1, "value": 1} for i in range(10000)])
declares("display.describe", "stopped", "controls", "controls that are no list", controls={"brightness": 3})
declares("display.describe", "stopped", "modes", "ten thousand modes", modes=[f"m{i}" for i in range(10000)])
declares("display.describe", "stopped", "lut", "a LUT of one entry", lut={"entries": 1, "bits": 10})
declares("display.describe", "stopped", "lut", "a LUT of a thousand million entries", lut={"entries": 1000000000, "bits": 10})
declares("display.describe", "stopped", "lut", "a LUT of 64 bits", lut={"entries": 256, "bits": 64})
declares("display.describe", "right", "", "a LUT of 65536 entries", lut={"entries": 65536, "bits": 10})
declares("display.describe", "right", "", "a LUT of 65531 entries", lut={"entries": 65531, "bits": 10})
declares("display.describe", "stopped", "still loaded", "ramps that never go", lut_loaded=True)
declares("display.describe", "honest", "", "a frame buffer of no bits", bits=0)
declares("display.describe", "stopped", "bits", "bits in words", bits="eight")
declares("display.describe", "honest", "", "patches of no area", max_patch_area=0)
declares("display.describe", "right", "", "patches of seven screens", max_patch_area=7)
declares("display.describe", "stopped", "model", "a name of a megabyte", model="x" * 1000000)
declares("display.describe", "right", "", "a name with controls", model="Whimbrel\x1b[2J\u202e 27")
declares("display.describe", "honest", "", "a technology nobody knows", technology="candle")
declares("display.describe", "right", "", "hours beyond counting", hours=1e300)
declares("instrument.describe", "stopped", "floor", "a floor of 1e9", floor_cd_m2=1e9)
declares("instrument.describe", "stopped", "floor", "a floor below nothing", floor_cd_m2=-1)
declares("instrument.describe", "stopped", "repeatability", "repeatability of 500 %", repeatability=5)
declares("instrument.describe", "honest", "", "repeatability of nothing", repeatability=0)
declares("instrument.describe", "honest", "", "a kind nobody knows", kind="eye")
declares("instrument.describe", "honest", "", "no corrections at all", corrections=None)
declares("instrument.describe", "stopped", "corrections", "corrections that are no list", corrections=3)
declares("instrument.describe", "right", "", "a certificate in words", last_certified="long ago")


# ---- what it says and how ------------------------------------------------------------------------------------------------
def speaks(change, since=0, counts=True):
    def hook(line, verb, request, reply):
        return Say(*change(line), counts=counts) if reads() >= since else None
    return hook


behaviour("fifty lines of chatter", "right", line=lambda line, verb, request, reply: Say(*["*** log ***"] * 2, line, counts=True) if reads() % 2 == 0 and reads() < 40 and verb == "instrument.read" else None)
behaviour("chatter without end", "stopped", "no answers", line=speaks(lambda line: ["*** log ***"] * 3 + [line]))
# Its patience may end between an answer and what came before it: that one was never read.
behaviour("every answer twice", "stopped", "", line=speaks(lambda line: [line, line]), uncounted=True)
behaviour("answers with another id", "stopped", "", line=lambda line, verb, request, reply: Say(*[json.dumps(dict(reply, id=request["id"] + 100))] * 101) if reads() > 9 else None)
behaviour("ids in words", "stopped", "", line=lambda line, verb, request, reply: Say(*[json.dumps(dict(reply, id=str(request["id"])))] * 101) if reads() > 9 else None)
behaviour("answers that are lists", "stopped", "", line=lambda line, verb, request, reply: Say(*["[" + line + "]"] * 101) if reads() > 9 else None)
behaviour("nested a hundred thousand deep", "stopped", "", line=lambda line, verb, request, reply: Say(*["[" * 100000] * 101) if reads() > 9 else None)
behaviour("a line of five megabytes", "stopped", "without end", line=lambda line, verb, request, reply: Say("x" * 5000000) if reads() > 9 else None)
behaviour("no word of ok", "stopped", "", uncounted=True, after=lambda verb, request, reply: reply.pop("ok", None) if reads() > 9 else None)
behaviour("ok in words", "stopped", "", uncounted=True, after=lambda verb, request, reply: reply.update(ok="true") if reads() > 9 else None)
behaviour("an error that is no object", "stopped", "", after=lambda verb, request, reply: (reply.clear(), reply.update(ok=False, error="no")) if reads() > 9 else None)
behaviour("an error without a code", "stopped", "", after=lambda verb, request, reply: (reply.clear(), reply.update(ok=False, error={})) if reads() > 9 else None)
behaviour("line ends of other systems", "right", line=speaks(lambda line: [line + "\r"]))
behaviour("empty lines between", "right", line=lambda line, verb, request, reply: Say("", line, counts=True) if reads() == 12 and verb == "instrument.read" else None)
behaviour("bytes that are no UTF-8", "right", bytes=True, after=lambda verb, request, reply: reply.update(note="\udcff") if "XYZ" in reply else None)
behaviour("ten megabytes of complaints", "right", before=lambda verb, request: sys.stderr.write("complaint " * 100000 + "\n") if reads() in range(5, 15) else None)


# ---- as a process -----------------------------------------------------------------------------------------------------------
def dies(how, when):
    def hook(verb, request):
        if when(verb):
            how()
    return hook


behaviour("ends at once", "stopped", "", before=dies(lambda: sys.exit(4), lambda verb: True))
behaviour("ends in the middle", "stopped", "status 9", before=dies(lambda: sys.exit(9), lambda verb: verb == "instrument.read" and reads() == 22))
behaviour("is killed in the middle", "stopped", "", before=dies(lambda: os.kill(os.getpid(), signal.SIGKILL), lambda verb: verb == "instrument.read" and reads() == 22))
behaviour("ends when the ramps are loaded", "stopped", "", before=dies(lambda: sys.exit(1), lambda verb: verb == "display.set_lut"))
behaviour("closes its output and stays", "stopped", "", before=dies(lambda: (os.close(1), time.sleep(1)), lambda verb: verb == "instrument.read" and reads() == 22))
behaviour("will not end", "right", stubborn=True)
behaviour("leaves a child behind", "right", child=True)
behaviour("says nothing any more", "stopped", "30 s", before=dies(lambda: time.sleep(600), lambda verb: verb == "instrument.read" and reads() == 22))


def main():
    if "--list" in sys.argv:
        print(json.dumps([{"name": n, "outcome": b["outcome"], "words": b["words"]} for n, b in BEHAVIOURS.items()]))
        return
    name = sys.argv[sys.argv.index("--as") + 1]
    hooks = BEHAVIOURS[name]["hooks"]
    good = 0

    def note():
        # Whole or not at all: the program may look at any time.
        with open(plain.args.truth + ".part", "w") as out:
            json.dump(dict(plain.truth(), good=good, pid=os.getpid()), out)
        os.replace(plain.args.truth + ".part", plain.args.truth)

    if hooks.get("stubborn"):
        signal.signal(signal.SIGTERM, signal.SIG_IGN)
    if hooks.get("child"):
        if os.fork() == 0:
            signal.signal(signal.SIGTERM, signal.SIG_IGN)
            with open(plain.args.truth + ".child", "w") as out:
                out.write(str(os.getpid()))
            time.sleep(600)
            os._exit(0)
    note()
    for line in sys.stdin:
        request = json.loads(line)
        verb = request.get("do")
        reply = None
        try:
            if "before" in hooks:
                hooks["before"](verb, request)
            if "instead" in hooks:
                reply = hooks["instead"](verb, request)
                if reply is not None:
                    reply = dict(reply, id=request["id"], t=round(plain.state["t"], 6))
        except plain.Fault as bad:
            reply = {"ok": False, "error": bad.reply, "id": request["id"], "t": round(plain.state["t"], 6)}
        if reply is None:
            reply = plain.answer(request)
        ident = reply["id"]
        if "after" in hooks:
            hooks["after"](verb, request, reply)
            reply["id"] = ident
        counts = reply.pop("_counts", True)
        out = Say(json.dumps(reply), counts=True)
        if "line" in hooks:
            out = hooks["line"](out.lines[0], verb, request, reply) or out
        for text in out.lines:
            if hooks.get("bytes"):
                sys.stdout.buffer.write(text.replace("\\udcff", "\xff").encode("latin-1", "replace") + b"\n")
                sys.stdout.buffer.flush()
            else:
                sys.stdout.write(text + "\n")
                sys.stdout.flush()
        if verb == "instrument.read" and reply.get("ok") is True and out.counts and counts is True and not hooks.get("uncounted"):
            good += 1
        note()
    note()
    if hooks.get("stubborn"):
        time.sleep(600)


main()
