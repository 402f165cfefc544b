// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include <CLI/CLI.hpp>

#include <iostream>

int main(int argc, char **argv)
{
    using namespace lamp::cli;
    CLI::App app{"Dutiful Lamp: calibrates, profiles and verifies displays, without a window."};
    app.name("dutiful-lamp-cli");
    app.require_subcommand(1);
    int status = 0;
    addVisit(app, status);
    addInspect(app, status);
    addLists(app, status);
    addServe(app, status);
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
