// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/text.h"
#include "cli/commands.h"
#include "cli/output.h"
#include "colour/spaces.h"
#include "measure/reading_fields.h"
#include "simlab/habits.h"
#include "simlab/mishaps.h"
#include "words/words.h"

#include <CLI/CLI.hpp>

#include <algorithm>
#include <cstdlib>
#include <iostream>
#include <set>
#include <string_view>
#include <vector>

namespace {

using namespace lamp::cli;
using lamp::phrase;
using lamp::say;

/// A number that is finite and above 0: comparisons let what is not a number through.
const CLI::Validator kPositive(
    [](const std::string &text) {
        const auto v = lamp::numberOf(text);
        return v && *v > 0 && *v < 1e9 ? std::string() : lamp::said(lamp::say("no-number-above-0", text));
    },
    "NUMBER>0");

/// A report's file says by its ending what it is, before anything is measured.
const CLI::Validator kReportFile(
    [](const std::string &text) {
        const std::string file = lamp::lower(text);
        return file.ends_with(".pdf") || file.ends_with(".html") ? std::string() : lamp::said(lamp::say("no-report-file", text));
    },
    "FILE.pdf|FILE.html");

std::string curvesHelp()
{
    return lamp::phrase("cli", "Tone curves of a matrix profile: auto, parametric or sampled");
}
const std::vector<std::string> kCurveForms{"auto", "parametric", "sampled"};
const std::vector<std::string> kSources{"sRGB", "Display P3", "Adobe RGB (1998)", "Rec. 2020"};

void addVisit(CLI::App &app, VisitOptions &o, int &status)
{
    auto *command = app.add_subcommand("visit", phrase("cli", "Calibrate, profile and verify a display on a bench"));
    command->add_option("--bench", o.bench, phrase("cli", "Command that starts the bench"))->required();
    command->add_option("--target", o.target, phrase("cli", "Name of a built-in target, or a JSON file; not needed with --match"));
    command->add_option("--match", o.match, phrase("cli", "visit.json of another display: aim at its white, luminance and tone"));
    command->add_option("--by-eye", o.byEye,
                        phrase("cli", "With --match or --match-to: what the two were matched by eye at, as fleet export writes it"));
    command->add_option("--match-to", o.matchTo, phrase("cli", "Bench of another display: measure its white first, and aim at that"))
        ->excludes("--match");
    command->add_option("--out", o.out, phrase("cli", "Folder for the results"))->required();
    command->add_option("--task", o.task,
                        phrase("cli", "full; refresh: controls untouched; check: measure only (loads the ramps of --profile-in where none are "
                                      "loaded, and leaves them loaded); profile: describe the display as it is"));
    command->add_option("--profile", o.profile, phrase("cli", "auto, matrix or lut"));
    command->add_option("--instrument", o.instrument, phrase("cli", "auto, or the number of one of the bench's instruments"));
    command->add_option("--icc", o.icc, phrase("cli", "ICC major version: 2 or 4"));
    command->add_option("--perceptual-source", o.perceptualSource, phrase("cli", "Space that a table profile's perceptual intent takes in"))
        ->check(CLI::IsMember(kSources));
    command->add_option("--curves", o.curves, curvesHelp())->check(CLI::IsMember(kCurveForms));
    command->add_option("--grid", o.grid, phrase("cli", "Nodes along each axis of a table profile"))->check(CLI::Range(9, 65));
    command->add_option("--effort", o.effort, phrase("cli", "quick, standard or thorough"));
    command->add_option("--mode", o.mode, phrase("cli", "The display's own mode to use"));
    command->add_option("--tolerance", o.tolerance, phrase("cli", "Name of a built-in tolerance, or a JSON file"));
    command->add_option("--metric", o.metric,
                        phrase("cli", "Formula of its differences where not the tolerance's own: CIEDE2000, CIE94, CMC(2:1), ITP"));
    command->add_option("--keep", o.keep, phrase("cli", "Where the target is out of reach: keep the white, or keep the luminance"));
    command->add_option("--warm-up", o.warmUp, phrase("cli", "wait for a stable panel, skip, or so many minutes"));
    command->add_option("--name", o.name,
                        phrase("cli", "The profile's description; {display}, {serial}, {white}, {luminance}, {tone}, {date} are filled in"));
    command->add_option("--profile-in", o.profileIn, phrase("cli", "For --task check: the profile to verify"));
    command->add_option("--since", o.since,
                        phrase("cli", "visit.json of an earlier visit to this display: how it warms up, and for --task check what changed"));
    command->add_option("--correction", o.correction, phrase("cli", "A correction of your own for this instrument and kind of panel: a JSON file"));
    command
        ->add_option("--at", o.at,
                     phrase("cli", "Where on the screen the instrument lies: X,Y as shares of its width and height; 0.5,0.5 where left out"))
        ->delimiter(',')
        ->expected(2)
        ->check(CLI::Range(0.0, 1.0));
    command->add_flag("--gentle", o.gentle, phrase("cli", "From patch to patch by small steps, for people whom sudden changes disturb"));
    command->add_flag("--whole", o.whole, phrase("cli", "Also write whole-visit.json: all of it in one file, for another studio"));
    command->add_option("--report", o.report, phrase("cli", "pdf, html or none"));
    command->add_flag("--json", o.json, phrase("cli", "The visit's record on standard output"));
    command->callback([&] { status = runVisit(o); });
}

void addImport(CLI::App &app, ImportOptions &o, int &status)
{
    const auto reading = [&o](CLI::App *command) {
        command->add_option("FILE", o.file, phrase("cli", "CSV, CGATS, CxF or JSON with drives and colours"))->required();
        command->add_option("--columns", o.columns, phrase("cli", "What columns are: HEADING=ROLE,..."));
        command->add_option("--full-drive", o.fullDrive, phrase("cli", "The drive that means full: 1, 100, 255, 1023"))->check(kPositive);
        command->add_option("--white-luminance", o.whiteLuminance, phrase("cli", "cd/m² of white, where colours are relative to it"))
            ->check(kPositive);
        command->add_flag("--accept-guess", o.acceptGuess, phrase("cli", "Accept guesses where the file leaves something open"));
        command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    };
    auto *importing = app.add_subcommand("import", phrase("cli", "Import readings and make a profile and a verdict from them"));
    reading(importing);
    importing->add_option("--out", o.out, phrase("cli", "Folder for the results"))->required();
    importing->add_option("--target", o.target,
                          phrase("cli", "Target of the display: name or JSON file; as the file says, else Photo, where left out"));
    importing->add_option("--tolerance", o.tolerance, phrase("cli", "Tolerance: name or JSON file; as the file says, else studio, where left out"));
    importing->add_option("--profile", o.profile, phrase("cli", "auto, matrix or lut"));
    importing->add_option("--icc", o.icc, phrase("cli", "ICC major version: 2 or 4"));
    importing->add_option("--curves", o.curves, curvesHelp())->check(CLI::IsMember(kCurveForms));
    importing->add_option("--grid", o.grid, phrase("cli", "Nodes along each axis of a table profile"))->check(CLI::Range(9, 65));
    importing->add_option("--name", o.name, phrase("cli", "The profile's description"));
    importing->add_option("--ramps", o.ramps, phrase("cli", "Ramps that were loaded while measuring: CSV or one-dimensional .cube"));
    importing->add_option(
        "--corrected-for", o.correctedFor,
        phrase("cli", "What the instrument was corrected for (a kind of panel, a matrix, \"spectroradiometer\"), where the file does not say it"));
    importing->add_flag("--whole", o.whole, phrase("cli", "Also write whole-visit.json: all of it in one file, for another studio"));
    importing->add_option("--report", o.report, phrase("cli", "pdf, html or none"));
    importing->callback([&] { status = importReadings(o); });
    auto *convert = app.add_subcommand("convert", phrase("cli", "Convert readings or ramps to another format, by the ending of the new file"));
    reading(convert);
    convert
        ->add_option("OUT", o.out,
                     phrase("cli", "New file: .csv, .txt (CGATS), .cxf, .json; ramps: .csv, .cube; of a whole visit also .icc, .pdf, .html"))
        ->required();
    convert->add_flag("--certificate", o.certificate, phrase("cli", "Of a whole visit into .pdf or .html: its certificate in place of the report"));
    convert->callback([&] { status = convertFile(o); });
    auto *rebuild = app.add_subcommand("rebuild", phrase("cli", "Make a profile again from the readings that it carries"));
    rebuild->add_option("PROFILE", o.file, phrase("cli", "An ICC profile with readings in it"))->required();
    rebuild->add_option("--out", o.out, phrase("cli", "The new profile"))->required();
    rebuild->add_option("--profile", o.profile, phrase("cli", "auto, matrix or lut; as it was where left out"));
    rebuild->add_option("--icc", o.icc, phrase("cli", "ICC major version: 2 or 4; as it was where left out"));
    rebuild->add_option("--curves", o.curves, curvesHelp())->check(CLI::IsMember(kCurveForms));
    rebuild->add_option("--grid", o.grid, phrase("cli", "Nodes along each axis of a table profile"))->check(CLI::Range(9, 65));
    rebuild->add_option("--name", o.name, phrase("cli", "The new profile's description"));
    rebuild->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    rebuild->callback([&, rebuild] {
        o.profileGiven = rebuild->count("--profile") > 0;
        status = rebuildProfile(o);
    });
}

void addProfiles(CLI::App &app, ScreenOptions &screen, CubeOptions &cube, int &status)
{
    auto *screening = app.add_subcommand("screen", phrase("cli", "Compare profiles made for the same model elsewhere; name the odd ones out"));
    screening->add_option("PROFILE", screen.profiles, phrase("cli", "ICC profiles"))->required();
    screening->add_option("--readings", screen.readings, phrase("cli", "Readings of your own unit without ramps: rank the profiles by real error"));
    screening->add_option("--bench", screen.bench, phrase("cli", "Command that starts a bench: measure some patches of your own unit for that"));
    screening->add_flag("--json", screen.json, phrase("cli", "Machine-readable output"));
    screening->callback([&] { status = screenProfiles(screen); });
    auto *making = app.add_subcommand("cube", phrase("cli", "A 3D LUT from a source space to a display, or back"));
    making->add_option("--profile", cube.profile, phrase("cli", "The display's profile"))->required();
    making->add_option("--out", cube.out, phrase("cli", "The .cube file"))->required();
    std::string spaces;
    for (const lamp::RgbSpace &s : lamp::rgbSpaces()) {
        spaces += (spaces.empty() ? "" : ", ") + s.name;
    }
    making->add_option("--source", cube.source, phrase("cli", "The source colour space: ") + spaces);
    making->add_option("--tone", cube.tone, phrase("cli", "srgb, lstar, bt1886 or an exponent; the source's own where left out"));
    making->add_option("--luminance", cube.luminance, phrase("cli", "cd/m² of the source's white; the most that the display has where left out"))
        ->check(kPositive);
    making->add_option("--size", cube.size, phrase("cli", "Nodes along each axis: 17, 33, 65"));
    making->add_flag("--display-white", cube.displayWhite, phrase("cli", "Use the display's own white as the source's"));
    making->add_flag("--fold-ramps", cube.foldRamps, phrase("cli", "The 3D LUT includes the calibration ramps"));
    making->add_flag("--reverse", cube.reverse, phrase("cli", "From the display to the space"));
    making->add_option("--bench", cube.bench, phrase("cli", "A bench whose display holds a 3D LUT: load it and measure through it"));
    making->add_option("--patches", cube.patches, phrase("cli", "How many to measure"))->check(CLI::Range(4, 500));
    making->add_flag("--json", cube.json, phrase("cli", "Machine-readable output"));
    making->callback([&] { status = makeCube(cube); });
}

void addDesktop(CLI::App &app, DesktopOptions &o, int &status)
{
    const auto common = [&](const char *name, const std::string &what, int (*run)(const DesktopOptions &)) {
        auto *command = app.add_subcommand(name, what);
        command->add_option("--output", o.output, phrase("cli", "One output, as RandR names it; all where left out"));
        command->add_option("--display", o.display, phrase("cli", "The X display, such as :0; $DISPLAY where left out"));
        command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
        command->callback([&o, &status, run] { status = run(o); });
        return command;
    };
    auto *apply = common("apply", phrase("cli", "Apply the installed profiles and their ramps"), applyProfiles);
    apply->add_option("--profile", o.profile, phrase("cli", "Install this profile for the output first"));
    apply->add_flag("--next", o.next, phrase("cli", "Switch to the output's next profile first"));
    apply->add_option("--at-login", o.atLogin, phrase("cli", "Start this at every login: yes or no"))->check(CLI::IsMember({"yes", "no"}));
    common("clear", phrase("cli", "Remove profiles and ramps"), clearProfiles);
    common("which", phrase("cli", "Which profile is in use, and are its ramps loaded"), whichProfiles);
    common("hold", phrase("cli", "Remember profiles and ramps, and restore them when standard input ends"), holdProfiles);
}

void addMeasure(CLI::App &app, MeasureOptions &o, int &status)
{
    auto *command = app.add_subcommand("measure", phrase("cli", "Measure beside visits; changes nothing but what is shown"));
    command->add_option("KIND", o.kind, phrase("cli", "gray, saturation, colours, uniformity, contrast, stability, hdr, angles, modes or room"))
        ->required();
    command->add_option("--bench", o.bench, phrase("cli", "Command that starts the bench"));
    command->add_option("--out", o.out, phrase("cli", "Folder for the results"))->required();
    command->add_option("--target", o.target,
                        phrase("cli", "Tone and white that grays are judged against: name of a built-in target, or a JSON file"));
    command->add_option("--steps", o.steps, phrase("cli", "Of gray (21 where left out), of saturation (4: every 25 %) and of hdr (33)"));
    command->add_option("--luminance", o.luminance, phrase("cli", "Of saturation: share of each corner's luminance, above 0 to 1"));
    command->add_option("--space", o.space, phrase("cli", "What drives mean where no profile says: sRGB, Display P3, ..."));
    command->add_option("--profile-in", o.profileIn, phrase("cli", "Profile that says what drives mean"));
    command->add_option("--colours", o.colours, phrase("cli", "CSV or CGATS of colours: r, g, b, or L, a, b (D50)"));
    command->add_option("--set", o.set, phrase("cli", "Colours that ship with it: memory, skin, neutrals or surface"));
    command->add_option("--grid", o.grid, phrase("cli", "Of uniformity: 3, 5 or 9 places across and down"));
    command->add_option("--even-luminance", o.evenLuminance, phrase("cli", "The same: percent from the centre that are even (10, ISO 12646:2015)"))
        ->check(CLI::Range(0.1, 100.0));
    command->add_option("--even-colour", o.evenColour, phrase("cli", "The same: ΔE00 of white and gray from the centre; not judged where left out"))
        ->check(CLI::Range(0.1, 100.0));
    command->add_option("--limits-of", o.limitsOf, phrase("cli", "The same: whose limits these are, a standard's or the house's"));
    command->add_option("--minutes", o.minutes, phrase("cli", "Of stability: how long (60); of hdr: how long white stays (5; 0 leaves it out)"));
    command->add_option("--signal", o.signal, phrase("cli", "Of hdr: pq or hlg"));
    command->add_flag("--room-light", o.roomLight, phrase("cli", "Of contrast: in the room's light as well"));
    command->add_option("--reflectance", o.reflectance, phrase("cli", "The same: percent of the room's light that the screen reflects, diffuse"));
    command->add_option("--hours", o.hours, phrase("cli", "Of room: how long"))->check(CLI::Range(0.1, 24.0));
    command->add_option("--every", o.every, phrase("cli", "Of room: minutes between two readings"))->check(CLI::Range(0.5, 120.0));
    command->add_option("--readings", o.readings, phrase("cli", "Of room: CSV of time, lux, and x, y where known, instead of a bench"));
    command->add_option("--follow", o.follow,
                        phrase("cli", "Of room: lets the screen follow the room by its brightness, as the visit in this folder knows it"));
    command->add_option("--average", o.average, phrase("cli", "Seconds that dark patches are averaged"))->check(CLI::Range(0.0, 60.0));
    command->add_option("--modes", o.modes, phrase("cli", "Of the display's modes, with commas; all where left out"))->delimiter(',');
    command->add_option("--limit", o.limit, phrase("cli", "Of modes: a colour that is off by more discards one, ΔE00"))
        ->check(CLI::Range(0.1, 100.0));
    command->add_option("--instrument", o.instrument, phrase("cli", "Number of one of the bench's instruments"))->check(CLI::Range(0, 99));
    command->add_option("--warm-up", o.warmUp, phrase("cli", "wait or skip"));
    command->add_option("--resume", o.resume, phrase("cli", "measurement.json of one that was cut off, to go on with"));
    command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    command->add_option("--report", o.report, phrase("cli", "Also write a report there: a file that ends in .pdf or .html"))->check(kReportFile);
    command->callback([&] { status = measure(o); });
}

void addDiagnose(CLI::App &app, DiagnoseOptions &o, int &status)
{
    auto *command = app.add_subcommand("diagnose", phrase("cli", "Find what is wrong with a display, against what its last visit left"));
    command->add_option("--bench", o.bench, phrase("cli", "Command that starts the bench"))->required();
    command->add_option("--out", o.out, phrase("cli", "Folder for the results"))->required();
    command->add_option("--visit", o.visit,
                        phrase("cli", "Folder of the visit to compare with, visit.json or whole-visit.json; the studio's newest where left out"));
    command->add_option("--store", o.store, phrase("cli", "The studio: a file, or postgresql://...; the one in use where left out"));
    command->add_option("--profile-in", o.profileIn, phrase("cli", "Profile that is in use on the display"));
    command->add_option("--tests", o.tests, phrase("cli", "needed: until a cause is as good as sure; none: the first readings only; all"))
        ->check(CLI::IsMember({"needed", "none", "all"}));
    command->add_option("--instrument", o.instrument, phrase("cli", "Number of one of the bench's instruments"))->check(CLI::Range(0, 99));
    command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    command->add_option("--report", o.report, phrase("cli", "Also write a report there: a file that ends in .pdf or .html"))->check(kReportFile);
    command->callback([&] { status = diagnose(o); });
}

void addCompare(CLI::App &app, CompareOptions &o, int &status)
{
    auto *command = app.add_subcommand("compare", phrase("cli", "Visits, measurements or modes side by side, and which to take"));
    command->add_option("FILE", o.files, phrase("cli", "visit.json or measurement.json, or their folders"))->required();
    command->add_option("--space", o.space, phrase("cli", "The colours that are needed"));
    command->add_option("--limit", o.limit, phrase("cli", "A colour that is off by more discards, ΔE00"))->check(CLI::Range(0.1, 100.0));
    command->add_option("--equal", o.equal, phrase("cli", "Means that are closer are equal, ΔE00"))->check(CLI::Range(0.0, 10.0));
    command->add_flag("--instruments", o.instruments, phrase("cli", "Two measurements of one display by two instruments: how they differ"));
    command->add_option("--correction", o.correction, phrase("cli", "With --instruments: write a matrix that takes the second to the first"));
    command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    command->add_option("--report", o.report, phrase("cli", "Also write a report there: a file that ends in .pdf or .html"))->check(kReportFile);
    command->callback([&] { status = compareResults(o); });
}

void addAsk(CLI::App &app, AskOptions &o, int &status)
{
    auto *command =
        app.add_subcommand("ask", phrase("cli", "What people ask: prints too dark, a cast, bands, which mode... answered by what is known"));
    command->add_option("QUESTION", o.question, phrase("cli", "prints-dark, cast, differ, banding, changed, meter or mode; a list where left out"));
    command->add_option("--display", o.display, phrase("cli", "Serial number of the display that is asked about"));
    command->add_option("--beside", o.beside, phrase("cli", "With differ: serial number of the other one"));
    command->add_option("--store", o.store, phrase("cli", "The studio: a file, or postgresql://...; the one in use where left out"));
    command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
    command->callback([&] { status = ask(o); });
}

void addServe(CLI::App &app, ServeOptions &o, bool &json, int &status)
{
    auto *command = app.add_subcommand("serve", phrase("cli", "Serve a simulated display and instrument over the bench protocol"));
    std::string names;
    for (const std::string &n : lamp::sim::displayNames()) {
        names += " " + n;
    }
    command->add_option("--display", o.display, phrase("cli", "Which one:") + names)->required();
    command->add_option("--seed", o.seed, phrase("cli", "Seed of the instrument's noise"));
    command->add_option("--fault", o.faults, phrase("cli", "Make readings fail: CODE:FROM or CODE:FROM:COUNT, readings counted from 0"));
    command->add_option("--lamp", o.lamp, phrase("cli", "A lamp shines on the screen: FROM:SECONDS:CD_M2, on the bench's clock"));
    command->add_option("--gap", o.gap, phrase("cli", "Share of the room's light that gets in under the sensor, 0 to 1"));
    command->add_option("--claims", o.claims, phrase("cli", "What kind of panel it says it is"));
    std::string habits;
    for (const lamp::sim::Habit &h : lamp::sim::habits()) {
        habits += std::string(" ") + h.name;
    }
    command->add_option("--habit", o.habit, phrase("cli", "Something that it does beside the usual:") + habits);
    std::string mishaps;
    for (const lamp::sim::Mishap &m : lamp::sim::mishaps()) {
        mishaps += std::string(" ") + m.name;
    }
    command->add_option("--visited", o.visited, phrase("cli", "Folder of a visit to it: ramps, mode and menu stand as that left them"));
    command->add_option("--mishap", o.mishap, phrase("cli", "Something that has happened to it since:") + mishaps);
    command->add_option("--daylight", o.daylight, phrase("cli", "Lux that a window adds to the room at noon, as the day goes by"))
        ->check(CLI::Range(0.0, 100000.0));
    command->add_option("--hour", o.hour, phrase("cli", "With --daylight: the hour of the day it begins at; now where left out"))
        ->check(CLI::Range(0.0, 24.0));
    command->add_flag("--bare", o.bare, phrase("cli", "The colorimeter has no factory corrections"));
    command->add_flag("--spectral", o.spectral, phrase("cli", "A spectroradiometer lies beside the colorimeter"));
    command->add_flag("--warm", o.warm, phrase("cli", "The panel has been on for two hours"));
    command->add_option("--screen", o.screen,
                        phrase("cli", "Offer the instrument only; its panel shows what this computer's output shows: a name, or first"));
    command->add_flag("--json", json, phrase("cli", "Errors as JSON; the protocol itself always is"));
    command->callback([&] { status = serveDisplay(o, json); });
}

void addFleet(CLI::App &app, FleetOptions &o, int &status)
{
    auto *fleet = app.add_subcommand("fleet", phrase("cli", "A studio's displays: what is due, rounds, ageing, agreement"));
    fleet->require_subcommand(1);
    const auto add = [&](const char *name, const std::string &help, int (*run)(const FleetOptions &)) {
        auto *command = fleet->add_subcommand(name, help);
        command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
        command->callback([&o, &status, run] { status = run(o); });
        return command;
    };
    auto *plan = add("plan", phrase("cli", "Who measures which display when"), planFleet);
    plan->add_option("--problem", o.problem,
                     phrase("cli", "JSON file: people, instruments, rooms, displays, breaks; what is due in the studio where left out"));
    plan->add_option("--people", o.people, phrase("cli", "How many people go round the studio"))->check(CLI::Range(1, 100));
    plan->add_option("--hours", o.hours, phrase("cli", "By when the round is to be over"))->check(CLI::Range(0.5, 24.0));
    auto *age = add("age", phrase("cli", "How displays and instruments age, and when a target can no longer be held"), ageFleet);
    age->add_option("HISTORY", o.files, phrase("cli", "CSV: what was measured when; the studio's where left out"));
    age->add_option("--on", o.on, phrase("cli", "The day that is asked about; today where left out"));
    age->add_option("--target", o.target, phrase("cli", "Name of a built-in target, or a JSON file; the history's own where left out"));
    age->add_option(
        "--tolerance", o.tolerance,
        phrase("cli",
               "Name of a built-in tolerance, or a JSON file; where left out, what each display of the studio was judged by last, else studio"));
    auto *agree = add("agree", phrase("cli", "How alike displays show the colours that both can show"), agreeFleet);
    agree->add_option("VISIT", o.files, phrase("cli", "Folders of visits, visit.json or whole-visit.json; the studio's displays where left out"));
    agree->add_option("--colours", o.colours, phrase("cli", "CSV of colours: L, a, b (D50) or r, g, b (sRGB)"));
    auto *common = add("common", phrase("cli", "A target that all displays of a group can hold"), commonFleet);
    common->add_option("VISIT", o.files, phrase("cli", "Folders of visits, visit.json or whole-visit.json; the studio's displays where left out"));
    common->add_option("--months", o.months, phrase("cli", "How long it is to be held"))->check(CLI::Range(0.0, 120.0));
    common->add_option("--history", o.history, phrase("cli", "CSV: how the displays age"));
    auto *due = add("due", phrase("cli", "Which displays are due, and why"), dueFleet);
    due->add_option("HISTORY", o.files, phrase("cli", "CSV: what was measured when; the studio's where left out"));
    due->add_option("--calendar", o.out, phrase("cli", "Also write what is due as a calendar (iCalendar)"));
    due->add_flag("--notify", o.notify, phrase("cli", "Also tell on this desktop, once, where there is something to do"));
    due->add_option("--interval", o.interval, phrase("cli", "Days between visits, of a history in files"))->check(CLI::Range(1, 3650));
    auto *in = add("import", phrase("cli", "Brings whole visits, measurements, registers and histories into the studio; shows what would change"),
                   importFleet);
    in->add_option(
          "FILE", o.files,
          phrase("cli",
                 "Folders of these, in any order: whole-visit.json, measurement.json, diagnosis.json; readings; a register or a history as CSV; a "
                 "register as JSON"))
        ->required();
    in->add_option(
        "--as", o.as,
        phrase("cli", "Serial number or name of the display that visits, readings or measurements are of, where the file does not say it"));
    in->add_flag("--yes", o.yes, phrase("cli", "Do it"));
    auto *adding = add("add", phrase("cli", "Adds a display, or an assignment that displays have to be right for"), addToFleet);
    adding->add_option("--serial", o.entry.serial, phrase("cli", "Its serial number"));
    adding->add_option("--name", o.entry.name, phrase("cli", "What it is called"));
    adding->add_option("--model", o.entry.model, phrase("cli", "Make and model"));
    adding->add_option("--technology", o.entry.technology, phrase("cli", "Kind of panel"));
    adding->add_option("--room", o.entry.room, phrase("cli", "Where it stands"));
    adding->add_option("--role", o.entry.role, phrase("cli", "What it is used for"));
    adding->add_option("--interval", o.entry.cadenceDays, phrase("cli", "Days between visits"))->check(CLI::Range(1, 3650));
    adding->add_option("--assignment", o.assignment,
                       phrase("cli", "An assignment's name; --on is its day, --serial the display, all where left out"));
    auto *out = add("export", phrase("cli", "Writes register, history, whole visits, measurements and photographs into a folder"), exportFleet);
    out->add_option("FOLDER", o.out, phrase("cli", "Folder for the results"))->required();
    auto *reporting = add("report", phrase("cli", "A report of all displays"), reportFleet);
    reporting->add_option("--out", o.out, phrase("cli", "File to write: .pdf, .html or .csv"))->required();
    reporting->add_option("--since", o.since, phrase("cli", "The first day of what was done"));
    reporting->add_option("--display", o.display, phrase("cli", "How the display of this serial stands; --out ends in .pdf or .html"));
    for (auto *command : {due, adding, reporting, plan}) {
        command->add_option("--on", o.on, phrase("cli", "The day that is asked about; today where left out"));
    }
    for (auto *command : {due, reporting}) {
        command->add_option("--target", o.target, phrase("cli", "Name of a built-in target, or a JSON file; the history's own where left out"));
        command->add_option(
            "--tolerance", o.tolerance,
            phrase("cli",
                   "Name of a built-in tolerance, or a JSON file; where left out, what each display of the studio was judged by last, else studio"));
    }
    for (auto *command : {plan, age, agree, common, due, in, adding, out, reporting}) {
        command->add_option("--store", o.store, phrase("cli", "The studio: a file, or postgresql://...; the one in use where left out"));
    }
    auto *keeping = app.add_subcommand("store", phrase("cli", "The studio's store: check, backup, move, take a copy along and bring it home"));
    keeping->require_subcommand(1);
    const auto keep = [&](const char *name, const std::string &help, int (*run)(const FleetOptions &)) {
        auto *command = keeping->add_subcommand(name, help);
        command->add_flag("--json", o.json, phrase("cli", "Machine-readable output"));
        command->add_option("--store", o.store, phrase("cli", "The studio: a file, or postgresql://...; the one in use where left out"));
        command->callback([&o, &status, run] { status = run(o); });
        return command;
    };
    keep("check", phrase("cli", "Examines it, and reads every visit"), checkStore);
    keep("backup", phrase("cli", "Writes a whole copy"), backUpStore)->add_option("FILE", o.out, phrase("cli", "Where to"))->required();
    auto *moving = keep("move", phrase("cli", "Copies the studio to another file or to a server, and compares every value"), moveStore);
    moving->add_option("TO", o.out, phrase("cli", "A file that is not there yet, or postgresql://user@server/database"))->required();
    moving->add_flag("--use", o.yes, phrase("cli", "Look for the studio there from now on"));
    keep("take", phrase("cli", "Takes a copy along, to work on while the studio is out of reach"), takeStoreAlong)
        ->add_option("FILE", o.out, phrase("cli", "Where to"))
        ->required();
    keep("studios", phrase("cli", "Lists the studios of a server's database that you may look at"), listStudios);
    auto *granting = keep("grant", phrase("cli", "Says what a user of the server may do with the studio"), grantStore);
    granting->add_option("USER", o.user, phrase("cli", "That the server knows"))->required();
    granting->add_option("ROLE", o.role, phrase("cli", "read, measure (not rooms, plan and name), administer, or none"))
        ->required()
        ->check(CLI::IsMember({"read", "measure", "administer", "none"}));
    auto *bringing = keep("bring", phrase("cli", "Brings home what was done in a copy; shows it first"), bringStoreHome);
    bringing->add_option("FILE", o.out, phrase("cli", "The copy that was taken along"))->required();
    bringing->add_flag("--yes", o.yes, phrase("cli", "Do it"));
    bringing->add_option("--conflicts", o.conflicts, phrase("cli", "Of what both sides changed, which counts"))
        ->check(CLI::IsMember({"copy", "home"}));
}

/// Takes out of the help what is no default: a number or list that stands for "left out", and what has to be given anyway.
void leaveOutWhatIsNone(CLI::App &app)
{
    static const std::set<std::string> zeroIsNone{"--steps", "--full-drive", "--white-luminance", "--icc"};
    for (CLI::Option *o : app.get_options()) {
        const std::string stands = o->get_default_str();
        if (o->get_required() || stands == "[]" || stands == "-1" || (stands == "0" && zeroIsNone.contains(o->get_name()))) {
            o->default_str("");
        }
    }
    for (CLI::App *sub : app.get_subcommands({})) {
        leaveOutWhatIsNone(*sub);
    }
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

/// What the library found wrong, as far as it is one of the usual things; else in its own words.
lamp::Message usageFault(const CLI::ParseError &e)
{
    const std::string what = e.what();
    const size_t colon = what.find(": ");
    if (dynamic_cast<const CLI::RequiredError *>(&e) != nullptr) {
        return say("option-required", what.substr(0, what.find(" is required")));
    }
    if (dynamic_cast<const CLI::ExtrasError *>(&e) != nullptr && colon != std::string::npos) {
        return say("not-expected", what.substr(colon + 2));
    }
    return lamp::verbatim(what.ends_with('.') ? what : what + ".");
}

/// Tells what is wrong with a command line, and where help to that very command is.
int reportUsage(const CLI::App &app, lamp::Message what, const std::vector<std::string> &arguments)
{
    const std::string first = arguments.empty() ? "" : arguments.front();
    const auto subs = app.get_subcommands({});
    const bool known = std::any_of(subs.begin(), subs.end(), [&](const CLI::App *sub) { return sub->get_name() == first; });
    const lamp::Message help = say("try-help", known ? first + " " : "");
    lamp::Error e{lamp::ErrorKind::Input, std::move(what), say("nothing-started"), help, "usage", false};
    if ((!known && !first.empty() && first[0] != '-') || first.empty()) {
        e.what = first.empty() ? say("command-needed") : say("no-command-called", first);
        e.todo = lamp::sentences({say("commands-are", commandNames(app)), help});
    }
    return report(e, std::find(arguments.begin(), arguments.end(), "--json") != arguments.end());
}

/// Takes --language out of the command line, since help is worded before the command line is read. \return its tag
std::string languageFrom(std::vector<std::string> &arguments)
{
    std::string tag;
    for (size_t i = 0; i < arguments.size();) {
        const bool apart = arguments[i] == "--language" && i + 1 < arguments.size(), joined = arguments[i].starts_with("--language=");
        if (!apart && !joined) {
            ++i;
            continue;
        }
        tag = apart ? arguments[i + 1] : arguments[i].substr(sizeof("--language=") - 1);
        arguments.erase(arguments.begin() + long(i), arguments.begin() + long(i) + (apart ? 2 : 1));
    }
    return tag;
}

/// The library's own words in help.
void nameHelp(CLI::App &app)
{
    const auto formatter = app.get_formatter();
    formatter->label("Usage", phrase("cli", "Usage"));
    formatter->label("OPTIONS", phrase("cli", "OPTIONS"));
    formatter->label("Positionals", phrase("cli", "Arguments"));
    formatter->label("Subcommands", phrase("cli", "Commands"));
    formatter->label("SUBCOMMAND", phrase("cli", "COMMAND"));
    formatter->label("REQUIRED", phrase("cli", "required"));
    formatter->column_width(36);
    app.set_help_flag("-h,--help", phrase("cli", "Print this help and exit"));
}

int run(std::vector<std::string> arguments)
{
    const std::string tag = languageFrom(arguments);
    if (!lamp::Language::choose(QString::fromStdString(tag))) {
        return report({lamp::ErrorKind::Input, say("no-language", tag), say("nothing-started"),
                       say("languages-are", lamp::Language::known().join(QStringLiteral(", ")).toStdString()), "usage", false},
                      false);
    }
    CLI::App app{phrase("cli", "Dutiful Lamp: calibrates, profiles and verifies displays, without a window.")};
    app.name("dutiful-lamp-cli");
    nameHelp(app);
    app.option_defaults()->group(phrase("cli", "Options"))->always_capture_default(); // help says what holds where an option is left out
    app.set_version_flag("--version", std::string("dutiful-lamp-cli " LAMP_VERSION), phrase("cli", "Print the version and exit"));
    std::string language; // taken out before; here for the help
    app.add_option("--language", language, phrase("cli", "Language: en or de; the system's where left out"));
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
    auto *inspecting = app.add_subcommand("inspect", phrase("cli", "What a profile says, and what is wrong with it"));
    inspecting->add_option("PROFILE", profile, phrase("cli", "An ICC profile"))->required();
    inspecting->add_flag("--json", json, phrase("cli", "Machine-readable output"));
    inspecting->callback([&] { status = inspectProfile(profile, json); });
    auto *targets = app.add_subcommand("targets", phrase("cli", "The built-in targets"));
    targets->add_flag("--json", json, phrase("cli", "Machine-readable output"));
    targets->callback([&] { status = listTargets(json); });
    auto *tolerances = app.add_subcommand("tolerances", phrase("cli", "The built-in tolerances"));
    tolerances->add_flag("--json", json, phrase("cli", "Machine-readable output"));
    tolerances->callback([&] { status = listTolerances(json); });
    addServe(app, serve, json, status);
    CompareOptions comparing;
    addCompare(app, comparing, status);
    AskOptions asking;
    addAsk(app, asking, status);
    MeasureOptions measuring;

    addMeasure(app, measuring, status);
    DiagnoseOptions diagnosing;
    addDiagnose(app, diagnosing, status);
    FleetOptions fleet;
    addFleet(app, fleet, status);
    leaveOutWhatIsNone(app);
    try {
        std::vector<std::string> reversed(arguments.rbegin(), arguments.rend()); // as the library wants them
        app.parse(std::move(reversed));
    } catch (const CLI::Success &e) {
        return app.exit(e, std::cout, std::cerr); // help or version was asked for
    } catch (const CLI::ParseError &e) {
        return reportUsage(app, usageFault(e), arguments);
    }
    return status;
}

} // namespace

int main(int argc, char **argv)
{
    beginOutput();
    int status = kBadInput;
    try {
        status = run({argv + 1, argv + argc});
    } catch (const std::exception &e) {
        std::cerr << lamp::said(say("program-says", say("program-fault", e.what()))) << "\n";
    }
    if (!finishOutput() && (status == kDone || status == kNotWithin)) {
        std::cerr << lamp::said(say("program-says", say("output-not-written"))) << "\n" << std::flush;
        status = kNotWritten;
    }
    return status;
}
