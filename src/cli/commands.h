// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"
#include "fleet/register.h"
#include "report/results.h"
#include "visit/record.h"

#include <nlohmann/json_fwd.hpp>

namespace lamp::cli {

// Exit status (cli contract); a visit stopped by a signal ends as the shell counts it.
constexpr int kDone = 0, kNotWithin = 1, kBadInput = 2, kBenchFailed = 3, kNotWritten = 4, kInterrupted = 130;

/// The options of `visit`, as written on the command line.
struct VisitOptions {
    std::string bench, target, out, task = "full", profile = "auto", instrument = "auto", effort = "standard", mode, metric, since, match, matchTo,
                                    byEye, perceptualSource = "sRGB", tolerance = "studio", warmUp = "wait", name, profileIn, correction, keep,
                                    report = "pdf", curves = "auto";
    int icc = 4, grid = 33;
    bool json = false, whole = false, gentle = false;
    std::vector<double> at;
};

struct ServeOptions {
    std::string display = "wled";
    std::uint64_t seed = 1;
    std::vector<std::string> faults;
    std::string lamp, claims, screen, habit, visited, mishap;
    double gap = 0, daylight = 0, hour = -1;
    bool warm = false, bare = false, spectral = false;
};

/// Of `measure`.
struct MeasureOptions {
    std::string kind, bench, out, target, space = "sRGB", profileIn, colours, set, resume, warmUp = "wait", readings, follow, report;
    std::vector<std::string> modes;
    int steps = 0, grid = 3, instrument = -1;
    double luminance = 1, average = 0, limit = 5, hours = 8, every = 5;
    std::optional<double> minutes, reflectance; ///< as the kind has them, where they are not said; percent
    double evenLuminance = 10;                  ///< percent
    std::optional<double> evenColour;           ///< CIEDE2000
    std::string limitsOf;
    std::string signal = "pq";
    bool json = false, roomLight = false;
};

/// Of `diagnose`.
struct DiagnoseOptions {
    std::string bench, out, visit, store, profileIn, tests = "needed", report;
    int instrument = -1;
    bool json = false;
};

/// Of `compare`.
struct CompareOptions {
    std::vector<std::string> files;
    std::string space = "sRGB", correction, report;
    double limit = 5, equal = 0.2;
    bool instruments = false, json = false;
};

/// Of `ask`.
struct AskOptions {
    std::string question, display, beside, store;
    bool json = false;
};

/// Of `import`, `convert` and `rebuild`.
struct ImportOptions {
    std::string file, out, target, tolerance, profile = "auto", name, report = "pdf", columns, ramps, correctedFor, curves = "auto";
    double fullDrive = 0, whiteLuminance = 0;
    int icc = 0; ///< 0: not said
    int grid = 33;
    bool json = false, acceptGuess = false, whole = false, profileGiven = false, certificate = false;
};

struct ScreenOptions {
    std::vector<std::string> profiles;
    std::string readings, bench;
    bool json = false;
};

struct CubeOptions {
    std::string profile, source = "Rec. 709", tone, out, bench;
    double luminance = 0;
    int size = 33, patches = 24;
    bool displayWhite = false, foldRamps = false, reverse = false, json = false;
};

/// Of `apply`, `clear`, `which` and `hold`.
struct DesktopOptions {
    std::string output, display, profile, atLogin;
    bool next = false, json = false;
};

/// Of `fleet`.
struct FleetOptions {
    std::vector<std::string> files;
    std::string on, target, tolerance, colours, history, problem, store, out, since, assignment, conflicts, user, role, display, as;
    double months = 12, hours = 8;
    int interval = 28, people = 1;
    RegisterEntry entry;
    bool notify = false, json = false, yes = false;
};

/// The subcommands. \return the exit status
int runVisit(const VisitOptions &options);
int measure(const MeasureOptions &options);
int diagnose(const DiagnoseOptions &options);
int compareResults(const CompareOptions &options);
/// Answers what people ask of a display, by what the studio knows; without a question lists them.
int ask(const AskOptions &options);
int inspectProfile(const std::string &path, bool json);
int importReadings(const ImportOptions &options);
int convertFile(const ImportOptions &options);
int rebuildProfile(const ImportOptions &options);
int screenProfiles(const ScreenOptions &options);
int makeCube(const CubeOptions &options);
int applyProfiles(const DesktopOptions &options);
int clearProfiles(const DesktopOptions &options);
int whichProfiles(const DesktopOptions &options);
int holdProfiles(const DesktopOptions &options);
int listTargets(bool json);
/// Plans a round by a problem file (cli contract); without one that of the studio.
int planFleet(const FleetOptions &options);
/// How displays and instruments age, by a history; how displays agree; what all can hold (cli contract).
int ageFleet(const FleetOptions &options);
int agreeFleet(const FleetOptions &options);
int commonFleet(const FleetOptions &options);
/// What is due; bringing in and adding; taking out; a report (cli contract).
int dueFleet(const FleetOptions &options);
int importFleet(const FleetOptions &options);
int addToFleet(const FleetOptions &options);
int exportFleet(const FleetOptions &options);
int reportFleet(const FleetOptions &options);
/// The studio's store: examined whole, copied.
int checkStore(const FleetOptions &options);
int backUpStore(const FleetOptions &options);
/// Copies the studio to another place, file or server, and compares; with --use it is looked for there from then on.
int moveStore(const FleetOptions &options);
/// Takes a copy along to work on while the studio's place is out of reach; brings home what was done in it.
int listStudios(const FleetOptions &options);
int takeStoreAlong(const FleetOptions &options);
int bringStoreHome(const FleetOptions &options);
/// Says what a user of the server may do with the studio.
int grantStore(const FleetOptions &options);
int listTolerances(bool json);
int serveDisplay(const ServeOptions &options, bool json);

/// Tells an error on standard error, and as JSON on standard output where wanted. \return its exit status
int report(const Error &error, bool json);
/// An error as it stands under the key "error" of a JSON document.
nlohmann::json errorJson(const Error &error);
/// A visit's record on standard output, with the key "error" where something could not be written.
void printRecord(const VisitRecord &record, const std::optional<Error> &problem);
/// An error that names the file it is about.
Error naming(const std::string &path, Error error);
/// Tells on standard error what had to be moved, or where results were rescued. \return kDone, or kNotWritten
int tellKept(const KeptResults &kept);

/// The wall clock.
WallTime now();

/// A built-in target or tolerance by name, or one from a file.
Result<Target> findTarget(const std::string &nameOrFile);
Result<Tolerance> findTolerance(const std::string &nameOrFile);

} // namespace lamp::cli
