// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "visit/record.h"

namespace CLI {
class App;
}

namespace lamp::cli {

// Exit status (cli contract); a visit stopped by a signal ends as the shell counts it.
constexpr int kDone = 0, kNotWithin = 1, kBadInput = 2, kBenchFailed = 3, kInterrupted = 130;

/// Each adds a subcommand whose exit status goes into `status` when it has run.
void addVisit(CLI::App &app, int &status);
void addInspect(CLI::App &app, int &status);
void addLists(CLI::App &app, int &status);
void addServe(CLI::App &app, int &status);

/// Tells an error on standard error, and as JSON on standard output where wanted. \return its exit status
int report(const Error &error, bool json);

/// A built-in target or tolerance by name, or one from a file.
Result<Target> findTarget(const std::string &nameOrFile);
Result<Tolerance> findTolerance(const std::string &nameOrFile);

} // namespace lamp::cli
