// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/json.h"

#include "base/text.h"

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr int kDeepest = 64;

Error unreadable(const std::string &what)
{
    return {ErrorKind::Input, what, "Nothing was changed.", "Correct it there, or get the file once more from where it comes from.", "json", false};
}

/// Escapes what steers(): such signs stand only within strings, where an escape says the same.
std::string escaped(const std::string &text)
{
    std::string out;
    size_t at = 0;
    while (at < text.size()) {
        const size_t from = at;
        const char32_t c = nextCodePoint(text, at);
        if (steers(c) && c >= 0x80) {
            constexpr const char *digits = "0123456789abcdef";
            out += "\\u";
            for (int shift = 12; shift >= 0; shift -= 4) {
                out += digits[c >> shift & 15];
            }
        } else {
            out.append(text, from, at - from);
        }
    }
    return out;
}

} // namespace

Result<Json> parseJson(const std::string &text)
{
    bool tooDeep = false;
    // The parser itself does not recurse; a document that it has built is walked through by recursion.
    const Json::parser_callback_t watch = [&](int depth, Json::parse_event_t, Json &) {
        if (depth > kDeepest) {
            tooDeep = true;
            throw std::runtime_error("depth");
        }
        return true;
    };
    try {
        return Json::parse(text, watch);
    } catch (const Json::parse_error &e) {
        return unreadable("This is no valid JSON (at byte " + std::to_string(e.byte) + ").");
    } catch (const Json::exception &) {
        return unreadable("This JSON holds a number that no computer can hold.");
    } catch (const std::exception &) {
        return unreadable(tooDeep ? "This JSON is nested more than " + std::to_string(kDeepest) + " deep." : "This JSON cannot be read.");
    }
}

std::string plainWhat(const std::exception &e)
{
    const std::string what = e.what();
    const size_t end = what.rfind("] ");
    return what.rfind('[', 0) == 0 && end != std::string::npos ? what.substr(end + 2) : what;
}

std::string jsonText(const Json &json, int indent)
{
    return escaped(json.dump(indent, ' ', false, Json::error_handler_t::replace));
}

std::string jsonText(const nlohmann::ordered_json &json, int indent)
{
    return escaped(json.dump(indent, ' ', false, nlohmann::ordered_json::error_handler_t::replace));
}

} // namespace lamp
