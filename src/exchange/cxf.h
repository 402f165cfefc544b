// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exchange/reading_table.h"

namespace lamp {

/// A CxF document (CxF/X, ISO 17972-1; element names from memory) as a table: each object that has a device colour
/// (RGB) and a colour (XYZ or Lab), and its emission spectrum where it has one. The error names the line.
Result<ReadingTable> cxfTable(const std::string &xml);

} // namespace lamp
