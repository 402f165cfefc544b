// SPDX-License-Identifier: GPL-3.0-or-later
// Precompiled for build time only: every source file still includes what it uses.
#pragma once

#include <Eigen/Dense>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <chrono>
#include <cmath>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>
