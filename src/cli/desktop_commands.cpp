// SPDX-License-Identifier: GPL-3.0-or-later
// Commands that put profiles into use on this computer's outputs, and prove it.
#include "cli/commands.h"
#include "cli/output.h"

#include "desktop/colour_manager.h"
#include "desktop/installation.h"
#include "words/words.h"

#include <nlohmann/json.hpp>

#include <csignal>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <unistd.h>

namespace lamp::cli {

using Json = nlohmann::json;

namespace {

std::string environment(const char *name)
{
    const char *value = std::getenv(name);
    return value != nullptr ? value : "";
}

Message waylandHere(const DesktopOptions &o)
{
    return o.display.empty() ? waylandLimits(environment("XDG_SESSION_TYPE"), environment("WAYLAND_DISPLAY")) : Message{};
}

/// What all of them begin with: the screen, its outputs, what is installed.
struct Desk {
    std::unique_ptr<XScreen> screen;
    std::vector<XOutput> outputs;
    Installation installation{DesktopFolders::ofUser()};
};

Result<Desk> openDesk(const DesktopOptions &o)
{
    const Message wayland = waylandHere(o);
    if (!wayland.empty()) {
        return Error{ErrorKind::Input, wayland, {}, {}, "wayland", false};
    }
    auto screen = XScreen::open(o.display);
    if (!screen) {
        return screen.error();
    }
    Desk desk;
    desk.screen = std::move(screen.value());
    auto outputs = desk.screen->outputs();
    if (!outputs) {
        return outputs.error();
    }
    std::string names;
    for (const XOutput &output : outputs.value()) {
        names += (names.empty() ? "" : ", ") + output.name;
        if (o.output.empty() || o.output == output.name) {
            desk.outputs.push_back(output);
        }
    }
    if (desk.outputs.empty()) {
        return Error{ErrorKind::Input,
                     o.output.empty() ? say("nothing-connected") : say("no-output-called", o.output),
                     say("nothing-changed"),
                     names.empty() ? Message{} : say("connected-are", names),
                     "output",
                     false};
    }
    if (const Status s = desk.installation.load(); !s) {
        report(s.error(), false);
    }
    return desk;
}

Json stateJson(const OutputState &s)
{
    return {{"output", s.output.name}, {"monitor", s.output.monitor},   {"installed", s.installed}, {"found", s.found},
            {"in_use", s.inUse},       {"ramps_loaded", s.rampsLoaded}, {"ramps_off", s.rampsOff},  {"sentences", plainTexts(s.sentences)}};
}

/// Tells how outputs stand, after what was done to them. \param done what was done \param failed what could not be done
/// \return whether everything that is installed is in use
bool tell(const Desk &desk, bool json, const std::vector<Message> &done = {}, const std::optional<Error> &failed = {})
{
    bool good = !failed;
    Json all = Json::array();
    for (const Message &sentence : done) {
        if (!json) {
            std::cout << said(sentence) << "\n";
        }
    }
    for (const XOutput &output : desk.outputs) {
        const auto state = desk.installation.state(*desk.screen, output);
        if (!state) {
            report(state.error(), false);
            good = false;
            all.push_back({{"output", output.name}, {"error", errorJson(state.error())}});
            continue;
        }
        good = good && state->good();
        all.push_back(stateJson(state.value()));
        if (!json) {
            std::cout << output.name << (output.monitor.empty() ? "" : " (" + output.monitor + ")") << "\n";
            for (const Message &s : state->sentences) {
                std::cout << "  " << said(s) << "\n";
            }
        }
    }
    if (json) {
        Json document{{"outputs", all}, {"at_login", desk.installation.startsAtLogin()}, {"done", plainTexts(done)}};
        if (failed) {
            document["error"] = errorJson(*failed);
        }
        printJson(document);
    }
    return good;
}

Status installGiven(Desk &desk, const DesktopOptions &o)
{
    if (desk.outputs.size() != 1) {
        return Error{ErrorKind::Input, say("several-outputs"), say("nothing-changed"), say("name-output"), "output", false};
    }
    const auto bytes = readBytes(o.profile);
    return bytes ? desk.installation.install(desk.outputs.front(), bytes.value()) : Status(bytes.error());
}

void tellColourManager(const std::string &output, const std::filesystem::path &file)
{
    if (ColourManager::present()) {
        const auto told = ColourManager::makeDefault(output, file);
        std::cerr << said(told ? told.value() : told.error().paragraph()) << "\n";
    }
}

/// All that can be done for a profile where no program may load ramps: the copy, and a word to the desktop.
int handToWayland(const DesktopOptions &o)
{
    const auto bytes = readBytes(o.profile);
    const auto kept = bytes ? Installation(DesktopFolders::ofUser()).keepCopy(bytes.value()) : Result<std::filesystem::path>(bytes.error());
    if (!kept) {
        return report(kept.error(), o.json);
    }
    if (!o.output.empty()) {
        tellColourManager(o.output, kept.value());
    }
    if (o.json) {
        printJson({{"kept", kept->string()}, {"sentences", plainTexts({waylandHere(o)})}});
    } else {
        std::cout << said(say("profile-kept-as", kept->string())) << "\n" << said(waylandHere(o)) << "\n";
    }
    return kNotWithin;
}

} // namespace

int applyProfiles(const DesktopOptions &o)
{
    if (!o.profile.empty() && !waylandHere(o).empty()) {
        return handToWayland(o);
    }
    auto desk = openDesk(o);
    if (!desk) {
        return report(desk.error(), o.json);
    }
    if (!o.profile.empty()) {
        if (const Status s = installGiven(desk.value(), o); !s) {
            return report(s.error(), o.json);
        }
    }
    if (!o.atLogin.empty()) {
        std::error_code code;
        const std::string self = std::filesystem::read_symlink("/proc/self/exe", code).string();
        if (const Status s = desk->installation.atLogin(o.atLogin == "yes", self); !s) {
            return report(s.error(), o.json);
        }
    }
    int status = kDone;
    std::optional<Error> failed;
    for (const XOutput &output : desk->outputs) {
        if (o.next) {
            if (const auto name = desk.value().installation.next(output); !name) {
                return report(name.error(), o.json);
            }
        }
        const Status s = desk->installation.apply(*desk->screen, output);
        if (!s && !(s.error().code == "installation" && o.output.empty())) {
            failed = s.error();
            status = report(s.error(), false);
        } else if (s) {
            const Assignment &a = *desk->installation.assignment(output);
            tellColourManager(output.name, a.profiles[a.active].file);
        }
    }
    const bool good = tell(desk.value(), o.json, {}, failed);
    return status != kDone ? status : (good ? kDone : kNotWithin);
}

int clearProfiles(const DesktopOptions &o)
{
    auto desk = openDesk(o);
    if (!desk) {
        return report(desk.error(), o.json);
    }
    std::vector<Message> done;
    for (const XOutput &output : desk->outputs) {
        const auto before = desk->screen->profile(output);
        if (const Status s = Installation::clear(*desk->screen, output); !s) {
            return report(s.error(), o.json);
        }
        const bool had = before && *before, ramps = output.gammaSize > 0;
        done.push_back(
            say(had ? (ramps ? "profile-removed-linear" : "profile-removed-no-ramps") : (ramps ? "no-profile-linear" : "no-profile-no-ramps"),
                output.name));
    }
    tell(desk.value(), o.json, done);
    return kDone;
}

int whichProfiles(const DesktopOptions &o)
{
    auto desk = openDesk(o);
    if (!desk) {
        return report(desk.error(), o.json);
    }
    return tell(desk.value(), o.json) ? kDone : kNotWithin;
}

int holdProfiles(const DesktopOptions &o)
{
    auto desk = openDesk(o);
    if (!desk) {
        return report(desk.error(), o.json);
    }
    struct Kept {
        std::optional<Bytes> profile;
        Ramps ramps;
    };
    std::vector<Kept> kept;
    for (const XOutput &output : desk->outputs) {
        const auto profile = desk->screen->profile(output);
        const auto ramps = output.gammaSize > 0 ? desk->screen->ramps(output) : Result<Ramps>(Ramps{});
        if (!profile || !ramps) {
            return report(profile ? ramps.error() : profile.error(), o.json);
        }
        kept.push_back({profile.value(), ramps.value()});
    }
    // An interrupt from the keyboard reaches this process too; it lives on until its keeper's end is closed.
    for (const int s : {SIGINT, SIGHUP, SIGTERM}) {
        std::signal(s, SIG_IGN);
    }
    std::cout << "held" << std::endl;
    // Until whoever started this closes its end, by intention or by dying.
    std::array<char, 64> ignored{};
    while (::read(STDIN_FILENO, ignored.data(), ignored.size()) > 0) {
    }
    int status = kDone;
    for (size_t i = 0; i < kept.size(); ++i) {
        const XOutput &output = desk->outputs[i];
        const Status profile = desk->screen->setProfile(output, kept[i].profile);
        const Status ramps = output.gammaSize > 0 ? desk->screen->setRamps(output, kept[i].ramps) : Status(Done{});
        for (const Status *s : {&profile, &ramps}) {
            status = *s ? status : report(s->error(), o.json);
        }
    }
    return status;
}

} // namespace lamp::cli
