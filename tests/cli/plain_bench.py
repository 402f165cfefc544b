#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""A bench for lamp-bench/1 written from docs/protocol.md alone, in another language and with other physics than the
program's own simulations: an additive display with coupled, coarse controls in odd ranges, two instruments of which
the first is unfit, slow pixels, and faults. Tests drive the program against it; at the end it writes into a file how the
display truly stands.

plain_bench.py [--lut BITS|none] [--fault NAME] [--seed N] [--truth FILE] [--hand FILE [--silent]]

With --hand a person turns the menu and lays the instrument: what the menu stands at is read from the file, a line each, "brightness 180";
with --silent the display does not say what its menu has.
"""
import argparse
import json
import math
import os
import random
import sys

parser = argparse.ArgumentParser()
parser.add_argument("--lut", default="10")
parser.add_argument("--fault", default="")
parser.add_argument("--seed", type=int, default=1)
parser.add_argument("--truth", default="")
parser.add_argument("--hand", default="")
parser.add_argument("--silent", action="store_true")
args, _ = parser.parse_known_args()
rng = random.Random(args.seed)

# Primaries of Display P3 (SMPTE EG 432-1) in cd/m2 at full light, scaled to a bluish white.
RED, GREEN, BLUE = [0.4866, 0.2290, 0.0], [0.2657, 0.6917, 0.0451], [0.1982, 0.0793, 1.0439]
FULL = 310.0
BALANCE = [0.93, 1.0, 1.12]
BLACK = [0.00075, 0.00075, 0.0012]
LUT_BITS = None if args.lut == "none" else int(args.lut)

state = {
    "t": 0.0,
    "rgb": [0, 0, 0],
    "old": [0, 0, 0],
    "shown": -100.0,
    "lut": None,
    "place": [0.5, 0.5],
    "correction": None,
    "index": 0,
    "controls": {"brightness": 180.0, "red": 50.0, "green": 50.0, "blue": 50.0, "contrast": 75.0},
    "reads": 0,
    "away_until": -1.0,
}
RANGES = {"brightness": (0, 255, 5), "red": (0, 50, 1), "green": (0, 50, 1), "blue": (0, 50, 1), "contrast": (0, 100, 1)}


class Fault(Exception):
    def __init__(self, code, message, retry=False):
        super().__init__(message)
        self.reply = {"code": code, "message": message, "retry": retry}


def quantised(v, bits):
    top = 2**bits - 1
    return round(min(1.0, max(0.0, v)) * top) / top


def behind_lut(v, channel):
    v = quantised(v, 8)
    if LUT_BITS is None or state["lut"] is None:
        return v
    table = state["lut"][channel]
    at = v * (len(table) - 1)
    i = min(int(at), len(table) - 2)
    return quantised(table[i] + (at - i) * (table[i + 1] - table[i]), LUT_BITS)


def light(rgb):
    """Tristimulus values in cd/m2 of a drive, by the controls as they stand."""
    c = state["controls"]
    level = 0.08 + 0.92 * (c["brightness"] / 255) ** 1.3
    gains = [(0.25 + 0.75 * c[n] / 50) ** 1.2 for n in ("red", "green", "blue")]
    mean = sum(gains) / 3
    xyz = [FULL * level * b for b in BLACK]
    for channel, primary in enumerate((RED, GREEN, BLUE)):
        # The gains are a little coupled: each also moves with the mean of all.
        gain = gains[channel] ** 0.9 * mean**0.1
        v = behind_lut(rgb[channel], channel)
        amount = BALANCE[channel] * gain * level * FULL * (0.6 * v**2.4 + 0.4 * v**1.9)
        for k in range(3):
            xyz[k] += primary[k] * amount
    return xyz


def instrument():
    if state["index"] == 0:
        return {"model": "Old gull", "serial": "1", "kind": "colorimeter", "corrections": ["ccfl"], "repeatability": 0.004, "floor_cd_m2": 0.05}
    return {"model": "New gull", "serial": "2", "kind": "colorimeter", "corrections": ["qd"], "repeatability": 0.001, "floor_cd_m2": 0.01}


def read(request):
    state["reads"] += 1
    if args.fault == "unplug" and state["reads"] == 30:
        state["away_until"] = state["t"] + 4
        state["correction"], state["place"] = None, [0.5, 0.5]
    present()
    if args.fault == "busy" and state["reads"] % 11 == 0:
        raise Fault("busy", "still writing its memory", True)
    if args.fault == "dead" and state["reads"] == 25:
        sys.stderr.write("power lost\n")
        sys.exit(9)
    if args.fault == "garbage" and state["reads"] % 9 == 0:
        print("*** sensor log ***", flush=True)
    integration = min(8.0, max(0.1, request.get("integration_s") or 1.0))
    if request.get("mode", "emission") == "ambient":
        if state["place"] != "desk":
            raise Fault("off-screen", "not facing the room")
        state["t"] += integration
        return {"XYZ": [24.1, 25.0, 21.3], "integration_s": integration, "flags": []}
    if state["place"] == "desk":
        raise Fault("off-screen", "not on the screen")
    unsettled = math.exp(-(state["t"] - state["shown"]) / 0.12)
    now, before = light(state["rgb"]), light(state["old"])
    state["t"] += integration
    spec = instrument()
    # Without its correction the instrument reads red and blue wrong, as filters do.
    skew = [1.0, 1.0, 1.0] if state["correction"] == "qd" else [1.06, 0.99, 0.93]
    xyz = []
    for k in range(3):
        v = (now[k] + unsettled * (before[k] - now[k])) * skew[k]
        sigma = spec["repeatability"] * math.sqrt(100 * v / integration) + 0.1 * spec["floor_cd_m2"]
        xyz.append(max(0.0, rng.gauss(v, sigma)))
    if xyz[1] > 2000:
        raise Fault("saturated", "too bright")
    return {"XYZ": xyz, "integration_s": integration, "flags": ["unstable"] if unsettled > 0.01 else []}


def present():
    if state["t"] < state["away_until"]:
        state["t"] += 0.5
        raise Fault("not-connected", "nobody answers on the cable", True)


def turned_by_hand():
    if args.hand and os.path.exists(args.hand):
        with open(args.hand) as hand:
            for line in hand:
                name, value = line.rsplit(" ", 1)
                lo, hi, step = RANGES[name]
                state["controls"][name] = min(hi, max(lo, lo + round((float(value) - lo) / step) * step))


def perform(request):
    turned_by_hand()
    verb = request.get("do")
    if verb == "hello":
        return {"protocol": "lamp-bench/1", "name": "plain bench", "roles": ["display", "instrument"], "clock": "virtual", "automatic": not args.hand, "instruments": 2}
    if verb == "clock.advance":
        state["t"] += request["seconds"]
        return {}
    if verb == "display.describe":
        controls = [
            {"name": n, "min": lo, "max": hi, "step": step, "value": state["controls"][n], "by": "person" if n == "contrast" or args.hand else "software"}
            for n, (lo, hi, step) in RANGES.items()
        ]
        return {
            "model": "Whimbrel 27", "serial": "W7", "technology": "qd", "bits": 8, "width_mm": 600, "height_mm": 340, "hours": 10,
            "modes": ["user", "show"], "mode": "user", "controls": [] if args.silent else controls,
            "lut": None if LUT_BITS is None else {"entries": 256, "bits": LUT_BITS}, "lut_loaded": state["lut"] is not None, "max_patch_area": None,
        }
    if verb == "display.show":
        state["old"], state["rgb"], state["shown"] = state["rgb"], request["rgb"], state["t"]
        return {}
    if verb == "display.set_mode":
        if request["name"] not in ("user", "show"):
            raise Fault("bad-request", "no such mode")
        return {}
    if verb == "display.set_control":
        if args.hand:
            raise Fault("unsupported", "a hand turns it")
        lo, hi, step = RANGES[request["name"]]
        value = min(hi, max(lo, lo + round((request["value"] - lo) / step) * step))
        state["controls"][request["name"]] = value
        state["t"] += 1
        return {"value": value}
    if verb == "display.set_lut" and LUT_BITS is not None:
        table = []
        for name in "rgb":
            given = request[name]
            line = []
            for i in range(256):
                at = i / 255 * (len(given) - 1)
                k = min(int(at), len(given) - 2)
                line.append(quantised(given[k] + (at - k) * (given[k + 1] - given[k]), LUT_BITS))
            table.append(line)
        state["lut"] = table
        return {"entries": 256, "bits": LUT_BITS}
    if verb == "display.reset_lut" and LUT_BITS is not None:
        state["lut"] = None
        return {}
    if verb == "instrument.describe":
        return dict(instrument(), observer="CIE 1931 2deg", modes=["emission", "ambient"], spectral=None, last_certified=None)
    if verb == "instrument.select":
        if request["index"] not in (0, 1):
            raise Fault("bad-request", "there are two instruments")
        state["index"] = request["index"]
        return {}
    if verb == "instrument.place":
        present()
        state["place"] = request["at"]
        return {}
    if verb == "instrument.set_correction":
        present()
        technology = request.get("technology")
        if technology is not None and technology not in instrument()["corrections"]:
            raise Fault("bad-request", "no such correction")
        state["correction"] = technology
        return {}
    if verb == "instrument.read":
        return read(request)
    raise Fault("unsupported", "unknown")


def answer(request):
    """The reply to a request, as an object."""
    try:
        reply = dict(perform(request), ok=True)
    except Fault as fault:
        reply = {"ok": False, "error": fault.reply}
    return dict(reply, id=request["id"], t=round(state["t"], 6))


def truth():
    """How the display truly stands."""
    return {
        "white": light([1, 1, 1]),
        "black": light([0, 0, 0]),
        "grays": [[v / 255, light([v / 255] * 3)] for v in range(20, 250, 15)],
        "controls": state["controls"],
        "lut_loaded": state["lut"] is not None,
    }


if __name__ == "__main__":
    for line in sys.stdin:
        print(json.dumps(answer(json.loads(line))), flush=True)
    if args.truth:
        with open(args.truth, "w") as out:
            json.dump(truth(), out)
