// SPDX-License-Identifier: GPL-3.0-or-later
// Precompiled for build time only: every source file still includes what it uses. For the floors that use Qt, and the tests.
#pragma once

#include "pch.h"

#include <QtCore>
#include <QtGui>
#include <QtSql>
#include <QtTest>
#include <QtWidgets>
