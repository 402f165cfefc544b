// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <iosfwd>
#include <string>

namespace lamp {

/// Answers one request line of the bench protocol with one reply line (no newline). Never throws for bad input.
std::string serveLine(Bench &bench, const std::string &line);

/// Serves a bench over streams until the end of the input.
void serve(Bench &bench, std::istream &in, std::ostream &out);

} // namespace lamp
