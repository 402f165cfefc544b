#!/usr/bin/python3
# SPDX-License-Identifier: GPL-3.0-or-later
"""Makes colormath.csv with Debian's python3-colormath (3.0.0): its 10 nm observers and illuminants, and CIE 1994
differences. Run: /usr/bin/python3 make_colormath_fixtures.py > colormath.csv"""
import random

import numpy

numpy.asscalar = lambda a: a.item()  # removed from numpy; this version of colormath still calls it
from colormath import spectral_constants as s
from colormath.color_diff import delta_e_cie1994
from colormath.color_objects import LabColor


def row(kind, *numbers):
    print(",".join([kind] + ["%.12g" % n for n in numbers]))


# Tables run from 340 to 830 nm by 10 nm; ours from 380 to 780.
for kind, tables in (
    ("observer2", (s.STDOBSERV_X2, s.STDOBSERV_Y2, s.STDOBSERV_Z2)),
    ("observer10", (s.STDOBSERV_X10, s.STDOBSERV_Y10, s.STDOBSERV_Z10)),
):
    for i in range(4, 45):
        row(kind, 340 + 10 * i, *(t[i] for t in tables))
for kind, table in (("D50", s.REFERENCE_ILLUM_D50), ("D65", s.REFERENCE_ILLUM_D65), ("A", s.REFERENCE_ILLUM_A)):
    for i in range(4, 45):
        row(kind, 340 + 10 * i, table[i])
random.seed(7)
for i in range(40):
    a = LabColor(random.uniform(5, 95), random.uniform(-80, 80), random.uniform(-80, 80))
    near = 3 if i % 2 else 25
    b = LabColor(*(v + random.uniform(-near, near) for v in a.get_value_tuple()))
    row("de94", *a.get_value_tuple(), *b.get_value_tuple(), delta_e_cie1994(a, b))
