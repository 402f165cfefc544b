// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <iosfwd>
#include <string>

namespace lamp {

/// Answers one request line of the bench protocol with one reply line (no newline). Never throws for bad input.
/// \param wording what the reply says of an error
std::string serveLine(Bench &bench, const std::string &line, const Wording &wording = bare);

/// Serves a bench over streams until the end of the input.
void serve(Bench &bench, std::istream &in, std::ostream &out, const Wording &wording);

} // namespace lamp
