// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/text.h"

#include <nlohmann/json_fwd.hpp>

#include <concepts>
#include <cstdint>
#include <functional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace lamp {

struct Argument;

/// What the program has to say, by code. The sentence that belongs to a code, in every language, is in words/; the core
/// knows none. Records and the store keep code and arguments, so that what was said once can be said in another language.
struct Message {
    std::string code; ///< words joined by '-'; empty where there is nothing to say
    std::vector<Argument> arguments;

    // Written out in message.cpp: they stand in thousands of places, and the compiler need not put them into each.
    Message() noexcept;
    Message(std::string name);
    Message(std::string name, std::vector<Argument> of);
    Message(const Message &other);
    Message(Message &&other) noexcept;
    Message &operator=(const Message &other);
    Message &operator=(Message &&other) noexcept;
    ~Message();
    [[nodiscard]] bool empty() const { return code.empty(); }
    friend bool operator==(const Message &a, const Message &b);
};

/// A number that is said with so many decimals. What is not finite is said to be not available.
struct Decimal {
    double value = 0;
    int places = 0; ///< 0 to 9
    bool operator==(const Decimal &) const = default;
};
/// A span of time: "22 min 10 s".
struct Lasting {
    double seconds = 0;
    bool operator==(const Lasting &) const = default;
};
/// A day, by the reader's time zone.
struct Day {
    WallTime at{};
    bool operator==(const Day &) const = default;
};

/// What fills a place in a sentence: a text that is said as it is (a name, a path, what another program said), a count,
/// a number, a span, a day, or another message.
struct Argument : std::variant<std::string, std::int64_t, Decimal, Lasting, Day, Message> {
    using Base = std::variant<std::string, std::int64_t, Decimal, Lasting, Day, Message>;
    Argument(std::string text);
    Argument(const char *text);
    template <std::integral Count>
    requires(!std::same_as<Count, bool> && !std::same_as<Count, char>) Argument(Count n) : Argument(Whole{std::int64_t(n)}) {}
    Argument(Decimal n);
    Argument(Lasting span);
    Argument(Day day);
    Argument(Message message);
    Argument(const Argument &other);
    Argument(Argument &&other) noexcept;
    Argument &operator=(const Argument &other);
    Argument &operator=(Argument &&other) noexcept;
    ~Argument();
    [[nodiscard]] const Base &value() const { return *this; }

private:
    struct Whole {
        std::int64_t n;
    };
    Argument(Whole n);
};

/// A message. A test looks that words/ has each code that stands in the code, with as many places as it is given.
template <typename... Arguments> Message say(std::string code, Arguments &&...arguments)
{
    Message m(std::move(code));
    m.arguments.reserve(sizeof...(arguments));
    (m.arguments.push_back(Argument(std::forward<Arguments>(arguments))), ...);
    return m;
}

inline Decimal decimal(double value, int places)
{
    return {value, places};
}
inline Lasting lasting(double seconds)
{
    return {seconds};
}

/// What someone else said (a bench, an operating system, a file of an earlier version), as it is; nothing for no text.
Message verbatim(std::string text);

/// The name of a patch or reading as files have it ("gray 50 %", "white, warming up"): words/ translates it by its text.
Message patchNamed(const std::string &name);

/// The name of a control of a display's menu ("brightness"): words/ translates those that are usual.
Message controlNamed(const std::string &name);

/// The name of a target or tolerance that may be one that ships with the program: words/ translates it by its text.
Message shippedNamed(const std::string &name);

/// Messages one after the other: as sentences with a space between, as clauses with semicolons, as a list with commas.
/// Empty ones are left out; one alone is itself.
Message sentences(const std::vector<Message> &messages);
Message clauses(const std::vector<Message> &messages);
Message listed(const std::vector<Message> &messages);

/// How a message becomes a sentence: words/ has it. For those who write files that hold sentences but know no language.
using Wording = std::function<std::string(const Message &)>;

/// {"code": ..., "arguments": [...]}: a text as it is, a count as a whole number, a number with its
/// decimals as [v, n], {"seconds": s}, {"day": "2031-03-04T09:12:00Z"}, or a message.
nlohmann::json messageJson(const Message &message);
nlohmann::json messagesJson(const std::vector<Message> &messages);
/// The way back; a bare text, as records of earlier versions have it, is taken as it is.
/// Throws nlohmann::json::exception or Unreadable for what is none, or is nested deeper than any message.
Message messageFrom(const nlohmann::json &json);
std::vector<Message> messagesFrom(const nlohmann::json &json);

/// Code and arguments in one line, for logs and failed tests: "white-moved(0.40, 3)".
std::string bare(const Message &message);

} // namespace lamp
