// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "visit/record.h"

namespace lamp::cli {

// Exit status (cli contract); a visit stopped by a signal ends as the shell counts it.
constexpr int kDone = 0, kNotWithin = 1, kBadInput = 2, kBenchFailed = 3, kInterrupted = 130;

/// The options of `visit`, as written on the command line.
struct VisitOptions {
    std::string bench, target, out, task = "full", profile = "auto", instrument = "auto", effort = "standard", mode, tolerance = "studio",
                                    warmUp = "wait", name, profileIn, correction, keep, report = "pdf";
    int icc = 4;
    bool json = false;
};

struct ServeOptions {
    std::string display = "wled";
    std::uint64_t seed = 1;
    std::vector<std::string> faults;
    std::string lamp, claims;
    double gap = 0;
    bool warm = false, bare = false, spectral = false;
};

/// The subcommands. \return the exit status
int runVisit(const VisitOptions &options);
int inspectProfile(const std::string &path, bool json);
int listTargets(bool json);
int listTolerances(bool json);
int serveDisplay(const ServeOptions &options, bool json);

/// Tells an error on standard error, and as JSON on standard output where wanted. \return its exit status
int report(const Error &error, bool json);

/// A built-in target or tolerance by name, or one from a file.
Result<Target> findTarget(const std::string &nameOrFile);
Result<Tolerance> findTolerance(const std::string &nameOrFile);

} // namespace lamp::cli
