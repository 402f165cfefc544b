#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Kills backups, moves, offline copies and merges of a studio at random moments and looks whether they left the whole or nothing.

store_kills.py CLI [--times N] [--seed N]

The studio is a file with 200 displays and 6,000 rows of history, so that each of the four takes long enough to be hit. After each kill:
  - backup, move, take: where the new file should be there is none, or one that `store check` calls sound and that holds every row;
    the studio itself holds what it held, row by row,
  - merge: the studio holds all that the copy brings, or nothing of it; the copy holds what it held; merging again brings all of it, once,
  - the next attempt at the same place takes away what a killed one left beside it,
  - move to a server: the database holds no table of ours, or the whole studio, which the program calls sound.
Rows are read with Python's own SQLite, not with the program.
"""
import argparse
import glob
import hashlib
import os
import random
import shutil
import signal
import sqlite3
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
# Of nobody's work: who has it open, and which transactions ended.
PASSING = {"at_work", "done_work", "along"}


def run(*words, check=True):
    done = subprocess.run([args.cli, *words], capture_output=True, text=True)
    assert not check or done.returncode == 0, f"{words}: {done.returncode}, {done.stderr}"
    return done


def rows(path):
    """Every row of every table, in any order."""
    with tempfile.TemporaryDirectory() as folder:
        copy = os.path.join(folder, "copy.sqlite")
        for end in ("", "-wal"):
            if os.path.exists(path + end):
                shutil.copy(path + end, copy + end)
        db = sqlite3.connect(copy)
        tables = [t for (t,) in db.execute("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'") if t not in PASSING]
        all_rows = {}
        for table in sorted(tables):
            columns = sorted(c[1] for c in db.execute(f'PRAGMA table_info("{table}")'))
            names = ", ".join(f'"{c}"' for c in columns)
            all_rows[table] = sorted(repr(row) for row in db.execute(f'SELECT {names} FROM "{table}"'))
        db.close()
        return all_rows


def history(displays, days, tag):
    lines = ["display,date,luminance_cd_m2,white_x,white_y,mean,note"]
    for d in range(displays):
        for day in range(days):
            lines.append(f"K-{d},2031-{1 + day // 28:02}-{1 + day % 28:02},{100 + day % 7},0.3127,0.3290,0.{3 + day % 5},{tag} {d} {day}")
    return "\n".join(lines) + "\n"


def killed(words, longest):
    """Runs a command and kills it within a time, or lets it end. Returns whether it was killed."""
    process = subprocess.Popen([args.cli, *words], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    time.sleep(rng.uniform(0, longest))
    ended = process.poll() is not None
    process.send_signal(signal.SIGKILL)
    process.wait()
    return not ended


class Server:
    """A PostgreSQL server in a temporary folder, reached by its socket there."""

    def __init__(self, folder):
        self.home = os.path.join(folder, "server")
        os.mkdir(self.home)
        os.chmod(folder, 0o755)
        programs = sorted(glob.glob("/usr/lib/postgresql/*/bin"))
        self.programs = programs[-1] if programs else ""
        self.user = ["runuser", "-u", "postgres", "--"] if os.geteuid() == 0 else []
        if self.user:
            shutil.chown(self.home, "postgres")
        self("initdb", "-D", self.home + "/data", "-A", "trust", "-U", "lamp", "--no-sync")
        self("pg_ctl", "-D", self.home + "/data", "-w", "-o", f"-k {self.home} -h '' -c fsync=off", "-l", self.home + "/log", "start")

    def __call__(self, program, *words):
        # The server that pg_ctl starts keeps what it writes to open: to nothing, so that nobody waits for it.
        asks = program == "psql"
        done = subprocess.run([*self.user, os.path.join(self.programs, program), *words], cwd="/", text=True, check=True,
                              stdout=subprocess.PIPE if asks else subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        return done.stdout

    def sql(self, statement, database):
        return self("psql", "-q", "-At", "-h", self.home, "-U", "lamp", "-c", statement, database)

    def place(self, database):
        return f"postgresql://lamp@/{database}?host={self.home}"

    def __enter__(self):
        return self

    def __exit__(self, *_):
        self("pg_ctl", "-D", self.home + "/data", "-m", "immediate", "stop")


def check_moved(server, number, held):
    """After a kill: nothing of a studio in the database, or all of it."""
    # The server may still be ending what the killed program began.
    for _ in range(300):
        if server.sql("SELECT count(*) FROM pg_stat_activity WHERE datname = 'target'", "postgres").strip() == "0":
            break
        time.sleep(0.1)
    tables = server.sql("SELECT table_name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1", "target").split()
    if not tables:
        return 0
    found = {t: int(server.sql(f'SELECT count(*) FROM "{t}"', "target")) for t in tables if t not in PASSING and t not in ("sealed", "studio_version")}
    if found != {t: len(r) for t, r in held.items()}:
        fault(number, f"a move to a server left a part: {found}")
    if run("store", "check", "--store", server.place("target"), check=False).returncode != 0:
        fault(number, "a move to a server left a studio that is not sound")
    return 1


def fault(number, what):
    print(f"kill {number}, seed {args.seed}: {what}")
    sys.exit(1)


with tempfile.TemporaryDirectory() as folder, Server(folder) as server:
    def at(name):
        return os.path.join(folder, name)

    studio, copy = at("studio.sqlite"), at("copy.sqlite")
    with open(at("history.csv"), "w") as file:
        file.write(history(200, 30, "home"))
    run("fleet", "import", at("history.csv"), "--yes", "--store", studio)
    run("store", "take", copy, "--store", studio)
    with open(at("more.csv"), "w") as file:
        file.write(history(200, 15, "copy"))
    run("fleet", "import", at("more.csv"), "--yes", "--store", copy)
    held, copy_held = rows(studio), rows(copy)
    assert len(held["history_entry"]) == 6000 and len(copy_held["history_entry"]) == 9000
    spans = {}
    for what in ("backup", "move", "take", "bring"):
        target = at(f"timing-{what}.sqlite")
        if what == "bring":
            shutil.copy(studio, target)
        began = time.monotonic()
        run(*(["store", "bring", copy, "--yes", "--store", target] if what == "bring" else ["store", what, target, "--store", studio]))
        spans[what] = time.monotonic() - began
        os.remove(target)

    server.sql("CREATE DATABASE target", "postgres")
    began = time.monotonic()
    run("store", "move", server.place("target"), "--store", studio)
    spans["server"] = time.monotonic() - began
    kills = whole = 0
    for number in range(args.times):
        what = ("backup", "move", "take", "bring", "server")[number % 5]
        if what == "server":
            server.sql("DROP DATABASE target WITH (FORCE)", "postgres")
            server.sql("CREATE DATABASE target", "postgres")
            kills += killed(["store", "move", server.place("target"), "--store", studio], 1.1 * spans[what])
            moved = check_moved(server, number, held)
            whole += moved
            if rows(studio) != held:
                fault(number, "a move to a server changed the studio")
            if not moved:
                run("store", "move", server.place("target"), "--store", studio)
                check_moved(server, number, held)
        elif what == "bring":
            target = at("home.sqlite")
            for end in ("", "-wal", "-shm"):
                if os.path.exists(target + end):
                    os.remove(target + end)
            shutil.copy(studio, target)
            kills += killed(["store", "bring", copy, "--yes", "--store", target], 1.1 * spans[what])
            found = rows(target)
            brought = len(found["history_entry"])
            if brought not in (6000, 9000):
                fault(number, f"a merge left {brought} rows of history")
            if brought == 6000 and found != held:
                fault(number, "a merge that brought nothing changed something")
            whole += brought == 9000
            if rows(copy) != copy_held:
                fault(number, "the copy was changed")
            run("store", "bring", copy, "--yes", "--store", target)
            notes = [r for r in rows(target)["history_entry"]]
            if len(notes) != 9000 or len(set(notes)) != 9000:
                fault(number, "merging again did not bring all of it, once")
            if run("store", "check", "--store", target, check=False).returncode != 0:
                fault(number, "store check finds something after a merge")
        else:
            target = at(f"{what}.sqlite")
            kills += killed(["store", what, target, "--store", studio], 1.1 * spans[what])
            if os.path.exists(target):
                whole += 1
                if run("store", "check", "--store", target, check=False).returncode != 0:
                    fault(number, f"{what} left a file that is not sound")
                if rows(target) != held:
                    fault(number, f"{what} left a part of the studio")
                for path in glob.glob(target + "*"):
                    if ".part-" not in path:
                        os.remove(path)
            if rows(studio) != held:
                fault(number, f"{what} changed the studio")
            run("store", what, target, "--store", studio)
            left = glob.glob(target + ".part-*")
            if left:
                fault(number, f"{what} leaves what a killed one left: {left}")
            for path in glob.glob(target + "*"):
                os.remove(path)
    print(f"{args.times} backups, moves, copies and merges, {kills} killed before their end, {whole} of all were whole, none in part")
