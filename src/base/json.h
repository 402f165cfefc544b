// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/result.h"

#include <nlohmann/json.hpp>

#include <limits>
#include <stdexcept>
#include <string>
#include <vector>

namespace lamp {

/// Reads a JSON text from outside. Never throws; nesting beyond 64 is refused, since what walks through a document
/// later does so by recursion. \return an Input error whose `what` says what is wrong and where, without naming the file
Result<nlohmann::json> parseJson(const std::string &text);

/// A JSON text whatever the strings in it hold: bytes that are no UTF-8 become U+FFFD, and signs that steer a terminal
/// or turn the direction of writing are escaped. \param indent as of nlohmann's dump; -1 for one line
std::string jsonText(const nlohmann::json &json, int indent = -1);
std::string jsonText(const nlohmann::ordered_json &json, int indent = -1);

/// The first field of an object that is none of these: a misspelt one would be taken for one that is left out. Empty where all are known.
std::string unknownField(const nlohmann::json &object, const std::vector<std::string> &known);

/// Thrown where a document of our own holds what it must not; caught where the document is read.
class Unreadable : public std::runtime_error {
public:
    explicit Unreadable(Message reason) : std::runtime_error(bare(reason)), m_reason(std::move(reason)) {}
    [[nodiscard]] const Message &reason() const { return m_reason; }

private:
    Message m_reason;
};

/// Why a document could not be read: the reason of an Unreadable, else what the exception says; nlohmann's without its own
/// number in brackets.
Message reasonOf(const std::exception &e);

/// A number as it was written by a library that turns what is not finite into null: null is NaN, never 0. Throws
/// nlohmann's exception for anything else.
inline double numberOrNaN(const nlohmann::json &json)
{
    return json.is_null() ? std::numeric_limits<double>::quiet_NaN() : json.get<double>();
}

} // namespace lamp
