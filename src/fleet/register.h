// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <optional>
#include <string>
#include <vector>

namespace lamp {

/// A display in a register's file. What a file does not say is not there, and changes nothing.
struct RegisterEntry {
    std::string serial; ///< needed
    std::optional<std::string> name, model, technology, room, role, note;
    std::optional<int> bits, cadenceDays, critical;
    std::optional<bool> retired;
    friend bool operator==(const RegisterEntry &, const RegisterEntry &) = default;
};

/// Whether a text is a register rather than a history: CSV with `serial`, or JSON with "displays".
bool looksLikeRegister(const std::string &text);
/// Of CSV with a heading of any of serial (needed), name, model, technology, room, role, bits, interval_days, critical, note, retired; or of
/// JSON, {"displays": [{…}]} with the same names. \return an error that names line and column, or entry and field
Result<std::vector<RegisterEntry>> registerFrom(const std::string &text);
std::string registerToCsv(const std::vector<RegisterEntry> &entries);
std::string registerToJson(const std::vector<RegisterEntry> &entries);

} // namespace lamp
