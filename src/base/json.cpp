// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/json.h"

#include <algorithm>

#include "base/text.h"

namespace lamp {

using Json = nlohmann::json;

namespace {

constexpr int kDeepest = 64;

Error unreadable(Message what)
{
    return {ErrorKind::Input, std::move(what), say("nothing-changed"), say("correct-or-get-file"), "json", false};
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

/// Whether lists and objects lie in one another more than so deep; of a text that is no JSON it says anything.
bool isTooDeep(const std::string &text)
{
    int depth = 0;
    bool quoted = false;
    for (size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            i += c == '\\' ? 1 : 0;
            quoted = c != '"';
        } else if (c == '"') {
            quoted = true;
        } else if (c == '[' || c == '{') {
            if (++depth > kDeepest) {
                return true;
            }
        } else if (c == ']' || c == '}') {
            --depth;
        }
    }
    return false;
}

} // namespace

Result<Json> parseJson(const std::string &text)
{
    // The parser itself does not recurse; a document that it has built is walked through by recursion. (Its own callback could watch the depth, but
    // looks through all of a list for each thing in it.)
    if (isTooDeep(text)) {
        return unreadable(say("json-nested-more-than", kDeepest));
    }
    try {
        return Json::parse(text);
    } catch (const Json::parse_error &e) {
        return unreadable(say("no-valid-json-byte", e.byte));
    } catch (const Json::exception &) {
        return unreadable(say("json-holds-number-no"));
    } catch (const std::exception &) {
        return unreadable(say("json-cannot-read"));
    }
}

Message reasonOf(const std::exception &e)
{
    if (const auto *own = dynamic_cast<const Unreadable *>(&e)) {
        return own->reason();
    }
    const std::string what = e.what();
    const size_t end = what.rfind("] ");
    return verbatim(what.rfind('[', 0) == 0 && end != std::string::npos ? what.substr(end + 2) : what);
}

std::string jsonText(const Json &json, int indent)
{
    return escaped(json.dump(indent, ' ', false, Json::error_handler_t::replace));
}

std::string jsonText(const nlohmann::ordered_json &json, int indent)
{
    return escaped(json.dump(indent, ' ', false, nlohmann::ordered_json::error_handler_t::replace));
}

std::string unknownField(const nlohmann::json &object, const std::vector<std::string> &known)
{
    for (const auto &[name, value] : object.items()) {
        if (std::find(known.begin(), known.end(), name) == known.end()) {
            return name;
        }
    }
    return {};
}

} // namespace lamp
