// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/gauge.h"

#include <nlohmann/json_fwd.hpp>

namespace lamp {

/// A reading with everything it carries, and back. \throws std::exception where it is none; the caller names the place
nlohmann::json measurementJson(const Measurement &m);
Measurement measurementFromJson(const nlohmann::json &json);

} // namespace lamp
