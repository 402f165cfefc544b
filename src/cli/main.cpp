// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/output.h"
#include "colour/spaces.h"
#include "measure/reading_fields.h"
#include "simlab/sim_bench.h"

#include <CLI/CLI.hpp>

#include <algorithm>
#include <cstdlib>
#include <iostream>
#include <string_view>

namespace {

using namespace lamp::cli;

/// A number that is finite and above 0: comparisons let what is not a number through.
const CLI::Validator kPositive(
    [](const std::string &text) {
        const auto v = lamp::numberOf(text);
        return v && *v > 0 && *v < 1e9 ? std::string() : "\"" + text + "\" is no number above 0";
    },
    "NUMBER>0");

constexpr const char *kCurvesHelp = "Tone curves of a matrix profile: auto, parametric (by formula) or sampled";
const std::vector<std::string> kCurveForms{"auto", "parametric", "sampled"};

void addVisit(CLI::App &app, VisitOptions &o, int &status)
{
    auto *command = app.add_subcommand("visit", "Calibrate, profile and verify a display on a bench");
    command->add_option("--bench", o.bench, "Command that starts the bench")->required();
    command->add_option("--target", o.target, "Name of a built-in target, or a JSON file")->required();
    command->add_option("--out", o.out, "Folder for the results")->required();
    command->add_option("--task", o.task,
                        "full; refresh: controls untouched; check: measure only (loads the ramps of --profile-in where none are loaded, and leaves "
                        "them loaded); profile: describe the display as it is");
    command->add_option("--profile", o.profile, "auto, matrix or lut");
    command->add_option("--instrument", o.instrument, "auto, or the number of one of the bench's instruments");
    command->add_option("--icc", o.icc, "ICC major version: 2 or 4");
    command->add_option("--curves", o.curves, kCurvesHelp)->check(CLI::IsMember(kCurveForms));
    command->add_option("--grid", o.grid, "Nodes along each axis of a profile by tables")->check(CLI::Range(9, 65));
    command->add_option("--effort", o.effort, "quick, standard or thorough");
    command->add_option("--mode", o.mode, "The display's own mode to use");
    command->add_option("--tolerance", o.tolerance, "Name of a built-in tolerance, or a JSON file");
    command->add_option("--keep", o.keep, "Where the target is out of reach: keep the white, or keep the luminance");
    command->add_option("--warm-up", o.warmUp, "wait for a stable panel, or skip");
    command->add_option("--name", o.name, "The profile's description; {display}, {serial}, {white}, {luminance}, {tone}, {date} are filled in");
    command->add_option("--profile-in", o.profileIn, "For --task check: the profile to verify");
    command->add_option("--correction", o.correction, "A correction of your own for this instrument and kind of panel: a JSON file");
    command->add_flag("--whole", o.whole, "Also write whole-visit.json: all of it in one file, to pass on");
    command->add_option("--report", o.report, "pdf, html or none");
    command->add_flag("--json", o.json, "The visit's record on standard output");
    command->callback([&] { status = runVisit(o); });
}

void addImport(CLI::App &app, ImportOptions &o, int &status)
{
    const auto reading = [&o](CLI::App *command) {
        command->add_option("FILE", o.file, "CSV, CGATS, CxF or JSON with drives and colours")->required();
        command->add_option("--columns", o.columns, "What columns are: HEADING=ROLE,...");
        command->add_option("--full-drive", o.fullDrive, "The drive that means full: 1, 100, 255, 1023")->check(kPositive);
        command->add_option("--white-luminance", o.whiteLuminance, "cd/m² of white, where colours are relative to it")->check(kPositive);
        command->add_flag("--accept-guess", o.acceptGuess, "Take what was guessed where the file leaves something open");
        command->add_flag("--json", o.json, "Machine-readable output");
    };
    auto *importing = app.add_subcommand("import", "Make a profile and a verdict of readings that were taken elsewhere");
    reading(importing);
    importing->add_option("--out", o.out, "Folder for the results")->required();
    importing->add_option("--target", o.target, "What the display was aimed at: name or JSON file; as the file says, else Photo, where left out");
    importing->add_option("--tolerance", o.tolerance, "What judges it: name or JSON file; as the file says, else studio, where left out");
    importing->add_option("--profile", o.profile, "auto, matrix or lut");
    importing->add_option("--icc", o.icc, "ICC major version: 2 or 4");
    importing->add_option("--curves", o.curves, kCurvesHelp)->check(CLI::IsMember(kCurveForms));
    importing->add_option("--grid", o.grid, "Nodes along each axis of a profile by tables")->check(CLI::Range(9, 65));
    importing->add_option("--name", o.name, "The profile's description");
    importing->add_option("--ramps", o.ramps, "Ramps that were loaded while reading: CSV or one-dimensional .cube");
    importing->add_option("--corrected-for", o.correctedFor,
                          "What the instrument was corrected for (a kind of panel, a matrix, \"spectroradiometer\"), where the file does not say it");
    importing->add_flag("--whole", o.whole, "Also write whole-visit.json: all of it in one file, to pass on");
    importing->add_option("--report", o.report, "pdf, html or none");
    importing->callback([&] { status = importReadings(o); });
    auto *convert = app.add_subcommand("convert", "Write readings or ramps in another format, by the ending of the new file");
    reading(convert);
    convert->add_option("OUT", o.out, "New file: .csv, .txt (CGATS), .cxf, .json; ramps: .csv, .cube; of a whole visit also .icc, .pdf, .html")
        ->required();
    convert->callback([&] { status = convertFile(o); });
    auto *rebuild = app.add_subcommand("rebuild", "Make a profile anew from the readings that it carries");
    rebuild->add_option("PROFILE", o.file, "An ICC profile with readings in it")->required();
    rebuild->add_option("--out", o.out, "The new profile")->required();
    rebuild->add_option("--profile", o.profile, "auto, matrix or lut; as it was where left out");
    rebuild->add_option("--icc", o.icc, "ICC major version: 2 or 4; as it was where left out");
    rebuild->add_option("--curves", o.curves, kCurvesHelp)->check(CLI::IsMember(kCurveForms));
    rebuild->add_option("--grid", o.grid, "Nodes along each axis of a profile by tables")->check(CLI::Range(9, 65));
    rebuild->add_option("--name", o.name, "The new profile's description");
    rebuild->add_flag("--json", o.json, "Machine-readable output");
    rebuild->callback([&, rebuild] {
        o.profileGiven = rebuild->count("--profile") > 0;
        status = rebuildProfile(o);
    });
}

void addProfiles(CLI::App &app, ScreenOptions &screen, CubeOptions &cube, int &status)
{
    auto *screening = app.add_subcommand("screen", "Compare profiles made for the same model elsewhere; name the odd ones out");
    screening->add_option("PROFILE", screen.profiles, "ICC profiles")->required();
    screening->add_option("--readings", screen.readings, "Readings of your own unit without ramps: rank the profiles by real error");
    screening->add_option("--bench", screen.bench, "Command that starts a bench: read some patches of your own unit for that");
    screening->add_flag("--json", screen.json, "Machine-readable output");
    screening->callback([&] { status = screenProfiles(screen); });
    auto *making = app.add_subcommand("cube", "A 3D LUT from a source space to a display, or back");
    making->add_option("--profile", cube.profile, "The display's profile")->required();
    making->add_option("--out", cube.out, "The .cube file")->required();
    std::string spaces;
    for (const lamp::RgbSpace &s : lamp::rgbSpaces()) {
        spaces += (spaces.empty() ? "" : ", ") + s.name;
    }
    making->add_option("--source", cube.source, "The space that pictures come in: " + spaces);
    making->add_option("--tone", cube.tone, "srgb, lstar, bt1886 or an exponent; the source's own where left out");
    making->add_option("--luminance", cube.luminance, "cd/m² of the source's white; the most that the display has where left out")->check(kPositive);
    making->add_option("--size", cube.size, "Nodes along each axis: 17, 33, 65");
    making->add_flag("--display-white", cube.displayWhite, "The display's own white stands for the source's");
    making->add_flag("--fold-ramps", cube.foldRamps, "The cube contains the calibration ramps");
    making->add_flag("--reverse", cube.reverse, "From the display to the space");
    making->add_option("--bench", cube.bench, "A bench whose display holds a 3D LUT: load it and measure through it");
    making->add_option("--patches", cube.patches, "How many to measure")->check(CLI::Range(4, 500));
    making->add_flag("--json", cube.json, "Machine-readable output");
    making->callback([&] { status = makeCube(cube); });
}

void addDesktop(CLI::App &app, DesktopOptions &o, int &status)
{
    const auto common = [&](const char *name, const char *what, int (*run)(const DesktopOptions &)) {
        auto *command = app.add_subcommand(name, what);
        command->add_option("--output", o.output, "One output, as RandR names it; all where left out");
        command->add_option("--display", o.display, "The X display, such as :0; $DISPLAY where left out");
        command->add_flag("--json", o.json, "Machine-readable output");
        command->callback([&o, &status, run] { status = run(o); });
        return command;
    };
    auto *apply = common("apply", "Put the installed profiles and their ramps into use", applyProfiles);
    apply->add_option("--profile", o.profile, "Install this profile for the output first");
    apply->add_flag("--next", o.next, "Switch to the output's next profile first");
    apply->add_option("--at-login", o.atLogin, "Start this at every login: yes or no")->check(CLI::IsMember({"yes", "no"}));
    common("clear", "Take profiles and ramps off", clearProfiles);
    common("which", "Which profile is in use, and are its ramps loaded", whichProfiles);
    common("hold", "Remember profiles and ramps, and put them back when standard input ends", holdProfiles);
}

void addServe(CLI::App &app, ServeOptions &o, bool &json, int &status)
{
    auto *command = app.add_subcommand("serve", "Serve a simulated display and instrument over the bench protocol");
    std::string names;
    for (const std::string &n : lamp::sim::displayNames()) {
        names += " " + n;
    }
    command->add_option("--display", o.display, "Which one:" + names)->required();
    command->add_option("--seed", o.seed, "Seed of the instrument's noise");
    command->add_option("--fault", o.faults, "Make readings fail: CODE:FROM or CODE:FROM:COUNT, readings counted from 0");
    command->add_option("--lamp", o.lamp, "A lamp shines on the screen: FROM:SECONDS:CD_M2, on the bench's clock");
    command->add_option("--gap", o.gap, "Share of the room's light that gets in under the sensor, 0 to 1");
    command->add_option("--claims", o.claims, "What kind of panel it says it is");
    command->add_flag("--bare", o.bare, "The colorimeter has no factory corrections");
    command->add_flag("--spectral", o.spectral, "A spectroradiometer lies beside the colorimeter");
    command->add_flag("--warm", o.warm, "The panel has been on for two hours");
    command->add_option("--screen", o.screen, "Offer the instrument only; its panel shows what this computer's output shows: a name, or first");
    command->add_flag("--json", json, "Errors as JSON; the protocol itself always is");
    command->callback([&] { status = serveDisplay(o, json); });
}

/// The commands' names in a line.
std::string commandNames(const CLI::App &app)
{
    std::string names;
    for (const CLI::App *sub : app.get_subcommands({})) {
        names += (names.empty() ? "" : ", ") + sub->get_name();
    }
    return names;
}

/// Tells what is wrong with a command line, and where help to that very command is.
int reportUsage(const CLI::App &app, const std::string &what, int argc, char **argv)
{
    const std::string first = argc > 1 ? argv[1] : "";
    const auto subs = app.get_subcommands({});
    const bool known = std::any_of(subs.begin(), subs.end(), [&](const CLI::App *sub) { return sub->get_name() == first; });
    lamp::Error e{
        lamp::ErrorKind::Input, what, "Nothing was started.", "Try `dutiful-lamp-cli " + (known ? first + " " : "") + "--help`.", "usage", false};
    if (!known && !first.empty() && first[0] != '-') {
        e.what = "There is no command \"" + first + "\".";
        e.todo = "Commands: " + commandNames(app) + ". " + e.todo;
    } else if (first.empty()) {
        e.what = "A command is needed.";
        e.todo = "Commands: " + commandNames(app) + ". " + e.todo;
    }
    const bool json = std::any_of(argv, argv + argc, [](const char *a) { return std::string_view(a) == "--json"; });
    return report(e, json);
}

int run(int argc, char **argv)
{
    CLI::App app{"Dutiful Lamp: calibrates, profiles and verifies displays, without a window."};
    app.name("dutiful-lamp-cli");
    app.set_version_flag("--version", std::string("dutiful-lamp-cli " LAMP_VERSION));
    app.require_subcommand(1);
    int status = kDone;
    bool json = false;
    VisitOptions visit;
    ServeOptions serve;
    std::string profile;
    ImportOptions importing;
    ScreenOptions screen;
    CubeOptions cube;
    DesktopOptions desktop;
    addDesktop(app, desktop, status);
    addImport(app, importing, status);
    addProfiles(app, screen, cube, status);
    addVisit(app, visit, status);
    auto *inspecting = app.add_subcommand("inspect", "What a profile says, and what is wrong with it");
    inspecting->add_option("PROFILE", profile, "An ICC profile")->required();
    inspecting->add_flag("--json", json, "Machine-readable output");
    inspecting->callback([&] { status = inspectProfile(profile, json); });
    auto *targets = app.add_subcommand("targets", "The built-in targets");
    targets->add_flag("--json", json, "Machine-readable output");
    targets->callback([&] { status = listTargets(json); });
    auto *tolerances = app.add_subcommand("tolerances", "The built-in tolerances");
    tolerances->add_flag("--json", json, "Machine-readable output");
    tolerances->callback([&] { status = listTolerances(json); });
    addServe(app, serve, json, status);
    try {
        app.parse(argc, argv);
    } catch (const CLI::Success &e) {
        return app.exit(e, std::cout, std::cerr); // help or version was asked for
    } catch (const CLI::ParseError &e) {
        return reportUsage(app, e.what(), argc, argv);
    }
    return status;
}

} // namespace

int main(int argc, char **argv)
{
    beginOutput();
    int status = kBadInput;
    try {
        status = run(argc, argv);
    } catch (const std::exception &e) {
        std::cerr << "dutiful-lamp-cli: A fault of the program itself: " << e.what() << ". Please report it with what you were doing.\n";
    }
    if (!finishOutput() && (status == kDone || status == kNotWithin)) {
        std::cerr << "dutiful-lamp-cli: Standard output could not be written to.\n" << std::flush;
        status = kNotWritten;
    }
    return status;
}
