// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "simlab/sim_bench.h"

#include <CLI/CLI.hpp>

#include <iostream>

namespace {

using namespace lamp::cli;

void addVisit(CLI::App &app, VisitOptions &o, int &status)
{
    auto *command = app.add_subcommand("visit", "Calibrate, profile and verify a display on a bench");
    command->add_option("--bench", o.bench, "Command that starts the bench")->required();
    command->add_option("--target", o.target, "Name of a built-in target, or a JSON file")->required();
    command->add_option("--out", o.out, "Folder for the results")->required();
    command->add_option("--task", o.task, "full, refresh, check or profile");
    command->add_option("--profile", o.profile, "auto, matrix or lut");
    command->add_option("--instrument", o.instrument, "auto, or the number of one of the bench's instruments");
    command->add_option("--icc", o.icc, "ICC major version: 2 or 4");
    command->add_option("--effort", o.effort, "quick, standard or thorough");
    command->add_option("--mode", o.mode, "The display's own mode to use");
    command->add_option("--tolerance", o.tolerance, "Name of a built-in tolerance, or a JSON file");
    command->add_option("--keep", o.keep, "Where the target is out of reach: keep the white, or keep the luminance");
    command->add_option("--warm-up", o.warmUp, "wait for a stable panel, or skip");
    command->add_option("--name", o.name, "The profile's description");
    command->add_option("--profile-in", o.profileIn, "For --task check: the profile to verify");
    command->add_option("--correction", o.correction, "A correction of your own for this instrument and kind of panel: a JSON file");
    command->add_option("--report", o.report, "pdf, html or none");
    command->add_flag("--json", o.json, "The visit's record on standard output");
    command->callback([&] { status = runVisit(o); });
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
    command->add_flag("--json", json, "Errors as JSON; the protocol itself always is");
    command->callback([&] { status = serveDisplay(o, json); });
}

} // namespace

int main(int argc, char **argv)
{
    CLI::App app{"Dutiful Lamp: calibrates, profiles and verifies displays, without a window."};
    app.name("dutiful-lamp-cli");
    app.require_subcommand(1);
    int status = kDone;
    bool json = false;
    VisitOptions visit;
    ServeOptions serve;
    std::string profile;
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
    } catch (const CLI::CallForHelp &e) {
        return app.exit(e);
    } catch (const CLI::CallForAllHelp &e) {
        return app.exit(e);
    } catch (const CLI::ParseError &e) {
        std::cerr << "dutiful-lamp-cli: " << e.what() << "\nTry `dutiful-lamp-cli --help`.\n";
        return kBadInput;
    }
    return status;
}
