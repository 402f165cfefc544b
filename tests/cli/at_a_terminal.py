#!/usr/bin/env python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""A person at a terminal, for tests: runs a command on a terminal of its own, does what it is asked and presses Enter.

at_a_terminal.py HAND [--stop-at N | --menu ANSWER ...] COMMAND...

Where it is asked to set a control, its value goes into the file HAND, which the bench reads; at the Nth question q is typed; what the menu has is answered with
ANSWER, the next one where it is asked again. What stood on the
terminal is written to standard output, and the command's status is returned.
"""
import os
import pty
import re
import select
import sys

hand, words = sys.argv[1], sys.argv[2:]
stop_at, menus = 0, []
if words[0] == "--stop-at":
    stop_at, words = int(words[1]), words[2:]
while words[0] == "--menu":
    menus, words = menus + [words[1]], words[2:]
menu = {}
child, terminal = pty.fork()
if child == 0:
    os.execvp(words[0], words)
seen, answered, questions = "", 0, 0
while True:
    ready, _, _ = select.select([terminal], [], [], 60)
    if not ready:
        os.kill(child, 9)
        break
    try:
        got = os.read(terminal, 4096)
    except OSError:
        break  # the other end is closed
    if not got:
        break
    seen += got.decode("utf-8", "replace")
    for question in re.finditer(r"[^\n]*\(Enter:[^\n]*\n", seen[answered:]):
        questions += 1
        control = re.search(r"(?i)set (brightness|red|green|blue|contrast) to (\d+)", question.group(0))
        if control:
            menu[control.group(1).lower()] = control.group(2)
            with open(hand + ".new", "w") as file:
                file.writelines(f"{name} {value}\n" for name, value in menu.items())
            os.replace(hand + ".new", hand)
        typed = "q" if questions == stop_at else menus.pop(0) if menus and "the menu have" in question.group(0) else ""
        os.write(terminal, (typed + "\n").encode())
    else:
        answered = max(answered, seen.rfind("\n") + 1)
sys.stdout.write(seen)
sys.stdout.write(f"\nquestions: {questions}\n")
sys.exit(os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]))
