// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/x_screen.h"

#include <filesystem>

namespace lamp {

/// Where things are kept on this computer: the XDG folders, or others for tests.
struct DesktopFolders {
    std::filesystem::path config;   ///< outputs.json and, beside it, autostart/
    std::filesystem::path profiles; ///< the colour folder, where programs look for profiles
    static DesktopFolders ofUser(); ///< $XDG_CONFIG_HOME and $XDG_DATA_HOME/icc, or their defaults
};

/// One profile of an output, for one purpose.
struct InstalledProfile {
    std::string name; ///< its description
    std::filesystem::path file;
};

/// What is installed for an output.
struct Assignment {
    std::string output, monitor; ///< a monitor that can be told from all others decides: it may be plugged in elsewhere
    std::string edid;            ///< as of XOutput; empty in what was kept before it was noted
    std::vector<InstalledProfile> profiles;
    size_t active = 0;
};

/// How an output stands.
struct OutputState {
    XOutput output;
    std::string installed;          ///< name of the profile that is to be in use; empty where none was installed
    std::string found;              ///< name of the profile that programs find; empty where there is none
    bool inUse = false;             ///< the installed profile is the one that programs find
    bool rampsLoaded = false;       ///< and its ramps are loaded
    double rampsOff = 0;            ///< the largest difference from them, 0..1
    std::vector<Message> sentences; ///< how it stands and what to do
    /// Whether what is installed is what programs find, with its ramps where the output has any.
    [[nodiscard]] bool good() const { return installed.empty() || (inUse && (rampsLoaded || output.gammaSize == 0)); }
};

/// The profiles of a desktop's outputs: kept, put into use, proved to be in use.
class Installation {
public:
    explicit Installation(DesktopFolders folders) : m_folders(std::move(folders)) {}

    /// Reads what was kept. \return an error where the file is damaged, which stays as it is until something is installed
    Status load();
    [[nodiscard]] const std::vector<Assignment> &assignments() const { return m_assignments; }

    /// Keeps a copy in the colour folder, where the desktop's settings find it. \return the file
    [[nodiscard]] Result<std::filesystem::path> keepCopy(const Bytes &profile) const;
    /// What is installed for an output, or null. A monitor that can be told from all others takes its profile along to another socket; of
    /// others each socket has its own.
    [[nodiscard]] const Assignment *assignment(const XOutput &output) const;
    /// Keeps a copy in the colour folder and makes it the output's active profile.
    Status install(const XOutput &output, const Bytes &profile);
    /// Makes the next of an output's profiles the active one. \return its name
    Result<std::string> next(const XOutput &output);
    /// Forgets what was installed for an output; the copies in the colour folder stay.
    Status forget(const XOutput &output);

    /// Puts an output's active profile and its ramps into use.
    Status apply(XScreen &screen, const XOutput &output) const;
    /// Takes profile and ramps off an output.
    static Status clear(XScreen &screen, const XOutput &output);
    /// How an output stands now, read back from the server.
    [[nodiscard]] Result<OutputState> state(const XScreen &screen, const XOutput &output) const;

    /// Has `apply` started at every login, or not. \param command with its path
    Status atLogin(bool wanted, const std::string &command) const;
    [[nodiscard]] bool startsAtLogin() const;

private:
    Assignment &assignmentFor(const XOutput &output);
    template <typename Change> Status change(const Change &apply);
    Status read(bool setAside);
    Status save() const;
    [[nodiscard]] std::filesystem::path autostart() const;
    DesktopFolders m_folders;
    std::vector<Assignment> m_assignments;
};

/// A file name for a profile: its description, as far as file systems bear it, the display's serial (the last word of
/// `display`), and the beginning of its ID, which keep two monitors of one model apart.
std::string profileFileName(const std::string &description, const std::string &display, const std::string &id);

/// What a Wayland session keeps programs from doing, and the way there is; empty in an X session.
Message waylandLimits(const std::string &sessionType, const std::string &waylandDisplay);

} // namespace lamp
