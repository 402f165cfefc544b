// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"

#include <nlohmann/json.hpp>

namespace lamp::benchjson {

using Json = nlohmann::json;

/// The protocol's objects to and from JSON. Reading is lenient where the protocol allows absence; a field of the
/// wrong kind gives an error that names it.
Json toJson(const BenchInfo &info);
Json toJson(const DisplayInfo &info);
Json toJson(const InstrumentInfo &info);
Json toJson(const Reading &reading);

Result<BenchInfo> benchInfo(const Json &reply);
Result<DisplayInfo> displayInfo(const Json &reply);
Result<InstrumentInfo> instrumentInfo(const Json &reply);
Result<Reading> reading(const Json &reply);

/// Thrown inside this codec and the server by the accessors below; always caught there.
struct FieldError {
    std::string field;
    Message expected;
};
/// Typed access to an object's member: absent and null count as the fallback.
double number(const Json &object, const char *key, double fallback);
/// The same as a whole number, held within ±1e9 so that it fits.
int integer(const Json &object, const char *key, int fallback);
bool boolean(const Json &object, const char *key, bool fallback);
std::string text(const Json &object, const char *key, const std::string &fallback = {});
std::array<double, 3> triple(const Json &value, const char *key);
std::vector<double> numbers(const Json &value, const char *key);

} // namespace lamp::benchjson
