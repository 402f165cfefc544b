// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <cstdint>
#include <filesystem>
#include <string>
#include <vector>

namespace lamp {

using Bytes = std::vector<std::uint8_t>;

/// Reads a whole file; the error names it.
Result<std::string> readFile(const std::filesystem::path &path);
Result<Bytes> readBytes(const std::filesystem::path &path);

/// Writes a file whole or not at all: into a temporary beside it, flushed to the disk, then renamed over it.
Status writeFile(const std::filesystem::path &path, const std::string &content);
Status writeFile(const std::filesystem::path &path, const Bytes &content);

/// Checks that a folder exists (making it where it does not) and can be written to, by doing so.
Status prepareFolder(const std::filesystem::path &folder);

} // namespace lamp
