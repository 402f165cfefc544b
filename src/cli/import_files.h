// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <string>
#include <vector>

namespace lamp::cli {

/// What is to be imported, of what was named on a command line.
struct ImportFiles {
    std::vector<std::string> files; ///< each once, in an order in which each finds what it needs: registers, histories, assignments, visits, the rest
    std::vector<std::string> passed; ///< files of photographs, and folders with some: they are not brought in by files
};

/// Of folders, whatever lies in them, however deep (links are not followed): registers, histories, assignments, whole visits and measurements; other
/// files in them are no fault. A file that is named itself is always taken.
/// \return an error where a folder holds nothing of the kind, or cannot be read
Result<ImportFiles> filesToImport(const std::vector<std::string> &named);

} // namespace lamp::cli
