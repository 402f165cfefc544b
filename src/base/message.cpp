// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/message.h"

#include "base/json.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace lamp {

Message::Message() noexcept = default;
Message::Message(std::string name) : code(std::move(name)) {}
Message::Message(std::string name, std::vector<Argument> of) : code(std::move(name)), arguments(std::move(of)) {}
Message::Message(const Message &other) = default;
Message::Message(Message &&other) noexcept = default;
Message &Message::operator=(const Message &other) = default;
Message &Message::operator=(Message &&other) noexcept = default;
Message::~Message() = default;

Argument::Argument(std::string text) : Base(std::move(text)) {}
Argument::Argument(const char *text) : Base(std::string(text)) {}
Argument::Argument(Decimal n) : Base(n) {}
Argument::Argument(Lasting span) : Base(span) {}
Argument::Argument(Day day) : Base(day) {}
Argument::Argument(Message message) : Base(std::move(message)) {}
Argument::Argument(Whole n) : Base(n.n) {}
Argument::Argument(const Argument &other) = default;
Argument::Argument(Argument &&other) noexcept = default;
Argument &Argument::operator=(const Argument &other) = default;
Argument &Argument::operator=(Argument &&other) noexcept = default;
Argument::~Argument() = default;

bool operator==(const Message &a, const Message &b)
{
    return a.code == b.code
           && std::ranges::equal(a.arguments, b.arguments, [](const Argument &one, const Argument &other) { return one.value() == other.value(); });
}

using Json = nlohmann::json;

namespace {

constexpr int kDeepestMessage = 12;

Message joined(const char *code, const std::vector<Message> &messages)
{
    Message all{code, {}};
    for (const Message &m : messages) {
        if (!m.empty()) {
            all.arguments.emplace_back(m);
        }
    }
    if (all.arguments.empty()) {
        return {};
    }
    return all.arguments.size() == 1 ? std::get<Message>(all.arguments.front().value()) : all;
}

struct ToJson {
    Json operator()(const std::string &text) const { return validUtf8(text); }
    Json operator()(std::int64_t n) const { return n; }
    /// As it is said: what lies beyond its places is not part of the message.
    Json operator()(const Decimal &d) const
    {
        const double unit = std::pow(10.0, d.places), rounded = std::round(d.value * unit) / unit;
        return Json::array({std::isfinite(rounded) ? Json(rounded) : Json(nullptr), d.places});
    }
    Json operator()(const Lasting &s) const { return {{"seconds", std::isfinite(s.seconds) ? Json(s.seconds) : Json(nullptr)}}; }
    Json operator()(const Day &d) const { return {{"day", isoTime(d.at)}}; }
    Json operator()(const Message &m) const { return messageJson(m); }
};

double finiteOrNaN(const Json &j)
{
    return j.is_null() ? std::numeric_limits<double>::quiet_NaN() : j.get<double>();
}

Message messageFrom(const Json &json, int depth);

Argument argumentFrom(const Json &json, int depth)
{
    if (json.is_string()) {
        return json.get<std::string>();
    }
    if (json.is_number_integer()) {
        return json.get<std::int64_t>();
    }
    if (json.is_array()) {
        const int places = json.at(1).get<int>();
        if (places < 0 || places > 9) {
            throw Unreadable(say("message-decimals", places));
        }
        return Decimal{finiteOrNaN(json.at(0)), places};
    }
    if (const auto s = json.find("seconds"); s != json.end()) {
        return Lasting{finiteOrNaN(*s)};
    }
    if (const auto d = json.find("day"); d != json.end()) {
        return Day{fromIsoTime(d->get<std::string>())};
    }
    return messageFrom(json, depth + 1);
}

Message messageFrom(const Json &json, int depth)
{
    if (depth > kDeepestMessage) {
        throw Unreadable(say("message-too-deep"));
    }
    if (json.is_string()) {
        return verbatim(json.get<std::string>());
    }
    Message m{json.at("code").get<std::string>(), {}};
    if (const auto arguments = json.find("arguments"); arguments != json.end()) {
        for (const Json &a : *arguments) {
            m.arguments.push_back(argumentFrom(a, depth));
        }
    }
    return m;
}

struct ToBare {
    std::string operator()(const std::string &text) const { return '"' + shownLine(text) + '"'; }
    std::string operator()(std::int64_t n) const { return std::to_string(n); }
    std::string operator()(const Decimal &d) const { return fixed(d.value, d.places); }
    std::string operator()(const Lasting &s) const { return fixed(s.seconds, 0) + " s"; }
    std::string operator()(const Day &d) const { return isoTime(d.at); }
    std::string operator()(const Message &m) const { return bare(m); }
};

} // namespace

Message verbatim(std::string text)
{
    return text.empty() ? Message{} : say("verbatim", std::move(text));
}

Message patchNamed(const std::string &name)
{
    return say("patch-named", name);
}

Message controlNamed(const std::string &name)
{
    return say("control-named", name);
}

Message shippedNamed(const std::string &name)
{
    return say("shipped-named", name);
}

Message sentences(const std::vector<Message> &messages)
{
    return joined("sentences", messages);
}

Message clauses(const std::vector<Message> &messages)
{
    return joined("clauses", messages);
}

Message listed(const std::vector<Message> &messages)
{
    return joined("listed", messages);
}

Json messageJson(const Message &message)
{
    Json arguments = Json::array();
    for (const Argument &a : message.arguments) {
        arguments.push_back(std::visit(ToJson{}, a.value()));
    }
    Json json{{"code", message.code}};
    if (!arguments.empty()) {
        json["arguments"] = std::move(arguments);
    }
    return json;
}

Json messagesJson(const std::vector<Message> &messages)
{
    Json all = Json::array();
    for (const Message &m : messages) {
        all.push_back(messageJson(m));
    }
    return all;
}

Message messageFrom(const Json &json)
{
    return messageFrom(json, 0);
}

std::vector<Message> messagesFrom(const Json &json)
{
    std::vector<Message> all;
    for (const Json &m : json) {
        all.push_back(messageFrom(m));
    }
    return all;
}

std::string bare(const Message &message)
{
    if (message.arguments.empty()) {
        return message.code;
    }
    std::string text;
    for (const Argument &a : message.arguments) {
        text += (text.empty() ? "" : ", ") + std::visit(ToBare{}, a.value());
    }
    return message.code + "(" + text + ")";
}

} // namespace lamp
