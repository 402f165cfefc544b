// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/installation.h"

#include "base/file.h"
#include "base/json.h"
#include "base/text.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cstdlib>
#include <utility>

namespace lamp {

namespace fs = std::filesystem;
using Json = nlohmann::json;

namespace {

constexpr double kSameRamps = 0.006; // of full drive: what drivers round away; more was changed by somebody

fs::path folderOf(const char *variable, const char *otherwise)
{
    const char *given = std::getenv(variable);
    if (given != nullptr && given[0] == '/') {
        return given;
    }
    const char *home = std::getenv("HOME");
    return fs::path(home != nullptr ? home : "/tmp") / otherwise;
}

Error notInstalled(const XOutput &output)
{
    return {ErrorKind::Input,       say("no-profile-installed-output", output.name),
            say("nothing-changed"), say("install-one-apply-profile", output.name),
            "installation",         false};
}

std::string nameOf(const Bytes &profile)
{
    const auto opened = Profile::open(profile);
    return opened ? opened->facts().description : std::string();
}

/// Whether a file holds a profile of the display that another one is of; both have to say it.
bool isOfSameDisplay(const fs::path &file, const Bytes &profile)
{
    const auto bytes = readBytes(file);
    const auto first = bytes ? Profile::open(bytes.value()) : Result<Profile>(bytes.error()), second = Profile::open(profile);
    return first && second && !first->facts().display.empty() && first->facts().display == second->facts().display;
}

} // namespace

std::string profileFileName(const std::string &description, const std::string &display, const std::string &id)
{
    std::string name;
    const std::string serial = display.substr(display.rfind(' ') + 1);
    const bool told = description.find(serial) != std::string::npos;
    for (const char c : shownLine(description, 120) + (told ? "" : " " + shownLine(serial, 40))) {
        name += c == '/' || c == '\\' ? '-' : c;
    }
    if (name.empty() || name[0] == '.') {
        name = "profile " + name;
    }
    // Two monitors of one model have the same description; the ID tells their profiles apart.
    return name + " " + id.substr(0, 12) + ".icc";
}

DesktopFolders DesktopFolders::ofUser()
{
    return {folderOf("XDG_CONFIG_HOME", ".config") / "dutiful-lamp", folderOf("XDG_DATA_HOME", ".local/share") / "icc"};
}

Status Installation::load()
{
    return read(false);
}

/// Changes what is kept as one step: what others have installed meanwhile is read first and stays.
template <typename Change> Status Installation::change(const Change &apply)
{
    if (const Status s = prepareFolder(m_folders.config); !s) {
        return s;
    }
    const auto lock = FileLock::take(m_folders.config / ".outputs.lock");
    if (!lock) {
        return lock.error();
    }
    if (const Status s = read(true); !s) {
        return s;
    }
    const Status changed = apply();
    return changed ? save() : changed;
}

Status Installation::read(bool setAside)
{
    m_assignments.clear();
    const fs::path file = m_folders.config / "outputs.json";
    std::error_code code;
    if (!fs::exists(file, code)) {
        return Done{};
    }
    const auto text = readFile(file);
    if (!text) {
        return text.error();
    }
    const auto parsed = parseJson(text.value());
    const Json j = parsed ? parsed.value() : Json();
    try {
        for (const Json &a : j.at("outputs")) {
            Assignment one;
            one.output = a.at("output").get<std::string>();
            one.monitor = a.at("monitor").get<std::string>();
            one.edid = a.value("edid", std::string());
            for (const Json &p : a.at("profiles")) {
                one.profiles.push_back({p.at("name").get<std::string>(), p.at("file").get<std::string>()});
            }
            one.active = a.at("active").get<size_t>();
            if (one.active < one.profiles.size()) {
                m_assignments.push_back(std::move(one));
            }
        }
        return Done{};
    } catch (const std::exception &) {
        m_assignments.clear();
        fs::path aside = file.string() + ".damaged";
        for (int n = 2; fs::exists(aside, code) && n < 1000; ++n) {
            aside = file.string() + ".damaged-" + std::to_string(n);
        }
        if (setAside) {
            fs::rename(file, aside, code);
        }
        return Error{ErrorKind::Storage,
                     say("what-installed-cannot-read", file.string()),
                     setAside ? say("set-aside", aside.string()) : say("left-as-it-is"),
                     say("install-profiles-again"),
                     "installation",
                     false};
    }
}

Status Installation::save() const
{
    Json all = Json::array();
    for (const Assignment &a : m_assignments) {
        Json profiles = Json::array();
        for (const InstalledProfile &p : a.profiles) {
            profiles.push_back({{"name", p.name}, {"file", p.file.string()}});
        }
        all.push_back({{"output", a.output}, {"monitor", a.monitor}, {"edid", a.edid}, {"profiles", profiles}, {"active", a.active}});
    }
    return writeFile(m_folders.config / "outputs.json", jsonText(Json{{"schema", "dutiful-lamp/outputs/1"}, {"outputs", all}}, 1));
}

const Assignment *Installation::assignment(const XOutput &output) const
{
    const Assignment *elsewhere = nullptr;
    for (const Assignment &a : m_assignments) {
        const bool same = a.monitor == output.monitor && (a.edid.empty() || a.edid == output.edid);
        if (same && a.output == output.name) {
            return &a;
        }
        elsewhere = same && output.alone && !output.monitor.empty() ? &a : elsewhere;
    }
    return elsewhere;
}

Assignment &Installation::assignmentFor(const XOutput &output)
{
    if (const Assignment *found = assignment(output)) {
        return m_assignments[size_t(found - m_assignments.data())];
    }
    m_assignments.push_back({output.name, output.monitor, output.edid, {}, 0});
    return m_assignments.back();
}

Result<fs::path> Installation::keepCopy(const Bytes &profile) const
{
    const auto opened = Profile::open(profile);
    if (!opened) {
        return opened.error();
    }
    if (const Status s = prepareFolder(m_folders.profiles); !s) {
        return s.error();
    }
    const Profile::Facts facts = opened->facts();
    // The ID as it is worked out, whatever the profile says of itself.
    const fs::path file = m_folders.profiles / profileFileName(facts.description, facts.display, profileIdText(profile));
    const Status written = writeFile(file, profile);
    return written ? Result<fs::path>(file) : Result<fs::path>(written.error());
}

Status Installation::install(const XOutput &output, const Bytes &profile)
{
    const auto kept = keepCopy(profile);
    if (!kept) {
        return kept.error();
    }
    const fs::path &file = kept.value();
    const std::string name = nameOf(profile);
    return change([&]() -> Status {
        Assignment &a = assignmentFor(output);
        a.output = output.name;
        a.edid = output.edid;
        const auto same = std::find_if(a.profiles.begin(), a.profiles.end(), [&](const InstalledProfile &p) { return p.name == name; });
        a.active = size_t(same - a.profiles.begin());
        if (same == a.profiles.end()) {
            a.profiles.push_back({name, file});
            return Done{};
        }
        const fs::path old = std::exchange(same->file, file);
        const bool used = std::any_of(m_assignments.begin(), m_assignments.end(), [&](const Assignment &other) {
            return std::any_of(other.profiles.begin(), other.profiles.end(), [&](const InstalledProfile &p) { return p.file == old; });
        });
        if (!used && old.parent_path() == m_folders.profiles && isOfSameDisplay(old, profile)) {
            std::error_code code;
            fs::remove(old, code); // of the same name and display, and in nobody's use any more
        }
        return Done{};
    });
}

Result<std::string> Installation::next(const XOutput &output)
{
    std::string name;
    const Status changed = change([&]() -> Status {
        if (assignment(output) == nullptr) {
            return notInstalled(output);
        }
        Assignment &a = assignmentFor(output);
        a.active = (a.active + 1) % a.profiles.size();
        name = a.profiles[a.active].name;
        return Done{};
    });
    return changed ? Result<std::string>(name) : Result<std::string>(changed.error());
}

Status Installation::forget(const XOutput &output)
{
    return change([&]() -> Status {
        const Assignment *found = assignment(output);
        if (found == nullptr) {
            return notInstalled(output);
        }
        m_assignments.erase(m_assignments.begin() + (found - m_assignments.data()));
        return Done{};
    });
}

Status Installation::apply(XScreen &screen, const XOutput &output) const
{
    const Assignment *a = assignment(output);
    if (a == nullptr) {
        return notInstalled(output);
    }
    const auto bytes = readBytes(a->profiles[a->active].file);
    if (!bytes) {
        return bytes.error();
    }
    const auto profile = Profile::open(bytes.value());
    if (!profile) {
        return profile.error();
    }
    if (output.gammaSize > 0) {
        if (const Status s = screen.setRamps(output, profile->ramps(std::max(output.gammaSize, 256)).value_or(Ramps{})); !s) {
            return s;
        }
    }
    return screen.setProfile(output, bytes.value());
}

Status Installation::clear(XScreen &screen, const XOutput &output)
{
    if (output.gammaSize > 0) {
        if (const Status s = screen.setRamps(output, {}); !s) {
            return s;
        }
    }
    return screen.setProfile(output, std::nullopt);
}

Result<OutputState> Installation::state(const XScreen &screen, const XOutput &output) const
{
    OutputState s;
    s.output = output;
    const auto found = screen.profile(output);
    if (!found) {
        return found.error();
    }
    s.found = *found ? nameOf(**found) : "";
    const Message foundName = *found && s.found.empty() ? say("unreadable-profile") : verbatim(s.found);
    const auto loaded = output.gammaSize > 0 ? std::optional(screen.ramps(output)) : std::nullopt;
    if (loaded && !*loaded) {
        return loaded->error();
    }
    const Assignment *a = assignment(output);
    if (!output.alone && !output.monitor.empty()) {
        s.sentences.push_back(say("monitor-not-told-apart", output.name));
    }
    if (a == nullptr) {
        s.sentences.push_back(!*found ? say("no-profile-installed-none") : say("use-not-installed-from", foundName));
        return s;
    }
    s.installed = a->profiles[a->active].name;
    const auto bytes = readBytes(a->profiles[a->active].file);
    if (!bytes) {
        s.sentences.push_back(say("installed-profile-file-gone", a->profiles[a->active].file.string()));
        return s;
    }
    s.inUse = *found && **found == bytes.value();
    const auto profile = Profile::open(bytes.value());
    const Ramps wanted = profile ? profile->ramps(256).value_or(Ramps{}) : Ramps{};
    if (loaded) {
        s.rampsOff = rampDifference(loaded->value(), wanted);
        s.rampsLoaded = s.rampsOff < kSameRamps;
    }
    if (s.inUse) {
        s.sentences.push_back(say("profile-use", s.installed));
    } else if (!*found) {
        s.sentences.push_back(say("installed-but-programs-find", s.installed));
    } else {
        s.sentences.push_back(say("installed-but-programs-find-something", s.installed, foundName));
    }
    if (!loaded) {
        s.sentences.push_back(say("output-no-gamma-ramps"));
    } else if (s.rampsLoaded) {
        s.sentences.push_back(wanted.empty() ? say("profile-asks-no-ramps") : say("ramps-loaded"));
    } else if (rampDifference(loaded->value(), {}) < kSameRamps) {
        s.sentences.push_back(say("ramps-not-loaded-output"));
    } else {
        s.sentences.push_back(say("other-ramps-loaded-up", decimal(100 * s.rampsOff, 1)));
    }
    return s;
}

fs::path Installation::autostart() const
{
    return m_folders.config.parent_path() / "autostart" / "dutiful-lamp.desktop";
}

Status Installation::atLogin(bool wanted, const std::string &command) const
{
    std::error_code code;
    if (!wanted) {
        fs::remove(autostart(), code);
        return Done{};
    }
    if (const Status s = prepareFolder(autostart().parent_path()); !s) {
        return s;
    }
    // Desktop Entry Specification: arguments with reserved signs stand in quotes.
    std::string quoted = "\"";
    for (const char c : command) {
        quoted += c == '"' || c == '\\' || c == '$' || c == '`' ? std::string("\\") + c : std::string(1, c);
    }
    return writeFile(
        autostart(),
        "[Desktop Entry]\nType=Application\nName=Dutiful Lamp: display profiles\nComment=Puts the displays' profiles and ramps into use\nExec="
            + quoted + "\" apply\nNoDisplay=true\nX-GNOME-Autostart-enabled=true\n");
}

bool Installation::startsAtLogin() const
{
    std::error_code code;
    return fs::exists(autostart(), code);
}

Message waylandLimits(const std::string &sessionType, const std::string &waylandDisplay)
{
    if (sessionType != "wayland" && waylandDisplay.empty()) {
        return {};
    }
    return say("wayland-session-program-may");
}

} // namespace lamp
