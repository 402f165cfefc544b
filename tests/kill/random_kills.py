#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Kills visits of the command line at random moments and looks whether anything is lost.

random_kills.py CLI [--times N] [--seed N]

A visit on tests/cli/plain_bench.py is ended by SIGKILL, SIGTERM or SIGINT after a random time. The bench writes down how many
readings it has answered. Then:
  - the journal, or after an orderly stop readings.txt, can be brought in by the program itself,
  - it holds all that was answered; after SIGKILL at most the one that was on its way is missing, and no half line is there,
  - a second visit into the same folder keeps the first one's readings under a name of their own,
  - no process of the bench is left.
"""
import argparse
import json
import os
import random
import signal
import subprocess
import sys
import tempfile
import time

parser = argparse.ArgumentParser()
parser.add_argument("cli")
parser.add_argument("--times", type=int, default=300)
parser.add_argument("--seed", type=int, default=1)
args = parser.parse_args()
rng = random.Random(args.seed)
here = os.path.dirname(os.path.abspath(__file__))
# The rogue bench, misbehaving in a way that does nothing, counts its good readings.
bench = os.path.join(here, "..", "cli", "rogue_bench.py")


def visit(folder, truth):
    command = f"exec python3 '{bench}' --as 'unknown flags' --truth '{truth}'"
    return subprocess.Popen([args.cli, "visit", "--bench", command, "--target", "Photo", "--effort", "quick", "--out", folder, "--report", "none"],
                            stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def answered(truth):
    try:
        with open(truth) as file:
            return json.load(file)
    except FileNotFoundError:
        return {"good": 0, "pid": 0}


def readings_in(file, folder):
    """How many readings the program itself finds in a file."""
    out = os.path.join(folder, "converted.json")
    done = subprocess.run([args.cli, "convert", file, out, "--accept-guess"], capture_output=True, text=True)
    assert done.returncode == 0, f"{file} cannot be brought in: {done.stderr}"
    with open(out) as converted:
        return len(json.load(converted)["readings"])


def check(number, how, folder, truth, status):
    told = answered(truth)
    partial, kept = os.path.join(folder, "readings.partial.csv"), os.path.join(folder, "readings.txt")
    file = kept if os.path.exists(kept) else partial
    found = readings_in(file, folder) if os.path.exists(file) else 0
    missing = told["good"] - found
    # A kill may fall between the bench's answer and the journal's line; an orderly stop takes in what was answered.
    allowed = 1 if how == signal.SIGKILL else 0
    assert 0 <= missing <= allowed, f"kill {number} ({how.name}): {told['good']} answered, {found} found in {file}"
    if how != signal.SIGKILL:
        assert status in (0, 1, 130), f"kill {number} ({how.name}): status {status}"
    for _ in range(40):
        if not told["pid"] or not os.path.exists(f"/proc/{told['pid']}") or open(f"/proc/{told['pid']}/stat").read().split(") ")[1][0] == "Z":
            break
        time.sleep(0.1)
    else:
        raise AssertionError(f"kill {number}: the bench still runs")
    return found


def main():
    began, total = time.time(), 0
    with tempfile.TemporaryDirectory() as work:
        # How long an undisturbed visit takes on this machine.
        start = time.time()
        visit(os.path.join(work, "whole"), os.path.join(work, "whole.truth")).wait()
        whole = time.time() - start
        for number in range(args.times):
            folder, truth = os.path.join(work, str(number)), os.path.join(work, f"{number}.truth")
            how = rng.choice([signal.SIGKILL, signal.SIGKILL, signal.SIGTERM, signal.SIGINT])
            process = visit(folder, truth)
            time.sleep(rng.uniform(0.05, 1.05 * whole))
            process.send_signal(how)
            status = process.wait(timeout=60)
            if how == signal.SIGKILL:
                time.sleep(0.05)  # the bench hears the end of its input
            found = check(number, how, folder, truth, status)
            total += found
            if number % 10 == 0 and os.path.exists(os.path.join(folder, "readings.partial.csv")):
                # Once more into the same folder: what the first had read is still there.
                visit(folder, truth + "2").wait()
                earlier = [f for f in os.listdir(folder) if f.startswith("readings.interrupted-")]
                assert len(earlier) == 1, f"kill {number}: {os.listdir(folder)}"
                assert readings_in(os.path.join(folder, earlier[0]), folder) == found
                assert os.path.exists(os.path.join(folder, "visit.json"))
    print(f"{args.times} kills, {total} readings found again, {time.time() - began:.0f} s: nothing lost, nothing doubled.")


try:
    main()
except AssertionError as fault:
    print(fault)
    sys.exit(1)
