// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <cstdint>
#include <filesystem>
#include <string>
#include <vector>

namespace lamp {

using Bytes = std::vector<std::uint8_t>;

/// The most that is read of a file: a cube of 129 nodes as text, the largest thing that is ever read, takes some 60 MiB.
constexpr size_t kMostOfAFile = size_t(160) << 20;

/// Reads a whole regular file (no device, no pipe); the error names it.
Result<std::string> readFile(const std::filesystem::path &path, size_t most = kMostOfAFile);
Result<Bytes> readBytes(const std::filesystem::path &path, size_t most = kMostOfAFile);

/// Writes a file whole or not at all: into a temporary beside it, flushed to the disk, then renamed over it. A device or
/// a pipe is written to directly. Every step is checked.
Status writeFile(const std::filesystem::path &path, const std::string &content);
Status writeFile(const std::filesystem::path &path, const Bytes &content);

/// Checks that a folder exists (making it where it does not) and can be written to, by doing so.
Status prepareFolder(const std::filesystem::path &folder);

/// Keeps other processes that take it out of a folder for as long as it lives.
class FolderLock {
public:
    /// \return an error with the code "locked" where another has it
    static Result<FolderLock> take(const std::filesystem::path &folder);
    FolderLock(FolderLock &&other) noexcept;
    FolderLock &operator=(FolderLock &&other) noexcept;
    ~FolderLock();

private:
    FolderLock() = default;
    int m_fd = -1;
};

/// One after the other: waits until no other process holds the lock on this file, which is made where it is not there.
class FileLock {
public:
    static Result<FileLock> take(const std::filesystem::path &path);
    FileLock(FileLock &&other) noexcept;
    FileLock &operator=(FileLock &&) = delete;
    ~FileLock();

private:
    FileLock() = default;
    int m_fd = -1;
};

/// The file that is meant: the one that is named or, of a folder, the one of this name in it.
std::string fileOrIn(const std::string &named, const char *name);

} // namespace lamp
