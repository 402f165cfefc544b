// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "test_class.h"

#include <cmath>
#include <fstream>
#include <sstream>
#include <string>
#include <vector>

namespace lamptest {

/// Within an absolute distance, with both values in the message. Each argument is evaluated once.
#define LAMP_NEAR(actual, expected, tolerance)                                                                                                       \
    do {                                                                                                                                             \
        const double lampActual = (actual), lampExpected = (expected), lampTolerance = (tolerance);                                                  \
        QVERIFY2(std::abs(lampActual - lampExpected) <= lampTolerance, qPrintable(QStringLiteral("%1 is %2, expected %3 within %4")                  \
                                                                                      .arg(QStringLiteral(#actual))                                  \
                                                                                      .arg(lampActual, 0, 'g', 10)                                   \
                                                                                      .arg(lampExpected, 0, 'g', 10)                                 \
                                                                                      .arg(lampTolerance)));                                         \
    } while (false)

/// How many of `all` repetitions to run: a few in the sanitized build, which looks for faults of memory only.
inline int repetitions(int all, int brief)
{
    return qEnvironmentVariableIsSet("LAMP_BRIEF") ? brief : all;
}

struct Row {
    std::string kind;
    std::vector<double> values;
};

/// Rows of a reference file: a kind, then numbers (tests/reference).
inline std::vector<Row> referenceRows(const std::string &file, const std::string &kind)
{
    std::ifstream in(std::string(LAMP_REFERENCE_DIR) + "/" + file);
    std::vector<Row> rows;
    std::string line;
    while (std::getline(in, line)) {
        std::istringstream cells(line);
        std::string cell;
        Row row;
        std::getline(cells, row.kind, ',');
        while (std::getline(cells, cell, ',')) {
            row.values.push_back(std::stod(cell));
        }
        if (row.kind == kind) {
            rows.push_back(std::move(row));
        }
    }
    return rows;
}

} // namespace lamptest
