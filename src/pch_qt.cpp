// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing: the precompiled header of pch_qt.h belongs to a target, which has a source.
